"""Routes of the angles step: the ring of views, and places for one more camera."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Response
from pydantic import TypeAdapter

from steeple.api.apart import apart
from steeple.api.context import Context, context_of
from steeple.api.replies import CameraIndex, OwnedGear, as_json
from steeple.core.plan.parts.cameras.target import Target
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part
from steeple.core.solve.angles.place_camera import CameraPlaces, place_camera
from steeple.core.solve.angles.reveal import RevealReply, reveal_of
from steeple.core.solve.angles.ring import RingReply, ring_of
from steeple.core.solve.angles.roles import ASKS, Ask
from steeple.core.solve.angles.sync_words import sync_words
from steeple.core.study.angles.changing import change_overs
from steeple.core.study.base.sentence import Sentence
from steeple.core.study.plan_study import camera_studies

router = APIRouter(prefix="/api", tags=["angles"])
Ctx = Annotated[Context, Depends(context_of)]


class RingRequest(Part):
    """A plan, and the camera for which every direction is judged."""

    plan: AnyPlan
    camera: CameraIndex = 0
    draft: bool = False


@router.post("/ring", response_model=RingReply)
@apart
def ring_for(request: RingRequest, ctx: Ctx) -> Response:
    """Every direction from which a camera could look at the work, judged."""
    found = ring_of(request.plan, index=request.camera, draft=request.draft, cache=ctx.cache)
    return as_json(found.model_dump_json())


class PlaceRequest(OwnedGear):
    """A plan, what one more camera is to show, and what is owned; ``camera`` names one of the plan that
    shall show it instead."""

    plan: AnyPlan
    ask: Ask
    target: Target | None = None
    camera: CameraIndex | None = None


class AskWords(Part):
    """What may be asked of one more camera, in words."""

    ask: Ask
    words: str


@router.post("/place-camera", response_model=CameraPlaces)
@apart
def place_for(request: PlaceRequest, ctx: Ctx) -> Response:
    """Up to three places for a camera that shows what is asked for."""
    found = place_camera(
        request.plan,
        request.ask,
        index=request.camera,
        target=request.target,
        owned=request.owned,
        cache=ctx.cache,
    )
    return as_json(found.model_dump_json())


@router.get("/asks")
def asks() -> tuple[AskWords, ...]:
    """Everything that may be asked of one more camera, in the order of the sheet."""
    return tuple(AskWords(ask=one.ask, words=one.words) for one in ASKS.values())


class MoveReply(Part):
    """One thing to do between two set-ups."""

    kind: str
    says: Sentence
    takes_min: float


class ChangeOverReply(Part):
    """From one set-up of a plan to the one after it: ``takes_min`` in whole minutes; ``break_min`` None
    where it is not given."""

    first: str
    second: str
    takes_min: int
    break_min: float | None
    moves: tuple[MoveReply, ...]


class ChangeOversRequest(Part):
    """A plan with its set-ups."""

    plan: AnyPlan


@router.post("/change-overs", response_model=tuple[ChangeOverReply, ...])
@apart
def change_overs_of(request: ChangeOversRequest, ctx: Ctx) -> Response:
    """Every change from one set-up of a plan to the one after it."""
    scenes = camera_studies(request.plan, cache=ctx.cache)
    found = tuple(
        ChangeOverReply(
            first=one.first.name,
            second=one.second.name,
            takes_min=one.whole_min,
            break_min=one.break_min,
            moves=tuple(
                MoveReply(kind=each.kind, says=each.says, takes_min=each.minutes)
                for each in one.moves
            ),
        )
        for one in change_overs(scenes[0].context)
    )
    return as_json(TypeAdapter(tuple[ChangeOverReply, ...]).dump_json(found).decode())


class SyncReply(Part):
    """What makes the takes of several cameras one film."""

    says: tuple[Sentence, ...]


@router.post("/sync", response_model=SyncReply)
@apart
def sync_of(request: RingRequest, ctx: Ctx) -> Response:
    """Where to clap, how late each sound is, and what to set alike, for the cameras that stand with one."""
    found = sync_words(camera_studies(request.plan, cache=ctx.cache), request.camera)
    return as_json(SyncReply(says=found).model_dump_json())


class RevealRequest(OwnedGear):
    """A plan, the camera that films, and how long the flag is on its way."""

    plan: AnyPlan
    camera: CameraIndex = 0
    duration_s: float = 4.0


@router.post("/reveal", response_model=RevealReply)
@apart
def reveal_for(request: RevealRequest, ctx: Ctx) -> Response:
    """How the work comes out of the dark when a flag is drawn from before its key lamp."""
    found = reveal_of(
        request.plan,
        index=request.camera,
        seconds=request.duration_s,
        owned=request.owned,
        cache=ctx.cache,
    )
    return as_json(found.model_dump_json())
