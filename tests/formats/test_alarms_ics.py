"""Alarms as a calendar, read back by the library that other programs use for it."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

from icalendar import Calendar

from steeple.core.study.base.sentence import say
from steeple.core.study.roll.getting_up.report import AlarmRow
from steeple.formats.alarms_ics import alarms_ics

BEGINS = datetime(2026, 3, 14, 18, 30)  # noqa: DTZ001 - it rings by the clock on the wall
STAMP = datetime(2026, 3, 1, tzinfo=UTC)


def row(at_s: int, till_s: int | None, words: str) -> AlarmRow:
    return AlarmRow(
        rings_s=at_s - 120,
        at_s=at_s,
        till_s=till_s,
        device="camera/overhead",
        does=("restart",),
        says=say(words),
    )


def test_every_alarm_is_an_event_that_rings_ahead() -> None:
    content = alarms_ics(
        "Žluťoučký kůň; a, b",
        BEGINS,
        [row(1680, 1740, "Stop and start the overhead camera"), row(3360, None, "Change the card")],
        stamp=STAMP,
    )
    assert b"\r\n" in content
    assert max(len(line) for line in content.split(b"\r\n")) <= 75
    events = list(Calendar.from_ical(content).walk("VEVENT"))
    assert [str(one["summary"]) for one in events] == [
        "Stop and start the overhead camera",
        "Change the card",
    ]
    first = events[0]
    assert first.decoded("dtstart") == datetime(2026, 3, 14, 18, 58)  # noqa: DTZ001
    assert "Žluťoučký kůň; a, b" in str(first["description"])
    assert "By 0:29 at the latest" in str(first["description"])
    (rings,) = first.walk("VALARM")
    assert rings.decoded("trigger") == timedelta(minutes=-2)
    assert len({str(one["uid"]) for one in events}) == 2
