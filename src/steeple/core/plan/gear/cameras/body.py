"""Gear by kind and figures: camera bodies, phones, webcams and lenses. Other kinds: `rigging`.

A plan carries copies of these, so that it opens on another machine. None means "not known".
"""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal, Self

from pydantic import Field, model_validator

from steeple.core.plan.gear.words import MASS, NAME, FieldWords
from steeple.core.plan.values import (
    AngleDeg,
    BitRate,
    CropTimes,
    DurationS,
    EnergyWh,
    FocusMm,
    FrameRateHz,
    IsoSpeed,
    LearnedShare,
    MassG,
    Name,
    Part,
    Pixels,
    PowerW,
    RoomMm,
    SensorMm,
    SizeBytes,
)

BodyThread = Literal["1/4-20 socket", "3/8-16 socket", "phone", "shoe foot"]
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

    kind: Literal["camera", "fixed-lens camera", "phone", "webcam"]
    name: Name
    modes: tuple[RecordingMode, ...] = Field(min_length=1, max_length=12)
    view: FieldOfView | None = Field(
        default=None, description="For a camera that has no lens to change."
    )
    min_focus_mm: FocusMm | None = Field(
        default=None, description="Nearest focus of a camera without lenses, from its front."
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
    goes_on_after_file: bool | None = Field(
        default=None,
        description="Whether it goes on in a new file at its largest; None = not known.",
    )
    heat_limit_s: DurationS | None = Field(
        default=None, description="It has stopped for heat after so long; None = not seen."
    )
    runs_cool_s: DurationS | None = Field(
        default=None, description="It has run for so long without stopping for heat, as tried."
    )
    fed_while_recording: bool | None = Field(
        default=None, description="Whether a bank or the mains feed it while it records."
    )
    tells_stop: bool | None = Field(
        default=None, description="Whether it is heard or seen from the seat that it has stopped."
    )
    power_w: PowerW | None = Field(default=None, description="Draw while recording.")
    battery_wh: EnergyWh | None = None
    learned_battery_share: LearnedShare | None = Field(
        default=None,
        description="Learned from the log: how long a battery lasts by what its figures say.",
    )
    learned_bitrate_share: LearnedShare | None = Field(
        default=None, description="Learned from the log: what it writes by what its menu says."
    )
    learned_stop_share: LearnedShare | None = Field(
        default=None,
        description="Learned from the log: when it stops by itself, by what its figures say.",
    )
    thread: BodyThread | None = Field(
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
            raise ValueError("a camera that has no lens to change needs its field of view")
        names = [mode.name for mode in self.modes]
        if len(set(names)) != len(names):
            raise ValueError("two recording modes have the same name")
        return self

    @property
    def takes_no_lens(self) -> bool:
        """Whether it has a view of its own: a phone, a webcam, a small camera."""
        return self.kind != "camera"

    def mode(self, name: str | None) -> RecordingMode:
        """The recording mode of that name, or the first."""
        return next((mode for mode in self.modes if mode.name == name), self.modes[0])


BODY_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "kind": FieldWords("Kind of camera", "with lenses, or with a view of its own"),
        "name": NAME,
        "modes": FieldWords("Recording modes"),
        "modes/*/name": FieldWords("Recording mode", "as the menu calls it"),
        "modes/*/width_px": FieldWords("Recorded width", "pixels"),
        "modes/*/height_px": FieldWords("Recorded height", "pixels"),
        "modes/*/sensor_width_mm": FieldWords("Sensor width used", "in this mode, after its crop"),
        "modes/*/sensor_height_mm": FieldWords(
            "Sensor height used", "in this mode, after its crop"
        ),
        "modes/*/frame_rate_hz": FieldWords("Frame rate", "the greatest of this mode"),
        "modes/*/bitrate_mbit_s": FieldWords("Bit rate", "megabits a second"),
        "view": FieldWords("Field of view"),
        "view/angle_deg": FieldWords("Field of view", "of what takes no lens"),
        "view/measured": FieldWords("Angle runs", "across the width, or along the diagonal"),
        "view/stabilisation_crop": FieldWords("Stabilisation crop", "times; 1 is off"),
        "min_focus_mm": FieldWords("Nearest focus", "of what takes no lens"),
        "flange_mm": FieldWords("Sensor mark to mount", "flange focal distance"),
        "back_mm": FieldWords("Sensor mark to back", "with what is fixed there"),
        "mass_g": MASS,
        "mount": FieldWords("Lens mount", "one word for those that fit"),
        "base_iso": FieldWords("Base ISO"),
        "clean_iso": FieldWords("Highest clean ISO", "the noise you accept"),
        "shortest_shutter_s": FieldWords("Shortest exposure"),
        "longest_shutter_s": FieldWords("Longest exposure"),
        "recording_limit_s": FieldWords("Stops by itself after", "such as 29 minutes"),
        "file_limit_bytes": FieldWords("Largest file", "many stop at 4 GB"),
        "goes_on_after_file": FieldWords("Goes on in a new file", "at its largest file"),
        "heat_limit_s": FieldWords("Has stopped for heat after", "in a warm room, under lamps"),
        "runs_cool_s": FieldWords("Has run without heat for", "as you tried it"),
        "fed_while_recording": FieldWords("Fed while it records", "by bank or mains"),
        "tells_stop": FieldWords("Tells when it stops", "by sound or light, from your seat"),
        "power_w": FieldWords("Power drawn", "while recording"),
        "battery_wh": FieldWords("Battery", "printed on it"),
        "learned_battery_share": FieldWords(
            "Learned: a battery lasts", "times what its figures say; empty = as they say"
        ),
        "learned_bitrate_share": FieldWords(
            "Learned: it writes", "times what its menu says; empty = as it says"
        ),
        "learned_stop_share": FieldWords(
            "Learned: it stops after", "times what its figures say; empty = as they say"
        ),
        "thread": FieldWords("Held by", "the socket under it; a phone by its edges"),
        "screen": FieldWords("Screen", "whether it can be turned to you"),
        "shown_elsewhere": FieldWords("Picture on another screen", "by lead or its own radio"),
    }
)
