"""The figures of the angles step, worked by hand from the numbers put in."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np
import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.study.angles.figures import ANGLE_FIGURES
from steeple.core.study.base.figure import Figure, Put, Working
from steeple.demo.plans import DULCIMER, GILDING
from tests.angles_cases import beside, seen_from
from tests.plans import SOUND_IN_FULL

CLOSER = seen_from(60, 12, 1400, role="low-side", focal_mm=50.0)
PLANS: dict[str, Plan] = {
    "two that cut": SOUND_IN_FULL,
    "closer, with gear in the picture": beside(CLOSER),
    "one that jumps": beside(seen_from(0, 75, 740)),
    "with things in the way": GILDING,
    "alone": DULCIMER,
    "by itself": beside(seen_from(180, 8, 900, role="beauty", focal_mm=35.0)),
}
Puts = tuple[Put, ...]


def read(plan: Plan) -> dict[str, tuple[Figure, Working]]:
    """The figures of the last camera."""
    camera = evaluate(plan, try_mends=False).cameras[-1]
    found = {f.key: (f, w) for f, w in zip(camera.figures, camera.working, strict=True)}
    return {key: one for key, one in found.items() if key.startswith("angles.")}


def one(puts: Puts, symbol: str) -> float:
    return next(put.quantity.value for put in puts if put.symbol == symbol)


def each(puts: Puts, symbol: str) -> list[float]:
    return [put.quantity.value for put in puts if put.symbol == symbol]


def _apart(p: Puts) -> float:
    a, b, c = one(p, "a"), one(p, "b"), one(p, "c")
    return math.degrees(math.acos((a * a + b * b - c * c) / (2 * a * b)))


def _ratio(p: Puts) -> float:
    return max(one(p, "w₁"), one(p, "w₂")) / min(one(p, "w₁"), one(p, "w₂"))


def _blur(p: Puts) -> float:
    """By similar triangles: the aperture's disc seen from the background, carried to the sensor."""
    f, n, u, d, w = (one(p, name) for name in ("f", "N", "u", "d", "w"))
    aperture, image = f / n, f * u / (u - f)
    behind = f * d / (d - f)
    return 100 * aperture * abs(image - behind) / behind / w


BY_HAND: dict[str, Callable[[Puts], float]] = {
    "angles.action_seen": lambda p: float(np.mean(each(p, "s"))),
    "angles.action_low": lambda p: float(np.percentile(each(p, "s"), 5)),
    "angles.action_worst": lambda p: min(each(p, "s")),
    "angles.zone_seen": lambda p: float(np.mean(each(p, "z"))),
    "angles.gear_share": lambda p: one(p, "p"),
    "angles.apart": _apart,
    "angles.size_change": _ratio,
    "angles.backdrop_blur": _blur,
    "angles.crop_noise": lambda p: math.log2(_ratio(p)),
}
ELSEWHERE = {"angles.between"}
"""Checked below, by the places themselves."""


@pytest.mark.parametrize("name", PLANS)
def test_every_figure_follows_from_the_numbers_put_in(name: str) -> None:
    for key, (figure, working) in read(PLANS[name]).items():
        if key not in ELSEWHERE:
            assert figure.quantity.value == pytest.approx(BY_HAND[key](working.puts), abs=1e-6), key


def test_every_figure_is_checked_and_known_somewhere() -> None:
    assert {spec.key for spec in ANGLE_FIGURES} == set(BY_HAND) | ELSEWHERE
    known = {key for plan in PLANS.values() for key in read(plan)}
    assert known == {spec.key for spec in ANGLE_FIGURES}


def test_the_way_between_two_lenses_is_that_of_their_places() -> None:
    plan = SOUND_IN_FULL
    figure, _ = read(plan)["angles.between"]
    a, b = (one.position for one in plan.cameras)
    assert figure.quantity.value == pytest.approx(
        math.dist([a.x_mm or 0, a.y_mm or 0, a.z_mm or 0], [b.x_mm or 0, b.y_mm or 0, b.z_mm or 0])
    )


def test_a_camera_alone_has_no_figures_of_a_cut() -> None:
    found = read(DULCIMER)
    assert "angles.action_seen" in found
    assert "angles.apart" not in found
