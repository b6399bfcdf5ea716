"""Extra cameras of several makers, planned from what they ask for alone."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import owned_of
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.maker import Maker
from steeple.core.plan.parts.room import Room
from steeple.core.plan.parts.setup import MountPoint, Setup
from steeple.core.plan.parts.work import Table, Work, Zone
from steeple.core.solve.angles.place_camera import CameraOffer, place_camera
from steeple.core.solve.angles.roles import Ask
from steeple.core.study.angles.changing import change_overs
from steeple.core.study.plan_study import camera_studies
from steeple.demo.cupboard import EVERYTHING

CUPBOARD = owned_of(EVERYTHING)


def taken(plan: Plan, ask: Ask) -> tuple[Plan, CameraOffer]:
    """The plan with the first place that is offered for a wish."""
    found = place_camera(plan, ask, owned=CUPBOARD)
    assert found.offers, ask
    return apply_changes(plan, found.offers[0].changes), found.offers[0]


def bench(shape: Any, **values: Any) -> Plan:
    room = Room(width_mm=7000, depth_mm=6000, ceiling_mm=3200, table_from_left_wall_mm=2500,
                table_from_far_wall_mm=2500)  # fmt: skip
    return Plan(title="A walk", work=Work(shape=shape), room=room, **values)


def test_three_cameras_round_a_performer() -> None:
    """Main from the side, the face, and the feet below the seat: each with a target of its own."""
    plan = bench("instrument-away")
    seen = []
    for ask in ("low-side", "face", "pedals"):
        plan, offer = taken(plan, ask)
        assert offer.held_by, ask
        assert not offer.lacks, ask
        seen.append(offer.seen)
    assert min(seen) > 0.6
    assert [one.role for one in plan.cameras] == ["low-side", "face", "pedals"]
    assert plan.cameras[2].position.z_mm is not None
    assert plan.cameras[2].position.z_mm < 300
    bodies = [one.body.name for one in plan.cameras if one.body]
    assert len(set(bodies)) == 3


def test_a_narrow_kitchen_with_overhead_side_and_wide() -> None:
    plan = bench("hot-counter").model_copy(
        update={"room": Room(width_mm=3600, depth_mm=2900, ceiling_mm=2500,
                             table_from_left_wall_mm=600, table_from_far_wall_mm=500)}
    )  # fmt: skip
    for ask in ("overhead", "low-side", "wide"):
        plan, _ = taken(plan, ask)
    cut = [one for one in evaluate(plan, try_mends=False).findings if one.code == "angles.jump"]
    assert {one.verdict for one in cut} <= {"holds", "watch"}


@pytest.mark.parametrize("hand", ["left", "right"])
def test_an_easel_is_filmed_past_the_free_hand(hand: Any) -> None:
    plan = bench("easel", maker=Maker(handedness=hand, posture="standing"))
    _, offer = taken(plan, "easel")
    free_side = -1.0 if hand == "right" else 1.0
    assert offer.place.x * free_side > 0
    assert offer.place.y < 0
    assert offer.seen > 0.5


def test_one_desk_with_three_set_ups() -> None:
    """Top-down, talking head and beauty in turn, with what is moved in between."""
    plan = bench("page-flat", table=Table(width_mm=1400, depth_mm=700, height_mm=740))
    for ask in ("overhead", "face", "beauty"):
        plan, _ = taken(plan, ask)
    plan = plan.model_copy(
        update={
            "setups": tuple(
                Setup(id=f"s{at}", name=one.role, cameras=(one.id,), break_min=30)
                for at, one in enumerate(plan.cameras)
            )
        }
    )
    overs = change_overs(camera_studies(plan, CUPBOARD)[0].context)
    assert [(one.first.name, one.second.name) for one in overs] == [
        ("overhead", "face"), ("face", "beauty"),
    ]  # fmt: skip
    for one in overs:
        assert 2 <= one.minutes <= 30
        kinds = [each.kind for each in one.moves]
        assert kinds.index("set") > kinds.index("take off")
    found = evaluate(plan, owned=CUPBOARD, try_mends=False).findings
    assert {one.verdict for one in found if one.code.startswith("angles.")} <= {"holds", "watch"}


def test_a_lathe_with_ten_mount_points() -> None:
    plan = bench("turning-machine")
    mounts = tuple(
        MountPoint(
            name=f"rail {at}", x_mm=-900.0 + 200.0 * at, y_mm=500.0 if at % 2 else -300.0,
            z_mm=500.0 + 60.0 * at, bears_g=4000,
        )
        for at in range(10)
    )  # fmt: skip
    plan = plan.model_copy(update={"mounts": mounts})
    used = []
    for ask in ("three-quarter", "low-side"):
        found = place_camera(plan, ask, owned=CUPBOARD)
        mounted = [one for one in found.offers if one.held_by.startswith("rail")]
        used += [one.held_by for one in mounted]
        plan = apply_changes(plan, (mounted or found.offers)[0].changes)
    assert used
    held = [one.mount for one in plan.cameras if one.mount]
    assert len(held) == len(set(held))


def test_a_second_camera_on_the_left_hand_of_a_keyboard() -> None:
    zone = Zone(width_mm=1250, depth_mm=300, margin_mm=30)
    plan = bench("keyboard").model_copy(update={"work": Work(shape="keyboard", zone=zone)})
    plan, _ = taken(plan, "overhead")
    plan, offer = taken(plan, "left-hand")
    assert offer.seen > 0.6
    target = plan.cameras[1].target
    assert target is not None
    assert target.kind == "left-hand"
