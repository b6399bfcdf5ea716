"""Three points for a face: key, fill and a light from behind, round the maker's head.

The key stands to one side of the way that the face looks, the fill to the other at half its light, the
third behind the head and above it. Unlike the other schools this one lights the maker, not the work:
directions and light are those at the face.

References: Box, *Set Lighting Technician's Handbook* (three-point lighting, key-to-fill ratio).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.solids import solids_of
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter, light_at, rows_of
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.lamp import LampAim, LampPlace, Light
from steeple.core.solve.light.place_lamps import LightingOption, only_lit
from steeple.core.solve.light.ways import tidy_percent
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.inputs.lamp import (
    UNKNOWN_CD,
    beyond_stand,
    emitter_of,
    full_intensity,
    reach_of,
    spot_at,
)
from steeple.core.study.light.lamps.lamp_light import Ground
from steeple.core.study.light.lamps.places import blocked_by, in_another, in_frame, stand_in_the_way
from steeple.core.study.plan_study import CameraStudy

SEES_FACE = ("face", "wide")
"""What a camera is for where it films the maker's face."""
KEY_TO_FILL = 2.0
"""Light of key and fill on the face against each other: one stop."""
AWAY_MM = (1300.0, 1000.0, 1700.0)
SIDE_DEG, UP_DEG = (45.0, 35.0, 60.0), (35.0, 45.0, 25.0)
BACK_DEG, BACK_UP_DEG = (150.0, 180.0, 120.0), (50.0, 60.0, 40.0)
OFF_FACE_MM = 25.0
"""Where the light is taken, before the front of the head."""


@dataclass(frozen=True, slots=True)
class _Point:
    """A lamp in a place of the three, with the light that it gives there at full level in lux."""

    light: Light
    emitter: Emitter
    azimuth_deg: float
    up_deg: float
    away_mm: float
    lux: float
    known: bool


def three_point(
    plan: Plan,
    scenes: Sequence[CameraStudy],
    scene: CameraStudy,
    grounds: Sequence[Ground],
    lamps: Sequence[Light],
    needed: float | None,
) -> LightingOption | str:
    """The school placed for a plan, or why it cannot be.

    Parameters
    ----------
    plan
        the plan that it is placed for.
    scenes
        every camera of the plan.
    scene
        the camera that it is placed for.
    grounds
        what stands in the way of light, for each of ``scenes``.
    lamps
        those at hand, the best keys first.
    needed
        light that the cameras need, in lux; None where it is not known.
    """
    filming = [one for one in scenes if one.camera and one.camera.role in SEES_FACE]
    if not filming:
        return "it takes a camera that films your face"
    if len(lamps) < 3:
        return "it takes three lamps"
    figure = scene.work.maker.poses.middle
    eyes = figure.eyes
    lens = filming[0].lens
    forward = (0.0 if lens is None else _azimuth(eyes, lens.position)) % 360.0
    hand = 1.0 if scene.work.maker.right_handed else -1.0
    key, fill, back = lamps[0], lamps[1], lamps[2]
    points: list[_Point] = []
    for light, sides, ups in (
        (key, [-hand * one for one in SIDE_DEG], UP_DEG),
        (fill, [hand * one for one in SIDE_DEG], UP_DEG),
        (back, [hand * one for one in BACK_DEG], BACK_UP_DEG),
    ):
        stood = [one.emitter for one in points]
        found = _free(scene, grounds, light, eyes, forward, sides, ups, stood)
        if found is None:
            return f"the room leaves no place for {light.fixture.name} round your head"
        points.append(found)
    levels = _levels(points, needed)
    return _option(plan, points, levels, eyes)


def _azimuth(start: Vector, end: Vector) -> float:
    return math.degrees(math.atan2(end.x - start.x, end.y - start.y))


def _free(
    scene: CameraStudy,
    grounds: Sequence[Ground],
    light: Light,
    eyes: Vector,
    forward: float,
    sides: Sequence[float],
    ups: Sequence[float],
    stood: Sequence[Emitter],
) -> _Point | None:
    """The first place of those asked for in which the lamp can stand beside those that stand there, and
    is in no picture."""
    measured = grounds[0].scene.measured
    full = full_intensity(light.fixture)
    for away in AWAY_MM:
        for side in sides:
            for up in ups:
                azimuth = (forward + side) % 360.0
                spot = spot_at(eyes, azimuth, up, away)
                emitter = emitter_of(
                    light.fixture, spot, eyes.minus(spot), full or UNKNOWN_CD, measured
                )
                reach = reach_of(light, scene.work)
                barred = (
                    beyond_stand(spot.z, reach)
                    or stand_in_the_way(grounds[0].scene, emitter, reach)
                    or in_another(emitter, stood)
                    or any(
                        blocked_by(one.scene, emitter) or in_frame(one.scene, emitter)
                        for one in grounds
                    )
                )
                if barred:
                    continue
                behind = abs(side) > 90.0
                point, normal = _face(scene, forward + (180.0 if behind else 0.0))
                body = solids_of(scene.work.maker.poses.upper[4])
                lit = light_at(point, normal, rows_of((emitter,)), body, grounds[0].scene.tables)
                lux = float(lit.seen[0, 0])
                if lux > 0:
                    return _Point(light, emitter, azimuth, up, away, lux, full is not None)
    return None


def _face(scene: CameraStudy, toward_deg: float) -> tuple[np.ndarray, np.ndarray]:
    """A point before the head on one side of it, and the way that it looks: (1, 3) and (3,)."""
    head = scene.work.maker.poses.middle.head
    turn = math.radians(toward_deg)
    normal = np.array([math.sin(turn), math.cos(turn), 0.0])
    point = np.array([[*head.a]]) + (head.radius_mm + OFF_FACE_MM) * normal
    return point, normal


def _levels(points: Sequence[_Point], needed: float | None) -> tuple[float | None, ...]:
    """Dimmers in percent: the key as bright as the cameras need, the fill at half of that on the face,
    the third as bright on the back of the head as the key in front; None where it is not known."""
    if not all(one.known for one in points):
        return (None,) * len(points)
    key, fill, back = points
    wanted = needed if needed is not None else key.lux
    # Where the fill cannot keep up, the key comes down with it.
    front = min(wanted, key.lux, KEY_TO_FILL * fill.lux)
    levels: list[float | None] = []
    for one, lux in ((key, front), (fill, front / KEY_TO_FILL), (back, front)):
        least = one.light.fixture.least_level_percent or 0.0
        share = 100.0 * min(1.0, lux / one.lux)
        levels.append(None if least >= 100.0 else max(least, tidy_percent(share)))
    return tuple(levels)


def _option(
    plan: Plan, points: Sequence[_Point], levels: Sequence[float | None], eyes: Vector
) -> LightingOption:
    """The three lamps in words and changes; other lamps of the plan are switched off."""
    placed: list[Light] = []
    line: Sentence = ()
    for one, level, role in zip(points, levels, ("key", "fill", "back"), strict=True):
        spot = one.emitter.centre
        placed.append(
            one.light.model_copy(
                update={
                    "position": LampPlace(
                        x_mm=round(spot.x, 1), y_mm=round(spot.y, 1), z_mm=round(spot.z, 1)
                    ),
                    "aim": LampAim(
                        x_mm=round(eyes.x, 1), y_mm=round(eyes.y, 1), z_mm=round(eyes.z, 1)
                    ),
                    "role": role,
                    "lit": True,
                    "level_percent": level,
                }
            )
        )
        line += say("; " if line else "") + say(
            "{named} as {role} at {clock} of your head, {up} up, {away} away",
            named=one.light.fixture.name,
            role=role,
            clock=clock_words(one.azimuth_deg),
            up=Quantity(value=one.up_deg, unit="deg"),
            away=mm(one.away_mm),
        )
        if level is not None:
            line += say(", at {level}", level=Quantity(value=level, unit="percent"))
    return LightingOption(
        kind="three-point",
        line=line + say("."),
        gives=_gives(points, levels),
        costs=say("lights your face; what the work gets is told once it is set"),
        changes=(only_lit(plan, placed),),
    )


def _gives(points: Sequence[_Point], levels: Sequence[float | None]) -> Sentence:
    """What the face gets."""
    key, fill, _ = (
        one.lux * (1.0 if level is None else level / 100.0)
        for one, level in zip(points, levels, strict=True)
    )
    ratio = Quantity(value=round(key / fill, 1), unit="ratio")
    if not all(one.known for one in points):
        return say("dim the fill until it gives half the light of the key on your face")
    lux = Quantity(value=round(key + fill), unit="lx")
    return say("{lux} on your face, key to fill {ratio} to 1", lux=lux, ratio=ratio)
