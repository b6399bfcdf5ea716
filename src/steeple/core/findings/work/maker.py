"""Whether the maker reaches the work, and sits or stands well at it."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.rule import Proposal, rule
from steeple.core.plan.changes import Change
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.work.figures import hands_and_range

COMFORTABLE_DEG = 40.0

_WORDS = {
    "fine": "Fine work wants the hands from elbow height to a hand’s breadth above it",
    "light": "Light work wants the hands a little below the elbow",
    "forceful": "Forceful work wants the hands well below the elbow",
}

_TOLERANCE_MM = 20.0


def _deg(value: float) -> Quantity:
    return Quantity(value=value, unit="deg")


def _out_of_reach_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    work = scene.bench
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


@rule(
    "work.out-of-reach",
    name="Out of reach",
    trigger="the arm does not reach a place of the zone leaning in 60°; watch: only by leaning in "
    "more than 40°",
    harm="Work at the far edge means standing up, and the head fills the picture.",
    source="Drillis & Contini, Body Segment Parameters",
    fixes=_out_of_reach_fixes,
    once=True,
)
def out_of_reach(scene: CameraStudy) -> Judgement | None:
    """Part of the zone is farther than the maker's arm reaches."""
    if scene.bench.maker.away or scene.bench.maker.inside:
        return None
    figures = scene.bench.maker.poses.figures
    short = max(figure.short_mm for figure in figures)
    lean = max(figure.lean_deg for figure in figures)
    if short > 0:
        return Judgement(
            verdict="fails",
            title=say("The far part of the zone is {short} out of reach", short=mm(short)),
            reason=say("Even leaning in {lean} the hand does not get there.", lean=_deg(lean)),
            measured=measured(short, unit="mm", most=0),
            place="zone-far",
        )
    holds = lean <= max(COMFORTABLE_DEG, scene.bench.maker.lean_deg)
    return Judgement(
        verdict="holds" if holds else "watch",
        title=say("Your hand reaches the whole zone")
        if holds
        else say("For the far part of the zone you lean in {lean}", lean=_deg(lean)),
        reason=()
        if holds
        else say("More than {most} is tiring, and the head goes far over the work.",
                 most=_deg(COMFORTABLE_DEG)),
        measured=measured(lean, unit="deg", most=max(COMFORTABLE_DEG, scene.bench.maker.lean_deg)),
        place="zone-far",
    )  # fmt: skip


def _table_height_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    hands, low, high = hands_and_range(scene.bench)
    work = scene.bench
    off = hands - high if hands > high else hands - low
    seat = work.maker.seat_mm
    if seat is not None:
        wanted = float(round(seat + off))
        if 380 <= wanted <= 650:
            word = "higher" if off > 0 else "lower"
            yield Proposal(
                action=say("Sit {off} " + word + ", on {seat}", off=mm(abs(off)), seat=mm(wanted)),
                changes=(Change(path="/maker/seat_mm", value=wanted),),
            )
    table = float(round(work.table_height_mm - off))
    if table >= 100:
        word = "Lower" if off > 0 else "Raise"
        changes = [Change(path="/table/height_mm", value=table)]
        yield Proposal(
            action=say(word + " the table by {off}, to {table}", off=mm(abs(off)), table=mm(table)),
            changes=tuple(changes),
        )


@rule(
    "work.table-height",
    name="Table height",
    trigger="the hands work more than 2 cm outside the range that suits the kind of work",
    harm="Neck and shoulders pay for it before the session is over.",
    source="Kroemer & Grandjean, Fitting the Task to the Human, ch. on working height; "
    "Drillis & Contini, Body Segment Parameters",
    fixes=_table_height_fixes,
    once=True,
)
def table_height(scene: CameraStudy) -> Judgement | None:
    """The table is at the wrong height for the back."""
    if scene.bench.maker.away:
        return None
    hands, low, high = hands_and_range(scene.bench)
    reason = say(
        _WORDS[scene.bench.maker.effort]
        + ": between {low} and {high} from the floor for you. Your "
        "hands work at {hands}.",
        low=mm(low),
        high=mm(high),
        hands=mm(hands),
    )
    if low - _TOLERANCE_MM <= hands <= high + _TOLERANCE_MM:
        return Judgement(
            verdict="holds",
            title=say("The table suits your elbows"),
            reason=reason,
            measured=measured(hands, unit="mm", least=low)
            if hands < (low + high) / 2
            else measured(hands, unit="mm", most=high),
        )
    above = hands > high
    return Judgement(
        verdict="watch",
        title=say(
            "Your hands work {off} too " + ("high" if above else "low"),
            off=mm(hands - high if above else low - hands),
        ),
        reason=reason,
        measured=measured(hands, unit="mm", most=high)
        if above
        else measured(hands, unit="mm", least=low),
        place="table",
    )
