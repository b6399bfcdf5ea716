"""What the maker's body does to a picture: what it hides of the work, and what of it is in frame."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from steeple.core.body.figure import Solid
from steeple.core.geometry.kernels import Array, hidden_points
from steeple.core.geometry.pose import Pyramid
from steeple.core.geometry.vectors import Vector
from steeple.core.geometry.workplane import WorkPlane
from steeple.core.study.inputs.camera import CAMERA_HALF_MM
from steeple.core.study.inputs.maker import rows_of
from steeple.core.study.lens.framing import Framing

ZONE_POINTS = (16, 12)
FRAME_POINTS = (24, 14)
ACTION_RADIUS_MM = 40.0
"""The action is a disc of 80 mm about the tip of the tool."""
_RINGS = ((0.25, 4), (0.6, 8), (0.9, 12))
_OFF_WORK_MM = 1.0
ZONE_COUNT = ZONE_POINTS[0] * ZONE_POINTS[1]
FRAME_COUNT = FRAME_POINTS[0] * FRAME_POINTS[1]
ACTION_COUNT = sum(count for _, count in _RINGS)


@dataclass(frozen=True, slots=True)
class BodySight:
    """Shares (0 … 1) over the poses, and distances in millimetres.

    ``head_clearance_mm``: least distance of any head from what is seen, negative where it reaches
    in. ``camera_gap_mm``: least free room between a head and the camera.
    """

    head_clearance_mm: float
    camera_gap_mm: float
    head_in_frame: tuple[float, ...]
    zone_hidden_by_head: tuple[float, ...]
    action_seen: tuple[float, ...]
    own_view_hidden: float
    """Share of the zone that the camera hides from the maker's own eyes, in the middle pose."""

    @property
    def worst_head_in_frame(self) -> float:
        """Greatest share of the head in the picture, of all poses."""
        return max(self.head_in_frame)

    @property
    def worst_zone_hidden(self) -> float:
        """Greatest share of the zone behind the head, of all poses."""
        return max(self.zone_hidden_by_head)

    @property
    def mean_action_seen(self) -> float:
        """Share of hand and tool that is seen, in the mean of all poses."""
        return sum(self.action_seen) / len(self.action_seen)

    @property
    def least_action_seen(self) -> float:
        """The same in the worst pose."""
        return min(self.action_seen)


@lru_cache(maxsize=64)
def zone_points(plane: WorkPlane, face_mm: float = 0.0) -> Array:
    """A lattice of points over the zone, at the middles of equal cells: shape (n, 3)."""
    return plane.lattice(*ZONE_POINTS, face_mm + _OFF_WORK_MM)


@lru_cache(maxsize=512)
def action_points(plane: WorkPlane, tip: Vector) -> Array:
    """Points of the disc about the tip of the tool, parallel to the work: shape (n, 3)."""
    x, s, h = plane.place(tip)
    points = []
    for share, count in _RINGS:
        radius = share * ACTION_RADIUS_MM
        for turn in range(count):
            angle = 2 * math.pi * (turn + 0.5) / count
            points.append(
                [*plane.point(x + radius * math.cos(angle), s + radius * math.sin(angle), h)]
            )
    return np.array(points)


def _frame_points(pyramid: Pyramid, depth: float) -> Array:
    """A lattice over the picture, carried to a depth: shape (n, 3)."""
    across, along = FRAME_POINTS
    x = ((np.arange(across) + 0.5) * 2 / across - 1) * pyramid.half_width * depth
    y = ((np.arange(along) + 0.5) * 2 / along - 1) * pyramid.half_height * depth
    pose = pyramid.pose
    middle = np.array(pose.position) + depth * np.array(pose.axis)
    lattice: Array = (
        middle + x[None, :, None] * np.array(pose.right) + y[:, None, None] * np.array(pose.up)
    )
    return np.asarray(lattice.reshape(-1, 3))


def _segment_gap(a: Vector, b: Vector, point: Vector) -> float:
    way = b.minus(a)
    length = way.dot(way)
    t = 0.0 if length == 0 else min(1.0, max(0.0, point.minus(a).dot(way) / length))
    return point.minus(a.plus(way.times(t))).length


def body_sight(framing: Framing, d_mm: float) -> BodySight:
    """What the body hides and shows from a distance, over all poses."""
    work, pyramid = framing.work, framing.pyramid(d_mm)
    maker, plane = work.maker, work.plane
    poses = maker.poses
    eye = np.array([*pyramid.pose.position])
    zone = zone_points(plane, work.face_mm)
    frame = _frame_points(pyramid, d_mm + framing.farthest)
    company = maker.company_rows
    head_share, hidden_share, seen = [], [], []
    for pose, (upper, arms) in enumerate(zip(poses.upper, poses.arms, strict=True)):
        above = np.vstack([upper, company])
        head_share.append(float(hidden_points(eye, frame, above).mean()))
        hidden_share.append(float(hidden_points(eye, zone, above).mean()))
        action = action_points(plane, work.eye_rests(pose))
        everything = np.vstack([above, arms])
        seen.append(1.0 - float(hidden_points(eye, action, everything).mean()))
    rim, back = framing.rim(d_mm), framing.back(d_mm)
    gap = min(
        _segment_gap(rim, back, Vector(x, y, z)) - radius - CAMERA_HALF_MM
        for x, y, z, radius in maker.heads.tolist()
    )
    camera = rows_of((Solid("head", rim, back, CAMERA_HALF_MM),))
    bench = zone_points(work.bench.plane)
    own = hidden_points(np.array([*poses.middle.eyes]), bench, camera)
    return BodySight(
        head_clearance_mm=framing.head_clearance(d_mm),
        camera_gap_mm=gap,
        head_in_frame=tuple(head_share),
        zone_hidden_by_head=tuple(hidden_share),
        action_seen=tuple(seen),
        own_view_hidden=float(own.mean()),
    )
