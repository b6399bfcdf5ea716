"""A camera that moves along its own axis over the work: what it frames from each distance.

The camera keeps its aim and slides along the line on which it looks. Looking straight down, that is
the plumb, and the distance from the middle of the zone is the lens height. Every distance asked for
is found by halving on the exact forms (see `optics.sliding`), to better than 0.001 mm.

Reference: thin-lens forms as in `optics`.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np

from steeple.core.geometry.kernels import Array, least_clearance, least_room, least_scale
from steeple.core.geometry.pose import Pose, Pyramid
from steeple.core.geometry.vectors import Vector
from steeple.core.optics.focus import shared_focus_distance
from steeple.core.optics.frame import Extent
from steeple.core.optics.sliding import (
    HEAD,
    OVERHEAD,
    SCALE,
    SPARE,
    WALL,
    Figure,
    last_clear,
    reached,
)
from steeple.core.optics.view import View
from steeple.core.study.inputs.aimed import aimed_for
from steeple.core.study.inputs.camera import CAMERA_HALF_MM, PLATE_MM, GivenCamera
from steeple.core.study.inputs.work import GivenWork

HIGHEST_MM = 20_000.0
"""No rig stands farther off than this; a distance that would is reported as not to be had."""
STEEP_DEG = 60.0
"""Up to this tilt a camera is placed by its height above the table, beyond it by its distance."""
_CLEAR_MM = 0.5
_LEAN_OF_AXIS = 0.05
Measure = Literal["height", "distance"]


@dataclass(frozen=True, eq=False)
class Framing:
    """A view over the work from any distance ``d`` along the axis; ``d`` is measured from the
    plane square to the axis through the middle of the zone.

    ``base`` is the place of the entrance pupil at d = 0. ``depths`` are those of the nearest and
    farthest point of the work (zone at its surface and at its top) and of the plane focused on
    (None = shared between them), all from the same plane, away from the camera positive.
    """

    camera: GivenCamera
    work: GivenWork
    view: View
    pose: Pose
    base: Vector
    nearest: float
    farthest: float
    focus: float | None
    corners: Array
    ways: Array

    @cached_property
    def surface(self) -> Array:
        """Corners of the zone on the surface of the work: shape (4, 3)."""
        return self.corners[:4]

    @cached_property
    def top(self) -> Array:
        """Corners of the zone at the top of the work: shape (4, 3)."""
        return self.corners[4:]

    @property
    def measure(self) -> Measure:
        """What is set at the bench: a height, or a distance for a camera that looks nearly level."""
        return "height" if self.camera.tilt_deg <= STEEP_DEG else "distance"

    def d_of(self, value_mm: float) -> float:
        """The distance along the axis at a height above the table, or at a distance."""
        if self.measure == "distance":
            return value_mm
        return (value_mm - self.base.z) / -self.pose.axis.z

    def value_of(self, d_mm: float) -> float:
        """Height above the table, or distance, at a distance along the axis."""
        return self.position(d_mm).z if self.measure == "height" else d_mm

    def height_of(self, nearer_mm: float) -> float | None:
        """How high over the middle of the zone, square to the work, a plane lies that is nearer by so much along the
        axis than that middle; None for a view along the work."""
        steep = -self.work.plane.normal.dot(self.pose.axis)
        return None if steep < _LEAN_OF_AXIS else nearer_mm / steep

    def position(self, d_mm: float) -> Vector:
        """The entrance pupil at a distance."""
        return _back_along(self.base, self.pose.axis, d_mm)

    @cached_property
    def lowest(self) -> float:
        """The least distance at which a picture is formed: clear of the work, focus beyond f."""
        least = self.view.least_distance_mm
        if self.focus is None:
            return least - self.nearest + _CLEAR_MM
        return max(-self.nearest, least - self.focus) + _CLEAR_MM

    def focus_distance(self, d_mm: float) -> float:
        """Entrance pupil to the focused plane, along the axis."""
        if self.focus is not None:
            return d_mm + self.focus
        return shared_focus_distance(near_mm=d_mm + self.nearest, far_mm=d_mm + self.farthest)

    def pyramid(self, d_mm: float) -> Pyramid:
        """What is seen from a distance."""
        tangents = self.tangents(d_mm)
        return Pyramid(
            pose=self.pose.at(self.position(d_mm)),
            half_width=tangents.width,
            half_height=tangents.height,
        )

    def tangents(self, d_mm: float) -> Extent:
        """Tangents of the half angles, focused from a distance."""
        return self.view.tangents_at(pupil_to_focus_mm=self.focus_distance(d_mm))

    def mark_behind(self, d_mm: float) -> float:
        """Entrance pupil back to the sensor mark."""
        return self.view.mark_behind_pupil(pupil_to_focus_mm=self.focus_distance(d_mm))

    def row(self, d_mm: float) -> Array:
        """The camera as the kernels take it."""
        row = self._row_at_base.copy()
        row[:3] = self.position(d_mm)
        return row

    @cached_property
    def _row_at_base(self) -> Array:
        return self.pose.at(self.base).row

    def least_spare(self, d_mm: float) -> float:
        """The widest margin round the zone, on every side alike, that is wholly in the picture, at
        surface and top; negative where the zone itself is cut."""
        tangents = self.tangents(d_mm)
        return float(
            least_room(self.row(d_mm), tangents.width, tangents.height, self.corners, self.ways)
        )

    def px_per_mm(self, d_mm: float, corners: Array) -> float:
        """Delivered pixels on a millimetre of the work where they are fewest."""
        right, slope = self._told_apart
        scale = least_scale(self.row(d_mm), corners, right, slope)
        return float(scale) * self.work.delivery_px.width / (2 * self.tangents(d_mm).width)

    @cached_property
    def _told_apart(self) -> Array:
        """Two ways square to each other along which detail is told apart; shape (2, 3)."""
        target, plane = self.work.target, self.work.plane
        # A hand or a face turns some side to the camera: no slant takes from what is made out on it.
        ways = (plane.right, plane.slope)
        if target is not None and target.is_person:
            ways = (self.pose.right, self.pose.up)
        return np.array([[*way] for way in ways])

    def detail_px(self, d_mm: float) -> float:
        """Delivered pixels across the finest detail, on the surface of the work."""
        return self.px_per_mm(d_mm, self.surface) * self.work.detail_mm

    def hand_room(self, d_mm: float) -> float:
        """Free way along the axis from the top of the work to the rim of the lens."""
        to_rim = self.camera.rim_from_mark_mm - self.mark_behind(d_mm)
        return d_mm + self._depth_of_top - to_rim

    @cached_property
    def _depth_of_top(self) -> float:
        """The top of the work along the axis, from the plane that distances run from; away from the camera positive."""
        plane = self.work.plane
        fall = self.pose.axis.dot(plane.normal)
        if fall > -_LEAN_OF_AXIS:
            return self.nearest
        return plane.point(0.0, 0.0, self.work.top_mm).minus(self.base).dot(plane.normal) / fall

    def back(self, d_mm: float) -> Vector:
        """The middle of the back of the camera."""
        behind = self.mark_behind(d_mm) + self.camera.back_mm
        return _back_along(self.position(d_mm), self.pose.axis, behind)

    def rim(self, d_mm: float) -> Vector:
        """The middle of the front rim of the lens."""
        ahead = self.camera.rim_from_mark_mm - self.mark_behind(d_mm)
        return self.position(d_mm).plus(self.pose.axis.times(ahead))

    def mark(self, d_mm: float) -> Vector:
        """The sensor mark."""
        return _back_along(self.position(d_mm), self.pose.axis, self.mark_behind(d_mm))

    def screw(self, d_mm: float) -> Vector:
        """The camera screw, or where a phone is gripped."""
        reach = PLATE_MM[self.camera.body.kind]
        return self.mark(d_mm).plus(self.camera.underside.times(reach))

    def ceiling_room(self, d_mm: float) -> float | None:
        """Free room above the camera; None where the ceiling is not known."""
        return self._under_ceiling(self.back(d_mm))

    def _under_ceiling(self, back: Vector) -> float | None:
        ceiling = self.work.ceiling_at(back.x, back.y)
        return None if ceiling is None else ceiling - back.z - self._tipped_up_mm

    @cached_property
    def _tipped_up_mm(self) -> float:
        """How far the corner of a tilted camera rises over the middle of its back."""
        return CAMERA_HALF_MM * float(np.hypot(self.pose.axis.x, self.pose.axis.y))

    def overhead_room(self, d_mm: float) -> float | None:
        """Free room above the camera to the ceiling, or to a box that hangs over it; None where
        neither is known."""
        back = self.back(d_mm)
        rooms = [] if self.work.ceiling is None else [self._under_ceiling(back) or 0.0]
        for block in self.work.blocks:
            beside = max(
                block.left - back.x, back.x - block.right, block.near - back.y, back.y - block.far
            )
            if block.low > 0 and beside < CAMERA_HALF_MM:
                rooms.append(block.low - back.z)
        return min(rooms) if rooms else None

    def wall_room(self, d_mm: float) -> float | None:
        """Free room between the camera and the nearest wall; None where walls are not known."""
        walls, back = self.work.walls, self.back(d_mm)
        if walls is None:
            return None
        return min(
            back.x - walls.left, walls.right - back.x, back.y - walls.near, walls.far - back.y
        )

    def head_clearance(self, d_mm: float) -> float:
        """Least distance of any head from the picture, over all poses; negative: it reaches in.
        Infinite for a camera that films without the maker."""
        if not self.camera.sees_maker:
            return float("inf")
        tangents = self.tangents(d_mm)
        return float(
            least_clearance(self.row(d_mm), tangents.width, tangents.height, self.work.maker.heads)
        )

    def reached(
        self, figure: Figure, bound: float, *, falls: bool = False, floor: float | None = None
    ) -> float | None:
        """The distance at which a figure reaches a bound; the floor where it has already; None where it never does.

        Parameters
        ----------
        figure, bound
            one of `optics.sliding` that grows with the distance; what it must reach.
        falls
            whether the figure falls with the distance instead.
        floor
            the least distance looked at; None for the least at which a picture is formed.
        """
        points, more = self._given_to(figure)
        low = self.lowest if floor is None else max(floor, self.lowest)
        # On a slanting way a camera may come under a box and out again.
        turns = figure == OVERHEAD and len(more) > 0 and self._tipped_up_mm > 0
        d = reached(
            figure, self._eye, self._eye[:12].copy(), points, more, -1.0 if falls else 1.0, bound, low, HIGHEST_MM,
            CAMERA_HALF_MM / 2 if turns else 0.0,
        )  # fmt: skip
        return None if math.isnan(d) else d

    def last_without_head(
        self, *, within_mm: float, highest_mm: float, step_mm: float, share: float
    ) -> tuple[float | None, bool]:
        """The last distance, in steps, at which no head is in the picture before one is, None where one always is;
        whether one is in it after that.

        Parameters
        ----------
        within_mm
            how far a head may reach in unseen.
        highest_mm
            how far it is looked for.
        step_mm, share
            a step is the greater of ``step_mm`` and this share of the distance.
        """
        heads, _ = self._given_to(HEAD)
        d, then = last_clear(
            self._eye, self._eye[:12].copy(), heads, within_mm, max(self.lowest, 30.0), highest_mm, step_mm, share
        )  # fmt: skip
        return None if math.isnan(d) else d, then

    @cached_property
    def _eye(self) -> Array:
        """This camera as `optics.sliding` takes it."""
        halves, camera = self.view.halves, self.camera
        focus = math.nan if self.focus is None else self.focus
        more = (
            self.nearest, self.farthest, focus, self.view.least_distance_mm, halves.width, halves.height,
            self._depth_of_top - camera.rim_from_mark_mm, camera.back_mm, CAMERA_HALF_MM,
        )  # fmt: skip
        return np.concatenate([self._row_at_base, np.array(more, dtype=np.float64)])

    def _given_to(self, figure: Figure) -> tuple[Array, Array]:
        """What `optics.sliding` asks for a figure by."""
        work = self.work
        if figure == SPARE:
            return self.corners, self.ways
        if figure == SCALE:
            return self.surface, self._told_apart
        if figure == OVERHEAD:
            return work.overhead
        if figure == WALL and work.walls is not None:
            walls = work.walls
            return np.array([[walls.left, walls.right, walls.near, walls.far]]), _NOTHING
        return (work.maker.heads if figure == HEAD else _NOTHING), _NOTHING


_NOTHING = np.zeros((0, 4))


def _back_along(place: Vector, axis: Vector, by_mm: float) -> Vector:
    """A place, moved back along the axis."""
    return Vector(place.x - axis.x * by_mm, place.y - axis.y * by_mm, place.z - axis.z * by_mm)


def framing_of(camera: GivenCamera, work: GivenWork, focal_mm: float | None) -> Framing:
    """The framing of a camera at a zoom setting, on the line on which it stands, for what it films."""
    pose = camera.pose
    work = aimed_for(work, camera)
    plane = work.plane
    middle = plane.middle
    surface, top = plane.corners(), plane.corners(work.top_mm)
    depths = [corner.minus(middle).dot(pose.axis) for corner in (*surface, *top)]
    focus = camera.part.focus_height_mm
    aimed = None
    if focus is not None:
        aimed = plane.point(0.0, 0.0, focus).minus(middle).dot(pose.axis)
    slope = plane.slope
    # A margin moves each corner outward both ways at once, by the same length each.
    outward = [
        plane.right.times(a).plus(slope.times(b)) for a, b in ((-1, -1), (1, -1), (1, 1), (-1, 1))
    ]
    return Framing(
        camera=camera,
        work=work,
        view=camera.view(focal_mm),
        pose=pose,
        base=_base(camera, pose, middle),
        nearest=min(depths),
        farthest=max(depths),
        focus=aimed,
        corners=np.array([[*corner] for corner in (*surface, *top)]),
        ways=np.array([[*way] for way in (*outward, *outward)]),
    )


def _base(camera: GivenCamera, pose: Pose, middle: Vector) -> Vector:
    """Where the line on which the camera looks meets the plane through the middle of the zone.

    Coordinates that are not given are those of a camera aimed at the middle.
    """
    given = camera.part.position
    axis = pose.axis
    if given.z_mm is not None and axis.z < -_LEAN_OF_AXIS:
        d = (middle.z - given.z_mm) / axis.z
    else:
        level = [
            (m - value) / a
            for value, m, a in ((given.x_mm, middle.x, axis.x), (given.y_mm, middle.y, axis.y))
            if value is not None and abs(a) > _LEAN_OF_AXIS
        ]
        d = level[0] if level else 0.0
    aimed = middle.minus(axis.times(d))
    place = Vector(
        aimed.x if given.x_mm is None else given.x_mm,
        aimed.y if given.y_mm is None else given.y_mm,
        aimed.z if given.z_mm is None else given.z_mm,
    )
    off = place.minus(aimed)
    return middle.plus(off.minus(axis.times(off.dot(axis))))


def given_distance(camera: GivenCamera, work: GivenWork) -> float | None:
    """The distance along the axis that the plan gives; None where it leaves it to Steeple."""
    given, axis = camera.part.position, camera.pose.axis
    middle = aimed_for(work, camera).plane.middle
    steep = camera.tilt_deg > STEEP_DEG
    if not steep:
        if given.z_mm is None:
            return None
        if given.x_mm is None or given.y_mm is None:
            return (middle.z - given.z_mm) / axis.z
    if given.x_mm is None or given.y_mm is None or given.z_mm is None:
        return None
    place = Vector(given.x_mm, given.y_mm, given.z_mm)
    return middle.minus(place).dot(axis)
