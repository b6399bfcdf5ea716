"""Every rule of the angles step, in the order in which its finding is shown."""

from __future__ import annotations

from steeple.core.findings.angles.audience import before_audience
from steeple.core.findings.angles.cautions import CAUTIONS
from steeple.core.findings.angles.cuts import jump, line_crossed, swapped
from steeple.core.findings.angles.frame import gear_in_frame
from steeple.core.findings.angles.seen import action_behind_thing
from steeple.core.findings.angles.setups import (
    change_over_long,
    idle,
    role_uncovered,
    stage_unfilmed,
    used_twice,
)
from steeple.core.findings.rule import StepRules

ANGLES_RULES = StepRules(
    step="angles",
    mends_apart=True,
    cautions=CAUTIONS,
    rules=(
        action_behind_thing,
        gear_in_frame,
        before_audience,
        jump,
        line_crossed,
        swapped,
        used_twice,
        idle,
        role_uncovered,
        stage_unfilmed,
        change_over_long,
    ),
)
