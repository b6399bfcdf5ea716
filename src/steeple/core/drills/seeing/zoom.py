"""Which zoom fits the zone from here?"""

from __future__ import annotations

from random import Random

from steeple.core.drills.kind import DrillKind, Found, Truth, margin_of
from steeple.core.drills.making import FLAT, TALL, looks_down, made_plan, to_cm, with_camera
from steeple.core.drills.seeing.lens_height import sensor_width, thin_height_mm
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Position
from steeple.core.study.base.sentence import mm, say
from steeple.core.study.lens.framing import framing_of
from steeple.core.study.lens.heights import height_range
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.plan_study import CameraStudy

FAIR_MM, FAIR_SHARE = 1.0, 0.05
HALVINGS = 24


def _vary(rng: Random, plan: Plan) -> Plan | None:
    still = looks_down(plan)
    lens = None if still is None else still.cameras[0].lens
    if still is None or lens is None or lens.focal_max_mm - lens.focal_min_mm < 4:
        return None
    height = to_cm(rng.uniform(350.0, 1400.0))
    # The zoom stands anywhere: what it must be is asked.
    return with_camera(
        still, position=Position(z_mm=height), focal_mm=lens.focal_min_mm, f_number=None
    )


def longest_focal_mm(lens: LensStudy) -> float | None:
    """The longest zoom setting at which the zone is still in the picture from where the lens is, millimetres; None where
    that is not between the ends of the zoom.

    Parameters
    ----------
    lens
        a camera that looks down through a zoom.
    """
    glass = lens.camera.lens
    if glass is None:
        return None

    def needs(focal: float) -> float:
        needed = height_range(framing_of(lens.camera, lens.work, focal), focal).at("zone")
        return float("inf") if needed is None else needed

    height = lens.settings.value_mm
    low, high = glass.focal_min_mm, glass.focal_max_mm
    if needs(low) > height or needs(high) <= height:
        return None
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        if needs(middle) <= height:
            low = middle
        else:
            high = middle
    return low


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    lens = cameras[0].lens
    if lens is None or not lens.by_height or lens.camera.lens is None:
        return None
    truth = longest_focal_mm(lens)
    if truth is None:
        return None
    glass, work, height = lens.camera.lens, lens.work, lens.settings.value_mm
    one_mm = thin_height_mm(lens.camera, 1.0, work.plane)
    known = truth if one_mm is None else height / one_mm
    fair = max(FAIR_MM, FAIR_SHARE * truth)
    return Found(
        truth=(truth,), margin=margin_of(truth - known, fair),
        asks=say(
            "The lens hangs {height} over the table, before a sensor {sensor} wide. How far in can it zoom, with {wide} × {deep} in the picture, up to "
            "{top} high and with {margin} round it?",
            sensor=sensor_width(lens.camera), height=mm(height), wide=mm(work.plane.width_mm), deep=mm(work.plane.depth_mm), top=mm(work.top_mm),
            margin=mm(work.margin_mm),
        ),
        reason=say(
            "From the lens to the top of the work it is {near}, not {height}: what stands high comes near and needs a "
            "shorter setting.", near=mm(height - work.top_mm), height=mm(height),
        ),
        low=glass.focal_min_mm, high=glass.focal_max_mm, figure="lens.covered_top_width",
    )  # fmt: skip


def _solved(plan: Plan, truth: Truth) -> Plan:
    return with_camera(plan, focal_mm=round(truth[0], 2))


ZOOM = DrillKind(
    id="zoom", title="Choose the zoom", step="lens", form="rule", view="side", unit="mm_exact",
    fair=FAIR_MM, fair_share=FAIR_SHARE, vary=_vary, found=_found,
    make=lambda rng, owned: made_plan(rng, owned, (*FLAT, *TALL), zoom=True),
    teaches=("lens.detail-lost", "lens.zone-cut-off", "lens.crop-beyond-recording"), solved=_solved,
)  # fmt: skip
