"""What holds a microphone."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from pydantic import Field

from steeple.core.plan.gear.words import MASS, NAME, FieldWords
from steeple.core.plan.values import LoadG, MassG, Name, Part, ReachMm

MicStandForm = Literal["floor stand", "floor stand with a boom", "table stand", "arm on the table"]


class MicStand(Part):
    """A stand or arm that holds a microphone."""

    name: Name
    form: MicStandForm
    reach_mm: ReachMm | None = Field(
        default=None, description="Column to microphone, sideways; 0 or empty = none."
    )
    lowest_mm: ReachMm | None = Field(
        default=None, description="Microphone at its lowest, above what the stand stands on."
    )
    highest_mm: ReachMm | None = Field(
        default=None, description="Microphone at its highest, above what the stand stands on."
    )
    rated_load_g: LoadG | None = None
    mass_g: MassG | None = None


MIC_STAND_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "form": FieldWords("Kind of stand"),
        "reach_mm": FieldWords("Reach", "column to microphone, sideways"),
        "lowest_mm": FieldWords("Lowest", "microphone above floor or table"),
        "highest_mm": FieldWords("Highest", "microphone above floor or table"),
        "rated_load_g": FieldWords("Rated load", "on its plate; empty if not known"),
        "mass_g": MASS,
    }
)
