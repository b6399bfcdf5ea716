"""Compiled loops: which points things hide from an eye, and what share of a picture each covers.

Reference: Cyrus & Beck, *Generalized Two- and Three-Dimensional Clipping* (1978).
"""

from __future__ import annotations

import numpy as np

from steeple.core.geometry.kernels import (
    Array,
    Flags,
    Whole,
    balls_seen,
    loop,
    loop_with_arrays,
    meets_capsule,
)
from steeple.core.geometry.stretches import capsule_stretch, hull_stretch

FAR_OUT_MM = 1e6
"""A row of a picture is carried so far out that every solid lies before it."""


@loop
def meets_hull(
    px: float, py: float, pz: float, qx: float, qy: float, qz: float,
    planes: Array, first: int, last: int,
) -> bool:  # fmt: skip
    """Whether the stretch from p to q passes through a hull, whose planes are ``first`` to ``last``."""
    enter, leave = 0.0, 1.0
    wx, wy, wz = qx - px, qy - py, qz - pz
    for k in range(first, last):
        n0, n1, n2 = planes[k, 0], planes[k, 1], planes[k, 2]
        room = planes[k, 3] - (n0 * px + n1 * py + n2 * pz)
        way = n0 * wx + n1 * wy + n2 * wz
        if abs(way) < 1e-12:
            if room < 0.0:
                return False
        elif way > 0.0:
            leave = min(leave, room / way)
        else:
            enter = max(enter, room / way)
        if enter > leave:
            return False
    return True


@loop_with_arrays
def hidden_by(
    eye: Array,
    points: Array,
    capsules: Array,
    capsule_of: Whole,
    planes: Array,
    hull_starts: Whole,
    hull_of: Whole,
    things: int,
) -> Flags:
    """Which points each thing hides from an eye.

    ``eye`` (3,), ``points`` (n, 3); ``capsules`` (m, 7) and hulls (h: rows of ``planes`` from one of
    ``hull_starts`` to the next) belong to the things numbered in ``capsule_of`` and ``hull_of``. Returns
    shape (things, n).
    """
    hidden = np.zeros((things, len(points)), dtype=np.bool_)
    ex, ey, ez = eye[0], eye[1], eye[2]
    balls = balls_seen(eye, capsules)
    for i in range(len(points)):
        x, y, z = points[i, 0], points[i, 1], points[i, 2]
        wx, wy, wz = x - ex, y - ey, z - ez
        square = wx * wx + wy * wy + wz * wz
        for j in range(len(capsules)):
            along = wx * balls[j, 0] + wy * balls[j, 1] + wz * balls[j, 2]
            if balls[j, 3] * square > along * along:
                continue
            of = capsule_of[j]
            if not hidden[of, i] and meets_capsule(ex, ey, ez, x, y, z, capsules[j]):
                hidden[of, i] = True
        for j in range(len(hull_of)):
            of = hull_of[j]
            if not hidden[of, i] and meets_hull(
                ex, ey, ez, x, y, z, planes, hull_starts[j], hull_starts[j + 1]
            ):
                hidden[of, i] = True
    return hidden


@loop
def _covered(lows: Array, highs: Array, count: int) -> float:
    """Length of the union of stretches of 0 … 1 that are in the order of their starts."""
    total, reach = 0.0, 0.0
    for i in range(count):
        low = max(lows[i], reach)
        if highs[i] > low:
            total += highs[i] - low
            reach = highs[i]
    return total


@loop_with_arrays
def picture_shares(
    camera: Array,
    half_width: float,
    half_height: float,
    rows: int,
    capsules: Array,
    capsule_of: Whole,
    planes: Array,
    hull_starts: Whole,
    hull_of: Whole,
    things: int,
) -> tuple[Array, float]:
    """How much of a picture each thing covers, row by row; along a row in closed form.

    ``camera`` (12,) position, axis, right, up; the half sizes are tangents. Things as `hidden_by`.
    Returns shape (things, 5): share of the picture, and the left, right, lowest and highest place it
    reaches within the picture, in shares of half width and half height (0 where it is not in it); and
    the share that any of them covers.
    """
    found = np.zeros((things, 5))
    found[:, 1], found[:, 2], found[:, 3], found[:, 4] = 2.0, -2.0, 2.0, -2.0
    solids = len(capsules) + len(hull_of)
    lows, highs = np.zeros(solids + 1), np.zeros(solids + 1)
    mine_low, mine_high = np.zeros(solids + 1), np.zeros(solids + 1)
    of = np.zeros(solids + 1, dtype=np.int64)
    clip = np.zeros((2, 2, 64))
    any_share = 0.0
    px, py, pz = camera[0], camera[1], camera[2]
    far = FAR_OUT_MM
    d1x = 2.0 * half_width * far * camera[6]
    d1y = 2.0 * half_width * far * camera[7]
    d1z = 2.0 * half_width * far * camera[8]
    for row in range(rows):
        v = (2.0 * row + 1.0) / rows - 1.0
        tall = v * half_height
        d0x = far * (camera[3] - half_width * camera[6] + tall * camera[9])
        d0y = far * (camera[4] - half_width * camera[7] + tall * camera[10])
        d0z = far * (camera[5] - half_width * camera[8] + tall * camera[11])
        count = 0
        for j in range(solids):
            if j < len(capsules):
                low, high = capsule_stretch(
                    px, py, pz, d0x, d0y, d0z, d1x, d1y, d1z, capsules[j]
                )  # fmt: skip
                owner = capsule_of[j]
            else:
                k = j - len(capsules)
                low, high = hull_stretch(
                    px, py, pz, d0x, d0y, d0z, d1x, d1y, d1z, planes,
                    hull_starts[k], hull_starts[k + 1], clip,
                )  # fmt: skip
                owner = hull_of[k]
            low, high = max(low, 0.0), min(high, 1.0)
            if high <= low:
                continue
            at = count
            while at > 0 and lows[at - 1] > low:
                lows[at], highs[at], of[at] = lows[at - 1], highs[at - 1], of[at - 1]
                at -= 1
            lows[at], highs[at], of[at] = low, high, owner
            count += 1
        if count == 0:
            continue
        any_share += _covered(lows, highs, count)
        for thing in range(things):
            kept = 0
            for i in range(count):
                if of[i] == thing:
                    mine_low[kept], mine_high[kept] = lows[i], highs[i]
                    kept += 1
            if kept == 0:
                continue
            found[thing, 0] += _covered(mine_low, mine_high, kept)
            left, right = 2.0 * mine_low[0] - 1.0, -1.0
            for i in range(kept):
                right = max(right, 2.0 * mine_high[i] - 1.0)
            found[thing, 1] = min(found[thing, 1], left)
            found[thing, 2] = max(found[thing, 2], right)
            found[thing, 3] = min(found[thing, 3], v)
            found[thing, 4] = max(found[thing, 4], v)
    for thing in range(things):
        found[thing, 0] /= rows
        if found[thing, 0] == 0.0:
            found[thing, 1:] = 0.0
    return found, any_share / rows
