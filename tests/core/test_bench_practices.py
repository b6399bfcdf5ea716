"""The bench for makers who begin with an empty plan: a phone in a basement, a drum kit that is filmed from its seat."""

from __future__ import annotations

from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.card.lists.roll_call import RollCall
from steeple.services.bench.roll_call import ask_devices, call_of
from tests.core.test_practices import Walk


def words_of(call: RollCall) -> list[str]:
    return [sentence_words(item.says, "cm") for stop in call.stops for item in stop.items]


def test_painting_with_a_phone_calls_for_flight_mode_and_a_locked_screen() -> None:
    walk = Walk("easel")
    walk.types(room__ceiling_mm=2200.0, room__knock="unlikely")
    walk.takes_lens("Phone")
    walk.takes_support()
    walk.places_lamps()
    call = call_of(walk.plan)
    words = words_of(call)
    assert "It is in flight mode, so that no call ends the take." in words
    assert "Focus and exposure are locked on its screen." in words
    assert any(one.startswith("1: ") for one in words), "the lamps in the order of the round"
    (phone,) = call.devices
    assert phone.kind == "camera"
    (told,) = ask_devices(walk.plan, 60.0)
    assert told.rolling
    assert (told.stops_in_s is None) == (phone.stops_s is None)


def test_a_drum_kit_is_called_with_its_alarm_and_told_when_it_stops() -> None:
    walk = Walk("percussion")
    walk.types(
        work__zone__width_mm=2000.0, work__zone__depth_mm=1800.0, work__zone_top_mm=700.0,
        table__width_mm=2400.0, table__depth_mm=2200.0, table__height_mm=400.0, maker__y_mm=-500.0,
        maker__posture="seated", room__ceiling_mm=3500.0, session__lasts_min=60.0,
    )  # fmt: skip
    walk.takes_lens()
    if "roll.stops" in walk.failing():
        walk.mends("roll.stops")
    call = call_of(walk.plan)
    (camera,) = call.devices
    alarms = [item for stop in call.stops for item in stop.items if item.catches == "alarm"]
    handled = bool(walk.plan.session.handling)
    assert bool(alarms) == handled, "an alarm is called for where something is to be done by hand"
    if camera.stops_s is not None:
        (before,) = ask_devices(walk.plan, camera.stops_s - 1.0)
        (after,) = ask_devices(walk.plan, max(camera.lasts.values()) + 1.0)
        assert before.rolling
        assert not after.rolling
    assert "It records: you have seen it say so." in words_of(call)
