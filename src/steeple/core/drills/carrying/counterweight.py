"""Will it tip, and what keeps it?"""

from __future__ import annotations

from random import Random

from steeple.core.drills.kind import DrillKind, Found, Truth, margin_of
from steeple.core.drills.making import (
    FLAT,
    looks_down,
    made_plan,
    middle_focal,
    to_cm,
    usual,
    with_camera,
)
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.holding.support import Support
from steeple.core.plan.parts.cameras.camera import Position
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.plan_study import CameraStudy

FAIR_G, FAIR_SHARE, MOST_G, LEAST_G = 700.0, 0.25, 12_000.0, 200.0
STANDS = ("boom", "tripod-arm")
MANY = 10.0
BAG_WORDS = {
    "column": "on its column", "leg under the boom": "on the leg under the boom",
    "legs behind": "on the legs behind",
}  # fmt: skip


def _vary(rng: Random, plan: Plan) -> Plan | None:
    own = next((one for one in plan.supports if one.gear.anchor == "floor"), None)
    still = looks_down(plan)
    if still is None:
        return None
    gear = own.gear if own is not None else usual(rng.choice(STANDS))
    assert isinstance(gear, Support)
    # Legs and load of chance: a wide foot or a narrow one, a light stand or a heavy one.
    varied = gear.model_copy(
        update={
            "footprint_mm": None if gear.footprint_mm is None else to_cm(gear.footprint_mm * rng.uniform(0.75, 1.25)),
            "mass_g": None if gear.mass_g is None else round(gear.mass_g * rng.uniform(0.6, 1.2), -2),
        }
    )  # fmt: skip
    placed = PlacedSupport(id="practice", gear=varied)
    height = to_cm(rng.uniform(450.0, 1000.0))
    focal = middle_focal(still.cameras[0])
    hung = with_camera(
        still, support="practice", position=Position(z_mm=height), focal_mm=focal, f_number=None
    )
    return hung.model_copy(update={"supports": (placed,)})


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    hold = cameras[0].hold
    if hold is None or hold.tipping is None or hold.placement is None:
        return None
    bags = [
        (mass, place)
        for place, mass in hold.tipping.sandbags
        if LEAST_G <= mass <= MOST_G and place in BAG_WORDS
    ]
    if not bags:
        return None
    mass, place = min(bags)
    reach = hold.placement.reach_mm
    gear = hold.support.gear
    camera_g = 0.0 if hold.loads is None else hold.loads.total_g
    return Found(
        truth=(mass,),
        # The belief that comes first: what balances the camera does.
        margin=margin_of(mass - camera_g, max(FAIR_G, FAIR_SHARE * mass)),
        asks=say(
            "A camera of {load} hangs {reach} out, {height} over the table. How heavy a bag {where} keeps the stand "
            "({mass}) up when a shoulder brushes it?",
            where=BAG_WORDS[place], load=Quantity(value=camera_g, unit="g"), reach=mm(reach), height=mm(hold.held.screw.z),
            mass=Quantity(value=gear.mass_g or 0.0, unit="g"),
        ),
        reason=say(
            "Without it the stand bears {still} the moment that pulls at it, and {knocked} with a knock at its highest "
            "point; 1.5 times are wanted.",
            still=_times(hold.tipping.ratio), knocked=_times(hold.tipping.knocked_ratio),
        ),
        low=0.0, high=MOST_G, figure="hold.tipping_knocked",
    )  # fmt: skip


def _times(ratio: float) -> str:
    return f"over {MANY:g} times" if ratio > MANY else f"{ratio:.2g} times"


def _solved(plan: Plan, truth: Truth) -> Plan:
    placed = plan.supports[0].model_copy(update={"sandbag_g": round(truth[0])})
    return plan.model_copy(update={"supports": (placed,)})


COUNTERWEIGHT = DrillKind(
    id="counterweight", title="Will it tip, and what keeps it?", step="hold", form="rule", view="side", unit="g",
    fair=FAIR_G, fair_share=FAIR_SHARE, vary=_vary, found=_found,
    make=lambda rng, owned: made_plan(rng, owned, FLAT), tries=6, solved=_solved,
    teaches=("hold.tips", "hold.tips-when-knocked", "hold.no-second-fixing"),
)  # fmt: skip
