"""Puts the demo world into a database that holds no plan and no gear yet."""

from __future__ import annotations

from steeple.demo.cupboard import BODIES, LENSES
from steeple.demo.plans import PLANS
from steeple.services.gear import GearService
from steeple.services.plans import PlanService


def fill(plans: PlanService, gear: GearService) -> bool:
    """Add cupboard and plans where nothing is there; says whether anything was added."""
    cupboard = gear.cupboard()
    if plans.shelf() or plans.shelf(removed=True) or cupboard.bodies or cupboard.lenses:
        return False
    for thing in (*BODIES, *LENSES):
        gear.add(thing)
    for plan in PLANS:
        plans.add(plan, label="Demo plan")
    return True
