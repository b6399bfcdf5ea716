"""Soft light or bare: two schools, and no right answer."""

from __future__ import annotations

from random import Random

from steeple.core.drills.kind import DrillKind, Found
from steeple.core.drills.lighting.lamps import hung, somewhere
from steeple.core.drills.making import FLAT, made_plan
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.parts.lamp import LampPlace, Light
from steeple.core.study.base.sentence import Sentence, mm, percent, say
from steeple.core.study.light.dome import soft_mm
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import CameraStudy

SOFT = Fixture(
    name="Soft box, 60 across", emitter="rectangle", width_mm=600, height_mm=600, flux_lm=4000, beam_deg=105,
    cct_k=5600, colour_rendering=95, least_level_percent=5, flicker="free", mass_g=2200, power_w=70,
)  # fmt: skip
BARE = Fixture(
    name="Bare bulb", emitter="bulb", width_mm=60, flux_lm=4000, cct_k=5600, colour_rendering=95,
    least_level_percent=5, flicker="free", mass_g=400, power_w=40,
)  # fmt: skip
"""Two lamps that give the same light, through a wide cloth or from a small bulb."""
CASTER_MM = 40.0
"""So high over the work a hand throws its shadow."""


def _vary(rng: Random, plan: Plan) -> Plan | None:
    bare = hung(rng, plan)
    if bare is None:
        return None
    place = somewhere(rng, (45.0, 70.0))
    at = LampPlace(x_mm=round(place.x), y_mm=round(place.y), z_mm=round(place.z))
    return bare.model_copy(
        update={"lights": tuple(Light(id=id_, fixture=one, position=at, lit=id_ == "soft")
                                for id_, one in (("soft", SOFT), ("bare", BARE)))}
    )  # fmt: skip


def gains(light: LightStudy, index: int) -> Sentence:
    """What one of the two lamps gives alone.

    Parameters
    ----------
    light, index
        with both lamps; which of them.
    """
    lamp = light.lamps[index]
    return say(
        "the edges of shadows are soft over {soft}; {share} of its light gets past hands and head; {glare} of the work "
        "mirrors it",
        soft=mm(soft_mm(light.work.plane, lamp.lamp.emitter, CASTER_MM)), share=percent(lamp.share),
        glare=percent(lamp.glare),
    )  # fmt: skip


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    light = cameras[0].light
    if light is None or len(light.lamps) != 2:
        return None
    return Found(
        truth=(), margin=0.5,
        asks=say("The same light from the same place, through a wide cloth or from a bare bulb. Which would you film this under?"),
        reason=say("Soft light forgives where hands go; bare light draws every thread and every scratch."),
        sides=(("soft", gains(light, 0)), ("bare", gains(light, 1))),
        pictures=(0,),
    )  # fmt: skip


SCHOOLS = DrillKind(
    id="soft-or-bare", title="Two schools: soft light or bare", step="light", form="choice", view="pictures", unit="count",
    fair=1.0, vary=_vary, found=_found, make=lambda rng, owned: made_plan(rng, owned, FLAT), tries=1,
    teaches=("light.hard-edge",),
)  # fmt: skip
