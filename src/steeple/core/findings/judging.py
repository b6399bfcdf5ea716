"""All rules put to all scenes of a plan."""

from __future__ import annotations

from collections.abc import Sequence

from steeple.core.findings.finding import STEPS, Finding, Step
from steeple.core.findings.registry import RULES
from steeple.core.findings.scene import Scene


def judge_scene(scene: Scene, *, steps: Sequence[Step] = STEPS) -> tuple[Finding, ...]:
    """Every finding on one scene, in the order of the registry, without fixes; of some steps alone
    where that is asked for."""
    found = (rule.finding(scene) for rule in RULES if rule.step in steps)
    return tuple(finding for finding in found if finding is not None)


def judge(scenes: Sequence[Scene], *, steps: Sequence[Step] = STEPS) -> tuple[Finding, ...]:
    """Every finding on a plan; what concerns the whole plan is said once."""
    findings: list[Finding] = []
    for scene in scenes:
        said = {one.code for one in findings if not one.about}
        findings += [one for one in judge_scene(scene, steps=steps) if one.code not in said]
    return tuple(findings)
