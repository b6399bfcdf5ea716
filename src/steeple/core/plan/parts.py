"""The kinds of value a plan is made of, with their ranges, and the base of every part.

A figure that is not known is None. Nothing is clamped: a figure out of range is refused with the
name of the field and the range.
"""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field, StringConstraints


class Part(BaseModel):
    """Base of all parts: frozen, unknown fields refused, no NaN and no infinity."""

    model_config = ConfigDict(
        frozen=True,
        extra="forbid",
        allow_inf_nan=False,
        json_schema_serialization_defaults_required=True,
    )


def _number(least: float, most: float) -> Any:
    return Field(strict=True, ge=least, le=most)


Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Slug = Annotated[str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
ExtentMm = Annotated[float, _number(5, 10_000)]
TopMm = Annotated[float, _number(0, 3_000)]
DetailMm = Annotated[float, _number(0.005, 200)]
MarginMm = Annotated[float, _number(0, 1_000)]
GapMm = Annotated[float, _number(0, 10_000)]
PlaceMm = Annotated[float, _number(-10_000, 10_000)]
HeightMm = Annotated[float, _number(1, 10_000)]
RoomMm = Annotated[float, _number(0, 2_000)]
SensorMm = Annotated[float, _number(1, 120)]
FocalMm = Annotated[float, _number(1, 2_000)]
FocusMm = Annotated[float, _number(5, 20_000)]
FNumber = Annotated[float, _number(0.7, 128)]
Magnification = Annotated[float, _number(0.005, 10)]
Pixels = Annotated[int, _number(16, 20_000)]
CropTimes = Annotated[float, _number(1, 20)]
AngleDeg = Annotated[float, _number(1, 175)]
MassG = Annotated[float, _number(1, 50_000)]
