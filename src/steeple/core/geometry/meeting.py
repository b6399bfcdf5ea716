"""Whether solids meet: boxes that stand any way against capsules and against other convex solids.

References: Ericson, *Real-Time Collision Detection*, ch. 4 (separating axes) and 5 (distances).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.kernels import Array, loop

_SIGNS = np.array(np.meshgrid((-1, 1), (-1, 1), (-1, 1))).reshape(3, 8).T
_NARROWINGS = 40
"""Each leaves two thirds of the stretch: what is left of a metre is less than 0.1 µm."""


@dataclass(frozen=True, slots=True, eq=False)
class Boxes:
    """Boxes that stand any way. ``middles`` (n, 3) in millimetres; ``axes`` (n, 3, 3), each box's three
    unit vectors as rows; ``halves`` (n, 3), half its size along each."""

    middles: Array
    axes: Array
    halves: Array

    def __len__(self) -> int:
        return len(self.middles)

    @property
    def corners(self) -> Array:
        """Their corners, shape (n, 8, 3)."""
        ways = _SIGNS[None, :, :] * self.halves[:, None, :]
        return np.asarray(self.middles[:, None, :] + ways @ self.axes)

    @property
    def radii(self) -> Array:
        """Radius of the ball about each, shape (n,)."""
        return np.asarray(np.sqrt((self.halves**2).sum(axis=1)))


def joined(parts: list[Boxes]) -> Boxes:
    """Several sets of boxes as one.

    Parameters
    ----------
    parts
        at least one set.
    """
    return Boxes(
        np.vstack([one.middles for one in parts]),
        np.vstack([one.axes for one in parts]),
        np.vstack([one.halves for one in parts]),
    )


def capsule_gaps(boxes: Boxes, capsules: Array, *, enough_mm: float = math.inf) -> Array:
    """Room between boxes and capsules, in millimetres; negative where one reaches into the other.

    Parameters
    ----------
    boxes
        n boxes.
    capsules
        ends and radius of each, shape (m, 7).
    enough_mm
        so much room is enough to know: where there is more, no more than that is sure to be there.

    Returns
    -------
    Shape (n, m). The distance of a box from a place on the middle line of a capsule has one least value
    along it, as both are convex; it is found by narrowing.
    """

    gaps = np.empty((len(boxes), len(capsules)))
    _gaps(
        boxes.middles, boxes.axes, boxes.halves, boxes.radii, np.ascontiguousarray(capsules),
        enough_mm, gaps,
    )  # fmt: skip
    return gaps


@loop
def _off(
    middles: Array, axes: Array, halves: Array, capsules: Array, i: int, j: int, share: float
) -> float:
    """Squared distance of a place on the middle line of a capsule from a box."""
    x = capsules[j, 0] + share * (capsules[j, 3] - capsules[j, 0]) - middles[i, 0]
    y = capsules[j, 1] + share * (capsules[j, 4] - capsules[j, 1]) - middles[i, 1]
    z = capsules[j, 2] + share * (capsules[j, 5] - capsules[j, 2]) - middles[i, 2]
    total = 0.0
    for k in range(3):
        along = x * axes[i, k, 0] + y * axes[i, k, 1] + z * axes[i, k, 2]
        out = abs(along) - halves[i, k]
        if out > 0.0:
            total += out * out
    return total


@loop
def _gaps(
    middles: Array, axes: Array, halves: Array, radii: Array, capsules: Array, enough: float,
    gaps: Array,
) -> None:  # fmt: skip
    """As `capsule_gaps`, written to ``gaps``."""
    for i in range(len(middles)):
        for j in range(len(capsules)):
            c = capsules[j]
            x, y, z = 0.5 * (c[0] + c[3]), 0.5 * (c[1] + c[4]), 0.5 * (c[2] + c[5])
            wx, wy, wz = c[3] - c[0], c[4] - c[1], c[5] - c[2]
            x, y, z = x - middles[i, 0], y - middles[i, 1], z - middles[i, 2]
            reach = 0.5 * math.sqrt(wx * wx + wy * wy + wz * wz) + c[6] + radii[i]
            least = math.sqrt(x * x + y * y + z * z) - reach
            if least > enough:
                gaps[i, j] = least
                continue
            low, high = 0.0, 1.0
            for _ in range(_NARROWINGS):
                third = (high - low) / 3.0
                if _off(middles, axes, halves, capsules, i, j, low + third) <= _off(
                    middles, axes, halves, capsules, i, j, high - third
                ):
                    high -= third
                else:
                    low += third
            off = _off(middles, axes, halves, capsules, i, j, (low + high) / 2.0)
            gaps[i, j] = math.sqrt(off) - capsules[j, 6]


def axes_gap(corners: Array, others: Array, normals: Array, edges: Array, more: Array) -> float:
    """Greatest room between two convex solids along any axis that may part them, in millimetres;
    negative where they reach into each other.

    Parameters
    ----------
    corners, others
        corners of the two, shapes (c, 3) and (d, 3).
    normals
        unit normals of the faces of both, shape (k, 3).
    edges, more
        directions of their edges, shapes (e, 3) and (f, 3).
    """
    crossed = np.cross(edges[:, None, :], more[None, :, :]).reshape(-1, 3)
    lengths = np.sqrt((crossed**2).sum(axis=1))
    crossed = crossed[lengths > 1e-9] / lengths[lengths > 1e-9, None]
    axes = np.vstack([normals, crossed])
    one, two = corners @ axes.T, others @ axes.T
    apart = np.maximum(two.min(axis=0) - one.max(axis=0), one.min(axis=0) - two.max(axis=0))
    return float(apart.max())
