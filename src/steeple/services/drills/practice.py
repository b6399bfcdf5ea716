"""Use case: drills. Which comes next, a scene for it, a guess and what the core says of it."""

from __future__ import annotations

import secrets
from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime
from random import Random
from typing import Annotated

from pydantic import Field

from steeple.core.drills.kind import DrillKind, Found, Truth
from steeple.core.drills.marking import Grade, checked_guess, error_of, grade_of
from steeple.core.drills.registry import DRILLS, drill
from steeple.core.drills.scene import Scene, scene_of
from steeple.core.errors import InputError
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.values import Part
from steeple.core.study.cache import StudyCache
from steeple.core.study.plan_study import camera_studies
from steeple.core.units import Unit
from steeple.services.drills.memory import (
    FIRST_DIFFICULTY,
    fresh_memory,
    next_difficulty,
    remembered,
)
from steeple.services.plans import Clock, PlanService
from steeple.store.database import Database
from steeple.store.drills import DrillRepository, StoredDrill, StoredGuess
from steeple.store.errors import NotFound

OWN_LOOKED = 6
"""So many of the maker's plans, those changed last, are looked at for a scene of their own."""


class Told(Part):
    """A guess that was made: what was right, how far it was off, in which unit, and what that says of the eye."""

    kind: str
    at: str
    guess: tuple[float, ...]
    truth: tuple[float, ...]
    error: float
    fair: float
    unit: Unit
    grade: Grade
    difficulty: int
    plan_id: str | None = None


class DrillState(Part):
    """How a kind of drill stands: when it is due, how hard its next scene is, and the last errors, the oldest first."""

    kind: str
    due_at: str | None
    is_due: bool
    difficulty: int
    course: Annotated[tuple[Told, ...], Field(max_length=400)] = ()


@dataclass(frozen=True, slots=True)
class Marked:
    """A guess and what the core says of it; ``state`` is how its kind stands after it."""

    kind: DrillKind
    found: Found
    solved: Plan
    told: Told
    state: DrillState
    plan_gone: bool


@dataclass(frozen=True, slots=True)
class DrillService:
    """Drills of one maker. ``clock`` gives aware times."""

    database: Database
    clock: Clock

    def states(self) -> list[DrillState]:
        """How every kind stands, in the order of the registry."""
        now = self.clock()
        with self.database.reading() as connection:
            repository = DrillRepository(connection)
            stored, guesses = repository.all(), repository.guesses()
        course: dict[str, list[Told]] = {}
        for one in guesses:
            course.setdefault(one.kind, []).append(Told.model_validate_json(one.guess))
        return [_state(one.id, stored.get(one.id), course.get(one.id, []), now) for one in DRILLS]

    def next_kind(self, besides: Collection[str] = ()) -> DrillKind:
        """What is to be practised next: what is due longest, then what was never tried, then what is due soonest.

        Parameters
        ----------
        besides
            kinds that are not to come, while there are others.
        """
        states = [one for one in self.states() if one.kind not in besides] or self.states()
        due = [one for one in states if one.is_due and one.due_at is not None]
        fresh = [one for one in states if one.due_at is None]
        if due:
            return drill(min(due, key=lambda one: one.due_at or "").kind)
        if fresh:
            return drill(fresh[0].kind)
        return drill(min(states, key=lambda one: one.due_at or "").kind)

    def scene(
        self, kind: DrillKind, *, plans: PlanService, owned: Owned, plan_id: str | None = None,
        revision: int | None = None, difficulty: int | None = None, seed: int | None = None,
        cache: StudyCache | None = None,
    ) -> tuple[Scene, str | None]:  # fmt: skip
        """A scene of a kind, and the plan of the maker's that it is of.

        Parameters
        ----------
        kind
            of drill.
        plans, owned
            the shelf, and what the cupboard has.
        plan_id
            a plan that is wanted; None = by turns one of the shelf that has what it takes, and one of chance.
        revision
            of that plan, such as a session had it; None = the newest.
        difficulty, seed
            None = as the last guesses were; a fresh one.
        cache
            where studies are remembered.

        Raises
        ------
        InputError
            ``too-empty-to-drill`` for a plan that has not what the drill takes.
        NotFound
            Where there is no such plan, or it has no such revision.
        """
        start = secrets.randbelow(2**31) if seed is None else seed
        hard = self._difficulty(kind) if difficulty is None else difficulty
        if plan_id is not None:
            plan = plans.get(plan_id).plan if revision is None else plans.at(plan_id, revision)
            found = scene_of(kind, start, hard, plan, cache=cache)
            if found is None:
                raise InputError(
                    "too-empty-to-drill",
                    f"This plan has not yet what “{kind.title}” asks about: a camera with its lens over work that lies on the "
                    "table, and what the question is of. A scene of chance can be had instead.",
                    field="plan_id", value=plan_id,
                )  # fmt: skip
            return found, plan_id
        if Random(start).random() < 0.5:
            for entry in plans.shelf()[:OWN_LOOKED]:
                found = scene_of(kind, start, hard, plans.get(entry.id).plan, cache=cache)
                if found is not None:
                    return found, entry.id
        for more in range(8):
            found = scene_of(kind, start + more, hard, owned=owned, cache=cache)
            if found is not None:
                return found, None
        raise InputError(
            "no-scene", f"No scene for “{kind.title}” came of this seed.", field="seed", value=start
        )

    def _difficulty(self, kind: DrillKind) -> int:
        with self.database.reading() as connection:
            stored = DrillRepository(connection).all().get(kind.id)
        return FIRST_DIFFICULTY if stored is None else stored.difficulty

    def mark(
        self, kind: DrillKind, plan: Plan, guess: Truth, *, difficulty: int, plan_id: str | None = None,
        cache: StudyCache | None = None,
    ) -> Marked:  # fmt: skip
        """Keep a guess, and say how far it was off.

        Parameters
        ----------
        kind, plan, guess
            of drill; the scene; what was guessed.
        difficulty, plan_id
            how hard the scene was; the maker's plan that it was of. That may be gone: the guess counts all the same.
        cache
            where studies are remembered.

        Raises
        ------
        InputError
            ``no-guess``, or ``too-empty-to-drill`` for a plan that is no scene of the kind.
        """
        said = checked_guess(kind.form, guess)
        found = kind.found(camera_studies(plan, cache=cache))
        if found is None:
            raise InputError(
                "too-empty-to-drill", f"This plan is no scene of “{kind.title}”.", field="plan",
                value=plan.title,
            )  # fmt: skip
        error = error_of(kind, found, said)
        now = self.clock()
        told = Told(
            kind=kind.id, at=now.isoformat(timespec="seconds"), guess=said, truth=found.truth,
            error=error, fair=kind.fair_of(found.truth), unit=kind.unit, difficulty=difficulty,
            grade=grade_of(kind, found, error) if found.truth else "good", plan_id=plan_id,
        )  # fmt: skip
        with self.database.writing() as connection:
            state = _kept(DrillRepository(connection), told, now)
        return Marked(
            kind=kind, found=found, told=told, state=state,
            solved=kind.solved(plan, found.truth) if found.truth else plan,
            plan_gone=plan_id is not None and self._is_gone(plan_id),
        )  # fmt: skip

    def _is_gone(self, plan_id: str) -> bool:
        try:
            PlanService(self.database, self.clock).get(plan_id)
        except NotFound:
            return True
        return False


def _state(kind: str, stored: StoredDrill | None, course: list[Told], now: datetime) -> DrillState:
    due = None if stored is None else datetime.fromisoformat(stored.due_at)
    return DrillState(
        kind=kind, due_at=None if due is None else due.isoformat(timespec="seconds"),
        is_due=due is None or due <= now, course=tuple(course),
        difficulty=FIRST_DIFFICULTY if stored is None else stored.difficulty,
    )  # fmt: skip


def _kept(repository: DrillRepository, told: Told, now: datetime) -> DrillState:
    stored = repository.all().get(told.kind)
    memory = fresh_memory(now) if stored is None else stored.memory
    hard = told.difficulty if stored is None else stored.difficulty
    memory, due = remembered(memory, told.grade, now)
    kept = StoredDrill(
        told.kind, memory, due.isoformat(timespec="seconds"), next_difficulty(hard, told.grade)
    )
    repository.put(kept)
    repository.add_guess(StoredGuess(told.kind, told.at, told.plan_id, told.model_dump_json()))
    course = [Told.model_validate_json(one.guess) for one in repository.guesses(told.kind)]
    return _state(told.kind, kept, course, now)
