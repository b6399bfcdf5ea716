"""What was used in place of figures that the maker has not given."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import TypeVar

from steeple.core.plan.words import field_words
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity
from steeple.core.units import Unit

Choice = TypeVar("Choice", bound=str)


class Assumption(Result):
    """A figure used in place of one that the maker has not given; ``learned`` where the log has taught it."""

    field: str
    words: str
    quantity: Quantity | None = None
    text: str = ""
    why: str
    learned: bool = False


@dataclass(slots=True)
class Assumptions:
    """Collects what was assumed while a plan is read. Local to one evaluation."""

    made: list[Assumption] = field(default_factory=list)
    _paths: set[str] = field(default_factory=set, init=False, repr=False)

    def __post_init__(self) -> None:
        self._paths = {one.field.removeprefix("/") for one in self.made}

    def fill(self, given: float | None, *, at: str, usual: float, unit: Unit, why: str) -> float:
        """The figure given, or the usual one, which is then noted."""
        if given is not None:
            return given
        self.note(at, why, quantity=Quantity(value=usual, unit=unit))
        return usual

    def choose(self, given: Choice | None, *, at: str, usual: Choice, why: str) -> Choice:
        """The word given, or the usual one, which is then noted."""
        if given is not None:
            return given
        self.note(at, why, text=usual)
        return usual

    def note(self, at: str, why: str, *, quantity: Quantity | None = None, text: str = "") -> None:
        """Note that a field was assumed: its path without the first stroke, why, and what was taken for it."""
        self._paths.add(at)
        path = [int(step) if step.isdigit() else step for step in at.split("/")]
        self.made.append(
            Assumption(
                field="/" + at, words=field_words(path), quantity=quantity, text=text, why=why
            )
        )

    def note_learned(self, at: str, quantity: Quantity | None, why: str) -> None:
        """Note that a figure is as the log has taught it; nothing where it has taught none.

        Parameters
        ----------
        at
            path of the field that keeps it, without the first stroke.
        quantity, why
            what was learned, None = nothing; what it changes, in a few words.
        """
        if quantity is None:
            return
        path = [int(step) if step.isdigit() else step for step in at.split("/")]
        self.made.append(
            Assumption(
                field="/" + at, words=field_words(path), quantity=quantity, why=why, learned=True
            )
        )

    def covers(self, *paths: str) -> bool:
        """Whether any of some fields was assumed.

        Parameters
        ----------
        paths
            of fields in the plan, without the stroke that a pointer begins with.
        """
        return not self._paths.isdisjoint(paths)
