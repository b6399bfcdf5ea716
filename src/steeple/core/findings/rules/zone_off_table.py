"""The zone reaches beyond the table top."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.geometry.rectangle import spare_around
from steeple.core.plan.changes import Change
from steeple.core.study.answers import SIDE_WORDS
from steeple.core.study.result import mm, say

_TOLERANCE_MM = 0.05


def _judge(scene: Scene) -> Said:
    work = scene.work
    spare = spare_around(work.footprint, work.table)
    side = spare.tightest
    if spare.least >= -_TOLERANCE_MM:
        return Said(
            verdict="holds",
            title=say("The zone lies on the table"),
            reason=say("The nearest edge is {spare} away.", spare=mm(spare.least)),
            measured=measured(spare.least, unit="mm", least=0),
        )
    return Said(
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


def _propose(scene: Scene) -> Iterator[Proposal]:
    work = scene.work
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


RULE = Rule(
    code="work.zone-off-table",
    step="work",
    name="Zone off the table",
    trigger="the zone reaches past an edge of the table top",
    harm="Things laid in the zone hang over the edge, and tape marks have nowhere to go.",
    source="Plane geometry",
    judge=_judge,
    propose=_propose,
)
