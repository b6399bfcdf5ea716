"""Where a camera stands and looks, and the pyramid that it sees.

Exact projective geometry, without small-angle forms.

Reference: Hartley & Zisserman, *Multiple View Geometry in Computer Vision*, ch. 6 (camera models).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.kernels import Array, Flags, from_pyramid
from steeple.core.geometry.vectors import Vector, heading, sine_cosine

Corner = tuple[float, float]
CORNERS: tuple[Corner, ...] = ((-1.0, -1.0), (1.0, -1.0), (1.0, 1.0), (-1.0, 1.0))
"""Corners of a picture in shares of its half width and half height: bottom left, bottom right, top
right, top left."""


UNBOUNDED_MM = 1e5
"""Room is told up to this; no rig reaches so far."""


@dataclass(frozen=True, slots=True)
class Pose:
    """A camera in the axes of the plan.

    ``position`` is the entrance pupil in millimetres; ``axis``, ``right`` and ``up`` are unit
    vectors: the way it looks, and the right and the top of its picture.
    """

    position: Vector
    axis: Vector
    right: Vector
    up: Vector

    def at(self, position: Vector) -> Pose:
        """The same camera elsewhere."""
        return Pose(position=position, axis=self.axis, right=self.right, up=self.up)

    @property
    def row(self) -> Array:
        """The camera as the kernels take it, shape (12,): position, axis, right, up."""
        return np.array([*self.position, *self.axis, *self.right, *self.up], dtype=np.float64)

    def depth(self, point: Vector) -> float:
        """Distance of a point from the pupil, along the axis; negative behind it."""
        return point.minus(self.position).dot(self.axis)


def looking(*, position: Vector, tilt_deg: float, toward_deg: float, top_toward_deg: float) -> Pose:
    """A camera tipped out of the vertical.

    Parameters
    ----------
    position
        entrance pupil.
    tilt_deg
        angle between the axis and straight down: 0 looks down, 90 looks level.
    toward_deg
        azimuth toward which it is tipped, clockwise from straight away from the maker.
    top_toward_deg
        azimuth at which the top edge of the picture lies before it is tipped.

    Notes
    -----
    The camera that looks straight down with the top of its picture at ``top_toward_deg`` is turned
    about the level line square to ``toward_deg`` by ``tilt_deg``.
    """
    s, c = sine_cosine(tilt_deg)
    ahead = heading(toward_deg)

    def tipped(direction: Vector) -> Vector:
        """Turned by the tilt about the level line square to ``ahead``: down goes toward ahead."""
        forward, height = direction.dot(ahead), direction.z
        side = direction.minus(ahead.times(forward))
        level = Vector(side.x, side.y, 0.0)
        turned = ahead.times(forward * c - height * s)
        return Vector(level.x + turned.x, level.y + turned.y, forward * s + height * c)

    top = heading(top_toward_deg)
    axis, up = tipped(Vector(0.0, 0.0, -1.0)), tipped(top)
    return Pose(position=position, axis=axis, right=axis.cross(up), up=up)


@dataclass(frozen=True, slots=True)
class Pyramid:
    """What a camera sees: its pose with the tangents of the half angles across its picture."""

    pose: Pose
    half_width: float
    half_height: float

    def ray(self, across: float, along: float) -> Vector:
        """Direction through a place of the picture (shares of half width and half height); its
        part along the axis is 1."""
        pose = self.pose
        return pose.axis.plus(pose.right.times(across * self.half_width)).plus(
            pose.up.times(along * self.half_height)
        )

    def project(self, point: Vector) -> Corner | None:
        """Where a point appears, in shares of half width and half height; None behind the pupil."""
        way = point.minus(self.pose.position)
        depth = way.dot(self.pose.axis)
        if depth <= 0:
            return None
        return (
            way.dot(self.pose.right) / depth / self.half_width,
            way.dot(self.pose.up) / depth / self.half_height,
        )

    @property
    def walls(self) -> tuple[Vector, Vector, Vector, Vector]:
        """Inward normals (not unit) of the left, right, bottom and top side of the pyramid; a point
        is seen where its way from the pupil has no negative product with any of them."""
        axis, right, up = self.pose.axis, self.pose.right, self.pose.up
        across, along = axis.times(self.half_width), axis.times(self.half_height)
        return (
            across.plus(right),
            across.minus(right),
            along.plus(up),
            along.minus(up),
        )

    def sees(self, point: Vector) -> bool:
        """Whether a point lies within the picture."""
        way = point.minus(self.pose.position)
        return way.dot(self.pose.axis) > 0 and all(way.dot(wall) >= 0 for wall in self.walls)

    def within(self, points: Array) -> Flags:
        """Which of many points, shape (n, 3), lie within the picture; shape (n,)."""
        way = points - np.array([*self.pose.position])
        sides = np.array([[*side] for side in (self.pose.axis, *self.walls)]) @ way.T
        return np.asarray((sides[0] > 0) & (sides[1:] >= 0).all(axis=0))

    def sees_part_of(self, outline: Sequence[Vector]) -> bool:
        """Whether any part of a flat convex outline lies within the picture: what is left of it once
        every side of the pyramid has cut it (Sutherland & Hodgman, *Reentrant Polygon Clipping*)."""
        left = [corner.minus(self.pose.position) for corner in outline]
        for wall in (self.pose.axis, *self.walls):
            kept: list[Vector] = []
            for here, there in zip(left, (*left[1:], *left[:1]), strict=True):
                a, b = here.dot(wall), there.dot(wall)
                if a > 0:
                    kept.append(here)
                if (a > 0) != (b > 0):
                    kept.append(here.plus(there.minus(here).times(a / (a - b))))
            left = kept
        return bool(left)

    def room(self, point: Vector, toward: Vector) -> float:
        """How far a point can move in a direction before it leaves the picture.

        Parameters
        ----------
        point
            any point in front of the pupil.
        toward
            unit vector.

        Returns
        -------
        Millimetres; negative where the point is outside already and had to move back by so much.
        Sides of the picture that are not approached by the move do not count; where none is, the
        room is `UNBOUNDED_MM`.
        """
        way = point.minus(self.pose.position)
        rooms = [UNBOUNDED_MM]
        for wall in self.walls:
            approach = -wall.dot(toward)
            if approach > 1e-9:
                rooms.append(way.dot(wall) / approach)
        return min(rooms)

    def clearance(self, centre: Vector, radius: float) -> float:
        """Least distance of a sphere from what is seen, in millimetres; negative: it reaches in by
        so much.
        """
        way, pose = centre.minus(self.pose.position), self.pose
        away = from_pyramid(
            way.dot(pose.axis),
            way.dot(pose.right),
            way.dot(pose.up),
            self.half_width,
            self.half_height,
        )
        return float(away) - radius


def on_plane(pyramid: Pyramid, *, point: Vector, normal: Vector) -> tuple[Vector, ...] | None:
    """Corners of what is seen on a plane, in the order of `CORNERS`.

    Parameters
    ----------
    pyramid
        the camera.
    point, normal
        a point of the plane and its normal.

    Returns
    -------
    Four points, or None where the picture reaches past the horizon of the plane.
    """
    gap = point.minus(pyramid.pose.position).dot(normal)
    corners = []
    for across, along in CORNERS:
        ray = pyramid.ray(across, along)
        fall = ray.dot(normal)
        if gap * fall <= 0:
            return None
        corners.append(pyramid.pose.position.plus(ray.times(gap / fall)))
    return tuple(corners)
