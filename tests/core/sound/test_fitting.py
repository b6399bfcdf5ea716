"""A clap that hardly stands out: read by an exponential over the noise, within three per cent at 30 dB, however
that is counted."""

from __future__ import annotations

import numpy as np
import pytest

from steeple.core.errors import InputError
from steeple.core.sound.decay import Samples, read_clap
from steeple.core.sound.fitting import fitted_rt60_s

RATE = 48_000


def noisy(rt60: float, seed: int, *, of: str) -> Samples:
    """A decay with noise 30 dB under its peak, its first 20 ms, or its mean over the reverberation time."""
    random = np.random.default_rng(seed)
    count = round((1.2 + 1.5 * rt60) * RATE)
    times = np.arange(count) / RATE - 0.5
    sound = np.where(times >= 0, np.exp(-6.907755 * np.maximum(times, 0) / rt60), 0.0)
    sound = sound * random.standard_normal(count)
    sound *= 0.6 / np.abs(sound).max()
    start = RATE // 2
    level = {
        "peak": 0.6,
        "beginning": float(np.sqrt(np.mean(sound[start : start + RATE // 50] ** 2))),
        "mean": float(np.sqrt(np.mean(sound[start : start + round(rt60 * RATE)] ** 2))),
    }[of]
    return np.asarray(sound + random.standard_normal(count) * level * 10 ** (-30 / 20))


@pytest.mark.parametrize("of", ["peak", "beginning", "mean"])
@pytest.mark.parametrize("rt60", [0.4, 1.2])
def test_within_three_per_cent_at_30_db(rt60: float, of: str) -> None:
    for seed in range(5):
        found = read_clap(noisy(rt60, seed, of=of), RATE)
        assert found.rt60_s == pytest.approx(rt60, rel=0.03)


def test_exact_powers_give_the_exact_time() -> None:
    step = 0.002
    times = (np.arange(400) + 0.5) * step
    power = np.exp(-13.815510558 / 0.7 * times) + 1e-3
    assert fitted_rt60_s(power, 1e-3, step) == pytest.approx(0.7, rel=0.01)
    assert fitted_rt60_s(power[:5], 1e-3, step) is None


def test_where_nothing_dies_away_there_is_no_echo_to_tell() -> None:
    random = np.random.default_rng(2)
    with pytest.raises(InputError):
        read_clap(0.1 * random.standard_normal(3 * RATE), RATE)
