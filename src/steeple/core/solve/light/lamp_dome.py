"""The dome for one lamp of a plan."""

from __future__ import annotations

from steeple.core.errors import InputError
from steeple.core.plan.changes import Change
from steeple.core.plan.document import Plan
from steeple.core.solve.lens.search import check_camera
from steeple.core.solve.weighing import and_worse
from steeple.core.study.base.phrases import by_edges, clock_words
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, percent, say
from steeple.core.study.cache import StudyCache
from steeple.core.study.inputs.lamp import reach_of, spot_at
from steeple.core.study.light.dome import (
    Direction,
    best_of,
    dome,
    lamp_in,
    merit,
    seen_by_too,
    soft_mm,
    soft_words,
)
from steeple.core.study.light.figures import HAND_MM
from steeple.core.study.light.maps import LightMap, MapOf, light_map
from steeple.core.study.plan_study import CameraStudy, camera_studies

AS_GOOD = 0.04
"""A place is as good as the best where its merit is within this of it."""


class DomeDirection(Result):
    """One direction of the dome; see `study.dome.Direction`."""

    azimuth_deg: float
    elevation_deg: float
    share: float
    worst: float
    glare: float
    in_frame: bool
    blocked: str
    depth_stops: float | None


class DomeReply(Result):
    """The dome of a lamp at its distance, with the best direction; None where none is free."""

    lamp: int
    name: str
    distance_mm: float
    draft: bool
    directions: tuple[DomeDirection, ...]
    best: DomeDirection | None
    says: Sentence
    changes: tuple[Change, ...]


def _result(one: Direction) -> DomeDirection:
    return DomeDirection(
        azimuth_deg=one.azimuth_deg,
        elevation_deg=one.elevation_deg,
        share=one.share,
        worst=one.worst,
        glare=one.glare,
        in_frame=one.in_frame,
        blocked=one.blocked,
        depth_stops=one.depth_stops,
    )


def _scene(plan: Plan, index: int, cache: StudyCache | None) -> CameraStudy:
    check_camera(plan, index)
    scenes = camera_studies(plan, cache=cache)
    return scenes[min(index, len(scenes) - 1)]


def place_changes(
    index: int, scene: CameraStudy, where: tuple[float, float], distance_mm: float
) -> tuple[Change, ...]:
    """The changes that put a lamp of the plan in a direction, turned to the middle of the zone."""
    place = spot_at(scene.work.plane.middle, where[0], where[1], distance_mm)
    at = f"/lights/{index}"
    return tuple(
        Change(path=f"{at}/{name}", value=value)
        for name, value in (
            ("position/x_mm", round(place.x, 1)),
            ("position/y_mm", round(place.y, 1)),
            ("position/z_mm", round(place.z, 1)),
            ("aim/x_mm", None),
            ("aim/y_mm", None),
            ("aim/z_mm", None),
        )
    )


def dome_of(
    plan: Plan,
    *,
    index: int = 0,
    lamp: int = 0,
    draft: bool = False,
    cache: StudyCache | None = None,
) -> DomeReply:
    """Every direction for one lamp of the plan, at the distance that it has: its shadows for one
    camera, its mirror image and its place in the picture for all of them.

    Raises
    ------
    InputError
        ``no-such-lamp`` or ``no-such-camera``.
    """
    if lamp >= len(plan.lights):
        raise InputError(
            "no-such-lamp",
            f"The plan has {len(plan.lights)} lamps; there is no lamp {lamp}.",
            field="lamp",
            value=lamp,
            allowed=f"0 to {len(plan.lights) - 1}" if plan.lights else "none",
        )
    scene = _scene(plan, index, cache)
    assert scene.light is not None
    others = [
        one.light.scene
        for one in camera_studies(plan, cache=cache)
        if one.about != scene.about and one.sight is not None and one.light is not None
    ]
    study = scene.light.lamps[lamp]
    fixture = study.lamp.part.fixture
    beside = scene.light.beside(lamp)
    found = dome(
        scene.light.scene,
        fixture,
        distance_mm=study.distance_mm,
        draft=draft,
        beside=beside,
        reach=reach_of(study.lamp.part, scene.work),
        standing=scene.light.standing(lamp),
    )
    found = seen_by_too(found, others, fixture, study.distance_mm)
    here = dome(
        scene.light.scene,
        fixture,
        distance_mm=study.distance_mm,
        where=[(study.azimuth_deg, study.elevation_deg)],
        draft=draft,
        beside=beside,
        reach=reach_of(study.lamp.part, scene.work),
        standing=scene.light.standing(lamp),
    )
    (now,) = seen_by_too(here, others, fixture, study.distance_mm)
    best = best_of(found)
    # What stands as well as anywhere stays where it is: places that are all but alike are not worth a move.
    stays = best is not None and now.free and merit(now) >= merit(best) - AS_GOOD
    if stays:
        best = now
    says: Sentence = say("Nothing can stand at this distance: try another.")
    changes: tuple[Change, ...] = ()
    if best is not None:
        says = say(
            ("Where it stands it does as well as anywhere, at " if stays else "Best at ") + clock_words(best.azimuth_deg) + ", {up} up: {share} stays lit, {worst} in the worst pose",
            up=Quantity(value=round(best.elevation_deg), unit="deg"),
            share=percent(best.share),
            worst=percent(best.worst),
        )  # fmt: skip
        if best.depth_stops is not None:
            says += say(
                "; with the other light, shadows to {deep}",
                deep=Quantity(value=round(best.depth_stops, 1), unit="stops"),
            )
        there = lamp_in(scene.light.scene, fixture, best.way, study.distance_mm)
        soft = soft_mm(scene.work.plane, there, HAND_MM)
        says += say("; edges of a hand’s shadow soft over ") + soft_words(soft)
        says += say("; the work mirrors it a little.") if best.glare > 0 else say(".")
        spot = spot_at(scene.work.plane.middle, *best.way, study.distance_mm)
        (across, right), (away, far) = by_edges(scene.work.table, spot.x, spot.y)
        says += say(
            (" Its middle is " if stays else " Its middle then ")
            + "{right} " + across + ", {far} " + away + ", {up} above the table.",
            right=mm(right), far=mm(far), up=mm(spot.z),
        )  # fmt: skip
        if study.lamp.part.stays:
            says += say(" It is fixed where it hangs.")
        elif not stays:
            changes = place_changes(
                lamp, scene, (best.azimuth_deg, best.elevation_deg), study.distance_mm
            )
    if not draft:
        says += and_worse(camera_studies(plan, cache=cache), changes)
    return DomeReply(
        lamp=lamp,
        name=fixture.name,
        distance_mm=study.distance_mm,
        draft=draft,
        directions=tuple(_result(one) for one in found),
        best=None if best is None else _result(best),
        says=says,
        changes=changes,
    )


def map_of(
    plan: Plan,
    *,
    index: int = 0,
    of: MapOf = "light",
    pose: int | None = None,
    cache: StudyCache | None = None,
) -> LightMap:
    """A map of the zone of a plan for one of its cameras.

    Raises
    ------
    InputError
        ``no-such-camera``, or ``no-lamp`` for a plan without lamps.
    """
    study = _scene(plan, index, cache).light
    if study is None:
        raise InputError(
            "no-lamp", "The plan has no lamp yet: there is no light to map.", field="lights"
        )
    return light_map(study, of=of, pose=pose)
