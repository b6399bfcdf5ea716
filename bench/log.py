"""Timings of the log with `STORED_TAKES` takes in it: search, a tap taken down, what was lost, predicted against measured."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from datetime import UTC, datetime, timedelta
from pathlib import Path

from bench.timing import Timing, line, milliseconds, percentile
from steeple.core.findings.log.notes import log_notes
from steeple.core.record.event import Heard, heard, read_event
from steeple.core.record.session import session_of
from steeple.demo.plans import PLANS
from steeple.main import make_context
from steeple.store.database import Database
from steeple.store.log import LogRepository, TakeFilter

SESSIONS, TAKES_EACH = 2_000, 10
STORED_TAKES = SESSIONS * TAKES_EACH
WORDS = (
    "the long line",
    "leaf lies flat",
    "breath on the leaf",
    "steam",
    "second fold",
    "left hand",
)


def _told(number: int) -> list[Heard]:
    began = datetime(2020, 1, 1, 9, 0, tzinfo=UTC) + timedelta(days=number % 2_000, minutes=number)
    count = itertools.count()

    def said(minute: float, kind: str, /, **more: object) -> Heard:
        at = began + timedelta(minutes=minute)
        event = {
            "id": f"s{number:05d}-{next(count):04d}",
            "at": at.isoformat(),
            "kind": kind,
            **more,
        }
        return heard(read_event(event), "phone", sent_at=at, now=at)

    found = [said(0, "begin", revision=1)]
    for take in range(TAKES_EACH):
        found += [
            said(10 * take + 1, "take"),
            said(10 * take + 4, "mark", mark="good", says=WORDS[(number + take) % len(WORDS)]),
            said(10 * take + 8, "cut"),
        ]
    if number % 7 == 0:
        found.append(
            said(
                5,
                "stopped",
                device="camera-overhead",
                name="the overhead camera",
                why="card full",
                ago_s=60,
            )
        )
    found.append(said(120, "end"))
    return found


def fill_log(database: Database, plans: Sequence[str]) -> None:
    """Put `STORED_TAKES` takes into a database, as sessions of its plans."""
    with database.writing() as connection:
        log = LogRepository(connection)
        for number in range(SESSIONS):
            told = _told(number)
            record = session_of(told)
            assert record is not None
            log.hear(f"session-{number}", told, at="")
            plan = plans[number % len(plans)]
            log.put_session(f"session-{number}", plan, PLANS[0].title, record, at="")


def log_step(folder: Path) -> Iterator[Timing]:
    """The log as the service answers it."""
    database = Database(folder / "log.db")
    context = make_context(database)
    plan = context.plans.add(PLANS[0], label="bench").id
    fill_log(database, [plan])
    log = context.log
    for name, sought in (
        ("newest takes", TakeFilter()),
        ("takes by words", TakeFilter(words="steam overhead card")),
        ("takes marked good that stopped", TakeFilter(mark="good", stopped=True)),
        ("takes by words that are nowhere", TakeFilter(words="nowhere")),
    ):
        taken = milliseconds(lambda sought=sought: log.takes(sought), times=40)  # type: ignore[misc]
        yield line(f"{name}, of {STORED_TAKES}, p95", percentile(taken, 0.95), "ms", 100)
    numbers = itertools.count()

    def tap() -> object:
        at = datetime.now(UTC)
        event = {
            "id": f"tap-{next(numbers):06d}", "at": at.isoformat(), "kind": "mark", "mark": "good",
        }  # fmt: skip
        return log.hear("now-running", plan_id=plan, device="phone", sent_at=at, events=[event])

    taken = milliseconds(tap, times=200)
    yield line(
        "a tap taken down, and the session told anew, p95", percentile(taken, 0.95), "ms", 100
    )
    taken = milliseconds(log.losses, times=5)
    yield line(
        f"what was lost, over {SESSIONS} sessions, median", percentile(taken, 0.5), "ms", None
    )
    taken = milliseconds(lambda: log_notes(log.past(), [], datetime.now(UTC)), times=5)
    yield line(
        f"what the log finds, over {SESSIONS} sessions, median", percentile(taken, 0.5), "ms", None
    )
    database.close()
