"""Several cameras on one support: one place, every mass counted, and nobody off the arm."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.findings.finding import Finding
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.hold.forces.balance import arm_moments
from steeple.core.study.hold.forces.sharing import SIDE_PLATE_MM
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.plan_study import camera_studies
from tests.hold_cases import gear, held
from tests.plans import BODY, SOUND, ZOOM, changed

MASS_G = (BODY.mass_g or 0) + (ZOOM.mass_g or 0)


def shared(
    x_mm: float = 100.0, y_mm: float = 0.0, z_mm: float | None = None, **values: Any
) -> Plan:
    """The sound plan with a second camera on the support of the first."""
    data = changed(**values).model_dump(mode="json")
    first = data["cameras"][0]
    height = first["position"]["z_mm"] if z_mm is None else z_mm
    second = first | {"id": "second", "position": {"x_mm": x_mm, "y_mm": y_mm, "z_mm": height}}
    return Plan.model_validate(data | {"cameras": [first, second]})


def holds(plan: Plan) -> tuple[HoldStudy, HoldStudy]:
    one, two = (camera.hold for camera in camera_studies(plan))
    assert one is not None
    assert two is not None
    return one, two


def alone(plan: Plan = SOUND) -> HoldStudy:
    found = camera_studies(plan)[0].hold
    assert found is not None
    return found


def found_in(plan: Plan, code: str, about: str) -> Finding:
    return next(
        one
        for one in evaluate(plan, try_mends=False).findings
        if (one.code, one.about) == (code, about)
    )


def test_the_support_stands_in_one_place_for_both() -> None:
    one, two = holds(shared())
    assert one.placement is not None
    assert two.placement is not None
    assert one.placement.foot == two.placement.foot
    assert one.placement.members == two.placement.members
    assert one.placement == alone().placement


def test_the_load_counts_both_cameras_and_a_head_for_each() -> None:
    one, two = holds(shared())
    single = alone()
    assert one.loads is not None
    assert two.loads is not None
    assert single.loads is not None
    head = one.support.head_g
    assert one.loads.beside_g == pytest.approx(MASS_G + head)
    assert one.loads.total_g == pytest.approx(single.loads.total_g + MASS_G + head)
    assert two.loads.total_g == pytest.approx(one.loads.total_g)


def test_moments_are_those_of_every_mass_at_its_place() -> None:
    one, _ = holds(shared(x_mm=100.0))
    single = alone()
    assert one.placement is not None
    assert one.loads is not None
    assert single.placement is not None
    assert single.loads is not None
    both = arm_moments(one.support, one.held, one.placement, one.loads)
    first = arm_moments(single.support, single.held, single.placement, single.loads)
    (other,) = one.held.beside
    away = one.placement.toward
    by_hand = sum(w.mass_g * w.at.minus(one.placement.root).dot(away) for w in other.weights)
    assert both - first == pytest.approx(by_hand)
    assert both > 1.5 * first


def test_two_on_an_arm_that_bears_one_are_too_many() -> None:
    single = alone().loads
    assert single is not None
    rated = single.total_g + 300
    strong = held(gear(rated_load_g=rated, rated_reach_mm=900))
    assert found_in(changed(**strong), "hold.over-rating", "overhead").verdict == "holds"
    plan = shared(**strong)
    for about in ("overhead", "second"):
        found = found_in(plan, "hold.over-rating", about)
        assert found.verdict == "fails"
        assert "Overloaded" in sentence_words(found.title, "cm")


@pytest.mark.parametrize(
    ("x_mm", "y_mm", "up_mm", "verdict"),
    [
        (100.0, 0.0, 0.0, "holds"),
        (0.0, SIDE_PLATE_MM - 5, 0.0, "holds"),
        (0.0, SIDE_PLATE_MM + 5, 0.0, "fails"),
        (0.0, 0.0, SIDE_PLATE_MM + 5, "fails"),
        (-2000.0, 0.0, 0.0, "fails"),
    ],
)
def test_a_camera_off_the_arm_is_out_of_reach(
    x_mm: float, y_mm: float, up_mm: float, verdict: str
) -> None:
    first = SOUND.cameras[0].position.z_mm or 0.0
    single = alone().placement
    assert single is not None
    # The arm runs left to right here, so that y is aside of it.
    assert abs(single.toward.x) == pytest.approx(1.0, abs=0.05)
    plan = shared(x_mm=x_mm, y_mm=y_mm, z_mm=first + up_mm)
    found = found_in(plan, "hold.out-of-reach", "second")
    assert found.verdict == verdict
    assert found_in(plan, "hold.out-of-reach", "overhead").verdict == "holds"
    if verdict == "fails":
        assert "off the arm" in sentence_words(found.title, "cm")
        assert "“overhead”" in sentence_words(found.title, "cm")


def test_the_second_camera_alone_is_worked_out_as_it_always_was() -> None:
    """With a support each, nothing is shared."""
    data = shared().model_dump(mode="json")
    other = data["supports"][0] | {"id": "other", "foot": {"x_mm": None, "y_mm": None}}
    data["supports"] = [*data["supports"], other]
    data["cameras"][1]["support"] = "other"
    one, two = holds(Plan.model_validate(data))
    assert one.shared is None
    assert two.shared is None
    assert one.loads == alone().loads


@pytest.mark.parametrize("mass_g", [1000, 5000])
def test_column_and_clamp_bear_what_hangs_on_other_arms(mass_g: float) -> None:
    """An arm may bear its own, and the column that carries them all be overloaded."""
    single = alone().loads
    assert single is not None
    rated = single.total_g + 2000
    lamp = [{"name": "lamp", "mass_g": mass_g, "arm": "own", "along_mm": -300}]
    plan = changed(**held(gear(rated_load_g=rated, rated_reach_mm=900), loads=lamp))
    found = found_in(plan, "hold.over-rating", "overhead")
    assert found.verdict == ("holds" if mass_g < 2000 else "fails")
    assert found.margin is not None
    if mass_g > 2000:
        assert "column and clamp" in sentence_words(found.title, "cm")
        assert found.margin.value == pytest.approx(rated - single.total_g - mass_g)
    answer = next(one for one in evaluate(plan, try_mends=False).answers if one.step == "hold")
    assert "more on other arms" in sentence_words(answer.under, "cm")


def test_a_clamp_bears_the_moment_of_other_arms_and_a_boom_joint_does_not() -> None:
    joints = [{"name": "boom lock", "holds_n_m": 30}, {"name": "desk clamp", "holds_n_m": 30}]
    lamp = [{"name": "lamp", "mass_g": 2000, "arm": "own", "along_mm": 500}]
    without = {
        one.name: one.torque_n_m for one in alone(changed(**held(gear(joints=joints)))).torques
    }
    within = {
        one.name: one.torque_n_m
        for one in alone(changed(**held(gear(joints=joints), loads=lamp))).torques
    }
    assert within["boom lock"] == pytest.approx(without["boom lock"])
    assert within["desk clamp"] - without["desk clamp"] == pytest.approx(2.0 * 9.80665 * 0.5)
