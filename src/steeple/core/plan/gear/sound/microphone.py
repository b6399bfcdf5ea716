"""A microphone."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from pydantic import Field

from steeple.core.plan.gear.words import MASS, NAME, FieldWords
from steeple.core.plan.values import (
    DurationS,
    LevelDb,
    MassG,
    Name,
    Part,
    ReachMm,
    RoomMm,
)

PickUp = Literal["omni", "cardioid", "supercardioid", "figure of eight", "clip-on"]


class Microphone(Part):
    """A microphone."""

    name: Name
    pattern: PickUp | None = None
    pair: bool | None = Field(default=None, description="Whether there are two alike.")
    wireless: bool | None = Field(
        default=None, description="Whether it sends to a receiver instead of over a lead."
    )
    runs_s: DurationS | None = Field(
        default=None, description="How long a wireless one runs on its battery."
    )
    length_mm: RoomMm | None = Field(default=None, description="With its wind shield.")
    across_mm: RoomMm | None = Field(default=None, description="With its wind shield.")
    self_noise_db: LevelDb | None = Field(
        default=None, description="Noise that it makes itself, in dB(A)."
    )
    lead_mm: ReachMm | None = None
    mass_g: MassG | None = None


MICROPHONE_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "pattern": FieldWords("Pattern", "from where it hears"),
        "pair": FieldWords("Two alike"),
        "wireless": FieldWords("Wireless"),
        "runs_s": FieldWords("Runs on its battery", "seconds; a wireless one"),
        "length_mm": FieldWords("Length of the microphone", "with its wind shield"),
        "across_mm": FieldWords("Thickness of the microphone", "with its wind shield"),
        "self_noise_db": FieldWords("Own noise", "in the manual, dB(A)"),
        "lead_mm": FieldWords("Lead"),
        "mass_g": MASS,
    }
)
