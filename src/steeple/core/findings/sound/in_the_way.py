"""What a microphone is in the way of, and whether what holds it reaches."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.rule import Proposal, rule
from steeple.core.findings.sound.fixes import better_place, held_otherwise, miked
from steeple.core.study.base.sentence import mm, percent, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.sound.mics.clear import HANDS_MM, HEAD_MM
from steeple.core.study.sound.mics.places import SHADOW_STOPS
from steeple.core.study.sound.study import SoundStudy
from steeple.core.study.sound.words import capital

RUB_MM = 60.0
"""What comes nearer to a clip-on than that rubs on it, or its sleeve does."""
LEAN_DEG = 30.0
"""From such a lean on clothes fold over it."""


def _elsewhere(scene: CameraStudy) -> Iterator[Proposal]:
    yield from better_place(scene)
    yield from held_otherwise(scene)


@rule(
    "sound.in-frame",
    name="Microphone in frame",
    trigger="a microphone, its boom or its stand is in the picture of a camera",
    harm="It is in every second of the film, or is cropped away with the work.",
    source="Hartley & Zisserman, Multiple View Geometry, ch. 6 (projection)",
    when=miked,
    fixes=_elsewhere,
    once=True,
)
def in_frame(study: SoundStudy) -> Judgement | None:
    """Whether every microphone keeps out of every picture."""
    found = [(one, frame) for one in study.mics for frame in one.frames]
    if not found:
        return Judgement(verdict="holds", title=say("No microphone is in a picture"))
    one, frame = max(found, key=lambda each: each[1].share)
    edge = {"left": "left", "right": "right", "bottom": "bottom", "top": "top"}[frame.edge]
    more = len({(each.given.key, met.camera.id) for each, met in found}) - 1
    return Judgement(
        verdict="fails",
        title=say(
            "{mic} is in the picture of {camera}" if frame.part == "the microphone"
            else "The boom or stand of {own} is in the picture of {camera}",
            mic=capital(one.given.name), own=one.given.name, camera=frame.camera.name,
        ),
        reason=say(
            "It reaches in over the {edge} edge, by {depth} of the picture" + (
                "." if not more else ", and is in another one too." if more == 1
                else f", and is in {more} others."),
            edge=edge, depth=percent(frame.depth),
        ),
        place=one.given.key,
    )  # fmt: skip


@rule(
    "sound.shadow",
    name="Shadow of the microphone",
    trigger="microphone, boom and stand take more than 0.4 stops of the lamps’ light from a place of the zone",
    harm="A dark stroke lies over the work, and moves with every touch of the boom.",
    source="Murdoch, Illuminating Engineering (area sources); as for the shadow of camera and rig",
    when=miked,
    fixes=_elsewhere,
    once=True,
)
def shadow(study: SoundStudy) -> Judgement | None:
    """Whether the shadow of every microphone stays off the zone."""
    worst = max(study.mics, key=lambda one: one.shadow_stops)
    deep = worst.shadow_stops
    against = measured(deep, unit="stops", most=SHADOW_STOPS)
    if deep <= SHADOW_STOPS:
        return Judgement(
            verdict="holds", title=say("No microphone shades the zone"), measured=against
        )
    return Judgement(
        verdict="watch" if deep < 2 * SHADOW_STOPS else "fails",
        title=say(
            "{mic} throws a shadow of {deep} on the zone",
            mic=capital(worst.given.name),
            deep=against.quantity,
        ),
        reason=say("Small or single lamps throw it hardest; a place beside their way to the zone does not."),
        measured=against,
        place=worst.given.key,
    )  # fmt: skip


@rule(
    "sound.in-the-way",
    name="Microphone in the way",
    trigger="hands come within 10 cm or a head within 6 cm of a microphone, its boom or stand in some pose, or it "
    "is between the maker’s eyes and the work",
    harm="It is knocked, and the knock is the loudest sound of the day.",
    source="Ericson, Real-Time Collision Detection, 5.1.9; room for hands and head: planning values of our own",
    when=miked,
    fixes=_elsewhere,
    once=True,
)
def in_the_way_of(study: SoundStudy) -> Judgement | None:
    """Whether every microphone keeps clear of hands, heads and the maker's view."""
    worst = max(study.mics, key=lambda one: one.near.short_mm)
    if worst.near.short_mm > 0:
        by_hands = HANDS_MM - worst.near.hands_mm >= HEAD_MM - worst.near.head_mm
        value = worst.near.hands_mm if by_hands else worst.near.head_mm
        return Judgement(
            verdict="fails",
            title=say(
                ("Your hands come to {away} of {mic}" if by_hands else "A head comes to {away} of {mic}")
                if value > 0
                else ("Your hands meet {mic}" if by_hands else "A head meets {mic}"),
                away=mm(max(value, 0.0)), mic=worst.given.name,
            ),
            reason=say("{least} is needed in every pose.", least=mm(HANDS_MM if by_hands else HEAD_MM)),
            measured=measured(value, unit="mm", least=HANDS_MM if by_hands else HEAD_MM),
            place=worst.given.key,
        )  # fmt: skip
    before = next((one for one in study.mics if one.near.in_view), None)
    if before is not None:
        return Judgement(
            verdict="watch",
            title=say("{mic} is between your eyes and the work", mic=capital(before.given.name)),
            reason=say("You look past it all day. A little higher or to the side hears as much."),
            place=before.given.key,
        )
    return Judgement(verdict="holds", title=say("No microphone is in your way"))


@rule(
    "sound.out-of-reach",
    name="Microphone out of reach",
    trigger="the stand of a microphone does not reach to where it is, sideways, up or down, or it passes through "
    "something in the room",
    harm="At the bench it ends up somewhere else: in the picture, or too far off.",
    source="Reach and heights of stands, as measured or in their manuals",
    when=miked,
    fixes=_elsewhere,
    once=True,
)
def out_of_reach(study: SoundStudy) -> Judgement | None:
    """Whether stands reach, past what is in the room."""
    met = next((one for one in study.mics if one.meets), None)
    if met is not None:
        return Judgement(
            verdict="fails",
            title=say("{mic} meets {what}", mic=capital(met.given.name), what=met.meets[0]),
            place=met.given.key,
        )
    worst = max(study.mics, key=lambda one: one.short_mm)
    if worst.short_mm > 0.5:
        return Judgement(
            verdict="fails",
            title=say(
                "The stand of {mic} is {short} short",
                mic=worst.given.name,
                short=mm(worst.short_mm),
            ),
            reason=say("Bring its foot nearer, or the microphone lower or higher."),
            measured=measured(worst.short_mm, unit="mm", most=0.0),
            place=worst.given.key,
        )
    return Judgement(verdict="holds", title=say("Every stand reaches"))


@rule(
    "sound.clip-rubs",
    name="Clip-on that rubs",
    trigger="a hand or its tool comes within 6 cm of a clip-on in some pose, or the maker leans in by 30° or more, so "
    "that clothes fold over it",
    harm="Cloth on the microphone is louder than the voice.",
    source="Planning values of our own, on the figure of the maker at work",
    when=miked,
    fixes=held_otherwise,
    once=True,
)
def clip_rubs(study: SoundStudy) -> Judgement | None:
    """Whether anything rubs on a clip-on."""
    clips = [one for one in study.mics if one.given.part.held == "clip-on"]
    if not clips or study.work.maker.away:
        return None
    one = clips[0]
    near = study.nearest_hand_mm
    against = measured(near, unit="mm", least=RUB_MM)
    lean = study.work.maker.lean_deg
    if near >= RUB_MM and lean < LEAN_DEG:
        return Judgement(
            verdict="holds",
            title=say(
                "Nothing rubs on {mic}: {room} to your hands", mic=one.given.name, room=mm(near)
            ),
            measured=against,
            place=one.given.key,
        )
    title = (
        say("Your hands brush {mic}", mic=one.given.name)
        if near <= 0
        else say("Your hand comes to {room} of {mic}", room=mm(near), mic=one.given.name)
        if near < RUB_MM
        else say("You lean in so far that clothes fold over {mic}", mic=one.given.name)
    )
    return Judgement(
        verdict="watch",
        title=title,
        reason=say("Fix it to something stiff, with its lead in a loop; or let it hang on a boom."),
        measured=against,
        place=one.given.key,
    )
