"""The evaluation of a plan: every figure, finding, assumption and working. Deterministic."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from pydantic import Field, create_model

from steeple.core.findings.caution import Caution
from steeple.core.findings.finding import GRAVITY, Finding, Verdict
from steeple.core.findings.judging import cautions_for, judge
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.owned import NOTHING_OWNED, Owned
from steeple.core.solve.mends import never, with_mends
from steeple.core.study.base.answer import Answer
from steeple.core.study.base.assumptions import Assumption, Assumptions
from steeple.core.study.base.figure import Figure, Working, read_figures
from steeple.core.study.base.result import Result
from steeple.core.study.base.step import STEP_IDS, Scope, StepId
from steeple.core.study.cache import StudyCache
from steeple.core.study.card.card import Card, card_of
from steeple.core.study.plan_study import CameraStudy, camera_studies
from steeple.core.study.registry import STEPS


def _drawings(name: str, *scopes: Scope) -> Any:
    """A model with the drawing of each step of some scopes by its id, None where there is none yet."""
    fields: dict[str, Any] = {
        step.id: (step.drawn if step.scope == "plan" else step.drawn | None, ...)
        for step in STEPS
        if step.scope in scopes
    }
    return create_model(name, __base__=Result, __doc__="The drawing of each step.", **fields)


PlanDrawings = _drawings("PlanDrawings", "plan")
CameraDrawings = _drawings("CameraDrawings", "camera", "support")


class CameraResult(Result):
    """The figures of one camera, and what each step draws of it."""

    id: str
    figures: tuple[Figure, ...] = ()
    working: tuple[Working, ...] = ()
    drawings: CameraDrawings  # type: ignore[valid-type]


class StepVerdict(Result):
    """The heaviest verdict among the findings of a step."""

    step: StepId
    verdict: Verdict


class Evaluation(Result):
    """Everything that the core says of a plan."""

    title: str
    answers: tuple[Answer, ...]
    drawings: PlanDrawings  # type: ignore[valid-type]
    cameras: tuple[CameraResult, ...]
    findings: tuple[Finding, ...]
    steps: tuple[StepVerdict, ...]
    assumed: tuple[Assumption, ...]
    cautions: tuple[Caution, ...]
    card: Card
    mends_tried: bool = Field(description="False where fixes were left out to answer faster.")


def evaluate(
    plan: Plan,
    *,
    owned: Owned = NOTHING_OWNED,
    try_mends: bool = True,
    cache: StudyCache | None = None,
    stop: Callable[[], bool] = never,
) -> Evaluation:
    """Work out a plan.

    Parameters
    ----------
    plan: any valid plan, finished or not.
    owned: what the maker owns and mends may take.
    try_mends: False leaves the fixes out, for an answer while something is being dragged.
    cache: what was worked out for the plans before; nothing where none is given.
    stop: asked before each mend is tried; once it says so, the rest are left untried.

    Returns
    -------
    The evaluation. The same arguments give the same bytes when written as JSON, whatever the cache
    remembers.
    """
    cameras = camera_studies(plan, owned, cache)
    findings = judge(cameras)
    if try_mends:
        findings = with_mends(cameras, findings, stop)
    assumed = _assumed(cameras)
    first = cameras[0]
    return Evaluation(
        title=plan.title,
        answers=_answers(cameras),
        drawings=PlanDrawings(
            **{step.id: step.drawing(first.of(step), "") for step in STEPS if step.scope == "plan"}
        ),
        cameras=tuple(_camera(one) for one in cameras if one.index is not None),
        findings=findings,
        steps=_steps(findings),
        assumed=assumed,
        cautions=cautions_for(cameras),
        card=card_of(
            plan=plan,
            camera=first.about,
            studied=[(step, first.of(step)) for step in STEPS],
            assumed=assumed,
        ),
        mends_tried=try_mends,
    )


def _answers(cameras: Sequence[CameraStudy]) -> tuple[Answer, ...]:
    """Step by step, and within a step camera by camera."""
    return tuple(
        step.answer(camera.of(step), camera.context)
        for step in STEPS
        for camera in (cameras[:1] if step.scope == "plan" else cameras)
    )


def _camera(camera: CameraStudy) -> CameraResult:
    about, assumed = camera.about, Assumptions(list(camera.assumed_for(STEPS)))
    figures: list[Figure] = []
    workings: list[Working] = []
    drawings: dict[str, Result | None] = {}
    for step in STEPS:
        if step.scope == "plan":
            continue
        value = camera.of(step)
        drawings[step.id] = None if value is None else step.drawing(value, about)
        # Without a camera's own study (body or lens missing) what the lamps give is not said of it.
        if value is None or not _stands(camera) or step.numbers is None:
            continue
        numbers = step.numbers(value, assumed, about)
        if numbers is not None:
            read, how = read_figures(step.figures, numbers, about)
            figures += read
            workings += how
    if not _stands(camera):
        drawings = dict.fromkeys(drawings)
    return CameraResult(
        id=about,
        figures=tuple(figures),
        working=tuple(workings),
        drawings=CameraDrawings(**drawings),
    )


def _stands(camera: CameraStudy) -> bool:
    """Whether the steps that are asked for each camera know this one."""
    return all(
        camera.of(step) is not None
        for step in STEPS
        if step.scope == "camera" and not step.without_camera
    )


def _steps(findings: Sequence[Finding]) -> tuple[StepVerdict, ...]:
    verdicts: list[StepVerdict] = []
    for step in STEP_IDS:
        own = [finding.verdict for finding in findings if finding.step == step]
        if own:
            verdicts.append(StepVerdict(step=step, verdict=max(own, key=GRAVITY.__getitem__)))
    return tuple(verdicts)


def _assumed(cameras: Sequence[CameraStudy]) -> tuple[Assumption, ...]:
    """Everything assumed, each field once, in the order in which it was met."""
    by_field: dict[str, Assumption] = {}
    for camera in cameras:
        for assumption in camera.assumed_for(STEPS):
            by_field.setdefault(assumption.field, assumption)
    return tuple(by_field.values())
