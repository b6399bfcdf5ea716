"""A lead: mains, data, picture or sound."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from steeple.core.plan.gear.words import NAME, FieldWords
from steeple.core.plan.values import (
    FocusMm,
    Name,
    Part,
    PowerW,
)


class Lead(Part):
    """A lead: mains, data, picture or sound."""

    name: Name
    form: Literal["mains", "picture", "data", "sound"]
    length_mm: FocusMm
    rated_w: PowerW | None = None


LEAD_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "form": FieldWords("Kind"),
        "length_mm": FieldWords("Length"),
        "rated_w": FieldWords("Rated for", "mains leads: on the plate"),
    }
)
