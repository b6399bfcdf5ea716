"""What takes up the echo of a room: duvets, curtains, rugs, foam."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from pydantic import Field

from steeple.core.plan.gear.words import NAME, FieldWords
from steeple.core.plan.values import Count, ExtentMm, Name, Part

AbsorberKind = Literal["duvet", "blanket", "curtain", "rug", "foam"]


class Absorber(Part):
    """Something soft that can be hung up or laid down."""

    name: Name
    form: AbsorberKind
    width_mm: ExtentMm
    height_mm: ExtentMm = Field(description="Or the depth of what lies.")
    owned: Count = 1

    @property
    def area_m2(self) -> float:
        """Of one of them."""
        return self.width_mm * self.height_mm / 1e6


ABSORBER_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "form": FieldWords("Kind"),
        "width_mm": FieldWords("Width"),
        "height_mm": FieldWords("Height", "or the depth of what lies"),
        "owned": FieldWords("How many"),
    }
)
