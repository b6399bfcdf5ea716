"""Light of an even sky, and what stands before it, against closed forms."""

from __future__ import annotations

import math

import numpy as np
import pytest

from steeple.core.geometry.kernels import hidden_points
from steeple.core.simcam.camera import encode, sky_directions
from steeple.core.simcam.kernels import sky_map
from steeple.core.study.lens.body_sight import zone_points
from tests.plans import SOUND, scene

WAYS = sky_directions(6_000)
NO_CAPSULES, NO_BOXES, NO_CYLINDERS = np.zeros((0, 7)), np.zeros((0, 6)), np.zeros((0, 5))
PLACE_Z = 1.0
"""The map is taken this much above the table."""


def sky_at(
    x: float,
    y: float,
    *,
    capsules: np.ndarray = NO_CAPSULES,
    boxes: np.ndarray = NO_BOXES,
    cylinders: np.ndarray = NO_CYLINDERS,
) -> float:
    seen = sky_map(np.array([x]), np.array([y]), WAYS, capsules, boxes, cylinders)
    assert seen.shape == (1, 1)
    return float(seen[0, 0])


def ball(x: float, y: float, z: float, radius: float) -> np.ndarray:
    return np.array([[x, y, z, x, y, z, radius]])


def corner_factor(a: float, b: float) -> float:
    """View factor from a small level area to a level rectangle a by b times its height away, one of
    whose corners is straight above it. Lambert."""
    one, two = math.hypot(1, a), math.hypot(1, b)
    return (a / one * math.atan(b / one) + b / two * math.atan(a / two)) / (2 * math.pi)


def test_an_empty_table_sees_the_whole_sky() -> None:
    assert sky_at(0, 0) == 1.0


@pytest.mark.parametrize("radius", [50.0, 120.0, 240.0])
def test_a_ball_overhead_hides_the_square_of_its_sine(radius: float) -> None:
    """F = (r ÷ d)² for a sphere straight above, wholly over the horizon."""
    d = 400.0
    found = 1 - sky_at(0, 0, capsules=ball(0, 0, d + PLACE_Z, radius))
    assert found == pytest.approx((radius / d) ** 2, abs=0.004)


@pytest.mark.parametrize("aside", [100.0, 300.0, 600.0])
def test_a_ball_aside_hides_less_by_the_cosine(aside: float) -> None:
    """F = cos θ (r ÷ d)², while none of it is under the horizon."""
    height, radius = 400.0, 100.0
    d = math.hypot(aside, height)
    found = 1 - sky_at(0, 0, capsules=ball(aside, 0, height + PLACE_Z, radius))
    assert found == pytest.approx(height / d * (radius / d) ** 2, abs=0.004)


@pytest.mark.parametrize(("width", "depth", "height"), [(300, 200, 250), (800, 500, 300)])
def test_a_slab_overhead_hides_its_view_factor(width: float, depth: float, height: float) -> None:
    slab = np.array(
        [[-width / 2, width / 2, -depth / 2, depth / 2, height + PLACE_Z, height + PLACE_Z + 10]]
    )
    wanted = 4 * corner_factor(width / 2 / height, depth / 2 / height)
    found = 1 - sky_at(0, 0, boxes=slab)
    edge = 2 * 10 / height * 0.2
    assert wanted - 0.004 <= found <= wanted + edge


def test_a_long_high_wall_hides_half_of_what_lies_behind_it() -> None:
    """At the foot of an endless wall half of the sky is left; at distance x, (1 + x ÷ √(x² + h²)) ÷ 2."""
    height = 1_000.0
    wall = np.array([[-60_000.0, 60_000.0, 0.0, 50.0, 0.0, height + PLACE_Z]])
    for away in (5.0, 400.0, 1_000.0, 3_000.0):
        wanted = (1 + away / math.hypot(away, height)) / 2
        assert sky_at(0, -away, boxes=wall) == pytest.approx(wanted, abs=0.006)


def test_what_hides_the_sky_adds_up_where_nothing_overlaps() -> None:
    one, other = ball(-500, 0, 400, 90), ball(500, 0, 400, 90)
    both = sky_at(0, 0, capsules=np.vstack([one, other]))
    apart = sky_at(0, 0, capsules=one) + sky_at(0, 0, capsules=other) - 1
    assert both == pytest.approx(apart, abs=1e-9)
    assert both < 1


@pytest.mark.parametrize(("radius", "z"), [(40.0, 300.0), (90.0, 300.0), (90.0, 420.0)])
def test_the_shadow_of_a_ball_from_the_lens_is_a_disc(radius: float, z: float) -> None:
    """From straight above the disc has the radius H tan asin(r ÷ (H − z)) on the table."""
    height = 720.0
    eye = np.array([0.0, 0.0, height])
    disc = height * math.tan(math.asin(radius / (height - z)))
    xs, ys = np.meshgrid(np.linspace(-300, 300, 241), np.linspace(-300, 300, 241))
    points = np.column_stack((xs.ravel(), ys.ravel(), np.zeros(xs.size)))
    hidden = np.asarray(hidden_points(eye, points, ball(0, 0, z, radius)), dtype=bool)
    inside = np.hypot(points[:, 0], points[:, 1]) <= disc
    assert (hidden != inside).mean() < 0.001
    assert hidden.mean() == pytest.approx(math.pi * disc**2 / 600**2, rel=0.02)


def test_the_lattice_of_the_zone_weighs_every_part_of_it_alike() -> None:
    work = scene(SOUND).work
    points = zone_points(work.plane)
    assert points[:, :2].mean(axis=0) == pytest.approx([0, 0], abs=1e-9)
    assert np.ptp(points[:, 0]) < work.zone.width_mm
    steps = np.diff(np.unique(points[:, 0].round(6)))
    assert steps == pytest.approx(np.full(len(steps), steps[0]))
    assert np.ptp(points[:, 0]) + steps[0] == pytest.approx(work.zone.width_mm)


def test_brightness_never_falls_as_light_grows() -> None:
    light = np.repeat(np.linspace(0, 1.2, 400)[None, :, None], 3, axis=2)
    shown = encode(light)[0, :, 0].astype(int)
    assert (np.diff(shown) >= 0).all()
    assert (shown[0], shown[-1]) == (0, 255)
