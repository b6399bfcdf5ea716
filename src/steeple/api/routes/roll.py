"""Routes of the roll step: the session in rows, when to get up, and alarms as a calendar."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Annotated

from fastapi import APIRouter, Depends, Response

from steeple.api.apart import apart
from steeple.api.context import Context, context_of
from steeple.api.replies import as_json, download
from steeple.core.errors import InputError
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.rolling.session import Handling
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.getting_up.report import RollReport, report_of
from steeple.core.study.roll.getting_up.staggering import staggered
from steeple.core.study.roll.step import ROLL
from steeple.core.study.roll.study import RollStudy
from steeple.formats.alarms_ics import alarms_ics
from steeple.formats.registry import ALARMS_ICS, file_name

router = APIRouter(prefix="/api", tags=["roll"])
Ctx = Annotated[Context, Depends(context_of)]


class RollRequest(Part):
    """A plan with its session."""

    plan: AnyPlan


class StaggerReply(Part):
    """What is to be done by hand so that everything runs as long as it is to."""

    handling: tuple[Handling, ...]


def _study(plan: Plan, ctx: Context) -> RollStudy:
    study = camera_studies(plan, cache=ctx.cache)[0].of(ROLL)
    assert study is not None
    return study


@router.post("/roll", response_model=RollReport)
@apart
def roll_through(request: RollRequest, ctx: Ctx) -> Response:
    """A session in rows: every stretch, everything that happens, every alarm."""
    return as_json(report_of(_study(request.plan, ctx)).model_dump_json())


@router.post("/stagger", response_model=StaggerReply)
@apart
def stagger(request: RollRequest, ctx: Ctx) -> Response:
    """When to get up so that something always runs, restarts in breaks where there are any."""
    found = StaggerReply(handling=staggered(_study(request.plan, ctx)))
    return as_json(found.model_dump_json())


@router.post("/alarms", response_class=Response)
def alarms(request: RollRequest, ctx: Ctx) -> Response:
    """The alarms of a session as an iCalendar file."""
    study = _study(request.plan, ctx)
    begins = study.session.begins
    if begins is None:
        raise InputError(
            "no-begin",
            "Say on which day and at what hour the session begins: then its alarms ring by the clock.",
            field="session/begins",
            value=None,
            allowed="a day and an hour",
        )
    content = alarms_ics(
        request.plan.title, begins, report_of(study).alarms, stamp=datetime.now(UTC)
    )
    return download(content, ALARMS_ICS.media_type, file_name(request.plan.title, ALARMS_ICS))
