"""The card of tipped, upright and phone rigs: rows that a tape and an inclinometer can check."""

from __future__ import annotations

import math
from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.study.base.card import CardRow
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.card.card import Card
from tests.plans import PHONE, SOUND, changed, scene


def card(plan: Plan) -> Card:
    return evaluate(plan, try_mends=False).cards[0]


def rows(plan: Plan) -> dict[str, CardRow]:
    return {row.label: row for section in card(plan).sections for row in section.rows}


def figure(plan: Plan, label: str) -> float:
    quantity = rows(plan)[label].quantity
    assert quantity is not None
    return quantity.value


def easel(**values: Any) -> Plan:
    return changed(
        work__tilt_deg=80, cameras__0__role="easel", cameras__0__position={}, work__items=[],
        **values,
    )  # fmt: skip


def test_a_camera_that_looks_down_has_no_tilt_on_its_card() -> None:
    assert "Tilt of the camera" not in rows(SOUND)
    assert card(SOUND).frame is not None
    assert "on the table" in sentence_words(card(SOUND).check, "cm")


@pytest.mark.parametrize(
    ("toward", "words"),
    [(0, "12 o’clock"), (90, "3 o’clock"), (180, "6 o’clock"), (270, "9 o’clock")],
)
def test_a_tilt_is_given_with_the_side_it_leans_to(toward: float, words: str) -> None:
    plan = changed(
        cameras__0__aim={"tilt_deg": 17.5, "toward_deg": toward}, cameras__0__position={}
    )
    row = rows(plan)["Tilt of the camera"]
    assert row.quantity is not None
    assert (row.quantity.value, row.quantity.unit) == (17.5, "deg")
    assert words in row.hint


@pytest.mark.parametrize("tilt", [10.0, 30.0, 50.0])
def test_mark_and_rim_differ_by_the_upright_part_of_their_distance(tilt: float) -> None:
    plan = changed(cameras__0__aim={"tilt_deg": tilt, "toward_deg": 0}, cameras__0__position={})
    found = figure(plan, "Sensor mark above the table") - figure(
        plan, "Front rim of the lens above the table"
    )
    assert found == pytest.approx((18 + 70) * math.cos(math.radians(tilt)), rel=1e-9)


def test_places_are_measured_from_the_edges_of_the_table() -> None:
    plan = changed(cameras__0__position={"x_mm": -35, "y_mm": 12, "z_mm": 720})
    middle_x, middle_y = 490 + 420 / 2, 230 + 240 / 2
    assert figure(plan, "Lens from the left table edge") == pytest.approx(middle_x - 35)
    assert figure(plan, "Lens from your table edge") == pytest.approx(middle_y + 12)


def test_focus_is_a_height_from_above_and_a_distance_from_aside() -> None:
    assert figure(
        changed(cameras__0__focus_height_mm=12), "Focus on a plane above the table"
    ) == pytest.approx(12)
    aside = rows(easel())
    assert "Focus on a plane above the table" not in aside
    study = scene(easel()).lens
    assert study is not None
    assert study.sight is not None
    focus = aside["Focus at a distance from the lens"].quantity
    assert focus is not None
    assert focus.value == pytest.approx(study.sight.focus_distance_mm)
    assert study.sight.work_near_mm <= focus.value <= study.sight.work_far_mm


def test_the_card_of_an_easel_measures_on_the_work() -> None:
    found = card(easel())
    assert found.ready
    assert "on the work" in sentence_words(found.check, "cm")
    assert found.frame is None, "the picture lies on the canvas, not on the table"
    assert "Room before the lens" in rows(easel())


def test_a_phone_has_neither_zoom_nor_sensor_mark() -> None:
    plan = changed(
        cameras__0__body=PHONE.model_dump(mode="json"), cameras__0__lens=None,
        cameras__0__mode=None, cameras__0__focal_mm=None, cameras__0__f_number=None,
    )  # fmt: skip
    labels = set(rows(plan))
    assert not labels & {"Zoom", "Aperture", "Lens", "Sensor mark above the table"}
    assert {"Camera", "Recording mode", "Front rim of the lens above the table"} <= labels


def test_what_was_assumed_is_marked_on_the_card_and_what_was_given_is_not() -> None:
    open_plan = changed(cameras__0__focal_mm=None, cameras__0__f_number=None)
    assert rows(open_plan)["Zoom"].assumed
    assert rows(open_plan)["Aperture"].assumed
    assert not rows(SOUND)["Zoom"].assumed
    assert not any(row.assumed for row in rows(SOUND).values())


@pytest.mark.parametrize("roll", [0, 90, 180, 270])
def test_the_way_round_is_said(roll: int) -> None:
    said = {card(changed(cameras__0__roll_deg=turn)).way_round for turn in (0, 90, 180, 270)}
    assert len(said) == 4
    assert card(changed(cameras__0__roll_deg=roll)).way_round.startswith("Picture: ")
