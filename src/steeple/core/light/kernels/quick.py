"""Compiled loop of the light study for many places: as `light.kernels.exact`, with silhouettes.

The light of a lamp over its area is taken as quadratic both ways, from nine places on it. Its whole is
known in closed form; what solids hide of it is summed over rows that their silhouettes cut
(`light.kernels.silhouettes`). Rows run across the solids nearest to the line of sight, whichever way they
lie, and those that nothing hides are never looked at. Right to a fraction of a per cent. Where the lamp
is close or partly below the surface, the fine loop answers.

References: as `light.kernels.exact`; Abramowitz & Stegun, 25.4 (Gauss points).
"""

from __future__ import annotations

import math

import numpy as np

from steeple.core.geometry.kernels import (
    Array,
    Whole,
    inlined_loop,
    quick_loop,
    quick_loop_with_arrays,
)
from steeple.core.geometry.stretches import capsule_stretch, hull_stretch
from steeple.core.light.kernels.exact import (
    BEND,
    CUTS,
    DEPTH,
    PIECES,
    QUICK_BEND,
    RECTANGLE,
    _frame,
    _lamp,
    before_lamp,
)
from steeple.core.light.kernels.hidden import hidden_of_rows, join
from steeple.core.light.kernels.lamp import (
    HALF,
    MIDDLE,
    lamp_nodes,
    lamp_rows,
    open_light,
    ring_by_rows,
)
from steeple.core.light.kernels.silhouettes import (
    APART,
    BESIDE,
    END,
    GIVEN,
    HIGH,
    LOW,
    NOTHING,
    PART,
    SIGHT,
    START,
    beyond_sides,
    capsule_patch,
    capsules_seen,
    hull_patch,
    lamp_seen,
)

ROWS, CLOSE_ROWS = 8, 16
"""Rows for sums over many places and poses, and for each place by itself."""
SPLIT, SPLIT_SUMS = 2.4, 1.6
"""A rectangle nearer than so many of its radii is taken in quarters; the same in sums."""
DIP = 0.6
"""In sums, the same where more than so much of a half of it reaches down below the surface."""
CLOSE = 1.2
"""A lamp nearer than so many of its radii, or a quarter of its own, is left to the fine loop."""
WHOLE = -1
"""Said instead of how many solids hide something, where one of them hides all."""
FLAT, QUARTER, ROUND = 0, 1, 2
"""Rows of a rectangle, of a quarter of one, and of what is round."""
CORNERS = 64
"""Corners that a hull may have."""


@quick_loop
def _hulls_near(px: float, py: float, pz: float, e: Array, hull_balls: Array, hulls: Whole) -> int:
    """Hulls near the line from a point to a lamp, written to ``hulls``; how many there are."""
    dx, dy, dz = e[0] - px, e[1] - py, e[2] - pz
    away2 = dx * dx + dy * dy + dz * dz
    away = math.sqrt(away2)
    count = 0
    for h in range(len(hull_balls)):
        wx, wy, wz = hull_balls[h, 0] - px, hull_balls[h, 1] - py, hull_balls[h, 2] - pz
        s = min(1.0, max(0.0, (wx * dx + wy * dy + wz * dz) / away2))
        ox, oy, oz = wx - s * dx, wy - s * dy, wz - s * dz
        reach = hull_balls[h, 3] + e[19] * min(1.0, s + hull_balls[h, 3] / away)
        if ox * ox + oy * oy + oz * oz <= reach * reach:
            hulls[count] = h
            count += 1
    return count


@inlined_loop
def _capsules_near(e: Array, dx: float, dy: float, dz: float, sight: Array, near: Whole) -> int:
    """Capsules that come into the cone from a point to the ball about a lamp, written to ``near``; how
    many there are."""
    away2 = dx * dx + dy * dy + dz * dz
    away = math.sqrt(away2)
    sine = min(1.0, e[19] / away)
    cosine = math.sqrt(1.0 - sine * sine)
    x, y, z = dx / away, dy / away, dz / away
    count = 0
    for k in range(len(sight)):
        c, s = sight[k, 24], sight[k, 25]
        if (
            x * sight[k, 21] + y * sight[k, 22] + z * sight[k, 23] >= c * cosine - s * sine
            or s * cosine + c * sine < 0.0
            or c <= -1.0
        ):
            near[count] = k
            count += 1
    return count


@inlined_loop
def _lie_along(sight: Array, near: Whole, count: int, frame: Array) -> bool:
    """Whether capsules lie along a lamp's first side rather than its second."""
    along_u, along_v = 0.0, 0.0
    for i in range(count):
        k = near[i]
        x, y, z = sight[k, 3] - sight[k, 0], sight[k, 4] - sight[k, 1], sight[k, 5] - sight[k, 2]
        along_u += abs(x * frame[0] + y * frame[1] + z * frame[2])
        along_v += abs(x * frame[3] + y * frame[4] + z * frame[5])
    return along_u > along_v


@inlined_loop
def _patches(
    px: float,
    py: float,
    pz: float,
    e: Array,
    g: Array,
    capsules: Array,
    sight: Array,
    near: Whole,
    count: int,
    planes: Array,
    hull_starts: Whole,
    corners: Array,
    corner_starts: Whole,
    edges: Whole,
    edge_starts: Whole,
    hulls: Whole,
    hull_count: int,
    across: Array,
    shape: int,
    rows: int,
    hides: Array,
    joined: Array,
    clip: Array,
    places: Array,
    cut: Array,
) -> int:
    """What each solid hides of a lamp's rows, written to ``hides``, and what they hide together, to
    ``joined``; how many hide something."""
    hiding = 0
    for row in range(rows):
        joined[LOW, row], joined[HIGH, row], joined[APART, row] = 1e9, -1e9, 0.0
    for k in range(count + hull_count):
        if k < count:
            if beyond_sides(sight, near[k], capsules[near[k], 6], g):
                continue
            kind = capsule_patch(
                sight, near[k], capsules[near[k], 6], g, across, shape, rows, hides, hiding, joined,
            )  # fmt: skip
        else:
            h = hulls[k - count]
            kind = hull_patch(
                px, py, pz, corners, corner_starts[h], corner_starts[h + 1],
                edges, edge_starts[h], edge_starts[h + 1],
                g, across, shape, rows, places, hides, hiding, joined,
            )  # fmt: skip
        if kind == NOTHING:
            continue
        if kind == BESIDE and k < count and not before_lamp(px, py, pz, e, capsules[near[k]], cut):
            continue
        if kind == BESIDE:
            for row in range(rows):
                v, half = across[shape, MIDDLE, row], across[shape, HALF, row]
                d0x = g[0] + v * g[6] - half * g[3]
                d0y = g[1] + v * g[7] - half * g[4]
                d0z = g[2] + v * g[8] - half * g[5]
                d1x, d1y, d1z = 2.0 * half * g[3], 2.0 * half * g[4], 2.0 * half * g[5]
                if k < count:
                    start, end = capsule_stretch(px, py, pz, d0x, d0y, d0z, d1x, d1y, d1z, cut)
                else:
                    h = hulls[k - count]
                    start, end = hull_stretch(
                        px, py, pz, d0x, d0y, d0z, d1x, d1y, d1z,
                        planes, hull_starts[h], hull_starts[h + 1], clip,
                    )  # fmt: skip
                hides[hiding, PART, row] = 1.0
                hides[hiding, START, row] = half * (2.0 * start - 1.0)
                hides[hiding, END, row] = half * (2.0 * end - 1.0)
        if join(hiding, hides, across, shape, rows, joined) == 0:
            return WHOLE
        hiding += 1
    return hiding


@quick_loop
def _pairs(
    points: Array,
    normals: Array,
    emitters: Array,
    tables: Array,
    capsules: Array,
    planes: Array,
    hull_starts: Whole,
    hull_balls: Array,
    corners: Array,
    corner_starts: Whole,
    edges: Whole,
    edge_starts: Whole,
    free: Array,
    seen: Array,
    rows: int,
    quarter_rows: int,
    across: Array,
    sight: Array,
    near: Whole,
    hulls: Whole,
    close: Array,
    places_of: Whole,
    hides: Array,
    joined: Array,
    starts: Array,
    ends: Array,
    parts: Array,
    clip: Array,
    corner_places: Array,
    cut: Array,
    frame: Array,
    nodes: Array,
    g: Array,
    cuts: Array,
    stack: Array,
) -> int:
    """Each lamp at each point, as `light_quickly`, which makes the room to work in."""
    exact = rows >= CLOSE_ROWS
    apart, dip = (SPLIT, 1.0) if exact else (SPLIT_SUMS, DIP)
    traced = 0
    for i in range(len(points)):
        px, py, pz = points[i, 0], points[i, 1], points[i, 2]
        pnx, pny, pnz = normals[i, 0], normals[i, 1], normals[i, 2]
        capsules_seen(px, py, pz, capsules, sight)
        for lamp in range(len(emitters)):
            e = emitters[lamp]
            flat = int(e[15]) == RECTANGLE
            half_area = e[12] * e[13] if flat else e[12] * e[12]
            area = 4.0 * half_area if flat else math.pi * (half_area - e[14] * e[14])
            hole = 0.0 if flat else e[14] / e[12]
            dx, dy, dz = e[0] - px, e[1] - py, e[2] - pz
            away = math.sqrt(dx * dx + dy * dy + dz * dz)
            _frame(e, px, py, pz, frame)
            count = _capsules_near(e, dx, dy, dz, sight, near)
            hull_count = _hulls_near(px, py, pz, e, hull_balls, hulls)
            traced += 1 if count + hull_count > 0 else 0
            half_u, half_v = e[12], e[13] if flat else e[12]
            low = dx * pnx + dy * pny + dz * pnz
            reach = half_u * abs(frame[0] * pnx + frame[1] * pny + frame[2] * pnz)
            reach += half_v * abs(frame[3] * pnx + frame[4] * pny + frame[5] * pnz)
            split = 2 if flat and (away < apart * e[19] or low < dip * reach) else 1
            shape, height = ROUND, rows
            if flat:
                shape, height = (FLAT, rows) if split == 1 else (QUARTER, quarter_rows)
            half_u, half_v = half_u / split, half_v / split
            ux, uy, uz = frame[0] * half_u, frame[1] * half_u, frame[2] * half_u
            vx, vy, vz = frame[3] * half_v, frame[4] * half_v, frame[5] * half_v
            if _lie_along(sight, near, count, frame):
                ux, uy, uz, vx, vy, vz = vx, vy, vz, ux, uy, uz
            if away * split <= CLOSE * e[19] or (exact and low <= reach):
                close_count = 0
                for k in range(count):
                    if before_lamp(px, py, pz, e, capsules[near[k]], close[close_count]):
                        close_count += 1
                free[lamp, i], seen[lamp, i] = _lamp(
                    px, py, pz, pnx, pny, pnz, e, tables, close, places_of, close_count, planes,
                    hull_starts, hull_balls, hulls, hull_count, starts, ends, clip, frame, cuts, stack, BEND if exact else QUICK_BEND,
                )  # fmt: skip
                continue
            sum_free = sum_seen = 0.0
            for quarter in range(split * split):
                s, t = (
                    (0.0, 0.0)
                    if split == 1
                    else (quarter % 2 * 2.0 - 1.0, quarter // 2 * 2.0 - 1.0)
                )
                mx, my, mz = dx + s * ux + t * vx, dy + s * uy + t * vy, dz + s * uz + t * vz
                lamp_seen(mx, my, mz, ux, uy, uz, vx, vy, vz, g)
                lamp_nodes(pnx, pny, pnz, e, tables, g, nodes)
                whole, by_rows = open_light(nodes, flat, hole, height)
                if whole <= 0.0:
                    continue
                sum_free += whole
                if count + hull_count == 0:
                    sum_seen += whole
                    continue
                hiding = _patches(
                    px, py, pz, e, g, capsules, sight, near, count, planes, hull_starts,
                    corners, corner_starts, edges, edge_starts, hulls, hull_count,
                    across, shape, height, hides, joined, clip, corner_places, cut,
                )  # fmt: skip
                if hiding == WHOLE:
                    continue
                if hole > 0.0:
                    by_rows = ring_by_rows(nodes, hole, across, shape, height)
                hidden = hidden_of_rows(
                    hiding, nodes, hole, across, shape, height, hides, joined, starts, ends, parts
                )
                sum_seen += whole * min(1.0, max(0.0, 1.0 - hidden / by_rows))
            to_lux = half_area / (split * split) * 1e6 / area
            free[lamp, i], seen[lamp, i] = sum_free * to_lux, sum_seen * to_lux
    return traced


@quick_loop_with_arrays
def light_quickly(
    points: Array,
    normals: Array,
    emitters: Array,
    tables: Array,
    capsules: Array,
    planes: Array,
    hull_starts: Whole,
    hull_balls: Array,
    corners: Array,
    corner_starts: Whole,
    edges: Whole,
    edge_starts: Whole,
    free: Array,
    seen: Array,
    rows: int,
) -> int:
    """Illuminance that each lamp gives at each point, without and with the solids; parameters and
    result as in `light.kernels.exact.light_on`.

    Parameters
    ----------
    corners, corner_starts, edges, edge_starts
        of the hulls, as their planes.
    rows
        of each lamp, for what is hidden.
    """  # fmt: skip
    most = max(1, len(capsules) + len(hull_balls))
    sight = np.zeros((len(capsules), SIGHT))
    near, hulls = np.zeros(most, dtype=np.int64), np.zeros(most, dtype=np.int64)
    close, places_of = np.zeros((most, 7)), np.arange(most)
    hides, joined = np.zeros((most, 3, rows)), np.zeros((4, rows))
    pieces = max(PIECES, most) + 2
    starts, ends, parts = np.zeros(pieces), np.zeros(pieces), np.zeros(pieces)
    clip, corner_places, cut = np.zeros((2, 2, 64)), np.zeros((CORNERS, 2)), np.zeros(7)
    frame, nodes, g = np.zeros(6), np.zeros((3, 3)), np.zeros(GIVEN)
    cuts, stack = np.zeros(CUTS + 1), np.zeros((DEPTH + 2, 6))
    across = np.zeros((3, 5, rows))
    quarter_rows = rows // 2 + 1
    lamp_rows(True, rows, across[FLAT])
    lamp_rows(True, quarter_rows, across[QUARTER])
    lamp_rows(False, rows, across[ROUND])
    return _pairs(
        points, normals, emitters, tables, capsules, planes, hull_starts, hull_balls,
        corners, corner_starts, edges, edge_starts, free, seen, rows, quarter_rows, across,
        sight, near, hulls, close, places_of, hides, joined, starts, ends, parts,
        clip, corner_places, cut, frame, nodes, g, cuts, stack,
    )  # fmt: skip
