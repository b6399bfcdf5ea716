"""How soon a kind of drill comes again, by a library for spaced repetition; and how hard its next scene is."""

from __future__ import annotations

from datetime import UTC, datetime

from fsrs import Card, Rating, Scheduler

from steeple.core.drills.marking import Grade
from steeple.core.drills.scene import EASIEST, HARDEST

RATINGS: dict[Grade, Rating] = {
    "again": Rating.Again, "hard": Rating.Hard, "good": Rating.Good, "easy": Rating.Easy,
}  # fmt: skip
SCHEDULER = Scheduler(desired_retention=0.9, enable_fuzzing=False)
"""Nothing of chance: the same guesses give the same days."""
FIRST_DIFFICULTY = 2


def fresh_memory(at: datetime) -> str:
    """The memory of a kind that was never practised, as JSON: due at once.

    Parameters
    ----------
    at
        now, aware.
    """
    return Card(card_id=1, due=at.astimezone(UTC)).to_json()


def remembered(memory: str, grade: Grade, at: datetime) -> tuple[str, datetime]:
    """The memory after a guess, and when the kind is due again.

    Parameters
    ----------
    memory, grade
        as kept; what the guess said of the eye.
    at
        now, aware. A clock that was set back does not turn the memory back: the last guess counts as the earliest now.
    """
    card = Card.from_json(memory)
    now = at.astimezone(UTC)
    if card.last_review is not None and card.last_review > now:
        now = card.last_review
    card, _ = SCHEDULER.review_card(card, RATINGS[grade], now)
    return card.to_json(), card.due


def next_difficulty(difficulty: int, grade: Grade) -> int:
    """How hard the next scene is: harder after a good guess, easier after one that was far off.

    Parameters
    ----------
    difficulty, grade
        of the last.
    """
    step = {"easy": 1, "good": 1, "hard": 0, "again": -1}[grade]
    return min(HARDEST, max(EASIEST, difficulty + step))
