"""Use case: the chart of a plan, and where every mark of it lies."""

from __future__ import annotations

import json
from typing import Any, Literal

from pydantic import ValidationError

from steeple.core.errors import DocumentError
from steeple.core.frame.chart.layout import BAR_MM, GREYS, Chart, Paper, marks_of
from steeple.core.plan.document import Plan
from steeple.core.study.base.result import Result
from steeple.core.study.check.planned import chart_of
from steeple.core.study.plan_study import PlanStudy
from steeple.core.study.work.step import WORK
from steeple.formats.chart_file import chart_pdf, chart_png

FORMAT: Literal["steeple-chart"] = "steeple-chart"
Place = tuple[float, float]


class MarkerPlace(Result):
    """A marker: its number and its corners (far left, far right, near right, near left)."""

    number: int
    corners_mm: tuple[Place, Place, Place, Place]


class PatchPlace(Result):
    """A grey patch: its middle, its side, its reflectance by that of the paper."""

    middle_mm: Place
    side_mm: float
    reflectance: float


class TiltedPlace(Result):
    """A dark square turned out of the board."""

    name: str
    corners_mm: tuple[Place, ...]


class LinesPlace(Result):
    """A pattern of lines."""

    middle_mm: Place
    side_mm: float
    line_mm: float
    upright: bool


class ChartFile(Result):
    """A chart with all its marks: millimetres on the table from the cross, which lies on the middle of the zone; +x
    to the maker's right, +y away from the maker."""

    format: Literal["steeple-chart"] = FORMAT
    version: Literal[1] = 1
    title: str
    paper: Paper
    square_mm: float
    tiles: tuple[int, int]
    detail_mm: float | None
    plan_number: int
    sheet_mm: tuple[float, float]
    whole_mm: tuple[float, float]
    cross_mm: Place = (0.0, 0.0)
    toward_maker: Place = (0.0, -1.0)
    bar_mm: float = BAR_MM
    bar_ends_mm: tuple[Place, Place]
    greys: tuple[float, ...] = GREYS
    dictionary: str = "4 × 4 cells, 1000 markers"
    markers: tuple[MarkerPlace, ...]
    signature: tuple[MarkerPlace, ...]
    saddles_mm: tuple[Place, ...]
    patches: tuple[PatchPlace, ...]
    tilted: tuple[TiltedPlace, ...]
    lines: tuple[LinesPlace, ...]


def chart_for_plan(plan: Plan, paper: Paper) -> Chart:
    """The chart of a plan on a paper.

    Raises
    ------
    InputError
        As `chart_for`.
    """
    work = PlanStudy(plan).get(WORK, "").value
    assert work is not None
    return chart_of(plan, work.bench, paper)


def chart_file(chart: Chart, title: str) -> ChartFile:
    """Every mark of a chart in its place."""
    marks = marks_of(chart)
    foot = -chart.square_mm * 4.5 - 5.0
    return ChartFile(
        title=title,
        paper=chart.paper,
        square_mm=chart.square_mm,
        tiles=chart.tiles,
        detail_mm=chart.detail_mm,
        plan_number=chart.plan_number,
        sheet_mm=chart.sheet_mm,
        whole_mm=chart.whole_mm,
        bar_ends_mm=((-BAR_MM / 2, foot), (BAR_MM / 2, foot)),
        markers=tuple(
            MarkerPlace(number=one.number, corners_mm=one.corners) for one in marks.markers
        ),
        signature=tuple(
            MarkerPlace(number=one.number, corners_mm=one.corners) for one in marks.signature
        ),
        saddles_mm=marks.saddles,
        patches=tuple(
            PatchPlace(middle_mm=one.middle, side_mm=one.side_mm, reflectance=one.reflectance)
            for one in marks.patches
        ),
        tilted=tuple(TiltedPlace(name=one.name, corners_mm=one.corners) for one in marks.tilted),
        lines=tuple(
            LinesPlace(
                middle_mm=one.middle, side_mm=one.side_mm, line_mm=one.line_mm, upright=one.upright
            )
            for one in marks.lines
        ),
    )


def chart_bytes(
    chart: Chart, title: str, *, form: Literal["pdf", "png"], dpi: float = 300.0
) -> bytes:
    """The chart as a file, true to size.

    Raises
    ------
    InputError
        As `chart_picture`.
    """
    if form == "pdf":
        return chart_pdf(chart, title=title)
    return chart_png(chart, title=title, dpi=dpi)


def read_chart(text: str | bytes) -> Chart:
    """The chart that a file describes.

    Raises
    ------
    DocumentError
        ``not-a-chart``.
    """
    try:
        given: Any = json.loads(text)
        found = ChartFile.model_validate(given)
    except (ValueError, ValidationError, RecursionError) as error:
        raise DocumentError(
            "not-a-chart", "This is no chart of Steeple's: give the JSON that “steeple chart --json” prints.",
            field="chart", value="", allowed="the JSON of a chart",
        ) from error  # fmt: skip
    return Chart(found.paper, found.square_mm, found.tiles, found.detail_mm, found.plan_number)
