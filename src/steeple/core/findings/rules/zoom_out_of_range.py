"""The zoom setting is one that the lens does not have."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.moves import change, focal
from steeple.core.findings.scene import Scene
from steeple.core.study.result import say

_TOLERANCE_MM = 1e-6


def _judge(scene: Scene) -> Said | None:
    study = scene.lens
    if study is None or study.settings.focal_mm is None or study.camera.lens is None:
        return None
    lens, setting = study.camera.lens, study.settings.focal_mm
    inside = lens.focal_min_mm - _TOLERANCE_MM <= setting <= lens.focal_max_mm + _TOLERANCE_MM
    nearest = min(max(setting, lens.focal_min_mm), lens.focal_max_mm)
    return Said(
        verdict="holds" if inside else "fails",
        title=say("The lens has this zoom setting")
        if inside
        else say("This lens does not zoom to {focal}", focal=focal(setting)),
        reason=say(
            "It reaches from {short} to {long}.",
            short=focal(lens.focal_min_mm),
            long=focal(lens.focal_max_mm),
        ),
        measured=measured(setting, unit="mm_exact", least=nearest)
        if setting <= nearest
        else measured(setting, unit="mm_exact", most=nearest),
        place="plumb",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    study = scene.lens
    if study is None or study.camera.lens is None or study.settings.focal_mm is None:
        return
    lens = study.camera.lens
    nearest = min(max(study.settings.focal_mm, lens.focal_min_mm), lens.focal_max_mm)
    yield Proposal(
        action=say("Zoom to {focal}", focal=focal(nearest)),
        changes=(change(scene, "focal_mm", nearest),),
    )
    yield Proposal(
        action=say("Let zoom and height be worked out"),
        changes=(change(scene, "focal_mm", None), change(scene, "position/z_mm", None)),
    )


RULE = Rule(
    code="lens.zoom-out-of-range",
    step="lens",
    name="Zoom setting not on the lens",
    trigger="the zoom setting lies outside the focal range of the lens",
    harm="At the bench the ring ends before the setting, and every figure is off.",
    source="The lens's own markings (ISO 517)",
    judge=_judge,
    propose=_propose,
)
