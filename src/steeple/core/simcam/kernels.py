"""Compiled loops of the simulated camera: rays through a thin lens, solids, light of a plain sky.

Reference: Glassner, *An Introduction to Ray Tracing*, ch. 2 (intersections); Cook, Porter &
Carpenter, *Distributed Ray Tracing* (1984), for the lens; the even sky as an isotropic dome.
"""

from __future__ import annotations

import math

import numpy as np
from numba import njit
from numpy.typing import NDArray

from steeple.core.geometry.kernels import Array, meets_capsule

FAR = 1e9
NOTHING, FLOOR, TABLE, WORK, CAPSULE, BOX, CYLINDER = 0, 1, 2, 3, 4, 5, 6
SKY_REACH_MM = 4_000.0
GROUND_SHARE = 0.25
"""Light that comes back from below, as a share of the sky's."""


@njit(cache=True, nogil=True)
def ray_capsule(
    ox: float, oy: float, oz: float, dx: float, dy: float, dz: float, c: Array
) -> float:
    """Distance along a unit ray to a capsule from outside; `FAR` where it is missed."""
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


@njit(cache=True, nogil=True)
def ray_box(
    ox: float, oy: float, oz: float, dx: float, dy: float, dz: float, b: Array
) -> tuple[float, int]:
    """Distance along a ray to a box square to the axes, and the axis of the side that is met."""
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


@njit(cache=True, nogil=True)
def ray_cylinder(
    ox: float, oy: float, oz: float, dx: float, dy: float, dz: float, c: Array
) -> tuple[float, int]:
    """Distance along a ray to an upright cylinder (x, y, radius, low, high); 1 = side, 0 = top."""
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


@njit(cache=True, nogil=True)
def sky_map(
    xs: Array, ys: Array, directions: Array, capsules: Array, boxes: Array, cylinders: Array
) -> Array:
    """Share of an even sky that places of the table see past everything on it.

    Parameters
    ----------
    xs, ys: coordinates of the lattice, shapes (n,) and (m,).
    directions: shape (k, 3), unit, spread by the cosine law about the vertical.

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


@njit(cache=True, nogil=True)
def _bilinear(values: Array, channel: int, x: float, y: float, frame: Array) -> float:
    """A value of a map of the table at a place; outside it, that of its edge."""
    columns, rows = values.shape[1], values.shape[0]
    u = (x - frame[0]) / (frame[1] - frame[0]) * (columns - 1)
    v = (y - frame[2]) / (frame[3] - frame[2]) * (rows - 1)
    u = min(max(u, 0.0), columns - 1.001)
    v = min(max(v, 0.0), rows - 1.001)
    i, j = int(u), int(v)
    a, b = u - i, v - j
    return float(
        values[j, i, channel] * (1 - a) * (1 - b)
        + values[j, i + 1, channel] * a * (1 - b)
        + values[j + 1, i, channel] * (1 - a) * b
        + values[j + 1, i + 1, channel] * a * b
    )


@njit(cache=True, nogil=True)
def _on_solid(
    x: float,
    y: float,
    z: float,
    nx: float,
    ny: float,
    nz: float,
    channel: int,
    lamps: Array,
    around: Array,
) -> float:
    """Light on a solid: from above and below all round, and from each lamp by its middle."""
    light = 0.5 * (1 + nz) * around[0, channel] + 0.5 * (1 - nz) * around[1, channel]
    for i in range(len(lamps)):
        wx, wy, wz = lamps[i, 0] - x, lamps[i, 1] - y, lamps[i, 2] - z
        rr = wx * wx + wy * wy + wz * wz
        fall = (nx * wx + ny * wy + nz * wz) / math.sqrt(rr)
        if fall > 0.0:
            light += lamps[i, 3 + channel] * fall / rr
    return float(light)


@njit(cache=True, nogil=True)
def _fraction(value: float) -> float:
    return value - math.floor(value)


@njit(cache=True, nogil=True)
def _hash(i: int, j: int) -> float:
    """A number of 0 … 1 that looks random, from a pixel's place; the same every time."""
    n = (i * 374761393 + j * 668265263) & 0xFFFFFFFF
    n = ((n ^ (n >> 13)) * 1274126177) & 0xFFFFFFFF
    return ((n ^ (n >> 16)) & 0xFFFFFF) / 16777216.0


@njit(cache=True, nogil=True)
def _on_lines(x: float, s: float, marks: Array, line_mm: float) -> bool:
    """Whether a place of the work lies on one of the finest lines: five beside each mark."""
    for m in range(len(marks)):
        u, v = x - marks[m, 0], s - marks[m, 1]
        if abs(v) < 16.0 * line_mm and -4.5 * line_mm <= u < 4.5 * line_mm:
            step = math.floor((u + 4.5 * line_mm) / line_mm)
            if step % 2 == 0:
                return True
    return False


@njit(cache=True, nogil=True)
def _near_by(
    camera: Array,
    across: float,
    along: float,
    pixel: float,
    aperture: float,
    focus: float,
    middles: Array,
    found: NDArray[np.int64],
) -> int:
    """Which solids the rays of a pixel may meet: those whose bounding sphere (middle, radius) comes
    near its middle ray, by the blur of the lens and the width of the pixel. Written to ``found``."""
    dx = camera[3] + across * camera[6] + along * camera[9]
    dy = camera[4] + across * camera[7] + along * camera[10]
    dz = camera[5] + across * camera[8] + along * camera[11]
    dd = dx * dx + dy * dy + dz * dz
    count = 0
    for c in range(len(middles)):
        wx, wy, wz = middles[c, 0] - camera[0], middles[c, 1] - camera[1], middles[c, 2] - camera[2]
        depth = (wx * dx + wy * dy + wz * dz) / dd
        reach = middles[c, 3] + aperture * (1 + abs(depth) / focus)
        reach += abs(depth) * pixel * math.sqrt(dd)
        aside = wx * wx + wy * wy + wz * wz - depth * depth * dd
        if aside <= reach * reach:
            found[count] = c
            count += 1
    return count


@njit(cache=True, nogil=True)
def render_rows(
    first: int,
    last: int,
    picture: Array,
    camera: Array,
    half: Array,
    focus: float,
    aperture: float,
    samples: int,
    capsules: Array,
    capsule_colours: Array,
    boxes: Array,
    box_colours: Array,
    cylinders: Array,
    cylinder_colours: Array,
    table: Array,
    floor_z: float,
    surfaces: Array,
    plane: Array,
    marks: Array,
    line_mm: float,
    lit: Array,
    shine: Array,
    lit_frame: Array,
    lamps: Array,
    around: Array,
) -> None:
    """Fill rows ``first`` … ``last`` − 1 of a picture with linear light; see `render`.

    Parameters
    ----------
    picture: shape (height, width, 3), written to.
    camera: shape (12,): position, axis, right, up; ``half``: tangents of the half angles.
    focus: distance of the focused plane along the axis; ``aperture``: radius of the entrance pupil.
    capsules, boxes, cylinders: shapes (n, 7), (n, 6), (n, 5), with colours (n, 3).
    table: left, right, near, far; ``floor_z``: height of the floor.
    surfaces: colours (3, 3) of floor, table, work.
    plane: shape (14,): middle, x axis, slope, normal, half width, half depth of the zone.
    marks: shape (n, 2), places of the finest lines in the plane; ``line_mm``: their width.
    lit: light on table and work, shape (rows, columns, 3), over ``lit_frame`` (left, right, near,
        far); ``shine``: what the gloss of the work adds, the same shape.
    lamps: shape (n, 6): middle, and light at one millimetre in each colour, for solids.
    around: light from above and from below all round, shape (2, 3).
    """
    height, width = picture.shape[0], picture.shape[1]
    px, py, pz = camera[0], camera[1], camera[2]
    near_by = np.zeros(len(capsules), dtype=np.int64)
    sums = np.zeros(3)
    middles = np.zeros((len(capsules), 4))
    for c in range(len(capsules)):
        cap = capsules[c]
        for axis in range(3):
            middles[c, axis] = (cap[axis] + cap[axis + 3]) / 2
        stretch = math.sqrt(
            (cap[3] - cap[0]) ** 2 + (cap[4] - cap[1]) ** 2 + (cap[5] - cap[2]) ** 2
        )
        middles[c, 3] = cap[6] + stretch / 2
    pixel = 2 * max(half[0] / width, half[1] / height)
    work_share = 1.0
    if len(lamps) == 0:
        work_share = 0.5 + 0.5 * plane[11] + 0.5 * GROUND_SHARE * (1 - plane[11])
    for j in range(first, last):
        for i in range(width):
            turn = _hash(i, j)
            count = _near_by(
                camera,
                ((i + 0.5) / width * 2 - 1) * half[0],
                (1 - (j + 0.5) / height * 2) * half[1],
                pixel,
                aperture,
                focus,
                middles,
                near_by,
            )
            sums[:] = 0.0
            for k in range(samples):
                a = _fraction(turn + 0.7548776662466927 * (k + 1))
                b = _fraction(turn * 1.37 + 0.5698402909980532 * (k + 1))
                across = ((i + a) / width * 2 - 1) * half[0]
                along = (1 - (j + b) / height * 2) * half[1]
                tx = px + focus * (camera[3] + across * camera[6] + along * camera[9])
                ty = py + focus * (camera[4] + across * camera[7] + along * camera[10])
                tz = pz + focus * (camera[5] + across * camera[8] + along * camera[11])
                radius = aperture * math.sqrt(_fraction(b + 0.618033988749895 * (k + 1)))
                angle = 2 * math.pi * _fraction(a + 0.4142135623730951 * (k + 1))
                lx, ly = radius * math.cos(angle), radius * math.sin(angle)
                ox = px + lx * camera[6] + ly * camera[9]
                oy = py + lx * camera[7] + ly * camera[10]
                oz = pz + lx * camera[8] + ly * camera[11]
                dx, dy, dz = tx - ox, ty - oy, tz - oz
                length = math.sqrt(dx * dx + dy * dy + dz * dz)
                dx, dy, dz = dx / length, dy / length, dz / length
                nearest, what, which, axis = FAR, NOTHING, 0, 0
                if dz < -1e-9:
                    t = (floor_z - oz) / dz
                    if 0.0 < t < nearest:
                        nearest, what = t, FLOOR
                    t = -oz / dz
                    if 0.0 < t < nearest:
                        x, y = ox + t * dx, oy + t * dy
                        if table[0] <= x <= table[1] and table[2] <= y <= table[3]:
                            nearest, what = t, TABLE
                fall = dx * plane[9] + dy * plane[10] + dz * plane[11]
                u, v = 0.0, 0.0
                if abs(fall) > 1e-9:
                    mx, my, mz = plane[0] - ox, plane[1] - oy, plane[2] - oz
                    t = (mx * plane[9] + my * plane[10] + mz * plane[11]) / fall
                    if 0.0 < t < nearest + 0.5:
                        wx, wy, wz = t * dx - mx, t * dy - my, t * dz - mz
                        a1 = wx * plane[3] + wy * plane[4] + wz * plane[5]
                        a2 = wx * plane[6] + wy * plane[7] + wz * plane[8]
                        if abs(a1) <= plane[12] and abs(a2) <= plane[13]:
                            nearest, what, u, v = t, WORK, a1, a2
                for n in range(count):
                    c = near_by[n]
                    t = ray_capsule(ox, oy, oz, dx, dy, dz, capsules[c])
                    if t < nearest:
                        nearest, what, which = t, CAPSULE, c
                for c in range(len(boxes)):
                    t, side = ray_box(ox, oy, oz, dx, dy, dz, boxes[c])
                    if t < nearest:
                        nearest, what, which, axis = t, BOX, c, side
                for c in range(len(cylinders)):
                    t, side = ray_cylinder(ox, oy, oz, dx, dy, dz, cylinders[c])
                    if t < nearest:
                        nearest, what, which, axis = t, CYLINDER, c, side
                if what == NOTHING:
                    for channel in range(3):
                        sums[channel] += (0.78 if channel == 2 else 0.8) * around[0, channel]
                    continue
                x, y, z = ox + nearest * dx, oy + nearest * dy, oz + nearest * dz
                if what <= WORK:
                    colour = surfaces[what - 1]
                    share = 1.0
                    if what == WORK:
                        share = work_share
                        if _on_lines(u, v, marks, line_mm):
                            share *= 0.12
                    for channel in range(3):
                        light = 0.55 * around[0, channel]
                        if what != FLOOR:
                            light = _bilinear(lit, channel, x, y, lit_frame)
                        sums[channel] += colour[channel] * light * share
                        if what == WORK and shine[0, 0, 0] >= 0.0:
                            sums[channel] += _bilinear(shine, channel, x, y, lit_frame)
                    continue
                nx, ny, nz = 0.0, 0.0, 0.0
                if what == CAPSULE:
                    cap = capsules[which]
                    bx, by, bz = cap[3] - cap[0], cap[4] - cap[1], cap[5] - cap[2]
                    bb = bx * bx + by * by + bz * bz
                    share = 0.0
                    if bb > 1e-9:
                        share = ((x - cap[0]) * bx + (y - cap[1]) * by + (z - cap[2]) * bz) / bb
                        share = min(max(share, 0.0), 1.0)
                    nx = (x - cap[0] - share * bx) / cap[6]
                    ny = (y - cap[1] - share * by) / cap[6]
                    nz = (z - cap[2] - share * bz) / cap[6]
                    colour = capsule_colours[which]
                elif what == BOX:
                    if axis == 0:
                        nx = -1.0 if dx > 0 else 1.0
                    elif axis == 1:
                        ny = -1.0 if dy > 0 else 1.0
                    else:
                        nz = -1.0 if dz > 0 else 1.0
                    colour = box_colours[which]
                else:
                    own = cylinders[which]
                    if axis == 0:
                        nz = 1.0
                    else:
                        nx, ny = (x - own[0]) / own[2], (y - own[1]) / own[2]
                    colour = cylinder_colours[which]
                for channel in range(3):
                    sums[channel] += colour[channel] * _on_solid(
                        x, y, z, nx, ny, nz, channel, lamps, around
                    )
            for channel in range(3):
                picture[j, i, channel] = sums[channel] / samples
