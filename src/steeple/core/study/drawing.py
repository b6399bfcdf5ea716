"""What the drawings of a camera need: rectangles on the table, heights, bands of the plumb."""

from __future__ import annotations

from steeple.core.geometry.rectangle import Rectangle
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


def box(rectangle: Rectangle) -> Box:
    """A rectangle as a result."""
    return Box(left=rectangle.left, right=rectangle.right, near=rectangle.near, far=rectangle.far)


class WorkDrawing(Result):
    """Geometry of table, work and room; heights in millimetres above the table top."""

    table: Box
    table_height_mm: float
    zone: Box
    margin_mm: float
    top_mm: float
    hand_room_mm: float
    ceiling_mm: float | None


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

    What depends on a picture being formed is None while the lens hangs in the work.
    """

    lens_x_mm: float
    lens_y_mm: float
    height_mm: float
    lowest_mm: float
    focal_mm: float | None
    roll_deg: int
    rim_height_mm: float | None
    mark_height_mm: float | None
    back_height_mm: float | None
    focus_height_mm: float | None
    seen_table: Box | None
    seen_top: Box | None
    sharp_up_to_mm: float | None
    sharp_down_to_mm: float | None
    range: HeightBounds
    bands: tuple[Band, ...]


def work_drawing(work: GivenWork) -> WorkDrawing:
    """The geometry of the work."""
    return WorkDrawing(
        table=box(work.table),
        table_height_mm=work.table_height_mm,
        zone=box(work.zone),
        margin_mm=work.margin_mm,
        top_mm=work.top_mm,
        hand_room_mm=work.hand_room_mm,
        ceiling_mm=work.ceiling_mm,
    )


def camera_drawing(study: LensStudy) -> CameraDrawing:
    """The geometry of a studied camera."""
    sight, height = study.sight, study.settings.height_mm
    return CameraDrawing(
        lens_x_mm=study.x_mm,
        lens_y_mm=study.y_mm,
        height_mm=height,
        lowest_mm=study.overhead.lowest_mm,
        focal_mm=study.settings.focal_mm,
        roll_deg=study.camera.roll_deg,
        rim_height_mm=sight.rim_height_mm if sight else None,
        mark_height_mm=sight.mark_height_mm if sight else None,
        back_height_mm=sight.back_height_mm if sight else None,
        focus_height_mm=height - sight.focus_distance_mm if sight else None,
        seen_table=box(sight.seen_table) if sight else None,
        seen_top=box(sight.seen_top) if sight else None,
        sharp_up_to_mm=sight.sharp_up_to_mm if sight else None,
        sharp_down_to_mm=sight.sharp_down_to_mm if sight else None,
        range=_bounds(study.settings.heights),
        bands=bands_of(study.settings.heights),
    )


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
