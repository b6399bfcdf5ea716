"""The set-up card as a file."""

from __future__ import annotations

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.units import UnitSystem
from steeple.formats.card_pdf import Paper, card_pdf


def card_file(plan: Plan, *, paper: Paper, system: UnitSystem) -> bytes:
    """The card of a plan as a PDF of a page for each camera."""
    evaluation = evaluate(plan, try_mends=False)
    return card_pdf(evaluation.cards, evaluation.cautions, paper=paper, system=system)
