"""Route of the evaluation: every figure, finding and working of a plan."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Response
from pydantic import Field

from steeple.api.apart import apart
from steeple.api.context import Context, context_of
from steeple.api.replies import CameraIndex, OwnedGear, as_json
from steeple.core.evaluation import Evaluation, Glance, evaluate, glance
from steeple.core.plan.parts.wishes import FindingName
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part
from steeple.core.study.base.step import StepId

router = APIRouter(prefix="/api", tags=["evaluation"])
Ctx = Annotated[Context, Depends(context_of)]
LOOK_S = 0.05
"""How often it is looked whether somebody still waits, in seconds."""


class EvaluateRequest(OwnedGear):
    """A plan to be worked out. The same request always gives the same answer."""

    plan: AnyPlan
    try_mends: bool = True
    mends_for: tuple[FindingName, ...] | None = Field(
        default=None,
        max_length=200,
        description="For which findings mends are tried, where an earlier answer left some.",
    )
    looked_at: StepId | None = Field(
        default=None, description="The step on screen: its mends are tried first."
    )


class GlanceRequest(Part):
    """A plan while something on a sheet is dragged, which sheet, and the camera in hand."""

    plan: AnyPlan
    step: StepId
    camera: CameraIndex = 0


@router.post("/glance", response_model=Glance)
@apart
def glance_at_plan(request: GlanceRequest, ctx: Ctx) -> Response:
    """What one step says of one camera, with what it needs and no more: for an answer that keeps up
    with the hand."""
    found = glance(request.plan, step=request.step, index=request.camera, cache=ctx.cache)
    return as_json(found.model_dump_json())


@router.post("/evaluate", response_model=Evaluation)
@apart
def evaluate_plan(request: EvaluateRequest, ctx: Ctx) -> Response:
    """Work out a plan. Nothing is stored; the same request gives the same answer."""
    found = evaluate(
        request.plan,
        owned=request.owned,
        try_mends=request.try_mends,
        mends_for=request.mends_for,
        looked_at=request.looked_at,
        cache=ctx.cache,
    )
    return as_json(found.model_dump_json())
