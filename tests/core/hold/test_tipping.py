"""Tipping: every edge against a sum over parts that shares no code, limits, symmetry, weights."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely.geometry import Point

from steeple.core.errors import InputError
from steeple.core.geometry.vectors import Vector
from steeple.core.hold.beams import GRAVITY
from steeple.core.hold.joints import allowed_load_g, friction_share, torque_n_m
from steeple.core.hold.tipping import (
    KNOCK_N,
    Weight,
    edges_of,
    feet_of,
    footprint,
    mass_needed,
    standing_area_mm2,
    worst,
)

place = st.floats(min_value=-900, max_value=900)
grams = st.floats(min_value=50, max_value=8000)
weights = st.lists(st.tuples(grams, place, place), min_size=1, max_size=6)
TRIPOD = feet_of(at=(0.0, 0.0), spacing_mm=900, legs=3, toward_deg=90)


def parts(rows: list[tuple[float, float, float]]) -> list[Weight]:
    return [Weight("part", mass, Vector(x, y, 500.0)) for mass, x, y in rows]


def test_feet_stand_as_far_apart_as_a_tape_says() -> None:
    for legs, spacing in ((3, 900.0), (4, 600.0), (5, 300.0)):
        feet = feet_of(at=(10.0, -20.0), spacing_mm=spacing, legs=legs, toward_deg=33)
        for one, other in zip(feet, feet[1:] + feet[:1], strict=True):
            assert math.dist(one, other) == pytest.approx(spacing)
    assert TRIPOD[0][0] == pytest.approx(900 / math.sqrt(3))
    assert TRIPOD[0][1] == pytest.approx(0, abs=1e-9)


@given(weights, st.floats(min_value=0, max_value=360), st.floats(min_value=300, max_value=2500))
def test_moments_against_a_sum_over_the_parts(
    rows: list[tuple[float, float, float]], turn: float, top: float
) -> None:
    """The rig turned so that each edge lies on the x axis; what is above it holds, below it tips."""
    feet = feet_of(at=(0.0, 0.0), spacing_mm=800, legs=3, toward_deg=turn)
    edges = edges_of(footprint(feet), parts(rows), floor_z_mm=0.0, top_z_mm=top)
    assert len(edges) == 3
    for edge in edges:
        angle = math.atan2(edge.end[1] - edge.start[1], edge.end[0] - edge.start[0])
        back = np.array([[math.cos(angle), math.sin(angle)], [-math.sin(angle), math.cos(angle)]])
        arms = [float((back @ (np.array([x, y]) - edge.start))[1]) for _, x, y in rows]
        moments = [
            m / 1000 * GRAVITY * arm / 1000 for (m, _, _), arm in zip(rows, arms, strict=True)
        ]
        assert edge.restoring_n_m == pytest.approx(sum(one for one in moments if one > 0), abs=1e-9)
        assert edge.overturning_n_m == pytest.approx(
            -sum(one for one in moments if one < 0), abs=1e-9
        )
        assert edge.knock_n_m == pytest.approx(KNOCK_N * top / 1000)


@given(weights)
def test_it_stands_where_its_middle_of_mass_is_over_its_feet(
    rows: list[tuple[float, float, float]],
) -> None:
    total = sum(mass for mass, _, _ in rows)
    x = sum(mass * x for mass, x, _ in rows) / total
    y = sum(mass * y for mass, _, y in rows) / total
    polygon = footprint(TRIPOD)
    assume(abs(polygon.exterior.distance(Point(x, y))) > 1.0)
    edges = edges_of(polygon, parts(rows), floor_z_mm=0.0, top_z_mm=0.0)
    assert (worst(edges, knocked=False).ratio() > 1) == polygon.contains(Point(x, y))


@given(weights)
def test_a_mirrored_rig_tips_alike(rows: list[tuple[float, float, float]]) -> None:
    mirrored = [(mass, x, -y) for mass, x, y in rows]
    polygon = footprint(TRIPOD)
    one, two = (
        worst(edges_of(polygon, parts(which), floor_z_mm=0, top_z_mm=1500), knocked=True)
        for which in (rows, mirrored)
    )
    assert one.ratio(knocked=True) == pytest.approx(two.ratio(knocked=True), rel=1e-9)


@given(weights, place, place)
def test_the_mass_said_to_be_needed_is_just_enough(
    rows: list[tuple[float, float, float]], x: float, y: float
) -> None:
    polygon = footprint(TRIPOD)
    edges = edges_of(polygon, parts(rows), floor_z_mm=0, top_z_mm=1500)
    least, most = mass_needed(edges, (x, y))
    assume(math.isfinite(least) and least <= most)
    for mass, stands in ((least * 1.001 + 0.1, True), (least * 0.99 - 1.0, False)):
        if mass <= 0 or mass > most:
            continue
        loaded = [*parts(rows), Weight("bag", mass, Vector(x, y, 0.0))]
        edge = worst(edges_of(polygon, loaded, floor_z_mm=0, top_z_mm=1500), knocked=True)
        assert (edge.ratio(knocked=True) >= 1.5 - 1e-9) == stands


def test_a_sandbag_on_the_leg_under_the_boom_holds_nothing() -> None:
    """The leg lies on both edges over which a boom above it tips, so that a bag there has no arm."""
    boom = [Weight("stand", 3000, Vector(0, 0, 200)), Weight("camera", 2000, Vector(1100, 0, 1500))]
    edges = edges_of(footprint(TRIPOD), boom, floor_z_mm=0, top_z_mm=1500)
    assert math.isinf(mass_needed(edges, TRIPOD[0], knocked=False)[0])
    least, most = mass_needed(edges, (0.0, 0.0), knocked=False)
    assert 0 < least < most


def test_nothing_overturns_what_stands_over_its_feet() -> None:
    edges = edges_of(
        footprint(TRIPOD), [Weight("all", 1000, Vector(0, 0, 300))], floor_z_mm=0, top_z_mm=0
    )
    assert all(math.isinf(edge.ratio()) for edge in edges)
    assert mass_needed(edges, (0.0, 0.0)) == (0.0, math.inf)
    assert standing_area_mm2(footprint(TRIPOD)) == pytest.approx(math.sqrt(3) / 4 * 900**2)
    for edge in edges:
        outward = edge.outward
        middle = ((edge.start[0] + edge.end[0]) / 2, (edge.start[1] + edge.end[1]) / 2)
        assert outward[0] * middle[0] + outward[1] * middle[1] > 0


def test_feet_in_a_line_are_no_footprint() -> None:
    with pytest.raises(InputError, match="span an area"):
        footprint(((0.0, 0.0), (100.0, 0.0), (200.0, 0.0)))


def test_torques_and_ratings() -> None:
    assert torque_n_m([(1000, 500), (2000, -250)]) == pytest.approx(0)
    assert torque_n_m([(1200, 105)]) == pytest.approx(1.2 * GRAVITY * 0.105)
    assert allowed_load_g(rated_g=3000, rated_reach_mm=250, reach_mm=500) == 1500
    assert allowed_load_g(rated_g=3000, rated_reach_mm=250, reach_mm=100) == 3000
    assert allowed_load_g(rated_g=3000, rated_reach_mm=None, reach_mm=900) == 3000
    assert friction_share(torque=-4, holds=8) == 0.5
    assert math.isinf(friction_share(torque=1, holds=0))
    with pytest.raises(InputError):
        allowed_load_g(rated_g=0, rated_reach_mm=None, reach_mm=1)
