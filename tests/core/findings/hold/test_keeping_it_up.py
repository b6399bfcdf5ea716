"""What keeps a small stand up: a knock in proportion, a clamp, a bag of the maker's own, before other gear."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.findings.finding import Finding
from steeple.core.findings.hold.fixes import own_bag
from steeple.core.plan.cupboard.owned import Owned, OwnedSupport
from steeple.core.plan.gear.holding.support import Support
from steeple.core.plan.gear.holding.weight import Ballast
from steeple.core.study.base.sentence import sentence_words
from tests.hold_cases import held
from tests.plans import CLAMP, SOUND, changed, finding

SMALL = Support(
    name="a small stand", form="table-top stand", anchor="table", rated_load_g=2000,
    rated_reach_mm=500, lowest_mm=200,
    highest_mm=900, reach_mm=480, footprint_mm=240, legs=3, mass_g=1100, tube_mm=18, wall_mm=1.2,
    material="aluminium", head_mass_g=200, threads=("1/4-20 stud",),
)  # fmt: skip
ON_TABLE: dict[str, Any] = held(
    SMALL, foot={"x_mm": None, "y_mm": None}, sandbag_g=None, counterweight_g=None,
    counterweight_at_mm=None,
)  # fmt: skip
BAGS = (Ballast(name="large bag", mass_g=9000), Ballast(name="small bag", mass_g=5000))


def knocked(**values: Any) -> Finding:
    found = finding(changed(**values), "hold.tips-when-knocked")
    assert found is not None
    return found


def test_how_hard_the_knock_is_follows_from_how_likely_one_is() -> None:
    ratios = []
    for likely, newtons in (("unlikely", "5 N"), ("possible", "20 N"), ("likely", "30 N")):
        found = knocked(**ON_TABLE, room__knock=likely)
        assert found.quantity is not None
        ratios.append(found.quantity.value)
        assert not found.reason or newtons in sentence_words(found.reason, "cm")
    assert ratios == sorted(ratios, reverse=True)


def test_a_knock_that_nobody_spoke_of_is_assumed_and_said() -> None:
    asked = evaluate(changed(room__knock=None), try_mends=False)
    assert "/room/knock" in {one.field for one in asked.assumed}
    given = evaluate(SOUND, try_mends=False)
    assert "/room/knock" not in {one.field for one in given.assumed}


def test_a_small_stand_is_clamped_down_not_weighed_down() -> None:
    plan = changed(**ON_TABLE, room__knock="possible")
    (tipping,) = (one for one in evaluate(plan).findings if one.code == "hold.tips-when-knocked")
    assert tipping.verdict == "fails"
    assert "Clamp its foot" in sentence_words(tipping.fixes[0].action, "cm")
    for fix in tipping.fixes:
        said = sentence_words(fix.action, "cm")
        assert "kg of sandbag" not in said or float(said.split(" kg")[0].split()[-1]) <= 2
    clamped = finding(changed(plan, supports__0__clamped_down=True), "hold.tips-when-knocked")
    assert clamped is not None
    assert clamped.verdict == "holds"


def test_the_makers_own_bag_is_named() -> None:
    plan = changed(supports__0__sandbag_g=None)
    without = next(one for one in evaluate(plan).findings if one.code == "hold.tips-when-knocked")
    assert without.verdict != "holds"
    said = sentence_words(without.fixes[0].action, "cm")
    assert "of sandbag on the" in said
    own = next(
        one
        for one in evaluate(plan, owned=Owned(weights=BAGS)).findings
        if one.code == "hold.tips-when-knocked"
    )
    assert any("bag," in sentence_words(fix.action, "cm") for fix in own.fixes)


@pytest.mark.parametrize(
    ("needed", "name"),
    [(4000, "small bag"), (6000, "large bag"), (9500, None), (300, "small bag"), (10_000, None)],
)
def test_a_bag_is_heavy_enough_and_not_absurdly_so(needed: float, name: str | None) -> None:
    found = own_bag(BAGS, needed)
    assert (found.name if found else None) == name


def test_what_the_gear_at_hand_can_do_comes_before_other_gear() -> None:
    plan = changed(supports__0__sandbag_g=None)
    owned = Owned(supports=(OwnedSupport(gear=CLAMP), OwnedSupport(gear=SMALL)), weights=BAGS)
    found = next(
        one for one in evaluate(plan, owned=owned).findings if one.code == "hold.tips-when-knocked"
    )
    swaps = [sentence_words(fix.action, "cm").startswith("Take instead") for fix in found.fixes]
    assert swaps == sorted(swaps)
    assert not swaps[0]


def test_what_cannot_be_moved_is_not_taken_away() -> None:
    low: dict[str, Any] = {
        "room__obstacles__0__bottom_mm": 1450,
        "room__obstacles__0__from_front_edge_mm": 250,
    }
    for stays, offered in ((False, True), (True, False)):
        plan = changed(**low, room__obstacles__0__stays=stays)
        found = next(
            one for one in evaluate(plan).findings if one.code == "lens.obstacle-in-the-way"
        )
        said = " ".join(sentence_words(fix.action, "cm") for fix in found.fixes)
        assert ("take the shelf away" in said) is offered
