"""Timings of the angles step: what cameras see past everything, the ring of views, the strip."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from bench.plans import large_plan
from bench.timing import Timing, line, milliseconds, percentile
from steeple.core.plan.cupboard.owned import owned_of
from steeple.core.plan.document import Plan
from steeple.core.solve.angles.place_camera import place_camera
from steeple.core.solve.angles.ring import ring_of
from steeple.core.study.cache import StudyCache
from steeple.core.study.plan_study import camera_studies
from steeple.demo.angles import CLASS
from steeple.demo.cupboard import EVERYTHING
from steeple.services.picture import picture_file

STRIP = 3


def _sights(plan: Plan, known: StudyCache) -> object:
    """What every camera sees in every pose and what stands in its picture, when all else is known."""
    scenes = camera_studies(plan, cache=known)
    studies = [one.angles for one in scenes if one.angles is not None]
    return [(one.poses, one.intrusions) for one in studies]


def _strip(plan: Plan, known: StudyCache) -> object:
    return [
        picture_file(plan, camera=index, width_px=320, quality="fine", pose=4, cache=known)
        for index in range(min(STRIP, len(plan.cameras)))
    ]


def _slowest_wish() -> object:
    """The wish that took longest when all were timed: one hand of two, at the bench of three cameras."""
    return place_camera(CLASS, "right-hand", owned=owned_of(EVERYTHING), cache=StudyCache())


def angles_step() -> Iterator[Timing]:
    """The rows of the angles step, on a plan with three cameras and four lamps."""
    plan, known = large_plan(), StudyCache()
    for scene in camera_studies(plan, cache=known):
        assert scene.light is not None
    rows = (
        ("sights and intrusions, 3 cameras, 9 poses", lambda: _sights(plan, StudyCache()), 250),
        ("ring of views, 24 × 8 directions, 9 poses", lambda: ring_of(plan, cache=known), 1500),
        ("its first picture, 1 pose", lambda: ring_of(plan, draft=True, cache=known), 300),
        ("strip of three pictures, 320 × 180", partial(_strip, plan, known), 400),
        ("a camera placed for a wish, slowest of all", _slowest_wish, 2000),
    )
    for name, work, goal in rows:
        middle = percentile(milliseconds(work, times=5, warm_up=1), 0.5)
        yield line(f"{name}, median", middle, "ms", goal)
