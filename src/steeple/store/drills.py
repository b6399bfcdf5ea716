"""Drills in the database: how soon each kind comes again, and every guess that was made."""

from __future__ import annotations

from dataclasses import dataclass

from sqlalchemy import Connection, insert, select
from sqlalchemy.dialects.sqlite import insert as put

from steeple.store.tables import DrillRow, GuessRow


@dataclass(frozen=True, slots=True)
class StoredDrill:
    """A kind of drill as it is remembered: ``memory`` as its library keeps it, JSON."""

    kind: str
    memory: str
    due_at: str
    difficulty: int


@dataclass(frozen=True, slots=True)
class StoredGuess:
    """A guess as it was kept: ``guess`` is JSON."""

    kind: str
    at: str
    plan_id: str | None
    guess: str


class DrillRepository:
    """Reads and changes within one transaction."""

    def __init__(self, connection: Connection) -> None:
        self.connection = connection

    def all(self) -> dict[str, StoredDrill]:
        """Every kind that was practised, by its id."""
        rows = self.connection.execute(
            select(DrillRow.kind, DrillRow.memory, DrillRow.due_at, DrillRow.difficulty)
        )
        return {row.kind: StoredDrill(*row) for row in rows}

    def put(self, drill: StoredDrill) -> None:
        """Keep how a kind is remembered, in the place of what was kept before."""
        values = {"memory": drill.memory, "due_at": drill.due_at, "difficulty": drill.difficulty}
        self.connection.execute(
            put(DrillRow)
            .values(kind=drill.kind, **values)
            .on_conflict_do_update(index_elements=["kind"], set_=values)
        )

    def add_guess(self, guess: StoredGuess) -> None:
        """Keep a guess."""
        self.connection.execute(
            insert(GuessRow).values(
                kind=guess.kind, at=guess.at, plan_id=guess.plan_id, guess=guess.guess
            )
        )

    def guesses(self, kind: str | None = None, most: int = 400) -> list[StoredGuess]:
        """The last guesses, of one kind or of all, the oldest of them first."""
        query = select(GuessRow.kind, GuessRow.at, GuessRow.plan_id, GuessRow.guess)
        if kind is not None:
            query = query.where(GuessRow.kind == kind)
        rows = self.connection.execute(query.order_by(GuessRow.id.desc()).limit(most))
        return [StoredGuess(*row) for row in rows][::-1]
