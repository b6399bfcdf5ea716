"""Where does the edge of the picture fall at the top of the work?"""

from __future__ import annotations

from random import Random

from steeple.core.drills.kind import DrillKind, Found, margin_of
from steeple.core.drills.making import TALL, any_focal, looks_down, made_plan, to_cm, with_camera
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Position
from steeple.core.study.base.sentence import mm, say
from steeple.core.study.plan_study import CameraStudy

FAIR_MM = 10.0
LEAST_TOP_MM = 20.0


def _vary(rng: Random, plan: Plan) -> Plan | None:
    still = looks_down(plan)
    if still is None:
        return None
    focal = any_focal(rng, still.cameras[0])
    return with_camera(
        still, focal_mm=focal, f_number=None, position=Position(z_mm=to_cm(rng.uniform(400, 1300)))
    )


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    lens = cameras[0].lens
    sight = cameras[0].sight
    if lens is None or sight is None or sight.seen_surface is None or sight.seen_top is None:
        return None
    top, height = lens.work.top_mm, lens.settings.value_mm
    if not LEAST_TOP_MM <= top <= 0.7 * height:
        return None
    at_table, at_top = sight.seen_surface.right, sight.seen_top.right
    return Found(
        truth=(at_top,), margin=margin_of(at_table - at_top, FAIR_MM),
        asks=say(
            "At the table the picture ends at the dashed line, {table} from its middle. Where does it end {top} higher, "
            "seen from a lens {height} over the table?", table=mm(at_table), top=mm(top), height=mm(height),
        ),
        reason=say(
            "The picture narrows toward the lens: at {top} of {height} it has lost that share of its width.",
            top=mm(top), height=mm(height),
        ),
        low=0.0, high=at_table, figure="lens.covered_top_width", hints={"edge_mm": at_table},
    )  # fmt: skip


EDGE_AT_TOP = DrillKind(
    id="edge-at-top", title="Where the picture ends at the top of the work", step="lens", form="edge",
    view="plan", unit="mm", fair=FAIR_MM, vary=_vary, found=_found,
    make=lambda rng, owned: made_plan(rng, owned, TALL), teaches=("lens.zone-cut-off",),
)  # fmt: skip
