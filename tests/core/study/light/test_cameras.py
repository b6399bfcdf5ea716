"""Light seen by several cameras: what is said once, and what each has of its own."""

from __future__ import annotations

from collections import Counter

import numpy as np
import pytest

from steeple.core.evaluation import evaluate
from steeple.core.findings.registry import RULES
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.solve.light.lamp_dome import dome_of, map_of
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.plan_study import changed as changed_plan
from tests.light_cases import lamp, two_cameras, with_lamps
from tests.plans import BULB, changed


def test_what_is_the_same_for_every_camera_is_said_once() -> None:
    found = evaluate(two_cameras(), try_mends=False).findings
    told = Counter((one.code, one.about) for one in found)
    assert max(told.values()) == 1
    for rule in RULES:
        if rule.step == "light":
            about = {one.about for one in found if one.code == rule.code}
            assert about <= ({""} if rule.once else {"overhead", "beside"}), rule.code
    assert {one.about for one in found if one.code == "light.glare"} == {"overhead", "beside"}
    assert [one.about for one in found if one.code == "light.mixed-colour"] == [""]


def test_what_is_said_of_the_whole_plan_is_so_for_each_camera() -> None:
    """Rules that are asked for one camera alone give the same verdict for any other."""
    first, second = camera_studies(two_cameras())
    for rule in RULES:
        if rule.step == "light" and rule.once:
            one, other = rule.finding(first), rule.finding(second)
            assert (one and one.verdict, one and one.title) == (
                other and other.verdict,
                other and other.title,
            ), rule.code


def test_each_camera_has_a_map_a_dome_and_an_answer_of_its_own() -> None:
    plan = two_cameras()
    first, second = (map_of(plan, index=index, of="gloss") for index in (0, 1))
    assert first.values != second.values
    assert map_of(plan, index=0).values == pytest.approx(map_of(plan, index=1).values)
    shares = [
        [one.share for one in dome_of(plan, index=index, draft=True).directions] for index in (0, 1)
    ]
    assert shares[0] != shares[1]
    answers = [one for one in evaluate(plan, try_mends=False).answers if one.step == "light"]
    assert [one.about for one in answers] == ["overhead", "beside"]


def beside_the_lamp() -> Plan:
    """The sound plan with a bare bulb, and a second camera half way from it to the work."""
    plan = changed(**with_lamps(lamp(BULB, -600, 400, 900)))
    data = plan.model_dump(mode="json")
    second = data["cameras"][0] | {"id": "beside", "role": "three-quarter", "support": None}
    second["position"] = {"x_mm": -300, "y_mm": 200, "z_mm": 450}
    second["aim"] = {"tilt_deg": 37, "toward_deg": 120}
    return Plan.model_validate(data | {"cameras": [*data["cameras"], second]})


def test_the_other_camera_stands_in_the_light() -> None:
    plan = beside_the_lamp()
    alone = changed(**with_lamps(lamp(BULB, -600, 400, 900)))
    (one,), (first, second) = camera_studies(alone), camera_studies(plan)
    assert one.light is not None
    assert first.light is not None
    assert second.light is not None
    assert (first.light.seen_lx < 0.3 * one.light.seen_lx).any()
    assert first.light.seen_lx == pytest.approx(second.light.seen_lx)
    assert first.light.together.free == pytest.approx(one.light.together.free)
    found = {(each.code, each.about): each.verdict for each in evaluate(plan).findings}
    assert found["light.rig-shadow", "overhead"] == "fails"


def test_scenes_made_from_earlier_ones_know_the_cameras_beside() -> None:
    plan = beside_the_lamp()
    before = camera_studies(plan)
    assert all(one.light is not None for one in before)
    moved = apply_changes(plan, [Change(path="/lights/0/position/x_mm", value=-500.0)])
    for found, wanted in zip(changed_plan(before, moved), camera_studies(moved), strict=True):
        assert found.light is not None
        assert wanted.light is not None
        assert np.array_equal(found.light.seen_lx, wanted.light.seen_lx)
