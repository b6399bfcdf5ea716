"""Compiled loops: where the rows of a lamp are hidden by the silhouette of a solid, seen from a point.

Seen from a point, a convex solid covers a convex patch of a lamp's plane: a ball an ellipse, a capsule
two ellipses and the band between their tangents, a hull the polygon about its corners. A patch is cut
into the rows of the lamp in closed form; a row of which it covers only a part across counts for that
part, so that an edge along the rows is as right as one across them.

The lamp is given as `GIVEN` numbers: the way D from the point to its middle (3), its half sides U and V
(3 each), the unit normal n of its plane away from the point (3), D·n, D·D, D·U, D·V, U·U, V·V, one
over each of the last two, and the four planes through the point and its sides: the normal outward and its length (4 each). Places on it
are D + s·U + v·V.

References: Ericson, *Real-Time Collision Detection* (tangent planes of cylinders); Hughes and others,
*Computer Graphics: Principles and Practice* (perspective of spheres and polyhedra).
"""

from __future__ import annotations

import math

from steeple.core.geometry.kernels import Array, Whole, inlined_loop, quick_loop
from steeple.core.light.kernels.lamp import BOTTOM, MIDDLE, TOP

GIVEN, SIGHT = 36, 26
PLANES = 20
"""Where the planes through its sides begin."""
NOTHING, PATCH, BESIDE = 0, 1, 2
"""What a solid does: hides none of the lamp; hides the rows written; or stands so far beside the point
that it has no patch on the plane, and the rows must be asked one by one."""
PART, START, END = 0, 1, 2
"""What a solid hides of a row: which part of it across, from where to where along it."""
LOW, HIGH, APART, AT = 0, 1, 2, 3
"""Of a row: from where to where solids hide it together, whether they hide more of it besides (above
0), and where the patch of a solid is looked at."""
AHEAD_MM = 1e-3


@inlined_loop
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
    """A lamp as seen from a point, written to ``g``, shape (`GIVEN`,); from D, U and V.

    Parameters
    ----------
    dx … dz, ux … uz, vx … vz
        the way to its middle, and its two half sides.
    g
        where it is written.
    """
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
    g[18], g[19] = 1.0 / g[16], 1.0 / g[17]
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


@inlined_loop
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


@inlined_loop
def _reached(
    low: float,
    high: float,
    across: Array,
    shape: int,
    rows: int,
    hides: Array,
    into: int,
    joined: Array,
) -> int:
    """Which part of each row a patch from ``low`` to ``high`` covers across, and where it is looked
    at; how many rows it reaches. As the loops below over every row, without a branch, so that it
    compiles to vectors."""
    count = 0
    for row in range(rows):
        top, bottom = across[shape, TOP, row], across[shape, BOTTOM, row]
        to, since = (high if high < top else top), (low if low > bottom else bottom)
        covered = (to - since) / (top - bottom)
        hides[into, PART, row] = covered if covered > 0.0 else 0.0
        joined[AT, row] = 0.5 * (to + since) if covered < 1.0 else across[shape, MIDDLE, row]
        count += 1 if covered > 0.0 else 0
    return count


@inlined_loop
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
    root, half = math.sqrt(rest), 0.5 / k2
    return m0, m1, k0, k1, k2, (root - k1) * half, (-root - k1) * half


@quick_loop
def _widen(
    v0: float,
    s0: float,
    v1: float,
    s1: float,
    rows: int,
    hides: Array,
    into: int,
    joined: Array,
) -> None:
    """Widen the rows by an edge between two places of a patch."""
    if abs(v1 - v0) < 1e-12:
        return
    slope = (s1 - s0) / (v1 - v0)
    base, least, most = s0 - v0 * slope, min(v0, v1), max(v0, v1)
    for row in range(rows):
        v = joined[AT, row]
        s, inside = base + v * slope, least <= v <= most
        start, end = (s if inside else 1e9), (s if inside else -1e9)
        hides[into, START, row] = min(start, hides[into, START, row])
        hides[into, END, row] = max(end, hides[into, END, row])


@quick_loop
def capsules_seen(px: float, py: float, pz: float, capsules: Array, sight: Array) -> None:
    """Capsules as seen from a point, whatever the lamp; written to ``sight``, shape (m, `SIGHT`).

    Its ends from the point (3 + 3), the squared distance of each less the squared radius (2), the ways
    to where the two planes through the point along it touch its ends (4 × 3), whether there are such
    planes (1), and a cone about all of it: axis (3), cosine and sine of its half angle (2).

    Parameters
    ----------
    px, py, pz, capsules
        the point, and capsules of shape (m, 7).
    sight
        where they are written.
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


@inlined_loop
def capsule_patch(
    sight: Array,
    k: int,
    radius: float,
    g: Array,
    across: Array,
    shape: int,
    rows: int,
    hides: Array,
    into: int,
    joined: Array,
) -> int:
    """What a capsule hides of a lamp's rows.

    Parameters
    ----------
    sight, k
        capsules as `capsules_seen` has them, and which of them; ``g``: the lamp, as the module
        says.
    across, shape, rows
        the rows across lamps, as `lamp_rows` has them: ``across[shape]``, the first ``rows``.
    hides
        shape (solids, 3, rows), of which ``hides[into]`` is written: which `PART` of a row is
        covered across (0: none), and along it (in s, not cut) `START` and `END`.
    joined
        its line `AT` is room to work in, shape (4, rows).

    Returns
    -------
    `NOTHING`, `PATCH` or `BESIDE`.
    """  # fmt: skip
    ax, ay, az = sight[k, 0], sight[k, 1], sight[k, 2]
    bx, by, bz = sight[k, 3], sight[k, 4], sight[k, 5]
    depth = g[12]
    deep_a = ax * g[9] + ay * g[10] + az * g[11]
    deep_b = bx * g[9] + by * g[10] + bz * g[11]
    nearest, farthest = min(deep_a, deep_b), max(deep_a, deep_b)
    if nearest >= depth or farthest + radius <= 0.0:
        return NOTHING
    if nearest - radius <= AHEAD_MM or farthest > depth > nearest or sight[k, 6] <= 0.0:
        return BESIDE
    am0, am1, ak0, ak1, ak2, low, high = _ellipse(ax, ay, az, sight[k, 6], g)
    bm0, bm1, bk0, bk1, bk2, low_b, high_b = _ellipse(bx, by, bz, sight[k, 7], g)
    low, high = min(low, low_b), max(high, high_b)
    if _reached(low, high, across, shape, rows, hides, into, joined) == 0:
        return NOTHING
    low_c, high_c, base_c, slope_c = _tangent(sight, k, 8, g)
    low_d, high_d, base_d, slope_d = _tangent(sight, k, 14, g)
    for row in range(rows):
        v = joined[AT, row]
        rest = ak0 + v * (ak1 + v * ak2)
        root, middle = math.sqrt(rest if rest > 0.0 else 0.0), am0 + v * am1
        start = middle - root if rest > 0.0 else 1e9
        end = middle + root if rest > 0.0 else -1e9
        rest = bk0 + v * (bk1 + v * bk2)
        root, middle = math.sqrt(rest if rest > 0.0 else 0.0), bm0 + v * bm1
        low = middle - root if rest > 0.0 else 1e9
        high = middle + root if rest > 0.0 else -1e9
        start, end = (low if low < start else start), (high if high > end else end)
        place, inside = base_c + v * slope_c, low_c <= v <= high_c
        low, high = (place if inside else 1e9), (place if inside else -1e9)
        start, end = (low if low < start else start), (high if high > end else end)
        place, inside = base_d + v * slope_d, low_d <= v <= high_d
        low, high = (place if inside else 1e9), (place if inside else -1e9)
        start, end = (low if low < start else start), (high if high > end else end)
        hides[into, START, row], hides[into, END, row] = start, end
    return PATCH


@inlined_loop
def _tangent(sight: Array, k: int, n: int, g: Array) -> tuple[float, float, float, float]:
    """An edge of a capsule's band on the lamp: from which v to which, and s = base + slope·v."""
    if sight[k, 20] <= 0.0:
        return 2.0, -2.0, 0.0, 0.0
    v0, s0 = _place(sight[k, n], sight[k, n + 1], sight[k, n + 2], g)
    v1, s1 = _place(sight[k, n + 3], sight[k, n + 4], sight[k, n + 5], g)
    if abs(v1 - v0) < 1e-12:
        return 2.0, -2.0, 0.0, 0.0
    slope = (s1 - s0) / (v1 - v0)
    return min(v0, v1), max(v0, v1), s0 - v0 * slope, slope


@inlined_loop
def _place(x: float, y: float, z: float, g: Array) -> tuple[float, float]:
    """Where a way from the point meets the lamp's plane: v and s."""
    scale = g[12] / (x * g[9] + y * g[10] + z * g[11])
    x, y, z = x * scale - g[0], y * scale - g[1], z * scale - g[2]
    return (x * g[6] + y * g[7] + z * g[8]) * g[19], (x * g[3] + y * g[4] + z * g[5]) * g[18]


@quick_loop
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
    across: Array,
    shape: int,
    rows: int,
    places: Array,
    hides: Array,
    into: int,
    joined: Array,
) -> int:
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
        return NOTHING
    if nearest <= AHEAD_MM or farthest > g[12]:
        return BESIDE
    low, high, left, right = 1e18, -1e18, 1e18, -1e18
    for i in range(first_corner, last_corner):
        v, s = _place(corners[i, 0] - px, corners[i, 1] - py, corners[i, 2] - pz, g)
        places[i - first_corner, 0], places[i - first_corner, 1] = v, s
        low, high = min(low, v), max(high, v)
        left, right = min(left, s), max(right, s)
    if left >= 1.0 or right <= -1.0:
        return NOTHING
    if _reached(low, high, across, shape, rows, hides, into, joined) == 0:
        return NOTHING
    for row in range(rows):
        hides[into, START, row], hides[into, END, row] = 1e9, -1e9
    for k in range(first_edge, last_edge):
        i, j = edges[k, 0], edges[k, 1]
        _widen(places[i, 0], places[i, 1], places[j, 0], places[j, 1], rows, hides, into, joined)
    return PATCH
