"""What is to be heard, what sounds besides, and how the room takes it up."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from steeple.core.plan.values import (
    AreaM2,
    Count,
    HeightMm,
    LensHeightMm,
    LevelDb,
    Name,
    Part,
    PlaceMm,
    RoomExtentMm,
    Slug,
)
from steeple.core.sound.absorption import Furnished, SoftKind, SurfaceKind

NoiseKind = Literal[
    "machine", "hob", "fan", "fridge", "street", "heater", "camera", "lamp", "computer", "people"
]
Heard = Literal["voice", "work", "instrument", "voice and instrument"]
EchoS = Annotated[float, Field(strict=True, ge=0.05, le=15)]
DriftPpm = Annotated[float, Field(strict=True, ge=-2_000, le=2_000)]
PitchHz = Annotated[float, Field(strict=True, ge=20, le=15_000)]


class Surfaces(Part):
    """What bounds the room, by how it sounds; None = as usual."""

    floor: SurfaceKind | None = None
    walls: SurfaceKind | None = None
    ceiling: SurfaceKind | None = None
    furnished: Furnished | None = None


class Soft(Part):
    """Something soft in the room that takes up sound."""

    kind: SoftKind
    name: Name | None = None
    area_m2: AreaM2 | None = Field(
        default=None, description="Of what counts by its area; None = 2 m²."
    )
    count: Count | None = Field(default=None, description="How many; None = one.")
    hung: bool = Field(
        default=False, description="Brought in for the sound, so that it is on the card."
    )


class Noise(Part):
    """Something that sounds and is not wanted."""

    name: Name
    kind: NoiseKind
    level_db: LevelDb | None = Field(
        default=None,
        description="At one metre, dB(A); of the street or people all round: in the room.",
    )
    x_mm: PlaceMm | None = Field(default=None, description="None = from all round.")
    y_mm: PlaceMm | None = None
    z_mm: LensHeightMm | None = None
    off: bool = Field(default=False, description="Switched off while it is recorded.")


class SpareRoom(Part):
    """Another room of the house where one could speak."""

    name: Name
    width_mm: RoomExtentMm
    depth_mm: RoomExtentMm
    height_mm: HeightMm
    surfaces: Surfaces = Surfaces()
    noise_db: LevelDb | None = Field(
        default=None, description="How loud it is there, dB(A); None = as a quiet room."
    )


class Sounding(Part):
    """What is to be heard, and what is known of the room."""

    heard: Heard | None = Field(default=None, description="None = by the shape of the work.")
    way: Literal["live", "voice-over"] | None = Field(
        default=None, description="Whether the voice is recorded at work or afterwards."
    )
    voice_db: LevelDb | None = Field(default=None, description="At one metre, dB(A).")
    instrument_db: LevelDb | None = Field(default=None, description="At one metre, dB(A).")
    rt60_s: EchoS | None = Field(
        default=None, description="Echo of the room in the middle bands, as a clap has told it."
    )
    noises: tuple[Noise, ...] = Field(default=(), max_length=16)
    soft: tuple[Soft, ...] = Field(default=(), max_length=24)
    rooms: tuple[SpareRoom, ...] = Field(default=(), max_length=6)
    mixed: bool | None = Field(
        default=None, description="Whether microphones are mixed into one; None = they are."
    )
    mono: bool | None = Field(
        default=None, description="Whether a pair is also heard in mono; None = it is, on phones."
    )
    claps: Literal["none", "at the start", "at start and end"] | None = Field(
        default=None, description="Where it is clapped in each take; None = at the start."
    )
    align: Literal["by sound", "by sight"] | None = Field(
        default=None,
        description="Whether recordings are set to each other by what is heard of a clap or by what is seen; "
        "None = by sound.",
    )
    drift_ppm: DriftPpm | None = Field(
        default=None, description="How far clocks run apart, as two claps have told it."
    )
    main: Slug | None = Field(
        default=None, description="The microphone that the others are set to; None = the first."
    )
