"""Every figure: its working recomputes it, and its registry is whole."""

from __future__ import annotations

import math
from collections.abc import Callable

import pytest

from steeple.core.plan.document import Plan
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.figure import Figure, Working, read_figures
from steeple.core.study.lens.figures import LENS_FIGURES
from steeple.core.study.lens.numbers import LensNumbers
from tests.plans import PHONE, SOUND, assumed_in, changed, scene

WITH_PHONE = changed(
    cameras__0__mode=None,
    cameras__0__lens=None,
    cameras__0__focal_mm=None,
    cameras__0__f_number=None,
    cameras__0__body=PHONE.model_dump(mode="json"),
)


def computed(plan: Plan) -> dict[str, tuple[Figure, Working]]:
    one = scene(plan)
    assert one.lens is not None
    numbers = LensNumbers(one.lens, Assumptions(list(assumed_in(one))))
    figures, workings = read_figures(LENS_FIGURES, numbers, one.about)
    return {f.key: (f, w) for f, w in zip(figures, workings, strict=True)}


Puts = dict[str, float]


def _holding(p: Puts) -> float:
    a, b, f = p["a"], p["b"], p["f"]
    return f**2 * (b - a) / (p["c"] * (2 * a * b - f * (a + b)))


NOT_BY_HAND = ("lens.height", "lens.head_clearance")
"""What was chosen needs no working; a distance between solids is checked in test_body_sight."""
# The formulas as they are printed, worked by hand from the numbers put in.
BY_HAND: dict[str, Callable[[Puts], float]] = {
    "lens.covered_table_width": lambda p: p["w"] * p["H"] / p["v"],
    "lens.covered_table_depth": lambda p: p["h"] * p["H"] / p["v"],
    "lens.covered_top_width": lambda p: p["w"] * (p["H"] - p["t"]) / p["v"],
    "lens.covered_top_depth": lambda p: p["h"] * (p["H"] - p["t"]) / p["v"],
    "lens.spare_left": lambda p: (p["s"] - p["z"]) / 2 + p["d"],
    "lens.spare_right": lambda p: (p["s"] - p["z"]) / 2 + p["d"],
    "lens.spare_near": lambda p: (p["s"] - p["z"]) / 2 + p["d"],
    "lens.spare_far": lambda p: (p["s"] - p["z"]) / 2 + p["d"],
    "lens.focus_distance": lambda p: 2 * (p["H"] - p["t"]) * p["H"] / (2 * p["H"] - p["t"]),
    "lens.nearest_focus": lambda p: (p["D₀"] + math.sqrt(p["D₀"] ** 2 - 4 * p["f"] * p["D₀"])) / 2,
    "lens.magnification": lambda p: p["f"] / (p["u"] - p["f"]),
    "lens.effective_f_number": lambda p: p["N"] * (1 + p["m"]),
    "lens.sharp_up_to": lambda p: (
        p["H"] - p["u"] * p["f"] ** 2 / (p["f"] ** 2 + p["N"] * p["c"] * (p["u"] - p["f"]))
    ),
    "lens.sharp_down_to": lambda p: (
        p["H"] - p["u"] * p["f"] ** 2 / (p["f"] ** 2 - p["N"] * p["c"] * (p["u"] - p["f"]))
    ),
    "lens.mark_height": lambda p: p["H"] + p["v"],
    "lens.rim_height": lambda p: p["M"] - p["b"],
    "lens.hand_room": lambda p: p["R"] - p["t"],
    "lens.ceiling_clearance": lambda p: p["C"] - p["M"] - p["k"],
    "lens.delivered_px_per_mm": lambda p: p["P"] / p["W"],
    "lens.recorded_px_per_mm": lambda p: p["p"] * p["L"],
    "lens.detail_px": lambda p: p["p"] * p["s"],
    "lens.crop_limit": lambda p: p["Q"] / p["P"],
    "lens.f_number_usual": lambda p: _holding(p),
    "lens.f_number_critical": lambda p: _holding(p),
    "lens.airy_px": lambda p: 2.44 * p["λ"] * p["N(1 + m)"] / p["w"] * p["P"],
    "lens.out_of_square": lambda p: abs(p["τ"] - p["θ"]),
    "lens.keystone": lambda p: p["e₁"] / p["e₂"],
    "lens.head_in_frame": lambda p: 100 * p["n"] / p["N"],
    "lens.zone_hidden": lambda p: 100 * p["n"] / p["N"],
    "lens.action_seen": lambda p: 100 * p["n"] / p["N"],
    "lens.own_view_hidden": lambda p: 100 * p["n"] / p["N"],
    "lens.camera_gap": lambda p: p["D"] - p["r"] - p["k"],
    "lens.shutter": lambda p: round(1 / (2 * p["R"]) * 2 * p["M"]) / (2 * p["M"]),
    "lens.light_needed": lambda p: 250 * p["N(1 + m)"] ** 2 / (p["t"] * p["S"]),
    "lens.least_height": lambda p: max(p.values()),
    "lens.greatest_height": lambda p: min(p.values()),
}


@pytest.mark.parametrize("key", [spec.key for spec in LENS_FIGURES if spec.key not in NOT_BY_HAND])
def test_the_working_gives_the_figure(key: str) -> None:
    figure, working = computed(changed(cameras__0__position__x_mm=12.0))[key]
    puts = {put.symbol: put.quantity.value for put in working.puts}
    assert math.isclose(BY_HAND[key](puts), figure.quantity.value, rel_tol=1e-9, abs_tol=1e-9)
    assert working.formula
    assert working.source


def test_the_registry_names_each_figure_once() -> None:
    keys = [spec.key for spec in LENS_FIGURES]
    assert len(keys) == len(set(keys))
    assert set(computed(SOUND)) == set(keys)


def test_a_chosen_height_needs_no_working_and_a_found_one_shows_its_bound() -> None:
    assert computed(SOUND)["lens.height"][1].puts == ()
    figure, working = computed(changed(cameras__0__position__z_mm=None))["lens.height"]
    (put,) = working.puts
    assert put.quantity.value <= figure.quantity.value < put.quantity.value + 5


def test_a_chosen_focus_plane_is_put_in() -> None:
    figure, working = computed(changed(cameras__0__focus_height_mm=10))["lens.focus_distance"]
    puts = {put.symbol: put.quantity.value for put in working.puts}
    assert figure.quantity.value == puts["H"] - puts["z"] == 710


def test_assumed_numbers_are_marked_in_the_working() -> None:
    _, working = computed(changed(work__zone_top_mm=None))["lens.hand_room"]
    assert {put.symbol: put.assumed for put in working.puts} == {"R": False, "t": True}


def test_a_phone_has_the_figures_that_a_field_of_view_gives() -> None:
    figures = computed(WITH_PHONE)
    for gone in ("lens.magnification", "lens.sharp_up_to", "lens.effective_f_number"):
        assert gone not in figures
    width, working = figures["lens.covered_table_width"]
    puts = {put.symbol: put.quantity.value for put in working.puts}
    assert math.isclose(width.quantity.value, 2 * puts["H"] * puts["tan α"], rel_tol=1e-9)
    tangent = math.tan(math.radians(65 / 2)) / 1.1
    assert math.isclose(puts["tan α"], tangent, rel_tol=1e-9)


def test_a_lens_in_the_work_keeps_only_its_heights() -> None:
    assert set(computed(changed(cameras__0__position__z_mm=20))) == {
        "lens.height",
        "lens.least_height",
        "lens.greatest_height",
    }
