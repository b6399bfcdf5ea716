"""How a support swings: by the estimate, a tap test, how long it rings, or what was seen in a clip."""

from __future__ import annotations

import math
from typing import Any

import pytest

from steeple.core.hold.shake import ESTIMATE_BAND, FLOOR_SHARE, JOLT_MM_S, SEEN_BAND, TESTED_BAND
from steeple.core.plan.gear.holding.support import Support
from steeple.core.study.hold.forces.swing import STROKE_S, Shake
from steeple.core.study.hold.study import HoldStudy
from tests.hold_cases import gear, held
from tests.plans import CLAMP, changed, scene

FREE: dict[str, Any] = {"foot": {"x_mm": None, "y_mm": None}}


def study(support: Support, **values: Any) -> HoldStudy:
    found = scene(changed(**held(support, **FREE), **values)).hold
    assert found is not None
    return found


def shake(support: Support, **values: Any) -> Shake:
    found = study(support, **values).shake
    assert found is not None
    return found


def tapped(**values: Any) -> Support:
    return gear(tap=values)


def test_without_a_test_it_is_estimated_from_base_and_boom_in_a_row() -> None:
    hold = study(gear())
    found, bending = hold.shake, hold.bending
    assert found is not None
    assert bending is not None
    base = hold.support.traits.base_hz
    assert found.by == "estimate"
    assert found.frequency_hz == pytest.approx(
        1 / math.sqrt(1 / base**2 + 1 / bending.frequency_hz**2)
    )
    assert found.wobble.mid_mm / found.wobble.low_mm == pytest.approx(ESTIMATE_BAND)
    assert found.wobble.high_mm / found.wobble.mid_mm == pytest.approx(ESTIMATE_BAND)


def test_what_stands_on_the_floor_gets_a_share_of_the_jolt_of_the_table() -> None:
    floor, table = shake(gear()), shake(CLAMP)
    assert (floor.shared_table, table.shared_table) == (False, True)
    assert table.jolt_mm_s == JOLT_MM_S["drawing"]
    assert floor.jolt_mm_s == pytest.approx(JOLT_MM_S["drawing"] * FLOOR_SHARE)


@pytest.mark.parametrize("support", [gear(), CLAMP], ids=["floor", "table"])
def test_livelier_work_shakes_it_more(support: Support) -> None:
    kinds = sorted(JOLT_MM_S, key=lambda one: JOLT_MM_S[one])
    wobbles = [shake(support, work__liveliness=kind).wobble.mid_mm for kind in kinds]
    assert wobbles == sorted(wobbles)
    assert wobbles[-1] > wobbles[0]


def test_a_tap_test_replaces_the_estimate() -> None:
    found = shake(tapped(frequency_hz=4.0))
    assert found.by == "tap test"
    assert found.frequency_hz == 4.0
    assert found.wobble.mid_mm == pytest.approx(found.jolt_mm_s / (2 * math.pi * 4.0))
    assert found.wobble.high_mm / found.wobble.mid_mm == pytest.approx(TESTED_BAND)


def test_a_tap_test_with_more_load_or_reach_is_brought_to_what_hangs_there_now() -> None:
    hold = study(gear())
    assert hold.placement is not None
    assert hold.loads is not None
    reach, load = hold.placement.reach_mm, hold.loads.total_g
    same = shake(tapped(frequency_hz=4.0, reach_mm=reach, load_g=load))
    assert same.frequency_hz == pytest.approx(4.0)
    longer = shake(tapped(frequency_hz=4.0, reach_mm=reach * 1.5, load_g=load))
    heavier = shake(tapped(frequency_hz=4.0, reach_mm=reach, load_g=load * 3))
    lighter = shake(tapped(frequency_hz=4.0, reach_mm=reach, load_g=load / 3))
    assert longer.frequency_hz > 4.0
    assert heavier.frequency_hz > 4.0
    assert lighter.frequency_hz < 4.0


def test_what_rings_on_adds_up_from_stroke_to_stroke() -> None:
    """A swing that takes `rings_s` to die down to a twentieth keeps 0.05^(T ÷ rings) a stroke."""
    short, long = shake(tapped(frequency_hz=4.0)), shake(tapped(frequency_hz=4.0, rings_s=2.0))
    kept = 0.05 ** (STROKE_S / 2.0)
    assert long.wobble.mid_mm == pytest.approx(short.wobble.mid_mm / (1 - kept))


def test_what_was_seen_in_a_clip_is_believed_before_all_else() -> None:
    found = shake(tapped(frequency_hz=4.0, rings_s=2.0, seen_mm=0.7))
    assert found.by == "what was seen in a clip"
    assert found.wobble.mid_mm == 0.7
    assert found.wobble.high_mm == pytest.approx(0.7 * SEEN_BAND)
