"""Places spread evenly over a disc.

Reference: Vogel, *A better way to construct the sunflower head* (1979).
"""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from steeple.core.geometry.kernels import Array

GOLDEN = math.pi * (3 - math.sqrt(5))
"""The golden angle in radians."""


@lru_cache(maxsize=16)
def sunflower(count: int) -> Array:
    """Places spread evenly over a disc of radius 1, from its middle outward.

    Parameters
    ----------
    count
        how many, ≥ 1.

    Returns
    -------
    Shape (count, 2); kept, and not to be written to.
    """
    k = np.arange(count) + 0.5
    radius, angle = np.sqrt(k / count), k * GOLDEN
    places = np.column_stack((radius * np.cos(angle), radius * np.sin(angle)))
    places.flags.writeable = False
    return places
