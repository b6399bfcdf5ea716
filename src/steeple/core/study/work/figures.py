"""Every figure of the work step with its formula, source and the numbers put in."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.body.proportions import ELBOW, SHOE_MM
from steeple.core.optics.exposure import stops_between
from steeple.core.study.base.figure import (
    DRILLIS,
    ISO_2720,
    PLAIN,
    Computed,
    FigureSpec,
    Numbers,
)
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.inputs.maker import TABLE_AGAINST_ELBOW_MM, action_height
from steeple.core.study.inputs.work import GivenWork

KROEMER = "Kroemer & Grandjean, Fitting the Task to the Human, ch. on working height"


@dataclass(frozen=True, slots=True)
class WorkNumbers(Numbers[GivenWork]):
    """The numbers that formulas of work, table and maker take."""


def hands_and_range(work: GivenWork) -> tuple[float, float, float]:
    """Height of the hands above the floor at the middle of the zone, and the range that suits.

    Parameters
    ----------
    work
        work, table and maker in figures.

    Returns
    -------
    Hands, lowest and highest that suits the kind of work, in millimetres.
    """
    middle = work.plane.point(0.0, 0.0, action_height(work.top_mm)).z
    low, high = TABLE_AGAINST_ELBOW_MM[work.maker.effort]
    return work.table_height_mm + middle, work.maker.elbow_mm + low, work.maker.elbow_mm + high


def _hands(i: WorkNumbers) -> Computed | None:
    hands, _, _ = hands_and_range(i.study)
    table = i.study.table_height_mm
    puts = i.put("T", "table above the floor", table, "mm", "table/height_mm")
    puts += i.put(
        "a", "hands above the table, at the middle of the zone", hands - table, "mm",
        "work/zone_top_mm", "work/tilt_deg",
    )  # fmt: skip
    return mm(hands), puts


def _elbow(i: WorkNumbers) -> Computed | None:
    maker = i.study.maker
    body = maker.proportions.height_mm
    puts = i.put("B", "body height", body, "mm", "maker/height_mm")
    if maker.seat_mm is None:
        puts += i.put("e", "elbow ÷ body height, standing", ELBOW, "ratio")
        return mm(maker.elbow_mm), puts + i.put("s", "shoes", SHOE_MM, "mm")
    share = (maker.elbow_mm - maker.seat_mm) / body
    puts += i.put("S", "seat above the floor", maker.seat_mm, "mm", "maker/seat_mm")
    return mm(maker.elbow_mm), puts + i.put(
        "e", "elbow over the seat ÷ body height", share, "ratio"
    )


def _suits(i: WorkNumbers) -> Computed | None:
    _, low, high = hands_and_range(i.study)
    elbow = i.study.maker.elbow_mm
    puts = i.put("E", "elbow above the floor", elbow, "mm", "maker/height_mm", "maker/seat_mm")
    puts += i.put("l", "lowest for this kind of effort", low - elbow, "mm", "work/effort")
    puts += i.put("h", "highest for it", high - elbow, "mm", "work/effort")
    return mm((low + high) / 2), puts


def _lean(i: WorkNumbers) -> Computed | None:
    figures = i.study.maker.poses.figures
    lean = max(one.lean_deg for one in figures)
    puts = i.put(
        "w", "lean at the middle of the zone", i.study.maker.lean_deg, "deg", "maker/lean_deg"
    )
    puts += i.put("d", "zone, near to far", i.study.zone.depth_mm, "mm", "work/zone/depth_mm")
    return Quantity(value=lean, unit="deg"), puts


def _contrast(i: WorkNumbers) -> Computed | None:
    work = i.study
    stops = stops_between(work.mat_reflectance, work.reflectance)
    puts = i.put("ρ", "the work sends back", 100 * work.reflectance, "percent", "work/reflectance")
    puts += i.put(
        "ρ₀", "table or mat sends back", 100 * work.mat_reflectance, "percent",
        "table/mat_reflectance",
    )  # fmt: skip
    return Quantity(value=abs(stops), unit="stops"), puts


WORK_FIGURES: tuple[FigureSpec[WorkNumbers], ...] = (
    FigureSpec(
        "work.hands", "Hands above the floor", "at the middle of the zone", "T + a", PLAIN, _hands
    ),
    FigureSpec(
        "work.elbow", "Elbow above the floor", "upper arms hanging",
        "e·B + s standing; S + e·B seated", DRILLIS, _elbow,
    ),
    FigureSpec(
        "work.suits", "Height that suits the hands", "the middle of the range", "E + (l + h) ÷ 2",
        KROEMER, _suits,
    ),
    FigureSpec(
        "work.lean", "Lean for the farthest place", "nine places of the hand over the zone",
        "the least lean from w on at which the arm reaches the place", DRILLIS, _lean,
    ),
    FigureSpec(
        "work.contrast", "Work against what it lies on", "whichever is brighter",
        "|log₂(ρ ÷ ρ₀)|", ISO_2720, _contrast,
    ),
)  # fmt: skip
