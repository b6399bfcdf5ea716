"""A column with several arms: one foot, all loads, each arm with its own joint."""

from __future__ import annotations

import math
from typing import Any

import pytest

from steeple.core.hold.beams import GRAVITY
from steeple.core.plan.document import Plan
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.plan_study import camera_studies
from tests.hold_cases import held
from tests.plans import CLAMP, SOUND, changed, finding, scene

POLE: dict[str, Any] = held(
    CLAMP.model_copy(
        update={
            "reach_mm": 900, "highest_mm": 1400, "rated_load_g": 9000, "rated_reach_mm": 900,
            "joints": (),
        }
    ),
    foot={"x_mm": 0, "y_mm": 470}, sandbag_g=None, counterweight_g=None, counterweight_at_mm=None,
)  # fmt: skip


def two(**arm: Any) -> Plan:
    """Two cameras on one pole: straight above, and one aside on an arm of its own."""
    plan = changed(SOUND, **POLE)
    first = plan.cameras[0]
    aside = first.model_copy(
        update={
            "id": "aside", "role": "three-quarter",
            "position": first.position.model_copy(update={"x_mm": 520.0, "y_mm": 300.0, "z_mm": 500.0}),
            "aim": first.aim.model_copy(update={"tilt_deg": 50.0, "toward_deg": 240.0}),
        }
    )  # fmt: skip
    data = plan.model_dump(mode="json")
    data["cameras"].append(aside.model_dump(mode="json"))
    if arm:
        data["supports"][0]["arms"] = [{"camera": "aside", **arm}]
    return Plan.model_validate(data)


def held_of(plan: Plan, index: int) -> HoldStudy:
    found = camera_studies(plan)[index].hold
    assert found is not None
    return found


def code(plan: Plan, name: str, about: str) -> str:
    from steeple.core.evaluation import evaluate

    found = evaluate(plan, try_mends=False).findings
    return next(one.verdict for one in found if (one.code, one.about) == (name, about))


def test_without_an_arm_of_its_own_the_second_camera_is_off_the_arm() -> None:
    assert code(two(), "hold.out-of-reach", "aside") == "fails"


def test_with_an_arm_of_its_own_it_is_held_from_the_same_foot() -> None:
    plan = two(reach_mm=700)
    assert code(plan, "hold.out-of-reach", "aside") == "holds"
    first, second = held_of(plan, 0), held_of(plan, 1)
    assert first.placement is not None
    assert second.placement is not None
    assert first.placement.foot == second.placement.foot
    assert second.placement.reach_mm < 700


def test_an_arm_that_is_too_short_says_so() -> None:
    assert code(two(reach_mm=150), "hold.out-of-reach", "aside") == "fails"


def test_the_column_bears_all_of_them() -> None:
    alone, both = held_of(changed(SOUND, **POLE), 0), held_of(two(reach_mm=700), 0)
    assert alone.loads is not None
    assert both.loads is not None
    assert both.loads.total_g == alone.loads.total_g
    assert both.loads.column_g > alone.loads.column_g + 800


def test_the_joint_of_an_arm_bears_its_own_camera() -> None:
    weak = held_of(two(reach_mm=700, joint_holds_n_m=2.0), 1)
    (joint,) = (one for one in weak.torques if one.name == "arm of its own")
    assert joint.torque_n_m > 2.0
    assert code(two(reach_mm=700, joint_holds_n_m=2.0), "hold.joint-slips", "aside") == "fails"


def test_arms_that_point_apart_turn_the_clamp_less_than_arms_that_point_together() -> None:
    """The moments at the clamp add up as vectors: M = |Σ m·g·r|."""
    gear = CLAMP.model_copy(update={"reach_mm": 900, "joints": CLAMP.joints})
    turning = {}
    for toward in (None, 0.0):
        load = {
            "name": "a panel", "mass_g": 1000, "arm": "own", "along_mm": 400, "toward_deg": toward,
        }  # fmt: skip
        plan = changed(
            SOUND, **held(gear, foot={"x_mm": 0, "y_mm": 470}, loads=[load], counterweight_g=None)
        )
        found = scene(plan).hold
        assert found is not None
        turning[toward] = next(one.torque_n_m for one in found.torques if "clamp" in one.name)
    assert turning[None] - turning[0.0] == pytest.approx(2 * GRAVITY * 0.4, rel=0.02)
    assert math.isfinite(turning[0.0])


def test_a_neck_that_bends_is_clamped_and_does_not_tip() -> None:
    neck = CLAMP.model_copy(update={"form": "gooseneck", "tube_mm": None, "footprint_mm": None})
    plan = changed(SOUND, **held(neck, foot={"x_mm": None, "y_mm": None}, sandbag_g=None))
    assert finding(plan, "hold.tips") is None
    assert finding(plan, "hold.sags") is None
