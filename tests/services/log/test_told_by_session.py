"""What sessions tell of batteries, cards, stops, tapped supports and clapped rooms."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import pytest

from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.holding.support import TapTest
from steeple.core.plan.parts.work import Work
from steeple.core.record.pair import Pair
from steeple.core.record.session import session_of
from steeple.core.study.card.lists.setting_up import planned_min
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.step import ROLL
from steeple.core.study.sound.step import SOUND
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from steeple.services.log.pairs import Circumstances
from steeple.services.log.told_by_session import measured_by_plan, pairs_of_session
from steeple.store.log import StoredSession
from tests.told import BEGAN, said, told

OF = Circumstances("plan-1", "A plan", 1, BEGAN, "session-1", "The loft")


def with_body(plan: Plan, **figures: Any) -> Plan:
    first, *others = plan.cameras
    assert first.body is not None
    body = Body.model_validate({**first.body.model_dump(), **figures})
    return plan.model_copy(update={"cameras": (first.model_copy(update={"body": body}), *others)})


def limit_s(plan: Plan, why: str) -> float:
    study = camera_studies(plan)[0].of(ROLL)
    assert study is not None
    device = next(one for one in study.devices if one.kind == "camera")
    return next(one.after_s for one in study.limits(device) if one.why == why)


def stored(plan: Plan, *events: dict[str, Any]) -> StoredSession:
    record = session_of(told(*events))
    assert record is not None
    return StoredSession("session-1", "plan-1", plan.title, record)


def stops_after(plan: Plan, seconds: float, why: str) -> Sequence[Pair]:
    device = f"camera-{plan.cameras[0].id}"
    session = stored(
        plan, said(0, "begin", 1, revision=1), said(1, "take", 2),
        said(1 + seconds / 60, "stopped", 3, device=device, name="it", why=why, silent=True),
    )  # fmt: skip
    return pairs_of_session(session, lambda _: plan)


LIMITED = with_body(
    GILDING, recording_limit_s=1790.0, heat_limit_s=None, power_w=8.0, battery_wh=16.0
)


@pytest.mark.parametrize(
    ("why", "figure", "field"),
    [
        ("recording limit", "body.stop", "learned_stop_share"),
        ("battery empty", "body.battery", "learned_battery_share"),
    ],
)
def test_a_stop_tells_its_figure_by_its_time(why: str, figure: str, field: str) -> None:
    planned = limit_s(LIMITED, why)
    (pair,) = stops_after(LIMITED, 0.9 * planned, why)
    assert pair.figure == figure
    assert pair.predicted == pair.plain == pytest.approx(planned, abs=1)
    assert pair.measured == pytest.approx(0.9 * planned, abs=1)
    assert pair.room == "The workroom"
    learned = with_body(LIMITED, **{field: 0.9})
    (again,) = stops_after(learned, 0.9 * planned, why)
    assert again.predicted == pytest.approx(0.9 * planned, abs=1), "now it is foreseen"
    assert again.plain == pytest.approx(planned, rel=1e-3), "what it would be without"


def test_a_full_card_tells_what_is_written() -> None:
    planned = limit_s(LIMITED, "card full")
    mode = LIMITED.cameras[0].body.mode(LIMITED.cameras[0].mode)  # type: ignore[union-attr]
    (pair,) = stops_after(LIMITED, planned / 1.25, "card full")
    assert pair.figure == "body.bitrate"
    assert pair.predicted == pytest.approx(mode.bitrate_mbit_s)
    assert pair.measured == pytest.approx(1.25 * (mode.bitrate_mbit_s or 0), rel=1e-3)
    learned = with_body(LIMITED, learned_bitrate_share=1.25)
    assert limit_s(learned, "card full") == pytest.approx(planned / 1.25, rel=1e-6)


def test_what_the_plan_does_not_know_is_no_pair() -> None:
    unknown = with_body(LIMITED, recording_limit_s=None)
    assert stops_after(unknown, 1790, "recording limit") == ()
    assert stops_after(LIMITED, 0, "recording limit") == ()
    assert stops_after(LIMITED, 900, "unknown") == ()


def test_a_stop_of_a_device_that_is_not_of_the_plan_is_no_pair() -> None:
    session = stored(
        LIMITED, said(0, "begin", 1, revision=1), said(1, "take", 2),
        said(9, "stopped", 3, device="camera-other", name="it", why="card full", silent=True),
    )  # fmt: skip
    assert pairs_of_session(session, lambda _: LIMITED) == ()


def tapped(plan: Plan, frequency_hz: float) -> Plan:
    first, *others = plan.supports
    gear = first.gear.model_copy(update={"tap": TapTest(frequency_hz=frequency_hz)})
    return plan.model_copy(update={"supports": (first.model_copy(update={"gear": gear}), *others)})


def test_a_tapped_support_stands_beside_its_estimate() -> None:
    plan = tapped(DUMPLINGS, 4.5)
    pairs = [one for one in measured_by_plan(plan, OF) if one.figure == "support.swing"]
    assert pairs
    (pair,) = {one.id: one for one in pairs}.values()
    assert pair.measured == pytest.approx(4.5)
    assert pair.plain != pair.measured, "the estimate does not know of the tap"
    assert pair.session_id is None, "the next session carries the same tap: it counts once"
    assert pair.of_name == plan.supports[0].gear.name


def test_a_clapped_room_stands_beside_what_was_worked_out() -> None:
    worked_out = camera_studies(
        DULCIMER.model_copy(update={"sound": DULCIMER.sound.model_copy(update={"rt60_s": None})})
    )[0].of(SOUND)
    assert worked_out is not None
    assert worked_out.room.mid_s is not None
    plan = DULCIMER.model_copy(update={"sound": DULCIMER.sound.model_copy(update={"rt60_s": 0.9})})
    (pair,) = [one for one in measured_by_plan(plan, OF) if one.figure == "room.rt60"]
    assert pair.measured == 0.9
    assert pair.plain == pytest.approx(worked_out.room.mid_s, abs=1e-3)
    assert (pair.of, pair.of_name) == ("the-reading-room", "The reading room")


def test_a_plan_without_measurements_tells_nothing() -> None:
    bare = DULCIMER.model_copy(update={"sound": DULCIMER.sound.model_copy(update={"rt60_s": None})})
    assert [one for one in measured_by_plan(bare, OF) if one.figure == "room.rt60"] == []


def test_what_a_plan_carries_is_told_when_the_session_has_ended() -> None:
    plan = tapped(DUMPLINGS, 4.5)
    begun = [said(0, "begin", 1, revision=1), said(1, "take", 2), said(9, "cut", 3)]
    assert pairs_of_session(stored(plan, *begun), lambda _: plan) == ()
    whole = pairs_of_session(stored(plan, *begun, said(10, "end", 4)), lambda _: plan)
    assert {one.figure for one in whole} == {"support.swing"}
    again = pairs_of_session(stored(plan, *begun, said(12, "end", 4)), lambda _: plan)
    assert [one.id for one in again] == [one.id for one in whole]


def set_up(plan: Plan, *minutes: float) -> list[Pair]:
    events = [
        said(1 + at, "set-up", 2 + at, minutes=one) for at, one in enumerate(minutes)
    ]  # fmt: skip
    session = stored(plan, said(0, "begin", 1, revision=1), *events)
    return [one for one in pairs_of_session(session, lambda _: plan) if one.of == "maker"]


def test_minutes_of_setting_up_are_set_against_what_was_planned() -> None:
    (pair,) = set_up(GILDING, 40)
    assert pair.figure == "maker.set-up"
    assert pair.measured == 40 * 60
    assert pair.plain == pair.predicted == pytest.approx(60 * planned_min(GILDING))
    assert pair.session_id == "session-1"


def test_minutes_told_anew_count_once_as_they_were_told_last() -> None:
    (pair,) = set_up(GILDING, 40, 55)
    assert pair.measured == 55 * 60


def test_a_plan_that_has_learned_predicts_by_that_and_learns_from_the_plain() -> None:
    maker = GILDING.maker.model_copy(update={"learned_set_up_share": 1.5})
    (pair,) = set_up(GILDING.model_copy(update={"maker": maker}), 60)
    assert pair.predicted == pytest.approx(1.5 * pair.plain)
    assert pair.plain == pytest.approx(60 * planned_min(GILDING))


def test_a_plan_with_nothing_to_set_up_teaches_nothing() -> None:
    assert set_up(Plan(title="Nothing yet", work=Work(shape="page-flat")), 20) == []
    assert set_up(GILDING) == []
