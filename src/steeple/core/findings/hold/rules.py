"""Every rule of the hold step, in the order in which its finding is shown."""

from __future__ import annotations

from steeple.core.findings.hold.bearing import (
    joint_slips,
    no_second_fixing,
    over_rating,
    rating_unknown,
)
from steeple.core.findings.hold.cautions import CAUTIONS
from steeple.core.findings.hold.mount import mount
from steeple.core.findings.hold.reaching import (
    blocks_way,
    does_not_fit,
    in_makers_place,
    no_support,
    out_of_reach,
)
from steeple.core.findings.hold.standing import cannot_join, sags, shakes, tips, tips_when_knocked
from steeple.core.findings.rule import StepRules

HOLD_RULES = StepRules(
    step="hold",
    cautions=CAUTIONS,
    rules=(
        no_support,
        mount,
        out_of_reach,
        over_rating,
        rating_unknown,
        tips,
        tips_when_knocked,
        joint_slips,
        sags,
        shakes,
        cannot_join,
        does_not_fit,
        in_makers_place,
        blocks_way,
        no_second_fixing,
    ),
)
