"""What the card says of the lamps, and the maps of the zone, against the study they come from."""

from __future__ import annotations

import math

import numpy as np
import pytest

from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.solve.light.lamp_dome import map_of
from steeple.core.study.base.card import CardRow, CardSection
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.light.card import light_sections
from steeple.core.study.light.maps import FINE, UNSEEN
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import GILDING
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


def test_what_is_switched_off_is_said() -> None:
    plan = changed(
        **with_lamps(
            lamp(BULB, -500, 300, 900, "one"), lamp(PANEL, 500, 300, 800, "two", lit=False)
        )
    )
    assert rows(plan, "Set once, before you sit down")["Switched off"].text == "a panel"


def test_white_balance_and_iso_are_those_of_the_light() -> None:
    found, light = rows(GILDING, "Set once, before you sit down"), study(GILDING)
    assert light.cct_k is not None
    assert abs(value(found["White balance"]) - light.cct_k) <= 25
    assert light.iso is not None
    assert value(rows(GILDING, "By this light")["ISO"]) == pytest.approx(light.iso)
    assert "never left to the camera" in found["White balance"].hint


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
