"""What Steeple asks of devices at a bench, one protocol each: a real one may take the place of a stand-in.

Whoever asks knows these alone.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

Place = tuple[float, float, float]
"""In the axes of the plan, millimetres."""


@dataclass(frozen=True, slots=True)
class CameraState:
    """What a camera tells of itself; None = it does not tell. Shares of one; seconds."""

    rolling: bool
    card_left: float | None
    battery_left: float | None
    stops_in_s: float | None


class Teller(Protocol):
    """A device that tells how it is."""

    def state(self, at_s: float) -> CameraState:
        """How it is so long after it was started."""


class BenchCamera(Teller, Protocol):
    """A camera that takes a test frame and a clip, and tells how it is."""

    def frame(self) -> bytes:
        """A picture as a file."""

    def clip(self, seconds: float) -> bytes:
        """A clip as a file, in which the table is tapped after a third of the time."""


class LuxMeter(Protocol):
    """A meter of light, its dome upward."""

    def read_lx(self, place: Place) -> float:
        """What it reads at a place, lux."""


class SoundMeter(Protocol):
    """A meter of sound, weighted as the ear hears."""

    def read_db(self) -> float:
        """What it reads, dB(A)."""


class Inclinometer(Protocol):
    """A phone laid on the back of a camera."""

    def read_deg(self) -> float:
        """How far the axis of the camera is out of straight down, degrees."""


class Tape(Protocol):
    """A tape measure held from the table to a lens."""

    def read_mm(self) -> float:
        """From the table to the middle of the lens, millimetres."""


class RemoteLamp(Protocol):
    """A lamp that is set from afar."""

    @property
    def level_percent(self) -> float:
        """What it is set to."""

    def set_level(self, percent: float) -> None:
        """Set it, 0 to 100."""
