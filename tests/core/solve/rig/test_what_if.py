"""What would change with one more thing."""

from __future__ import annotations

from functools import cache

import pytest

from steeple.core.findings.judging import judge
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.kinds import Gear
from steeple.core.plan.cupboard.owned import NOTHING_OWNED
from steeple.core.plan.cupboard.usual import USUAL
from steeple.core.plan.document import Plan
from steeple.core.solve.rig.what_if import WithIt, what_if
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import DULCIMER, GILDING
from tests.core.solve.rig.cases import DEMO, empty

BOARD: dict[str, Gear] = {one.id: one.gear for one in USUAL}


@cache
def tried(thing: str) -> WithIt:
    return what_if(GILDING, BOARD[thing], DEMO)


@pytest.mark.parametrize("thing", ["boom", "clamped-pole", "panel"])
def test_what_it_says_is_what_the_plan_says_with_it(thing: str) -> None:
    found = tried(thing)
    assert found.uses
    after = judge(camera_studies(apply_changes(GILDING, found.changes), DEMO))
    now = {(one.code, one.about): one.verdict for one in after if one.speaks}
    before = {
        (one.code, one.about): one.verdict
        for one in judge(camera_studies(GILDING, DEMO))
        if one.speaks
    }
    for one in found.better:
        assert before[one.code, one.about] == one.was
        assert now.get((one.code, one.about), "holds") == one.now
    for one in found.worse:
        assert now[one.code, one.about] == one.now
        assert before.get((one.code, one.about), "holds") == one.was
    assert any(BOARD[thing].name in str(one.value) for one in found.changes)


def test_a_boom_mends_an_overloaded_arm_and_leaves_the_picture_alone() -> None:
    found = tried("boom")
    assert "hold.over-rating" in {one.code for one in found.better}
    assert found.detail_px_before == found.detail_px_after
    marks = {one.step: one.verdict for one in found.marks_after}
    assert {one.step: one.verdict for one in found.marks_before}["hold"] == "fails"
    assert marks["hold"] != "fails"
    assert sentence_words(found.says, "cm").startswith("Boom stand with counterweight would clear")


def test_a_thing_of_no_use_is_said_to_be_of_none() -> None:
    found = what_if(DULCIMER, BOARD["lamp-stand"], NOTHING_OWNED)
    assert not found.uses
    assert found.changes == ()
    assert found.better == found.worse
    assert found.marks_before == found.marks_after
    assert "would change nothing here" in sentence_words(found.says, "cm")


@pytest.mark.parametrize("thing", list(BOARD))
def test_everything_on_the_board_can_be_considered_for_an_empty_plan(thing: str) -> None:
    plan: Plan = empty("page-flat")
    found = what_if(plan, BOARD[thing], NOTHING_OWNED)
    assert sentence_words(found.says, "cm").startswith(BOARD[thing].name)


def test_nothing_that_it_adds_is_kept_from_the_maker() -> None:
    """What gets worse is told, not only what gets better."""
    found = tried("tripod")
    if found.uses:
        after = judge(camera_studies(apply_changes(GILDING, found.changes), DEMO))
        before = {
            (one.code, one.about) for one in judge(camera_studies(GILDING, DEMO)) if one.speaks
        }
        fresh = {
            (one.code, one.about)
            for one in after
            if one.speaks and one.verdict != "unknown" and (one.code, one.about) not in before
        }
        assert fresh <= {(one.code, one.about) for one in found.worse}
