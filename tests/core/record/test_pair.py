"""Predicted against measured: ratios, differences, and what follows."""

from __future__ import annotations

import math
from datetime import timedelta

import numpy as np
import pytest

from steeple.core.record.pair import KINDS, Pair, PairFigure, deviation, learned_from
from tests.told import BEGAN


def pair(
    number: int, measured: float, *, plain: float = 100.0, predicted: float | None = None,
    figure: PairFigure = "lamp.light",
) -> Pair:  # fmt: skip
    return Pair(
        id=f"pair-{number:04d}", figure=figure, of="lamp-1", of_name="Panel", plan_id="plan",
        at=BEGAN + timedelta(days=number), predicted=plain if predicted is None else predicted,
        plain=plain, measured=measured,
    )  # fmt: skip


def test_a_ratio_is_compared_by_its_logarithm_and_a_difference_as_it_is() -> None:
    assert deviation(pair(1, 82)) == pytest.approx(math.log(0.82))
    assert deviation(pair(1, 7.5, plain=0.0, figure="support.sag")) == 7.5
    assert deviation(pair(1, 0.0)) is None, "what gives nothing has no ratio"


def test_what_is_learned_is_a_share_with_its_error() -> None:
    found = learned_from([pair(at, value) for at, value in enumerate((80, 83, 81, 82))])
    assert found is not None
    assert found.status == "sure"
    assert found.used
    assert 0.81 < found.value < 0.84
    assert found.low < found.value < found.high
    assert found.cases == 4


def test_switched_off_it_is_told_and_not_used() -> None:
    found = learned_from([pair(at, 80) for at in range(4)], off=True)
    assert found is not None
    assert found.status == "off"
    assert not found.used


def test_what_made_predictions_worse_is_set_aside() -> None:
    """The lamp was mended: it gives what its figures say again, while 0.8 was used."""
    before = [pair(at, 80) for at in range(3)]
    after = [pair(10 + at, 100, predicted=80) for at in range(4)]
    found = learned_from([*before, *after])
    assert found is not None
    assert found.status == "set aside"
    assert found.in_use_worse


def test_synthetic_sessions_give_back_their_truth_for_every_kind() -> None:
    random = np.random.default_rng(3)
    for figure, kind in KINDS.items():
        off = kind.belief.usual_off
        rounds = []
        for _ in range(60):
            truth = random.normal(0, off)
            cases = random.normal(truth, kind.belief.usual_spread, 6)
            pairs = [
                pair(
                    at, 100 * math.exp(one) if kind.by == "share" else one,
                    plain=100.0 if kind.by == "share" else 0.0, figure=figure,
                )
                for at, one in enumerate(cases)
            ]  # fmt: skip
            found = learned_from(pairs)
            assert found is not None
            wanted = math.exp(truth) if kind.by == "share" else truth
            rounds.append(found.low - 1e-4 <= wanted <= found.high + 1e-4)
        assert np.mean(rounds) > 0.85, figure
