"""How far a guess is off, in the unit of the thing, and what that says of the eye."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

from steeple.core.drills.kind import FORM_SIZES, DrillKind, Form, Found, Truth
from steeple.core.errors import InputError
from steeple.core.study.light.dome import apart_deg

Grade = Literal["again", "hard", "good", "easy"]
"""How soon it is to come again: as a practised eye or better by far, as one, up to twice as far off, farther."""
FARTHEST = 1e6


def checked_guess(form: Form, guess: Sequence[float]) -> Truth:
    """A guess as its form has it.

    Parameters
    ----------
    form, guess
        how it was made; what was guessed.

    Raises
    ------
    InputError
        ``no-guess`` where it has not as many numbers as the form asks for, or no finite ones.
    """
    wanted = FORM_SIZES[form]
    if len(guess) != wanted or not all(
        math.isfinite(one) and abs(one) <= FARTHEST for one in guess
    ):
        raise InputError(
            "no-guess",
            f"A guess on this drawing is {wanted} finite number{'s' if wanted > 1 else ''}.",
            field="guess", value=str(list(guess))[:80], allowed=f"{wanted} between −{FARTHEST:g} and {FARTHEST:g}",
        )  # fmt: skip
    return tuple(float(one) for one in guess)


def error_of(kind: DrillKind, found: Found, guess: Truth) -> float:
    """How far a guess is off, in the unit of the kind: 0 or more.

    Parameters
    ----------
    kind, found, guess
        what was asked; what the core says; what was guessed. Of several right answers the nearest counts. A picture is
        right or wrong: 0 or 1. Where there is no right answer nothing is off.
    """
    if not found.truth:
        return 0.0
    return min(_off(kind.form, one, guess) for one in (found.truth, *found.right))


def _off(form: Form, truth: Truth, guess: Truth) -> float:
    if form == "place":
        return math.dist(truth, guess)
    if form == "way":
        return apart_deg((truth[0], truth[1]), (guess[0], guess[1]))
    if form == "picture":
        return float(round(guess[0]) != round(truth[0]))
    return abs(guess[0] - truth[0])


def grade_of(kind: DrillKind, found: Found, error: float) -> Grade:
    """What an error says of the eye.

    Parameters
    ----------
    kind, found, error
        what was asked; what the core says; how far the guess is off.
    """
    if kind.form == "picture":
        return "good" if error == 0 else "again"
    share = error / kind.fair_of(found.truth)
    if share <= 0.4:
        return "easy"
    if share <= 1.0:
        return "good"
    return "hard" if share <= 2.0 else "again"
