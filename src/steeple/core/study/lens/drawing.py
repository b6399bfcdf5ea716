"""What the drawings need: outlines on the table, solids of the body, heights, bands of the plumb."""

from __future__ import annotations

from steeple.core.geometry.vectors import Vector
from steeple.core.study.base.result import Result
from steeple.core.study.base.shapes import Point, point
from steeple.core.study.lens.heights import Band, HeightRange, bands_of
from steeple.core.study.lens.study import LensStudy


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


class TargetShape(Result):
    """What one camera films in the place of the zone: its name, and the box about it."""

    name: str
    low: Point
    high: Point


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
    target: TargetShape | None


def camera_drawing(study: LensStudy) -> CameraDrawing:
    """The geometry of a studied camera."""
    sight, framing, d = study.sight, study.framing, study.settings.d_mm
    seen = sight.seen_surface if sight else None
    target = study.work.target
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
        target=None
        if target is None
        else TargetShape(name=target.called, low=point(target.low), high=point(target.high)),
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
