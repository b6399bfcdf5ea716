"""Two microphones: where what they hear lands between left and right.

Sources: Williams, *The Stereophonic Zoom* (AES 1984–2004); Rayleigh's duplex theory of time and level. A sound
is heard fully at one side at 15 dB or at 1.12 ms, and half-way at less. Both together do a little more than add
up: by powers of `TRADE`, which gives the recording angles that the books have of pairs with both (17 cm and 110°:
96°; 30 cm and 90°: 80°) and is linear where one of the two is nought.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from steeple.core.geometry.vectors import Vector
from steeple.core.sound.delay import SPEED_MM_PER_S
from steeple.core.sound.reach import Pattern, sensitivity

FULL_DB, FULL_S = 15.0, 0.00112
TRADE = 0.834


@dataclass(frozen=True, slots=True)
class Mic:
    """A microphone at a place, which faces a direction (of length one)."""

    place: Vector
    faces: Vector
    pattern: Pattern


@dataclass(frozen=True, slots=True)
class Landed:
    """Where a sound lands: ``side`` from −1 (left) to 1 (right), past 1 still there; ``later_s`` how much later it
    reaches the left, ``louder_db`` how much louder the right."""

    side: float
    later_s: float
    louder_db: float


def angle_off_deg(mic: Mic, source: Vector) -> float:
    """How far a source is off the axis of a microphone.

    Parameters
    ----------
    mic, source
        the microphone; where the sound comes from.
    """
    way = source.minus(mic.place)
    size = way.length
    if size <= 0:
        return 0.0
    cosine = (way.x * mic.faces.x + way.y * mic.faces.y + way.z * mic.faces.z) / size
    return math.degrees(math.acos(max(-1.0, min(1.0, cosine))))


def landed(left: Mic, right: Mic, source: Vector) -> Landed:
    """Where a sound lands between two microphones.

    Parameters
    ----------
    left, right, source
        the pair; where the sound comes from.
    """
    far = [max(1.0, source.minus(mic.place).length) for mic in (left, right)]
    heard = [
        max(1e-3, sensitivity(mic.pattern, angle_off_deg(mic, source))) / away
        for mic, away in zip((left, right), far, strict=True)
    ]
    later = (far[0] - far[1]) / SPEED_MM_PER_S
    louder = 20.0 * math.log10(heard[1] / heard[0])
    return Landed(_together(later / FULL_S, louder / FULL_DB), later, louder)


def _together(time: float, level: float) -> float:
    """Where time and level put a sound, each as a share of what puts it fully at one side."""
    total = math.copysign(abs(time) ** TRADE, time) + math.copysign(abs(level) ** TRADE, level)
    return float(math.copysign(abs(total) ** (1.0 / TRADE), total))
