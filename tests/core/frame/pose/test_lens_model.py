"""The pixel camera: round trips, and against the vision library's own projection."""

from __future__ import annotations

import cv2
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.frame.pose.lens_model import pixel_camera
from steeple.core.frame.pose.measures import figures_of
from tests.frames import CONSTANT, SIZE, camera

POINTS = np.array([[0.0, 0.0, 0.0], [120.0, -80.0, 0.0], [-100.0, 60.0, 40.0]])


@given(
    st.floats(0, 40),
    st.floats(0, 359),
    st.floats(-180, 180),
    st.floats(-0.1, 0.1),
    st.floats(300, 2000),
)
def test_as_the_vision_library_projects(
    tilt: float, toward: float, turn: float, k1: float, height: float
) -> None:
    ours = camera(height=height, tilt=tilt, toward=toward, turn=turn, k1=k1)
    matrix = np.array(
        [[CONSTANT, 0, (SIZE[0] - 1) / 2], [0, CONSTANT, (SIZE[1] - 1) / 2], [0, 0, 1]]
    )
    way = -ours.rotation @ np.array(ours.lens_mm)
    theirs, _ = cv2.projectPoints(
        POINTS, np.array(ours.turn), way, matrix, np.array([k1, 0.0, 0.0, 0.0])
    )
    assert np.allclose(ours.project(POINTS), theirs.reshape(-1, 2), atol=1e-5)


@given(st.floats(0, 40), st.floats(0, 359), st.floats(-0.05, 0.05))
def test_there_and_back(tilt: float, toward: float, k1: float) -> None:
    ours = camera(tilt=tilt, toward=toward, k1=k1)
    flat = POINTS * np.array([1.0, 1.0, 0.0])
    assert np.allclose(ours.on_level(ours.project(flat)), flat[:, :2], atol=1e-3)


@given(st.floats(0.1, 40), st.floats(0, 359), st.floats(-170, 170))
def test_a_pose_comes_back(tilt: float, toward: float, turn: float) -> None:
    ours = camera(tilt=tilt, toward=toward, turn=turn)
    again = pixel_camera(ours.pose, constant_px=CONSTANT, size_px=SIZE)
    assert np.allclose(again.rotation, ours.rotation, atol=1e-9)
    figures = figures_of(ours)
    assert figures["tilt_deg"] == pytest.approx(tilt, abs=1e-6)
    assert figures["centre_x_mm"] == pytest.approx(0.0, abs=1e-6)


def test_scale_is_constant_by_distance() -> None:
    ours = camera(height=750.0)
    assert ours.px_per_mm(np.zeros((1, 3)))[0] == pytest.approx(CONSTANT / 750.0)


def test_what_lies_behind_or_above_the_horizon_is_nowhere() -> None:
    level = camera(tilt=85.0, toward=0.0)
    sky = np.array([[800.0, 0.0]])
    assert np.isnan(level.on_level(sky)).all()
    assert np.isnan(level.project(np.array([[0.0, -1e6, 2000.0]]))).all()


def test_straight_down_with_the_top_away_nothing_is_turned() -> None:
    figures = figures_of(camera())
    assert figures["turn_deg"] == pytest.approx(0.0, abs=1e-9)
    assert figures_of(camera(turn=90.0))["turn_deg"] == pytest.approx(90.0)
    assert figures_of(camera(tilt=5.0, toward=90.0))["lean_x_deg"] == pytest.approx(5.0)
    assert figures_of(camera(tilt=5.0, toward=0.0))["lean_y_deg"] == pytest.approx(5.0)
