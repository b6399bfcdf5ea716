"""What lamps shine on and what is in their way: points that a camera sees, and solids in a pose."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from steeple.core.geometry.kernels import Array, Flags, hidden_points
from steeple.core.geometry.solids import Hull, Solids, box_hull, cylinder_hull, solids_of
from steeple.core.geometry.vectors import Vector
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.inputs.lamp import tables_of
from steeple.core.study.inputs.maker import MIDDLE_POSE
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.body_sight import action_points
from steeple.core.study.lens.study import LensStudy

OFF_WORK_MM = 1.0
BARREL_MM = 34.0
BODY_MM = (120.0, 90.0)
"""Half-width of a lens and width and height of a body, as they throw shadows; planning values."""
COLUMN_MM = 16.0


def lifted(work: GivenWork, points: Array) -> Array:
    """Points that lie within a thing put onto it, a millimetre off its top."""
    out = points.copy()
    if work.target is not None and (work.target.is_person or not work.is_flat):
        return out
    for item in work.items:
        dx, dy = out[:, 0] - item.x_mm, out[:, 1] - item.y_mm
        half = item.width_mm / 2
        if item.kind == "box":
            inside = (np.abs(dx) <= half) & (np.abs(dy) <= (item.depth_mm or 0.0) / 2)
            top = np.full(len(out), item.top_mm)
        else:
            inside = dx**2 + dy**2 <= half**2
            top = np.full(len(out), item.top_mm)
            if item.kind == "sphere":
                top = half + np.sqrt(np.maximum(0.0, half**2 - dx**2 - dy**2))
        out[:, 2] = np.where(inside, np.maximum(out[:, 2], top + OFF_WORK_MM), out[:, 2])
    return out


def lattice(work: GivenWork, across: int, along: int) -> Array:
    """Points over the zone at the middles of equal cells, a millimetre off the work and what stands
    on it: (n, 3)."""
    return lifted(work, work.plane.lattice(across, along, work.face_mm + OFF_WORK_MM))


def item_hulls(work: GivenWork) -> tuple[list[Hull], list[tuple[float, ...]]]:
    """Things in the zone as hulls, and balls among them as capsules."""
    hulls: list[Hull] = []
    balls: list[tuple[float, ...]] = []
    for item in work.items:
        if item.kind == "sphere":
            r = item.width_mm / 2
            balls.append((item.x_mm, item.y_mm, r, item.x_mm, item.y_mm, r, r))
        elif item.kind == "cylinder":
            hulls.append(
                cylinder_hull(item.x_mm, item.y_mm, item.width_mm / 2, 0.0, item.height_mm or 0.0)
            )
        else:
            tall = item.height_mm or 0.0
            hulls.append(
                box_hull(
                    Vector(item.x_mm, item.y_mm, tall / 2),
                    Vector(item.width_mm, item.depth_mm or 0.0, tall),
                )
            )
    return hulls, balls


def camera_solids(lens: LensStudy) -> tuple[list[Hull], list[tuple[float, ...]]]:
    """Body and lens of a camera as they throw shadows."""
    sight = lens.sight
    if sight is None:
        return [], []
    framing, d = lens.framing, sight.middle_mm
    rim, back, mark = framing.rim(d), framing.back(d), framing.mark(d)
    pose = sight.pyramid.pose
    fixed = lens.camera.fixed_view is not None
    wide, tall = (BODY_MM[1], 160.0) if fixed else BODY_MM
    thick = max(12.0, back.minus(mark).length + (8.0 if fixed else 20.0))
    middle = back.plus(pose.axis.times(thick / 2))
    hull = box_hull(middle, Vector(wide, tall, thick), (pose.right, pose.up, pose.axis))
    capsules: list[tuple[float, ...]] = []
    if not fixed:
        start = mark.plus(pose.axis.times(20.0))
        end = rim.minus(pose.axis.times(BARREL_MM * 0.6))
        capsules.append((*start, *end, BARREL_MM))
    return [hull], capsules


def rig_capsules(hold: HoldStudy | None) -> list[tuple[float, ...]]:
    """The tubes of a support."""
    if hold is None or hold.placement is None:
        return []
    tube = (hold.support.gear.tube_mm or hold.support.usual_tube[0]) / 2
    return [
        (*one.a, *one.b, tube if one.part in ("boom", "bar", "pole", "behind") else COLUMN_MM)
        for one in hold.placement.members
        if one.part != "leg"
    ]


HEAD_CLEAR_MM, BODY_CLEAR_MM = 120.0, 20.0
"""Room that a lamp leaves to a head, and to the rest of a body."""
Obstacle = tuple[str, Hull | Array, float]
"""What a lamp may not stand in: its name, a convex solid or capsules (m, 7), and the room to leave."""
Standing = tuple[LensStudy | None, HoldStudy | None]
"""A camera as it stands, with what holds it."""


@dataclass(frozen=True, slots=True, eq=False)
class LightScene:
    """Everything that lamps are judged in.

    ``still`` are the solids that do not move: things, room, camera, rig. ``things`` leaves out
    camera and rig. ``obstacles`` are the same with their names, with everybody in every pose. ``measured`` are the IES files of its lamps. ``people`` are the capsules of the maker in each pose, and of anybody else.
    """

    work: GivenWork
    lens: LensStudy | None
    still: Solids
    things: Solids
    measured: tuple[str, ...]
    people: tuple[Array, ...]
    upper: tuple[Array, ...]
    arms: tuple[Array, ...]
    obstacles: tuple[Obstacle, ...]

    @property
    def tables(self) -> Array:
        """Intensities of the lamps that are known by a file."""
        return tables_of(self.measured)

    @property
    def poses(self) -> int:
        """How many poses of the people it has."""
        return len(self.people)

    def beside_also(self, more: Sequence[Obstacle]) -> LightScene:
        """The same with more that a lamp may not stand in."""
        return replace(self, obstacles=(*self.obstacles, *more))

    def in_pose(self, pose: int) -> Solids:
        """All solids in one pose."""
        return self.still.with_capsules(self.people[pose])

    def action(self, pose: int) -> Array:
        """Points of the disc about the tool tip, (n, 3)."""
        spot = self.work.eye_rests(pose)
        return lifted(self.work, action_points(self.work.plane, spot))

    def seen(self, points: Array, pose: int) -> Flags:
        """Which points the camera sees past the maker; all where there is no camera."""
        if self.lens is None or self.lens.sight is None:
            return np.ones(len(points), dtype=bool)
        eye = np.array([*self.lens.position])
        hidden = hidden_points(eye, points, self.people[pose])
        return np.asarray(~hidden & self.lens.sight.pyramid.within(points))


def light_scene(
    work: GivenWork,
    lens: LensStudy | None,
    hold: HoldStudy | None,
    cards: Sequence[tuple[str, Hull]] = (),
    measured: tuple[str, ...] = (),
    beside: Sequence[Standing] = (),
) -> LightScene:
    """Points and solids of a plan as one of its cameras has them; cards stand among the things, and
    the cameras ``beside`` it are in the way as it is itself."""
    hulls, balls = item_hulls(work)
    solid = [one for one in work.items if one.kind != "sphere"]
    named = [(item.name, hull) for item, hull in zip(solid, hulls, strict=True)]
    named += cards
    hulls += [hull for _, hull in cards]
    for block in work.blocks:
        centre = Vector(
            (block.left + block.right) / 2, (block.near + block.far) / 2, (block.low + block.high) / 2
        )  # fmt: skip
        sizes = Vector(block.right - block.left, block.far - block.near, block.high - block.low)
        hulls.append(box_hull(centre, sizes))
        named.append((block.name, hulls[-1]))
    camera_hulls: list[Hull] = []
    tubes: list[tuple[float, ...]] = []
    rig: list[tuple[float, ...]] = []
    for camera, support in ((lens, hold), *beside):
        bodies, barrels = camera_solids(camera) if camera is not None else ([], [])
        camera_hulls += bodies
        tubes += barrels
        rig += rig_capsules(support)
    with_maker = not work.maker.away if lens is None else lens.camera.sees_maker
    others = work.maker.company_rows
    poses = work.maker.poses
    count = len(poses.figures)
    none = np.zeros((0, 7))
    upper = poses.upper if with_maker else (none,) * count
    arms = poses.arms if with_maker else (none,) * count
    things = solids_of(np.array(balls).reshape(-1, 7), tuple(hulls))
    return LightScene(
        work=work,
        lens=lens,
        still=solids_of(np.array(balls + tubes + rig).reshape(-1, 7), (*hulls, *camera_hulls)),
        things=things,
        measured=measured,
        people=tuple(np.vstack([up, arm, others]) for up, arm in zip(upper, arms, strict=True)),
        upper=upper,
        arms=arms,
        obstacles=(
            *((name, hull, 0.0) for name, hull in named),
            *(("the camera", hull, 0.0) for hull in camera_hulls),
            *_capsules("a thing in the zone", np.array(balls), 0.0),
            *_capsules("the lens", np.array(tubes), 0.0),
            *_capsules("what holds the camera", np.array(rig), 0.0),
            *_capsules("your head", _heads(work) if with_maker else none, HEAD_CLEAR_MM),
            *_capsules("your body", np.vstack([*upper, *arms]), BODY_CLEAR_MM),
            *_capsules("another person", others, BODY_CLEAR_MM),
        ),
    )


def _capsules(name: str, rows: Array, clear_mm: float) -> list[Obstacle]:
    return [(name, rows.reshape(-1, 7), clear_mm)] if len(rows) else []


def _heads(work: GivenWork) -> Array:
    """Every head in every pose as capsules, shape (n, 7)."""
    heads = work.maker.heads
    return np.column_stack([heads[:, :3], heads])


MIDDLE = MIDDLE_POSE
