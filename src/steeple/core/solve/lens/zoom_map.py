"""Zoom against height: every bound of the lens height, over all zoom settings of the lens."""

from __future__ import annotations

import math

from pydantic import Field

from steeple.core.plan.document import Plan
from steeple.core.solve.lens.search import ZOOMS, best_of, candidates, check_camera, freed
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.inputs.camera import given_camera_of
from steeple.core.study.inputs.work import given_work
from steeple.core.study.lens.framing import framing_of
from steeple.core.study.lens.heights import BAND_WORDS, HeightRange, height_range
from steeple.core.study.lens.study import study_lens

COLUMNS = 33
BESIDE = 1.6
"""For a fixed lens the map shows what lies around it, up to this many times longer and shorter."""
REACH = 1.25
NEAR = 1.35
"""A ceiling within this many times what is wanted is shown as well."""


class MapBound(Result):
    """One bound at one zoom setting."""

    code: str
    height_mm: float


class MapStretch(Result):
    """A stretch of heights."""

    from_mm: float
    to_mm: float


class MapColumn(Result):
    """Every bound of the height at one zoom setting; ``works`` are the stretches that meet all.

    A stretch that nothing bounds above ends at the top of the map.
    """

    focal_mm: float
    floors: tuple[MapBound, ...]
    caps: tuple[MapBound, ...]
    never: tuple[str, ...]
    works: tuple[MapStretch, ...]


class MapPoint(Result):
    """A pair of zoom setting and height."""

    focal_mm: float
    value_mm: float


class ZoomMap(Result):
    """The map of one camera. Empty columns: there is no lens to zoom."""

    measure: str
    columns: tuple[MapColumn, ...]
    lens_from_mm: float
    lens_to_mm: float
    highest_mm: float
    present: MapPoint | None
    best: MapPoint | None
    best_works: bool = Field(description="Whether the best pair meets every demand.")
    reason: Sentence
    words: dict[str, str]


def zoom_map(plan: Plan, *, index: int = 0) -> ZoomMap | None:
    """The map of a plan's camera; None for a phone or webcam, or while gear is missing."""
    check_camera(plan, index)
    if not plan.cameras:
        return None
    work = given_work(plan, Assumptions())
    camera = given_camera_of(plan, index, work)
    if camera is None or camera.lens is None or camera.fixed_view is not None:
        return None
    lens = camera.lens
    low, high = lens.focal_min_mm, lens.focal_max_mm
    fixed = low == high
    start, end = (low / BESIDE, high * BESIDE) if fixed else (low, high)
    focals = [start * (end / start) ** (step / (COLUMNS - 1)) for step in range(COLUMNS)]
    ranges = []
    for focal in focals:
        framing = framing_of(camera, work, focal)
        ranges.append((focal, height_range(framing, focal)))
    study = study_lens(camera, work, Assumptions())
    present = study.settings
    loose = given_camera_of(freed(plan, index), index, work)
    assert loose is not None
    best = best_of(candidates(loose, work, zooms=ZOOMS))
    highest = _highest(ranges, present.value_mm, best.value_mm)
    return ZoomMap(
        measure=study.framing.measure,
        columns=tuple(_column(focal, heights, highest) for focal, heights in ranges),
        lens_from_mm=low,
        lens_to_mm=high,
        highest_mm=highest,
        present=MapPoint(focal_mm=present.focal_mm or low, value_mm=present.value_mm),
        best=MapPoint(focal_mm=best.focal_mm or low, value_mm=best.value_mm),
        best_works=best.works,
        reason=_reason(best.works, best.focal_mm or low, best.value_mm, best.heights, fixed=fixed),
        words={str(code): words for code, words in BAND_WORDS.items()},
    )


def _column(focal: float, heights: HeightRange, highest: float) -> MapColumn:
    return MapColumn(
        focal_mm=focal,
        floors=tuple(MapBound(code=b.code, height_mm=b.height_mm) for b in heights.floors),
        caps=tuple(MapBound(code=b.code, height_mm=b.height_mm) for b in heights.caps),
        never=heights.never,
        works=tuple(
            MapStretch(from_mm=low, to_mm=highest if math.isinf(high) else high)
            for low, high in heights.stretches
        ),
    )


def _highest(ranges: list[tuple[float, HeightRange]], present: float, best: float) -> float:
    """How high the map reaches: the present and the best pair, and the ceiling where it is near."""
    wanted = max(present, best) * REACH
    ceilings = [heights.at("ceiling") for _, heights in ranges]
    near = [one for one in ceilings if one is not None and one < NEAR * wanted]
    return max([wanted, *(one * 1.05 for one in near)])


def _reason(
    works: bool, focal: float, value: float, heights: HeightRange, *, fixed: bool
) -> Sentence:
    """Why this pair: what it keeps free below and above."""
    here = say(
        "Hang it at {height}: " if fixed else "Zoom to {focal}, hang it at {height}: ",
        focal=Quantity(value=focal, unit="mm_exact"),
        height=mm(value),
    )
    if not works:
        return here + say("no pair meets every demand; this one meets the most.")
    stretch = next(
        (one for one in heights.stretches if one[0] - 1 <= value <= one[1] + 1),
        heights.stretches[0],
    )
    if math.isinf(stretch[1]):
        return here + say("the zone fits from {low} up.", low=mm(stretch[0]))
    return here + say(
        "all fits from {low} to {high}, and the lens hangs well between hands and ceiling.",
        low=mm(stretch[0]),
        high=mm(stretch[1]),
    )
