"""Routes of the work step: the shapes of work, and the plan document."""

from __future__ import annotations

from typing import Annotated, Any

from fastapi import APIRouter, Depends

from steeple.api.context import Context, context_of
from steeple.core.plan.fields import PlanField, plan_fields
from steeple.core.plan.parts.cameras.camera import Role
from steeple.core.plan.parts.work import Hazard, ShapeId
from steeple.core.plan.reading import plan_schema
from steeple.core.plan.shapes import SHAPES
from steeple.core.plan.values import Part

router = APIRouter(prefix="/api", tags=["work"])
Ctx = Annotated[Context, Depends(context_of)]


class ShapeReply(Part):
    """A shape of work with the figures it fills in. Lengths in millimetres."""

    id: ShapeId
    title: str
    says: str
    zone_width_mm: float
    zone_depth_mm: float
    zone_top_mm: float
    angles: tuple[Role, ...]
    hazards: tuple[Hazard, ...]


@router.get("/shapes")
def shapes() -> tuple[ShapeReply, ...]:
    """The shapes of work that a plan can begin with."""
    return tuple(
        ShapeReply(
            id=shape.id,
            title=shape.title,
            says=shape.says,
            zone_width_mm=shape.zone_mm[0],
            zone_depth_mm=shape.zone_mm[1],
            zone_top_mm=shape.zone_top_mm,
            angles=shape.angles,
            hazards=shape.hazards,
        )
        for shape in SHAPES.values()
    )


@router.get("/schema/plan")
def schema() -> dict[str, Any]:
    """The JSON Schema of the plan document."""
    return plan_schema()


@router.get("/fields")
def fields() -> tuple[PlanField, ...]:
    """What each field of a plan is called, and how it is typed."""
    return plan_fields()
