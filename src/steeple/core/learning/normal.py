"""A correction out of what was predicted and what was measured, shrunk toward none while cases are few.

Source: Gelman, Carlin, Stern, Dunson, Vehtari & Rubin, *Bayesian Data Analysis*, 3rd edition, sections 2.5
(normal mean with a normal prior) and 3.2 (variance with a scaled inverse chi-square prior). The variance is
put in at its posterior scale (section 3.3 would leave it free): with few cases the stated error is widened by
the t quantile instead.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.stats import t as student

PRIOR_CASES = 3.0
"""So many cases' worth of belief goes into the usual spread."""
SURE_SIGMA = 3.0
"""A correction is used where it is so many of its standard errors away from none."""
TREND_SIGMA = 4.0
"""A trend is a second question to the same cases, so it must be surer."""
FEWEST = 3
TREND_FEWEST = 5
WORSE_FEWEST = 3
"""So many cases in which a correction was used and did harm set it aside."""
Status = Literal["few", "noise", "sure", "doubtful"]


@dataclass(frozen=True, slots=True)
class Belief:
    """How far such a thing is usually off (``usual_off``, one standard deviation), and how far one case strays
    from the next (``usual_spread``), both in the unit of the deviations."""

    usual_off: float
    usual_spread: float


@dataclass(frozen=True, slots=True)
class Correction:
    """What the cases teach, in the unit of the deviations.

    ``mean`` is shrunk toward 0, ``error`` its standard error; ``plain`` the mean of the cases themselves and
    ``spread`` their standard deviation (0 for one). ``slope`` is by unit of time, None where there is no trend;
    ``mean`` is then what holds at the last case. ``without`` is the mean error of a prediction without a
    correction, ``with_it`` that of each case predicted from all others.
    """

    mean: float
    error: float
    plain: float
    spread: float
    count: int
    slope: float | None
    without: float
    with_it: float
    status: Status


def correction(
    deviations: Sequence[float] | NDArray[np.float64],
    belief: Belief,
    times: Sequence[float] | NDArray[np.float64] | None = None,
) -> Correction:
    """The correction that deviations call for.

    Parameters
    ----------
    deviations
        measured against predicted, as differences or as logarithms of ratios; at least one, all finite.
    belief
        what is usual before any case is known.
    times
        when each case was, in any unit; None leaves trends out.

    Returns
    -------
    The correction. It is ``sure`` from `FEWEST` cases on where it lies `SURE_SIGMA` standard errors from none
    and predicts each case from the others better than none does; ``doubtful`` where it does not.
    """
    values = np.asarray(deviations, dtype=float)
    count = len(values)
    plain = float(values.mean())
    spread = float(values.std(ddof=1)) if count > 1 else 0.0
    mean, error = _shrunk(values, belief)
    slope: float | None = None
    if times is not None and count >= TREND_FEWEST:
        found = _trend(values, np.asarray(times, dtype=float), belief)
        if found is not None:
            slope, mean, error = found
    without = float(np.abs(values).mean())
    with_it = (
        _left_out(values, belief)
        if slope is None
        else float(np.abs(_residuals(values, np.asarray(times, dtype=float))).mean())
    )
    return Correction(
        mean=mean, error=error, plain=plain, spread=spread, count=count, slope=slope,
        without=without, with_it=with_it, status=_status(mean, error, count, without, with_it),
    )  # fmt: skip


def is_worse(plain_off: Sequence[float], corrected_off: Sequence[float]) -> bool:
    """Whether a correction in use did harm: its predictions were farther off than plain ones.

    Parameters
    ----------
    plain_off, corrected_off
        by case in which it was in use: how far the prediction without it and with it was off; the same unit.
    """
    if len(corrected_off) < WORSE_FEWEST:
        return False
    return float(np.mean(np.abs(corrected_off))) > float(np.mean(np.abs(plain_off)))


def _shrunk(values: NDArray[np.float64], belief: Belief) -> tuple[float, float]:
    count = len(values)
    around = float(((values - values.mean()) ** 2).sum())
    variance, freedom = _spread(around, count - 1, belief)
    precision = count / variance + 1 / belief.usual_off**2
    mean = (count / variance) * float(values.mean()) / precision
    return mean, math.sqrt(1 / precision) * _widened(freedom)


def _spread(around: float, freedom: int, belief: Belief) -> tuple[float, float]:
    """Variance of a case and how well it is known. Cases that stray farther than is usual speak for themselves: a
    belief that is too narrow must not make noise look like a fact."""
    together = PRIOR_CASES + freedom
    variance = (PRIOR_CASES * belief.usual_spread**2 + around) / together
    alone = around / freedom if freedom >= 1 else 0.0
    if (
        alone > belief.usual_spread**2
        and alone * _widened(freedom) ** 2 > variance * _widened(together) ** 2
    ):
        return alone, float(freedom)
    return variance, together


def _widened(freedom: float) -> float:
    """How much wider an interval of two standard errors is where the spread is known from few cases."""
    return float(student.ppf(0.97725, freedom)) / 2.0


def _residuals(values: NDArray[np.float64], times: NDArray[np.float64]) -> NDArray[np.float64]:
    centred = times - times.mean()
    slope = float((centred * values).sum() / (centred**2).sum())
    return np.asarray(values - values.mean() - slope * centred)


def _trend(
    values: NDArray[np.float64], times: NDArray[np.float64], belief: Belief
) -> tuple[float, float, float] | None:
    """Slope, value at the last case and its standard error; None where there is no sure trend."""
    centred = times - times.mean()
    along = float((centred**2).sum())
    if along <= 0:
        return None
    slope = float((centred * values).sum()) / along
    count = len(values)
    around = float((_residuals(values, times) ** 2).sum())
    variance, freedom = _spread(around, count - 2, belief)
    wide = _widened(freedom)
    if abs(slope) < TREND_SIGMA * wide * math.sqrt(variance / along):
        return None
    last = float(times.max() - times.mean())
    own = variance * (1 / count + last**2 / along)
    at_last = float(values.mean()) + slope * last
    precision = 1 / own + 1 / belief.usual_off**2
    return slope, at_last / own / precision, math.sqrt(1 / precision) * wide


def _left_out(values: NDArray[np.float64], belief: Belief) -> float:
    """Mean error of each case predicted from all others."""
    if len(values) < 2:
        return float(np.abs(values).mean())
    off = [
        abs(value - _shrunk(np.delete(values, index), belief)[0])
        for index, value in enumerate(values)
    ]
    return float(np.mean(off))


def _status(mean: float, error: float, count: int, without: float, with_it: float) -> Status:
    if count < FEWEST:
        return "few"
    if abs(mean) < SURE_SIGMA * error:
        return "noise"
    return "doubtful" if with_it >= without else "sure"
