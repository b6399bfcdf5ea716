"""The answer of the work step in words."""

from __future__ import annotations

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.study.base.answer import Answer
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.sentence import sentence_words
from tests.plans import BARE, SOUND, changed


def answer(plan: Plan) -> Answer:
    return next(one for one in evaluate(plan, try_mends=False).answers if one.step == "work")


def test_zone_height_and_finest_line_each_open_their_field() -> None:
    found = answer(SOUND)
    assert sentence_words(found.line, "cm") == (
        "Keep 42.0 × 24.0 cm in frame, up to 3.0 cm tall, with lines of 0.8 mm readable."
    )
    fields = [piece.field for piece in found.line if piece.field]
    assert fields == [
        "/work/zone/width_mm", "/work/zone/depth_mm", "/work/zone_top_mm", "/work/finest_detail_mm",
    ]  # fmt: skip


def test_where_the_zone_begins_is_told_from_the_edges() -> None:
    assert sentence_words(answer(SOUND).under, "cm") == (
        "The zone begins 49.0 cm from the left edge of the table and 23.0 cm from the edge in front "
        "of you."
    )
    moved = changed(work__zone__from_left_edge_mm=100, work__zone__from_front_edge_mm=55)
    assert "10.0 cm from the left edge of the table and 5.5 cm" in sentence_words(
        answer(moved).under, "cm"
    )


def test_a_slope_is_told_first() -> None:
    sloped = sentence_words(answer(changed(work__tilt_deg=20.0)).under, "cm")
    assert sloped.startswith("The work slopes by 20°. The zone begins ")
    assert "slopes" not in sentence_words(answer(SOUND).under, "cm")


def test_an_empty_plan_has_an_answer_too_from_its_shape() -> None:
    words = sentence_words(answer(BARE).line, "in")
    assert words.startswith("Keep ")
    assert "None" not in words


@pytest.mark.parametrize(
    ("azimuth", "words"),
    [
        (0, "12 o’clock"), (7, "12 o’clock"), (8, "half past 12"), (15, "half past 12"),
        (30, "1 o’clock"), (90, "3 o’clock"), (180, "6 o’clock"), (255, "half past 8"),
        (345, "half past 11"), (352, "half past 11"), (353, "12 o’clock"), (359.9, "12 o’clock"),
        (-30, "11 o’clock"), (390, "1 o’clock"),
    ],
)  # fmt: skip
def test_directions_are_hours_and_half_hours(azimuth: float, words: str) -> None:
    assert clock_words(azimuth) == words
