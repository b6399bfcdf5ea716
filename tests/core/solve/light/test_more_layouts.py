"""Layouts that turn on what a lamp is for, or on what stands before it; and what offers say they make worse."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.findings.finding import GRAVITY
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import Owned, OwnedCard, OwnedFixture
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.solve.light.layouts import LAYOUTS, Layout, layouts_of
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import PLANS
from steeple.demo.rigging import CARDS, LAMPS
from tests.light_cases import DAY, WINDOW
from tests.plans import BARE, SOUND, changed

OWNED = Owned(
    fixtures=tuple(OwnedFixture(gear=one) for one in LAMPS if isinstance(one, Fixture)),
    cards=tuple(OwnedCard(gear=one) for one in CARDS if isinstance(one, LightCard)),
)
UPRIGHT: dict[str, Any] = {
    "work__shape": "small-upright", "work__tilt_deg": 90, "work__items": [], "supports": [],
    "work__zone": {"width_mm": 120, "depth_mm": 160}, "cameras__0__support": None,
    "cameras__0__role": "beauty", "cameras__0__aim": {"tilt_deg": 85, "toward_deg": 0},
    "cameras__0__position": {}, "cameras__0__roll_deg": None, "maker__away": True,
}  # fmt: skip


def beauty() -> Plan:
    values = dict(UPRIGHT)
    order = ["cameras__0__support", *(key for key in values if key != "cameras__0__support")]
    return changed(SOUND, **{key: values[key] for key in order})


def layout(plan: Plan, name: str, owned: Owned = OWNED) -> Layout:
    return next(one for one in layouts_of(plan, owned=owned) if one.id == name)


def lights_after(plan: Plan, found: Layout) -> Plan:
    assert found.option is not None, sentence_words(found.lacks, "cm")
    return apply_changes(plan, found.option.changes)


def test_a_glow_lights_what_is_behind_and_is_not_seen() -> None:
    plan = beauty()
    after = lights_after(plan, layout(plan, "glow-behind"))
    glow = next(one for one in after.lights if one.lit and one.role == "background")
    assert glow.aim.y_mm is not None
    assert glow.aim.y_mm > 300
    study = camera_studies(after)[0].light
    assert study is not None
    lamp = next(one for one in study.lamps if one.lamp.part.role == "background")
    assert not lamp.in_frame
    assert lamp.blocked == ""


def test_a_glow_asks_for_a_camera_that_sees_it() -> None:
    found = layout(SOUND, "glow-behind")
    assert found.option is None
    assert "looks level" in sentence_words(found.lacks, "cm")


def test_a_rim_shines_from_the_far_side_of_the_key() -> None:
    plan = changed(SOUND, room__obstacles=[])
    after = lights_after(plan, layout(plan, "rim-side-key"))
    roles = {one.role: one for one in after.lights if one.lit}
    assert set(roles) == {"key", "back"}
    assert (roles["back"].position.y_mm or 0) > 0
    assert (roles["back"].position.x_mm or 0) * (roles["key"].position.x_mm or 0) < 0
    verdicts = {one.code: one.verdict for one in evaluate(after, try_mends=False).findings}
    assert verdicts["light.out-of-role"] == "holds"


def test_the_walls_of_a_tent_do_not_stand_in_each_other() -> None:
    plan = beauty()
    after = lights_after(plan, layout(plan, "tent"))
    study = camera_studies(after)[0].light
    assert study is not None
    cloths = [one for one in study.cards if one.card.part.card.use == "diffuser"]
    assert len(cloths) == 3
    assert all(one.blocked == "" for one in cloths)


def test_window_and_panel_are_of_one_colour() -> None:
    plan = changed(SOUND, room__windows=[WINDOW], room__daylight=DAY, room__obstacles=[])
    after = lights_after(plan, layout(plan, "window-panel"))
    lit = [one for one in after.lights if one.lit]
    assert len(lit) == 1
    assert (lit[0].position.x_mm or 0) > 0
    assert layout(SOUND, "window-panel").option is None


def test_cards_take_the_place_of_lamps_where_one_has_some() -> None:
    after = lights_after(SOUND, layout(SOUND, "cards-instead"))
    assert sum(one.lit for one in after.lights) == 1
    assert 1 <= len(after.cards) <= 2
    study = camera_studies(after)[0].light
    assert study is not None
    assert all(one.blocked == "" and not one.in_frame for one in study.cards)
    without = layout(SOUND, "cards-instead", Owned(fixtures=OWNED.fixtures))
    assert without.option is None
    assert "of your own" in sentence_words(without.lacks, "cm")


def test_a_lamp_into_the_shadow_leaves_the_others_as_they_are() -> None:
    found = layout(SOUND, "spot-into-shadow")
    after = lights_after(SOUND, found)
    assert after.lights[0] == SOUND.lights[0]
    assert len(after.lights) == 2


@pytest.mark.parametrize("plan", [*PLANS, BARE], ids=[one.title for one in (*PLANS, BARE)])
def test_a_layout_that_makes_something_worse_says_so(plan: Plan) -> None:
    found = layouts_of(plan, owned=OWNED)
    assert [one.id for one in found] == [name for name, *_ in LAYOUTS]
    before = {(one.code, one.about): one for one in evaluate(plan, try_mends=False).findings}
    for one in found:
        if one.option is None:
            assert sentence_words(one.lacks, "cm")
            continue
        after = evaluate(apply_changes(plan, one.option.changes), try_mends=False).findings
        heavier = [
            each
            for each in after
            if (was := before.get((each.code, each.about))) is not None
            and GRAVITY[each.verdict] > GRAVITY[was.verdict]
        ]
        said = sentence_words(one.option.costs, "cm")
        assert bool(heavier) <= ("makes worse" in said)
