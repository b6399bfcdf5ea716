"""Compiled loops that make the picture of the simulated camera, one ray after the other.

References: Cook, Porter & Carpenter, *Distributed Ray Tracing* (1984), for the lens; Mitchell,
*Generating Antialiased Images at Low Sampling Densities* (1987): more rays where neighbours differ.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from steeple.core.geometry.kernels import Array, loop, loop_with_arrays
from steeple.core.simcam.kernels import (
    BOX,
    CAPSULE,
    CYLINDER,
    FAR,
    FLOOR,
    GROUND_SHARE,
    NOTHING,
    TABLE,
    WORK,
    ray_box,
    ray_capsule,
    ray_cylinder,
)

Ids = NDArray[np.int32]
MIXED = -1
"""What a pixel shows whose rays met different things, or fine lines."""
WHITE = np.ones(3)
DIFFERENT = 0.03
"""Neighbours that differ by more than this share of their light get more rays."""


@loop
def _add_from_map(
    values: Array, x: float, y: float, frame: Array, share: Array, out: Array
) -> None:
    """Add a map of the table at a place, times a share of each colour; outside it, that of its edge."""
    columns, rows = values.shape[1], values.shape[0]
    u = (x - frame[0]) / (frame[1] - frame[0]) * (columns - 1)
    v = (y - frame[2]) / (frame[3] - frame[2]) * (rows - 1)
    u = min(max(u, 0.0), columns - 1.001)
    v = min(max(v, 0.0), rows - 1.001)
    i, j = int(u), int(v)
    a, b = u - i, v - j
    p, q, r, s = (1 - a) * (1 - b), a * (1 - b), (1 - a) * b, a * b
    for channel in range(3):
        out[channel] += share[channel] * (
            values[j, i, channel] * p
            + values[j, i + 1, channel] * q
            + values[j + 1, i, channel] * r
            + values[j + 1, i + 1, channel] * s
        )


@loop
def _add_on_solid(
    x: float,
    y: float,
    z: float,
    nx: float,
    ny: float,
    nz: float,
    colour: Array,
    lamps: Array,
    around: Array,
    out: Array,
) -> None:
    """Add the light on a solid: from above and below all round, and from each lamp by its middle."""
    up, down = 0.5 * (1 + nz), 0.5 * (1 - nz)
    for channel in range(3):
        out[channel] += colour[channel] * (up * around[0, channel] + down * around[1, channel])
    for i in range(len(lamps)):
        wx, wy, wz = lamps[i, 0] - x, lamps[i, 1] - y, lamps[i, 2] - z
        rr = wx * wx + wy * wy + wz * wz
        fall = (nx * wx + ny * wy + nz * wz) / (rr * math.sqrt(rr))
        if fall > 0.0:
            for channel in range(3):
                out[channel] += colour[channel] * lamps[i, 3 + channel] * fall


@loop
def _fraction(value: float) -> float:
    return value - math.floor(value)


@loop
def _hash(i: int, j: int) -> float:
    """A number of 0 … 1 that looks random, from a pixel's place; the same every time."""
    n = (i * 374761393 + j * 668265263) & 0xFFFFFFFF
    n = ((n ^ (n >> 13)) * 1274126177) & 0xFFFFFFFF
    return ((n ^ (n >> 16)) & 0xFFFFFF) / 16777216.0


@loop
def _on_lines(x: float, s: float, marks: Array, line_mm: float) -> int:
    """Where a place of the work lies among the finest lines, five beside each mark: 2 on a line, 1
    beside one, 0 away from them."""
    for m in range(len(marks)):
        u, v = x - marks[m, 0], s - marks[m, 1]
        if abs(v) < 18.0 * line_mm and abs(u) < 6.5 * line_mm:
            step = math.floor((u + 4.5 * line_mm) / line_mm)
            inside = abs(v) < 16.0 * line_mm and -4.5 * line_mm <= u < 4.5 * line_mm
            return 2 if inside and step % 2 == 0 else 1
    return 0


@loop
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
        if aside <= reach * reach and depth * math.sqrt(dd) > -reach:
            found[count] = c
            count += 1
    return count


@loop_with_arrays
def _middles(capsules: Array, boxes: Array, cylinders: Array) -> Array:
    """A sphere about each solid: middle and radius, shape (n, 4)."""
    found = np.zeros((len(capsules) + len(boxes) + len(cylinders), 4))
    row = 0
    for c in range(len(capsules)):
        cap = capsules[c]
        for axis in range(3):
            found[row, axis] = (cap[axis] + cap[axis + 3]) / 2
        stretch = math.sqrt(
            (cap[3] - cap[0]) ** 2 + (cap[4] - cap[1]) ** 2 + (cap[5] - cap[2]) ** 2
        )
        found[row, 3] = cap[6] + stretch / 2
        row += 1
    for c in range(len(boxes)):
        rr = 0.0
        for axis in range(3):
            low, high = boxes[c, 2 * axis], boxes[c, 2 * axis + 1]
            found[row, axis] = (low + high) / 2
            rr += (high - low) ** 2 / 4
        found[row, 3] = math.sqrt(rr)
        row += 1
    for c in range(len(cylinders)):
        own = cylinders[c]
        found[row, 0], found[row, 1], found[row, 2] = own[0], own[1], (own[3] + own[4]) / 2
        found[row, 3] = math.sqrt(own[2] ** 2 + (own[4] - own[3]) ** 2 / 4)
        row += 1
    return found


@loop_with_arrays
def render_rows(
    first: int,
    last: int,
    rays: tuple[int, int],
    picture: Array,
    ids: Ids,
    wanted: NDArray[np.bool_],
    camera: Array,
    half: Array,
    focus: float,
    aperture: float,
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
    rays: from which ray of a pixel to which, as a range; those before are in ``picture`` already.
    picture: shape (height, width, 3): the mean over the rays of each pixel, written to.
    ids: shape (height, width): what each pixel shows, written to; `MIXED` where its rays differ.
    wanted: shape (height, width): pixels that get these rays.
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
    middles = _middles(capsules, boxes, cylinders)
    near_by = np.zeros(len(middles), dtype=np.int64)
    sums, share_of = np.zeros(3), np.zeros(3)
    begin, end = rays
    of_boxes = len(capsules)
    of_cylinders = of_boxes + len(boxes)
    pixel = 2 * max(half[0] / width, half[1] / height)
    work_share = 1.0
    if len(lamps) == 0:
        work_share = 0.5 + 0.5 * plane[11] + 0.5 * GROUND_SHARE * (1 - plane[11])
    for j in range(first, last):
        for i in range(width):
            if not wanted[j, i]:
                continue
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
            for channel in range(3):
                sums[channel] = begin * picture[j, i, channel]
            shown = ids[j, i]
            for k in range(begin, end):
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
                    kind, side = CAPSULE, 0
                    if c < of_boxes:
                        t = ray_capsule(ox, oy, oz, dx, dy, dz, capsules[c])
                    elif c < of_cylinders:
                        kind, c = BOX, c - of_boxes
                        t, side = ray_box(ox, oy, oz, dx, dy, dz, boxes[c])
                    else:
                        kind, c = CYLINDER, c - of_cylinders
                        t, side = ray_cylinder(ox, oy, oz, dx, dy, dz, cylinders[c])
                    if t < nearest:
                        nearest, what, which, axis = t, kind, c, side
                met = 1000 * what + which if what >= CAPSULE else what
                shown = met if k == 0 or shown == met else MIXED
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
                        lines = _on_lines(u, v, marks, line_mm)
                        if lines:
                            shown = MIXED
                        if lines == 2:
                            share *= 0.12
                    if what == FLOOR:
                        for channel in range(3):
                            sums[channel] += colour[channel] * 0.55 * around[0, channel]
                        continue
                    for channel in range(3):
                        share_of[channel] = colour[channel] * share
                    _add_from_map(lit, x, y, lit_frame, share_of, sums)
                    if what == WORK and shine[0, 0, 0] >= 0.0:
                        _add_from_map(shine, x, y, lit_frame, WHITE, sums)
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
                _add_on_solid(x, y, z, nx, ny, nz, colour, lamps, around, sums)
            ids[j, i] = shown
            for channel in range(3):
                picture[j, i, channel] = sums[channel] / end


@loop
def rough_pixels(picture: Array, ids: Ids, rough: NDArray[np.bool_]) -> None:
    """Mark the pixels that need more rays: whose rays met different things, or that differ from a
    neighbour.

    Parameters
    ----------
    picture, ids: as `render_rows` leaves them; ``rough``: shape (height, width), written to.
    """
    height, width = ids.shape
    for j in range(height):
        for i in range(width):
            rough[j, i] = ids[j, i] == MIXED
    for j in range(height):
        for i in range(width):
            mine = picture[j, i, 0] + picture[j, i, 1] + picture[j, i, 2]
            for step in range(2):
                y, x = (j, i + 1) if step == 0 else (j + 1, i)
                if y >= height or x >= width:
                    continue
                other = picture[y, x, 0] + picture[y, x, 1] + picture[y, x, 2]
                if ids[j, i] != ids[y, x] or abs(mine - other) > DIFFERENT * (mine + other) / 2:
                    rough[j, i] = True
                    rough[y, x] = True
