"""Who hears what: direct sound against echo and noise.

Sources: Kuttruff, *Room Acoustics*, ch. 5 (critical distance); Eargle, *The Microphone Book*, ch. on
patterns (distance factors are the roots of these).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

Pattern = Literal["omni", "cardioid", "supercardioid", "figure of eight"]
DIRECTIVITY: dict[Pattern, float] = {
    "omni": 1.0,
    "cardioid": 3.0,
    "supercardioid": 3.9,
    "figure of eight": 3.0,
}
"""Directivity factor Q: how many times less echo a pattern hears than one that hears all round."""
PRESSURE: dict[Pattern, float] = {
    "omni": 1.0,
    "cardioid": 0.5,
    "supercardioid": 0.37,
    "figure of eight": 0.0,
}
"""Share of pressure in a pattern; the rest goes with the cosine."""
CRITICAL = 0.057


def sensitivity(pattern: Pattern, angle_deg: float) -> float:
    """How strongly a pattern hears from an angle off its axis, against straight ahead; 0 to 1.

    Parameters
    ----------
    pattern, angle_deg
        its kind; the angle off its axis in degrees.
    """
    share = PRESSURE[pattern]
    return abs(share + (1.0 - share) * math.cos(math.radians(angle_deg)))


def critical_mm(volume_m3: float, rt60_s: float, pattern: Pattern) -> float:
    """How far away the voice and its echo are equally loud for a microphone that faces it.

    Parameters
    ----------
    volume_m3, rt60_s
        of the room, greater than 0.
    pattern
        of the microphone.
    """
    return 1000.0 * CRITICAL * math.sqrt(DIRECTIVITY[pattern] * volume_m3 / rt60_s)


@dataclass(frozen=True, slots=True)
class Heard:
    """A sound as a microphone hears it: its level at one metre, how far it is, and how far off the axis."""

    level_db: float
    distance_mm: float
    angle_deg: float


def level_at(sound: Heard, pattern: Pattern) -> float:
    """The level of the direct sound, −6 dB for each doubling of the distance.

    Parameters
    ----------
    sound, pattern
        what is heard by which pattern.
    """
    off = sensitivity(pattern, sound.angle_deg)
    return sound.level_db - 20.0 * math.log10(max(sound.distance_mm, 10.0) / 1000.0) + (
        20.0 * math.log10(max(off, 1e-3))
    )  # fmt: skip


def summed_db(levels: Sequence[float]) -> float:
    """Several sounds together, by their energies.

    Parameters
    ----------
    levels
        in dB; none at all is −200.
    """
    total = sum(10.0 ** (one / 10.0) for one in levels)
    return 10.0 * math.log10(total) if total > 0 else -200.0
