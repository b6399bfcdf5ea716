"""Plans whose figures were wrong once, each with the right value.

The right values were found by code that shares nothing with the core: ray casting with 4,000 rays a point,
finite elements, sums of moments, direct clipping.
"""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.findings.finding import Finding
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import read_plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.light.dome import soft_mm
from steeple.core.study.light.figures import HAND_MM
from steeple.core.study.light.lamps.lamp_light import flux_lm, room_lx_per_lm
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import CameraStudy, camera_studies
from tests.core.solve.test_mends import EVERYTHING

PLANS = Path(__file__).parents[1] / "reference" / "plans"


def plan(name: str) -> Plan:
    return read_plan((PLANS / f"{name}.json").read_bytes())


def camera(name: str) -> CameraStudy:
    return camera_studies(plan(name))[0]


def light(name: str) -> LightStudy:
    found = camera(name).light
    assert found is not None
    return found


def hold(name: str) -> HoldStudy:
    found = camera(name).hold
    assert found is not None
    return found


def found(name: str, **more: Any) -> dict[str, Finding]:
    return {one.code: one for one in evaluate(plan(name), try_mends=False, **more).findings}


def worked(name: str, key: str) -> tuple[float, str]:
    """A figure, and the words of the numbers put into it."""
    found = evaluate(plan(name), try_mends=False)
    figures = (*found.figures, *(one for each in found.cameras for one in each.figures))
    working = (*found.working, *(one for each in found.cameras for one in each.working))
    figure = next(one for one in figures if one.key == key)
    numbers = next(one for one in working if one.figure == key)
    return figure.quantity.value, " ".join(put.meaning for put in numbers.puts)


def title(finding: Finding) -> str:
    return sentence_words(finding.title, "cm")


def test_a_diffuser_takes_the_light_that_it_covers() -> None:
    study = light("D1_diffuser_default_place")
    assert study.mean_lx == pytest.approx(364, rel=0.03)
    assert study.iso == pytest.approx(1160, rel=0.03)
    assert study.stops_to_spare == pytest.approx(1.5, abs=0.05)
    assert study.lamps[0].shines.width_mm == 600


def test_a_flag_before_the_lamp_leaves_nothing() -> None:
    study, said = light("D2_flag"), found("D2_flag")
    assert study.mean_lx < 0.5
    assert said["light.too-dark"].verdict == "fails"
    assert title(said["light.too-dark"]) == "No light reaches the zone"


def test_a_lamp_does_not_stand_in_the_maker() -> None:
    after = found("MEND_5060_after")["light.unplaceable"]
    assert after.verdict == "fails"
    assert "your body" in title(after)
    assert not [one for one in after.fixes if "body" in sentence_words(one.action, "cm")]


def test_a_lamp_does_not_stand_in_the_camera() -> None:
    said = found("F_in_camera")["light.unplaceable"]
    assert said.verdict == "fails"
    assert "the camera" in title(said)


def test_the_first_lamp_of_an_easel_begins_before_the_canvas() -> None:
    study = light("EA_default_key")
    lamp = study.lamps[0].lamp
    assert study.work.plane.place(lamp.centre)[2] > 400
    assert study.mean_lx > 100
    assert study.lamps[0].share > 0.7


def test_what_gets_no_light_at_all_is_not_in_the_shadow_of_the_rig() -> None:
    assert light("RS_item_above_lamp").rig_stops == pytest.approx(0, abs=0.05)
    assert found("RS_item_above_lamp")["light.rig-shadow"].verdict == "holds"


def test_not_all_fits_where_the_head_is_in_the_picture() -> None:
    study = camera("HB_20000").lens
    assert study is not None
    heights = study.settings.heights
    head = heights.at("head")
    assert head == pytest.approx(850, rel=0.04)
    assert heights.greatest is not None
    assert heights.greatest.height_mm == head


def test_the_head_beside_a_corner_is_outside_the_picture() -> None:
    said = found("HC_head_corner")["lens.head-in-frame"]
    assert said.quantity is None or said.quantity.value > -3.0


def test_as_much_of_a_support_as_is_in_its_picture_is_said() -> None:
    assert hold("PIC_50120").placement is not None
    clashes = hold("PIC_50120").placement.clashes  # type: ignore[union-attr]
    (seen,) = [one.over_mm for one in clashes if one.kind == "picture"]
    assert seen == pytest.approx(163, abs=2)
    assert "16.3 cm of its column" in title(found("PIC_50120")["hold.does-not-fit"])


def test_one_films_through_the_hole_of_a_ring() -> None:
    assert not light("E_ring_700").lamps[0].in_frame
    assert found("E_ring_700")["light.lamp-in-frame"].verdict == "holds"


def test_a_boom_of_unknown_tube_has_a_weight() -> None:
    for name in ("TB_tube_known", "TB_tube_unknown"):
        study = hold(name)
        clamp = next(one for one in study.torques if one.name == "boom clamp")
        assert clamp.torque_n_m == pytest.approx(18.8, rel=0.01)
        assert study.tipping is not None
        assert study.tipping.ratio == pytest.approx(2.81, rel=0.01)
    assert hold("TB_tube_unknown").bending is None
    assumed = evaluate(plan("TB_tube_unknown"), try_mends=False).assumed
    assert any(one.field.endswith("gear/tube_mm") for one in assumed)


def test_what_hangs_on_an_unknown_brightness_is_not_known() -> None:
    said = found("A_drift_None")
    for code in ("light.drift", "light.mixed-colour"):
        assert said[code].verdict == "unknown", code
        assert "how bright is Flat panel" in title(said[code])
    reason = sentence_words(said["light.drift"].reason, "cm")
    assert "between 0.2 stops and 1.4 stops" in reason


def test_power_flicker_and_colour_rendering_that_are_not_known_do_not_hold() -> None:
    said = found("U_unknown")
    assert said["light.poor-colour"].verdict == "unknown"
    assert said["light.overload"].verdict == "unknown"
    assert "should Round diffuser lamp" in title(said["light.flicker"])


def test_a_bag_is_said_with_the_leg_that_it_lies_on() -> None:
    reason = sentence_words(found("R1")["hold.tips-when-knocked"].reason, "cm")
    assert "3.5 kg on the legs behind would keep it, or 5 kg at the column" in reason


def test_no_bag_of_a_hundred_kilos_is_asked_for() -> None:
    tipping = hold("SUP_9023").tipping
    assert tipping is not None
    assert all(mass <= 15_000 or mass == float("inf") for _, mass in tipping.sandbags)
    assert found("SUP_9023")["hold.out-of-reach"].verdict == "fails"


def test_a_bar_turns_at_its_own_height() -> None:
    bending = hold("S2_crossbar_offcentre").bending
    assert bending is not None
    assert bending.shift_mm == pytest.approx(0.69, abs=0.01)


def test_the_soft_edge_of_slanting_light() -> None:
    study = light("P_hard_edge")
    assert 31.9 < soft_mm(study.work.plane, study.lamps[0].shines, HAND_MM) < 50


def test_light_square_on_an_easel_throws_a_lifted_thing_straight_back() -> None:
    study = light("H_easel_lift")
    assert study.lamps[0].incidence_deg < 1.0
    assert worked("H_easel_lift", "light.lift")[0] == pytest.approx(0, abs=0.5)


def test_glare_on_an_easel_is_told_along_the_canvas() -> None:
    reason = sentence_words(found("GL_easel")["light.glare"].reason, "cm")
    assert "47.9 cm from its lower side" in reason


def test_what_is_sharp_is_told_along_the_vertical() -> None:
    sight = camera("TD_60").sight
    assert sight is not None
    assert sight.sharp_up_to_mm == pytest.approx(236, abs=1)
    assert sight.sharp_down_to_mm == pytest.approx(-198, abs=1)


def test_the_room_throws_back_the_light_of_the_file() -> None:
    study = light("IES_batwing")
    emitter = study.lamps[0].lamp.emitter
    lux = room_lx_per_lm(study.work) * flux_lm(emitter, study.scene.tables)
    assert lux == pytest.approx(142, rel=0.02)


def test_the_working_of_the_drift_takes_the_sky_that_it_speaks_of() -> None:
    drift, words = worked("B_drift", "light.drift")
    assert drift == pytest.approx(2.76, abs=0.02)
    assert "overcast" in words
    assert "clear" not in words


def test_a_ratio_is_said_so_that_it_does_not_hide_its_verdict() -> None:
    said = found("X5_low_ceiling")["hold.tips-when-knocked"]
    assert said.verdict == "fails"
    assert "0.996 of the 1.5" in title(said)


def test_an_exposure_keeps_to_what_the_camera_can() -> None:
    sight, body = camera("X_limit").sight, plan("X_limit").cameras[0].body
    assert sight is not None
    assert body is not None
    assert body.longest_shutter_s is not None
    assert sight.shutter_s <= body.longest_shutter_s
    assert sight.shutter_s == pytest.approx(0.01)


def test_the_reason_for_a_missing_height_is_the_height() -> None:
    said = found("X7_2m")["hold.out-of-reach"]
    reason = sentence_words(said.reason, "cm")
    assert "cm of height" in title(said) or "high" in title(said)
    assert "sections" not in reason
    assert "holds the camera screw" in reason


def test_what_lies_in_the_cupboard_joins_in_the_finding_as_in_the_comparison() -> None:
    wanted = plan("SUP_9003")
    bare = {one.code: one for one in evaluate(wanted, try_mends=False).findings}
    assert bare["hold.cannot-be-joined"].verdict == "fails"
    found = {one.code: one for one in evaluate(wanted, owned=EVERYTHING).findings}
    joins = found["hold.cannot-be-joined"]
    assert joins.verdict == "watch"
    assert "in your cupboard" in title(joins)
    fixes = joins.fixes
    assert fixes
    after = evaluate(apply_changes(wanted, fixes[0].changes), try_mends=False).findings
    assert {one.code: one for one in after}["hold.cannot-be-joined"].verdict == "holds"
