"""Every field of a plan that one types a figure or word into, as a form shows it.

The one source of its label, explanation, kind and unit; the pages ask for it as they do for the fields
of gear.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from functools import cache
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict

from steeple.core.plan.cupboard.kinds import EXACT_LENGTHS
from steeple.core.plan.document import Plan
from steeple.core.plan.words import FIELD_WORDS

FieldForm = Literal["length", "exact", "mass", "share", "plain", "text"]
EXACT = (*EXACT_LENGTHS, "finest_detail_mm", "focal_mm")
"""Lengths that are said in millimetres whatever the units chosen."""
EXACT_PATHS = ("cameras/*/lens/length_mm",)
SHARES = ("reflectance", "mat_reflectance", "transmittance")
_UNITS: Mapping[str, str] = {
    "px": "px", "deg": "°", "percent": "%", "k": "K", "w": "W", "mired": "mired", "stops": "stops", "min": "min", "h": "h", "s": "s",
}  # fmt: skip


class PlanField(BaseModel):
    """One field of a plan. ``path`` has ``*`` for the place in a list; ``nullable``: may be left open.

    ``form``: a bench length, said in centimetres or inches; a length said in millimetres; a mass in
    grams; a share, typed in per cent and stored as 0 … 1; another number; a text.
    """

    model_config = ConfigDict(frozen=True, json_schema_serialization_defaults_required=True)

    path: str
    label: str
    explain: str
    form: FieldForm
    unit: str
    nullable: bool


def _leaves(
    node: Mapping[str, Any], definitions: Mapping[str, Any], path: str, *, nullable: bool = False
) -> Iterator[tuple[str, Mapping[str, Any], bool]]:
    """Every number or text of a schema, with its path and whether it may be null."""
    if "$ref" in node:
        node = definitions[node["$ref"].rsplit("/", 1)[-1]]
    if "anyOf" in node:
        open_too = any(one.get("type") == "null" for one in node["anyOf"])
        for one in node["anyOf"]:
            yield from _leaves(one, definitions, path, nullable=nullable or open_too)
        return
    if node.get("type") == "object":
        for name, part in node.get("properties", {}).items():
            yield from _leaves(part, definitions, f"{path}/{name}" if path else name)
    elif node.get("type") == "array" and "items" in node:
        yield from _leaves(node["items"], definitions, f"{path}/*")
    elif node.get("type") in ("number", "integer") or (
        node.get("type") == "string" and "enum" not in node and "const" not in node
    ):
        yield path, node, nullable


def _form(path: str, node: Mapping[str, Any]) -> tuple[FieldForm, str]:
    """How a figure is typed, and the unit that stands behind it."""
    name = path.rsplit("/", 1)[-1]
    if node.get("type") == "string":
        return "text", ""
    if name.endswith("_mm"):
        exact = name in EXACT or path in EXACT_PATHS
        return ("exact", "mm") if exact else ("length", "")
    if name in SHARES:
        return "share", "%"
    if name.endswith("_g"):
        return "mass", "g"
    if name == "crop_wanted":
        return "plain", "×"
    return "plain", _UNITS.get(name.rsplit("_", 1)[-1], "")


@cache
def plan_fields() -> tuple[PlanField, ...]:
    """The fields of a plan that have words, in the order of the document."""
    schema = Plan.model_json_schema()
    found: dict[str, PlanField] = {}
    for path, node, nullable in _leaves(schema, schema.get("$defs", {}), ""):
        words = FIELD_WORDS.get(path)
        if words is None or path in found:
            continue
        form, unit = _form(path, node)
        found[path] = PlanField(
            path=path,
            label=words.label,
            explain=words.explain,
            form=form,
            unit=unit,
            nullable=nullable,
        )
    return tuple(found.values())
