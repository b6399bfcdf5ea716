"""How long a device had run when it stopped, against a count second by second."""

from __future__ import annotations

from datetime import timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.plan.parts.rolling.session import Deed
from steeple.core.record.running import ran_s
from steeple.core.record.session import session_of
from steeple.core.record.told import SessionRecord, StopMade
from tests.told import BEGAN, said, told

MAIN = {"device": "camera-main", "name": "the main camera"}
SIDE = {"device": "camera-side", "name": "the side camera"}
FROM_START: frozenset[Deed] = frozenset({"start", "stop", "restart", "battery", "card"})


def last_stop(*events: dict[str, object]) -> tuple[SessionRecord, StopMade]:
    record = session_of(told(*events))
    assert record is not None
    return record, record.stops[-1]


def stopped(
    minute: float, number: int, why: str = "battery empty", **who: str
) -> dict[str, object]:
    return said(minute, "stopped", number, **(who or MAIN), why=why, silent=False)


def test_only_takes_count_for_a_battery() -> None:
    record, stop = last_stop(
        said(0, "begin", 1, revision=1), said(5, "take", 2), said(25, "cut", 3),
        said(60, "take", 4), stopped(70, 5), said(80, "cut", 6),
    )  # fmt: skip
    assert ran_s(record, stop, {"battery"}) == 30 * 60


def test_a_changed_battery_begins_anew_and_a_changed_card_does_not() -> None:
    record, stop = last_stop(
        said(0, "begin", 1, revision=1), said(0, "take", 2),
        said(10, "did", 3, **MAIN, does=["card"]), said(20, "did", 4, **MAIN, does=["battery"]),
        said(25, "did", 5, **SIDE, does=["battery"]), stopped(50, 6),
    )  # fmt: skip
    assert ran_s(record, stop, {"battery"}) == 30 * 60
    assert ran_s(record, stop, {"card"}) == 40 * 60


def test_what_it_stood_still_before_is_not_running() -> None:
    record, stop = last_stop(
        said(0, "begin", 1, revision=1), said(0, "take", 2),
        stopped(10, 3, "recording limit"), said(15, "did", 4, **MAIN, does=["start"]),
        stopped(40, 5),
    )  # fmt: skip
    assert ran_s(record, stop, {"battery"}) == 35 * 60
    assert ran_s(record, stop, FROM_START) == 25 * 60


def test_each_take_is_a_start_of_recording() -> None:
    record, stop = last_stop(
        said(0, "begin", 1, revision=1), said(0, "take", 2), said(10, "cut", 3),
        said(12, "take", 4), stopped(41.5, 5, "recording limit"),
    )  # fmt: skip
    assert ran_s(record, stop, FROM_START) == pytest.approx(29.5 * 60)


def test_a_stop_outside_takes_has_run_for_nothing() -> None:
    record, stop = last_stop(
        said(0, "begin", 1, revision=1), stopped(3, 2), said(10, "take", 3), said(12, "cut", 4)
    )  # fmt: skip
    assert ran_s(record, stop, {"battery"}) == 0.0


@st.composite
def sessions(draw: st.DrawFn) -> list[dict[str, object]]:
    """Takes, deeds and stops of two cameras in whole minutes, told in order, with a stop at the end."""
    minutes = sorted(draw(st.lists(st.integers(1, 100), min_size=2, max_size=14, unique=True)))
    events = [said(0, "begin", 1, revision=1)]
    running = False
    for number, minute in enumerate(minutes, start=2):
        kind = draw(st.sampled_from(["take", "did", "stopped", "other"]))
        if kind == "take":
            events.append(said(minute, "cut" if running else "take", number))
            running = not running
        elif kind == "did":
            does = draw(st.sampled_from([["battery"], ["card"], ["battery", "card"], ["start"]]))
            events.append(said(minute, "did", number, **MAIN, does=does))
        elif kind == "stopped":
            events.append(stopped(minute, number))
        else:
            events.append(stopped(minute, number, **SIDE))
    return [*events, stopped(101, len(minutes) + 2)]


@given(events=sessions(), since=st.sampled_from(["battery", "card"]))
def test_it_is_what_a_count_minute_by_minute_gives(
    events: list[dict[str, object]], since: Deed
) -> None:
    record, stop = last_stop(*events)
    begin = max(
        [record.began]
        + [
            one.at
            for one in record.did
            if one.device == stop.device and since in one.does and one.at < stop.at
        ]
    )
    count = 0
    for minute in range(101):
        now = BEGAN + timedelta(minutes=minute, seconds=30)
        in_take = any(one.start <= now < (one.end or stop.at) for one in record.takes)
        still = any(
            one.at <= now < (one.again_at or stop.at)
            for one in record.stops
            if one.device == stop.device and one.id != stop.id
        )
        count += begin <= now < stop.at and in_take and not still
    assert ran_s(record, stop, {since}) == pytest.approx(60 * count)
