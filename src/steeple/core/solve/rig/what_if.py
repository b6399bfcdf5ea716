"""What would change with one more thing: the plan as it is, and as it would be with the best use of it, over all steps.

A thing is put to every use that the sheets would offer for it: a camera or lens in the place of the plan's, a support
under its first camera, a lamp where placing it finds best, and anything that a mend can take. The use that leaves least
open counts.
"""

from __future__ import annotations

import contextlib
from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import TypeVar

from steeple.core.errors import SteepleError
from steeple.core.findings.finding import Finding
from steeple.core.findings.hold.fixes import take_support
from steeple.core.findings.judging import StepVerdict, judge, step_verdicts
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.kinds import Gear
from steeple.core.plan.cupboard.owned import Owned, owned_of
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.solve.lens.rows import pairs_of, row_of
from steeple.core.solve.light.place_lamps import LightingOutcome, place_lamps
from steeple.core.solve.mends import with_mends
from steeple.core.solve.rig.score import score_of
from steeple.core.solve.rig.sequence import Cleared, verdicts_between
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence, say
from steeple.core.study.cache import StudyCache
from steeple.core.study.inputs.work import given_work
from steeple.core.study.plan_study import CameraStudy, camera_studies

T = TypeVar("T")


class WithIt(Result):
    """A plan before and after. ``better`` and ``worse`` are notes that change, ``iso`` and ``detail_px`` of the first
    camera; ``changes`` make the best use of the thing, and are empty where it is of none."""

    name: str
    says: Sentence
    uses: bool
    marks_before: tuple[StepVerdict, ...]
    marks_after: tuple[StepVerdict, ...]
    better: tuple[Cleared, ...]
    worse: tuple[Cleared, ...]
    iso_before: float | None
    iso_after: float | None
    detail_px_before: float | None
    detail_px_after: float | None
    changes: tuple[Change, ...]


def what_if(plan: Plan, thing: Gear, owned: Owned, cache: StudyCache | None = None) -> WithIt:
    """What would change in a plan with one more thing.

    Parameters
    ----------
    plan, thing
        any plan; a thing that is not owned.
    owned, cache
        what the maker has; what was worked out before.
    """
    more = _with(owned, owned_of([thing]))
    before = camera_studies(plan, more, cache)
    found = judge(before)
    best = _Made(before, found)
    changes: tuple[Change, ...] = ()
    for tried in _uses(plan, thing, more, before, found):
        made = _made(plan, tried, more, before[0])
        if made is not None and made.weight < best.weight - 1e-9:
            best, changes = made, tried
    better, worse = verdicts_between(found, best.findings)
    return WithIt(
        name=thing.name,
        says=_says(thing.name, bool(changes), len(better), len(worse)),
        uses=bool(changes),
        marks_before=step_verdicts(found), marks_after=step_verdicts(best.findings),
        better=better, worse=worse,
        iso_before=_iso(before), iso_after=_iso(best.cameras),
        detail_px_before=_detail(before), detail_px_after=_detail(best.cameras),
        changes=changes,
    )  # fmt: skip


class _Made:
    """A plan judged; ``weight`` is what is open in it and what its picture lacks, by the score of a rig."""

    def __init__(self, cameras: Sequence[CameraStudy], findings: Sequence[Finding]) -> None:
        self.cameras, self.findings = cameras, findings
        score = score_of(cameras, findings)
        # Setting up, things and floor are what it costs; here what it gives is asked for.
        self.weight = replace(score, things=0, minutes=0.0, floor_m2=0.0).total("best picture")


def _made(plan: Plan, changes: tuple[Change, ...], owned: Owned, like: CameraStudy) -> _Made | None:
    with contextlib.suppress(SteepleError):
        cameras = camera_studies(apply_changes(plan, changes), owned, like.studies.cache)
        return _Made(cameras, judge(cameras))
    return None


def _uses(
    plan: Plan, thing: Gear, owned: Owned, cameras: Sequence[CameraStudy], found: Sequence[Finding]
) -> Iterator[tuple[Change, ...]]:
    """Every use of a thing, as changes to the plan."""
    alone = owned_of([thing])
    if plan.cameras and (alone.bodies or alone.lenses):
        work = given_work(plan, Assumptions())
        for named in pairs_of(plan, 0, owned):
            if thing in (named[2].body, named[2].lens):
                row = row_of(plan, 0, work, named)
                if row is not None:
                    yield row[0].changes
    if cameras[0].camera is not None and cameras[0].lens is not None:
        for one in alone.supports:
            placed = PlacedSupport(id="considered", gear=one.gear, owned=False)
            yield take_support(cameras[0], placed)
    if alone.fixtures:
        for step in place_lamps(plan, owned=replace(owned, fixtures=alone.fixtures)):
            if isinstance(step, LightingOutcome):
                yield from (one.changes for one in step.options)
    mended, _ = with_mends(cameras, found)
    for finding in mended:
        for fix in finding.fixes:
            if any(thing.name in str(one.value) for one in fix.changes):
                yield fix.changes


def _with(owned: Owned, more: Owned) -> Owned:
    def both(one: tuple[T, ...], other: tuple[T, ...]) -> tuple[T, ...]:
        return (*other, *one)

    return Owned(
        **{
            name: both(getattr(owned, name), getattr(more, name))
            for name in Owned.__dataclass_fields__
        }
    )


def _iso(cameras: Sequence[CameraStudy]) -> float | None:
    light = cameras[0].light
    return None if light is None else light.iso


def _detail(cameras: Sequence[CameraStudy]) -> float | None:
    sight = cameras[0].sight
    return None if sight is None else sight.detail_px


def _says(name: str, uses: bool, better: int, worse: int) -> Sentence:
    if not uses:
        return say("{name} would change nothing here.", name=name)

    def notes(count: int) -> str:
        return "one note" if count == 1 else f"{count} notes"

    if not better:
        line = say("{name} would better the picture, and clear no note", name=name)
    else:
        line = say("{name} would clear " + notes(better), name=name)
    return line + say(f"; {notes(worse)} would be new or heavier." if worse else ".")
