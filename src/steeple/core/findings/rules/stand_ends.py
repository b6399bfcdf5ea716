"""The stand does not go so low, or not so high."""

from __future__ import annotations

from steeple.core.findings.finding import Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.study.result import mm, say

_TOLERANCE_MM = 0.05


def _judge(scene: Scene) -> Said | None:
    study = scene.lens
    if study is None:
        return None
    part, height = study.camera.part, study.height_mm
    if part.stand_lowest_mm is not None and height < part.stand_lowest_mm - _TOLERANCE_MM:
        return Said(
            verdict="fails",
            title=say(
                "The stand does not go so low: {short} are missing",
                short=mm(part.stand_lowest_mm - height),
            ),
            reason=say(
                "It holds the lens at {least} at the lowest. A longer zoom setting from there may "
                "frame the same.",
                least=mm(part.stand_lowest_mm),
            ),
            measured=measured(height, unit="mm", least=part.stand_lowest_mm),
            place="plumb",
        )
    if part.stand_highest_mm is None:
        if part.stand_lowest_mm is None:
            return None
        return Said(verdict="holds", title=say("The stand goes so low"))
    reaches = height <= part.stand_highest_mm + _TOLERANCE_MM
    return Said(
        verdict="holds" if reaches else "fails",
        title=say("The stand reaches this height")
        if reaches
        else say(
            "The stand does not go so high: {short} are missing",
            short=mm(height - part.stand_highest_mm),
        ),
        reason=say("It holds the lens at {most} at the highest.", most=mm(part.stand_highest_mm)),
        measured=measured(height, unit="mm", most=part.stand_highest_mm),
        place="plumb",
    )


RULE = Rule(
    code="lens.stand-ends",
    step="lens",
    name="Stand ends",
    trigger="the lens height lies outside what the stand allows, where that was measured",
    harm="At the bench the column ends before the height, and the plan is worth nothing.",
    source="As measured by the maker",
    judge=_judge,
    moves="before",
)
