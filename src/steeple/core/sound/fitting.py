"""The decay of a clap that stands out little from the noise: an exponential over a floor, by the likelihood.

Source: Xiang, *Evaluation of reverberation times using a nonlinear regression approach* (J. Acoust. Soc. Am. 98, 1995),
here on the powers of short blocks themselves, whose spread about their mean is known: that of a sum of squares.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import minimize

SKIP_S = 0.03
"""The direct sound and the first reflections are no part of the echo; so long a start left out misleads least."""
LONGEST_S, SHORTEST_S = 12.0, 0.05
SLOPE = 60.0 / 10.0 * math.log(10.0)
"""From a reverberation time to the rate at which energy dies away: 6·ln 10 ÷ RT60."""


def fitted_rt60_s(power: NDArray[np.float64], noise: float, step_s: float) -> float | None:
    """The reverberation time by which the powers are most likely.

    Parameters
    ----------
    power
        mean power of blocks from the arrival of the clap on, shape (n,).
    noise
        mean power of the noise, greater than 0.
    step_s
        length of a block.

    Returns
    -------
    Seconds; None where the best lies at the end of what a room can be.
    """
    skip = max(1, round(SKIP_S / step_s))
    seen = power[skip:]
    if seen.size < 10:
        return None
    times = (np.arange(seen.size) + 0.5) * step_s
    # Beyond where it has surely drowned nothing more is told.
    begins = max(float(seen[: max(3, skip)].mean()) - noise, 0.1 * noise)

    def unlikely(given: NDArray[np.float64]) -> float:
        height, seconds = math.exp(given[0]), math.exp(given[1])
        mean = height * np.exp(-SLOPE / seconds * times) + noise
        return float(np.sum(np.log(mean) + seen / mean))

    best = None
    for guess in (0.2, 0.5, 1.2):
        found = minimize(
            unlikely, np.array([math.log(begins), math.log(guess)]), method="Nelder-Mead",
            options={"xatol": 1e-4, "fatol": 1e-7, "maxiter": 400},
        )  # fmt: skip
        if best is None or found.fun < best.fun:
            best = found
    assert best is not None
    seconds = math.exp(float(best.x[1]))
    return seconds if SHORTEST_S < seconds < LONGEST_S else None
