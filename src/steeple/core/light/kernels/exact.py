"""Compiled loops of the light study: what lamps give at points, past solids that throw shadows.

A lamp is an area cut into rows. From a point, each convex solid hides one stretch of a row, whose
ends are found in closed form (capsules by their tangents, hulls by clipping); what is left of the
row is summed by Gauss points. Shadows so have no noise: only the number of rows is a choice, and
there are more of them where a shadow's edge runs across the lamp. A lamp and a point with no solid
near the line between them are never traced at all.

References: IES, *Lighting Handbook*, and Murdoch, *Illuminating Engineering* (inverse square and
cosine laws, intensity distributions); Ericson, *Real-Time Collision Detection* (closest points,
tangents); Sutherland & Hodgman, *Reentrant Polygon Clipping* (1974).
"""

from __future__ import annotations

import math

import numpy as np

from steeple.core.geometry.kernels import Array, Whole, loop, loop_with_arrays, meets_capsule
from steeple.core.geometry.stretches import capsule_stretch, hull_stretch
from steeple.core.light.kernels.rows import visible_light

RECTANGLE, DISC, BULB = 0, 1, 2
EMITTER_COLUMNS = 20
"""centre (3), normal (3), u (3), v (3), half extents along u and v (2), radius of the hole of a
ring (1), shape (1), intensity on the axis in cd (1), exponent k of cosᵏθ (1), index of a table of
intensities or −1 (1), radius of a ball about all of it (1). Millimetres."""
PANELS = 6
"""Stretches that the rows of a lamp are summed over to begin with; twice as many for a ring."""
OPEN_PANELS, QUICK_PANELS = 2, 3
"""The same where nothing stands between and the lamp is three of its radii away."""
BEND = 2.5e-3
"""Bend of the share seen times width beyond which a stretch is halved: keeps the whole to 0.5 %."""
QUICK_BEND = 0.03
CURVE = 0.01
"""The same for the light of the rows themselves, which bends where a lamp is close."""
THIN, QUICK_THIN = 2.0 / 256, 2.0 / 64
DEPTH = 10
CUTS = 40
PIECES = 24
"""Stretches of a row that can be hidden; more solids at once than this count as one."""


@loop
def _row(
    x: float,
    frame: Array,
    px: float,
    py: float,
    pz: float,
    pnx: float,
    pny: float,
    pnz: float,
    e: Array,
    tables: Array,
    capsules: Array,
    near: Whole,
    capsule_count: int,
    planes: Array,
    hull_starts: Whole,
    hulls: Whole,
    hull_count: int,
    starts: Array,
    ends: Array,
    clip: Array,
) -> tuple[float, float]:
    """Light at a point from one row of a lamp, free and past the solids, by its place x across the
    lamp, −1 … 1; with the weight that its place has."""  # fmt: skip
    half_u, half_v, hole = e[12], e[13], e[14]
    if int(e[15]) == RECTANGLE:
        v, half, weight = half_v * x, half_u, half_v
    else:
        angle = 0.5 * math.pi * x
        v = half_u * math.sin(angle)
        half = half_u * math.cos(angle)
        weight = 0.5 * math.pi * half
    if half <= 1e-9:
        return 0.0, 0.0
    d0x = e[0] + v * frame[3] - half * frame[0] - px
    d0y = e[1] + v * frame[4] - half * frame[1] - py
    d0z = e[2] + v * frame[5] - half * frame[2] - pz
    d1x, d1y, d1z = 2.0 * half * frame[0], 2.0 * half * frame[1], 2.0 * half * frame[2]
    weight *= 2.0 * half
    count = 0
    if hole > abs(v):
        share = math.sqrt(hole * hole - v * v) / half
        starts[0], ends[0] = 0.5 - 0.5 * share, 0.5 + 0.5 * share
        count = 1
    open_row = visible_light(
        count, starts, ends, d0x, d0y, d0z, d1x, d1y, d1z, pnx, pny, pnz, e, tables
    )
    before = count
    for i in range(capsule_count):
        low, high = capsule_stretch(px, py, pz, d0x, d0y, d0z, d1x, d1y, d1z, capsules[near[i]])
        if low <= high and high > 0.0 and low < 1.0 and count < PIECES:
            starts[count], ends[count] = low, high
            count += 1
    for i in range(hull_count):
        h = hulls[i]
        low, high = hull_stretch(
            px, py, pz, d0x, d0y, d0z, d1x, d1y, d1z,
            planes, hull_starts[h], hull_starts[h + 1], clip,
        )  # fmt: skip
        if low <= high and high > 0.0 and low < 1.0 and count < PIECES:
            starts[count], ends[count] = low, high
            count += 1
    left = open_row
    if count > before:
        left = visible_light(
            count, starts, ends, d0x, d0y, d0z, d1x, d1y, d1z, pnx, pny, pnz, e, tables
        )
    return weight * open_row, weight * left


@loop
def _frame(e: Array, px: float, py: float, pz: float, frame: Array) -> None:
    """The two directions of a lamp's area, written to ``frame``; a ball faces whoever looks at it."""
    if int(e[15]) != BULB:
        frame[0], frame[1], frame[2], frame[3], frame[4], frame[5] = (
            e[6],
            e[7],
            e[8],
            e[9],
            e[10],
            e[11],
        )
        return
    wx, wy, wz = px - e[0], py - e[1], pz - e[2]
    w = math.sqrt(wx * wx + wy * wy + wz * wz)
    wx, wy, wz = wx / w, wy / w, wz / w
    ux, uy, uz = (-wy, wx, 0.0) if abs(wz) < 0.9 else (0.0, -wz, wy)
    u = math.sqrt(ux * ux + uy * uy + uz * uz)
    ux, uy, uz = ux / u, uy / u, uz / u
    frame[0], frame[1], frame[2] = ux, uy, uz
    frame[3], frame[4], frame[5] = wy * uz - wz * uy, wz * ux - wx * uz, wx * uy - wy * ux


@loop
def _across(
    e: Array, frame: Array, px: float, py: float, pz: float, x: float, y: float, z: float
) -> float:
    """Where a place is seen on a lamp from a point, across its rows: −1 … 1, else outside it."""
    nx = frame[1] * frame[5] - frame[2] * frame[4]
    ny = frame[2] * frame[3] - frame[0] * frame[5]
    nz = frame[0] * frame[4] - frame[1] * frame[3]
    dx, dy, dz = x - px, y - py, z - pz
    depth = dx * nx + dy * ny + dz * nz
    far = (e[0] - px) * nx + (e[1] - py) * ny + (e[2] - pz) * nz
    if abs(depth) < 1e-9 or far / depth <= 0.0:
        return 2.0
    s = far / depth
    v = (
        (px + s * dx - e[0]) * frame[3]
        + (py + s * dy - e[1]) * frame[4]
        + (pz + s * dz - e[2]) * frame[5]
    ) / e[13]
    if int(e[15]) == RECTANGLE or abs(v) >= 1.0:
        return float(v)
    return math.asin(v) * 2.0 / math.pi


@loop
def _breaks(
    e: Array,
    frame: Array,
    px: float,
    py: float,
    pz: float,
    capsules: Array,
    near: Whole,
    capsule_count: int,
    hull_balls: Array,
    hulls: Whole,
    hull_count: int,
    cuts: Array,
    panels: int,
) -> int:
    """Where a lamp is cut to begin with: evenly, and through solids so thin across its rows that
    they could fall between two of them. Written to ``cuts`` in order; how many there are."""  # fmt: skip
    away2 = (e[0] - px) ** 2 + (e[1] - py) ** 2 + (e[2] - pz) ** 2
    if capsule_count + hull_count == 0 and e[14] <= 0.0 and away2 > 9.0 * e[19] * e[19]:
        panels = OPEN_PANELS
    if e[14] > 0.0:
        panels *= 2
    count = 0
    for i in range(panels + 1):
        cuts[count] = -1.0 + 2.0 * i / panels
        count += 1
    for i in range(capsule_count + hull_count):
        if count >= CUTS:
            break
        if i < capsule_count:
            c = capsules[near[i]]
            one = _across(e, frame, px, py, pz, c[0], c[1], c[2])
            other = _across(e, frame, px, py, pz, c[3], c[4], c[5])
            if abs(one - other) > 1.0 / panels:
                continue
            middle = 0.5 * (one + other)
        else:
            b = hull_balls[hulls[i - capsule_count]]
            middle = _across(e, frame, px, py, pz, b[0], b[1], b[2])
        if -0.995 < middle < 0.995:
            at = count
            while cuts[at - 1] > middle:
                cuts[at] = cuts[at - 1]
                at -= 1
            cuts[at] = middle
            count += 1
    return count


@loop
def _lamp(
    px: float,
    py: float,
    pz: float,
    pnx: float,
    pny: float,
    pnz: float,
    e: Array,
    tables: Array,
    capsules: Array,
    near: Whole,
    capsule_count: int,
    planes: Array,
    hull_starts: Whole,
    hull_balls: Array,
    hulls: Whole,
    hull_count: int,
    starts: Array,
    ends: Array,
    clip: Array,
    frame: Array,
    cuts: Array,
    stack: Array,
    fine: float,
) -> tuple[float, float]:
    """Light at a point from a lamp, free and past the solids.

    Rows are summed by Simpson's rule over stretches that are halved where the share of the rows
    that is seen bends, down to a 256th of the lamp: at the edge of a shadow that runs along them.
    """  # fmt: skip
    _frame(e, px, py, pz, frame)
    cut_count = _breaks(
        e, frame, px, py, pz, capsules, near, capsule_count, hull_balls, hulls, hull_count, cuts,
        PANELS if fine < QUICK_BEND else QUICK_PANELS,
    )  # fmt: skip
    thin = THIN if fine < QUICK_BEND else QUICK_THIN
    free = seen = 0.0
    f0, s0 = _row(
        cuts[0], frame, px, py, pz, pnx, pny, pnz, e, tables, capsules, near, capsule_count,
        planes, hull_starts, hulls, hull_count, starts, ends, clip,
    )  # fmt: skip
    for panel in range(cut_count - 1):
        f1, s1 = _row(
            cuts[panel + 1], frame, px, py, pz, pnx, pny, pnz, e, tables, capsules, near,
            capsule_count, planes, hull_starts, hulls, hull_count, starts, ends, clip,
        )  # fmt: skip
        stack[0, 0], stack[0, 1] = cuts[panel], cuts[panel + 1]
        stack[0, 2], stack[0, 3], stack[0, 4], stack[0, 5] = f0, s0, f1, s1
        height = 1
        while height > 0:
            height -= 1
            x0, x1 = stack[height, 0], stack[height, 1]
            a_free, a_seen = stack[height, 2], stack[height, 3]
            b_free, b_seen = stack[height, 4], stack[height, 5]
            middle = 0.5 * (x0 + x1)
            m_free, m_seen = _row(
                middle, frame, px, py, pz, pnx, pny, pnz, e, tables, capsules, near,
                capsule_count, planes, hull_starts, hulls, hull_count, starts, ends, clip,
            )  # fmt: skip
            width = x1 - x0
            bend = abs(
                (a_seen / a_free if a_free > 0.0 else 1.0)
                - 2.0 * (m_seen / m_free if m_free > 0.0 else 1.0)
                + (b_seen / b_free if b_free > 0.0 else 1.0)
            )
            curve = abs(a_free - 2.0 * m_free + b_free)
            steep = abs(b_free - a_free) > 0.5 * m_free and width > 0.2
            rough = steep or bend * width > fine or curve * width > CURVE * m_free
            if rough and width > thin and height < DEPTH:
                stack[height, 0], stack[height, 1] = x0, middle
                stack[height, 2], stack[height, 3] = a_free, a_seen
                stack[height, 4], stack[height, 5] = m_free, m_seen
                stack[height + 1, 0], stack[height + 1, 1] = middle, x1
                stack[height + 1, 2], stack[height + 1, 3] = m_free, m_seen
                stack[height + 1, 4], stack[height + 1, 5] = b_free, b_seen
                height += 2
                continue
            free += width / 6.0 * (a_free + 4.0 * m_free + b_free)
            seen += width / 6.0 * (a_seen + 4.0 * m_seen + b_seen)
        f0, s0 = f1, s1
    area = 4.0 * e[12] * e[13]
    if int(e[15]) != RECTANGLE:
        area = math.pi * (e[12] * e[12] - e[14] * e[14])
    return free * 1e6 / area, seen * 1e6 / area


@loop
def _ball_near(
    px: float, py: float, pz: float, e: Array, x: float, y: float, z: float, radius: float
) -> bool:
    """Whether a ball comes near the line from a point to a lamp, by the lamp's own size."""
    dx, dy, dz = e[0] - px, e[1] - py, e[2] - pz
    length2 = dx * dx + dy * dy + dz * dz
    s = ((x - px) * dx + (y - py) * dy + (z - pz) * dz) / length2
    s = min(1.0, max(0.0, s))
    ox, oy, oz = px + s * dx - x, py + s * dy - y, pz + s * dz - z
    reach = radius + e[19] * s
    return bool(ox * ox + oy * oy + oz * oz <= reach * reach)


@loop
def _capsule_near(px: float, py: float, pz: float, e: Array, c: Array, swollen: Array) -> bool:
    """Whether a capsule comes into the cone from a point to the ball about a lamp.

    The cone is as wide as the lamp at its far end; at a capsule it is taken as wide as where the
    farther end of the capsule lies along it.
    """
    dx, dy, dz = e[0] - px, e[1] - py, e[2] - pz
    length2 = dx * dx + dy * dy + dz * dz
    a = ((c[0] - px) * dx + (c[1] - py) * dy + (c[2] - pz) * dz) / length2
    b = ((c[3] - px) * dx + (c[4] - py) * dy + (c[5] - pz) * dz) / length2
    far = min(1.0, max(a, b) + c[6] / math.sqrt(length2))
    if far <= 0.0:
        return False
    for i in range(7):
        swollen[i] = c[i]
    swollen[6] += e[19] * far
    return bool(meets_capsule(px, py, pz, e[0], e[1], e[2], swollen))


@loop
def before_lamp(px: float, py: float, pz: float, e: Array, c: Array, out: Array) -> bool:
    """The part of a capsule on the near side of a lamp's plane, written to ``out``; False where it
    lies behind the lamp, and hides nothing of it.

    Parameters
    ----------
    px, py, pz, e
        the point, and the lamp as a row of the kernels.
    c, out
        the capsule and the part of it, shape (7,).
    """
    dx, dy, dz = e[0] - px, e[1] - py, e[2] - pz
    if int(e[15]) == BULB:
        nx, ny, nz = dx, dy, dz
    else:
        nx, ny, nz = e[3], e[4], e[5]
    n = math.sqrt(nx * nx + ny * ny + nz * nz)
    depth = (dx * nx + dy * ny + dz * nz) / n
    if depth < 0.0:
        n, depth = -n, -depth
    a = ((c[0] - px) * nx + (c[1] - py) * ny + (c[2] - pz) * nz) / n
    b = ((c[3] - px) * nx + (c[4] - py) * ny + (c[5] - pz) * nz) / n
    for i in range(7):
        out[i] = c[i]
    if min(a, b) >= depth:
        return False
    if max(a, b) <= depth:
        return True
    share = (depth - a) / (b - a)
    at = 0 if a > depth else 3
    for i in range(3):
        out[at + i] = c[i] + share * (c[3 + i] - c[i])
    return True


@loop
def _pairs(
    points: Array,
    normals: Array,
    emitters: Array,
    tables: Array,
    capsules: Array,
    planes: Array,
    hull_starts: Whole,
    hull_balls: Array,
    free: Array,
    seen: Array,
    bend: float,
    near: Whole,
    close: Array,
    hulls: Whole,
    starts: Array,
    ends: Array,
    clip: Array,
    swollen: Array,
    frame: Array,
    cuts: Array,
    stack: Array,
) -> int:
    """Each lamp at each point, as `light_on`, which makes the room to work in."""
    traced = 0
    for lamp in range(len(emitters)):
        e = emitters[lamp]
        for i in range(len(points)):
            px, py, pz = points[i, 0], points[i, 1], points[i, 2]
            nx, ny, nz = normals[i, 0], normals[i, 1], normals[i, 2]
            capsule_count = 0
            for c in range(len(capsules)):
                if not _capsule_near(px, py, pz, e, capsules[c], swollen):
                    continue
                if before_lamp(px, py, pz, e, capsules[c], close[capsule_count]):
                    near[capsule_count] = capsule_count
                    capsule_count += 1
            hull_count = 0
            for h in range(len(hull_balls)):
                b = hull_balls[h]
                if _ball_near(px, py, pz, e, b[0], b[1], b[2], b[3]):
                    hulls[hull_count] = h
                    hull_count += 1
            traced += 1 if capsule_count + hull_count > 0 else 0
            free[lamp, i], seen[lamp, i] = _lamp(
                px, py, pz, nx, ny, nz, e, tables, close, near, capsule_count, planes,
                hull_starts, hull_balls, hulls, hull_count, starts, ends, clip, frame, cuts, stack, bend,
            )  # fmt: skip
    return traced


@loop_with_arrays
def light_on(
    points: Array,
    normals: Array,
    emitters: Array,
    tables: Array,
    capsules: Array,
    planes: Array,
    hull_starts: Whole,
    hull_balls: Array,
    free: Array,
    seen: Array,
    bend: float,
) -> int:
    """Illuminance that each lamp gives at each point, without and with the solids.

    Parameters
    ----------
    points, normals
        shapes (n, 3); millimetres and unit vectors.
    emitters
        shape (l, `EMITTER_COLUMNS`).
    tables
        shape (t, `TABLE_H`, `TABLE_V`), relative intensities of lamps measured as such.
    capsules
        shape (m, 7).
    planes, hull_starts, hull_balls
        hulls as rows of planes n·x ≤ d, shape (k, 4); where each
        hull's planes start, shape (h + 1,); a ball about each, shape (h, 4).
    free, seen
        shapes (l, n), written: lux.
    bend
        how finely shadows are summed, `BEND` for half a per cent, more for a quicker answer.

    Returns
    -------
    How many pairs of lamp and point had a solid near the line between them.
    """  # fmt: skip
    near = np.zeros(max(1, len(capsules)), dtype=np.int64)
    close = np.zeros((max(1, len(capsules)), 7))
    hulls = np.zeros(max(1, len(hull_balls)), dtype=np.int64)
    starts, ends = np.zeros(PIECES + 2), np.zeros(PIECES + 2)
    clip = np.zeros((2, 2, 64))
    swollen, frame = np.zeros(7), np.zeros(6)
    cuts, stack = np.zeros(CUTS + 1), np.zeros((DEPTH + 2, 6))
    return _pairs(
        points, normals, emitters, tables, capsules, planes, hull_starts, hull_balls, free, seen, bend,
        near, close, hulls, starts, ends, clip, swollen, frame, cuts, stack,
    )  # fmt: skip
