"""Reach and room: the support does not get there, or there is something where it would be."""

from __future__ import annotations

from steeple.core.findings.finding import Rule, Said, Verdict, measured
from steeple.core.findings.hold.moves import hold_moves
from steeple.core.findings.scene import Scene
from steeple.core.study.clashes import Clash, Placement
from steeple.core.study.hold import HoldStudy
from steeple.core.study.hold_drawing import span_words
from steeple.core.study.result import Sentence, mm, say


def placed(scene: Scene) -> Placement | None:
    """The support of the scene in its place."""
    return scene.hold.placement if scene.hold else None


def _judge_chosen(scene: Scene) -> Said | None:
    if scene.lens is None or scene.sight is None:
        return None
    if scene.hold is not None:
        return Said(verdict="holds", title=say("A support is chosen"))
    return Said(
        verdict="unknown",
        title=say("Nothing is chosen yet to hold this camera"),
        reason=say("Below is what of yours can put the lens there."),
        place="screw",
    )


NO_SUPPORT = Rule(
    code="hold.no-support",
    step="hold",
    name="No support chosen",
    trigger="no support of the plan carries the camera",
    harm="A height without a support is a wish.",
    source="Order of work",
    judge=_judge_chosen,
    propose=hold_moves,
)


def _nowhere(hold: HoldStudy) -> Said:
    """What the room does not say."""
    if hold.support.anchor == "shelf":
        return Said(
            verdict="unknown",
            title=say("There is no shelf or cupboard over the table to fix it to"),
            reason=say("Give it on the Work sheet, among the things in the room."),
            place="screw",
        )
    return Said(
        verdict="unknown",
        title=say("The span between the walls is not known"),
        reason=say(
            "Give the room from wall to wall and the table’s place in it, on the Work sheet."
        ),
        place="screw",
    )


def _judge_reach(scene: Scene) -> Said | None:
    hold = scene.hold
    if hold is None:
        return None
    placement, gear = hold.placement, hold.support.gear
    if placement is None:
        return _nowhere(hold)
    lacks = _lacking(scene, placement)
    if lacks:
        spans = span_words(hold)
        why = say("")
        for one in spans:
            why += one + say(". ")
        if not spans and placement.height_short_mm:
            why = _height_reason(gear.lowest_mm, gear.highest_mm)
        elif not spans:
            why = say("It reaches {most} at most.", most=mm(hold.support.most_reach_mm))
        worst = max(placement.short_mm or 0.0, abs(placement.height_short_mm or 0.0))
        return Said(
            verdict="fails",
            title=lacks,
            reason=why,
            measured=measured(-worst, unit="mm", least=0.0),
            place="screw",
        )
    unknown = _not_measured(scene, placement)
    if unknown:
        return Said(
            verdict="unknown",
            title=say("Whether it gets there is not known"),
            reason=say("Measure on it: " + ", ".join(unknown) + "."),
            place="screw",
        )
    return Said(verdict="holds", title=say("The support puts the lens there"))


def _height_reason(lowest: float | None, highest: float | None) -> Sentence:
    if lowest is None or highest is None:
        return say("Its heights are as you measured them.")
    return say("It holds the camera screw from {low} to {high}.", low=mm(lowest), high=mm(highest))


def _lacking(scene: Scene, placement: Placement) -> Sentence:
    """What lacks in height and reach, in one title; nothing where it gets there."""
    height, short = placement.height_short_mm or 0.0, placement.short_mm or 0.0
    words: Sentence = ()
    hung = scene.hold is not None and scene.hold.support.model == "hung"
    if height > 0:
        words = say(
            "It hangs down too far for this place: {lack} are missing above"
            if hung
            else "It does not go so high: {lack} are missing",
            lack=mm(height),
        )
    elif height < 0:
        words = say(
            "It does not reach down so far: {lack} are missing"
            if hung
            else "It does not go so low: {lack} are too much",
            lack=mm(-height),
        )
    if short > 0:
        bar = placement.span_mm is not None
        what = (
            "No set of its sections spans it: {lack} off"
            if bar
            else "It does not reach out so far: {lack} are missing"
        )
        words += (say("; ") if words else ()) + say(what, lack=mm(short))
    return words


def _not_measured(scene: Scene, placement: Placement) -> list[str]:
    hold = scene.hold
    assert hold is not None
    missing = []
    if placement.height_short_mm is None:
        missing.append("its lowest and highest camera screw")
    if placement.short_mm is None:
        missing.append(
            "the span of its tubes" if placement.span_mm is not None else "how far its arm reaches"
        )
    if (
        hold.support.model == "hung"
        and hold.work.ceiling_at(hold.held.screw.x, hold.held.screw.y) is None
        and not hold.work.blocks
    ):
        missing.append("the ceiling of the room")
    return missing


OUT_OF_REACH = Rule(
    code="hold.out-of-reach",
    step="hold",
    name="Out of reach",
    trigger="column, boom or span end before the place that the lens needs",
    harm="At the bench the arm ends too soon, and the plan is worth nothing.",
    source="Plane geometry, from the figures of the support",
    judge=_judge_reach,
    propose=hold_moves,
    moves="after",
)


def _clashes(scene: Scene, *kinds: str) -> list[Clash]:
    placement = placed(scene)
    return [] if placement is None else [one for one in placement.clashes if one.kind in kinds]


_WHAT = {
    "ceiling": "It meets the ceiling",
    "thing": "It meets the",
    "wall": "It stands in the wall",
    "table": "Its column would go through the",
    "edge": "It stands over the edge of the table",
    "zone": "It stands on the zone",
    "picture": "It stands in its own picture: its",
    "head": "It is where your head is",
}


def _meets_words(clash: Clash) -> Sentence:
    words = _WHAT[clash.kind]
    if clash.kind in ("thing", "table", "picture"):
        words = f"{words} {clash.name}"
    if clash.over_mm > 1:
        return say(words + ", by {over}", over=mm(clash.over_mm))
    return say(words)


def _judge_fit(scene: Scene) -> Said | None:
    if placed(scene) is None:
        return None
    found = _clashes(scene, *_WHAT)
    if not found:
        return Said(verdict="holds", title=say("It fits the room, the table and the picture"))
    title = _meets_words(found[0])
    for other in found[1:]:
        title += say("; ") + _lower(_meets_words(other))
    return Said(
        verdict="fails",
        title=title,
        reason=say("Another foot, height or support may pass."),
        place="rig",
    )


def _lower(sentence: Sentence) -> Sentence:
    first = sentence[0]
    return (
        first.model_copy(update={"text": first.text[:1].lower() + first.text[1:]}),
        *sentence[1:],
    )


DOES_NOT_FIT = Rule(
    code="hold.does-not-fit",
    step="hold",
    name="Does not fit",
    trigger="a part of the rig meets ceiling, wall, table, a thing in the room, a head, or its own picture",
    harm="It cannot be set up, or it is struck while you work.",
    source="Plane geometry; free room as planning values of our own",
    judge=_judge_fit,
    propose=hold_moves,
    moves="after",
)


def _judge_seat(scene: Scene) -> Said | None:
    if placed(scene) is None:
        return None
    found = _clashes(scene, "seat", "person", "stool")
    if not found:
        return Said(verdict="holds", title=say("Its feet leave your place free"))
    names = " and ".join(one.name for one in found)
    return Said(
        verdict="fails",
        title=say("It stands in " + names),
        reason=say("Feet are caught by feet and stools; the rig moves or falls."),
        place="rig",
    )


IN_MAKERS_PLACE = Rule(
    code="hold.in-makers-place",
    step="hold",
    name="In your place",
    trigger="feet or column stand where the maker or someone else sits or stands",
    harm="One trips over it, or it is pushed with the stool.",
    source="Body model; floor that a seat needs as a planning value of our own",
    judge=_judge_seat,
    propose=hold_moves,
)


def _judge_clear(scene: Scene) -> Said | None:
    hold = scene.hold
    if placed(scene) is None or hold is None or not hold.work.clear:
        return None
    found = _clashes(scene, "door", "drawer", "walkway")
    if not found:
        return Said(verdict="holds", title=say("Doors, drawers and walkways stay free"))
    names = " and ".join(f"the {one.kind} “{one.name}”" for one in found)
    verdict: Verdict = "fails" if any(one.kind == "door" for one in found) else "watch"
    return Said(
        verdict=verdict,
        title=say("It blocks " + names),
        reason=say("A door must open whatever stands in the room."),
        place="rig",
    )


BLOCKS_WAY = Rule(
    code="hold.blocks-way",
    step="hold",
    name="Blocks the way",
    trigger="feet stand on floor that a door, a drawer or people need",
    harm="A door strikes the stand, or nobody gets out.",
    source="Plane geometry",
    judge=_judge_clear,
    propose=hold_moves,
)
