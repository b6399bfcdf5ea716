"""Routes of the whole rig: worked out, and mends for all of a plan."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

from fastapi import APIRouter, Depends, Response
from fastapi.responses import StreamingResponse
from pydantic import JsonValue

from steeple.api.apart import HEAVY, apart, lines_apart
from steeple.api.context import Context, context_of
from steeple.api.errors import problem_of
from steeple.api.replies import CameraRequest, OwnedGear, as_json
from steeple.core.errors import SteepleError
from steeple.core.plan.cupboard.kinds import GearKind, validate_gear
from steeple.core.plan.problems import Problem
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part
from steeple.core.solve.rig.sequence import MendSequence, mend_sequence
from steeple.core.solve.rig.what_if import WithIt, what_if
from steeple.core.solve.rig.work_out import RigAsk, RigOutcome, RigProgress, work_out_rig
from steeple.services.rig.naming import ids_by_figures, with_ids

router = APIRouter(prefix="/api/rig", tags=["rig"])
Ctx = Annotated[Context, Depends(context_of)]


class RigRequest(OwnedGear):
    """A plan for which the whole rig is worked out, what is wanted beside its main camera, and what is owned."""

    plan: AnyPlan
    ask: RigAsk = RigAsk()


class RigLine(Part):
    """One line of the answer while a rig is worked out: how far it is with the best so far, or the outcome."""

    progress: RigProgress | None = None
    outcome: RigOutcome | None = None
    problem: Problem | None = None


@router.post(
    "/work-out",
    response_class=StreamingResponse,
    responses={200: {"model": RigLine, "description": "One line of JSON a step."}},
)
async def rig_worked_out(request: RigRequest, ctx: Ctx) -> StreamingResponse:
    """The whole rig: a line of JSON for each step of the work, with the best so far; the last with the outcome. Who goes
    away before it stops the work."""
    ids = ids_by_figures(ctx.gear.cupboard())

    def lines() -> Iterator[str]:
        for step in work_out_rig(
            request.plan, request.ask, owned=request.owned, named=lambda plan: with_ids(plan, ids)
        ):
            line = (
                RigLine(progress=step) if isinstance(step, RigProgress) else RigLine(outcome=step)
            )
            yield line.model_dump_json() + "\n"

    def instead(error: SteepleError) -> str:
        return RigLine(problem=problem_of(error)).model_dump_json() + "\n"

    return StreamingResponse(lines_apart(lines(), instead), media_type="application/x-ndjson")


HEAVY.add(rig_worked_out)


class WhatIf(OwnedGear):
    """A plan, a thing that is not owned, and what is."""

    plan: AnyPlan
    kind: GearKind
    figures: dict[str, JsonValue]


@router.post("/what-if", response_model=WithIt)
@apart
def with_one_more(request: WhatIf, ctx: Ctx) -> Response:
    """What would change over all steps with one more thing. Nothing is kept."""
    thing = validate_gear(request.kind, request.figures)
    found = what_if(request.plan, thing, request.owned, ctx.cache)
    return as_json(found.model_dump_json())


@router.post("/mends", response_model=MendSequence)
@apart
def mends_for_all(request: CameraRequest, ctx: Ctx) -> Response:
    """The fewest moves that clear most of what is open in a plan."""
    found = mend_sequence(request.plan, owned=request.owned, cache=ctx.cache)
    return as_json(found.model_dump_json())
