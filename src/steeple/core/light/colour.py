"""Colour of light: mired, how far lamps differ, which gel brings one to another.

Reference: CIE S 017 (correlated colour temperature); mired as 10⁶ ÷ K. Differences from about 10
mired are noticed side by side, from about 25 they disturb; planning values in common use.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

from steeple.core.units import positive

NOTICED, DISTURBING = 10.0, 25.0
LEAST_SHARE = 0.1
"""A lamp that gives less than this share of the light tints nothing."""
GELS: tuple[tuple[str, float], ...] = (
    ("full orange", 159.0), ("half orange", 81.0), ("quarter orange", 42.0),
    ("full blue", -137.0), ("half blue", -78.0), ("quarter blue", -35.0),
)  # fmt: skip
"""Common correction gels by their shift in mired; nominal values."""


def mired(cct_k: float) -> float:
    """10⁶ ÷ K.

    Parameters
    ----------
    cct_k
        colour temperature, > 0.
    """
    return 1e6 / positive(cct_k, "cct_k")


def mixed_cct_k(ccts_k: Sequence[float], shares: Sequence[float]) -> float:
    """Colour temperature of mixed light by its mean in mired (an estimate for near colours).

    Parameters
    ----------
    ccts_k
        colour temperature of each light, > 0.
    shares
        what each gives of all the light.
    """
    total = sum(shares)
    if total <= 0:
        raise ValueError("no light to mix")
    return 1e6 / (sum(mired(k) * s for k, s in zip(ccts_k, shares, strict=True)) / total)


def spread_mired(ccts_k: Sequence[float], shares: Sequence[float]) -> float:
    """Greatest difference in mired among lamps that give at least `LEAST_SHARE` of the light.

    Parameters
    ----------
    ccts_k
        colour temperature of each light, > 0.
    shares
        what each gives of all the light.
    """
    total = sum(shares)
    if total <= 0:
        return 0.0
    told = [mired(k) for k, s in zip(ccts_k, shares, strict=True) if s / total >= LEAST_SHARE]
    return max(told) - min(told) if told else 0.0


def gel_for(*, from_k: float, to_k: float) -> tuple[str, float] | None:
    """The gel that brings a lamp nearest to another colour, with what is left in mired; None where
    none betters it.

    Parameters
    ----------
    from_k
        colour temperature of the lamp.
    to_k
        the one wanted.
    """
    wanted = mired(to_k) - mired(from_k)
    name, shift = min(GELS, key=lambda gel: abs(gel[1] - wanted))
    left = abs(wanted - shift)
    return (name, left) if left < abs(wanted) else None


_RED_M, _GREEN_M, _BLUE_M = 610e-9, 550e-9, 465e-9
_SECOND_RADIATION_M_K = 1.438777e-2


def _planck(length_m: float, cct_k: float) -> float:
    return length_m**-5 / (math.exp(_SECOND_RADIATION_M_K / (length_m * cct_k)) - 1.0)


def tint(*, cct_k: float, white_k: float) -> tuple[float, float, float]:
    """Red, green and blue of light of one colour temperature in a picture balanced for another,
    green being 1.

    Both are taken as black bodies, read at 610, 550 and 465 nm. Reference: Planck's law; an estimate
    of what a camera shows, not a colour standard.

    Parameters
    ----------
    cct_k
        colour temperature, > 0.
    white_k
        the one that the picture is balanced for.
    """
    positive(cct_k, "cct_k"), positive(white_k, "white_k")

    def ratio(length_m: float) -> float:
        own = _planck(length_m, cct_k) / _planck(_GREEN_M, cct_k)
        white = _planck(length_m, white_k) / _planck(_GREEN_M, white_k)
        return own / white

    return ratio(_RED_M), 1.0, ratio(_BLUE_M)
