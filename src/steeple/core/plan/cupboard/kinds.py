"""Every kind of thing in a cupboard: its model, its fields in words, and how it is read."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import cache
from types import MappingProxyType
from typing import Any, Literal, cast, get_args

from pydantic import BaseModel, ConfigDict, ValidationError

from steeple.core.errors import InputError
from steeple.core.plan.cupboard.field_words import GEAR_WORDS, KIND_TITLES
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.filter import LensFilter
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.holding.support import Support
from steeple.core.plan.gear.holding.weight import Ballast
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.gear.lights.gel import Gel
from steeple.core.plan.gear.lights.lamp_stand import LampStand
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.gear.recording.recorder import Recorder
from steeple.core.plan.gear.sound.absorber import Absorber
from steeple.core.plan.gear.sound.mic_stand import MicStand
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.gear.words import FieldWords
from steeple.core.plan.problems import bounds_in, problems_from
from steeple.core.plan.reading import PlanRefused
from steeple.core.plan.values import Part

GearKind = Literal[
    "body", "lens", "filter", "fixture", "stand", "gel", "card", "support", "weight", "microphone", "mic-stand", "absorber",
    "recorder", "medium", "power", "lead", "adapter",
]  # fmt: skip
Gear = (
    Body | Lens | LensFilter | Fixture | LampStand | Gel | LightCard | Support | Ballast | Microphone | MicStand
    | Absorber | Recorder | Medium | PowerSource | Lead | Adapter
)  # fmt: skip
MODELS: Mapping[GearKind, type[Part]] = MappingProxyType(
    {
        "body": Body,
        "lens": Lens,
        "filter": LensFilter,
        "fixture": Fixture,
        "stand": LampStand,
        "gel": Gel,
        "card": LightCard,
        "support": Support,
        "weight": Ballast,
        "microphone": Microphone,
        "mic-stand": MicStand,
        "absorber": Absorber,
        "recorder": Recorder,
        "medium": Medium,
        "power": PowerSource,
        "lead": Lead,
        "adapter": Adapter,
    }
)
KINDS: tuple[GearKind, ...] = get_args(GearKind)
FieldKind = Literal["text", "number", "whole", "choice", "flag", "choices"]
EXACT_LENGTHS = (
    "sensor_width_mm", "sensor_height_mm", "focal_min_mm", "focal_max_mm", "tube_mm", "wall_mm",
    "flange_mm",
)  # fmt: skip
"""Lengths that are printed on gear in millimetres and are never said in inches."""
_UNITS = {
    "mm": "mm", "px": "px", "mired": "mired", "stops": "stops", "g": "g", "deg": "°", "s": "s", "hz": "Hz", "w": "W", "wh": "Wh",
    "k": "K", "lm": "lm", "lx": "lx", "bytes": "bytes", "percent": "%", "mah": "mAh", "v": "V",
    "a": "A", "db": "dB",
}  # fmt: skip


class GearField(BaseModel):
    """One field of a kind of gear. ``path`` has ``*`` for the place in a list.

    ``length``: a bench length, said in centimetres or inches. ``needed``: cannot be left open.
    """

    model_config = ConfigDict(frozen=True)

    path: str
    label: str
    explain: str
    kind: FieldKind
    unit: str
    length: bool
    choices: tuple[str, ...]
    least: float | None
    most: float | None
    needed: bool


def kind_of(gear: Part) -> GearKind:
    """The kind of a thing."""
    return next(kind for kind in KINDS if type(gear) is MODELS[kind])


@cache
def gear_schema(kind: GearKind) -> dict[str, Any]:
    """The JSON Schema of a kind of gear."""
    return MODELS[kind].model_json_schema()


def gear_path_words(kind: GearKind, path: Sequence[str | int]) -> str:
    """What the field of a thing at a path is called."""
    key = "/".join("*" if isinstance(step, int) else step for step in path)
    words = GEAR_WORDS[kind].get(key)
    if words is not None:
        return words.label
    return str(path[-1]) if path else KIND_TITLES[kind][0]


def validate_gear(kind: str, data: object) -> Gear:
    """A thing of a kind from parsed JSON.

    Raises
    ------
    InputError
        ``not-a-choice`` for a kind that is none.
    PlanRefused
        With every problem found, each naming field, value and range.
    """
    known = next((one for one in KINDS if one == kind), None)
    if known is None:
        raise InputError(
            "not-a-choice",
            f"“{kind[:40]}” is no kind of gear; it must be one of {', '.join(KINDS)}.",
            field="kind",
            value=kind,
            allowed=", ".join(KINDS),
        )
    try:
        return cast(Gear, MODELS[known].model_validate(data))
    except ValidationError as error:
        raise PlanRefused(
            problems_from(
                error,
                bounds_in(gear_schema(known)),
                lambda path: gear_path_words(known, path),
            )
        ) from error


def _resolved(node: Mapping[str, Any], definitions: Mapping[str, Any]) -> Mapping[str, Any]:
    while "$ref" in node or "anyOf" in node:
        if "$ref" in node:
            node = definitions[node["$ref"].rsplit("/", 1)[-1]]
        else:
            node = next(one for one in node["anyOf"] if one.get("type") != "null")
    return node


def _field(
    kind: GearKind, path: str, node: Mapping[str, Any], *, needed: bool, definitions: Mapping[str, Any]
) -> GearField:  # fmt: skip
    words = GEAR_WORDS[kind].get(path, FieldWords(path.rsplit("/", 1)[-1], ""))
    name = path.rsplit("/", 1)[-1]
    if node.get("type") == "array":
        item = _resolved(node["items"], definitions)
        form: FieldKind = "choices"
        choices = tuple(item.get("enum", ()))
    else:
        choices = tuple(str(one) for one in node.get("enum", ()))
        form = (
            "choice" if choices
            else "flag" if node.get("type") == "boolean"
            else "whole" if node.get("type") == "integer"
            else "number" if node.get("type") == "number"
            else "text"
        )  # fmt: skip
    suffix = name.rsplit("_", 1)[-1] if form in ("number", "whole") else ""
    return GearField(
        path=path,
        label=words.label,
        explain=words.explain,
        kind=form,
        unit="Mbit/s" if name.endswith("mbit_s") else "Nm" if name.endswith("n_m") else _UNITS.get(suffix, ""),
        length=suffix == "mm" and name not in EXACT_LENGTHS,
        choices=choices,
        least=node.get("minimum"),
        most=node.get("maximum"),
        needed=needed,
    )  # fmt: skip


@cache
def gear_fields(kind: GearKind) -> tuple[GearField, ...]:
    """The fields of a kind, in the order of its model; those of lists with ``*`` in their path."""
    schema = gear_schema(kind)
    definitions = schema.get("$defs", {})
    fields: list[GearField] = []

    def walk(node: Mapping[str, Any], prefix: str, needed_above: bool) -> None:
        required = node.get("required", ())
        for name, raw in node["properties"].items():
            path = f"{prefix}{name}"
            part = _resolved(raw, definitions)
            needed = needed_above and name in required
            if part.get("type") == "object":
                walk(part, f"{path}/", needed_above)
            elif part.get("type") == "array" and "properties" in _resolved(
                part["items"], definitions
            ):
                walk(_resolved(part["items"], definitions), f"{path}/*/", True)
            else:
                fields.append(_field(kind, path, part, needed=needed, definitions=definitions))

    walk(schema, "", True)
    return tuple(fields)
