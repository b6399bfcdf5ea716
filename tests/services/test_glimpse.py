"""A plan at a glance, and as the starting point of another."""

from __future__ import annotations

from datetime import date

import pytest

from steeple.core.findings.judging import judge
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import read_plan, write_plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from steeple.services.glimpse import glimpse_of, starting_point
from tests.core.solve.rig.cases import empty

TODAY = date(2026, 11, 28)


@pytest.mark.parametrize("plan", [GILDING, DUMPLINGS, DULCIMER], ids=lambda one: one.title)
def test_marks_are_those_of_the_sheets(plan: Plan) -> None:
    found = glimpse_of(plan, TODAY)
    findings = judge(camera_studies(plan))
    marks = {one.step: one.verdict for one in found.marks}
    for step, verdict in marks.items():
        mine = {one.verdict for one in findings if one.step == step and not one.accepted}
        assert verdict in mine
        if "fails" in mine:
            assert verdict == "fails"
    assert found.has_camera
    assert found.drawn.camera is not None


def test_what_fails_comes_first_in_the_order_of_the_steps() -> None:
    found = glimpse_of(GILDING, TODAY)
    failing = [one for one in judge(camera_studies(GILDING)) if one.verdict == "fails"]
    assert found.next_step in {one.step for one in failing}
    assert found.next_says in [one.title for one in failing]


def test_where_all_holds_the_card_is_next() -> None:
    found = glimpse_of(DULCIMER, TODAY)
    assert found.next_step == "card"
    assert "print the card" in sentence_words(found.next_says, "cm")


def test_an_empty_plan_wants_its_rig() -> None:
    found = glimpse_of(empty("page-flat"), TODAY)
    assert found.next_step == "rig"
    assert not found.has_camera
    assert found.drawn.camera is None


@pytest.mark.parametrize(
    ("day", "next_on"),
    [("2026-12-01", "2026-12-01"), ("2026-11-28", "2026-11-28"), ("2026-11-27", ""), (None, "")],
)
def test_a_day_that_is_still_to_come_is_told(day: str | None, next_on: str) -> None:
    session = DULCIMER.session.model_copy(update={"date": day})
    room = DULCIMER.room.model_copy(update={"daylight": None})
    plan = DULCIMER.model_copy(update={"session": session, "room": room})
    assert glimpse_of(plan, TODAY).next_on == next_on


def test_a_copy_keeps_all_but_what_was_measured_there() -> None:
    made = starting_point(GILDING, "Another", "all")
    assert made.title == "Another"
    assert made.room == GILDING.room
    assert made.table == GILDING.table
    assert made.lights == GILDING.lights
    assert all(one.as_built is None for one in made.cameras)
    assert made.accepted == ()
    assert read_plan(write_plan(made).encode()) == made


def test_a_rig_for_another_table_keeps_work_and_gear_alone() -> None:
    made = starting_point(GILDING, "Another", "rig")
    assert made.work == GILDING.work
    assert made.supports == GILDING.supports
    assert [one.body for one in made.cameras] == [one.body for one in GILDING.cameras]
    assert made.table.width_mm is None
    assert made.room.ceiling_mm is None
    assert made.room.windows == ()
    assert made.sound.rt60_s is None
    assert read_plan(write_plan(made).encode()) == made
