"""Compiled loops: what solids hide together of the rows of a lamp, and the light of it.

A row that solids hide in one stretch is summed in closed form; where they leave gaps between them, or
cover a part of it across, its stretches are put in order first.
"""

from __future__ import annotations

import math

from steeple.core.geometry.kernels import Array, inlined_loop, quick_loop
from steeple.core.light.kernels.lamp import HALF, MIDDLE, THICK, row_light
from steeple.core.light.kernels.silhouettes import APART, END, HIGH, LOW, PART, START


@inlined_loop
def join(into: int, hides: Array, across: Array, shape: int, rows: int, joined: Array) -> int:
    """Join what a solid hides of each row to what others hide of it; how many rows are not hidden
    from end to end.

    Parameters
    ----------
    into
        how many rows have been joined so far.
    hides, joined
        from where to where a solid, and others so far, hide each row.
    across, shape, rows
        rows as `lamp_rows` writes them, which shape, and how many.
    """
    still_open = 0
    for row in range(rows):
        half, low, high = across[shape, HALF, row], joined[LOW, row], joined[HIGH, row]
        part, start, end = hides[into, PART, row], hides[into, START, row], hides[into, END, row]
        start, end = (start if start > -half else -half), (end if end < half else half)
        more = start < end and part > 0.0 and (start < low or end > high)
        joins = more and part >= 1.0 and (low > high or (start <= high and end >= low))
        joined[APART, row] = 1.0 if more and not joins else joined[APART, row]
        low = start if joins and start < low else low
        high = end if joins and end > high else high
        joined[LOW, row], joined[HIGH, row] = low, high
        still_open += 1 if low > -half or high < half else 0
    return still_open


@inlined_loop
def stretch_light(a: float, b: float, mid: float, one: float, two: float) -> float:
    """∫ of mid + one·s + two·s² from a to b.

    Parameters
    ----------
    a, b
        ends of the stretch along the row, −1 to 1, a ≤ b.
    mid, one, two
        light along the row, as `row_light` gives it.
    """
    return (b - a) * (mid + 0.5 * one * (a + b) + two * (a * a + a * b + b * b) / 3.0)


@quick_loop
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
        total += stretch_light(a, b, mid, one, two)
        if hole > 0.0 and a < hole and b > -hole:
            total -= stretch_light(max(a, -hole), min(b, hole), mid, one, two)
        at = b
    return total


@inlined_loop
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


@inlined_loop
def hidden_of_rows(
    hiding: int,
    nodes: Array,
    hole: float,
    across: Array,
    shape: int,
    rows: int,
    hides: Array,
    joined: Array,
    starts: Array,
    ends: Array,
    parts: Array,
) -> float:
    """Light of a lamp that solids hide; ``starts``, ``ends`` and ``parts``: room for one row."""
    hidden = 0.0
    for row in range(rows):
        low, high = joined[LOW, row], joined[HIGH, row]
        apart = joined[APART, row] > 0.0
        if low > high and not apart:
            continue
        half, v = across[shape, HALF, row], across[shape, MIDDLE, row]
        mid, one, two = row_light(nodes, v)
        gap = math.sqrt(hole * hole - v * v) if hole > abs(v) else 0.0
        if not apart and gap <= 0.0:
            hidden += across[shape, THICK, row] * stretch_light(low, high, mid, one, two)
            continue
        pieces = 0
        if low < high:
            starts[0], ends[0], parts[0] = low, high, 1.0
            pieces = 1
        for k in range(hiding):
            start, end = max(-half, hides[k, START, row]), min(half, hides[k, END, row])
            part = hides[k, PART, row]
            if part > 0.0 and start < end and (start < low or end > high):
                starts[pieces], ends[pieces], parts[pieces] = start, end, part
                pieces += 1
        hidden += across[shape, THICK, row] * hidden_light(
            pieces, starts, ends, parts, gap, mid, one, two
        )
    return hidden
