"""The fit: exact marks give the exact camera; errors that are said cover the truth; what cannot be told is not."""

from __future__ import annotations

import math

import numpy as np
import pytest

from steeple.core.frame.chart.layout import marks_of
from steeple.core.frame.pose.fitting import Seen, fit_camera
from steeple.core.frame.pose.lens_model import PixelCamera
from steeple.core.frame.pose.measures import figures_of, measures_of
from tests.frames import CHART, CONSTANT, SIZE, camera

PLACES = np.array(marks_of(CHART).saddles)


def seen(shown: PixelCamera, noise: float = 0.0, seed: int = 0, raised: float = 0.0) -> Seen:
    flat = np.column_stack([PLACES, np.full(len(PLACES), raised)])
    random = np.random.default_rng(seed)
    return Seen(
        PLACES, shown.project(flat) + noise * random.standard_normal((len(PLACES), 2)), raised
    )


@pytest.mark.parametrize("tilt", [0.0, 1.0, 25.0, 40.0])
@pytest.mark.parametrize("turn", [0.0, 90.0, 181.0])
def test_exact_marks_give_the_exact_camera(tilt: float, turn: float) -> None:
    true = camera(tilt=tilt, turn=turn, middle=(12.0, -7.0))
    found = fit_camera([seen(true)], size_px=SIZE, constant_px=CONSTANT, told=False)
    truth, ours = figures_of(true), figures_of(found.camera)
    for key, value in truth.items():
        assert ours[key] == pytest.approx(value, abs=0.02), key
    assert found.left_out == 0


def test_distortion_is_found() -> None:
    true = camera(tilt=10.0, k1=-0.09)
    found = fit_camera([seen(true)], size_px=SIZE, constant_px=CONSTANT)
    assert found.camera.k1 == pytest.approx(-0.09, abs=0.02)


def test_tilted_the_picture_tells_zoom_and_distance_apart() -> None:
    true = camera(tilt=35.0, constant=CONSTANT * 1.03)
    found = fit_camera([seen(true, 0.02)], size_px=SIZE, constant_px=CONSTANT)
    assert found.constant_told
    assert found.camera.constant_px == pytest.approx(CONSTANT * 1.03, rel=0.003)
    assert found.camera.lens_mm[2] == pytest.approx(800.0, rel=0.003)


def test_square_on_it_does_not() -> None:
    true = camera(constant=CONSTANT * 1.03)
    found = fit_camera([seen(true, 0.02)], size_px=SIZE, constant_px=CONSTANT)
    assert not found.constant_told
    assert found.camera.lens_mm[2] == pytest.approx(800.0 / 1.03, rel=0.002)


def test_a_raised_chart_tells_them_apart() -> None:
    true = camera(constant=CONSTANT * 1.03)
    low, high = seen(true, 0.02), seen(true, 0.02, 1, raised=60.0)
    # The chart was laid a little elsewhere on its block.
    shifted = Seen(PLACES - np.array([5.0, 3.0]), high.pixels, 60.0, laid_mm=300.0)
    found = fit_camera([low, shifted], size_px=SIZE, constant_px=CONSTANT)
    assert found.constant_told
    assert found.camera.lens_mm[2] == pytest.approx(800.0, rel=0.003)


def test_a_hand_over_some_marks_is_left_out() -> None:
    true = camera(tilt=3.0)
    marks = seen(true, 0.03)
    marks.pixels[:10] += np.array([6.0, -4.0])
    found = fit_camera([marks], size_px=SIZE, constant_px=CONSTANT)
    assert found.left_out == 10
    assert found.camera.lens_mm[2] == pytest.approx(800.0, abs=0.5)


def test_sheets_laid_badly_side_by_side_do_not_bend_the_figures() -> None:
    true = camera(height=1200.0)
    right = PLACES + np.array([297.0, 0.0])
    px = true.project(np.column_stack([right + np.array([0.9, -0.6]), np.zeros(len(right))]))
    found = fit_camera(
        [seen(true), Seen(right, px, laid_mm=1.0)], size_px=SIZE, constant_px=CONSTANT
    )
    assert found.camera.lens_mm[2] == pytest.approx(1200.0, abs=0.5)
    assert figures_of(found.camera)["tilt_deg"] < 0.05


def test_the_errors_said_cover_the_truth() -> None:
    inside: dict[str, list[bool]] = {}
    for seed in range(60):
        random = np.random.default_rng(seed)
        true = camera(
            height=float(random.uniform(400, 1500)), tilt=float(random.uniform(0, 7)),
            toward=float(random.uniform(0, 360)), k1=float(random.normal(0, 0.03)),
        )  # fmt: skip
        found = fit_camera([seen(true, 0.08, seed)], size_px=SIZE, constant_px=CONSTANT)
        truth = figures_of(true)
        for key, one in measures_of(found).items():
            if key in ("height_mm", "lean_x_deg", "lean_y_deg", "centre_x_mm", "turn_deg"):
                inside.setdefault(key, []).append(abs(one.value - truth[key]) <= one.error)
    for key, held in inside.items():
        assert 0.9 <= sum(held) / len(held) <= 1.0, key


def test_marks_on_no_plane_are_refused() -> None:
    random = np.random.default_rng(3)
    places = PLACES[:8]
    with pytest.raises(np.linalg.LinAlgError):
        fit_camera(
            [Seen(places, random.uniform(0, 1000, (8, 2)))], size_px=SIZE, constant_px=CONSTANT
        )


def test_four_corners_are_enough_for_a_place() -> None:
    true = camera(tilt=12.0)
    four = np.array([[-150.0, 100.0], [150.0, 100.0], [150.0, -100.0], [-150.0, -100.0]])
    px = true.project(np.column_stack([four, np.zeros(4)]))
    found = fit_camera([Seen(four, px)], size_px=SIZE, constant_px=CONSTANT, told=False)
    assert found.camera.lens_mm[2] == pytest.approx(800.0, abs=2.0)
    assert math.isfinite(found.residual_px)
