"""The fields of a plan for tests: those that one has, and what the schema says of each by its name."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from steeple.core.plan.reading import plan_schema


def leaves(value: Any, at: str = "") -> Iterator[tuple[str, Any]]:
    """Every field that holds a figure, a switch, a word, or nothing."""
    if isinstance(value, dict):
        for name, one in value.items():
            yield from leaves(one, f"{at}/{name}")
    elif isinstance(value, list):
        for index, one in enumerate(value):
            yield from leaves(one, f"{at}/{index}")
    else:
        yield at, value


def _parts(name: str, schema: Any) -> Iterator[tuple[str, dict[str, Any]]]:
    """Each part of a schema, with the field that it is of."""
    if isinstance(schema, list):
        for one in schema:
            yield from _parts(name, one)
    if not isinstance(schema, dict):
        return
    yield name, schema
    for key, one in schema.items():
        if key == "properties":
            for field, of in one.items():
                yield from _parts(field, of)
        elif key == "$defs":
            for of in one.values():
                yield from _parts("", of)
        elif key in ("anyOf", "oneOf", "items"):
            yield from _parts(name, one)


def words_of_fields() -> dict[str, list[str]]:
    """For each field that holds a word out of a few, those words, in any part of the plan."""
    found: dict[str, list[str]] = {}
    for name, schema in _parts("", plan_schema()):
        words = [one for one in schema.get("enum", ()) if isinstance(one, str)]
        found.setdefault(name, []).extend(words)
    return found


def bounds_of_fields() -> dict[str, set[float]]:
    """For each field that holds a figure, the least and the most that it may be, in any part of the plan."""
    found: dict[str, set[float]] = {}
    for name, schema in _parts("", plan_schema()):
        for key in ("minimum", "maximum", "exclusiveMinimum", "exclusiveMaximum"):
            if isinstance(schema.get(key), int | float):
                found.setdefault(name, set()).add(schema[key])
    return found
