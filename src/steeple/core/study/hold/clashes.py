"""A support in its place, and everything that it meets there: room, table, people, its own picture."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Literal

import numpy as np
from shapely.geometry import Polygon, box

from steeple.core.geometry.pose import Pyramid
from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.room import Block
from steeple.core.geometry.vectors import Vector
from steeple.core.hold.spans import SpanOption
from steeple.core.study.inputs.support import GivenSupport
from steeple.core.study.inputs.work import GivenWork

ClashKind = Literal[
    "ceiling", "thing", "wall", "table", "edge", "zone", "seat", "person", "head", "picture", "door",
    "drawer", "walkway", "stool", "audience",
]  # fmt: skip
SEAT_HALF_MM, SEAT_DEEP_MM = 300.0, 450.0
HEAD_CLEAR_MM = 40.0
ROOM_CLEAR_MM = 20.0
SEEN_MM = 1.0
"""Less of a support than that in the picture is not seen."""


@dataclass(frozen=True, slots=True)
class Member:
    """A straight part of a rig, for drawings and to see what it meets. Millimetres."""

    part: Literal["column", "boom", "behind", "bar", "pole", "drop", "leg"]
    a: Vector
    b: Vector


@dataclass(frozen=True, slots=True)
class Clash:
    """Something that the rig meets. ``over_mm`` is how far it stands in it; 0 where that says
    nothing."""

    kind: ClashKind
    name: str
    over_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class Placement:
    """A support in its place.

    ``polygon`` is what it stands on as a whole, ``stands`` that of each stand. ``foot`` is the foot of its column, ``second`` that of the second stand of a bar or the other
    wall of a pole; ``root`` is where the boom begins, or the middle of a bar; ``tip`` is above the
    camera screw. ``reach_mm`` is from column to screw. ``short_mm`` is what lacks in reach (aside)
    and ``height_short_mm`` in height: negative too low for it, positive too high; both 0 where it
    gets there. None where that is not known.
    """

    foot: Vector
    root: Vector
    tip: Vector
    reach_mm: float
    toward: Vector
    feet: tuple[tuple[float, float], ...]
    polygon: Polygon | None
    stands: tuple[Polygon, ...]
    members: tuple[Member, ...]
    short_mm: float | None
    height_short_mm: float | None
    clashes: tuple[Clash, ...]
    second: Vector | None = None
    span_mm: float | None = None
    span: SpanOption | None = None
    unknown: tuple[str, ...] = ()


@dataclass(frozen=True)
class Spot:
    """Everything that a place is judged by."""

    support: GivenSupport
    work: GivenWork
    screw: Vector
    pyramid: Pyramid

    @cached_property
    def sides(self) -> tuple[tuple[Vector, float], ...]:
        """The planes that what is in the picture lies before: unit normal, and the lens along it."""
        pose = self.pyramid.pose
        normals = [one.unit for one in (pose.axis, *self.pyramid.walls)]
        return tuple((one, pose.position.dot(one)) for one in normals)


def shelf_of(spot: Spot) -> Block | None:
    """The thing in the room that it is fixed to: the one named, else the nearest that hangs."""
    blocks = spot.work.blocks
    named = next((one for one in blocks if one.name == spot.support.placed.shelf), None)
    hanging = [one for one in blocks if one.low > 0]
    return named or min(hanging, key=lambda one: one.distance(spot.screw), default=None)


def clashes_of(spot: Spot, placement: Placement) -> Iterator[Clash]:
    """Everything that a support meets in its place."""
    support, work = spot.support, spot.work
    upper = [one for one in placement.members if one.part != "leg"]
    yield from _ceiling(spot, upper)
    own = shelf_of(spot) if support.anchor == "shelf" else None
    for block in work.blocks:
        if block is own or _hangs_from(support, placement, block):
            continue
        if any(block.meets(one.a, one.b) for one in placement.members):
            yield Clash("thing", block.name)
    yield from _wall(spot, placement)
    yield from _table(spot, placement)
    yield from _people(spot, placement)
    yield from _heads(spot, upper)
    yield from _picture(spot, upper)
    for part, area in spot.work.clear:
        if support.anchor == "floor" and _stands_in(placement, area):
            yield Clash(part.kind, part.name)


def _hangs_from(support: GivenSupport, placement: Placement, block: Block) -> bool:
    return support.model == "hung" and abs(placement.foot.z - block.low) < 1.0


def _ceiling(spot: Spot, members: list[Member]) -> Iterator[Clash]:
    work, support = spot.work, spot.support
    if work.ceiling is None:
        return
    over = 0.0
    for member in members:
        for end in (member.a, member.b):
            if support.model == "hung" and member.part == "column":
                continue
            room = (work.ceiling_at(end.x, end.y) or math.inf) - end.z - ROOM_CLEAR_MM
            over = max(over, -room)
    if over > 0:
        yield Clash("ceiling", "ceiling", over)


def _wall(spot: Spot, placement: Placement) -> Iterator[Clash]:
    walls = spot.work.walls
    if walls is None or spot.support.model == "pole":
        return
    slack = 1.0 if spot.support.anchor == "wall" else 0.0
    over, name = 0.0, ""
    for member in placement.members:
        for end in (member.a, member.b):
            for past, wall in (
                (walls.left - end.x, "left wall"), (end.x - walls.right, "right wall"),
                (walls.near - end.y, "wall behind you"), (end.y - walls.far, "far wall"),
            ):  # fmt: skip
                if past - slack > over:
                    over, name = past - slack, wall
    if over > 0:
        yield Clash("wall", name, over)


def _inside(area: Rectangle, point: Vector) -> bool:
    return area.left < point.x < area.right and area.near < point.y < area.far


def _table(spot: Spot, placement: Placement) -> Iterator[Clash]:
    """A floor stand's column through the table, or a small stand on the zone or off the table."""
    support, work = spot.support, spot.work
    feet = [one for one in (placement.foot, placement.second) if one is not None]
    if support.anchor == "floor" and support.model != "hung":
        if any(_inside(work.table, foot) for foot in feet):
            yield Clash("table", "table")
    elif support.anchor == "table" and placement.polygon is not None:
        if placement.polygon.intersects(_shape(work.footprint)):
            yield Clash("zone", "zone")
        table = work.table
        if any(
            not (table.left <= x <= table.right and table.near <= y <= table.far)
            for x, y in placement.feet
        ):
            yield Clash("edge", "table edge")


@lru_cache(maxsize=64)
def _shape(area: Rectangle) -> Polygon:
    return box(area.left, area.near, area.right, area.far)


def _stands_in(placement: Placement, area: Rectangle) -> bool:
    if placement.stands:
        xs, ys = [x for x, _ in placement.feet], [y for _, y in placement.feet]
        if max(xs) < area.left or min(xs) > area.right or max(ys) < area.near or min(ys) > area.far:
            return False
        return any(bool(one.intersects(_shape(area))) for one in placement.stands)
    feet = [one for one in (placement.foot, placement.second) if one is not None]
    return any(_inside(area, foot) for foot in feet)


def seat_of(work: GivenWork) -> Rectangle:
    """The floor that the maker needs."""
    hip = work.maker.poses.middle.hip
    return Rectangle(
        left=hip.x - SEAT_HALF_MM, right=hip.x + SEAT_HALF_MM,
        near=hip.y - SEAT_DEEP_MM, far=min(hip.y + 250.0, max(hip.y, work.table.near)),
    )  # fmt: skip


def _people(spot: Spot, placement: Placement) -> Iterator[Clash]:
    work = spot.work
    if spot.support.anchor != "floor" or spot.support.model == "hung":
        return
    if not work.maker.away and _stands_in(placement, seat_of(work)):
        yield Clash("seat", "your place")
    for one in work.maker.company:
        hip = one.hip
        place = Rectangle(left=hip.x - SEAT_HALF_MM, right=hip.x + SEAT_HALF_MM,
                          near=hip.y - SEAT_HALF_MM, far=hip.y + SEAT_HALF_MM)  # fmt: skip
        if _stands_in(placement, place):
            yield Clash("person", "the other person’s place")


def head_gap_mm(spot: Spot, members: list[Member]) -> float:
    """Least free room between any head, in any pose, and a part of the rig."""
    heads = spot.work.maker.heads
    gaps = [math.inf]
    if not len(heads):
        return math.inf
    for member in members:
        a, way = np.array(member.a), np.array(member.b.minus(member.a))
        length2 = float(way @ way)
        off = heads[:, :3] - a
        share = np.clip(off @ way / length2, 0.0, 1.0) if length2 > 0 else np.zeros(len(heads))
        nearest = off - share[:, None] * way
        gaps.append(float((np.sqrt((nearest**2).sum(axis=1)) - heads[:, 3]).min()))
    return min(gaps)


def _heads(spot: Spot, members: list[Member]) -> Iterator[Clash]:
    gap = head_gap_mm(spot, members)
    if gap < HEAD_CLEAR_MM:
        yield Clash("head", "your head", HEAD_CLEAR_MM - gap)


def _within(
    start: Vector, end: Vector, sides: Sequence[tuple[Vector, float]]
) -> tuple[float, float]:
    """From where to where a stretch lies on the good side of planes n·p ≥ d, as shares of it; the first
    is the greater where it does not."""
    low, high = 0.0, 1.0
    for normal, least in sides:
        a, b = start.dot(normal) - least, end.dot(normal) - least
        if a < 0 and b < 0:
            return 1.0, 0.0
        if a < 0:
            low = max(low, a / (a - b))
        elif b < 0:
            high = min(high, a / (a - b))
    return low, high


def _under_table(spot: Spot) -> list[tuple[Vector, float]]:
    """The planes between which the table hides what is below it from the lens: none that hold where
    the lens is below it itself."""
    lens, table = spot.pyramid.pose.position, spot.work.table
    sides = [(Vector(0.0, 0.0, -1.0), 0.0)]
    # The line from the lens to a place meets the table where it does at the height of its top.
    for sign, edge, x, y, at in (
        (1.0, table.left, 1.0, 0.0, lens.x), (-1.0, table.right, 1.0, 0.0, lens.x),
        (1.0, table.near, 0.0, 1.0, lens.y), (-1.0, table.far, 0.0, 1.0, lens.y),
    ):  # fmt: skip
        normal = Vector(x * lens.z, y * lens.z, edge - at).times(sign)
        sides.append((normal, sign * edge * lens.z))
    return sides


def seen_mm(spot: Spot, member: Member, radius: float = 0.0) -> float:
    """How much of the middle line of a part of a rig is in the picture, or within a radius of it, and
    not under the table; in millimetres."""
    lens = spot.pyramid.pose.position
    sides = [(normal, at - radius) for normal, at in spot.sides]
    low, high = _within(member.a, member.b, sides)
    if low >= high:
        return 0.0
    long = member.b.minus(member.a).length
    hidden = 0.0
    if lens.z > 0:
        first, last = _within(member.a, member.b, _under_table(spot))
        hidden = max(0.0, min(high, last) - max(low, first))
    return max(0.0, (high - low - hidden) * long)


def _picture(spot: Spot, members: list[Member]) -> Iterator[Clash]:
    """The part of the rig of which most is in the picture that it holds the camera for."""
    radius = (spot.support.gear.tube_mm or spot.support.usual_tube[0]) / 2
    parts = [one for one in members if one.part != "drop"]
    seen = [(seen_mm(spot, one), seen_mm(spot, one, radius), one.part) for one in parts]
    most, with_tube, part = max(seen, default=(0.0, 0.0, ""))
    if max(most, with_tube) > SEEN_MM:
        yield Clash("picture", part, most)
