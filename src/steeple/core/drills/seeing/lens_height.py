"""How high must the lens hang?"""

from __future__ import annotations

from random import Random

from steeple.core.drills.kind import DrillKind, Found, Truth, far_end, margin_of
from steeple.core.drills.making import FLAT, TALL, any_focal, looks_down, made_plan, with_camera
from steeple.core.geometry.workplane import WorkPlane
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Position
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.inputs.camera import GivenCamera
from steeple.core.study.plan_study import CameraStudy

FAIR_MM, FAIR_SHARE = 20.0, 0.04
LOWEST_MM, HIGHEST_MM = 100.0, 2500.0


def _vary(rng: Random, plan: Plan) -> Plan | None:
    still = looks_down(plan)
    if still is None:
        return None
    focal = any_focal(rng, still.cameras[0])
    return with_camera(still, focal_mm=focal, f_number=None, position=Position())


def thin_height_mm(camera: GivenCamera, focal_mm: float, plane: WorkPlane) -> float | None:
    """The height by the rule that everybody knows: side of the work × focal length ÷ side of the sensor, for the side
    that needs more.

    Parameters
    ----------
    camera, focal_mm
        for its sensor; the zoom setting.
    plane
        the work.

    Returns
    -------
    None for a camera whose sensor is not known.
    """
    area = camera.area_mm
    if area is None:
        return None
    return focal_mm * max(plane.width_mm / area.width, plane.depth_mm / area.height)


def sensor_width(camera: GivenCamera) -> Quantity:
    """The width of the sensor that is used.

    Parameters
    ----------
    camera
        with a known sensor.
    """
    return Quantity(
        value=0.0 if camera.area_mm is None else round(camera.area_mm.width, 1), unit="mm_exact"
    )


def deep_decides(camera: GivenCamera, plane: WorkPlane) -> bool:
    """Whether the depth of the work needs more of the picture than its width.

    Parameters
    ----------
    camera, plane
        for the shape of its picture; the work.
    """
    area = camera.area_mm
    return area is not None and plane.depth_mm / area.height > plane.width_mm / area.width


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    lens = cameras[0].lens
    if lens is None or not lens.by_height:
        return None
    truth = lens.settings.heights.at("zone")
    if truth is None or not LOWEST_MM <= truth <= HIGHEST_MM:
        return None
    work, focal = lens.work, lens.settings.focal_mm
    known = None if focal is None else thin_height_mm(lens.camera, focal, work.plane)
    asks = say(
        "How high must the lens hang over the table for {wide} × {deep} to be in the picture, up to {top} high and with "
        "{margin} round it?",
        wide=mm(work.plane.width_mm), deep=mm(work.plane.depth_mm), top=mm(work.top_mm), margin=mm(work.margin_mm),
    )  # fmt: skip
    reason = say(
        "The top of the work is {top} nearer to the lens and sees less of the picture; {margin} are kept on every side.",
        top=mm(work.top_mm), margin=mm(work.margin_mm),
    )  # fmt: skip
    if known is not None and focal is not None:
        side = "depth" if deep_decides(lens.camera, work.plane) else "width"
        reason += say(
            " The {side} of the work decides: {side} × focal length ÷ {side} of the sensor alone gives {known}.",
            side=side,
            known=mm(round(known)),
        )
        asks += say(
            " The lens is set to {focal}, on a sensor {wide} wide.",
            focal=Quantity(value=focal, unit="mm_exact"),
            wide=sensor_width(lens.camera),
        )
    fair = max(FAIR_MM, FAIR_SHARE * truth)
    return Found(
        truth=(truth,), margin=margin_of(truth - (known if known is not None else 0.7 * truth), fair),
        asks=asks, reason=reason, low=LOWEST_MM, high=far_end(truth, work.table_height_mm + work.plane.width_mm, 50.0), figure="lens.least_height",
    )  # fmt: skip


def _solved(plan: Plan, truth: Truth) -> Plan:
    return with_camera(plan, position=Position(z_mm=round(truth[0], 1)))


LENS_HEIGHT = DrillKind(
    id="lens-height", title="Set the lens height", step="lens", form="height", view="side", unit="mm",
    fair=FAIR_MM, fair_share=FAIR_SHARE, vary=_vary, found=_found,
    make=lambda rng, owned: made_plan(rng, owned, (*FLAT, *TALL)),
    teaches=("lens.zone-cut-off", "lens.past-table-edge", "lens.stand-ends"),
    figures=("lens.focal",), solved=_solved,
)  # fmt: skip
