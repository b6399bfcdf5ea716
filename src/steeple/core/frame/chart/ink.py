"""What is printed on a sheet of the chart: areas of ink and words, in millimetres from the middle of the sheet."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from steeple.core.frame.chart.layout import (
    BAR_MM,
    COLUMNS,
    MARKER_CELLS,
    ROWS,
    Chart,
    Marker,
    Place,
    marker_bits,
    marks_of,
)

PAPER, INK = 1.0, 0.0
_THIN_MM = 0.35


@dataclass(frozen=True, slots=True)
class Area:
    """A convex area of one tone: reflectance by that of the paper, 0 solid ink, 1 bare."""

    corners: tuple[Place, ...]
    tone: float


@dataclass(frozen=True, slots=True)
class Label:
    """Words whose left or middle stands at a place."""

    at: Place
    words: str
    size_mm: float
    centred: bool = False


def box(x: float, y: float, width: float, height: float, tone: float = INK) -> Area:
    """An upright area round a middle.

    Parameters
    ----------
    x, y, width, height
        middle and extent in millimetres.
    tone
        reflectance by that of the paper, 0 to 1.
    """
    a, b = width / 2, height / 2
    return Area(((x - a, y + b), (x + a, y + b), (x + a, y - b), (x - a, y - b)), tone)


def _marker(marker: Marker, x: float, y: float) -> Iterator[Area]:
    side = marker.side_mm
    yield box(x, y, side, side)
    cell = side / MARKER_CELLS
    bits = marker_bits(marker.number)
    for row in range(MARKER_CELLS):
        for column in range(MARKER_CELLS):
            if bits[row, column]:
                yield box(
                    x + (column + 0.5) * cell - side / 2, y - (row + 0.5) * cell + side / 2, cell, cell, PAPER,
                )  # fmt: skip


def _board(chart: Chart, origin: Place) -> Iterator[Area]:
    """The marks of the sheet whose middle lies at ``origin``."""
    alone = Chart(chart.paper, chart.square_mm, chart.tiles, chart.detail_mm, chart.plan_number)
    marks = marks_of(alone)
    s = chart.square_mm
    half = (COLUMNS * s / 2, ROWS * s / 2)

    def near(place: Place) -> Place | None:
        x, y = place[0] - origin[0], place[1] - origin[1]
        return (x, y) if abs(x) <= half[0] and abs(y) <= half[1] else None

    for middle in marks.dark:
        if (place := near(middle)) is not None:
            yield box(*place, s, s)
    for marker in (*marks.markers, *marks.signature):
        if (place := near(marker.middle)) is not None:
            yield from _marker(marker, *place)
    for patch in marks.patches:
        if (place := near(patch.middle)) is not None:
            yield box(*place, patch.side_mm, patch.side_mm, patch.reflectance)
    for square in marks.tilted:
        if (place := near(square.middle)) is not None:
            yield Area(tuple((x - origin[0], y - origin[1]) for x, y in square.corners), INK)
            if square.name == "middle":
                yield box(*place, 0.7 * s, 0.05 * s, PAPER)
                yield box(*place, 0.05 * s, 0.7 * s, PAPER)
    for lines in marks.lines:
        if (place := near(lines.middle)) is None:
            continue
        pairs = int(lines.side_mm / (2 * lines.line_mm))
        for index in range(pairs):
            off = (2 * index - pairs + 1) * lines.line_mm
            x, y = (place[0] + off, place[1]) if lines.upright else (place[0], place[1] + off)
            wide, high = (
                (lines.line_mm, lines.side_mm) if lines.upright else (lines.side_mm, lines.line_mm)
            )
            yield box(x, y, wide, high)


def _arrow(x: float, y: float) -> Iterator[Area]:
    """An arrow toward the maker."""
    yield box(x, y + 1.4, 1.6, 2.8)
    yield Area(((x - 2.4, y), (x + 2.4, y), (x, y - 3.0)), INK)


def sheet_areas(chart: Chart, sheet: tuple[int, int]) -> Iterator[Area]:
    """Everything but words of one sheet, in the order in which it is laid down.

    Parameters
    ----------
    chart, sheet
        any; steps across and along from its middle sheet.
    """
    width, height = chart.sheet_mm
    yield from _board(chart, (sheet[0] * width, sheet[1] * height))
    foot = -_edge(chart) - 5.0
    yield box(0.0, foot, BAR_MM, 0.8)
    for x in (-BAR_MM / 2, BAR_MM / 2):
        yield box(x + (_THIN_MM / 2 if x < 0 else -_THIN_MM / 2), foot, _THIN_MM, 4.0)
    for x in (-BAR_MM / 2 - 22.0, BAR_MM / 2 + 22.0):
        yield from _arrow(x, foot)
    if chart.tiles != (0, 0):
        for x in (-1, 1):
            for y in (-1, 1):
                yield box(x * (width / 2 - 9.0), y * (height / 2 - 6.0), 6.0, _THIN_MM)
                yield box(x * (width / 2 - 6.0), y * (height / 2 - 9.0), _THIN_MM, 6.0)


def _edge(chart: Chart) -> float:
    """Half the height of the board."""
    return ROWS * chart.square_mm / 2


def sheet_words(chart: Chart, sheet: tuple[int, int], *, title: str) -> Iterator[Label]:
    """The words of one sheet.

    Parameters
    ----------
    chart, sheet
        any; steps across and along from its middle sheet.
    title
        what the plan is called.
    """
    edge = _edge(chart)
    yield Label(
        (-BAR_MM / 2 + 3.0, -edge - 9.6),
        "150.0 mm: measure this bar; tell Steeple if it differs",
        3.2,
    )
    for x in (-BAR_MM / 2 - 22.0, BAR_MM / 2 + 22.0):
        yield Label((x, -edge - 12.0), "toward you", 3.0, centred=True)
    which = ""
    if chart.tiles != (0, 0):
        which = f" · sheet {_name(sheet)}: lay the sheets edge to edge, print sides up"
    yield Label((-BAR_MM / 2, edge + 4.0), f"{title} · cross on the middle of the zone{which}", 3.2)


def _name(sheet: tuple[int, int]) -> str:
    """Where a sheet lies, as the maker says it."""
    across, along = sheet
    if sheet == (0, 0):
        return "in the middle"
    ways = []
    if along:
        ways.append(f"{abs(along)} {'away from you' if along > 0 else 'toward you'}")
    if across:
        ways.append(f"{abs(across)} to the {'right' if across > 0 else 'left'}")
    return ", ".join(ways)
