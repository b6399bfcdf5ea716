"""Lamps against closed forms, the reference renderer, and brute force that shares no code."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from bench.reference import (
    GLARE_LEAST,
    GLARE_TOLERANCE,
    LIGHT_TOLERANCE,
    worst_glare,
    worst_light,
)
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.solids import Solids, box_hull, cylinder_hull, solids_of
from steeple.core.geometry.stretches import capsule_stretch, hull_stretch
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter, axis_intensity, exponent_of, light_at
from steeple.core.light.gloss import FINISHES, Finish, fresnel_polarised, gloss_luminance
from tests.reference.loader import HERE, load

UP = np.array([0.0, 0.0, 1.0])
DOWN = Vector(0.0, 0.0, -1.0)
NOBODY = np.zeros((0, 7))
place = st.floats(min_value=-400, max_value=400)


def at(*points: tuple[float, float]) -> Array:
    return np.array([[x, y, 0.0] for x, y in points])


@pytest.mark.parametrize("case", load(HERE / "illuminance.json")["cases"], ids=lambda c: c["name"])
def test_illuminance_agrees_with_the_renderer(case: dict[str, Any]) -> None:
    assert worst_light(case)[1] < LIGHT_TOLERANCE


@pytest.mark.parametrize("case", load(HERE / "glare.json")["cases"], ids=lambda c: c["name"])
def test_glare_agrees_with_the_renderer(case: dict[str, Any]) -> None:
    assert worst_glare(case)[1] < 1.0
    assert (GLARE_TOLERANCE, GLARE_LEAST) == (0.05, 1.0)


@given(st.floats(min_value=300, max_value=3000), place)
def test_a_point_lamp_follows_inverse_square_and_cosine(height: float, x: float) -> None:
    bulb = Emitter("bulb", Vector(x, 0, height), DOWN, 4, 4, 800 / (4 * math.pi))
    found = light_at(at((0, 0)), UP, (bulb,)).free[0, 0]
    r2 = x * x + height * height
    assert found == pytest.approx(800 / (4 * math.pi) / r2 * 1e6 * height / math.sqrt(r2), rel=1e-3)


@given(st.floats(min_value=100, max_value=900), st.floats(min_value=50, max_value=900))
def test_a_disc_over_a_point(height: float, radius: float) -> None:
    """E = π·L·R² ÷ (R² + d²)."""
    assume(radius <= 2.5 * height)
    disc = Emitter("disc", Vector(0, 0, height), DOWN, 2 * radius, 2 * radius, 1000.0)
    luminance = disc.luminance_cd_m2
    expected = math.pi * luminance * radius**2 / (radius**2 + height**2)
    assert light_at(at((0, 0)), UP, (disc,)).free[0, 0] == pytest.approx(expected, rel=5e-3)
    hole = radius * 0.6
    ring = Emitter(
        "ring", Vector(0, 0, height), DOWN, 2 * radius, 2 * radius, 1000.0, hole_mm=2 * hole
    )
    share = radius**2 / (radius**2 + height**2) - hole**2 / (hole**2 + height**2)
    expected = math.pi * ring.luminance_cd_m2 * share
    assert light_at(at((0, 0)), UP, (ring,)).free[0, 0] == pytest.approx(expected, rel=1e-2)


@given(
    st.floats(min_value=100, max_value=900),
    st.floats(min_value=100, max_value=900),
    st.floats(min_value=150, max_value=900),
)
def test_a_parallel_rectangle_by_its_form_factor(width: float, height: float, above: float) -> None:
    """Over one of its corners: the closed form factor of a rectangle parallel to a small plane."""
    assume(max(width, height) <= 5 * above)
    a, b = width / above, height / above
    factor = (
        a / math.sqrt(1 + a * a) * math.atan(b / math.sqrt(1 + a * a))
        + b / math.sqrt(1 + b * b) * math.atan(a / math.sqrt(1 + b * b))
    ) / (2 * math.pi)
    lamp = Emitter("rectangle", Vector(width / 2, height / 2, above), DOWN, width, height, 500.0)
    expected = factor * math.pi * lamp.luminance_cd_m2
    assert light_at(at((0, 0)), UP, (lamp,)).free[0, 0] == pytest.approx(expected, rel=5e-3)


def brute(point: Array, lamp: Emitter, solids: Solids, n: int = 160) -> tuple[float, float]:
    """Light at a point from n × n samples of a rectangle, each with its ray walked in small steps."""
    row = np.array(lamp.row)
    u, v = row[6:9], row[9:12]
    c = (np.arange(n) + 0.5) / n * 2 - 1
    grid = row[:3] + row[12] * c[:, None, None] * u + row[13] * c[None, :, None] * v
    way = grid.reshape(-1, 3) - point
    r = np.linalg.norm(way, axis=1)
    light = lamp.intensity_cd * np.maximum(0, -way @ row[3:6] / r) * np.maximum(0, way[:, 2] / r)
    light = light / r**2 * 1e6 / n**2
    blocked = np.zeros(len(way), dtype=bool)
    steps = np.linspace(0, 1, 500)
    for capsule in solids.capsules:
        a, axis = capsule[:3], capsule[3:6] - capsule[:3]
        length2 = axis @ axis
        for s in steps:
            off = point + s * way - a
            share = np.clip(off @ axis / length2, 0, 1) if length2 > 0 else np.zeros(len(off))
            gap = off - share[:, None] * axis
            blocked |= (gap**2).sum(axis=1) <= capsule[6] ** 2
    for h in range(len(solids.hull_balls)):
        planes = solids.planes[solids.hull_starts[h] : solids.hull_starts[h + 1]]
        for s in steps:
            inside = (point + s * way) @ planes[:, :3].T <= planes[:, 3]
            blocked |= inside.all(axis=1)
    return float(light.sum()), float(light[~blocked].sum())


SKEW = [
    ([(-120, -60, 90, 140, 110, 330, 35)], ()),
    ([(60, -40, 180, 60, -40, 180, 70), (-200, 90, 60, 30, 40, 420, 14)], ()),
    ([(-300, -200, 500, 300, 250, 460, 9)], ()),
    ([], (box_hull(Vector(40, 30, 220), Vector(150, 90, 120)),)),
    (
        [(-60, 0, 50, 120, -90, 260, 28)],
        (
            box_hull(
                Vector(-20, 60, 300), Vector(200, 140, 4),
                (Vector(0.8, 0.6, 0), Vector(-0.48, 0.64, 0.6), Vector(0.36, -0.48, 0.8)),
            ),
            cylinder_hull(130, 20, 45, 0, 160),
        ),
    ),
]  # fmt: skip


@pytest.mark.parametrize(("capsules", "hulls"), SKEW)
@pytest.mark.parametrize("point", [(0.0, 0.0), (-150.0, 80.0), (200.0, -120.0)])
def test_shadows_of_skew_solids_against_brute_force(
    capsules: list[tuple[float, ...]], hulls: Any, point: tuple[float, float]
) -> None:
    solids = solids_of(np.array(capsules, dtype=float).reshape(-1, 7), hulls)
    lamp = Emitter("rectangle", Vector(-250, 350, 800), Vector(250, -350, -800), 500, 400, 1200.0)
    found = light_at(at(point), UP, (lamp,), solids)
    free, seen = brute(np.array([*point, 0.0]), lamp, solids)
    assert found.free[0, 0] == pytest.approx(free, rel=2e-3)
    assert found.seen[0, 0] == pytest.approx(seen, abs=0.012 * free)


@settings(max_examples=60, deadline=None)
@given(
    st.tuples(place, place, st.floats(min_value=40, max_value=600)),
    st.tuples(place, place, st.floats(min_value=40, max_value=600)),
    st.floats(min_value=3, max_value=120),
)
def test_the_hidden_stretch_of_a_row_against_walking_along_it(
    a: tuple[float, float, float], b: tuple[float, float, float], radius: float
) -> None:
    """Every ray to the row by itself: whether it comes within the radius of the capsule's line."""
    capsule = np.array([*a, *b, radius])
    start, row = np.array([-300.0, 200.0, 900.0]), np.array([600.0, -150.0, 80.0])
    s, r = start, row
    low, high = capsule_stretch(0.0, 0.0, 0.0, s[0], s[1], s[2], r[0], r[1], r[2], capsule)
    ts = np.linspace(0.001, 0.999, 141)
    steps = np.linspace(0, 1, 1201)
    for t in ts:
        points = steps[:, None] * (start + t * row)
        off = points - capsule[:3]
        axis = capsule[3:6] - capsule[:3]
        length2 = axis @ axis
        share = np.clip(off @ axis / length2, 0, 1) if length2 > 0 else np.zeros(len(off))
        gap = np.sqrt(((off - share[:, None] * axis) ** 2).sum(axis=1)).min()
        if abs(gap - radius) < 2.0:
            continue  # grazing: the steps are too coarse to tell
        beyond = points[np.argmin(((off - share[:, None] * axis) ** 2).sum(axis=1))]
        if beyond @ beyond > 0.98 * (start + t * row) @ (start + t * row):
            continue  # the capsule stands behind the lamp there
        assert (low <= t <= high) == (gap < radius), (t, low, high, gap)


def test_a_hull_round_the_point_hides_everything_and_one_behind_the_lamp_nothing() -> None:
    clip = np.zeros((2, 2, 64))
    for centre, hidden in ((Vector(0, 0, 0), True), (Vector(0, 0, 2500), False)):
        hull = box_hull(centre, Vector(100, 100, 100))
        row = (0.0, 0.0, 0.0, -50.0, 0.0, 1000.0, 100.0, 0.0, 0.0)
        low, high = hull_stretch(*row, hull.planes, 0, 6, clip)
        assert (low <= high) == hidden


def test_the_order_of_lamps_changes_nothing() -> None:
    lamps = tuple(
        Emitter("rectangle", Vector(x, 300, 700), Vector(-x, -300, -700), 300, 300, 900.0)
        for x in (-600.0, 0.0, 550.0)
    )
    solids = solids_of(np.array([(40, -20, 35, 230, -310, 130, 42.0)]))
    points = at((0, 0), (60, -40), (-100, 90))
    one = light_at(points, UP, lamps, solids)
    other = light_at(points, UP, lamps[::-1], solids)
    assert np.array_equal(one.seen, other.seen[::-1])
    assert np.array_equal(one.free, other.free[::-1])
    assert (one.seen <= one.free + 1e-9).all()


def test_what_no_solid_can_touch_is_not_traced() -> None:
    far = solids_of(np.array([(5000, 0, 100, 5000, 100, 100, 50.0)]))
    lamp = Emitter("rectangle", Vector(0, 300, 700), Vector(0, -300, -700), 300, 300, 900.0)
    assert light_at(at((0, 0)), UP, (lamp,), far).traced == 0
    assert light_at(at((0, 0)), UP, (lamp,)).traced == 0
    with pytest.raises(InputError, match="shape"):
        light_at(np.zeros(3), UP, (lamp,))


def test_beams_and_fluxes() -> None:
    assert exponent_of(120) == pytest.approx(1.0)
    k = exponent_of(40)
    assert math.cos(math.radians(20)) ** k == pytest.approx(0.5)
    assert exponent_of(179.5) == 0.0
    theta = np.linspace(0, math.pi / 2, 20_001)
    flux = 2 * math.pi * np.trapezoid(np.cos(theta) ** k * np.sin(theta), theta)
    assert axis_intensity(flux_lm=1000, exponent=k) * flux == pytest.approx(1000, rel=1e-6)


def test_a_spot_burns_out_its_middle() -> None:
    spot = Emitter("disc", Vector(0, 0, 1000), DOWN, 60, 60, 5000.0, exponent=exponent_of(20))
    middle, aside = light_at(at((0, 0), (300, 0)), UP, (spot,)).free[0]
    assert middle == pytest.approx(5000, rel=2e-2)
    angle = math.atan(0.3)
    assert aside == pytest.approx(5000 * math.cos(angle) ** (exponent_of(20) + 3), rel=2e-2)


def test_gloss_is_brightest_at_the_mirror_angle_and_dies_with_roughness() -> None:
    lamp = Emitter("rectangle", Vector(-600, 0, 800), Vector(300, 0, -800), 200, 200, 1000.0)
    xs = np.linspace(-500, 100, 61)
    row = np.column_stack([xs, np.zeros_like(xs), np.zeros_like(xs)])
    eye = Vector(0, 0, 800)
    found = {
        name: gloss_luminance(row, Vector(0, 0, 1), eye, (lamp,), FINISHES[name])[0]
        for name in ("polished", "varnish", "satin", "matt")
    }
    assert abs(xs[found["polished"].argmax()] + 300) <= 20
    peaks = [float(found[name].max()) for name in ("polished", "varnish", "satin", "matt")]
    assert peaks == sorted(peaks, reverse=True)
    metal = gloss_luminance(row, Vector(0, 0, 1), eye, (lamp,), Finish(0.1, metal=0.7))
    assert metal.max() > 10 * found["varnish"].max()


def test_a_polariser_from_straight_above_does_nothing() -> None:
    """Near normal incidence both polarisations come back alike; at Brewster's angle only one."""
    straight = fresnel_polarised(incidence_deg=0)
    assert straight.s == pytest.approx(0.04)
    assert straight.left_by_filter == pytest.approx(1.0)
    assert fresnel_polarised(incidence_deg=15).left_by_filter > 0.85
    brewster = fresnel_polarised(incidence_deg=math.degrees(math.atan(1.5)))
    assert brewster.p == pytest.approx(0, abs=1e-12)
    assert brewster.left_by_filter == pytest.approx(0, abs=1e-9)
    assert fresnel_polarised(incidence_deg=90).mean == pytest.approx(1.0)
