"""The camera would stand in the ceiling, the slope of the roof, or a beam."""

from __future__ import annotations

from steeple.core.findings.finding import Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.study.result import mm, say

TIGHT_MM = 50.0
"""Less than this above the camera leaves no room for a head or a hand; our own planning value."""


def _judge(scene: Scene) -> Said | None:
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return None
    clearance = sight.ceiling_clearance_mm
    back = study.framing.back(sight.middle_mm)
    if clearance is None:
        return Said(
            verdict="unknown",
            title=say("Whether the ceiling is in the way is not known"),
            reason=say(
                "The back of the camera is {back} above the table. Measure from the floor to the "
                "lowest ceiling, slope or beam above it.",
                back=mm(sight.back_height_mm),
            ),
            place="ceiling",
        )
    against = measured(clearance, unit="mm", least=0)
    if clearance < 0:
        return Said(
            verdict="fails",
            title=say("The camera stands {over} into the ceiling", over=mm(-clearance)),
            reason=say(
                "The ceiling is {ceiling} above the table there; the back of the camera is at {back}.",
                ceiling=mm(study.work.ceiling_at(back.x, back.y) or 0.0),
                back=mm(sight.back_height_mm),
            ),
            measured=against,
            place="ceiling",
        )
    return Said(
        verdict="watch" if clearance < TIGHT_MM else "holds",
        title=say(
            "Only {clearance} is left above the camera"
            if clearance < TIGHT_MM
            else "{clearance} is left above the camera",
            clearance=mm(clearance),
        ),
        reason=say("What holds the camera needs room there too."),
        measured=against,
        place="ceiling",
    )


RULE = Rule(
    code="lens.ceiling-in-the-way",
    step="lens",
    name="Ceiling in the way",
    trigger="the back of the camera is above the lowest ceiling; watch: less than 5 cm is left; "
    "unknown where the ceiling has not been measured",
    harm="The camera cannot hang where the plan puts it.",
    source="Plane geometry",
    judge=_judge,
    moves="before",
)
