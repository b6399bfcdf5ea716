"""A weight that one owns: a sandbag, a filled bottle, a counterweight."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from steeple.core.plan.gear.words import NAME, FieldWords
from steeple.core.plan.values import MassG, Name, Part


class Ballast(Part):
    """A weight to lay or hang on a stand. ``mass_g`` is that of one, filled."""

    name: Name
    mass_g: MassG


WEIGHT_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {"name": NAME, "mass_g": FieldWords("Mass", "filled, as it is hung")}
)
