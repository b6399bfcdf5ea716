"""What bounds a rig: the ceiling, level or sloping, and boxes that stand or hang in the room."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.geometry.vectors import Vector


@dataclass(frozen=True, slots=True)
class Ceiling:
    """The height of the ceiling above the table top at any place; millimetres.

    ``flat_mm`` bounds it where it is level. ``along`` is the direction of the slope ("x" or "y"),
    which runs through two known points (place, height).
    """

    flat_mm: float | None
    along: str = ""
    first: tuple[float, float] = (0.0, 0.0)
    second: tuple[float, float] = (0.0, 0.0)

    @property
    def planes(self) -> list[tuple[float, float, float]]:
        """What bounds it from above: height over the origin, and rise along x and along y; each for the whole room."""
        found = [] if self.flat_mm is None else [(self.flat_mm, 0.0, 0.0)]
        if self.along:
            (p, low), (q, high) = self.first, self.second
            rise = (high - low) / (q - p)
            found.append((low - rise * p, *((rise, 0.0) if self.along == "x" else (0.0, rise))))
        return found

    def height_at(self, x_mm: float, y_mm: float) -> float:
        """The lower of the level part and the slope above a place."""
        heights = [] if self.flat_mm is None else [self.flat_mm]
        if self.along:
            place = x_mm if self.along == "x" else y_mm
            (p, low), (q, high) = self.first, self.second
            heights.append(low + (high - low) * (place - p) / (q - p))
        return min(heights)


@dataclass(frozen=True, slots=True)
class Block:
    """A box square to the axes, in millimetres; heights above the table top."""

    name: str
    left: float
    right: float
    near: float
    far: float
    low: float
    high: float

    def distance(self, point: Vector) -> float:
        """From a point to the nearest place of the box; 0 inside."""
        dx = max(self.left - point.x, 0.0, point.x - self.right)
        dy = max(self.near - point.y, 0.0, point.y - self.far)
        dz = max(self.low - point.z, 0.0, point.z - self.high)
        return Vector(dx, dy, dz).length

    def meets(self, start: Vector, end: Vector) -> bool:
        """Whether a stretch of line passes through the box (slab test)."""
        enter, leave = 0.0, 1.0
        way = end.minus(start)
        for low, high, at, go in (
            (self.left, self.right, start.x, way.x),
            (self.near, self.far, start.y, way.y),
            (self.low, self.high, start.z, way.z),
        ):
            if abs(go) < 1e-12:
                if at < low or at > high:
                    return False
                continue
            one, two = (low - at) / go, (high - at) / go
            enter, leave = max(enter, min(one, two)), min(leave, max(one, two))
        return enter <= leave
