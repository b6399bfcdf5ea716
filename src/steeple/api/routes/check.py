"""Routes of the check: the chart, test frames against the plan, and a stand-in bench that takes them."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Depends, File, Form, Response, UploadFile
from pydantic import Field

from steeple.api.apart import run
from steeple.api.context import Context, context_of
from steeple.api.replies import as_json, download
from steeple.core.plan.reading import AnyPlan, read_plan
from steeple.core.plan.values import Part
from steeple.core.study.check.planned import planned_camera
from steeple.core.study.plan_study import PlanStudy
from steeple.devices.frame_camera import Faults, PrintedChart
from steeple.devices.workbench import Errors, Workbench
from steeple.formats.chart_file import chart_picture
from steeple.formats.registry import CHART, file_name
from steeple.services.check.chart import chart_bytes, chart_for_plan
from steeple.services.check.frames import CheckOptions, NamedFile, check_frames
from steeple.services.check.report import CheckReport

router = APIRouter(prefix="/api", tags=["check"])
Ctx = Annotated[Context, Depends(context_of)]
CHECK_PATHS = ("/api/check",)
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


@router.post("/check", response_model=CheckReport)
async def check(
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
) -> Response:
    """Test frames of a camera against its plan. Nothing is kept; a place in a file is never looked at."""
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
    found = await run(
        lambda: check_frames(whole, camera or None, given, options, PlanStudy(whole, ctx.cache)),
        seconds=SECONDS,
    )
    return as_json(found.model_dump_json())


Off = Annotated[float, Field(ge=-500, le=500)]
Degrees = Annotated[float, Field(ge=-45, le=45)]


class StandInRequest(Part):
    """A plan, one of its cameras, and what went wrong when the bench was set up by it."""

    plan: AnyPlan
    camera: str = ""
    paper: PaperName = "a4"
    right_mm: Off = 0.0
    away_mm: Off = 0.0
    up_mm: Off = 0.0
    lean_right_deg: Degrees = 0.0
    lean_away_deg: Degrees = 0.0
    turned_deg: Annotated[float, Field(ge=-180, le=180)] = 0.0
    zoom_percent: Annotated[float, Field(ge=-20, le=20)] = 0.0
    lamps: Annotated[tuple[Annotated[float, Field(ge=0.05, le=8)], ...], Field(max_length=10)] = ()
    exposure_stops: Annotated[float, Field(ge=-5, le=3)] = -0.3
    blur_px: Annotated[float, Field(ge=0, le=12)] = 0.7
    noise: Annotated[float, Field(ge=0, le=0.3)] = 0.01
    raised_mm: Annotated[float, Field(ge=0, le=500)] = 0.0
    seed: Annotated[int, Field(ge=0, le=1_000_000)] = 0


DPI = 200.0
MOST_PX = 1920
"""A frame of the stand-in is so wide at most: it is there in two seconds."""


@router.post("/check/stand-in", response_class=Response)
async def stand_in(request: StandInRequest, ctx: Ctx) -> Response:
    """A test frame as somebody would take it who set the bench up with these errors: by a stand-in that ships with
    Steeple, to try the check without a camera."""

    def take() -> bytes:
        planned = planned_camera(
            request.plan, request.camera or None, PlanStudy(request.plan, ctx.cache)
        )
        wanted = planned.work.delivery_px
        share = min(1.0, MOST_PX / max(wanted.width, wanted.height))
        bench = Workbench(
            planned,
            PrintedChart(
                chart_picture(planned.chart(request.paper), title=request.plan.title, dpi=DPI), DPI / 25.4
            ),
            Errors(
                right_mm=request.right_mm, away_mm=request.away_mm, up_mm=request.up_mm,
                lean_right_deg=request.lean_right_deg, lean_away_deg=request.lean_away_deg,
                turned_deg=request.turned_deg, zoom_share=request.zoom_percent / 100, lamps=request.lamps,
            ),
            Faults(blur_px=request.blur_px, noise=request.noise, exposure_stops=request.exposure_stops),
            (round(wanted.width * share), round(wanted.height * share)),
        )  # fmt: skip
        return bench.frame(request.seed, raised_mm=request.raised_mm)

    content = await run(take, seconds=SECONDS)
    return download(content, "image/jpeg", "test frame.jpg")
