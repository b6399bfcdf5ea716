"""A session in plain rows: every stretch, everything that happens, and every alarm."""

from __future__ import annotations

from typing import Literal

from steeple.core.plan.parts.rolling.session import Deed, Handling
from steeple.core.roll.device import BY_ITSELF, Why
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence
from steeple.core.study.roll.getting_up.alarms import alarms_of
from steeple.core.study.roll.kept.storing import storing_of
from steeple.core.study.roll.study import RollStudy


class SegmentRow(Result):
    """A stretch in which a device runs, in seconds from the start."""

    device: str
    start_s: int
    end_s: int
    why: Why


class EventRow(Result):
    """Something that happens: a device begins, stops by itself, is stopped by hand, begins a new file; a
    bank is empty."""

    at_s: int
    device: str
    what: Literal["begins", "stops", "is stopped", "new file", "bank empty", "end"]
    why: Why | None = None


class AlarmRow(Result):
    """An alarm. ``till_s``: the last second at which what it asks for can be done, at the earliest; None
    where nothing presses."""

    rings_s: int
    at_s: int
    till_s: int | None
    device: str
    does: tuple[Deed, ...]
    says: Sentence


class BareRow(Result):
    """A stretch in which something must be filmed and is not; ``by_hand`` where a restart or a change makes it."""

    start_s: int
    end_s: int
    by_hand: bool


class RollReport(Result):
    """A session run through. ``early`` are the stops with batteries that hold 15 % less."""

    length_s: int
    untouched_s: int
    segments: tuple[SegmentRow, ...]
    events: tuple[EventRow, ...]
    early_stops: tuple[EventRow, ...]
    alarms: tuple[AlarmRow, ...]
    bare: tuple[BareRow, ...]
    handling: tuple[Handling, ...]
    size_bytes: float
    unknown: dict[str, tuple[str, ...]]


def report_of(study: RollStudy) -> RollReport:
    """The rows of a session.

    Parameters
    ----------
    study
        the session run through.
    """
    events: list[EventRow] = []
    for one in study.run.segments:
        events.append(EventRow(at_s=one.start_s, device=one.device, what="begins"))
        events += [EventRow(at_s=at, device=one.device, what="new file") for at in one.files]
        what: Literal["stops", "end", "is stopped"] = (
            "stops" if one.why in BY_ITSELF else "end" if one.why == "end" else "is stopped"
        )
        events.append(EventRow(at_s=one.end_s, device=one.device, what=what, why=one.why))
    events += [
        EventRow(at_s=at, device=f"bank/{bank}", what="bank empty")
        for bank, at in study.run.banks_empty.items()
    ]
    events.sort(key=lambda one: (one.at_s, one.what == "begins", one.device))
    return RollReport(
        length_s=study.session.length_s,
        untouched_s=study.untouched_s,
        segments=tuple(
            SegmentRow(device=one.device, start_s=one.start_s, end_s=one.end_s, why=one.why)
            for one in study.run.segments
        ),
        events=tuple(events),
        early_stops=tuple(
            EventRow(at_s=one.early_s, device=one.device.key, what="stops", why=one.why)
            for one in (*study.stops, *study.risks)
        ),
        alarms=tuple(
            AlarmRow(
                rings_s=one.rings_s,
                at_s=one.at_s,
                till_s=one.till_s,
                device=one.planned.device.key,
                does=one.planned.handling.does,
                says=one.says,
            )
            for one in alarms_of(study)
        ),
        bare=tuple(
            BareRow(start_s=start, end_s=end, by_hand=(start, end) not in study.missed)
            for start, end in study.bare
        ),
        handling=study.handling,
        size_bytes=storing_of(study).whole_bytes,
        unknown={one.key: one.gaps for one in study.devices if one.gaps},
    )
