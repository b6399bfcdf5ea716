"""The ring of views: every direction from which a camera could look at the work, at its present distance
and zoom, and what it would see from there."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from steeple.core.angles.cutting import APART_DEG
from steeple.core.angles.sight import Things, hides
from steeple.core.budget import look
from steeple.core.errors import InputError
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.meeting import Boxes
from steeple.core.geometry.vectors import UP, Vector
from steeple.core.light.emitters import rows_of as lamp_rows
from steeple.core.light.gloss import FINISHES, VISIBLE, gloss_luminance
from steeple.core.plan.changes import Change
from steeple.core.plan.document import Plan
from steeple.core.plan.words import camera_names
from steeple.core.solve.lens.search import check_camera
from steeple.core.solve.weighing import and_worse
from steeple.core.study.angles.study import AngleStudy, actions_in, poses_in
from steeple.core.study.base.phrases import by_edges, clock_words
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.cache import StudyCache
from steeple.core.study.inputs.lamp import direction_of, spot_at
from steeple.core.study.inputs.maker import MIDDLE_POSE
from steeple.core.study.light.dome import apart_deg, directions
from steeple.core.study.light.lamps.places import LAMP_CLEAR_MM, boxes_blocked, hulls_of
from steeple.core.study.light.lamps.scene import LightScene, lattice, light_scene
from steeple.core.study.light.study import standing_beside
from steeple.core.study.plan_study import CameraStudy, camera_studies

POINTS = {True: 24, False: 80}
"""Points of the action: for a first picture, and for the figures."""
AZIMUTHS = 24
ELEVATIONS = (10.0, 20.0, 30.0, 40.0, 50.0, 60.0, 70.0, 80.0)
BODY_HALF_MM = (60.0, 60.0, 90.0)
"""Half the room that a camera takes aside of its axis and along it; planning values."""
GLARE_POINTS = {True: (4, 3), False: (9, 7)}
"""Places of the zone at which lamps may mirror: for a first picture, and for the figures."""
GLARES = 0.02
"""Share of the zone that mirrors a lamp, from which on a direction is told to mirror."""
SLANT_DEG = 20.0
"""The best place is looked for among those that look down about as steeply as the camera does."""
GAIN = 0.03
"""A place that shows less more than this is not worth a move."""


class RingView(Result):
    """One direction: where the camera stands as seen from the middle of the work.

    ``seen`` of the action is in sight in the mean of the poses, ``worst`` in the worst; ``mirrors`` is the
    share of the zone that mirrors a lit lamp there; ``blocked`` says what stands there already;
    ``beside`` names a camera that stands nearer than 30°.
    """

    azimuth_deg: float
    elevation_deg: float
    seen: float
    worst: float
    mirrors: float
    blocked: str
    beside: str


class RingCamera(Result):
    """A camera of the plan on the ring."""

    id: str
    name: str
    azimuth_deg: float
    elevation_deg: float


class RingReply(Result):
    """The ring of views for a camera, at the distance that it has."""

    camera_id: str
    distance_mm: float
    draft: bool
    views: tuple[RingView, ...]
    here: RingView
    cameras: tuple[RingCamera, ...]
    best: RingView | None
    says: Sentence
    changes: tuple[Change, ...]


def _studied(plan: Plan, index: int, cache: StudyCache | None) -> tuple[CameraStudy, AngleStudy]:
    check_camera(plan, index)
    scene = camera_studies(plan, cache=cache)[index]
    if scene.angles is None:
        raise InputError(
            "no-picture",
            "Choose a camera and a lens first, and raise it off the work: then it has views.",
            field="camera",
            value=index,
        )
    return scene, scene.angles


def _before(scene: CameraStudy, study: AngleStudy, pose: int) -> Things:
    """Everything that may hide something in one pose as one thing, without what holds this camera."""
    own = None if scene.camera is None else scene.camera.support
    things = [
        one
        for one in study.things(pose, maker=study.lens.camera.sees_maker)
        if one.kind != "support" or one.of != own
    ]
    return Things(
        (np.vstack([np.zeros((0, 7)), *(one.capsules for one in things)]),),
        (tuple(hull for one in things for hull in one.hulls),),
    )


def _seen(
    scene: CameraStudy, study: AngleStudy, places: Sequence[Vector], draft: bool
) -> tuple[Array, Array]:
    """Mean and least share of the action in sight from some places; shapes (n,)."""
    work, maker = study.work, study.lens.camera.sees_maker
    poses = poses_in(work, maker=maker)
    if draft and maker:
        poses = range(MIDDLE_POSE, MIDDLE_POSE + 1)
    actions = actions_in(work, poses, maker=maker, count=POINTS[draft])
    shares = []
    for pose, points in zip(poses, actions, strict=True):
        things = _before(scene, study, pose)
        row = []
        for place in places:
            look()
            row.append(1.0 - float(hides(place, points, things).any(axis=0).mean()))
        shares.append(row)
    found = np.array(shares)
    return found.mean(axis=0), found.min(axis=0)


def _room(scene: CameraStudy) -> LightScene:
    """What a camera may not stand in: everything but itself and what holds it."""
    light, own = scene.light, None if scene.camera is None else scene.camera.support
    others = [
        (lens, None if hold is None or hold.support.placed.id == own else hold)
        for lens, hold in standing_beside(scene.context)
    ]
    around = light_scene(scene.work, None, None, beside=others)
    lamps = () if light is None else light.lamps
    bodies = [
        (one.lamp.name, hull, LAMP_CLEAR_MM) for one in lamps for hull in hulls_of(one.lamp.emitter)
    ]
    return around.beside_also(bodies)


def _bodies(places: Sequence[Vector], middle: Vector) -> list[Boxes]:
    """A camera at each place, turned to the work."""
    found = []
    for place in places:
        axis = middle.minus(place).unit
        right = axis.cross(UP).unit if abs(axis.z) < 0.999 else Vector(1.0, 0.0, 0.0)
        axes = np.array([[[*right], [*axis.cross(right)], [*axis]]])
        back = place.minus(axis.times(BODY_HALF_MM[2] / 2))
        found.append(Boxes(np.array([[*back]]), axes, np.array([BODY_HALF_MM])))
    return found


def _mirrors(scene: CameraStudy, places: Sequence[Vector], draft: bool) -> Array:
    """Share of the zone that mirrors a lit lamp to each place; shape (n,)."""
    light = scene.light
    if light is None or not light.lit:
        return np.zeros(len(places))
    plane, finish = scene.work.plane, FINISHES[scene.work.gloss]
    points = lattice(scene.work, *GLARE_POINTS[draft])
    rows = lamp_rows(tuple(one.lamp.emitter for one in light.lit))
    lit_lx = np.array([one.zone_lx for one in light.lit])
    diffuse = max(float(lit_lx.sum()) * scene.work.reflectance / math.pi, 1e-9)
    found = []
    for place in places:
        look()
        gloss = gloss_luminance(points, plane.normal, place, rows, finish, light.scene.tables)
        found.append(float((gloss / diffuse >= VISIBLE).any(axis=0).mean()))
    return np.array(found)


def _views(
    scene: CameraStudy,
    study: AngleStudy,
    ways: Sequence[tuple[float, float]],
    others: Sequence[RingCamera],
    *,
    middle: Vector,
    distance_mm: float,
    draft: bool,
) -> tuple[RingView, ...]:
    places = [spot_at(middle, azimuth, elevation, distance_mm) for azimuth, elevation in ways]
    mean, worst = _seen(scene, study, places, draft)
    blocked = boxes_blocked(_room(scene), _bodies(places, middle))
    mirrors = _mirrors(scene, places, draft)
    return tuple(
        RingView(
            azimuth_deg=way[0],
            elevation_deg=way[1],
            seen=float(mean[index]),
            worst=float(worst[index]),
            mirrors=float(mirrors[index]),
            blocked=blocked[index],
            beside=next(
                (
                    one.name
                    for one in others
                    if apart_deg((one.azimuth_deg, one.elevation_deg), way) < APART_DEG
                ),
                "",
            ),
        )
        for index, way in enumerate(ways)
    )


def _merit(view: RingView) -> float:
    return 0.6 * view.seen + 0.4 * view.worst - min(0.5, view.mirrors)


def _free(view: RingView) -> bool:
    return not view.blocked and not view.beside


def place_changes(
    scene: CameraStudy, way: tuple[float, float], middle: Vector, distance_mm: float
) -> tuple[Change, ...]:
    """The changes that put a camera at a direction and turn it to the middle of the work."""
    place = spot_at(middle, way[0], way[1], distance_mm)
    values = {
        "aim/tilt_deg": round(90.0 - way[1], 1),
        "aim/toward_deg": round((way[0] + 180.0) % 360.0, 1),
        "position/x_mm": round(place.x, 1),
        "position/y_mm": round(place.y, 1),
        "position/z_mm": round(place.z, 1),
    }
    return tuple(Change(path=f"{scene.at}/{field}", value=value) for field, value in values.items())


def ring_of(
    plan: Plan, *, index: int = 0, draft: bool = False, cache: StudyCache | None = None
) -> RingReply:
    """Every direction from which a camera of the plan could look at the work.

    Parameters
    ----------
    plan
        any plan.
    index
        which camera.
    draft
        one pose and fewer points, for a first picture.
    cache
        what was worked out before.

    Raises
    ------
    InputError
        ``no-such-camera``; ``no-picture`` while it lacks body, lens, or room above the work.
    """
    scene, study = _studied(plan, index, cache)
    middle = scene.work.plane.middle
    place = study.lens.position
    azimuth, elevation, distance = direction_of(middle, place)
    own = (azimuth, elevation)
    names = camera_names(plan.cameras)
    cameras = []
    scenes = camera_studies(plan, cache=cache)
    for one in scenes:
        if one.lens is not None and one.about != scene.about:
            azimuth, elevation, _ = direction_of(middle, one.lens.position)
            cameras.append(
                RingCamera(
                    id=one.about,
                    name=names[one.about],
                    azimuth_deg=azimuth,
                    elevation_deg=elevation,
                )
            )
    ways = [own, *directions(AZIMUTHS, ELEVATIONS), (0.0, 90.0)]
    here, *views = _views(
        scene, study, ways, cameras, middle=middle, distance_mm=distance, draft=draft
    )
    near = [one for one in views if _free(one) and abs(one.elevation_deg - own[1]) <= SLANT_DEG]
    best = max(near, key=_merit, default=None)
    stays = best is None or (_free(here) and _merit(here) >= _merit(best) - GAIN)
    changes: tuple[Change, ...] = ()
    if best is not None and not stays:
        changes = place_changes(scene, (best.azimuth_deg, best.elevation_deg), middle, distance)
    says = _says(scene, here, best, distance, stays=stays)
    if not draft:
        says += and_worse(scenes, changes)
    return RingReply(
        camera_id=scene.about,
        distance_mm=distance,
        draft=draft,
        views=tuple(views),
        here=here,
        cameras=tuple(cameras),
        best=best,
        says=says,
        changes=changes,
    )


def _percent(share: float) -> Quantity:
    return Quantity(value=round(100 * share), unit="percent")


def _says(
    scene: CameraStudy, here: RingView, best: RingView | None, distance: float, *, stays: bool
) -> Sentence:
    """Where it would see most, with the tape; or that it stands well."""
    now = say(
        "From where it stands {seen} of the action is in sight, {worst} in the worst pose",
        seen=_percent(here.seen),
        worst=_percent(here.worst),
    )
    if best is None:
        return now + say(". At this distance and slant there is no other free place.")
    if stays:
        return now + say(": as well as from anywhere at this slant.")
    spot = spot_at(scene.work.plane.middle, best.azimuth_deg, best.elevation_deg, distance)
    (across, right), (away, far) = by_edges(scene.work.table, spot.x, spot.y)
    return now + say(
        ". From " + clock_words(best.azimuth_deg) + ", {up} up: {seen}, {worst} in the worst; the lens "
        "then is {right} " + across + ", {far} " + away + ", {high} above the table.",
        up=Quantity(value=round(best.elevation_deg), unit="deg"),
        seen=_percent(best.seen),
        worst=_percent(best.worst),
        right=mm(right),
        far=mm(far),
        high=mm(spot.z),
    )  # fmt: skip
