"""A memory card or disk."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from pydantic import Field

from steeple.core.plan.gear.words import NAME, FieldWords
from steeple.core.plan.values import (
    Name,
    Part,
    SizeBytes,
)


class Medium(Part):
    """A memory card or disk."""

    name: Name
    capacity_bytes: SizeBytes | None = None
    write_mbit_s: float | None = Field(default=None, strict=True, ge=1, le=200_000)


MEDIUM_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "capacity_bytes": FieldWords("Capacity", "printed on it"),
        "write_mbit_s": FieldWords("Writes", "megabits a second, sustained"),
    }
)
