"""Which picture jumps when one cuts to it?"""

from __future__ import annotations

from random import Random

from steeple.core.drills.carrying.views import made_views, with_views
from steeple.core.drills.kind import DrillKind, Found
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.plan_study import CameraStudy

VIEWS = 4
LEAST_SEEN = 0.3
"""Less of the work than this is no picture of it."""
UP_DEG, NEAR_DEG, FAR_DEG = (30.0, 55.0), (8.0, 27.0), (44.0, 150.0)
"""How high views of chance look from, and how far round the work the one that jumps is from the first, and the others."""


def _vary(rng: Random, plan: Plan) -> Plan | None:
    first, up, wide = rng.uniform(0.0, 360.0), rng.uniform(*UP_DEG), rng.uniform(1.15, 1.35)
    views = [
        (first + rng.choice((-1, 1)) * rng.uniform(*NEAR_DEG), up + rng.uniform(-4.0, 4.0), wide)
    ]
    for side in (-1, 1):
        views.append(
            (
                first + side * rng.uniform(*FAR_DEG),
                rng.uniform(*UP_DEG),
                wide * rng.uniform(0.95, 1.1),
            )
        )
    rng.shuffle(views)
    return with_views(plan, [(first, up, wide), *views])


def _sees(camera: CameraStudy) -> bool:
    """Whether a picture shows enough of the work to be compared, and not a back."""
    return camera.angles is not None and camera.angles.mean_zone >= LEAST_SEEN


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    angles = cameras[0].angles
    if angles is None or len(cameras) < VIEWS or not all(_sees(one) for one in cameras):
        return None
    ids = [one.about for one in cameras]
    cuts = {one.other: one for one in angles.cuts if one.same}
    torn = [one for one in cuts.values() if one.join == "torn"]
    if len(torn) != 1 or len(cuts) < VIEWS - 1:
        return None
    worst = torn[0]
    others = [one.angle_deg for one in cuts.values() if one is not worst]
    return Found(
        truth=(float(ids.index(worst.other)),),
        margin=max(0.0, min(1.0, (min(others) - worst.angle_deg) / 90.0)),
        asks=say("From the first picture one cuts to one of the others. Which of them jumps?"),
        reason=say(
            "It stands only {angle} from the first and shows the work as large: {ratio} of its size. The others are {next} away "
            "or more.", angle=Quantity(value=round(worst.angle_deg), unit="deg"),
            ratio=Quantity(value=round(worst.size_ratio, 2), unit="times"), next=Quantity(value=round(min(others)), unit="deg"),
        ),
        pictures=tuple(range(len(cameras))), right=(),
    )  # fmt: skip


JUMP = DrillKind(
    id="jump", title="Which two pictures jump?", step="angles", form="picture", view="pictures", unit="count",
    fair=1.0, vary=_vary, found=_found, make=made_views, tries=4,
    teaches=("angles.jump", "angles.line-crossed", "angles.swapped"),
)  # fmt: skip
