"""The figures of the hold step, worked by hand from the numbers put in."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.study.base.figure import Figure, Working
from steeple.core.study.hold.figures import HOLD_FIGURES
from steeple.core.study.hold.forces.turning import BALL_WORDS
from steeple.demo.plans import GILDING
from tests.hold_cases import BAR, gear, held
from tests.plans import CLAMP, SOUND, changed

G = 9.80665
Puts = dict[str, float]
PLANS: dict[str, Plan] = {
    "a boom on a stand": SOUND,
    "a lamp on the boom": changed(
        **held(loads=[{"name": "lamp", "mass_g": 900, "along_mm": 400}], counterweight_g=None)
    ),
    "a pole on the table": changed(**held(CLAMP, foot={"x_mm": None, "y_mm": None})),
    "a bar": changed(**held(BAR, foot={"x_mm": None, "y_mm": None})),
    "no sandbag": changed(**held(sandbag_g=None)),
    "the demo": GILDING,
}


def read(plan: Plan) -> dict[str, tuple[Figure, Working]]:
    camera = evaluate(plan, try_mends=False).cameras[0]
    return {f.key: (f, w) for f, w in zip(camera.figures, camera.working, strict=True)}


def _height(p: Puts) -> float:
    return p["C"] - p["z"] if "C" in p else p["z"] + p["T"]


def _allowed(p: Puts) -> float:
    return p["P"] * min(1.0, p["r₀"] / p["r"]) if "r₀" in p else p["P"]


def _frequency(p: Puts) -> float:
    pieces = [p[name] for name in ("f₀", "f₁") if name in p]
    return 1 / math.sqrt(sum(1 / one**2 for one in pieces))


BY_HAND: dict[str, Callable[[Puts], float]] = {
    "hold.screw_height": _height,
    "hold.axis_height": lambda p: p["z"] + p["d"] + p["T"],
    "hold.reach": lambda p: math.hypot(p["Δx"], p["Δy"]),
    "hold.span": lambda p: p["b"] - p["a"],
    "hold.load": lambda p: p["m"] + p["k"] + p["j"] + p.get("c", 0.0) + p["o"],
    "hold.allowed": _allowed,
    "hold.tipping": lambda p: min(99.0, p["R"] / p["O"]) if p["O"] > 0 else 99.0,
    "hold.tipping_knocked": lambda p: min(99.0, p["R"] / (p["O"] + p["K"])),
    "hold.torque": lambda p: p["m"] / 1000 * G * p["r"] / 1000,
    "hold.shift": lambda p: abs(p["B"] * math.tan(math.radians(p["φ"]))) + p["b"] * p["s"] / p["H"],
    "hold.frequency": _frequency,
    "hold.wobble": lambda p: p["Δv"] / (2 * math.pi * p["f"]) * p["p"],
}
CHECKED_ELSEWHERE = ("hold.sandbag", "hold.counterweight", "hold.sag")
"""Sums over many weights and sections: test_study and tests/core/hold work these out part by part."""


@pytest.mark.parametrize("plan", PLANS.values(), ids=PLANS)
def test_the_working_gives_the_figure(plan: Plan) -> None:
    found = read(plan)
    compared = 0
    for key, by_hand in BY_HAND.items():
        if key not in found:
            continue
        figure, working = found[key]
        puts = {put.symbol: put.quantity.value for put in working.puts}
        assert figure.quantity.value == pytest.approx(by_hand(puts), rel=1e-6, abs=1e-9), key
        compared += 1
    assert compared >= 6


def test_every_figure_is_worked_by_hand_somewhere() -> None:
    assert {spec.key for spec in HOLD_FIGURES} == {*BY_HAND, *CHECKED_ELSEWHERE}
    seen = {key for plan in PLANS.values() for key in read(plan)}
    assert set(BY_HAND) <= seen


def test_a_ball_joint_bears_the_camera_alone() -> None:
    joints = [{"name": "ball joint", "holds_n_m": 1}, {"name": "boom clamp", "holds_n_m": 900}]
    figure, working = read(changed(**held(gear(joints=joints))))["hold.torque"]
    puts = {put.symbol: put for put in working.puts}
    assert any(word in "ball joint" for word in BALL_WORDS)
    assert puts["m"].meaning == "camera"
    assert puts["m"].quantity.value == pytest.approx(1130.0)
    assert figure.quantity.value < 2.0


@pytest.mark.parametrize(
    ("field", "figure", "symbol", "values"),
    [
        ("drop_mm", "hold.axis_height", "d", {"drop_mm": None}),
        ("head_mass_g", "hold.load", "k", {"head_mass_g": None}),
    ],
)
def test_what_was_assumed_of_a_support_is_marked(
    field: str, figure: str, symbol: str, values: dict[str, Any]
) -> None:
    for given, expected in ((gear(), False), (gear(**values), True)):
        working = read(changed(**held(given)))[figure][1]
        (put,) = (one for one in working.puts if one.symbol == symbol)
        assert put.assumed is expected, field
