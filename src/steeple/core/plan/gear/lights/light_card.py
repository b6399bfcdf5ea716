"""A bounce card, flag or diffuser."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from steeple.core.plan.gear.words import MASS, NAME, FieldWords
from steeple.core.plan.values import (
    ExtentMm,
    MassG,
    Name,
    Part,
    Share,
)


class LightCard(Part):
    """A bounce card, flag or diffuser."""

    name: Name
    use: Literal["bounce", "flag", "diffuser"]
    width_mm: ExtentMm
    height_mm: ExtentMm
    reflectance: Share | None = None
    transmittance: Share | None = None
    mass_g: MassG | None = None


CARD_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "use": FieldWords("Use"),
        "width_mm": FieldWords("Width"),
        "height_mm": FieldWords("Height"),
        "reflectance": FieldWords("Reflectance", "white card 0.85, grey 0.18"),
        "transmittance": FieldWords("Transmittance", "of a diffuser"),
        "mass_g": MASS,
    }
)
