"""Points and directions in the axes of the plan: x to the maker's right, y away, z up; millimetres.

Plain floats rather than arrays: what is computed here are a few corners at a time, and a small
array costs more than the arithmetic. Many points at once are the business of the kernels.
"""

from __future__ import annotations

import math
from typing import NamedTuple


class Vector(NamedTuple):
    """A point or a direction."""

    x: float
    y: float
    z: float

    def plus(self, other: Vector) -> Vector:
        """The sum of both."""
        return Vector(self.x + other.x, self.y + other.y, self.z + other.z)

    def minus(self, other: Vector) -> Vector:
        """The way from ``other`` to this."""
        return Vector(self.x - other.x, self.y - other.y, self.z - other.z)

    def times(self, factor: float) -> Vector:
        """The same direction, ``factor`` times as long."""
        return Vector(self.x * factor, self.y * factor, self.z * factor)

    def dot(self, other: Vector) -> float:
        """Scalar product."""
        return self.x * other.x + self.y * other.y + self.z * other.z

    def cross(self, other: Vector) -> Vector:
        """Vector product, right-handed."""
        return Vector(
            self.y * other.z - self.z * other.y,
            self.z * other.x - self.x * other.z,
            self.x * other.y - self.y * other.x,
        )

    @property
    def length(self) -> float:
        """Its length, in the unit of its parts."""
        return math.sqrt(self.dot(self))

    @property
    def unit(self) -> Vector:
        """The direction with length 1; the zero vector stays as it is."""
        length = self.length
        return self if length == 0 else self.times(1 / length)

    def turned(self, degrees: float) -> Vector:
        """Turned about the vertical, clockwise as seen from above."""
        s, c = sine_cosine(degrees)
        return Vector(c * self.x + s * self.y, c * self.y - s * self.x, self.z)


def sine_cosine(degrees: float) -> tuple[float, float]:
    """Sine and cosine, exact at whole quarter turns, so that a camera that looks straight down has
    exactly upright corners.

    Parameters
    ----------
    degrees
        an angle, any finite number.
    """
    quarter, rest = divmod(degrees, 90.0)
    if rest == 0:
        return ((0.0, 1.0), (1.0, 0.0), (0.0, -1.0), (-1.0, 0.0))[int(quarter) % 4]
    angle = math.radians(degrees)
    return math.sin(angle), math.cos(angle)


def heading(azimuth_deg: float) -> Vector:
    """The level direction at an azimuth, clockwise from straight away from the maker (+y).

    Parameters
    ----------
    azimuth_deg
        0 = away from the maker, 90 = to the right; any finite number.
    """
    s, c = sine_cosine(azimuth_deg)
    return Vector(s, c, 0.0)


ORIGIN = Vector(0.0, 0.0, 0.0)
UP = Vector(0.0, 0.0, 1.0)
