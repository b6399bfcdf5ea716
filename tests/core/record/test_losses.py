"""What was lost and why, summed up."""

from __future__ import annotations

from typing import get_args

from steeple.core.record.event import Forgotten, StopWhy
from steeple.core.record.losses import CAUSES, losses_over
from steeple.core.record.told import LossMade


def test_the_cause_that_cost_most_comes_first() -> None:
    def loss(why: str, minutes: float) -> LossMade:
        return LossMade(why=why, minutes=minutes, says="")

    rows = losses_over(
        [
            [loss("stop: card full", 5), loss("forgot: focus", 1)],
            [loss("stop: card full", 6), loss("forgot: focus", 20)],
            [],
        ]
    )
    assert [(one.why, one.minutes, one.times, one.sessions) for one in rows] == [
        ("forgot: focus", 21.0, 2, 2), ("stop: card full", 11.0, 2, 2)
    ]  # fmt: skip
    assert losses_over([]) == ()


def test_every_cause_has_words_and_a_mend() -> None:
    stops = [f"stop: {why}" for kind in get_args(StopWhy) for why in (get_args(kind) or (kind,))]
    assert set(CAUSES) == {*stops, *(f"forgot: {why}" for why in get_args(Forgotten))}
    assert all(one.says and one.mend for one in CAUSES.values())
