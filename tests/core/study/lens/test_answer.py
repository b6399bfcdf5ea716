"""The answer of the lens step in words, against the study that it is read from."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.study.base.answer import Answer
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.lens.study import LensStudy
from steeple.demo.plans import PLANS
from tests.plans import BODY, PHONE, SOUND, WIDE, changed, scene

NO_SENSOR = BODY.model_copy(
    update={"modes": (BODY.modes[0].model_copy(update={"sensor_width_mm": None}),)}
)
PHONE_PLAN: dict[str, Any] = {
    "cameras__0__body": PHONE.model_dump(mode="json"),
    "cameras__0__mode": None,
    "cameras__0__lens": None,
    "cameras__0__focal_mm": None,
    "cameras__0__f_number": None,
}
FIXED: dict[str, Any] = {
    "cameras__0__lens": WIDE.model_dump(mode="json"), "cameras__0__focal_mm": None,
    "cameras__0__position__z_mm": 450,
}  # fmt: skip


def tipped(tilt: float, toward: float, **values: Any) -> dict[str, Any]:
    return {
        "cameras__0__aim": {"tilt_deg": tilt, "toward_deg": toward},
        "cameras__0__position": {"x_mm": None, "y_mm": None, "z_mm": None},
        **values,
    }


def answer(plan: Plan) -> Answer:
    return next(one for one in evaluate(plan, try_mends=False).answers if one.step == "lens")


def line(plan: Plan) -> str:
    return sentence_words(answer(plan).line, "cm")


def under(plan: Plan) -> str:
    return sentence_words(answer(plan).under, "cm")


def lens(plan: Plan) -> LensStudy:
    found = scene(plan).lens
    assert found is not None
    return found


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"cameras": []}, "Choose a camera, or type in its figures"),
        ({"cameras__0__body": None, "cameras__0__mode": None}, "Choose a camera, or type in"),
        ({"cameras__0__lens": None}, "Choose a lens for this camera"),
        ({"cameras__0__body": NO_SENSOR.model_dump(mode="json")}, "Give the sensor size"),
    ],
)
def test_before_it_can_be_worked_out_it_says_what_is_missing(
    change: dict[str, Any], words: str
) -> None:
    assert line(changed(**change)).startswith(words)
    assert under(changed(**change)) == ""


@pytest.mark.parametrize("plan", [SOUND, *PLANS], ids=lambda plan: plan.title)
def test_height_zoom_and_what_it_sees_are_those_of_the_study(plan: Plan) -> None:
    study = lens(plan)
    sight = study.sight
    assert sight is not None
    assert sight.seen_surface is not None
    assert sight.seen_top is not None
    first = line(plan)
    assert first.startswith(f"Hang the lens {study.height_mm / 10:.1f} cm above the table")
    assert f"zoom to {study.settings.focal_mm:g} mm." in first
    seen = sight.seen_surface
    assert f"It sees {seen.width_mm / 10:.1f} × {seen.depth_mm / 10:.1f} cm " in first
    top = sight.seen_top
    assert f"and {top.width_mm / 10:.1f} × {top.depth_mm / 10:.1f} cm at the top" in first
    figures = under(plan)
    assert (
        f"{sight.delivered_px_per_mm:.3g} px/mm, {sight.detail_px:.1f} px on the finest" in figures
    )


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({}, "the zone fits with 4.9 cm to spare left and right, 2.6 cm near and far."),
        ({"cameras__0__position__x_mm": 20}, "the zone fits, with 2.9 cm to spare left, 6.9 cm right, "),
        ({"cameras__0__position__y_mm": -10}, "1.6 cm beyond."),
        ({"cameras__0__focal_mm": 50}, "the zone sticks out 5.9 cm at the left."),
        ({"cameras__0__position__x_mm": -80}, "the zone sticks out 3.1 cm at the right."),
        ({"cameras__0__position__y_mm": 60}, "the zone sticks out 3.4 cm on your side."),
        ({"cameras__0__position__y_mm": -60}, "the zone sticks out 3.4 cm on the far side."),
    ],
)  # fmt: skip
def test_how_it_fits_is_told_by_the_tightest_side(change: dict[str, Any], words: str) -> None:
    assert words in line(changed(**change))


@pytest.mark.parametrize(
    ("tilt", "toward", "words"),
    [
        (0.0, 0.0, None),
        (20.0, 0.0, ", tipped 20° toward 12 o’clock"),
        (30.0, 180.0, ", tipped 30° toward 6 o’clock"),
        (45.0, 255.0, ", tipped 45° toward half past 8"),
        (90.0, 180.0, ", looking level (90°) toward 6 o’clock"),
    ],
)
def test_how_it_is_tipped(tilt: float, toward: float, words: str | None) -> None:
    first = line(changed(**tipped(tilt, toward, work__items=[])))
    assert ("tipped" in first or "level" in first) == (words is not None)
    assert words is None or words in first


@pytest.mark.parametrize(("tilt", "slanted"), [(20.0, False), (24.9, False), (25.1, True), (40.0, True)])  # fmt: skip
def test_from_twenty_five_degrees_on_the_slant_is_told_and_not_the_widths(
    tilt: float, slanted: bool
) -> None:
    first = line(changed(**tipped(tilt, 0.0)))
    assert ("at a slant of" in first) == slanted
    assert (" cm at the table" in first) == (not slanted)


def test_a_fixed_lens_is_said_to_be_fixed_and_a_phone_has_no_zoom() -> None:
    assert " (a fixed 14 mm)." in line(changed(**FIXED))
    phone = line(changed(**PHONE_PLAN))
    assert "zoom" not in phone
    assert "fixed" not in phone
    assert "Sharp" not in under(changed(**PHONE_PLAN))


def test_within_the_work_it_says_above_what_it_must_be() -> None:
    low = changed(cameras__0__position__z_mm=40)
    assert line(low) == "At 4.0 cm the lens hangs inside the work and sees nothing."
    least = lens(low).framing
    assert least.value_of(least.lowest) == pytest.approx(60.5, abs=0.1)
    assert under(low) == "It must be above 6.1 cm."
    level = changed(cameras__0__aim={"tilt_deg": 88.0, "toward_deg": 0.0})
    assert under(level).startswith("It must be more than ")
    assert under(level).endswith(" from the middle of the work.")


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({}, "Sharp 4.2 cm under to 6.5 cm above the table at f/5.6"),
        (
            {"cameras__0__focus_height_mm": 60, "cameras__0__f_number": 4},
            "Sharp 2.5 cm above to 9.2 cm above the table at f/4",
        ),
        ({"cameras__0__f_number": 22, "cameras__0__focal_mm": 16}, "above the table down at f/22"),
        (tipped(30.0, 180.0), "Sharp from "),
    ],
)
def test_the_sharp_stretch_is_told_from_the_table_or_along_the_axis(
    change: dict[str, Any], words: str
) -> None:
    assert words in under(changed(**change))


@pytest.mark.parametrize(
    ("roll", "words"),
    [
        (0, ""),
        (90, "Top edge of the picture to your right"),
        (180, "Top edge of the picture toward you"),
        (270, "Top edge of the picture to your left"),
    ],
)
def test_which_way_round_it_lies_is_told_where_it_is_turned(roll: int, words: str) -> None:
    found = under(changed(cameras__0__roll_deg=roll))
    assert ("edge of the picture" in found) == bool(words)
    assert words in found


def test_the_light_that_it_needs_and_for_how_long() -> None:
    sight = lens(SOUND).sight
    assert sight is not None
    assert sight.light_needed_lx is not None
    assert f"{sight.light_needed_lx:.0f} lx at 1/50 s" in under(SOUND)
