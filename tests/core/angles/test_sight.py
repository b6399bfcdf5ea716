"""What a camera sees past things, against independent ray casting and by hand."""

from __future__ import annotations

import math
from pathlib import Path

import numpy as np
import pytest
from bench.reference import Case, pyramid_of, worst_sight
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.angles.sight import (
    Things,
    disc_points,
    hides,
    in_picture,
    least_shift,
    seen_among,
)
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.pose import Pyramid, looking
from steeple.core.geometry.solids import Hull, box_hull, cylinder_hull
from steeple.core.geometry.vectors import Vector
from tests.reference.loader import load

REFERENCE = Path(__file__).parents[2] / "reference" / "visibility.json"
DOWN = looking(position=Vector(0.0, 0.0, 1000.0), tilt_deg=0.0, toward_deg=0.0, top_toward_deg=0.0)
OVER = Pyramid(pose=DOWN, half_width=0.4, half_height=0.225)
"""800 × 450 mm of the table from a metre above it."""
NONE = np.zeros((0, 7))


def thing(*capsules: tuple[float, ...], hulls: tuple[Hull, ...] = ()) -> Things:
    return Things((np.array(capsules, dtype=float).reshape(-1, 7),), (hulls,))


def ball(x: float, y: float, z: float, radius: float) -> tuple[float, ...]:
    return (x, y, z, x, y, z, radius)


@pytest.mark.parametrize("case", load(REFERENCE)["cases"], ids=lambda case: case["name"])
def test_it_agrees_with_dense_ray_casting(case: Case) -> None:
    figure, off = worst_sight(case)
    assert off <= 1.0, figure


def test_a_slab_covers_what_plane_geometry_says() -> None:
    # A thin sheet at half the distance covers as much of the picture as twice its size on the table.
    sheet = box_hull(Vector(50.0, 0.0, 500.0), Vector(100.0, 90.0, 0.01))
    (found,), covered = in_picture(OVER, thing(hulls=(sheet,)))
    assert found.share == pytest.approx((200 * 180) / (800 * 450), rel=2e-3)
    assert covered == pytest.approx(found.share)
    assert (found.left, found.right) == pytest.approx((0.0, 0.5), abs=1e-3)
    assert (found.bottom, found.top) == pytest.approx((-0.4, 0.4), abs=1e-3)


def test_two_things_cover_no_more_together_than_apart_and_one_over_the_other_once() -> None:
    sheet = box_hull(Vector(0.0, 0.0, 500.0), Vector(100.0, 90.0, 0.01))
    under = box_hull(Vector(0.0, 0.0, 300.0), Vector(100.0, 90.0, 0.01))
    two = Things((NONE, NONE), ((sheet,), (under,)))
    found, covered = in_picture(OVER, two)
    assert covered == pytest.approx(found[0].share)
    assert found[1].share < found[0].share


def test_a_ball_covers_the_ellipse_of_its_cone() -> None:
    # Straight below the lens it is a circle with the tangent of its half angle as radius.
    (found,), _ = in_picture(OVER, thing(ball(0.0, 0.0, 400.0, 60.0)))
    tangent = math.tan(math.asin(60 / 600))
    assert found.share == pytest.approx(math.pi * tangent**2 / (4 * 0.4 * 0.225), rel=2e-3)
    assert found.right == pytest.approx(tangent / 0.4, abs=2e-4)


def test_a_thing_is_told_by_the_edge_that_it_leaves_soonest() -> None:
    (found,), _ = in_picture(OVER, thing((390.0, -600.0, 0.0, 390.0, 600.0, 0.0, 5.0)))
    assert found.edge == "right"
    assert found.depth("right") * 800 == pytest.approx(15.0, abs=0.5)


def test_what_is_behind_the_lens_or_aside_is_not_in_the_picture() -> None:
    found, covered = in_picture(
        OVER,
        Things(
            (np.array([ball(0, 0, 1500, 200)]), np.array([ball(900, 0, 0, 80)])),
            ((), ()),
        ),
    )
    assert [one.share for one in found] == [0.0, 0.0]
    assert covered == 0.0
    assert in_picture(OVER, Things((), ())) == ((), 0.0)


def test_points_are_hidden_by_what_lies_between_and_by_nothing_behind() -> None:
    points = np.array([[0.0, 0.0, 0.0], [300.0, 0.0, 0.0]])
    between = thing(ball(0, 0, 500, 30))
    beyond = thing(hulls=(box_hull(Vector(0, 0, -50), Vector(900, 900, 60)),))
    eye = Vector(0.0, 0.0, 1000.0)
    assert hides(eye, points, between).tolist() == [[True, False]]
    assert hides(eye, points, beyond).tolist() == [[False, False]]
    beside = thing(hulls=(cylinder_hull(300.0, 0.0, 20.0, 10.0, 200.0),))
    assert hides(eye, points, beside).tolist() == [[False, True]]


def test_seen_is_what_is_clear_and_in_the_picture() -> None:
    points = np.array([[0.0, 0.0, 0.0], [300.0, 0.0, 0.0], [500.0, 0.0, 0.0]])
    eye = OVER.pose.position
    inside = OVER.within(points)
    seen = seen_among(inside, hides(eye, points, thing(ball(0, 0, 500, 30))))
    assert seen.clear == pytest.approx(2 / 3)
    assert seen.seen == pytest.approx(1 / 3)
    assert seen.hidden_by == pytest.approx((1 / 3,))
    assert inside.tolist() == [True, True, False]
    assert seen_among(inside, hides(eye, points, Things((), ()))).seen == pytest.approx(2 / 3)


def test_a_disc_is_spread_evenly_and_mirrored() -> None:
    points = disc_points(Vector(0.0, 0.0, 5.0), Vector(0.0, 0.0, 1.0), 40.0, count=400)
    assert points.shape == (400, 3)
    radii = np.hypot(points[:, 0], points[:, 1])
    assert float(radii.max()) <= 40.0
    assert float((radii < 20).mean()) == pytest.approx(0.25, abs=0.01)
    mirrored = sorted(map(tuple, (points * [-1, 1, 1]).round(9).tolist()))
    assert mirrored == sorted(map(tuple, points.round(9).tolist()))


def clear_step(stand: Things, way: Vector) -> float:
    """The least of many small steps after which nothing is in the picture."""
    for step in np.arange(0.0, 1500.0, 2.0):
        found, _ = in_picture(OVER, stand.moved(way.times(float(step))))
        if found[0].share == 0.0:
            return float(step)
    return math.inf


@pytest.mark.parametrize("way", [Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0)])
def test_the_least_move_is_that_of_brute_force(way: Vector) -> None:
    stand = thing(
        (250.0, 100.0, 300.0, 250.0, 100.0, -700.0, 15.0),
        hulls=(box_hull(Vector(250, 100, 350), Vector(120, 60, 80)),),
    )
    found = least_shift(OVER, stand, way, most_mm=1500.0)
    assert found == pytest.approx(clear_step(stand, way), abs=6.0)


def test_no_move_is_needed_of_what_is_outside_and_none_found_along_the_axis() -> None:
    outside = thing(ball(900.0, 0.0, 0.0, 50.0))
    assert least_shift(OVER, outside, Vector(1.0, 0.0, 0.0), most_mm=500.0) == 0.0
    under = thing(ball(0.0, 0.0, 300.0, 50.0))
    assert least_shift(OVER, under, Vector(0.0, 0.0, -1.0), most_mm=250.0) is None


places = st.floats(-350, 350)


@given(x=places, y=places, z=st.floats(20, 600), radius=st.floats(15, 120))
def test_a_mirrored_thing_lies_mirrored_in_the_picture(
    x: float, y: float, z: float, radius: float
) -> None:
    def found(side: float) -> Array:
        rows = (side * x, y, z, side * (x + 80), y - 60, z + 40, radius)
        (one,), _ = in_picture(OVER, thing(rows), rows=60)
        return np.array([one.share, side * one.left, side * one.right, one.bottom, one.top])

    here, there = found(1.0), found(-1.0)
    assert here[0] == pytest.approx(there[0], abs=1e-9)
    assert sorted(here[1:3]) == pytest.approx(sorted(there[1:3]), abs=1e-9)
    assert here[3:] == pytest.approx(there[3:], abs=1e-9)


def test_a_reference_camera_turned_by_a_quarter_has_its_right_where_its_bottom_was() -> None:
    case = load(REFERENCE)["cases"][0]["camera"]
    plain, turned = pyramid_of(case), pyramid_of({**case, "roll_deg": 90})
    assert turned.pose.up.minus(plain.pose.right).length == pytest.approx(0.0, abs=1e-12)
