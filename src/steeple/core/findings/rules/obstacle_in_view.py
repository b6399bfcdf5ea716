"""Something in the room stands between the lens and the zone."""

from __future__ import annotations

from steeple.core.findings.finding import Rule, Said, measured
from steeple.core.findings.moves import clear_away
from steeple.core.findings.scene import Scene
from steeple.core.study.result import Quantity, say

_ACROSS, _ALONG = 9, 7


def _judge(scene: Scene) -> Said | None:
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return None
    plane, worst, name = scene.work.plane, 0.0, ""
    points = [
        plane.point((i / (_ACROSS - 1) - 0.5) * plane.width_mm, (j / (_ALONG - 1) - 0.5) * plane.depth_mm, h)
        for i in range(_ACROSS)
        for j in range(_ALONG)
        for h in (0.0, scene.work.top_mm)
    ]  # fmt: skip
    for block in scene.work.blocks:
        hidden = sum(block.meets(study.position, point) for point in points) / len(points)
        if hidden > worst:
            worst, name = hidden, block.name
    share = Quantity(value=100 * worst, unit="percent")
    return Said(
        verdict="fails" if worst > 0 else "holds",
        title=say("The " + name + " hides {share} of the zone", share=share)
        if worst > 0
        else say("Nothing in the room stands before the zone"),
        reason=say("It lies between the lens and the work.") if worst > 0 else (),
        measured=measured(100 * worst, unit="percent", most=0),
        place="frame",
    )


RULE = Rule(
    code="lens.obstacle-in-view",
    step="lens",
    name="Obstacle in the view",
    trigger="a box of the room lies between the lens and a point of the zone",
    harm="A beam or lamp is in every picture.",
    source="Plane geometry (slab test)",
    judge=_judge,
    propose=clear_away,
    moves="before",
)
