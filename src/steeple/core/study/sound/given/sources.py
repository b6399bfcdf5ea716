"""What is to be heard, and what sounds besides."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.sounding.sound import Heard, Noise, NoiseKind
from steeple.core.plan.parts.work import ShapeId
from steeple.core.sound.levels import QUIET_DB, raised_db
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.lamp import given_lamps
from steeple.core.study.inputs.work import GivenWork

SourceKind = Literal["voice", "instrument", "work"]
INSTRUMENT_DB: Mapping[ShapeId, float] = MappingProxyType(
    {"keyboard": 72.0, "percussion": 92.0, "instrument-away": 68.0}
)
"""How loud instruments are at one metre, played in the middle of their range; planning values of our own."""
WORK_DB = 55.0
"""Hands at work: scraping, chopping, a pan."""
NOISE_DB: Mapping[NoiseKind, float] = MappingProxyType(
    {
        "machine": 75.0, "hob": 52.0, "fan": 50.0, "fridge": 40.0, "street": 38.0, "heater": 45.0,
        "camera": 25.0, "lamp": 30.0, "computer": 38.0, "people": 55.0,
    }
)  # fmt: skip
"""How loud such things are at one metre (the street and people: in the room); planning values of our own, to be
measured with the level meter of a phone."""
ALL_ROUND: tuple[NoiseKind, ...] = ("street", "people")
UNPLACED_MM = 2000.0
CHANGEABLE: tuple[NoiseKind, ...] = ("fan", "fridge", "heater", "computer")
"""What can be switched off for an hour without harm to the work."""


@dataclass(frozen=True, slots=True)
class GivenSource:
    """Something to be heard. ``ends`` are the two ends of an instrument, one place twice for a mouth.
    ``looks`` is the level way that a mouth faces."""

    kind: SourceKind
    level_db: float
    ends: tuple[Vector, Vector]
    looks: Vector
    at: str

    @property
    def middle(self) -> Vector:
        """Half-way between its ends."""
        return self.ends[0].plus(self.ends[1]).times(0.5)

    @property
    def called(self) -> str:
        """As it stands in a sentence."""
        return {"voice": "your voice", "instrument": "the instrument", "work": "the work"}[
            self.kind
        ]


@dataclass(frozen=True, slots=True)
class GivenNoise:
    """Something that sounds besides. ``place`` is None where it comes from all round. ``index`` is its place in
    the plan's list, None for what the plan has elsewhere."""

    name: str
    kind: NoiseKind | Literal["quiet"]
    level_db: float
    place: Vector | None
    index: int | None


def heard_in(plan: Plan, assumptions: Assumptions) -> Heard:
    """What is to be heard of the work.

    Parameters
    ----------
    plan, assumptions
        the plan; where it is noted what was taken.
    """
    shape = plan.work.shape
    usual: Heard = "voice and instrument" if shape in INSTRUMENT_DB else "voice"
    why = "an instrument is played and spoken about" if shape in INSTRUMENT_DB else "you explain it"
    if plan.maker.away:
        usual, why = "work", "nobody speaks while you are away"
    return assumptions.choose(plan.sound.heard, at="sound/heard", usual=usual, why=why)


def given_sources(
    plan: Plan, work: GivenWork, heard: Heard, noise_db: float, assumptions: Assumptions
) -> tuple[GivenSource, ...]:
    """Voice, instrument and work as they are to be heard.

    Parameters
    ----------
    plan, work, heard, noise_db, assumptions
        the plan; its figures; what is to be heard; how loud it is at the maker's ears without that; where it is
        noted what was taken.
    """
    found = []
    if heard in ("voice", "voice and instrument"):
        level = assumptions.fill(
            plan.sound.voice_db, at="sound/voice_db", usual=raised_db(noise_db), unit="db",
            why="a voice of normal effort, raised over noise (ISO 9921)",
        )  # fmt: skip
        mouth, looks = _mouth(work)
        found.append(GivenSource("voice", level, (mouth, mouth), looks, "/sound/voice_db"))
    if heard != "voice":
        loud = INSTRUMENT_DB.get(plan.work.shape, WORK_DB)
        level = assumptions.fill(
            plan.sound.instrument_db, at="sound/instrument_db", usual=loud, unit="db",
            why="played in the middle of its range" if heard != "work" else "hands at work",
        )  # fmt: skip
        plane, half = work.plane, work.plane.width_mm / 2
        ends = plane.point(-half, 0.0, work.top_mm), plane.point(half, 0.0, work.top_mm)
        kind: SourceKind = "work" if heard == "work" else "instrument"
        found.append(GivenSource(kind, level, ends, Vector(0, 0, 1), "/sound/instrument_db"))
    return tuple(found)


def _mouth(work: GivenWork) -> tuple[Vector, Vector]:
    """Before the lower half of the head in the middle pose, and the way it faces."""
    person = work.maker.person
    head = work.maker.poses.middle.head
    front = person.looks.times(0.9 * head.radius_mm)
    return head.a.plus(front).plus(Vector(0.0, 0.0, -0.45 * head.radius_mm)), person.looks


def given_noises(plan: Plan, work: GivenWork, assumptions: Assumptions) -> tuple[GivenNoise, ...]:
    """Everything that is heard besides: noises of the plan that are not switched off, fans of lit lamps, and
    what is left in a quiet room.

    Parameters
    ----------
    plan, work, assumptions
        the plan; its figures; where it is noted what was taken.
    """
    found = [
        given_noise(one, index, assumptions)
        for index, one in enumerate(plan.sound.noises)
        if not one.off
    ]
    for lamp in given_lamps(plan, work, Assumptions()):
        loud = lamp.part.fixture.noise_db
        if lamp.is_lit and loud:
            found.append(GivenNoise(f"fan of {lamp.name}", "lamp", loud, lamp.centre, None))
    if not any(one.place is None for one in found):
        found.append(GivenNoise("the quiet room", "quiet", QUIET_DB, None, None))
    return tuple(found)


def given_noise(one: Noise, index: int, assumptions: Assumptions) -> GivenNoise:
    """A noise of the plan.

    Parameters
    ----------
    one, index, assumptions
        as the plan has it, and the how many; where it is noted what was taken.
    """
    level = assumptions.fill(
        one.level_db, at=f"sound/noises/{index}/level_db", usual=NOISE_DB[one.kind], unit="db",
        why="as such things usually are; a phone measures it",
    )  # fmt: skip
    if one.kind in ALL_ROUND:
        return GivenNoise(one.name, one.kind, level, None, index)
    x = assumptions.fill(
        one.x_mm, at=f"sound/noises/{index}/x_mm", usual=UNPLACED_MM, unit="mm",
        why="two metres to your right; put it where it stands",
    )  # fmt: skip
    place = Vector(x, one.y_mm or 0.0, one.z_mm or 0.0)
    return GivenNoise(one.name, one.kind, level, place, index)
