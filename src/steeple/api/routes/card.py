"""Route of the card as a file."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Query, Response
from fastapi.responses import Response as PlainResponse

from steeple.api.apart import apart
from steeple.api.context import Context, context_of
from steeple.api.replies import PlanId, download
from steeple.core.units import UnitSystem
from steeple.formats.card_pdf import Paper
from steeple.formats.registry import CARD_PDF, file_name
from steeple.services.card import card_file

router = APIRouter(prefix="/api/plans", tags=["card"])
Ctx = Annotated[Context, Depends(context_of)]


@router.get(
    "/{plan_id}/card.pdf",
    response_class=PlainResponse,
    responses={200: {"content": {CARD_PDF.media_type: {}}}},
)
@apart
def card(
    ctx: Ctx,
    plan_id: PlanId,
    paper: Annotated[Paper, Query()] = "a4",
    units: Annotated[UnitSystem, Query()] = "cm",
) -> Response:
    """The set-up card as a PDF of one page."""
    plan = ctx.plans.get(plan_id).plan
    content = card_file(plan, paper=paper, system=units)
    return download(content, CARD_PDF.media_type, file_name(plan.title, CARD_PDF))
