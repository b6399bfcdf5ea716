"""That the server answers."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Depends

from steeple import __version__
from steeple.api.context import Context, context_of
from steeple.core.plan.values import Part

router = APIRouter(prefix="/api", tags=["health"])
Ctx = Annotated[Context, Depends(context_of)]


class Health(Part):
    """That the server answers."""

    product: Literal["steeple"] = "steeple"
    version: str


@router.get("/health")
def health() -> Health:
    """That the server answers, and which version it is."""
    return Health(version=__version__)
