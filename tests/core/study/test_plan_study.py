"""What is remembered between two plans changes nothing but the time that the second takes."""

from __future__ import annotations

from concurrent.futures import ThreadPoolExecutor

import pytest

from steeple.core.budget import Stopped, spending
from steeple.core.errors import InputError
from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.wishes import FindingName
from steeple.core.solve.light.lamp_dome import map_of
from steeple.core.study.base.step import StepId
from steeple.core.study.cache import StudyCache
from steeple.core.study.plan_study import camera_studies
from steeple.demo.angles import CLASS
from steeple.demo.plans import GILDING, PLANS

EDITS = (
    Change(path="/lights/0/position/x_mm", value=-410.0),
    Change(path="/lights/0/position/x_mm", value=-420.0),
    Change(path="/lights/1/level_percent", value=40),
    Change(path="/lights/0/lit", value=False),
    Change(path="/lights/1/fixture/flux_lm", value=None),
    Change(path="/cameras/0/position/z_mm", value=700.0),
    Change(path="/work/gloss", value="matt"),
    Change(path="/room/windows/0/closed", value=True),
    Change(path="/title", value="Another name"),
)


@pytest.mark.parametrize("plan", PLANS, ids=lambda plan: plan.title)
def test_edits_one_after_the_other_are_worked_out_as_each_alone(plan: Plan) -> None:
    cache = StudyCache()
    now = plan
    for edit in EDITS:
        try:
            now = apply_changes(now, (edit,))
        except InputError:
            assert edit.path.startswith(("/lights/1", "/room/windows"))
            continue
        remembered = evaluate(now, try_mends=False, cache=cache)
        alone = evaluate(now, try_mends=False)
        assert remembered.model_dump_json() == alone.model_dump_json(), edit.path


def test_going_back_to_an_earlier_plan_and_over_to_another() -> None:
    cache = StudyCache(keep=2)
    for plan in (*PLANS, *PLANS[::-1], GILDING):
        remembered = evaluate(plan, try_mends=False, cache=cache)
        assert remembered == evaluate(plan, try_mends=False)


def test_a_lamp_moved_leaves_the_rest_as_it_was() -> None:
    cache = StudyCache()
    first = camera_studies(GILDING, cache=cache)[0]
    assert first.light is not None
    moved = apply_changes(GILDING, (Change(path="/lights/0/position/x_mm", value=-380.0),))
    second = camera_studies(moved, cache=cache)[0]
    assert second.lens is first.lens
    assert second.work is first.work
    assert second.light is not None
    assert second.light.ground is first.light.ground
    assert second.light.alone[1] is first.light.alone[1]
    assert second.light.alone[0] is not first.light.alone[0]
    assert second.light.daylight is first.light.daylight
    assert camera_studies(moved, cache=cache)[0].light is second.light


def test_what_is_owned_is_that_of_the_newest_question() -> None:
    cache = StudyCache()
    camera_studies(GILDING, cache=cache)
    assert camera_studies(GILDING, NOTHING_OWNED, cache)[0].owned is NOTHING_OWNED
    assert map_of(GILDING, cache=cache) == map_of(GILDING)


class SoMany:
    """A budget of so many looks."""

    def __init__(self, looks: int) -> None:
        self.left = looks

    def spent(self) -> float:
        return 0.0

    def look(self) -> None:
        self.left -= 1
        if self.left < 0:
            raise Stopped


class Nearly(SoMany):
    """A budget of which nearly all is spent."""

    def spent(self) -> float:
        return 0.8


def test_where_the_time_is_nearly_over_the_figures_come_without_mends() -> None:
    with spending(Nearly(10**9)):
        found = evaluate(GILDING)
    plain = evaluate(GILDING, try_mends=False)
    assert found.findings == plain.findings
    assert not found.mends_tried
    assert {(one.finding, one.about) for one in found.mends_left} == {
        (one.code, one.about) for one in plain.findings if one.verdict in ("watch", "fails")
    }
    assert evaluate(GILDING).mends_tried
    assert not evaluate(GILDING).mends_left


def test_what_there_was_no_time_for_is_tried_by_itself() -> None:
    """Asked for again and again for what is left, the mends are those of one answer with time enough."""
    whole = evaluate(GILDING)
    counted = Spends(10**9)
    with spending(counted):
        evaluate(GILDING)
    looks = (10**9 - counted.left) // 2
    fixes: dict[tuple[str, str], object] = {}
    left: tuple[FindingName, ...] | None = None
    rounds = 0
    while left is None or left:
        with spending(Spends(looks)):
            found = evaluate(GILDING, mends_for=left)
        assert left is None or len(found.mends_left) < len(left)
        asked = None if left is None else {(one.finding, one.about) for one in left}
        fixes |= {
            (one.code, one.about): one.fixes
            for one in found.findings
            if asked is None or (one.code, one.about) in asked
        }
        left = found.mends_left
        rounds += 1
    assert rounds > 1
    assert fixes == {(one.code, one.about): one.fixes for one in whole.findings}


@pytest.mark.parametrize("step", ["hold", "light"])
def test_the_step_on_screen_has_its_mends_first(step: StepId) -> None:
    counted = Spends(10**9)
    with spending(counted):
        whole = evaluate(GILDING)
    looks = (10**9 - counted.left) // 2
    with spending(Spends(looks)):
        found = evaluate(GILDING, looked_at=step)
    own = [one for one in whole.findings if one.step == step]
    assert [one.fixes for one in found.findings if one.step == step] == [one.fixes for one in own]
    assert any(one.fixes for one in own)
    assert found.mends_left


class Spends(SoMany):
    """A budget of which every look spends a part."""

    def __init__(self, looks: int) -> None:
        super().__init__(10**9)
        self.looks = looks

    def spent(self) -> float:
        return (10**9 - self.left) / self.looks


def test_where_time_is_short_the_session_is_mended_all_the_same() -> None:
    """Its mends touch nothing else and take a moment; those of lens and lamps go without first."""
    counted = Spends(10**9)
    with spending(counted):
        figures = evaluate(CLASS, try_mends=False)
    looks = 10**9 - counted.left
    with spending(Spends(2 * looks)):
        found = evaluate(CLASS)
    assert not found.mends_tried
    assert [one.code for one in found.findings] == [one.code for one in figures.findings]
    stops = next(one for one in found.findings if one.code == "roll.stops")
    assert stops.fixes == next(
        one.fixes for one in evaluate(CLASS).findings if one.code == "roll.stops"
    )
    assert stops.fixes


def test_mends_are_given_up_when_nobody_waits_for_them() -> None:
    """The figures are worked out and remembered; the mends that follow them end at any look."""
    cache = StudyCache()
    counted = SoMany(10**9)
    with spending(counted):
        figures = evaluate(GILDING, try_mends=False, cache=cache)
    for_figures = 10**9 - counted.left
    # What is proposed for the session is remembered too: it is counted once that is known.
    evaluate(GILDING, cache=cache)
    counted = SoMany(10**9)
    with spending(counted):
        whole = evaluate(GILDING, cache=cache)
    for_mends = 10**9 - counted.left
    assert for_mends > 3 * for_figures
    for looks in (1, for_mends // 2, for_mends - 1):
        with pytest.raises(Stopped), spending(SoMany(looks)):
            evaluate(GILDING, cache=cache)
    assert evaluate(GILDING, try_mends=False, cache=cache) == figures
    assert evaluate(GILDING, cache=cache) == whole


def test_two_who_ask_at_once_share_one_study() -> None:
    cache = StudyCache()
    with ThreadPoolExecutor(2) as pool:
        one, other = pool.map(lambda _: camera_studies(GILDING, cache=cache)[0], range(2))
        lit, too = pool.map(lambda scene: scene.light, (one, other))
    assert one.lens is other.lens
    assert lit is too
