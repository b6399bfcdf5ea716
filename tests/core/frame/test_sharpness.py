"""The slanted edge: against edges whose blur has a closed form, and against blurred frames."""

from __future__ import annotations

import math

import numpy as np
import pytest
from scipy.optimize import brentq
from scipy.special import erf

from steeple.core.frame.sharpness import edge_response, read_sharpness
from steeple.devices.frame_camera import Faults
from tests.frames import CHART, Shot, camera


def half_contrast(sigma: float, *, pixel: bool) -> float:
    """Where the contrast of a Gaussian blur, and of the area of a pixel, has fallen to a half."""

    def left(f: float) -> float:
        area = float(np.sinc(f)) if pixel else 1.0
        return math.exp(-2 * (math.pi * sigma * f) ** 2) * area - 0.5

    return float(brentq(left, 0.01, 0.9))


@pytest.mark.parametrize("sigma", [0.5, 0.8, 1.2, 2.0, 3.0])
@pytest.mark.parametrize("angle", [3.0, 7.0, 12.0, 88.0])
def test_an_edge_of_known_blur(sigma: float, angle: float) -> None:
    y, x = np.mgrid[0:120, 0:120].astype(float)
    a = math.radians(angle)
    away = (x - 60) * math.cos(a) + (y - 60) * math.sin(a)
    light = (0.05 + 0.75 * 0.5 * (1 + erf(away / sigma / math.sqrt(2)))).astype(np.float32)
    along = np.array([math.sin(a), -math.cos(a)])
    middle = np.array([60.0, 60.0])
    dark = middle - 30 * np.array([math.cos(a), math.sin(a)])
    read = edge_response(
        light, middle + 45 * along + 0.7, middle - 45 * along, inside=dark, clear=18.0
    )
    assert read is not None
    assert read[0] == pytest.approx(half_contrast(sigma, pixel=False), rel=0.02)
    # The curve itself, where it tells most.
    assert np.interp(0.1, read[1][:, 0], read[1][:, 1]) == pytest.approx(
        math.exp(-2 * (math.pi * sigma * 0.1) ** 2), abs=0.02
    )


@pytest.mark.parametrize("blur", [0.8, 1.6])
def test_five_places_of_a_frame(blur: float) -> None:
    shot = Shot(camera=camera(tilt=8.0), faults=Faults(blur_px=blur, exposure_stops=-0.7))
    places = read_sharpness(shot.picture(), shot.camera, CHART, detail_mm=0.8)
    assert [one.name for one in places] == [
        "middle",
        "far left",
        "far right",
        "near left",
        "near right",
    ]
    for one in places:
        assert one.mtf50_cy_px == pytest.approx(half_contrast(blur, pixel=True), rel=0.08)
    assert (places[0].detail_contrast or 0.0) > (0.3 if blur < 1 else 0.05)


def test_a_place_whose_paper_is_burnt_out_is_not_told() -> None:
    shot = Shot(faults=Faults(exposure_stops=1.0))
    assert read_sharpness(shot.picture(), shot.camera, CHART, detail_mm=None) == ()


def test_no_edge_no_reading() -> None:
    flat = np.full((60, 60), 0.4, np.float32)
    ends = (np.array([10.0, 30.0]), np.array([50.0, 31.0]))
    assert edge_response(flat, *ends, inside=np.array([30.0, 50.0]), clear=12.0) is None
    assert edge_response(flat, ends[0], ends[0] + 3, inside=ends[1], clear=12.0) is None
