"""Compiled loops: which stretch of a row a convex solid hides from a point, in closed form.

References: Ericson, *Real-Time Collision Detection* (closest points, tangents); Sutherland & Hodgman,
*Reentrant Polygon Clipping* (1974).
"""

from __future__ import annotations

import math

from steeple.core.geometry.kernels import Array, loop

FAR, VERY_FAR = 1e12, 1e7
"""Beyond either end of any row."""


@loop
def _roots(
    a0: float, a1: float, d0: float, d01: float, d11: float, q: float
) -> tuple[float, float]:
    """Where a ray D0 + t·D1 touches a ball or tube: the stretch of t in which it meets it.

    ``a`` are the products of D with the middle, ``d`` those of D with itself, ``q`` the squared
    distance of the middle less the squared radius (above 0). An empty stretch has its end before
    its start.
    """
    two = a1 * a1 - q * d11
    one = a0 * a1 - q * d01
    none = a0 * a0 - q * d0
    if abs(two) < 1e-18 * max(1.0, abs(none)):
        if abs(one) < 1e-18:
            return (-FAR, FAR) if none >= 0.0 and a0 > 0.0 else (1.0, 0.0)
        t = -none / (2.0 * one)
        if one > 0.0:
            return (t, FAR) if a0 + a1 * (t + 1.0) > 0.0 else (1.0, 0.0)
        return (-FAR, t) if a0 + a1 * (t - 1.0) > 0.0 else (1.0, 0.0)
    rest = one * one - two * none
    if rest <= 0.0:
        return 1.0, 0.0
    # Where the row runs nearly along the cone, `two` is next to nothing: neither root is a difference.
    more = -one - math.copysign(math.sqrt(rest), one)
    first, second = more / two, none / more
    if first > second:
        first, second = second, first
    if two < 0.0:
        if a0 + a1 * 0.5 * (first + second) <= 0.0:
            return 1.0, 0.0
        return first, second
    if a0 + a1 * first > 0.0 and a1 < 0.0:
        return -FAR, first
    if a0 + a1 * second > 0.0 and a1 > 0.0:
        return second, FAR
    return 1.0, 0.0


@loop
def capsule_stretch(
    px: float,
    py: float,
    pz: float,
    d0x: float,
    d0y: float,
    d0z: float,
    d1x: float,
    d1y: float,
    d1z: float,
    c: Array,
) -> tuple[float, float]:
    """The stretch of a row that a capsule hides from a point.

    Parameters
    ----------
    px, py, pz
        the point.
    d0x, d0y, d0z
        the way from it to the start of the row.
    d1x, d1y, d1z
        the row, from its start to its end.
    c
        capsule (7,).

    Returns
    -------
    Start and end as shares of the row, not cut to 0 … 1; the end before the start where it hides
    none of it; all of it where the point is inside.
    """  # fmt: skip
    ax, ay, az = c[0] - px, c[1] - py, c[2] - pz
    bx, by, bz = c[3] - px, c[4] - py, c[5] - pz
    r2 = c[6] * c[6]
    d0 = d0x * d0x + d0y * d0y + d0z * d0z
    d01 = d0x * d1x + d0y * d1y + d0z * d1z
    d11 = d1x * d1x + d1y * d1y + d1z * d1z
    low, high = FAR, -FAR
    qa = ax * ax + ay * ay + az * az - r2
    qb = bx * bx + by * by + bz * bz - r2
    if qa <= 0.0 or qb <= 0.0:
        return -FAR, FAR
    first, last = _roots(
        ax * d0x + ay * d0y + az * d0z, ax * d1x + ay * d1y + az * d1z, d0, d01, d11, qa
    )
    if first <= last:
        low, high = min(low, first), max(high, last)
    wx, wy, wz = bx - ax, by - ay, bz - az
    length2 = wx * wx + wy * wy + wz * wz
    if length2 > 1e-12:
        first, last = _roots(
            bx * d0x + by * d0y + bz * d0z, bx * d1x + by * d1y + bz * d1z, d0, d01, d11, qb
        )
        if first <= last:
            low, high = min(low, first), max(high, last)
        length = math.sqrt(length2)
        wx, wy, wz = wx / length, wy / length, wz / length
        aw = ax * wx + ay * wy + az * wz
        cx, cy, cz = ax - aw * wx, ay - aw * wy, az - aw * wz
        q = cx * cx + cy * cy + cz * cz - r2
        e0, e1 = d0x * wx + d0y * wy + d0z * wz, d1x * wx + d1y * wy + d1z * wz
        if q > 0.0:
            f0, f01, f11 = d0 - e0 * e0, d01 - e0 * e1, d11 - e1 * e1
            a0 = cx * d0x + cy * d0y + cz * d0z
            a1 = cx * d1x + cy * d1y + cz * d1z
            first, last = _roots(a0, a1, f0, f01, f11, q)
            if first <= last:
                for end in (first, last):
                    # An end without end is looked at far out, where the ray hardly turns any more.
                    t = end if abs(end) < FAR else math.copysign(VERY_FAR, end)
                    f = f0 + 2.0 * f01 * t + f11 * t * t
                    if f <= 1e-18:
                        continue
                    s = (a0 + a1 * t) / f
                    along = s * (e0 + e1 * t) - aw
                    if 0.0 <= along <= length:
                        low, high = min(low, end), max(high, end)
        elif 0.0 <= -aw <= length:
            return -FAR, FAR
    return low, high


@loop
def hull_stretch(
    px: float,
    py: float,
    pz: float,
    d0x: float,
    d0y: float,
    d0z: float,
    d1x: float,
    d1y: float,
    d1z: float,
    planes: Array,
    first: int,
    last: int,
    clip: Array,
) -> tuple[float, float]:
    """The stretch of a row that a convex hull hides from a point.

    The triangle between the point and the row is clipped by every plane of the hull
    (n·x ≤ d); what is left is looked at from the point.

    Parameters
    ----------
    px, py, pz, d0x, d0y, d0z, d1x, d1y, d1z
        as `capsule_stretch`.
    planes
        shape (k, 4); those of this hull are ``first`` to ``last``.
    first, last
        rows of ``planes``.
    clip
        room to work in, shape (2, 2, 64).
    """  # fmt: skip
    clip[0, 0, 0], clip[1, 0, 0] = 0.0, 0.0
    clip[0, 0, 1], clip[1, 0, 1] = 1.0, 0.0
    clip[0, 0, 2], clip[1, 0, 2] = 1.0, 1.0
    count, now = 3, 0
    for k in range(first, last):
        n0, n1, n2 = planes[k, 0], planes[k, 1], planes[k, 2]
        rest = planes[k, 3] - (n0 * px + n1 * py + n2 * pz)
        ga = n0 * d0x + n1 * d0y + n2 * d0z
        gb = n0 * d1x + n1 * d1y + n2 * d1z
        other, out = 1 - now, 0
        for i in range(count):
            j = i + 1 if i + 1 < count else 0
            here = ga * clip[0, now, i] + gb * clip[1, now, i] - rest
            there = ga * clip[0, now, j] + gb * clip[1, now, j] - rest
            if here <= 0.0:
                clip[0, other, out], clip[1, other, out] = clip[0, now, i], clip[1, now, i]
                out += 1
            if (here < 0.0 < there) or (there < 0.0 < here):
                share = here / (here - there)
                clip[0, other, out] = clip[0, now, i] + share * (clip[0, now, j] - clip[0, now, i])
                clip[1, other, out] = clip[1, now, i] + share * (clip[1, now, j] - clip[1, now, i])
                out += 1
        count, now = out, other
        if count == 0 or count > 56:
            break
    if count == 0:
        return 1.0, 0.0
    low, high = FAR, -FAR
    for i in range(count):
        if clip[0, now, i] <= 1e-12:
            return -FAR, FAR
        t = clip[1, now, i] / clip[0, now, i]
        low, high = min(low, t), max(high, t)
    return low, high
