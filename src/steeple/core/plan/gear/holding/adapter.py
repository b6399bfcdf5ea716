"""What joins one thread, stud or clamp to another."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from pydantic import Field

from steeple.core.plan.gear.holding.support import Thread
from steeple.core.plan.gear.words import MASS, NAME, FieldWords
from steeple.core.plan.values import (
    Count,
    LoadG,
    MassG,
    Name,
    Part,
    RoomMm,
)


class Adapter(Part):
    """What joins one thread, stud or clamp to another."""

    name: Name
    one_end: Thread
    other_end: Thread
    rated_load_g: LoadG | None = None
    mass_g: MassG | None = None
    quick_release: Name | None = Field(
        default=None, description="Family of its quick-release; plates of one family fit together."
    )
    length_mm: RoomMm | None = None
    owned: Count | None = Field(default=None, description="How many there are.")


ADAPTER_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "one_end": FieldWords("One end"),
        "other_end": FieldWords("Other end"),
        "rated_load_g": FieldWords("Rated load", "empty if not known"),
        "mass_g": MASS,
        "quick_release": FieldWords("Quick-release family", "one word for those that fit"),
        "length_mm": FieldWords("Length"),
        "owned": FieldWords("How many"),
    }
)
