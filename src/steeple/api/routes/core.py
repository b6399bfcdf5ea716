"""Routes that need no plan on the shelf: evaluation, shapes of work, cupboard, schema."""

from __future__ import annotations

from typing import Annotated, Any

from fastapi import APIRouter, Depends, Response

from steeple import __version__
from steeple.api.context import Context, context_of
from steeple.api.models import (
    CupboardReply,
    EvaluateRequest,
    GearAdded,
    Health,
    NewGear,
    OwnedBody,
    OwnedLens,
    ShapeReply,
)
from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.plan.reading import plan_schema
from steeple.core.plan.shapes import SHAPES

router = APIRouter(prefix="/api", tags=["core"])
Ctx = Annotated[Context, Depends(context_of)]


@router.get("/health")
def health() -> Health:
    """That the server answers, and which version it is."""
    return Health(version=__version__)


@router.post("/evaluate", response_model=Evaluation)
def evaluate_plan(request: EvaluateRequest) -> Response:
    """Work out a plan. Nothing is stored; the same request gives the same answer."""
    outcome = evaluate(request.plan, owned=request.owned_lenses, try_mends=request.try_mends)
    return Response(outcome.model_dump_json(), media_type="application/json")


@router.get("/shapes")
def shapes() -> tuple[ShapeReply, ...]:
    """The shapes of work that a plan can begin with."""
    return tuple(
        ShapeReply(
            id=shape.id,
            title=shape.title,
            says=shape.says,
            zone_width_mm=shape.zone_width_mm,
            zone_depth_mm=shape.zone_depth_mm,
            zone_top_mm=shape.zone_top_mm,
        )
        for shape in SHAPES.values()
    )


@router.get("/gear")
def cupboard(ctx: Ctx) -> CupboardReply:
    """Everything in the cupboard."""
    owned = ctx.gear.cupboard()
    return CupboardReply(
        bodies=tuple(OwnedBody(id=one.id, gear=one.gear) for one in owned.bodies),
        lenses=tuple(OwnedLens(id=one.id, gear=one.gear) for one in owned.lenses),
    )


@router.post("/gear", status_code=201)
def add_gear(ctx: Ctx, new: NewGear) -> GearAdded:
    """Put a body or a lens into the cupboard."""
    return GearAdded(id=ctx.gear.add(new.thing.gear))


@router.get("/schema/plan")
def schema() -> dict[str, Any]:
    """The JSON Schema of the plan document."""
    return plan_schema()
