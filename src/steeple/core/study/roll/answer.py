"""The answer line of the roll step: can it run through, and if not, when does somebody get up?"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from types import MappingProxyType

from steeple.core.study.base.answer import Answer
from steeple.core.study.base.sentence import Piece, Quantity, Sentence, door, dotted, lowered, say
from steeple.core.study.base.step import Context
from steeple.core.study.roll.given.devices import Gap, GivenDevice
from steeple.core.study.roll.kept.storing import storing_of
from steeple.core.study.roll.study import RollStudy, Stop
from steeple.core.study.roll.words import (
    WHY_WORDS,
    capital,
    deed_words,
    moment,
    names_of,
    span,
)

MISSING_WORDS: Mapping[Gap, str] = MappingProxyType(
    {
        "bit rate": "the bit rate",
        "card": "the card",
        "power": "the battery",
        "battery": "the battery",
        "bank": "the bank",
        "file": "the largest file",
    }
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
    open_ = [one for one in recording if set(one.gaps) - {"heat"}]
    if open_:
        return say(
            "Whether {names} " + _verb(open_) + " through {length} is not known: say what {missing} " + (
            "is." if len(_missing_words(open_)) == 1 else "are."),
            names=_names(open_), length=_length(study), missing=" and ".join(_missing_words(open_)),
        )  # fmt: skip
    hot = any("heat" in one.gaps for one in recording)
    return say(
        "Nobody has to get up" + (", unless heat stops one" if hot else "") + ": {names} "
        + _verb(recording) + " through {length}.",
        names=_names(recording), length=_length(study),
    )  # fmt: skip


def _verb(devices: Sequence[GivenDevice]) -> str:
    return "runs" if len(devices) == 1 else "run"


def _names(devices: Sequence[GivenDevice]) -> str:
    return names_of(devices) if 0 < len(devices) <= NAMED else f"all {len(devices)} devices"


def _missing_words(devices: Sequence[GivenDevice]) -> list[str]:
    """What is not known of some devices, each once."""
    gaps = [MISSING_WORDS[gap] for one in devices for gap in one.gaps if gap in MISSING_WORDS]
    return list(dict.fromkeys(gaps))


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
    open_ = [one for one in study.devices if one.records and set(one.gaps) - {"heat"}]
    if open_ and (study.planned or study.stops):
        parts.append(say("Not known: {missing}", missing=", ".join(_missing_words(open_))))
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
