"""The cupboard as JSON: ``{"format": "steeple-gear", "version": 1, "things": [{"thing": kind, …}]}``."""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import Any

from pydantic_core import from_json

from steeple.core.errors import DocumentError, InputError
from steeple.core.plan.cupboard.kinds import Gear, kind_of, validate_gear
from steeple.core.plan.reading import PlanRefused
from steeple.formats.gear_csv import ROW_LIMIT, THING, RowRefused, RowTaken, Table

FORMAT, VERSION = "steeple-gear", 1


def write_gear_json(things: Sequence[Gear]) -> str:
    """Things as JSON text; reading it gives equal things."""
    data = {
        "format": FORMAT,
        "version": VERSION,
        "things": [{THING: kind_of(gear), "figures": gear.model_dump(mode="json")} for gear in things],
    }  # fmt: skip
    return json.dumps(data, indent=2, ensure_ascii=False) + "\n"


def read_gear_json(content: bytes) -> Table:
    """The things of a file; ``line`` counts the things from 1.

    Raises
    ------
    DocumentError
        ``not-json``, ``not-gear``, ``newer-version`` or ``too-large``.
    """
    try:
        data: Any = from_json(content.removeprefix(b"\xef\xbb\xbf"))
    except ValueError as error:
        raise DocumentError(
            "not-json", f"The file is not whole JSON text ({error}).", field="file"
        ) from error
    if not isinstance(data, dict) or data.get("format") != FORMAT:
        raise DocumentError(
            "not-gear",
            f"The file is JSON, but no cupboard: it does not say “format”: “{FORMAT}”.",
            field="format",
            allowed=FORMAT,
        )
    if data.get("version") != VERSION:
        raise DocumentError(
            "newer-version",
            f"The file has version {str(data.get('version'))[:20]}; this Steeple reads {VERSION}.",
            field="version",
            allowed=str(VERSION),
        )
    things = data.get("things")
    if not isinstance(things, list) or len(things) > ROW_LIMIT:
        raise DocumentError(
            "not-gear",
            f"The file must have a list “things” of at most {ROW_LIMIT}.",
            field="things",
        )
    table = Table(encoding="utf-8", delimiter="", decimal_mark="point")
    for line, thing in enumerate(things, 1):
        kind = str(thing.get(THING, "")) if isinstance(thing, dict) else ""
        try:
            gear = validate_gear(kind, thing.get("figures") if isinstance(thing, dict) else None)
        except PlanRefused as error:
            table.refused += [
                RowRefused(line, one.field.strip("/").replace("/", "."), one.value, one.sentence)
                for one in error.problems
            ]
        except InputError as error:
            table.refused.append(RowRefused(line, THING, kind[:40], error.sentence))
        else:
            table.taken.append(RowTaken(line, kind_of(gear), gear))
    return table
