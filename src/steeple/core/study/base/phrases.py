"""Turns of phrase that several steps share: sides, hours, places."""

from __future__ import annotations

from steeple.core.geometry.rectangle import Side

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
