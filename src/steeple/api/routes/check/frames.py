"""Routes of the check: the chart, test frames and meter readings against the plan."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from typing import Annotated, Literal

from fastapi import APIRouter, Depends, File, Form, Response, UploadFile
from fastapi.responses import StreamingResponse
from pydantic import Field

from steeple.api.apart import HEAVY, apart, lines_apart, run
from steeple.api.context import Context, context_of
from steeple.api.errors import problem_of
from steeple.api.replies import as_json, download
from steeple.core.errors import SteepleError
from steeple.core.findings.check.daylight import DaylightReading
from steeple.core.findings.check.meter import MeterReading
from steeple.core.plan.problems import Problem
from steeple.core.plan.reading import AnyPlan, read_plan
from steeple.core.plan.values import Part
from steeple.core.study.plan_study import PlanStudy
from steeple.formats.registry import CHART, file_name
from steeple.services.check.chart import chart_bytes, chart_for_plan
from steeple.services.check.frames import CheckOptions, CheckProgress, NamedFile, check_steps
from steeple.services.check.meter import MeterReport, read_meter
from steeple.services.check.report import CheckReport

router = APIRouter(prefix="/api", tags=["check"])
Ctx = Annotated[Context, Depends(context_of)]
CHECK_PATHS = ("/api/check", "/api/check/steps")
"""Where pictures and clips are sent to, which may be larger than plans."""
SECONDS = 40.0
"""How long pictures are worked at: a clip of ten seconds takes six."""
PaperName = Literal["a4", "letter", "a3", "tiles"]


class ChartRequest(Part):
    """A plan whose chart is wanted, and on what."""

    plan: AnyPlan
    paper: PaperName = "a4"
    form: Literal["pdf", "png"] = "pdf"
    dpi: Annotated[float, Field(ge=50, le=1200)] = 300.0


@router.post("/chart", response_class=Response)
async def chart(request: ChartRequest) -> Response:
    """The chart of a plan, true to size: PDF, a sheet a page, or PNG with all sheets as they lie."""
    plan = request.plan
    content = await run(
        lambda: chart_bytes(
            chart_for_plan(plan, request.paper), plan.title, form=request.form, dpi=request.dpi
        ),
        seconds=SECONDS,
    )
    media = {"pdf": "application/pdf", "png": "image/png"}[request.form]
    name = file_name(f"{plan.title}, chart", CHART).removesuffix(CHART.suffix)
    return download(content, media, f"{name}.{request.form}")


async def _asked(
    ctx: Ctx,
    plan: Annotated[str, Form(description="The plan, as its file has it.")],
    files: Annotated[list[UploadFile], File(description="JPEG, PNG, TIFF, HEIC; MP4 or MOV")],
    camera: Annotated[str, Form()] = "",
    raised_mm: Annotated[float | None, Form()] = None,
    tape_mm: Annotated[float | None, Form()] = None,
    bar_mm: Annotated[float, Form()] = 150.0,
    paper: Annotated[PaperName, Form()] = "a4",
    corners: Annotated[
        list[float] | None,
        Form(
            description="Eight: x and y of the far left, far right, near right and near left corner."
        ),
    ] = None,
    rectangle_mm: Annotated[list[float] | None, Form(description="Two: width and depth.")] = None,
) -> Iterator[CheckProgress | CheckReport]:
    """A check that is asked for, step by step. Nothing is kept; a place in a file is never looked at."""
    given = [NamedFile(one.filename or "the picture", await one.read()) for one in files]
    whole = read_plan(plan.encode())
    places = list(zip((corners or [])[::2], (corners or [])[1::2], strict=False))
    options = CheckOptions(
        raised_mm=raised_mm,
        tape_mm=tape_mm,
        bar_mm=bar_mm,
        paper=paper,
        corners=tuple(places),
        rectangle_mm=(rectangle_mm[0], rectangle_mm[1])
        if rectangle_mm is not None and len(rectangle_mm) == 2
        else None,
    )
    return check_steps(whole, camera or None, given, options, PlanStudy(whole, ctx.cache))


Asked = Annotated[Iterator[CheckProgress | CheckReport], Depends(_asked)]


@router.post("/check", response_model=CheckReport)
async def check(steps: Asked) -> Response:
    """Test frames of a camera against its plan."""
    (*_, found) = await run(lambda: list(steps), seconds=SECONDS)
    return as_json(found.model_dump_json())


class CheckLine(Part):
    """One line of the answer while frames are read: how far it is, or what they tell."""

    progress: CheckProgress | None = None
    report: CheckReport | None = None
    problem: Problem | None = Field(default=None, description="Why there is no report.")


def _line(line: CheckLine) -> str:
    return line.model_dump_json() + "\n"


@router.post(
    "/check/steps",
    response_class=StreamingResponse,
    responses={200: {"model": CheckLine, "description": "One line of JSON a step."}},
)
async def check_by_steps(steps: Asked) -> StreamingResponse:
    """The same, a line of JSON for each step of the work, the last with what the frames tell. Who goes away before
    it stops the work."""
    first = await run(lambda: next(steps), seconds=SECONDS)

    def lines() -> Iterator[str]:
        for step in itertools.chain((first,), steps):
            yield _line(
                CheckLine(progress=step)
                if isinstance(step, CheckProgress)
                else CheckLine(report=step)
            )

    def instead(error: SteepleError) -> str:
        return _line(CheckLine(problem=problem_of(error)))

    return StreamingResponse(lines_apart(lines(), instead), media_type="application/x-ndjson")


HEAVY.update((check, check_by_steps))


class MeterRequest(Part):
    """A plan, one of its cameras, and what a light meter reads on the middle of its zone, a lamp at a time, and with all lamps
    off."""

    plan: AnyPlan
    camera: str = ""
    readings: Annotated[tuple[MeterReading, ...], Field(max_length=20)] = ()
    daylight: DaylightReading | None = None


@router.post("/check/meter", response_model=MeterReport)
@apart
def meter(request: MeterRequest, ctx: Ctx) -> Response:
    """Readings of a light meter against the lamps of the plan: the level of each, and its rated light."""
    found = read_meter(
        request.plan, request.camera or None, request.readings, PlanStudy(request.plan, ctx.cache),
        request.daylight,
    )  # fmt: skip
    return as_json(found.model_dump_json())
