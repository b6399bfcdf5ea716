"""A frame that was read, beside what the plan says of its camera."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from steeple.core.frame.pose.fitting import Fitted
from steeple.core.frame.pose.lens_model import PixelCamera
from steeple.core.frame.pose.measures import Measure, figures_of, measures_of
from steeple.core.frame.reading import FrameReading
from steeple.core.geometry.rectangle import Side
from steeple.core.study.check.planned import Planned

STEEP_DEG = 12.0
"""A camera planned within this of straight down is spoken of as overhead."""


@dataclass(frozen=True, slots=True)
class Spare:
    """How far the frame reaches beyond the zone where it is nearest: millimetres, negative where it cuts it off."""

    mm: float
    side: Side
    at_top: bool


@dataclass(frozen=True, slots=True, eq=False)
class Compared:
    """A camera as it stands beside the same as planned; both in the axes of the chart.

    ``reading`` is None where only corners of a rectangle were pointed at. ``trusted`` says what told zoom from
    distance: the zoom that is set, a tape, or the picture by itself. ``focal_mm`` is the zoom as it must be, None for
    a camera without one; ``focal_error_mm`` its error.
    """

    planned: Planned
    fitted: Fitted
    reading: FrameReading | None
    size_px: tuple[int, int]
    trusted: str
    focal_mm: Measure | None = None

    @property
    def camera(self) -> PixelCamera:
        """As it stands."""
        return self.fitted.camera

    @property
    def wanted(self) -> PixelCamera:
        """As planned, for a picture of the same size."""
        return self.planned.camera(self.size_px)

    @property
    def measures(self) -> dict[str, Measure]:
        """Figures of the camera with their errors."""
        return measures_of(self.fitted)

    @property
    def is_overhead(self) -> bool:
        """Whether it was planned to look nearly straight down at the work."""
        return figures_of(self.wanted)["tilt_deg"] <= STEEP_DEG

    @property
    def spare(self) -> Spare:
        """Of the frame as it stands."""
        return spare_of(self.camera, self.planned)


def delivered_px(planned: Planned, size_px: tuple[int, int]) -> tuple[float, float]:
    """Width and height of what is delivered, in pixels of a picture: cut to the aspect of the delivery.

    Parameters
    ----------
    planned, size_px
        the camera; the picture, upright.
    """
    width, height = (float(one) for one in size_px)
    wanted = planned.work.delivery_px
    aspect = wanted.width / wanted.height
    if (aspect > 1) != (width > height):
        aspect = 1 / aspect
    return (width, width / aspect) if width / height < aspect else (height * aspect, height)


def spare_of(camera: PixelCamera, planned: Planned) -> Spare:
    """How far a frame reaches beyond the zone, on the table and at its top.

    Parameters
    ----------
    camera, planned
        in the axes of the chart; whose zone it is.
    """
    half_w, half_h = planned.zone.width_mm / 2, planned.zone.depth_mm / 2
    width, height = delivered_px(planned, camera.size_px)
    middle = camera.middle_px
    ends = np.linspace(-1, 1, 21)
    sides: tuple[tuple[Side, np.ndarray[tuple[int, int], np.dtype[np.float64]]], ...] = (
        ("left", np.column_stack([np.full(21, -half_w), ends * half_h])),
        ("right", np.column_stack([np.full(21, half_w), ends * half_h])),
        ("near", np.column_stack([ends * half_w, np.full(21, -half_h)])),
        ("far", np.column_stack([ends * half_w, np.full(21, half_h)])),
    )
    least = Spare(math.inf, "left", at_top=False)
    for at_top, level in ((False, 0.0), (True, planned.work.top_mm)):
        for side, places in sides:
            points = np.column_stack([places, np.full(21, level)])
            px = camera.project(points) - middle
            room = np.minimum(width / 2 - np.abs(px[:, 0]), height / 2 - np.abs(px[:, 1]))
            room = np.where(np.isfinite(room), room / camera.px_per_mm(points), -1e4)
            if float(room.min()) < least.mm - 1e-6:
                least = Spare(float(room.min()), side, at_top=at_top)
    return least


def covered_mm(
    camera: PixelCamera, planned: Planned, level_mm: float
) -> tuple[float, float] | None:
    """Width and height of what the delivered frame covers at a level, through the middle of the picture; None
    where it reaches past the horizon.

    Parameters
    ----------
    camera, planned, level_mm
        in the axes of the chart; whose delivery; millimetres over the work.
    """
    width, height = delivered_px(planned, camera.size_px)
    x, y = camera.middle_px
    px = np.array(
        [[x - width / 2, y], [x + width / 2, y], [x, y - height / 2], [x, y + height / 2]]
    )
    at = camera.on_level(px, level_mm)
    if not np.isfinite(at).all():
        return None
    return float(np.linalg.norm(at[1] - at[0])), float(np.linalg.norm(at[3] - at[2]))


def turned_deg(camera: PixelCamera, wanted: PixelCamera) -> tuple[float, float, float]:
    """How far a camera must be turned to look as planned, in degrees: about the level line from left to right
    (positive: its view moves away from the maker), about the line away from the maker (positive: its view moves to
    the right), and about its own axis (positive: clockwise as it is seen from above or from behind it).

    Parameters
    ----------
    camera, wanted
        as it stands; as planned.
    """
    ours, theirs = camera.pose, wanted.pose
    # Along the right and the up of the planned picture for a camera that looks aslant; of the table for one above.
    down = -theirs.axis.z > 0.5
    if down:
        lean = figures_of(camera), figures_of(wanted)
        away = lean[1]["lean_y_deg"] - lean[0]["lean_y_deg"]
        right = lean[1]["lean_x_deg"] - lean[0]["lean_x_deg"]
        about = lean[1]["turn_deg"] - lean[0]["turn_deg"]
        return away, right, (about + 180.0) % 360.0 - 180.0
    level = _rises_deg(theirs.axis.z) - _rises_deg(ours.axis.z)
    heading = math.degrees(
        math.atan2(theirs.axis.x, theirs.axis.y) - math.atan2(ours.axis.x, ours.axis.y)
    )
    roll = _rises_deg(ours.right.z) - _rises_deg(theirs.right.z)
    return level, (heading + 180.0) % 360.0 - 180.0, roll


def _rises_deg(up: float) -> float:
    """How far a direction rises above level, from its upright part, which rounding may carry past 1."""
    return math.degrees(math.asin(max(-1.0, min(1.0, up))))
