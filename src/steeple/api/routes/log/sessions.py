"""Routes of sessions: what devices at the bench tell, and the sessions and takes told from it."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from fastapi import APIRouter, Depends, Path, Query, Response
from pydantic import AwareDatetime, Field

from steeple.api.context import Context, context_of
from steeple.api.replies import PlanId, as_json
from steeple.core.plan.values import Part, Slug
from steeple.core.record.event import EVENTS_AT_ONCE, EventId, MarkKind
from steeple.core.record.losses import LossSum
from steeple.core.record.told import SessionRecord, Took
from steeple.services.log.recording import EventRefused
from steeple.store.log import StoredSession, TakeFilter

router = APIRouter(prefix="/api/log", tags=["log"])
Ctx = Annotated[Context, Depends(context_of)]
Session = Annotated[EventId, Path(description="Made by the device that began the session.")]
Day = Annotated[str, Query(pattern=r"^20\d\d-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$")]


class Telling(Part):
    """Events of one device, and what its clock said as it sent them."""

    plan_id: PlanId
    device: Slug
    sent_at: AwareDatetime
    events: Annotated[list[dict[str, Any]], Field(max_length=EVENTS_AT_ONCE)]


class SessionOfLog(Part):
    """A session as it is told now."""

    id: str
    plan_id: str
    plan_title: str
    record: SessionRecord


class ToldReply(Part):
    """Ids that are kept and need not be sent again, and those refused with why."""

    kept: tuple[str, ...]
    refused: tuple[EventRefused, ...]
    session: SessionOfLog | None
    now: AwareDatetime = Field(description="The clock of this machine, to set one’s own against.")


class Sessions(Part):
    """Sessions, the newest first."""

    sessions: tuple[SessionOfLog, ...]
    now: AwareDatetime = Field(description="The clock of this machine, to set one’s own against.")


class TakeFound(Part):
    """A take with where it belongs."""

    session_id: str
    plan_id: str
    plan_title: str
    take: Took


class TakesFound(Part):
    """A page of takes, the newest first; ``count`` is how many there are in all."""

    takes: tuple[TakeFound, ...]
    count: int


class Losses(Part):
    """What was lost and why, the cause that cost most first."""

    rows: tuple[LossSum, ...]
    minutes: float
    sessions: int
    says: str = Field(description="Which mend would have saved most; empty where nothing was lost.")


def _shown(stored: StoredSession) -> SessionOfLog:
    return SessionOfLog(
        id=stored.id, plan_id=stored.plan_id, plan_title=stored.plan_title, record=stored.record
    )


@router.post("/sessions/{session_id}/events", response_model=ToldReply)
def tell(session_id: Session, telling: Telling, ctx: Ctx) -> Response:
    """Take down what was tapped. Sent twice, it counts once; an event that says nothing is refused by itself."""
    told = ctx.log.hear(
        session_id, plan_id=telling.plan_id, device=telling.device, sent_at=telling.sent_at,
        events=telling.events,
    )  # fmt: skip
    reply = ToldReply(
        kept=told.kept,
        refused=told.refused,
        session=None if told.session is None else _shown(told.session),
        now=ctx.log.clock(),
    )
    return as_json(reply.model_dump_json())


@router.get("/sessions", response_model=Sessions)
def sessions(
    ctx: Ctx,
    plan: Annotated[str | None, Query(max_length=40)] = None,
    running: bool = False,
    start: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
    most: Annotated[int, Query(ge=1, le=200)] = 50,
) -> Response:
    """Sessions of the log, the newest first; those that run, where asked."""
    found = ctx.log.sessions(plan, open_only=running, start=start, most=most)
    shown = tuple(_shown(one) for one in found)
    return as_json(Sessions(sessions=shown, now=ctx.log.clock()).model_dump_json())


@router.get("/sessions/{session_id}", response_model=SessionOfLog)
def session(session_id: Session, ctx: Ctx) -> Response:
    """A session as it is told now."""
    return as_json(_shown(ctx.log.session(session_id)).model_dump_json())


@router.get("/takes", response_model=TakesFound)
def takes(
    ctx: Ctx,
    words: Annotated[str, Query(max_length=120)] = "",
    plan: Annotated[str | None, Query(max_length=40)] = None,
    mark: MarkKind | None = None,
    stopped: Literal["yes", "no"] | None = None,
    since: Day | None = None,
    until: Day | None = None,
    start: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
    most: Annotated[int, Query(ge=1, le=200)] = 50,
) -> Response:
    """Takes that hold every word sought, the newest first."""
    sought = TakeFilter(
        words=words, plan_id=plan, mark=mark, since=since, until=until,
        stopped=None if stopped is None else stopped == "yes",
    )  # fmt: skip
    found, count = ctx.log.takes(sought, start=start, most=most)
    reply = TakesFound(
        takes=tuple(
            TakeFound(
                session_id=one.session_id, plan_id=one.plan_id, plan_title=one.plan_title,
                take=one.take,
            )
            for one in found
        ),
        count=count,
    )  # fmt: skip
    return as_json(reply.model_dump_json())


@router.get("/losses", response_model=Losses)
def losses(ctx: Ctx, plan: Annotated[str | None, Query(max_length=40)] = None) -> Response:
    """What was lost and why, over all sessions or those of a plan."""
    rows, count = ctx.log.losses(plan)
    first = next((one for one in rows if one.minutes > 0), None)
    says = "" if first is None else f"{first.mend[:1].upper()}{first.mend[1:]}."
    reply = Losses(
        rows=rows, minutes=round(sum(one.minutes for one in rows), 1), sessions=count, says=says
    )
    return as_json(reply.model_dump_json())
