"""The roll call: every device, in order of walking, with what would be lost."""

from __future__ import annotations

from typing import get_args

import pytest

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.work import Work
from steeple.core.record.event import Forgotten
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.card.lists.roll_call import Catches
from steeple.demo.angles import SHELF
from steeple.demo.plans import DULCIMER
from steeple.services.bench.roll_call import ask_devices, ask_lamps, ask_mics, call_of
from tests.plans import SOUND, changed


@pytest.mark.parametrize("plan", SHELF, ids=lambda one: one.title)
def test_every_camera_lamp_and_microphone_is_called_once(plan: Plan) -> None:
    call = call_of(plan)
    items = [item for stop in call.stops for item in stop.items]
    assert len({one.id for one in items}) == len(items)
    words = [sentence_words(one.says, "cm") for one in items]
    for lamp in plan.lights:
        assert sum(lamp.fixture.name in one for one in words) == 1, lamp.fixture.name
    for mic in plan.mics:
        assert any(one.startswith(mic.gear.name) for one in words)
    assert sum("It records" in one for one in words) == len(
        [one for one in call.devices if one.kind == "camera"]
    )
    assert call.stops[-1].at == "You"


def test_what_an_item_catches_can_be_told_as_a_loss() -> None:
    assert set(get_args(Catches)) <= set(get_args(Forgotten))


def test_an_empty_plan_has_next_to_nothing_to_call() -> None:
    call = call_of(Plan(title="Nothing yet", work=Work(shape="page-flat")))
    assert call.devices == ()
    assert [one.at for one in call.stops] == ["You"]


def test_the_cameras_tell_who_does_not_roll() -> None:
    plan = SHELF[1]
    running = {one.id: one.rolling for one in ask_devices(plan, 60.0)}
    assert all(running.values())
    forgot = ask_devices(plan, 60.0, forgot=["camera-side"])
    assert [one.id for one in forgot if not one.rolling] == ["camera-side"]
    later = {one.id: one for one in ask_devices(plan, 1800.0)}
    assert not later["camera-overhead"].rolling, "its own limit is short of half an hour"
    assert later["camera-overhead"].stops_in_s == 0.0
    assert later["camera-side"].card_left is not None
    assert 0 < later["camera-side"].card_left < 1


def test_a_remote_lamp_tells_its_level() -> None:
    plan = next(
        one for one in SHELF if any(lamp.lit and lamp.fixture.remote for lamp in one.lights)
    )
    told = ask_lamps(plan)
    assert all(one.level_percent == one.planned_percent for one in told)
    off = ask_lamps(plan, forgot=[told[0].id])
    assert off[0].level_percent == 0.0


def test_a_room_with_a_window_is_looked_at() -> None:
    assert any(one.at == "The room" for one in call_of(SHELF[2]).stops)
    dark = changed(SHELF[2], room__windows=[])
    assert not any(one.at == "The room" for one in call_of(dark).stops)


def test_a_microphone_that_is_off_hears_nothing_and_another_what_is_planned() -> None:
    told = ask_mics(DULCIMER)
    assert [one.id for one in told] == [f"mic-{one.id}" for one in DULCIMER.mics]
    for one in told:
        assert one.level_db is not None
        assert one.level_db == pytest.approx(one.planned_db, abs=2.5), "a meter is off by a little"
        assert one.hears
    off = ask_mics(DULCIMER, forgot=[told[0].id])
    assert off[0].level_db is None
    assert off[1:] == told[1:]
    assert ask_mics(SOUND.model_copy(update={"mics": ()})) == ()
