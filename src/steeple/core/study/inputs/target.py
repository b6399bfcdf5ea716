"""What one camera films, in figures: a box over all poses, and what it is called."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.geometry.vectors import Vector
from steeple.core.plan.parts.cameras.target import TargetKind

SHOWS_THEMSELVES = ("face", "head-and-shoulders", "maker")
"""Parts with the head among them, so that a head belongs in the picture."""
Bounds = tuple[Vector, Vector]


@dataclass(frozen=True, slots=True)
class GivenTarget:
    """A target in figures: its name, and the least and greatest corner of the box about it.

    ``poses`` holds the same for each pose: one where it does not move.
    """

    kind: TargetKind
    called: str
    low: Vector
    high: Vector
    poses: tuple[Bounds, ...]
    faces: Vector | None = None
    """The way that a face looks, level; None for what may be shown from any side."""

    @property
    def is_person(self) -> bool:
        """Whether it is a part of somebody, so that they are not in its way."""
        return self.kind != "box"

    @property
    def shows_head(self) -> bool:
        """Whether the head belongs in the picture."""
        return self.kind in SHOWS_THEMSELVES

    @property
    def middle(self) -> Vector:
        """The middle of the box."""
        return self.low.plus(self.high).times(0.5)

    @property
    def sizes(self) -> Vector:
        """Its width, depth and height."""
        return self.high.minus(self.low)

    def spot(self, pose: int, normal: Vector) -> Vector:
        """Where the eye rests in a pose: the middle of it, on the side that faces along ``normal``."""
        low, high = self.poses[min(pose, len(self.poses) - 1)]
        half = high.minus(low).times(0.5)
        out = abs(half.x * normal.x) + abs(half.y * normal.y) + abs(half.z * normal.z)
        return low.plus(high).times(0.5).plus(normal.times(out + 1.0))
