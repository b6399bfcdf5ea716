"""A session as it went, told from its events: takes, marks, stops, adjustments, and what was lost.

The same events give the same session whatever the order in which they came.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from datetime import datetime
from types import MappingProxyType
from typing import Any

from steeple.core.plan.parts.rolling.session import Deed
from steeple.core.record.event import (
    Adjusted,
    AlarmEvent,
    Begin,
    Done,
    End,
    Heard,
    Lost,
    Mark,
    NewRevision,
    Note,
    SetUp,
    StageBegins,
    Stopped,
    TakeEnd,
    TakeStart,
    Tick,
    Withdrawn,
)
from steeple.core.record.told import (
    AlarmMade,
    DeedMade,
    LossMade,
    MarkMade,
    NoteMade,
    SessionRecord,
    StopMade,
    Ticked,
    Took,
)

DEED_SAYS: Mapping[Deed, str] = MappingProxyType(
    {
        "start": "started",
        "stop": "stopped",
        "restart": "stopped and started",
        "battery": "battery changed",
        "card": "card changed",
    }
)
SAME_TAP_S = 5.0
"""Two devices that begin a take within so long mean the same take."""
UNKNOWN_CLOCK_S = 60.0
"""A clock farther off than this is told of."""


class _Taking:
    """A take while it is put together."""

    def __init__(self, number: int, heard: Heard, revision: int, stage: str) -> None:
        self.number, self.heard, self.revision = number, heard, revision
        self.end: datetime | None = None
        self.stages = [stage] if stage else []

    def holds(self, at: datetime) -> bool:
        """Whether a moment lies within it."""
        return self.heard.at <= at and (self.end is None or at <= self.end)


class _Telling:
    """Events told one after another."""

    def __init__(self) -> None:
        self.takes: list[_Taking] = []
        self.revision = 0
        self.stage = ""
        self.began: datetime | None = None
        self.ended: datetime | None = None
        self.troubles: list[str] = []
        self.ticks: dict[str, Ticked] = {}
        self.set_up_min: float | None = None

    @property
    def open(self) -> _Taking | None:
        """The take that runs."""
        return self.takes[-1] if self.takes and self.takes[-1].end is None else None

    def begin(self, heard: Heard, event: Begin) -> None:
        """The session begins; a second begin changes the revision at most."""
        self.began = self.began or heard.at
        self.revision = event.revision

    def new_revision(self, _heard: Heard, event: NewRevision) -> None:
        """Another revision from here."""
        self.revision = event.revision

    def take(self, heard: Heard, _event: TakeStart) -> None:
        """A take begins, unless one runs."""
        now = self.open
        if now is not None:
            if (heard.at - now.heard.at).total_seconds() > SAME_TAP_S:
                self.troubles.append(
                    f"A take was begun at {_clock(heard.at)} while take {now.number} was running: "
                    "it counts as the same take."
                )
            return
        self.takes.append(_Taking(len(self.takes) + 1, heard, self.revision, self.stage))

    def cut(self, heard: Heard, _event: TakeEnd) -> None:
        """A take ends."""
        now = self.open
        if now is None:
            last = self.takes[-1] if self.takes else None
            near = last is not None and last.end is not None
            if near and (heard.at - last.end).total_seconds() <= SAME_TAP_S:  # type: ignore[union-attr, operator]
                return
            self.troubles.append(
                f"A take was ended at {_clock(heard.at)}, before any had begun: its start is not in the "
                "record."
            )
            return
        now.end = heard.at

    def stage_begins(self, _heard: Heard, event: StageBegins) -> None:
        """The next stage."""
        self.stage = event.name
        if self.open is not None:
            self.open.stages.append(event.name)

    def tick(self, heard: Heard, event: Tick) -> None:
        """An item of the roll call; the last word counts."""
        self.ticks[event.item] = Ticked(
            item=event.item, says=event.says, done=event.done, at=heard.at
        )

    def set_up(self, _heard: Heard, event: SetUp) -> None:
        """How long setting up took; the last word counts."""
        self.set_up_min = event.minutes

    def end(self, heard: Heard, _event: End) -> None:
        """The session is over, and with it what runs."""
        self.ended = heard.at
        if self.open is not None:
            self.open.end = heard.at
            self.troubles.append(
                f"Take {len(self.takes)} was still running when the session ended at "
                f"{_clock(heard.at)}: it ends with it."
            )


_TOLD: tuple[tuple[type[Any], Callable[..., None]], ...] = (
    (Begin, _Telling.begin),
    (NewRevision, _Telling.new_revision),
    (TakeStart, _Telling.take),
    (TakeEnd, _Telling.cut),
    (StageBegins, _Telling.stage_begins),
    (Tick, _Telling.tick),
    (SetUp, _Telling.set_up),
    (End, _Telling.end),
)


def session_of(events: Iterable[Heard]) -> SessionRecord | None:
    """A session told from its events.

    Parameters
    ----------
    events
        in any order; one that is there twice counts once, one that was withdrawn not at all.

    Returns
    -------
    The session, or None where there is no event that counts. Without a begin it begins with its first event.
    """
    by_id = {one.event.id: one for one in events}
    gone = {one.event.of for one in by_id.values() if isinstance(one.event, Withdrawn)}
    told = sorted(
        (
            one
            for one in by_id.values()
            if one.event.id not in gone and not isinstance(one.event, Withdrawn)
        ),
        key=lambda one: one.order,
    )
    if not told:
        return None
    telling = _Telling()
    for one in told:
        for kind, tell in _TOLD:
            if isinstance(one.event, kind):
                tell(telling, one, one.event)
    if telling.began is None:
        telling.troubles.insert(0, "The begin of this session is not in the record.")
    began = min(told[0].at, telling.began or told[0].at)
    telling.troubles += _clocks(by_id.values())
    stops = _stops(told, telling)
    return SessionRecord(
        began=began,
        ended=telling.ended,
        revision=telling.revision or 1,
        takes=tuple(_took(one, told, stops) for one in telling.takes),
        stops=stops,
        adjusted=tuple(
            DeedMade(
                id=one.event.id, at=one.at, device=one.event.device, name=one.event.name,
                says=one.event.says, percent=one.event.percent,
            )
            for one in told
            if isinstance(one.event, Adjusted)
        ),
        did=tuple(
            DeedMade(
                id=one.event.id, at=one.at, device=one.event.device, name=one.event.name,
                says=", ".join(DEED_SAYS[deed] for deed in one.event.does), does=one.event.does,
            )
            for one in told
            if isinstance(one.event, Done)
        ),
        marks_between=tuple(
            _mark(one, None)
            for one in told
            if isinstance(one.event, Mark) and not any(take.holds(one.at) for take in telling.takes)
        ),
        losses=_losses(told, stops),
        alarms=tuple(
            AlarmMade(
                id=one.event.id, at=one.at, alarm_s=one.event.alarm_s, came=one.event.came,
                late_s=one.event.late_s, says=one.event.says,
            )
            for one in told
            if isinstance(one.event, AlarmEvent)
        ),
        ticks=tuple(telling.ticks.values()),
        notes=tuple(
            NoteMade(id=one.event.id, at=one.at, says=one.event.says)
            for one in told
            if isinstance(one.event, Note)
        ),
        devices=tuple(sorted({one.device for one in told})),
        stage=telling.stage,
        set_up_min=telling.set_up_min,
        troubles=tuple(telling.troubles),
    )  # fmt: skip


def _clock(at: datetime) -> str:
    return f"{at:%H:%M:%S}"


def _clocks(heard: Iterable[Heard]) -> list[str]:
    """Devices whose clocks were far off, each once."""
    worst: dict[str, float] = {}
    for one in heard:
        if abs(one.ahead_s) > abs(worst.get(one.device, 0.0)):
            worst[one.device] = one.ahead_s
    return [
        f"The clock of device {device} was {_span_words(abs(ahead))} {'fast' if ahead > 0 else 'slow'}: "
        "its times were set right by the clock of the machine that keeps the log."
        for device, ahead in sorted(worst.items())
        if abs(ahead) >= UNKNOWN_CLOCK_S
    ]


def _span_words(seconds: float) -> str:
    minutes = round(seconds / 60)
    return f"{minutes // 60} h {minutes % 60} min" if minutes >= 60 else f"{minutes} min"


def _mark(one: Heard, take: _Taking | None) -> MarkMade:
    assert isinstance(one.event, Mark)
    into = None if take is None else round((one.at - take.heard.at).total_seconds(), 3)
    return MarkMade(
        id=one.event.id, mark=one.event.mark, says=one.event.says, at=one.at, take_s=into
    )


def _took(take: _Taking, told: list[Heard], stops: tuple[StopMade, ...]) -> Took:
    end = take.end
    return Took(
        number=take.number,
        id=take.heard.event.id,
        start=take.heard.at,
        end=end,
        seconds=None if end is None else round((end - take.heard.at).total_seconds(), 3),
        revision=take.revision or 1,
        stages=tuple(dict.fromkeys(take.stages)),
        marks=tuple(
            _mark(one, take) for one in told if isinstance(one.event, Mark) and take.holds(one.at)
        ),
        stopped=tuple(one.id for one in stops if _within(take, one.at, one.again_at) > 0),
    )


def _within(take: _Taking, start: datetime, end: datetime | None) -> float:
    """How long a stretch lies within a take, seconds; one that goes on ends with the take."""
    latest = take.end or end
    if latest is None:
        return 0.0
    if end is not None:
        latest = min(latest, end)
    return max(0.0, (latest - max(start, take.heard.at)).total_seconds())


def _stops(told: list[Heard], telling: _Telling) -> tuple[StopMade, ...]:
    """Every stop, until the device ran again: by a hand at it, or with the next take."""
    found = []
    for one in told:
        event = one.event
        if not isinstance(event, Stopped):
            continue
        start = datetime.fromtimestamp(one.at.timestamp() - (event.ago_s or 0.0), tz=one.at.tzinfo)
        again = min(
            (
                each.at
                for each in told
                if each.at >= one.at
                and (
                    (
                        isinstance(each.event, Done)
                        and each.event.device == event.device
                        and each.event.does != ("stop",)
                    )
                    or isinstance(each.event, TakeStart)
                )
            ),
            default=None,
        )
        found.append(
            StopMade(
                id=event.id, device=event.device, name=event.name, why=event.why, silent=event.silent,
                at=start, seen_at=one.at, again_at=again,
                lost_s=round(sum(_within(take, start, again) for take in telling.takes), 3),
            )
        )  # fmt: skip
    return tuple(found)


def _losses(told: list[Heard], stops: tuple[StopMade, ...]) -> tuple[LossMade, ...]:
    by_stop = [
        LossMade(
            why=f"stop: {one.why}",
            minutes=round(one.lost_s / 60, 3),
            says=f"{one.name} stopped by itself: {one.why}",
            device=one.device,
        )
        for one in stops
        if one.lost_s > 0
    ]
    said = [
        LossMade(why=f"forgot: {one.event.why}", minutes=one.event.minutes, says=one.event.says)
        for one in told
        if isinstance(one.event, Lost)
    ]
    return (*by_stop, *said)
