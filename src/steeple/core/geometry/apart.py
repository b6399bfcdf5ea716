"""How far capsules are from each other.

Reference: Ericson, *Real-Time Collision Detection*, section 5.1.9 (closest points of two segments).
"""

from __future__ import annotations

import numpy as np

from steeple.core.geometry.kernels import Array

_THIN = 1e-12


def capsules_apart(one: Array, other: Array) -> Array:
    """Room between each two capsules, in millimetres; negative where they reach into each other.

    Parameters
    ----------
    one, other
        ends and radius of each, shapes (n, 7) and (m, 7).

    Returns
    -------
    Shape (n, m).
    """
    p, q = one[:, None, :3], other[None, :, :3]
    d, e = one[:, None, 3:6] - p, other[None, :, 3:6] - q
    between = p - q
    a, c = (d * d).sum(axis=2), (e * e).sum(axis=2)
    b, f, g = (d * e).sum(axis=2), (e * between).sum(axis=2), (d * between).sum(axis=2)
    a_safe, c_safe = np.maximum(a, _THIN), np.maximum(c, _THIN)
    denominator = a * c - b * b
    s = np.where(
        denominator > _THIN * a_safe * c_safe,
        (b * f - g * c) / np.maximum(denominator, _THIN),
        0.0,
    )
    s = np.where(a <= _THIN, 0.0, np.clip(s, 0.0, 1.0))
    t = np.where(c <= _THIN, 0.0, (b * s + f) / c_safe)
    low, high = t < 0.0, t > 1.0
    t = np.clip(t, 0.0, 1.0)
    s = np.where(low, np.clip(-g / a_safe, 0.0, 1.0), s)
    s = np.where(high, np.clip((b - g) / a_safe, 0.0, 1.0), s)
    s = np.where(c <= _THIN, np.clip(-g / a_safe, 0.0, 1.0), s)
    s = np.where(a <= _THIN, 0.0, s)
    gap = between + d * s[..., None] - e * t[..., None]
    return np.asarray(np.sqrt((gap * gap).sum(axis=2)) - one[:, None, 6] - other[None, :, 6])


def points_apart(points: Array, capsules: Array) -> Array:
    """Room between points and the nearest of some capsules, in millimetres; infinite where there is none.

    Parameters
    ----------
    points, capsules
        shapes (n, 3) and (m, 7).

    Returns
    -------
    Shape (n,).
    """
    nearest = np.full(len(points), np.inf)
    for row in capsules:
        way = row[3:6] - row[:3]
        there = points - row[:3]
        share = np.clip(there @ way / max(float(way @ way), _THIN), 0.0, 1.0)
        off = there - share[:, None] * way
        np.minimum(nearest, np.sqrt(np.einsum("ij,ij->i", off, off)) - row[6], out=nearest)
    return nearest
