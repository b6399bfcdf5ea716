"""Two recordings of one clap: offset to a part of a millisecond, and clocks that drift."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.signal import resample_poly

from steeple.core.errors import InputError
from steeple.core.sound.decay import arrivals
from steeple.core.sound.delay import clap_every_s, delay_s, drift_s, frames
from steeple.core.sound.together import offset_of
from tests.claps import RATE, Samples, clap, later, two_claps

CLAP = clap(0.5, lasts_s=4, at_s=1.5, seed=3)


@given(st.floats(-0.9, 0.9))
@settings(max_examples=20)
def test_an_offset_is_found_within_a_tenth_of_a_millisecond(seconds: float) -> None:
    found = offset_of(CLAP, RATE, later(CLAP, seconds), RATE)
    assert found.behind_s == pytest.approx(seconds, abs=1e-4)
    assert found.alike > 0.6
    assert found.drift_ppm is None


def test_another_rate_and_another_level_make_no_difference() -> None:
    other = 0.2 * resample_poly(later(CLAP, 0.1234), 147, 160)
    assert offset_of(CLAP, RATE, other, 44_100).behind_s == pytest.approx(0.1234, abs=1e-3)


def test_the_one_that_is_ahead_is_behind_by_less_than_nothing() -> None:
    there = offset_of(CLAP, RATE, later(CLAP, 0.3), RATE).behind_s
    back = offset_of(later(CLAP, 0.3), RATE, CLAP, RATE).behind_s
    assert there == pytest.approx(-back, abs=1e-5)


@pytest.mark.parametrize("ppm", [-120.0, 40.0, 80.0])
def test_a_clap_at_the_end_tells_the_drift(ppm: float) -> None:
    first = two_claps(60)
    t = np.arange(first.size) / RATE
    second = np.interp(t / (1 + ppm * 1e-6), t, first)
    found = offset_of(first, RATE, second, RATE)
    assert found.drift_ppm == pytest.approx(ppm, abs=1.5)
    assert found.drift_over_s == pytest.approx(60, abs=0.01)


def test_recordings_of_two_claps_are_refused() -> None:
    with pytest.raises(InputError, match="no clap in common"):
        offset_of(CLAP, RATE, clap(0.9, lasts_s=4, at_s=1.3, seed=77), RATE)


def test_delays_in_frames() -> None:
    """343 m take a second; 3.43 m a hundredth, a quarter of a frame at 25."""
    assert delay_s(343_000) == 1
    assert frames(delay_s(3_430), 25) == pytest.approx(0.25)
    assert drift_s(50, 3600) == pytest.approx(0.18)
    assert clap_every_s(50, 25) == pytest.approx(400)
    assert drift_s(50, clap_every_s(50, 25)) == pytest.approx(0.02)


def short_clap(rt60: float, seed: int) -> Samples:
    """A clap of 4 ms in a room of its own answer: the direct sound, three reflections, and an echo."""
    random = np.random.default_rng(1)
    source = random.standard_normal(192) * np.hanning(192)
    answer = np.random.default_rng(seed)
    count = round(2 * rt60 * RATE)
    echo = answer.standard_normal(count) * np.exp(-6.9078 * np.arange(count) / RATE / rt60)
    echo *= 0.7 * np.sqrt(13.8 / (RATE * rt60))
    echo[0] = 1.0
    for late, part in zip(answer.uniform(0.004, 0.02, 3), (0.5, 0.35, 0.3), strict=True):
        echo[round(late * RATE)] += part
    sound = np.zeros(RATE * 3)
    heard = np.convolve(source, echo)[: 2 * RATE]
    sound[RATE // 2 : RATE // 2 + heard.size] = heard
    noise = answer.standard_normal(sound.size) * 1e-3
    return np.asarray(0.5 * sound / np.abs(sound).max() + noise * 0.5)


@pytest.mark.parametrize("behind", [0.0004, 0.013, 0.4])
def test_two_places_of_one_room_answer_differently_and_are_set_all_the_same(behind: float) -> None:
    """Far apart, two recorders share the direct sound alone."""
    found = offset_of(short_clap(0.6, 5), RATE, later(short_clap(0.6, 6), behind), RATE)
    assert found.behind_s == pytest.approx(behind, abs=0.001)


@pytest.mark.parametrize("rt60", [0.3, 0.6, 1.2])
def test_a_clap_that_takes_two_blocks_to_rise_is_one_clap(rt60: float) -> None:
    for seed in range(6):
        assert len(arrivals(short_clap(rt60, seed), RATE)) == 1
