"""Routes of the sound step: ways to hear it, recordings of a clap, and a stand-in that makes them."""

from __future__ import annotations

from typing import Annotated, Literal

from anyio import to_thread
from fastapi import APIRouter, Depends, File, Form, Response, UploadFile

from steeple.api.apart import apart, run
from steeple.api.context import Context, context_of
from steeple.api.replies import OwnedGear, as_json, download
from steeple.core.errors import InputError
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.sound.given.sources import SourceKind
from steeple.core.study.sound.mics.offer_rows import MicOffers, offer_rows
from steeple.core.study.sound.step import SOUND
from steeple.core.study.sound.study import SoundStudy
from steeple.devices.clapper import Clapped, StandInRecorder
from steeple.formats.registry import SOUND as SOUND_FORMAT
from steeple.formats.registry import file_name
from steeple.services.clap import ClapReport, SoundFile, read_claps

router = APIRouter(prefix="/api", tags=["sound"])
Ctx = Annotated[Context, Depends(context_of)]
SOUND_PATHS = ("/api/clap",)
"""Where recordings are sent to, which may be larger than plans."""
SECONDS = 600.0
"""Of all recordings of one request together so much is read: the server keeps within its memory."""
LONGEST_S = 6.0
"""An echo longer than that is no room to make a clap in."""


class MicRequest(OwnedGear):
    """A plan, what is to be heard, and what is owned."""

    plan: AnyPlan
    kind: SourceKind


def _study(plan: Plan, ctx: Context) -> SoundStudy:
    study = camera_studies(plan, cache=ctx.cache)[0].of(SOUND)
    assert study is not None
    return study


@router.post("/microphones", response_model=MicOffers)
@apart
def microphones(request: MicRequest, ctx: Ctx) -> Response:
    """Every way to hear a voice, an instrument or the work, each at its best place."""
    found = offer_rows(_study(request.plan, ctx), request.kind, request.owned)
    return as_json(found.model_dump_json())


@router.post("/clap", response_model=ClapReport)
async def clap(
    files: Annotated[list[UploadFile], File(description="WAV, FLAC, MP4 or MOV")],
    frame_rate_hz: Annotated[float, Form()] = 25.0,
) -> Response:
    """What recordings of a clap tell: each of its room, and each against the first. Nothing is kept."""
    given = [SoundFile(one.filename or "the file", await one.read()) for one in files]
    found = await run(
        lambda: read_claps(given, frame_rate_hz, seconds=SECONDS / max(1, len(given)))
    )
    return as_json(found.model_dump_json())


class ClapRequest(Part):
    """A plan whose room is clapped in, and how the stand-in hears it."""

    plan: AnyPlan
    form: Literal["wav", "flac", "mp4", "mov"] = "wav"


@router.post("/clap/stand-in", response_class=Response)
async def stand_in(request: ClapRequest, ctx: Ctx) -> Response:
    """A recording of a clap in the room of a plan, by a stand-in that ships with Steeple: to try the reading."""
    study = await run(lambda: _study(request.plan, ctx))
    mid = study.room.mid_s
    if mid is None:
        raise InputError(
            "room-unknown",
            "Give the room its width, depth and height: then a clap in it can be made up.",
            field="room/width_mm", value=None, allowed="a room with its size",
        )  # fmt: skip
    room = Clapped(rt60_s=min(mid, LONGEST_S))
    recorder = StandInRecorder(form=request.form)
    content = await to_thread.run_sync(lambda: recorder.record(room))
    name = file_name(f"{request.plan.title}, clap", SOUND_FORMAT)
    media = {"wav": "audio/wav", "flac": "audio/flac", "mp4": "audio/mp4", "mov": "video/quicktime"}
    return download(content, media[request.form], name.removesuffix(".wav") + f".{request.form}")
