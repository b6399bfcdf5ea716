"""What a dimensioned drawing is made of, and the board on which one is laid out.

A drawing is said in millimetres of the bench, x to the right and y up, whatever it is printed on. How high its
letters are is part of it: they keep clear of each other at that height alone.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field
from typing import Literal, get_args

from shapely.geometry import LineString, MultiPolygon, Polygon
from shapely.geometry.base import BaseGeometry

from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say, sentence_words

Place = tuple[float, float]
Layer = Literal[
    "room", "table", "work", "zone", "picture", "support", "camera", "lamp", "microphone", "person",
    "measure", "words",
]  # fmt: skip
LAYERS: tuple[Layer, ...] = get_args(Layer)
"""Kinds of lines, in the order in which they are drawn over one another."""
Stroke = Literal["solid", "dashed", "dotted"]
"""Solid for what is there, dashed for what is seen, dotted for what is assumed or only stands for something."""
Anchor = Literal["start", "middle", "end"]
Letters = Callable[[float], float]
"""How high letters are, in millimetres of the bench, for a drawing of such an extent."""
LETTER_WIDTH = 0.56
"""How wide a letter of the drawings is, of its height, on the average of words and figures."""
ROW = 2.3
"""From one row of measures to the next, in heights of letters."""


class DrawnLine(Result):
    """A line, or an outline where it is ``closed``. ``thick`` lines say what is to be read first."""

    layer: Layer
    stroke: Stroke
    closed: bool
    thick: bool
    points: tuple[Place, ...]


class DrawnWords(Result):
    """Words whose middle line lies at a place. ``ringed`` stands in a circle: a number to be found in a table."""

    layer: Layer
    at: Place
    anchor: Anchor
    words: Sentence
    ringed: bool = False


class DrawnMeasure(Result):
    """A length from ``a`` to ``b``, across or up, with its line at ``line_at_mm`` on the other axis. ``what`` is the
    word beside the figure, ``says`` the same in full. The words of a length up are turned, to be read from the
    right."""

    across: bool
    a: Place
    b: Place
    line_at_mm: float
    what: str
    says: str
    length: Quantity
    words_at: Place
    anchor: Anchor


class DrawnView(Result):
    """One drawing. ``letters_mm`` is the height of its letters; ``says`` tells it to whoever does not see it."""

    key: str
    title: str
    says: str
    left: float
    right: float
    bottom: float
    top: float
    letters_mm: float
    lines: tuple[DrawnLine, ...]
    words: tuple[DrawnWords, ...]
    measures: tuple[DrawnMeasure, ...]

    @property
    def width(self) -> float:
        """From left to right, millimetres."""
        return self.right - self.left

    @property
    def height(self) -> float:
        """From bottom to top, millimetres."""
        return self.top - self.bottom


def share_of_drawing(share: float) -> Letters:
    """Letters of so much of the extent: for a drawing that is shrunk to where it stands.

    Parameters
    ----------
    share
        of the greater of width and height of what is drawn, 0.01 to 0.1.
    """
    return lambda extent: share * extent


def on_paper(scale: float, letters_mm: float) -> Letters:
    """Letters of so many millimetres on paper, for a drawing at 1 : ``scale``.

    Parameters
    ----------
    scale, letters_mm
        its denominator, > 0; their height on paper, millimetres.
    """
    return lambda _extent: scale * letters_mm


ON_CARD: Letters = share_of_drawing(0.036)


def words_width(words: Sentence, letters_mm: float) -> float:
    """How wide words are about, in millimetres of the drawing: the wider of both unit systems."""
    longest = max(len(sentence_words(words, "cm")), len(sentence_words(words, "in")))
    return longest * LETTER_WIDTH * letters_mm


def rounded(points: Iterable[Sequence[float]]) -> tuple[Place, ...]:
    """Places to a tenth of a millimetre."""
    return tuple((round(float(x), 1), round(float(y), 1)) for x, y in points)


@dataclass(frozen=True, slots=True)
class Span:
    """What is measured: from where to where, the word beside the figure, and the same in full."""

    a: Place
    b: Place
    what: str
    says: str


@dataclass
class Board:
    """A drawing in the making. Measures are stacked outside of what is drawn, so that nothing crosses them.

    ``letters_mm`` is the height of letters in millimetres of the bench.
    """

    letters_mm: float
    lines: list[DrawnLine] = field(default_factory=list)
    words: list[DrawnWords] = field(default_factory=list)
    measures: list[DrawnMeasure] = field(default_factory=list)
    _box: list[float] = field(default_factory=lambda: [1e9, -1e9, 1e9, -1e9])
    _rows: dict[str, int] = field(default_factory=dict)
    _edges: tuple[float, float, float, float] | None = None

    def _take_in(self, points: Iterable[Sequence[float]]) -> None:
        for x, y in points:
            box = self._box
            box[0], box[1] = min(box[0], x), max(box[1], x)
            box[2], box[3] = min(box[2], y), max(box[3], y)

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, right, bottom and top of all that is on it."""
        left, right, bottom, top = self._box
        return left, right, bottom, top

    def line(
        self,
        layer: Layer,
        points: Sequence[Sequence[float]],
        *,
        stroke: Stroke = "solid",
        closed: bool = False,
        thick: bool = False,
    ) -> None:
        """A line through places."""
        placed = rounded(points)
        self._take_in(placed)
        self.lines.append(
            DrawnLine(layer=layer, stroke=stroke, closed=closed, thick=thick, points=placed)
        )

    def outline(
        self, layer: Layer, shape: BaseGeometry, *, stroke: Stroke = "solid", thick: bool = False
    ) -> None:
        """The outer edges of an area; nothing of an empty one."""
        parts = shape.geoms if isinstance(shape, MultiPolygon) else [shape]
        for part in parts:
            if isinstance(part, Polygon) and not part.is_empty:
                ring = list(part.simplify(0.6).exterior.coords)[:-1]
                self.line(layer, ring, stroke=stroke, closed=True, thick=thick)
            elif isinstance(part, LineString) and not part.is_empty:
                self.line(layer, list(part.coords), stroke=stroke, thick=thick)

    def say(
        self,
        layer: Layer,
        at: Sequence[float],
        words: str | Sentence,
        *,
        anchor: Anchor = "middle",
        ringed: bool = False,
    ) -> None:
        """Words at a place."""
        said = say(words) if isinstance(words, str) else words
        (place,) = rounded([at])
        width = words_width(said, self.letters_mm)
        start = {"start": 0.0, "middle": -width / 2, "end": -width}[anchor]
        half = self.letters_mm * (1.1 if ringed else 0.6)
        self._take_in(
            [
                (place[0] + min(start, -half * ringed), place[1] - half),
                (place[0] + max(start + width, half * ringed), place[1] + half),
            ]
        )
        self.words.append(
            DrawnWords(layer=layer, at=place, anchor=anchor, words=said, ringed=ringed)
        )

    def tag(self, layer: Layer, at: Sequence[float], words: str) -> None:
        """A ringed name at a thing; beside it, with a line to it, where another one is there already."""
        taken = [one.at for one in self.words if one.ringed]
        clear = 2.1 * self.letters_mm

        def is_free(x: float, y: float) -> bool:
            return all(math.hypot(x - a, y - b) >= clear for a, b in taken)

        place = (float(at[0]), float(at[1]))
        for ring, turn in itertools.product((1.0, 1.6, 2.2), range(8)):
            if is_free(*place):
                break
            way = math.radians(45.0 * turn)
            place = (
                at[0] + ring * clear * math.cos(way),
                at[1] + ring * clear * math.sin(way),
            )
        if place != (at[0], at[1]):
            self.line("measure", [at, place])
        self.say(layer, place, words, ringed=True)

    def _side(self, side: str) -> float:
        """Where the next row or column of measures of a side runs."""
        if self._edges is None:
            self._edges = self.box
        left, right, bottom, top = self._edges
        count = self._rows.get(side, 0)
        self._rows[side] = count + 1
        step = ROW * self.letters_mm * (1 + count)
        return {
            "below": bottom - step,
            "above": top + step,
            "right": right + step,
            "left": left - step,
        }[side]

    def row(self, side: Literal["below", "above"], spans: Sequence[Span]) -> None:
        """A row of measures across, one beside the other, under or over all that is drawn; those of no length are
        left out."""
        self._row(side, spans, along=0)

    def column(self, side: Literal["left", "right"], spans: Sequence[Span]) -> None:
        """A column of measures up, one over the other, beside all that is drawn; they are read from the right."""
        self._row(side, spans, along=1)

    def _row(self, side: str, spans: Sequence[Span], *, along: int) -> None:
        known = [one for one in spans if abs(one.b[along] - one.a[along]) > 0.5]
        if not known:
            return
        at = self._side(side)
        lowest = min(known, key=lambda one: min(one.a[along], one.b[along]))
        for span in known:
            first, second = rounded(sorted((span.a, span.b), key=lambda one: one[along]))
            length = second[along] - first[along]
            fits = length > words_width(_piece(span.what, length), self.letters_mm)
            gap, over = 0.4 * self.letters_mm, 0.75 * self.letters_mm
            middle: float
            anchor: Anchor
            if fits:
                middle, anchor = (first[along] + second[along]) / 2, "middle"
            elif span is lowest and len(known) > 1:
                middle, anchor, over = first[along] - gap, "end", 0.0
            else:
                middle, anchor, over = second[along] + gap, "start", 0.0
            place = (middle, at + over) if along == 0 else (at - over, middle)
            self._measure(along == 0, first, second, at, span, place, anchor)

    def _measure(
        self,
        across: bool,
        a: Place,
        b: Place,
        at: float,
        span: Span,
        words_at: Place,
        anchor: Anchor,
    ) -> None:
        (placed,) = rounded([words_at])
        length = abs(b[0] - a[0]) if across else abs(b[1] - a[1])
        one = DrawnMeasure(
            across=across,
            a=a,
            b=b,
            line_at_mm=round(at, 1),
            what=span.what,
            says=span.says,
            length=mm(round(length, 1)),
            words_at=placed,
            anchor=anchor,
        )
        self.measures.append(one)
        width = words_width(_piece(span.what, length), self.letters_mm)
        start = {"start": 0.0, "middle": -width / 2, "end": -width}[anchor]
        half = 0.6 * self.letters_mm
        low, high = (
            (placed[0] + start, placed[1] - half),
            (placed[0] + start + width, placed[1] + half),
        )
        if not across:
            low, high = (
                (placed[0] - half, placed[1] + start),
                (placed[0] + half, placed[1] + start + width),
            )
        self._take_in([low, high, (a[0], at) if across else (at, a[1])])

    def view(self, key: str, title: str, says: str) -> DrawnView:
        """The drawing as it is now, with a rim of half a letter."""
        left, right, bottom, top = self.box
        rim = 0.5 * self.letters_mm
        order = {layer: index for index, layer in enumerate(LAYERS)}
        return DrawnView(
            key=key,
            title=title,
            says=says,
            left=round(left - rim, 1),
            right=round(right + rim, 1),
            bottom=round(bottom - rim, 1),
            top=round(top + rim, 1),
            letters_mm=self.letters_mm,
            lines=tuple(sorted(self.lines, key=lambda one: order[one.layer])),
            words=tuple(self.words),
            measures=tuple(self.measures),
        )


def _piece(what: str, length_mm: float) -> Sentence:
    return say(f"{what} {{length}}", length=mm(length_mm))
