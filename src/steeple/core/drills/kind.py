"""A kind of drill: what it asks, how a guess is made, and where its answer comes from.

The answer is always read off a study of the whole plan: no drill works anything out by itself. A new kind is a file
with one `DrillKind` and a line in the registry.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, field
from random import Random
from typing import Literal

from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import Sentence
from steeple.core.study.base.step import StepId
from steeple.core.study.plan_study import CameraStudy
from steeple.core.units import Unit

Form = Literal["height", "edge", "place", "way", "rule", "picture", "turn", "choice"]
"""How a guess is made by hand: a height pulled along the plumb, an edge pulled across the plan, a place on it, a way on
the dome, a figure along a rule, a picture pointed at, a picture turned, one of two ways chosen."""
View = Literal["side", "plan", "dome", "hours", "pictures"]
"""The drawing on which it is made."""
Truth = tuple[float, ...]
"""An answer: one figure; x and y of a place, millimetres; azimuth and elevation of a way, degrees; the number of a
picture, counted from 0. Empty where there is no right answer."""
GOLDEN = 0.6180339887
"""Multiples of it lie all over between whole numbers."""
FORM_SIZES: dict[Form, int] = {
    "height": 1, "edge": 1, "place": 2, "way": 2, "rule": 1, "picture": 1, "turn": 1, "choice": 1,
}  # fmt: skip
"""How many numbers a guess of a form has."""


@dataclass(frozen=True, slots=True, eq=False)
class Found:
    """What the core says of a plan as the scene of a drill.

    Parameters
    ----------
    truth
        the answer; ``right`` are others that are as right as it is.
    margin
        from 0 to 1: how clearly the answer stands out against the belief that comes first to mind, or against the next
        best; the smaller, the harder to see.
    asks, reason
        the question, and why the answer is what it is.
    low, high
        between these the figure is guessed; not looked at for places, ways and pictures.
    figure
        key of the figure whose working is the answer; None where there is none.
    pictures
        the cameras whose pictures are shown, by their places in the plan.
    sides
        what each of two ways gains, where there is no right answer.
    hints
        figures that the drawing shows beside it, by what they are.
    """

    truth: Truth
    margin: float
    asks: Sentence
    reason: Sentence
    low: float = 0.0
    high: float = 0.0
    figure: str | None = None
    right: tuple[Truth, ...] = ()
    pictures: tuple[int, ...] = ()
    sides: tuple[tuple[str, Sentence], ...] = ()
    hints: dict[str, float] = field(default_factory=dict)


def unchanged(plan: Plan, truth: Truth) -> Plan:
    """A plan that shows its answer as it is."""
    del truth
    return plan


@dataclass(frozen=True, slots=True)
class DrillKind:
    """A kind of drill.

    Parameters
    ----------
    id, title, step
        what it is called, and the step whose eye it trains.
    form, view, unit
        how the guess is made, on which drawing, and in which unit its error is said.
    fair, fair_share
        the error of a practised eye: so much, or this share of the answer where that is more. Planning values.
    vary
        sets a plan so that there is something to guess; None where the plan has not what it takes. It may draw on chance.
    found
        what the core says of such a plan; None where it makes no good scene.
    make
        a plan of chance, of what the maker has where there is some, where no plan of the maker's own is taken.
    solved
        the plan with the answer in it, to be shown after the guess.
    tries
        of so many scenes the one of the difficulty that is wanted is taken.
    teaches
        codes of findings, and ``figures`` of the log, for which it is practice.
    """

    id: str
    title: str
    step: StepId
    form: Form
    view: View
    unit: Unit
    fair: float
    vary: Callable[[Random, Plan], Plan | None]
    found: Callable[[tuple[CameraStudy, ...]], Found | None]
    make: Callable[[Random, Owned], Plan]
    solved: Callable[[Plan, Truth], Plan] = unchanged
    fair_share: float = 0.0
    tries: int = 5
    teaches: tuple[str, ...] = ()
    figures: tuple[str, ...] = ()

    def fair_of(self, truth: Truth) -> float:
        """The error of a practised eye at an answer, in the unit of the kind.

        Parameters
        ----------
        truth
            the answer.
        """
        return max(self.fair, self.fair_share * abs(truth[0])) if truth else self.fair


def margin_of(off: float, fair: float) -> float:
    """How clearly an answer stands out where the belief that comes first to mind is off by so much: 1 where that is right,
    a half where it is off by as much as a practised eye, and less and less beyond.

    Parameters
    ----------
    off, fair
        both in the unit of the kind; ``fair`` above 0.
    """
    return fair / (fair + abs(off))


def far_end(truth: float, salt: float, step: float) -> float:
    """How far a guess may go: somewhat over one and a half to two and a half times the answer, so that neither the end nor
    the middle of what can be guessed tells it.

    Parameters
    ----------
    truth
        the answer, above 0.
    salt
        any figure of the scene that has nothing to do with the answer.
    step
        the end is a multiple of it.
    """
    times = 1.5 + 1.2 * math.modf(abs(salt) * GOLDEN)[0]
    return step * math.ceil(truth * times / step)
