"""The figures of the work step, worked by hand from the numbers put in."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.study.base.figure import Figure, Working
from steeple.core.study.work.figures import WORK_FIGURES
from tests.plans import BARE, changed

Puts = dict[str, float]
BY_HAND: dict[str, Callable[[Puts], float]] = {
    "work.hands": lambda p: p["T"] + p["a"],
    "work.elbow": lambda p: p.get("S", 0.0) + p["e"] * p["B"] + p.get("s", 0.0),
    "work.suits": lambda p: p["E"] + (p["l"] + p["h"]) / 2,
    "work.lean": lambda p: max(p["w"], 0.0),
    "work.contrast": lambda p: abs(math.log2(p["ρ"] / p["ρ₀"])),
}


def read(**values: Any) -> dict[str, tuple[Figure, Working]]:
    found = evaluate(changed(**values), try_mends=False)
    return {f.key: (f, w) for f, w in zip(found.figures, found.working, strict=True)}


@pytest.mark.parametrize("posture", ["seated", "standing"])
@pytest.mark.parametrize("key", [spec.key for spec in WORK_FIGURES])
def test_the_working_gives_the_figure(key: str, posture: str) -> None:
    figure, working = read(maker__posture=posture)[key]
    puts = {put.symbol: put.quantity.value for put in working.puts}
    if key == "work.lean":
        assert figure.quantity.value >= BY_HAND[key](puts)
    else:
        assert figure.quantity.value == pytest.approx(BY_HAND[key](puts), rel=1e-9)


def test_a_higher_seat_lifts_the_elbow_and_nothing_else() -> None:
    low, high = read(maker__seat_mm=420.0), read(maker__seat_mm=500.0)
    assert high["work.elbow"][0].quantity.value == pytest.approx(
        low["work.elbow"][0].quantity.value + 80.0
    )
    assert high["work.hands"][0] == low["work.hands"][0]


def test_what_was_assumed_is_marked() -> None:
    found = evaluate(BARE, try_mends=False)
    working = {one.figure: one for one in found.working}
    assert all(put.assumed for put in working["work.contrast"].puts)
    given = read(work__reflectance=0.5, table__mat_reflectance=0.2)["work.contrast"][1]
    assert not any(put.assumed for put in given.puts)
