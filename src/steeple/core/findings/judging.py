"""All rules and cautions put to all cameras of a plan."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from steeple.core.findings.caution import Caution
from steeple.core.findings.finding import GRAVITY, Finding, Verdict
from steeple.core.findings.registry import CAUTIONS, RULES
from steeple.core.study.base.result import Result
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


class StepVerdict(Result):
    """The heaviest verdict among the findings of a step."""

    step: StepId
    verdict: Verdict


def step_verdicts(findings: Sequence[Finding]) -> tuple[StepVerdict, ...]:
    """How each step stands: by the heaviest of its findings; one that was accepted counts as holding.

    Parameters
    ----------
    findings
        of a plan. A step of which nothing was found is left out.
    """
    verdicts: list[StepVerdict] = []
    for step in STEP_IDS:
        own: list[Verdict] = [
            "holds" if one.accepted else one.verdict for one in findings if one.step == step
        ]
        if own:
            verdicts.append(StepVerdict(step=step, verdict=max(own, key=GRAVITY.__getitem__)))
    return tuple(verdicts)


def cautions_for(cameras: Sequence[CameraStudy]) -> tuple[Caution, ...]:
    """Every caution that applies to a plan, once each, in the order of the registry."""
    return tuple(
        Caution(code=rule.code, step=rule.step, sentence=rule.sentence)
        for rule in CAUTIONS
        if any(rule.applies(camera) for camera in cameras)
    )
