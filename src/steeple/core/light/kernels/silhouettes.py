"""Compiled loops: where the rows of a lamp are hidden by the silhouette of a solid, seen from a point.

Seen from a point, a convex solid covers a convex patch of a lamp's plane: a ball an ellipse, a capsule
two ellipses and the band between their tangents, a hull the polygon about its corners. A patch is cut
into the rows of the lamp in closed form; a row of which it covers only a part across counts for that
part, so that an edge along the rows is as right as one across them.

The lamp is given as `GIVEN` numbers: the way D from the point to its middle (3), its half sides U and V
(3 each), the unit normal n of its plane away from the point (3), D·n, D·D, D·U, D·V, U·U, V·V, and the
four planes through the point and its sides: the normal outward and its length (4 each). Places on it
are D + s·U + v·V.

References: Ericson, *Real-Time Collision Detection* (tangent planes of cylinders); Hughes and others,
*Computer Graphics: Principles and Practice* (perspective of spheres and polyhedra).
"""

from __future__ import annotations

import math

from numba import njit

from steeple.core.geometry.kernels import Array, Whole

GIVEN, SIGHT = 34, 26
PLANES = 18
"""Where the planes through its sides begin."""
NOTHING, PATCH, BESIDE = 0, 1, 2
"""What a solid does: hides none of the lamp; hides the rows written; or stands so far beside the point
that it has no patch on the plane, and the rows must be asked one by one."""
AHEAD_MM = 1e-3


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def lamp_seen(
    dx: float,
    dy: float,
    dz: float,
    ux: float,
    uy: float,
    uz: float,
    vx: float,
    vy: float,
    vz: float,
    g: Array,
) -> None:
    """A lamp as seen from a point, written to ``g``, shape (`GIVEN`,); from D, U and V."""
    g[0], g[1], g[2] = dx, dy, dz
    g[3], g[4], g[5] = ux, uy, uz
    g[6], g[7], g[8] = vx, vy, vz
    nx, ny, nz = uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx
    long = math.sqrt(nx * nx + ny * ny + nz * nz)
    depth = (dx * nx + dy * ny + dz * nz) / long
    if depth < 0.0:
        long, depth = -long, -depth
    g[9], g[10], g[11], g[12] = nx / long, ny / long, nz / long, depth
    g[13] = dx * dx + dy * dy + dz * dz
    g[14], g[15] = dx * ux + dy * uy + dz * uz, dx * vx + dy * vy + dz * vz
    g[16], g[17] = ux * ux + uy * uy + uz * uz, vx * vx + vy * vy + vz * vz
    udx, udy, udz = uy * dz - uz * dy, uz * dx - ux * dz, ux * dy - uy * dx
    vdx, vdy, vdz = vy * dz - vz * dy, vz * dx - vx * dz, vx * dy - vy * dx
    turn = 1.0 if dx * nx + dy * ny + dz * nz > 0.0 else -1.0
    for side in range(4):
        n = PLANES + 4 * side
        sign = 1.0 if side % 2 == 0 else -1.0
        if side < 2:
            out = -turn * sign
            x, y, z = udx + sign * nx, udy + sign * ny, udz + sign * nz
        else:
            out = turn * sign
            x, y, z = vdx - sign * nx, vdy - sign * ny, vdz - sign * nz
        g[n], g[n + 1], g[n + 2] = out * x, out * y, out * z
        g[n + 3] = math.sqrt(x * x + y * y + z * z)


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def beyond_sides(sight: Array, k: int, radius: float, g: Array) -> bool:
    """Whether a capsule lies beyond one of the planes through the point and a side of the lamp, so that
    it hides none of it; parameters as `capsule_patch`."""
    ax, ay, az = sight[k, 0], sight[k, 1], sight[k, 2]
    bx, by, bz = sight[k, 3], sight[k, 4], sight[k, 5]
    for n in range(PLANES, GIVEN, 4):
        x, y, z, reach = g[n], g[n + 1], g[n + 2], radius * g[n + 3]
        if ax * x + ay * y + az * z >= reach and bx * x + by * y + bz * z >= reach:
            return True
    return False


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def _rows_of(
    low: float,
    high: float,
    rows: int,
    cuts: Array,
    middles: Array,
    into: int,
    at: Array,
    part: Array,
) -> tuple[int, int]:
    """Rows that a patch from ``low`` to ``high`` reaches, with where each is looked at and which part
    of it is covered; the last before the first where there is none."""
    if low >= 1.0 or high <= -1.0 or low >= high:
        return 0, -1
    first, last = 0, rows - 1
    while cuts[first + 1] <= low:
        first += 1
    while cuts[last] >= high:
        last -= 1
    for row in range(first, last + 1):
        at[row], part[into, row] = middles[row], 1.0
    if low > cuts[first]:
        top = min(high, cuts[first + 1])
        at[first], part[into, first] = (
            0.5 * (low + top),
            (top - low) / (cuts[first + 1] - cuts[first]),
        )
    if high < cuts[last + 1] and (last > first or low <= cuts[first]):
        at[last] = 0.5 * (cuts[last] + high)
        part[into, last] = (high - cuts[last]) / (cuts[last + 1] - cuts[last])
    return first, last


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def _ellipse(
    ax: float, ay: float, az: float, q: float, g: Array
) -> tuple[float, float, float, float, float, float, float]:
    """A ball's ellipse: s = m₀ + m₁v ± √(k₀ + k₁v + k₂v²), and the least and greatest v; ``q`` is its
    squared distance less its squared radius."""
    a0 = ax * g[0] + ay * g[1] + az * g[2]
    a1 = ax * g[3] + ay * g[4] + az * g[5]
    a2 = ax * g[6] + ay * g[7] + az * g[8]
    two = 1.0 / (a1 * a1 - q * g[16])
    m0, m1 = (q * g[14] - a0 * a1) * two, -a1 * a2 * two
    k0 = m0 * m0 - (a0 * a0 - q * g[13]) * two
    k1 = 2.0 * (m0 * m1 - (a0 * a2 - q * g[15]) * two)
    k2 = m1 * m1 - (a2 * a2 - q * g[17]) * two
    rest = k1 * k1 - 4.0 * k0 * k2
    if rest <= 0.0 or k2 >= 0.0:
        return m0, m1, k0, k1, k2, 2.0, -2.0
    root = math.sqrt(rest)
    return m0, m1, k0, k1, k2, (root - k1) / (2.0 * k2), (-root - k1) / (2.0 * k2)


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def _widen(
    v0: float,
    s0: float,
    v1: float,
    s1: float,
    first: int,
    last: int,
    into: int,
    at: Array,
    starts: Array,
    ends: Array,
) -> None:
    """Widen the rows by an edge between two places of a patch."""
    if v0 > v1:
        v0, s0, v1, s1 = v1, s1, v0, s0
    if v1 - v0 < 1e-12:
        return
    slope = (s1 - s0) / (v1 - v0)
    for row in range(first, last + 1):
        v = at[row]
        if v > v1:
            break
        if v >= v0:
            s = s0 + (v - v0) * slope
            starts[into, row] = min(starts[into, row], s)
            ends[into, row] = max(ends[into, row], s)


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def capsules_seen(px: float, py: float, pz: float, capsules: Array, sight: Array) -> None:
    """Capsules as seen from a point, whatever the lamp; written to ``sight``, shape (m, `SIGHT`).

    Its ends from the point (3 + 3), the squared distance of each less the squared radius (2), the ways
    to where the two planes through the point along it touch its ends (4 × 3), whether there are such
    planes (1), and a cone about all of it: axis (3), cosine and sine of its half angle (2).
    """
    for k in range(len(capsules)):
        c = capsules[k]
        ax, ay, az = c[0] - px, c[1] - py, c[2] - pz
        bx, by, bz = c[3] - px, c[4] - py, c[5] - pz
        r2 = c[6] * c[6]
        a2, b2 = ax * ax + ay * ay + az * az, bx * bx + by * by + bz * bz
        sight[k, 0], sight[k, 1], sight[k, 2] = ax, ay, az
        sight[k, 3], sight[k, 4], sight[k, 5] = bx, by, bz
        sight[k, 6], sight[k, 7] = a2 - r2, b2 - r2
        sight[k, 20] = 0.0
        sight[k, 21], sight[k, 22], sight[k, 23], sight[k, 24], sight[k, 25] = (
            0.0,
            0.0,
            1.0,
            -1.0,
            0.0,
        )
        if a2 <= r2 or b2 <= r2:
            continue
        wx, wy, wz = bx - ax, by - ay, bz - az
        length2 = wx * wx + wy * wy + wz * wz
        share = 0.0
        if length2 > 1e-12:
            share = min(1.0, max(0.0, -(ax * wx + ay * wy + az * wz) / length2))
        x, y, z = ax + share * wx, ay + share * wy, az + share * wz
        near2 = x * x + y * y + z * z
        if near2 <= r2:
            sight[k, 6] = -1.0
            continue
        long_a, long_b = math.sqrt(a2), math.sqrt(b2)
        cosine = (ax * bx + ay * by + az * bz) / (long_a * long_b)
        if cosine > -0.9:
            x, y, z = (
                ax / long_a + bx / long_b,
                ay / long_a + by / long_b,
                az / long_a + bz / long_b,
            )
            long = math.sqrt(x * x + y * y + z * z)
            c_half, s_half = 0.5 * long, math.sqrt(max(0.0, 0.5 - 0.5 * cosine))
            sine = c[6] / math.sqrt(near2)
            c_ball = math.sqrt(1.0 - sine * sine)
            sight[k, 21], sight[k, 22], sight[k, 23] = x / long, y / long, z / long
            sight[k, 24] = c_half * c_ball - s_half * sine
            sight[k, 25] = s_half * c_ball + c_half * sine
        if length2 <= 1e-12:
            continue
        length = math.sqrt(length2)
        wx, wy, wz = wx / length, wy / length, wz / length
        along = ax * wx + ay * wy + az * wz
        x, y, z = ax - along * wx, ay - along * wy, az - along * wz
        away2 = x * x + y * y + z * z
        if away2 <= r2:
            continue
        sight[k, 20] = 1.0
        away = math.sqrt(away2)
        x, y, z = x / away, y / away, z / away
        tx, ty, tz = wy * z - wz * y, wz * x - wx * z, wx * y - wy * x
        toward, aside = r2 / away, c[6] * math.sqrt(1.0 - r2 / away2)
        for side in range(2):
            sign = aside if side == 0 else -aside
            ox, oy, oz = toward * x + sign * tx, toward * y + sign * ty, toward * z + sign * tz
            at = 8 + 6 * side
            sight[k, at], sight[k, at + 1], sight[k, at + 2] = ax - ox, ay - oy, az - oz
            sight[k, at + 3], sight[k, at + 4], sight[k, at + 5] = bx - ox, by - oy, bz - oz


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def capsule_patch(
    sight: Array,
    k: int,
    radius: float,
    g: Array,
    rows: int,
    cuts: Array,
    middles: Array,
    into: int,
    at: Array,
    part: Array,
    starts: Array,
    ends: Array,
) -> tuple[int, int, int]:
    """What a capsule hides of a lamp's rows.

    Parameters
    ----------
    sight, k
        capsules as `capsules_seen` has them, and which of them; ``g``: the lamp, as the module
        says.
    cuts, middles
        edges and middles of the rows across, shapes (rows + 1,) and (rows,), −1 … 1.
    at
        room to work in, shape (rows,).
    part, starts, ends
        shape (solids, rows), of which line ``into`` is written for the rows it hides:
        which part of a row is covered across, and from where to where along it (in s, not cut).

    Returns
    -------
    `NOTHING`, `PATCH` or `BESIDE`; and the first and last row hidden.
    """  # fmt: skip
    ax, ay, az = sight[k, 0], sight[k, 1], sight[k, 2]
    bx, by, bz = sight[k, 3], sight[k, 4], sight[k, 5]
    depth = g[12]
    deep_a = ax * g[9] + ay * g[10] + az * g[11]
    deep_b = bx * g[9] + by * g[10] + bz * g[11]
    nearest, farthest = min(deep_a, deep_b), max(deep_a, deep_b)
    if nearest >= depth or farthest + radius <= 0.0:
        return NOTHING, 0, -1
    if nearest - radius <= AHEAD_MM or farthest > depth > nearest or sight[k, 6] <= 0.0:
        return BESIDE, 0, -1
    am0, am1, ak0, ak1, ak2, low, high = _ellipse(ax, ay, az, sight[k, 6], g)
    bm0, bm1, bk0, bk1, bk2, low_b, high_b = _ellipse(bx, by, bz, sight[k, 7], g)
    low, high = min(low, low_b), max(high, high_b)
    first, last = _rows_of(low, high, rows, cuts, middles, into, at, part)
    for row in range(first, last + 1):
        v = at[row]
        start, end = 1e9, -1e9
        rest = ak0 + v * (ak1 + v * ak2)
        if rest > 0.0:
            root, middle = math.sqrt(rest), am0 + v * am1
            start, end = middle - root, middle + root
        rest = bk0 + v * (bk1 + v * bk2)
        if rest > 0.0:
            root, middle = math.sqrt(rest), bm0 + v * bm1
            start, end = min(start, middle - root), max(end, middle + root)
        starts[into, row], ends[into, row] = start, end
    if first > last:
        return NOTHING, 0, -1
    if sight[k, 20] > 0.0:
        for side in range(2):
            n = 8 + 6 * side
            v0, s0 = _place(sight[k, n], sight[k, n + 1], sight[k, n + 2], g)
            v1, s1 = _place(sight[k, n + 3], sight[k, n + 4], sight[k, n + 5], g)
            _widen(v0, s0, v1, s1, first, last, into, at, starts, ends)
    return PATCH, first, last


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def _place(x: float, y: float, z: float, g: Array) -> tuple[float, float]:
    """Where a way from the point meets the lamp's plane: v and s."""
    scale = g[12] / (x * g[9] + y * g[10] + z * g[11])
    x, y, z = x * scale - g[0], y * scale - g[1], z * scale - g[2]
    return (x * g[6] + y * g[7] + z * g[8]) / g[17], (x * g[3] + y * g[4] + z * g[5]) / g[16]


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def hull_patch(
    px: float,
    py: float,
    pz: float,
    corners: Array,
    first_corner: int,
    last_corner: int,
    edges: Whole,
    first_edge: int,
    last_edge: int,
    g: Array,
    rows: int,
    cuts: Array,
    middles: Array,
    places: Array,
    into: int,
    at: Array,
    part: Array,
    starts: Array,
    ends: Array,
) -> tuple[int, int, int]:
    """What a hull hides of a lamp's rows; parameters and result as `capsule_patch`.

    Parameters
    ----------
    corners, edges
        shapes (c, 3) and (e, 2); those of this hull are ``first`` to ``last``, its edges
        count corners from its first. ``places``: room to work in, shape (64, 2).
    """  # fmt: skip
    nearest, farthest = 1e18, -1e18
    for i in range(first_corner, last_corner):
        deep = (
            (corners[i, 0] - px) * g[9]
            + (corners[i, 1] - py) * g[10]
            + (corners[i, 2] - pz) * g[11]
        )
        nearest, farthest = min(nearest, deep), max(farthest, deep)
    if nearest >= g[12] or farthest <= 0.0:
        return NOTHING, 0, -1
    if nearest <= AHEAD_MM or farthest > g[12]:
        return BESIDE, 0, -1
    low, high, left, right = 1e18, -1e18, 1e18, -1e18
    for i in range(first_corner, last_corner):
        v, s = _place(corners[i, 0] - px, corners[i, 1] - py, corners[i, 2] - pz, g)
        places[i - first_corner, 0], places[i - first_corner, 1] = v, s
        low, high = min(low, v), max(high, v)
        left, right = min(left, s), max(right, s)
    if left >= 1.0 or right <= -1.0:
        return NOTHING, 0, -1
    first, last = _rows_of(low, high, rows, cuts, middles, into, at, part)
    if first > last:
        return NOTHING, 0, -1
    for row in range(first, last + 1):
        starts[into, row], ends[into, row] = 1e9, -1e9
    for k in range(first_edge, last_edge):
        i, j = edges[k, 0], edges[k, 1]
        _widen(
            places[i, 0],
            places[i, 1],
            places[j, 0],
            places[j, 1],
            first,
            last,
            into,
            at,
            starts,
            ends,
        )
    return PATCH, first, last


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def _whole(a: float, b: float, mid: float, one: float, two: float) -> float:
    """∫ of mid + one·s + two·s² from a to b."""
    return (b - a) * (mid + 0.5 * one * (a + b) + two * (a * a + a * b + b * b) / 3.0)


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def _together(
    count: int,
    starts: Array,
    ends: Array,
    parts: Array,
    least: float,
    hole: float,
    mid: float,
    one: float,
    two: float,
) -> float:
    """Light of a row within stretches, in order of their starts, that cover at least a part of it."""
    at, total = -2.0, 0.0
    for k in range(count):
        if parts[k] < least or ends[k] <= at:
            continue
        a, b = max(at, starts[k]), ends[k]
        total += _whole(a, b, mid, one, two)
        if hole > 0.0 and a < hole and b > -hole:
            total -= _whole(max(a, -hole), min(b, hole), mid, one, two)
        at = b
    return total


@njit(cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "arcp"})
def hidden_light(
    count: int,
    starts: Array,
    ends: Array,
    parts: Array,
    hole: float,
    mid: float,
    one: float,
    two: float,
) -> float:
    """Light of a row that stretches hide, each covering a part of it across.

    Parameters
    ----------
    starts, ends, parts
        the first ``count`` of them, sorted here by their starts.
    hole
        half of what a ring leaves open in this row.
    mid, one, two
        the light along it, mid + one·s + two·s².
    """  # fmt: skip
    least, most = 1.0, 0.0
    for k in range(count):
        a, b, p = starts[k], ends[k], parts[k]
        least, most = min(least, p), max(most, p)
        j = k - 1
        while j >= 0 and starts[j] > a:
            starts[j + 1], ends[j + 1], parts[j + 1] = starts[j], ends[j], parts[j]
            j -= 1
        starts[j + 1], ends[j + 1], parts[j + 1] = a, b, p
    if most - least < 1e-3:
        return most * _together(count, starts, ends, parts, 0.0, hole, mid, one, two)
    total, level = 0.0, most
    while level > 0.0:
        below = 0.0
        for k in range(count):
            if parts[k] < level:
                below = max(below, parts[k])
        total += (level - below) * _together(count, starts, ends, parts, level, hole, mid, one, two)
        level = below
    return total
