"""A glance at one step says what the whole evaluation says of it, and works out nothing besides."""

from __future__ import annotations

import pytest

from steeple.core.evaluation import evaluate, glance
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.study.base.step import STEP_IDS, StepId
from steeple.core.study.cache import StudyCache
from steeple.core.study.lens.step import LENS
from steeple.core.study.light.step import LIGHT
from steeple.core.study.plan_study import PlanStudy
from steeple.core.study.registry import STEPS
from steeple.demo.plans import GILDING, PLANS
from tests.light_cases import two_cameras
from tests.plans import BARE

CASES = (*PLANS, two_cameras(), BARE)


@pytest.mark.parametrize("plan", CASES, ids=lambda plan: plan.title)
@pytest.mark.parametrize("step", STEP_IDS)
def test_a_glance_agrees_with_the_evaluation(plan: Plan, step: StepId) -> None:
    whole = evaluate(plan, try_mends=False)
    for index in range(max(1, len(plan.cameras))):
        seen = glance(plan, step=step, index=index)
        about = seen.answer.about
        assert seen.answer == next(
            one for one in whole.answers if (one.step, one.about) == (step, about)
        )
        drawn, wanted = (getattr(one, "drawings") for one in (seen, whole))  # noqa: B009
        for name in seen.drawn:
            if hasattr(wanted, name):
                assert getattr(drawn, name) == getattr(wanted, name)
        assert seen.figures == tuple(
            one for one in whole.figures if one.key.split(".")[0] in seen.drawn
        )
        of_step = {one for one in whole.findings if one.step == step}
        own = [one for one in seen.findings if one.about in ("", seen.about)]
        assert {(one.code, one.verdict) for one in own} <= {
            (one.code, one.verdict) for one in of_step
        }
        if not plan.cameras:
            assert seen.camera is None
            continue
        camera = whole.cameras[index]
        assert seen.camera is not None
        assert seen.camera.id == camera.id
        assert seen.camera.figures == tuple(
            one for one in camera.figures if one.key.startswith(f"{step}.")
        )
        for drawn in seen.drawn:
            if not hasattr(wanted, drawn):
                assert getattr(seen.camera.drawings, drawn) == getattr(camera.drawings, drawn)


def test_the_lens_is_looked_at_without_what_builds_on_it() -> None:
    cache = StudyCache()
    moved = apply_changes(GILDING, (Change(path="/cameras/0/position/z_mm", value=705.0),))
    glance(moved, step="lens", cache=cache)
    studies = PlanStudy(moved, cache)
    for later in STEPS[STEPS.index(LENS) + 1 :]:
        about = studies.of_camera(later, moved.cameras[0])
        assert about is not None
        assert cache.recall(studies.key(later, about)) is None, later.id
    glance(moved, step="light", cache=cache)
    assert cache.recall(studies.key(LIGHT, moved.cameras[0].id)) is not None


def test_a_lamp_moved_leaves_the_other_lamps_as_they_were() -> None:
    cache = StudyCache()
    glance(GILDING, step="light", cache=cache)
    before = PlanStudy(GILDING, cache).get(LIGHT, GILDING.cameras[0].id).value
    moved = apply_changes(GILDING, (Change(path="/lights/0/position/x_mm", value=-380.0),))
    glance(moved, step="light", cache=cache)
    after = PlanStudy(moved, cache).get(LIGHT, moved.cameras[0].id).value
    assert before is not None
    assert after is not None
    assert after.ground is before.ground
    assert after.alone[1] is before.alone[1]
    assert after.alone[0] is not before.alone[0]


def test_a_camera_beyond_the_last_is_the_last() -> None:
    assert glance(GILDING, step="lens", index=7).about == GILDING.cameras[-1].id
