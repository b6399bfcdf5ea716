"""How lines of the drawings look on paper, whatever file they are in; black and white."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Literal

from steeple.core.errors import InputError
from steeple.core.study.card.drawn.lines import (
    DrawnLine,
    DrawnMeasure,
    DrawnView,
    Layer,
    Letters,
    Place,
    Stroke,
    on_paper,
)
from steeple.core.units import UnitSystem

THIN_MM, PLAIN_MM, THICK_MM = 0.13, 0.25, 0.5
"""Widths of lines, by ISO 128-2: 0.13, 0.25 and 0.5 mm."""
DASHES_MM: dict[Stroke, tuple[float, ...]] = {
    "solid": (),
    "dashed": (3.0, 1.2),
    "dotted": (0.5, 1.0),
}
LETTERS_MM = 2.5
"""Height of letters on a drawing to scale, by ISO 3098."""
TICK = 0.55
"""Half the length of the slanted stroke at the end of a measure, in heights of letters."""
WITNESS_GAP, WITNESS_BEYOND = 0.3, 0.5
Paper = Literal["a4", "letter"]
SHEETS_MM: dict[Paper, tuple[tuple[str, float, float], ...]] = {
    "a4": (("A4", 297.0, 210.0), ("A3", 420.0, 297.0)),
    "letter": (("Letter", 279.4, 215.9), ("Tabloid", 431.8, 279.4)),
}
"""Sheets that a drawing to scale may lie on, the smaller first: ISO 216, and ANSI/ASME Y14.1."""
RIM_MM = 10.0
HEAD_MM = 14.0
"""What the title takes at the foot of a sheet."""
SCALES = (5, 10, 20, 25, 50)
SMALLER = (10, 20, 25, 50, 75, 100, 200)
Scale = Literal["fit", "5", "10", "20", "25", "50"]


def width_of(line: DrawnLine) -> float:
    """Width of a line on paper, millimetres."""
    if line.thick:
        return THICK_MM
    return THIN_MM if line.layer in ("person", "room") else PLAIN_MM


def measure_words(measure: DrawnMeasure, system: UnitSystem) -> str:
    """What stands beside a measure."""
    return f"{measure.what} {measure.length.words(system)}".strip()


def arms_of(measure: DrawnMeasure, letters_mm: float) -> Iterator[tuple[Place, Place]]:
    """The strokes of a measure: its line, the two that lead to what is measured, and the two slanted ones at its
    ends; places in millimetres of the drawing."""
    a, b, at = measure.a, measure.b, measure.line_at_mm
    first: Place = (a[0], at) if measure.across else (at, a[1])
    last: Place = (b[0], at) if measure.across else (at, b[1])
    yield first, last
    tick = TICK * letters_mm
    for end, place in ((first, a), (last, b)):
        yield (end[0] - tick, end[1] - tick), (end[0] + tick, end[1] + tick)
        way = end[1] - place[1] if measure.across else end[0] - place[0]
        if abs(way) > WITNESS_GAP * letters_mm:
            sign = 1.0 if way > 0 else -1.0
            gap, beyond = sign * WITNESS_GAP * letters_mm, sign * WITNESS_BEYOND * letters_mm
            if measure.across:
                yield (place[0], place[1] + gap), (end[0], end[1] + beyond)
            else:
                yield (place[0] + gap, place[1]), (end[0] + beyond, end[1])


@dataclass(frozen=True, slots=True)
class Laid:
    """A drawing on a sheet: its scale 1 : ``scale``, the sheet, and where the lower left corner of the drawing lies
    on it, millimetres of paper."""

    scale: float
    sheet: str
    width_mm: float
    height_mm: float
    left_mm: float
    bottom_mm: float


def lay(
    drawn: Callable[[Letters], DrawnView], paper: Paper, scale: Scale
) -> tuple[Laid, DrawnView]:
    """A drawing to scale on the smallest sheet that takes it, and the drawing with letters for that scale.

    Parameters
    ----------
    drawn
        the drawing with letters of a height.
    paper, scale
        the family of sheets; the denominator, or ``fit``: the largest scale at which it lies on the smaller
        sheet, else on the larger.

    Raises
    ------
    InputError
        Code ``out-of-range``, where a scale asked for lies on neither.
    """
    wanted = SCALES if scale == "fit" else (int(scale),)
    for name, width, height in SHEETS_MM[paper]:
        for ratio in wanted:
            view = drawn(on_paper(ratio, LETTERS_MM))
            if _lies(view, ratio, width, height):
                return _laid(view, ratio, name, width, height), view
    name, width, height = SHEETS_MM[paper][-1]
    fits = next(
        (one for one in SMALLER if _lies(drawn(on_paper(one, LETTERS_MM)), one, width, height)),
        SMALLER[-1],
    )
    if scale == "fit":
        view = drawn(on_paper(fits, LETTERS_MM))
        return _laid(view, fits, name, width, height), view
    raise InputError(
        "out-of-range",
        f"At 1:{scale} the drawing is larger than {name}: it fits at 1:{fits}.",
        field="scale",
        value=scale,
        allowed=f"1:{fits} or smaller",
    )


def _lies(view: DrawnView, ratio: float, width: float, height: float) -> bool:
    return (
        view.width / ratio <= width - 2 * RIM_MM
        and view.height / ratio <= height - 2 * RIM_MM - HEAD_MM
    )


def _laid(view: DrawnView, ratio: float, name: str, width: float, height: float) -> Laid:
    room = height - 2 * RIM_MM - HEAD_MM
    left = (width - view.width / ratio) / 2
    bottom = RIM_MM + HEAD_MM + (room - view.height / ratio) / 2
    return Laid(ratio, name, width, height, left, bottom)


LAYER_NAMES: dict[Layer, str] = {
    "room": "ROOM",
    "table": "TABLE",
    "work": "WORK",
    "zone": "ZONE",
    "picture": "PICTURE",
    "support": "SUPPORTS",
    "camera": "CAMERAS",
    "lamp": "LAMPS",
    "microphone": "MICROPHONES",
    "person": "PEOPLE",
    "measure": "MEASURES",
    "words": "WORDS",
}
"""What the layers are called in files."""
