"""Where the zone and the things in it lie."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.rule import Proposal, rule
from steeple.core.geometry.rectangle import Rectangle, spare_around
from steeple.core.plan.changes import Change
from steeple.core.plan.parts.work import Item
from steeple.core.study.base.phrases import SIDE_WORDS
from steeple.core.study.base.sentence import mm, say
from steeple.core.study.plan_study import CameraStudy

_TOLERANCE_MM = 0.5
_ON_TABLE_MM = 0.05


def _zone_off_table_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    work = scene.bench
    wide = min(work.zone.width_mm, work.table.width_mm)
    deep = work.zone.depth_mm
    if work.footprint.depth_mm > work.table.depth_mm:
        deep = round(deep * work.table.depth_mm / work.footprint.depth_mm, 1)
    centre = (
        Change(path="/work/zone/from_left_edge_mm", value=None),
        Change(path="/work/zone/from_front_edge_mm", value=None),
    )
    if wide == work.zone.width_mm and deep == work.zone.depth_mm:
        yield Proposal(action=say("Lay the zone in the middle of the table"), changes=centre)
    else:
        yield Proposal(
            action=say("Make the zone {wide} × {deep}", wide=mm(wide), deep=mm(deep)),
            changes=(
                Change(path="/work/zone/width_mm", value=wide),
                Change(path="/work/zone/depth_mm", value=deep),
                *centre,
            ),
        )


@rule(
    "work.zone-off-table",
    name="Zone off the table",
    trigger="the zone reaches past an edge of the table top",
    harm="Things laid in the zone hang over the edge, and tape marks have nowhere to go.",
    source="Plane geometry",
    fixes=_zone_off_table_fixes,
    once=True,
)
def zone_off_table(scene: CameraStudy) -> Judgement:
    """The zone reaches beyond the table top."""
    work = scene.bench
    spare = spare_around(work.footprint, work.table)
    side = spare.tightest
    if spare.least >= -_ON_TABLE_MM:
        return Judgement(
            verdict="holds",
            title=say("The zone lies on the table"),
            reason=say("The nearest edge is {spare} away.", spare=mm(spare.least)),
            measured=measured(spare.least, unit="mm", least=0),
        )
    return Judgement(
        verdict="fails",
        title=say(
            "The zone reaches {over} past the table " + SIDE_WORDS[side], over=mm(-spare.least)
        ),
        reason=say(
            "The table is {width} × {depth}; the zone is {zw} × {zd}.",
            width=mm(work.table.width_mm),
            depth=mm(work.table.depth_mm),
            zw=mm(work.zone.width_mm),
            zd=mm(work.zone.depth_mm),
        ),
        measured=measured(spare.least, unit="mm", least=0),
        place=f"zone-{side}",
    )


def _item_above_top_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    if not scene.bench.items:
        return
    tallest = max(item.top_mm for item in scene.bench.items)
    yield Proposal(
        action=say("Take {top} as the tallest point", top=mm(tallest)),
        changes=(Change(path="/work/zone_top_mm", value=tallest),),
    )


@rule(
    "work.item-above-top",
    name="Thing above the tallest point",
    trigger="an item in the zone is taller than the tallest point given",
    harm="Its top leaves the frame or is soft, though the plan says that all holds.",
    source="Plane geometry",
    fixes=_item_above_top_fixes,
    once=True,
)
def item_above_top(scene: CameraStudy) -> Judgement | None:
    """A thing in the zone stands higher than the tallest point that was given."""
    work = scene.bench
    if not work.items:
        return None
    tallest = max(work.items, key=lambda item: item.top_mm)
    top = work.table_top_of_zone_mm
    if tallest.top_mm <= top + _TOLERANCE_MM:
        return Judgement(
            verdict="holds",
            title=say("Nothing in the zone stands above its tallest point"),
            measured=measured(tallest.top_mm, unit="mm", most=top),
        )
    return Judgement(
        verdict="fails",
        title=say(
            "The {named} stands {over} above the tallest point given",
            named=tallest.name,
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


def _outline(item: Item) -> Rectangle:
    depth = item.depth_mm if item.kind == "box" and item.depth_mm else item.width_mm
    return Rectangle.centred(x_mm=item.x_mm, y_mm=item.y_mm, width_mm=item.width_mm, depth_mm=depth)


def _item_outside_zone_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    work, items = scene.bench, list(scene.bench.items)
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


@rule(
    "work.item-outside-zone",
    name="Thing outside the zone",
    trigger="an item reaches across the edge of the zone",
    harm="It is cut off by the edge of the picture.",
    source="Plane geometry",
    fixes=_item_outside_zone_fixes,
    once=True,
)
def item_outside_zone(scene: CameraStudy) -> Judgement | None:
    """A thing stands across the edge of the zone."""
    work = scene.bench
    if not work.items:
        return None
    worst = min(work.items, key=lambda item: spare_around(_outline(item), work.footprint).least)
    spare = spare_around(_outline(worst), work.footprint).least
    holds = spare >= -_TOLERANCE_MM
    return Judgement(
        verdict="holds" if holds else "watch",
        title=say("All things stand within the zone")
        if holds
        else say("The {named} reaches {over} out of the zone", named=worst.name, over=mm(-spare)),
        reason=() if holds else say("What is outside the zone may be cut by the picture’s edge."),
        measured=measured(spare, unit="mm", least=0),
        place="zone",
    )
