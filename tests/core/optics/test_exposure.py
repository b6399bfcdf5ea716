"""Exposure, depth in both senses, diffraction: closed forms worked by hand, and round trips."""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.optics.exposure import (
    automatic_error,
    illuminance_needed,
    iso_needed,
    steady_shutter,
    stops_between,
)
from steeple.core.optics.focus import (
    airy_disc,
    background_blur,
    circle_of_confusion,
    critical_circle,
    f_number_holding,
    shared_focus_distance,
    sharp_range,
)


@pytest.mark.parametrize(
    ("rate", "mains", "wanted"),
    [
        (25, 50, 1 / 50),
        (50, 50, 1 / 100),
        (24, 50, 1 / 50),
        (30, 50, 1 / 50),
        (30, 60, 1 / 60),
        (24, 60, 1 / 60),
        (60, 60, 1 / 120),
        (25, 60, 1 / 60),
        (60, 50, 1 / 100),
        (240, 50, 1 / 480),
    ],
)
def test_shutters_that_do_not_flicker(rate: float, mains: float, wanted: float) -> None:
    found = steady_shutter(frame_rate_hz=rate, mains_hz=mains)
    assert math.isclose(found, wanted, rel_tol=1e-9)
    assert found <= 1 / rate + 1e-12


def test_light_for_an_exposure_worked_by_hand() -> None:
    # 250 · 5.6² ÷ (1/50 · 800) = 490 lx
    needed = illuminance_needed(effective_f_number=5.6, shutter_s=1 / 50, iso=800)
    assert math.isclose(needed, 490.0, rel_tol=1e-12)
    back = iso_needed(effective_f_number=5.6, shutter_s=1 / 50, illuminance_lx=needed)
    assert math.isclose(back, 800, rel_tol=1e-12)
    twice = illuminance_needed(effective_f_number=5.6 * math.sqrt(2), shutter_s=1 / 50, iso=800)
    assert math.isclose(stops_between(needed, twice), 1.0)


def test_an_automatic_exposure_is_fooled_by_a_bright_mat() -> None:
    assert math.isclose(automatic_error({0.18: 1.0}), 0, abs_tol=1e-12)
    assert math.isclose(automatic_error({0.72: 1.0}), 2.0)
    assert automatic_error({0.06: 0.7, 0.5: 0.3}) < 1
    with pytest.raises(InputError, match="add to"):
        automatic_error({0.5: 0.5})


def test_two_delivered_pixels_as_a_circle() -> None:
    assert math.isclose(critical_circle(width_mm=23.5, delivered_px=1920), 2 * 23.5 / 1920)
    usual = circle_of_confusion(width_mm=23.5, height_mm=13.22)
    assert critical_circle(width_mm=23.5, delivered_px=3840) < usual


def test_the_airy_disc_worked_by_hand() -> None:
    # 2.44 · 0.55 µm · 8 = 10.736 µm
    assert math.isclose(airy_disc(effective_f_number=8), 0.010736, rel_tol=1e-9)


@given(st.floats(16, 100), st.floats(150, 2000), st.floats(5, 300), st.floats(0.005, 0.03))
def test_the_f_number_found_holds_both_ends_and_no_wider_one_does(
    focal: float, far: float, depth: float, coc: float
) -> None:
    near = far - depth
    assume(near > 1.5 * focal)
    stop = f_number_holding(focal_mm=focal, circle_of_confusion_mm=coc, near_mm=near, far_mm=far)
    assume(stop is not None and stop > 0.1)
    assert stop is not None
    u = shared_focus_distance(near_mm=near, far_mm=far)
    sharp = sharp_range(
        focal_mm=focal, f_number=stop, circle_of_confusion_mm=coc, pupil_to_focus_mm=u
    )
    assert math.isclose(sharp.near_mm, near, rel_tol=1e-6)
    assert sharp.far_mm is not None
    assert math.isclose(sharp.far_mm, far, rel_tol=1e-6)
    wider = sharp_range(
        focal_mm=focal, f_number=stop * 0.98, circle_of_confusion_mm=coc, pupil_to_focus_mm=u
    )
    assert wider.near_mm > near


@given(st.floats(16, 100), st.floats(1.4, 16), st.floats(200, 3000), st.floats(100, 9000))
def test_blur_by_similar_triangles_behind_the_lens(
    focal: float, stop: float, u: float, d: float
) -> None:
    assume(u > 1.5 * focal and d > 1.5 * focal)
    found = background_blur(focal_mm=focal, f_number=stop, pupil_to_focus_mm=u, distance_mm=d)
    sensor, at = 1 / (1 / focal - 1 / u), 1 / (1 / focal - 1 / d)
    assert math.isclose(found, focal / stop * abs(at - sensor) / at, rel_tol=1e-6, abs_tol=1e-9)
