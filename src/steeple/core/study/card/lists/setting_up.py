"""How long it takes to set a plan up, and how long its maker takes for it."""

from __future__ import annotations

from typing import Final

from steeple.core.plan.document import Plan
from steeple.core.study.inputs.support_forms import FORMS

LAMP_MIN: Final = 4.0
MIC_MIN: Final = 3.0
CAMERA_MIN: Final = 5.0
"""Minutes for a lamp, a microphone, a camera with its lens; planning values."""


def planned_min(plan: Plan) -> float:
    """How long it takes to set a rig up, minutes; planning values, whoever does it.

    Parameters
    ----------
    plan
        any.
    """
    held = sum(FORMS[one.gear.form].minutes for one in plan.supports)
    cameras = CAMERA_MIN * sum(one.body is not None for one in plan.cameras)
    lamps = LAMP_MIN * sum(one.lit and not one.stays for one in plan.lights)
    return held + cameras + lamps + MIC_MIN * len(plan.mics)


def own_min(plan: Plan, minutes: float | None = None) -> float:
    """The same by how long its maker took before, where the plan has learned that.

    Parameters
    ----------
    plan
        any.
    minutes
        of a part of the work, as planned; None = of all of it.
    """
    usual = planned_min(plan) if minutes is None else minutes
    return usual * (plan.maker.learned_set_up_share or 1.0)
