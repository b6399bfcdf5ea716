"""Routes of the stand-ins that ship with Steeple: a bench set up with errors, its camera, and what one holds in the
hand there."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from fastapi import APIRouter, Depends, Response
from pydantic import Field

from steeple.api.apart import run
from steeple.api.context import Context, context_of
from steeple.api.replies import as_json, download
from steeple.api.routes.check.frames import SECONDS, PaperName
from steeple.core.findings.check.meter import MeterReading
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part
from steeple.core.study.check.planned import Planned, planned_camera
from steeple.core.study.plan_study import PlanStudy
from steeple.devices.frame_camera import Faults, PrintedChart
from steeple.devices.instruments import (
    StandInInclinometer,
    StandInLuxMeter,
    StandInSky,
    StandInSoundMeter,
    StandInTape,
    lamps_of,
)
from steeple.devices.stand_in_camera import StandInCamera, Tapped
from steeple.devices.workbench import Errors, Workbench
from steeple.formats.chart_file import chart_picture

router = APIRouter(prefix="/api/check", tags=["check"])
Ctx = Annotated[Context, Depends(context_of)]
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
    swing_px: Annotated[float, Field(ge=0, le=200)] = 3.0
    seed: Annotated[int, Field(ge=0, le=1_000_000)] = 0
    kind: Literal["frame", "clip"] = "frame"


DPI = 200.0
MOST_PX = 1920
"""A frame of the stand-in is so wide at most: it is there in two seconds."""


CLIP_S = 3.0
QUIET_DB = 32.0


@router.post("/stand-in", response_class=Response)
async def stand_in(request: StandInRequest, ctx: Ctx) -> Response:
    """A test frame, or a clip of a tap, as somebody would take it who set the bench up with these errors: by a
    stand-in that ships with Steeple, to try the check without a camera."""

    def take() -> bytes:
        bench = _bench(request, _planned(request, ctx))
        if request.kind == "clip":
            return StandInCamera(bench, Tapped(request.swing_px), request.seed).clip(CLIP_S)
        return bench.frame(request.seed, raised_mm=request.raised_mm)

    content = await run(take, seconds=SECONDS)
    if request.kind == "clip":
        return download(content, "video/mp4", "tap.mp4")
    return download(content, "image/jpeg", "test frame.jpg")


class BenchReadings(Part):
    """What one reads by hand at the bench: a light meter lamp by lamp and with all off, a tape, a phone on the camera, a sound
    meter."""

    meter: tuple[MeterReading, ...]
    daylight_lx: float | None
    tape_mm: float
    incline_deg: float
    sound_db: float


@router.post("/stand-in/readings", response_model=BenchReadings)
async def readings(request: StandInRequest, ctx: Ctx) -> Response:
    """What the instruments of the stand-in bench read."""

    def read() -> BenchReadings:
        planned = _planned(request, ctx)
        bench = _bench(request, planned)
        lamps = lamps_of(planned, request.lamps)
        middle = tuple(planned.work.plane.middle)
        read_by_lamp = []
        for lamp in lamps:
            lux = StandInLuxMeter(planned, lamps, request.seed, {lamp.id})
            read_by_lamp.append(
                MeterReading(
                    lamp=lamp.id,
                    read_lx=lux.read_lx((middle[0], middle[1], middle[2])),
                    level_percent=lamp.level_percent,
                )
            )
        return BenchReadings(
            meter=tuple(read_by_lamp),
            daylight_lx=StandInSky(planned, request.seed).read_lx(),
            tape_mm=StandInTape(bench, request.seed).read_mm(),
            incline_deg=StandInInclinometer(bench, request.seed).read_deg(),
            sound_db=StandInSoundMeter(_loud_db(request), request.seed).read_db(),
        )

    return as_json((await run(read, seconds=SECONDS)).model_dump_json())


def _loud_db(request: StandInRequest) -> float:
    """All noises of the plan that are not switched off, as if one stood a metre from each."""
    levels = [one.level_db for one in request.plan.sound.noises if not one.off and one.level_db]
    return float(10 * np.log10(sum(10 ** (one / 10) for one in (*levels, QUIET_DB))))


def _planned(request: StandInRequest, ctx: Context) -> Planned:
    return planned_camera(request.plan, request.camera or None, PlanStudy(request.plan, ctx.cache))


def _bench(request: StandInRequest, planned: Planned) -> Workbench:
    wanted = planned.work.delivery_px
    share = min(1.0, MOST_PX / max(wanted.width, wanted.height))
    page = chart_picture(planned.chart(request.paper), title=request.plan.title, dpi=DPI)
    return Workbench(
        planned,
        PrintedChart(page, DPI / 25.4),
        Errors(
            right_mm=request.right_mm, away_mm=request.away_mm, up_mm=request.up_mm,
            lean_right_deg=request.lean_right_deg, lean_away_deg=request.lean_away_deg,
            turned_deg=request.turned_deg, zoom_share=request.zoom_percent / 100, lamps=request.lamps,
        ),
        Faults(blur_px=request.blur_px, noise=request.noise, exposure_stops=request.exposure_stops),
        (round(wanted.width * share), round(wanted.height * share)),
    )  # fmt: skip
