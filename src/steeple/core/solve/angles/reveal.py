"""A reveal: a flag drawn away from before the lamp that models the work, second by second."""

from __future__ import annotations

import math

from steeple.core.budget import look
from steeple.core.errors import InputError
from steeple.core.geometry.vectors import UP, Vector
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import CARD_LIMIT, Plan
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.parts.lamp import LampAim, LampPlace
from steeple.core.plan.parts.panel import PlacedCard
from steeple.core.solve.lens.search import check_camera
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.base.shapes import Point, point
from steeple.core.study.cache import StudyCache
from steeple.core.study.hold.answer import place_words
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.plan_study import CameraStudy, camera_studies, changed

BOARD = LightCard(name="a piece of black board", use="flag", width_mm=600, height_mm=450)
"""What everybody has or can cut; taken where no flag is at hand."""
BEFORE_LAMP_MM, BEFORE_SHARE = 300.0, 0.35
"""How far before the lamp the flag is held: so much, at most this share of the way; planning values."""
STEPS = 8
CLEAR_MM = 60.0
DARKEST_STOPS = 12.0
"""Darker than this is black in any recording."""
SECONDS = (1.0, 30.0)
DARK_ENOUGH_STOPS = 3.0
LEFT_STOPS = 0.05
"""At its end a flag may take so much; on the side where it takes more it stands before other light."""


class RevealStep(Result):
    """The light on the work at a moment, in stops below that without the flag."""

    time_s: float
    darker_stops: float
    place: Point


class RevealReply(Result):
    """A flag drawn from before the lamp: which lamp, which flag, and the light as it goes."""

    lamp: str
    flag: str
    owned: bool
    steps: tuple[RevealStep, ...]
    says: Sentence


def _key(scene: CameraStudy) -> LampStudy:
    light = scene.light
    if light is None or light.key is None:
        raise InputError(
            "no-lamp",
            "Nothing is lit yet: put a lamp into the plan on the Light sheet, then it can be hidden and "
            "shown.",
            field="lights",
        )
    return light.key


def _flag(plan: Plan, owned: Owned) -> tuple[LightCard, bool]:
    """A flag of the plan or of the cupboard, the largest first; else a piece of board."""
    flags = [one.card for one in plan.cards] + [one.gear for one in owned.cards]
    mine = [one for one in flags if one.use == "flag"]
    if not mine:
        return BOARD, False
    return max(mine, key=lambda one: one.width_mm * one.height_mm), True


def reveal_of(
    plan: Plan,
    *,
    index: int = 0,
    seconds: float = 4.0,
    owned: Owned = NOTHING_OWNED,
    cache: StudyCache | None = None,
) -> RevealReply:
    """How the work comes out of the dark when a flag is drawn from before its key lamp.

    Parameters
    ----------
    plan
        any plan with a lamp that is lit.
    index
        the camera that films it.
    seconds
        how long the flag is on its way, 1 … 30.
    owned
        what the maker has.
    cache
        what was worked out before.

    Raises
    ------
    InputError
        ``no-such-camera``; ``no-lamp``; ``out-of-range`` for the seconds.
    """
    check_camera(plan, index)
    least, most = SECONDS
    if not least <= seconds <= most:
        raise InputError(
            "out-of-range",
            f"A reveal of {seconds:g} s is none: it takes {least:g} to {most:g} s.",
            field="seconds",
            value=seconds,
            allowed=f"{least:g} to {most:g}",
        )
    scenes = camera_studies(plan, owned, cache)
    scene = scenes[min(index, len(scenes) - 1)]
    key = _key(scene)
    flag, mine = _flag(plan, owned)
    target = scene.work.plane.point(0.0, 0.0, scene.work.face_mm)
    lamp = key.lamp.centre
    way = target.minus(lamp)
    ahead = min(BEFORE_LAMP_MM, BEFORE_SHARE * way.length)
    start = lamp.plus(way.unit.times(ahead))
    aside = way.unit.cross(UP)
    side = aside.unit if aside.length > 1e-6 else Vector(1.0, 0.0, 0.0)
    if scene.lens is not None and scene.lens.position.minus(lamp).dot(side) > 0:
        # Away from the camera, so that the hand that draws it stays out of the picture.
        side = side.times(-1.0)
    reach = (flag.width_mm + key.lamp.emitter.width_mm) / 2 + CLEAR_MM
    without = tuple([one for one in plan.cards if one.card.use != "flag"][: CARD_LIMIT - 1])
    open_plan = plan.model_copy(update={"cards": without})
    at = min(index, len(scenes) - 1)
    full = _lux(changed(scenes, open_plan)[at])

    def darker(place: Vector) -> float:
        """Stops below the open light with the flag at a place; it is slid, not turned."""
        look()
        toward = place.plus(way)
        card = PlacedCard(
            id="reveal",
            card=flag,
            position=LampPlace(x_mm=place.x, y_mm=place.y, z_mm=place.z),
            facing=LampAim(x_mm=toward.x, y_mm=toward.y, z_mm=toward.z),
        )
        there = open_plan.model_copy(update={"cards": (*without, card)})
        lux = _lux(changed(scenes, there)[at])
        stops = DARKEST_STOPS if lux <= 0 or full <= 0 else math.log2(full / lux)
        return min(DARKEST_STOPS, max(0.0, stops))

    ends = [start.plus(one.times(reach)) for one in (side, side.times(-1.0))]
    if darker(ends[0]) > darker(ends[1]) + LEFT_STOPS:
        ends.reverse()
    end = ends[0]
    steps = []
    for step in range(STEPS + 1):
        place = start.plus(end.minus(start).times(step / STEPS))
        steps.append(
            RevealStep(
                time_s=seconds * step / STEPS, darker_stops=darker(place), place=point(place)
            )
        )
    return RevealReply(
        lamp=key.lamp.name,
        flag=flag.name,
        owned=mine,
        steps=tuple(steps),
        says=_says(scene, key, flag, steps, start, end),
    )


def _lux(scene: CameraStudy) -> float:
    light = scene.light
    return 0.0 if light is None else light.mean_lx


def _says(
    scene: CameraStudy, key: LampStudy, flag: LightCard, steps: list[RevealStep],
    start: Vector, end: Vector,
) -> Sentence:  # fmt: skip
    dark = steps[0].darker_stops
    line = say(
        "Hold {flag} before {lamp}, its middle ", flag=flag.name, lamp=key.lamp.name
    ) + place_words(scene.bench, start.x, start.y)
    line += say(", {high} above the table: the work is {dark} darker. ", high=mm(start.z),
                dark=Quantity(value=round(dark, 1), unit="stops"))  # fmt: skip
    line += say(
        "Draw it {far} aside in {seconds}.",
        far=mm(end.minus(start).length),
        seconds=Quantity(value=steps[-1].time_s, unit="seconds"),
    )
    if dark < DARK_ENOUGH_STOPS:
        line += say(
            " That is little: other light reaches the work. Switch it off, or take a larger flag."
        )
    return line
