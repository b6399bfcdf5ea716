"""The camera lacks what its height is computed from."""

from __future__ import annotations

from steeple.core.findings.finding import Rule, Said
from steeple.core.findings.scene import Scene
from steeple.core.study.answers import camera_missing_answer
from steeple.core.study.result import say


def _judge(scene: Scene) -> Said:
    if scene.lens is not None:
        return Said(verdict="holds", title=say("Camera and lens are known"))
    return Said(
        verdict="unknown",
        title=say("Camera or lens is missing"),
        reason=camera_missing_answer(scene.plan, scene.index or 0).line,
    )


RULE = Rule(
    code="lens.gear-missing",
    step="lens",
    name="Camera or lens missing",
    trigger="no body, no lens, or a recording mode without its sensor size",
    harm="No height, coverage or focus can be computed.",
    source="None needed",
    judge=_judge,
)
