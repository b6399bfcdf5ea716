"""What of the free supports can hold a camera at a place."""

from __future__ import annotations

import math
from collections.abc import Sequence

from steeple.core.angles.sight import Things, hides
from steeple.core.budget import look
from steeple.core.findings.finding import GRAVITY, Finding
from steeple.core.findings.judging import judge_camera
from steeple.core.plan.cupboard.owned import Owned, OwnedSupport
from steeple.core.plan.gear.holding.support import Support
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.solve.angles.wish import Wish
from steeple.core.study.angles.study import actions_in, poses_in
from steeple.core.study.angles.things import rig_rows
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.hold.step import HOLD
from steeple.core.study.hold.study import HoldStudy, SupportStudy, study_support
from steeple.core.study.inputs.support_forms import FORMS
from steeple.core.study.plan_study import CameraStudy

HIDES_OWN = 0.02
"""Share of the action before which a support may stand that holds the camera itself."""


def free_supports(wish: Wish, owned: Owned) -> list[OwnedSupport]:
    """Supports that stand for no camera beside it, the quickest to set up first."""
    free = list(owned.supports)
    carrying = {one.support for one in wish.others}
    for placed in wish.plan.supports:
        if placed.id in carrying:
            alike = [one for one in free if one.gear == placed.gear]
            alike.sort(key=lambda one: one.id != placed.gear_id)
            if alike:
                free.remove(alike[0])
    return sorted(free, key=lambda one: FORMS[one.gear.form].minutes)


def held_there(
    scene: CameraStudy, supports: Sequence[OwnedSupport], owned: Owned
) -> tuple[PlacedSupport, tuple[Finding, ...]] | None:
    """The quickest free support that holds the camera there, with what is to be watched of it; else the
    one that speaks least against it; None where there is none."""
    best: tuple[tuple[int, int], PlacedSupport, tuple[Finding, ...]] | None = None
    lens = scene.lens
    if lens is None:
        return None
    adapters = (*scene.plan.adapters, *owned.adapters)
    kinds: dict[Support, OwnedSupport] = {}
    for one in supports:
        kinds.setdefault(one.gear, one)
    for order, one in enumerate(kinds.values()):
        look()
        placed = PlacedSupport(
            id="compared", gear=one.gear, gear_id=one.id, owned=True, tether=True
        )
        study = study_support(
            placed, lens, at="supports/0", plan=scene.plan, adapters=adapters,
            assumptions=Assumptions(),
        )  # fmt: skip
        if study is None or study.placement is None:
            continue
        short = study.placement.short_mm or 0.0
        if short > 1.0 or abs(study.placement.height_short_mm or 0.0) > 1.0:
            continue
        if _stands_before(scene, study):
            continue
        with_it = scene.with_study(HOLD, SupportStudy((study,)))
        found = tuple(one for one in judge_camera(with_it, steps=(HOLD.id,)) if one.speaks)
        bags = [] if study.tipping is None else [mass for _, mass in study.tipping.sandbags]
        if any(math.isfinite(mass) for mass in bags) or study.support.anchor == "table":
            found = tuple(one for one in found if one.code != "hold.tips-when-knocked")
        gravity = max((GRAVITY[one.verdict] for one in found), default=0)
        key = (gravity, order)
        if best is None or key < best[0]:
            best = (key, placed, found)
        if gravity <= GRAVITY["watch"]:
            break
    return None if best is None else (best[1], best[2])


def _stands_before(scene: CameraStudy, study: HoldStudy) -> bool:
    """Whether a support stands before what its own camera films."""
    lens = scene.lens
    if lens is None:
        return False
    maker = lens.camera.sees_maker
    points = actions_in(lens.work, poses_in(lens.work, maker=maker), maker=maker, count=24)
    rig = Things((rig_rows(study),), ((),))
    return float(hides(lens.position, points.reshape(-1, 3), rig).mean()) > HIDES_OWN
