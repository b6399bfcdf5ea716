"""The chart that lies on the table while a test frame is taken: where every mark of it is, in millimetres.

A sheet is a board of 13 × 9 squares. White squares hold a marker of the vision library, a grey patch or a line
pattern; five tilted dark squares give edges for reading sharpness, and the middle one bears the cross. The number
of a marker alone says which square of which sheet of which size it is, so that a picture is read without being
told which chart it shows. Large work has several sheets laid edge to edge.

Axes: millimetres from the cross, +x to the maker's right, +y away from the maker.

Reference: ISO 12233 (slanted edges); Garrido-Jurado et al., *Automatic generation and detection of highly reliable
fiducial markers under occlusion* (Pattern Recognition 47, 2014).
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cache
from typing import Literal

import cv2
import numpy as np
from numpy.typing import NDArray

from steeple.core.errors import InputError

Paper = Literal["a4", "letter", "a3", "tiles"]
Place = tuple[float, float]
PAPERS_MM: dict[Paper, tuple[float, float]] = {
    "a4": (297.0, 210.0), "letter": (279.4, 215.9), "a3": (420.0, 297.0), "tiles": (297.0, 210.0),
}  # fmt: skip
"""Width and height of a sheet, lying across."""
COLUMNS, ROWS = 13, 9
SQUARES_MM = (4.0, 6.0, 9.0, 13.0, 20.0, 30.0)
"""Sides of the squares that a chart may have; each has marker numbers of its own."""
TILE_SQUARE_MM = 20.0
MOST_TILES = 2
"""Sheets on either side of the middle one, across and along."""
MARKER_SHARE = 0.7
"""Side of a marker by that of its square."""
MARKER_CELLS = 6
DICTIONARY = cv2.aruco.DICT_4X4_1000
PER_SHEET = 32
SIGNATURE_FROM, SIGNATURE_TO = 960, 1000
SIGNATURE_DIGITS = 3
PLAN_NUMBERS = (SIGNATURE_TO - SIGNATURE_FROM) ** SIGNATURE_DIGITS
TILT_DEG = 7.0
"""How far the dark squares for sharpness are turned out of the board."""
TILTED_SHARE, MIDDLE_SHARE = 1.2, 2.0
"""Sides of the tilted squares at the corners and in the middle, in squares of the board."""
GREYS = (0.70, 0.45, 0.28, 0.18, 0.10, 0.05)
"""Reflectance of the grey patches by that of the paper."""
PATCH_SHARE = 0.7
CLEAR_SHARE = 0.3
"""So far about a tilted square the paper is bare, in squares of the board."""
BAR_MM = 150.0
_MIDDLE = (COLUMNS // 2, ROWS // 2)
_PATCHES = ((2, 1), (4, 1), (8, 1), (10, 1), (3, 2), (9, 2))
"""White squares of the grey patches, lightest first; each has a second one opposite the cross."""
_LINES = ((4, 3), (8, 3), (4, 5), (8, 5))
"""White squares of the line patterns."""
_SIGNATURE = ((5, 2), (7, 2), (3, 4))
"""White squares of the markers that say whose chart it is; each has a second one opposite the cross."""


@dataclass(frozen=True, slots=True)
class Chart:
    """A chart as it is printed.

    ``square_mm`` is the side of a square of the board; ``tiles`` how many sheets lie on either side of the middle
    one, across and along; ``detail_mm`` the finest line to be seen, or None; ``plan_number`` tells whose it is;
    ``scale`` what the printer made of a millimetre.
    """

    paper: Paper
    square_mm: float
    tiles: tuple[int, int] = (0, 0)
    detail_mm: float | None = None
    plan_number: int = 0
    scale: float = 1.0

    @property
    def sheet_mm(self) -> tuple[float, float]:
        """Width and height of one sheet."""
        return PAPERS_MM[self.paper]

    @property
    def whole_mm(self) -> tuple[float, float]:
        """Width and height of all sheets laid edge to edge."""
        (across, along), (width, height) = self.tiles, self.sheet_mm
        return (2 * across + 1) * width, (2 * along + 1) * height

    @property
    def sheets(self) -> tuple[tuple[int, int], ...]:
        """Steps across and along from the middle sheet to each sheet, the middle one first."""
        across, along = self.tiles
        every = [(i, j) for j in range(-along, along + 1) for i in range(-across, across + 1)]
        return tuple(sorted(every, key=lambda one: (one != (0, 0), one[1], one[0])))


@dataclass(frozen=True, slots=True)
class Marker:
    """A marker: its number, its middle and side, and the number of its sheet."""

    number: int
    middle: Place
    side_mm: float

    @property
    def corners(self) -> tuple[Place, Place, Place, Place]:
        """Far left, far right, near right, near left: as the vision library counts them."""
        (x, y), half = self.middle, self.side_mm / 2
        return (
            (x - half, y + half),
            (x + half, y + half),
            (x + half, y - half),
            (x - half, y - half),
        )


@dataclass(frozen=True, slots=True)
class Patch:
    """A grey patch: its middle, its side, and its reflectance by that of the paper."""

    middle: Place
    side_mm: float
    reflectance: float


@dataclass(frozen=True, slots=True)
class Tilted:
    """A tilted dark square: its middle, its side and how far it is turned, against the clock."""

    name: str
    middle: Place
    side_mm: float
    turned_deg: float

    @property
    def corners(self) -> tuple[Place, ...]:
        """Far left, far right, near right, near left before it is turned."""
        half, (x, y) = self.side_mm / 2, self.middle
        c, s = math.cos(math.radians(self.turned_deg)), math.sin(math.radians(self.turned_deg))
        square = ((-half, half), (half, half), (half, -half), (-half, -half))
        return tuple((x + a * c - b * s, y + a * s + b * c) for a, b in square)


@dataclass(frozen=True, slots=True)
class Lines:
    """A pattern of dark lines as wide as the gaps between them; ``upright`` where they run away from the maker."""

    middle: Place
    side_mm: float
    line_mm: float
    upright: bool


@dataclass(frozen=True, slots=True)
class Marks:
    """Every mark of a chart, on paper printed true to size."""

    markers: tuple[Marker, ...]
    signature: tuple[Marker, ...]
    saddles: tuple[Place, ...]
    """Where four squares meet, two of them dark."""
    patches: tuple[Patch, ...]
    tilted: tuple[Tilted, ...]
    lines: tuple[Lines, ...]
    dark: tuple[Place, ...]
    """Middles of the dark squares of the board."""
    square_mm: float


def chart_for(
    *,
    paper: Paper,
    zone_mm: tuple[float, float],
    detail_mm: float | None = None,
    plan_number: int = 0,
) -> Chart:
    """The chart for a zone: its squares as large as paper and zone allow.

    Parameters
    ----------
    paper
        what it is printed on; ``tiles`` are sheets of A4 laid edge to edge over a large zone.
    zone_mm
        width and depth of the zone, > 0.
    detail_mm, plan_number
        the finest line that is to be seen; whose chart it is, 0 to `PLAN_NUMBERS` − 1.

    Raises
    ------
    InputError
        Where the paper is none of those known, or the zone has no size.
    """
    if paper not in PAPERS_MM:
        raise InputError(
            "paper", f"Charts are made for {', '.join(PAPERS_MM)}; “{paper}” is none of them.",
            field="paper", value=str(paper), allowed=", ".join(PAPERS_MM),
        )  # fmt: skip
    width, depth = zone_mm
    if not (width > 0 and depth > 0):
        raise InputError(
            "zone", f"A zone of {width:g} × {depth:g} mm has no size.",
            field="work/zone", value=f"{width:g} × {depth:g}", allowed="more than 0",
        )  # fmt: skip
    if paper == "tiles":
        sheet_width, sheet_height = PAPERS_MM[paper]
        across, along = (
            min(MOST_TILES, math.floor(max(0.0, zone - sheet) / 2 / sheet + 0.5))
            for zone, sheet in ((width, sheet_width), (depth, sheet_height))
        )
        return Chart(paper, TILE_SQUARE_MM, (across, along), detail_mm, plan_number)
    sheet = PAPERS_MM[paper]
    fitting = [
        one for one in SQUARES_MM
        if one * COLUMNS <= min(width, sheet[0] - 18) and one * ROWS <= min(depth, sheet[1] - 24)
    ]  # fmt: skip
    return Chart(paper, max(fitting, default=SQUARES_MM[0]), (0, 0), detail_mm, plan_number)


def first_number(square_mm: float, sheet: tuple[int, int]) -> int:
    """The least marker number of a sheet.

    Parameters
    ----------
    square_mm, sheet
        side of the squares, one of `SQUARES_MM`; steps across and along from the middle sheet.
    """
    if sheet == (0, 0):
        return SQUARES_MM.index(square_mm) * PER_SHEET
    wide = 2 * MOST_TILES + 1
    place = (sheet[1] + MOST_TILES) * wide + sheet[0] + MOST_TILES
    middle = MOST_TILES * wide + MOST_TILES
    return (len(SQUARES_MM) + place - (place > middle)) * PER_SHEET


def sheet_of(number: int) -> tuple[float, tuple[int, int]] | None:
    """Side of the squares, and steps from the middle sheet, of a marker number; None where it is part of no board.

    Parameters
    ----------
    number
        of a marker.
    """
    group = number // PER_SHEET
    if not 0 <= number < SIGNATURE_FROM:
        return None
    if group < len(SQUARES_MM):
        return SQUARES_MM[group], (0, 0)
    place = group - len(SQUARES_MM)
    wide = 2 * MOST_TILES + 1
    place += place >= MOST_TILES * wide + MOST_TILES
    return TILE_SQUARE_MM, (place % wide - MOST_TILES, place // wide - MOST_TILES)


def _dark(column: int, row: int) -> bool:
    return (column + row) % 2 == 0


def _taken(column: int, row: int) -> bool:
    """Whether a square belongs to one of the tilted squares."""
    in_middle = abs(column - _MIDDLE[0]) <= 1 and abs(row - _MIDDLE[1]) <= 1
    return in_middle or (
        column in (0, 1, COLUMNS - 2, COLUMNS - 1) and row in (0, 1, ROWS - 2, ROWS - 1)
    )


def _opposite(square: tuple[int, int]) -> tuple[int, int]:
    return COLUMNS - 1 - square[0], ROWS - 1 - square[1]


@cache
def _squares() -> tuple[tuple[tuple[int, int], ...], ...]:
    """Squares of the markers, in the order of their numbers, and dark squares."""
    twice = (*_PATCHES, *_SIGNATURE)
    kept = {*twice, *(_opposite(one) for one in twice), *_LINES}
    every = [(c, r) for r in range(ROWS) for c in range(COLUMNS) if not _taken(c, r)]
    markers = tuple(one for one in every if not _dark(*one) and one not in kept)
    return markers, tuple(one for one in every if _dark(*one))


@cache
def marks_of(chart: Chart) -> Marks:
    """Where every mark of a chart lies, on paper printed as large as ``chart.scale`` says.

    Parameters
    ----------
    chart
        any.
    """
    s = chart.square_mm
    markers: list[Marker] = []
    signature: list[Marker] = []
    saddles: list[Place] = []
    patches: list[Patch] = []
    tilted: list[Tilted] = []
    lines: list[Lines] = []
    dark: list[Place] = []
    k = chart.scale
    for sheet in chart.sheets:
        ox, oy = sheet[0] * chart.sheet_mm[0], sheet[1] * chart.sheet_mm[1]

        def at(column: float, row: float, ox: float = ox, oy: float = oy) -> Place:
            """Middle of a square; rows count toward the maker."""
            return ox + k * (column - _MIDDLE[0]) * s, oy + k * (_MIDDLE[1] - row) * s

        first = first_number(s, sheet)
        numbered, dark_squares = _squares()
        markers += [
            Marker(first + index, at(*square), k * MARKER_SHARE * s)
            for index, square in enumerate(numbered)
        ]
        dark += [at(*square) for square in dark_squares]
        saddles += [
            at(column + 0.5, row + 0.5)
            for row in range(ROWS - 1)
            for column in range(COLUMNS - 1)
            if not any(_taken(column + i, row + j) for i in (0, 1) for j in (0, 1))
        ]
        for grey, square in zip(GREYS, _PATCHES, strict=True):
            patches += [
                Patch(at(*one), k * PATCH_SHARE * s, grey) for one in (square, _opposite(square))
            ]
        tilted += [
            Tilted(name, at(column, row), k * share * s, TILT_DEG)
            for name, column, row, share in (
                ("middle", *_MIDDLE, MIDDLE_SHARE),
                ("far left", 0.5, 0.5, TILTED_SHARE),
                ("far right", COLUMNS - 1.5, 0.5, TILTED_SHARE),
                ("near left", 0.5, ROWS - 1.5, TILTED_SHARE),
                ("near right", COLUMNS - 1.5, ROWS - 1.5, TILTED_SHARE),
            )
        ]
        if has_lines(chart):
            assert chart.detail_mm is not None
            lines += [
                Lines(at(*square), k * PATCH_SHARE * s, k * chart.detail_mm, upright=index % 2 == 0)
                for index, square in enumerate(_LINES)
            ]
        number = chart.plan_number
        for digit in range(SIGNATURE_DIGITS):
            of_it = SIGNATURE_FROM + number % (SIGNATURE_TO - SIGNATURE_FROM)
            number //= SIGNATURE_TO - SIGNATURE_FROM
            square = _SIGNATURE[digit]
            signature += [
                Marker(of_it, at(*one), k * MARKER_SHARE * s) for one in (square, _opposite(square))
            ]
    return Marks(
        markers=tuple(markers),
        signature=tuple(signature),
        saddles=tuple(saddles),
        patches=tuple(patches),
        tilted=tuple(tilted),
        lines=tuple(lines),
        dark=tuple(dark),
        square_mm=k * s,
    )


def has_lines(chart: Chart) -> bool:
    """Whether the finest line is fine enough to be printed as a pattern on the chart.

    Parameters
    ----------
    chart
        any.
    """
    return chart.detail_mm is not None and chart.detail_mm <= PATCH_SHARE * chart.square_mm / 5


@cache
def marker_bits(number: int) -> NDArray[np.uint8]:
    """Cells of a marker with its border: shape (6, 6), 1 where the paper is bare.

    Parameters
    ----------
    number
        of a marker, 0 to 999.
    """
    dictionary = cv2.aruco.getPredefinedDictionary(DICTIONARY)
    bits = cv2.aruco.Dictionary.getBitsFromByteList(dictionary.bytesList[number : number + 1], 4)
    return np.pad(np.asarray(bits, dtype=np.uint8), 1)
