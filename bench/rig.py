"""Timings of the whole rig: worked out of the demo's cupboard and of one with 200 things, and mends for all of a plan."""

from __future__ import annotations

import time
from collections.abc import Iterator
from dataclasses import replace

from bench.timing import Timing, line
from steeple.core.plan.cupboard.owned import Owned, owned_of
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.room import Room
from steeple.core.plan.parts.work import ShapeId, Work
from steeple.core.solve.rig.sequence import mend_sequence
from steeple.core.solve.rig.work_out import RigOutcome, RigProgress, work_out_rig
from steeple.demo.cupboard import EVERYTHING
from steeple.demo.plans import DUMPLINGS, GILDING

SHAPES: tuple[ShapeId, ...] = ("page-flat", "small-flat", "vessel")


def large_cupboard() -> Owned:
    """About 200 things: the demo's cameras, lenses, supports and lamps, each in several sizes."""
    owned = owned_of(EVERYTHING)

    def sizes(times: int) -> Iterator[float]:
        return (1.0 + 0.04 * number for number in range(times))

    return replace(
        owned,
        bodies=tuple(
            one.model_copy(update={"name": f"{one.name} {size:.2f}", "clean_iso": round((one.clean_iso or 800) * size)})
            for one in owned.bodies
            for size in sizes(4)
        ),
        lenses=tuple(
            one.model_copy(
                update={
                    "name": f"{one.name} {size:.2f}",
                    "focal_min_mm": round(one.focal_min_mm * size, 1),
                    "focal_max_mm": round(one.focal_max_mm * size, 1),
                }
            )
            for one in owned.lenses
            for size in sizes(6)
        ),
        supports=tuple(
            one.model_copy(update={"gear": one.gear.model_copy(update={"name": f"{one.gear.name} {size:.2f}", "mass_g": None if one.gear.mass_g is None else one.gear.mass_g * size})})
            for one in owned.supports
            for size in sizes(6)
        ),
        fixtures=tuple(
            one.model_copy(update={"gear": one.gear.model_copy(update={"name": f"{one.gear.name} {size:.2f}"})})
            for one in owned.fixtures
            for size in sizes(6)
        ),
    )  # fmt: skip


def _worked_out(plan: Plan, owned: Owned) -> tuple[float, float, RigOutcome]:
    """Seconds to the first whole rig, to the outcome, and the outcome."""
    start, first, outcome = time.perf_counter(), 0.0, None
    for step in work_out_rig(plan, owned=owned):
        if isinstance(step, RigProgress):
            lit = step.best is not None and step.best.plan.lights
            first = first or (time.perf_counter() - start if lit else 0.0)
        else:
            outcome = step
    assert outcome is not None
    return first, time.perf_counter() - start, outcome


def rig_step() -> Iterator[Timing]:
    """The whole rig as the service works it out."""
    demo = owned_of(EVERYTHING)
    for shape in SHAPES:
        plan = Plan(title=shape, work=Work(shape=shape), room=Room(ceiling_mm=2600.0))
        first, whole, _ = _worked_out(plan, demo)
        yield line(f"whole rig, {shape}, demo cupboard: first answer", first, "s", 2)
        yield line(f"whole rig, {shape}, demo cupboard", whole, "s", 10)
    large = large_cupboard()
    count = len(large.bodies) + len(large.lenses) + len(large.supports) + len(large.fixtures)
    plan = Plan(title="large", work=Work(shape="page-flat"), room=Room(ceiling_mm=2600.0))
    first, whole, _ = _worked_out(plan, large)
    yield line(f"whole rig, page-flat, {count} things more: first answer", first, "s", None)
    yield line(f"whole rig, page-flat, {count} things more", whole, "s", 20)
    for one in (GILDING, DUMPLINGS):
        start = time.perf_counter()
        mend_sequence(one, owned=demo)
        yield line(f"mends for all of “{one.title}”", time.perf_counter() - start, "s", 5)
