"""Compiled loops: the light of a lamp over its area, as a quadratic both ways, and its rows.

References: IES, *Lighting Handbook*, and Murdoch, *Illuminating Engineering* (inverse square and cosine
laws); Abramowitz & Stegun, 25.4 (Gauss points).
"""

from __future__ import annotations

import math

from steeple.core.geometry.kernels import Array, inlined_loop, quick_loop
from steeple.core.light.kernels.exact import BULB
from steeple.core.light.kernels.rows import intensity

GAUSS = math.sqrt(0.6)
BY_ONE, BY_TWO = 0.5 / GAUSS, 0.5 / 0.6
"""The quadratic is laid through Gauss points, so that its whole is right to the fifth power."""


@inlined_loop
def lamp_nodes(
    pnx: float, pny: float, pnz: float, e: Array, tables: Array, g: Array, nodes: Array
) -> None:
    """Light from nine places of a lamp, or of a quarter of it, for each mm² there; none from below the
    surface or to behind the lamp.

    Parameters
    ----------
    pnx, pny, pnz
        the normal of the surface at the point.
    e, tables
        the lamp as a row of the kernels; measured lamps.
    g, nodes
        the lamp as `lamp_seen` writes it; where the light is written.
    """
    index, k = int(e[18]), e[17]
    facing = -(g[0] * e[3] + g[1] * e[4] + g[2] * e[5])
    bulb = int(e[15]) == BULB
    if not bulb and facing <= 0.0:
        nodes[:] = 0.0
        return
    # Near the middle, cosᵏ by its series: the power itself is what takes longest.
    middle = facing / math.sqrt(g[13])
    power = e[16] * middle**k if index < 0 and not bulb else e[16]
    k2, k3 = 0.5 * (k - 1.0), (k - 2.0) / 3.0
    widest = 0.0
    for i in range(3):
        s = GAUSS * (i - 1.0)
        x0, y0, z0 = g[0] + s * g[3], g[1] + s * g[4], g[2] + s * g[5]
        for j in range(3):
            t = GAUSS * (j - 1.0)
            x, y, z = x0 + t * g[6], y0 + t * g[7], z0 + t * g[8]
            near = 1.0 / math.sqrt(x * x + y * y + z * z)
            height = x * pnx + y * pny + z * pnz
            off = 0.0 if bulb else facing * near / middle - 1.0
            widest = max(widest, abs(off))
            light = power * (1.0 + k * off * (1.0 + k2 * off * (1.0 + k3 * off)))
            nodes[i, j] = light * max(0.0, height) * near * near * near
    if bulb or (index < 0 and widest < 0.2 and abs(k) * widest < 0.2):
        return
    for i in range(3):
        for j in range(3):
            s, t = GAUSS * (i - 1.0), GAUSS * (j - 1.0)
            x = g[0] + s * g[3] + t * g[6]
            y = g[1] + s * g[4] + t * g[7]
            z = g[2] + s * g[5] + t * g[8]
            r2 = x * x + y * y + z * z
            r = math.sqrt(r2)
            height = max(0.0, x * pnx + y * pny + z * pnz)
            if index >= 0:
                across = -(x * e[6] + y * e[7] + z * e[8]) / r
                along = -(x * e[9] + y * e[10] + z * e[11]) / r
                light = intensity(tables, index, k, e[16], facing / r, across, along)
            else:
                light = e[16] * (facing / r) ** k
            nodes[i, j] = light * height / (r2 * r)


BOTTOM, TOP, MIDDLE, HALF, THICK = 0, 1, 2, 3, 4
"""Of each row across a lamp of half height 1: its edges, its middle, how far it reaches along the lamp
and what it counts across."""


@quick_loop
def lamp_rows(flat: bool, rows: int, across: Array) -> None:
    """Rows across a rectangle, or across what is round, written to ``across``, shape (5, rows).

    Parameters
    ----------
    flat, rows
        whether the lamp is a rectangle; how many rows.
    across
        where they are written: place and width of each.
    """
    for row in range(rows):
        low, high = 2.0 * row / rows - 1.0, 2.0 * (row + 1.0) / rows - 1.0
        middle, half, thick = (2.0 * row + 1.0) / rows - 1.0, 1.0, 2.0 / rows
        if not flat:
            angle = 0.5 * math.pi * middle
            low, high = math.sin(0.5 * math.pi * low), math.sin(0.5 * math.pi * high)
            middle, half = math.sin(angle), math.cos(angle)
            thick = half * math.pi / rows
        across[BOTTOM, row], across[TOP, row], across[MIDDLE, row] = low, high, middle
        across[HALF, row], across[THICK, row] = half, thick


@inlined_loop
def row_light(nodes: Array, v: float) -> tuple[float, float, float]:
    """Light along a row: mid, one and two of mid + one·s + two·s².

    Parameters
    ----------
    nodes, v
        light from nine places of the lamp; the place of the row across it, −1 to 1.
    """
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
    return mid, BY_ONE * (high - low), BY_TWO * (high + low - 2.0 * mid)


@inlined_loop
def open_light(nodes: Array, flat: bool, hole: float, rows: int) -> tuple[float, float]:
    """Light of all of a lamp of half sides 1, in closed form, and as its rows sum it.

    ``hole`` is the inner radius of a ring, whose outer radius is 1.

    Parameters
    ----------
    nodes, flat
        light from nine places of the lamp; whether it is a rectangle.
    hole, rows
        inner radius of a ring, 0 to 1; how many rows.
    """
    mid0 = nodes[1, 1]
    across0 = BY_TWO * (nodes[1, 2] + nodes[1, 0] - 2.0 * nodes[1, 1])
    along0 = BY_TWO * (nodes[2, 1] + nodes[0, 1] - 2.0 * nodes[1, 1])
    both = (
        BY_TWO
        * BY_TWO
        * (
            (nodes[2, 2] + nodes[2, 0] - 2.0 * nodes[2, 1])
            + (nodes[0, 2] + nodes[0, 0] - 2.0 * nodes[0, 1])
            - 2.0 * (nodes[1, 2] + nodes[1, 0] - 2.0 * nodes[1, 1])
        )
    )
    if flat:
        summed = 1.0 - 1.0 / (rows * rows)
        third = 1.0 / 3.0
        whole = 4.0 * (mid0 + third * (across0 + along0) + third * third * both)
        by_rows = 4.0 * (mid0 + third * (summed * across0 + along0) + third * third * summed * both)
        return whole, by_rows
    h2 = hole * hole
    whole = math.pi * (
        (1.0 - h2) * mid0
        + 0.25 * (1.0 - h2 * h2) * (across0 + along0)
        + (1.0 - h2 * h2 * h2) * both / 24.0
    )
    return whole, whole


@quick_loop
def ring_by_rows(nodes: Array, hole: float, across: Array, kind: int, rows: int) -> float:
    """Light of all of a ring as its rows, ``across[kind]``, sum it.

    Parameters
    ----------
    nodes, hole
        as `open_light`.
    across, kind, rows
        rows as `lamp_rows` writes them, whose shape, and how many.
    """
    total = 0.0
    for row in range(rows):
        v, half, thick = (
            across[kind, MIDDLE, row],
            across[kind, HALF, row],
            across[kind, THICK, row],
        )
        mid, _, two = row_light(nodes, v)
        total += thick * 2.0 * half * (mid + two * half * half / 3.0)
        if hole > abs(v):
            gap = math.sqrt(hole * hole - v * v)
            total -= thick * 2.0 * gap * (mid + two * gap * gap / 3.0)
    return total
