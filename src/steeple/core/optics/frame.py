"""What part of the sensor becomes the delivered picture, and how many pixels that leaves.

Reference: Ray, *Applied Photographic Optics*, chapter on image formats; for the two samples that a
line needs, the sampling theorem as given in Hecht, *Optics*, chapter on Fourier optics.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from steeple.core.errors import InputError
from steeple.core.units import positive

PIXELS_PER_LINE = 2.0
"""Delivered pixels that the finest line must span to stay readable."""


@dataclass(frozen=True, slots=True)
class Extent:
    """A width and a height in one unit (millimetres, pixels, or tangents)."""

    width: float
    height: float

    @property
    def turned(self) -> Extent:
        """The same rectangle turned by 90°."""
        return Extent(width=self.height, height=self.width)

    @property
    def aspect(self) -> float:
        """Width ÷ height."""
        return self.width / self.height

    @property
    def diagonal(self) -> float:
        """Corner to corner, in the unit of its sides."""
        return math.hypot(self.width, self.height)


@dataclass(frozen=True, slots=True)
class DeliveredFrame:
    """How the recording becomes the delivered picture.

    ``share`` is the part of the recording (width, height; 0…1) that is left after the aspect crop,
    in the orientation of the delivered picture; ``on_its_side`` says that the camera is turned so
    that the long side of the recording is the upright side of the picture.
    """

    share: Extent
    on_its_side: bool


def delivered_frame(*, recording_px: Extent, delivery_px: Extent) -> DeliveredFrame:
    """The largest part of the recording that has the shape of the delivery.

    A recording and a delivery of opposite orientation (one wide, one upright) are matched by
    turning the camera on its side, which loses the least.

    Parameters
    ----------
    recording_px
        of the recording, each > 0.
    delivery_px
        of the published picture, each > 0.
    """
    for name, extent in (("recording_px", recording_px), ("delivery_px", delivery_px)):
        positive(extent.width, name)
        positive(extent.height, name)
    on_its_side = (recording_px.aspect - 1) * (delivery_px.aspect - 1) < 0
    shape = recording_px.turned if on_its_side else recording_px
    ratio = delivery_px.aspect / shape.aspect
    share = Extent(width=1.0, height=1 / ratio) if ratio >= 1 else Extent(width=ratio, height=1.0)
    return DeliveredFrame(share=share, on_its_side=on_its_side)


def crop_limit(*, recording_px: Extent, delivery_px: Extent) -> float:
    """How far the edit can enlarge before one recorded pixel fills more than one delivered pixel.

    Recording ÷ delivery along the delivered width, after the aspect crop. Below 1 the recording is
    already smaller than the delivery.

    Parameters
    ----------
    recording_px
        of the recording, each > 0.
    delivery_px
        of the published picture, each > 0.
    """
    frame = delivered_frame(recording_px=recording_px, delivery_px=delivery_px)
    across = recording_px.height if frame.on_its_side else recording_px.width
    return across * frame.share.width / delivery_px.width


def pixels_per_mm(*, pixels: float, coverage_mm: float) -> float:
    """Pixels on each millimetre of a plane of which ``coverage_mm`` is seen across ``pixels``.

    Parameters
    ----------
    pixels
        across, > 0.
    coverage_mm
        seen across them, > 0.
    """
    return positive(pixels, "pixels") / positive(coverage_mm, "coverage_mm")


def field_of_view_tangents(
    *, angle_deg: float, measured: Literal["horizontal", "diagonal"], aspect: float
) -> Extent:
    """Tangents of the half angles across the width and the height of a picture.

    Parameters
    ----------
    angle_deg
        full angle of view in degrees, 1 … 175.
    measured
        whether the angle runs across the width or along the diagonal of the picture.
    aspect
        width ÷ height of the picture the angle holds for, > 0.

    Returns
    -------
    Extent of tan(half angle); a plane at distance u shows 2·u·tan of it. Rectilinear picture.

    Raises
    ------
    InputError
        ``out-of-range`` for an angle or aspect outside the range.
    """
    if not 1 <= angle_deg <= 175:
        raise InputError(
            "out-of-range",
            f"A field of view of {angle_deg:g}° is outside 1° to 175°.",
            field="angle_deg",
            value=angle_deg,
            allowed="1 to 175",
        )
    half = math.tan(math.radians(angle_deg) / 2)
    shape = Extent(width=positive(aspect, "aspect"), height=1.0)
    across = shape.diagonal if measured == "diagonal" else shape.width
    return Extent(width=half * shape.width / across, height=half * shape.height / across)
