"""The session by events against the same by seconds, and against what a hand works out."""

from __future__ import annotations

import itertools
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.roll.device import BY_ITSELF, Action, Bank, Deed, Device, Run, Segment
from steeple.core.roll.simulate import simulate
from tests.core.roll.by_seconds import by_seconds

START: tuple[Deed, ...] = ("start",)
FULL_HD = 6_250_000.0
"""Bytes a second of 50 Mbit/s."""


def alone(session_s: int, *actions: Action, **values: Any) -> tuple[Segment, ...]:
    device = Device(id="a", **values)
    return simulate(session_s, [device], [Action("a", 0, START), *actions]).segments


def test_a_camera_of_29_minutes_stops_and_stays_stopped() -> None:
    assert alone(3600, take_limit_s=29 * 60 + 59) == (Segment("a", 0, 1799, "recording limit"),)


def test_a_restart_by_hand_goes_on_after_the_seconds_that_it_takes() -> None:
    found = alone(3600, Action("a", 1500, ("restart",), 5), take_limit_s=1799)
    assert found == (
        Segment("a", 0, 1500, "by hand"),
        Segment("a", 1505, 3304, "recording limit"),
    )


def test_a_file_limit_stops_or_goes_on_in_a_new_file() -> None:
    limit = 4e9
    assert alone(3600, bytes_per_s=FULL_HD, file_limit_bytes=limit) == (
        Segment("a", 0, 640, "file limit"),
    )
    found = alone(1500, bytes_per_s=FULL_HD, file_limit_bytes=limit, file_goes_on=True)
    assert found == (Segment("a", 0, 1500, "end", files=(640, 1280)),)


def test_a_card_holds_what_fits_and_a_fresh_one_goes_on() -> None:
    card = 32e9
    assert alone(7200, bytes_per_s=FULL_HD, card_bytes=card)[0].end_s == 5120
    change = Action("a", 5000, ("card",), 60)
    found = alone(7200, change, bytes_per_s=FULL_HD, card_bytes=card, spare_cards=1)
    assert [one.why for one in found] == ["by hand", "end"]
    none_left = alone(7200, change, bytes_per_s=FULL_HD, card_bytes=card)
    assert none_left[-1] == Segment("a", 5060, 5180, "card full")


def test_a_battery_of_7_2_watt_hours_at_4_watts_lasts_108_minutes() -> None:
    assert alone(4 * 3600, power_w=4.0, battery_j=7.2 * 3600) == (
        Segment("a", 0, 108 * 60, "battery empty"),
    )


def test_a_bank_is_shared_and_their_own_batteries_follow() -> None:
    """Three watts together from 3600 J: 20 minutes; then 600 J of its own at one watt: 10 more."""
    devices = [
        Device(id="a", power_w=1.0, battery_j=600.0, bank="bank"),
        Device(id="b", power_w=2.0, bank="bank", battery_j=0.0),
    ]
    run = simulate(
        7200, devices, [Action("a", 0, START), Action("b", 0, START)], [Bank("bank", 3600.0)]
    )
    assert run.banks_empty == {"bank": 1200}
    assert run.of("a") == (Segment("a", 0, 1800, "battery empty"),)
    assert run.of("b") == (Segment("b", 0, 1200, "battery empty"),)


def test_heat_adds_up_and_a_rest_cools() -> None:
    hot = {"heat_limit_s": 1200, "rest_s": 600}
    short = alone(7200, Action("a", 900, ("restart",), 60), **hot)
    assert short[-1] == Segment("a", 960, 1260, "heat")
    long = alone(7200, Action("a", 900, ("restart",), 600), **hot)
    assert long[-1] == Segment("a", 1500, 2700, "heat")


def test_what_is_stopped_by_hand_waits_for_its_next_start() -> None:
    found = alone(3600, Action("a", 600, ("stop",)), Action("a", 1200, START))
    assert found == (Segment("a", 0, 600, "by hand"), Segment("a", 1200, 3600, "end"))


def test_what_is_left_is_told() -> None:
    device = Device(id="a", bytes_per_s=FULL_HD, card_bytes=32e9, power_w=5, battery_j=36_000)
    left = simulate(1000, [device], [Action("a", 0, START)]).left["a"]
    assert left.card_bytes == pytest.approx(32e9 - 6.25e9)
    assert left.battery_j == pytest.approx(31_000)


@pytest.mark.parametrize("session_s", [0, -5, 100 * 3600])
def test_a_session_of_no_time_or_of_days_is_refused(session_s: int) -> None:
    with pytest.raises(InputError, match="1 second to 48 hours"):
        simulate(session_s, [])


def test_what_is_not_there_is_refused() -> None:
    with pytest.raises(InputError, match="“b” is not among"):
        simulate(60, [Device(id="a")], [Action("b", 0, START)])
    with pytest.raises(InputError, match="“bank” is not among"):
        simulate(60, [Device(id="a", bank="bank")])


maybe = st.none()
whole = st.integers


@st.composite
def rigs(draw: st.DrawFn) -> tuple[int, list[Device], list[Action], list[Bank]]:
    """Any rig: up to four devices with every kind of limit, on two banks, with up to eight things done."""
    banks = [Bank(name, float(draw(whole(0, 900)))) for name in ("x", "y")]
    devices = [
        Device(
            id=f"d{at}",
            bytes_per_s=float(draw(whole(0, 7))),
            power_w=float(draw(whole(0, 4))),
            take_limit_s=draw(maybe | whole(1, 200)),
            file_limit_bytes=draw(maybe | whole(5, 900).map(float)),
            file_goes_on=draw(st.booleans()),
            card_bytes=draw(maybe | whole(0, 1500).map(float)),
            spare_cards=draw(whole(0, 2)),
            battery_j=draw(maybe | whole(0, 900).map(float)),
            spare_batteries=draw(whole(0, 2)),
            heat_limit_s=draw(maybe | whole(1, 300)),
            rest_s=draw(whole(0, 60)),
            bank=draw(st.sampled_from([None, "x", "y"])),
        )
        for at in range(draw(whole(1, 4)))
    ]
    deeds: st.SearchStrategy[tuple[Deed, ...]] = st.sampled_from(
        [START, ("stop",), ("restart",), ("battery",), ("card",), ("battery", "card")]
    )
    actions = [Action(one.id, draw(whole(0, 30)), START) for one in devices] + [
        Action(draw(st.sampled_from(devices)).id, draw(whole(0, 500)), draw(deeds), draw(whole(0, 40)))
        for _ in range(draw(whole(0, 8)))
    ]  # fmt: skip
    return draw(whole(1, 500)), devices, actions, banks


@given(rigs())
@settings(max_examples=200)
def test_by_events_is_by_seconds_exactly(
    rig: tuple[int, list[Device], list[Action], list[Bank]],
) -> None:
    session_s, devices, actions, banks = rig
    run = simulate(session_s, devices, actions, banks)
    segments, empty = by_seconds(session_s, devices, actions, banks)
    assert list(run.segments) == segments
    assert run.banks_empty == empty


@given(rigs())
@settings(max_examples=50)
def test_stretches_of_a_device_never_overlap_and_end_for_a_reason(
    rig: tuple[int, list[Device], list[Action], list[Bank]],
) -> None:
    session_s, devices, actions, banks = rig
    run: Run = simulate(session_s, devices, actions, banks)
    for device in devices:
        mine = run.of(device.id)
        for one, other in itertools.pairwise(mine):
            assert one.start_s < one.end_s <= other.start_s
        for one in mine:
            assert one.end_s <= session_s
            assert (one.why == "end") <= (one.end_s == session_s)
            if device.take_limit_s is not None:
                assert one.end_s - one.start_s <= device.take_limit_s
        for one in mine[:-1]:
            assert one.why in BY_ITSELF | {"by hand"}
