"""What one can do with plans."""

from __future__ import annotations

import secrets
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from pydantic_core import from_json

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.work import ShapeId, Work
from steeple.core.plan.reading import is_current, read_plan, write_plan
from steeple.core.plan.shapes import SHAPES
from steeple.core.plan.words import field_words
from steeple.store.database import Database
from steeple.store.plans import PlanRepository, ShelfEntry, StoredPlan

Clock = Callable[[], datetime]


def new_id() -> str:
    """A fresh id that fits into an address."""
    return secrets.token_hex(8)


@dataclass(frozen=True, slots=True)
class PlanService:
    """Plans on the shelf. ``clock`` gives aware times."""

    database: Database
    clock: Clock

    def _now(self) -> str:
        return self.clock().isoformat(timespec="milliseconds")

    def shelf(self, *, removed: bool = False) -> list[ShelfEntry]:
        """Plans on the shelf, or those taken off it."""
        with self.database.reading() as connection:
            return PlanRepository(connection).shelf(removed=removed)

    def begin(self, *, title: str, shape: ShapeId) -> StoredPlan:
        """A new plan of a shape of work, with its usual camera yet to be chosen."""
        role = SHAPES[shape].angles[0]
        return self.add(
            Plan(title=title, work=Work(shape=shape), cameras=(Camera(id=role, role=role),)),
            label="New plan",
        )

    def add(self, plan: Plan, *, label: str) -> StoredPlan:
        """Put a plan on the shelf."""
        plan_id = new_id()
        with self.database.writing() as connection:
            return PlanRepository(connection).add(plan_id, plan, label=label, at=self._now())

    def open_file(self, content: bytes) -> StoredPlan:
        """Put the plan of a file on the shelf, as a new plan."""
        return self.add(read_plan(content), label="Opened from a file")

    def get(self, plan_id: str) -> StoredPlan:
        """A plan as it stands."""
        with self.database.reading() as connection:
            return PlanRepository(connection).get(plan_id)

    def head(self, plan_id: str) -> tuple[str, int]:
        """Line and number of a plan's newest revision."""
        with self.database.reading() as connection:
            return PlanRepository(connection).head(plan_id)

    def at(self, plan_id: str, number: int) -> Plan:
        """A plan as it was at a revision."""
        with self.database.reading() as connection:
            return PlanRepository(connection).at(plan_id, number)

    def save(self, plan_id: str, plan: Plan, *, base: int, line: str | None = None) -> StoredPlan:
        """Save an edit that started from revision ``base`` of a line; None = of the one that there is.

        The newest plan sent once more changes nothing and is never a conflict: a page whose answer
        was lost on the way may send its edit again.
        """
        document = plan.model_dump_json()
        with self.database.writing() as connection:
            plans = PlanRepository(connection)
            newest = plans.newest(plan_id)
            before = newest.document
            if not is_current(before):
                before = newest.plan.model_dump_json()
            if before == document:
                return plans.get(plan_id)
            newest.must_be(base, line)
            label = change_words(before, document)
            return plans.append(newest, plan, label=label, at=self._now(), document=document)

    def undo(self, plan_id: str, *, base: int, line: str | None = None) -> StoredPlan:
        """Take the last edit back."""
        with self.database.writing() as connection:
            return PlanRepository(connection).undo(plan_id, base=base, line=line, at=self._now())

    def redo(self, plan_id: str, *, base: int, line: str | None = None) -> StoredPlan:
        """Make the edit again that was taken back last."""
        with self.database.writing() as connection:
            return PlanRepository(connection).redo(plan_id, base=base, line=line, at=self._now())

    def remove(self, plan_id: str) -> None:
        """Take a plan off the shelf; it can be put back."""
        with self.database.writing() as connection:
            PlanRepository(connection).set_removed(plan_id, self._now())

    def put_back(self, plan_id: str) -> StoredPlan:
        """Put a removed plan back on the shelf."""
        with self.database.writing() as connection:
            plans = PlanRepository(connection)
            plans.set_removed(plan_id, None)
            return plans.get(plan_id)

    def file(self, plan_id: str) -> tuple[str, str]:
        """Title and text of the plan's file."""
        plan = self.get(plan_id).plan
        return plan.title, write_plan(plan)


def change_words(before: str, after: str) -> str:
    """What an edit changed of a plan, given as text before and after, in the maker's words: the field, or
    the first and how many more."""
    changed = _differences(from_json(before), from_json(after), ())
    words = list(dict.fromkeys(field_words(path) for path in changed))
    if not words:
        return "No change"
    return words[0] if len(words) == 1 else f"{words[0]} and {len(words) - 1} more"


def _differences(before: Any, after: Any, at: tuple[str | int, ...]) -> list[tuple[str | int, ...]]:
    if before == after:
        return []
    if isinstance(before, dict) and isinstance(after, dict):
        return [
            path
            for key in dict.fromkeys((*before, *after))
            for path in _differences(before.get(key), after.get(key), (*at, key))
        ]
    if isinstance(before, list) and isinstance(after, list) and len(before) == len(after):
        return [
            path
            for index, (one, other) in enumerate(zip(before, after, strict=True))
            for path in _differences(one, other, (*at, index))
        ]
    return [at]
