"""Where a support stands so that its head is where the camera needs it, and what it meets there.

Every place worth a thought is tried: round the table for a stand on the floor, along the edges for
a clamp, on the table beside the zone for a small stand. The one chosen meets least and reaches
least far; a place that the maker has chosen is taken as it is.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from shapely.geometry import Polygon

from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.vectors import Vector
from steeple.core.hold.spans import SpanOption, least_at_or_over, nearest_options, span_options
from steeple.core.hold.tipping import feet_of, footprint
from steeple.core.study.hold.clashes import Member, Placement, Spot, clashes_of, shelf_of
from steeple.core.study.inputs.support import GivenSupport, overhead_at, screw_limits
from steeple.core.study.inputs.support_forms import CLAMPED, COLUMN_CLEAR_MM

CLASH_COST = 3000.0
SHORT_COST = 4.0
"""What stands against a place, against a millimetre of reach; only used to choose between places."""
NEAR_COST = 250.0
_AZIMUTHS = 16


def place(spot: Spot) -> Placement | None:
    """The place of a support; None where the room does not say enough (a pole without walls)."""
    model = spot.support.model
    if model in ("bar", "pole"):
        return _across(spot)
    chosen = spot.support.placed.foot
    if chosen.x_mm is not None or chosen.y_mm is not None:
        x = spot.screw.x if chosen.x_mm is None else chosen.x_mm
        y = spot.screw.y if chosen.y_mm is None else chosen.y_mm
        return _column(spot, Vector(x, y, _level(spot, x, y)))
    best: tuple[float, Placement] | None = None
    # The nearest first: what is farther than the cost of the best so far need not be looked at.
    for cost, foot in sorted((_distance_cost(spot, foot), foot) for foot in _feet(spot)):
        if best is not None and cost >= best[0]:
            break
        placement = _column(spot, Vector(*foot))
        total = cost + CLASH_COST * len(placement.clashes)
        if best is None or total < best[0]:
            best = (total, placement)
    return None if best is None else best[1]


def feet_to_try(spot: Spot) -> list[tuple[float, float, float]]:
    """Feet worth a try, those that meet and reach least first."""
    ranked = []
    for foot in _feet(spot):
        clashes = len(_column(spot, Vector(*foot)).clashes)
        ranked.append((_distance_cost(spot, foot) + CLASH_COST * clashes, foot))
    return [foot for _, foot in sorted(ranked)]


def _distance_cost(spot: Spot, foot: tuple[float, float, float]) -> float:
    reach = math.hypot(spot.screw.x - foot[0], spot.screw.y - foot[1])
    short = max(0.0, reach - spot.support.most_reach_mm)
    near = NEAR_COST if foot[1] < spot.work.table.near else 0.0
    return reach + SHORT_COST * short + near


def _level(spot: Spot, x: float, y: float) -> float:
    """Height of what a foot stands on or is fixed to."""
    support, work = spot.support, spot.work
    if support.model == "hung":
        over = overhead_at(work, x, y)
        return spot.screw.z + 300.0 if over is None else over
    if support.anchor == "wall":
        return spot.screw.z
    if support.anchor == "shelf":
        shelf = shelf_of(spot)
        if shelf is None:
            return spot.screw.z
        return shelf.low if spot.screw.z < shelf.low else shelf.high
    return 0.0 if support.anchor == "table" else -work.table_height_mm


def _feet(spot: Spot) -> Iterator[tuple[float, float, float]]:
    """Feet worth a try, by what the support stands on."""
    support, work, screw = spot.support, spot.work, spot.screw
    table = work.table
    out = 0.0 if support.has_boom else support.traits.out_mm
    if support.model == "hung":
        # Straight above, or a little aside.
        for azimuth, distance in [(0.0, 0.0)] + [(a, out or 200.0) for a in range(0, 360, 45)]:
            x, y = _aside(screw, azimuth, distance)
            yield x, y, _level(spot, x, y)
        return
    if support.anchor == "table" and support.gear.form != "table-top stand":
        yield from _edges(table, screw)
        return
    if support.anchor == "shelf":
        shelf = shelf_of(spot)
        if shelf is not None:
            x = min(max(screw.x, shelf.left), shelf.right)
            y = min(max(screw.y, shelf.near), shelf.far)
            yield x, y, _level(spot, x, y)
        return
    if support.anchor == "wall":
        walls = work.walls
        if walls is not None:
            yield from (
                (x, y, screw.z)
                for x, y in ((walls.left, screw.y), (walls.right, screw.y), (screw.x, walls.far))
            )
        return
    on_table = support.anchor == "table"
    for step in range(_AZIMUTHS):
        azimuth = 360.0 / _AZIMUTHS * ((step + 1) // 2) * (-1 if step % 2 else 1)
        if on_table:
            distance = _past_zone(spot, azimuth)
        else:
            distance = max(out, _past(table, screw, azimuth, COLUMN_CLEAR_MM))
        x, y = _aside(screw, azimuth, distance)
        yield x, y, 0.0 if on_table else -work.table_height_mm


def _aside(screw: Vector, azimuth: float, distance: float) -> tuple[float, float]:
    angle = math.radians(azimuth)
    return screw.x + distance * math.sin(angle), screw.y + distance * math.cos(angle)


def _past(area: Rectangle, screw: Vector, azimuth: float, clear: float) -> float:
    """How far from the screw one is out of a rectangle grown by ``clear``."""
    angle = math.radians(azimuth)
    dx, dy = math.sin(angle), math.cos(angle)
    left, right = area.left - clear, area.right + clear
    near, far = area.near - clear, area.far + clear
    if not (left < screw.x < right and near < screw.y < far):
        return 0.0
    ways = [math.inf]
    if abs(dx) > 1e-9:
        ways.append((right - screw.x) / dx if dx > 0 else (left - screw.x) / dx)
    if abs(dy) > 1e-9:
        ways.append((far - screw.y) / dy if dy > 0 else (near - screw.y) / dy)
    return min(ways)


def _past_zone(spot: Spot, azimuth: float) -> float:
    half = (spot.support.gear.footprint_mm or 200.0) / 2
    return max(
        spot.support.traits.out_mm, _past(spot.work.footprint, spot.screw, azimuth, half + 10.0)
    )


def _edges(table: Rectangle, screw: Vector) -> Iterator[tuple[float, float, float]]:
    """Places of a clamp: straight beside the screw on each edge, and at the corners."""
    x = min(max(screw.x, table.left), table.right)
    y = min(max(screw.y, table.near), table.far)
    for spot in (
        (x, table.far),
        (table.left, y),
        (table.right, y),
        (table.left, table.far),
        (table.right, table.far),
        (x, table.near),
    ):
        yield spot[0], spot[1], 0.0


def _feet_points(
    support: GivenSupport, at: Vector, toward: Vector
) -> tuple[tuple[float, float], ...]:
    """Feet on floor or table; nothing where its spacing is not known, or none."""
    spacing = support.gear.footprint_mm
    if not spacing or support.anchor not in ("floor", "table") or support.model == "hung":
        return ()
    if support.anchor == "table" and support.gear.form in CLAMPED:
        return ()
    turn = support.placed.legs_toward_deg
    if turn is None:
        turn = math.degrees(math.atan2(toward.x, toward.y)) % 360.0
    legs = max(3, support.legs or 3)
    return feet_of(at=(at.x, at.y), spacing_mm=spacing, legs=legs, toward_deg=turn)


def _column(spot: Spot, foot: Vector) -> Placement:
    """A column at a foot, with its boom to the screw."""
    support, screw = spot.support, spot.screw
    level = Vector(screw.x - foot.x, screw.y - foot.y, 0.0)
    reach = level.length
    toward = level.unit if reach > 1e-6 else Vector(0.0, 1.0, 0.0)
    axis_z = screw.z + (support.drop_mm if support.has_boom else 0.0)
    root = Vector(foot.x, foot.y, axis_z)
    tip = Vector(screw.x, screw.y, axis_z)
    members = [Member("column", foot, root)]
    if reach > 1e-6:
        members.append(Member("boom", root, tip))
    if support.behind_mm:
        members.append(Member("behind", root, root.minus(toward.times(support.behind_mm))))
    if support.has_boom and support.drop_mm:
        members.append(Member("drop", tip, screw))
    feet = _feet_points(support, foot, toward)
    members += [Member("leg", _hub(foot, root), Vector(x, y, foot.z)) for x, y in feet]
    low, high = screw_limits(support.limits, spot.work, screw.x, screw.y)
    height_short: float | None = 0.0
    if support.anchor == "shelf":
        apart = abs(screw.z - foot.z)
        low_rel, high_rel = support.gear.lowest_mm, support.gear.highest_mm
        height_short = _outside(apart, low_rel, high_rel)
    elif support.gear.highest_mm is None and support.anchor != "wall":
        height_short = None
    else:
        height_short = _outside(screw.z, low, high)
    short = (
        None
        if support.gear.reach_mm is None and _needs_reach(support)
        else max(0.0, reach - support.most_reach_mm)
    )
    polygon = footprint(feet) if len(feet) > 2 else None
    placement = Placement(
        foot=foot, root=root, tip=tip, reach_mm=reach, toward=toward, feet=feet,
        polygon=polygon, stands=() if polygon is None else (polygon,),
        members=tuple(members), short_mm=short, height_short_mm=height_short, clashes=(),
    )  # fmt: skip
    return with_clashes(spot, placement)


def _hub(foot: Vector, root: Vector) -> Vector:
    """Where the legs meet the column."""
    return Vector(foot.x, foot.y, foot.z + min(450.0, 0.4 * max(0.0, root.z - foot.z)))


def _needs_reach(support: GivenSupport) -> bool:
    return support.gear.form not in ("floor tripod",)


def _outside(value: float, low: float | None, high: float | None) -> float:
    """0 within; how far below the lowest (negative) or above the highest."""
    if low is not None and value < low - 0.05:
        return value - low
    if high is not None and value > high + 0.05:
        return value - high
    return 0.0


def _across(spot: Spot) -> Placement | None:
    """A bar on two stands, or a pole between walls."""
    support, work, screw = spot.support, spot.work, spot.screw
    gear, placed = support.gear, support.placed
    runs = placed.runs or "across"
    axis = Vector(1.0, 0.0, 0.0) if runs == "across" else Vector(0.0, 1.0, 0.0)
    options = span_options(
        sections_mm=[one.length_mm for one in gear.sections],
        adjust_mm=gear.adjust_mm,
        least_mm=gear.span_least_mm,
        most_mm=gear.span_most_mm,
    )
    walls = work.walls
    across = runs == "across"
    unknown: list[str] = []
    if support.model == "pole":
        if walls is None:
            return None
        low, high = (walls.left, walls.right) if across else (walls.near, walls.far)
        option = nearest_options(options, high - low)[0]
        level = screw.z + support.drop_mm
    else:
        table = work.table
        low, high = (table.left, table.right) if across else (table.near, table.far)
        low, high = low - COLUMN_CLEAR_MM, high + COLUMN_CLEAR_MM
        at = placed.foot.x_mm if across else placed.foot.y_mm
        low = min(low, screw.x if across else screw.y)
        high = max(high, screw.x if across else screw.y)
        if at is not None:
            low = at
        best = least_at_or_over(options, high - low)
        option = best[0] if best else None
        extra = (best[1] if best else high - low) - (high - low)
        if at is None:
            low -= extra / 2
            high += extra / 2
        else:
            high += extra
        level = -work.table_height_mm
    if not options:
        unknown.append("span")
    line = screw.y if across else screw.x
    height = screw.z + support.drop_mm

    def at_place(along: float, z: float) -> Vector:
        return Vector(along, line, z) if across else Vector(line, along, z)

    one, two = at_place(low, level), at_place(high, level)
    bar = (at_place(low, height), at_place(high, height))
    tip = Vector(screw.x, screw.y, height)
    members = [
        Member("pole" if support.model == "pole" else "bar", *bar),
        Member("drop", tip, screw),
    ]
    feet: tuple[tuple[float, float], ...] = ()
    stands: list[Polygon] = []
    if support.model == "bar":
        side = Vector(-axis.y, axis.x, 0.0)
        members += [Member("column", one, bar[0]), Member("column", two, bar[1])]
        for foot, top, way in ((one, bar[0], axis.times(-1.0)), (two, bar[1], axis)):
            own = _feet_points(support, foot, way if placed.legs_toward_deg is None else side)
            members += [Member("leg", _hub(foot, top), Vector(x, y, foot.z)) for x, y in own]
            feet += own
            if len(own) > 2:
                stands.append(footprint(own))
    low_z, high_z = screw_limits(support.limits, work, screw.x, screw.y)
    height_short: float | None = _outside(screw.z, low_z, high_z)
    if support.model == "bar" and gear.highest_mm is None:
        height_short = None
    span = high - low
    short = None if not options else 0.0 if option else _span_lack(options, span)
    placement = Placement(
        foot=one, root=at_place((low + high) / 2, height), tip=tip,
        reach_mm=(screw.x if across else screw.y) - low, toward=axis, feet=feet,
        polygon=footprint(feet) if len(feet) > 2 else None, stands=tuple(stands),
        members=tuple(members), short_mm=short, height_short_mm=height_short, clashes=(), second=two, span_mm=span,
        span=option, unknown=tuple(unknown),
    )  # fmt: skip
    return with_clashes(spot, placement)


def _span_lack(options: tuple[SpanOption, ...], wanted: float) -> float:
    """By how much the nearest span misses, as a positive figure."""
    return min(abs(one.miss_mm(wanted)) for one in options)


def with_clashes(spot: Spot, placement: Placement) -> Placement:
    """The placement with all that it meets."""
    return replace(placement, clashes=tuple(clashes_of(spot, placement)))
