"""Ways to be rid of glare, and the schools of lighting: each worked out, and true when done."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from steeple.core.errors import InputError
from steeple.core.evaluation import evaluate
from steeple.core.light.emitters import light_at
from steeple.core.light.gloss import fresnel_polarised
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import Owned, OwnedFixture
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.solve.light.glare import GlareRemedy, compare_glare
from steeple.core.solve.light.lamp_dome import dome_of
from steeple.core.solve.light.layouts import LAYOUTS, Layout, layouts_of
from steeple.core.solve.light.place_lamps import LightingOutcome, place_lamps
from steeple.core.solve.light.ways import (
    candidates,
    dome_for_all,
    grounds_of,
    judged,
    needed_lx,
    stands_at,
)
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.light.dome import apart_deg, dome
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.plan_study import changed as changed_plan
from steeple.demo.plans import DULCIMER, GILDING, PLANS
from steeple.demo.rigging import LAMPS
from tests.light_cases import two_cameras
from tests.plans import SOUND, changed, scene

CUPBOARD = Owned(
    fixtures=tuple(OwnedFixture(gear=one) for one in LAMPS if isinstance(one, Fixture))
)


def study(plan: Plan) -> LightStudy:
    found = scene(plan).light
    assert found is not None
    return found


def remedies(plan: Plan = GILDING) -> dict[str, GlareRemedy]:
    found = compare_glare(plan)
    assert found is not None
    return {sentence_words(row.what, "cm"): row for row in found.rows}


def row(found: dict[str, GlareRemedy], words: str) -> GlareRemedy:
    return next(one for what, one in found.items() if words in what)


def test_as_it_is_agrees_with_the_finding() -> None:
    now = row(remedies(), "As it is")
    glare = next(
        one for one in evaluate(GILDING, try_mends=False).findings if one.code == "light.glare"
    )
    assert glare.quantity is not None
    assert 100 * now.share == pytest.approx(glare.quantity.value, abs=3)
    assert now.worst == pytest.approx(max(one.glare_ratio for one in study(GILDING).lamps), rel=0.1)


def test_moving_the_lamp_takes_the_image_away_and_does_so_when_done() -> None:
    found = remedies()
    moved = row(found, "Move it to")
    assert moved.share == 0
    after = study(apply_changes(GILDING, moved.changes))
    assert max(one.glare for one in after.lamps) == 0
    lowered = row(found, "Lower it")
    after = study(apply_changes(GILDING, lowered.changes))
    assert after.lamps[0].glare == pytest.approx(lowered.share, abs=0.02)


def test_tipping_the_work_throws_the_image_twice_as_far() -> None:
    found = remedies()
    five, ten = row(found, "by 5°"), row(found, "by 10°")
    assert ten.share <= five.share <= row(found, "As it is").share + 0.05
    after = study(apply_changes(GILDING, ten.changes))
    assert after.lamps[0].glare == pytest.approx(ten.share, abs=0.05)


def test_a_filter_on_the_lens_does_next_to_nothing_from_above_and_crossed_ones_do() -> None:
    found = remedies()
    now, one, two = row(found, "As it is"), row(found, "on the lens"), row(found, "crossed")
    assert one.worst > 0.9 * now.worst
    assert two.worst < 0.02 * now.worst
    assert two.costs_stops > one.costs_stops > 0
    assert "Fresnel" in sentence_words(one.why, "cm")
    metal = GILDING.model_copy(update={"work": GILDING.work.model_copy(update={"gloss": "metal"})})
    told = remedies(metal)
    assert row(told, "on the lens").worst == row(told, "As it is").worst
    steep = fresnel_polarised(incidence_deg=math.degrees(math.atan(1.5)))
    assert steep.left_by_filter < 1e-6


def test_larger_is_fainter_and_a_flag_costs_its_light() -> None:
    found = remedies()
    now = row(found, "As it is")
    assert row(found, "twice as wide").worst < now.worst
    assert row(found, "white card").worst < now.worst
    flag = row(found, "A flag")
    assert flag.share == 0
    assert flag.costs_stops > 0


def test_nothing_mirrored_has_no_remedy() -> None:
    assert compare_glare(SOUND) is None
    with pytest.raises(InputError, match="no lamp yet"):
        compare_glare(changed(lights=[]))


def layouts(plan: Plan) -> dict[str, Layout]:
    return {one.id: one for one in layouts_of(plan, owned=CUPBOARD)}


@pytest.mark.parametrize("plan", PLANS, ids=[plan.title for plan in PLANS])
def test_every_school_is_placed_for_the_plan_or_says_why_not(plan: Plan) -> None:
    found = layouts(plan)
    assert list(found) == [one[0] for one in LAYOUTS]
    for one in found.values():
        assert (one.option is None) == bool(one.lacks)
        if one.option is not None:
            after = study(apply_changes(plan, one.option.changes))
            lit = [each for each in after.lit if each.lamp.part.role != "practical"]
            assert bool(lit) == (one.id != "window-and-card")
            assert all(not each.blocked for each in lit)
    assert sum(one.option is not None for one in found.values()) >= 3


def test_the_schools_are_what_they_are_called() -> None:
    found = layouts(DULCIMER)

    def lit(name: str) -> LightStudy:
        option = found[name].option
        assert option is not None
        return study(apply_changes(DULCIMER, option.changes))

    one, two = lit("even-pair").lit
    assert one.elevation_deg == pytest.approx(two.elevation_deg, abs=0.5)
    assert (one.azimuth_deg + two.azimuth_deg) % 360 == pytest.approx(0, abs=1) or (
        one.azimuth_deg + two.azimuth_deg
    ) % 360 == pytest.approx(360, abs=1)
    (above,) = lit("soft-above").lit
    assert apart_deg((above.azimuth_deg, 0), (0.0, 0)) <= 16
    assert above.elevation_deg > 50
    ring = lit("ring")
    assert ring.lit[0].lamp.emitter.shape == "ring"
    assert ring.lens is not None
    assert ring.lit[0].lamp.centre.minus(ring.lens.position).length < 150
    carded = lit("key-and-card")
    assert carded.ground.cards[0].name.startswith("White card")
    assert found["key-and-card"].to_get == ("White card, 70 × 50",)
    (bare,) = lit("bare-high").lit
    assert bare.elevation_deg > 70


def test_the_window_school_stands_a_card_opposite_the_window() -> None:
    option = layouts(GILDING)["window-and-card"].option
    assert option is not None
    plan = apply_changes(GILDING, option.changes)
    assert not any(one.lit for one in plan.lights)
    after = study(plan)
    assert after.daylight is not None
    assert after.daylight.lux > 0
    (card,) = after.ground.cards
    window = after.daylight.study.windows[0].emitter.centre
    middle = after.work.plane.middle
    away, toward = card.emitter.centre.minus(middle), window.minus(middle)
    assert away.x * toward.x + away.y * toward.y < 0
    assert card.sends > 0
    bare = study(apply_changes(plan, (Change(path="/cards", value=[]),)))
    assert bare.shade is not None
    assert after.shade is not None
    assert after.shade.p95 < bare.shade.p95
    said = sentence_words(option.gives, "cm")
    assert f"{after.mean_lx:.0f} lx" in said.replace(",", "")
    shut = apply_changes(GILDING, (Change(path="/room/windows/0/closed", value=True),))
    assert "blind open" in sentence_words(layouts(shut)["window-and-card"].lacks, "cm")


def test_lamps_are_placed_for_every_camera_at_once() -> None:
    plan = two_cameras()
    scenes = camera_studies(plan, CUPBOARD)
    lights = candidates(plan, CUPBOARD.fixtures, most=1)
    grounds = grounds_of(plan, scenes, 0, lights)
    assert len(grounds) == 2
    ways = [(float(a), 45.0) for a in range(0, 360, 30)]
    both = dome_for_all(grounds, lights[0], distance_mm=1000, where=ways)
    each = [dome_for_all((one,), lights[0], distance_mm=1000, where=ways) for one in grounds]
    for together, first, second in zip(both, *each, strict=True):
        assert together.glare == max(first.glare, second.glare)
        assert together.share == min(first.share, second.share)
        assert together.in_frame == (first.in_frame or second.in_frame)
    assert any(a.glare != b.glare or a.share != b.share for a, b in zip(*each, strict=True))
    (stand,) = stands_at(grounds, 0, lights[0], both[:1], 1000)
    way = judged((stand,), grounds, needed_lx(scenes))
    alone = [
        judged((replace(stand, fulls=(full,)),), (ground,), needed_lx(scenes))
        for full, ground in zip(stand.fulls, grounds, strict=True)
    ]
    assert way.shade == pytest.approx(max(one.shade for one in alone))
    *_, outcome = place_lamps(plan, owned=CUPBOARD)
    assert isinstance(outcome, LightingOutcome)
    placed = changed_plan(scenes, apply_changes(plan, outcome.options[0].changes))
    for seen in placed:
        assert seen.light is not None
        assert not any(one.in_frame or one.blocked for one in seen.light.lit)


def test_a_maker_without_lamps_is_told_what_each_school_takes() -> None:
    bare = changed(lights=[])
    for one in layouts_of(bare):
        assert one.option is None
        assert "it takes" in sentence_words(one.lacks, "cm")


def with_face_camera(plan: Plan) -> Plan:
    """The plan with a camera across the table that looks at the maker's face."""
    face = plan.cameras[0].model_dump(mode="json") | {"id": "face", "role": "face", "support": None}
    face["position"] = {"x_mm": 0, "y_mm": 1300, "z_mm": 480}
    face["aim"] = {"tilt_deg": 88, "toward_deg": 180}
    data = plan.model_dump(mode="json")
    data["cameras"] = [*data["cameras"], face]
    return Plan.model_validate(data)


def test_three_points_stand_round_the_face_and_keep_their_ratio() -> None:
    found = layouts(SOUND)["three-point"]
    assert "films your face" in sentence_words(found.lacks, "cm")
    plan = with_face_camera(SOUND)
    found = layouts(plan)["three-point"]
    assert found.option is not None, sentence_words(found.lacks, "cm")
    placed = apply_changes(plan, found.option.changes)
    light = camera_studies(placed)[0].light
    assert light is not None
    key, fill, back = (
        next(one for one in light.lit if one.lamp.part.role == role)
        for role in ("key", "fill", "back")
    )
    figure = light.work.maker.poses.middle
    for one in (key, fill, back):
        way = figure.eyes.minus(one.lamp.centre).unit
        assert way.dot(one.lamp.emitter.toward.unit) == pytest.approx(1.0, abs=1e-6)
        assert not one.blocked
        assert not one.in_frame
    # Key and fill on either side of the face, both before it; the third behind.
    eyes = figure.eyes
    assert (key.lamp.centre.x - eyes.x) * (fill.lamp.centre.x - eyes.x) < 0
    assert min(key.lamp.centre.y, fill.lamp.centre.y) > eyes.y
    assert back.lamp.centre.y < eyes.y
    # Light on the face, worked out again: half as much by the fill.
    point = np.array([[*figure.head.a]]) + (figure.head.radius_mm + 25.0) * np.array([0, 1.0, 0])
    lux = [
        float(light_at(point, np.array([0, 1.0, 0]), (one.lamp.emitter,)).free[0, 0])
        for one in (key, fill)
    ]
    assert lux[0] / lux[1] == pytest.approx(2.0, rel=0.12)
    said = sentence_words(found.option.gives, "cm")
    assert "on your face, key to fill" in said


def test_three_points_take_three_lamps_and_room() -> None:
    plan = with_face_camera(SOUND)
    few = Owned(fixtures=CUPBOARD.fixtures[:1])
    lone = next(one for one in layouts_of(plan, owned=few) if one.id == "three-point")
    assert "three lamps" in sentence_words(lone.lacks, "cm")
    low = apply_changes(plan, (Change(path="/room/ceiling_mm", value=1400),))
    cramped = layouts(low)["three-point"]
    assert cramped.option is None
    assert "no place for" in sentence_words(cramped.lacks, "cm")


@pytest.mark.parametrize("plan", PLANS, ids=[plan.title for plan in PLANS])
def test_what_a_way_is_said_to_give_is_what_the_study_says_once_it_is_set(plan: Plan) -> None:
    """With windows and room lamps beside the lamps that were placed."""
    *_, outcome = place_lamps(plan, owned=CUPBOARD)
    assert isinstance(outcome, LightingOutcome)
    for option in outcome.options:
        after = study(apply_changes(plan, option.changes))
        assert after.shade is not None
        first = next(one.quantity for one in option.gives if one.quantity is not None)
        assert first.value == pytest.approx(after.shade.p95, abs=0.15), option.kind


def test_the_dome_bars_what_any_camera_has_against_a_lamp() -> None:
    plan = two_cameras()
    found = dome_of(plan, lamp=0, draft=True)
    first = dome_of(GILDING, lamp=0, draft=True)
    scene = camera_studies(plan)[1].light
    assert scene is not None
    lamp = scene.lamps[0]
    alone = dome(scene.scene, lamp.lamp.part.fixture, distance_mm=lamp.distance_mm, draft=True)
    for one, own, other in zip(found.directions, first.directions, alone, strict=True):
        assert one.in_frame == (own.in_frame or other.in_frame)
        assert one.glare == pytest.approx(max(own.glare, other.glare), abs=1e-9)
    assert sum(one.glare > 0 for one in found.directions) > sum(
        one.glare > 0 for one in first.directions
    )
    said = sentence_words(found.says, "cm")
    spot = study(apply_changes(plan, found.changes)).lamps[0].lamp.centre
    assert f"{spot.z / 10:.1f} cm above the table" in said
