"""What the drawing of the roll step needs: strings that hang from the start of the session."""

from __future__ import annotations

from collections.abc import Sequence

from steeple.core.plan.parts.rolling.session import Deed, DeviceKind
from steeple.core.roll.coverage import Stretch, count_over
from steeple.core.roll.device import Why
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence
from steeple.core.study.inputs.session import GivenStretch
from steeple.core.study.roll.getting_up.alarms import alarms_of
from steeple.core.study.roll.given.devices import GivenDevice
from steeple.core.study.roll.kept.feeding import bank_loads
from steeple.core.study.roll.kept.storing import storing_of
from steeple.core.study.roll.study import RollStudy, Stop
from steeple.core.study.roll.words import GAP_WORDS, lapse_words, limit_words


class TimeSpan(Result):
    """From a second to a second."""

    start_s: int
    end_s: int


class RollPiece(Result):
    """A stretch in which a device runs; seconds from the start. ``left_before`` and ``left_after`` are the
    share of what runs out first, card or battery, that is left at its begin and at its end."""

    start_s: int
    end_s: int
    why: Why
    files: tuple[int, ...]
    left_before: float
    left_after: float


class StringStop(Result):
    """Where a device stops by itself, and the earliest and latest it may."""

    at_s: int
    early_s: int
    late_s: int | None
    why: Why
    silent: bool


class Knot(Result):
    """Something done by hand. ``index`` is its place in the plan's list."""

    index: int
    at_s: int
    takes_s: int
    does: tuple[Deed, ...]
    in_break: bool
    stage: str


class RollString(Result):
    """One device from the start to the end. ``size_bytes`` is what it writes."""

    key: str
    kind: DeviceKind
    id: str
    name: str
    at: str
    gear: str
    feeds_on: str
    windows: tuple[TimeSpan, ...]
    pieces: tuple[RollPiece, ...]
    stops: tuple[StringStop, ...]
    risks: tuple[StringStop, ...]
    knots: tuple[Knot, ...]
    limits: tuple[Sentence, ...]
    unknown: tuple[str, ...]
    size_bytes: float | None


class Bead(Result):
    """An alarm."""

    rings_s: int
    at_s: int
    till_s: int | None
    key: str
    says: Sentence


class NamedSpan(TimeSpan):
    """A named stretch of the session."""

    name: str


class Rolling(TimeSpan):
    """How many cameras run throughout a stretch."""

    count: int


class StageRow(Result):
    """A stage with what is shown of it."""

    name: str
    takes_s: int
    shown_s: float
    clip_bytes: float


class BankRow(Result):
    """A bank with what it feeds and when it is empty at the earliest."""

    id: str
    name: str
    feeds: tuple[str, ...]
    drawn_w: float
    empty_s: int | None


class RollDrawing(Result):
    """The session as it hangs. ``begins`` is day and hour by the clock, empty where they are not given; ``lapse``
    what is seen in its time lapse, empty where none is wanted."""

    length_s: int
    begins: str
    breaks: tuple[NamedSpan, ...]
    stages: tuple[NamedSpan, ...]
    strings: tuple[RollString, ...]
    alarms: tuple[Bead, ...]
    rolling: tuple[Rolling, ...]
    bare: tuple[TimeSpan, ...]
    missed: tuple[TimeSpan, ...]
    banks: tuple[BankRow, ...]
    stage_rows: tuple[StageRow, ...]
    lapse: str


def _times(stretches: Sequence[Stretch]) -> tuple[TimeSpan, ...]:
    return tuple(TimeSpan(start_s=start, end_s=end) for start, end in stretches)


def _spans(stretches: Sequence[GivenStretch], length_s: int) -> tuple[NamedSpan, ...]:
    return tuple(
        NamedSpan(name=one.name, start_s=one.start_s, end_s=min(one.end_s, length_s))
        for one in stretches
    )


def roll_drawing(study: RollStudy) -> RollDrawing:
    """The session as it hangs."""
    session = study.session
    store = storing_of(study)
    sizes = {one.device.key: one.size_bytes for one in store.devices}
    whole = (0, session.length_s)
    return RollDrawing(
        length_s=session.length_s,
        begins="" if session.begins is None else session.begins.isoformat(),
        breaks=_spans(session.breaks, session.length_s),
        stages=_spans(session.stages, session.length_s),
        strings=tuple(_string(study, one, sizes.get(one.key)) for one in study.devices),
        lapse=lapse_words(store.lapse, study.plan.session.lapse_s),
        alarms=tuple(
            Bead(
                rings_s=one.rings_s, at_s=one.at_s, till_s=one.till_s,
                key=one.planned.device.key, says=one.says,
            )
            for one in alarms_of(study)
        ),
        rolling=tuple(
            Rolling(start_s=start, end_s=end, count=count)
            for (start, end), count in count_over(
                [study.stretches(study.run, one) for one in study.cameras], whole
            )
        ),
        bare=_times(study.bare),
        missed=_times(study.missed),
        banks=tuple(
            BankRow(
                id=one.bank.id, name=one.bank.gear.name,
                feeds=tuple(each.key for each in one.feeds), drawn_w=one.drawn_w, empty_s=one.empty_s,
            )
            for one in bank_loads(study)
        ),
        stage_rows=tuple(
            StageRow(name=one.name, takes_s=one.takes_s, shown_s=one.shown_s, clip_bytes=one.clip_bytes)
            for one in store.stages
        ),
    )  # fmt: skip


def _string(study: RollStudy, one: GivenDevice, size: float | None) -> RollString:
    def stops(of: Sequence[Stop]) -> tuple[StringStop, ...]:
        return tuple(
            StringStop(
                at_s=each.at_s, early_s=each.early_s, late_s=each.late_s, why=each.why,
                silent=each.silent,
            )
            for each in of
            if each.device.key == one.key
        )  # fmt: skip

    return RollString(
        key=one.key,
        kind=one.kind,
        id=one.id,
        name=one.name,
        at=one.at,
        gear=one.gear,
        feeds_on=one.feeds_on,
        windows=_times(one.windows),
        pieces=tuple(
            RollPiece(
                start_s=each.start_s,
                end_s=each.end_s,
                why=each.why,
                files=each.files,
                left_before=min(each.card[0], each.battery[0]),
                left_after=min(each.card[1], each.battery[1]),
            )
            for each in study.run.of(one.key)
        ),
        stops=stops(study.stops),
        risks=stops(study.risks),
        knots=tuple(
            Knot(
                index=study.handling.index(each.handling),
                at_s=each.at_s,
                takes_s=each.takes_s,
                does=each.handling.does,
                in_break=each.in_break,
                stage=each.stage,
            )
            for each in study.planned
            if each.device.key == one.key
        ),
        limits=tuple(limit_words(each) for each in study.limits(one)),
        unknown=tuple(GAP_WORDS[each] for each in one.gaps),
        size_bytes=size,
    )
