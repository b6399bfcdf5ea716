"""Sound that comes late, and clocks that run apart.

Sources: the speed of sound in dry air at 20 °C, 343 m/s (ISO 9613-1); EBU R 37 for picture and sound.
"""

from __future__ import annotations

SPEED_MM_PER_S = 343_000.0
USUAL_DRIFT_PPM = 50.0
"""Clocks of cameras and recorders keep to about so much; a planning value of our own."""


def delay_s(distance_mm: float) -> float:
    """How long sound takes over a distance.

    Parameters
    ----------
    distance_mm
        ≥ 0.
    """
    return distance_mm / SPEED_MM_PER_S


def frames(seconds: float, frame_rate_hz: float) -> float:
    """A time in frames.

    Parameters
    ----------
    seconds, frame_rate_hz
        any time; frames a second, greater than 0.
    """
    return seconds * frame_rate_hz


def drift_s(ppm: float, lasts_s: float) -> float:
    """How far two clocks are apart after a while.

    Parameters
    ----------
    ppm, lasts_s
        how much faster one runs, in parts of a million; how long it runs.
    """
    return ppm * 1e-6 * lasts_s


def clap_every_s(ppm: float, frame_rate_hz: float) -> float:
    """After how long two clocks are half a frame apart: clap again before that.

    Parameters
    ----------
    ppm, frame_rate_hz
        how much faster one runs, other than 0; frames a second.
    """
    return 0.5 / frame_rate_hz / (abs(ppm) * 1e-6)
