"""A camera as pixels see it: a pinhole with radial distortion.

Pixels count from the middle of the top left one, x to the right and y downward. A point X of the table (millimetres,
axes of the plan) lies at R·(X − C) before the camera, x to the right, y downward, z ahead; it appears at
c·(1 + k₁r² + k₂r⁴)·(x, y)/z from the middle of the picture, with r² = (x² + y²)/z².

Reference: Hartley & Zisserman, *Multiple View Geometry*, ch. 6 and 7.4; Brown 1971 for the distortion.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray
from scipy.spatial.transform import Rotation

from steeple.core.geometry.pose import Pose
from steeple.core.geometry.vectors import Vector

Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class PixelCamera:
    """A camera over the table.

    ``turn`` is a rotation vector from the axes of the plan to those of the camera, ``lens_mm`` the place of the
    entrance pupil, ``constant_px`` the distance of the picture from the pupil in pixels (focal length times
    pixels a millimetre once it is focused), ``size_px`` the picture.
    """

    turn: tuple[float, float, float]
    lens_mm: tuple[float, float, float]
    constant_px: float
    size_px: tuple[int, int]
    k1: float = 0.0
    k2: float = 0.0

    @property
    def rotation(self) -> Floats:
        """Rows: the right, the bottom and the way ahead of the picture in the axes of the plan; shape (3, 3)."""
        return np.asarray(Rotation.from_rotvec(self.turn).as_matrix())

    @property
    def middle_px(self) -> Floats:
        """The middle of the picture."""
        return np.array([(self.size_px[0] - 1) / 2, (self.size_px[1] - 1) / 2])

    def project(self, points: Floats) -> Floats:
        """Where points appear.

        Parameters
        ----------
        points
            shape (n, 3), millimetres.

        Returns
        -------
        Shape (n, 2), pixels; NaN for what lies behind the pupil.
        """
        seen = (points - np.array(self.lens_mm)) @ self.rotation.T
        depth = np.where(seen[:, 2] > 1e-9, seen[:, 2], np.nan)
        flat = seen[:, :2] / depth[:, None]
        squared = (flat**2).sum(axis=1)
        bent = 1.0 + self.k1 * squared + self.k2 * squared**2
        return np.asarray(self.middle_px + self.constant_px * flat * bent[:, None])

    def rays(self, pixels: Floats) -> Floats:
        """Directions through pixels in the axes of the plan, shape (n, 3), each 1 along the axis; NaN where the
        distortion folds the picture."""
        bent = (pixels - self.middle_px) / self.constant_px
        flat = bent.copy()
        for _ in range(30):
            squared = (flat**2).sum(axis=1)
            flat = bent / np.maximum(0.2, 1.0 + self.k1 * squared + self.k2 * squared**2)[:, None]
        ahead = np.column_stack([flat, np.ones(len(flat))])
        return np.asarray(ahead @ self.rotation)

    def on_level(self, pixels: Floats, height_mm: float = 0.0) -> Floats:
        """What lies at a height over the table under pixels, shape (n, 2); NaN above the horizon."""
        rays = self.rays(pixels)
        fall = height_mm - self.lens_mm[2]
        along = np.where(
            rays[:, 2] * fall > 0, fall / np.where(rays[:, 2] == 0, np.nan, rays[:, 2]), np.nan
        )
        return np.asarray(np.array(self.lens_mm[:2]) + rays[:, :2] * along[:, None])

    def px_per_mm(self, points: Floats) -> Floats:
        """Pixels on a millimetre of the table at points, the lesser of both ways; shape (n,)."""
        step = 0.5
        ways = []
        for way in ((step, 0.0, 0.0), (0.0, step, 0.0)):
            off = np.array(way)
            ways.append(
                np.linalg.norm(self.project(points + off) - self.project(points - off), axis=1)
            )
        return np.asarray(np.minimum(*ways))

    @property
    def pose(self) -> Pose:
        """The same as a pose of the plan."""
        right, down, ahead = (Vector(*(float(x) for x in row)) for row in self.rotation)
        return Pose(position=Vector(*self.lens_mm), axis=ahead, right=right, up=down.times(-1.0))

    def turned(self, pose: Pose) -> PixelCamera:
        """The same lens at a pose of the plan."""
        return pixel_camera(
            pose, constant_px=self.constant_px, size_px=self.size_px, k1=self.k1, k2=self.k2
        )


def pixel_camera(
    pose: Pose, *, constant_px: float, size_px: tuple[int, int], k1: float = 0.0, k2: float = 0.0
) -> PixelCamera:
    """A camera at a pose of the plan.

    Parameters
    ----------
    pose, constant_px, size_px, k1, k2
        where it stands and looks; see `PixelCamera`.
    """
    rows = np.array([[*pose.right], [*pose.up.times(-1.0)], [*pose.axis]])
    turn: Any = Rotation.from_matrix(rows).as_rotvec()
    return PixelCamera(
        turn=(float(turn[0]), float(turn[1]), float(turn[2])),
        lens_mm=(pose.position.x, pose.position.y, pose.position.z),
        constant_px=constant_px,
        size_px=size_px,
        k1=k1,
        k2=k2,
    )


def lean_of(pose: Pose) -> tuple[float, float]:
    """How far a camera is tipped out of straight down: toward the maker's right, and away from the maker, degrees.

    Parameters
    ----------
    pose
        where it looks.
    """
    down = -pose.axis.z
    return math.degrees(math.atan2(pose.axis.x, down)), math.degrees(math.atan2(pose.axis.y, down))
