"""What is assumed is what is used: filled in as it is said, it changes no figure and no verdict."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.errors import SteepleError
from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.study.base.assumptions import Assumption
from steeple.demo.angles import CLASS
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from tests.plans import BARE, SOUND, SOUND_IN_FULL

PLANS = {
    "gilding": GILDING, "dumplings": DUMPLINGS, "dulcimer": DULCIMER, "class": CLASS, "sound": SOUND,
    "bare": BARE, "in full": SOUND_IN_FULL,
}  # fmt: skip
FOUND = {name: evaluate(plan, try_mends=False) for name, plan in PLANS.items()}


def quantities(found: Evaluation) -> dict[tuple[str, str], float]:
    every = [*found.figures, *(one for each in found.cameras for one in each.figures)]
    return {(one.key, one.about): one.quantity.value for one in every}


def verdicts(found: Evaluation) -> dict[tuple[str, str], str]:
    return {(one.code, one.about): one.verdict for one in found.findings}


def filled_in(plan: Plan, one: Assumption) -> Plan | None:
    """The plan with an assumption as if its maker had said it; None where the field takes no such value."""
    value: Any = one.text or None
    if one.quantity is not None:
        value = one.quantity.value
        if one.quantity.unit == "percent" and not one.field.endswith("_percent"):
            value = value / 100.0
    for said in (value, round(value) if isinstance(value, float) else value):
        try:
            return apply_changes(plan, (Change(path=one.field, value=said),))
        except SteepleError:
            continue
    return None


TOGETHER = ("foot/x_mm", "foot/y_mm")
"""Chosen together: with one of them given, the other is chosen anew."""
ELSEWHERE = ("lens.least_height", "lens.greatest_height")
"""Of other heights than this one: there a focus plane that is not chosen goes along."""
CASES = [
    pytest.param(name, one, id=f"{name}{one.field}")
    for name in PLANS
    for one in FOUND[name].assumed
    if not one.learned and not one.field.endswith(TOGETHER)
]


@pytest.mark.parametrize(("name", "assumed"), CASES)
def test_an_assumption_filled_in_changes_nothing(name: str, assumed: Assumption) -> None:
    plan = filled_in(PLANS[name], assumed)
    if plan is None or plan == PLANS[name]:
        return
    before, after = FOUND[name], evaluate(plan, try_mends=False)
    told = quantities(after)
    for key, value in quantities(before).items():
        if assumed.field.endswith("focus_height_mm") and key[0] in ELSEWHERE:
            continue
        assert told[key] == pytest.approx(value, rel=2e-3, abs=2e-3), key
    assert verdicts(after) == verdicts(before)
    assert not any(one.field == assumed.field for one in after.assumed)


@pytest.mark.parametrize("name", PLANS)
def test_the_foot_of_a_support_stays_where_it_was_assumed(name: str) -> None:
    plan = PLANS[name]
    feet = [one for one in FOUND[name].assumed if one.field.endswith(TOGETHER)]
    changes = tuple(
        Change(path=one.field, value=None if one.quantity is None else one.quantity.value)
        for one in feet
    )
    found = evaluate(apply_changes(plan, changes), try_mends=False)
    told = quantities(found)
    for key, value in quantities(FOUND[name]).items():
        assert told[key] == pytest.approx(value, rel=2e-3, abs=2e-3), key
    assert verdicts(found) == verdicts(FOUND[name])


def test_most_of_what_is_assumed_can_be_filled_in() -> None:
    filled = [
        filled_in(PLANS[name], one) is not None
        for name in PLANS
        for one in FOUND[name].assumed
        if not one.learned
    ]
    assert sum(filled) / len(filled) > 0.5
