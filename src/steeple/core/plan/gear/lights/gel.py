"""A gel before a lamp: by how much it shifts the colour, and what it lets through."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from steeple.core.plan.gear.words import NAME, FieldWords
from steeple.core.plan.values import Mired, Name, Part, Share


class Gel(Part):
    """A sheet of colour before a lamp. ``shift_mired`` is positive for one that makes light warmer."""

    name: Name
    shift_mired: Mired
    transmittance: Share | None = None


GEL_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "shift_mired": FieldWords("Shift of colour", "mired; orange positive, blue negative"),
        "transmittance": FieldWords("Transmittance", "share of the light that it lets through"),
    }
)
