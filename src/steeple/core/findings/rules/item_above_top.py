"""A thing in the zone stands higher than the tallest point that was given."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.plan.changes import Change
from steeple.core.study.result import mm, say

_TOLERANCE_MM = 0.5


def _judge(scene: Scene) -> Said | None:
    work = scene.work
    if not work.items:
        return None
    tallest = max(work.items, key=lambda item: item.top_mm)
    top = work.table_top_of_zone_mm
    if tallest.top_mm <= top + _TOLERANCE_MM:
        return Said(
            verdict="holds",
            title=say("Nothing in the zone stands above its tallest point"),
            measured=measured(tallest.top_mm, unit="mm", most=top),
        )
    return Said(
        verdict="fails",
        title=say(
            "The " + tallest.name + " stands {over} above the tallest point given",
            over=mm(tallest.top_mm - top),
        ),
        reason=say(
            "It is {tall} tall; coverage and focus are worked out for {top}.",
            tall=mm(tallest.top_mm),
            top=mm(top),
        ),
        measured=measured(tallest.top_mm, unit="mm", most=top),
        place="zone",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    if not scene.work.items:
        return
    tallest = max(item.top_mm for item in scene.work.items)
    yield Proposal(
        action=say("Take {top} as the tallest point", top=mm(tallest)),
        changes=(Change(path="/work/zone_top_mm", value=tallest),),
    )


RULE = Rule(
    code="work.item-above-top",
    step="work",
    name="Thing above the tallest point",
    trigger="an item in the zone is taller than the tallest point given",
    harm="Its top leaves the frame or is soft, though the plan says that all holds.",
    source="Plane geometry",
    judge=_judge,
    propose=_propose,
)
