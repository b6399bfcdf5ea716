"""Revisions are only ever added; undo and redo go over restarts; nothing is overwritten."""

from __future__ import annotations

import threading
from collections.abc import Callable

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from sqlalchemy import text
from sqlalchemy.exc import IntegrityError

from steeple.core.plan.document import Plan
from steeple.main import make_context
from steeple.services.plans import PlanService, change_words
from steeple.store.database import Database
from steeple.store.errors import NotFound, RevisionConflict
from tests.plans import SOUND, changed


def with_title(title: str) -> Plan:
    return changed(title=title)


def test_saves_are_numbered_and_old_states_stay(plans: PlanService) -> None:
    plan_id = plans.add(SOUND, label="New").id
    saved = plans.save(plan_id, with_title("two"), base=1)
    assert (saved.revision, saved.undo_label, saved.redo_label) == (2, "Title", None)
    assert plans.get(plan_id) == saved
    assert plans.at(plan_id, 1) == SOUND
    assert plans.at(plan_id, 2).title == "two"
    assert plans.head(plan_id) == (plans.get(plan_id).line, 2)


def test_saving_the_same_again_adds_nothing(plans: PlanService) -> None:
    plan_id = plans.add(SOUND, label="New").id
    assert plans.save(plan_id, SOUND, base=1).revision == 1


def test_undo_and_redo_survive_a_restart(plans: PlanService, database: Database) -> None:
    plan_id = plans.add(SOUND, label="New").id
    plans.save(plan_id, with_title("two"), base=1)
    plans.save(plan_id, with_title("three"), base=2)
    assert plans.undo(plan_id, base=3).plan.title == "two"
    database.close()
    again = Database(database.path)
    later = make_context(again).plans
    assert later.get(plan_id).redo_label == "Title"
    assert later.undo(plan_id, base=4).plan == SOUND
    with pytest.raises(NotFound, match="nothing to undo"):
        later.undo(plan_id, base=5)
    assert later.redo(plan_id, base=5).plan.title == "two"
    assert later.redo(plan_id, base=6).plan.title == "three"
    with pytest.raises(NotFound, match="nothing to redo"):
        later.redo(plan_id, base=7)
    assert later.at(plan_id, 4).title == "two"
    again.close()


def test_a_new_edit_after_undo_is_what_redo_leads_to(plans: PlanService) -> None:
    plan_id = plans.add(SOUND, label="New").id
    plans.save(plan_id, with_title("two"), base=1)
    plans.undo(plan_id, base=2)
    plans.save(plan_id, with_title("other"), base=3)
    back = plans.undo(plan_id, base=4)
    assert back.plan == SOUND
    assert plans.redo(plan_id, base=5).plan.title == "other"
    assert plans.at(plan_id, 2).title == "two", "what was left behind is still there"


@settings(
    max_examples=20, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture]
)
@given(st.lists(st.sampled_from(["edit", "undo", "redo"]), max_size=25))
def test_undo_and_redo_behave_like_a_list_with_a_finger(
    plans: PlanService, moves: list[str]
) -> None:
    plan_id = plans.add(SOUND, label="New").id
    states, finger, base = [SOUND.title], 0, 1
    for number, move in enumerate(moves):
        if move == "edit":
            states, finger = [*states[: finger + 1], f"title {number}"], finger + 1
            stored = plans.save(plan_id, with_title(states[finger]), base=base)
        elif move == "undo" and finger > 0:
            finger -= 1
            stored = plans.undo(plan_id, base=base)
        elif move == "redo" and finger < len(states) - 1:
            finger += 1
            stored = plans.redo(plan_id, base=base)
        else:
            with pytest.raises(NotFound):
                (plans.undo if move == "undo" else plans.redo)(plan_id, base=base)
            continue
        base = stored.revision
        assert stored.plan.title == states[finger]
        assert (stored.undo_label is not None) == (finger > 0)
        assert (stored.redo_label is not None) == (finger < len(states) - 1)


def test_an_outdated_write_is_refused_and_the_newest_named(plans: PlanService) -> None:
    plan_id = plans.add(SOUND, label="New").id
    plans.save(plan_id, with_title("theirs"), base=1)
    writes: list[Callable[[], object]] = [
        lambda: plans.save(plan_id, with_title("mine"), base=1),
        lambda: plans.undo(plan_id, base=1),
        lambda: plans.redo(plan_id, base=1),
        lambda: plans.save(plan_id, with_title("mine"), base=9),
    ]
    for write in writes:
        with pytest.raises(RevisionConflict) as caught:
            write()
        assert caught.value.newest == 2
    assert plans.get(plan_id).plan.title == "theirs"


def test_of_many_writers_from_one_revision_one_wins(plans: PlanService) -> None:
    plan_id = plans.add(SOUND, label="New").id
    won: list[str] = []
    refused: list[int] = []

    def write(name: str) -> None:
        try:
            plans.save(plan_id, with_title(name), base=1)
            won.append(name)
        except RevisionConflict as error:
            refused.append(error.newest)

    threads = [threading.Thread(target=write, args=(f"writer {n}",)) for n in range(12)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert len(won) == 1
    assert refused == [2] * 11
    assert plans.get(plan_id).plan.title == won[0]


def test_revisions_cannot_be_changed_even_by_hand(plans: PlanService, database: Database) -> None:
    plans.add(SOUND, label="New")
    for statement in ("UPDATE revisions SET label='x'", "DELETE FROM revisions"):
        with (
            pytest.raises(IntegrityError, match="append-only"),
            database.engine.connect() as connection,
        ):
            connection.execute(text(statement))
    with (
        pytest.raises(IntegrityError),
        database.engine.connect() as connection,
    ):
        connection.execute(text("DELETE FROM plans"))


def test_a_removed_plan_can_be_put_back(plans: PlanService) -> None:
    plan_id = plans.add(SOUND, label="New").id
    plans.remove(plan_id)
    assert plans.shelf() == []
    assert [one.id for one in plans.shelf(removed=True)] == [plan_id]
    with pytest.raises(NotFound, match="no such plan"):
        plans.get(plan_id)
    with pytest.raises(NotFound):
        plans.save(plan_id, SOUND, base=1)
    assert plans.put_back(plan_id).plan == SOUND
    for unknown in (plans.remove, plans.put_back, plans.head):
        with pytest.raises(NotFound):
            unknown("nothing")
    with pytest.raises(NotFound, match="no revision 9"):
        plans.at(plan_id, 9)


def test_the_shelf_has_what_changed_last_first(plans: PlanService) -> None:
    first = plans.add(with_title("first"), label="New").id
    plans.add(with_title("second"), label="New")
    plans.save(first, with_title("first again"), base=1)
    assert [one.title for one in plans.shelf()] == ["first again", "second"]


@pytest.mark.parametrize(
    ("after", "words"),
    [
        (changed(cameras__0__position__z_mm=800), "Lens height"),
        (changed(title="x", table__width_mm=900), "Title and 1 more"),
        (SOUND.model_copy(update={"cameras": ()}), "Cameras"),
        (changed(cameras__0__lens=None), "Lens"),
        (SOUND, "No change"),
    ],
)
def test_an_edit_is_called_by_what_it_changed(after: Plan, words: str) -> None:
    assert change_words(SOUND.model_dump_json(), after.model_dump_json()) == words
