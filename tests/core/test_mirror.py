"""A left-handed maker at a mirrored bench is told the mirrored thing, and nothing else."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.evaluation import evaluate
from steeple.core.findings.finding import Finding
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import validate_plan
from steeple.core.solve.lens.search import best_setting
from steeple.core.solve.lens.zoom_map import zoom_map
from steeple.core.study.lens.study import LensStudy
from steeple.demo.plans import PLANS
from tests.plans import SOUND, changed, scene


def mirrored(plan: Plan) -> Plan:
    """The plan seen in a mirror that stands between left and right."""
    data: dict[str, Any] = plan.model_dump(mode="json")
    width = data["table"]["width_mm"]
    zone = data["work"]["zone"]
    if zone["from_left_edge_mm"] is not None:
        zone["from_left_edge_mm"] = width - zone["from_left_edge_mm"] - zone["width_mm"]
    for item in data["work"]["items"]:
        item["x_mm"] = -item["x_mm"]
    for block in data["room"]["obstacles"]:
        block["from_left_edge_mm"] = width - block["from_left_edge_mm"] - block["width_mm"]
    for area in data["room"]["keep_clear"]:
        area["from_left_edge_mm"] = width - area["from_left_edge_mm"] - area["width_mm"]
    for support in data["supports"]:
        if support["foot"]["x_mm"] is not None:
            support["foot"]["x_mm"] = -support["foot"]["x_mm"]
        if support["legs_toward_deg"] is not None:
            support["legs_toward_deg"] = (360 - support["legs_toward_deg"]) % 360
    room = data["room"]
    if room["width_mm"] is not None and room["table_from_left_wall_mm"] is not None:
        room["table_from_left_wall_mm"] = room["width_mm"] - width - room["table_from_left_wall_mm"]
    for window in room["windows"]:
        if window["wall"] in ("left", "right"):
            window["wall"] = "right" if window["wall"] == "left" else "left"
        else:
            window["along_mm"] = width - window["along_mm"] - window["width_mm"]
    if data["room"]["daylight"] is not None:
        # The sun itself is not mirrored: right for windows that it never comes through.
        bearing = data["room"]["daylight"]["bearing_deg"]
        data["room"]["daylight"]["bearing_deg"] = (360 - bearing) % 360
    for lamp in data["lights"]:
        for place in (lamp["position"], lamp["aim"]):
            if place["x_mm"] is not None:
                place["x_mm"] = -place["x_mm"]
    slope = data["room"]["slope"]
    if slope is not None and slope["across"] == "left-right":
        slope["first_mm"], slope["second_mm"] = slope["second_mm"], slope["first_mm"]
    maker = data["maker"]
    maker["handedness"] = "left" if maker["handedness"] != "left" else "right"
    if maker["x_mm"] is not None:
        maker["x_mm"] = -maker["x_mm"]
    second = maker["second"]
    if second is not None and second.get("x_mm") is not None:
        second["x_mm"] = -second["x_mm"]
    for camera in data["cameras"]:
        if camera["position"]["x_mm"] is not None:
            camera["position"]["x_mm"] = -camera["position"]["x_mm"]
        toward = camera["aim"]["toward_deg"]
        if toward is not None:
            camera["aim"]["toward_deg"] = (360 - toward) % 360
    for mic in data["mics"]:
        for place in (mic["position"], mic["foot"]):
            if place["x_mm"] is not None:
                place["x_mm"] = -place["x_mm"]
        if mic["toward_deg"] is not None:
            mic["toward_deg"] = (360 - mic["toward_deg"]) % 360
    for recorder in data["recorders"]:
        if recorder["position"]["x_mm"] is not None:
            recorder["position"]["x_mm"] = -recorder["position"]["x_mm"]
    for noise in data["sound"]["noises"]:
        if noise["x_mm"] is not None:
            noise["x_mm"] = -noise["x_mm"]
    return validate_plan(data)


def study(plan: Plan) -> LensStudy:
    found = scene(plan).lens
    assert found is not None
    return found


AT_THE_LIMIT = 0.03
"""A figure so near to its limit may fall on either side of it: the lattice of a shadow is not mirrored."""


def found(plan: Plan) -> dict[tuple[str, str], Finding]:
    return {(one.code, one.about): one for one in evaluate(plan, try_mends=False).findings}


def assert_told_alike(plan: Plan, other: Plan) -> None:
    mine, theirs = found(plan), found(other)
    assert mine.keys() == theirs.keys()
    for key, one in mine.items():
        if one.verdict == theirs[key].verdict:
            continue
        margins = [each.margin for each in (one, theirs[key])]
        assert all(each is not None and abs(each.value) < AT_THE_LIMIT for each in margins), key


def assert_mirrored(plan: Plan) -> None:
    other = mirrored(plan)
    assert mirrored(other) == plan or plan.maker.handedness is None
    assert_told_alike(plan, other)
    one, two = study(plan).sight, study(other).sight
    assert one is not None
    assert two is not None
    for mine, theirs in ((one.spare_surface, two.spare_surface), (one.spare_top, two.spare_top)):
        assert mine.left == pytest.approx(theirs.right, abs=1e-6)
        assert mine.right == pytest.approx(theirs.left, abs=1e-6)
        assert mine.near == pytest.approx(theirs.near, abs=1e-6)
        assert mine.far == pytest.approx(theirs.far, abs=1e-6)
    for name in ("margin_mm", "hand_room_mm", "recorded_px_per_mm", "detail_px", "work_near_mm"):
        assert getattr(one, name) == pytest.approx(getattr(two, name), rel=1e-9, abs=1e-9), name
    if one.body is not None and two.body is not None:
        assert one.body.worst_head_in_frame == pytest.approx(two.body.worst_head_in_frame, abs=0.01)
        assert one.body.worst_zone_hidden == pytest.approx(two.body.worst_zone_hidden, abs=0.02)
        assert one.body.head_clearance_mm == pytest.approx(two.body.head_clearance_mm, abs=1e-6)


@pytest.mark.parametrize("plan", [SOUND, *PLANS], ids=lambda plan: plan.title)
def test_a_mirrored_bench_is_told_the_mirrored_thing(plan: Plan) -> None:
    assert_mirrored(plan)


@settings(max_examples=30, deadline=None)
@given(
    x=st.floats(-150, 150),
    place=st.floats(-120, 120),
    tilt=st.sampled_from([0.0, 12.0, 35.0]),
    toward=st.sampled_from([0.0, 90.0, 150.0, 180.0, 300.0]),
    lean=st.floats(0, 40),
    focal=st.floats(16, 50),
)
def test_any_rig_mirrors(
    x: float, place: float, tilt: float, toward: float, lean: float, focal: float
) -> None:
    assert_mirrored(
        changed(
            cameras__0__position={"x_mm": x, "y_mm": 20, "z_mm": 760},
            cameras__0__aim={"tilt_deg": tilt, "toward_deg": toward},
            cameras__0__focal_mm=focal,
            maker__x_mm=place,
            maker__lean_deg=lean,
        )
    )


@pytest.mark.parametrize("plan", [SOUND, *PLANS], ids=lambda plan: plan.title)
def test_the_best_setting_and_the_map_do_not_know_left_from_right(plan: Plan) -> None:
    other = mirrored(plan)
    one, two = best_setting(plan, 0), best_setting(other, 0)
    assert one is not None
    assert two is not None
    assert (one.focal_mm, one.unmet) == (two.focal_mm, two.unmet)
    assert one.value_mm == pytest.approx(two.value_mm, abs=0.5)
    mine, theirs = zoom_map(plan), zoom_map(other)
    assert mine is not None
    assert theirs is not None
    for left, right in zip(mine.columns, theirs.columns, strict=True):
        for first, second in ((left.floors, right.floors), (left.caps, right.caps)):
            assert [bound.code for bound in first] == [bound.code for bound in second]
            for a, b in zip(first, second, strict=True):
                assert a.height_mm == pytest.approx(b.height_mm, abs=0.1)
