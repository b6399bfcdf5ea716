"""The ring of views: every direction from which a camera could look at the work, at its present distance
and zoom, and what it would see from there."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from steeple.core.angles.cutting import APART_DEG
from steeple.core.errors import InputError
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.changes import Change
from steeple.core.plan.document import Plan
from steeple.core.plan.words import camera_names
from steeple.core.solve.angles.around import (
    bodies_at,
    in_the_way,
    mirrors_to,
    room_of,
    seen_from,
    work_from,
)
from steeple.core.solve.lens.search import check_camera
from steeple.core.solve.weighing import and_worse
from steeple.core.study.angles.study import AngleStudy
from steeple.core.study.base.phrases import by_edges, clock_words
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, percent, say
from steeple.core.study.cache import StudyCache
from steeple.core.study.inputs.lamp import direction_of, spot_at
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.light.dome import apart_deg, directions
from steeple.core.study.light.lamps.places import boxes_blocked
from steeple.core.study.plan_study import CameraStudy, camera_studies

AZIMUTHS = 24
ELEVATIONS = (10.0, 20.0, 30.0, 40.0, 50.0, 60.0, 70.0, 80.0)
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


def _by_face(
    scene: CameraStudy, ways: Sequence[tuple[float, float]]
) -> list[tuple[GivenWork, list[int]]]:
    """Directions by the face of the work that is shown to them; the first direction is the camera's own."""
    target = None if scene.camera is None else scene.camera.target
    if target is None:
        return [(scene.work, list(range(len(ways))))]
    groups = {scene.work.plane: (scene.work, [0])}
    for at, way in enumerate(ways[1:], start=1):
        work = work_from(scene.bench, target, way)
        groups.setdefault(work.plane, (work, []))[1].append(at)
    return list(groups.values())


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
    own = None if scene.camera is None else scene.camera.support
    still = [one for one in study.still if one.kind != "support" or one.of != own]
    maker = study.lens.camera.sees_maker
    solids = in_the_way(still, study.work, maker=maker)
    mean, worst, mirrors = (np.zeros(len(ways)) for _ in range(3))
    for work, group in _by_face(scene, ways):
        spots = [places[at] for at in group]
        mean[group], worst[group] = seen_from(solids, work, spots, maker=maker, draft=draft)
        mirrors[group] = mirrors_to(scene.light, work, spots, draft=draft)
    blocked = boxes_blocked(room_of(scene), bodies_at(places, middle))
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
    middle = scene.work.middle
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


def _says(
    scene: CameraStudy, here: RingView, best: RingView | None, distance: float, *, stays: bool
) -> Sentence:
    """Where it would see most, with the tape; or that it stands well."""
    now = say(
        "From where it stands {seen} of the action is in sight, {worst} in the worst pose",
        seen=percent(here.seen),
        worst=percent(here.worst),
    )
    if best is None:
        return now + say(". At this distance and slant there is no other free place.")
    if stays:
        return now + say(": as well as from anywhere at this slant.")
    spot = spot_at(scene.work.middle, best.azimuth_deg, best.elevation_deg, distance)
    (across, right), (away, far) = by_edges(scene.work.table, spot.x, spot.y)
    return now + say(
        ". From " + clock_words(best.azimuth_deg) + ", {up} up: {seen}, {worst} in the worst; the lens "
        "then is {right} " + across + ", {far} " + away + ", {high} above the table.",
        up=Quantity(value=round(best.elevation_deg), unit="deg"),
        seen=percent(best.seen),
        worst=percent(best.worst),
        right=mm(right),
        far=mm(far),
        high=mm(spot.z),
    )  # fmt: skip
