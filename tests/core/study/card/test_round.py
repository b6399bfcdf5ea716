"""The round of the lamps: by the tape, in the order of one walk, with what is set at each."""

from __future__ import annotations

import pytest

from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.parts.lamp import Light
from steeple.core.study.base.sentence import Quantity
from steeple.core.study.card.lists.round import RoundStop, round_of
from steeple.core.study.plan_study import camera_studies
from steeple.demo.angles import SHELF
from tests.light_cases import DIM, PANEL, lamp, with_lamps
from tests.plans import BULB, changed


def stops(plan: Plan) -> tuple[RoundStop, ...]:
    camera = camera_studies(plan)[0]
    return round_of(camera.light, camera.bench)


def value(quantity: Quantity | None) -> float:
    assert quantity is not None
    return quantity.value


def test_a_lamp_is_found_by_tape_from_the_edges_of_the_table() -> None:
    plan = changed(**with_lamps(lamp(PANEL, -300, 250, 800)))
    (stop,) = stops(plan)
    table = camera_studies(plan)[0].bench.table
    assert value(stop.above_table) == 800
    assert value(stop.above_floor) == 800 + camera_studies(plan)[0].bench.table_height_mm
    assert (stop.across.where, stop.away.where) == (
        "from the left table edge",
        "from your table edge",
    )
    assert value(stop.across.length) == pytest.approx(-300 - table.left)
    assert value(stop.away.length) == pytest.approx(250 - table.near)
    assert (stop.clock, value(stop.up)) == ("half past 10", 64)
    assert stop.turned_to == "the middle of the zone"
    assert not stop.assumed


def test_a_lamp_beyond_the_table_is_measured_from_its_nearest_edges() -> None:
    (stop,) = stops(changed(**with_lamps(lamp(PANEL, -1500, 1500, 800))))
    assert (stop.across.where, stop.away.where) == (
        "left of the table",
        "beyond the far table edge",
    )
    assert value(stop.across.length) > 0
    assert value(stop.away.length) > 0


def test_a_place_left_to_steeple_is_marked_as_such() -> None:
    plan = changed(**with_lamps(lamp(PANEL, -300, 250, 800)))
    (stop,) = stops(plan.model_copy(update={"lights": (without_height(plan),)}))
    assert stop.assumed


def without_height(plan: Plan) -> Light:
    light = plan.lights[0]
    return light.model_copy(update={"position": light.position.model_copy(update={"z_mm": None})})


def test_one_walks_from_the_seat_by_the_left_round_the_table() -> None:
    at = {"right": (900, 0), "far": (0, 900), "left": (-900, 0), "beside you": (-500, -700)}
    plan = changed(
        **with_lamps(
            *(
                lamp(PANEL.model_copy(update={"name": name}), x, y, 800, f"l{index}")
                for index, (name, (x, y)) in enumerate(at.items())
            )
        )
    )
    assert [one.name for one in stops(plan)] == ["beside you", "left", "far", "right"]
    assert [one.number for one in stops(plan)] == [1, 2, 3, 4]


def test_level_and_how_it_is_set() -> None:
    near = PANEL.model_copy(update={"name": "by hand", "remote": False})
    far = PANEL.model_copy(update={"name": "by remote", "remote": True})
    fixed = BULB.model_copy(update={"name": "fixed", "least_level_percent": 100})
    plan = changed(
        **with_lamps(
            lamp(far, -500, 300, 800, "one", level_percent=30),
            lamp(near, 500, 300, 800, "two", level_percent=60),
            lamp(fixed, 0, 700, 900, "three"),
            lamp(PANEL, 100, 700, 900, "four", lit=False),
        )
    )
    found = {one.name: one for one in stops(plan)}
    assert set(found) == {"by hand", "by remote", "fixed"}
    assert (value(found["by hand"].level), found["by hand"].level_by) == (60, "at the lamp")
    assert (value(found["by remote"].level), found["by remote"].level_by) == (30, "by its remote")
    assert (found["fixed"].level, found["fixed"].level_by) == (None, "cannot be dimmed")


def test_the_meter_reads_what_the_study_says() -> None:
    plan = changed(**with_lamps(lamp(PANEL, -300, 250, 800, level_percent=50)))
    light = camera_studies(plan)[0].light
    assert light is not None
    assert value(stops(plan)[0].reading) == pytest.approx(light.lit[0].zone_lx, rel=0.005)
    assert stops(changed(**with_lamps(lamp(DIM, -300, 250, 800))))[0].reading is None


def test_a_white_card_is_a_stop_of_the_round() -> None:
    white = LightCard(
        name="white board", use="bounce", width_mm=600, height_mm=400, reflectance=0.85
    )
    plan = changed(cards=[{"id": "white", "card": white.model_dump(mode="json")}])
    found = next(one for one in stops(plan) if one.name == "white board")
    assert (found.kind, found.level, found.assumed) == ("bounce", None, True)
    assert value(found.above_table) > 0


@pytest.mark.parametrize("plan", SHELF, ids=lambda plan: plan.title)
def test_every_lit_lamp_of_a_demo_plan_is_on_the_round(plan: Plan) -> None:
    light = camera_studies(plan)[0].light
    assert light is not None
    assert {one.lamp.name for one in light.lit} <= {one.name for one in stops(plan)}


def test_no_light_no_round() -> None:
    assert stops(changed(lights=[])) == ()
