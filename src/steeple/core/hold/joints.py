"""Joints, clamps and ratings: torque against what holds it, load against what a plate allows.

Reference: Meriam & Kraige, *Engineering Mechanics: Statics*, moments. The derating keeps the moment
at the root of the arm what it is at the rated reach; a plate or manual that says less rules.
"""

from __future__ import annotations

import math
from collections.abc import Iterable

from steeple.core.hold.beams import GRAVITY
from steeple.core.units import positive

TORQUE_RESERVE = 1.5
"""A joint should hold this many times the torque at hand; friction joints creep near their limit."""


def torque_n_m(weights: Iterable[tuple[float, float]]) -> float:
    """The torque of weights about a level axis, in newton metres.

    Parameters
    ----------
    weights
        pairs of mass in grams and level distance from the axis in millimetres; on the other
        side negative.
    """
    return sum(mass / 1000.0 * GRAVITY * arm / 1000.0 for mass, arm in weights)


def allowed_load_g(*, rated_g: float, rated_reach_mm: float | None, reach_mm: float) -> float:
    """What may hang at a reach: the rating, or less beyond the reach that it holds for.

    Parameters
    ----------
    rated_g
        as on the plate, above 0.
    rated_reach_mm
        reach at which the plate's figure holds; None = at any.
    reach_mm
        reach at hand, 0 or more.

    Returns
    -------
    Grams; never above the plate.
    """
    rated = positive(rated_g, "rated_g")
    if rated_reach_mm is None or reach_mm <= rated_reach_mm:
        return rated
    return rated * rated_reach_mm / reach_mm


def friction_share(*, torque: float, holds: float) -> float:
    """Torque as a share of what a joint holds; infinite for a joint that holds nothing.

    Parameters
    ----------
    torque
        at the joint, N·m.
    holds
        what the joint holds, N·m.
    """
    return math.inf if holds <= 0 else abs(torque) / holds
