"""The evaluation as a whole: deterministic, unfinished plans, answers, card."""

from __future__ import annotations

import math

import pytest

from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import Piece, mm, say, sentence_words
from steeple.core.study.lens.drawing import CameraDrawing
from steeple.core.units import UnitSystem
from steeple.demo.cupboard import LENSES
from steeple.demo.plans import GILDING, PLANS
from tests.plans import BARE, PHONE, SOUND, changed


def line(evaluation: Evaluation, step: str, system: UnitSystem = "cm") -> str:
    answer = next(one for one in evaluation.answers if one.step == step)
    return sentence_words(answer.line, system)


@pytest.mark.parametrize("plan", [*PLANS, SOUND, BARE], ids=lambda plan: plan.title)
def test_the_same_plan_gives_the_same_bytes(plan: Plan) -> None:
    first = evaluate(plan, owned=Owned(lenses=LENSES)).model_dump_json()
    assert evaluate(plan, owned=Owned(lenses=LENSES)).model_dump_json() == first
    assert Evaluation.model_validate_json(first).model_dump_json() == first


def lens_drawing(evaluation: Evaluation) -> CameraDrawing:
    """What the lens step draws of the first camera."""
    drawing = getattr(evaluation.cameras[0].drawings, "lens")  # noqa: B009
    assert isinstance(drawing, CameraDrawing)
    return drawing


def test_the_answer_says_height_zoom_coverage_and_spare() -> None:
    said = line(evaluate(GILDING), "lens")
    assert said == (
        "Hang the lens 74.0 cm above the table, zoom to 28 mm. It sees 59.7 × 33.6 cm at the "
        "table and 54.8 × 30.8 cm at the top of the work: the zone fits with 6.4 cm to spare left "
        "and right, 0.4 cm near and far."
    )
    assert "29 1/8 in above the table" in line(evaluate(GILDING), "lens", "in")


def test_the_answer_says_what_sticks_out() -> None:
    said = line(evaluate(changed(cameras__0__position__x_mm=200)), "lens")
    assert "the zone sticks out" in said
    assert said.endswith("at the left.")


def test_a_lens_that_hangs_in_the_work_is_drawn_with_its_figures() -> None:
    found = evaluate(changed(cameras__0__position__z_mm=10))
    assert found.cameras
    assert lens_drawing(found).lens.z == pytest.approx(10)
    assert any(one.key.startswith("lens.") for one in found.cameras[0].figures)


def test_uneven_spare_is_said_on_each_side() -> None:
    said = line(evaluate(changed(cameras__0__position__x_mm=30)), "lens")
    assert "to spare left" in said
    assert "on your side" in said


def test_unfinished_plans_say_what_is_missing() -> None:
    assert line(evaluate(BARE), "lens").startswith("Choose a camera")
    assert line(evaluate(changed(cameras__0__lens=None)), "lens").startswith("Choose a lens")
    body = SOUND.cameras[0].body
    assert body is not None
    mode = body.modes[0].model_copy(update={"sensor_width_mm": None})
    plan = changed(
        cameras__0__body=body.model_copy(update={"modes": (mode,)}).model_dump(mode="json")
    )
    assert "sensor size" in line(evaluate(plan), "lens")
    assert "inside the work" in line(evaluate(changed(cameras__0__position__z_mm=10)), "lens")


def test_a_flat_work_has_no_top_in_its_answer() -> None:
    assert "top of the work" not in line(evaluate(changed(work__zone_top_mm=0)), "lens")


def test_a_phone_answers_without_zoom() -> None:
    plan = changed(
        cameras__0__mode=None,
        cameras__0__lens=None,
        cameras__0__focal_mm=None,
        cameras__0__body=PHONE.model_dump(mode="json"),
    )
    assert "zoom" not in line(evaluate(plan), "lens")


def test_far_limit_at_infinity_is_said() -> None:
    plan = changed(
        cameras__0__focal_mm=16, cameras__0__f_number=22, cameras__0__position__z_mm=1200
    )
    answer = next(one for one in evaluate(plan).answers if one.step == "lens")
    assert "above the table down at" in sentence_words(answer.under, "cm")


def test_steps_carry_the_heaviest_verdict() -> None:
    steps = {one.step: one.verdict for one in evaluate(GILDING).steps}
    wanted = {"work": "holds", "lens": "fails", "hold": "fails", "light": "fails"}
    assert wanted.items() <= steps.items()
    assert {one.verdict for one in evaluate(SOUND).steps} == {"holds"}


def test_the_range_of_heights_says_what_bounds_it() -> None:
    drawing = lens_drawing(evaluate(SOUND))
    assert drawing is not None
    bounds = drawing.range
    assert (bounds.works, bounds.least_by, bounds.greatest_by) == (True, "zone", "detail")
    assert bounds.greatest_mm is not None
    assert bounds.least_mm < 720 < bounds.greatest_mm
    low = lens_drawing(evaluate(changed(room__ceiling_mm=1500)))
    assert low is not None
    assert (low.range.works, low.range.greatest_by) == (False, "ceiling")
    tiny = lens_drawing(evaluate(changed(work__finest_detail_mm=0.005)))
    assert tiny is not None
    assert tiny.range.never == ("detail",)


def test_the_card_measures_from_the_edges_of_the_table() -> None:
    card = evaluate(SOUND).cards[0]
    assert card.ready
    corners = {mark.corner: mark for mark in card.zone_marks}
    assert (corners["near left"].from_left_mm, corners["near left"].from_front_mm) == (490, 230)
    assert (corners["far right"].from_left_mm, corners["far right"].from_front_mm) == (910, 470)
    frame = {mark.corner: mark for mark in card.frame_marks}
    width = frame["near right"].from_left_mm - frame["near left"].from_left_mm
    check = sentence_words(card.check, "cm")
    assert sentence_words(say("{w}", w=mm(width)), "cm") in check
    rows = {row.label: row for section in card.sections for row in section.rows}
    mark = rows["Sensor mark above the table"].quantity
    rim = rows["Front rim of the lens above the table"].quantity
    assert mark is not None
    assert rim is not None
    assert math.isclose(mark.value - rim.value, 18 + 70)


def test_the_card_says_which_marks_are_off_the_table() -> None:
    card = evaluate(changed(cameras__0__position__y_mm=200)).cards[0]
    assert [mark.on_table for mark in card.frame_marks] == [True, True, False, False]


def test_the_card_of_an_unfinished_plan_says_what_is_missing() -> None:
    card = evaluate(BARE).cards[0]
    assert not card.ready
    assert "choose a camera" in card.missing
    assert len(card.zone_marks) == 4
    assert "raise it" in evaluate(changed(cameras__0__position__z_mm=10)).cards[0].missing


def test_a_sentence_joins_two_lengths_with_one_unit() -> None:
    sentence = say("{a} × {b} {word}.", a=mm(420), b=mm(300), word="wide")
    assert sentence_words(sentence, "cm") == "42.0 × 30.0 cm wide."
    assert sentence_words(sentence, "in") == "16 1/2 × 11 3/4 in wide."
    assert sentence[1] == Piece(text=" × ")
