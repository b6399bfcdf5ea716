"""Shake: how far the picture moves when the work shakes what carries the camera.

A support is taken as one mass on one spring. A sudden change of speed Δv at its foot (a stroke, a
stamp, a hammer blow) leaves it swinging by ``Δv ÷ (2·π·f)``. How hard each kind of work strikes,
and how much of it reaches the floor, are planning values; the outcome is an estimate with a band,
and a tap test replaces it.

Reference: Thomson, *Theory of Vibration with Applications*, shock response of a single degree of
freedom to a velocity step; Dunkerley's formula for two springs in a row (ibid.).
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

from steeple.core.units import positive

JOLT_MM_S: Mapping[str, float] = MappingProxyType(
    {
        "still": 0.1,
        "drawing": 1.0,
        "brushing": 2.0,
        "pressing": 4.0,
        "kneading": 12.0,
        "hammering": 40.0,
    }
)
"""Change of speed of the table top at each stroke, by kind of work; our own planning values."""
FLOOR_SHARE = 0.03
"""What of it reaches a support on the floor or the building; our own planning value."""
ESTIMATE_BAND = 3.0
"""The estimate may be off by this factor either way."""
TESTED_BAND = 1.5
SEEN_BAND = 1.2
STILL = 0.05
"""A swing is taken to have died out at this share of its start."""


@dataclass(frozen=True, slots=True)
class Wobble:
    """How far the picture moves to one side on the work, in millimetres, with its band."""

    low_mm: float
    mid_mm: float
    high_mm: float

    @classmethod
    def about(cls, mid_mm: float, band: float) -> Wobble:
        """A figure that may be off by a factor either way."""
        return cls(low_mm=mid_mm / band, mid_mm=mid_mm, high_mm=mid_mm * band)


def in_a_row_hz(*frequencies_hz: float) -> float:
    """The frequency of springs one on the other: 1 ÷ f² = Σ 1 ÷ fᵢ² (Dunkerley).

    Parameters
    ----------
    frequencies_hz
        of each spring alone, > 0; infinity is a spring that does not give.
    """
    return 1.0 / math.sqrt(sum(1.0 / positive(one, "frequency_hz") ** 2 for one in frequencies_hz))


def swing_mm(*, jolt_mm_s: float, frequency_hz: float) -> float:
    """How far a support swings after a change of speed of its foot: Δv ÷ (2·π·f).

    Parameters
    ----------
    jolt_mm_s
        change of speed of the foot, mm/s.
    frequency_hz
        of the first swing, > 0.
    """
    return jolt_mm_s / (2 * math.pi * positive(frequency_hz, "frequency_hz"))


def damping_ratio(*, frequency_hz: float, rings_s: float) -> float:
    """The damping of a swing that has died down to `STILL` after a time: −ln 0.05 ÷ (2·π·f·t).

    Parameters
    ----------
    frequency_hz
        of the first swing, > 0.
    rings_s
        time until it has died down, > 0.
    """
    turns = 2 * math.pi * positive(frequency_hz, "frequency_hz") * positive(rings_s, "rings_s")
    return min(1.0, -math.log(STILL) / turns)
