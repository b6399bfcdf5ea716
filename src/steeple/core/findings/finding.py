"""What a rule says, and what a rule is."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Literal

from pydantic import Field

from steeple.core.findings.scene import Scene
from steeple.core.plan.changes import Change
from steeple.core.study.result import Quantity, Result, Sentence
from steeple.core.units import Unit

Verdict = Literal["holds", "watch", "fails", "unknown"]
Step = Literal["work", "lens", "hold", "light"]

STEPS: tuple[Step, ...] = ("work", "lens", "hold", "light")
OF_A_CAMERA: tuple[Step, ...] = ("lens", "hold", "light")
"""Steps whose findings concern one camera each."""
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
    step: Step
    verdict: Verdict
    title: Sentence
    reason: Sentence = ()
    quantity: Quantity | None = None
    limit: Quantity | None = None
    margin: Quantity | None = None
    place: str = Field(default="", description="Where in the drawings the note belongs.")
    fixes: tuple[Fix, ...] = ()


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
class Said:
    """What a rule says of a scene, before its name and its fixes are put to it."""

    verdict: Verdict
    title: Sentence
    reason: Sentence = ()
    measured: Measured | None = None
    place: str = ""


@dataclass(frozen=True, slots=True)
class Proposal:
    """A change that may mend something; nothing is offered before it was tried.

    Of proposals of one ``family`` (the same change, further and further) only the first that mends
    is offered.
    """

    action: Sentence
    changes: tuple[Change, ...]
    family: str = ""


def no_proposals(_scene: Scene) -> Iterable[Proposal]:
    """For a rule whose mends are among those proposed for every camera."""
    return ()


@dataclass(frozen=True, slots=True)
class Rule:
    """One thing that goes wrong.

    ``judge`` returns None where the rule has nothing to judge. ``propose`` is asked only when the
    verdict is not ``holds``. ``moves`` says whether every move of the camera is worth a try too,
    before or after the proposals of the rule's own. ``whole_plan`` says that it is the same for every
    camera, and is said once.
    """

    code: str
    step: Step
    name: str
    trigger: str
    harm: str
    source: str
    judge: Callable[[Scene], Said | None]
    propose: Callable[[Scene], Iterable[Proposal]] = no_proposals
    moves: Literal["before", "after"] | None = None
    whole_plan: bool = False

    def about(self, scene: Scene) -> str:
        """Id of the camera that the rule judges in a scene; empty for the plan as a whole."""
        return "" if self.whole_plan or self.step not in OF_A_CAMERA else scene.about

    def finding(self, scene: Scene) -> Finding | None:
        """The verdict of this rule on a scene, without fixes."""
        said = self.judge(scene)
        if said is None:
            return None
        return Finding(
            code=self.code,
            about=self.about(scene),
            step=self.step,
            verdict=said.verdict,
            title=said.title,
            reason=said.reason,
            quantity=said.measured.quantity if said.measured else None,
            limit=said.measured.limit if said.measured else None,
            margin=said.measured.margin if said.measured else None,
            place=said.place,
        )
