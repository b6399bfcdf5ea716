"""Three questions: what they make of a plan, and what is put into the cupboard."""

from __future__ import annotations

from datetime import UTC, datetime
from pathlib import Path
from typing import Any, get_args

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.evaluation import evaluate
from steeple.core.plan.cupboard.usual import USUAL
from steeple.core.plan.parts.work import ShapeId
from steeple.core.plan.reading import read_plan, write_plan
from steeple.services.rig.beginning import Beginning, BeginningService, plan_of, ticked_things
from steeple.store.database import Database
from steeple.store.gear import GearRepository
from steeple.store.plans import PlanRepository

SHAPES: tuple[ShapeId, ...] = get_args(ShapeId)
LENGTH = st.none() | st.floats(30, 2500)
ANSWERS = st.builds(
    Beginning,
    title=st.just("A plan"),
    shape=st.sampled_from(SHAPES),
    zone_width_mm=LENGTH,
    zone_depth_mm=LENGTH,
    top_mm=st.none() | st.floats(0, 500),
    table_height_mm=st.none() | st.floats(300, 1200),
    ceiling_mm=st.none() | st.floats(1200, 6000),
    window=st.sampled_from([None, "left", "right", "near", "far"]),
    left_handed=st.booleans(),
    away=st.booleans(),
)


@given(told=ANSWERS)
def test_any_answers_make_a_plan_that_is_worked_out(told: Beginning) -> None:
    plan = plan_of(told)
    assert read_plan(write_plan(plan).encode()) == plan
    assert plan.work.zone.width_mm == told.zone_width_mm
    assert plan.maker.away is told.away
    assert len(plan.room.windows) == (told.window is not None)
    found = evaluate(plan, try_mends=False)
    assert found.answers


@given(ids=st.lists(st.sampled_from([one.id for one in USUAL]), max_size=20))
def test_each_tick_is_a_thing_marked_as_assumed(ids: list[str]) -> None:
    things = ticked_things(ids)
    assert len(things) == len(ids)
    assert all(one.name.endswith(", usual figures") for one in things)


def test_a_tick_that_is_not_on_the_board_is_refused_with_what_there_is() -> None:
    with pytest.raises(InputError, match="has no") as caught:
        ticked_things(["phone", "moon"])
    assert caught.value.field == "ticked"
    assert caught.value.value == "moon"
    assert "phone" in str(caught.value.allowed)


@pytest.fixture
def database(tmp_path: Path) -> Any:
    found = Database(tmp_path / "steeple.db")
    yield found
    found.close()


def test_plan_and_things_come_together_or_not_at_all(database: Database) -> None:
    service = BeginningService(database, lambda: datetime.now(UTC))
    stored = service.begin(Beginning(title="A", shape="page-flat", ticked=("phone", "panel")))
    with pytest.raises(InputError):
        service.begin(Beginning(title="B", shape="page-flat", ticked=("phone", "moon")))
    with database.reading() as connection:
        assert [one.id for one in PlanRepository(connection).shelf()] == [stored.id]
        assert len(GearRepository(connection).find()) == 2
