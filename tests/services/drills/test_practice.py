"""Practice over time: what comes next, what is kept, a clock that is set back, a plan that is gone."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from functools import partial
from pathlib import Path

import pytest

from steeple.core.drills.marking import Grade
from steeple.core.drills.registry import DRILLS, drill
from steeple.core.errors import InputError
from steeple.core.plan.cupboard.owned import NOTHING_OWNED
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.work import Work
from steeple.demo.plans import GILDING
from steeple.services.drills.memory import fresh_memory, next_difficulty, remembered
from steeple.services.drills.practice import DrillService
from steeple.services.plans import PlanService
from steeple.store.database import Database
from steeple.store.errors import NotFound

START = datetime(2026, 11, 2, 9, tzinfo=UTC)
HEIGHT = drill("lens-height")


class Clock:
    def __init__(self) -> None:
        self.now = START

    def __call__(self) -> datetime:
        return self.now


@pytest.fixture
def clock() -> Clock:
    return Clock()


@pytest.fixture
def database(tmp_path: Path) -> Iterator[Database]:
    there = Database(tmp_path / "steeple.db")
    yield there
    there.close()


@pytest.fixture
def drills(database: Database, clock: Clock) -> DrillService:
    return DrillService(database, clock)


@pytest.fixture
def plans(database: Database, clock: Clock) -> PlanService:
    return PlanService(database, clock)


def guessed(drills: DrillService, plans: PlanService, kind: str, off: float = 0.0) -> str:
    """One scene and a guess that is off by a share of the answer; when the kind is due then."""
    scene, plan_id = drills.scene(drill(kind), plans=plans, owned=NOTHING_OWNED, seed=2)
    guess = tuple(one * (1 + off) for one in scene.found.truth) or (0.0,)
    marked = drills.mark(
        drill(kind), scene.plan, guess, difficulty=scene.difficulty, plan_id=plan_id
    )
    assert marked.state.due_at is not None
    return marked.state.due_at


def test_at_first_every_kind_is_new_and_they_come_in_order(drills: DrillService) -> None:
    states = drills.states()
    assert [one.kind for one in states] == [one.id for one in DRILLS]
    assert all(one.is_due and one.due_at is None and not one.course for one in states)
    assert drills.next_kind() is DRILLS[0]
    assert drills.next_kind(besides=[DRILLS[0].id]) is DRILLS[1]
    assert drills.next_kind(besides=[one.id for one in DRILLS]) is DRILLS[0]


def test_what_was_far_off_comes_again_sooner(drills: DrillService, plans: PlanService) -> None:
    near = guessed(drills, plans, "lens-height")
    far = guessed(drills, plans, "sharp", off=2.0)
    assert far < near


def test_what_is_about_to_be_forgotten_comes_before_what_is_new(
    drills: DrillService, plans: PlanService, clock: Clock
) -> None:
    guessed(drills, plans, "zoom")
    assert drills.next_kind() is DRILLS[0], "nothing is due yet"
    clock.now = START + timedelta(days=60)
    assert drills.next_kind().id == "zoom"


def test_a_course_keeps_every_error_in_its_unit(drills: DrillService, plans: PlanService) -> None:
    for off in (0.5, 0.2, 0.01):
        guessed(drills, plans, "lens-height", off)
    (state,) = [one for one in drills.states() if one.kind == "lens-height"]
    errors = [one.error for one in state.course]
    assert errors == sorted(errors, reverse=True)
    assert {one.unit for one in state.course} == {"mm"}
    assert [one.grade for one in state.course][-1] == "easy"


def test_a_clock_that_is_set_back_loses_nothing(
    drills: DrillService, plans: PlanService, clock: Clock
) -> None:
    guessed(drills, plans, "lens-height")
    clock.now = START - timedelta(days=400)
    due = guessed(drills, plans, "lens-height")
    assert due >= START.isoformat(), "the last guess counts as the earliest now"
    (state,) = [one for one in drills.states() if one.kind == "lens-height"]
    assert len(state.course) == 2


@pytest.mark.parametrize("grade", ["again", "hard", "good", "easy"])
def test_the_same_guesses_give_the_same_days(grade: Grade) -> None:
    one, other = (remembered(fresh_memory(START), grade, START) for _ in range(2))
    assert one == other
    later, due = remembered(one[0], grade, one[1])
    assert due > one[1] or grade == "again"
    assert later != one[0]


def test_a_good_eye_gets_harder_scenes_and_no_scene_is_beyond_the_ends() -> None:
    assert next_difficulty(2, "good") == 3
    assert next_difficulty(5, "easy") == 5
    assert next_difficulty(2, "hard") == 2
    assert next_difficulty(1, "again") == 1


def test_a_plan_that_is_too_empty_is_said_so(drills: DrillService, plans: PlanService) -> None:
    empty = plans.add(Plan(title="Nothing yet", work=Work(shape="page-flat")), label="New")
    with pytest.raises(InputError, match="has not yet what “Set the lens height” asks about"):
        drills.scene(HEIGHT, plans=plans, owned=NOTHING_OWNED, plan_id=empty.id)
    with pytest.raises(NotFound):
        drills.scene(HEIGHT, plans=plans, owned=NOTHING_OWNED, plan_id="no-such")


def test_a_scene_of_a_session_is_of_its_plan_as_it_was_then(
    drills: DrillService, plans: PlanService
) -> None:
    """The plan has moved on since; the scene is of what was filmed, and the plan itself is as it is."""
    kept = plans.add(GILDING, label="Gilding")
    begun = Plan(title="Begun anew", work=Work(shape="page-flat"))
    emptied = plans.save(kept.id, begun, base=kept.revision)
    ask = partial(drills.scene, HEIGHT, plans=plans, owned=NOTHING_OWNED, plan_id=kept.id, seed=4)
    with pytest.raises(InputError, match="has not yet what"):
        ask()
    scene, plan_id = ask(revision=kept.revision)
    assert plan_id == kept.id
    assert len(scene.plan.cameras) == len(GILDING.cameras)
    assert plans.get(kept.id).revision == emptied.revision
    with pytest.raises(NotFound):
        ask(revision=99)


def test_a_guess_counts_though_its_plan_was_taken_off_the_shelf(
    drills: DrillService, plans: PlanService
) -> None:
    kept = plans.add(GILDING, label="Gilding")
    scene, plan_id = drills.scene(HEIGHT, plans=plans, owned=NOTHING_OWNED, plan_id=kept.id, seed=4)
    assert plan_id == kept.id
    assert scene.own
    plans.remove(kept.id)
    marked = drills.mark(HEIGHT, scene.plan, (700.0,), difficulty=2, plan_id=plan_id)
    assert marked.plan_gone
    assert marked.told.plan_id == kept.id
    assert len(drills.states()[0].course) == 1


def test_a_plan_that_is_no_scene_is_not_marked(drills: DrillService) -> None:
    empty = Plan(title="Nothing yet", work=Work(shape="page-flat"))
    with pytest.raises(InputError, match="is no scene of"):
        drills.mark(HEIGHT, empty, (700.0,), difficulty=2)
    with pytest.raises(InputError, match="finite"):
        drills.mark(HEIGHT, empty, (float("nan"),), difficulty=2)
    assert not any(one.course for one in drills.states())


def test_scenes_come_of_the_shelf_and_of_chance(drills: DrillService, plans: PlanService) -> None:
    kept = plans.add(GILDING, label="Gilding")
    found = {
        drills.scene(HEIGHT, plans=plans, owned=NOTHING_OWNED, seed=seed)[1] for seed in range(12)
    }
    assert found == {kept.id, None}


def test_two_schools_keep_the_choice_and_call_nothing_wrong(
    drills: DrillService, plans: PlanService
) -> None:
    schools = drill("soft-or-bare")
    scene, _ = drills.scene(schools, plans=plans, owned=NOTHING_OWNED, seed=1)
    marked = drills.mark(schools, scene.plan, (1.0,), difficulty=2)
    assert marked.told.truth == ()
    assert marked.told.error == 0.0
    assert marked.told.guess == (1.0,)
    assert len(marked.found.sides) == 2
