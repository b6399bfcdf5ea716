"""Cameras in space: poses and pyramids against rotation matrices and rays worked out apart."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from steeple.core.geometry.pose import Pyramid, looking, on_plane
from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.room import Block, Ceiling
from steeple.core.geometry.vectors import ORIGIN, UP, Vector, heading, sine_cosine
from steeple.core.geometry.workplane import WorkPlane

angles = st.floats(min_value=0, max_value=359)
tilts = st.floats(min_value=0, max_value=100)
places = st.floats(min_value=-900, max_value=900)


def rotation(tilt: float, toward: float, top: float) -> np.ndarray:
    """Columns right, up, axis: by Rodrigues' formula about the level line square to ``toward``."""
    a = math.radians(toward)
    line = np.array([math.cos(a), -math.sin(a), 0.0])
    t = math.radians(tilt)
    skew = np.array([[0, -line[2], line[1]], [line[2], 0, -line[0]], [-line[1], line[0], 0]])
    turn = np.eye(3) + math.sin(t) * skew + (1 - math.cos(t)) * skew @ skew
    p = math.radians(top)
    up = np.array([math.sin(p), math.cos(p), 0.0])
    axis = np.array([0.0, 0.0, -1.0])
    return np.column_stack((turn @ np.cross(axis, up), turn @ up, turn @ axis))


@given(tilts, angles, angles)
def test_a_tipped_camera_is_turned_about_the_level_line(
    tilt: float, toward: float, top: float
) -> None:
    pose = looking(position=ORIGIN, tilt_deg=tilt, toward_deg=toward, top_toward_deg=top)
    wanted = rotation(tilt, toward, top)
    found = np.column_stack((pose.right, pose.up, pose.axis))
    assert np.allclose(found, wanted, atol=1e-9)
    assert np.allclose(found.T @ found, np.eye(3), atol=1e-9)


def test_a_camera_that_looks_straight_down_has_exact_axes() -> None:
    pose = looking(position=ORIGIN, tilt_deg=0, toward_deg=0, top_toward_deg=90)
    assert pose.axis == (0, 0, -1)
    assert pose.up == (1, 0, 0)
    assert sine_cosine(270) == (-1.0, 0.0)
    assert heading(180) == (0.0, -1.0, 0.0)
    assert Vector(0.0, -1.0, 0.0).turned(90) == (-1.0, 0.0, 0.0), "clockwise from above"


@given(tilts, angles, angles, places, places, st.floats(10, 3000), st.floats(0.05, 1.2))
def test_picture_to_world_and_back_to_a_millionth(
    tilt: float, toward: float, top: float, u: float, v: float, depth: float, half: float
) -> None:
    pose = looking(
        position=Vector(120.0, -80.0, 700.0), tilt_deg=tilt, toward_deg=toward, top_toward_deg=top
    )
    pyramid = Pyramid(pose=pose, half_width=half, half_height=half * 0.6)
    across, along = u / 900, v / 900
    point = pose.position.plus(pyramid.ray(across, along).times(depth))
    back = pyramid.project(point)
    assert back is not None
    assert math.isclose(back[0], across, abs_tol=1e-6)
    assert math.isclose(back[1], along, abs_tol=1e-6)
    assert math.isclose(pose.depth(point), depth, rel_tol=1e-9)


@given(st.floats(0, 55), angles, st.floats(200, 2000), st.floats(0.05, 0.45))
def test_corners_on_the_table_are_where_rays_from_the_sensor_land(
    tilt: float, toward: float, height: float, half: float
) -> None:
    """Camera to table to camera to 1e-6, against a rotation matrix that shares nothing."""
    assume(tilt + math.degrees(math.atan(half * 1.2)) < 80)
    pose = looking(
        position=Vector(0.0, 0.0, height), tilt_deg=tilt, toward_deg=toward, top_toward_deg=0
    )
    quad = on_plane(Pyramid(pose, half, half * 0.5625), point=ORIGIN, normal=UP)
    assert quad is not None
    turn = rotation(tilt, toward, 0)
    for corner, (a, b) in zip(quad, ((-1, -1), (1, -1), (1, 1), (-1, 1)), strict=True):
        ray = turn @ np.array([a * half, b * half * 0.5625, 1.0])
        landed = np.array([0, 0, height]) + ray * (height / -ray[2])
        assert np.allclose(corner, landed, atol=1e-6 * height)
        seen = turn.T @ (np.array(corner) - np.array([0, 0, height]))
        assert np.allclose(seen[:2] / seen[2], [a * half, b * half * 0.5625], atol=1e-6)


def test_keystone_has_its_closed_form() -> None:
    """Edges of a camera tipped by t with half angle b: their ratio is cos(t − b)/cos(t + b)."""
    t, tangent = 20.0, 0.2
    pose = looking(position=Vector(0.0, 0.0, 800.0), tilt_deg=t, toward_deg=0, top_toward_deg=0)
    quad = on_plane(Pyramid(pose, 0.3, tangent), point=ORIGIN, normal=UP)
    assert quad is not None
    near, far = quad[1].x - quad[0].x, quad[2].x - quad[3].x
    b = math.atan(tangent)
    wanted = math.cos(math.radians(t) - b) / math.cos(math.radians(t) + b)
    assert math.isclose(far / near, wanted, rel_tol=1e-9)


def test_the_horizon_has_no_corners() -> None:
    pose = looking(position=Vector(0, 0, 500), tilt_deg=85, toward_deg=0, top_toward_deg=0)
    assert on_plane(Pyramid(pose, 0.4, 0.3), point=ORIGIN, normal=UP) is None


@given(st.floats(0, 50), angles, places, places)
def test_room_is_how_far_a_point_can_go(tilt: float, toward: float, x: float, y: float) -> None:
    pose = looking(
        position=Vector(0.0, 0.0, 900.0), tilt_deg=tilt, toward_deg=toward, top_toward_deg=0
    )
    pyramid = Pyramid(pose, 0.4, 0.3)
    point, way = Vector(x / 10, y / 10, 0.0), Vector(1.0, 0.0, 0.0)
    assume(pyramid.sees(point))
    room = pyramid.room(point, way)
    assert pyramid.sees(point.plus(way.times(room * (1 - 1e-6) - 1e-6)))
    assert not pyramid.sees(point.plus(way.times(room * (1 + 1e-6) + 1e-3)))


@pytest.mark.parametrize(
    ("centre", "radius", "wanted"),
    [
        (Vector(0, 0, 500), 50, -1.0),
        (Vector(0, 0, 1500), 100, 400.0),
        (Vector(1000, 0, 0), 0, (1000 - 500) / math.sqrt(1.25)),
    ],
)
def test_clearance_of_a_sphere(centre: Vector, radius: float, wanted: float) -> None:
    pose = looking(position=Vector(0, 0, 1000), tilt_deg=0, toward_deg=0, top_toward_deg=0)
    clear = Pyramid(pose, 0.5, 0.5).clearance(centre, radius)
    if wanted < 0:
        assert clear < -radius
    else:
        assert math.isclose(clear, wanted, rel_tol=1e-9)


@given(st.floats(0, 90), places, places, st.floats(-50, 300))
def test_places_in_the_plane_of_the_work_go_there_and_back(
    tilt: float, x: float, s: float, h: float
) -> None:
    plane = WorkPlane(width_mm=600, depth_mm=400, tilt_deg=tilt)
    assert np.allclose(plane.place(plane.point(x, s, h)), (x, s, h), atol=1e-9)
    assert math.isclose(plane.normal.dot(plane.slope), 0, abs_tol=1e-12)
    near = plane.corners()[0]
    assert math.isclose(near.z, 0, abs_tol=1e-9), "the near edge lies on the table"


def test_flat_work_is_the_table() -> None:
    plane = WorkPlane(width_mm=420, depth_mm=300)
    assert plane.corners(60)[2] == (210, 150, 60)
    assert plane.footprint_depth_mm == 300
    assert WorkPlane(100, 200, 90).footprint_depth_mm == 0


def test_a_sloping_ceiling_runs_through_the_two_heights_measured() -> None:
    table = Rectangle(left=-700, right=700, near=-300, far=400)
    ceiling = Ceiling(
        flat_mm=1800, along="y", first=(table.near, 2000.0), second=(table.far, 1300.0)
    )
    assert ceiling.height_at(0, 400) == 1300
    assert ceiling.height_at(300, 50) == 1650
    assert ceiling.height_at(0, -300) == 1800, "never above the level part"
    assert Ceiling(flat_mm=None, along="x", first=(0, 1.0), second=(10, 2.0)).height_at(5, 0) == 1.5


def test_a_box_is_met_and_missed_as_it_stands() -> None:
    block = Block("beam", left=-100, right=100, near=50, far=150, low=900, high=1000)
    assert block.meets(Vector(0, 100, 1200), Vector(0, 100, 0))
    assert not block.meets(Vector(0, 0, 1200), Vector(0, 0, 0))
    assert block.distance(Vector(0, 0, 950)) == 50
    assert block.distance(Vector(0, 100, 950)) == 0
