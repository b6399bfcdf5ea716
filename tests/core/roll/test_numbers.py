"""Stretches, files and energy against what is known of them."""

from __future__ import annotations

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.roll.coverage import Stretch, common, count_over, joined, length, without
from steeple.core.roll.power import bank_j, battery_j
from steeple.core.roll.store import (
    bytes_per_s,
    copy_s,
    lapse,
    longest_under_cap_s,
    rate_under_cap_mbit_s,
    size_bytes,
)

stretches = st.lists(st.tuples(st.integers(0, 60), st.integers(0, 60)), max_size=8)


def seconds(found: list[Stretch]) -> set[int]:
    return {at for start, end in found for at in range(start, end)}


@given(stretches, stretches)
def test_stretches_are_the_seconds_in_them(one: list[Stretch], other: list[Stretch]) -> None:
    a, b = seconds(one), seconds(other)
    assert seconds(joined(one)) == a
    assert seconds(without(one, other)) == a - b
    assert seconds(common(one, other)) == a & b
    assert length(one) == len(a)
    assert all(first[1] < then[0] for first, then in itertools.pairwise(joined(one)))


@given(st.lists(stretches, max_size=4))
def test_how_many_run_at_each_second(devices: list[list[Stretch]]) -> None:
    whole = [joined(one) for one in devices]
    found = count_over(whole, (0, 60))
    assert found[0][0][0] == 0
    assert found[-1][0][1] == 60
    for (start, end), count in found:
        for at in range(start, end):
            assert count == sum(at in seconds(one) for one in whole)


def test_what_a_recording_weighs() -> None:
    """100 Mbit/s are 45 GB an hour."""
    assert bytes_per_s(100) == 12_500_000
    assert size_bytes(100, 3600) == pytest.approx(45e9)
    assert copy_s(45e9, 800) == pytest.approx(450)


def test_a_cap_and_its_inverse() -> None:
    """15 s under 25 MB bear about 13 Mbit/s."""
    rate = rate_under_cap_mbit_s(25e6, 15)
    assert rate == pytest.approx(12.87, abs=0.01)
    assert size_bytes(rate + 0.2, 15) < 25e6
    assert longest_under_cap_s(25e6, rate) == pytest.approx(15)
    assert rate_under_cap_mbit_s(1e3, 15) == 0


def test_a_time_lapse() -> None:
    """Two hours in a minute at 25 frames: 120 times as fast, a picture every 4.8 s, 1500 of them."""
    found = lapse(7200, 60, 25)
    assert found.times == 120
    assert found.interval_s == pytest.approx(4.8)
    assert found.frames == 1500


def test_what_reaches_a_device() -> None:
    """A bank of 10 000 mAh is 37 Wh in its cells and 31.45 Wh at its outlet."""
    assert bank_j(None, 10_000) == pytest.approx(31.45 * 3600)
    assert bank_j(72, None) == pytest.approx(64.8 * 3600)
    assert bank_j(72, 10_000) == bank_j(72, None)
    assert bank_j(None, None) is None
    assert battery_j(None) is None
    assert battery_j(7.2) == pytest.approx(25_920)
