"""The log as JSON, whole: every session with what was told of it, pairs, and what is switched off.

Its JSON Schema is docs/log.schema.json. What is read is put to what is there by its ids: read twice, it counts once.
"""

from __future__ import annotations

from typing import Annotated, Any, Final, Literal

from pydantic import Field, ValidationError
from pydantic_core import from_json

from steeple.core.errors import DocumentError
from steeple.core.plan.problems import last_words, problems_from
from steeple.core.plan.reading import PlanRefused
from steeple.core.plan.values import Part
from steeple.core.record.event import EVENTS_LIMIT, EventId, Heard
from steeple.core.record.pair import GearRef, Pair, PairFigure

FORMAT: Final = "steeple-log"
VERSION: Final = 2
LOG_BYTES_LIMIT = 60_000_000


class SessionTold(Part):
    """A session with everything that was told of it."""

    id: EventId
    plan_id: GearRef
    plan_title: Annotated[str, Field(min_length=1, max_length=120)]
    events: tuple[Heard, ...] = Field(max_length=EVENTS_LIMIT)


class SwitchedOff(Part):
    """A correction that is not wanted."""

    figure: PairFigure
    of: GearRef


class LogDocument(Part):
    """The whole log. Pictures are not in it; a backup has them."""

    format: Literal["steeple-log"] = FORMAT
    version: Literal[1, 2] = VERSION
    sessions: tuple[SessionTold, ...] = ()
    pairs: tuple[Pair, ...] = ()
    switched_off: tuple[SwitchedOff, ...] = ()


def log_schema() -> dict[str, Any]:
    """The JSON Schema (2020-12) of the log document."""
    schema = LogDocument.model_json_schema()
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": f"Steeple log, version {VERSION}",
        **{key: value for key, value in schema.items() if key != "title"},
    }


def write_log(document: LogDocument) -> str:
    """The log as text of a file."""
    return document.model_dump_json(indent=1) + "\n"


def read_log(content: bytes) -> LogDocument:
    """The log of a file.

    Parameters
    ----------
    content
        the file, UTF-8.

    Raises
    ------
    DocumentError
        ``too-large``, ``not-json``, ``not-a-log`` or ``newer-log``.
    PlanRefused
        With every problem found.
    """
    if len(content) > LOG_BYTES_LIMIT:
        raise DocumentError(
            "too-large",
            f"This file has {len(content) / 1e6:.0f} MB; a log has at most "
            f"{LOG_BYTES_LIMIT / 1e6:.0f} MB. Nothing was read.",
            field="file", value=len(content), allowed=f"at most {LOG_BYTES_LIMIT} bytes",
        )  # fmt: skip
    try:
        data = from_json(content)
    except ValueError as error:
        raise DocumentError(
            "not-json", f"This file is not whole JSON text ({str(error)[:80]}).", field="file"
        ) from error
    if not isinstance(data, dict) or data.get("format") != FORMAT:
        raise DocumentError(
            "not-a-log",
            "This file is no log of Steeple’s: it does not say “steeple-log”.",
            field="format",
        )
    version = data.get("version")
    if isinstance(version, int) and version > VERSION:
        raise DocumentError(
            "newer-log",
            f"This log is of version {version}, written by a newer Steeple; this one reads up to {VERSION}.",
            field="version", value=version, allowed=f"1 to {VERSION}",
        )  # fmt: skip
    try:
        return LogDocument.model_validate_json(content)
    except ValidationError as error:
        raise PlanRefused(problems_from(error, name=last_words)) from error
