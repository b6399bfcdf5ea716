"""Light inside a vessel or instrument."""

from __future__ import annotations

import math
from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.light.fixes import placed_at
from steeple.core.findings.light.levels import bright, level_of, stops_of
from steeple.core.findings.rule import Proposal, rule
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.changes import Change
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.sentence import Quantity, mm, percent, say
from steeple.core.study.inputs.lamp import direction_of, spot_at
from steeple.core.study.inputs.lamp_wishes import can_be_placed, is_wished
from steeple.core.study.light.hollow import MOST_STOPS, HollowStudy, hollow_study
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import CameraStudy

DARK_WATCH, DARK_FAILS = 1.5, 3.0
"""How much darker than the work round it the floor of a hollow may be, in stops; planning values."""
SEEN = 0.5
"""The share of the floor that the lens should see."""
_BESIDE_DEG = (12.0, 20.0, 30.0)
_AROUND_DEG = (0.0, 45.0, 90.0, 135.0, 180.0, 225.0, 270.0, 315.0)
_TRIED = 6


def with_hollow(camera: CameraStudy) -> tuple[LightStudy, HollowStudy] | None:
    """The light of a camera, and that in the hollow of the work, where it has one."""
    study = bright(camera)
    found = None if study is None else hollow_study(study)
    return None if study is None or found is None else (study, found)


def hollow_moves(scene: CameraStudy) -> Iterator[Proposal]:
    """A lamp put nearly straight above the hollow, past the lens, turned into it; the smallest first."""
    study = scene.light
    if study is None or study.work.hollow is None:
        return
    hollow, work = study.work.hollow, study.work
    mouth = Vector(hollow.x_mm, hollow.y_mm, hollow.mouth_mm or work.top_mm)
    lamps = [
        one
        for one in study.lamps
        if can_be_placed(one.lamp.part) and is_wished(scene.plan, one.lamp.part.fixture)
    ]
    lamps.sort(key=lambda one: one.lamp.emitter.width_mm)
    for lamp in lamps:
        yield from _over(study, lamp, mouth)


def _over(study: LightStudy, lamp: LampStudy, mouth: Vector) -> Iterator[Proposal]:
    middle = study.work.plane.middle
    distance = max(600.0, lamp.distance_mm)
    aim = f"/{lamp.lamp.at}/aim"
    tried = 0
    for off in _BESIDE_DEG:
        for around in _AROUND_DEG:
            spot = spot_at(mouth, around, 90.0 - off, distance)
            azimuth, up, away = direction_of(middle, spot)
            yield Proposal(
                action=say(
                    "Put {named} at {clock}, {up} up, {away} away, turned into the hollow",
                    named=lamp.lamp.name, clock=clock_words(azimuth),
                    up=Quantity(value=round(up), unit="deg"), away=mm(away),
                ),
                changes=(
                    *placed_at(lamp, study, (azimuth, up), away)[:3],
                    Change(path=f"{aim}/x_mm", value=round(mouth.x, 1)),
                    Change(path=f"{aim}/y_mm", value=round(mouth.y, 1)),
                    Change(path=f"{aim}/z_mm", value=round(mouth.z, 1)),
                    Change(path=f"/{lamp.lamp.at}/lit", value=True),
                ),
                family=f"hollow {lamp.lamp.index}",
            )  # fmt: skip
            tried += 1
            if tried == _TRIED:
                return


@rule(
    "light.hollow-dark",
    name="Dark inside",
    trigger="the floor of a hollow that is to be seen gets 1.5 stops less light than the work round it; fails from 3",
    harm="The viewer looks into a black hole.",
    source="Murdoch, Illuminating Engineering; limits as planning values",
    when=with_hollow,
    fixes=hollow_moves,
)
def hollow_dark(found: tuple[LightStudy, HollowStudy]) -> Judgement | None:
    """The light on the floor of a hollow against that on the work round it."""
    _, hollow = found
    stops = hollow.stops
    verdict = level_of(stops, DARK_WATCH, DARK_FAILS)
    against = measured(stops, unit="stops", most=DARK_WATCH)
    seen = () if hollow.seen is None else say(
        " The lens sees {share} of its floor.",
        share=percent(hollow.seen),
    )  # fmt: skip
    if hollow.seen is not None and hollow.seen < SEEN:
        verdict = "fails" if hollow.seen <= 0 else "watch" if verdict == "holds" else verdict
        seen += say(" From straighter above it would see more.")
    if verdict == "holds":
        title = (
            say("Light falls into the hollow, {stops} under the rest", stops=stops_of(stops))
            if stops > 0
            else say("The hollow is no darker than the work round it")
        )
        return Judgement(verdict=verdict, title=title, reason=seen, measured=against)
    if math.isclose(stops, MOST_STOPS):
        title = say("No light reaches the floor of the hollow")
    elif stops <= DARK_WATCH:
        title = say("The lens sees too little of the floor of the hollow")
    else:
        title = say(
            "The hollow is dark: {stops} under the work round it", stops=stops_of(stops, DARK_WATCH)
        )
    return Judgement(
        verdict=verdict,
        title=title,
        reason=say(
            "Only light from nearly straight above gets to its floor: a small lamp close beside the lens."
        )
        + seen,
        measured=against,
        place="dome",
    )
