"""How far a guess is off, and what that says of the eye; whether one learns where one is told."""

from __future__ import annotations

import math
from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.drills.kind import FORM_SIZES, DrillKind, Form, Found
from steeple.core.drills.marking import checked_guess, error_of, grade_of
from steeple.core.drills.registry import drill
from steeple.core.errors import InputError

HEIGHT = drill("lens-height")
PLACE, WAY, PICTURE = drill("shadow"), drill("lamp-place"), drill("jump")


def found(*truth: float, right: tuple[tuple[float, ...], ...] = ()) -> Found:
    return Found(truth=truth, margin=0.5, asks=(), reason=(), right=right)


@given(truth=st.floats(100, 2500), guess=st.floats(-500, 5000))
def test_a_figure_is_off_by_its_difference(truth: float, guess: float) -> None:
    assert error_of(HEIGHT, found(truth), (guess,)) == pytest.approx(abs(guess - truth))
    assert error_of(HEIGHT, found(truth), (truth,)) == 0.0


@given(x=st.floats(-900, 900), y=st.floats(-900, 900))
def test_a_place_is_off_by_the_way_to_the_nearest_right_one(x: float, y: float) -> None:
    right = ((100.0, 0.0), (0.0, 100.0))
    error = error_of(PLACE, found(0.0, 0.0, right=right), (x, y))
    assert error == pytest.approx(
        min(math.hypot(x, y), math.hypot(x - 100, y), math.hypot(x, y - 100))
    )


def test_a_way_is_off_by_the_angle_between() -> None:
    assert error_of(WAY, found(350.0, 10.0), (10.0, 10.0)) == pytest.approx(19.7, abs=0.1)
    assert error_of(WAY, found(0.0, 90.0), (123.0, 90.0)) == pytest.approx(0.0, abs=1e-5)
    assert error_of(WAY, found(0.0, 20.0), (180.0, 20.0)) == pytest.approx(140.0)


def test_a_picture_is_right_or_not() -> None:
    assert error_of(PICTURE, found(2.0), (2.0,)) == 0.0
    assert error_of(PICTURE, found(2.0), (1.0,)) == 1.0
    assert grade_of(PICTURE, found(2.0), 0.0) == "good"
    assert grade_of(PICTURE, found(2.0), 1.0) == "again"


def test_where_nothing_is_right_nothing_is_off() -> None:
    schools = drill("soft-or-bare")
    assert error_of(schools, found(), (1.0,)) == 0.0


@pytest.mark.parametrize(
    ("share", "grade"),
    [(0.0, "easy"), (0.39, "easy"), (0.9, "good"), (1.5, "hard"), (2.1, "again")],
)
def test_a_grade_is_by_what_a_practised_eye_is_off(share: float, grade: str) -> None:
    for truth in (200.0, 1500.0):
        fair = HEIGHT.fair_of((truth,))
        assert fair == max(HEIGHT.fair, HEIGHT.fair_share * truth)
        assert grade_of(HEIGHT, found(truth), share * fair) == grade


@pytest.mark.parametrize("form", list(FORM_SIZES))
def test_a_guess_has_as_many_numbers_as_its_form(form: Form) -> None:
    size = FORM_SIZES[form]
    assert checked_guess(form, [1] * size) == (1.0,) * size
    for bad in ([1.0] * (size + 1), [], [math.nan] * size, [math.inf] * size, [1e9] * size):
        with pytest.raises(InputError, match="finite number"):
            checked_guess(form, bad)


class Learner:
    """One who guesses by a rule that is off by a share, and by a hand that trembles; being told the answer mends the rule."""

    def __init__(self, seed: int, *, told: bool) -> None:
        self.rng, self.off, self.told = Random(seed), 0.35, told

    def guess(self, truth: float) -> float:
        return truth * (1.0 + self.off) + self.rng.gauss(0.0, 0.02 * truth)

    def hear(self, truth: float, guess: float) -> None:
        if self.told:
            self.off -= 0.3 * (guess / truth - 1.0)


def course(kind: DrillKind, seed: int, *, told: bool) -> list[float]:
    learner, scenes = Learner(seed, told=told), Random(seed + 1)
    errors = []
    for _ in range(40):
        truth = scenes.uniform(300.0, 1500.0)
        said = learner.guess(truth)
        errors.append(error_of(kind, found(truth), (said,)) / kind.fair_of((truth,)))
        learner.hear(truth, said)
    return errors


@pytest.mark.parametrize("seed", range(8))
def test_the_error_falls_over_a_course_only_where_the_answer_is_heeded(seed: int) -> None:
    def mean(errors: list[float]) -> float:
        return sum(errors) / len(errors)

    told, deaf = course(HEIGHT, seed, told=True), course(HEIGHT, seed, told=False)
    assert mean(told[-10:]) < 0.4 * mean(told[:5])
    assert 0.7 < mean(deaf[-10:]) / mean(deaf[:10]) < 1.4
