"""The hold step as the registry has it: asked once for each support, with all that it carries."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import Final

from steeple.core.plan.document import Plan
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.card import PlacedSection
from steeple.core.study.base.step import Need, Step, carried, once
from steeple.core.study.hold.answer import hold_answer
from steeple.core.study.hold.card import hold_sections
from steeple.core.study.hold.drawing import HoldDrawing, hold_drawing
from steeple.core.study.hold.figures import HOLD_FIGURES, HoldNumbers
from steeple.core.study.hold.study import SupportStudy, standing_together, study_hold
from steeple.core.study.lens.step import LENS
from steeple.core.study.work.step import WORK


def _reads(plan: Plan, of: str) -> Sequence[object]:
    """The support, its place in the plan, what there is to join it with, and what stands on it at once."""
    index, support = next((at, one) for at, one in enumerate(plan.supports) if one.id == of)
    return index, support, plan.adapters, standing_together(plan, of)


def _drawing(study: SupportStudy, of: str) -> HoldDrawing | None:
    held = study.of(of)
    return None if held is None else hold_drawing(held)


def _numbers(study: SupportStudy, assumptions: Assumptions, of: str) -> HoldNumbers | None:
    held = study.of(of)
    return None if held is None else HoldNumbers(held, assumptions)


def _card(study: SupportStudy, of: str, fields: Collection[str]) -> Sequence[PlacedSection]:
    held = study.of(of)
    return () if held is None else hold_sections(held, fields)


HOLD: Final[Step[SupportStudy]] = Step(
    id="hold",
    scope="support",
    needs=(Need(WORK, once), Need(LENS, carried)),
    reads=_reads,
    study=study_hold,
    drawn=HoldDrawing,
    drawing=_drawing,
    answer=hold_answer,
    figures=HOLD_FIGURES,
    numbers=_numbers,
    card=_card,
)
