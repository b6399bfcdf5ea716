"""Is this frame level?"""

from __future__ import annotations

import math
from random import Random

from steeple.core.drills.kind import DrillKind, Found
from steeple.core.drills.making import FLAT, looks_down, made_plan, middle_focal, to_cm, with_camera
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.as_built import AsBuilt
from steeple.core.plan.parts.cameras.camera import Position
from steeple.core.plan.parts.work import Item, Work
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.inputs.work import given_work
from steeple.core.study.plan_study import CameraStudy

FAIR_DEG, MOST_DEG, THIN_MM = 0.7, 6.0, 5.0
USUAL_SENSOR_MM, ROOM, LOWEST_MM, HIGHEST_MM = 23.5, 1.25, 250.0, 2500.0
ANY_DAY = "2026-01-01"
"""A frame of practice was taken on no day; a measured camera must name one."""


def _vary(rng: Random, plan: Plan) -> Plan | None:
    still = looks_down(plan)
    if still is None:
        return None
    camera = still.cameras[0]
    body = camera.body
    sensor = (body.modes[0].sensor_width_mm if body is not None else None) or USUAL_SENSOR_MM
    focal = middle_focal(camera)
    plane = given_work(plan, Assumptions()).plane
    across = max(plane.width_mm, plane.depth_mm * 16 / 9)
    height = to_cm(min(HIGHEST_MM, max(LOWEST_MM, ROOM * across * (focal or sensor) / sensor)))
    turned = round(rng.uniform(-MOST_DEG, MOST_DEG), 1)
    built = AsBuilt(on=ANY_DAY, x_mm=0.0, y_mm=0.0, z_mm=height, tilt_deg=0.0, turn_deg=turned)
    # Nobody is before the edges that are looked at.
    alone = still.model_copy(
        update={"work": with_sheet(still), "maker": still.maker.model_copy(update={"away": True})}
    )
    return with_camera(
        alone, focal_mm=focal, f_number=None, position=Position(z_mm=height), as_built=built
    )


def with_sheet(plan: Plan) -> Work:
    """The work with a board laid square on it: edges that should be level.

    Parameters
    ----------
    plan
        any.
    """
    plane = given_work(plan, Assumptions()).plane
    board = Item(
        kind="box", name="a board, laid square", x_mm=0.0, y_mm=0.0, height_mm=THIN_MM,
        width_mm=round(0.7 * plane.width_mm), depth_mm=round(0.7 * plane.depth_mm),
    )  # fmt: skip
    return plan.work.model_copy(update={"items": (board,)})


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    camera, sight = cameras[0].camera, cameras[0].sight
    if camera is None or camera.as_built is None or sight is None or sight.seen_surface is None:
        return None
    turned = camera.as_built.turn_deg
    return Found(
        # What is turned but a little looks level.
        truth=(turned,), margin=min(1.0, abs(turned) / MOST_DEG),
        asks=say("The camera did not hang square to the work. Turn the picture until it is level."),
        reason=say(
            "Along an edge of {wide} a turn of {turned} is {off}: hold a ruler to an edge of the work that should be level.",
            wide=mm(cameras[0].work.plane.width_mm), turned=Quantity(value=abs(turned), unit="deg"),
            off=mm(off_mm(cameras[0].work.plane.width_mm, turned)),
        ),
        low=-2 * MOST_DEG, high=2 * MOST_DEG, pictures=(0,),
    )  # fmt: skip


def off_mm(along_mm: float, turned_deg: float) -> float:
    """How far an edge is off at its end where the picture is turned.

    Parameters
    ----------
    along_mm, turned_deg
        length of the edge; the turn.
    """
    return abs(along_mm * math.sin(math.radians(turned_deg)))


LEVEL = DrillKind(
    id="level", title="Is this frame level?", step="lens", form="turn", view="pictures", unit="deg",
    fair=FAIR_DEG, vary=_vary, found=_found, make=lambda rng, owned: made_plan(rng, owned, FLAT),
    teaches=("lens.keystone", "lens.way-round"), figures=("camera.tilt",),
)  # fmt: skip
