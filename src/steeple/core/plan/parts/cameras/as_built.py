"""What a test frame told of a camera as it stands: kept beside what was planned, and changed by no plan."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from steeple.core.plan.values import (
    AzimuthDeg,
    FocalMm,
    GapMm,
    LensHeightMm,
    Part,
    PlaceMm,
    TiltDeg,
)

EvenStops = Annotated[float, Field(strict=True, ge=0, le=20)]
TurnDeg = Annotated[float, Field(strict=True, ge=-180, le=180)]
Sharpness = Annotated[float, Field(strict=True, ge=0, le=2)]


class AsBuilt(Part):
    """A camera as it was measured. Places in the axes of the plan; errors are two standard errors."""

    on: Annotated[
        str, StringConstraints(pattern=r"^20\d\d-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$")
    ] = Field(description="Day of the test frame.")
    x_mm: PlaceMm
    y_mm: PlaceMm
    z_mm: LensHeightMm = Field(description="Above the table top.")
    height_error_mm: GapMm = 0.0
    tilt_deg: TiltDeg = Field(description="Axis against straight down.")
    toward_deg: AzimuthDeg = Field(default=0.0, description="Where it is tipped to.")
    turn_deg: TurnDeg = Field(
        default=0.0, description="How far the picture is turned from what was planned, clockwise."
    )
    focal_mm: FocalMm | None = Field(default=None, description="None = the zoom was trusted.")
    evenness_stops: EvenStops | None = Field(
        default=None, description="Brightest against darkest of the zone."
    )
    mtf50_cy_px: Sharpness | None = Field(
        default=None, description="Sharpness in the middle, cycles a delivered pixel."
    )
