"""The answer of the hold step in words: places by the edges of the table, and what lacks."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.study.base.answer import Answer
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.hold.answer import azimuth_of, place_words
from tests.hold_cases import BAR, gear, held
from tests.plans import CLAMP, SOUND, changed, scene


def answer(plan: Plan) -> Answer:
    return next(one for one in evaluate(plan, try_mends=False).answers if one.step == "hold")


def line(plan: Plan) -> str:
    return sentence_words(answer(plan).line, "cm")


def under(plan: Plan) -> str:
    return sentence_words(answer(plan).under, "cm")


@pytest.mark.parametrize(
    ("x", "y", "words"),
    [
        (-800, 0, "10.0 cm left of the table, 35.0 cm from your edge"),
        (750, 400, "5.0 cm right of the table, 5.0 cm beyond the far edge"),
        (0, -400, "70.0 cm from the left edge, 5.0 cm before your edge"),
        (-700, -350, "0.0 cm from the left edge, 0.0 cm from your edge"),
        (700, 350, "140.0 cm from the left edge, 70.0 cm from your edge"),
    ],
)
def test_a_place_is_told_by_the_edges_of_the_table(x: float, y: float, words: str) -> None:
    assert sentence_words(place_words(scene(SOUND).work, x, y), "cm") == words


@pytest.mark.parametrize(
    ("x", "y", "deg"), [(0, 1, 0), (1, 0, 90), (0, -1, 180), (-1, 0, 270), (1, 1, 45)]
)
def test_directions_are_clockwise_from_straight_away_from_the_maker(
    x: float, y: float, deg: float
) -> None:
    assert azimuth_of(x, y) == pytest.approx(deg)


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({}, "arm 157.1 cm high, 80.0 cm out: it gets there."),
        (held(gear(reach_mm=600)), ": 20.0 cm of reach are missing."),
        (held(gear(highest_mm=1400)), "of height are missing."),
        (held(gear(lowest_mm=1700)), "it does not go so low by 20.9 cm."),
        (held(gear(reach_mm=600, highest_mm=1400)), "20.0 cm of reach are missing, and "),
        (held(gear(highest_mm=None)), "; whether it gets there is not known before it is measured."),
        (held(CLAMP, foot={"x_mm": -500.0, "y_mm": 0.0}), "Put the pole on the table at 9 o’clock"),
        (held(BAR, foot={"x_mm": None, "y_mm": None}), "a bar of tubes: a span of "),
    ],
)  # fmt: skip
def test_the_first_line_says_where_it_stands_and_whether_it_gets_there(
    change: dict[str, Any], words: str
) -> None:
    assert words in line(changed(**change))


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({}, "Carries 1.43 kg of 6 kg"),
        (held(gear(rated_load_g=None)), "Carries 1.43 kg, rating not known"),
        ({}, "wobble below 0.5 px"),
        (
            held(CLAMP, foot={"x_mm": None, "y_mm": None}) | {"work__liveliness": "hammering"},
            "wobbles ",
        ),
        ({}, "counterweight 1.4 kg"),
        (held(loads=[{"name": "lamp", "mass_g": 700, "along_mm": 300, "arm": "own"}]), " more on other arms"),
    ],
)  # fmt: skip
def test_the_second_line_has_the_figures(change: dict[str, Any], words: str) -> None:
    assert words in under(changed(**change))


def test_before_there_is_anything_to_hold_it_says_what_to_choose() -> None:
    assert "Choose camera and lens on the Lens sheet first" in line(changed(cameras=[]))
    assert "Choose what holds the camera" in line(changed(supports=[], cameras__0__support=None))
    assert "No support of the plan carries this camera" in line(changed(cameras__0__support=None))
