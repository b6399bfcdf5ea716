"""The demo world: the figures it promises, gear by kind, nothing of anybody's."""

from __future__ import annotations

import re

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import Owned, owned_of
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import write_plan
from steeple.core.solve.angles.place_camera import place_camera
from steeple.core.study.base.sentence import sentence_words
from steeple.demo.angles import CLASS, LESSON, SHELF
from steeple.demo.cupboard import BODIES, EVERYTHING, LENSES
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING, PLANS


def test_gilding_is_the_table_under_the_slope() -> None:
    assert (GILDING.table.width_mm, GILDING.table.depth_mm, GILDING.table.height_mm) == (
        1400,
        700,
        740,
    )
    assert (GILDING.work.zone.width_mm, GILDING.work.zone.depth_mm) == (420, 300)
    assert (GILDING.work.zone_top_mm, GILDING.work.finest_detail_mm) == (60, 0.4)
    slope = GILDING.room.slope
    assert slope is not None
    assert min(slope.first_mm, slope.second_mm) == 2050
    assert (GILDING.maker.posture, GILDING.maker.handedness) == ("seated", "right")


def test_dumplings_are_folded_under_the_beam() -> None:
    assert (DUMPLINGS.table.width_mm, DUMPLINGS.table.depth_mm, DUMPLINGS.table.height_mm) == (
        2400,
        600,
        910,
    )
    (beam,) = DUMPLINGS.room.obstacles
    assert (beam.bottom_mm, beam.depth_mm) == (2150, 300)
    assert (DUMPLINGS.maker.posture, DUMPLINGS.maker.handedness) == ("standing", "left")
    cautions = {one.code for one in evaluate(DUMPLINGS).cautions}
    assert {"heat", "steam", "water-near-mains", "people-filmed", "overhead-load"} <= cautions


def test_the_dulcimer_lesson_holds_throughout() -> None:
    evaluation = evaluate(DULCIMER, owned=Owned(lenses=LENSES))
    assert {one.verdict for one in evaluation.findings} == {"holds"}
    assert "people-filmed" in {one.code for one in evaluation.cautions}


def test_the_lesson_with_three_cameras_holds_throughout() -> None:
    evaluation = evaluate(LESSON, owned=Owned(lenses=LENSES))
    assert [one.role for one in LESSON.cameras] == ["overhead", "face", "low-side"]
    assert {one.verdict for one in evaluation.findings} == {"holds"}


def test_the_class_has_a_jump_an_arm_in_the_way_and_a_stand_in_a_picture() -> None:
    found = {(one.code, one.about): one for one in evaluate(CLASS).findings}
    assert len(CLASS.cameras) == 3
    assert any(one.body is not None and one.body.kind == "phone" for one in CLASS.cameras)
    assert found["angles.jump", "phone"].verdict == "fails"
    assert found["angles.gear-in-frame", "side"].verdict == "fails"
    hidden = found["lens.hands-hide-work", "side"]
    assert hidden.verdict == "fails"
    assert hidden.fixes


def test_the_phone_of_the_class_finds_a_better_place() -> None:
    """What jumps is mended by asking for the same picture from elsewhere."""
    index = [one.id for one in CLASS.cameras].index("phone")
    places = place_camera(CLASS, "low-side", index=index, owned=owned_of(EVERYTHING))
    there = apply_changes(CLASS, places.offers[0].changes)
    found = {
        (one.code, one.about): one.verdict for one in evaluate(there, try_mends=False).findings
    }
    assert found["angles.jump", "phone"] == "holds"


def test_the_first_two_have_troubles_that_are_seen() -> None:
    for plan in (GILDING, DUMPLINGS):
        verdicts = [one.verdict for one in evaluate(plan).findings]
        assert "fails" in verdicts
        assert "watch" in verdicts


def test_the_cupboard_is_as_large_as_promised() -> None:
    assert len(BODIES) == 5
    assert len(LENSES) == 7
    assert {body.kind for body in BODIES} == {"camera", "phone", "webcam"}
    focal = [lens.focal_min_mm for lens in LENSES]
    assert min(focal) <= 14
    assert any(lens.greatest_magnification == 1.0 for lens in LENSES), "one is for close-ups"
    assert any(lens.min_focus_from_mark_mm is None for lens in LENSES), "not everything is known"


def test_names_are_plain_and_differ() -> None:
    names = [one.name for one in EVERYTHING]
    assert len(set(names)) == len(names)
    for name in names:
        assert not re.search(r"\b[A-Z]{2,}-?\d|\d{3,}[A-Za-z]", name), (
            f"{name} reads like a model number"
        )


@pytest.mark.parametrize("plan", [*PLANS, *SHELF[:2]], ids=lambda plan: plan.title)
def test_a_demo_plan_stands_on_its_own(plan: Plan) -> None:
    """It carries copies of its gear, so it is the same on a machine with an empty cupboard."""
    camera = plan.cameras[0]
    assert camera.body in BODIES
    assert camera.lens in LENSES
    alone, owned = evaluate(plan), evaluate(plan, owned=Owned(lenses=LENSES))
    assert alone.cameras == owned.cameras
    assert '"format": "steeple-plan"' in write_plan(plan)


@pytest.mark.parametrize("plan", [*PLANS, *SHELF[:2]], ids=lambda plan: plan.title)
def test_what_is_said_is_short_and_calm(plan: Plan) -> None:
    evaluation = evaluate(plan, owned=Owned(lenses=LENSES))
    for finding in evaluation.findings:
        title = sentence_words(finding.title, "cm")
        assert len(title) <= 90, title
        for words in (title, sentence_words(finding.reason, "cm")):
            assert "!" not in words
            assert "  " not in words
        for fix in finding.fixes:
            assert sentence_words(fix.action, "in")[0].isupper()
            assert fix.changes
