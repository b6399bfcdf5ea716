"""Routes of the light step: dome, maps, schools, glare, lamps placed."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from typing import Annotated

from fastapi import APIRouter, Depends, Response
from fastapi.responses import StreamingResponse
from pydantic import Field

from steeple.api.apart import HEAVY, apart, lines_apart, run
from steeple.api.context import Context, context_of
from steeple.api.errors import problem_of
from steeple.api.replies import CameraIndex, CameraRequest, OwnedGear, as_json
from steeple.core.errors import SteepleError
from steeple.core.plan.document import LAMP_LIMIT
from steeple.core.plan.problems import Problem
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part
from steeple.core.solve.light.compare_lamps import LampComparison, compare_lamps
from steeple.core.solve.light.glare import GlareComparison, compare_glare
from steeple.core.solve.light.lamp_dome import DomeReply, dome_of, map_of
from steeple.core.solve.light.layouts import Layout, layouts_of
from steeple.core.solve.light.lifting import Lifting, lifting_of
from steeple.core.solve.light.place_lamps import LightingOutcome, Progress, place_lamps
from steeple.core.study.light.lifting import SIZE_MM
from steeple.core.study.light.maps import LightMap, MapOf

router = APIRouter(prefix="/api", tags=["light"])
Ctx = Annotated[Context, Depends(context_of)]


class DomeRequest(Part):
    """A plan, one of its cameras, and the lamp for which every direction is judged."""

    plan: AnyPlan
    camera: CameraIndex = 0
    lamp: Annotated[int, Field(strict=True, ge=0, lt=LAMP_LIMIT)] = 0
    draft: bool = False


class LightMapRequest(Part):
    """A plan, one of its cameras, and which map of the zone is wanted."""

    plan: AnyPlan
    camera: CameraIndex = 0
    of: MapOf = "light"
    pose: Annotated[int, Field(strict=True, ge=0, le=8)] | None = Field(
        default=None, description="For shadows: one pose; None = the deepest over all."
    )


class LiftingRequest(Part):
    """A plan, one of its cameras, and how large the thing is that is lifted off the background."""

    plan: AnyPlan
    camera: CameraIndex = 0
    size_mm: Annotated[float, Field(strict=True, ge=SIZE_MM[0], le=SIZE_MM[1])] = 20.0


class PlaceLampsRequest(OwnedGear):
    """A plan for whose first camera the lamps are placed."""

    plan: AnyPlan
    camera: CameraIndex = 0


class PlacingLine(Part):
    """One line of the answer while lamps are placed: how far it is, or the outcome."""

    progress: Progress | None = None
    outcome: LightingOutcome | None = None
    problem: Problem | None = Field(default=None, description="Why there is no outcome.")


@router.post("/dome", response_model=DomeReply)
@apart
def dome_for(request: DomeRequest, ctx: Ctx) -> Response:
    """Every direction that a lamp of the plan could come from, judged."""
    found = dome_of(
        request.plan,
        index=request.camera,
        lamp=request.lamp,
        draft=request.draft,
        cache=ctx.cache,
    )
    return as_json(found.model_dump_json())


@router.post("/light-map", response_model=LightMap)
@apart
def map_of_light(request: LightMapRequest, ctx: Ctx) -> Response:
    """Light, shadows or gloss over the zone, for one camera of a plan."""
    return as_json(
        map_of(
            request.plan,
            index=request.camera,
            of=request.of,
            pose=request.pose,
            cache=ctx.cache,
        ).model_dump_json()
    )


@router.post("/lifting", response_model=Lifting | None)
@apart
def lifting_compared(request: LiftingRequest, ctx: Ctx) -> Response:
    """The shadow of a small thing lifted off the background by and by; null where nothing is lit."""
    found = lifting_of(request.plan, index=request.camera, size_mm=request.size_mm, cache=ctx.cache)
    return as_json("null" if found is None else found.model_dump_json())


@router.post("/light-layouts", response_model=tuple[Layout, ...])
@apart
def schools_of_light(request: CameraRequest, ctx: Ctx) -> tuple[Layout, ...]:
    """The schools of lighting, each placed for this plan with the lamps at hand."""
    return layouts_of(request.plan, index=request.camera, owned=request.owned, cache=ctx.cache)


@router.post("/compare-glare", response_model=GlareComparison | None)
@apart
def glare_compared(request: CameraRequest, ctx: Ctx) -> Response:
    """Ways to be rid of a lamp's mirror image, each worked out; null where nothing is mirrored."""
    found = compare_glare(request.plan, index=request.camera, cache=ctx.cache)
    return as_json("null" if found is None else found.model_dump_json())


def _line(line: PlacingLine) -> str:
    return line.model_dump_json() + "\n"


@router.post(
    "/place-lamps",
    response_class=StreamingResponse,
    responses={200: {"model": PlacingLine, "description": "One line of JSON a step."}},
)
async def lamps_placed(request: PlaceLampsRequest) -> StreamingResponse:
    """Lamps placed and dimmed for a camera: a line of JSON for each step of the work, the last with
    the outcome. Who goes away before it stops the work."""
    steps = place_lamps(request.plan, index=request.camera, owned=request.owned)
    first = await run(lambda: next(steps))

    def lines() -> Iterator[str]:
        for step in itertools.chain((first,), steps):
            yield _line(
                PlacingLine(progress=step)
                if isinstance(step, Progress)
                else PlacingLine(outcome=step)
            )

    def instead(error: SteepleError) -> str:
        return _line(PlacingLine(problem=problem_of(error)))

    return StreamingResponse(lines_apart(lines(), instead), media_type="application/x-ndjson")


HEAVY.add(lamps_placed)


@router.post("/compare-lamps", response_model=LampComparison)
@apart
def compare_lamps_for(request: CameraRequest, ctx: Ctx) -> Response:
    """What is owned and what is considered, each lamp alone in its best place, and kinds that one could get."""
    found = compare_lamps(
        request.plan, index=request.camera, owned=request.owned, considered=ctx.gear.considered()
    )
    return as_json(found.model_dump_json())
