"""Optics against reference rows, against imaging of points, and against each other."""

from __future__ import annotations

import math
from typing import Any

import pytest
from bench.reference import OPTICS_TOLERANCE, deviation, optics_figures
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.optics.focus import (
    circle_of_confusion,
    f_number_holding,
    nearest_focus,
    nearest_from_magnification,
    nearest_from_sensor_mark,
    shared_focus_distance,
    sharp_range,
)
from steeple.core.optics.thin_lens import (
    coverage,
    effective_f_number,
    image_distance,
    magnification,
    sensor_mark_to_subject,
)
from tests.reference.loader import HERE, load

CASES = load(HERE / "optics.json")["cases"]

focals = st.floats(min_value=2, max_value=300)
beyond = st.floats(min_value=1.05, max_value=400)
f_numbers = st.floats(min_value=1, max_value=32)
cocs = st.floats(min_value=0.002, max_value=0.05)


@pytest.mark.parametrize("case", CASES, ids=[case["name"] for case in CASES])
def test_reference_cases(case: dict[str, Any]) -> None:
    figures = optics_figures(case)
    assert len(figures) >= 11
    for name, got, wanted in figures:
        assert deviation(got, wanted) <= OPTICS_TOLERANCE, name


@given(focals, beyond)
def test_the_lens_equation_holds(f: float, times: float) -> None:
    u = f * times
    v = image_distance(focal_mm=f, pupil_to_focus_mm=u)
    assert math.isclose(1 / u + 1 / v, 1 / f, rel_tol=1e-9)
    m = magnification(focal_mm=f, pupil_to_focus_mm=u)
    assert math.isclose(m, f / (u - f), rel_tol=1e-9)
    assert math.isclose(m, v / u, rel_tol=1e-9)


@given(focals, beyond, st.floats(min_value=1, max_value=60))
def test_coverage_is_the_sensor_thrown_through_the_pupil(f: float, times: float, w: float) -> None:
    u = f * times
    v = image_distance(focal_mm=f, pupil_to_focus_mm=u)
    on_focus = coverage(extent_mm=w, image_distance_mm=v, plane_distance_mm=u)
    assert math.isclose(on_focus, w / magnification(focal_mm=f, pupil_to_focus_mm=u), rel_tol=1e-9)
    half = coverage(extent_mm=w, image_distance_mm=v, plane_distance_mm=u / 2)
    assert math.isclose(half * 2, on_focus, rel_tol=1e-9)


def blur_on_sensor(f: float, n: float, focused: float, at: float) -> float:
    """Diameter of the blur disc by tracing the edge of the pupil: independent of the closed form."""
    v_focus = 1 / (1 / f - 1 / focused)
    v_at = 1 / (1 / f - 1 / at)
    return (f / n) * abs(v_at - v_focus) / v_at


@given(focals, beyond, f_numbers, cocs)
def test_the_blur_at_each_limit_is_the_circle_of_confusion(
    f: float, times: float, n: float, c: float
) -> None:
    u = f * times
    sharp = sharp_range(focal_mm=f, f_number=n, circle_of_confusion_mm=c, pupil_to_focus_mm=u)
    if sharp.near_mm > f * 1.001:
        assert math.isclose(blur_on_sensor(f, n, u, sharp.near_mm), c, rel_tol=1e-6, abs_tol=1e-9)
    if sharp.far_mm is None:
        assert (f / n) * (1 / (1 / f - 1 / u) - f) / f <= c * (1 + 1e-6)
    elif sharp.far_mm < 1e7:
        assert math.isclose(blur_on_sensor(f, n, u, sharp.far_mm), c, rel_tol=1e-4, abs_tol=1e-9)


@given(st.floats(min_value=50, max_value=3000), st.floats(min_value=1.01, max_value=4), focals)
def test_the_shared_plane_blurs_both_planes_alike(near: float, times: float, f: float) -> None:
    far = near * times
    u = shared_focus_distance(near_mm=near, far_mm=far)
    assert near < u < far
    if near > f * 1.1:
        one, other = blur_on_sensor(f, 4, u, near), blur_on_sensor(f, 4, u, far)
        assert math.isclose(one, other, rel_tol=1e-6)


@given(
    st.floats(min_value=10, max_value=120),
    st.floats(min_value=300, max_value=3000),
    st.floats(min_value=1.01, max_value=2),
    cocs,
)
def test_the_f_number_found_holds_both_planes_just_so(
    f: float, near: float, times: float, c: float
) -> None:
    far = near * times
    n = f_number_holding(focal_mm=f, circle_of_confusion_mm=c, near_mm=far, far_mm=near)
    assert n is not None
    u = shared_focus_distance(near_mm=near, far_mm=far)
    sharp = sharp_range(focal_mm=f, f_number=n, circle_of_confusion_mm=c, pupil_to_focus_mm=u)
    assert math.isclose(sharp.near_mm, near, rel_tol=1e-6)
    assert sharp.far_mm is not None
    assert math.isclose(sharp.far_mm, far, rel_tol=1e-6)


def test_no_f_number_holds_a_plane_within_the_focal_length() -> None:
    found = f_number_holding(focal_mm=100, circle_of_confusion_mm=0.02, near_mm=60, far_mm=90)
    assert found is None
    same = f_number_holding(focal_mm=50, circle_of_confusion_mm=0.02, near_mm=600, far_mm=600)
    assert same == 0


@given(focals, st.floats(min_value=4.001, max_value=100))
def test_minimum_focus_from_the_mark_goes_round(f: float, times: float) -> None:
    d = f * times
    u = nearest_from_sensor_mark(focal_mm=f, min_focus_from_mark_mm=d)
    assert u >= 2 * f * (1 - 1e-6)
    back = sensor_mark_to_subject(focal_mm=f, pupil_to_focus_mm=u)
    assert math.isclose(back, d, rel_tol=1e-9)


@given(focals, st.floats(min_value=0.01, max_value=5))
def test_minimum_focus_from_magnification_goes_round(f: float, m: float) -> None:
    u = nearest_from_magnification(focal_mm=f, greatest_magnification=m)
    assert math.isclose(magnification(focal_mm=f, pupil_to_focus_mm=u), m, rel_tol=1e-9)


def test_nearest_focus_takes_what_is_usable() -> None:
    both = nearest_focus(focal_mm=60, min_focus_from_mark_mm=185, greatest_magnification=1.0)
    assert both == nearest_from_magnification(focal_mm=60, greatest_magnification=1.0)
    printed = nearest_focus(focal_mm=35, min_focus_from_mark_mm=300, greatest_magnification=0.5)
    assert printed == nearest_from_sensor_mark(focal_mm=35, min_focus_from_mark_mm=300)
    assert (
        nearest_focus(focal_mm=60, min_focus_from_mark_mm=185, greatest_magnification=None) is None
    )


def test_a_printed_distance_no_thin_lens_has_is_refused() -> None:
    with pytest.raises(InputError, match="four focal lengths") as caught:
        nearest_from_sensor_mark(focal_mm=60, min_focus_from_mark_mm=185)
    assert caught.value.code == "not-a-thin-lens"


@pytest.mark.parametrize("u", [10.0, 35.0])
def test_a_plane_within_the_focal_length_is_refused(u: float) -> None:
    with pytest.raises(InputError) as caught:
        image_distance(focal_mm=35, pupil_to_focus_mm=u)
    assert caught.value.code == "no-real-image"
    assert "35" in caught.value.sentence


def test_half_life_size_closes_the_aperture_by_half() -> None:
    assert effective_f_number(f_number=11, magnification_ratio=0.5) == 16.5


def test_default_circle_of_confusion_is_the_diagonal_by_1500() -> None:
    assert circle_of_confusion(width_mm=36, height_mm=27) == 45 / 1500
