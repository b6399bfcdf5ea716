"""Reach and room: the support does not get there, or there is something where it would be."""

from __future__ import annotations

from steeple.core.findings.finding import Judgement, Verdict, measured
from steeple.core.findings.hold.fixes import hold_moves
from steeple.core.findings.rule import rule
from steeple.core.study.base.sentence import Sentence, mm, say
from steeple.core.study.hold.clashes import Clash, Placement
from steeple.core.study.hold.drawing import span_words
from steeple.core.study.hold.forces.sharing import SIDE_PLATE_MM, Shared
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.plan_study import CameraStudy


def placed(scene: CameraStudy) -> Placement | None:
    """The support of the scene in its place."""
    return scene.hold.placement if scene.hold else None


@rule(
    "hold.no-support",
    name="No support chosen",
    trigger="no support of the plan carries the camera",
    harm="A height without a support is a wish.",
    source="Order of work",
    fixes=hold_moves,
)
def no_support(scene: CameraStudy) -> Judgement | None:
    """Whether something is chosen that holds the camera."""
    if scene.lens is None or scene.sight is None:
        return None
    if scene.hold is not None:
        return Judgement(verdict="holds", title=say("A support is chosen"))
    if scene.camera is not None and scene.camera.mount is not None:
        return Judgement(verdict="holds", title=say("A mount point is chosen"))
    return Judgement(
        verdict="unknown",
        title=say("Nothing is chosen yet to hold this camera"),
        reason=say("Below is what of yours can put the lens there."),
        place="screw",
    )


def _nowhere(hold: HoldStudy) -> Judgement:
    """What the room does not say."""
    if hold.support.anchor == "shelf":
        return Judgement(
            verdict="unknown",
            title=say("There is no shelf or cupboard over the table to fix it to"),
            reason=say("Give it on the Work sheet, among the things in the room."),
            place="screw",
        )
    return Judgement(
        verdict="unknown",
        title=say("The span between the walls is not known"),
        reason=say(
            "Give the room from wall to wall and the table’s place in it, on the Work sheet."
        ),
        place="screw",
    )


def _off_the_arm(scene: CameraStudy, hold: HoldStudy, shared: Shared) -> Judgement:
    """A camera on a support that stands for another."""
    del scene
    return Judgement(
        verdict="fails",
        title=say(
            "Its place is {off} off the arm: {name} stands for the camera “{first}”",
            off=mm(hold.off_arm_mm),
            name=hold.support.gear.name,
            first=shared.first,
        ),
        reason=say(
            "One support is in one place. A side plate holds a second camera up to {side} off the arm; "
            "farther off it needs a support of its own.",
            side=mm(SIDE_PLATE_MM),
        ),
        measured=measured(hold.off_arm_mm, unit="mm", most=SIDE_PLATE_MM),
        place="screw",
    )


@rule(
    "hold.out-of-reach",
    name="Out of reach",
    trigger="column, boom or span end before the place that the lens needs",
    harm="At the bench the arm ends too soon, and the plan is worth nothing.",
    source="Plane geometry, from the figures of the support",
    fixes=hold_moves,
    moves="after",
)
def out_of_reach(scene: CameraStudy) -> Judgement | None:
    """Whether the support can put the lens where the plan wants it."""
    hold = scene.hold
    if hold is None:
        return None
    placement, gear = hold.placement, hold.support.gear
    if placement is None:
        return _nowhere(hold)
    if hold.shared is not None and hold.off_arm_mm > SIDE_PLATE_MM:
        return _off_the_arm(scene, hold, hold.shared)
    lacks = _lacking(scene, placement)
    if lacks:
        why = say("")
        if placement.height_short_mm:
            why = _height_reason(gear.lowest_mm, gear.highest_mm)
        if placement.short_mm or not placement.height_short_mm:
            # The sections of a bar are the reason where its span is what lacks, not its height.
            for one in span_words(hold):
                why += one + say(". ")
        if not why:
            why = say("It reaches {most} at most.", most=mm(hold.support.most_reach_mm))
        worst = max(placement.short_mm or 0.0, abs(placement.height_short_mm or 0.0))
        return Judgement(
            verdict="fails",
            title=lacks,
            reason=why,
            measured=measured(-worst, unit="mm", least=0.0),
            place="screw",
        )
    unknown = _not_measured(scene, placement)
    if unknown:
        return Judgement(
            verdict="unknown",
            title=say("Whether it gets there is not known"),
            reason=say("Measure on it: " + ", ".join(unknown) + "."),
            place="screw",
        )
    return Judgement(verdict="holds", title=say("The support puts the lens there"))


def _height_reason(lowest: float | None, highest: float | None) -> Sentence:
    if lowest is None or highest is None:
        return say("Its heights are as you measured them.")
    return say("It holds the camera screw from {low} to {high}.", low=mm(lowest), high=mm(highest))


def _lacking(scene: CameraStudy, placement: Placement) -> Sentence:
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


def _not_measured(scene: CameraStudy, placement: Placement) -> list[str]:
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


def _clashes(scene: CameraStudy, *kinds: str) -> list[Clash]:
    placement = placed(scene)
    return [] if placement is None else [one for one in placement.clashes if one.kind in kinds]


_WHAT = {
    "ceiling": "It meets the ceiling",
    "thing": "It meets the",
    "wall": "It stands in the",
    "table": "Its column would go through the",
    "edge": "It stands over the edge of the table",
    "zone": "It stands on the zone",
    "picture": "It stands in its own picture",
    "head": "It is where your head is",
}


def _meets_words(clash: Clash) -> Sentence:
    words = _WHAT[clash.kind]
    if clash.kind == "picture" and clash.over_mm > 1:
        return say(words + ": {over} of its {named}", over=mm(clash.over_mm), named=clash.name)
    if clash.kind in ("thing", "table", "picture"):
        return say(
            words + " {named}", named=f"its {clash.name}" if clash.kind == "picture" else clash.name
        )
    if clash.kind == "wall":
        words += " {named}"
    if clash.over_mm > 1:
        return say(words + ", by {over}", over=mm(clash.over_mm), named=clash.name)
    return say(words, named=clash.name)


@rule(
    "hold.does-not-fit",
    name="Does not fit",
    trigger="a part of the rig meets ceiling, wall, table, a thing in the room, a head, or its own picture",
    harm="It cannot be set up, or it is struck while you work.",
    source="Plane geometry; free room as planning values of our own",
    fixes=hold_moves,
    moves="after",
)
def does_not_fit(scene: CameraStudy) -> Judgement | None:
    """What the rig meets in the room."""
    if placed(scene) is None:
        return None
    found = _clashes(scene, *_WHAT)
    if not found:
        return Judgement(verdict="holds", title=say("It fits the room, the table and the picture"))
    title = _meets_words(found[0])
    for other in found[1:]:
        title += say("; ") + _lower(_meets_words(other))
    return Judgement(
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


@rule(
    "hold.in-makers-place",
    name="In your place",
    trigger="feet or column stand where the maker or someone else sits or stands",
    harm="One trips over it, or it is pushed with the stool.",
    source="Body model; floor that a seat needs as a planning value of our own",
    fixes=hold_moves,
)
def in_makers_place(scene: CameraStudy) -> Judgement | None:
    """Whether the rig stands where somebody sits or stands."""
    if placed(scene) is None:
        return None
    # For a shot of the thing alone the maker steps aside.
    away = scene.lens is not None and not scene.lens.camera.sees_maker
    found = _clashes(scene, *(() if away else ("seat",)), "person", "stool")
    if not found:
        return Judgement(verdict="holds", title=say("Its feet leave your place free"))
    names = " and ".join(one.name for one in found)
    return Judgement(
        verdict="fails",
        title=say("It stands in " + names),
        reason=say("Feet are caught by feet and stools; the rig moves or falls."),
        place="rig",
    )


@rule(
    "hold.blocks-way",
    name="Blocks the way",
    trigger="feet stand on floor that a door, a drawer, a walkway or an audience needs",
    harm="A door strikes the stand, or nobody gets out.",
    source="Plane geometry",
    fixes=hold_moves,
)
def blocks_way(scene: CameraStudy) -> Judgement | None:
    """Whether the rig stands on floor that must stay free."""
    hold = scene.hold
    if placed(scene) is None or hold is None or not hold.work.clear:
        return None
    found = _clashes(scene, "door", "drawer", "walkway", "audience")
    if not found:
        return Judgement(verdict="holds", title=say("Doors, drawers and walkways stay free"))
    names = " and ".join(f"the {one.kind} “{one.name}”" for one in found)
    verdict: Verdict = "fails" if any(one.kind == "door" for one in found) else "watch"
    return Judgement(
        verdict=verdict,
        title=say("It blocks " + names),
        reason=say("A door must open whatever stands in the room."),
        place="rig",
    )
