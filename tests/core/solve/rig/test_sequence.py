"""Mends for all of a plan in a row."""

from __future__ import annotations

import itertools

import pytest

from steeple.core.budget import spending
from steeple.core.errors import SteepleError
from steeple.core.findings.finding import Finding
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.document import Plan
from steeple.core.solve.mends import with_mends
from steeple.core.solve.rig.sequence import MOVE, WEIGHT, MendSequence, mend_sequence
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from tests.core.solve.rig.cases import DEMO, empty


def open_of(plan: Plan) -> float:
    found = judge(camera_studies(plan, DEMO))
    return sum(WEIGHT[one.verdict] for one in found if one.speaks)


def failing(plan: Plan) -> set[tuple[str, str]]:
    found: tuple[Finding, ...] = judge(camera_studies(plan, DEMO))
    return {(one.code, one.about) for one in found if one.verdict == "fails"}


@pytest.fixture(scope="module", params=[GILDING, DUMPLINGS], ids=lambda one: one.title)
def mended(request: pytest.FixtureRequest) -> tuple[Plan, MendSequence]:
    return request.param, mend_sequence(request.param, owned=DEMO)


def test_taken_together_the_moves_clear_what_they_say(mended: tuple[Plan, MendSequence]) -> None:
    plan, row = mended
    after = apply_changes(plan, row.changes)
    found = {(one.code, one.about): one for one in judge(camera_studies(after, DEMO))}
    assert row.clears
    for one in row.clears:
        now = found.get((one.code, one.about))
        assert one.now == ("holds" if now is None or not now.speaks else now.verdict)
    assert {(one.code, one.about) for one in row.stays} <= {
        key for key, one in found.items() if one.speaks
    }


def test_nothing_fails_that_did_not_fail_before(mended: tuple[Plan, MendSequence]) -> None:
    plan, row = mended
    assert failing(apply_changes(plan, row.changes)) <= failing(plan)


def test_the_demo_is_mended_of_all_that_fails(mended: tuple[Plan, MendSequence]) -> None:
    plan, row = mended
    assert failing(plan)
    assert failing(apply_changes(plan, row.changes)) == set()
    assert len(row.moves) <= 6


def test_no_move_is_idle(mended: tuple[Plan, MendSequence]) -> None:
    plan, row = mended
    whole = open_of(apply_changes(plan, row.changes))
    for left_out in row.moves:
        changes = [one for move in row.moves if move is not left_out for one in move.changes]
        try:
            without = open_of(apply_changes(plan, tuple(changes)))
        except SteepleError:
            continue
        assert without + MOVE * (len(row.moves) - 1) >= whole + MOVE * len(row.moves) - 1e-9


def test_each_move_says_what_it_clears(mended: tuple[Plan, MendSequence]) -> None:
    _, row = mended
    for move in row.moves:
        assert sentence_words(move.action, "cm")
        assert move.clears
    assert sentence_words(row.says, "cm").startswith(("These", "This one move"))
    assert row.adds == () or all(one.now != "fails" for one in row.adds)


def test_it_is_as_good_as_the_best_two_mends_of_the_sheet() -> None:
    """Against every pair of the mends that are offered for the plan, made one after the other."""
    plan = GILDING
    cameras = camera_studies(plan, DEMO)
    findings, _ = with_mends(cameras, judge(cameras))
    fixes = [fix for one in findings for fix in one.fixes if one.step in ("hold", "roll")]
    assert len(fixes) > 3
    best = open_of(plan)
    for count in (1, 2):
        for chosen in itertools.permutations(fixes, count):
            changes = tuple(change for fix in chosen for change in fix.changes)
            try:
                best = min(best, open_of(apply_changes(plan, changes)) + MOVE * count)
            except SteepleError:
                continue
    row = mend_sequence(plan, owned=DEMO, steps=("hold", "roll"), most=2)
    found = open_of(apply_changes(plan, row.changes)) + MOVE * len(row.moves)
    assert found <= best + 1e-9


def test_a_plan_in_which_all_holds_needs_none() -> None:
    row = mend_sequence(DULCIMER, owned=DEMO)
    assert row.moves == ()
    assert row.clears == ()
    assert sentence_words(row.says, "cm") == "Nothing is open that a move could clear."


def test_a_plan_with_nothing_in_it_asks_questions_and_gets_no_moves() -> None:
    plan = empty("page-flat").model_copy(update={"cameras": ()})
    row = mend_sequence(plan, owned=DEMO)
    assert all(one.now != "fails" for one in row.stays)
    assert len(row.moves) <= 2


def test_moves_of_one_step_leave_the_others_alone() -> None:
    row = mend_sequence(GILDING, owned=DEMO, steps=("roll",))
    assert {one.step for one in row.clears} == {"roll"}
    assert len(row.moves) == 1


def test_at_most_so_many_moves_are_made() -> None:
    assert len(mend_sequence(GILDING, owned=DEMO, most=2).moves) <= 2


def test_where_the_time_is_over_it_says_that_not_all_was_tried() -> None:
    class Spent:
        def look(self) -> None:
            pass

        def spent(self) -> float:
            return 0.99

    with spending(Spent()):
        row = mend_sequence(GILDING, owned=DEMO)
    assert not row.whole
    assert row.moves == ()
