"""Microphones for a whole rig: all that is to be heard gets one of its own, as far as the cupboard has them."""

from __future__ import annotations

from steeple.core.budget import look
from steeple.core.errors import SteepleError
from steeple.core.findings.judging import judge
from steeple.core.findings.sound.fixes import put_one_up, sound_of
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.solve.rig.sequence import WEIGHT
from steeple.core.study.cache import StudyCache
from steeple.core.study.plan_study import camera_studies


def with_microphones(plan: Plan, owned: Owned, cache: StudyCache | None = None) -> Plan:
    """A plan in which as much as can be has a microphone that is owned: of all ways those that leave least unheard,
    of these the one that leaves least to be watched.

    A pair over the instrument and one for the voice may disturb each other. That is a note which moving them can clear;
    an instrument that nothing hears is lost.

    Parameters
    ----------
    plan, owned
        any plan; what the maker has.
    cache
        what was worked out before.
    """
    cameras = camera_studies(plan, owned, cache)
    study = sound_of(cameras[0])
    if study is None:
        return plan
    best, least = plan, _stands(plan, owned, cache)
    for proposal in put_one_up(cameras[0]):
        look()
        if proposal.swaps:
            continue
        try:
            tried = apply_changes(plan, proposal.changes)
        except SteepleError:
            continue
        stands = _stands(tried, owned, cache)
        if stands < least:
            best, least = tried, stands
    return best


def _stands(plan: Plan, owned: Owned, cache: StudyCache | None) -> tuple[int, int, float]:
    """How a plan stands: what fails, what nothing near hears, what is to be watched."""
    cameras = camera_studies(plan, owned, cache)
    findings = judge(cameras)
    study = sound_of(cameras[0])
    unheard = 0
    if study is not None:
        by_camera = {one.called: study.by_camera(one) for one in study.needed}
        unheard = sum(
            study.best_for(one) is None and not ((near := by_camera[one.called]) and near.clear)
            for one in study.needed
        )
    return (
        sum(one.verdict == "fails" for one in findings),
        unheard,
        sum(WEIGHT[one.verdict] for one in findings if one.speaks),
    )
