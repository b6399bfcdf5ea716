"""Two microphones: the stereo picture, mono, three to one; and sound in step with pictures."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.rule import Proposal, rule
from steeple.core.findings.sound.fixes import (
    better_place,
    held_otherwise,
    miked,
    paired_otherwise,
    sound_of,
)
from steeple.core.findings.sound.room_fixes import speak_afterwards
from steeple.core.plan.changes import Change
from steeple.core.sound.pair import HOLLOW_DB
from steeple.core.study.base.sentence import Quantity, percent, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.sound.keeping import HALF_A_FRAME
from steeple.core.study.sound.study import THREE_DB, MicStudy, SoundStudy
from steeple.core.study.sound.words import capital, db

HOLE_SHARE, GONE_SHARE = 0.25, 0.18
"""Half of the instrument is in its middle half. Where a quarter of it, or less, lands between half left and half
right the middle is thin; under the second it is a hole."""
NARROW = 0.7
"""Of two: from end to end so little is mono in all but name."""
LOW_HZ = 1000.0
"""A dip so low is among the notes themselves."""


def _pairs(study: SoundStudy) -> list[MicStudy]:
    return [one for one in study.mics if one.hearing.picture is not None]


def paired(scene: CameraStudy) -> SoundStudy | None:
    """The sound of a plan that has a pair over an instrument."""
    study = miked(scene)
    return study if study is not None and _pairs(study) else None


@rule(
    "sound.hole",
    name="Hole in the middle",
    trigger="less than a quarter of the instrument lands between half left and half right of a pair; it fails under "
    "18 %",
    harm="High and low strings sit in the two loudspeakers, and nothing is between them.",
    source="Williams, The Stereophonic Zoom; Eargle, The Microphone Book",
    when=paired,
    fixes=paired_otherwise,
    once=True,
)
def hole(study: SoundStudy) -> Judgement | None:
    """Whether a pair leaves a hole in the middle."""
    worst = min(
        _pairs(study),
        key=lambda one: one.hearing.picture.middle_share if one.hearing.picture else 1.0,
    )
    picture = worst.hearing.picture
    assert picture is not None
    share = picture.middle_share
    against = measured(100 * share, unit="percent", least=100 * HOLE_SHARE)
    if share >= HOLE_SHARE:
        return Judgement(
            verdict="holds",
            title=say("{share} of the instrument lands in the middle half", share=percent(share)),
            measured=against, place=worst.given.key,
        )  # fmt: skip
    return Judgement(
        verdict="watch" if share >= GONE_SHARE else "fails",
        title=say("Only {share} of the instrument lands in the middle half", share=percent(share)),
        reason=say(
            "The two are too far apart for how near they stand: closer together, or higher."
        ),
        measured=against,
        place=worst.given.key,
    )


@rule(
    "sound.narrow",
    name="Narrow picture",
    trigger="from end to end the instrument lands on less than 35 % of the way between the loudspeakers",
    harm="Two microphones are put up, and it sounds like one.",
    source="Williams, The Stereophonic Zoom",
    when=paired,
    fixes=paired_otherwise,
    once=True,
)
def narrow(study: SoundStudy) -> Judgement | None:
    """Whether a pair spreads the instrument."""
    worst = min(
        _pairs(study), key=lambda one: one.hearing.picture.width if one.hearing.picture else 2.0
    )
    picture = worst.hearing.picture
    assert picture is not None
    share = picture.width / 2.0
    against = measured(100 * share, unit="percent", least=100 * NARROW / 2.0)
    if picture.width >= NARROW:
        return Judgement(
            verdict="holds",
            title=say("The instrument spreads over {share} of the width", share=percent(share)),
            measured=against, place=worst.given.key,
        )  # fmt: skip
    return Judgement(
        verdict="watch",
        title=say("The instrument spreads over only {share} of the width", share=percent(share)),
        reason=say("Farther apart, opened wider, or nearer."),
        measured=against,
        place=worst.given.key,
    )


@rule(
    "sound.comb",
    name="Hollow in mono",
    trigger="a pair is also heard in mono, and a place of the instrument then loses a note under 1 kHz by 10 dB or more",
    harm="On a phone the instrument sounds hollow, and other notes come and go.",
    source="Eargle, The Microphone Book (comb of two ways: c ÷ 2Δ)",
    when=paired,
    fixes=paired_otherwise,
    once=True,
)
def comb(study: SoundStudy) -> Judgement | None:
    """Whether a pair can be put together in mono."""
    if study.plan.sound.mono is False:
        return None
    found = [
        (one, one.hearing.comb) for one in _pairs(study)
        if one.hearing.comb is not None and one.hearing.comb.depth_db >= HOLLOW_DB
        and one.hearing.comb.first_hz < LOW_HZ
    ]  # fmt: skip
    if not found:
        return Judgement(verdict="holds", title=say("The pair can be heard in mono"))
    one, worst = found[0]
    return Judgement(
        verdict="watch",
        title=say(
            "In mono a part of the instrument loses {hz} by {deep}",
            hz=Quantity(value=round(worst.first_hz), unit="hz"), deep=db(worst.depth_db),
        ),
        reason=say(
            "Its sound reaches the two at different times. One on the other they agree in mono; where it is "
            "never heard in mono, say so."
        ),
        measured=measured(worst.depth_db, unit="db", most=HOLLOW_DB),
        fields=("/sound/mono",),
        place=one.given.key,
    )  # fmt: skip


def _apart(scene: CameraStudy) -> Iterator[Proposal]:
    yield from better_place(scene)
    yield from held_otherwise(scene)
    yield from speak_afterwards(scene)
    yield Proposal(
        action=say("Keep them on tracks of their own, and choose in the edit"),
        changes=(Change(path="/sound/mixed", value=False),),
    )


@rule(
    "sound.three-to-one",
    name="Three to one",
    trigger="two microphones are mixed, and one hears the other’s source less than 9.5 dB weaker than its own does: "
    "less than three times as far away, where nothing else parts them",
    harm="Mixed, both sound hollow, and change with every move of the head.",
    source="Eargle, The Microphone Book (3:1 rule)",
    when=miked,
    fixes=_apart,
    once=True,
)
def three_to_one(study: SoundStudy) -> Judgement | None:
    """Whether microphones that are mixed are far enough from each other's sources."""
    if study.plan.sound.mixed is False:
        return Judgement(verdict="holds", title=say("They are kept on tracks of their own"))
    spills = [
        one for one in study.spills if one.own.source.kind != one.other.source.kind
    ] or list(study.spills)  # fmt: skip
    if not spills:
        return None
    worst = spills[0]
    against = measured(worst.weaker_db, unit="db", least=THREE_DB)
    if worst.weaker_db >= THREE_DB:
        return Judgement(
            verdict="holds", title=say("Microphones keep to their own"), measured=against
        )
    return Judgement(
        verdict="watch",
        title=say(
            "{other} hears {what} only {weaker} weaker than {own}",
            other=capital(worst.other.name), what=worst.own.source.called,
            weaker=db(max(0.0, worst.weaker_db)), own=worst.own.name,
        ),
        reason=say("Mixed, the two ways of one sound take notes from each other."),
        measured=against,
        place=worst.other.key,
    )  # fmt: skip


def _by_sight(scene: CameraStudy) -> Iterator[Proposal]:
    del scene
    yield Proposal(
        action=say("Set the recordings to each other by the clap as seen, not as heard"),
        changes=(Change(path="/sound/align", value="by sight"),),
    )


@rule(
    "sound.out-of-step",
    name="Out of step",
    trigger="recordings are set to each other by sound, and at a camera it comes more than half a frame later than at "
    "the main microphone",
    harm="Hands hit before or after they are heard.",
    source="343 m/s (ISO 9613-1); EBU R 37",
    when=miked,
    fixes=_by_sight,
    once=True,
)
def out_of_step(study: SoundStudy) -> Judgement | None:
    """Whether cameras set to each other by sound are in step."""
    worst = study.keeping.worst
    if worst is None:
        return None
    if study.plan.sound.align == "by sight":
        return Judgement(verdict="holds", title=say("Recordings are set by the clap as it is seen"))
    late = abs(worst.frames)
    against = measured(late, unit="frames", most=HALF_A_FRAME)
    if late <= HALF_A_FRAME:
        return Judgement(
            verdict="holds",
            title=say("Set by sound, every camera is in step within {late}", late=against.quantity),
            measured=against,
        )
    return Judgement(
        verdict="fails",
        title=say(
            "Set by sound, {name} is {late} out of step", name=worst.name, late=against.quantity
        ),
        reason=say("Sound takes so long to get there; the picture does not."),
        measured=against,
    )


def _clap_twice(scene: CameraStudy) -> Iterator[Proposal]:
    del scene
    yield Proposal(
        action=say("Clap at the start and at the end of each take"),
        changes=(Change(path="/sound/claps", value="at start and end"),),
    )


@rule(
    "sound.drift",
    name="Clocks drift apart",
    trigger="sound or pictures are recorded by several devices, their clocks are more than half a frame apart at the "
    "end, and takes are not clapped at both ends",
    harm="What is in step at the start is off at the end, and nothing tells by how much.",
    source="Clocks of cameras and recorders: 50 parts in a million, a planning value; or as two claps have told it",
    when=sound_of,
    fixes=_clap_twice,
    once=True,
)
def drift(study: SoundStudy) -> Judgement | None:
    """Whether clocks stay in step, or can be set at both ends."""
    keeping = study.keeping
    if not keeping.apart:
        return None
    frames = keeping.drift_frames
    against = measured(frames, unit="frames", most=HALF_A_FRAME)
    if frames <= HALF_A_FRAME:
        return Judgement(
            verdict="holds",
            title=say("Clocks stay within {frames}", frames=against.quantity), measured=against,
        )  # fmt: skip
    if study.plan.sound.claps == "at start and end":
        return Judgement(
            verdict="holds",
            title=say("Claps at both ends take out {frames} of drift", frames=against.quantity),
        )
    return Judgement(
        verdict="watch",
        title=say("Clocks are {frames} apart at the end", frames=against.quantity),
        reason=say(
            "They stay within half a frame for {time}. With a clap at both ends of a take the edit stretches the "
            "sound to fit.",
            time=Quantity(value=keeping.every_s, unit="span"),
        ),
        measured=against,
    )  # fmt: skip
