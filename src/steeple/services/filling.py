"""Filling an empty database: everything in one transaction, or nothing."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from datetime import datetime, timedelta

from steeple.core.plan.cupboard.kinds import Gear
from steeple.core.plan.document import Plan
from steeple.services.plans import new_id
from steeple.store.database import Database
from steeple.store.gear import GearRepository
from steeple.store.plans import PlanRepository


def fill_where_empty(
    database: Database,
    *,
    gear: Iterable[Gear],
    plans: Callable[[Mapping[str, str]], Iterable[Plan]],
    label: str,
    clock: Callable[[], datetime],
) -> bool:
    """Put gear and plans into a database that never held any; a process that is killed meanwhile leaves
    it as empty as it was.

    Parameters
    ----------
    database
        where they go.
    gear
        what goes into the cupboard.
    plans
        the plans, by the ids that the things of the cupboard got, by their names.
    label
        what the first revision of each plan is called.
    clock
        the time, aware.

    Returns
    -------
    Whether anything was put in.
    """
    with database.writing() as connection:
        cupboard, shelf = GearRepository(connection), PlanRepository(connection)
        if not (cupboard.is_empty() and shelf.is_empty()):
            return False
        ids: dict[str, str] = {}
        for thing in gear:
            ids[thing.name] = new_id()
            cupboard.add(ids[thing.name], thing, at=clock().isoformat(timespec="microseconds"))
        # The shelf is in the order of changes: each a moment after the one before.
        start = clock()
        for number, plan in enumerate(plans(ids)):
            at = (start + timedelta(milliseconds=number)).isoformat(timespec="milliseconds")
            shelf.add(new_id(), plan, label=label, at=at)
    return True
