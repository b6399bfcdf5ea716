"""The table is at the wrong height for the back."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.plan.changes import Change
from steeple.core.study.given_maker import TABLE_AGAINST_ELBOW_MM, action_height
from steeple.core.study.result import mm, say

_WORDS = {
    "fine": "Fine work wants the hands from elbow height to a hand’s breadth above it",
    "light": "Light work wants the hands a little below the elbow",
    "forceful": "Forceful work wants the hands well below the elbow",
}
_TOLERANCE_MM = 20.0


def _hands_and_range(scene: Scene) -> tuple[float, float, float]:
    """Height of the hands above the floor at the middle of the zone, and the range that suits."""
    work = scene.work
    middle = work.plane.point(0.0, 0.0, action_height(work.top_mm)).z
    low, high = TABLE_AGAINST_ELBOW_MM[work.maker.effort]
    return work.table_height_mm + middle, work.maker.elbow_mm + low, work.maker.elbow_mm + high


def _judge(scene: Scene) -> Said:
    hands, low, high = _hands_and_range(scene)
    reason = say(
        _WORDS[scene.work.maker.effort] + ": between {low} and {high} from the floor for you. Your "
        "hands work at {hands}.",
        low=mm(low),
        high=mm(high),
        hands=mm(hands),
    )
    if low - _TOLERANCE_MM <= hands <= high + _TOLERANCE_MM:
        return Said(
            verdict="holds",
            title=say("The table suits your elbows"),
            reason=reason,
            measured=measured(hands, unit="mm", least=low)
            if hands < (low + high) / 2
            else measured(hands, unit="mm", most=high),
        )
    above = hands > high
    return Said(
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


def _propose(scene: Scene) -> Iterator[Proposal]:
    hands, low, high = _hands_and_range(scene)
    work = scene.work
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


RULE = Rule(
    code="work.table-height",
    step="work",
    name="Table height",
    trigger="the hands work more than 2 cm outside the range that suits the kind of work",
    harm="Neck and shoulders pay for it before the session is over.",
    source="Kroemer & Grandjean, Fitting the Task to the Human, ch. on working height; "
    "Drillis & Contini, Body Segment Parameters",
    judge=_judge,
    propose=_propose,
)
