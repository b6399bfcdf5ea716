"""The soft edge of a shadow against places of the lamp taken one by one."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from steeple.core.geometry.vectors import Vector
from steeple.core.geometry.workplane import WorkPlane
from steeple.core.light.emitters import Emitter, Shape
from steeple.core.light.softness import soft_edges_mm
from steeple.core.study.inputs.lamp import spot_before


def lamp(place: Vector, aim: Vector, shape: Shape, width: float, height: float) -> Emitter:
    return Emitter(
        shape=shape, centre=place, toward=aim.minus(place), width_mm=width, height_mm=height,
        intensity_cd=1.0,
    )  # fmt: skip


def landed(emitter: Emitter, plane: WorkPlane, caster_mm: float, sides: int) -> np.ndarray:
    """Where many places of a lamp throw one place of the caster, in the axes of the plane."""
    row = np.array(emitter.row)
    t = np.linspace(0, 2 * math.pi, sides, endpoint=False)
    circle = np.column_stack([np.cos(t), np.sin(t)])
    if emitter.shape == "rectangle":
        circle = circle / np.abs(circle).max(axis=1)[:, None]
    places = row[0:3] + circle[:, :1] * row[6:9] * row[12] + circle[:, 1:] * row[9:12] * row[13]
    foot, normal = np.array([*plane.middle]), np.array([*plane.normal])
    way = row[0:3] - foot
    caster = foot + way * caster_mm / (way @ normal)
    rays = places - caster
    lands = caster - rays * (caster_mm / (rays @ normal))[:, None]
    return np.array([plane.place(Vector(*one))[:2] for one in lands])


@given(
    st.floats(0, 359),
    st.floats(25, 85),
    st.floats(500, 2000),
    st.floats(60, 600),
    st.floats(60, 600),
    st.sampled_from(["rectangle", "disc"]),
    st.floats(5, 80),
    st.floats(0, 90),
)
def test_a_soft_edge_is_as_wide_as_the_lamp_drawn_through_the_caster(
    azimuth: float,
    up: float,
    away: float,
    width: float,
    height: float,
    shape: Shape,
    caster_mm: float,
    tilt: float,
) -> None:
    plane = WorkPlane(400.0, 300.0, tilt)
    place = spot_before(plane, azimuth, up, away)
    emitter = lamp(place, plane.middle, shape, width, width if shape == "disc" else height)
    found = soft_edges_mm(emitter, foot=plane.middle, normal=plane.normal, caster_mm=caster_mm)
    assume(all(math.isfinite(one) for one in found))
    # Where the lamp reaches down to the caster's height, a polygon's corners land far from the round's.
    high = place.minus(plane.middle).dot(plane.normal) - caster_mm
    assume(high > 1.25 * max(width, height) / 2)
    lands = landed(emitter, plane, caster_mm, 720)
    x, s, _ = plane.place(place)
    slant = np.array([x, s]) / math.hypot(x, s)
    side = np.array([-slant[1], slant[0]])
    for one, axis in zip(found, (side, slant), strict=True):
        wide = np.ptp(lands @ axis)
        assert one <= wide * (1 + 1e-9)
        assert one >= wide * (0.997 if shape == "disc" else 1 - 1e-4)


def test_straight_down_it_is_the_rule_of_the_textbook() -> None:
    """b·h ÷ (d − h)."""
    small = lamp(Vector(0, 0, 1000), Vector(0, 0, 0), "rectangle", 120, 120)
    found = soft_edges_mm(small, foot=Vector(0, 0, 0), normal=Vector(0, 0, 1), caster_mm=60)
    assert found == pytest.approx((120 * 60 / 940,) * 2)


def test_a_lamp_as_low_as_the_caster_has_no_edge() -> None:
    low = lamp(Vector(-800, 0, 50), Vector(0, 0, 0), "rectangle", 120, 120)
    found = soft_edges_mm(low, foot=Vector(0, 0, 0), normal=Vector(0, 0, 1), caster_mm=60)
    assert found == (math.inf, math.inf)
    half = lamp(Vector(-800, 0, 100), Vector(0, 0, 0), "rectangle", 120, 120)
    found = soft_edges_mm(half, foot=Vector(0, 0, 0), normal=Vector(0, 0, 1), caster_mm=60)
    assert found == (math.inf, math.inf)
