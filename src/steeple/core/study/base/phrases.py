"""Turns of phrase that several steps share: sides, hours, places."""

from __future__ import annotations

import math

from steeple.core.geometry.rectangle import Rectangle, Side

SIDE_WORDS: dict[Side, str] = {
    "left": "at the left",
    "right": "at the right",
    "near": "on your side",
    "far": "on the far side",
}

_HALF = 15.0


def clock_words(azimuth_deg: float) -> str:
    """An azimuth as an hour: 0 is 12 o'clock, straight away from the maker."""
    half_hours = round(azimuth_deg / _HALF) % 24
    hour = half_hours // 2 or 12
    return f"{hour} o’clock" if half_hours % 2 == 0 else f"half past {hour}"


Edge = tuple[str, float]
"""From which edge of the table a place is measured, and how far, in millimetres above 0."""


def by_edges(table: Rectangle, x_mm: float, y_mm: float) -> tuple[Edge, Edge]:
    """A place by the edges of the table from which a tape reaches it, across and away."""
    if x_mm < table.left:
        across = ("left of the table", table.left - x_mm)
    elif x_mm > table.right:
        across = ("right of the table", x_mm - table.right)
    else:
        across = ("from the left table edge", x_mm - table.left)
    if y_mm > table.far:
        away = ("beyond the far table edge", y_mm - table.far)
    elif y_mm < table.near:
        away = ("before your table edge", table.near - y_mm)
    else:
        away = ("from your table edge", y_mm - table.near)
    return across, away


def noise_words(iso: float, clean_iso: float) -> str:
    """How much noise is seen.

    Parameters
    ----------
    iso
        what the light needs, > 0.
    clean_iso
        the highest whose noise its maker accepts, > 0.

    Returns
    -------
    Words that go on after the ISO. Four stops under the highest accepted no noise is seen; planning values.
    """
    stops = math.log2(iso / clean_iso)
    if stops <= -4.0:
        return "no noise to see"
    if stops <= -2.0:
        return "hardly any noise"
    if stops <= -0.5:
        return "a little noise"
    if stops <= 0.05:
        return "as much noise as you accept"
    return "more noise than you accept"
