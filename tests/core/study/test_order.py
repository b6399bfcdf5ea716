"""In which order things stand in a plan is nobody's business: every figure and verdict is the same the other way round."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import validate_plan
from steeple.demo.angles import CLASS
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from tests.plans import SOUND_IN_FULL

PLANS = {
    "gilding": GILDING, "dumplings": DUMPLINGS, "dulcimer": DULCIMER, "class": CLASS,
    "in full": SOUND_IN_FULL,
}  # fmt: skip
LISTS = (
    "lights", "supports", "work/items", "room/obstacles", "room/windows", "room/keep_clear", "cards",
    "adapters", "banks",
)  # fmt: skip
OF_ONE_LAMP = ("light.share", "light.penumbra", "light.lift", "light.azimuth", "light.elevation", "light.distance")  # fmt: skip
"""Figures of the lamp that is spoken of: of two with the same role, the first."""


def the_other_way_round(plan: Plan, at: str) -> Plan | None:
    """The plan with a list reversed; None where there are not two things in it."""
    data: dict[str, Any] = plan.model_dump(mode="json")
    node = data
    *parents, last = at.split("/")
    for step in parents:
        node = node[step]
    if len(node[last]) < 2:
        return None
    node[last] = node[last][::-1]
    return validate_plan(data)


def figures(found: Evaluation) -> dict[tuple[str, str], float]:
    every = [*found.figures, *(one for each in found.cameras for one in each.figures)]
    return {
        (one.key, one.about): one.quantity.value
        for one in every
        if not one.key.startswith(OF_ONE_LAMP)
    }


def verdicts(found: Evaluation) -> dict[tuple[str, str], str]:
    return {(one.code, one.about): one.verdict for one in found.findings}


CASES = [
    pytest.param(name, at, id=f"{name} {at}")
    for name, plan in PLANS.items()
    for at in LISTS
    if the_other_way_round(plan, at) is not None
]


@pytest.mark.parametrize(("name", "at"), CASES)
def test_the_order_of_things_counts_for_nothing(name: str, at: str) -> None:
    plan = PLANS[name]
    other = the_other_way_round(plan, at)
    assert other is not None
    before, after = evaluate(plan, try_mends=False), evaluate(other, try_mends=False)
    told = figures(after)
    for key, value in figures(before).items():
        assert told[key] == pytest.approx(value, rel=1e-6, abs=1e-6), key
    assert verdicts(after) == verdicts(before)


def test_there_is_something_to_put_the_other_way_round() -> None:
    assert len(CASES) >= 9
