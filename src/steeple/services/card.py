"""The set-up card: in full for the page, and as a file."""

from __future__ import annotations

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.study.cache import StudyCache
from steeple.core.study.card.drawn.lines import share_of_drawing
from steeple.core.study.card.full import FullCard, drawn_of, full_card
from steeple.core.study.plan_study import camera_studies
from steeple.core.units import UnitSystem
from steeple.formats.card.pdf import CardForm, card_pdf
from steeple.formats.drawing.style import Paper

LETTERS = {"plain": 0.042, "large": 0.06}
"""Height of letters in the drawings of the page, of their extent: on a desk, and on a phone."""


def whole_card(plan: Plan, *, letters: str = "plain", cache: StudyCache | None = None) -> FullCard:
    """Drawings and lists of the card of a plan.

    Parameters
    ----------
    plan
        any valid plan, finished or not.
    letters
        ``plain`` or ``large``: how high letters are in the drawings.
    cache
        what was worked out for the plans before.
    """
    cameras = [one.context for one in camera_studies(plan, cache=cache)]
    return full_card(cameras, share_of_drawing(LETTERS[letters]))


def card_file(
    plan: Plan,
    *,
    paper: Paper,
    system: UnitSystem,
    form: CardForm = "long",
    cache: StudyCache | None = None,
) -> bytes:
    """The card of a plan as PDF: on one side, or a page for each camera and the lists."""
    evaluation = evaluate(plan, try_mends=False, cache=cache)
    cameras = [one.context for one in camera_studies(plan, cache=cache)]
    return card_pdf(
        evaluation.cards,
        full_card(cameras),
        [drawn_of(one) for one in cameras],
        evaluation.cautions,
        form=form,
        paper=paper,
        system=system,
    )
