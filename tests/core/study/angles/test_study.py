"""What a camera sees among all other things of a plan: arms, gear, table, and its mirror image."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.study.angles.study import AngleStudy, line_of
from steeple.core.study.angles.things import past_table
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from tests.angles_cases import beside, seen_from, stand_at
from tests.plans import BARE, SIDE, SOUND, SOUND_IN_FULL, changed


def study(plan: Plan, index: int = -1) -> AngleStudy:
    found = camera_studies(plan)[index].angles
    assert found is not None
    return found


def drawn_of(said: Evaluation, index: int) -> Any:
    drawings: Any = said.cameras[index].drawings
    return drawings.model_dump()["angles"]


def kinds(found: AngleStudy) -> set[str]:
    return {one.thing.kind for one in found.intrusions}


def test_the_working_arm_hides_what_the_free_side_shows() -> None:
    free, working = (study(beside(seen_from(at, 20))) for at in (300, 240))
    assert free.mean_action > 0.8
    assert working.mean_action < 0.6
    assert working.worst_action <= working.low_action <= working.mean_action


def test_left_and_right_handed_are_mirror_images() -> None:
    right = changed(work__items=[], room__obstacles=[], lights=[])
    left = right.model_copy(update={"maker": right.maker.model_copy(update={"handedness": "left"})})
    for azimuth in (40.0, 110.0, 250.0):
        here = study(beside(seen_from(azimuth, 30), plan=right))
        there = study(beside(seen_from(360 - azimuth, 30), plan=left))
        assert sorted(here.action_seen) == pytest.approx(sorted(there.action_seen), abs=0.013)
        assert here.mean_zone == pytest.approx(there.mean_zone, abs=1e-9)
        assert here.mean_action == pytest.approx(there.mean_action, abs=1e-3)


def test_a_camera_from_behind_sees_the_back_of_the_maker() -> None:
    from_behind = study(beside(seen_from(180, 15, 1500)))
    assert from_behind.mean_action < 0.1
    assert from_behind.hidden(("head", "hands"))[1] > 0.9


def test_gear_is_told_by_what_it_is() -> None:
    low = study(beside(seen_from(60, 12, 1400, role="low-side")))
    assert kinds(low) == {"support", "lamp"} or kinds(low) == {"support"}
    stand = beside(
        seen_from(180, 12, 1500, role="low-side"),
        plan=SOUND.model_copy(update={"lights": (stand_at(0, 900),)}),
    )
    found = study(stand)
    assert {"lamp stand"} <= kinds(found)
    column = next(one for one in found.intrusions if one.thing.kind == "lamp stand")
    assert column.thing.of == "/lights/0"
    assert column.away_mm == pytest.approx(2400, abs=250)


def test_the_other_camera_hangs_in_a_picture_from_below() -> None:
    up = study(beside(seen_from(0, 5, 1800, role="wide", focal_mm=16.0)))
    assert {"camera", "support"} <= kinds(up)
    widest = max(up.intrusions, key=lambda one: one.place.share)
    assert widest is up.intrusions[0]
    assert widest.depth_mm > 0


def test_what_is_under_the_table_is_not_seen_from_above() -> None:
    table = Rectangle(left=-700, right=700, near=-350, far=350)
    leg = np.array([[0.0, 0.0, 300.0, 0.0, 0.0, -700.0, 12.0]])
    above = past_table(Vector(0, 0, 900), leg, table)
    assert above[:, 5].min() >= -60.0
    beside_it = past_table(Vector(0, 1500, -300), leg, table)
    assert beside_it[:, 5].min() == pytest.approx(-700.0)
    clear = np.array([[1500.0, 0.0, 300.0, 1500.0, 0.0, -700.0, 12.0]])
    assert past_table(Vector(0, 0, 900), clear, table)[:, 5].min() == pytest.approx(-700.0)
    assert past_table(Vector(0, 0, 900), leg[:0], table).shape == (0, 7)
    seen = study(SOUND, 0)
    assert kinds(seen) <= {"support"}
    assert all(one.place.share < 0.02 for one in seen.intrusions)


def test_the_table_hides_the_hands_from_below() -> None:
    below = seen_from(0, 0, 900).model_copy(
        update={"position": SIDE.position.model_copy(update={"x_mm": 0, "y_mm": 900, "z_mm": -300})}
    )
    found = camera_studies(beside(below))[1].angles
    assert found is None or found.mean_action < 0.05


def test_an_absent_maker_hides_nothing_and_draws_no_line() -> None:
    away = changed(SOUND_IN_FULL, maker__away=True)
    found = study(away)
    assert len(found.poses) == 1
    assert found.worst_action == pytest.approx(1.0)
    assert line_of(found.work) is None
    assert not any(one.swapped or one.crosses for one in found.cuts)
    said = evaluate(away, try_mends=False)
    (answer,) = (one for one in said.answers if one.step == "angles" and one.about == "side")
    assert "the work’s middle" in sentence_words(answer.line, "cm")


def test_two_people_draw_the_line_from_one_to_the_other() -> None:
    two = changed(maker__second={"place": "opposite"})
    line = line_of(study(two).work)
    assert line is not None
    assert line[1].y > 300


def test_a_pair_is_the_same_from_both_sides() -> None:
    plan = beside(seen_from(60, 40, 1100))
    (one,), (other,) = (each.angles.cuts for each in camera_studies(plan) if each.angles)
    assert one.angle_deg == pytest.approx(other.angle_deg)
    assert one.size_ratio == pytest.approx(other.size_ratio)
    assert one.closer is not other.closer
    assert (one.join, one.side) == (other.join, other.other_side)
    assert one.crop_px_per_mm == pytest.approx(other.crop_px_per_mm)


def test_nothing_is_said_before_there_is_a_picture() -> None:
    assert all(one.step != "angles" for one in evaluate(BARE, try_mends=False).findings)
    low = changed(cameras__0__position__z_mm=20)
    said = evaluate(low, try_mends=False)
    assert drawn_of(said, 0) is None
    assert all(one.step != "angles" for one in said.findings)


def test_answer_card_and_drawing_say_the_same() -> None:
    said = evaluate(beside(seen_from(0, 75, 740)), try_mends=False)
    words = {
        one.about: sentence_words(one.line, "cm") for one in said.answers if one.step == "angles"
    }
    assert "jumps against the overhead camera: 15° apart" in words["side"]
    rows = [row for section in said.cards[1].sections for row in section.rows]
    row = next(row for row in rows if row.label == "Apart from the overhead camera")
    assert row.quantity is not None
    assert (row.quantity.value, row.hint) == (15, "jumps, left and right swapped")
    drawn = drawn_of(said, 1)
    assert drawn is not None
    assert drawn["cuts"][0]["join"] == "torn"
    assert drawn["action_seen"] == pytest.approx(study(beside(seen_from(0, 75, 740))).mean_action)
