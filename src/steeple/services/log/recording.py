"""Use case: what devices at the bench tell is taken down, and sessions are told from it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime
from typing import Any

from pydantic import ValidationError

from steeple.core.errors import InputError
from steeple.core.findings.log.notes import PastSession, past_session
from steeple.core.plan.document import Plan
from steeple.core.plan.problems import last_words, problems_from
from steeple.core.plan.values import Part
from steeple.core.record.event import (
    EVENTS_AT_ONCE,
    EVENTS_LIMIT,
    End,
    Event,
    Heard,
    SetUp,
    Stopped,
    Withdrawn,
    heard,
    read_event,
)
from steeple.core.record.limits import unknown_to
from steeple.core.record.losses import LossSum, losses_over
from steeple.core.record.session import session_of
from steeple.services.log.learning import refresh
from steeple.services.log.told_by_session import TOLD_BY_SESSIONS, pairs_of_session
from steeple.services.plans import Clock
from steeple.store.database import Database
from steeple.store.errors import NotFound
from steeple.store.gear import GearRepository
from steeple.store.learned import LearnedRepository
from steeple.store.log import FoundTake, LogRepository, SessionLine, StoredSession, TakeFilter
from steeple.store.plans import PlanRepository

MOST_ROWS = 200


class EventRefused(Part):
    """An event that says nothing: not kept, and not to be sent again."""

    id: str
    sentence: str


@dataclass(frozen=True, slots=True)
class Told:
    """What became of some events: ids that are kept (now or before), those refused with why, and the session as it
    is told now; None where nothing of it is kept yet."""

    kept: tuple[str, ...]
    refused: tuple[EventRefused, ...]
    session: StoredSession | None


@dataclass(frozen=True, slots=True)
class LogService:
    """The log. ``clock`` gives aware times."""

    database: Database
    clock: Clock
    _past: dict[str, tuple[str, PastSession]] = field(default_factory=dict, repr=False)

    def hear(
        self, session_id: str, *, plan_id: str, device: str, sent_at: datetime,
        events: Sequence[Any],
    ) -> Told:  # fmt: skip
        """Take events of a device down and tell the session anew. What was told before counts once.

        Parameters
        ----------
        session_id, plan_id
            made by the device that began the session; the plan that it films by.
        device, sent_at
            which device, and the time by its own clock as it sent this.
        events
            as they came; each is read by itself.

        Raises
        ------
        NotFound
            Where there is no such plan.
        InputError
            ``too-many-events`` in a session; ``another-plan`` where the session is of another one.
        """
        now = self.clock()
        taken, refused = _read(events)
        told = [heard(one, device, sent_at=sent_at, now=now) for one in taken]
        at = now.isoformat(timespec="milliseconds")
        with self.database.writing() as connection:
            log, plans = LogRepository(connection), PlanRepository(connection)
            title = plans.at(plan_id, 1).title if not log.find_session(session_id) else None
            before = log.find_session(session_id)
            if before is not None and before.plan_id != plan_id:
                raise InputError(
                    "another-plan",
                    f"This session is one of “{before.plan_title}”; what was sent belongs to another "
                    "plan and was not taken down.",
                    field="plan_id", value=plan_id, allowed=before.plan_id,
                )  # fmt: skip
            if log.count(session_id) + len(told) > EVENTS_LIMIT:
                raise InputError(
                    "too-many-events",
                    f"A session keeps {EVENTS_LIMIT} taps at most. End it and begin another; what "
                    "was told before is kept.",
                    field="events", value=len(told), allowed=f"{EVENTS_LIMIT} in a session",
                )  # fmt: skip
            if told and log.hear(session_id, told, at=at):
                self._tell(log, plans, session_id, plan_id, title, told, at)
            stored = log.find_session(session_id)
        return Told(tuple(one.id for one in taken), tuple(refused), stored)

    def _tell(
        self, log: LogRepository, plans: PlanRepository, session_id: str, plan_id: str,
        title: str | None, told: Sequence[Heard], at: str,
    ) -> None:  # fmt: skip
        record = session_of(log.events(session_id))
        if record is None:
            return
        if title is not None:
            try:
                title = plans.newest(plan_id).plan.title
            except NotFound:
                pass  # taken off the shelf since
        else:
            title = log.session(session_id).plan_title
        log.put_session(session_id, plan_id, title, record, at=at)
        if any(isinstance(one.event, (Stopped, SetUp, Withdrawn, End)) for one in told):
            stored = log.session(session_id)
            learned = LearnedRepository(log.connection)
            before = learned.pairs_of(session_id)
            learned.drop_pairs(session_id, TOLD_BY_SESSIONS)
            found = pairs_of_session(stored, lambda number: plans.at(plan_id, number))
            learned.put_pairs(found)
            keys = {(one.figure, one.of) for one in (*before, *found)}
            refresh(learned, GearRepository(log.connection), keys, at=at)

    def session(self, session_id: str) -> StoredSession:
        """A session of the log."""
        with self.database.reading() as connection:
            return LogRepository(connection).session(session_id)

    def sessions(
        self, plan_id: str | None = None, *, open_only: bool = False, start: int = 0, most: int = 50
    ) -> list[StoredSession]:
        """Sessions, the newest first."""
        with self.database.reading() as connection:
            return LogRepository(connection).sessions(
                plan_id=plan_id, open_only=open_only, start=start, most=min(most, MOST_ROWS)
            )

    def lines(self) -> list[SessionLine]:
        """Every session in a line, the oldest first."""
        with self.database.reading() as connection:
            return LogRepository(connection).all_ids()

    def takes(
        self, sought: TakeFilter, *, start: int = 0, most: int = 50
    ) -> tuple[list[FoundTake], int]:
        """Takes by what is sought, and how many there are."""
        with self.database.reading() as connection:
            return LogRepository(connection).takes(sought, start=start, most=min(most, MOST_ROWS))

    def losses(self, plan_id: str | None = None) -> tuple[tuple[LossSum, ...], int]:
        """What was lost and why, over all sessions or those of a plan, and over how many sessions."""
        past = [one for one in self.past() if plan_id in (None, one.plan_id)]
        return losses_over([one.losses for one in past]), len(past)

    def past(self) -> list[PastSession]:
        """Every session as it is looked at, the newest first; each is read again only when it has changed."""
        with self.database.reading() as connection:
            log, plans = LogRepository(connection), PlanRepository(connection)
            cameras: dict[tuple[str, int], int] = {}
            found = []
            for one in log.changes():
                known = self._past.get(one.id)
                if known is None or known[0] != one.changed_at:
                    stored = log.session(one.id)
                    key = (stored.plan_id, stored.record.revision)
                    if key not in cameras:
                        cameras[key] = _cameras_of(plans, *key)
                    past = past_session(
                        stored.plan_id, stored.plan_title, cameras[key], stored.record
                    )
                    known = self._past[one.id] = (one.changed_at, past)
                found.append(known[1])
            return _with_limits(plans, found)


def _with_limits(plans: PlanRepository, past: Sequence[PastSession]) -> list[PastSession]:
    """The same with the limits that came and that their plans, as they are now, do not know; each plan is read once."""
    now: dict[str, Plan | None] = {}

    def known(plan_id: str) -> Plan | None:
        if plan_id not in now:
            try:
                now[plan_id] = plans.newest(plan_id).plan
            except NotFound:
                now[plan_id] = None
        return now[plan_id]

    return [
        replace(one, limits=unknown_to(one.came, plan))
        if one.came and (plan := known(one.plan_id)) is not None
        else one
        for one in past
    ]


def _cameras_of(plans: PlanRepository, plan_id: str, revision: int) -> int:
    """How many cameras a plan has; 0 for a log from elsewhere, whose plan is not here."""
    try:
        return len(plans.at(plan_id, revision).cameras)
    except NotFound:
        return 0


def _read(events: Sequence[Any]) -> tuple[list[Event], list[EventRefused]]:
    if len(events) > EVENTS_AT_ONCE:
        raise InputError(
            "too-many-events",
            f"At most {EVENTS_AT_ONCE} taps are taken at once; send them in parts.",
            field="events", value=len(events), allowed=f"at most {EVENTS_AT_ONCE}",
        )  # fmt: skip
    taken: list[Event] = []
    refused: list[EventRefused] = []
    for one in events:
        try:
            taken.append(read_event(one))
        except ValidationError as error:
            name = one.get("id", "") if isinstance(one, dict) else ""
            first = problems_from(error, name=last_words)[0]
            refused.append(EventRefused(id=str(name)[:40], sentence=first.sentence))
    return taken, refused
