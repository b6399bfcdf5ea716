"""The work step as the registry has it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from steeple.core.plan.document import Plan
from steeple.core.study.base.step import Step
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.work.answer import work_answer
from steeple.core.study.work.card import work_sections
from steeple.core.study.work.drawing import WorkDrawing, work_drawing
from steeple.core.study.work.figures import WORK_FIGURES, WorkNumbers
from steeple.core.study.work.study import study_work


def _reads(plan: Plan, of: str) -> Sequence[object]:
    """Everything but cameras, supports and lamps; of the room nothing that only gives light."""
    del of
    dark: dict[str, object] = {
        "windows": (), "daylight": None, "circuit_w": None, "learned_daylight_share": None,
    }  # fmt: skip
    room = plan.room.model_copy(update=dark)
    maker = plan.maker.model_copy(update={"learned_set_up_share": None})
    return plan.delivery, room, plan.table, plan.work, maker


WORK: Final[Step[GivenWork]] = Step(
    id="work",
    scope="plan",
    needs=(),
    reads=_reads,
    study=study_work,
    drawn=WorkDrawing,
    drawing=lambda work, _of: work_drawing(work),
    answer=work_answer,
    figures=WORK_FIGURES,
    numbers=lambda work, assumptions, _of: WorkNumbers(work, assumptions),
    card=work_sections,
)
