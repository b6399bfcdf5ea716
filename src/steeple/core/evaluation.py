"""The evaluation of a plan: every figure, finding, assumption and working. Deterministic."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from pydantic import Field

from steeple.core.findings.cautions import Caution, cautions_for
from steeple.core.findings.finding import GRAVITY, STEPS, Finding, Step, Verdict
from steeple.core.findings.judging import judge
from steeple.core.findings.scene import NOTHING_OWNED, Owned, Scene, SceneMaker, scenes_of
from steeple.core.plan.document import Plan
from steeple.core.solve.mends import never, with_mends
from steeple.core.study.answers import Answer, camera_missing_answer, lens_answer, work_answer
from steeple.core.study.card import Card, card_of
from steeple.core.study.drawing import CameraDrawing, WorkDrawing, camera_drawing, work_drawing
from steeple.core.study.figures import lens_figures
from steeple.core.study.hold_answer import hold_answer, hold_missing_answer
from steeple.core.study.hold_drawing import HoldDrawing, hold_drawing
from steeple.core.study.hold_figures import hold_figures
from steeple.core.study.light_answer import (
    LightDrawing,
    light_answer,
    light_drawing,
    light_figures,
    light_missing_answer,
)
from steeple.core.study.result import Assumption, Figure, Result, Working


class CameraResult(Result):
    """The figures of one camera. ``drawing`` is None while gear is missing, ``hold`` while nothing
    is chosen that holds it, ``light`` while no lamp is placed."""

    id: str
    figures: tuple[Figure, ...] = ()
    working: tuple[Working, ...] = ()
    drawing: CameraDrawing | None = None
    hold: HoldDrawing | None = None
    light: LightDrawing | None = None


class StepVerdict(Result):
    """The heaviest verdict among the findings of a step."""

    step: Step
    verdict: Verdict


class Evaluation(Result):
    """Everything that the core says of a plan."""

    title: str
    answers: tuple[Answer, ...]
    work: WorkDrawing
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
    scenes_of: SceneMaker = scenes_of,
    stop: Callable[[], bool] = never,
) -> Evaluation:
    """Work out a plan.

    Parameters
    ----------
    plan: any valid plan, finished or not.
    owned: what the maker owns and mends may take.
    try_mends: False leaves the fixes out, for an answer while something is being dragged.
    scenes_of: how scenes are come by; a `Recent` remembers those of the plans before.
    stop: asked before each mend is tried; once it says so, the rest are left untried.

    Returns
    -------
    The evaluation. The same arguments give the same bytes when written as JSON.
    """
    scenes = scenes_of(plan, owned)
    findings = judge(scenes)
    if try_mends:
        findings = with_mends(scenes, findings, stop)
    cautions = cautions_for(scenes)
    return Evaluation(
        title=plan.title,
        answers=_answers(plan, scenes),
        work=work_drawing(scenes[0].work),
        cameras=tuple(_camera(scene) for scene in scenes if scene.index is not None),
        findings=findings,
        steps=_steps(findings),
        assumed=_assumed(scenes),
        cautions=cautions,
        card=card_of(
            plan=plan,
            work=scenes[0].work,
            lens=scenes[0].lens,
            hold=scenes[0].hold,
            light=scenes[0].light,
            assumed=_assumed(scenes),
        ),
        mends_tried=try_mends,
    )


def _answers(plan: Plan, scenes: Sequence[Scene]) -> tuple[Answer, ...]:
    answers = [work_answer(scenes[0].work)]
    for scene in scenes:
        answers.append(
            lens_answer(scene.lens)
            if scene.lens is not None
            else camera_missing_answer(plan, scene.index or 0)
        )
    for scene in scenes:
        answers.append(
            hold_answer(scene.hold)
            if scene.hold is not None
            else hold_missing_answer(plan, scene.about, has_lens=scene.sight is not None)
        )
    for scene in scenes:
        answers.append(
            light_missing_answer(plan, scene.about)
            if scene.light is None
            else light_answer(scene.light, scene.about)
        )
    return tuple(answers)


def _camera(scene: Scene) -> CameraResult:
    if scene.lens is None:
        return CameraResult(id=scene.about)
    figures, working = lens_figures(scene.lens, scene.all_assumptions)
    if scene.hold is not None:
        more, how = hold_figures(scene.hold, scene.all_assumptions)
        figures, working = (*figures, *more), (*working, *how)
    if scene.light is not None:
        more, how = light_figures(scene.light, scene.all_assumptions, scene.about)
        figures, working = (*figures, *more), (*working, *how)
    return CameraResult(
        id=scene.about,
        figures=figures,
        working=working,
        drawing=camera_drawing(scene.lens),
        hold=None if scene.hold is None else hold_drawing(scene.hold),
        light=None if scene.light is None else light_drawing(scene.light),
    )


def _steps(findings: Sequence[Finding]) -> tuple[StepVerdict, ...]:
    verdicts: list[StepVerdict] = []
    for step in STEPS:
        own = [finding.verdict for finding in findings if finding.step == step]
        if own:
            verdicts.append(StepVerdict(step=step, verdict=max(own, key=GRAVITY.__getitem__)))
    return tuple(verdicts)


def _assumed(scenes: Sequence[Scene]) -> tuple[Assumption, ...]:
    """Everything assumed, each field once, in the order in which it was met."""
    by_field: dict[str, Assumption] = {}
    for scene in scenes:
        for assumption in scene.assumed:
            by_field.setdefault(assumption.field, assumption)
    return tuple(by_field.values())
