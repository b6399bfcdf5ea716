"""Up to which height will it be sharp?"""

from __future__ import annotations

from random import Random

from steeple.core.drills.kind import DrillKind, Found, margin_of
from steeple.core.drills.making import FLAT, TALL, looks_down, made_plan, to_cm, with_camera
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Position
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.plan_study import CameraStudy

FAIR_MM, FAIR_SHARE = 8.0, 0.2
STOPS = (2.8, 4.0, 5.6, 8.0, 11.0)
FOCUSED_MM = 0.0


def _vary(rng: Random, plan: Plan) -> Plan | None:
    still = looks_down(plan)
    lens = None if still is None else still.cameras[0].lens
    if still is None or lens is None:
        return None
    widest = max(lens.f_number_wide, lens.f_number_long)
    stops = [one for one in STOPS if one >= widest] or [widest]
    return with_camera(
        still, focal_mm=float(round(rng.uniform(lens.focal_min_mm, lens.focal_max_mm))),
        f_number=rng.choice(stops), focus_height_mm=FOCUSED_MM,
        position=Position(z_mm=to_cm(rng.uniform(350, 1100))),
    )  # fmt: skip


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    lens, sight = cameras[0].lens, cameras[0].sight
    if (
        lens is None
        or sight is None
        or lens.settings.focal_mm is None
        or lens.settings.f_number is None
    ):
        return None
    truth, height = sight.sharp_up_to_mm, lens.settings.value_mm
    if truth is None or not 5.0 <= truth <= 0.6 * height:
        return None
    fair = max(FAIR_MM, FAIR_SHARE * truth)
    return Found(
        truth=(truth,), margin=margin_of(truth - lens.work.top_mm, fair),
        asks=say(
            "The lens is focused on the table, {height} below it: {focal} at {stop}. Up to which height over the table is it "
            "sharp?", height=mm(height), focal=Quantity(value=lens.settings.focal_mm, unit="mm_exact"),
            stop=Quantity(value=lens.settings.f_number, unit="f_number"),
        ),
        reason=say(
            "Depth of field grows with the square of the distance and shrinks with the square of the focal length; the work "
            "here is {top} high.", top=mm(lens.work.top_mm),
        ),
        low=0.0, high=0.6 * height, figure="lens.sharp_up_to",
    )  # fmt: skip


SHARP = DrillKind(
    id="sharp", title="Will it be sharp?", step="lens", form="height", view="side", unit="mm",
    fair=FAIR_MM, fair_share=FAIR_SHARE, vary=_vary, found=_found,
    make=lambda rng, owned: made_plan(rng, owned, (*FLAT, *TALL)),
    teaches=("lens.not-sharp-throughout", "lens.too-close-to-focus", "lens.diffraction-soft"),
)  # fmt: skip
