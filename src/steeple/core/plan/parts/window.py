"""Windows of a room, and where and when the sun is looked for."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal, Self

from pydantic import Field, StringConstraints, model_validator

from steeple.core.plan.values import ExtentMm, FloorMm, GapMm, Name, Part, PlaceMm, Share


class Window(Part):
    """A window in a wall. ``along_mm`` is measured like an obstacle: for a window at the left or
    right from the edge in front of the maker to its near side, for one in the far or near wall from
    the left edge of the table to its left side."""

    name: Name = "Window"
    wall: Literal["left", "right", "far", "near"]
    along_mm: PlaceMm = 0.0
    away_mm: GapMm | None = Field(
        default=None, description="From the table's edge to the wall; None = by the room's walls."
    )
    width_mm: ExtentMm
    height_mm: ExtentMm
    sill_mm: FloorMm = Field(description="Its lower edge, from the floor.")
    transmittance: Share | None = None
    closed: bool = Field(default=False, description="Blind or shutter closed.")


class Daylight(Part):
    """Where on earth and when, so that sun and sky are known over the session."""

    latitude_deg: Annotated[float, Field(strict=True, ge=-66, le=66)]
    longitude_deg: Annotated[float, Field(strict=True, ge=-180, le=180)]
    bearing_deg: Annotated[float, Field(strict=True, ge=0, le=360)] = Field(
        description="Compass bearing of 12 o'clock, straight away from the maker."
    )
    date: Annotated[
        str, StringConstraints(pattern=r"^20\d\d-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$")
    ]
    begins: Annotated[str, StringConstraints(pattern=r"^([01]\d|2[0-3]):[0-5]\d$")]
    lasts_min: Annotated[float, Field(strict=True, ge=15, le=720)] = 120.0
    utc_offset_h: Annotated[float, Field(strict=True, ge=-12, le=14)]
    sky: Literal["clear", "hazy", "overcast"] | None = None

    @model_validator(mode="after")
    def _a_day_that_is(self) -> Self:
        try:
            datetime.fromisoformat(self.date)
        except ValueError as error:
            raise ValueError(f"there is no {self.date} in the calendar") from error
        return self
