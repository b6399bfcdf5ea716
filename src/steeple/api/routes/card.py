"""Routes of the card: in full, as a file, its drawings, the scene and the figures."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Depends, Query, Response
from fastapi.responses import Response as PlainResponse

from steeple.api.apart import apart
from steeple.api.context import Context, context_of
from steeple.api.replies import PlanId, as_json, download
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part
from steeple.core.study.card.full import FullCard
from steeple.core.units import UnitSystem
from steeple.formats.card.pdf import CardForm
from steeple.formats.drawing.style import Paper, Scale
from steeple.formats.registry import (
    CARD_PDF,
    DRAWING_BY_FORM,
    PLAN_CSV,
    SCENE_GLB,
    file_name,
)
from steeple.services.card import card_file, whole_card
from steeple.services.drawings import (
    DrawingForm,
    ViewName,
    drawing_file,
    figures_file,
    scene_file,
)

router = APIRouter(prefix="/api", tags=["card"])
Ctx = Annotated[Context, Depends(context_of)]
OnPaper = Annotated[Paper, Query()]
InUnits = Annotated[UnitSystem, Query()]


class CardRequest(Part):
    """A plan whose card is wanted, and how high letters are in its drawings: on a desk, or on a phone."""

    plan: AnyPlan
    letters: Literal["plain", "large"] = "plain"


@router.post("/card", response_model=FullCard)
@apart
def card_in_full(request: CardRequest, ctx: Ctx) -> Response:
    """Drawings of the card, cameras on a line each, the round of the lamps, and the lists."""
    found = whole_card(request.plan, letters=request.letters, cache=ctx.cache)
    return as_json(found.model_dump_json())


@router.get(
    "/plans/{plan_id}/card.pdf",
    response_class=PlainResponse,
    responses={200: {"content": {CARD_PDF.media_type: {}}}},
)
@apart
def card(
    ctx: Ctx,
    plan_id: PlanId,
    paper: OnPaper = "a4",
    units: InUnits = "cm",
    form: Annotated[CardForm, Query()] = "long",
) -> Response:
    """The set-up card as PDF: on one side, or two for each camera and one with the lists."""
    plan = ctx.plans.get(plan_id).plan
    content = card_file(plan, paper=paper, system=units, form=form, cache=ctx.cache)
    return download(content, CARD_PDF.media_type, file_name(plan.title, CARD_PDF))


@router.get(
    "/plans/{plan_id}/drawing",
    response_class=PlainResponse,
    responses={200: {"content": {one.media_type: {} for one in DRAWING_BY_FORM.values()}}},
)
@apart
def drawing(
    ctx: Ctx,
    plan_id: PlanId,
    view: Annotated[ViewName, Query()] = "side",
    camera: Annotated[str | None, Query(max_length=64)] = None,
    form: Annotated[DrawingForm, Query()] = "svg",
    paper: OnPaper = "a4",
    scale: Annotated[Scale, Query()] = "fit",
    units: InUnits = "cm",
) -> Response:
    """One drawing to scale, as SVG, PDF or DXF."""
    plan = ctx.plans.get(plan_id).plan
    content = drawing_file(
        plan, view=view, camera=camera, form=form, paper=paper, scale=scale, system=units,
        cache=ctx.cache,
    )  # fmt: skip
    kind = DRAWING_BY_FORM[form]
    return download(content, kind.media_type, file_name(f"{plan.title}, {view}", kind))


@router.get(
    "/plans/{plan_id}/scene.glb",
    response_class=PlainResponse,
    responses={200: {"content": {SCENE_GLB.media_type: {}}}},
)
@apart
def scene(ctx: Ctx, plan_id: PlanId) -> Response:
    """The rig in space, as glTF."""
    plan = ctx.plans.get(plan_id).plan
    content = scene_file(plan, cache=ctx.cache)
    return download(content, SCENE_GLB.media_type, file_name(plan.title, SCENE_GLB))


@router.get(
    "/plans/{plan_id}/figures.csv",
    response_class=PlainResponse,
    responses={200: {"content": {PLAN_CSV.media_type: {}}}},
)
@apart
def figures(ctx: Ctx, plan_id: PlanId, units: InUnits = "cm") -> Response:
    """Every figure of the plan as a table."""
    plan = ctx.plans.get(plan_id).plan
    content = figures_file(plan, system=units, cache=ctx.cache)
    return download(content, PLAN_CSV.media_type, file_name(plan.title, PLAN_CSV))
