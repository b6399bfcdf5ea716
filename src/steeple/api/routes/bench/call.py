"""Routes of the roll call."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Response
from pydantic import Field

from steeple.api.apart import apart
from steeple.api.context import Context, context_of
from steeple.api.replies import as_json
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part, Slug
from steeple.core.study.card.lists.roll_call import RollCall
from steeple.services.bench.roll_call import (
    DeviceTells,
    LampTells,
    MicTells,
    ask_devices,
    ask_lamps,
    ask_mics,
    call_of,
)

router = APIRouter(prefix="/api/roll-call", tags=["bench"])
Ctx = Annotated[Context, Depends(context_of)]


class CallRequest(Part):
    """A plan whose roll is called."""

    plan: AnyPlan


class AskRequest(Part):
    """A plan whose devices are asked, so long after they were started; ``forgot`` are those that nobody started."""

    plan: AnyPlan
    at_s: Annotated[float, Field(ge=0, le=172_800)] = 0.0
    forgot: Annotated[tuple[Slug, ...], Field(max_length=32)] = ()


class BenchTells(Part):
    """What devices tell of themselves."""

    devices: tuple[DeviceTells, ...]
    lamps: tuple[LampTells, ...]
    mics: tuple[MicTells, ...]


@router.post("", response_model=RollCall)
@apart
def call(request: CallRequest, ctx: Ctx) -> Response:
    """Everything that can be forgotten, in the order in which one walks past it."""
    return as_json(call_of(request.plan, ctx.cache).model_dump_json())


@router.post("/stand-in", response_model=BenchTells)
@apart
def ask(request: AskRequest, ctx: Ctx) -> Response:
    """What cameras, remote lamps and level meters of the stand-in bench tell: to try the roll call without one."""
    told = ask_devices(request.plan, request.at_s, forgot=request.forgot, cache=ctx.cache)
    lamps = ask_lamps(request.plan, forgot=request.forgot)
    mics = ask_mics(request.plan, forgot=request.forgot, cache=ctx.cache)
    return as_json(BenchTells(devices=told, lamps=lamps, mics=mics).model_dump_json())
