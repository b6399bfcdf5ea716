"""The head before the lens."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.lens.fixes import (
    lean_back,
    lean_back_from_camera,
    slide_from_head,
    square_up,
)
from steeple.core.findings.lens.round_fixes import from_other_side, go_round, tip_away
from steeple.core.findings.rule import Proposal, rule
from steeple.core.study.base.sentence import Quantity, mm, percent, say
from steeple.core.study.lens.heights import HAIR_MM, HEAD_ROOM_MM
from steeple.core.study.plan_study import CameraStudy

HIDES = 0.01
"""Share of the zone from which on a head hides work rather than only being in the picture."""

SHOWS = 0.002

ASIDE_WATCH, ASIDE_HIDES = 0.05, 0.25
"""From the side the maker may be in the picture; hidden shares of the zone that trouble there."""

WANTED = 0.55

LOST = 0.35
"""Mean share of the action that must be seen; our own planning values."""


def _from_aside(hidden: float) -> Judgement:
    """For a camera that does not look down on the work: the maker may be in the picture."""
    share = Quantity(value=100 * hidden, unit="percent")
    return Judgement(
        verdict="holds" if hidden <= ASIDE_WATCH else "watch" if hidden <= ASIDE_HIDES else "fails",
        title=say("Your head and shoulders hide up to {share} of the zone", share=share),
        reason=say("From this side you may be in the picture, but not before the work."),
        measured=measured(100 * hidden, unit="percent", most=100 * ASIDE_WATCH),
        place="head",
    )


def _from_within(hidden: float) -> Judgement:
    """For a maker who sits within the work: they are in every picture, and may hide some of it."""
    share = Quantity(value=100 * hidden, unit="percent")
    return Judgement(
        verdict="holds" if hidden <= ASIDE_HIDES else "watch",
        title=say("You sit within the work and hide up to {share} of the zone", share=share),
        reason=say("You are meant to be in the picture; what you hide, another camera shows."),
        measured=measured(100 * hidden, unit="percent", most=100 * ASIDE_HIDES),
        place="head",
    )


def _head_in_frame_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    yield from slide_from_head(scene)
    yield from lean_back(scene)
    yield from tip_away(scene)
    yield from go_round(scene)


@rule(
    "lens.head-in-frame",
    name="Head in the frame",
    trigger="head or shoulders reach into an overhead picture in one of nine poses; fails where they "
    "hide more than 1 % of the zone; from aside, where they hide more than 5 % (fails: 25 %)",
    harm="Hair covers the work at the very moment of fine work.",
    source="Drillis & Contini, Body Segment Parameters; projective geometry",
    fixes=_head_in_frame_fixes,
    moves="after",
)
def head_in_frame(scene: CameraStudy) -> Judgement | None:
    """The maker's head or hair enters the picture in some pose."""
    sight, camera = scene.sight, scene.camera
    if sight is None or sight.body is None or camera is None:
        return None
    target = scene.work.target
    if target is not None and target.is_person:
        # What is seen of a person's part is judged by the part itself.
        return None
    if scene.work.maker.inside:
        return _from_within(sight.body.worst_zone_hidden)
    if camera.role != "overhead":
        return _from_aside(sight.body.worst_zone_hidden)
    body, lean = sight.body, Quantity(value=scene.work.maker.lean_deg, unit="deg")
    clear = body.head_clearance_mm
    against = measured(clear, unit="mm", least=0)
    if clear >= -HAIR_MM and body.worst_head_in_frame <= SHOWS:
        return Judgement(
            verdict="holds",
            title=say("Your head stays {clear} outside the picture", clear=mm(max(0.0, clear))),
            reason=say("Leaning in {lean}, in the worst of nine poses.", lean=lean),
            measured=against,
        )
    hidden = body.worst_zone_hidden
    share = Quantity(value=100 * body.worst_head_in_frame, unit="percent")
    covers = (
        say(
            " It covers up to {share} of the picture and {zone} of the zone.",
            share=share,
            zone=Quantity(value=100 * hidden, unit="percent"),
        )
        if hidden > 0
        else say(" It covers up to {share} of the picture, none of the zone.", share=share)
    )
    title = (
        say("Your head reaches {over} into the picture", over=mm(-clear))
        if clear < -HAIR_MM
        else say("Your shoulders are in the picture")
    )
    return Judgement(
        verdict="fails" if hidden > HIDES else "watch",
        title=title,
        reason=say("That is when you lean in {lean}.", lean=lean) + covers,
        measured=against,
        place="head",
    )


def _head_meets_camera_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    yield from lean_back_from_camera(scene)
    yield from tip_away(scene)


@rule(
    "lens.head-meets-camera",
    name="Head meets the camera",
    trigger="less than 6 cm between head and camera in one of nine poses; fails where they touch",
    harm="The camera is struck, or the maker works with a crooked neck.",
    source="Drillis & Contini, Body Segment Parameters; 6 cm as a planning value of our own",
    fixes=_head_meets_camera_fixes,
    moves="before",
)
def head_meets_camera(scene: CameraStudy) -> Judgement | None:
    """The maker's head and the camera are in each other's way."""
    sight = scene.sight
    if sight is None or sight.body is None:
        return None
    gap = sight.body.camera_gap_mm
    against = measured(gap, unit="mm", least=HEAD_ROOM_MM)
    lean = Quantity(value=scene.work.maker.lean_deg, unit="deg")
    if gap >= HEAD_ROOM_MM:
        return Judgement(
            verdict="holds",
            title=say("Head and camera keep {gap} apart", gap=mm(gap)),
            measured=against,
        )
    return Judgement(
        verdict="fails" if gap < 0 else "watch",
        title=say("Your head strikes the camera")
        if gap < 0
        else say("Only {gap} is left between your head and the camera", gap=mm(gap)),
        reason=say(
            "You lean in {lean}; the camera hangs where your head goes. Below it you look past the "
            "camera at the work, above it the camera looks past you.",
            lean=lean,
        ),
        measured=against,
        place="head",
    )


def _hands_hide_work_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    yield from from_other_side(scene)
    yield from square_up(scene)
    yield from tip_away(scene)
    yield from go_round(scene)


@rule(
    "lens.hands-hide-work",
    name="Hands hide the work",
    trigger="less than 55 % of the action is seen past arms, hands and head, on the mean of nine "
    "poses; fails below 35 %",
    harm="The viewer sees a sleeve instead of the stitch.",
    source="Drillis & Contini, Body Segment Parameters; shares as planning values of our own",
    fixes=_hands_hide_work_fixes,
    moves="after",
)
def hands_hide_work(scene: CameraStudy) -> Judgement | None:
    """Arm, hand or head hide what the viewer came for."""
    sight = scene.sight
    if sight is None or sight.body is None:
        return None
    mean, least = sight.body.mean_action_seen, sight.body.least_action_seen
    hand = "right" if scene.work.maker.right_handed else "left"
    holds = mean >= WANTED
    return Judgement(
        verdict="holds" if holds else "watch" if mean >= LOST else "fails",
        title=say("The camera sees {mean} of the action past your hands", mean=percent(mean))
        if holds
        else say("Your hands and arms hide the action: {mean} of it is seen", mean=percent(mean)),
        reason=say(
            "The worst place of the hand shows {least}. The action is a disc of 8 cm about the tip "
            "of the tool; you work with the " + hand + " hand.",
            least=percent(least),
        ),
        measured=measured(100 * mean, unit="percent", least=100 * WANTED),
        place="zone",
    )
