"""What the log finds: each note fires, and stays quiet where nothing is the matter."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import timedelta

import pytest

from steeple.core.findings.log.notes import LOG_CODES, bare_s, log_notes, past_session
from steeple.core.findings.log.says import learned_says, log_answer
from steeple.core.record.limits import LimitSeen
from steeple.core.record.losses import losses_over
from steeple.core.record.pair import LearnedOf, learned_from
from steeple.core.record.session import session_of
from steeple.core.record.told import SessionRecord
from steeple.core.study.base.sentence import sentence_words
from tests.core.record.test_pair import pair
from tests.told import BEGAN, NOW, said, told


def record_of(*events: dict[str, object]) -> SessionRecord:
    found = session_of(told(said(0, "begin", 1, revision=1), said(1, "take", 2), *events))
    assert found is not None
    return found


def stop(minute: float, number: int, device: str = "camera-a", ago_s: int = 0) -> dict[str, object]:
    return said(
        minute, "stopped", number, device=device, name=f"the {device}", why="card full", ago_s=ago_s
    )


CUT = (said(60, "cut", 90), said(61, "end", 91))
QUIET = record_of(*CUT)


def codes(*records: SessionRecord, cameras: int = 1, learned: Sequence[LearnedOf] = ()) -> set[str]:
    past = [past_session("plan", "Plan", cameras, one) for one in records]
    return {one.code for one in log_notes(past, learned, NOW)}


def test_a_quiet_session_finds_nothing() -> None:
    assert codes(QUIET, QUIET) == set()
    assert log_notes([], [], NOW) == ()


def test_nothing_rolling_needs_every_camera_still() -> None:
    one = record_of(stop(20, 10), *CUT)
    both = record_of(stop(20, 10), stop(30, 11, "camera-b"), *CUT)
    assert bare_s(one, 1) == 40 * 60
    assert bare_s(one, 2) == 0
    assert bare_s(both, 2) == 30 * 60
    assert bare_s(both, 0) == 0, "a plan that is not known tells nothing"
    assert "log.nothing-rolling" in codes(both, cameras=2)
    assert "log.nothing-rolling" not in codes(one, cameras=2)


def test_a_loss_three_times_over() -> None:
    lost = record_of(stop(50, 10), *CUT)
    assert "log.same-loss" not in codes(lost, lost, cameras=3)
    assert "log.same-loss" in codes(lost, lost, lost, cameras=3)


def test_a_missed_alarm_and_a_session_never_ended() -> None:
    missed = record_of(said(9, "alarm", 10, alarm_s=300, came="missed"), *CUT)
    assert codes(missed) == {"log.alarm-missed"}
    past = [past_session("plan", "Plan", 1, record_of())]
    assert log_notes(past, [], NOW) == ()
    assert [one.code for one in log_notes(past, [], NOW + timedelta(days=3))] == ["log.not-ended"]


def test_a_correction_set_aside() -> None:
    worse = learned_from(
        [pair(at, 80) for at in range(3)] + [pair(9 + at, 100, predicted=80) for at in range(4)]
    )
    assert worse is not None
    assert codes(QUIET, learned=[worse]) == {"log.correction-doubtful"}


def test_a_limit_that_nobody_knew_is_said_once_with_what_to_put() -> None:
    limit = LimitSeen(camera="main", field="recording_limit_s", seconds=1790)
    past = replace(past_session("plan", "Plan", 1, QUIET), limits=(limit,))
    other = replace(past_session("other", "Other", 1, QUIET), limits=(limit,))
    notes = log_notes([past, past, other], [], NOW)
    assert [(one.code, one.plan_id, one.put) for one in notes] == [
        ("log.limit-not-known", "plan", limit), ("log.limit-not-known", "other", limit)
    ]  # fmt: skip
    words = sentence_words(notes[0].title, "cm")
    assert "“Plan”: the main camera stopped by itself after 0:29:50" in words


def test_every_code_is_told_of() -> None:
    assert set(LOG_CODES) == {
        "log.same-loss", "log.alarm-missed", "log.nothing-rolling", "log.correction-doubtful",
        "log.not-ended", "log.limit-not-known",
    }  # fmt: skip


@pytest.mark.parametrize(
    ("values", "words"),
    [
        ((80, 82, 81, 81), "gives 19 % less light than its figures say, by 4 measurements."),
        ((80,), "measured once, too few"),
        ((100, 101, 99), "as planned"),
    ],
)
def test_what_was_learned_in_words(values: tuple[float, ...], words: str) -> None:
    found = learned_from([pair(at, one) for at, one in enumerate(values)])
    assert found is not None
    assert words in sentence_words(learned_says(found), "cm")


def test_the_answer_says_what_was_lost_and_learned() -> None:
    assert "Nothing is in the log yet" in sentence_words(log_answer([], [], 0), "cm")
    assert "Nothing lost in 2 sessions" in sentence_words(log_answer([], [], 2), "cm")
    lost = record_of(stop(50, 10), *CUT)
    found = learned_from([pair(at, 80) for at in range(4)])
    assert found is not None
    words = sentence_words(log_answer([found], losses_over([lost.losses]), 1), "cm")
    assert words.startswith("10 min of work lost in 1 session, most because the card was full.")
    assert "Learned: Panel gives" in words
    assert BEGAN < NOW
