"""Each rule of the work by itself: its verdict turns where its limit says, and nowhere else."""

from __future__ import annotations

import math

import pytest

from steeple.core.findings.finding import Verdict
from steeple.core.findings.work.maker import out_of_reach, table_height
from steeple.core.findings.work.surface import mat_too_alike
from steeple.core.findings.work.zone import item_above_top, item_outside_zone, zone_off_table
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.work.figures import hands_and_range
from tests.plans import changed, scene


@pytest.mark.parametrize(
    ("left_mm", "wanted"), [(0.0, "holds"), (980.0, "holds"), (980.2, "fails"), (1100.0, "fails")]
)
def test_a_zone_is_on_the_table_to_a_twentieth_of_a_millimetre(
    left_mm: float, wanted: Verdict
) -> None:
    found = zone_off_table.judge(scene(changed(work__zone__from_left_edge_mm=left_mm)))
    assert found is not None
    assert found.verdict == wanted
    assert found.measured is not None
    assert found.measured.margin.value == pytest.approx(min(left_mm, 980.0 - left_mm), abs=1e-6)


@pytest.mark.parametrize(
    ("height_mm", "wanted"), [(25.0, "holds"), (30.4, "holds"), (30.6, "fails")]
)
def test_a_thing_is_no_taller_than_the_tallest_point(height_mm: float, wanted: Verdict) -> None:
    found = item_above_top.judge(scene(changed(work__items__0__height_mm=height_mm)))
    assert found is not None
    assert (found.verdict == "holds") == (wanted == "holds")


@pytest.mark.parametrize(("x_mm", "holds"), [(-180.0, True), (-180.4, True), (-181.0, False)])
def test_a_thing_stands_in_the_zone_to_half_a_millimetre(x_mm: float, holds: bool) -> None:
    found = item_outside_zone.judge(scene(changed(work__items__0__x_mm=x_mm)))
    assert found is not None
    assert (found.verdict == "holds") == holds


@pytest.mark.parametrize(
    ("off_mm", "wanted"), [(0.0, "holds"), (19.0, "holds"), (21.0, "watch"), (-19.0, "holds")]
)
def test_the_table_suits_the_elbows_to_two_centimetres(off_mm: float, wanted: Verdict) -> None:
    hands, low, high = hands_and_range(scene(changed()).work)
    aim = (high if off_mm >= 0 else low) + off_mm
    plan = changed(table__height_mm=740.0 + aim - hands)
    found = table_height.judge(scene(plan))
    assert found is not None
    assert found.verdict == wanted
    said = sentence_words(found.reason, "cm")
    assert "from the floor for you" in said


@pytest.mark.parametrize("times", [1.9, 2.1, 1 / 1.9, 1 / 2.1])
def test_work_and_mat_differ_by_a_stop(times: float) -> None:
    found = mat_too_alike.judge(
        scene(changed(work__reflectance=0.3, table__mat_reflectance=0.3 * times))
    )
    assert found is not None
    assert found.verdict == ("holds" if abs(math.log2(times)) >= 1.0 else "watch")
    assert found.measured is not None
    assert found.measured.quantity.value == pytest.approx(abs(math.log2(times)))


def test_the_far_edge_is_reached_by_leaning_and_then_not_at_all() -> None:
    verdicts = []
    for front in range(0, 1200, 30):
        found = out_of_reach.judge(
            scene(changed(work__zone__from_front_edge_mm=float(front), table__depth_mm=2000))
        )
        assert found is not None
        verdicts.append(found.verdict)
    assert verdicts[0] == "holds"
    assert verdicts[-1] == "fails"
    order = ["holds", "watch", "fails"]
    assert [order.index(one) for one in verdicts] == sorted(order.index(one) for one in verdicts)
    assert "watch" in verdicts
