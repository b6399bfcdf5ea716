"""Every rule of the work step, in the order in which its finding is shown."""

from __future__ import annotations

from steeple.core.findings.rule import StepRules
from steeple.core.findings.work.cautions import CAUTIONS
from steeple.core.findings.work.maker import out_of_reach, table_height
from steeple.core.findings.work.surface import mat_too_alike
from steeple.core.findings.work.zone import item_above_top, item_outside_zone, zone_off_table

WORK_RULES = StepRules(
    step="work",
    cautions=CAUTIONS,
    rules=(
        zone_off_table,
        item_above_top,
        item_outside_zone,
        out_of_reach,
        table_height,
        mat_too_alike,
    ),
)
