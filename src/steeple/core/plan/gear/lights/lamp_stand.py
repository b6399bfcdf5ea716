"""What holds a lamp."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from pydantic import Field

from steeple.core.plan.gear.words import MASS, NAME, FieldWords
from steeple.core.plan.values import LoadG, MassG, Name, Part, ReachMm


class LampStand(Part):
    """A stand, arm or clamp that holds a lamp."""

    name: Name
    form: Literal["floor stand", "floor stand with a boom", "clamp on the table", "fixed overhead"]
    lowest_mm: ReachMm | None = Field(
        default=None, description="Lamp at its lowest, above what the stand stands on."
    )
    highest_mm: ReachMm | None = Field(
        default=None, description="Lamp at its highest, above what the stand stands on."
    )
    rated_load_g: LoadG | None = None
    mass_g: MassG | None = None


LAMP_STAND_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "form": FieldWords("Kind of stand"),
        "lowest_mm": FieldWords("Lowest", "lamp above floor or table"),
        "highest_mm": FieldWords("Highest", "lamp above floor or table"),
        "rated_load_g": FieldWords("Rated load", "on its plate; empty if not known"),
        "mass_g": MASS,
    }
)
