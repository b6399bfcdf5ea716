"""Route of the picture: what a lens sees."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Depends, Response
from pydantic import Field

from steeple.api.apart import apart
from steeple.api.context import Context, context_of
from steeple.api.replies import CameraIndex
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part
from steeple.services.picture import picture_file

router = APIRouter(prefix="/api", tags=["picture"])
Ctx = Annotated[Context, Depends(context_of)]


class PictureRequest(Part):
    """A plan, and which picture of it is wanted."""

    plan: AnyPlan
    camera: CameraIndex = 0
    width_px: Annotated[int, Field(strict=True, ge=64, le=1920)] = 320
    quality: Literal["draft", "fine"] = "draft"
    pose: Annotated[int, Field(strict=True, ge=0, le=8)] = 4


@router.post("/picture", response_class=Response, responses={200: {"content": {"image/png": {}}}})
@apart
def picture(request: PictureRequest, ctx: Ctx) -> Response:
    """What the lens sees, made by the simulated camera, as PNG."""
    content = picture_file(
        request.plan,
        camera=request.camera,
        width_px=request.width_px,
        quality=request.quality,
        pose=request.pose,
        cache=ctx.cache,
    )
    return Response(content, media_type="image/png")
