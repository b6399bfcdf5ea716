"""A pair over an instrument: where it lands, what is left in the middle and in mono, against what books say of the
usual pairs and against the wave itself."""

from __future__ import annotations

import cmath
import itertools
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.geometry.vectors import Vector
from steeple.core.sound.delay import SPEED_MM_PER_S
from steeple.core.sound.pair import (
    USUAL,
    PairForm,
    combs,
    pair_of,
    picture_of,
    recording_deg,
    spill_db,
    worst_comb,
)
from steeple.core.sound.reach import Pattern
from steeple.core.sound.stereo import Mic

AHEAD, RIGHT = Vector(0, 1, 0), Vector(1, 0, 0)
DOWN = Vector(0, 0, -1)
ENDS = Vector(-500, 0, 100), Vector(500, 0, 100)


def over(
    apart_mm: float, opened_deg: float, up_mm: float = 700, pattern: Pattern = "cardioid"
) -> tuple[Mic, Mic]:
    """A pair over the middle of an instrument a metre wide."""
    return pair_of(
        Vector(0, 0, 100 + up_mm), DOWN, RIGHT, pattern, apart_mm=apart_mm, opened_deg=opened_deg
    )


BOOKS = [
    # Williams: two cardioids 17 cm apart opened by 110° record about 95°; 90° in one place about 180°.
    (170.0, 110.0, "cardioid", 95.0, 8.0),
    (300.0, 90.0, "cardioid", 80.0, 10.0),
    (0.0, 90.0, "cardioid", 180.0, 20.0),
]


@pytest.mark.parametrize(("apart", "opened", "pattern", "degrees", "within"), BOOKS)
def test_recording_angles_of_the_books(
    apart: float, opened: float, pattern: Pattern, degrees: float, within: float
) -> None:
    pair = pair_of(Vector(0, 0, 0), AHEAD, RIGHT, pattern, apart_mm=apart, opened_deg=opened)
    found = recording_deg(*pair, 5000)
    if found is None:
        assert degrees >= 180 - within
    else:
        assert found == pytest.approx(degrees, abs=within)


def test_a_wide_pair_leaves_a_hole_and_one_place_leaves_none() -> None:
    wide, near, one = over(1600, 0, 400), over(500, 0), over(0, 90)
    shares = [picture_of(*each, ENDS).middle_share for each in (wide, near, one)]
    assert shares[0] < 0.2 < shares[1] < shares[2]
    assert picture_of(*one, ENDS).width < picture_of(*near, ENDS).width


@given(st.sampled_from(sorted(USUAL)), st.floats(300, 1500))
def test_left_and_right_mirror_each_other(form: PairForm, up: float) -> None:
    usual = USUAL[form]
    found = picture_of(*over(usual.apart_mm, usual.opened_deg, up), ENDS)
    assert found.ends[0] == pytest.approx(-found.ends[1], abs=1e-9)
    sides = [side for _, side in found.at]
    assert sides == pytest.approx([-one for one in reversed(sides)], abs=1e-9)
    assert all(b >= a - 1e-9 for a, b in itertools.pairwise(sides)), "in their order"


def test_one_place_has_no_comb() -> None:
    assert combs(*over(0, 90), ENDS) == ()
    assert worst_comb(()) is None


@pytest.mark.parametrize("share", [-0.75, -0.5, -0.25, 0.5])
def test_the_first_dip_is_where_the_two_waves_cancel(share: float) -> None:
    """By the waves themselves: put together at the pitch told they are as weak as told; an octave below they are
    not."""
    left, right = over(600, 0, 500, "omni")
    found = next(one for one in combs(left, right, ENDS) if one.share == pytest.approx(share))
    source = Vector(500 * share, 0, 100)
    ways = [source.minus(one.place).length for one in (left, right)]

    def together(hz: float) -> float:
        waves = [
            cmath.exp(-2j * math.pi * hz * way / SPEED_MM_PER_S) / way for way in ways
        ]  # fmt: skip
        return abs(sum(waves)) / sum(abs(one) for one in waves)

    assert -20 * math.log10(together(found.first_hz)) == pytest.approx(found.depth_db, abs=0.1)
    assert -20 * math.log10(together(found.first_hz / 2)) < 4


def test_the_dip_that_counts_is_the_lowest_of_those_that_are_deep() -> None:
    found = combs(*over(600, 0, 500), ENDS)
    worst = worst_comb(found)
    assert worst is not None
    assert worst.depth_db >= 10
    assert all(
        one.first_hz >= worst.first_hz
        for one in found
        if one.depth_db >= 10 and one.first_hz >= 150
    )


def test_three_times_as_far_is_nine_and_a_half_decibels() -> None:
    source = Vector(0, 0, 0)
    own = Mic(Vector(0, 0, 300), DOWN, "omni")
    other = Mic(Vector(math.sqrt(900**2 - 300**2), 0, 300), DOWN, "omni")
    assert spill_db(own, other, source) == pytest.approx(9.54, abs=0.01)
