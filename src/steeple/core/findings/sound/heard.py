"""Whether it is heard: no microphone, echo, noise."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.rule import Proposal, rule
from steeple.core.findings.sound.fixes import (
    better_place,
    held_otherwise,
    miked,
    put_one_up,
    sound_of,
)
from steeple.core.findings.sound.room_fixes import (
    closer_and_quieter,
    closer_and_softer,
    quieter,
    softer_room,
    speak_afterwards,
)
from steeple.core.study.base.sentence import say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.sound.study import (
    GOOD_NOISE_DB,
    LEAST_NOISE_DB,
    MicStudy,
    SoundStudy,
)
from steeple.core.study.sound.words import capital, db, echo_s

ROOM_FIELDS = ("/room/width_mm", "/room/depth_mm", "/room/ceiling_mm", "/sound/rt60_s")


def _closer(scene: CameraStudy) -> Iterator[Proposal]:
    yield from better_place(scene)
    yield from softer_room(scene)
    yield from closer_and_softer(scene)
    yield from held_otherwise(scene)
    yield from speak_afterwards(scene)


def _less_noise(scene: CameraStudy) -> Iterator[Proposal]:
    yield from quieter(scene)
    yield from better_place(scene)
    yield from held_otherwise(scene)
    yield from closer_and_quieter(scene)
    yield from speak_afterwards(scene)


def _one_up(scene: CameraStudy) -> Iterator[Proposal]:
    yield from put_one_up(scene)
    yield from speak_afterwards(scene)


@rule(
    "sound.no-microphone",
    name="No microphone",
    trigger="something that is to be heard at work has no microphone of its own",
    harm="The cameras hear the room: a voice far off, like from a bath.",
    source="Kuttruff, Room Acoustics, ch. 5 (direct sound against the diffuse field)",
    when=sound_of,
    fixes=_one_up,
    once=True,
)
def no_microphone(study: SoundStudy) -> Judgement | None:
    """Whether each thing that is to be heard has a microphone."""
    lacking = [one for one in study.needed if study.best_for(one) is None]
    if not lacking:
        return Judgement(verdict="holds", title=say("All that is to be heard has its microphone"))
    near = [study.by_camera(one) for one in lacking]
    if all(one is not None and one.clear for one in near):
        return Judgement(
            verdict="holds", title=say("The cameras are near enough to hear it by themselves")
        )
    names = " and ".join(one.called for one in lacking)
    return Judgement(
        verdict="watch",
        title=say("Only the cameras hear {names}", names=names),
        reason=say(
            "They hang far off and hear the room as much. A microphone near by, or the voice spoken "
            "afterwards, makes it clear."
        ),
    )


def _worst_echo(study: SoundStudy) -> MicStudy | None:
    """Of the best microphones for each thing the one that hears most of the room."""
    best = [study.best_for(one) for one in study.needed]
    known = [one for one in best if one is not None and one.hearing.over_echo_db is not None]
    return min(
        known, key=lambda one: (one.hearing.over_echo_db or 0.0) - one.good_echo_db, default=None
    )


@rule(
    "sound.echo",
    name="Echo of the room",
    trigger="at the microphone the voice is less than 6 dB louder than its echo (an instrument: not louder); it "
    "fails where a voice is not louder (an instrument: 6 dB weaker); unknown where the room’s size is",
    harm="The voice sounds far away, and no edit takes the room out again.",
    source="Kuttruff, Room Acoustics, ch. 5; planning values of our own for how much is clear",
    when=miked,
    fixes=_closer,
    once=True,
)
def echo(study: SoundStudy) -> Judgement | None:
    """Whether what is to be heard outweighs its echo."""
    if not study.needed:
        return Judgement(verdict="holds", title=say("Nothing that is said at work is kept"))
    worst = _worst_echo(study)
    if worst is None:
        if not any(study.best_for(one) for one in study.needed):
            return None
        return Judgement(
            verdict="unknown",
            title=say("How much the room echoes is not known"),
            reason=say("Give its width, depth and height, or clap once and let Steeple read it."),
            fields=ROOM_FIELDS,
        )
    over = worst.hearing.over_echo_db or 0.0
    source = worst.given.source.called
    against = measured(over, unit="db", least=worst.good_echo_db)
    if over >= worst.good_echo_db:
        return Judgement(
            verdict="holds",
            title=say("{what} is {over} over its echo", what=capital(source), over=db(over)),
            measured=against,
            place=worst.given.key,
        )
    low, high = study.wanted_s
    title = (
        say("{what} is only {over} over its echo", what=capital(source), over=db(over))
        if over >= 0.5
        else say("The room is {over} louder than {what}", what=source, over=db(max(0.0, -over)))
        if over <= -0.5
        else say("The room is as loud as {what}", what=source)
    )
    now = study.room.mid_s
    reason = say(
        "The room echoes for {now} ({low} to {high} is wanted). Half the distance gives 6 dB; what is soft "
        "takes up the rest.",
        now=echo_s(now or 0.0), low=echo_s(low), high=echo_s(high),
    )  # fmt: skip
    return Judgement(
        verdict="fails" if over < worst.least_echo_db else "watch",
        title=title, reason=reason, measured=against, place=worst.given.key,
    )  # fmt: skip


@rule(
    "sound.noise",
    name="Noise at the microphone",
    trigger="what is to be heard is less than 25 dB over all noise at its microphone; it fails under 15 dB",
    harm="Hum and hiss lie under every word, and come up with every word that is made louder.",
    source="Eargle, The Microphone Book; ISO 9921 (15 dB is the border of good speech)",
    when=miked,
    fixes=_less_noise,
    once=True,
)
def noise(study: SoundStudy) -> Judgement | None:
    """Whether what is to be heard outweighs the noise."""
    if not study.needed:
        return Judgement(verdict="holds", title=say("No noise is kept: the voice comes afterwards"))
    best = [one for one in (study.best_for(each) for each in study.needed) if one is not None]
    if not best:
        return None
    worst = min(best, key=lambda one: one.hearing.over_noise_db)
    over = worst.hearing.over_noise_db
    against = measured(over, unit="db", least=GOOD_NOISE_DB)
    source = worst.given.source.called
    if over >= GOOD_NOISE_DB:
        return Judgement(
            verdict="holds",
            title=say("{what} is {over} over the noise", what=capital(source), over=db(over)),
            measured=against,
            place=worst.given.key,
        )
    loud = _loudest(study, worst)
    return Judgement(
        verdict="fails" if over < LEAST_NOISE_DB else "watch",
        title=say("{what} is only {over} over the noise", what=capital(source), over=db(over))
        if over >= 0
        else say("The noise is {over} louder than {what}", what=source, over=db(-over)),
        reason=say("Loudest at the microphone: {name}.", name=loud),
        measured=against,
        place=worst.given.key,
    )


def _loudest(study: SoundStudy, one: MicStudy) -> str:
    somewhere = [each for each in study.noises if each.place is not None]
    around = [each for each in study.noises if each.place is None]
    levels = zip([*somewhere, *around], one.hearing.got.noises_db, strict=True)
    return max(levels, key=lambda each: each[1])[0].name
