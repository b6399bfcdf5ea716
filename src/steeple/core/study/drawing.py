"""What the drawings need: outlines on the table, solids of the body, heights, bands of the plumb."""

from __future__ import annotations

from steeple.core.body.figure import Figure
from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.vectors import Vector
from steeple.core.study.given import GivenWork
from steeple.core.study.heights import HeightRange, bands_of
from steeple.core.study.lens import LensStudy
from steeple.core.study.result import Band, Result


class Box(Result):
    """A rectangle in a plane parallel to the table, in millimetres; near is the maker's side."""

    left: float
    right: float
    near: float
    far: float


class Point(Result):
    """A place in the axes of the plan, in millimetres."""

    x: float
    y: float
    z: float


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


def box(rectangle: Rectangle) -> Box:
    """A rectangle as a result."""
    return Box(left=rectangle.left, right=rectangle.right, near=rectangle.near, far=rectangle.far)


def point(vector: Vector) -> Point:
    """A place as a result."""
    return Point(x=vector.x, y=vector.y, z=vector.z)


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
    middle of the zone.
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
    second: Person | None
    reach_mm: float


class HeightBounds(Result):
    """Between which heights the lens may hang at this zoom setting, and what bounds it there.

    ``works`` is False where no height meets every demand; ``greatest_mm`` is None where nothing
    bounds the height above; ``never`` names demands that no height meets.
    """

    works: bool
    least_mm: float
    least_by: str
    greatest_mm: float | None
    greatest_by: str | None
    never: tuple[str, ...]


class CameraDrawing(Result):
    """Geometry of one camera over the work; heights in millimetres above the table top.

    ``measure`` says what the plumb shows: the height of the lens, or its distance from the work for
    a camera that looks level; ``value_mm`` is that figure. ``axis`` is the way it looks;
    ``line`` is where the entrance pupil would be at distance 0 along it. What depends on a picture
    being formed is None while the lens hangs in the work.
    """

    lens: Point
    axis: Point
    line: Point
    measure: str
    value_mm: float
    lowest_mm: float
    focal_mm: float | None
    roll_deg: int
    tilt_deg: float
    toward_deg: float
    rim: Point | None
    back: Point | None
    mark_height_mm: float | None
    focus_distance_mm: float | None
    seen_surface: tuple[Point, ...] | None
    seen_top: tuple[Point, ...] | None
    seen_width_mm: float | None
    seen_depth_mm: float | None
    sharp_up_to_mm: float | None
    sharp_down_to_mm: float | None
    range: HeightBounds
    bands: tuple[Band, ...]


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
        second=None if maker.second is None else person(maker.second),
        reach_mm=maker.proportions.upper_arm_mm + maker.proportions.forearm_mm,
    )


def camera_drawing(study: LensStudy) -> CameraDrawing:
    """The geometry of a studied camera."""
    sight, framing, d = study.sight, study.framing, study.settings.d_mm
    seen = sight.seen_surface if sight else None
    return CameraDrawing(
        lens=point(study.position),
        axis=point(framing.pose.axis),
        line=point(framing.base),
        measure=framing.measure,
        value_mm=study.settings.value_mm,
        lowest_mm=framing.value_of(framing.lowest),
        focal_mm=study.settings.focal_mm,
        roll_deg=study.camera.roll_deg,
        tilt_deg=study.camera.tilt_deg,
        toward_deg=study.camera.toward_deg,
        rim=point(framing.rim(d)) if sight else None,
        back=point(framing.back(d)) if sight else None,
        mark_height_mm=sight.mark_height_mm if sight else None,
        focus_distance_mm=sight.focus_distance_mm if sight else None,
        seen_surface=_quad(sight.quad_surface) if sight else None,
        seen_top=_quad(sight.quad_top) if sight else None,
        seen_width_mm=seen.width_mm if seen else None,
        seen_depth_mm=seen.depth_mm if seen else None,
        sharp_up_to_mm=sight.sharp_up_to_mm if sight else None,
        sharp_down_to_mm=sight.sharp_down_to_mm if sight else None,
        range=_bounds(study.settings.heights),
        bands=bands_of(study.settings.heights),
    )


def _quad(corners: tuple[Vector, ...] | None) -> tuple[Point, ...] | None:
    return None if corners is None else tuple(point(corner) for corner in corners)


def _bounds(heights: HeightRange) -> HeightBounds:
    greatest = heights.greatest
    return HeightBounds(
        works=heights.works,
        least_mm=heights.least.height_mm,
        least_by=heights.least.code,
        greatest_mm=greatest.height_mm if greatest else None,
        greatest_by=greatest.code if greatest else None,
        never=heights.never,
    )
