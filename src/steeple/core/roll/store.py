"""What files weigh and how long they take: bit rates, cards and disks, caps of a clip, time lapse."""

from __future__ import annotations

import math
from dataclasses import dataclass

BITS = 8
MEGA = 1_000_000


def bytes_per_s(mbit_s: float) -> float:
    """Bytes a second of a bit rate.

    Parameters
    ----------
    mbit_s
        in megabits a second, decimal, as menus give it; ≥ 0.
    """
    return mbit_s * MEGA / BITS


def size_bytes(mbit_s: float, seconds: float) -> float:
    """What a recording of a bit rate weighs, in bytes.

    Parameters
    ----------
    mbit_s, seconds
        its bit rate and its length, ≥ 0.
    """
    return bytes_per_s(mbit_s) * seconds


def rate_under_cap_mbit_s(cap_bytes: float, seconds: float, sound_mbit_s: float = 0.2) -> float:
    """The greatest bit rate of a picture whose clip stays under a size.

    Parameters
    ----------
    cap_bytes
        the size.
    seconds
        length of the clip; greater than 0.
    sound_mbit_s
        what its sound takes.

    Returns
    -------
    Megabits a second; 0 where the sound alone is too large. Two per cent are left for the container.
    """
    return max(0.0, 0.98 * cap_bytes * BITS / MEGA / seconds - sound_mbit_s)


def longest_under_cap_s(cap_bytes: float, mbit_s: float, sound_mbit_s: float = 0.2) -> float:
    """The longest clip of a bit rate that stays under a size, in seconds; the inverse of
    `rate_under_cap_mbit_s`.

    Parameters
    ----------
    cap_bytes, mbit_s, sound_mbit_s
        the size; bit rates of picture and sound, not both 0.
    """
    return 0.98 * cap_bytes * BITS / MEGA / (mbit_s + sound_mbit_s)


def copy_s(size: float, mbit_s: float) -> float:
    """Seconds to copy a size.

    Parameters
    ----------
    size, mbit_s
        in bytes; megabits a second, greater than 0.
    """
    return size / bytes_per_s(mbit_s)


@dataclass(frozen=True, slots=True)
class Lapse:
    """Working time shown in a shorter time.

    ``times`` how much faster it runs; ``interval_s`` between two pictures that are shown; ``frames`` shown
    in all.
    """

    times: float
    interval_s: float
    frames: int


def lapse(working_s: float, shown_s: float, frame_rate_hz: float) -> Lapse:
    """How a time lapse is taken.

    Parameters
    ----------
    working_s
        what it takes in earnest.
    shown_s
        what is published of it, greater than 0 and no longer than ``working_s``.
    frame_rate_hz
        of what is published.
    """
    times = working_s / shown_s
    return Lapse(times, times / frame_rate_hz, math.floor(shown_s * frame_rate_hz + 1e-9))
