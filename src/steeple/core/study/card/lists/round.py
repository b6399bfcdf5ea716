"""The lamps and cards in the order in which one walks round the table once, each with its place and its level."""

from __future__ import annotations

from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.parts.lamp import LampAim
from steeple.core.study.base.phrases import by_edges, clock_words
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.inputs.lamp import direction_before
from steeple.core.study.inputs.panel import GivenCard
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.study import LightStudy

YOUR_SEAT_DEG = 180.0
"""The round begins where the maker sits and goes by the left: clockwise, seen from above."""


class EdgeLength(Result):
    """How far from which edge of the table."""

    where: str
    length: Quantity


class RoundStop(Result):
    """A lamp or card to be set, with all that is set there. ``up`` is how steep it stands over the work; ``assumed``
    where its place was left to Steeple; ``level`` and ``colour`` are None for what has none."""

    number: int
    name: str
    kind: str
    across: EdgeLength
    away: EdgeLength
    above_table: Quantity
    above_floor: Quantity
    clock: str
    up: Quantity
    turned_to: str
    assumed: bool
    level: Quantity | None = None
    level_by: str = ""
    colour: Quantity | None = None
    reading: Quantity | None = None
    stands_on: str = ""
    gel: str = ""


Walked = LampStudy | GivenCard


def place_of(one: Walked) -> Vector:
    """The middle of a lamp or card."""
    return one.lamp.centre if isinstance(one, LampStudy) else Vector(*one.hull.ball[:3])


def walk_order(light: LightStudy | None) -> tuple[Walked, ...]:
    """Lit lamps and cards clockwise from the maker's seat, by the left."""
    if light is None:
        return ()
    there: list[Walked] = [*light.lit, *light.ground.cards]
    plane = light.work.plane

    def turn(one: Walked) -> float:
        azimuth = direction_before(plane, place_of(one))[0]
        return (azimuth - YOUR_SEAT_DEG) % 360.0

    return tuple(sorted(there, key=turn))


def round_of(light: LightStudy | None, work: GivenWork) -> tuple[RoundStop, ...]:
    """The stops of the round, numbered as in the drawings."""
    return tuple(_stop(number, one, work) for number, one in enumerate(walk_order(light), start=1))


def edge_lengths(table: Rectangle, place: Vector) -> tuple[EdgeLength, EdgeLength]:
    """A place by the edges of the table, across and away."""
    (across, right), (away, far) = by_edges(table, place.x, place.y)
    return EdgeLength(where=across, length=mm(right)), EdgeLength(where=away, length=mm(far))


def _turned(aim: LampAim) -> str:
    own = any(one is not None for one in (aim.x_mm, aim.y_mm, aim.z_mm))
    return "its own mark" if own else "the middle of the zone"


def _stop(number: int, one: Walked, work: GivenWork) -> RoundStop:
    place = place_of(one)
    across, away = edge_lengths(work.table, place)
    azimuth, elevation, _ = direction_before(work.plane, place)
    given = one.lamp.part.position if isinstance(one, LampStudy) else one.part.position
    common = {
        "number": number,
        "across": across,
        "away": away,
        "above_table": mm(place.z),
        "above_floor": mm(place.z + work.table_height_mm),
        "clock": clock_words(azimuth),
        "up": Quantity(value=round(elevation), unit="deg"),
        "assumed": None in (given.x_mm, given.y_mm, given.z_mm),
    }
    if not isinstance(one, LampStudy):
        return RoundStop(
            name=one.name, kind=one.part.card.use, turned_to=_turned(one.part.facing), **common
        )
    lamp, part = one.lamp, one.lamp.part
    fixture = part.fixture
    fixed = (fixture.least_level_percent or 0.0) >= 100.0
    by = "cannot be dimmed" if fixed else "by its remote" if fixture.remote else "at the lamp"
    return RoundStop(
        name=lamp.name,
        kind="lamp",
        turned_to=_turned(part.aim),
        level=None if fixed else Quantity(value=round(100 * lamp.level), unit="percent"),
        level_by=by,
        colour=None
        if fixture.cct_warmest_to_k is None
        else Quantity(value=round(lamp.cct_k / 50) * 50, unit="k"),
        reading=None
        if lamp.full_cd is None
        else Quantity(value=float(f"{one.zone_lx:.3g}"), unit="lx"),
        stands_on="" if part.stand is None else part.stand.name,
        gel="" if part.gel is None else part.gel.name,
        **common,
    )
