"""The evaluation of a plan: every figure, finding, assumption and working. Deterministic."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from pydantic import Field, create_model

from steeple.core.findings.caution import Caution
from steeple.core.findings.finding import Finding
from steeple.core.findings.judging import (
    StepVerdict,
    cautions_for,
    judge,
    judge_camera,
    step_verdicts,
)
from steeple.core.findings.other_heights import at_other_heights
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.wishes import FindingName
from steeple.core.plan.words import camera_names
from steeple.core.solve.mends import with_mends
from steeple.core.study.angles.changing import change_overs
from steeple.core.study.base.answer import Answer
from steeple.core.study.base.assumptions import Assumption, Assumptions
from steeple.core.study.base.figure import Figure, Working, read_figures
from steeple.core.study.base.result import Result
from steeple.core.study.base.step import Scope, Step, StepId
from steeple.core.study.cache import StudyCache
from steeple.core.study.card.card import CARD_NOTES, Card, CardNote, card_of
from steeple.core.study.plan_study import CameraStudy, camera_studies
from steeple.core.study.registry import STEPS


def _drawings(name: str, *scopes: Scope, all_there: bool = False) -> Any:
    """A model with the drawing of each step of some scopes by its id, None where there is none yet."""
    fields: dict[str, Any] = {
        step.id: (step.drawn if all_there else step.drawn | None, ...)
        for step in STEPS
        if step.scope in scopes
    }
    return create_model(name, __base__=Result, __doc__="The drawing of each step.", **fields)


PlanDrawings = _drawings("PlanDrawings", "plan", all_there=True)
DrawnOfPlan = _drawings("DrawnOfPlan", "plan")
CameraDrawings = _drawings("CameraDrawings", "camera", "support")


class CameraResult(Result):
    """The figures of one camera, and what each step draws of it."""

    id: str
    name: str = Field(description="What it is called, by what it films.")
    figures: tuple[Figure, ...] = ()
    working: tuple[Working, ...] = ()
    drawings: CameraDrawings  # type: ignore[valid-type]


class Evaluation(Result):
    """Everything that the core says of a plan."""

    title: str
    answers: tuple[Answer, ...]
    drawings: PlanDrawings  # type: ignore[valid-type]
    figures: tuple[Figure, ...] = Field(description="Those of the plan as a whole.")
    working: tuple[Working, ...]
    cameras: tuple[CameraResult, ...]
    findings: tuple[Finding, ...]
    steps: tuple[StepVerdict, ...]
    assumed: tuple[Assumption, ...]
    cautions: tuple[Caution, ...]
    cards: tuple[Card, ...] = Field(description="One for each camera; one for a plan without.")
    mends_tried: bool = Field(
        description="False where fixes were left out to answer faster, some of them or all."
    )
    mends_left: tuple[FindingName, ...] = Field(
        default=(),
        description="Where mends were tried: the findings for which the time ended before all were.",
    )


class Glance(Result):
    """What one step says of one camera: everything on its sheet while something is dragged.

    ``drawn`` are the steps whose drawings are here; of the camera there are the figures of this step
    alone, without their working. Nothing is said of other steps and cameras.
    """

    step: StepId
    about: str
    answer: Answer
    drawings: DrawnOfPlan  # type: ignore[valid-type]
    figures: tuple[Figure, ...] = ()
    working: tuple[Working, ...] = ()
    camera: CameraResult | None
    drawn: tuple[StepId, ...]
    findings: tuple[Finding, ...]


def glance(plan: Plan, *, step: StepId, index: int = 0, cache: StudyCache | None = None) -> Glance:
    """Work out one step of a plan for one of its cameras, with what it needs, and no more.

    Parameters
    ----------
    plan
        the plan as it stands in the hand, saved or not.
    step
        which step is on screen.
    index
        which camera is in hand; the last where there are fewer.
    cache
        what was worked out for the plans before.

    Returns
    -------
    The same figures, answer, drawings and findings as `evaluate` gives for that step and camera.
    """
    cameras = camera_studies(plan, NOTHING_OWNED, cache)
    hand = cameras[min(index, len(cameras) - 1)]
    shown = next(one for one in STEPS if one.id == step)
    needed = needs_of(shown)
    drawn = tuple(one for one in STEPS if one is shown or one.id in needed)
    figures, working = _plan_figures(hand, drawn)
    return Glance(
        step=step,
        about=hand.about,
        answer=shown.answer(hand.of(shown), hand.context),
        drawings=DrawnOfPlan(**_plan_drawn(hand, drawn)),
        figures=figures,
        working=working,
        camera=None
        if hand.index is None
        else _camera(hand, drawn, figures=(shown,)).model_copy(update={"working": ()}),
        drawn=tuple(one.id for one in drawn),
        findings=judge_camera(hand, steps=(step,)),
    )


def needs_of(step: Step[Any]) -> frozenset[StepId]:
    """Every step that a step builds on."""
    found: set[StepId] = set()
    for need in step.needs:
        found |= {need.step.id} | needs_of(need.step)
    return frozenset(found)


def evaluate(
    plan: Plan,
    *,
    owned: Owned = NOTHING_OWNED,
    try_mends: bool = True,
    mends_for: Sequence[FindingName] | None = None,
    looked_at: StepId | None = None,
    cache: StudyCache | None = None,
) -> Evaluation:
    """Work out a plan.

    Parameters
    ----------
    plan
        any valid plan, finished or not.
    owned
        what the maker owns and mends may take.
    try_mends
        False leaves the fixes out, for an answer while something is being dragged.
    mends_for
        for which findings mends are tried, where an earlier answer left some; for all where it is not given.
    looked_at
        the step on screen, whose mends are tried first.
    cache
        what was worked out for the plans before; nothing where none is given.

    Returns
    -------
    The evaluation. The same arguments give the same bytes when written as JSON, whatever the cache
    remembers.
    """
    cameras = camera_studies(plan, owned, cache)
    findings = judge(cameras)
    left: tuple[tuple[str, str], ...] = ()
    if try_mends:
        only = None if mends_for is None else [(one.finding, one.about) for one in mends_for]
        findings, left = with_mends(cameras, findings, only=only, first=looked_at)
    findings += at_other_heights(cameras, findings)
    assumed = _assumed(cameras)
    first = cameras[0]
    changes = change_overs(first.context)
    figures, working = _plan_figures(first, STEPS)
    return Evaluation(
        title=plan.title,
        answers=_answers(cameras),
        drawings=PlanDrawings(**_plan_drawn(first, STEPS)),
        figures=figures,
        working=working,
        cameras=tuple(
            _camera(one, STEPS, figures=STEPS) for one in cameras if one.index is not None
        ),
        findings=findings,
        steps=step_verdicts(findings),
        assumed=assumed,
        cautions=cautions_for(cameras),
        cards=tuple(
            card_of(
                plan=plan,
                camera=one.about,
                first=one is first,
                studied=[(step, one.of(step)) for step in STEPS],
                assumed=assumed,
                notes=_card_notes(findings, one.about, first=one is first),
                changes=[each for each in changes if each.second.cameras[0] == one.about],
            )
            for one in cameras
        ),
        mends_tried=try_mends and not left,
        mends_left=tuple(FindingName(finding=code, about=about) for code, about in left),
    )


def _card_notes(findings: Sequence[Finding], about: str, *, first: bool) -> tuple[CardNote, ...]:
    """What a card says of the findings of its camera; what concerns the whole plan, on the first."""
    own = [one for one in findings if one.about == about or (first and one.about == "")]
    return tuple(
        CardNote(kind=kind, title=one.title, reason=one.accepted)
        for kind in CARD_NOTES
        for one in own
        if (one.verdict == kind if kind != "accepted" else one.accepted)
    )


def _answers(cameras: Sequence[CameraStudy]) -> tuple[Answer, ...]:
    """Step by step, and within a step camera by camera."""
    return tuple(
        step.answer(camera.of(step), camera.context)
        for step in STEPS
        for camera in (cameras[:1] if step.scope == "plan" else cameras)
    )


def _plan_drawn(camera: CameraStudy, drawn: Sequence[Step[Any]]) -> dict[StepId, Result | None]:
    """What the steps draw that are asked for the plan as a whole; None for those not among ``drawn``."""
    return {
        step.id: step.drawing(camera.of(step), "") if step in drawn else None
        for step in STEPS
        if step.scope == "plan"
    }


def _plan_figures(
    camera: CameraStudy, steps: Sequence[Step[Any]]
) -> tuple[tuple[Figure, ...], tuple[Working, ...]]:
    """The figures of those of some steps that are asked for the plan as a whole."""
    figures: list[Figure] = []
    workings: list[Working] = []
    for step in steps:
        if step.scope != "plan" or step.numbers is None:
            continue
        studied = camera.studies.get(step)
        numbers = step.numbers(studied.value, Assumptions(list(studied.assumed)), "")
        if numbers is not None:
            read, how = read_figures(step.figures, numbers, "")
            figures += read
            workings += how
    return tuple(figures), tuple(workings)


def _camera(
    camera: CameraStudy, drawn: Sequence[Step[Any]], *, figures: Sequence[Step[Any]]
) -> CameraResult:
    """What some steps draw of a camera, and the figures of some."""
    about = camera.about
    drawings: dict[str, Result | None] = dict.fromkeys(
        one.id for one in STEPS if one.scope != "plan"
    )
    found: list[Figure] = []
    workings: list[Working] = []
    # Without a camera's own study (body or lens missing) what the lamps give is not said of it.
    if _stands(camera):
        assumed = Assumptions(list(camera.assumed_for(drawn)))
        for step in drawn:
            value = camera.of(step)
            if value is None or step.scope == "plan":
                continue
            drawings[step.id] = step.drawing(value, about)
            numbers = (
                step.numbers(value, assumed, about) if step.numbers and step in figures else None
            )
            if numbers is not None:
                read, how = read_figures(step.figures, numbers, about)
                found += read
                workings += how
    return CameraResult(
        id=about,
        name=camera_names(camera.plan.cameras)[about],
        figures=tuple(found),
        working=tuple(workings),
        drawings=CameraDrawings(**drawings),
    )


def _stands(camera: CameraStudy) -> bool:
    """Whether what other steps of a camera build on is known of this one."""
    built_on = {need.step.id for step in STEPS if step.scope != "plan" for need in step.needs}
    return all(
        camera.of(step) is not None
        for step in STEPS
        if step.scope == "camera" and step.id in built_on
    )


def _assumed(cameras: Sequence[CameraStudy]) -> tuple[Assumption, ...]:
    """Everything assumed, each field once, in the order in which it was met."""
    by_field: dict[str, Assumption] = {}
    for camera in cameras:
        for assumption in camera.assumed_for(STEPS):
            by_field.setdefault(assumption.field, assumption)
    return tuple(by_field.values())
