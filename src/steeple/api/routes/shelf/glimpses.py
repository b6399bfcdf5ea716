"""Routes of the shelf beside plans: a plan at a glance, as the starting point of another, and a worked example."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Response
from fastapi.concurrency import run_in_threadpool

from steeple.api.apart import HEAVY, run
from steeple.api.context import Context, context_of
from steeple.api.replies import PlanId, as_json
from steeple.api.routes.shelf.plans import PlanSheet, sheet_reply
from steeple.core.plan.values import Name, Part
from steeple.services.glimpse import Glimpse, Keeps, glimpse_of, starting_point

router = APIRouter(prefix="/api/plans", tags=["plans"])
Ctx = Annotated[Context, Depends(context_of)]


class StartingPoint(Part):
    """What a new plan is called, and what it keeps of the one that it begins with."""

    title: Name
    keeps: Keeps = "all"


@router.get("/{plan_id}/glimpse", response_model=Glimpse)
async def glimpse(ctx: Ctx, plan_id: PlanId) -> Response:
    """A plan at a glance: marks, the next thing to do, what is drawn of it."""
    stored = await run_in_threadpool(ctx.plans.get, plan_id)
    today = ctx.plans.clock().date()
    words = await run(lambda: glimpse_of(stored.plan, today, ctx.cache).model_dump_json())
    return as_json(words)


HEAVY.add(glimpse)


@router.post("/example", status_code=201, response_model=PlanSheet)
def worked_example(ctx: Ctx) -> Response:
    """A worked example on the shelf: a plan as any other, to look at, to take apart, to remove."""
    return sheet_reply(ctx.plans.add(ctx.example, label="Worked example"), 201)


@router.post("/{plan_id}/start-another", status_code=201, response_model=PlanSheet)
def start_another(ctx: Ctx, plan_id: PlanId, wanted: StartingPoint) -> Response:
    """A new plan that begins with this one, or with its rig for another table."""
    made = starting_point(ctx.plans.get(plan_id).plan, wanted.title, wanted.keeps)
    return sheet_reply(ctx.plans.add(made, label="Begun from another plan"), 201)
