"""Sessions told from events: whatever the order, the clocks and the taps that do not fit."""

from __future__ import annotations

from datetime import timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from steeple.core.record.event import heard, read_event
from steeple.core.record.session import session_of
from tests.told import BEGAN, NOW, said, told

STOPPED = {
    "device": "camera-main", "name": "the main camera", "why": "card full", "silent": True
}  # fmt: skip
DONE = {"device": "camera-main", "name": "the main camera", "does": ["card", "start"]}
WHOLE = (
    said(0, "begin", 1, revision=3),
    said(1, "tick", 2, item="focus", says="The focus is locked.", done=True),
    said(2, "stage", 3, name="laying"),
    said(3, "take", 4),
    said(5, "mark", 5, mark="good", says="flat"),
    said(20, "stopped", 6, ago_s=300, **STOPPED),
    said(22, "did", 7, **DONE),
    said(30, "cut", 8),
    said(31, "mark", 9, mark="word", says="between"),
    said(33, "take", 10),
    said(34, "adjust", 11, device="lamp-key", name="Lamp", says="to 30 %", percent=30),
    said(40, "cut", 12),
    said(41, "lost", 13, why="lens", minutes=4, says="a print"),
    said(42, "end", 14),
)


def test_a_session_is_told_with_takes_marks_stops_and_losses() -> None:
    record = session_of(told(*WHOLE))
    assert record is not None
    assert [one.seconds for one in record.takes] == [27 * 60, 7 * 60]
    assert {one.revision for one in record.takes} == {3}
    assert record.takes[0].stages == ("laying",)
    assert [(one.mark, one.take_s) for one in record.takes[0].marks] == [("good", 120.0)]
    (stop,) = record.stops
    assert stop.at == BEGAN + timedelta(minutes=15)
    assert stop.lost_s == 7 * 60, "from when it stopped to when it ran again"
    assert record.takes[0].stopped == (stop.id,)
    assert record.takes[1].stopped == ()
    assert [(one.why, one.minutes) for one in record.losses] == [
        ("stop: card full", 7.0), ("forgot: lens", 4.0)
    ]  # fmt: skip
    assert [one.says for one in record.marks_between] == ["between"]
    assert record.ended == BEGAN + timedelta(minutes=42)
    assert [(one.does, one.says) for one in record.did] == [
        (("card", "start"), "card changed, started")
    ]
    assert record.ticks[0].done
    assert record.troubles == ()


@given(st.permutations(WHOLE), st.lists(st.sampled_from(WHOLE), max_size=6))
def test_the_order_in_which_events_come_does_not_matter_nor_do_copies(
    shuffled: list[dict[str, object]], again: list[dict[str, object]]
) -> None:
    assert session_of(told(*shuffled, *again)) == session_of(told(*WHOLE))


def test_nothing_told_is_no_session() -> None:
    assert session_of([]) is None
    assert session_of(told(said(0, "withdrawn", 1, of="event-0001"))) is None


def test_a_take_that_ends_before_it_starts_is_said_and_nothing_is_lost() -> None:
    record = session_of(
        told(said(0, "begin", 1, revision=1), said(4, "cut", 2), said(5, "take", 3))
    )
    assert record is not None
    assert "before any had begun" in record.troubles[0]
    assert record.running is not None
    assert record.running.start == BEGAN + timedelta(minutes=5)


def test_two_phones_that_begin_one_take_and_mark_at_once_make_one_take_with_both_marks() -> None:
    first = told(
        said(0, "begin", 1, revision=1), said(1, "take", 2), said(2, "mark", 3, mark="good")
    )
    other = told(
        said(1.05, "take", 4), said(2, "mark", 5, mark="again"), said(9, "cut", 6),
        said(9.02, "cut", 7), device="tablet",
    )  # fmt: skip
    record = session_of([*first, *other])
    assert record is not None
    assert len(record.takes) == 1
    assert {one.mark for one in record.takes[0].marks} == {"good", "again"}
    assert record.troubles == ()
    assert record.devices == ("phone", "tablet")


def test_a_take_begun_long_after_another_is_told_of() -> None:
    record = session_of(
        told(said(0, "begin", 1, revision=1), said(1, "take", 2), said(3, "take", 3))
    )
    assert record is not None
    assert len(record.takes) == 1
    assert "counts as the same take" in record.troubles[0]


def test_the_end_ends_what_runs_and_says_so() -> None:
    record = session_of(
        told(said(0, "begin", 1, revision=1), said(1, "take", 2), said(5, "end", 3))
    )
    assert record is not None
    assert record.takes[0].seconds == 240.0
    assert "still running" in record.troubles[0]


def test_a_missing_begin_is_said() -> None:
    record = session_of(told(said(1, "take", 1)))
    assert record is not None
    assert "begin of this session" in record.troubles[0]
    assert record.began == BEGAN + timedelta(minutes=1)


def test_a_clock_three_hours_off_is_set_right_and_said() -> None:
    off = 3 * 3600.0
    events = [
        {**one, "at": (BEGAN + timedelta(minutes=minute, seconds=off)).isoformat()}
        for minute, one in ((0, WHOLE[0]), (3, WHOLE[3]), (30, WHOLE[7]))
    ]
    record = session_of(told(*events, ahead_s=off))
    assert record is not None
    assert record.takes[0].start == BEGAN + timedelta(minutes=3)
    assert record.takes[0].seconds == 27 * 60
    assert "3 h 0 min fast" in record.troubles[0]


def test_what_would_lie_in_the_future_is_now_and_a_clock_a_little_off_is_left() -> None:
    late = said(0, "take", 1)
    late["at"] = (NOW + timedelta(hours=2)).isoformat()
    assert heard(read_event(late), "phone", sent_at=NOW, now=NOW).at == NOW
    near = heard(
        read_event(said(0, "take", 2)), "phone", sent_at=NOW + timedelta(seconds=1.5), now=NOW
    )
    assert (near.at, near.ahead_s) == (BEGAN, 0.0)


def test_lengths_are_right_over_a_change_of_the_clock() -> None:
    """In the night of the change 02:30 +02:00 is half an hour before 02:00 +01:00."""
    events = told(said(0, "begin", 1, revision=1), said(0, "take", 2), said(0, "cut", 3))
    take, cut = events[1], events[2]
    early = take.event.at.fromisoformat("2026-10-25T02:30:00+02:00")
    later = take.event.at.fromisoformat("2026-10-25T02:15:00+01:00")
    record = session_of(
        [take.model_copy(update={"at": early}), cut.model_copy(update={"at": later})]
    )
    assert record is not None
    assert record.takes[0].seconds == 45 * 60
    assert record.takes[0].end is not None
    assert record.takes[0].end.utcoffset() == timedelta(hours=1)


def test_what_is_withdrawn_does_not_count() -> None:
    record = session_of(told(*WHOLE, said(43, "withdrawn", 20, of="event-0005")))
    assert record is not None
    assert record.takes[0].marks == ()


def test_a_new_revision_counts_from_the_next_take() -> None:
    record = session_of(told(*WHOLE[:8], said(32, "revision", 30, revision=5), *WHOLE[9:]))
    assert record is not None
    assert [one.revision for one in record.takes] == [3, 5]


@pytest.mark.parametrize(
    "wrong",
    [
        {"kind": "cheer"},
        {"kind": "take", "at": "2026-11-28T09:00:00"},
        {"kind": "take", "id": "../x"},
        {"kind": "mark", "mark": "splendid"},
        {"kind": "lost", "why": "focus", "minutes": float("nan")},
        {"kind": "stopped", **STOPPED, "ago_s": -1},
        {"kind": "take", "more": 1},
    ],
)
def test_an_event_that_says_nothing_is_refused(wrong: dict[str, object]) -> None:
    with pytest.raises(ValidationError):
        read_event({**said(0, "take", 1), **wrong})
