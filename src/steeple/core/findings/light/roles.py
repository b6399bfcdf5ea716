"""Whether each lamp does what it is meant for: key, fill, rim, background, room lamp."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from types import MappingProxyType

from steeple.core.findings.finding import Judgement
from steeple.core.findings.light.levels import lit, whatever_its_brightness
from steeple.core.findings.rule import Proposal, rule
from steeple.core.plan.changes import Change
from steeple.core.study.base.sentence import Quantity, Sentence, percent, say
from steeple.core.study.inputs.lamp_wishes import WORKED_OUT
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import CameraStudy

MUCH = 0.35
"""A lamp for the background, or a room lamp, that gives this share of the light on the work is a key."""
RIM_DEG = 75.0
"""A rim comes from behind: at least so far round from the side of the camera (or, under a camera that looks
straight down, of the maker)."""
ROLE_WORDS: Mapping[str, str] = MappingProxyType(
    {
        "key": "key",
        "fill": "fill",
        "back": "rim",
        "background": "background",
        "practical": "room lamp",
    }
)


def front_deg(study: LightStudy) -> float:
    """The azimuth from which the work is looked at: that of the camera, or of the maker where it looks
    straight down; in degrees, clockwise from straight away from the maker."""
    lens = study.lens
    if lens is None or lens.sight is None:
        return 180.0
    axis = lens.sight.pyramid.pose.axis
    if math.hypot(axis.x, axis.y) < 0.3:
        return 180.0
    return math.degrees(math.atan2(-axis.x, -axis.y)) % 360.0


def _apart(one: float, other: float) -> float:
    return abs((one - other + 180.0) % 360.0 - 180.0)


def _share(study: LightStudy, one: LampStudy) -> float:
    return one.zone_lx / study.mean_lx if study.mean_lx > 0 else 0.0


def _out_of_role(study: LightStudy) -> tuple[LampStudy, Sentence, str] | None:
    """The first lamp that does not do what it is meant for, why, and what it is in truth."""
    key = study.key
    for one in study.lit:
        role, share = (
            one.lamp.part.role,
            percent(_share(study, one)),
        )
        if role in ("background", "practical") and _share(study, one) > MUCH:
            return one, say("it gives {share} of the light on the work", share=share), "key"
        if role == "back" and _apart(one.azimuth_deg, front_deg(study)) < RIM_DEG:
            return (
                one,
                say("it shines from the side that is looked from, so it draws no rim"),
                "fill",
            )
        if role == "fill" and key is not None and one is key and len(_meant(study)) > 1:
            return one, say("it gives more than the key"), "key"
    return None


def _meant(study: LightStudy) -> list[LampStudy]:
    return [one for one in study.lit if one.lamp.part.role in WORKED_OUT]


def role_moves(scene: CameraStudy) -> Iterator[Proposal]:
    """Call it what it is; or dim the fill under the key."""
    study = scene.light
    found = None if study is None else _out_of_role(study)
    if study is None or found is None:
        return
    one, _, truth = found
    part = one.lamp.part
    if part.role == "fill":
        others = [each for each in _meant(study) if each is not one]
        second = max((each.zone_lx for each in others), default=0.0)
        level = 100.0 * one.lamp.level * second / max(one.zone_lx, 1e-9) / 2
        least = part.fixture.least_level_percent or 0.0
        if least < 100.0 and level >= least:
            yield Proposal(
                action=say(
                    "Set {named} to {level}, a stop under the key",
                    named=one.lamp.name, level=Quantity(value=round(level), unit="percent"),
                ),
                changes=(Change(path=f"/{one.lamp.at}/level_percent", value=float(round(level))),),
            )  # fmt: skip
        keys = [each for each in others if each.lamp.part.role == "key"]
        yield Proposal(
            action=say("Call {named} the key, and the other the fill", named=one.lamp.name),
            changes=(
                Change(path=f"/{one.lamp.at}/role", value="key"),
                *(Change(path=f"/{each.lamp.at}/role", value="fill") for each in keys),
            ),
        )
        return
    yield Proposal(
        action=say("Call {named} a {role}", named=one.lamp.name, role=ROLE_WORDS[truth]),
        changes=(Change(path=f"/{one.lamp.at}/role", value=truth),),
    )


@rule(
    "light.out-of-role",
    name="Lamp out of its role",
    trigger="a background or room lamp gives over a third of the light on the work, a rim shines from the side "
    "that is looked from, or a fill is brighter than the key",
    harm="Levels and places are worked out for what it is not.",
    source="Box, Set Lighting Technician's Handbook; limits as planning values",
    when=lit,
    fixes=role_moves,
)
@whatever_its_brightness("Whether every lamp does what it is meant for")
def out_of_role(study: LightStudy) -> Judgement | None:
    """Lamps that do something else than they are meant for."""
    found = _out_of_role(study)
    if found is None:
        return Judgement(verdict="holds", title=say("Every lamp does what it is meant for"))
    one, why, truth = found
    role = ROLE_WORDS[one.lamp.part.role]
    return Judgement(
        verdict="watch",
        title=say("{named} is no {role}: ", named=one.lamp.name, role=role) + why,
        reason=say(
            "Here it is a {truth}. Turn it or dim it so that it does what it is meant for, or call it what "
            "it is.",
            truth=ROLE_WORDS[truth],
        ),
        place="dome",
    )
