"""Corrections against known truths: right within their own error, and none out of noise alone."""

from __future__ import annotations

import numpy as np
import pytest

from steeple.core.learning.normal import Belief, correction, is_worse

BELIEF = Belief(usual_off=0.03, usual_spread=0.01)
ROUNDS = 600


@pytest.mark.parametrize("count", [3, 5, 12])
def test_a_known_truth_lies_within_two_standard_errors(count: int) -> None:
    random = np.random.default_rng(count)
    covered = sure = 0
    for _ in range(ROUNDS):
        truth = random.normal(0, BELIEF.usual_off)
        found = correction(random.normal(truth, 0.012, count), BELIEF, np.arange(float(count)))
        covered += abs(found.mean - truth) < 2 * found.error
        sure += found.status == "sure"
    assert covered / ROUNDS > 0.93
    assert sure / ROUNDS > 0.2


@pytest.mark.parametrize("count", [3, 5, 12])
@pytest.mark.parametrize("spread", [0.004, 0.012, 0.03])
def test_noise_alone_teaches_nothing(count: int, spread: float) -> None:
    random = np.random.default_rng(7 * count)
    wrong = sum(
        correction(random.normal(0, spread, count), BELIEF, np.arange(float(count))).status
        == "sure"
        for _ in range(ROUNDS)
    )
    assert wrong / ROUNDS < (0.01 if spread < 0.02 else 0.03)


def test_few_cases_are_shrunk_toward_none() -> None:
    one, many = correction([0.03], BELIEF), correction([0.03] * 20, BELIEF)
    assert one.status == "few"
    assert 0 < one.mean < many.mean <= 0.03
    assert many.status == "sure"
    assert one.error > many.error


def test_with_nothing_known_the_closed_form_of_the_normal_mean_comes_out() -> None:
    """Spread as believed, so that the variance put in is the believed one: Gelman et al., (2.12)."""
    values = np.array([0.02 - 0.005, 0.02 + 0.005])
    found = correction(values, BELIEF)
    variance = (3 * 0.01**2 + 2 * 0.005**2) / 4
    weight = (2 / variance) / (2 / variance + 1 / 0.03**2)
    assert found.mean == pytest.approx(0.02 * weight)


def test_a_trend_is_told_and_holds_at_the_last_case() -> None:
    days = np.array([0.0, 20, 40, 60, 80, 100])
    found = correction(-0.002 * days, Belief(0.25, 0.04), days)
    assert found.slope == pytest.approx(-0.002, rel=1e-6)
    assert found.mean == pytest.approx(-0.2, abs=0.02)
    assert found.status == "sure"
    flat = correction([-0.1] * 6, Belief(0.25, 0.04), days)
    assert flat.slope is None


def test_a_correction_that_does_not_help_is_doubtful_or_noise() -> None:
    found = correction([0.3, -0.3, 0.3, -0.3, 0.3], Belief(0.3, 0.02))
    assert found.status in ("noise", "doubtful")


def test_what_does_harm_is_noticed_from_three_cases_on() -> None:
    assert is_worse([0.01, 0.01, 0.01], [0.03, 0.02, 0.03])
    assert not is_worse([0.03, 0.02, 0.03], [0.01, 0.01, 0.01])
    assert not is_worse([0.01, 0.01], [0.5, 0.5]), "two cases are too few"
