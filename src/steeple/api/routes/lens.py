"""Routes of the lens step: a camera worked out, zoom against height, gear compared, figures found by trying."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Response
from pydantic import Field

from steeple.api.apart import apart
from steeple.api.context import Context, context_of
from steeple.api.replies import CameraRequest, as_json
from steeple.core.errors import InputError
from steeple.core.optics.by_trying import (
    SENSOR_SIZES,
    TapeReading,
    active_area,
    field_of_view_from_tape,
    magnification_from_tape,
    min_focus_from_rim,
)
from steeple.core.optics.frame import Extent
from steeple.core.plan.values import CropTimes, Part, Pixels
from steeple.core.solve.lens.compare import Comparison, compare
from steeple.core.solve.lens.work_out import Outcome, work_out
from steeple.core.solve.lens.zoom_map import ZoomMap, zoom_map
from steeple.services.rig.naming import changes_with_ids, ids_by_figures

router = APIRouter(prefix="/api", tags=["lens"])
Ctx = Annotated[Context, Depends(context_of)]


Millimetres = Annotated[float, Field(strict=True, ge=0.01, le=100_000)]


class SensorSize(Part):
    """A common name of a sensor size."""

    name: str
    width_mm: float
    height_mm: float


class AreaRequest(Part):
    """A sensor by its common name, and the recording mode."""

    sensor: str
    width_px: Pixels
    height_px: Pixels
    mode_crop: CropTimes = 1.0


class Area(Part):
    """The part of a sensor that a recording mode uses."""

    width_mm: float
    height_mm: float


class TapeRequest(Part):
    """A tape seen across the picture from one distance, or from two."""

    distance_mm: Millimetres
    seen_mm: Millimetres
    second_distance_mm: Millimetres | None = None
    second_seen_mm: Millimetres | None = None


class FieldOfViewReply(Part):
    """A horizontal field of view found with a tape."""

    angle_deg: float
    pupil_behind_mm: float


class NearestRequest(Part):
    """Nearest focus found by trying: from the front rim, or by the tape seen there."""

    rim_to_print_mm: Annotated[float, Field(strict=True, ge=0, le=100_000)] | None = None
    length_mm: Millimetres | None = None
    flange_mm: Millimetres | None = None
    active_width_mm: Millimetres | None = None
    seen_mm: Millimetres | None = None


class NearestReply(Part):
    """Whichever of the two figures could be found."""

    min_focus_from_mark_mm: float | None
    greatest_magnification: float | None


@router.post("/work-out", response_model=Outcome)
@apart
def work_out_plan(request: CameraRequest) -> Response:
    """Height, zoom, aperture, focus and way round for a camera, or what stands against them."""
    return as_json(
        work_out(request.plan, index=request.camera, owned=request.owned).model_dump_json()
    )


@router.post("/zoom-map", response_model=ZoomMap | None)
@apart
def zoom_map_of(request: CameraRequest) -> Response:
    """Every bound of the lens height over all zoom settings of a camera's lens; null without one."""
    found = zoom_map(request.plan, index=request.camera)
    return as_json("null" if found is None else found.model_dump_json())


@router.post("/compare", response_model=Comparison)
@apart
def compare_gear(request: CameraRequest, ctx: Ctx) -> Response:
    """What is owned and what is considered side by side for the same zone, and kinds that one could get. What is
    taken from the cupboard keeps its id there: the log learns by it."""
    found = compare(
        request.plan, index=request.camera, owned=request.owned, considered=ctx.gear.considered()
    )
    ids = ids_by_figures(ctx.gear.cupboard())
    rows = tuple(
        row.model_copy(update={"changes": changes_with_ids(row.changes, ids)}) for row in found.rows
    )
    return as_json(found.model_copy(update={"rows": rows}).model_dump_json())


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
