"""Every rule of the angles step, in the order in which its finding is shown."""

from __future__ import annotations

from steeple.core.findings.angles.cautions import CAUTIONS
from steeple.core.findings.angles.cuts import jump, line_crossed, swapped
from steeple.core.findings.angles.frame import gear_in_frame
from steeple.core.findings.angles.seen import action_behind_thing
from steeple.core.findings.rule import StepRules

ANGLES_RULES = StepRules(
    step="angles",
    mends_apart=True,
    cautions=CAUTIONS,
    rules=(action_behind_thing, gear_in_frame, jump, line_crossed, swapped),
)
