"""What is found: one verdict of the rules, with its reason and what would mend it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from pydantic import Field

from steeple.core.plan.changes import Change
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence
from steeple.core.study.base.step import StepId
from steeple.core.units import Unit

Verdict = Literal["holds", "watch", "fails", "unknown"]

GRAVITY: dict[Verdict, int] = {"holds": 0, "watch": 1, "unknown": 2, "fails": 3}
"""How much a verdict weighs when two outcomes are compared; less is better."""


class Fix(Result):
    """A change to the plan that was tried and does mend the finding."""

    action: Sentence
    outcome: Sentence
    cost: Sentence = ()
    changes: tuple[Change, ...]


class Finding(Result):
    """One verdict of the rules."""

    code: str
    about: str = Field(description="Id of the camera concerned; empty for the plan as a whole.")
    step: StepId
    verdict: Verdict
    title: Sentence
    reason: Sentence = ()
    quantity: Quantity | None = None
    limit: Quantity | None = None
    margin: Quantity | None = None
    place: str = Field(default="", description="Where in the drawings the note belongs.")
    fixes: tuple[Fix, ...] = ()
    fields: tuple[str, ...] = Field(
        default=(), description="Pointers of the fields that would answer what is not known."
    )
    accepted: str = Field(
        default="", description="Why the maker lives with it; only of what is to be watched."
    )

    @property
    def speaks(self) -> bool:
        """Whether it asks for something: it does not hold, and was not accepted."""
        return self.verdict != "holds" and not self.accepted


@dataclass(frozen=True, slots=True)
class Measured:
    """A figure against its limit; the margin is positive on the good side."""

    quantity: Quantity
    limit: Quantity
    margin: Quantity


def measured(
    value: float, *, unit: Unit, least: float | None = None, most: float | None = None
) -> Measured:
    """A value that must be at least ``least``, or at most ``most`` (give one of the two)."""
    limit, margin = (least, value - least) if least is not None else (most, (most or 0.0) - value)
    return Measured(
        quantity=Quantity(value=value, unit=unit),
        limit=Quantity(value=limit or 0.0, unit=unit),
        margin=Quantity(value=margin, unit=unit),
    )


@dataclass(frozen=True, slots=True)
class Judgement:
    """What a rule says of a camera, before its name and its fixes are put to it."""

    verdict: Verdict
    title: Sentence
    reason: Sentence = ()
    measured: Measured | None = None
    place: str = ""
    fields: tuple[str, ...] = ()
    """Fields of the plan that would answer what is not known, by their pointers."""
