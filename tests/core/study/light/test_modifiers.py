"""Gels, filters, stands and cards: what each does to the light, and what it says."""

from __future__ import annotations

import math
from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.gear.lights.gel import Gel
from steeple.core.study.inputs.lamp import reach_of
from steeple.core.study.light.study import LightStudy
from tests.light_cases import PANEL, SHINY, card_at, lamp, with_lamps
from tests.plans import LAMP_STAND, SOUND_IN_FULL, changed, finding, scene

ORANGE = Gel(name="an orange gel", shift_mired=81, transmittance=0.7)


def light(**values: Any) -> LightStudy:
    found = scene(changed(**values)).light
    assert found is not None
    return found


def test_a_gel_takes_light_and_shifts_the_colour() -> None:
    bare, warm = light(), light(lights__0__gel=ORANGE.model_dump())
    assert warm.mean_lx == pytest.approx(0.7 * bare.mean_lx)
    assert 1e6 / warm.lamps[0].lamp.cct_k == pytest.approx(1e6 / 5500 + 81)


def test_a_gel_of_unknown_density_is_assumed_and_said() -> None:
    gel = {"name": "a find", "shift_mired": -40}
    evaluation = evaluate(changed(lights__0__gel=gel), try_mends=False)
    assert "/lights/0/gel/transmittance" in {one.field for one in evaluation.assumed}


def test_an_owned_gel_is_offered_where_it_brings_colours_together() -> None:
    cold = lamp(PANEL, 500, 500, 700, "two", level_percent=40)
    cold["fixture"] = {**cold["fixture"], "cct_k": 3800, "cct_warmest_to_k": None}
    plan = changed(**with_lamps(lamp(PANEL, -232, 403, 997), cold))
    plan = changed(plan, lights__0__fixture__cct_k=5500, lights__0__fixture__cct_warmest_to_k=None)
    blue = Gel(name="a blue gel", shift_mired=-78, transmittance=0.6)
    found = evaluate(plan, owned=Owned(gels=(blue, ORANGE)))
    mixed = next(one for one in found.findings if one.code == "light.mixed-colour")
    assert mixed.verdict != "holds"
    said = ["".join(piece.text for piece in fix.action) for fix in mixed.fixes]
    assert any("gel" in one for one in said)
    assert not any("orange" in one for one in said)


def test_a_filter_costs_light_and_a_polariser_does_little_from_straight_above() -> None:
    grey = {"name": "grey, three stops", "form": "grey", "lost_stops": 3}
    plain, darker = scene(changed()).sight, scene(changed(cameras__0__filter=grey)).sight
    assert plain is not None
    assert darker is not None
    assert darker.light_needed_lx == pytest.approx(8 * (plain.light_needed_lx or 0))
    above = with_lamps(lamp(PANEL, 150, 200, 740), **SHINY)
    turned = {"name": "a polariser", "form": "polarising"}
    seen = light(**above).lamps[0]
    filtered = light(**above, cameras__0__filter=turned).lamps[0]
    assert filtered.glare_ratio == pytest.approx(seen.glare_ratio, rel=0.35)
    assert filtered.glare_ratio <= seen.glare_ratio


def test_a_stand_says_how_low_and_high_its_lamp_goes() -> None:
    plan = SOUND_IN_FULL
    work = scene(plan).work
    assert reach_of(plan.lights[0], work) == (700 - 740, 2200 - 740)
    high = changed(plan, lights__0__position__z_mm=1700)
    found = finding(high, "light.unplaceable")
    assert found is not None
    assert found.verdict == "fails"
    assert LAMP_STAND.rated_load_g == 3000


def test_a_card_opposite_lifts_the_side_that_faces_it_and_one_behind_the_lamp_does_not() -> None:
    opposite = light(cards=card_at(420, 100, 185)).cards[0]
    behind = light(cards=card_at(-700, 800, 900)).cards[0]
    assert opposite.lifts_stops > 0.5
    assert opposite.gives_lx > 0
    assert behind.lifts_stops < 0.05


def test_a_card_gives_what_its_face_sends() -> None:
    """Small and far: the light on the side of a hand is L·A·cosθ·cosφ ÷ r², within a few per cent."""
    small = {**card_at(900, 0, 300)[0]}
    small["card"] = {**small["card"], "width_mm": 120, "height_mm": 120}
    study = light(cards=[small])
    (one,) = study.cards
    (area,) = [each for each, _ in study.areas if each.width_mm == 120]
    hand = study.work.plane.point(0.0, 0.0, study.work.top_mm + 15.0)
    way = area.centre.minus(hand)
    side_cos = math.hypot(way.x, way.y) / way.length
    facing = -way.unit.dot(area.toward)
    expected = area.intensity_cd * facing * side_cos / (way.length / 1000) ** 2
    assert one.side_lx == pytest.approx(expected, rel=0.03)


def test_two_cards_without_a_place_begin_at_two_places() -> None:
    one = card_at(0, 0, 0)[0] | {"position": {}}
    study = light(cards=[one, {**one, "id": "other"}])
    first, second = (each.card.emitter.centre for each in study.cards)
    assert first.minus(second).length > 200


def test_a_card_without_effect_is_said_and_a_place_with_effect_is_offered() -> None:
    found = evaluate(changed(cards=card_at(-900, 900, 600)))
    idle = next(one for one in found.findings if one.code == "light.card-idle")
    assert idle.verdict == "watch"
    assert idle.fixes
