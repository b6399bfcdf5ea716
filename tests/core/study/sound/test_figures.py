"""The figures of the sound step, worked by hand from the numbers put in."""

from __future__ import annotations

import math
from collections.abc import Callable

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.study.base.figure import Figure, Put, Working
from steeple.core.study.sound.figures import SOUND_FIGURES
from steeple.demo.angles import CLASS, LESSON
from tests.plans import SOUND, SOUND_IN_FULL

PLANS: dict[str, Plan] = {"one": SOUND, "all": SOUND_IN_FULL, "class": CLASS, "lesson": LESSON}
Puts = tuple[Put, ...]


def read(plan: Plan) -> dict[str, tuple[Figure, Working]]:
    whole = evaluate(plan, try_mends=False)
    found = {f.key: (f, w) for f, w in zip(whole.figures, whole.working, strict=True)}
    return {key: one for key, one in found.items() if key.startswith("sound.")}


def one(puts: Puts, symbol: str) -> float:
    return next(put.quantity.value for put in puts if put.symbol == symbol)


def each(puts: Puts, symbol: str) -> list[float]:
    return [put.quantity.value for put in puts if put.symbol == symbol]


def _echo(p: Puts) -> float:
    """By the two bands: Sabine's where little is taken up, else Eyring's; and by their forms."""
    v, s = one(p, "V"), one(p, "S")
    found = []
    for mean, sabine, eyring in zip(
        each(p, "ᾱ"), each(p, "T")[::2], each(p, "T")[1::2], strict=True
    ):
        assert sabine == pytest.approx(0.161 * v / (s * mean))
        assert eyring == pytest.approx(-0.161 * v / (s * math.log(1 - mean)))
        found.append(sabine if mean < 0.2 else eyring)
    return sum(found) / 2


def _distance(p: Puts) -> float:
    return math.sqrt(sum((each(p, axis)[0] - each(p, axis)[1]) ** 2 for axis in "xyz"))


def _noise(p: Puts) -> float:
    return one(p, "D") - 10 * math.log10(sum(10 ** (level / 10) for level in each(p, "N")))


BY_HAND: dict[str, Callable[[Puts], float]] = {
    "sound.echo": _echo,
    "sound.absorption": lambda p: (
        sum(s * a for s, a in zip(each(p, "S"), each(p, "α"), strict=True)) + one(p, "A")
    ),
    "sound.late": lambda p: one(p, "f") * one(p, "d") / 343_000,
    "sound.drift": lambda p: one(p, "p") * 1e-6 * one(p, "T") * one(p, "f"),
    "sound.clap-every": lambda p: 0.5 / one(p, "f") / (one(p, "p") * 1e-6),
    "sound.distance.1": _distance,
    "sound.reach.1": lambda p: 57 * math.sqrt(one(p, "Q") * one(p, "V") / one(p, "T")),
    "sound.over-echo.1": lambda p: one(p, "D") - one(p, "E"),
    "sound.over-noise.1": _noise,
    "sound.lead.1": lambda p: 1.1 * one(p, "w") + one(p, "s"),
    "sound.recording-angle.1": lambda p: one(p, "a"),
    "sound.middle-share.1": lambda p: one(p, "r"),
    "sound.comb.1": lambda p: one(p, "c") / (2 * one(p, "Δ")),
}
ELSEWHERE = ("sound.recording-angle.1", "sound.middle-share.1", "sound.late")
"""Told by curves: they are tried in the tests of pairs, and of the whole study."""


@pytest.mark.parametrize("key", [key for key in BY_HAND if key not in ELSEWHERE])
@pytest.mark.parametrize("name", PLANS)
def test_a_figure_is_what_its_working_says(key: str, name: str) -> None:
    found = read(PLANS[name])
    if key not in found:
        pytest.skip("not known of this plan")
    figure, working = found[key]
    assert figure.quantity.value == pytest.approx(BY_HAND[key](working.puts), rel=2e-3, abs=0.02)


def test_every_figure_is_known_of_some_plan() -> None:
    documented = {spec.key for spec in SOUND_FIGURES if spec.documented}
    assert documented == set(BY_HAND)
    known = {key for plan in PLANS.values() for key in read(plan)}
    assert documented <= known


def test_each_microphone_has_its_own() -> None:
    found = read(SOUND_IN_FULL)
    for n in range(1, len(SOUND_IN_FULL.mics) + 1):
        assert f"sound.over-noise.{n}" in found
    assert f"sound.over-noise.{len(SOUND_IN_FULL.mics) + 1}" not in found
