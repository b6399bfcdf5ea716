"""Routes of a beginning: three questions, and the board of usual things."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Response
from pydantic import Field, JsonValue

from steeple.api.context import Context, context_of
from steeple.api.routes.shelf.plans import PlanSheet, sheet_reply
from steeple.core.plan.cupboard.kinds import GearKind, kind_of
from steeple.core.plan.cupboard.usual import USUAL, Subject
from steeple.core.plan.values import Part
from steeple.services.rig.beginning import Beginning, BeginningService

router = APIRouter(prefix="/api/rig", tags=["rig"])
Ctx = Annotated[Context, Depends(context_of)]


class BoardThing(Part):
    """A kind of thing to tick: its picture by ``id``."""

    id: str
    subject: Subject
    kind: GearKind
    name: str
    says: str
    figures: dict[str, JsonValue] = Field(description="Usual figures of such a thing.")


@router.get("/board")
def board() -> tuple[BoardThing, ...]:
    """Kinds of things that most makers have, with usual figures."""
    return tuple(
        BoardThing(
            id=one.id, subject=one.subject, kind=kind_of(one.gear), name=one.gear.name, says=one.says,
            figures=one.gear.model_dump(mode="json"),
        )
        for one in USUAL
    )  # fmt: skip


@router.post("/begin", response_model=PlanSheet, status_code=201)
def begin(told: Beginning, ctx: Ctx) -> Response:
    """Begin a plan with three questions; what was ticked goes into the cupboard with it."""
    stored = BeginningService(ctx.plans.database, ctx.plans.clock).begin(told)
    return sheet_reply(stored, 201)
