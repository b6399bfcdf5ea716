"""Drills in the database: kept, replaced, listed in order; gone with a step back, and there again."""

from __future__ import annotations

from pathlib import Path

from steeple.store.database import Database
from steeple.store.drills import DrillRepository, StoredDrill, StoredGuess

DRILL = StoredDrill("zoom", '{"a": 1}', "2026-11-28T09:00:00+00:00", 2)


def guess(kind: str, number: int) -> StoredGuess:
    return StoredGuess(kind, f"2026-11-28T09:{number:02d}:00+00:00", None, f'{{"n": {number}}}')


def test_how_a_kind_is_remembered_is_replaced(tmp_path: Path) -> None:
    database = Database(tmp_path / "steeple.db")
    with database.writing() as connection:
        repository = DrillRepository(connection)
        assert repository.all() == {}
        repository.put(DRILL)
        later = StoredDrill("zoom", '{"a": 2}', "2026-12-28T09:00:00+00:00", 3)
        repository.put(later)
        assert repository.all() == {"zoom": later}
    database.close()


def test_guesses_are_listed_the_oldest_first_and_so_many_at_most(tmp_path: Path) -> None:
    database = Database(tmp_path / "steeple.db")
    with database.writing() as connection:
        repository = DrillRepository(connection)
        for number in range(6):
            repository.add_guess(guess("zoom" if number % 2 else "sharp", number))
    with database.reading() as connection:
        repository = DrillRepository(connection)
        assert [one.guess for one in repository.guesses()] == [f'{{"n": {n}}}' for n in range(6)]
        assert [one.guess for one in repository.guesses("zoom")] == [
            '{"n": 1}',
            '{"n": 3}',
            '{"n": 5}',
        ]
        assert [one.guess for one in repository.guesses(most=2)] == ['{"n": 4}', '{"n": 5}']
    database.close()


def test_guesses_outlive_the_process(tmp_path: Path) -> None:
    first = Database(tmp_path / "steeple.db")
    with first.writing() as connection:
        DrillRepository(connection).add_guess(guess("zoom", 1))
        DrillRepository(connection).put(DRILL)
    first.close()
    second = Database(tmp_path / "steeple.db")
    with second.reading() as connection:
        assert len(DrillRepository(connection).guesses()) == 1
        assert DrillRepository(connection).all() == {"zoom": DRILL}
    second.close()
