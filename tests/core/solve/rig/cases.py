"""Plans and small cupboards for rigs."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from steeple.core.plan.cupboard.owned import Owned, OwnedFixture, OwnedSupport, owned_of
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.room import Room
from steeple.core.plan.parts.work import ShapeId, Work
from steeple.core.plan.shapes import SHAPES
from steeple.demo.cupboard import EVERYTHING

DEMO = owned_of(EVERYTHING)


def empty(shape: ShapeId, ceiling_mm: float | None = 2600.0, **work: Any) -> Plan:
    """A plan of a shape with nothing in it yet."""
    return Plan(title=shape, work=Work(shape=shape, **work), room=Room(ceiling_mm=ceiling_mm))


def with_camera(plan: Plan) -> Plan:
    """The same with its usual camera, still without gear."""
    role = SHAPES[plan.work.shape].angles[0]
    return plan.model_copy(update={"cameras": (Camera(id=role, role=role),)})


def only(
    owned: Owned = DEMO, *, bodies: tuple[str, ...] = (), lenses: tuple[str, ...] = (),
    supports: tuple[str, ...] = (), fixtures: tuple[str, ...] = (),
) -> Owned:  # fmt: skip
    """A cupboard with a few of its things, by words of their names."""

    def kept(names: tuple[str, ...], name: str) -> bool:
        return any(one in name for one in names)

    return replace(
        owned,
        bodies=tuple(one for one in owned.bodies if kept(bodies, one.name)),
        lenses=tuple(one for one in owned.lenses if kept(lenses, one.name)),
        supports=tuple(one for one in owned.supports if kept(supports, one.gear.name)),
        fixtures=tuple(one for one in owned.fixtures if kept(fixtures, one.gear.name)),
    )


SMALL = only(
    bodies=("Mid-size", "Phone"), lenses=("standard zoom", "normal 35"),
    supports=("Pole clamped", "Boom stand", "Desk arm"), fixtures=("Soft square, 60",),
)  # fmt: skip
__all__ = ["DEMO", "SMALL", "OwnedFixture", "OwnedSupport", "empty", "only", "with_camera"]
