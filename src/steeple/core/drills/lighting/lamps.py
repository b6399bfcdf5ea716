"""A lamp of chance over a plan."""

from __future__ import annotations

from collections.abc import Sequence
from random import Random

from steeple.core.drills.making import looks_down, middle_focal, usual, with_camera
from steeple.core.geometry.vectors import ORIGIN, Vector
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.parts.cameras.camera import Position
from steeple.core.plan.parts.lamp import LampPlace, Light
from steeple.core.study.inputs.lamp import spot_at

LAMPS = ("panel", "soft-box", "desk-lamp")
DISTANCE_MM = (600.0, 1100.0)


def fixture_of(kind: str) -> Fixture:
    """A lamp of the picture board by its id."""
    found = usual(kind)
    assert isinstance(found, Fixture)
    return found


def hung(rng: Random, plan: Plan) -> Plan | None:
    """The plan with its camera looking straight down from where a usual zoom sees its work, without lamps.

    Parameters
    ----------
    rng, plan
        where chance comes from; any plan.
    """
    still = looks_down(plan)
    if still is None:
        return None
    focal = middle_focal(still.cameras[0])
    height = round(rng.uniform(500.0, 900.0), -1)
    there = with_camera(still, focal_mm=focal, f_number=None, position=Position(z_mm=height))
    room = there.room.model_copy(update={"windows": (), "daylight": None})
    return there.model_copy(update={"lights": (), "cards": (), "room": room})


def with_lamp(plan: Plan, fixture: Fixture, place: Vector) -> Plan:
    """The plan under one lamp.

    Parameters
    ----------
    plan, fixture, place
        any plan; the lamp; the middle of what glows.
    """
    at = LampPlace(x_mm=round(place.x), y_mm=round(place.y), z_mm=round(place.z))
    return plan.model_copy(update={"lights": (Light(id="lamp-1", fixture=fixture, position=at),)})


def somewhere(rng: Random, elevations: Sequence[float]) -> Vector:
    """A place of chance round the middle of the work.

    Parameters
    ----------
    rng, elevations
        where chance comes from; the lowest and the highest way, degrees.
    """
    low, high = elevations
    return spot_at(
        ORIGIN, rng.uniform(0.0, 360.0), rng.uniform(low, high), rng.uniform(*DISTANCE_MM)
    )
