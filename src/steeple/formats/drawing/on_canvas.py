"""Draws a drawing on a page of a PDF: on a sheet to scale, or in a frame of the card."""

from __future__ import annotations

from reportlab.lib.colors import black, white
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.card.drawn.lines import DrawnView, Place
from steeple.core.units import UnitSystem
from steeple.formats.drawing.style import (
    DASHES_MM,
    PLAIN_MM,
    THIN_MM,
    arms_of,
    measure_words,
    width_of,
)
from steeple.formats.fonts_of import POINTS_PER_MM, SANS, printable

CAP = 0.36
"""Half of the height of a capital, of the size of a font: where the line of words runs below their middle."""


class OnCanvas:
    """A drawing with its lower left corner at ``(left, bottom)`` points, ``scale`` points a millimetre."""

    def __init__(
        self,
        canvas: Canvas,
        view: DrawnView,
        *,
        left: float,
        bottom: float,
        scale: float,
        system: UnitSystem,
    ) -> None:
        self.canvas, self.view, self.scale, self.system = canvas, view, scale, system
        self.left, self.bottom = left, bottom

    def at(self, place: Place) -> Place:
        """A place of the drawing on the page, points."""
        return (
            self.left + (place[0] - self.view.left) * self.scale,
            self.bottom + (place[1] - self.view.bottom) * self.scale,
        )

    def draw(self, *, weight: float = 1.0) -> None:
        """All of it; ``weight`` makes lines thinner where it is small."""
        canvas = self.canvas
        canvas.saveState()
        canvas.setLineJoin(1)
        canvas.setStrokeColor(black)
        canvas.setFillColor(black)
        for line in self.view.lines:
            canvas.setLineWidth(width_of(line) * POINTS_PER_MM * weight)
            dashes = [one * POINTS_PER_MM * weight for one in DASHES_MM[line.stroke]]
            canvas.setDash(dashes)
            path = canvas.beginPath()
            path.moveTo(*self.at(line.points[0]))
            for point in line.points[1:]:
                path.lineTo(*self.at(point))
            if line.closed:
                path.close()
            canvas.drawPath(path, stroke=1, fill=0)
        canvas.setDash([])
        size = self.view.letters_mm * self.scale
        canvas.setLineWidth(THIN_MM * POINTS_PER_MM)
        for measure in self.view.measures:
            for a, b in arms_of(measure, self.view.letters_mm):
                canvas.line(*self.at(a), *self.at(b))
            said = measure_words(measure, self.system)
            self._words(
                measure.words_at, said, measure.anchor, size, paper=True, turned=not measure.across
            )
        for words in self.view.words:
            if words.ringed:
                canvas.setFillColor(white)
                canvas.setLineWidth(PLAIN_MM * POINTS_PER_MM * weight)
                canvas.circle(*self.at(words.at), size * 0.95, fill=1)
                canvas.setFillColor(black)
            self._words(words.at, sentence_words(words.words, self.system), words.anchor, size)
        canvas.restoreState()

    def _words(
        self,
        at: Place,
        words: str,
        anchor: str,
        size: float,
        *,
        paper: bool = False,
        turned: bool = False,
    ) -> None:
        words = printable(words)
        wide = stringWidth(words, SANS, size)
        x = -{"start": 0.0, "middle": wide / 2, "end": wide}[anchor]
        canvas = self.canvas
        canvas.saveState()
        canvas.translate(*self.at(at))
        if turned:
            canvas.rotate(90)
        if paper:
            canvas.setFillColor(white)
            canvas.rect(x - 0.6, -0.42 * size, wide + 1.2, 0.86 * size, stroke=0, fill=1)
            canvas.setFillColor(black)
        canvas.setFont(SANS, size)
        canvas.drawString(x, -CAP * size, words)
        canvas.restoreState()
