"""Gear by kind and figures: camera bodies, phones, webcams and lenses. Other kinds: `rigging`.

A plan carries copies of these, so that it opens on another machine. None means "not known".
"""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from steeple.core.plan.parts import (
    AngleDeg,
    BitRate,
    CropTimes,
    DurationS,
    EnergyWh,
    FNumber,
    FocalMm,
    FocusMm,
    FrameRateHz,
    IsoSpeed,
    Magnification,
    MassG,
    Name,
    Part,
    Pixels,
    PowerW,
    RoomMm,
    SensorMm,
    SizeBytes,
)

Thread = Literal["1/4-20 socket", "3/8-16 socket", "phone", "shoe foot"]
Screen = Literal["fixed", "tilting", "turning", "none"]


class RecordingMode(Part):
    """One way a camera records: its frame in pixels and the sensor area that makes it."""

    name: Name
    width_px: Pixels = Field(description="Recorded frame width in pixels.")
    height_px: Pixels = Field(description="Recorded frame height in pixels.")
    sensor_width_mm: SensorMm | None = Field(
        default=None, description="Active sensor width of this mode, after its own crop."
    )
    sensor_height_mm: SensorMm | None = Field(
        default=None, description="Active sensor height of this mode, after its own crop."
    )
    frame_rate_hz: FrameRateHz | None = Field(
        default=None, description="Greatest frame rate of this mode."
    )
    bitrate_mbit_s: BitRate | None = Field(default=None, description="Megabits a second.")


class FieldOfView(Part):
    """The angle that a phone or webcam sees in its recording mode."""

    angle_deg: AngleDeg
    measured: Literal["horizontal", "diagonal"] = Field(
        description="Whether the angle runs across the width or along the diagonal."
    )
    stabilisation_crop: CropTimes | None = Field(
        default=None,
        description="How many times stabilisation narrows the picture; 1 = off, None = not known.",
    )


class Body(Part):
    """A camera body, a phone or a webcam."""

    kind: Literal["camera", "phone", "webcam"]
    name: Name
    modes: tuple[RecordingMode, ...] = Field(min_length=1, max_length=12)
    view: FieldOfView | None = Field(
        default=None, description="For a phone or webcam, which has no lens to change."
    )
    min_focus_mm: FocusMm | None = Field(
        default=None, description="Nearest focus of a phone or webcam, from its lens."
    )
    flange_mm: RoomMm | None = Field(
        default=None, description="Sensor mark to the lens mount (flange focal distance)."
    )
    back_mm: RoomMm | None = Field(
        default=None, description="Sensor mark to the back of the body, with what is fixed there."
    )
    mass_g: MassG | None = None
    mount: Name | None = Field(
        default=None, description="Kind of lens mount; bodies and lenses of one word fit together."
    )
    base_iso: IsoSpeed | None = None
    clean_iso: IsoSpeed | None = Field(
        default=None, description="Highest ISO whose noise the maker accepts."
    )
    shortest_shutter_s: DurationS | None = None
    longest_shutter_s: DurationS | None = None
    recording_limit_s: DurationS | None = Field(
        default=None, description="Recording stops by itself after this time."
    )
    file_limit_bytes: SizeBytes | None = Field(
        default=None, description="Largest file; a longer take goes on in a new one or stops."
    )
    power_w: PowerW | None = Field(default=None, description="Draw while recording.")
    battery_wh: EnergyWh | None = None
    thread: Thread | None = Field(
        default=None, description="What it is held by: the socket under it, or its edges."
    )
    screen: Screen | None = Field(default=None, description="Whether its screen can be turned.")
    shown_elsewhere: bool | None = Field(
        default=None, description="Whether its picture can be seen on a phone or another screen."
    )

    @model_validator(mode="after")
    def _whole(self) -> Self:
        if self.kind == "camera":
            if self.view is not None:
                raise ValueError("a camera with lenses has no field of view of its own")
        elif self.view is None:
            raise ValueError("a phone or webcam needs its field of view")
        names = [mode.name for mode in self.modes]
        if len(set(names)) != len(names):
            raise ValueError("two recording modes have the same name")
        return self

    def mode(self, name: str | None) -> RecordingMode:
        """The recording mode of that name, or the first."""
        return next((mode for mode in self.modes if mode.name == name), self.modes[0])


class Lens(Part):
    """A lens, zoom or fixed."""

    name: Name
    focal_min_mm: FocalMm
    focal_max_mm: FocalMm
    f_number_wide: FNumber = Field(description="Widest f-number at the shortest focal length.")
    f_number_long: FNumber = Field(description="Widest f-number at the longest focal length.")
    min_focus_from_mark_mm: FocusMm | None = Field(
        default=None, description="Minimum focus distance, printed for the sensor mark."
    )
    greatest_magnification: Magnification | None = None
    length_mm: RoomMm | None = Field(
        default=None, description="Lens mount to the front rim, as it is used."
    )
    mass_g: MassG | None = None
    mount: Name | None = Field(
        default=None, description="Kind of lens mount; bodies and lenses of one word fit together."
    )

    @model_validator(mode="after")
    def _ordered(self) -> Self:
        if self.focal_max_mm < self.focal_min_mm:
            raise ValueError(
                f"the longest focal length ({self.focal_max_mm:g} mm) is shorter than the "
                f"shortest ({self.focal_min_mm:g} mm)"
            )
        return self

    def fits(self, body: Body) -> bool:
        """Whether lens and body go together, as far as their mounts are known."""
        if body.kind != "camera":
            return False
        return self.mount is None or body.mount is None or self.mount == body.mount
