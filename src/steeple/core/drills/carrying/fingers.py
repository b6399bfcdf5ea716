"""Which camera sees the fingers?"""

from __future__ import annotations

from random import Random

from steeple.core.drills.carrying.views import made_views, with_views
from steeple.core.drills.kind import DrillKind, Found
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import percent, say
from steeple.core.study.plan_study import CameraStudy

VIEWS = 3
UP_DEG = (30.0, 60.0)
LEAST_APART = 0.04


def _vary(rng: Random, plan: Plan) -> Plan | None:
    if plan.maker.away:
        return None
    ways = [rng.uniform(0.0, 360.0)]
    while len(ways) < VIEWS:
        ways.append(ways[-1] + rng.uniform(40.0, 130.0))
    rng.shuffle(ways)
    return with_views(plan, [(way, rng.uniform(*UP_DEG), rng.uniform(1.15, 1.4)) for way in ways])


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    if len(cameras) < VIEWS or any(one.angles is None for one in cameras):
        return None
    seen = [one.angles.mean_action for one in cameras if one.angles is not None]
    ranked = sorted(range(len(seen)), key=lambda at: -seen[at])
    best, second = ranked[0], ranked[1]
    apart = seen[best] - seen[second]
    if apart < LEAST_APART:
        return None
    return Found(
        truth=(float(best),), margin=min(1.0, apart),
        asks=say("The hands go over all of the work. From which of these places are fingers and tool seen best?"),
        reason=say(
            "Over all poses {best} of fingers and tool are seen from there, from the next best {second}: arms and head stand "
            "before what lies behind them.", best=percent(seen[best]), second=percent(seen[second]),
        ),
        hints={f"seen_{at}": share for at, share in enumerate(seen)},
        pictures=tuple(range(len(cameras))),
    )  # fmt: skip


FINGERS = DrillKind(
    id="fingers", title="Which camera sees the fingers?", step="angles", form="picture", view="plan", unit="count",
    fair=1.0, vary=_vary, found=_found, make=made_views, tries=4,
    teaches=("angles.action-behind-thing", "lens.hands-hide-work"),
)  # fmt: skip
