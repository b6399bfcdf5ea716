"""A camera as a load: what it weighs, where that acts, and what is taken where nothing is known."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.plan.document import Plan
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.hold.forces.load import Held, held_camera
from tests.plans import PHONE, SOUND, changed, scene


def held_of(plan: Plan) -> tuple[Held, dict[str, float | None]]:
    """The camera as a load, and the masses that were taken for it, by the end of their path."""
    lens = scene(plan).lens
    assert lens is not None
    notes = Assumptions()
    found = held_camera(lens, notes)
    assert found is not None
    return found, {
        one.field.rsplit("/", 2)[1]: None if one.quantity is None else one.quantity.value
        for one in notes.made
    }


def test_a_camera_and_its_lens_as_given() -> None:
    held, taken = held_of(SOUND)
    assert [(one.name, one.mass_g) for one in held.weights] == [("camera", 650), ("lens", 480)]
    assert held.mass_g == 1130
    assert taken == {}


@pytest.mark.parametrize(
    ("change", "mass_g", "taken"),
    [
        ({"cameras__0__body__mass_g": None}, 700 + 480, {"body": 700.0}),
        ({"cameras__0__lens__mass_g": None}, 650 + 450, {"lens": 450.0}),
        (
            {"cameras__0__body__mass_g": None, "cameras__0__lens__mass_g": None},
            700 + 450,
            {"body": 700.0, "lens": 450.0},
        ),
        (
            {"cameras__0__body": PHONE.model_dump(mode="json"), "cameras__0__mode": None,
             "cameras__0__lens": None, "cameras__0__focal_mm": None, "cameras__0__f_number": None},
            200,
            {"body": 200.0},
        ),
        (
            {"cameras__0__body": PHONE.model_copy(update={"kind": "webcam"}).model_dump(mode="json"),
             "cameras__0__mode": None, "cameras__0__lens": None, "cameras__0__focal_mm": None,
             "cameras__0__f_number": None},
            150,
            {"body": 150.0},
        ),
    ],
)  # fmt: skip
def test_what_is_not_weighed_is_taken_as_usual_and_noted(
    change: dict[str, Any], mass_g: float, taken: dict[str, float]
) -> None:
    held, noted = held_of(changed(**change))
    assert held.mass_g == mass_g
    assert noted == taken


def test_the_lens_acts_at_its_middle_ahead_of_the_mark_and_the_body_at_the_mark() -> None:
    """Straight down: 70 mm of lens on a mount 18 mm ahead of the mark, so 53 mm below it."""
    held, _ = held_of(SOUND)
    body, lens = held.weights
    assert (body.at.x, body.at.y) == (lens.at.x, lens.at.y)
    assert body.at.z - lens.at.z == pytest.approx(18 + 70 / 2)


def test_the_ball_is_six_centimetres_under_the_screw_whichever_way_the_camera_looks() -> None:
    for tilt in (0.0, 30.0, 60.0):
        held, _ = held_of(changed(cameras__0__aim={"tilt_deg": tilt, "toward_deg": 180.0}))
        assert held.ball.minus(held.screw).length == pytest.approx(60)
    straight, _ = held_of(SOUND)
    assert straight.ball.minus(straight.screw).times(1 / 60).y == pytest.approx(-1)


def test_a_camera_in_the_work_is_no_load() -> None:
    lens = scene(
        changed(work__zone_top_mm=400, work__items=[], cameras__0__position={"z_mm": 300})
    ).lens
    assert lens is not None
    assert lens.sight is None
    assert held_camera(lens, Assumptions()) is None
