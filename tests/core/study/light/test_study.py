"""The light step: lamps, levels, exposure, cards, room, maps, the lit picture, and lamps placed."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from steeple.core.errors import InputError
from steeple.core.evaluation import evaluate
from steeple.core.geometry.kernels import Array
from steeple.core.light.colour import gel_for, mired, mixed_cct_k, spread_mired, tint
from steeple.core.light.emitters import light_at
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.parts.lamp import LampPlace, Light
from steeple.core.plan.parts.panel import PlacedCard
from steeple.core.solve.light.lamp_dome import dome_of, map_of
from steeple.core.solve.light.place_lamps import LightingOutcome, Progress, place_lamps
from steeple.core.solve.light.ways import bounded_levels, tidy_percent
from steeple.core.study.base.answer import Answer
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.inputs.lamp import direction_of, full_intensity, spot_at
from steeple.core.study.light.dome import dome
from steeple.core.study.light.maps import UNSEEN
from steeple.core.study.light.study import LightStudy
from steeple.core.study.picture.picture import picture_of
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.plan_study import changed as changed_plan
from steeple.demo.plans import DULCIMER, GILDING, PLANS
from tests.light_cases import ABOVE, OWNED_LAMPS, PANEL, SPOT, lamp, with_lamps
from tests.plans import BARE, BULB, SOFT, SOUND, assumed_in, changed, scene


def study(plan: Plan = SOUND) -> LightStudy:
    found = scene(plan).light
    assert found is not None
    return found


def figure(plan: Plan, key: str) -> float:
    camera = evaluate(plan, try_mends=False).cameras[0]
    return next(one.quantity.value for one in camera.figures if one.key == key)


def answer(plan: Plan) -> Answer:
    return next(one for one in evaluate(plan, try_mends=False).answers if one.step == "light")


def _free(plan: Plan) -> Array:
    """Light with nothing in the way."""
    return study(plan).together.free


def test_light_is_linear_in_the_levels_and_falls_with_the_square() -> None:
    half, full = (study(changed(lights__0__level_percent=p)) for p in (30, 60))
    assert full.mean_lx == pytest.approx(2 * half.mean_lx, rel=1e-9)
    assert full.evenness_stops == pytest.approx(half.evenness_stops)
    bulb = with_lamps(lamp(BULB, 0, 900, 900))
    far = with_lamps(lamp(BULB, 0, 1800, 1800))
    ratio = _free(changed(**bulb)).mean() / _free(changed(**far)).mean()
    assert ratio == pytest.approx(4, rel=0.08)


def test_lux_at_one_metre_is_that_of_the_whole_area() -> None:
    """A lamp known by its light at one metre gives that light at one metre."""
    known = SOFT.model_copy(update={"flux_lm": None, "illuminance_at_1_m_lx": 1500.0})
    plan = changed(**with_lamps(lamp(known, 0, 0, 1000)))
    emitter = study(plan).lamps[0].lamp.emitter
    top = study(plan).work.plane.middle.z
    below = np.array([[0.0, 0.0, top + 0.0]])
    lit = light_at(below, np.array([0.0, 0.0, 1.0]), (emitter,)).free[0, 0]
    assert lit == pytest.approx(1500.0, rel=0.02)
    assert full_intensity(SOFT.model_copy(update={"flux_lm": None})) is None


def test_a_bulb_by_the_closed_form() -> None:
    """E = Φ ÷ 4π · cos ÷ r²."""
    plan = changed(**with_lamps(lamp(BULB, 0, 0, 2000)), room__ceiling_mm=None, room__obstacles=[])
    at = study(plan)
    points = at.ground.points
    middle = points[(points[:, 0] ** 2 + points[:, 1] ** 2).argmin()]
    r2 = middle[0] ** 2 + middle[1] ** 2 + (2000 - middle[2]) ** 2
    expected = 3000 / (4 * math.pi) * (2000 - middle[2]) / math.sqrt(r2) / r2 * 1e6
    found = at.together.free[(points[:, 0] ** 2 + points[:, 1] ** 2).argmin()]
    assert found == pytest.approx(expected, rel=2e-3)


def test_exposure_follows_the_light() -> None:
    """Half the light needs twice the ISO; at the light needed the ISO is the clean one."""
    one, two = (
        study(changed(lights__0__level_percent=40)),
        study(changed(lights__0__level_percent=20)),
    )
    assert one.iso is not None and two.iso is not None  # noqa: PT018
    assert two.iso == pytest.approx(2 * one.iso)
    assert one.needed_lx is not None
    assert one.iso * one.mean_lx == pytest.approx(1600 * one.needed_lx)
    assert one.stops_to_spare == pytest.approx(math.log2(one.mean_lx / one.needed_lx))


def test_a_lamp_of_unknown_brightness_says_no_lux() -> None:
    dim = SOFT.model_copy(update={"flux_lm": None})
    found = study(changed(**with_lamps(lamp(dim, -232, 403, 997))))
    assert not found.known
    assert found.iso is None
    assert found.lamps[0].share == pytest.approx(study().lamps[0].share)
    plan = changed(**with_lamps(lamp(dim, -232, 403, 997)))
    keys = {one.key for one in evaluate(plan, try_mends=False).cameras[0].figures}
    assert "light.illuminance" not in keys
    assert "light.share" in keys


def test_taking_over_what_is_known_changes_nothing() -> None:
    scenes = camera_studies(SOUND)
    assert scenes[0].light is not None
    plan = changed(
        lights=[ABOVE, lamp(PANEL, 600, 300, 700, "two", level_percent=15)],
    )
    again, fresh = changed_plan(scenes, plan)[0].light, study(plan)
    assert again is not None
    assert again.mean_lx == pytest.approx(fresh.mean_lx, rel=1e-12)
    assert again.shade == fresh.shade
    assert [one.share for one in again.lamps] == [one.share for one in fresh.lamps]


def test_the_order_of_lamps_changes_nothing() -> None:
    two = lamp(PANEL, 600, 300, 700, "two", level_percent=15)
    one, other = study(changed(lights=[ABOVE, two])), study(changed(lights=[two, ABOVE]))
    assert one.mean_lx == pytest.approx(other.mean_lx)
    assert one.shade is not None and other.shade is not None  # noqa: PT018
    assert one.shade.p95 == pytest.approx(other.shade.p95, abs=1e-9)
    assert one.spread_mired == pytest.approx(other.spread_mired)


CARD = LightCard(name="a white card", use="bounce", width_mm=700, height_mm=500, reflectance=0.9)


def card(kind: LightCard = CARD, **place: float) -> list[dict[str, Any]]:
    placed = PlacedCard(id="card", card=kind, position=LampPlace(**place))
    return [placed.model_dump(mode="json")]


def test_a_bounce_card_fills_the_shadow_by_the_closed_form() -> None:
    """What it adds is ρ·E·A ÷ π as a matt area: near its middle L·A·cos·cos ÷ r²."""
    side = with_lamps(lamp(PANEL, -900, 0, 500))
    place: dict[str, Any] = {"x_mm": 520.0, "y_mm": 0.0, "z_mm": 300.0}
    without, within = study(changed(**side)), study(changed(**side, cards=card(**place)))
    added = within.together.things - without.together.things
    assert (added >= 0).all()
    assert (added > 0).mean() > 0.9
    points = within.ground.points
    near = int(np.argmin(np.abs(points[:, 0] - 200) + np.abs(points[:, 1])))
    emitter = within.ground.cards[0].emitter
    cd = within.alone[0].card_cd[0] * within.lamps[0].lamp.emitter.intensity_cd
    row, patches = emitter.row, (np.arange(60) + 0.5) / 30 - 1
    u, v = np.array(row[6:9]) * row[12], np.array(row[9:12]) * row[13]
    places = np.array([[*emitter.centre]]) + np.array(
        [s * u + t * v for s in patches for t in patches]
    )
    way = places - points[near]
    r2 = (way**2).sum(axis=1)
    cosines = way[:, 2] * -(way @ np.array([*emitter.toward.unit])) / r2
    assert added[near] == pytest.approx(cd * 1e6 * float((cosines / r2).mean()), rel=0.03)
    lux = cd * math.pi / 0.9 / (0.7 * 0.5)
    direct = light_at(
        np.array([[*emitter.centre]]), np.array([*emitter.toward.unit]),
        (within.lamps[0].lamp.emitter,),
    ).free[0, 0]  # fmt: skip
    assert lux == pytest.approx(direct, rel=0.25)
    assert within.evenness_stops < without.evenness_stops


def test_a_flag_takes_light_and_a_diffuser_softens_it() -> None:
    bare = with_lamps(lamp(BULB, -600, 350, 800))
    flag = CARD.model_copy(update={"use": "flag", "reflectance": None})
    silk = CARD.model_copy(update={"use": "diffuser", "reflectance": None, "transmittance": 0.6})
    open_, flagged, soft = (
        study(changed(**bare)),
        study(changed(**bare, cards=card(flag))),
        study(changed(**bare, cards=card(silk))),
    )
    assert flagged.seen_lx.mean() < 0.2 * open_.seen_lx.mean()
    assert 0.1 * open_.seen_lx.mean() < soft.seen_lx.mean() < 0.8 * open_.seen_lx.mean()
    assert open_.shade is not None and soft.shade is not None  # noqa: PT018
    assert soft.shade.mean < open_.shade.mean
    assert {one.field for one in assumed_in(scene(changed(**bare, cards=card(flag))))} >= {
        "/cards/0/position/x_mm",
        "/cards/0/card/reflectance",
    }


def test_a_room_of_known_size_lifts_the_shadows_a_little() -> None:
    walls: dict[str, Any] = {
        "room__width_mm": 4000,
        "room__depth_mm": 4000,
        "room__table_from_left_wall_mm": 1200,
        "room__table_from_far_wall_mm": 1500,
    }
    open_, walled = study(), study(changed(**walls))
    assert walled.mean_lx > open_.mean_lx
    area = 2 * (4 * 4 + 2 * 4 * 2.6)
    flux = 0.3 * 4200
    added = walled.together.free - open_.together.free
    assert added == pytest.approx(np.full(len(added), flux * 0.5 / (area * 0.5)), rel=1e-6)


def test_maps_say_the_same_as_the_figures() -> None:
    light = map_of(SOUND, of="light")
    seen = study().seen_lx
    assert max(light.values) == pytest.approx(math.log2(seen.max() / np.median(seen)), abs=0.1)
    worst, one = map_of(SOUND, of="shadow"), map_of(SOUND, of="shadow", pose=4)
    for deep, here in zip(worst.values, one.values, strict=True):
        assert deep >= here - 0.02
    assert UNSEEN in one.values
    gloss = map_of(GILDING, of="gloss")
    share = sum(value >= 0 for value in gloss.values) / len(gloss.values)
    mirrored = max(one.glare for one in study(GILDING).lamps)
    assert share == pytest.approx(mirrored, abs=0.08)
    with pytest.raises(InputError, match="no lamp yet"):
        map_of(changed(lights=[]), of="light")


def test_the_picture_is_lit_by_the_lamps() -> None:
    lens = scene(SOUND).lens
    assert lens is not None
    sky = picture_of(lens, width_px=160)
    left = study(changed(**with_lamps(lamp(PANEL, -700, 100, 500))))
    right = study(changed(**with_lamps(lamp(PANEL, 700, 100, 500))))
    one = picture_of(lens, width_px=160, light=left).astype(float).mean(axis=2)
    two = picture_of(lens, width_px=160, light=right).astype(float).mean(axis=2)
    assert not np.array_equal(sky, one)
    assert one[20:40, 20:40].mean() > two[20:40, 20:40].mean() + 5
    assert one[20:40, -40:-20].mean() < two[20:40, -40:-20].mean() - 5
    again = picture_of(lens, width_px=160, light=left).astype(float).mean(axis=2)
    assert np.array_equal(one, again)


def test_the_picture_keeps_middle_grey_whatever_the_level_but_grows_grainy() -> None:
    lens = scene(SOUND).lens
    assert lens is not None

    def of(percent: float) -> Any:
        light = study(changed(lights__0__level_percent=percent))
        return picture_of(lens, width_px=320, quality="fine", light=light).astype(float)

    bright, dim = of(100), of(10)
    assert bright.mean() == pytest.approx(dim.mean(), abs=3)
    patch = (slice(20, 44), slice(150, 190))
    assert dim[patch].std() > bright[patch].std()


def test_a_warm_lamp_beside_a_cold_one_tints_its_side() -> None:
    lens = scene(SOUND).lens
    assert lens is not None
    two = with_lamps(
        lamp(PANEL, -700, 0, 500, "warm", cct_k=3200, level_percent=20),
        lamp(PANEL, 700, 0, 500, "cold", cct_k=5600, level_percent=20),
    )
    picture = picture_of(lens, width_px=160, light=study(changed(**two))).astype(float)
    left, right = picture[15:35, 25:45].mean(axis=(0, 1)), picture[15:35, -45:-25].mean(axis=(0, 1))
    assert left[0] / left[2] > right[0] / right[2] * 1.05


def outcome(plan: Plan, owned: Owned) -> LightingOutcome:
    *steps, last = place_lamps(plan, owned=owned)
    assert isinstance(last, LightingOutcome)
    told = [one for one in steps if isinstance(one, Progress)]
    assert [one.done for one in told] == sorted({one.done for one in told})
    assert all(one.done < one.of for one in told)
    return last


OWN = Owned(fixtures=OWNED_LAMPS)


def test_lamps_are_placed_from_the_cupboard_and_what_is_said_is_so() -> None:
    plan = changed(lights=[])
    found = outcome(plan, OWN)
    assert found.options
    assert found.options[0].kind == "best"
    for option in found.options:
        after = apply_changes(plan, option.changes)
        light = study(after)
        said = sentence_words(option.gives, "cm")
        assert light.shade is not None
        assert f"{round(light.shade.p95, 1):g} stops" in said or "shadows to 0" in said
        assert all(not one.blocked and not one.in_frame for one in light.lit)
    verdicts = {
        one.verdict
        for one in evaluate(apply_changes(plan, found.options[0].changes), try_mends=False).findings
        if one.step == "light"
    }
    assert found.works == verdicts.isdisjoint({"fails", "unknown"})
    assert (verdicts == {"holds"}) == ("holds" in sentence_words(found.says, "cm"))


def test_a_plan_keeps_its_lamps_and_switches_off_what_does_not_help() -> None:
    found = outcome(GILDING, Owned())
    lights = apply_changes(GILDING, found.options[0].changes).lights
    assert [one.id for one in lights] == [one.id for one in GILDING.lights]
    assert any(one.lit for one in lights)


def test_nothing_to_place_is_said() -> None:
    (last,) = place_lamps(BARE)
    assert isinstance(last, LightingOutcome)
    assert not last.works
    assert "cupboard" in sentence_words(last.says, "cm")


def test_levels_by_bounded_least_squares() -> None:
    one = bounded_levels(np.array([4.0]), np.array([0.0]))
    assert one[0] * 4 == pytest.approx(1.0, rel=1e-6)
    two = bounded_levels(np.array([3.0, 3.0]), np.array([0.0, 0.0]))
    assert (3 * two).sum() == pytest.approx(1.0, abs=0.05)
    assert two[0] == pytest.approx(2 * two[1], rel=0.05)
    least = bounded_levels(np.array([30.0, 30.0]), np.array([0.1, 0.1]))
    assert least == pytest.approx([0.1, 0.1], abs=1e-3)
    assert tidy_percent(12.3) == 13
    assert tidy_percent(41.2) == 45
    assert tidy_percent(120.0) == 100


def test_a_dome_of_a_plan_names_the_best_and_mends_by_it() -> None:
    reply = dome_of(GILDING, lamp=0)
    assert reply.best is not None
    assert reply.best.glare == 0
    after = evaluate(apply_changes(GILDING, reply.changes), try_mends=False)
    glare = next(one for one in after.findings if one.code == "light.glare")
    assert glare.verdict == "holds"
    with pytest.raises(InputError, match="there is no lamp 5"):
        dome_of(GILDING, lamp=5)


def test_with_other_lamps_the_dome_says_what_this_one_adds() -> None:
    """Where the lamp stands already, the dome says what the finding says; alone it says no depth."""
    two = changed(lights=[ABOVE, lamp(PANEL, 600, 300, 700, "two", level_percent=15)])
    found = study(two)
    beside = found.beside(1)
    assert beside is not None
    assert study(SOUND).beside(0) is None
    one = found.lamps[1]
    (here,) = dome(
        found.scene, PANEL, distance_mm=one.distance_mm,
        where=[(one.azimuth_deg, one.elevation_deg)], beside=beside,
    )  # fmt: skip
    assert found.shade is not None
    assert here.depth_stops == pytest.approx(found.shade.p95, abs=0.05)
    reply = dome_of(two, lamp=1)
    assert reply.best is not None
    assert reply.best.depth_stops is not None
    assert here.depth_stops is not None
    assert reply.best.depth_stops <= here.depth_stops + 0.1
    assert "with the other light" in sentence_words(reply.says, "cm")
    assert all(one.depth_stops is None for one in dome_of(SOUND).directions)


def test_directions_and_places_go_back_and_forth() -> None:
    middle = study().work.plane.middle
    for way in ((0.0, 10.0, 900.0), (123.0, 45.0, 1100.0), (359.0, 80.0, 400.0)):
        assert direction_of(middle, spot_at(middle, *way)) == pytest.approx(way, abs=1e-6)


def test_colour_in_mired() -> None:
    assert mired(5000) == pytest.approx(200)
    assert spread_mired([3200, 5600], [0.5, 0.5]) == pytest.approx(312.5 - 178.571, rel=1e-4)
    assert spread_mired([3200, 5600], [0.95, 0.05]) == 0
    assert mixed_cct_k([4000, 4000], [1, 3]) == pytest.approx(4000)
    assert 3200 < mixed_cct_k([3200, 5600], [0.5, 0.5]) < 5600
    name, left = gel_for(from_k=5600, to_k=3200) or ("", 99.0)
    assert name == "full orange"
    assert left < 30
    assert gel_for(from_k=5000, to_k=5000) is None
    red, green, blue = tint(cct_k=3200, white_k=5600)
    assert red > green > blue
    assert tint(cct_k=4300, white_k=4300) == pytest.approx((1.0, 1.0, 1.0))


def test_a_spot_is_a_spot_in_the_figures() -> None:
    assert study(changed(**with_lamps(lamp(SPOT, -200, 330, 600)))).hot_stops > 1.5
    assert figure(SOUND, "light.evenness") < 1


def test_the_answer_says_where_the_lamp_stands_in_figures_of_the_tape() -> None:
    said = sentence_words(answer(SOUND).line, "cm")
    assert said.startswith("A soft lamp at 11 o’clock, 65° up")
    under = sentence_words(answer(SOUND).under, "cm")
    assert "from the left table edge" in under
    assert "ISO" in under
    missing = sentence_words(answer(changed(lights=[])).line, "cm")
    assert "Take a lamp" in missing


@pytest.mark.parametrize("plan", PLANS, ids=[plan.title for plan in PLANS])
def test_the_demo_is_lit(plan: Plan) -> None:
    found = study(plan)
    assert found.lit
    if plan is DULCIMER:
        step = next(one for one in evaluate(plan, try_mends=False).steps if one.step == "light")
        assert step.verdict == "holds"


def test_a_lamp_without_a_place_stands_where_its_role_begins() -> None:
    free = Light(id="free", fixture=SOFT).model_dump(mode="json")
    plan = changed(lights=[free])
    found = study(plan).lamps[0]
    assert (found.azimuth_deg, found.elevation_deg) == pytest.approx((330, 50))
    left = study(changed(lights=[free], maker__handedness="left")).lamps[0]
    assert left.azimuth_deg == pytest.approx(30)
    fields = {one.field for one in evaluate(plan, try_mends=False).assumed}
    assert "/lights/0/position/z_mm" in fields
