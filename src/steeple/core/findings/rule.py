"""What a rule is: one thing that goes wrong, when, to whose harm, and what may mend it."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Literal, TypeVar

from steeple.core.budget import look
from steeple.core.findings.caution import CautionRule
from steeple.core.findings.finding import Finding, Judgement
from steeple.core.plan.changes import Change
from steeple.core.study.base.sentence import Sentence
from steeple.core.study.base.step import STEP_IDS, StepId
from steeple.core.study.plan_study import CameraStudy

Looked = TypeVar("Looked")
Moves = Literal["before", "after"]


@dataclass(frozen=True, slots=True)
class Proposal:
    """A change that may mend something; nothing is offered before it was tried.

    Of proposals of one ``family`` (the same change, further and further) only the first that mends
    is offered. It is never offered for the findings of ``no_mend_for``, which it may push under their
    limit and leaves as they are. ``swaps`` says that it puts other gear in the place of what is there; it is
    shown after what the maker's own gear can do. ``brings`` are codes of what could not be judged without it and
    may have to be watched with it.
    """

    action: Sentence
    changes: tuple[Change, ...]
    family: str = ""
    no_mend_for: tuple[str, ...] = ()
    swaps: bool = False
    brings: tuple[str, ...] = ()


Fixes = Callable[[CameraStudy], Iterable[Proposal]]


def no_fixes(_camera: CameraStudy) -> Iterable[Proposal]:
    """For a rule whose mends are among those proposed for every camera."""
    return ()


@dataclass(frozen=True, slots=True)
class Rule:
    """One thing that goes wrong.

    ``judge`` returns None where the rule has nothing to judge. ``fixes`` is asked only when the verdict
    is not ``holds``. ``moves`` says whether every move of the camera is worth a try too, before or after
    the proposals of the rule's own. ``once`` says that it is the same for every camera, and is said
    once.
    """

    code: str
    step: StepId
    name: str
    trigger: str
    harm: str
    source: str
    judge: Callable[[CameraStudy], Judgement | None]
    fixes: Fixes
    moves: Moves | None
    once: bool
    looked: Callable[..., Judgement | None]
    """The judge as it is written; ``judge`` asks it where there is something to judge."""

    def about(self, camera: CameraStudy) -> str:
        """Id of the camera that the rule judges; empty for the plan as a whole."""
        return "" if self.once else camera.about

    def finding(self, camera: CameraStudy) -> Finding | None:
        """The verdict of this rule on a camera, without fixes."""
        look()
        found = self.judge(camera)
        if found is None:
            return None
        return Finding(
            code=self.code,
            about=self.about(camera),
            step=self.step,
            verdict=found.verdict,
            title=found.title,
            reason=found.reason,
            quantity=found.measured.quantity if found.measured else None,
            limit=found.measured.limit if found.measured else None,
            margin=found.measured.margin if found.measured else None,
            place=found.place,
            fields=found.fields,
        )


@dataclass(frozen=True, slots=True)
class StepRules:
    """All that can be found in one step: its rules, in the order in which they are shown, and its
    cautions. ``mends_apart``: what is proposed for it is tried for its findings alone. ``follows`` are codes of what
    is put right in a moment after an earlier step was changed, by what ``follow`` proposes: such a mend takes that
    along, and where nothing puts it right, tells it."""

    step: StepId
    rules: tuple[Rule, ...]
    cautions: tuple[CautionRule, ...]
    mends_apart: bool = False
    follows: tuple[str, ...] = ()
    follow: Fixes = no_fixes


def whole(camera: CameraStudy) -> CameraStudy:
    """The camera itself: for a rule that looks at more than one step."""
    return camera


def rule(
    code: str,
    *,
    name: str,
    trigger: str,
    harm: str,
    source: str,
    when: Callable[[CameraStudy], Looked | None] = whole,  # type: ignore[assignment]
    fixes: Fixes = no_fixes,
    moves: Moves | None = None,
    once: bool = False,
) -> Callable[[Callable[[Looked], Judgement | None]], Rule]:
    """Make a judge a rule.

    Parameters
    ----------
    code
        its stable id: the step, a full stop, and what goes wrong (``light.too-dark``).
    name, trigger, harm, source
        what it is called, when it speaks up, what comes of it, and where that
        is known from; printed in ``docs/physics.md``.
    when
        what the judge is given of a camera; the rule has nothing to judge where that is None.
    fixes, moves, once
        see `Rule`.

    Raises
    ------
    ValueError
        Where the code names no step.
    """
    step = code.split(".")[0]
    if step not in STEP_IDS:
        raise ValueError(f"the code {code} names no step; it begins with one of {STEP_IDS}")

    def made(judge: Callable[[Looked], Judgement | None]) -> Rule:
        def judged(camera: CameraStudy) -> Judgement | None:
            looked = when(camera)
            return None if looked is None else judge(looked)

        return Rule(
            code=code,
            step=step,
            name=name,
            trigger=trigger,
            harm=harm,
            source=source,
            judge=judged,
            fixes=fixes,
            moves=moves,
            once=once,
            looked=judge,
        )

    return made
