"""How long setting up took, as it is told at the bench: the last word counts, whoever said it, in whatever order."""

from __future__ import annotations

from itertools import permutations
from typing import Any

import pytest
from pydantic import ValidationError

from steeple.core.record.event import read_event
from steeple.core.record.session import session_of
from tests.told import said, told

BEGIN = said(0, "begin", 1, revision=2)


def set_up(minute: float, number: int, minutes: float) -> dict[str, Any]:
    return said(minute, "set-up", number, minutes=minutes)


def minutes_of(*events: dict[str, Any]) -> float | None:
    record = session_of(told(BEGIN, *events))
    assert record is not None
    return record.set_up_min


def test_it_is_open_while_nobody_has_told_it() -> None:
    assert minutes_of() is None
    assert minutes_of(said(3, "take", 2), said(40, "cut", 3), said(50, "end", 4)) is None


@pytest.mark.parametrize("order", list(permutations(range(3))))
def test_the_last_word_counts_in_whatever_order_it_comes(order: tuple[int, ...]) -> None:
    events = [set_up(4, 2, 20), set_up(9, 3, 35), set_up(6, 4, 50)]
    assert minutes_of(*(events[at] for at in order)) == 35


def test_what_is_told_twice_counts_once_and_what_is_withdrawn_not_at_all() -> None:
    once = set_up(4, 2, 20)
    assert minutes_of(once, once) == 20
    gone = said(8, "withdrawn", 4, of=once["id"])
    assert minutes_of(once, gone) is None
    assert minutes_of(once, set_up(6, 3, 31), gone) == 31


def test_two_phones_may_tell_it() -> None:
    events = [*told(BEGIN, set_up(4, 2, 20)), *told(set_up(7, 9, 44), device="tablet")]
    record = session_of(events)
    assert record is not None
    assert record.set_up_min == 44
    assert record.devices == ("phone", "tablet")


def test_it_may_be_told_after_the_end() -> None:
    assert minutes_of(said(60, "end", 2), set_up(65, 3, 25)) == 25


@pytest.mark.parametrize("minutes", [0, -4, 2_881, None, "long", float("nan")])
def test_what_is_no_time_is_refused(minutes: Any) -> None:
    with pytest.raises(ValidationError):
        read_event({**set_up(4, 2, 20), "minutes": minutes})


@pytest.mark.parametrize("minutes", [0.5, 1, 90, 2_880])
def test_any_time_of_up_to_two_days_is_taken(minutes: float) -> None:
    assert minutes_of(set_up(4, 2, minutes)) == minutes


def test_nothing_else_of_the_session_changes_by_it() -> None:
    take = (said(3, "take", 2), said(5, "mark", 3, mark="good"), said(40, "cut", 4))
    without, with_it = (
        session_of(told(BEGIN, *take)),
        session_of(told(BEGIN, set_up(2, 9, 30), *take)),
    )
    assert without is not None
    assert with_it is not None
    assert with_it.model_copy(update={"set_up_min": None}) == without
