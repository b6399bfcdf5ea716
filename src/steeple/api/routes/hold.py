"""Routes of the hold step."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Response

from steeple.api.apart import apart
from steeple.api.context import Context, context_of
from steeple.api.replies import CameraRequest, as_json
from steeple.core.solve.hold.supports import SupportComparison, compare_supports

router = APIRouter(prefix="/api", tags=["hold"])
Ctx = Annotated[Context, Depends(context_of)]


@router.post("/compare-supports", response_model=SupportComparison)
@apart
def compare_holding(request: CameraRequest, ctx: Ctx) -> Response:
    """Everything that could hold a camera, side by side for the same frame: what is owned, what is considered, and
    kinds to get."""
    found = compare_supports(
        request.plan, index=request.camera, owned=request.owned, considered=ctx.gear.considered()
    )
    return as_json(found.model_dump_json())
