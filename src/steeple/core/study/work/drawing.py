"""What the drawings need of work, table, room and people."""

from __future__ import annotations

from steeple.core.body.figure import Figure
from steeple.core.study.base.result import Result
from steeple.core.study.base.shapes import Box, Point, box, point
from steeple.core.study.inputs.work import GivenWork


class BodyPart(Result):
    """A capsule of a body from ``a`` to ``b``."""

    part: str
    a: Point
    b: Point
    radius_mm: float


class Person(Result):
    """Someone at the table, in one pose. ``hip`` is what the trunk leans about."""

    parts: tuple[BodyPart, ...]
    hip: Point
    head: Point
    action: Point
    lean_deg: float


class RoomBox(Result):
    """A box in the room; heights above the table top."""

    name: str
    left: float
    right: float
    near: float
    far: float
    low: float
    high: float


class ItemShape(Result):
    """A thing that stands in the zone."""

    name: str
    kind: str
    x: float
    y: float
    width_mm: float
    depth_mm: float
    height_mm: float


class ClearFloor(Result):
    """Floor that must stay free."""

    kind: str
    name: str
    left: float
    right: float
    near: float
    far: float


class WorkDrawing(Result):
    """Geometry of table, work, room and people; heights in millimetres above the table top.

    ``zone`` is the zone as seen from above; ``surface`` and ``top`` are its corners on the work and
    at its top: near left, near right, far right, far left. ``ceiling_near_mm`` and
    ``ceiling_far_mm`` are the ceiling above the near and the far edge of the table, before the
    middle of the zone. ``away``: the maker is not there while it is filmed.
    """

    table: Box
    table_height_mm: float
    zone: Box
    surface: tuple[Point, ...]
    top: tuple[Point, ...]
    tilt_deg: float
    margin_mm: float
    top_mm: float
    hand_room_mm: float
    ceiling_mm: float | None
    ceiling_near_mm: float | None
    ceiling_far_mm: float | None
    boxes: tuple[RoomBox, ...]
    walls: Box | None
    clear: tuple[ClearFloor, ...]
    items: tuple[ItemShape, ...]
    maker: Person
    company: tuple[Person, ...]
    away: bool
    reach_mm: float


def person(figure: Figure) -> Person:
    """A figure as a result."""
    return Person(
        parts=tuple(
            BodyPart(part=one.part, a=point(one.a), b=point(one.b), radius_mm=one.radius_mm)
            for one in figure.solids
        ),
        hip=point(figure.hip),
        head=point(figure.head.a),
        action=point(figure.action),
        lean_deg=figure.lean_deg,
    )


def work_drawing(work: GivenWork) -> WorkDrawing:
    """The geometry of the work."""
    maker = work.maker
    return WorkDrawing(
        table=box(work.table),
        table_height_mm=work.table_height_mm,
        zone=box(work.footprint),
        surface=tuple(point(corner) for corner in work.plane.corners()),
        top=tuple(point(corner) for corner in work.plane.corners(work.top_mm)),
        tilt_deg=work.plane.tilt_deg,
        margin_mm=work.margin_mm,
        top_mm=work.top_mm,
        hand_room_mm=work.hand_room_mm,
        ceiling_mm=work.ceiling_at(0.0, 0.0),
        ceiling_near_mm=work.ceiling_at(0.0, work.table.near),
        ceiling_far_mm=work.ceiling_at(0.0, work.table.far),
        boxes=tuple(
            RoomBox(
                name=one.name,
                left=one.left,
                right=one.right,
                near=one.near,
                far=one.far,
                low=one.low,
                high=one.high,
            )
            for one in work.blocks
        ),
        walls=None if work.walls is None else box(work.walls),
        clear=tuple(
            ClearFloor(
                kind=part.kind,
                name=part.name,
                left=area.left,
                right=area.right,
                near=area.near,
                far=area.far,
            )
            for part, area in work.clear
        ),
        items=tuple(
            ItemShape(
                name=one.name,
                kind=one.kind,
                x=one.x_mm,
                y=one.y_mm,
                width_mm=one.width_mm,
                depth_mm=one.depth_mm or one.width_mm,
                height_mm=one.top_mm,
            )
            for one in work.items
        ),
        maker=person(maker.poses.middle),
        company=tuple(person(one) for one in maker.company),
        away=maker.away,
        reach_mm=maker.proportions.upper_arm_mm + maker.proportions.forearm_mm,
    )
