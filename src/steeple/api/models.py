"""What the API takes and gives, beyond the models of the core."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from steeple.core.plan.document import Plan, ShapeId
from steeple.core.plan.gear import Body, Lens
from steeple.core.plan.parts import Name, Part
from steeple.core.plan.problems import Problem

Revision = Annotated[int, Field(strict=True, ge=1, le=1_000_000_000)]
PlanId = Annotated[str, StringConstraints(pattern=r"^[a-z0-9-]{1,40}$")]


class Problems(Part):
    """How every refusal comes back."""

    problems: tuple[Problem, ...]
    newest_revision: int | None = Field(
        default=None, description="With a 409: the revision that is the newest."
    )


class PlanSheet(Part):
    """A plan as it stands."""

    id: str
    revision: int
    changed_at: str
    undo_label: str | None
    redo_label: str | None
    plan: Plan


class PlanOnShelf(Part):
    """A line of the shelf."""

    id: str
    title: str
    shape: str
    revision: int
    changed_at: str


class Shelf(Part):
    """Plans, those changed last first."""

    plans: tuple[PlanOnShelf, ...]
    removed: tuple[PlanOnShelf, ...]


class NewPlan(Part):
    """What a new plan begins with."""

    title: Name
    shape: ShapeId


class Edit(Part):
    """A plan to save, and the revision it started from."""

    base_revision: Revision
    plan: Plan


class Step(Part):
    """Undo or redo, and the revision it starts from."""

    base_revision: Revision


class Head(Part):
    """The newest revision of a plan."""

    revision: int


class OldPlan(Part):
    """A plan as it was at a revision."""

    revision: int
    plan: Plan


class EvaluateRequest(Part):
    """A plan to be worked out. The same request always gives the same answer."""

    plan: Plan
    owned_lenses: tuple[Lens, ...] = Field(
        default=(), max_length=200, description="Lenses that a mend may take."
    )
    try_mends: bool = True


class OwnedBody(Part):
    """A body in the cupboard."""

    id: str
    gear: Body


class OwnedLens(Part):
    """A lens in the cupboard."""

    id: str
    gear: Lens


class CupboardReply(Part):
    """Everything owned."""

    bodies: tuple[OwnedBody, ...]
    lenses: tuple[OwnedLens, ...]


class NewBody(Part):
    """A body to put into the cupboard."""

    kind: Literal["body"]
    gear: Body


class NewLens(Part):
    """A lens to put into the cupboard."""

    kind: Literal["lens"]
    gear: Lens


class NewGear(Part):
    """A thing to put into the cupboard."""

    thing: Annotated[NewBody | NewLens, Field(discriminator="kind")]


class GearAdded(Part):
    """The id of a thing put into the cupboard."""

    id: str


class ShapeReply(Part):
    """A shape of work with the figures it fills in. Lengths in millimetres."""

    id: ShapeId
    title: str
    says: str
    zone_width_mm: float
    zone_depth_mm: float
    zone_top_mm: float


class Health(Part):
    """That the server answers."""

    product: Literal["steeple"] = "steeple"
    version: str
