"""Lifting a small thing off the background: which height takes its shadow away."""

from __future__ import annotations

from steeple.core.errors import InputError
from steeple.core.plan.document import Plan
from steeple.core.solve.lens.search import check_camera
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.cache import StudyCache
from steeple.core.study.light.lifting import SIZE_MM, Lift, lifts
from steeple.core.study.plan_study import camera_studies

FAINT_STOPS = 0.5
"""A shadow less deep than this is hardly seen beside a small thing; a planning value of our own."""


SEEN_STOPS = 0.05


class LiftRow(Result):
    """The shadow of a thing at one height: see `study.lifting.Lift`; ``toward`` in clock words, empty
    where no shadow is left within the zone."""

    height_mm: float
    depth_stops: float
    aside_mm: float
    toward: str
    soft_mm: float | None


class Lifting(Result):
    """A thing of a size at several heights, and the least of them at which its shadow is faint."""

    size_mm: float
    rows: tuple[LiftRow, ...]
    least_mm: float | None
    says: Sentence


def lifting_of(
    plan: Plan,
    *,
    index: int = 0,
    size_mm: float = 20.0,
    cache: StudyCache | None = None,
) -> Lifting | None:
    """The shadow of a small thing over the middle of the zone, lifted by and by; None where nothing is
    lit.

    Raises
    ------
    InputError
        ``no-such-camera``, or ``out-of-range`` for a size outside `SIZE_MM`.
    """
    check_camera(plan, index)
    if not SIZE_MM[0] <= size_mm <= SIZE_MM[1]:
        raise InputError(
            "out-of-range",
            f"A thing of {size_mm:g} mm is not looked at; {SIZE_MM[0]:g} to {SIZE_MM[1]:g} mm.",
            field="size_mm",
            value=size_mm,
            allowed=f"{SIZE_MM[0]:g} to {SIZE_MM[1]:g} mm",
        )
    scenes = camera_studies(plan, cache=cache)
    study = scenes[min(index, len(scenes) - 1)].light
    found = () if study is None else lifts(study, size_mm=size_mm)
    if not found:
        return None
    rows = tuple(_row(one) for one in found)
    least = next((one for one in rows if one.depth_stops <= FAINT_STOPS), None)
    return Lifting(
        size_mm=size_mm,
        rows=rows,
        least_mm=None if least is None else least.height_mm,
        says=_words(rows, least),
    )


def _row(one: Lift) -> LiftRow:
    return LiftRow(
        height_mm=one.height_mm,
        depth_stops=round(one.stops, 1),
        aside_mm=round(one.aside_mm),
        toward=clock_words(one.toward_deg) if one.stops >= SEEN_STOPS else "",
        soft_mm=None if one.soft_mm is None else round(one.soft_mm),
    )


def _stops(value: float) -> Quantity:
    return Quantity(value=value, unit="stops")


def _words(rows: tuple[LiftRow, ...], least: LiftRow | None) -> Sentence:
    lying, highest = rows[0], rows[-1]
    if least is lying:
        return say(
            "Even lying on the work its shadow is only {deep} deep.", deep=_stops(lying.depth_stops)
        )
    begins = say("Lying on the work it has a shadow of {deep}. ", deep=_stops(lying.depth_stops))
    if least is None:
        return begins + say(
            "At {height} it still has one of {deep}: a larger lamp, or a second one, does more.",
            height=mm(highest.height_mm), deep=_stops(highest.depth_stops),
        )  # fmt: skip
    if not least.toward:
        return begins + say(
            "From {height} up none is left in the zone.", height=mm(least.height_mm)
        )
    return begins + say(
        "From {height} up the shadow is faint, {deep}, and falls {aside} aside toward "
        + least.toward + ".",
        height=mm(least.height_mm), deep=_stops(least.depth_stops), aside=mm(least.aside_mm),
    )  # fmt: skip
