"""What an audience sees past a camera: by closed form, and better where the camera stands aside."""

from __future__ import annotations

import pytest

from steeple.core.findings.angles.audience import hidden_percent
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.room import KeepClear
from steeple.core.study.plan_study import camera_studies
from tests.angles_cases import beside, seen_from
from tests.plans import SOUND


def watched(plan: Plan, *, left: float = 670, away: float = 1900, eye: float = 1250) -> Plan:
    chairs = KeepClear(
        kind="audience", name="chairs", from_left_edge_mm=left, from_front_edge_mm=away,
        width_mm=60, depth_mm=60, eye_mm=eye,
    )  # fmt: skip
    return plan.model_copy(update={"room": plan.room.model_copy(update={"keep_clear": (chairs,)})})


def share(plan: Plan, index: int) -> float:
    found = hidden_percent(camera_studies(plan)[index])
    assert found is not None
    return found[0]


def test_a_camera_between_hides_and_one_aside_does_not() -> None:
    between = beside(seen_from(0, 20, 900))
    aside = beside(seen_from(80, 20, 900))
    assert share(watched(between), 1) > 1
    assert share(watched(aside), 1) == 0


def test_it_hides_less_of_the_work_the_farther_it_is_from_the_work() -> None:
    """A body at the eye's own height before a seat hides most; high over their heads it hides nothing."""
    high = beside(seen_from(0, 70, 1500))
    assert share(watched(high), 1) < share(watched(beside(seen_from(0, 20, 900))), 1)


def test_nobody_watching_is_not_judged() -> None:
    assert hidden_percent(camera_studies(SOUND)[0]) is None


@pytest.mark.parametrize("left", [100.0, 1200.0])
def test_seats_on_either_side_see_the_mirrored_thing(left: float) -> None:
    plan = beside(seen_from(40, 20, 900))
    other = beside(seen_from(320, 20, 900))
    width = SOUND.table.width_mm
    assert width is not None
    one = share(watched(plan, left=left), 1)
    mirrored = share(watched(other, left=width - left - 60), 1)
    assert one == pytest.approx(mirrored, abs=1.0)
