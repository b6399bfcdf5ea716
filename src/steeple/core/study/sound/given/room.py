"""The room as it sounds: its volume, what bounds it, and its echo, computed or as a clap has told it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.sounding.sound import Soft, SpareRoom, Surfaces
from steeple.core.sound.absorption import (
    BY_PIECE,
    FURNISHED,
    LIES_ON,
    NOT_AT_ALL,
    SOFT,
    SURFACES,
    Furnished,
    SoftKind,
    SurfaceKind,
    gained,
)
from steeple.core.sound.room import MIDDLE, Bands, Echo, Surface, echo_of
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.work import GivenWork

USUAL_AREA_M2 = 2.0
"""A duvet, a curtain or a rug has about so much; a planning value."""
_NARROWINGS = 60


@dataclass(frozen=True, slots=True)
class GivenRoom:
    """A room with what takes up its sound.

    ``volume_m3`` is None where its size is not known; ``measured_s`` what a clap has told of it. ``surfaces``
    bound it (floor, ceiling, walls, panes), ``things`` stand in it. ``learned`` is by how many times more all of
    it takes up than tables say, so that the echo is the one measured.
    """

    volume_m3: float | None
    surfaces: tuple[Surface, ...]
    things: tuple[Surface, ...]
    measured_s: float | None
    learned: float
    floor_m2: float
    walls_m2: float
    soft: tuple[Soft, ...]

    @property
    def echo(self) -> Echo | None:
        """Its echo; None where its size is not known."""
        return self.with_things(())

    def with_things(self, more: Sequence[Surface]) -> Echo | None:
        """Its echo with more things in it."""
        if self.volume_m3 is None:
            return None
        return echo_of(
            self.volume_m3,
            [_times(one, self.learned) for one in self.surfaces],
            [*(_times(one, self.learned) for one in self.things), *more],
        )

    @property
    def mid_s(self) -> float | None:
        """Reverberation time in the middle bands: as measured, else as computed; None where neither is known."""
        if self.measured_s is not None:
            return self.measured_s
        echo = self.echo
        return None if echo is None else echo.mid_s

    @property
    def absorption_m2(self) -> float | None:
        """What it takes up in the middle bands, in square metres of open window."""
        echo = self.echo
        if echo is None:
            return None
        return sum(echo.mean_absorption[band] for band in MIDDLE) / len(MIDDLE) * echo.area_m2

    def covered(self, kind: SoftKind) -> Bands:
        """What a square metre takes up already that something would cover."""
        lies = LIES_ON.get(kind)
        if lies is None or not self.surfaces:
            return NOT_AT_ALL
        return _times(self.surfaces[0 if lies == "floor" else 2], self.learned).absorption

    def brought_in(self, kind: SoftKind, amount: float) -> Surface:
        """So many square metres, or pieces, of something, by what they add."""
        return Surface(amount, gained(kind, self.covered(kind)))


def _times(one: Surface, factor: float) -> Surface:
    if factor == 1.0:
        return one
    a, b, c, d, e, f = (share * factor for share in one.absorption)
    return Surface(one.area_m2, (a, b, c, d, e, f))


def amount_of(one: Soft) -> float:
    """How much of something there is: square metres, or pieces."""
    count = one.count or 1
    if one.kind in BY_PIECE:
        return float(count)
    return count * (USUAL_AREA_M2 if one.area_m2 is None else one.area_m2)


def given_room(plan: Plan, work: GivenWork, assumptions: Assumptions) -> GivenRoom:
    """The room of the plan.

    Parameters
    ----------
    plan, work
        the plan; the figures of its table and ceiling.
    assumptions
        where it is noted what was taken in place of what is not given.
    """
    part = plan.room
    people = 0.0 if work.maker.away else 1.0 + len(work.maker.others)
    room = _bare(
        part.width_mm, part.depth_mm, _height(work), part.surfaces, "room/surfaces", assumptions,
        panes_m2=sum(
            one.width_mm * one.height_mm / 1e6 for one in part.windows
            if one.width_mm is not None and one.height_mm is not None
        ),
    )  # fmt: skip
    things = list(room.things)
    if room.volume_m3 is not None:
        things.append(Surface(people, SOFT["person"]))
        things += [room.brought_in(one.kind, amount_of(one)) for one in plan.sound.soft]
    whole = replace(room, things=tuple(things), soft=plan.sound.soft)
    return _as_measured(whole, plan.sound.rt60_s)


def spare_room(part: SpareRoom, at: str, assumptions: Assumptions) -> GivenRoom:
    """Another room of the house, with one who speaks in it.

    Parameters
    ----------
    part, at
        as the plan has it, and where.
    assumptions
        where it is noted what was taken in place of what is not given.
    """
    room = _bare(
        part.width_mm, part.depth_mm, part.height_mm, part.surfaces, f"{at}/surfaces", assumptions
    )
    return replace(room, things=(*room.things, Surface(1.0, SOFT["person"])))


def _height(work: GivenWork) -> float | None:
    """Floor to ceiling in the mean over the room, or over the table where the walls are not known."""
    over = work.walls or work.table
    steps = [(index + 0.5) / 9 for index in range(9)]
    heights = [
        work.ceiling_at(over.left + x * over.width_mm, over.near + y * over.depth_mm)
        for x in steps
        for y in steps
    ]
    known = [max(one + work.table_height_mm, 100.0) for one in heights if one is not None]
    return sum(known) / len(known) if len(known) == len(heights) else None


def _bare(
    width_mm: float | None, depth_mm: float | None, height_mm: float | None, surfaces: Surfaces,
    at: str, assumptions: Assumptions, *, panes_m2: float = 0.0,
) -> GivenRoom:  # fmt: skip
    """A room with its surfaces and what usually stands in it."""
    if width_mm is None or depth_mm is None or height_mm is None:
        return GivenRoom(None, (), (), None, 1.0, 0.0, 0.0, ())
    why = "usual; choose yours"
    under: SurfaceKind = "floorboards"
    upright_of: SurfaceKind = "plaster"
    lived_in: Furnished = "some"
    floor = assumptions.choose(surfaces.floor, at=f"{at}/floor", usual=under, why=why)
    walls = assumptions.choose(surfaces.walls, at=f"{at}/walls", usual=upright_of, why=why)
    ceiling = assumptions.choose(surfaces.ceiling, at=f"{at}/ceiling", usual=upright_of, why=why)
    furnished = assumptions.choose(
        surfaces.furnished,
        at=f"{at}/furnished",
        usual=lived_in,
        why="a table, chairs and shelves",
    )
    width, depth, height = width_mm / 1000, depth_mm / 1000, height_mm / 1000
    ground = width * depth
    upright = 2 * (width + depth) * height
    panes = min(panes_m2, 0.8 * upright)
    return GivenRoom(
        volume_m3=ground * height,
        surfaces=(
            Surface(ground, SURFACES[floor]),
            Surface(ground, SURFACES[ceiling]),
            Surface(upright - panes, SURFACES[walls]),
            Surface(panes, SURFACES["glass"]),
        ),
        things=(Surface(ground, FURNISHED[furnished]),),
        measured_s=None,
        learned=1.0,
        floor_m2=ground,
        walls_m2=upright - panes,
        soft=(),
    )


def _as_measured(room: GivenRoom, measured_s: float | None) -> GivenRoom:
    """The room with all of it taking up so much more or less that its echo is the one measured."""
    if measured_s is None or room.volume_m3 is None:
        return replace(room, measured_s=measured_s)
    area = sum(one.area_m2 for one in room.surfaces)
    low, high = 1e-3, 1e3
    for _ in range(_NARROWINGS):
        middle = (low * high) ** 0.5
        tried = replace(room, learned=middle)
        taken = tried.absorption_m2 or 0.0
        echo = tried.echo
        if taken >= 0.98 * area or (echo is not None and echo.mid_s < measured_s):
            high = middle
        else:
            low = middle
    return replace(room, measured_s=measured_s, learned=(low * high) ** 0.5)
