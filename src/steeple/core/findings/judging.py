"""All rules and cautions put to all cameras of a plan."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from steeple.core.findings.caution import Caution
from steeple.core.findings.finding import Finding
from steeple.core.findings.registry import CAUTIONS, RULES
from steeple.core.study.base.step import STEP_IDS, StepId
from steeple.core.study.plan_study import CameraStudy


def judge_camera(
    camera: CameraStudy, *, steps: Collection[StepId] = STEP_IDS
) -> tuple[Finding, ...]:
    """Every finding on one camera, in the order of the registry, without fixes; of some steps alone
    where that is asked for."""
    found = (rule.finding(camera) for rule in RULES if rule.step in steps)
    return tuple(_accepted(camera, finding) for finding in found if finding is not None)


def _accepted(camera: CameraStudy, finding: Finding) -> Finding:
    """The finding with the reason for which the maker lives with it, where it is only to be watched."""
    if finding.verdict != "watch" or not camera.plan.accepted:
        return finding
    reason = camera.plan.reason_for(finding.code, finding.about)
    return finding.model_copy(update={"accepted": reason}) if reason else finding


def judge(
    cameras: Sequence[CameraStudy], *, steps: Collection[StepId] = STEP_IDS
) -> tuple[Finding, ...]:
    """Every finding on a plan; what concerns the whole plan is said once."""
    findings: list[Finding] = []
    for camera in cameras:
        said = {one.code for one in findings if not one.about}
        findings += [one for one in judge_camera(camera, steps=steps) if one.code not in said]
    return tuple(findings)


def cautions_for(cameras: Sequence[CameraStudy]) -> tuple[Caution, ...]:
    """Every caution that applies to a plan, once each, in the order of the registry."""
    return tuple(
        Caution(code=rule.code, step=rule.step, sentence=rule.sentence)
        for rule in CAUTIONS
        if any(rule.applies(camera) for camera in cameras)
    )
