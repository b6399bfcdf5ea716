"""Routes of drills: which kinds there are and how they stand, a scene, a guess, a scene as a plan."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Response
from pydantic import Field

from steeple.api.apart import apart
from steeple.api.context import Context, context_of
from steeple.api.replies import PlanId, Revision, as_json
from steeple.api.routes.shelf.plans import PlanSheet, sheet_reply
from steeple.core.drills.kind import DrillKind, Form, Found, View
from steeple.core.drills.registry import DRILLS, drill
from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.plan.cupboard.owned import owned_of
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part, Slug
from steeple.core.study.base.sentence import Sentence
from steeple.core.study.base.step import StepId
from steeple.core.units import Unit
from steeple.services.drills.practice import DrillState, Told

router = APIRouter(prefix="/api/drills", tags=["drills"])
Ctx = Annotated[Context, Depends(context_of)]
Difficulty = Annotated[int, Field(strict=True, ge=1, le=5)]


class DrillInfo(Part):
    """A kind of drill: how a guess is made, on which drawing, and for which findings and figures of the log it is
    practice."""

    id: str
    title: str
    step: StepId
    form: Form
    view: View
    unit: Unit
    teaches: tuple[str, ...]
    figures: tuple[str, ...]
    state: DrillState


class SceneWanted(Part):
    """What a scene is wanted of; all of it may be left open. ``revision`` is that of the plan, as a session had it;
    the newest where it is left open. ``besides`` are kinds that are not to come now."""

    kind: Slug | None = None
    plan_id: PlanId | None = None
    revision: Revision | None = None
    difficulty: Difficulty | None = None
    seed: Annotated[int, Field(strict=True, ge=0, le=2**31)] | None = None
    besides: Annotated[tuple[Slug, ...], Field(max_length=40)] = ()


class Side(Part):
    """One of two ways to do it, and what it gains."""

    name: str
    gains: Sentence


class DrillScene(Part):
    """A scene as it is shown before the guess: the plan, what is asked, and what is drawn. ``hints`` are places that the
    drawing shows. Guesses on a rule or a height go from ``low`` to ``high``."""

    kind: str
    difficulty: int
    seed: int
    plan_id: str | None
    plan: Plan
    asks: Sentence
    low: float
    high: float
    pictures: tuple[int, ...]
    hints: dict[str, float]
    evaluation: Evaluation


class Guessed(Part):
    """A guess at a scene: the numbers that its form has."""

    kind: Slug
    difficulty: Difficulty
    plan: AnyPlan
    guess: Annotated[tuple[float, ...], Field(min_length=1, max_length=2)]
    plan_id: PlanId | None = None


class DrillAnswer(Part):
    """What the core says of a guess: what is right and why, how far it was off, what both ways gain where nothing is
    right, the plan with the answer in it and what is drawn of that. ``figure`` is the key of the figure whose working is
    the answer. ``plan_gone`` tells that the maker's plan that it was of is no longer on the shelf."""

    told: Told
    right: tuple[tuple[float, ...], ...]
    reason: Sentence
    figure: str | None
    sides: tuple[Side, ...]
    solved: Plan
    evaluation: Evaluation
    state: DrillState
    plan_gone: bool


class SceneAsPlan(Part):
    """A scene that is to be tried as a plan."""

    plan: AnyPlan


@router.get("")
def drills(ctx: Ctx) -> tuple[DrillInfo, ...]:
    """Every kind of drill, and how it stands."""
    states = {one.kind: one for one in ctx.drills.states()}
    return tuple(_info(one, states[one.id]) for one in DRILLS)


def _info(kind: DrillKind, state: DrillState) -> DrillInfo:
    return DrillInfo(
        id=kind.id, title=kind.title, step=kind.step, form=kind.form, view=kind.view, unit=kind.unit,
        teaches=kind.teaches, figures=kind.figures, state=state,
    )  # fmt: skip


@router.post("/scene", response_model=DrillScene)
@apart
def drill_scene(wanted: SceneWanted, ctx: Ctx) -> Response:
    """A scene: of the kind that is due, or of one that is wanted; of the maker's plans and gear, or of chance."""
    kind = ctx.drills.next_kind(wanted.besides) if wanted.kind is None else drill(wanted.kind)
    cupboard = ctx.gear.cupboard()
    owned = owned_of([gear for _, gear in (*cupboard.bodies, *cupboard.lenses)])
    scene, plan_id = ctx.drills.scene(
        kind, plans=ctx.plans, owned=owned, plan_id=wanted.plan_id, revision=wanted.revision,
        difficulty=wanted.difficulty, seed=wanted.seed, cache=ctx.cache,
    )  # fmt: skip
    found = scene.found
    shown = DrillScene(
        kind=kind.id, difficulty=scene.difficulty, seed=scene.seed, plan_id=plan_id, plan=scene.plan,
        asks=found.asks, low=found.low, high=found.high, pictures=found.pictures, hints=found.hints,
        evaluation=evaluate(scene.plan, try_mends=False, cache=ctx.cache),
    )  # fmt: skip
    return as_json(shown.model_dump_json())


@router.post("/guess", response_model=DrillAnswer)
@apart
def drill_guess(told: Guessed, ctx: Ctx) -> Response:
    """What the core says of a guess. It is kept, and the kind comes again when it is about to be forgotten."""
    kind = drill(told.kind)
    marked = ctx.drills.mark(
        kind,
        told.plan,
        told.guess,
        difficulty=told.difficulty,
        plan_id=told.plan_id,
        cache=ctx.cache,
    )
    found: Found = marked.found
    answer = DrillAnswer(
        told=marked.told, right=found.right, reason=found.reason, figure=found.figure,
        sides=tuple(Side(name=name, gains=gains) for name, gains in found.sides), solved=marked.solved,
        evaluation=evaluate(marked.solved, try_mends=False, cache=ctx.cache), state=marked.state,
        plan_gone=marked.plan_gone,
    )  # fmt: skip
    return as_json(answer.model_dump_json())


@router.post("/plan", status_code=201, response_model=PlanSheet)
def scene_as_plan(scene: SceneAsPlan, ctx: Ctx) -> Response:
    """A scene as a plan on the shelf, to be tried further."""
    return sheet_reply(ctx.plans.add(scene.plan, label="Tried from a drill"), 201)
