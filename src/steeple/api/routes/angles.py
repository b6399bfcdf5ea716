"""Routes of the angles step: the ring of views."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Response

from steeple.api.apart import apart
from steeple.api.context import Context, context_of
from steeple.api.replies import CameraIndex, as_json
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part
from steeple.core.solve.angles.ring import RingReply, ring_of

router = APIRouter(prefix="/api", tags=["angles"])
Ctx = Annotated[Context, Depends(context_of)]


class RingRequest(Part):
    """A plan, and the camera for which every direction is judged."""

    plan: AnyPlan
    camera: CameraIndex = 0
    draft: bool = False


@router.post("/ring", response_model=RingReply)
@apart
def ring_for(request: RingRequest, ctx: Ctx) -> Response:
    """Every direction from which a camera could look at the work, judged."""
    found = ring_of(request.plan, index=request.camera, draft=request.draft, cache=ctx.cache)
    return as_json(found.model_dump_json())
