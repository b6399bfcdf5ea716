"""What can be found in every step."""

from __future__ import annotations

from steeple.core.findings.angles.rules import ANGLES_RULES
from steeple.core.findings.caution import CautionRule
from steeple.core.findings.hold.rules import HOLD_RULES
from steeple.core.findings.lens.rules import LENS_RULES
from steeple.core.findings.light.rules import LIGHT_RULES
from steeple.core.findings.roll.rules import ROLL_RULES
from steeple.core.findings.rule import Rule, StepRules
from steeple.core.findings.sound.rules import SOUND_RULES
from steeple.core.findings.work.rules import WORK_RULES

STEP_RULES: tuple[StepRules, ...] = (
    WORK_RULES,
    LENS_RULES,
    HOLD_RULES,
    LIGHT_RULES,
    ANGLES_RULES,
    SOUND_RULES,
    ROLL_RULES,
)
RULES: tuple[Rule, ...] = tuple(rule for step in STEP_RULES for rule in step.rules)
CAUTIONS: tuple[CautionRule, ...] = tuple(one for step in STEP_RULES for one in step.cautions)
FOLLOWS = {code: rules.step for rules in STEP_RULES for code in rules.follows}
"""What is put right after an earlier step was changed, by code, with its own step."""
