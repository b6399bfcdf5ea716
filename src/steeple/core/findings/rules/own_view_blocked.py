"""The camera hangs between the maker's eyes and the work."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.moves import tip_away
from steeple.core.findings.scene import Scene
from steeple.core.study.result import Quantity, say

NOTICED = 0.08
"""Share of the zone behind the camera from which on one cranes the neck; our own planning value."""


def _judge(scene: Scene) -> Said | None:
    sight = scene.sight
    if sight is None or sight.body is None:
        return None
    share = sight.body.own_view_hidden
    said = Quantity(value=100 * share, unit="percent")
    holds = share <= NOTICED
    return Said(
        verdict="holds" if holds else "watch",
        title=say("You see past the camera to the work")
        if holds
        else say("The camera hides {share} of the zone from your own eyes", share=said),
        reason=()
        if holds
        else say("A camera between face and hands frames closely, but you work around it."),
        measured=measured(100 * share, unit="percent", most=100 * NOTICED),
        place="head",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    yield from tip_away(scene)


RULE = Rule(
    code="lens.own-view-blocked",
    step="lens",
    name="Own view blocked",
    trigger="the camera hides more than 8 % of the zone from the maker's eyes, in the middle pose",
    harm="The maker works blind or leans aside into the frame.",
    source="Drillis & Contini, Body Segment Parameters; share as a planning value of our own",
    judge=_judge,
    propose=_propose,
    moves="before",
)
