"""The roll step as the registry has it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from steeple.core.plan.document import Plan
from steeple.core.study.base.step import Step
from steeple.core.study.roll.answer import roll_answer
from steeple.core.study.roll.card import roll_sections
from steeple.core.study.roll.drawing import RollDrawing, roll_drawing
from steeple.core.study.roll.figures import ROLL_FIGURES, RollNumbers
from steeple.core.study.roll.study import RollStudy, study_roll


def _reads(plan: Plan, of: str) -> Sequence[object]:
    """What runs, on what, and when; nothing of where it stands."""
    del of
    cameras = tuple(
        (one.id, one.role, one.body, one.body_id, one.mode, one.storage, one.supply)
        for one in plan.cameras
    )
    lights = tuple(
        (one.id, one.fixture, one.level_percent, one.lit, one.supply) for one in plan.lights
    )
    mics = tuple((one.id, one.gear, one.supply) for one in plan.mics if one.gear.wireless)
    return (
        cameras, lights, mics, plan.leads, plan.recorders, plan.banks, plan.session, plan.stages, plan.setups,
        plan.room.daylight, plan.room.circuit_w, plan.delivery,
    )  # fmt: skip


ROLL: Final[Step[RollStudy]] = Step(
    id="roll",
    scope="plan",
    needs=(),
    reads=_reads,
    study=study_roll,
    drawn=RollDrawing,
    drawing=lambda study, _of: roll_drawing(study),
    answer=roll_answer,
    figures=ROLL_FIGURES,
    numbers=lambda study, assumptions, _of: RollNumbers(study, assumptions),
    card=roll_sections,
)
