"""Convex solids as arrays for the loops: capsules, boxes and upright cylinders with their planes, corners
and edges.

Reference: Ericson, *Real-Time Collision Detection*, ch. 4 (bounding volumes, convex hulls).
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, replace

import numpy as np

from steeple.core.geometry.kernels import Array, Whole
from steeple.core.geometry.vectors import Vector


@dataclass(frozen=True, slots=True, eq=False)
class Solids:
    """What throws shadows, as arrays for the kernels: capsules, and hulls with their planes, corners
    and edges."""

    capsules: Array
    planes: Array
    hull_starts: Whole
    hull_balls: Array
    corners: Array
    corner_starts: Whole
    edges: Whole
    edge_starts: Whole

    def with_capsules(self, more: Array) -> Solids:
        """The same with more capsules."""
        return replace(self, capsules=np.vstack([self.capsules, more]))


@dataclass(frozen=True, slots=True, eq=False)
class Hull:
    """A convex solid: planes n·x ≤ d, shape (k, 4), a ball about it, its corners, shape (c, 3), and
    its edges as pairs of corners, shape (e, 2)."""

    planes: Array
    ball: tuple[float, float, float, float]
    corners: Array
    edges: Whole


def _prism_edges(sides: int) -> Whole:
    """Edges of a prism whose corners go round its one end, then round its other."""
    pairs = []
    for side in range(sides):
        beside = (side + 1) % sides
        pairs += [(side, beside), (sides + side, sides + beside), (side, sides + side)]
    return np.array(pairs, dtype=np.int64)


def box_hull(
    centre: Vector, sizes: Vector, axes: tuple[Vector, Vector, Vector] | None = None
) -> Hull:
    """A box by its middle and sizes, square to the axes or along three unit vectors.

    Parameters
    ----------
    centre
        its middle, millimetres.
    sizes
        along each axis, millimetres.
    axes
        three unit vectors square to each other; those of the plan where none are given.
    """
    x, y, z = axes or (Vector(1, 0, 0), Vector(0, 1, 0), Vector(0, 0, 1))
    rows = []
    for axis, size in ((x, sizes.x), (y, sizes.y), (z, sizes.z)):
        at = centre.dot(axis)
        rows.append((*axis, at + size / 2))
        rows.append((*axis.times(-1.0), size / 2 - at))
    round_it = ((-1, -1), (1, -1), (1, 1), (-1, 1))
    corners = [
        [*centre.plus(x.times(a * sizes.x / 2)).plus(y.times(b * sizes.y / 2)).plus(
            z.times(c * sizes.z / 2)
        )]
        for c in (-1, 1)
        for a, b in round_it
    ]  # fmt: skip
    ball = (*centre, sizes.length / 2)
    return Hull(np.array(rows), ball, np.array(corners), _prism_edges(4))


CYLINDER_SIDES = 16


def cylinder_hull(x: float, y: float, radius: float, low: float, high: float) -> Hull:
    """An upright cylinder as a prism whose sides touch it between their middles and edges, so that
    it covers the same area.

    Parameters
    ----------
    x
        of its axis.
    y
        of its axis.
    radius
        of it, > 0.
    low
        height of its foot.
    high
        height of its top.
    """
    apothem = radius * math.sqrt(math.pi / (CYLINDER_SIDES * math.tan(math.pi / CYLINDER_SIDES)))
    rows = [(0.0, 0.0, 1.0, high), (0.0, 0.0, -1.0, -low)]
    for side in range(CYLINDER_SIDES):
        angle = 2 * math.pi * side / CYLINDER_SIDES
        c, s = math.cos(angle), math.sin(angle)
        rows.append((c, s, 0.0, c * x + s * y + apothem))
    ball = (x, y, (low + high) / 2, math.hypot(radius * 1.03, (high - low) / 2))
    out = apothem / math.cos(math.pi / CYLINDER_SIDES)
    turns = (np.arange(CYLINDER_SIDES) + 0.5) * 2 * math.pi / CYLINDER_SIDES
    ring = np.column_stack([x + out * np.cos(turns), y + out * np.sin(turns)])
    corners = np.vstack([np.column_stack([ring, np.full(len(ring), z)]) for z in (low, high)])
    return Hull(np.array(rows), ball, corners, _prism_edges(CYLINDER_SIDES))


def solids_of(capsules: Array, hulls: tuple[Hull, ...] = ()) -> Solids:
    """Capsules of shape (m, 7) and hulls as arrays for the kernels.

    Parameters
    ----------
    capsules
        shape (m, 7): both ends and the radius.
    hulls
        convex solids.
    """

    def starts(lengths: Iterable[int]) -> Whole:
        return np.cumsum([0, *lengths]).astype(np.int64)

    planes = np.vstack([hull.planes for hull in hulls]) if hulls else np.zeros((0, 4))
    balls = np.array([hull.ball for hull in hulls], dtype=np.float64).reshape(-1, 4)
    return Solids(
        capsules=np.ascontiguousarray(capsules, dtype=np.float64).reshape(-1, 7),
        planes=np.ascontiguousarray(planes, dtype=np.float64),
        hull_starts=starts(len(hull.planes) for hull in hulls),
        hull_balls=balls,
        corners=np.vstack([np.zeros((0, 3)), *(hull.corners for hull in hulls)]),
        corner_starts=starts(len(hull.corners) for hull in hulls),
        edges=np.vstack([np.zeros((0, 2), dtype=np.int64), *(hull.edges for hull in hulls)]),
        edge_starts=starts(len(hull.edges) for hull in hulls),
    )


NO_SOLIDS = solids_of(np.zeros((0, 7)))
