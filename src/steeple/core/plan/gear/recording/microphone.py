"""A microphone."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from pydantic import Field

from steeple.core.plan.gear.words import MASS, NAME, FieldWords
from steeple.core.plan.values import (
    MassG,
    Name,
    Part,
    ReachMm,
)


class Microphone(Part):
    """A microphone."""

    name: Name
    pattern: Literal["omni", "cardioid", "supercardioid", "figure of eight", "clip-on"] | None = (
        None
    )
    pair: bool | None = Field(default=None, description="Whether there are two alike.")
    lead_mm: ReachMm | None = None
    mass_g: MassG | None = None


MICROPHONE_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "pattern": FieldWords("Pattern"),
        "pair": FieldWords("Two alike"),
        "lead_mm": FieldWords("Lead"),
        "mass_g": MASS,
    }
)
