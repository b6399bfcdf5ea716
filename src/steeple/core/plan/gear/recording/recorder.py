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
)


class Recorder(Part):
    """A sound recorder."""

    name: Name
    channels: Count | None = None
    bitrate_mbit_s: float | None = Field(default=None, strict=True, ge=0.01, le=100)
    power_w: PowerW | None = None
    battery_wh: EnergyWh | None = None


RECORDER_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "channels": FieldWords("Channels"),
        "bitrate_mbit_s": FieldWords("Bit rate", "megabits a second"),
        "power_w": FieldWords("Power drawn"),
        "battery_wh": FieldWords("Battery"),
    }
)
