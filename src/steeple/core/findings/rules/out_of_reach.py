"""Part of the zone is farther than the maker's arm reaches."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.plan.changes import Change
from steeple.core.study.result import Quantity, mm, say

COMFORTABLE_DEG = 40.0


def _deg(value: float) -> Quantity:
    return Quantity(value=value, unit="deg")


def _judge(scene: Scene) -> Said:
    figures = scene.work.maker.poses.figures
    short = max(figure.short_mm for figure in figures)
    lean = max(figure.lean_deg for figure in figures)
    if short > 0:
        return Said(
            verdict="fails",
            title=say("The far part of the zone is {short} out of reach", short=mm(short)),
            reason=say("Even leaning in {lean} the hand does not get there.", lean=_deg(lean)),
            measured=measured(short, unit="mm", most=0),
            place="zone-far",
        )
    holds = lean <= max(COMFORTABLE_DEG, scene.work.maker.lean_deg)
    return Said(
        verdict="holds" if holds else "watch",
        title=say("Your hand reaches the whole zone")
        if holds
        else say("For the far part of the zone you lean in {lean}", lean=_deg(lean)),
        reason=()
        if holds
        else say("More than {most} is tiring, and the head goes far over the work.",
                 most=_deg(COMFORTABLE_DEG)),
        measured=measured(lean, unit="deg", most=max(COMFORTABLE_DEG, scene.work.maker.lean_deg)),
        place="zone-far",
    )  # fmt: skip


def _propose(scene: Scene) -> Iterator[Proposal]:
    work = scene.work
    front = work.footprint.near - work.table.near
    for nearer in (50.0, 100.0, 150.0, 200.0, 300.0):
        if front - nearer >= 0:
            target = round(front - nearer, 1)
            yield Proposal(
                action=say("Move the work {step} toward you", step=mm(nearer)),
                changes=(Change(path="/work/zone/from_front_edge_mm", value=target),),
                family="nearer",
            )
    if front > 0:
        yield Proposal(
            action=say("Move the work to the edge in front of you"),
            changes=(Change(path="/work/zone/from_front_edge_mm", value=0.0),),
            family="nearer",
        )
    if work.maker.seat_mm is not None:
        yield Proposal(
            action=say("Stand at the work"),
            changes=(Change(path="/maker/posture", value="standing"),),
        )


RULE = Rule(
    code="work.out-of-reach",
    step="work",
    name="Out of reach",
    trigger="the arm does not reach a place of the zone leaning in 60°; watch: only by leaning in "
    "more than 40°",
    harm="Work at the far edge means standing up, and the head fills the picture.",
    source="Drillis & Contini, Body Segment Parameters",
    judge=_judge,
    propose=_propose,
)
