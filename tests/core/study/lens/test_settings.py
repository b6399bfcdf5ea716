"""The f-number that is worked out holds table and top; the next wider one that is marked does not."""

from __future__ import annotations

import math

import pytest

from steeple.core.plan.changes import apply_changes
from steeple.core.plan.document import Plan
from steeple.core.solve.lens.search import aperture_needed, marked_aperture
from steeple.core.solve.lens.work_out import work_out
from steeple.core.study.lens.settings import MARKED_STOPS
from tests.plans import changed, scene


def needed(plan: Plan) -> float:
    study = scene(plan).lens
    assert study is not None
    found = aperture_needed(
        study.camera, study.framing, study.settings.focal_mm, study.settings.d_mm
    )
    assert found is not None
    return found


@pytest.mark.parametrize("top", [20.0, 60.0, 140.0])
@pytest.mark.parametrize("focal", [24.0, 35.0, 50.0])
def test_both_ends_blur_alike_at_the_f_number_needed(top: float, focal: float) -> None:
    """Between a and b the shared plane blurs both by (f² ÷ N)(b − a) ÷ (a b − f (a + b) ÷ 2) ÷ 2."""
    plan = changed(
        work__zone_top_mm=top, work__items=[], cameras__0__focal_mm=focal,
        cameras__0__focus_height_mm=None,
    )  # fmt: skip
    near, far = 720 - top, 720.0
    shared = 2 * near * far / (near + far)
    circle = math.hypot(23.5, 13.22) / 1500
    ratio = focal / (shared - focal)
    wanted = focal * ratio * (shared - near) / near / circle
    assert needed(plan) == pytest.approx(wanted, rel=1e-6)


def test_the_stop_set_is_marked_and_no_wider_than_needed() -> None:
    study = scene(changed()).lens
    assert study is not None
    for wanted in (0.7, 3.9, 5.6, 6.1, 11.0, 15.7, 21.9):
        stop = marked_aperture(study.camera, 30, wanted)
        assert stop in MARKED_STOPS
        assert stop >= min(wanted, max(MARKED_STOPS)) - 1e-9
    assert marked_aperture(study.camera, 30, 500) == max(MARKED_STOPS)


def test_sharper_in_the_published_pixels_asks_for_a_smaller_aperture() -> None:
    usual = changed(work__zone_top_mm=90, work__items=[])
    critical = changed(usual, cameras__0__sharpness="critical", delivery__width_px=3840)
    assert needed(critical) > needed(usual)


def test_what_is_worked_out_holds_a_tall_work_sharp() -> None:
    plan = changed(work__zone_top_mm=140, work__items=[], cameras__0__f_number=None)
    outcome = work_out(plan)
    sight = scene(apply_changes(plan, outcome.changes)).sight
    assert sight is not None
    assert sight.sharp_near_mm is not None
    assert sight.sharp_near_mm <= sight.work_near_mm + 1e-6
    assert sight.sharp_far_mm is None or sight.sharp_far_mm >= sight.work_far_mm - 1e-6
