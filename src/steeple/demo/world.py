"""Puts the demo world into a database that holds no plan and no gear yet."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import UTC, datetime

from steeple.core.plan.document import Plan
from steeple.demo.angles import SHELF
from steeple.demo.cupboard import EVERYTHING
from steeple.services.filling import fill_where_empty
from steeple.store.database import Database


def fill(database: Database) -> bool:
    """Add cupboard and plans where nothing is there; says whether anything was added."""
    return fill_where_empty(
        database,
        gear=EVERYTHING,
        plans=lambda ids: (_linked(plan, ids) for plan in SHELF),
        label="Demo plan",
        clock=lambda: datetime.now(UTC),
    )


def _linked(plan: Plan, ids: Mapping[str, str]) -> Plan:
    """The plan with its cameras' gear and its supports known as copies of things in the cupboard."""
    cameras = tuple(
        camera.model_copy(
            update={
                "body_id": ids.get(camera.body.name) if camera.body else None,
                "lens_id": ids.get(camera.lens.name) if camera.lens else None,
            }
        )
        for camera in plan.cameras
    )
    supports = tuple(
        one.model_copy(update={"gear_id": ids.get(one.gear.name)}) for one in plan.supports
    )
    lights = tuple(
        one.model_copy(update={"fixture_id": ids.get(one.fixture.name)}) for one in plan.lights
    )
    recorders = tuple(
        one.model_copy(update={"gear_id": ids.get(one.gear.name)}) for one in plan.recorders
    )
    mics = tuple(one.model_copy(update={"gear_id": ids.get(one.gear.name)}) for one in plan.mics)
    return plan.model_copy(
        update={
            "mics": mics,
            "cameras": cameras,
            "supports": supports,
            "lights": lights,
            "recorders": recorders,
        }
    )
