"""Compiled loops: the light that a stretch of a lamp gives at a point.

References: IES, *Lighting Handbook*, and Murdoch, *Illuminating Engineering* (inverse square and
cosine laws, intensity distributions).
"""

from __future__ import annotations

import math

import numpy as np

from steeple.core.geometry.kernels import Array, loop

TABLE_V, TABLE_H = 181, 73
"""Steps of a table of intensities: 1° of the vertical angle, 5° of the horizontal one."""
_N4, _W4 = (np.ascontiguousarray(one) for one in np.polynomial.legendre.leggauss(4))


@loop
def intensity(
    tables: Array,
    index: int,
    k: float,
    axis: float,
    cos: float,
    across: float,
    along: float,
) -> float:
    """Intensity in a direction: on the axis times cosᵏθ, or from a table.

    ``across`` and ``along`` are the parts of the direction on the lamp's u and v.

    Parameters
    ----------
    tables, index
        measured lamps, shape (tables, up and down, round); which one, −1 for none.
    k, axis, cos
        exponent, intensity on the axis in cd, cosine from the axis.
    across, along
        the direction on u and v of the lamp.
    """
    if index < 0:
        if k == 0.0:
            return axis
        if cos <= 0.0:
            return 0.0
        if k == 1.0:
            return axis * cos
        return float(axis * cos**k)
    v = math.degrees(math.acos(min(1.0, max(-1.0, cos))))
    h = math.degrees(math.atan2(along, across)) / 5.0
    if h < 0.0:
        h += 72.0
    i, j = min(int(v), TABLE_V - 2), min(int(h), TABLE_H - 2)
    a, b = v - i, h - j
    table = tables[index]
    return float(
        axis
        * (
            (table[j, i] * (1 - a) + table[j, i + 1] * a) * (1 - b)
            + (table[j + 1, i] * (1 - a) + table[j + 1, i + 1] * a) * b
        )
    )


@loop
def _piece(
    start: float,
    end: float,
    d0x: float,
    d0y: float,
    d0z: float,
    d1x: float,
    d1y: float,
    d1z: float,
    pnx: float,
    pny: float,
    pnz: float,
    e: Array,
    tables: Array,
) -> float:
    """Light at the point from a stretch of a row: ∫ I(θ)·cos ÷ r² dt, in lx times mm² of row."""  # fmt: skip
    total = 0.0
    centre = 0.5 * (end + start)
    x, y, z = d0x + centre * d1x, d0y + centre * d1y, d0z + centre * d1z
    long = (end - start) ** 2 * (d1x * d1x + d1y * d1y + d1z * d1z)
    # A stretch longer than it is far away is summed in parts.
    parts = min(8, 1 + int(1.6 * math.sqrt(long / (x * x + y * y + z * z + 1e-9))))
    half = 0.5 * (end - start) / parts
    for part in range(parts):
        middle = start + (2 * part + 1) * half
        for g in range(4):
            t = middle + half * _N4[g]
            x, y, z = d0x + t * d1x, d0y + t * d1y, d0z + t * d1z
            r2 = x * x + y * y + z * z
            r = math.sqrt(r2)
            cos_point = (x * pnx + y * pny + z * pnz) / r
            if cos_point <= 0.0:
                continue
            cos_lamp = -(x * e[3] + y * e[4] + z * e[5]) / r
            across = -(x * e[6] + y * e[7] + z * e[8]) / r
            along = -(x * e[9] + y * e[10] + z * e[11]) / r
            value = intensity(tables, int(e[18]), e[17], e[16], cos_lamp, across, along)
            total += _W4[g] * half * value * cos_point / r2
    return total


@loop
def visible_light(
    count: int,
    starts: Array,
    ends: Array,
    d0x: float,
    d0y: float,
    d0z: float,
    d1x: float,
    d1y: float,
    d1z: float,
    pnx: float,
    pny: float,
    pnz: float,
    e: Array,
    tables: Array,
) -> float:
    """Light of a row outside its hidden stretches, which are put in order first.

    Parameters
    ----------
    count, starts, ends
        how many hidden stretches, and where they begin and end along the row.
    d0x … d1z
        the way from the point to the start of the row, and along the row.
    pnx, pny, pnz
        the normal of the surface at the point.
    e, tables
        the lamp as a row of the kernels; measured lamps.
    """
    for i in range(1, count):
        a, b = starts[i], ends[i]
        j = i - 1
        while j >= 0 and starts[j] > a:
            starts[j + 1], ends[j + 1] = starts[j], ends[j]
            j -= 1
        starts[j + 1], ends[j + 1] = a, b
    total, at = 0.0, 0.0
    for i in range(count):
        if starts[i] > at:
            total += _piece(
                at, min(starts[i], 1.0), d0x, d0y, d0z, d1x, d1y, d1z, pnx, pny, pnz, e, tables
            )
        at = max(at, ends[i])
        if at >= 1.0:
            return total
    if at < 1.0:
        total += _piece(at, 1.0, d0x, d0y, d0z, d1x, d1y, d1z, pnx, pny, pnz, e, tables)
    return total
