"""Claps in rooms with a known echo, as samples and as files."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Samples = NDArray[np.float64]
RATE = 48_000
LN_60_DB = 6.907755


def clap(
    rt60_s: float, *, rate: int = RATE, lasts_s: float = 3.0, at_s: float = 0.5, snr_db: float = 40.0,
    seed: int = 1, peak: float = 0.5,
) -> Samples:  # fmt: skip
    """Noise that dies away by 60 dB in ``rt60_s`` from ``at_s`` on, in a noise ``snr_db`` under its first 20 ms."""
    random = np.random.default_rng(seed)
    count = round(lasts_s * rate)
    t = np.arange(count) / rate - at_s
    sound = np.where(t >= 0, np.exp(-LN_60_DB * np.maximum(t, 0) / rt60_s), 0.0)
    sound = sound * random.standard_normal(count)
    sound *= peak / np.abs(sound).max()
    start = round(at_s * rate)
    power = float(np.sqrt(np.mean(sound[start : start + rate // 50] ** 2)))
    return np.asarray(sound + random.standard_normal(count) * power * 10 ** (-snr_db / 20))


def later(sound: Samples, seconds: float, rate: int = RATE) -> Samples:
    """The same, so much later, by any part of a sample; it goes round at its ends."""
    waves = np.fft.rfftfreq(sound.size, 1 / rate)
    turned = np.fft.rfft(sound) * np.exp(-2j * np.pi * waves * seconds)
    return np.asarray(np.fft.irfft(turned, sound.size))


def two_claps(apart_s: float, at_s: float = 1.0) -> Samples:
    """Two different claps in one record."""
    sound = np.zeros(round((apart_s + 4) * RATE))
    for number, when in enumerate((at_s, at_s + apart_s)):
        piece = clap(0.4, snr_db=60, at_s=0.5, seed=5 + number)
        start = round((when - 0.5) * RATE)
        sound[start : start + piece.size] += piece
    return sound
