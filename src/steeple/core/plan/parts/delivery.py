"""The picture that is published."""

from __future__ import annotations

from pydantic import Field

from steeple.core.plan.values import (
    CropTimes,
    FrameRateHz,
    Part,
    Pixels,
)


class Delivery(Part):
    """The picture that is published."""

    width_px: Pixels | None = None
    height_px: Pixels | None = None
    crop_wanted: CropTimes | None = Field(
        default=None, description="How far the edit shall be able to enlarge; 1 = not at all."
    )
    frame_rate_hz: FrameRateHz | None = None
