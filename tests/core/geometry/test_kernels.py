"""The compiled loops against slow code that shares nothing with them."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from scipy.optimize import nnls

from steeple.core.geometry.kernels import (
    from_pyramid,
    hidden_points,
    least_clearance,
    least_room,
    least_scale,
    meets_capsule,
)
from steeple.core.geometry.pose import Pyramid, looking
from steeple.core.geometry.vectors import Vector
from steeple.core.simcam.kernels import FAR, ray_box, ray_capsule, ray_cylinder

coordinate = st.floats(min_value=-100, max_value=100)
point = st.tuples(coordinate, coordinate, coordinate)
Point = tuple[float, float, float]


def stepped_gap(p: np.ndarray, q: np.ndarray, a: np.ndarray, b: np.ndarray) -> float:
    """Least distance of two stretches, by narrowing: the distance of a place on the one from the
    other has a single least value along it."""

    def gap(s: float) -> float:
        place, way = p + s * (q - p), b - a
        share = min(1.0, max(0.0, float((place - a) @ way) / max(float(way @ way), 1e-300)))
        return float(np.linalg.norm(a + share * way - place))

    low, high = 0.0, 1.0
    for _ in range(120):
        third = (high - low) / 3
        if gap(low + third) <= gap(high - third):
            high -= third
        else:
            low += third
    return gap((low + high) / 2)


@given(point, point, point, point, st.floats(min_value=1, max_value=60))
def test_a_line_of_sight_meets_a_capsule_where_they_come_near(
    p: Point, q: Point, a: Point, b: Point, r: float
) -> None:
    gap = stepped_gap(np.array(p), np.array(q), np.array(a), np.array(b))
    assume(abs(gap - r) > 1e-3)
    capsule = np.array([*a, *b, r])
    assert meets_capsule(p[0], p[1], p[2], q[0], q[1], q[2], capsule) is (gap < r)


@given(
    point,
    st.lists(point, min_size=1, max_size=6),
    st.lists(st.tuples(point, point), max_size=6),
    st.floats(min_value=0, max_value=60),
)
def test_points_are_hidden_where_any_line_of_sight_meets(
    eye: Point, points: list[Point], ends: list[tuple[Point, Point]], r: float
) -> None:
    capsules = np.array([[*a, *b, r] for a, b in ends]).reshape(-1, 7)
    found = hidden_points(np.array(eye), np.array(points), capsules)
    plain = [
        any(meets_capsule(*eye, *one, capsule) for capsule in capsules) for one in points
    ]  # fmt: skip
    assert found.tolist() == plain


def test_degenerate_stretches_and_parallel_lines() -> None:
    ball = np.array([0.0, 0, 0, 0, 0, 0, 10])
    assert meets_capsule(-50.0, 5.0, 0.0, 50.0, 5.0, 0.0, ball)
    assert not meets_capsule(-50.0, 11.0, 0.0, 50.0, 11.0, 0.0, ball)
    assert meets_capsule(3.0, 0.0, 0.0, 3.0, 0.0, 0.0, ball)
    rod = np.array([0.0, 0, 0, 100, 0, 0, 5])
    assert meets_capsule(20.0, 4.0, 0.0, 80.0, 4.0, 0.0, rod)
    assert not meets_capsule(20.0, 6.0, 0.0, 80.0, 6.0, 0.0, rod)
    assert not meets_capsule(110.0, 0.0, 0.0, 200.0, 0.0, 0.0, rod)


@given(point, point, point, st.floats(min_value=1, max_value=40))
def test_a_ray_enters_a_capsule_at_its_skin(a: Point, b: Point, target: Point, r: float) -> None:
    origin = np.array([0.0, 0.0, 400.0])
    way = np.array(target) - origin
    way /= np.linalg.norm(way)
    capsule = np.array([*a, *b, r])
    t = ray_capsule(0.0, 0.0, 400.0, way[0], way[1], way[2], capsule)
    end = origin + way * 2000
    meets = meets_capsule(0.0, 0.0, 400.0, end[0], end[1], end[2], capsule)
    if t >= FAR:
        gap = stepped_gap(origin, end, np.array(a), np.array(b))
        assert not meets or abs(gap - r) < 1e-3
        return
    at = origin + way * t
    skin = stepped_gap(at, at, np.array(a), np.array(b))
    assert math.isclose(skin, r, abs_tol=0.35)
    # One that only grazes the skin may count as met or not, by the last digit.
    assert meets or abs(stepped_gap(origin, end, np.array(a), np.array(b)) - r) < 1e-3


def test_boxes_and_cylinders_are_met_where_they_stand() -> None:
    box = np.array([-10.0, 10, -20, 20, 0, 30])
    assert ray_box(0.0, 0.0, 100.0, 0.0, 0.0, -1.0, box) == (70.0, 2)
    assert ray_box(50.0, 0.0, 10.0, -1.0, 0.0, 0.0, box) == (40.0, 0)
    assert ray_box(50.0, 0.0, 100.0, 0.0, 0.0, -1.0, box)[0] == FAR
    tin = np.array([0.0, 0, 10, 0, 50])
    assert ray_cylinder(3.0, 0.0, 100.0, 0.0, 0.0, -1.0, tin) == (50.0, 0)
    assert ray_cylinder(100.0, 0.0, 20.0, -1.0, 0.0, 0.0, tin) == (90.0, 1)
    assert ray_cylinder(100.0, 0.0, 60.0, -1.0, 0.0, 0.0, tin)[0] == FAR


def test_hidden_points_are_those_behind_something() -> None:
    eye = np.array([0.0, 0.0, 1000.0])
    points = np.array([[0.0, 0, 0], [300.0, 0, 0]])
    head = np.array([[0.0, 0, 500, 0, 0, 500, 100]])
    assert hidden_points(eye, points, head).tolist() == [True, False]
    assert hidden_points(eye, points, np.zeros((0, 7))).tolist() == [False, False]


@given(st.floats(0, 50), st.floats(0, 359), coordinate, coordinate)
def test_rooms_and_clearances_agree_with_the_pyramid(
    tilt: float, toward: float, x: float, y: float
) -> None:
    pose = looking(
        position=Vector(20.0, 30.0, 800.0), tilt_deg=tilt, toward_deg=toward, top_toward_deg=0
    )
    pyramid = Pyramid(pose, 0.45, 0.3)
    row = np.array([*pose.position, *pose.axis, *pose.right, *pose.up])
    spot, way = Vector(x, y, 10.0), Vector(0.6, 0.8, 0.0)
    room = least_room(row, 0.45, 0.3, np.array([[*spot]]), np.array([[*way]]))
    assert math.isclose(room, pyramid.room(spot, way), rel_tol=1e-9, abs_tol=1e-9)
    ball = np.array([[x, y, 300.0, 40.0]])
    clear = least_clearance(row, 0.45, 0.3, ball)
    wanted = pyramid.clearance(Vector(x, y, 300.0), 40.0)
    assert math.isclose(clear, wanted, rel_tol=1e-9, abs_tol=1e-9)


def test_a_point_behind_the_pupil_has_no_room() -> None:
    row = np.array([0.0, 0, 100, 0, 0, -1, 1, 0, 0, 0, 1, 0])
    up = np.array([[0.0, 0, 200]])
    assert least_room(row, 0.5, 0.5, up, np.array([[1.0, 0, 0]])) == -math.inf
    assert least_scale(row, up, np.array([1.0, 0, 0]), np.array([0.0, 1, 0])) == 0


@given(st.floats(0, 50), st.floats(0, 359), coordinate, coordinate)
def test_the_least_scale_is_that_of_the_shortest_direction(
    tilt: float, toward: float, x: float, y: float
) -> None:
    """Against small steps in many directions of the plane."""
    pose = looking(
        position=Vector(0.0, 0.0, 700.0), tilt_deg=tilt, toward_deg=toward, top_toward_deg=0
    )
    row = np.array([*pose.position, *pose.axis, *pose.right, *pose.up])
    found = least_scale(row, np.array([[x, y, 0.0]]), np.array([1.0, 0, 0]), np.array([0.0, 1, 0]))

    def seen(px: float, py: float) -> np.ndarray:
        way = Vector(px, py, 0.0).minus(pose.position)
        depth = way.dot(pose.axis)
        return np.array([way.dot(pose.right) / depth, way.dot(pose.up) / depth])

    step, here = 1e-3, seen(x, y)
    steps = [
        np.linalg.norm(seen(x + step * math.cos(a), y + step * math.sin(a)) - here) / step
        for a in np.linspace(0, math.pi, 720)
    ]
    assert math.isclose(found, min(steps), rel_tol=1e-3)


@given(
    st.floats(-500, 800), st.floats(-600, 600), st.floats(-600, 600), st.floats(0.05, 1.5),
    st.floats(0.05, 1.5),
)  # fmt: skip
def test_how_far_a_place_is_from_what_a_camera_sees(
    depth: float, across: float, along: float, width: float, height: float
) -> None:
    """Against the nearest mix of the four edges that start at the tip (non-negative least squares)."""
    found = from_pyramid(depth, across, along, width, height)
    place = np.array([depth, across, along])
    edges = np.array([[1.0, a * width, b * height] for a in (-1, 1) for b in (-1, 1)]).T
    _, away = nnls(edges, place)
    inside = depth >= 0 and abs(across) <= depth * width and abs(along) <= depth * height
    if inside:
        assert found <= 1e-9
    else:
        assert found == pytest.approx(away, abs=1e-5)
