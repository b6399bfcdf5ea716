"""What the card says of the lamps, and the maps of the zone, against the study they come from."""

from __future__ import annotations

import math

import numpy as np
import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.solve.light.lamp_dome import map_of
from steeple.core.study.base.card import CardRow, CardSection
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.light.card import light_sections
from steeple.core.study.light.maps import FINE, UNSEEN
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import GILDING, PLANS
from tests.light_cases import DIM, PANEL, lamp, with_lamps
from tests.plans import BULB, SOFT, SOUND, changed


def study(plan: Plan) -> LightStudy:
    found = camera_studies(plan)[0].light
    assert found is not None
    return found


def sections(plan: Plan, fields: set[str] | None = None) -> dict[str, CardSection]:
    return {one.heading: one for _, one in light_sections(study(plan), "overhead", fields or set())}


def rows(plan: Plan, heading: str) -> dict[str, CardRow]:
    return {one.label: one for one in sections(plan)[heading].rows}


def value(row: CardRow) -> float:
    assert row.quantity is not None
    return row.quantity.value


def test_a_lamp_is_found_by_tape_from_the_edges_of_the_table() -> None:
    plan = changed(**with_lamps(lamp(PANEL, -300, 250, 800)))
    found = rows(plan, "Light")
    table = study(plan).work.table
    assert value(found["a panel, its middle above the table"]) == 800
    assert value(found["from the left table edge"]) == pytest.approx(-300 - table.left)
    assert value(found["from your table edge"]) == pytest.approx(250 - table.near)
    hint = found["a panel, its middle above the table"].hint
    assert "at half past 10, 64° up" in hint
    assert "turned to the middle of the zone" in hint


def test_a_place_that_was_worked_out_is_marked_as_such() -> None:
    plan = changed(**with_lamps(lamp(PANEL, -300, 250, 800)))
    marked = {
        one.label
        for one in sections(plan, {"/lights/0/position/z_mm"})["Light"].rows
        if one.assumed
    }
    assert marked == {"a panel, its middle above the table"}


def test_what_is_walked_for_comes_before_what_has_a_remote() -> None:
    near = PANEL.model_copy(update={"name": "by hand", "remote": False})
    far = PANEL.model_copy(update={"name": "by remote", "remote": True})
    plan = changed(
        **with_lamps(
            lamp(far, -500, 300, 800, "one", level_percent=30),
            lamp(near, 500, 300, 800, "two", level_percent=60),
        )
    )
    labels = [one.label for one in sections(plan)["Set once, before you sit down"].rows]
    assert labels.index("Dimmer: by hand") < labels.index("Dimmer: by remote")
    found = rows(plan, "Set once, before you sit down")
    assert value(found["Dimmer: by hand"]) == 60
    assert "at the lamp" in found["Dimmer: by hand"].hint
    assert "by its remote" in found["Dimmer: by remote"].hint


def test_the_meter_reads_what_the_study_says() -> None:
    plan = changed(**with_lamps(lamp(PANEL, -300, 250, 800, level_percent=50)))
    hint = rows(plan, "Set once, before you sit down")["Dimmer: a panel"].hint
    assert f"{study(plan).lit[0].zone_lx:.0f} lx" in hint
    unknown = changed(**with_lamps(lamp(DIM, -300, 250, 800)))
    assert "lx" not in rows(unknown, "Set once, before you sit down")[f"Dimmer: {DIM.name}"].hint


def test_a_lamp_without_dimmer_and_one_switched_off_are_said() -> None:
    fixed = BULB.model_copy(update={"name": "fixed", "least_level_percent": 100})
    plan = changed(
        **with_lamps(
            lamp(fixed, -500, 300, 900, "one"), lamp(PANEL, 500, 300, 800, "two", lit=False)
        )
    )
    found = rows(plan, "Set once, before you sit down")
    assert "cannot be dimmed" in found["Dimmer: fixed"].hint
    assert found["Switched off"].text == "a panel"
    assert "Dimmer: a panel" not in found


def test_white_balance_and_iso_are_those_of_the_light() -> None:
    found, light = rows(GILDING, "Set once, before you sit down"), study(GILDING)
    assert light.cct_k is not None
    assert abs(value(found["White balance"]) - light.cct_k) <= 25
    assert light.iso is not None
    assert value(rows(GILDING, "By this light")["ISO"]) == pytest.approx(light.iso)
    assert "never left to the camera" in found["White balance"].hint


def test_a_card_stands_on_the_card() -> None:
    white = LightCard(
        name="white board", use="bounce", width_mm=600, height_mm=400, reflectance=0.85
    )
    plan = changed(cards=[{"id": "white", "card": white.model_dump(mode="json")}])
    found = rows(plan, "Light")
    assert value(found["white board, its middle above the table"]) > 0
    assert "facing the middle of the zone" in found["white board, its middle above the table"].hint


@pytest.mark.parametrize("plan", PLANS, ids=lambda plan: plan.title)
def test_the_card_of_each_demo_plan_says_every_lit_lamp(plan: Plan) -> None:
    card = evaluate(plan, try_mends=False).cards[0]
    said = " ".join(row.label for section in card.sections for row in section.rows)
    for one in study(plan).lit:
        assert one.lamp.name in said


def test_the_map_of_light_is_that_of_the_study() -> None:
    found, light = map_of(SOUND), study(SOUND)
    stops = np.array(found.values).reshape(found.along, found.across)
    assert (found.across, found.along) == FINE
    assert np.median(stops) == pytest.approx(0, abs=0.02)
    coarse = np.log2(light.seen_lx / np.median(light.seen_lx)).reshape(12, 18)
    assert stops[0, 0] == pytest.approx(coarse[0, 0], abs=0.15)
    assert stops[-1, -1] == pytest.approx(coarse[-1, -1], abs=0.15)
    for share in (0.1, 0.5, 0.9):
        assert np.quantile(stops, share) == pytest.approx(np.quantile(coarse, share), abs=0.1)
    said = sentence_words(found.says, "cm")
    assert "in the middle; stops against it" in said


def test_the_map_of_a_lamp_of_unknown_brightness_says_no_lux() -> None:
    found = map_of(changed(**with_lamps(lamp(DIM, -232, 403, 997))))
    assert "lx" not in sentence_words(found.says, "cm")
    assert max(found.values) > 0


def test_the_deepest_shadow_is_the_deepest_of_the_poses() -> None:
    plan = changed(**with_lamps(lamp(PANEL, 700, -80, 320)))
    poses = np.array([map_of(plan, of="shadow", pose=pose).values for pose in range(9)])
    worst = np.array(map_of(plan, of="shadow").values)
    assert worst == pytest.approx(poses.max(axis=0), abs=0.011)
    seen = worst > UNSEEN
    assert worst[seen].min() >= 0
    assert worst[seen].max() > 2


def test_no_shadow_where_nobody_sits_in_the_light() -> None:
    plan = changed(**with_lamps(lamp(SOFT, -350, 900, 700)))
    values = np.array(map_of(plan, of="shadow", pose=4).values)
    assert np.quantile(values[values > UNSEEN], 0.5) < 0.2


def test_matt_work_mirrors_less_than_polished() -> None:
    above = with_lamps(lamp(PANEL, 150, 200, 740))
    shares = []
    for gloss in ("matt", "satin", "polished"):
        values = np.array(map_of(changed(work__gloss=gloss, **above), of="gloss").values)
        shares.append(float((values >= 0).mean()))
    assert shares[0] == 0
    assert shares[2] > 0.01
    peaks = [
        max(map_of(changed(work__gloss=gloss, **above), of="gloss").values)
        for gloss in ("matt", "satin", "polished")
    ]
    assert peaks[0] < peaks[1] < peaks[2]


def test_a_level_changes_the_lux_of_a_map_and_not_its_stops() -> None:
    half = apply_changes(SOUND, (Change(path="/lights/0/level_percent", value=50),))
    quarter = apply_changes(SOUND, (Change(path="/lights/0/level_percent", value=25),))
    assert map_of(half).values == map_of(quarter).values
    lux = [study(one).mean_lx for one in (half, quarter)]
    assert lux[0] / lux[1] == pytest.approx(2.0, rel=1e-6)
    spare = [study(one).stops_to_spare for one in (half, quarter)]
    assert spare[0] is not None
    assert spare[1] is not None
    assert spare[0] - spare[1] == pytest.approx(1.0, abs=1e-6)
    iso = [study(one).iso for one in (half, quarter)]
    assert iso[0] is not None
    assert iso[1] is not None
    assert math.log2(iso[1] / iso[0]) == pytest.approx(1.0, abs=1e-6)
