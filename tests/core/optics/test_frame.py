"""Crops, turned frames, pixels, and fields of view."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.optics.frame import (
    Extent,
    crop_limit,
    delivered_frame,
    field_of_view_tangents,
    pixels_per_mm,
)
from steeple.core.optics.view import AngleView, LensView

sizes = st.integers(min_value=16, max_value=8000)


@given(sizes, sizes, sizes, sizes)
def test_the_delivered_part_has_the_shape_of_the_delivery(
    rw: int, rh: int, dw: int, dh: int
) -> None:
    recording, delivery = Extent(rw, rh), Extent(dw, dh)
    frame = delivered_frame(recording_px=recording, delivery_px=delivery)
    shape = recording.turned if frame.on_its_side else recording
    cut = Extent(shape.width * frame.share.width, shape.height * frame.share.height)
    assert math.isclose(cut.aspect, delivery.aspect, rel_tol=1e-9)
    assert max(frame.share.width, frame.share.height) == 1.0


def test_an_upright_delivery_turns_the_camera() -> None:
    frame = delivered_frame(recording_px=Extent(3840, 2160), delivery_px=Extent(1080, 1920))
    assert frame.on_its_side
    assert frame.share == Extent(1.0, 1.0)
    assert crop_limit(recording_px=Extent(3840, 2160), delivery_px=Extent(1080, 1920)) == 2.0


def test_a_square_delivery_is_cut_from_the_middle() -> None:
    frame = delivered_frame(recording_px=Extent(3840, 2160), delivery_px=Extent(1080, 1080))
    assert not frame.on_its_side
    assert frame.share == Extent(0.5625, 1.0)
    assert crop_limit(recording_px=Extent(3840, 2160), delivery_px=Extent(1080, 1080)) == 2.0


@given(st.floats(min_value=1, max_value=175), st.floats(min_value=0.3, max_value=3))
def test_diagonal_and_horizontal_angles_agree(angle: float, aspect: float) -> None:
    diagonal = field_of_view_tangents(angle_deg=angle, measured="diagonal", aspect=aspect)
    assert math.isclose(diagonal.diagonal, math.tan(math.radians(angle) / 2), rel_tol=1e-9)
    across = 2 * math.degrees(math.atan(diagonal.width))
    if 1 <= across <= 175:
        again = field_of_view_tangents(angle_deg=across, measured="horizontal", aspect=aspect)
        assert math.isclose(again.height, diagonal.height, rel_tol=1e-6)


def test_a_ruler_gives_the_field_of_view_back() -> None:
    angle = 2 * math.degrees(math.atan(62 / 2 / 50))
    tangents = field_of_view_tangents(angle_deg=angle, measured="horizontal", aspect=16 / 9)
    seen = AngleView(tangents).covered(plane_distance_mm=500, pupil_to_focus_mm=500)
    assert math.isclose(seen.width, 620, rel_tol=1e-9)
    assert math.isclose(seen.height, 348.75, rel_tol=1e-9)


@pytest.mark.parametrize("angle", [0.0, 180.0, -5.0])
def test_an_impossible_angle_is_refused(angle: float) -> None:
    with pytest.raises(InputError, match="1° to 175°"):
        field_of_view_tangents(angle_deg=angle, measured="horizontal", aspect=1.5)


def test_a_lens_far_away_sees_what_its_angle_says() -> None:
    lens = LensView(focal_mm=20, area_mm=Extent(24, 13.5))
    far = lens.covered(plane_distance_mm=1e6, pupil_to_focus_mm=1e6)
    angle = AngleView(Extent(24 / 2 / 20, 13.5 / 2 / 20))
    same = angle.covered(plane_distance_mm=1e6, pupil_to_focus_mm=1e6)
    assert math.isclose(far.width, same.width, rel_tol=1e-4)
    assert lens.least_distance_mm == 20
    assert angle.least_distance_mm == 0
    assert angle.mark_behind_pupil(pupil_to_focus_mm=100) == 0


def test_pixels_on_a_millimetre() -> None:
    assert pixels_per_mm(pixels=3840, coverage_mm=480) == 8
    with pytest.raises(InputError):
        pixels_per_mm(pixels=3840, coverage_mm=0)
