"""A filter before a lens."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from steeple.core.plan.gear.words import NAME, FieldWords
from steeple.core.plan.values import Name, Part, StopsLost


class LensFilter(Part):
    """A filter before a lens: polarising, or grey."""

    name: Name
    form: Literal["polarising", "grey"]
    lost_stops: StopsLost | None = None


FILTER_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "form": FieldWords("Kind of filter"),
        "lost_stops": FieldWords("Light lost", "stops; its box says"),
    }
)
