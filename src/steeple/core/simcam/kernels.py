"""Compiled loops of the simulated camera: rays through a thin lens, solids, light of a plain sky.

Reference: Glassner, *An Introduction to Ray Tracing*, ch. 2 (intersections); Cook, Porter &
Carpenter, *Distributed Ray Tracing* (1984), for the lens; the even sky as an isotropic dome.
"""

from __future__ import annotations

import math

import numpy as np

from steeple.core.geometry.kernels import Array, loop, loop_with_arrays, meets_capsule

FAR = 1e9
NOTHING, FLOOR, TABLE, WORK, CAPSULE, BOX, CYLINDER = 0, 1, 2, 3, 4, 5, 6
SKY_REACH_MM = 4_000.0
GROUND_SHARE = 0.25
"""Light that comes back from below, as a share of the sky's."""


@loop
def ray_capsule(
    ox: float, oy: float, oz: float, dx: float, dy: float, dz: float, c: Array
) -> float:
    """Distance along a unit ray to a capsule from outside; `FAR` where it is missed.

    Parameters
    ----------
    ox, oy, oz, dx, dy, dz
        where the ray begins, and its unit direction.
    c
        ends and radius, shape (7,).
    """
    bax, bay, baz = c[3] - c[0], c[4] - c[1], c[5] - c[2]
    oax, oay, oaz = ox - c[0], oy - c[1], oz - c[2]
    baba = bax * bax + bay * bay + baz * baz
    bard = bax * dx + bay * dy + baz * dz
    baoa = bax * oax + bay * oay + baz * oaz
    rdoa = dx * oax + dy * oay + dz * oaz
    oaoa = oax * oax + oay * oay + oaz * oaz
    r2 = c[6] * c[6]
    if baba > 1e-9:
        a = baba - bard * bard
        if a > 1e-9:
            b = baba * rdoa - baoa * bard
            h = b * b - a * (baba * oaoa - baoa * baoa - r2 * baba)
            if h < 0.0:
                return FAR
            t = (-b - math.sqrt(h)) / a
            y = baoa + t * bard
            if 0.0 < y < baba:
                return t if t > 0.0 else FAR
            if y > 0.0:
                oax, oay, oaz = ox - c[3], oy - c[4], oz - c[5]
        elif bard < 0.0:
            oax, oay, oaz = ox - c[3], oy - c[4], oz - c[5]
        rdoa = dx * oax + dy * oay + dz * oaz
        oaoa = oax * oax + oay * oay + oaz * oaz
    h = rdoa * rdoa - (oaoa - r2)
    if h < 0.0:
        return FAR
    t = -rdoa - math.sqrt(h)
    return t if t > 0.0 else FAR


@loop
def ray_box(
    ox: float, oy: float, oz: float, dx: float, dy: float, dz: float, b: Array
) -> tuple[float, int]:
    """Distance along a ray to a box square to the axes, and the axis of the side that is met.

    Parameters
    ----------
    ox, oy, oz, dx, dy, dz
        where the ray begins, and its direction.
    b
        least and greatest x, least and greatest y, least and greatest z, shape (6,).
    """
    enter, leave, axis = -FAR, FAR, 0
    for k in range(3):
        o, d = (ox, dx) if k == 0 else (oy, dy) if k == 1 else (oz, dz)
        low, high = b[2 * k], b[2 * k + 1]
        if abs(d) < 1e-12:
            if o < low or o > high:
                return FAR, 0
            continue
        t1, t2 = (low - o) / d, (high - o) / d
        if t1 > t2:
            t1, t2 = t2, t1
        if t1 > enter:
            enter, axis = t1, k
        leave = min(leave, t2)
    if enter > leave or enter <= 0.0:
        return FAR, 0
    return enter, axis


@loop
def ray_cylinder(
    ox: float, oy: float, oz: float, dx: float, dy: float, dz: float, c: Array
) -> tuple[float, int]:
    """Distance along a ray to an upright cylinder (x, y, radius, low, high); 1 = side, 0 = top.

    Parameters
    ----------
    ox, oy, oz, dx, dy, dz
        where the ray begins, and its direction.
    c
        x, y, radius, low, high, shape (5,).
    """
    px, py = ox - c[0], oy - c[1]
    a = dx * dx + dy * dy
    best, side = FAR, 0
    if a > 1e-12:
        b = px * dx + py * dy
        h = b * b - a * (px * px + py * py - c[2] * c[2])
        if h >= 0.0:
            t = (-b - math.sqrt(h)) / a
            z = oz + t * dz
            if t > 0.0 and c[3] <= z <= c[4]:
                best, side = t, 1
    if dz < -1e-12:
        t = (c[4] - oz) / dz
        x, y = px + t * dx, py + t * dy
        if 0.0 < t < best and x * x + y * y <= c[2] * c[2]:
            best, side = t, 0
    return best, side


@loop_with_arrays
def sky_map(
    xs: Array, ys: Array, directions: Array, capsules: Array, boxes: Array, cylinders: Array
) -> Array:
    """Share of an even sky that places of the table see past everything on it.

    Parameters
    ----------
    xs, ys
        coordinates of the lattice, shapes (n,) and (m,).
    directions
        shape (k, 3), unit, spread by the cosine law about the vertical.
    capsules
        shape (n, 7): both ends and the radius.
    boxes
        shape (n, 6): left, right, near, far, low, high.
    cylinders
        shape (n, 5): middle, radius, low, high.

    Returns
    -------
    Shape (m, n), 0 … 1.
    """
    seen = np.zeros((len(ys), len(xs)))
    for j in range(len(ys)):
        for i in range(len(xs)):
            free = 0
            x, y, z = xs[i], ys[j], 1.0
            for k in range(len(directions)):
                dx, dy, dz = directions[k]
                hidden = False
                for c in range(len(capsules)):
                    if meets_capsule(
                        x, y, z,
                        x + dx * SKY_REACH_MM, y + dy * SKY_REACH_MM, z + dz * SKY_REACH_MM,
                        capsules[c],
                    ):  # fmt: skip
                        hidden = True
                        break
                if not hidden:
                    for b in range(len(boxes)):
                        if boxes[b, 4] < 1500.0 and ray_box(x, y, z, dx, dy, dz, boxes[b])[0] < FAR:
                            hidden = True
                            break
                if not hidden:
                    for c in range(len(cylinders)):
                        if ray_cylinder(x, y, z, dx, dy, dz, cylinders[c])[0] < FAR:
                            hidden = True
                            break
                if not hidden:
                    free += 1
            seen[j, i] = free / len(directions)
    return seen
