"""Routes of the log in open formats, and of the pictures that it keeps."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Path, Query, Request, Response
from fastapi.concurrency import run_in_threadpool

from steeple.api.apart import run
from steeple.api.context import Context, context_of
from steeple.api.replies import PlanId, as_json, download
from steeple.core.plan.values import Part
from steeple.core.record.event import EventId
from steeple.formats.registry import LOG_JSON, MARKERS_OTIO, MARKS_CSV, TAKES_CSV, file_name

router = APIRouter(prefix="/api/log", tags=["log"])
Ctx = Annotated[Context, Depends(context_of)]
PICTURE_PATHS = ("/api/log/pictures", "/api/log/open")
PictureId = Annotated[str, Path(pattern=r"^[a-z0-9]{8,40}$")]
PICTURE_SECONDS = 20.0


class LogTakenIn(Part):
    """What became of a file: how much of it is new."""

    sessions: int
    events: int
    pairs: int


class PictureOfLog(Part):
    """A picture that is kept."""

    id: str
    plan_id: str
    session_id: str | None
    says: str
    taken_at: str
    size_bytes: int


class PicturesOfLog(Part):
    """Pictures, the newest first."""

    pictures: tuple[PictureOfLog, ...]


class PictureKept(Part):
    """The id of a picture that was kept."""

    id: str


class Removed(Part):
    """How many pictures were removed."""

    count: int


@router.get("/log.json", response_class=Response)
def as_file(ctx: Ctx) -> Response:
    """The whole log as JSON; pictures are not in it."""
    name = file_name("log", LOG_JSON)
    return download(ctx.exchange.as_json().encode(), LOG_JSON.media_type, name)


@router.post("/open", response_model=LogTakenIn)
async def open_file(request: Request, ctx: Ctx) -> Response:
    """Put the log of a file to what is there."""
    content = await request.body()
    taken = await run_in_threadpool(ctx.exchange.take_in, content)
    reply = LogTakenIn(sessions=taken.sessions, events=taken.events, pairs=taken.pairs)
    return as_json(reply.model_dump_json())


@router.get("/takes.csv", response_class=Response)
def takes_table(ctx: Ctx) -> Response:
    """Every take as a table."""
    name = file_name("log", TAKES_CSV)
    return download(ctx.exchange.takes_csv().encode(), TAKES_CSV.media_type, name)


@router.get("/sessions/{session_id}/marks.csv", response_class=Response)
def marks_table(session_id: EventId, ctx: Ctx) -> Response:
    """The marks of a session by time code."""
    title, content = ctx.exchange.marks_csv(session_id)
    return download(content.encode(), MARKS_CSV.media_type, file_name(title, MARKS_CSV))


@router.get("/sessions/{session_id}/markers.otio", response_class=Response)
def timeline(session_id: EventId, ctx: Ctx) -> Response:
    """A session as a timeline with markers."""
    title, content = ctx.exchange.otio(session_id)
    return download(content.encode(), MARKERS_OTIO.media_type, file_name(title, MARKERS_OTIO))


@router.post("/pictures", response_model=PictureKept)
async def keep_picture(
    request: Request,
    ctx: Ctx,
    plan: Annotated[PlanId, Query()],
    says: Annotated[str, Query(max_length=200)] = "",
    session: Annotated[EventId | None, Query()] = None,
) -> Response:
    """Keep a small copy of a picture: JPEG, PNG, TIFF, HEIC."""
    content = await request.body()

    def keep() -> str:
        return ctx.exchange.keep_picture(content, plan_id=plan, says=says, session_id=session)

    return as_json(PictureKept(id=await run(keep, seconds=PICTURE_SECONDS)).model_dump_json())


@router.get("/pictures", response_model=PicturesOfLog)
def pictures(ctx: Ctx, plan: Annotated[str | None, Query(max_length=40)] = None) -> Response:
    """Pictures that are kept."""
    found = PicturesOfLog(
        pictures=tuple(
            PictureOfLog(
                id=one.id, plan_id=one.plan_id, session_id=one.session_id, says=one.says,
                taken_at=one.taken_at, size_bytes=one.size,
            )
            for one in ctx.exchange.pictures(plan)
        )
    )  # fmt: skip
    return as_json(found.model_dump_json())


@router.get("/pictures/{picture_id}", response_class=Response)
def picture(picture_id: PictureId, ctx: Ctx) -> Response:
    """A picture of a check, as JPEG."""
    return Response(ctx.exchange.picture(picture_id), media_type="image/jpeg")


@router.delete("/pictures/{picture_id}", response_model=Removed)
def drop_picture(picture_id: PictureId, ctx: Ctx) -> Response:
    """Remove a picture for good."""
    ctx.exchange.drop_picture(picture_id)
    return as_json(Removed(count=1).model_dump_json())


@router.post("/pictures/older", response_model=Removed)
def drop_older(ctx: Ctx, days: Annotated[int, Query(ge=1, le=3650)]) -> Response:
    """Remove every picture that is older than so many days."""
    return as_json(Removed(count=ctx.exchange.keep_days(days)).model_dump_json())
