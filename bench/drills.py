"""Timings of drills: a scene, which is made ahead while the answer is read, and the answer to a guess, which is waited
for: the worst of all kinds."""

from __future__ import annotations

import time
from collections.abc import Iterator

from bench.timing import Timing, line, percentile
from steeple.core.drills.marking import error_of
from steeple.core.drills.registry import DRILLS
from steeple.core.drills.scene import scene_of
from steeple.core.evaluation import evaluate
from steeple.core.study.plan_study import camera_studies

SEEDS = 6


def drill_step() -> Iterator[Timing]:
    """Every kind of drill as the service makes and marks it."""
    made: list[tuple[float, str]] = []
    marked: list[tuple[float, str]] = []
    for kind in DRILLS:
        for seed in range(SEEDS):
            start = time.perf_counter()
            scene = scene_of(kind, seed, 3)
            if scene is None:
                continue
            evaluate(scene.plan, try_mends=False)
            made.append((1000 * (time.perf_counter() - start), kind.id))
            start = time.perf_counter()
            found = kind.found(camera_studies(scene.plan))
            if found is not None and found.truth:
                error_of(kind, found, found.truth)
                evaluate(kind.solved(scene.plan, found.truth), try_mends=False)
            marked.append((1000 * (time.perf_counter() - start), kind.id))
    for name, taken in (("a scene, made ahead", made), ("the answer to a guess", marked)):
        times = sorted(taken)
        middle = percentile([one for one, _ in times], 0.5)
        slow, kind_id = times[int(0.95 * (len(times) - 1))]
        goal = 200.0 if marked is taken else None
        yield line(f"drill: {name}, middle", middle, "ms", goal)
        yield line(f"drill: {name}, 95th percentile ({kind_id})", slow, "ms", goal)
