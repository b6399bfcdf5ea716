"""Two recordings of the same sound: how far one is behind the other, and how their clocks drift apart.

Sources: Knapp & Carter, *The Generalized Correlation Method for Estimation of Time Delay* (IEEE Trans. ASSP 24,
1976); Whatmough & others put the same to film sound.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from scipy.signal import correlate, correlation_lags, resample_poly

from steeple.core.errors import InputError
from steeple.core.sound.decay import Samples, arrivals, check_record

RATE_HZ = 48_000
WHOLE_S, BEGINNING_S = (0.05, 0.05), (0.002, 0.006)
"""About the arrival of a clap so much before and after is compared: with its first echoes, and its beginning alone."""
ARRIVAL_S = 0.01
"""An arrival is told within so much."""
LEAST_ALIKE, LEAST_BEGINNING = 0.15, 0.4
"""Records whose correlation is less are not of the same clap: by the whole clap, and by its beginning alone."""


@dataclass(frozen=True, slots=True)
class Offset:
    """How far the second recording is behind the first, in seconds: what happens at t in the first is at
    t + ``behind_s`` in the second. ``alike`` is their correlation there, 0 to 1. ``drift_ppm`` is how much faster
    the clock of the second runs, where both hold a clap near the end; ``drift_over_s`` between which claps."""

    behind_s: float
    alike: float
    drift_ppm: float | None = None
    drift_over_s: float | None = None


def at_rate(samples: Samples, rate_hz: float, wanted_hz: int = RATE_HZ) -> Samples:
    """A recording at another rate.

    Parameters
    ----------
    samples, rate_hz
        shape (n,); samples a second.
    wanted_hz
        the rate wanted.
    """
    if round(rate_hz) == wanted_hz:
        return samples
    common = math.gcd(round(rate_hz), wanted_hz)
    return np.asarray(
        resample_poly(samples, wanted_hz // common, round(rate_hz) // common), dtype=np.float64
    )


def offset_of(first: Samples, first_hz: float, second: Samples, second_hz: float) -> Offset:
    """How far two recordings of one clap are apart; of two claps in both, how their clocks drift.

    Parameters
    ----------
    first, first_hz, second, second_hz
        each shape (n,) with its samples a second.
    Raises
    ------
    InputError
        As `check_record`; ``not-the-same-sound`` where nothing in both is alike.
    """
    for samples, rate in ((first, first_hz), (second, second_hz)):
        check_record(samples, rate)
    one, other = at_rate(first, first_hz), at_rate(second, second_hz)
    heard, again = arrivals(one, RATE_HZ), arrivals(other, RATE_HZ)
    if not heard or not again:
        raise _no_match()
    lag, alike = _lag(one, other, heard[0], again[0])
    if alike < LEAST_ALIKE:
        raise _no_match()
    behind = again[0] - heard[0] + lag
    if len(heard) < 2 or len(again) < 2:
        return Offset(behind, alike)
    late, _ = _lag(one, other, heard[-1], again[-1])
    over = heard[-1] - heard[0]
    return Offset(behind, alike, ((again[-1] - heard[-1] + late) - behind) / over * 1e6, over)


def _no_match() -> InputError:
    return InputError(
        "not-the-same-sound",
        "The two recordings have no clap in common: both must have heard the same one.",
        field="sound", value=None, allowed="one clap in both",
    )  # fmt: skip


def _lag(one: Samples, other: Samples, at: float, again: float) -> tuple[float, float]:
    """How much later than its arrival the clap is in the second record than in the first; and how alike the two are
    there. By the whole clap with its first echoes where both heard it from nearly one place, and by its beginning
    alone where they stood far apart and the room answered each in its own way: the one that is more alike."""
    whole = _lag_within(one, other, at, again, *WHOLE_S)
    beginning = _lag_within(one, other, at, again, *BEGINNING_S)
    # So short a stretch is a little alike by chance.
    return beginning if beginning[1] >= max(LEAST_BEGINNING, whole[1]) else whole


def _lag_within(
    one: Samples, other: Samples, at: float, again: float, before_s: float, after_s: float
) -> tuple[float, float]:
    """The same by a stretch about the arrivals: the peak of the correlation, with a parabola through it."""
    before, after = round(before_s * RATE_HZ), round(after_s * RATE_HZ)
    pieces = []
    for samples, when in ((one, at), (other, again)):
        start = round(when * RATE_HZ) - before
        piece = np.zeros(before + after)
        first, last = max(0, start), min(samples.size, start + before + after)
        piece[first - start : last - start] = samples[first:last]
        pieces.append(piece - piece.mean())
    a, b = pieces
    both = correlate(b, a, method="fft")
    lags = correlation_lags(b.size, a.size)
    strength = float(np.linalg.norm(a) * np.linalg.norm(b))
    if strength <= 0:
        return 0.0, 0.0
    # Arrivals are told to a few milliseconds: what is alike farther off is chance.
    both = np.where(np.abs(lags) <= round(ARRIVAL_S * RATE_HZ), both, 0.0)
    top = int(np.argmax(np.abs(both)))
    shift = 0.0
    if 0 < top < both.size - 1:
        left, here, right = (abs(float(both[top + step])) for step in (-1, 0, 1))
        bend = left - 2 * here + right
        shift = 0.0 if bend == 0 else 0.5 * (left - right) / bend
    middles = (round(again * RATE_HZ) / RATE_HZ - again) - (round(at * RATE_HZ) / RATE_HZ - at)
    return (float(lags[top]) + shift) / RATE_HZ + middles, abs(float(both[top])) / strength
