"""From bytes to a plan and back: versions, upgrades, and clear refusals."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from functools import cache
from types import MappingProxyType
from typing import Annotated, Any

from pydantic import BeforeValidator, ValidationError
from pydantic_core import from_json

from steeple.core.errors import DocumentError, SteepleError
from steeple.core.plan.document import FORMAT, VERSION, Plan
from steeple.core.plan.problems import Problem, bounds_in, problems_from

WIDEST_LAYOUT = 16
"""An exported file has at most so many bytes for a character of what is kept: blanks and line ends."""
PLAN_BYTES_LIMIT = 2_000_000
"""A plan is a few kilobytes; a file beyond this is not read."""

Upgrade = Callable[[dict[str, Any]], dict[str, Any]]


def _to_version_2(data: dict[str, Any]) -> dict[str, Any]:
    """Version 2 adds body, slope, tilt, items, aim and more; all of it may be left out."""
    return {**data, "version": 2}


def _to_version_3(data: dict[str, Any]) -> dict[str, Any]:
    """Version 3 adds supports, lamps, cards and floor to keep clear; all of it may be left out."""
    return {**data, "version": 3}


def _to_version_4(data: dict[str, Any]) -> dict[str, Any]:
    """Version 4 adds what is accepted, and more to work, maker and gear; all of it may be left out."""
    return {**data, "version": 4}


def _to_version_5(data: dict[str, Any]) -> dict[str, Any]:
    """Version 5 adds targets of cameras, set-ups, stages and mount points; all of it may be left out."""
    return {**data, "version": 5}


def _to_version_6(data: dict[str, Any]) -> dict[str, Any]:
    """Version 6 adds session, recorders, banks, cards and batteries; all of it may be left out."""
    return {**data, "version": 6}


def _to_version_7(data: dict[str, Any]) -> dict[str, Any]:
    """Version 7 adds microphones, leads and the sound of the room; all of it may be left out."""
    return {**data, "version": 7}


def _to_version_8(data: dict[str, Any]) -> dict[str, Any]:
    """Version 8 adds cameras as they were built; all of it may be left out."""
    return {**data, "version": 8}


def _to_version_9(data: dict[str, Any]) -> dict[str, Any]:
    """Version 9 adds what was learned of gear; all of it may be left out."""
    return {**data, "version": 9}


def _to_version_10(data: dict[str, Any]) -> dict[str, Any]:
    """Rooms had no name, and nothing was learned of when a camera stops by itself."""
    return {**data, "version": 10}


def _to_version_11(data: dict[str, Any]) -> dict[str, Any]:
    """Nothing was learned of the daylight of a room, and of how long its maker takes to set up."""
    return {**data, "version": 11}


UPGRADES: Mapping[int, Upgrade] = MappingProxyType(
    {
        1: _to_version_2,
        2: _to_version_3,
        3: _to_version_4,
        4: _to_version_5,
        5: _to_version_6,
        6: _to_version_7,
        7: _to_version_8,
        8: _to_version_9,
        9: _to_version_10,
        10: _to_version_11,
    }
)
"""Upgrade from a version to the next, by the version it starts from."""


def upgraded(data: Any) -> Any:
    """A plan of an older version brought up to this one; anything else as it is."""
    while (
        isinstance(data, dict)
        and data.get("format") == FORMAT
        and isinstance(data.get("version"), int)
        and not isinstance(data["version"], bool)
        and data["version"] in UPGRADES
    ):
        data = UPGRADES[data["version"]](data)
    return data


AnyPlan = Annotated[Plan, BeforeValidator(upgraded)]
"""A plan of this version or an older one, as requests carry it."""


class PlanRefused(SteepleError):
    """A document that is no valid plan, with every problem found in it."""

    def __init__(self, problems: Sequence[Problem]) -> None:
        first = problems[0]
        super().__init__(
            first.code, first.sentence, field=first.field, value=first.value, allowed=first.range
        )
        self.problems = tuple(problems)


@cache
def plan_schema() -> dict[str, Any]:
    """The JSON Schema (2020-12) of the plan document, generated from the models."""
    schema = Plan.model_json_schema()
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": f"Steeple plan, version {VERSION}",
        **{key: value for key, value in schema.items() if key != "title"},
    }


def plan_bounds() -> Callable[[Sequence[str | int]], str]:
    """A function that says the range of a plan's field in words."""
    return bounds_in(plan_schema())


def validate_plan(data: object) -> Plan:
    """A plan from parsed JSON.

    Raises
    ------
    PlanRefused
        With every problem found, each naming field, value and range.
    """
    try:
        return Plan.model_validate(data)
    except ValidationError as error:
        raise PlanRefused(problems_from(error, plan_bounds())) from error


def must_fit(plan: Plan, document: str) -> None:
    """Whether a plan, as it would be kept and as it would be exported, can be read again.

    Parameters
    ----------
    plan, document
        the plan and its text as it would be kept.

    Raises
    ------
    DocumentError
        ``too-large`` past `PLAN_BYTES_LIMIT`.
    """
    if len(document) * WIDEST_LAYOUT <= PLAN_BYTES_LIMIT:
        return
    size = len(write_plan(plan).encode())
    if size > PLAN_BYTES_LIMIT:
        raise DocumentError(
            "too-large",
            f"The plan would have {size / 1e6:.1f} MB as a file; at most {PLAN_BYTES_LIMIT / 1e6:.0f} MB "
            "can be read again. It was not saved: leave out gear with long tables.",
            field="plan",
            value=size,
            allowed=f"at most {PLAN_BYTES_LIMIT} bytes",
        )


def read_plan(content: bytes) -> Plan:
    """A plan from the bytes of a file; an older version is upgraded.

    Parameters
    ----------
    content
        UTF-8 JSON, with or without a byte-order mark, at most `PLAN_BYTES_LIMIT` bytes.

    Raises
    ------
    DocumentError
        ``too-large``, ``not-json``, ``not-a-plan`` or ``newer-version``.
    PlanRefused
        Where it is a plan, but a figure in it is refused.
    """
    if len(content) > PLAN_BYTES_LIMIT:
        raise DocumentError(
            "too-large",
            f"The file has {len(content) / 1e6:.0f} MB; a plan file has at most "
            f"{PLAN_BYTES_LIMIT / 1e6:.0f} MB. It was not read.",
            field="file",
            allowed=f"at most {PLAN_BYTES_LIMIT} bytes",
        )
    try:
        data = from_json(content.removeprefix(b"\xef\xbb\xbf"))
    except ValueError as error:
        raise DocumentError(
            "not-json",
            f"The file is not whole JSON text ({error}). It may have been cut short; "
            "save it again where it came from.",
            field="file",
        ) from error
    if not isinstance(data, dict) or data.get("format") != FORMAT:
        raise DocumentError(
            "not-a-plan",
            f"The file is JSON, but not a plan: it does not say “format”: “{FORMAT}”.",
            field="format",
            allowed=FORMAT,
        )
    version = data.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise DocumentError(
            "not-a-plan",
            "The plan does not say which version of the format it has; a whole number from 1 is needed.",
            field="version",
            value=str(version),
            allowed=f"1 to {VERSION}",
        )
    if version > VERSION:
        raise DocumentError(
            "newer-version",
            f"The plan has version {version} of the format; this Steeple reads up to version "
            f"{VERSION}. Open it with a newer Steeple. Nothing was changed.",
            field="version",
            value=version,
            allowed=f"1 to {VERSION}",
        )
    return validate_plan(upgraded(data))


def write_plan(plan: Plan) -> str:
    """The plan as JSON text: two spaces of indent, fields in the order of the schema, one newline
    at the end. Reading it gives an equal plan, and the same plan gives the same bytes."""
    return plan.model_dump_json(indent=2) + "\n"


_HEAD = f'{{"format":"{FORMAT}","version":{VERSION},'


def is_current(document: str) -> bool:
    """Whether a stored text is of the present version, so that it can be given on as it is.

    Parameters
    ----------
    document
        as `Plan.model_dump_json` wrote it.
    """
    return document.startswith(_HEAD) and document.endswith("}")
