"""A page that is filled from the top, in black and white, with Steeple's own fonts."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from xml.sax.saxutils import escape

from reportlab.lib.colors import black
from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Paragraph, Table, TableStyle

from steeple.core.study.card.drawn.lines import ON_CARD, DrawnView, Letters, on_paper
from steeple.core.units import UnitSystem
from steeple.formats.drawing.on_canvas import OnCanvas
from steeple.formats.fonts_of import BOLD, POINTS_PER_MM, SANS, SERIF, printable

MARGIN = 13 * POINTS_PER_MM
GAP = 4 * POINTS_PER_MM
FOOT = 9 * POINTS_PER_MM
ROW_PAD = 1.3
TITLE, HEADING, PLAIN, SMALL, STRONG = (
    (SERIF, 17.0), (SERIF, 11.0), (SANS, 9.2), (SANS, 7.6), (BOLD, 9.6),
)  # fmt: skip
LETTERS_MM = 1.9
"""Height of letters in the drawings of the card: small, and still read without a glass."""
Drawn = Callable[[Letters], DrawnView]
Font = tuple[str, float]


def style(font: Font, lead: float = 1.22) -> ParagraphStyle:
    """A style of one font and size."""
    name, size = font
    return ParagraphStyle(
        name=f"{name}-{size}", fontName=name, fontSize=size, leading=size * lead, textColor=black
    )


class Page:
    """A page; ``y`` is where the next thing begins, ``left`` and ``width`` of the column in hand, points."""

    def __init__(
        self, canvas: Canvas, size: tuple[float, float], system: UnitSystem, *, scale: float
    ) -> None:
        self.canvas, self.system, self.scale = canvas, system, scale
        self.left = MARGIN / scale
        self.width = size[0] / scale - 2 * self.left
        self.y = size[1] / scale - self.left
        canvas.scale(scale, scale)

    @property
    def fits(self) -> bool:
        """Whether everything so far lies above the foot of the page."""
        return self.y * self.scale >= FOOT

    def text(self, words: str, font: Font, *, after: float = 1.0, raw: bool = False) -> None:
        """A paragraph; ``after`` is the room under it in millimetres."""
        said = printable(words)
        paragraph = Paragraph(said if raw else escape(said), style(font))
        _, height = paragraph.wrap(self.width, 1e6)
        self.y -= height
        paragraph.drawOn(self.canvas, self.left, self.y)
        self.y -= after * POINTS_PER_MM

    def rule(self, weight: float) -> None:
        """A line across."""
        self.canvas.setLineWidth(weight)
        self.canvas.line(self.left, self.y, self.left + self.width, self.y)
        self.y -= 2.4 * POINTS_PER_MM

    def columns(self, shares: Sequence[float]) -> list[tuple[float, float]]:
        """Left edges and widths of columns side by side."""
        room = self.width - (len(shares) - 1) * GAP
        found, left = [], self.left
        for share in shares:
            width = room * share / sum(shares)
            found.append((left, width))
            left += width + GAP
        return found

    def table(
        self, rows: Sequence[Sequence[str]], shares: Sequence[float], *, heads: bool = True
    ) -> None:
        """Rows of words, the first of them heads; columns by their shares of the width."""
        cells = [
            [
                Paragraph(
                    escape(printable(cell)),
                    style((BOLD, 7.6) if heads and index == 0 else (SANS, 8.6)),
                )
                for cell in row
            ]
            for index, row in enumerate(rows)
        ]
        widths = [self.width * one / sum(shares) for one in shares]
        table = Table(cells, colWidths=widths)
        table.setStyle(
            TableStyle(
                [
                    ("VALIGN", (0, 0), (-1, -1), "TOP"),
                    ("LEFTPADDING", (0, 0), (-1, -1), 0),
                    ("RIGHTPADDING", (0, 0), (-1, -1), 4),
                    ("TOPPADDING", (0, 0), (-1, -1), ROW_PAD),
                    ("BOTTOMPADDING", (0, 0), (-1, -1), ROW_PAD),
                    ("LINEBELOW", (0, 0), (-1, 0), 0.6, black),
                    ("LINEBELOW", (0, 1), (-1, -1), 0.2, black),
                ]
            )
        )
        _, height = table.wrap(self.width, 1e6)
        self.y -= height
        table.drawOn(self.canvas, self.left, self.y)
        self.y -= 2 * POINTS_PER_MM

    def drawing(self, drawn: Drawn, *, most_mm: float) -> None:
        """A drawing across the column, no higher than so many millimetres, with its title under it."""
        view = drawn(ON_CARD)
        scale = self._scale(view, most_mm)
        for _ in range(3):
            view = drawn(on_paper(POINTS_PER_MM / scale, LETTERS_MM))
            scale = self._scale(view, most_mm)
        left = self.left + (self.width - view.width * scale) / 2
        self.y -= view.height * scale
        OnCanvas(self.canvas, view, left=left, bottom=self.y, scale=scale, system=self.system).draw(
            weight=0.8
        )
        self.y -= 0.6 * POINTS_PER_MM
        self.text(view.title, SMALL, after=1.5)

    def _scale(self, view: DrawnView, most_mm: float) -> float:
        return min(self.width / view.width, most_mm * POINTS_PER_MM / view.height)

    def drawings(self, drawn: Sequence[Drawn], *, most_mm: float) -> None:
        """Drawings side by side."""
        top, lowest, whole = self.y, self.y, (self.left, self.width)
        first = [one(ON_CARD) for one in drawn]
        shares = [min(2.2, max(0.6, view.width / view.height)) for view in first]
        for one, (left, width) in zip(drawn, self.columns(shares), strict=True):
            self.y, self.left, self.width = top, left, width
            self.drawing(one, most_mm=most_mm)
            lowest = min(lowest, self.y)
        self.y = lowest
        self.left, self.width = whole

    def tick(self, words: str, *, count: int = 1, hint: str = "") -> None:
        """A line with a box to tick."""
        size = 8.5
        top = self.y
        left, width = self.left, self.width
        self.left, self.width = left + 1.7 * size, width - 1.7 * size
        many = f"{count} × " if count > 1 else ""
        small = f' <font size="7.6">{escape(hint)}</font>' if hint else ""
        self.text(f"{many}{escape(words)}{small}", PLAIN, after=0.9, raw=True)
        self.left, self.width = left, width
        self.canvas.setLineWidth(0.7)
        self.canvas.rect(left, top - size - 1.2, size, size)
