"""Routes that need nothing stored: evaluation, working out, pictures, shapes of work, helpers."""

from __future__ import annotations

import asyncio
import itertools
from collections.abc import Iterator
from threading import Event
from typing import Annotated, Any

from fastapi import APIRouter, Depends, Request, Response
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse

from steeple import __version__
from steeple.api.context import Context, context_of
from steeple.api.models import (
    Area,
    AreaRequest,
    CameraRequest,
    DomeRequest,
    EvaluateRequest,
    FieldOfViewReply,
    Health,
    LiftingRequest,
    LightMapRequest,
    NearestReply,
    NearestRequest,
    PictureRequest,
    PlaceLampsRequest,
    PlacingLine,
    SensorSize,
    ShapeReply,
    TapeRequest,
)
from steeple.core.errors import InputError
from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.optics.by_trying import (
    SENSOR_SIZES,
    TapeReading,
    active_area,
    field_of_view_from_tape,
    magnification_from_tape,
    min_focus_from_rim,
)
from steeple.core.optics.frame import Extent
from steeple.core.plan.reading import plan_schema
from steeple.core.plan.shapes import SHAPES
from steeple.core.solve.compare import Comparison, compare
from steeple.core.solve.glare import GlareComparison, compare_glare
from steeple.core.solve.lamp_dome import DomeReply, dome_of, map_of
from steeple.core.solve.layouts import Layout, layouts_of
from steeple.core.solve.lifting import Lifting, lifting_of
from steeple.core.solve.place_lamps import Progress, place_lamps
from steeple.core.solve.supports import SupportComparison, compare_supports
from steeple.core.solve.work_out import Outcome, work_out
from steeple.core.solve.zoom_map import ZoomMap, zoom_map
from steeple.core.study.light_maps import LightMap
from steeple.services.pictures import picture_file

router = APIRouter(prefix="/api", tags=["core"])
Ctx = Annotated[Context, Depends(context_of)]
LOOK_S = 0.05
"""How often it is looked whether somebody still waits, in seconds."""


def _json(text: str) -> Response:
    return Response(text, media_type="application/json")


@router.get("/health")
def health() -> Health:
    """That the server answers, and which version it is."""
    return Health(version=__version__)


@router.post("/evaluate", response_model=Evaluation)
async def evaluate_plan(request: EvaluateRequest, ctx: Ctx, http: Request) -> Response:
    """Work out a plan. Nothing is stored; the same request gives the same answer. Mends are no longer
    tried once whoever asked has gone away."""
    gone = Event()

    def work() -> str:
        return evaluate(
            request.plan,
            owned=request.owned,
            try_mends=request.try_mends,
            scenes_of=ctx.recent,
            stop=gone.is_set,
        ).model_dump_json()

    task = asyncio.ensure_future(run_in_threadpool(work))
    while request.try_mends and not task.done():
        await asyncio.wait({task}, timeout=LOOK_S)
        if not task.done() and await http.is_disconnected():
            gone.set()
            break
    return _json(await task)


@router.post("/work-out", response_model=Outcome)
def work_out_plan(request: CameraRequest) -> Response:
    """Height, zoom, aperture, focus and way round for a camera, or what stands against them."""
    return _json(
        work_out(request.plan, index=request.camera, owned=request.owned).model_dump_json()
    )


@router.post("/zoom-map", response_model=ZoomMap | None)
def zoom_map_of(request: CameraRequest) -> Response:
    """Every bound of the lens height over all zoom settings of a camera's lens; null without one."""
    found = zoom_map(request.plan, index=request.camera)
    return _json("null" if found is None else found.model_dump_json())


@router.post("/compare", response_model=Comparison)
def compare_gear(request: CameraRequest) -> Response:
    """What is owned side by side for the same zone, and kinds that one could get."""
    return _json(compare(request.plan, index=request.camera, owned=request.owned).model_dump_json())


@router.post("/compare-supports", response_model=SupportComparison)
def compare_holding(request: CameraRequest) -> Response:
    """Everything that could hold a camera, side by side for the same frame, and kinds to get."""
    found = compare_supports(request.plan, index=request.camera, owned=request.owned)
    return _json(found.model_dump_json())


@router.post("/dome", response_model=DomeReply)
def dome_for(request: DomeRequest, ctx: Ctx) -> Response:
    """Every direction that a lamp of the plan could come from, judged."""
    found = dome_of(
        request.plan,
        index=request.camera,
        lamp=request.lamp,
        draft=request.draft,
        scenes_of=ctx.recent,
    )
    return _json(found.model_dump_json())


@router.post("/light-map", response_model=LightMap)
def map_of_light(request: LightMapRequest, ctx: Ctx) -> Response:
    """Light, shadows or gloss over the zone, for one camera of a plan."""
    return _json(
        map_of(
            request.plan,
            index=request.camera,
            of=request.of,
            pose=request.pose,
            scenes_of=ctx.recent,
        ).model_dump_json()
    )


@router.post("/lifting", response_model=Lifting | None)
def lifting_compared(request: LiftingRequest, ctx: Ctx) -> Response:
    """The shadow of a small thing lifted off the background by and by; null where nothing is lit."""
    found = lifting_of(
        request.plan, index=request.camera, size_mm=request.size_mm, scenes_of=ctx.recent
    )
    return _json("null" if found is None else found.model_dump_json())


@router.post("/light-layouts", response_model=tuple[Layout, ...])
def schools_of_light(request: CameraRequest, ctx: Ctx) -> tuple[Layout, ...]:
    """The schools of lighting, each placed for this plan with the lamps at hand."""
    return layouts_of(request.plan, index=request.camera, owned=request.owned, scenes_of=ctx.recent)


@router.post("/compare-glare", response_model=GlareComparison | None)
def glare_compared(request: CameraRequest, ctx: Ctx) -> Response:
    """Ways to be rid of a lamp's mirror image, each worked out; null where nothing is mirrored."""
    found = compare_glare(request.plan, index=request.camera, scenes_of=ctx.recent)
    return _json("null" if found is None else found.model_dump_json())


@router.post(
    "/place-lamps",
    response_class=StreamingResponse,
    responses={200: {"model": PlacingLine, "description": "One line of JSON a step."}},
)
def lamps_placed(request: PlaceLampsRequest) -> StreamingResponse:
    """Lamps placed and dimmed for a camera: a line of JSON for each step of the work, the last with
    the outcome. Who goes away before it stops the work."""
    steps = place_lamps(request.plan, index=request.camera, owned=request.owned)
    first = next(steps)

    def lines() -> Iterator[str]:
        for step in itertools.chain((first,), steps):
            line = (
                PlacingLine(progress=step)
                if isinstance(step, Progress)
                else PlacingLine(outcome=step)
            )
            yield line.model_dump_json() + "\n"

    return StreamingResponse(lines(), media_type="application/x-ndjson")


@router.post("/picture", response_class=Response, responses={200: {"content": {"image/png": {}}}})
def picture(request: PictureRequest, ctx: Ctx) -> Response:
    """What the lens sees, made by the simulated camera, as PNG."""
    content = picture_file(
        request.plan,
        camera=request.camera,
        width_px=request.width_px,
        quality=request.quality,
        pose=request.pose,
        scenes_of=ctx.recent,
    )
    return Response(content, media_type="image/png")


@router.get("/shapes")
def shapes() -> tuple[ShapeReply, ...]:
    """The shapes of work that a plan can begin with."""
    return tuple(
        ShapeReply(
            id=shape.id,
            title=shape.title,
            says=shape.says,
            zone_width_mm=shape.zone_mm[0],
            zone_depth_mm=shape.zone_mm[1],
            zone_top_mm=shape.zone_top_mm,
            angles=shape.angles,
            hazards=shape.hazards,
        )
        for shape in SHAPES.values()
    )


@router.get("/schema/plan")
def schema() -> dict[str, Any]:
    """The JSON Schema of the plan document."""
    return plan_schema()


@router.get("/by-trying/sensors")
def sensors() -> tuple[SensorSize, ...]:
    """Sensor sizes by their common names."""
    return tuple(
        SensorSize(name=name, width_mm=size.width, height_mm=size.height)
        for name, size in SENSOR_SIZES.items()
    )


@router.post("/by-trying/area")
def area(request: AreaRequest) -> Area:
    """The part of a sensor that a recording mode uses, from the sensor's common name."""
    size = SENSOR_SIZES.get(request.sensor)
    if size is None:
        raise InputError(
            "not-a-choice",
            f"“{request.sensor[:40]}” is no sensor size known here.",
            field="sensor",
            value=request.sensor,
            allowed="; ".join(SENSOR_SIZES),
        )
    used = active_area(
        sensor_mm=size,
        recording_px=Extent(width=request.width_px, height=request.height_px),
        mode_crop=request.mode_crop,
    )
    return Area(width_mm=used.width, height_mm=used.height)


@router.post("/by-trying/field-of-view")
def field_of_view(request: TapeRequest) -> FieldOfViewReply:
    """The horizontal field of view from a tape photographed at one distance, or at two."""
    second = None
    farther, seen = request.second_distance_mm, request.second_seen_mm
    if farther is not None and seen is not None:
        second = TapeReading(farther, seen)
    elif farther is not None or seen is not None:
        missing = "second_distance_mm" if farther is None else "second_seen_mm"
        raise InputError(
            "missing",
            "A second look at the tape needs both its distance and what was seen.",
            field=missing,
            value="empty",
            allowed="above 0 mm",
        )
    found = field_of_view_from_tape(TapeReading(request.distance_mm, request.seen_mm), second)
    return FieldOfViewReply(angle_deg=found.angle_deg, pupil_behind_mm=found.pupil_behind_mm)


@router.post("/by-trying/nearest-focus")
def nearest_focus(request: NearestRequest) -> NearestReply:
    """Minimum focus distance and greatest magnification, as far as what was tried gives them."""
    near = ratio = None
    if request.rim_to_print_mm is not None and request.length_mm and request.flange_mm:
        near = min_focus_from_rim(
            rim_to_print_mm=request.rim_to_print_mm,
            length_mm=request.length_mm,
            flange_mm=request.flange_mm,
        )
    if request.active_width_mm is not None and request.seen_mm is not None:
        ratio = magnification_from_tape(
            active_width_mm=request.active_width_mm, seen_mm=request.seen_mm
        )
    return NearestReply(min_focus_from_mark_mm=near, greatest_magnification=ratio)
