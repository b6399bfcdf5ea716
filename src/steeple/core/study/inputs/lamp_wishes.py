"""Which lamps placing may move or take, by what they are for and what the maker wants."""

from __future__ import annotations

from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.parts.lamp import Light
from steeple.core.study.inputs.lamp import lamp_size

SOFT_BOX_MM = 400.0
"""A lamp as wide as this, in its longer side, is a soft box to one who wants none; a planning value."""
WORKED_OUT = ("key", "fill")
"""Roles of lamps that placing puts elsewhere; a rim, a background and a room lamp stay what they are."""


def can_be_placed(light: Light) -> bool:
    """Whether placing may put a lamp elsewhere: a key or fill that is not fixed where it hangs.

    Parameters
    ----------
    light
        as the plan has it.
    """
    return light.role in WORKED_OUT and not light.stays


def is_wished(plan: Plan, fixture: Fixture) -> bool:
    """Whether a lamp is of those that the maker wants to use.

    Parameters
    ----------
    plan
        with the maker's wishes.
    fixture
        of the plan or the cupboard.
    """
    return not plan.wishes.no_soft_boxes or max(lamp_size(fixture)) < SOFT_BOX_MM
