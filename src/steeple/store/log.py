"""The log: events as they were told, sessions made of them, takes to be found, pairs, and pictures."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import ColumnElement, Connection, delete, func, insert, select
from sqlalchemy.dialects.sqlite import insert as put

from steeple.core.record.event import Heard
from steeple.core.record.told import SessionRecord, Took
from steeple.store.errors import NotFound
from steeple.store.gear import like_word
from steeple.store.tables import (
    EventRow,
    SessionRow,
    TakeRow,
)

_EVENTS, _SESSIONS, _TAKES = EventRow.__table__, SessionRow.__table__, TakeRow.__table__


@dataclass(frozen=True, slots=True)
class StoredSession:
    """A session of the log."""

    id: str
    plan_id: str
    plan_title: str
    record: SessionRecord


@dataclass(frozen=True, slots=True)
class SessionLine:
    """A session in a list."""

    id: str
    plan_id: str
    plan_title: str
    began_at: str
    ended_at: str | None


@dataclass(frozen=True, slots=True)
class SessionChange:
    """When a session was last changed."""

    id: str
    changed_at: str


@dataclass(frozen=True, slots=True)
class FoundTake:
    """A take as it was found."""

    session_id: str
    plan_id: str
    plan_title: str
    take: Took


@dataclass(frozen=True, slots=True)
class TakeFilter:
    """What takes are sought by; None and empty = all. Days are in UTC, ``2026-11-28``."""

    words: str = ""
    plan_id: str | None = None
    mark: str | None = None
    stopped: bool | None = None
    since: str | None = None
    until: str | None = None


def in_utc(at: datetime) -> str:
    """A time as the log orders it."""
    return at.astimezone(UTC).isoformat(timespec="milliseconds")


class LogRepository:
    """Reads and appends within one transaction."""

    def __init__(self, connection: Connection) -> None:
        self.connection = connection

    def hear(self, session_id: str, heard: Sequence[Heard], *, at: str) -> int:
        """Append events; those that are there already are left as they are.

        Returns
        -------
        How many were new.
        """
        count = 0
        for one in heard:
            done = self.connection.execute(
                put(EventRow)
                .values(
                    session_id=session_id,
                    id=one.event.id,
                    heard=one.model_dump_json(),
                    received_at=at,
                )
                .on_conflict_do_nothing()
            )
            count += done.rowcount
        return count

    def events(self, session_id: str) -> list[Heard]:
        """Everything that was told of a session."""
        rows = self.connection.execute(
            select(_EVENTS.c.heard).where(_EVENTS.c.session_id == session_id)
        )
        return [Heard.model_validate_json(row.heard) for row in rows]

    def count(self, session_id: str) -> int:
        """How many events a session has."""
        return int(
            self.connection.execute(
                select(func.count()).select_from(_EVENTS).where(_EVENTS.c.session_id == session_id)
            ).scalar_one()
        )

    def put_session(
        self, session_id: str, plan_id: str, plan_title: str, record: SessionRecord, *, at: str
    ) -> None:
        """Keep a session as it is told now, with its takes."""
        values = {
            "plan_id": plan_id,
            "plan_title": plan_title,
            "began_at": in_utc(record.began),
            "ended_at": None if record.ended is None else in_utc(record.ended),
            "record": record.model_dump_json(),
            "changed_at": at,
        }
        self.connection.execute(
            put(SessionRow)
            .values(id=session_id, **values)
            .on_conflict_do_update(index_elements=["id"], set_=values)
        )
        self.connection.execute(delete(TakeRow).where(TakeRow.session_id == session_id))
        rows = [_take_row(session_id, plan_id, plan_title, record, take) for take in record.takes]
        if rows:
            self.connection.execute(insert(TakeRow), rows)

    def session(self, session_id: str) -> StoredSession:
        """A session by its id.

        Raises
        ------
        NotFound
            ``no-such-session``.
        """
        found = self.find_session(session_id)
        if found is None:
            raise NotFound(
                "no-such-session", "There is no such session in the log.", field="session",
                value=session_id,
            )  # fmt: skip
        return found

    def find_session(self, session_id: str) -> StoredSession | None:
        """A session by its id, or None."""
        row = self.connection.execute(
            select(_SESSIONS).where(_SESSIONS.c.id == session_id)
        ).one_or_none()
        if row is None:
            return None
        return StoredSession(
            row.id, row.plan_id, row.plan_title, SessionRecord.model_validate_json(row.record)
        )

    def sessions(
        self, *, plan_id: str | None = None, start: int = 0, most: int = 200,
        open_only: bool = False,
    ) -> list[StoredSession]:  # fmt: skip
        """Sessions, the newest first."""
        query = (
            select(_SESSIONS)
            .order_by(_SESSIONS.c.began_at.desc(), _SESSIONS.c.id)
            .limit(most)
            .offset(start)
        )
        if plan_id is not None:
            query = query.where(_SESSIONS.c.plan_id == plan_id)
        if open_only:
            query = query.where(_SESSIONS.c.ended_at.is_(None))
        return [
            StoredSession(
                row.id, row.plan_id, row.plan_title, SessionRecord.model_validate_json(row.record)
            )
            for row in self.connection.execute(query)
        ]

    def changes(self) -> list[SessionChange]:
        """Every session with when it was last changed, the newest first."""
        rows = self.connection.execute(
            select(_SESSIONS.c.id, _SESSIONS.c.changed_at).order_by(
                _SESSIONS.c.began_at.desc(), _SESSIONS.c.id
            )
        )
        return [SessionChange(*row) for row in rows]

    def all_ids(self) -> list[SessionLine]:
        """Every session in a line, the oldest first."""
        rows = self.connection.execute(
            select(
                _SESSIONS.c.id, _SESSIONS.c.plan_id, _SESSIONS.c.plan_title, _SESSIONS.c.began_at,
                _SESSIONS.c.ended_at,
            ).order_by(_SESSIONS.c.began_at, _SESSIONS.c.id)
        )  # fmt: skip
        return [SessionLine(*row) for row in rows]

    def takes(
        self, sought: TakeFilter, *, start: int = 0, most: int = 50
    ) -> tuple[list[FoundTake], int]:
        """Takes that hold every word sought, the newest first, and how many there are in all."""
        table = _TAKES.c
        where: list[ColumnElement[bool]] = []
        for word in sought.words.casefold().split():
            where.append(table.search.like(like_word(word), escape="\\"))
        if sought.plan_id is not None:
            where.append(table.plan_id == sought.plan_id)
        if sought.mark is not None:
            where.append(table.marks.like(f"%|{sought.mark}|%"))
        if sought.stopped is not None:
            where.append(table.stopped > 0 if sought.stopped else table.stopped == 0)
        if sought.since is not None:
            where.append(table.started_at >= sought.since)
        if sought.until is not None:
            where.append(table.started_at < f"{sought.until}~")
        count = self.connection.execute(
            select(func.count()).select_from(_TAKES).where(*where)
        ).scalar_one()
        rows = self.connection.execute(
            select(table.session_id, table.plan_id, _SESSIONS.c.plan_title, table.row)
            .join_from(_TAKES, _SESSIONS, _SESSIONS.c.id == table.session_id)
            .where(*where)
            .order_by(table.started_at.desc(), table.session_id, table.number)
            .limit(most)
            .offset(start)
        )
        return [
            FoundTake(
                row.session_id, row.plan_id, row.plan_title, Took.model_validate_json(row.row)
            )
            for row in rows
        ], int(count)


def _take_row(
    session_id: str, plan_id: str, plan_title: str, record: SessionRecord, take: Took
) -> dict[str, object]:
    stops = [one for one in record.stops if one.id in take.stopped]
    words = [
        plan_title,
        f"take {take.number}",
        *take.stages,
        *(one.mark for one in take.marks),
        *(one.says for one in take.marks),
        *(f"{one.name} {one.why}" for one in stops),
        f"{take.start:%Y-%m-%d}",
    ]
    kinds = sorted({one.mark for one in take.marks})
    return {
        "session_id": session_id,
        "number": take.number,
        "plan_id": plan_id,
        "started_at": in_utc(take.start),
        "marks": "".join(f"|{kind}|" for kind in kinds),
        "stopped": len(stops),
        "row": take.model_dump_json(),
        "search": " ".join(words).casefold(),
    }
