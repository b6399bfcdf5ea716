"""Routes of what was learned: predicted against measured, corrections, and their switches."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Query, Response
from pydantic import Field

from steeple.api.context import Context, context_of
from steeple.api.replies import PlanId, Revision, as_json
from steeple.core.findings.check.daylight import DaylightReading
from steeple.core.findings.check.meter import MeterReading
from steeple.core.findings.log.notes import LogNote, log_notes
from steeple.core.findings.log.says import learned_says, log_answer
from steeple.core.plan.parts.cameras.as_built import AsBuilt
from steeple.core.plan.values import Part, Slug
from steeple.core.record.event import EventId
from steeple.core.record.pair import KINDS, GearRef, LearnedOf, Pair, PairFigure
from steeple.core.study.base.sentence import Sentence
from steeple.core.units import Unit

router = APIRouter(prefix="/api/log", tags=["log"])
Ctx = Annotated[Context, Depends(context_of)]


class MeasuredRow(Part):
    """One figure of one thing: every pair, and what they teach."""

    figure: PairFigure
    words: str
    unit: Unit
    of_words: str
    learned: LearnedOf | None
    says: Sentence
    corrects: bool = Field(
        description="Whether what is learned goes onto the thing in the cupboard."
    )
    pairs: tuple[Pair, ...]


class Compared(Part):
    """Predicted against measured, figure by figure and thing by thing; the answer of the log, and what it found."""

    answer: Sentence
    notes: tuple[LogNote, ...]

    rows: tuple[MeasuredRow, ...]


class FrameTold(Part):
    """What a test frame found of a camera set up by a revision of a plan."""

    plan_id: PlanId
    revision: Revision
    camera: Slug
    built: AsBuilt
    session_id: EventId | None = None


class MeterTold(Part):
    """What a light meter read of lamps of a revision of a plan, or of its daylight with all lamps off."""

    plan_id: PlanId
    revision: Revision
    camera: Slug | None = None
    readings: Annotated[tuple[MeterReading, ...], Field(max_length=10)] = ()
    daylight: DaylightReading | None = None
    session_id: EventId | None = None


class PairsKept(Part):
    """Pairs that were kept of a reading."""

    pairs: tuple[Pair, ...]


class Switch(Part):
    """A correction, and whether it is wanted."""

    figure: PairFigure
    of: GearRef = ""
    on: bool


def _compared(ctx: Context, plan: str | None = None) -> str:
    by_key: dict[tuple[PairFigure, str], list[Pair]] = {}
    for one in ctx.learning.pairs():
        by_key.setdefault((one.figure, one.of), []).append(one)
    learned = {(one.figure, one.of): one for one in ctx.learning.learned()}
    order = {figure: index for index, figure in enumerate(KINDS)}
    rows = [
        MeasuredRow(
            figure=figure,
            words=KINDS[figure].words,
            unit=KINDS[figure].unit,
            of_words=pairs[-1].of_name,
            learned=learned.get((figure, of)),
            says=() if (figure, of) not in learned else learned_says(learned[figure, of]),
            corrects=bool(KINDS[figure].plan_field or (KINDS[figure].gear_field and of)),
            pairs=tuple(pairs),
        )
        for (figure, of), pairs in sorted(
            by_key.items(), key=lambda one: (order[one[0][0]], one[0][1])
        )
        if plan is None or any(one.plan_id == plan for one in pairs)
    ]
    losses, sessions = ctx.log.losses()
    return Compared(
        answer=log_answer(list(learned.values()), losses, sessions),
        notes=log_notes(ctx.log.past(), list(learned.values()), ctx.log.clock()),
        rows=tuple(rows),
    ).model_dump_json()


@router.get("/compared", response_model=Compared)
def compared(ctx: Ctx, plan: Annotated[str | None, Query(max_length=40)] = None) -> Response:
    """Predicted against measured; of the things that a plan told of, where one is named."""
    return as_json(_compared(ctx, plan))


@router.post("/readings/frame", response_model=PairsKept)
def frame(told: FrameTold, ctx: Ctx) -> Response:
    """Keep what a test frame found beside what was planned."""
    pairs = ctx.learning.tell_frame(
        told.plan_id, revision=told.revision, camera=told.camera, built=told.built,
        session_id=told.session_id,
    )  # fmt: skip
    return as_json(PairsKept(pairs=tuple(pairs)).model_dump_json())


@router.post("/readings/meter", response_model=PairsKept)
def meter(told: MeterTold, ctx: Ctx) -> Response:
    """Keep what a light meter read beside what was planned."""
    pairs = ctx.learning.tell_meter(
        told.plan_id, revision=told.revision, camera=told.camera, readings=told.readings,
        daylight=told.daylight, session_id=told.session_id,
    )  # fmt: skip
    return as_json(PairsKept(pairs=tuple(pairs)).model_dump_json())


@router.post("/learned/switch", response_model=Compared)
def switch(wanted: Switch, ctx: Ctx) -> Response:
    """Switch what was learned off, or on again."""
    ctx.learning.switch(wanted.figure, wanted.of, on=wanted.on)
    return as_json(_compared(ctx))
