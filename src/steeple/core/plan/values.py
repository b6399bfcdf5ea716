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
IesText = Annotated[str, StringConstraints(min_length=20, max_length=200_000)]
Slug = Annotated[str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
ExtentMm = Annotated[float, _number(5, 10_000)]
TopMm = Annotated[float, _number(0, 3_000)]
DetailMm = Annotated[float, _number(0.005, 200)]
MarginMm = Annotated[float, _number(0, 1_000)]
GapMm = Annotated[float, _number(0, 10_000)]
FARTHEST_MM = 10_000
PlaceMm = Annotated[float, _number(-FARTHEST_MM, FARTHEST_MM)]
HeightMm = Annotated[float, _number(1, 10_000)]
LensHeightMm = Annotated[float, _number(-3_000, 10_000)]
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
TiltDeg = Annotated[float, _number(0, 150)]
WorkTiltDeg = Annotated[float, _number(0, 90)]
LeanDeg = Annotated[float, _number(0, 60)]
AzimuthDeg = Annotated[float, _number(0, 360)]
Share = Annotated[float, _number(0.01, 0.99)]
FrameRateHz = Annotated[float, _number(1, 1_000)]
IsoSpeed = Annotated[float, _number(25, 1_000_000)]
DurationS = Annotated[float, _number(0.00001, 360_000)]
BodyHeightMm = Annotated[float, _number(900, 2_500)]
SeatMm = Annotated[float, _number(150, 1_000)]
ToolMm = Annotated[float, _number(0, 600)]
FloorMm = Annotated[float, _number(0, 10_000)]
PowerW = Annotated[float, _number(0.01, 20_000)]
EnergyWh = Annotated[float, _number(0.1, 10_000)]
BitRate = Annotated[float, _number(0.1, 10_000)]
SizeBytes = Annotated[float, _number(1_000_000, 1e15)]
FluxLm = Annotated[float, _number(1, 500_000)]
IlluminanceLx = Annotated[float, _number(1, 1_000_000)]
CctK = Annotated[float, _number(1_000, 20_000)]
LightAngleDeg = Annotated[float, _number(1, 360)]
Mired = Annotated[float, _number(-400, 400)]
StopsLost = Annotated[float, _number(0, 15)]
Percent = Annotated[float, _number(0, 100)]
LearnedShare = Annotated[float, _number(0.05, 5)]
LearnedFocal = Annotated[float, _number(0.7, 1.4)]
SagMm = Annotated[float, _number(-100, 300)]
TorqueNm = Annotated[float, _number(0.01, 2_000)]
WallMm = Annotated[float, _number(0.1, 60)]
ReachMm = Annotated[float, _number(0, 10_000)]
LoadG = Annotated[float, _number(10, 500_000)]
VoltageV = Annotated[float, _number(1, 480)]
CurrentA = Annotated[float, _number(0.01, 100)]
CapacityMah = Annotated[float, _number(10, 1_000_000)]
Count = Annotated[int, _number(1, 64)]
SpareCount = Annotated[int, _number(0, 50)]
FrequencyHz = Annotated[float, _number(0.1, 200)]
RingS = Annotated[float, _number(0.05, 120)]
SectionMm = Annotated[float, _number(20, 6_000)]
AlongMm = Annotated[float, _number(-5_000, 5_000)]
Minutes = Annotated[float, _number(0.1, 1_440)]
WeightG = Annotated[float, _number(0, 100_000)]
LevelDb = Annotated[float, _number(0, 140)]
HeardDeg = Annotated[float, _number(0, 180)]
SpacingMm = Annotated[float, _number(0, 5_000)]
AreaM2 = Annotated[float, _number(0.05, 500)]
RoomExtentMm = Annotated[float, _number(5, 50_000)]
"""Of rooms: a hall is longer than any table."""
RoomGapMm = Annotated[float, _number(0, 50_000)]
