"""Where does the shadow fall?"""

from __future__ import annotations

from random import Random

import numpy as np

from steeple.core.drills.kind import DrillKind, Found
from steeple.core.drills.lighting.lamps import LAMPS, fixture_of, hung, somewhere, with_lamp
from steeple.core.drills.making import FLAT, made_plan
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.inputs.maker import MIDDLE_POSE
from steeple.core.study.light.lamps.targets import depth_of
from steeple.core.study.plan_study import CameraStudy

FAIR_MM, FAIR_OF_WIDTH = 25.0, 0.1
LEAST_STOPS, DEEP_SHARE = 0.5, 0.85
"""What is less deep is no shadow to look for; what is so deep is as right as the deepest place."""


def _vary(rng: Random, plan: Plan) -> Plan | None:
    bare = hung(rng, plan)
    if bare is None or bare.maker.away:
        return None
    return with_lamp(bare, fixture_of(rng.choice(LAMPS)), somewhere(rng, (25.0, 65.0)))


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    light = cameras[0].light
    if light is None or not light.lamps:
        return None
    points = light.ground.targets.points[MIDDLE_POSE]
    if not len(points):
        return None
    depth = depth_of(light.together.pose_things[MIDDLE_POSE], light.together.pose_all[MIDDLE_POSE])
    on_work = points[:, 2] < 10.0 + light.work.face_mm
    if not on_work.any():
        return None
    points, depth = points[on_work], depth[on_work]
    worst = float(depth.max())
    if worst < LEAST_STOPS:
        return None
    deep = points[depth >= DEEP_SHARE * worst]
    middle = deep.mean(axis=0)
    first = deep[int(np.argmin(((deep - middle) ** 2).sum(axis=1)))]
    lamp = light.lamps[0].lamp.emitter.centre
    return Found(
        truth=(float(first[0]), float(first[1])),
        right=tuple((float(x), float(y)) for x, y, _ in deep),
        # A small dark place is harder to find than a broad one.
        margin=min(1.0, len(deep) / len(points) + 0.02 * worst),
        asks=say(
            "One lamp, {height} over the table, lights the hands in the middle of the work. Where on the work is their shadow "
            "deepest?", height=mm(lamp.z),
        ),
        reason=say(
            "It falls away from the lamp, the farther the lower the lamp stands; there {stops} are missing.",
            stops=Quantity(value=round(worst, 1), unit="stops"),
        ),
        hints={"lamp_x_mm": lamp.x, "lamp_y_mm": lamp.y, "lamp_z_mm": lamp.z},
    )  # fmt: skip


SHADOW = DrillKind(
    id="shadow", title="Where does the shadow fall?", step="light", form="place", view="plan", unit="mm",
    fair=FAIR_MM, vary=_vary, found=_found, make=lambda rng, owned: made_plan(rng, owned, FLAT), tries=4,
    teaches=("light.hand-shadow", "light.rig-shadow", "light.double-shadow"),
)  # fmt: skip
