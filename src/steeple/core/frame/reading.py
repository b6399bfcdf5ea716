"""One test frame read whole: where the camera is, how the table is lit, how sharp it is."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import cv2
import numpy as np

from steeple.core.budget import look
from steeple.core.frame.chart.layout import Paper
from steeple.core.frame.light.bands import Bands, read_bands
from steeple.core.frame.light.lighting import Lighting, read_lighting
from steeple.core.frame.light.paper import Zone
from steeple.core.frame.light.tones import Picture
from steeple.core.frame.pose.finding import FoundMarks, find_marks
from steeple.core.frame.pose.fitting import MOVED_MM, Fitted, Seen, fit_camera
from steeple.core.frame.pose.lens_model import Floats
from steeple.core.frame.sharpness import SharpPlace, read_sharpness

ConstantAt = Callable[[float], float]
"""The camera constant in pixels, focused at a distance from the pupil in millimetres."""
SAME_CONSTANT = 5e-5


@dataclass(frozen=True, slots=True)
class Asked:
    """What is known before a picture is looked at.

    ``constant_at`` gives the constant of the zoom that is trusted, ``distance_mm`` how far the work is thought to
    lie off, ``zone`` what is to be seen, ``detail_mm`` the finest line, ``raised_mm`` how high the chart lies in
    each picture, ``told`` whether the constant is to be taken from the pictures (None: where they tell it well).
    """

    constant_at: ConstantAt
    distance_mm: float
    zone: Zone
    detail_mm: float | None = None
    raised_mm: tuple[float, ...] = (0.0,)
    paper: Paper = "a4"
    printed: float = 1.0
    told: bool | None = None


@dataclass(frozen=True, slots=True)
class FrameReading:
    """What the pictures of one camera tell."""

    fitted: Fitted
    found: tuple[FoundMarks, ...]
    lighting: Lighting | None
    sharpness: tuple[SharpPlace, ...]
    bands: Bands | None


def _distance(fitted: Fitted, raised_mm: float) -> float | None:
    """From the pupil to the chart along the axis; None where the axis does not meet the table."""
    pose = fitted.camera.pose
    if pose.axis.z > -0.05:
        return None
    return (pose.position.z - raised_mm) / -pose.axis.z


def fit_focused(views: Sequence[Seen], size_px: tuple[int, int], asked: Asked) -> Fitted:
    """The camera, its constant that of a lens focused on the work at the distance that is found.

    Parameters
    ----------
    views, size_px, asked
        marks of each sheet; size of the pictures in pixels; what is known before they are looked at.

    Raises
    ------
    numpy.linalg.LinAlgError
        As `fit_camera`.
    """
    constant = asked.constant_at(asked.distance_mm)
    fitted = fit_camera(views, size_px=size_px, constant_px=constant, told=asked.told)
    for _ in range(3):
        distance = _distance(fitted, views[0].raised_mm)
        if distance is None or fitted.constant_told:
            break
        again = asked.constant_at(distance)
        if abs(again / constant - 1) < SAME_CONSTANT:
            break
        constant = again
        fitted = fit_camera(views, size_px=size_px, constant_px=constant, told=asked.told)
    return fitted


def read_frames(pictures: Sequence[Picture], asked: Asked) -> FrameReading:
    """What pictures of the chart tell, taken by one camera that did not move.

    Parameters
    ----------
    pictures
        one, or more that differ in how high the chart lies; each upright, shape (rows, columns, 3), of one size.
    asked
        what is known.

    Raises
    ------
    ChartNotFound
        Where the chart cannot be read in one of them.
    numpy.linalg.LinAlgError
        Where what is found is no plane that a camera could see.
    """
    size = (pictures[0].shape[1], pictures[0].shape[0])
    constant = asked.constant_at(asked.distance_mm)
    found = []
    views: list[Seen] = []
    for picture, raised in zip(pictures, asked.raised_mm, strict=True):
        look()
        grey = np.asarray(cv2.cvtColor(picture, cv2.COLOR_RGB2GRAY), dtype=np.uint8)
        marks = find_marks(grey, constant_px=constant, paper=asked.paper, scale=asked.printed)
        found.append(marks)
        views += [
            replace(one, raised_mm=raised, laid_mm=MOVED_MM if len(found) > 1 else one.laid_mm)
            for one in marks.seen
        ]
    look()
    fitted = fit_focused(views, size, asked)
    chart, raised = found[0].chart, asked.raised_mm[0]
    look()
    lighting = read_lighting(pictures[0], fitted.camera, chart, asked.zone, raised_mm=raised)
    sharpness = read_sharpness(
        pictures[0], fitted.camera, chart, detail_mm=asked.detail_mm, raised_mm=raised
    )
    bands = None if lighting is None else read_bands(lighting.samples, size)
    return FrameReading(fitted, tuple(found), lighting, sharpness, bands)


def read_corners(
    corners: Floats, rectangle_mm: tuple[float, float], size_px: tuple[int, int], asked: Asked
) -> Fitted:
    """The camera by four corners of a known rectangle, pointed at by hand.

    Parameters
    ----------
    corners
        shape (4, 2), pixels: far left, far right, near right and near left as the rectangle lies before the maker.
    rectangle_mm
        its width and depth; its middle lies on the middle of the zone.
    size_px, asked
        of the picture; what is known.

    Raises
    ------
    numpy.linalg.LinAlgError
        Where no camera sees a rectangle so.

    Notes
    -----
    Four corners tell neither distortion nor, square on, zoom from distance: both are taken as known. A corner is
    pointed at to about a pixel or two, and the error said is at least that.
    """
    a, b = rectangle_mm[0] / 2, rectangle_mm[1] / 2
    places = np.array([[-a, b], [a, b], [a, -b], [-a, -b]])
    fitted = fit_focused(
        [Seen(places, np.asarray(corners, dtype=float))], size_px, replace(asked, told=False)
    )
    worse = max(1.0, POINTED_PX / fitted.residual_px) ** 2
    return replace(
        fitted, spread=fitted.spread * worse, residual_px=max(POINTED_PX, fitted.residual_px)
    )


POINTED_PX = 1.5
"""A corner is pointed at by hand to about this."""
