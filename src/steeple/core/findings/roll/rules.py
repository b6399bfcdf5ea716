"""Every rule of the roll step, in the order in which its finding is shown."""

from __future__ import annotations

from steeple.core.findings.roll.cautions import CAUTIONS
from steeple.core.findings.roll.leads import lead_overload
from steeple.core.findings.roll.running_out import (
    bank_weak,
    battery_empty,
    card_full,
    circuit,
    clip_over_cap,
    disk_full,
)
from steeple.core.findings.roll.stops import (
    file_unknown,
    heat,
    nothing_rolls,
    restart_in_stage,
    silent_stop,
    stops_by_itself,
)
from steeple.core.findings.rule import StepRules

ROLL_RULES = StepRules(
    step="roll",
    rules=(
        nothing_rolls,
        stops_by_itself,
        silent_stop,
        restart_in_stage,
        card_full,
        battery_empty,
        heat,
        file_unknown,
        bank_weak,
        circuit,
        lead_overload,
        clip_over_cap,
        disk_full,
    ),
    cautions=CAUTIONS,
    mends_apart=True,
)
