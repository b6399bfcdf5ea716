"""The answer line of the sound step: who hears it, and how clearly."""

from __future__ import annotations

from steeple.core.study.base.answer import Answer
from steeple.core.study.base.sentence import Quantity, Sentence, door, dotted, mm, say
from steeple.core.study.base.step import Context
from steeple.core.study.sound.given.sources import GivenSource
from steeple.core.study.sound.study import MicStudy, SoundStudy
from steeple.core.study.sound.words import capital, db, echo_s, landing_words


def sound_answer(study: SoundStudy | None, ctx: Context) -> Answer:
    """Which microphone hears what, from how near, how far over echo and noise."""
    del ctx
    assert study is not None
    return Answer(step="sound", about="", line=_line(study), under=_under(study))


def _line(study: SoundStudy) -> Sentence:
    if not study.needed:
        return say("Nothing is recorded at work: the voice is spoken afterwards.")
    line: Sentence = ()
    for source in study.needed:
        best = study.best_for(source)
        said = _unheard(study, source) if best is None else _hears(study, best)
        line += (say(" ") if line else ()) + said
    return line


def _number(study: SoundStudy, one: MicStudy) -> int:
    return study.mics.index(one) + 1


def _hears(study: SoundStudy, one: MicStudy) -> Sentence:
    n = _number(study, one)
    hearing = one.hearing
    said = say(
        "{mic} hears {what} from {away}",
        mic=capital(one.given.name), what=one.given.source.called,
        away=door(mm(hearing.distance_mm), figure=f"sound.distance.{n}"),
    )  # fmt: skip
    echo = hearing.over_echo_db
    if hearing.over_noise_db < 0:
        said += say(
            ": the noise is {noise} louder.",
            noise=door(db(-hearing.over_noise_db), figure=f"sound.over-noise.{n}"),
        )
    elif echo is None:
        said += say(
            ", {noise} over the noise; how far over the echo is not known.",
            noise=door(db(hearing.over_noise_db), figure=f"sound.over-noise.{n}"),
        )
    elif echo < 0:
        said += say(
            ": the room is {echo} louder than that",
            echo=door(db(-echo), figure=f"sound.over-echo.{n}"),
        ) + say(", the noise {noise} weaker.",
                noise=door(db(hearing.over_noise_db), figure=f"sound.over-noise.{n}"))  # fmt: skip
    else:
        said += say(
            ", {echo} over its echo and {noise} over the noise.",
            echo=door(db(echo), figure=f"sound.over-echo.{n}"),
            noise=door(db(hearing.over_noise_db), figure=f"sound.over-noise.{n}"),
        )
    if hearing.picture is not None:
        low, high = hearing.picture.ends
        said += say(f" It lands from {landing_words(low)} to {landing_words(high)}.")
    return said


def _unheard(study: SoundStudy, source: GivenSource) -> Sentence:
    """What only the cameras hear, and how well that is."""
    near = study.by_camera(source)
    if near is None:
        return say(f"Nothing hears {source.called} yet: put up a microphone.")
    over = near.got.over_echo_db
    said = say(
        "Only {name} hears {what}, from {away}",
        name=near.name, what=source.called, away=mm(near.distance_mm),
    )  # fmt: skip
    if over is None:
        return said + say(": put up a microphone.")
    if over < 0:
        return said + say(": the room is {over} louder than that.", over=db(-over))
    return said + say(", {over} over its echo.", over=db(over))


def _under(study: SoundStudy) -> Sentence:
    parts: list[Sentence] = []
    low, high = study.wanted_s
    if study.room.mid_s is None:
        parts.append(
            say(
                "How much the room echoes is not known: give its width, depth and height, or clap once"
            )
        )
    else:
        parts.append(
            say(
                "The room echoes for {now}; {low} to {high} is wanted",
                now=door(echo_s(study.room.mid_s), figure="sound.echo"),
                low=echo_s(low), high=echo_s(high),
            )
        )  # fmt: skip
    for source in study.needed:
        best = study.best_for(source)
        if best is None or best.hearing.reach_mm is None:
            continue
        parts.append(
            say(
                "inside {reach} {what} outweighs it",
                reach=door(mm(best.hearing.reach_mm), figure=f"sound.reach.{_number(study, best)}"),
                what=source.called,
            )
        )
    keeping = study.keeping
    if keeping.apart and study.mics:
        parts.append(
            say(
                "clocks are {drift} apart at the end",
                drift=door(
                    Quantity(value=keeping.drift_frames, unit="frames"), figure="sound.drift"
                ),
            )
        )
    return dotted(parts)
