"""Arm, hand or head hide what the viewer came for."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.moves import from_other_side, go_round, square_up, tip_away
from steeple.core.findings.scene import Scene
from steeple.core.study.result import Quantity, say

WANTED = 0.55
LOST = 0.35
"""Mean share of the action that must be seen; our own planning values."""


def _percent(share: float) -> Quantity:
    return Quantity(value=100 * share, unit="percent")


def _judge(scene: Scene) -> Said | None:
    sight = scene.sight
    if sight is None or sight.body is None:
        return None
    mean, least = sight.body.mean_action_seen, sight.body.least_action_seen
    hand = "right" if scene.work.maker.right_handed else "left"
    holds = mean >= WANTED
    return Said(
        verdict="holds" if holds else "watch" if mean >= LOST else "fails",
        title=say("The camera sees {mean} of the action past your hands", mean=_percent(mean))
        if holds
        else say("Your hands and arms hide the action: {mean} of it is seen", mean=_percent(mean)),
        reason=say(
            "The worst place of the hand shows {least}. The action is a disc of 8 cm about the tip "
            "of the tool; you work with the " + hand + " hand.",
            least=_percent(least),
        ),
        measured=measured(100 * mean, unit="percent", least=100 * WANTED),
        place="zone",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    yield from from_other_side(scene)
    yield from square_up(scene)
    yield from tip_away(scene)
    yield from go_round(scene)


RULE = Rule(
    code="lens.hands-hide-work",
    step="lens",
    name="Hands hide the work",
    trigger="less than 55 % of the action is seen past arms, hands and head, on the mean of nine "
    "poses; fails below 35 %",
    harm="The viewer sees a sleeve instead of the stitch.",
    source="Drillis & Contini, Body Segment Parameters; shares as planning values of our own",
    judge=_judge,
    propose=_propose,
    moves="after",
)
