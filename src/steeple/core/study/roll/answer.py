"""The answer line of the roll step: can it run through, and if not, when does somebody get up?"""

from __future__ import annotations

from collections.abc import Sequence

from steeple.core.study.base.answer import Answer
from steeple.core.study.base.sentence import Piece, Quantity, Sentence, door, dotted, say
from steeple.core.study.base.step import Context
from steeple.core.study.roll.kept.storing import storing_of
from steeple.core.study.roll.study import RollStudy, Stop
from steeple.core.study.roll.words import (
    WHY_WORDS,
    capital,
    deed_words,
    lowered,
    moment,
    names_of,
    span,
)

TIMES = {1: "once", 2: "twice"}
NAMED = 2
"""So many devices are called by their names; more are counted."""


def roll_answer(study: RollStudy | None, ctx: Context) -> Answer:
    """Whether the session can be filmed without touching anything, and else what is to be done when."""
    del ctx
    if study is None or not study.devices:
        line: Sentence = say(
            "Choose a camera: then Steeple says how long it runs, and what stops it."
        )
        under: Sentence = ()
    else:
        line, under = _line(study), _under(study)
    return Answer(step="roll", about="", line=line, under=under)


def _length(study: RollStudy) -> Piece:
    return door(span(study.session.length_s), field="/session/lasts_min")


def _line(study: RollStudy) -> Sentence:
    stops = [one for one in study.stops if one.device.records]
    if study.missed:
        return _missing(study) + (say(" ") + _first_of(stops) if stops else ())
    if stops:
        return _first_of(stops)
    if study.planned:
        first, count = study.planned[0], len(study.planned)
        line = say(
            "Get up " + TIMES.get(count, f"{count} times") + " in {length}, the first time at {at}: ",
            length=_length(study), at=moment(first.at_s),
        )  # fmt: skip
        return line + lowered(deed_words(first.handling.does, first.device)) + say(".")
    recording = [one for one in study.devices if one.records]
    verb = "runs" if len(recording) == 1 else "run"
    names = names_of(recording) if 0 < len(recording) <= NAMED else f"all {len(recording)} devices"
    return say(
        "Nobody has to get up: {names} " + verb + " through {length}.",
        names=names, length=_length(study),
    )  # fmt: skip


def _missing(study: RollStudy) -> Sentence:
    """The first stretch in which what must run does not."""
    start, end = study.missed[0]
    main = study.main
    who = "Nothing is filmed"
    if main is not None:
        who = "{name}, which must always run, stands still"
    more = {0: "", 1: ", and once more"}.get(
        len(study.missed) - 1, f", and {len(study.missed) - 1} times more"
    )
    return say(
        who + " from {start} to {end}" + more + ".",
        name="" if main is None else capital(main.name), start=moment(start), end=moment(end),
    )  # fmt: skip


def _first_of(stops: Sequence[Stop]) -> Sentence:
    """The first stop that no hand makes, and how many more there are."""
    stop = stops[0]
    more = {0: "", 1: "; one more stop follows"}.get(
        len(stops) - 1, f"; {len(stops) - 1} more stops follow"
    )
    return say(
        "{name} " + ("stops" if stop.sure else "may stop") + " by itself at {at}: {why}" + (", without a sign" if stop.silent else "") + more + ".",
        name=capital(stop.device.name), at=moment(stop.early_s), why=WHY_WORDS[stop.why],
    )  # fmt: skip


def _under(study: RollStudy) -> Sentence:
    parts: list[Sentence] = []
    store = storing_of(study)
    if study.untouched_s < study.session.length_s:
        parts.append(
            say("Untouched it all runs for {time}",
                time=door(span(study.untouched_s), figure="roll.untouched"))
        )  # fmt: skip
    if store.whole_bytes:
        parts.append(
            say("{size} to keep", size=door(Quantity(value=store.whole_bytes, unit="bytes"),
                                            figure="roll.size"))
        )  # fmt: skip
        parts.append(say("{time} to copy", time=door(span(store.copy_s), figure="roll.copy")))
    if store.clips_bytes is not None and store.clips_bytes < 0.9 * store.whole_bytes:
        parts.append(
            say(
                "{size} in clips of what is shown",
                size=door(Quantity(value=store.clips_bytes, unit="bytes"), figure="roll.clips"),
            )
        )
    for one in study.risks[:1]:
        parts.append(
            say(
                "The battery of {name} may be empty at {at}",
                name=one.device.name,
                at=moment(one.at_s),
            )
        )
    return dotted(parts)
