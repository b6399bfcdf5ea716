"""A battery, power bank or mains adapter."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from steeple.core.plan.gear.words import NAME, FieldWords
from steeple.core.plan.values import (
    CapacityMah,
    CurrentA,
    EnergyWh,
    Name,
    Part,
    PowerW,
    VoltageV,
)


class PowerSource(Part):
    """A battery, power bank or mains adapter."""

    name: Name
    form: Literal["battery", "power bank", "mains adapter"]
    energy_wh: EnergyWh | None = None
    capacity_mah: CapacityMah | None = None
    voltage_v: VoltageV | None = None
    current_a: CurrentA | None = None
    power_w: PowerW | None = None


POWER_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "form": FieldWords("Kind"),
        "energy_wh": FieldWords("Energy", "printed on it"),
        "capacity_mah": FieldWords("Capacity", "of a power bank"),
        "voltage_v": FieldWords("Voltage"),
        "current_a": FieldWords("Current"),
        "power_w": FieldWords("Power", "on the rating plate"),
    }
)
