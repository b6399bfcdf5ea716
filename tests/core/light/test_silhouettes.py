"""Silhouettes on a lamp's rows: against the fine loop, stretch by stretch, and where they end."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from steeple.core.geometry.kernels import Array
from steeple.core.geometry.solids import Solids, box_hull, cylinder_hull, solids_of
from steeple.core.geometry.stretches import capsule_stretch
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter, How, light_at, rows_of
from steeple.core.light.kernels.hidden import hidden_light
from steeple.core.light.kernels.lamp import MIDDLE, lamp_rows
from steeple.core.light.kernels.quick import CLOSE_ROWS, ROWS
from steeple.core.light.kernels.silhouettes import (
    BESIDE,
    END,
    GIVEN,
    PART,
    PATCH,
    SIGHT,
    START,
    beyond_sides,
    capsule_patch,
    capsules_seen,
    lamp_seen,
)

UP = np.array([0.0, 0.0, 1.0])
HERE = np.zeros((1, 3))
NO_CAPSULES = np.zeros((0, 7))
OVER = Vector(-200.0, 250.0, 900.0)
SHAPES = (
    Emitter("rectangle", OVER, OVER.times(-1.0), 420, 260, 900.0),
    Emitter("disc", OVER, OVER.times(-1.0), 300, 300, 900.0),
    Emitter("ring", OVER, OVER.times(-1.0), 400, 400, 900.0, hole_mm=240),
    Emitter("bulb", OVER, OVER.times(-1.0), 70, 70, 900.0),
    Emitter("rectangle", OVER, OVER.times(-1.0), 420, 260, 900.0, exponent=9.0),
)
place = st.floats(min_value=-350, max_value=350)
tall = st.floats(min_value=30, max_value=800)


def shares(lamp: Emitter, solids: Solids, point: Array = HERE) -> dict[How, float]:
    """What is seen ÷ what there would be, in each way of working it out."""
    found: dict[How, float] = {}
    ways: tuple[How, ...] = ("fine", "map", "sums")
    for how in ways:
        lit = light_at(point, UP, (lamp,), solids, how=how)
        found[how] = float(lit.seen[0, 0] / lit.free[0, 0])
    return found


def agree(found: dict[How, float]) -> None:
    assert found["map"] == pytest.approx(found["fine"], abs=0.04)
    assert found["sums"] == pytest.approx(found["fine"], abs=0.10)


@settings(max_examples=80, deadline=None)
@given(
    st.sampled_from(SHAPES),
    st.lists(
        st.tuples(place, place, tall, place, place, tall, st.floats(4, 90)), min_size=1, max_size=7
    ),
)
def test_capsules_in_any_number_hide_as_the_fine_loop_says(
    lamp: Emitter, capsules: list[tuple[float, ...]]
) -> None:
    agree(shares(lamp, solids_of(np.array(capsules))))


def past_a_ball(lamp: Emitter, ball: Vector, radius: float, steps: int = 400) -> float:
    """What is seen of a rectangle from the origin past a ball, summed over small squares of it."""
    row = rows_of((lamp,))[0]
    s = (np.arange(steps) + 0.5) * 2 / steps - 1
    across, along = np.meshgrid(s * row[12], s * row[13])
    way = row[0:3] + across[..., None] * row[6:9] + along[..., None] * row[9:12]
    far = np.linalg.norm(way, axis=-1)
    unit = way / far[..., None]
    light = unit[..., 2] * np.maximum(0.0, -(unit @ row[3:6])) ** row[17] / far**2
    centre = np.array([*ball])
    toward = np.maximum(0.0, unit @ centre)
    free = centre @ centre - toward**2 > radius**2
    return float((light * free).sum() / light.sum())


@pytest.mark.parametrize("x", [28.0, 28.5, 29.0, 29.01, 29.5, 30.0, 31.0])
def test_a_hand_beside_the_point_hides_what_sums_over_the_lamp_say(x: float) -> None:
    """Seen so wide that rows of the lamp run nearly along its cone, where roots once cancelled out."""
    hand = np.array([[x, 3.0, 30.0, x, 1.0, 30.0, 30.0]])
    found = shares(SHAPES[0], solids_of(hand))
    least = past_a_ball(SHAPES[0], Vector(x, 2.0, 30.0), 31.0)
    most = past_a_ball(SHAPES[0], Vector(x, 2.0, 30.0), 30.0)
    for share in found.values():
        assert least - 0.002 <= share <= most + 0.002


@settings(max_examples=50, deadline=None)
@given(
    st.sampled_from(SHAPES),
    st.tuples(place, place, tall),
    st.tuples(st.floats(20, 300), st.floats(20, 300), st.floats(5, 200)),
    st.tuples(place, place, st.floats(10, 90)),
    st.floats(0, math.pi),
)
def test_boxes_and_cylinders_hide_as_the_fine_loop_says(
    lamp: Emitter,
    where: tuple[float, float, float],
    sizes: tuple[float, float, float],
    can: tuple[float, float, float],
    turn: float,
) -> None:
    c, s = math.cos(turn), math.sin(turn)
    axes = (Vector(c, s, 0), Vector(-s, c, 0), Vector(0, 0, 1))
    hulls = (
        box_hull(Vector(*where), Vector(*sizes), axes),
        cylinder_hull(can[0], can[1], can[2], 0.0, 160.0),
    )
    agree(shares(lamp, solids_of(NO_CAPSULES, hulls), np.array([[0.0, 0.0, 165.0]])))


@settings(max_examples=200, deadline=None, suppress_health_check=[HealthCheck.filter_too_much])
@given(
    st.tuples(place, place, st.floats(-200, 1200)),
    st.tuples(place, place, st.floats(-200, 1200)),
    st.floats(3, 90),
    st.booleans(),
)
def test_what_lies_beyond_a_side_hides_nothing(
    a: tuple[float, float, float], b: tuple[float, float, float], radius: float, mirrored: bool
) -> None:
    """Capsules that are passed over are asked row by row all the same; the lamp either way round."""
    capsule = np.array([[*a, *b, radius]])
    sight, g = np.zeros((1, SIGHT)), np.zeros(GIVEN)
    capsules_seen(0.0, 0.0, 0.0, capsule, sight)
    u, v = np.array([150.0, 30.0, 40.0]), np.array([-40.0, 200.0, 0.0])
    if mirrored:
        u = -u
    d = np.array([60.0, -40.0, 850.0])
    lamp_seen(d[0], d[1], d[2], u[0], u[1], u[2], v[0], v[1], v[2], g)
    assume(beyond_sides(sight, 0, radius, g))
    for t in np.linspace(-1, 1, 15):
        x, y, z = d + t * v - u
        low, high = capsule_stretch(
            0.0, 0.0, 0.0, x, y, z, 2 * u[0], 2 * u[1], 2 * u[2], capsule[0]
        )
        assert min(high, 1.0) - max(low, 0.0) < 1e-9


def test_what_stands_before_the_lamp_is_never_passed_over() -> None:
    sight, g = np.zeros((1, SIGHT)), np.zeros(GIVEN)
    for sign in (1.0, -1.0):
        lamp_seen(0.0, 0.0, 900.0, sign * 150.0, 0.0, 0.0, 0.0, 150.0, 0.0, g)
        for x, y in ((0.0, 0.0), (70.0, 70.0), (-70.0, 40.0), (82.0, 0.0)):
            capsule = np.array([[x, y, 400.0, x, y, 500.0, 20.0]])
            capsules_seen(0.0, 0.0, 0.0, capsule, sight)
            assert not beyond_sides(sight, 0, 20.0, g)
        capsule = np.array([[120.0, 0.0, 400.0, 140.0, 0.0, 500.0, 20.0]])
        capsules_seen(0.0, 0.0, 0.0, capsule, sight)
        assert beyond_sides(sight, 0, 20.0, g)


@settings(max_examples=60, deadline=None)
@given(
    st.tuples(place, place, st.floats(60, 700)),
    st.tuples(place, place, st.floats(60, 700)),
    st.floats(3, 50),
)
def test_a_patch_is_the_stretch_of_each_of_its_rows(
    a: tuple[float, float, float], b: tuple[float, float, float], radius: float
) -> None:
    capsule = np.array([[*a, *b, radius]])
    sight, g = np.zeros((1, SIGHT)), np.zeros(GIVEN)
    capsules_seen(0.0, 0.0, 0.0, capsule, sight)
    u, v = np.array([150.0, 30.0, 40.0]), np.array([-40.0, 200.0, 0.0])
    d = np.array([60.0, -40.0, 850.0])
    lamp_seen(d[0], d[1], d[2], u[0], u[1], u[2], v[0], v[1], v[2], g)
    rows = 12
    across, hides, joined = np.zeros((1, 5, rows)), np.zeros((1, 3, rows)), np.zeros((4, rows))
    lamp_rows(True, rows, across[0])
    kind = capsule_patch(sight, 0, radius, g, across, 0, rows, hides, 0, joined)
    assume(kind != BESIDE)
    for row in range(rows):
        before = d + across[0, MIDDLE, row] * v - u
        x, y, z = before
        low, high = capsule_stretch(
            0.0, 0.0, 0.0, x, y, z, 2 * u[0], 2 * u[1], 2 * u[2], capsule[0]
        )
        part = hides[0, PART, row] if kind == PATCH else 0.0
        if part == 1.0:
            assert hides[0, START, row] == pytest.approx(2 * low - 1, abs=1e-6)
            assert hides[0, END, row] == pytest.approx(2 * high - 1, abs=1e-6)
        elif part == 0.0:
            assert low > high


@pytest.mark.parametrize("lamp", SHAPES, ids=lambda lamp: lamp.shape)
def test_what_stands_behind_a_lamp_hides_nothing(lamp: Emitter) -> None:
    behind = OVER.times(1.12)
    tube = np.array([[behind.x - 500, behind.y, behind.z, behind.x + 500, behind.y, behind.z, 18]])
    board = box_hull(OVER.times(1.4), Vector(700, 700, 30))
    assert shares(lamp, solids_of(tube, (board,))) == dict.fromkeys(("fine", "map", "sums"), 1.0)


@pytest.mark.parametrize("lamp", SHAPES, ids=lambda lamp: lamp.shape)
def test_a_tube_that_goes_on_behind_the_lamp_hides_as_far_as_it_is_before_it(lamp: Emitter) -> None:
    """The tube passes the lamp's plane beside it; only the part before the plane can hide."""
    near, far = Vector(-140, 175, 630), Vector(600, 200, 1500)
    whole = shares(lamp, solids_of(np.array([[*near, *far, 14.0]])))
    share = 0.30
    cut = near.plus(far.minus(near).times(share))
    short = shares(lamp, solids_of(np.array([[*near, *cut, 14.0]])))
    assert whole["fine"] == pytest.approx(short["fine"], abs=0.01)
    agree(whole)


@pytest.mark.parametrize("lamp", SHAPES, ids=lambda lamp: lamp.shape)
def test_a_wide_board_leaves_no_light_and_a_point_inside_a_solid_none(lamp: Emitter) -> None:
    board = box_hull(Vector(0, 0, 300), Vector(900, 900, 10))
    around = np.array([[-60.0, 0, 0, 60.0, 0, 0, 40.0]])
    for solids in (solids_of(NO_CAPSULES, (board,)), solids_of(around)):
        for share in shares(lamp, solids).values():
            assert share == pytest.approx(0.0, abs=1e-9)


def test_a_long_tube_close_to_a_point_is_met_between_its_ends() -> None:
    """Both its ends are far off to the sides, and its middle is right before the point."""
    tube = solids_of(np.array([[-700.0, 12.0, 60.0, 700.0, 12.0, 60.0, 25.0]]))
    lamp = Emitter("disc", Vector(0, 100, 900), Vector(0, -100, -900), 160, 160, 500.0)
    found = shares(lamp, tube)
    assert found["fine"] < 0.05
    agree(found)


def test_an_edge_along_the_rows_counts_for_the_part_it_covers() -> None:
    """A board's edge moved across a lamp: what is left falls evenly, at any number of rows."""
    lamp = Emitter("rectangle", Vector(0, 0, 1000), Vector(0, 0, -1), 300, 300, 500.0, exponent=0.0)
    left = []
    for edge in np.linspace(-70, 70, 15):
        board = box_hull(Vector(0, edge - 1000, 500), Vector(4000, 2000, 2))
        left.append(shares(lamp, solids_of(NO_CAPSULES, (board,)))["sums"])
    steps = -np.diff(left)
    assert steps.min() > 0
    assert steps.max() < 1.25 * steps.min()


def test_hidden_light_of_stretches_that_overlap_and_cover_parts() -> None:
    """One whole stretch over half of the row and one that covers 0.4 of it across, past its end."""
    starts, ends, parts = np.zeros(4), np.zeros(4), np.zeros(4)
    starts[:2], ends[:2], parts[:2] = (0.0, -1.0), (0.6, 0.0), (0.4, 1.0)
    assert hidden_light(2, starts, ends, parts, 0.0, 1.0, 0.0, 0.0) == pytest.approx(
        1.0 + 0.4 * 0.6
    )
    starts[:2], ends[:2], parts[:2] = (-0.5, -0.2), (0.5, 0.9), (1.0, 0.4)
    both = hidden_light(2, starts, ends, parts, 0.0, 1.0, 0.0, 0.0)
    assert both == pytest.approx(1.0 + 0.4 * 0.4)
    starts[:1], ends[:1], parts[:1] = (-1.0,), (1.0,), (1.0,)
    ring = hidden_light(1, starts, ends, parts, 0.25, 2.0, 0.0, 3.0)
    assert ring == pytest.approx(2 * (2 + 3 / 3) - 2 * (0.25 * 2 + 0.25**3))


def test_more_rows_change_little_and_fewer_are_for_sums() -> None:
    assert ROWS < CLOSE_ROWS
    capsules = solids_of(
        np.array([[-90.0, 20, 120, 140, -60, 330, 35], [30, 60, 200, 10, 90, 420, 9]])
    )
    for lamp in SHAPES:
        found = shares(lamp, capsules)
        assert found["map"] == pytest.approx(found["fine"], abs=0.01)
        assert found["sums"] == pytest.approx(found["fine"], abs=0.03)
