"""Bands across a picture: lamps that flicker while the rows are read one after the other.

Reference: VanderPlas, *Understanding the Lomb–Scargle periodogram* (ApJS 236, 2018): waves in what was sampled
unevenly.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from steeple.core.frame.pose.lens_model import Floats

LEAST_DEPTH_STOPS = 0.04
SURE_OF_WAVE = 0.28
"""Share of what the light scatters by that one wave must explain before it is called a band."""
MOST_BANDS = 24
FEW_BANDS, SURE_OF_FEW = 2.8, 0.75
"""What a smooth surface leaves of uneven light looks like a wave or two over the picture: so few bands must
explain more."""


@dataclass(frozen=True, slots=True)
class Bands:
    """How many bands lie over the picture, how deep they are from light to dark, and whether they run across it."""

    count: float
    depth_stops: float
    across: bool


def read_bands(samples: Floats, size_px: tuple[int, int]) -> Bands | None:
    """Bands in how the light differs from a smooth surface.

    Parameters
    ----------
    samples
        shape (n, 3): row, column, and stops off the surface.
    size_px
        width and height of the picture.

    Returns
    -------
    None where no wave stands out.
    """
    kept = samples[np.abs(samples[:, 2]) < 1.0]
    if len(kept) < 24:
        return None
    smooth = _smooth(kept[:, 0] / size_px[1], kept[:, 1] / size_px[0])
    stops = kept[:, 2] - smooth @ (smooth.T @ kept[:, 2])
    total = float(stops @ stops)
    if total <= 1e-12:
        return None
    best: Bands | None = None
    for column, extent, across in ((0, size_px[1], True), (1, size_px[0], False)):
        at = kept[:, column] / extent
        found = max(
            (_wave(at, stops, smooth, float(count)) for count in np.arange(1.2, MOST_BANDS, 0.1)),
            key=lambda one: one[0],
        )
        explained, count, depth = found[0] / total, found[1], found[2]
        sure = SURE_OF_FEW if count < FEW_BANDS else SURE_OF_WAVE
        if (
            explained > sure
            and depth >= LEAST_DEPTH_STOPS
            and (best is None or depth > best.depth_stops)
        ):
            best = Bands(count, depth, across)
    return best


def _smooth(row: Floats, column: Floats) -> Floats:
    """Orthonormal terms of a surface of the fourth order: what is taken for the light itself, not for bands."""
    a, b = 2 * row - 1, 2 * column - 1
    terms = np.column_stack(
        [a**i * b ** (total - i) for total in range(5) for i in range(total + 1)]
    )
    return np.asarray(np.linalg.qr(terms)[0])


def _wave(at: Floats, stops: Floats, smooth: Floats, count: float) -> tuple[float, float, float]:
    """What a wave explains beside the smooth light, its count, and its depth in stops."""
    waves = np.column_stack([np.sin(2 * math.pi * count * at), np.cos(2 * math.pi * count * at)])
    apart = waves - smooth @ (smooth.T @ waves)
    found, *_ = np.linalg.lstsq(apart, stops, rcond=1e-3)
    return float(((apart @ found) ** 2).sum()), count, 2 * float(np.hypot(*found))
