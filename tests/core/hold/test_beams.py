"""Beams against the textbook's closed forms, the limits, symmetry, and sums of small parts."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.hold.beams import GRAVITY, Beam, PointLoad, Stretch, tube, tube_inertia
from tests.reference.loader import HERE, load

TUBE = {"outer_mm": 35.0, "wall_mm": 2.0, "material": "steel"}
ROWS = load(HERE / "beams.json")
length = st.floats(min_value=200, max_value=4000)
mass = st.floats(min_value=10, max_value=20_000)
share = st.floats(min_value=0.05, max_value=0.95)


def beam(ends: Any, *lengths_mm: float) -> Beam:
    return Beam(ends, tuple(tube(length_mm=one, **TUBE) for one in lengths_mm))  # type: ignore[arg-type]


@pytest.mark.parametrize("row", ROWS["rows"])
def test_the_textbook_s_rows(row: dict[str, Any]) -> None:
    loads = [PointLoad(at_mm=at, mass_g=grams) for at, grams in row["loads"]]
    found = beam(row["ends"], row["length_mm"]).sag_mm(
        row["at_mm"], loads, own_weight=row["own_weight"]
    )
    assert found == pytest.approx(row["sag_mm"], rel=ROWS["tolerance"])


def test_inertia_of_a_tube_and_of_a_rod() -> None:
    assert tube_inertia(outer_mm=20, wall_mm=20) == pytest.approx(math.pi * 20**4 / 64)
    thin = tube_inertia(outer_mm=40, wall_mm=0.01)
    assert thin == pytest.approx(math.pi * 20**3 * 0.01, rel=2e-3)
    with pytest.raises(InputError):
        tube_inertia(outer_mm=0, wall_mm=1)


@given(length, mass)
def test_a_boom_with_its_load_at_the_end(length_mm: float, grams: float) -> None:
    one = beam("cantilever", length_mm)
    stiffness = one.stretches[0].stiffness_n_mm2
    force = grams / 1000 * GRAVITY
    loads = [PointLoad(length_mm, grams)]
    assert one.sag_mm(length_mm, loads, own_weight=False) == pytest.approx(
        force * length_mm**3 / (3 * stiffness), rel=1e-9
    )
    assert one.slope_rad(length_mm, loads, own_weight=False) == pytest.approx(
        force * length_mm**2 / (2 * stiffness), rel=1e-9
    )


@given(length, mass, share)
def test_a_pole_under_its_load(length_mm: float, grams: float, at: float) -> None:
    one = beam("simple", length_mm)
    a, b = at * length_mm, (1 - at) * length_mm
    force, stiffness = grams / 1000 * GRAVITY, one.stretches[0].stiffness_n_mm2
    found = one.sag_mm(a, [PointLoad(a, grams)], own_weight=False)
    assert found == pytest.approx(force * a**2 * b**2 / (3 * stiffness * length_mm), rel=1e-9)


@given(length, mass, share, share)
def test_maxwell_the_sag_there_from_here_is_the_sag_here_from_there(
    length_mm: float, grams: float, here: float, there: float
) -> None:
    for ends in ("cantilever", "simple"):
        one = beam(ends, 0.4 * length_mm, 0.6 * length_mm)
        a, b = here * length_mm, there * length_mm
        from_a = one.sag_mm(b, [PointLoad(a, grams)], own_weight=False)
        from_b = one.sag_mm(a, [PointLoad(b, grams)], own_weight=False)
        assert from_a == pytest.approx(from_b, rel=1e-7, abs=1e-12)


@given(length, share)
def test_a_bar_is_the_same_from_either_end(length_mm: float, at: float) -> None:
    one, other = (
        beam("simple", 0.3 * length_mm, 0.7 * length_mm),
        beam("simple", 0.7 * length_mm, 0.3 * length_mm),
    )
    a = at * length_mm
    here = one.sag_mm(a, [PointLoad(a, 1000)])
    assert here == pytest.approx(
        other.sag_mm(length_mm - a, [PointLoad(length_mm - a, 1000)]), rel=1e-9
    )
    assert one.slope_rad(a, []) == pytest.approx(-other.slope_rad(length_mm - a, []), abs=1e-12)


def test_loads_add_and_nothing_bends_nothing() -> None:
    one = beam("simple", 800, 800, 800)
    loads = [PointLoad(500, 900), PointLoad(1700, 2500)]
    parts = sum(one.sag_mm(1000, [load], own_weight=False) for load in loads)
    assert one.sag_mm(1000, loads, own_weight=False) == pytest.approx(parts, rel=1e-12)
    assert one.sag_mm(1000, [], own_weight=False) == 0
    assert one.sag_mm(0, loads) == pytest.approx(0, abs=1e-12)
    assert one.sag_mm(2400, loads) == pytest.approx(0, abs=1e-12)


def test_the_slope_is_the_steepness_of_the_sag() -> None:
    for ends in ("cantilever", "simple"):
        one = beam(ends, 700, 900)
        loads = [PointLoad(1100, 3000)]
        step = 0.5
        rise = (one.sag_mm(900 + step, loads) - one.sag_mm(900 - step, loads)) / (2 * step)
        assert one.slope_rad(900, loads) == pytest.approx(rise, rel=1e-6)


def test_a_crossbar_of_three_tubes_of_different_stiffness_by_small_steps() -> None:
    """Moment ÷ stiffness, summed twice over ten thousand steps, with no formula for deflections."""
    outer = tube(length_mm=600, outer_mm=30, wall_mm=1.5, material="aluminium")
    inner = tube(length_mm=900, outer_mm=40, wall_mm=2, material="steel")
    one = Beam("simple", (outer, inner, outer))
    loads = [PointLoad(700, 2500), PointLoad(1500, 1200)]
    total, count = 2100.0, 20_000
    s = (np.arange(count) + 0.5) * total / count
    stiff = np.where((s < 600) | (s > 1500), outer.stiffness_n_mm2, inner.stiffness_n_mm2)
    weight = np.where((s < 600) | (s > 1500), outer.mass_g_mm, inner.mass_g_mm) * total / count
    forces = weight / 1000 * GRAVITY
    for one_load in loads:
        forces[int(one_load.at_mm / total * count)] += one_load.force_n
    reaction = float((forces * (total - s)).sum() / total)
    shear = reaction - np.cumsum(forces)
    moment = np.cumsum(shear) * total / count + forces * 0
    curve = -moment / stiff
    angle = np.cumsum(curve) * total / count
    fall = np.cumsum(angle) * total / count
    fall = fall - fall[-1] * (s / total)
    at = int(1000 / total * count)
    assert one.sag_mm(1000, loads) == pytest.approx(float(fall[at]), rel=2e-3)


def test_the_first_frequency_of_the_textbook() -> None:
    """√(3·E·I ÷ ((m + 0.24·m_b)·L³)) ÷ 2π for a boom, 17/35 of the beam for a bar."""
    boom = beam("cantilever", 1200)
    stiffness = boom.stretches[0].stiffness_n_mm2 / 1e6
    kilograms = 1.5 + 0.24 * boom.mass_g / 1000
    expected = math.sqrt(3 * stiffness / (kilograms * 1.2**3)) / (2 * math.pi)
    assert boom.frequency_hz(1200, 1500) == pytest.approx(expected, rel=5e-3)
    bar = beam("simple", 1000, 1000)
    kilograms = 1.5 + 17 / 35 * bar.mass_g / 1000
    expected = math.sqrt(48 * stiffness / (kilograms * 2.0**3)) / (2 * math.pi)
    assert bar.frequency_hz(1000, 1500) == pytest.approx(expected, rel=1e-2)
    assert math.isinf(bar.frequency_hz(0, 1500))
    heavier = bar.frequency_hz(1000, 1500, [PointLoad(600, 3000)])
    assert heavier < bar.frequency_hz(1000, 1500)


def test_what_is_no_beam_is_refused() -> None:
    with pytest.raises(InputError):
        Beam("simple", ())
    with pytest.raises(InputError):
        Beam("simple", (Stretch(length_mm=-1, stiffness_n_mm2=1, mass_g_mm=1),))
