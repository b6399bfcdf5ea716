"""A thing stands across the edge of the zone."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.geometry.rectangle import Rectangle, spare_around
from steeple.core.plan.changes import Change
from steeple.core.plan.document import Item
from steeple.core.study.result import mm, say

_TOLERANCE_MM = 0.5


def _outline(item: Item) -> Rectangle:
    depth = item.depth_mm if item.kind == "box" and item.depth_mm else item.width_mm
    return Rectangle.centred(x_mm=item.x_mm, y_mm=item.y_mm, width_mm=item.width_mm, depth_mm=depth)


def _judge(scene: Scene) -> Said | None:
    work = scene.work
    if not work.items:
        return None
    worst = min(work.items, key=lambda item: spare_around(_outline(item), work.footprint).least)
    spare = spare_around(_outline(worst), work.footprint).least
    holds = spare >= -_TOLERANCE_MM
    return Said(
        verdict="holds" if holds else "watch",
        title=say("All things stand within the zone")
        if holds
        else say("The " + worst.name + " reaches {over} out of the zone", over=mm(-spare)),
        reason=() if holds else say("What is outside the zone may be cut by the picture’s edge."),
        measured=measured(spare, unit="mm", least=0),
        place="zone",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    work, items = scene.work, list(scene.work.items)
    for index, item in enumerate(items):
        outline = _outline(item)
        spare = spare_around(outline, work.footprint)
        if spare.least >= -_TOLERANCE_MM:
            continue
        if outline.width_mm > work.footprint.width_mm or outline.depth_mm > work.footprint.depth_mm:
            continue
        x = item.x_mm + max(0.0, -spare.left) - max(0.0, -spare.right)
        y = item.y_mm + max(0.0, -spare.near) - max(0.0, -spare.far)
        items[index] = item.model_copy(update={"x_mm": round(x, 1), "y_mm": round(y, 1)})
    if tuple(items) != work.items:
        yield Proposal(
            action=say("Move it into the zone"),
            changes=(
                Change(path="/work/items", value=[one.model_dump(mode="json") for one in items]),
            ),
        )


RULE = Rule(
    code="work.item-outside-zone",
    step="work",
    name="Thing outside the zone",
    trigger="an item reaches across the edge of the zone",
    harm="It is cut off by the edge of the picture.",
    source="Plane geometry",
    judge=_judge,
    propose=_propose,
)
