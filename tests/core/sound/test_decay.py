"""A clap read back: the echo put in comes out, through noise, and what cannot be read says why."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
import pytest

from steeple.core.errors import InputError
from steeple.core.sound.decay import Samples, arrivals, read_clap
from tests.claps import RATE, clap, two_claps


@pytest.mark.parametrize("rt60_s", [0.4, 1.2])
@pytest.mark.parametrize("seed", range(4))
def test_an_echo_is_read_back_within_three_per_cent_at_30_db(rt60_s: float, seed: int) -> None:
    found = read_clap(clap(rt60_s, snr_db=30, seed=seed, lasts_s=3 + rt60_s), RATE)
    assert found.rt60_s == pytest.approx(rt60_s, rel=0.03)


@pytest.mark.parametrize("rt60_s", [0.15, 0.3, 0.8, 2.5])
@pytest.mark.parametrize("rate", [8000, 44_100, 96_000])
def test_at_any_rate(rt60_s: float, rate: int) -> None:
    found = read_clap(clap(rt60_s, rate=rate, snr_db=50, lasts_s=2 + 2 * rt60_s), rate)
    assert found.rt60_s == pytest.approx(rt60_s, rel=0.04)
    assert found.arrival_s == pytest.approx(0.5, abs=0.001)


def test_the_better_line_is_taken_where_the_noise_leaves_room_for_it() -> None:
    quiet, noisy = read_clap(clap(0.5, snr_db=60), RATE), read_clap(clap(0.5, snr_db=31), RATE)
    assert quiet.t30 is not None
    assert quiet.rt60_s == quiet.t30.rt60_s
    assert noisy.t30 is None
    assert noisy.t20 is not None
    assert quiet.above_noise_db - noisy.above_noise_db == pytest.approx(29, abs=1.5)


def test_the_curve_falls_as_the_echo_does() -> None:
    curve = read_clap(clap(0.6, snr_db=60), RATE).curve
    assert len(curve) <= 200
    assert curve[0] == (0, 0)
    levels = [level for _, level in curve]
    assert levels == sorted(levels, reverse=True)
    at = {
        round(time, 1): level for time, level in curve if abs(time * 10 - round(time * 10)) < 0.05
    }
    assert at[0.3] == pytest.approx(-30, abs=1.0)


def test_two_claps_are_told_apart_and_one_can_be_chosen() -> None:
    both = two_claps(5.0)
    assert arrivals(both, RATE) == pytest.approx((1.0, 6.0), abs=0.002)
    with pytest.raises(InputError, match=r"2 claps in it, at 1\.00 s, 6\.00 s"):
        read_clap(both, RATE)
    assert read_clap(both[: 4 * RATE], RATE).rt60_s == pytest.approx(0.4, rel=0.03)


def test_noise_that_goes_on_later_does_not_lengthen_the_echo() -> None:
    quiet = 0.0002 * np.random.default_rng(3).standard_normal(20 * RATE)
    assert read_clap(np.concatenate([clap(0.6), quiet]), RATE).rt60_s == pytest.approx(
        0.6, rel=0.04
    )


@pytest.mark.parametrize(
    ("make", "rate", "words"),
    [
        (lambda: np.zeros(2 * RATE), RATE, "silent"),
        (lambda: np.clip(clap(0.5) * 20, -1, 1), RATE, "clipped"),
        (lambda: clap(0.5, lasts_s=0.3, at_s=0.1), RATE, "half a second"),
        (lambda: clap(0.5, rate=4000), 4000, "8000 at the least"),
        (lambda: 0.1 * np.random.default_rng(2).standard_normal(2 * RATE), RATE, "stands out too little"),
    ],
)  # fmt: skip
def test_what_tells_nothing_says_why(make: Callable[[], Samples], rate: int, words: str) -> None:
    with pytest.raises(InputError, match=words):
        read_clap(make(), rate)
