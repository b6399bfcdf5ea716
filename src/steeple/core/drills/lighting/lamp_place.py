"""Put the lamp where there is no shadow."""

from __future__ import annotations

from random import Random

from steeple.core.drills.kind import DrillKind, Found, Truth
from steeple.core.drills.lighting.lamps import LAMPS, fixture_of, hung, somewhere, with_lamp
from steeple.core.drills.making import FLAT, made_plan
from steeple.core.geometry.vectors import ORIGIN
from steeple.core.plan.document import Plan
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.sentence import Quantity, percent, say
from steeple.core.study.inputs.lamp import spot_at
from steeple.core.study.light.dome import Direction, best_of, directions, dome, merit
from steeple.core.study.plan_study import CameraStudy

FAIR_DEG, DISTANCE_MM = 20.0, 900.0
LOOKED = (12, (20.0, 35.0, 50.0, 65.0, 80.0))
AS_GOOD = 0.05
"""A way whose merit is less than this below the best is as right."""


def _vary(rng: Random, plan: Plan) -> Plan | None:
    bare = hung(rng, plan)
    if bare is None or bare.maker.away:
        return None
    lamp = fixture_of(rng.choice(LAMPS))
    return with_lamp(bare, lamp, somewhere(rng, (30.0, 60.0)))


def looked_at(camera: CameraStudy) -> tuple[Direction, ...]:
    """The ways that are looked at for the lamp of a scene: twelve by the clock, at five heights.

    Parameters
    ----------
    camera
        of a plan with a lamp.
    """
    light = camera.light
    if light is None or not light.lamps:
        return ()
    return dome(
        light.scene, light.lamps[0].lamp.part.fixture, distance_mm=DISTANCE_MM,
        where=directions(*LOOKED), draft=True,
    )  # fmt: skip


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    found = looked_at(cameras[0])
    best = best_of(found)
    if best is None:
        return None
    able = [one for one in found if one.free]
    right = [one for one in able if merit(one) >= merit(best) - AS_GOOD]
    if len(right) > 0.6 * len(found):
        return None
    return Found(
        truth=best.way, right=tuple(one.way for one in right), margin=len(right) / len(found),
        asks=say("Where does this lamp stand so that neither hands nor head nor camera throw a shadow, and nothing glares?"),
        reason=say(
            "From {clock}, {up} up, {share} of its light arrives over all poses; {glare} of the work would mirror it.",
            clock=clock_words(best.azimuth_deg), up=Quantity(value=best.elevation_deg, unit="deg"), share=percent(best.share),
            glare=percent(best.glare),
        ),
    )  # fmt: skip


def _solved(plan: Plan, truth: Truth) -> Plan:
    place = spot_at(ORIGIN, truth[0], truth[1], DISTANCE_MM)
    return with_lamp(plan, plan.lights[0].fixture, place)


LAMP_PLACE = DrillKind(
    id="lamp-place", title="Put the lamp where there is no shadow", step="light", form="way", view="dome", unit="deg",
    fair=FAIR_DEG, vary=_vary, found=_found, make=lambda rng, owned: made_plan(rng, owned, FLAT), tries=3, solved=_solved,
    teaches=("light.head-shadow", "light.lamp-in-frame", "light.unplaceable"),
)  # fmt: skip
