"""Figures found with a tape come back to the gear they were taken from."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.optics.by_trying import (
    SENSOR_SIZES,
    TapeReading,
    active_area,
    field_of_view_from_tape,
    magnification_from_tape,
    min_focus_from_rim,
)
from steeple.core.optics.focus import nearest_from_magnification
from steeple.core.optics.frame import Extent
from steeple.core.optics.thin_lens import magnification


def test_the_example_of_the_words() -> None:
    """At 50 cm I see 62 cm of tape: 2·atan(31/50)."""
    found = field_of_view_from_tape(TapeReading(500, 620))
    assert math.isclose(found.angle_deg, 63.59, abs_tol=0.01)


@given(st.floats(20, 120), st.floats(0, 60), st.floats(200, 600), st.floats(50, 900))
def test_two_readings_find_the_angle_wherever_the_pupil_lies(
    angle: float, behind: float, first: float, further: float
) -> None:
    def seen(distance: float) -> float:
        return 2 * (distance + behind) * math.tan(math.radians(angle / 2))

    found = field_of_view_from_tape(
        TapeReading(first, seen(first)), TapeReading(first + further, seen(first + further))
    )
    assert math.isclose(found.angle_deg, angle, rel_tol=1e-9)
    assert math.isclose(found.pupil_behind_mm, behind, abs_tol=1e-6)


def test_readings_that_cannot_both_be_are_refused() -> None:
    with pytest.raises(InputError, match="farther away more"):
        field_of_view_from_tape(TapeReading(500, 600), TapeReading(700, 500))
    with pytest.raises(InputError):
        field_of_view_from_tape(TapeReading(0, 600))


def test_the_used_part_of_a_sensor_has_the_shape_of_the_recording() -> None:
    whole = SENSOR_SIZES["APS-C, 23.5 × 15.6 mm"]
    used = active_area(sensor_mm=whole, recording_px=Extent(3840, 2160))
    assert math.isclose(used.width, 23.5)
    assert math.isclose(used.height, 23.5 * 9 / 16)
    square = active_area(sensor_mm=whole, recording_px=Extent(2000, 2000), mode_crop=1.5)
    assert math.isclose(square.width, 15.6 / 1.5)
    assert math.isclose(square.width, square.height)
    with pytest.raises(InputError, match="at least 1"):
        active_area(sensor_mm=whole, recording_px=Extent(16, 9), mode_crop=0.5)


def test_nearest_focus_from_the_rim_and_from_the_tape() -> None:
    assert min_focus_from_rim(rim_to_print_mm=162, length_mm=70, flange_mm=18) == 250
    ratio = magnification_from_tape(active_width_mm=23.5, seen_mm=94)
    assert math.isclose(ratio, 0.25)
    u = nearest_from_magnification(focal_mm=50, greatest_magnification=ratio)
    assert math.isclose(magnification(focal_mm=50, pupil_to_focus_mm=u), 0.25)
    with pytest.raises(InputError):
        min_focus_from_rim(rim_to_print_mm=-1, length_mm=70, flange_mm=18)
