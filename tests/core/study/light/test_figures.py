"""The figures of the light step, worked by hand from the numbers put in, and marked where assumed."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.study.base.figure import Figure, Put, Working
from steeple.core.study.light.figures import LIGHT_FIGURES
from steeple.demo.plans import DUMPLINGS, GILDING
from tests.light_cases import ABOVE, PANEL, lamp, with_lamps
from tests.plans import BULB, SOUND, changed

WARM = PANEL.model_copy(update={"cct_k": 3200.0})
PLANS: dict[str, Plan] = {
    "one lamp": SOUND,
    "two colours": changed(**with_lamps(ABOVE, lamp(WARM, 500, 300, 700, "warm"))),
    "a bulb low at the left": changed(**with_lamps(lamp(BULB, -600, 300, 500))),
    "with a window": GILDING,
    "in a hall": DUMPLINGS,
}


def read(plan: Plan) -> dict[str, tuple[Figure, Working]]:
    camera = evaluate(plan, try_mends=False).cameras[0]
    found = {f.key: (f, w) for f, w in zip(camera.figures, camera.working, strict=True)}
    return {key: one for key, one in found.items() if key.startswith("light.")}


def one(puts: tuple[Put, ...], symbol: str) -> float:
    return next(put.quantity.value for put in puts if put.symbol == symbol)


def each(puts: tuple[Put, ...], symbol: str) -> list[float]:
    return [put.quantity.value for put in puts if put.symbol == symbol]


def _balance(puts: tuple[Put, ...]) -> float:
    mireds = [1e6 / k * s for k, s in zip(each(puts, "K"), each(puts, "s"), strict=True)]
    return 1e6 / sum(mireds)


def _mired(puts: tuple[Put, ...]) -> float:
    told = [1e6 / k for k, s in zip(each(puts, "K"), each(puts, "s"), strict=True) if s >= 0.1]
    return max(told) - min(told)


BY_HAND: dict[str, Callable[[tuple[Put, ...]], float]] = {
    "light.even_ninths": lambda p: min(
        6.0, math.log2(one(p, "E⁺") / max(one(p, "E⁻"), one(p, "E⁺") / 64))
    ),
    "light.evenness": lambda p: min(
        6.0, math.log2(one(p, "E⁺") / max(one(p, "E⁻"), one(p, "E⁺") / 64))
    ),
    "light.share": lambda p: one(p, "s"),
    "light.shade": lambda p: one(p, "p95"),
    "light.shade_worst": lambda p: one(p, "worst"),
    "light.penumbra": lambda p: min(one(p, "p"), one(p, "p′")),
    "light.lift": lambda p: one(p, "h") * math.tan(math.radians(one(p, "θ"))),
    "light.iso": lambda p: one(p, "S₀") * one(p, "E₀") / one(p, "E"),
    "light.drift": lambda p: abs(
        math.log2((one(p, "E₀") + one(p, "D")) / (one(p, "E₀") + one(p, "D₀")))
    ),
    "light.mired": _mired,
    "light.balance": _balance,
}
CHECKED_ELSEWHERE = ("light.illuminance", "light.glare")
"""Integrals over areas: tests/core/light holds them against closed forms and a renderer."""


@pytest.mark.parametrize("plan", PLANS.values(), ids=PLANS)
def test_the_working_gives_the_figure(plan: Plan) -> None:
    found = read(plan)
    compared = 0
    for key, by_hand in BY_HAND.items():
        if key in found:
            figure, working = found[key]
            wanted = by_hand(working.puts)
            assert figure.quantity.value == pytest.approx(wanted, rel=1e-6), key
            compared += 1
    assert compared >= 6


def test_every_figure_is_worked_by_hand_somewhere() -> None:
    assert {spec.key for spec in LIGHT_FIGURES} == {*BY_HAND, *CHECKED_ELSEWHERE}
    assert set(BY_HAND) <= {key for plan in PLANS.values() for key in read(plan)}


def test_shares_of_colour_add_up_to_all_the_light() -> None:
    for plan in PLANS.values():
        shares = each(read(plan)["light.balance"][1].puts, "s")
        assert sum(shares) == pytest.approx(1.0)


def marked(plan: Plan, key: str) -> set[str]:
    return {put.symbol for put in read(plan)[key][1].puts if put.assumed}


@pytest.mark.parametrize(
    ("change", "key", "symbol"),
    [
        ({"lights__0__position": {}}, "light.share", "s"),
        ({"lights__0__position": {}}, "light.illuminance", "E"),
        ({"lights__0__fixture__beam_deg": None}, "light.evenness", "E⁺"),
        ({"lights__0__fixture__width_mm": None}, "light.penumbra", "b"),
        ({"lights__0__fixture__cct_k": None}, "light.balance", "K"),
        ({"cameras__0__body__clean_iso": None}, "light.iso", "S₀"),
        ({"maker__lean_deg": None}, "light.shade", "p95"),
        ({"work__gloss": None}, "light.glare", "A"),
    ],
)
def test_what_was_assumed_is_marked_in_the_working_and_nothing_else_is(
    change: dict[str, Any], key: str, symbol: str
) -> None:
    assert symbol not in marked(SOUND, key)
    assert symbol in marked(changed(**change), key)
