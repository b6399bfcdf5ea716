"""What holds a microphone: what its stand can do, and where that can stand."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.vectors import Vector, heading
from steeple.core.plan.gear.sound.mic_stand import MicStand, MicStandForm
from steeple.core.plan.parts.sounding.microphone import Held, PlacedMic
from steeple.core.study.inputs.work import GivenWork

AROUND = 24
OFF_PERSON_MM = 300.0
NO_STAND = 30.0
"""A stand without a boom holds its microphone right above it, but for the clip."""
EDGE_MM = 60.0
"""A clamped arm stands so near the edge of a table at the most."""


@dataclass(frozen=True, slots=True)
class StandUse:
    """What a kind of stand can do where its figures are not known. Millimetres above what it stands on."""

    reach_mm: float
    lowest_mm: float
    highest_mm: float
    on: Literal["floor", "table"]


STANDS: Mapping[MicStandForm, StandUse] = MappingProxyType(
    {
        "floor stand": StandUse(0.0, 900.0, 1700.0, "floor"),
        "floor stand with a boom": StandUse(750.0, 900.0, 2100.0, "floor"),
        "table stand": StandUse(0.0, 120.0, 350.0, "table"),
        "arm on the table": StandUse(750.0, 50.0, 700.0, "table"),
    }
)
"""Planning values of our own."""
USUAL_STAND: Mapping[Held, MicStandForm | None] = MappingProxyType(
    {
        "boom": "floor stand with a boom", "stand": "floor stand with a boom", "table": "table stand",
        "clip-on": None, "camera": None,
    }
)  # fmt: skip


def stand_of(part: PlacedMic) -> StandUse | None:
    """What holds it, with the figures of its stand where they are known; None for clothes and cameras.

    Parameters
    ----------
    part
        as the plan has it.
    """
    form = USUAL_STAND[part.held]
    if form is None:
        return None
    gear: MicStand | None = part.stand
    usual = STANDS[form if gear is None else gear.form]
    if gear is None:
        return usual
    return StandUse(
        usual.reach_mm if gear.reach_mm is None else gear.reach_mm,
        usual.lowest_mm if gear.lowest_mm is None else gear.lowest_mm,
        usual.highest_mm if gear.highest_mm is None else gear.highest_mm,
        usual.on,
    )


def feet_round(place: Vector, work: GivenWork, use: StandUse) -> list[tuple[float, float]]:
    """Where a stand can stand that holds a microphone at a place, the best first: off the table (or on it,
    beside the zone), off people and what must stay clear, as short of its reach as that allows.

    Parameters
    ----------
    place, work, use
        the microphone; table, room and people; what the stand can do.
    """
    people = _floor_of(work)
    found = []
    for out in (0.0, 0.35, 0.6, 0.8, 1.0) if use.reach_mm > 0 else (0.0,):
        for turn in range(AROUND if out else 1):
            way = heading(360.0 * turn / AROUND)
            foot = (
                place.x + way.x * out * use.reach_mm, place.y + way.y * out * use.reach_mm
            )  # fmt: skip
            near = min((math.dist(foot, one) for one in people), default=1e9)
            if may_stand(foot, work, use) and near > OFF_PERSON_MM:
                found.append((out, -near, foot))
    return [foot for *_, foot in sorted(found)]


def may_stand(foot: tuple[float, float], work: GivenWork, use: StandUse) -> bool:
    """Whether something can stand at a place: within the walls, off what must stay clear, and off the table,
    or for what stands on it: on it and beside the zone.

    Parameters
    ----------
    foot, work, use
        the place; table and room; what the stand stands on.
    """
    if work.walls is not None and not _within(foot, work.walls, -50.0):
        return False
    if use.on == "table":
        on_edge = use.reach_mm == 0 or not _within(foot, work.table, -EDGE_MM)
        return (
            _within(foot, work.table, 0.0) and on_edge and not _within(foot, work.footprint, 20.0)
        )
    if _within(foot, work.table, 40.0):
        return False
    return not any(_within(foot, box, 0.0) for _, box in work.clear)


def _within(place: tuple[float, float], box: Rectangle, more: float) -> bool:
    return (
        box.left - more < place[0] < box.right + more
        and box.near - more < place[1] < box.far + more
    )


def _floor_of(work: GivenWork) -> list[tuple[float, float]]:
    """Where people stand or sit, seen from above."""
    hips = [] if work.maker.away else [work.maker.poses.middle.hip]
    hips += [one.figures[0].hip for one in work.maker.others]
    return [(one.x, one.y) for one in hips]
