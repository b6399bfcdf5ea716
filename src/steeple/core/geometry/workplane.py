"""The plane in which the work lies: flat on the table, sloping toward the maker, or upright.

The plane turns about its edge nearest to the maker, which lies on the table. Places in it are
``x`` to the right and ``s`` up the slope, both from the middle of the zone; ``h`` is the height off
the plane, along its normal. Flat, these are the x, y and z of the plan. A plane elsewhere, such as the
side of a box that one camera films, has a foot of its own and may face another way.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from steeple.core.geometry.kernels import Array
from steeple.core.geometry.vectors import ORIGIN, UP, Vector, heading, sine_cosine

ZONE_CORNERS = ((-1, -1), (1, -1), (1, 1), (-1, 1))


@dataclass(frozen=True)
class WorkPlane:
    """A zone of ``width_mm`` by ``depth_mm`` tilted by ``tilt_deg``: 0 flat, 90 upright.

    ``foot`` is the middle of the zone flat on the table, before it is tilted; ``away_deg`` where the
    slope rises to, clockwise from straight away from the maker. Its directions are asked for many
    thousand times, and each is worked out once.
    """

    width_mm: float
    depth_mm: float
    tilt_deg: float = 0.0
    foot: Vector = ORIGIN
    away_deg: float = 0.0

    @cached_property
    def normal(self) -> Vector:
        """Unit vector off the work, toward the viewer."""
        s, c = sine_cosine(self.tilt_deg)
        return heading(self.away_deg).times(-s).plus(UP.times(c))

    @cached_property
    def right(self) -> Vector:
        """Unit vector along its width."""
        return heading(self.away_deg + 90.0)

    @cached_property
    def slope(self) -> Vector:
        """Unit vector up the slope, away from the maker."""
        s, c = sine_cosine(self.tilt_deg)
        return heading(self.away_deg).times(c).plus(UP.times(s))

    @cached_property
    def middle(self) -> Vector:
        """The middle of the zone."""
        sine, _ = sine_cosine(self.tilt_deg)
        return self.foot.plus(UP.times(self.depth_mm / 2 * sine))

    def point(self, x: float, s: float, h: float = 0.0) -> Vector:
        """A place in the axes of the plan."""
        m, r, u, n = self.middle, self.right, self.slope, self.normal
        return Vector(
            m.x + r.x * x + (u.x * s + n.x * h),
            m.y + r.y * x + (u.y * s + n.y * h),
            m.z + r.z * x + (u.z * s + n.z * h),
        )

    def lattice(self, across: int, along: int, h: float = 0.0) -> Array:
        """Places over the zone at the middles of equal cells, row by row from the near edge.

        Parameters
        ----------
        across, along
            how many, ≥ 1 each.
        h
            height off the plane in millimetres.

        Returns
        -------
        Shape (across·along, 3).
        """
        x = ((np.arange(across) + 0.5) / across - 0.5) * self.width_mm
        s = ((np.arange(along) + 0.5) / along - 0.5) * self.depth_mm
        x, s = np.tile(x, along), np.repeat(s, across)
        base = np.array([*self.middle.plus(self.normal.times(h))])
        found: Array = base + x[:, None] * np.array([*self.right])
        return np.asarray(found + s[:, None] * np.array([*self.slope]))

    def corners(self, h: float = 0.0) -> tuple[Vector, ...]:
        """Corners of the zone at a height off the plane: near left, near right, far right, left."""
        return tuple(
            self.point(a * self.width_mm / 2, b * self.depth_mm / 2, h) for a, b in ZONE_CORNERS
        )

    def place(self, point: Vector) -> tuple[float, float, float]:
        """``x``, ``s`` and ``h`` of a point; the round trip of `point`."""
        way = point.minus(self.middle)
        return way.dot(self.right), way.dot(self.slope), way.dot(self.normal)

    @property
    def footprint_depth_mm(self) -> float:
        """How deep the zone is on the table, seen from straight above."""
        _, cosine = sine_cosine(self.tilt_deg)
        return self.depth_mm * cosine
