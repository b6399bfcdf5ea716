"""Hands and tool have no room between the work and the lens."""

from __future__ import annotations

from steeple.core.findings.finding import Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.study.result import mm, say

_TOLERANCE_MM = 0.05
FIST_MM = 100.0
"""A closed hand is about this high; less room than this cannot be worked in."""


def _judge(scene: Scene) -> Said | None:
    study = scene.lens
    if study is None or study.hand_room_mm is None:
        return None
    room, wanted = study.hand_room_mm, scene.work.hand_room_mm
    against = measured(room, unit="mm", least=wanted)
    if room >= wanted - _TOLERANCE_MM:
        return Said(
            verdict="holds",
            title=say("Hands and tool have {room} under the lens", room=mm(room)),
            reason=say("You want {wanted}.", wanted=mm(wanted)),
            measured=against,
        )
    title = (
        say("The rim of the lens touches the work")
        if room <= 0
        else say("Hands and tool have only {room} under the lens", room=mm(room))
    )
    return Said(
        verdict="fails" if room < min(FIST_MM, wanted) else "watch",
        title=title,
        reason=say(
            "You want {wanted} between the top of the work and the rim. A longer zoom setting "
            "from higher up frames the same.",
            wanted=mm(wanted),
        ),
        place="plumb",
        measured=against,
    )


RULE = Rule(
    code="lens.no-hand-room",
    step="lens",
    name="No room for hands",
    trigger="less room between work and lens rim than wanted; fails below 10 cm",
    harm="Knuckles and tools strike the lens, and every stroke shakes the picture.",
    source="Plane geometry; height of a closed hand as a planning value of our own",
    judge=_judge,
    moves="before",
)
