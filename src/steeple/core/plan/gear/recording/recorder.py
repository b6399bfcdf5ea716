"""A sound recorder."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from pydantic import Field

from steeple.core.plan.gear.words import NAME, FieldWords
from steeple.core.plan.values import (
    Count,
    EnergyWh,
    Name,
    Part,
    PowerW,
    SizeBytes,
)


class Recorder(Part):
    """A sound recorder."""

    name: Name
    channels: Count | None = None
    bitrate_mbit_s: float | None = Field(default=None, strict=True, ge=0.01, le=100)
    file_limit_bytes: SizeBytes | None = None
    goes_on_after_file: bool | None = None
    fed_while_recording: bool | None = None
    power_w: PowerW | None = None
    battery_wh: EnergyWh | None = None


RECORDER_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "channels": FieldWords("Channels"),
        "bitrate_mbit_s": FieldWords("Bit rate", "megabits a second"),
        "file_limit_bytes": FieldWords("Largest file", "many stop at 2 or 4 GB"),
        "goes_on_after_file": FieldWords("Goes on in a new file", "at its largest file"),
        "fed_while_recording": FieldWords("Fed while it records", "by bank or mains"),
        "power_w": FieldWords("Power drawn"),
        "battery_wh": FieldWords("Battery"),
    }
)
