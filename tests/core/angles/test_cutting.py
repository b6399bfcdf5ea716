"""Whether two cameras cut: angles and sizes by hand, the line, and which way round things lie."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.angles.cutting import (
    angle_apart,
    are_swapped,
    crop_noise_stops,
    join_of,
    lies_across,
    line_side,
    off_line_deg,
    size_in_picture,
)
from steeple.core.geometry.pose import Pose, Pyramid, looking
from steeple.core.geometry.vectors import Vector

MIDDLE = Vector(0.0, 0.0, 0.0)
RIGHT = Vector(1.0, 0.0, 0.0)


def at(azimuth_deg: float, elevation_deg: float, away: float = 1000.0) -> Pose:
    """A camera at a direction from the middle, turned to it."""
    a, e = math.radians(azimuth_deg), math.radians(elevation_deg)
    place = Vector(
        away * math.cos(e) * math.sin(a), away * math.cos(e) * math.cos(a), away * math.sin(e)
    )
    toward = (azimuth_deg + 180) % 360
    return looking(
        position=place, tilt_deg=90 - elevation_deg, toward_deg=toward, top_toward_deg=toward
    )


@given(turn=st.floats(0.5, 179.5), away=st.floats(300, 4000))
def test_level_cameras_stand_apart_by_their_turn(turn: float, away: float) -> None:
    assert angle_apart(at(10, 0), at(10 + turn, 0, away), MIDDLE) == pytest.approx(turn)


def test_the_angle_is_that_of_the_cosine_rule() -> None:
    one, other = at(300, 40, 900), at(40, 70, 1300)
    a, b = one.position.length, other.position.length
    c = one.position.minus(other.position).length
    by_hand = math.degrees(math.acos((a * a + b * b - c * c) / (2 * a * b)))
    assert angle_apart(one, other, MIDDLE) == pytest.approx(by_hand)
    assert angle_apart(one, one, MIDDLE) == pytest.approx(0.0, abs=1e-9)


def test_half_the_distance_or_angle_shows_twice_the_size() -> None:
    near = Pyramid(at(0, 30, 500), 0.4, 0.2)
    far = Pyramid(at(0, 30, 1000), 0.4, 0.2)
    long = Pyramid(at(0, 30, 1000), 0.2, 0.1)
    size = size_in_picture(far, MIDDLE)
    assert size == pytest.approx(1 / 800)
    assert size_in_picture(near, MIDDLE) == pytest.approx(2 * size)
    assert size_in_picture(long, MIDDLE) == pytest.approx(2 * size)
    assert size_in_picture(far, at(0, 30, 2000).position) == 0.0


@pytest.mark.parametrize(
    ("angle", "ratio", "join"),
    [
        (30.0, 1.0, "whole"),
        (5.0, 1.5, "whole"),
        (29.0, 1.0, "swaying"),
        (5.0, 1.3, "swaying"),
        (19.9, 1.24, "torn"),
        (0.0, 1.0, "torn"),
    ],
)
def test_thirty_degrees_or_half_as_large_again(angle: float, ratio: float, join: str) -> None:
    assert join_of(angle, ratio) == join


def test_the_line_runs_from_the_maker_through_the_work() -> None:
    chest = Vector(0.0, -400.0, 300.0)
    sides = {
        azimuth: line_side(off_line_deg(at(azimuth, 30).position, chest, MIDDLE))
        for azimuth in (0, 5, 60, 90, 180, 270, 330)
    }
    assert sides == {
        0: "on it", 5: "on it", 60: "right", 90: "right", 180: "on it", 270: "left", 330: "left",
    }  # fmt: skip
    assert line_side(off_line_deg(at(90, 85).position, chest, MIDDLE)) == "on it"
    assert off_line_deg(at(90, 0).position, chest, MIDDLE) == pytest.approx(90.0)
    assert off_line_deg(MIDDLE, chest, MIDDLE) == 0.0
    assert off_line_deg(chest, Vector(0, 0, 9), MIDDLE) == 0.0


def test_opposite_the_maker_left_and_right_change_places() -> None:
    over_shoulder, opposite = at(180, 60), at(0, 60)
    assert lies_across(over_shoulder, RIGHT) == pytest.approx(1.0)
    assert lies_across(opposite, RIGHT) == pytest.approx(-1.0)
    assert are_swapped(over_shoulder, opposite, RIGHT)
    turned = Pose(
        opposite.position, opposite.axis, opposite.right.times(-1.0), opposite.up.times(-1.0)
    )
    assert not are_swapped(over_shoulder, turned, RIGHT)
    # Along the bench left and right lie in depth: nothing to swap.
    assert not are_swapped(at(90, 10), opposite, RIGHT)


@pytest.mark.parametrize(("ratio", "stops"), [(1.0, 0.0), (2.0, 1.0), (4.0, 2.0), (0.5, 0.0)])
def test_a_crop_of_half_the_width_adds_a_stop_of_grain(ratio: float, stops: float) -> None:
    assert crop_noise_stops(ratio) == pytest.approx(stops)
