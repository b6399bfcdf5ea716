"""Microphones as solids that hear: where each is, which way it faces, what holds it."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from types import MappingProxyType

import numpy as np

from steeple.core.body.figure import Figure
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.vectors import UP, Vector, heading
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.sounding.microphone import Held, PlacedMic
from steeple.core.sound.pair import USUAL, pair_of
from steeple.core.sound.reach import Pattern
from steeple.core.sound.stereo import Mic
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.sound.given.sources import GivenSource
from steeple.core.study.sound.given.stands import StandUse, feet_round, stand_of

LENGTH_MM, ACROSS_MM = 160.0, 45.0
"""A small microphone with its wind shield; planning values."""
BOOM_MM, COLUMN_MM = 10.0, 13.0
"""Radii of boom and column; planning values."""
SHOE_MM = 70.0
"""A microphone on a camera stands so far above it."""
CHEST = 0.80
"""A clip-on sits so far up the trunk: a hand under the chin."""


ON: Mapping[Held, str] = MappingProxyType(
    {
        "boom": "on the boom",
        "stand": "on the stand",
        "table": "on the table",
        "clip-on": "clipped on",
        "camera": "on the camera",
    }
)


@dataclass(frozen=True, slots=True, eq=False)
class GivenMic:
    """A microphone, or a pair, at its place.

    ``place`` is its capsule, of a pair the middle between the two; ``mics`` are the one or two that hear.
    ``foot`` is where the column of its stand stands, None where it has none; ``ground_mm`` the height of what
    that stands on. ``rows`` are body, boom and column as capsules, shape (n, 7); ``bodies`` how many of the
    first rows are bodies.
    """

    index: int
    part: PlacedMic
    source: GivenSource
    pattern: Pattern
    place: Vector
    mics: tuple[Mic, ...]
    foot: tuple[float, float] | None
    ground_mm: float
    use: StandUse | None
    rows: Array
    bodies: int
    name: str
    """As it stands in a sentence; of two of one name, with what holds it."""

    @property
    def at(self) -> str:
        """Pointer of it in the plan, without the first stroke."""
        return f"mics/{self.index}"

    @property
    def key(self) -> str:
        """By what drawings and notes know it."""
        return f"mic/{self.part.id}"

    @property
    def is_pair(self) -> bool:
        """Whether two hear."""
        return len(self.mics) == 2


def pattern_of(part: PlacedMic, at: str, assumptions: Assumptions) -> Pattern:
    """From where it hears; a clip-on hears all round.

    Parameters
    ----------
    part, at, assumptions
        as the plan has it, and where; where it is noted what was taken.
    """
    said = part.gear.pattern
    if said == "clip-on" or (said is None and part.held == "clip-on"):
        return "omni"
    return assumptions.choose(
        said, at=f"{at}/gear/pattern", usual="cardioid", why="most microphones on stands"
    )


def given_mics(
    plan: Plan, work: GivenWork, sources: Sequence[GivenSource], cameras: Mapping[str, Vector],
    assumptions: Assumptions,
) -> tuple[GivenMic, ...]:  # fmt: skip
    """The microphones of the plan.

    Parameters
    ----------
    plan, work, sources
        the plan; its figures; what is to be heard, at least one.
    cameras
        where each camera is that is known to be somewhere, by id.
    assumptions
        where it is noted what was taken in place of what is not given.
    """
    found = tuple(
        given_mic(part, index, work, sources, cameras, assumptions)
        for index, part in enumerate(plan.mics)
    )
    names = [one.name for one in found]
    held = [(one.name, one.part.held) for one in found]
    return tuple(
        one
        if names.count(one.name) == 1
        else replace(one, name=f"{one.name} {ON[one.part.held]}")
        if held.count((one.name, one.part.held)) == 1
        else replace(one, name=f"{one.name}, number {one.index + 1},")
        for one in found
    )


def called(part: PlacedMic, whose: str = "the") -> str:
    """What a microphone is called in a sentence: the pair, one of two alike, or by its name.

    Parameters
    ----------
    part, whose
        as the plan has it; the word before its name.
    """
    if part.pair is not None:
        return f"{whose} pair"
    name = f"{part.gear.name[:1].lower()}{part.gear.name[1:]}"
    name = name.removeprefix("an ").removeprefix("a ")
    if part.gear.pair:
        return f"one of {whose} {name.split(',')[0]}"
    return f"{whose} {name}"


def source_of(part: PlacedMic, sources: Sequence[GivenSource]) -> GivenSource:
    """What a microphone is there for.

    Parameters
    ----------
    part, sources
        as the plan has it; what is to be heard, at least one.
    """
    wanted = part.hears
    if wanted is None and part.pair is not None:
        wanted = "instrument"
    kinds = ("voice",) if wanted == "voice" else ("instrument", "work")
    if wanted is None:
        return sources[0]
    return next((one for one in sources if one.kind in kinds), sources[0])


def given_mic(
    part: PlacedMic, index: int, work: GivenWork, sources: Sequence[GivenSource],
    cameras: Mapping[str, Vector], assumptions: Assumptions,
) -> GivenMic:  # fmt: skip
    """One microphone with every gap filled; see `given_mics`."""
    at = f"mics/{index}"
    source = source_of(part, sources)
    place = _place(part, at, work, source, cameras, assumptions)
    faces = facing(part, place, source)
    pattern = pattern_of(part, at, assumptions)
    mics = _mics(part, at, pattern, place, faces, assumptions)
    use = stand_of(part)
    foot = None
    ground = 0.0
    if use is not None:
        ground = -work.table_height_mm if use.on == "floor" else 0.0
        foot = _foot(part, at, place, work, use, assumptions)
    rows, bodies = solids_of_mic(part, mics, place, foot, ground)
    name = called(part)
    return GivenMic(
        index, part, source, pattern, place, mics, foot, ground, use, rows, bodies, name
    )


UPRIGHT_MM, UPRIGHT_SHARE = 200.0, 0.5
"""What of the trunk rises by so much, or in a small body by so much of what rises most, is its upright tubes: at the
left, in the middle, at the right."""


def chest(figure: Figure, looks: Vector) -> Vector:
    """Where a clip-on sits: on the front of the trunk, a hand under the chin.

    Parameters
    ----------
    figure, looks
        a body in one pose; the level way that it faces.
    """
    trunk = [(one, abs(one.b.z - one.a.z)) for one in figure.solids if one.part == "trunk"]
    upright = min(UPRIGHT_MM, UPRIGHT_SHARE * max(rises for _, rises in trunk))
    tubes = [one for one, rises in trunk if rises >= upright]
    share = 1.0 / len(tubes)
    low = sum_of([one.a for one in tubes]).times(share)
    high = sum_of([one.b for one in tubes]).times(share)
    spine = low.plus(high.minus(low).times(CHEST))
    return spine.plus(looks.times(tubes[0].radius_mm))


def sum_of(places: Sequence[Vector]) -> Vector:
    """All of some vectors added up.

    Parameters
    ----------
    places
        any number of them.
    """
    total = Vector(0.0, 0.0, 0.0)
    for one in places:
        total = total.plus(one)
    return total


def _place(
    part: PlacedMic, at: str, work: GivenWork, source: GivenSource, cameras: Mapping[str, Vector],
    assumptions: Assumptions,
) -> Vector:  # fmt: skip
    """Where it is, by the plan, else as usual for what holds it."""
    if part.held == "clip-on":
        person = work.maker.person
        return chest(work.maker.poses.middle, person.looks)
    if part.held == "camera":
        if part.camera is None and cameras:
            assumptions.note(
                f"{at}/camera",
                "the first that stands; say on which it sits",
                text=next(iter(cameras)),
            )
        lens = cameras.get(part.camera or "", next(iter(cameras.values()), Vector(0, 0, 1000.0)))
        return lens.plus(UP.times(SHOE_MM))
    table = work.table
    if part.held == "table":
        side = -1.0 if work.maker.right_handed else 1.0
        usual = Vector(side * (work.footprint.width_mm / 2 + 150.0), work.footprint.far, 200.0)
        usual = Vector(
            min(max(usual.x, table.left + 60.0), table.right - 60.0),
            min(usual.y, table.far - 60.0), usual.z,
        )  # fmt: skip
    elif source.kind == "voice":
        usual = source.middle.plus(source.looks.times(350.0)).plus(UP.times(250.0))
    else:
        usual = source.middle.plus(Vector(0.0, 150.0, 700.0))
    why = "as usual for what holds it; drag it where it stands"
    part_place = part.position
    return Vector(
        assumptions.fill(
            part_place.x_mm, at=f"{at}/position/x_mm", usual=usual.x, unit="mm", why=why
        ),
        assumptions.fill(
            part_place.y_mm, at=f"{at}/position/y_mm", usual=usual.y, unit="mm", why=why
        ),
        assumptions.fill(
            part_place.z_mm, at=f"{at}/position/z_mm", usual=usual.z, unit="mm", why=why
        ),
    )


def facing(part: PlacedMic, place: Vector, source: GivenSource) -> Vector:
    """The way it faces: what it hears, turned level where the plan says so.

    Parameters
    ----------
    part, place, source
        as the plan has it; where it is; what it hears.
    """
    way = source.middle.minus(place)
    if way.length < 1.0:
        return Vector(0.0, -1.0, 0.0)
    if part.toward_deg is None:
        return way.unit
    level = math.hypot(way.x, way.y)
    ahead = heading(part.toward_deg)
    return Vector(ahead.x * level, ahead.y * level, way.z).unit if level > 1.0 else way.unit


def _mics(
    part: PlacedMic, at: str, pattern: Pattern, place: Vector, faces: Vector,
    assumptions: Assumptions,
) -> tuple[Mic, ...]:  # fmt: skip
    if part.pair is None:
        return (Mic(place, faces, pattern),)
    usual = USUAL[part.pair.form]
    why = f"usual for a {part.pair.form} pair"
    apart = assumptions.fill(
        part.pair.apart_mm, at=f"{at}/pair/apart_mm", usual=usual.apart_mm, unit="mm", why=why
    )
    opened = assumptions.fill(
        part.pair.opened_deg,
        at=f"{at}/pair/opened_deg",
        usual=usual.opened_deg,
        unit="deg",
        why=why,
    )
    return pair_of(
        place, faces, to_right_of(faces), pattern, apart_mm=apart, opened_deg=opened
    )  # fmt: skip


def to_right_of(faces: Vector) -> Vector:
    """The way along a pair, so that what lies to the maker's right is at its right.

    Parameters
    ----------
    faces
        the way that the pair faces, of length one.
    """
    right = Vector(1.0, 0.0, 0.0)
    square = right.minus(faces.times(right.dot(faces)))
    return square.unit if square.length > 0.1 else Vector(0.0, 1.0, 0.0)


def _foot(
    part: PlacedMic, at: str, place: Vector, work: GivenWork, use: StandUse, assumptions: Assumptions
) -> tuple[float, float]:  # fmt: skip
    chosen = part.foot
    if chosen.x_mm is not None and chosen.y_mm is not None:
        return chosen.x_mm, chosen.y_mm
    feet = feet_round(place, work, use)
    foot = feet[0] if feet else (place.x, place.y)
    why = "the nearest place where its stand can stand"
    x = assumptions.fill(chosen.x_mm, at=f"{at}/foot/x_mm", usual=foot[0], unit="mm", why=why)
    y = assumptions.fill(chosen.y_mm, at=f"{at}/foot/y_mm", usual=foot[1], unit="mm", why=why)
    return x, y


def solids_of_mic(
    part: PlacedMic, mics: Sequence[Mic], place: Vector, foot: tuple[float, float] | None,
    ground_mm: float,
) -> tuple[Array, int]:  # fmt: skip
    """Bodies, bar, boom and column as capsules, shape (n, 7), and how many of the first are bodies. A clip-on
    is worn and in nobody's way.

    Parameters
    ----------
    part, mics, place
        as the plan has it; what hears; the middle of it.
    foot, ground_mm
        where its column stands, None where it has none; the height of what that stands on.
    """
    if part.held == "clip-on":
        return np.zeros((0, 7)), 0
    radius = (part.gear.across_mm or ACROSS_MM) / 2
    long = max((part.gear.length_mm or LENGTH_MM) - 2 * radius, 1.0)
    rows: list[tuple[float, ...]] = []
    for one in mics:
        # The capsule is at the front of the body.
        front = one.place.minus(one.faces.times(radius))
        back = front.minus(one.faces.times(long))
        rows.append((*front, *back, radius))
    bodies = len(rows)
    if len(mics) == 2:
        ends = [one.place.minus(one.faces.times(long)) for one in mics]
        rows.append((*ends[0], *ends[1], BOOM_MM))
    if foot is not None:
        held = mics[0].place.minus(mics[0].faces.times(long)) if len(mics) == 1 else place
        top = Vector(foot[0], foot[1], held.z)
        rows.append((*held, *top, BOOM_MM))
        rows.append((*top, foot[0], foot[1], ground_mm, COLUMN_MM))
    return np.array(rows, dtype=np.float64).reshape(-1, 7), bodies
