"""What counts in each pose: the points that a camera sees past the maker, the action most."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.kernels import Array
from steeple.core.study.light.lamps.scene import LightScene, lattice

ACTION_WEIGHT = 2.0
"""How much the action weighs against the zone round it."""

ZONE_POINTS = (6, 4)
MAP = (18, 12)
"""Points of the map of the zone, left to right and near to far."""


@dataclass(frozen=True, slots=True, eq=False)
class Targets:
    """What is looked at in each pose: points that the camera sees, with their weights."""

    points: tuple[Array, ...]
    weights: tuple[Array, ...]


def targets_of(scene: LightScene, poses: Sequence[int]) -> Targets:
    """Action and zone as far as the camera sees them, for some of the poses."""
    zone = lattice(scene.work, *ZONE_POINTS)
    points, weights = [], []
    for pose in poses:
        action = scene.action(pose)
        both = np.vstack([action, zone])
        weight = np.concatenate(
            [
                np.full(len(action), ACTION_WEIGHT / len(action)),
                np.full(len(zone), 1.0 / len(zone)),
            ]
        )
        seen = scene.seen(both, pose)
        points.append(both[seen])
        weights.append(weight[seen])
    return Targets(points=tuple(points), weights=tuple(weights))


def depth_of(before: Array, after: Array) -> Array:
    """Depth of a shadow in stops, at most `DEEPEST_STOPS`."""
    ratio = np.maximum(after, 1e-12) / np.maximum(before, 1e-12)
    return np.minimum(DEEPEST_STOPS, np.maximum(0.0, -np.log2(ratio)))


def darkest_twentieth(depth: Array, weights: Array) -> float:
    """Depth that 95 of 100 weighted places stay under; shapes (n,)."""
    if not len(depth):
        return 0.0
    order = depth.argsort()
    share = weights[order].cumsum() / weights.sum()
    # A share that reaches the limit but for rounding reaches it: left and right are told alike.
    return float(depth[order][min(len(order) - 1, int(np.searchsorted(share, 0.95 - 1e-9)))])


def ninths(lx: Array) -> Array:
    """Mean of each ninth of a map of `MAP` points, near to far and left to right: shape (3, 3)."""
    across, along = MAP
    return np.asarray(lx.reshape(3, along // 3, 3, across // 3).mean(axis=(1, 3)))


def uneven_stops(lx: Array) -> float:
    """Brightest against darkest ninth of a map, in stops, at most `DEEPEST_STOPS`: a side that lies in the
    dark counts, the small shadow beside a pot does not."""
    found = ninths(lx)
    least, most = float(found.min()), float(found.max())
    if least <= most * 2.0**-DEEPEST_STOPS:
        return DEEPEST_STOPS
    return float(np.log2(most / least))


DRAFT_POSES, ALL_POSES = (1, 4, 7), tuple(range(9))

DEEPEST_STOPS = 6.0
"""A shadow without any light is said to be this deep."""
