"""A mend that is offered does mend, and breaks nothing."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from steeple.core.evaluation import evaluate
from steeple.core.findings.finding import GRAVITY
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import Owned, OwnedFixture, OwnedSupport
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.holding.support import Support
from steeple.core.plan.gear.holding.weight import Ballast
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.gear.lights.gel import Gel
from steeple.core.plan.gear.lights.lamp_stand import LampStand
from steeple.core.study.base.sentence import sentence_words
from steeple.demo.cupboard import LENSES
from steeple.demo.plans import DULCIMER, PLANS
from steeple.demo.rigging import ADAPTERS, LAMPS, LIGHT_PARTS, SUPPORTS, WEIGHTS
from tests.core.findings.test_registry import FIRING
from tests.hold_cases import OWNED_HOLD
from tests.light_cases import OWNED_LAMPS
from tests.plans import LAMP_STAND, SOUND, WIDE, changed

OWNED = Owned(
    lenses=(WIDE, *LENSES),
    supports=OWNED_HOLD.supports,
    adapters=OWNED_HOLD.adapters,
    fixtures=OWNED_LAMPS,
    stands=(LAMP_STAND,),
)
EVERYTHING = Owned(
    lenses=LENSES,
    supports=tuple(OwnedSupport(gear=one) for one in SUPPORTS if isinstance(one, Support)),
    adapters=tuple(one for one in ADAPTERS if isinstance(one, Adapter)),
    fixtures=tuple(OwnedFixture(gear=one) for one in LAMPS if isinstance(one, Fixture)),
    weights=tuple(one for one in WEIGHTS if isinstance(one, Ballast)),
    stands=tuple(one for one in LIGHT_PARTS if isinstance(one, LampStand)),
    gels=tuple(one for one in LIGHT_PARTS if isinstance(one, Gel)),
)


def assert_every_mend_mends(plan: Plan) -> int:
    """Make each fix for itself and judge the plan again from scratch; how many there were."""
    before = evaluate(plan, owned=OWNED)
    failing = {(one.code, one.about) for one in before.findings if one.verdict == "fails"}
    count = 0
    for finding in before.findings:
        for fix in finding.fixes:
            after = evaluate(apply_changes(plan, fix.changes), try_mends=False)
            same = next(
                one
                for one in after.findings
                if (one.code, one.about) == (finding.code, finding.about)
            )
            assert GRAVITY[same.verdict] < GRAVITY[finding.verdict]
            assert same.verdict in ("holds", "watch")
            assert fix.outcome == same.title
            broken = {(one.code, one.about) for one in after.findings if one.verdict == "fails"}
            assert broken <= failing
            count += 1
    return count


@pytest.mark.parametrize(("code", "verdict", "values", "_words"), FIRING)
def test_each_failure_has_a_mend_that_mends(
    code: str, verdict: str, values: dict[str, Any], _words: str
) -> None:
    plan = changed(**values)
    count = assert_every_mend_mends(plan)
    if verdict == "fails":
        assert count > 0
        said = [one for one in evaluate(plan, owned=OWNED).findings if one.code == code]
        found = max(said, key=lambda one: GRAVITY[one.verdict])
        assert found.fixes, sentence_words(found.title, "cm")


ANY_BENCH = st.fixed_dictionaries(
    {
        "cameras__0__position__z_mm": st.floats(min_value=120, max_value=1500),
        "cameras__0__focal_mm": st.floats(min_value=12, max_value=60),
        "work__zone__width_mm": st.floats(min_value=60, max_value=1400),
        "work__zone__depth_mm": st.floats(min_value=40, max_value=700),
        "work__zone_top_mm": st.floats(min_value=0, max_value=300),
        "room__ceiling_mm": st.one_of(st.none(), st.floats(min_value=1300, max_value=3000)),
    }
)
CENTRED: dict[str, Any] = {
    "work__zone__from_left_edge_mm": None,
    "work__zone__from_front_edge_mm": None,
}


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(ANY_BENCH)
def test_mends_hold_for_any_plan(values: dict[str, Any]) -> None:
    assert_every_mend_mends(changed(**CENTRED, **values))


@pytest.mark.exhaustive
@settings(max_examples=500, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(ANY_BENCH)
def test_mends_hold_for_very_many_plans(values: dict[str, Any]) -> None:
    assert_every_mend_mends(changed(**CENTRED, **values))


def mended(plan: Plan) -> Plan:
    """The plan after the first mend of the first failing or watched finding, over and over."""
    for _ in range(14):
        findings = evaluate(plan, owned=EVERYTHING).findings
        troubled = [one for one in findings if one.verdict in ("fails", "watch") and one.fixes]
        if not troubled:
            break
        troubled.sort(key=lambda one: -GRAVITY[one.verdict])
        plan = apply_changes(plan, troubled[0].fixes[0].changes)
    return plan


@pytest.mark.parametrize("plan", PLANS, ids=[plan.title for plan in PLANS])
def test_the_troubles_of_the_demo_are_mended_with_its_cupboard(plan: Plan) -> None:
    before = [one for one in evaluate(plan, owned=EVERYTHING).findings if one.verdict == "fails"]
    assert bool(before) == (plan is not DULCIMER)
    after = evaluate(mended(plan), owned=EVERYTHING).findings
    assert [one.code for one in after if one.verdict != "holds"] == []


def test_a_mend_says_what_it_costs() -> None:
    plan = changed(cameras__0__focal_mm=40)
    found = next(one for one in evaluate(plan).findings if one.code == "lens.zone-cut-off")
    costs = [sentence_words(fix.cost, "cm") for fix in found.fixes]
    assert any("less detail" in cost for cost in costs)


def test_an_owned_lens_is_offered_by_name_and_only_if_owned() -> None:
    plan = changed(room__ceiling_mm=1200, work__zone__width_mm=560, work__zone__depth_mm=290)
    with_it = evaluate(plan, owned=Owned(lenses=(WIDE,))).findings
    without = evaluate(plan).findings
    named = "Take your a wide"
    assert any(named in sentence_words(fix.action, "cm") for one in with_it for fix in one.fixes)
    assert not any(
        "Take your" in sentence_words(fix.action, "cm") for one in without for fix in one.fixes
    )


def test_a_sound_plan_needs_no_mend() -> None:
    evaluation = evaluate(SOUND, owned=OWNED)
    assert all(not one.fixes for one in evaluation.findings)
    assert evaluation.mends_tried
    assert not evaluate(SOUND, try_mends=False).mends_tried
