"""What stands round a place from which a camera could look: what hides the action, what is in the
way of the camera itself, and what mirrors into it."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from steeple.core.angles.sight import Things, hides
from steeple.core.budget import look
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.meeting import Boxes
from steeple.core.geometry.vectors import ORIGIN, UP, Vector
from steeple.core.light.emitters import rows_of as lamp_rows
from steeple.core.light.gloss import FINISHES, VISIBLE, gloss_luminance
from steeple.core.plan.parts.cameras.target import Target
from steeple.core.study.angles.study import actions_in, poses_in
from steeple.core.study.angles.things import Thing, people_before
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.aimed import aimed_work
from steeple.core.study.inputs.lamp import spot_at
from steeple.core.study.inputs.maker import MIDDLE_POSE
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.light.lamps.places import LAMP_CLEAR_MM, hulls_of
from steeple.core.study.light.lamps.scene import LightScene, lattice, light_scene
from steeple.core.study.light.study import LightStudy, standing_beside
from steeple.core.study.plan_study import CameraStudy

POINTS = {True: 24, False: 80}
"""Points of the action: for a first picture, and for the figures."""
BODY_HALF_MM = (60.0, 60.0, 90.0)
"""Half the room that a camera takes aside of its axis and along it; planning values."""
GLARE_POINTS = {True: (4, 3), False: (9, 7)}
"""Places of the zone at which lamps may mirror: for a first picture, and for the figures."""


def before(still: Sequence[Thing], work: GivenWork, pose: int, *, maker: bool) -> Things:
    """Everything that may hide something in one pose as one thing."""
    things = [*still, *people_before(work, pose, maker=maker)]
    return Things(
        (np.vstack([np.zeros((0, 7)), *(one.capsules for one in things)]),),
        (tuple(hull for one in things for hull in one.hulls),),
    )


def in_the_way(still: Sequence[Thing], work: GivenWork, *, maker: bool) -> tuple[Things, ...]:
    """Everything that may hide something, pose by pose."""
    return tuple(before(still, work, pose, maker=maker) for pose in poses_in(work, maker=maker))


def work_from(work: GivenWork, target: Target | None, way: tuple[float, float]) -> GivenWork:
    """The work as a camera has it that looks from a direction: its target shows another face to each side.

    Parameters
    ----------
    work
        as it lies on the table.
    target
        what is filmed; None = the whole zone.
    way
        azimuth and elevation of the camera, degrees.
    """
    axis = spot_at(ORIGIN, *way, 1.0).times(-1.0)
    return aimed_work(work, target, axis, "", Assumptions())


def seen_from(
    solids: Sequence[Things], work: GivenWork, places: Sequence[Vector], *, maker: bool, draft: bool
) -> tuple[Array, Array]:
    """Mean and least share of the action in sight from some places; shapes (n,).

    Parameters
    ----------
    solids
        what may hide something, pose by pose; see `in_the_way`.
    work
        as the camera has it.
    places
        entrance pupils.
    maker
        whether the maker is at work while it films.
    draft
        one pose and fewer points.
    """
    poses = poses_in(work, maker=maker)
    if draft and maker:
        poses = range(MIDDLE_POSE, MIDDLE_POSE + 1)
    actions = actions_in(work, poses, maker=maker, count=POINTS[draft])
    shares = []
    for pose, points in zip(poses, actions, strict=True):
        things = solids[pose]
        row = []
        for place in places:
            look()
            row.append(1.0 - float(hides(place, points, things).any(axis=0).mean()))
        shares.append(row)
    found = np.array(shares)
    return found.mean(axis=0), found.min(axis=0)


def room_of(scene: CameraStudy) -> LightScene:
    """What a camera may not stand in: everything but itself and what holds it."""
    light, own = scene.light, None if scene.camera is None else scene.camera.support
    others = [
        (lens, None if hold is None or hold.support.placed.id == own else hold)
        for lens, hold in standing_beside(scene.context)
    ]
    around = light_scene(scene.bench, None, None, beside=others)
    lamps = () if light is None else light.lamps
    bodies = [
        (one.lamp.name, hull, LAMP_CLEAR_MM) for one in lamps for hull in hulls_of(one.lamp.emitter)
    ]
    return around.beside_also(bodies)


def bodies_at(places: Sequence[Vector], middle: Vector) -> list[Boxes]:
    """A camera at each place, turned to what it films."""
    found = []
    for place in places:
        axis = middle.minus(place).unit
        right = axis.cross(UP).unit if abs(axis.z) < 0.999 else Vector(1.0, 0.0, 0.0)
        axes = np.array([[[*right], [*axis.cross(right)], [*axis]]])
        back = place.minus(axis.times(BODY_HALF_MM[2] / 2))
        found.append(Boxes(np.array([[*back]]), axes, np.array([BODY_HALF_MM])))
    return found


def mirrors_to(
    light: LightStudy | None, work: GivenWork, places: Sequence[Vector], *, draft: bool
) -> Array:
    """Share of what is filmed that mirrors a lit lamp to each place; shape (n,)."""
    if light is None or not light.lit:
        return np.zeros(len(places))
    plane, finish = work.plane, FINISHES[work.gloss]
    points = lattice(work, *GLARE_POINTS[draft])
    rows = lamp_rows(tuple(one.lamp.emitter for one in light.lit))
    lit_lx = np.array([one.zone_lx for one in light.lit])
    diffuse = max(float(lit_lx.sum()) * work.reflectance / math.pi, 1e-9)
    found = []
    for place in places:
        look()
        gloss = gloss_luminance(points, plane.normal, place, rows, finish, light.scene.tables)
        found.append(float((gloss / diffuse >= VISIBLE).any(axis=0).mean()))
    return np.array(found)
