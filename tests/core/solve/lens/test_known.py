"""What is remembered of a camera under other supports changes nothing but the time it takes."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.plan.cupboard.owned import owned_of
from steeple.core.plan.document import Plan
from steeple.core.solve.lens.search import Candidate, best_setting
from steeple.core.study.cache import StudyCache
from steeple.demo.cupboard import EVERYTHING
from steeple.demo.plans import DULCIMER, GILDING
from tests.plans import SOUND, changed, on

SUPPORTS = [one.gear for one in owned_of(EVERYTHING).supports]
WITHIN = (None, (500.0, 20_000.0), (900.0, 20_000.0))


def figures(best: Candidate | None) -> tuple[Any, ...] | None:
    if best is None:
        return None
    place = best.framing.position(best.d_mm)
    return best.value_mm, best.focal_mm, best.f_number, best.unmet, best.heights, place


@pytest.mark.parametrize("wide", [False, True], ids=["small work", "head in the way"])
def test_every_support_and_stretch_is_as_if_it_were_the_first(wide: bool) -> None:
    """Over wide work the head is in the way, so that the lens is slid from it too."""
    cache = StudyCache()
    more: dict[str, Any] = (
        {"work__zone__width_mm": 800, "work__zone__depth_mm": 600} if wide else {}
    )
    slid = 0
    for support in SUPPORTS:
        plan = on(support, **more)
        for within in WITHIN:
            afresh = best_setting(plan, 0, within=within)
            assert figures(best_setting(plan, 0, within=within, cache=cache)) == figures(afresh)
            slid += afresh is not None and bool(afresh.camera.part.position.y_mm)
    assert bool(slid) == wide


@pytest.mark.parametrize(
    ("at", "value"),
    [
        ("work__zone__width_mm", 700),
        ("work__finest_detail_mm", 0.2),
        ("maker__height_mm", 2000),
        ("room__ceiling_mm", 1900),
        ("cameras__0__target", {"kind": "hands"}),
    ],
)
def test_another_plan_is_another_camera(at: str, value: Any) -> None:
    """What bounds the heights is not taken from a plan that differs in anything but its supports."""
    cache = StudyCache()
    best_setting(SOUND, 0, cache=cache)
    other = changed(**{at: value})
    assert figures(best_setting(other, 0, cache=cache)) == figures(best_setting(other, 0))


@pytest.mark.parametrize("plan", [DULCIMER, GILDING], ids=lambda one: one.title)
def test_each_camera_of_a_plan_is_its_own(plan: Plan) -> None:
    cache = StudyCache()
    for index in range(len(plan.cameras)):
        afresh = figures(best_setting(plan, index))
        assert figures(best_setting(plan, index, cache=cache)) == afresh
