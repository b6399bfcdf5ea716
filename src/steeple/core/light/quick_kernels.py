"""Compiled loop of the light study for sums over many places: as `light.kernels`, with twelve rows.

The light of a lamp over its area is taken as quadratic both ways, from nine places on it; from each of
twelve rows across it the stretches that solids hide are taken out in closed form. Rows run across the
solids nearest to the line of sight, whichever way they lie. Right to about 3 % of the free value at a
point in a penumbra, and to a fraction of a per cent in sums. Where the lamp is close or partly below
the surface, the fine loop answers.

References: as `light.kernels`; Abramowitz & Stegun, 25.4 (Gauss points).
"""

from __future__ import annotations

import math

import numpy as np
from numba import njit

from steeple.core.geometry.kernels import Array, meets_capsule
from steeple.core.light.kernels import (
    BULB,
    CUTS,
    DEPTH,
    PIECES,
    QUICK_BEND,
    RECTANGLE,
    Whole,
    _frame,
    _lamp,
)
from steeple.core.light.row_kernels import intensity
from steeple.core.light.stretch_kernels import capsule_stretch, hull_stretch

ROWS = 12
CLOSE = 1.2
"""A lamp nearer than so many of its radii is left to the fine loop."""
GRAZE = 0.08
"""A lamp may reach so far below the surface, as a cosine, before the fine loop is asked."""
GAUSS = math.sqrt(0.6)
BY_ONE, BY_TWO = 0.5 / GAUSS, 0.5 / 0.6
"""The quadratic is laid through Gauss points, so that its whole is right to the fifth power."""
SLACK = 1.25
"""How much wider than it is the shadow of a ball is taken when rows that miss it are passed over."""


@njit(cache=True, nogil=True)
def _balls(capsules: Array) -> Array:
    """A ball about each capsule: middle and radius, shape (m, 4)."""
    out = np.zeros((len(capsules), 4))
    for i in range(len(capsules)):
        c = capsules[i]
        wx, wy, wz = c[3] - c[0], c[4] - c[1], c[5] - c[2]
        out[i, 0], out[i, 1], out[i, 2] = c[0] + wx / 2, c[1] + wy / 2, c[2] + wz / 2
        out[i, 3] = c[6] + 0.5 * math.sqrt(wx * wx + wy * wy + wz * wz)
    return out


@njit(cache=True, nogil=True)
def _nodes(
    px: float,
    py: float,
    pz: float,
    pnx: float,
    pny: float,
    pnz: float,
    e: Array,
    tables: Array,
    ux: float,
    uy: float,
    uz: float,
    vx: float,
    vy: float,
    vz: float,
    nodes: Array,
) -> bool:
    """Light from nine places of the lamp for each mm² there; False where one lies below the surface
    or behind the lamp. ``u`` and ``v`` reach from its middle to its sides."""  # fmt: skip
    for i in range(3):
        for j in range(3):
            s, t = GAUSS * (i - 1.0), GAUSS * (j - 1.0)
            x = e[0] + s * ux + t * vx - px
            y = e[1] + s * uy + t * vy - py
            z = e[2] + s * uz + t * vz - pz
            r2 = x * x + y * y + z * z
            r = math.sqrt(r2)
            cos_point = (x * pnx + y * pny + z * pnz) / r
            if cos_point <= 0.0:
                if cos_point < -GRAZE:
                    return False
                cos_point = 0.0
            cos_lamp = -(x * e[3] + y * e[4] + z * e[5]) / r
            if cos_lamp <= 0.0 and int(e[15]) != BULB:
                return False
            across = -(x * e[6] + y * e[7] + z * e[8]) / r
            along = -(x * e[9] + y * e[10] + z * e[11]) / r
            nodes[i, j] = (
                intensity(tables, int(e[18]), e[17], e[16], cos_lamp, across, along)
                * cos_point
                / r2
            )
    return True


@njit(cache=True, nogil=True)
def _span_across(
    px: float,
    py: float,
    pz: float,
    x: float,
    y: float,
    z: float,
    radius: float,
    nx: float,
    ny: float,
    nz: float,
    depth: float,
    cx: float,
    cy: float,
    cz: float,
    vx: float,
    vy: float,
    vz: float,
    long: float,
    span: Array,
) -> None:
    """Widen ``span`` by where a ball is seen on the lamp, across its rows, in shares of its half
    height; to all of it where the ball is beside the point."""  # fmt: skip
    wx, wy, wz = x - px, y - py, z - pz
    ahead = wx * nx + wy * ny + wz * nz
    if ahead <= 2.0 * radius:
        span[0], span[1] = -2.0, 2.0
        return
    scale = depth / ahead
    middle = (
        (px + wx * scale - cx) * vx + (py + wy * scale - cy) * vy + (pz + wz * scale - cz) * vz
    ) / (long * long)
    wide = math.sqrt(wx * wx + wy * wy + wz * wz) / ahead
    half = SLACK * radius * scale * wide / long
    span[0] = min(span[0], middle - half)
    span[1] = max(span[1], middle + half)


@njit(cache=True, nogil=True)
def light_quickly(
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
) -> int:
    """Illuminance that each lamp gives at each point, without and with the solids; parameters and
    result as in `light.kernels.light_on`."""  # fmt: skip
    balls = _balls(capsules)
    near = np.zeros(max(1, len(capsules)), dtype=np.int64)
    hulls = np.zeros(max(1, len(hull_balls)), dtype=np.int64)
    spans = np.zeros((max(1, len(capsules) + len(hull_balls)), 2))
    starts, ends = np.zeros(PIECES + 2), np.zeros(PIECES + 2)
    xs, ys = np.zeros((2, 64)), np.zeros((2, 64))
    swollen, frame, nodes = np.zeros(7), np.zeros(6), np.zeros((3, 3))
    cuts, stack = np.zeros(CUTS + 1), np.zeros((DEPTH + 2, 6))
    traced = 0
    for lamp in range(len(emitters)):
        e = emitters[lamp]
        flat = int(e[15]) == RECTANGLE
        area = 4.0 * e[12] * e[13] if flat else math.pi * (e[12] * e[12] - e[14] * e[14])
        for i in range(len(points)):
            px, py, pz = points[i, 0], points[i, 1], points[i, 2]
            pnx, pny, pnz = normals[i, 0], normals[i, 1], normals[i, 2]
            dx, dy, dz = e[0] - px, e[1] - py, e[2] - pz
            away2 = dx * dx + dy * dy + dz * dz
            away = math.sqrt(away2)
            count = 0
            along_u, along_v = 0.0, 0.0
            _frame(e, px, py, pz, frame)
            for c in range(len(capsules)):
                wx, wy, wz = balls[c, 0] - px, balls[c, 1] - py, balls[c, 2] - pz
                s = (wx * dx + wy * dy + wz * dz) / away2
                s = min(1.0, max(0.0, s))
                ox, oy, oz = wx - s * dx, wy - s * dy, wz - s * dz
                reach = balls[c, 3] + e[19] * min(1.0, s + balls[c, 3] / away)
                if ox * ox + oy * oy + oz * oz > reach * reach:
                    continue
                cap = capsules[c]
                a = ((cap[0] - px) * dx + (cap[1] - py) * dy + (cap[2] - pz) * dz) / away2
                b = ((cap[3] - px) * dx + (cap[4] - py) * dy + (cap[5] - pz) * dz) / away2
                far = min(1.0, max(a, b) + cap[6] / away)
                if far <= 0.0:
                    continue
                swollen[:] = cap
                swollen[6] += e[19] * far
                if meets_capsule(px, py, pz, e[0], e[1], e[2], swollen):
                    near[count] = c
                    count += 1
                    wx, wy, wz = cap[3] - cap[0], cap[4] - cap[1], cap[5] - cap[2]
                    along_u += abs(wx * frame[0] + wy * frame[1] + wz * frame[2])
                    along_v += abs(wx * frame[3] + wy * frame[4] + wz * frame[5])
            hull_count = 0
            for h in range(len(hull_balls)):
                wx, wy, wz = hull_balls[h, 0] - px, hull_balls[h, 1] - py, hull_balls[h, 2] - pz
                s = (wx * dx + wy * dy + wz * dz) / away2
                s = min(1.0, max(0.0, s))
                ox, oy, oz = wx - s * dx, wy - s * dy, wz - s * dz
                reach = hull_balls[h, 3] + e[19] * min(1.0, s + hull_balls[h, 3] / away)
                if ox * ox + oy * oy + oz * oz <= reach * reach:
                    hulls[hull_count] = h
                    hull_count += 1
            traced += 1 if count + hull_count > 0 else 0
            half_u, half_v = e[12], e[13] if flat else e[12]
            ux, uy, uz = frame[0], frame[1], frame[2]
            vx, vy, vz = frame[3], frame[4], frame[5]
            if along_u > along_v:
                ux, uy, uz, vx, vy, vz = vx, vy, vz, ux, uy, uz
                half_u, half_v = half_v, half_u
            ux, uy, uz = ux * half_u, uy * half_u, uz * half_u
            vx, vy, vz = vx * half_v, vy * half_v, vz * half_v
            good = away > CLOSE * e[19] and _nodes(
                px, py, pz, pnx, pny, pnz, e, tables, ux, uy, uz, vx, vy, vz, nodes
            )
            if not good:
                free[lamp, i], seen[lamp, i] = _lamp(
                    px, py, pz, pnx, pny, pnz, e, tables, capsules, near, count, planes,
                    hull_starts, hull_balls, hulls, hull_count, starts, ends, xs, ys, frame,
                    cuts, stack, QUICK_BEND,
                )  # fmt: skip
                continue
            nx, ny, nz = (
                frame[1] * frame[5] - frame[2] * frame[4],
                frame[2] * frame[3] - frame[0] * frame[5],
                frame[0] * frame[4] - frame[1] * frame[3],
            )
            depth = dx * nx + dy * ny + dz * nz
            if depth < 0.0:
                nx, ny, nz, depth = -nx, -ny, -nz, -depth
            for k in range(count):
                cap = capsules[near[k]]
                spans[k, 0], spans[k, 1] = 2.0, -2.0
                _span_across(
                    px, py, pz, cap[0], cap[1], cap[2], cap[6], nx, ny, nz, depth,
                    e[0], e[1], e[2], vx, vy, vz, half_v, spans[k],
                )  # fmt: skip
                _span_across(
                    px, py, pz, cap[3], cap[4], cap[5], cap[6], nx, ny, nz, depth,
                    e[0], e[1], e[2], vx, vy, vz, half_v, spans[k],
                )  # fmt: skip
            for k in range(hull_count):
                ball = hull_balls[hulls[k]]
                spans[count + k, 0], spans[count + k, 1] = 2.0, -2.0
                _span_across(
                    px, py, pz, ball[0], ball[1], ball[2], ball[3], nx, ny, nz, depth,
                    e[0], e[1], e[2], vx, vy, vz, half_v, spans[count + k],
                )  # fmt: skip
            sum_free, sum_seen = 0.0, 0.0
            for row in range(ROWS):
                if flat:
                    v, half, thick = (2.0 * row + 1.0) / ROWS - 1.0, 1.0, 2.0 * half_v / ROWS
                else:
                    angle = math.pi * ((row + 0.5) / ROWS - 0.5)
                    v, half = math.sin(angle), math.cos(angle)
                    thick = half_v * half * math.pi / ROWS
                low = nodes[0, 1] + v * (
                    BY_ONE * (nodes[0, 2] - nodes[0, 0])
                    + v * BY_TWO * (nodes[0, 2] + nodes[0, 0] - 2.0 * nodes[0, 1])
                )
                mid = nodes[1, 1] + v * (
                    BY_ONE * (nodes[1, 2] - nodes[1, 0])
                    + v * BY_TWO * (nodes[1, 2] + nodes[1, 0] - 2.0 * nodes[1, 1])
                )
                high = nodes[2, 1] + v * (
                    BY_ONE * (nodes[2, 2] - nodes[2, 0])
                    + v * BY_TWO * (nodes[2, 2] + nodes[2, 0] - 2.0 * nodes[2, 1])
                )
                one, two = BY_ONE * (high - low), BY_TWO * (high + low - 2.0 * mid)
                weight = thick * half_u
                holes = 0
                if e[14] > abs(v) * half_v:
                    share = math.sqrt(e[14] * e[14] - v * v * half_v * half_v) / (half * half_u)
                    starts[0], ends[0] = 0.5 - 0.5 * share, 0.5 + 0.5 * share
                    holes = 1
                open_row = 2.0 * half * (mid + two * half * half / 3.0)
                if holes:
                    t = half * (2.0 * ends[0] - 1.0)
                    open_row -= 2.0 * t * (mid + two * t * t / 3.0)
                sum_free += weight * open_row
                pieces = holes
                d0x = dx + v * vx - half * ux
                d0y = dy + v * vy - half * uy
                d0z = dz + v * vz - half * uz
                d1x, d1y, d1z = 2.0 * half * ux, 2.0 * half * uy, 2.0 * half * uz
                for k in range(count):
                    if v < spans[k, 0] or v > spans[k, 1] or pieces >= PIECES:
                        continue
                    first, last = capsule_stretch(
                        px, py, pz, d0x, d0y, d0z, d1x, d1y, d1z, capsules[near[k]]
                    )
                    if first <= last and last > 0.0 and first < 1.0:
                        starts[pieces], ends[pieces] = first, last
                        pieces += 1
                for k in range(hull_count):
                    if v < spans[count + k, 0] or v > spans[count + k, 1] or pieces >= PIECES:
                        continue
                    h = hulls[k]
                    first, last = hull_stretch(
                        px, py, pz, d0x, d0y, d0z, d1x, d1y, d1z,
                        planes, hull_starts[h], hull_starts[h + 1], xs, ys,
                    )  # fmt: skip
                    if first <= last and last > 0.0 and first < 1.0:
                        starts[pieces], ends[pieces] = first, last
                        pieces += 1
                if pieces == holes:
                    sum_seen += weight * open_row
                    continue
                for k in range(1, pieces):
                    a, b = starts[k], ends[k]
                    j = k - 1
                    while j >= 0 and starts[j] > a:
                        starts[j + 1], ends[j + 1] = starts[j], ends[j]
                        j -= 1
                    starts[j + 1], ends[j + 1] = a, b
                at, left = 0.0, 0.0
                for k in range(pieces + 1):
                    stop = min(1.0, starts[k]) if k < pieces else 1.0
                    if stop > at:
                        t0, t1 = half * (2.0 * at - 1.0), half * (2.0 * stop - 1.0)
                        left += (
                            mid * (t1 - t0)
                            + 0.5 * one * (t1 * t1 - t0 * t0)
                            + two * (t1 * t1 * t1 - t0 * t0 * t0) / 3.0
                        )
                    if k < pieces:
                        at = max(at, ends[k])
                        if at >= 1.0:
                            break
                sum_seen += weight * left
            free[lamp, i] = sum_free * 1e6 / area
            seen[lamp, i] = max(0.0, min(sum_seen, sum_free)) * 1e6 / area
    return traced
