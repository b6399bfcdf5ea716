"""Takes and marks of the log as tables.

Written: UTF-8 with mark, comma, decimal point, and no cell that a spreadsheet would take for a formula.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Sequence
from datetime import datetime

from steeple.core.record.timecode import timecode
from steeple.core.record.told import MarkMade, SessionRecord, Took
from steeple.formats.gear_csv import guarded

TAKES = (
    "session", "plan", "revision", "take", "began", "ended", "seconds", "stages", "marks", "stops",
    "minutes lost",
)  # fmt: skip
MARKS = ("take", "mark", "words", "time code in the take", "seconds in the take", "by the clock")


def _written(columns: Sequence[str], rows: Iterable[Sequence[str]]) -> str:
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(columns)
    writer.writerows(rows)
    return "\ufeff" + out.getvalue()


def _clock(at: datetime | None) -> str:
    return "" if at is None else at.isoformat(sep=" ", timespec="seconds")


def write_takes_csv(sessions: Iterable[tuple[str, str, SessionRecord]]) -> str:
    """Every take, a row each.

    Parameters
    ----------
    sessions
        id, title of the plan, and the session, in the order wanted.
    """
    return _written(
        TAKES,
        (
            _take_row(session_id, title, record, take)
            for session_id, title, record in sessions
            for take in record.takes
        ),
    )


def _take_row(session_id: str, title: str, record: SessionRecord, take: Took) -> list[str]:
    stops = [one for one in record.stops if one.id in take.stopped]
    return [
        session_id,
        guarded(title),
        str(take.revision),
        str(take.number),
        _clock(take.start),
        _clock(take.end),
        "" if take.seconds is None else f"{take.seconds:.1f}",
        guarded("; ".join(take.stages)),
        guarded("; ".join(f"{one.mark} {one.says}".strip() for one in take.marks)),
        guarded("; ".join(f"{one.name}: {one.why}" for one in stops)),
        f"{sum(one.lost_s for one in stops) / 60:.1f}",
    ]


def write_marks_csv(record: SessionRecord, rate_hz: float) -> str:
    """Every mark of a session by its time code, for the edit; a take without one says so by its begin.

    Parameters
    ----------
    record, rate_hz
        the session, and the frames a second that were filmed.
    """
    rows: list[list[str]] = []
    for take in record.takes:
        rows.append(
            [str(take.number), "take begins", "", timecode(0.0, rate_hz), "0.0", _clock(take.start)]
        )
        rows += [_mark_row(take, one, rate_hz) for one in take.marks]
    return _written(MARKS, rows)


def _mark_row(take: Took, mark: MarkMade, rate_hz: float) -> list[str]:
    seconds = max(0.0, mark.take_s or 0.0)
    return [
        str(take.number), mark.mark, guarded(mark.says) if mark.says else "",
        timecode(seconds, rate_hz), f"{seconds:.1f}", _clock(mark.at),
    ]  # fmt: skip
