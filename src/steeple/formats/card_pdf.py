"""The set-up card as a PDF of one page, in black and white, with its own fonts.

Uses reportlab for the page and the shipped fonts; knows the card and the cautions, not the plan.
"""

from __future__ import annotations

from collections.abc import Sequence
from io import BytesIO
from typing import Literal
from xml.sax.saxutils import escape

from reportlab.lib.colors import black, white
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Paragraph, Table, TableStyle

from steeple.core.findings.caution import Caution
from steeple.core.study.base.card import CardRow
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.base.shapes import Box
from steeple.core.study.card.card import Card, CardNoteKind, Mark
from steeple.core.units import UnitSystem, length_words
from steeple.formats.fonts_of import BOLD, SANS, SERIF, load_fonts

Paper = Literal["a4", "letter"]
POINTS_PER_MM = float(mm)

_MARGIN = 15 * POINTS_PER_MM
_GAP = 4 * POINTS_PER_MM
_FOOT = 10 * POINTS_PER_MM
SCALES = (1.25, 1.12, 1.0, 0.92, 0.85, 0.78, 0.72, 0.66, 0.6, 0.55)
"""Tried in turn until the card fits on its one page: as large as it can be read from a stool."""
_DRAWING_HEIGHT = 62 * POINTS_PER_MM


def _style(font: str, size: float, lead: float = 1.28) -> ParagraphStyle:
    return ParagraphStyle(
        name=f"{font}-{size}", fontName=font, fontSize=size, leading=size * lead, textColor=black
    )


def card_pdf(
    cards: Sequence[Card],
    cautions: Sequence[Caution],
    *,
    paper: Paper,
    system: UnitSystem,
) -> bytes:
    """A page for each camera with heights, settings, tape marks, a drawing of them, and cautions.

    Parameters
    ----------
    cards, cautions
        as evaluated; cautions stand on the first page.
    paper
        ``a4`` (210 × 297 mm) or ``letter`` (8.5 × 11 in).
    system
        lengths in centimetres or in inches with fractions.

    Returns
    -------
    The bytes of the PDF. The same card gives the same bytes.
    """
    load_fonts()
    size = A4 if paper == "a4" else LETTER
    out = BytesIO()
    canvas = Canvas(out, pagesize=size, invariant=1)
    canvas.setTitle(f"Set-up card: {cards[0].title}")
    canvas.setAuthor("Steeple")
    for card in cards:
        first = card is cards[0]
        said = cautions if first else ()
        _page(canvas, size, card, said, system=system, scale=_scale(card, said, size, system))
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _scale(
    card: Card,
    cautions: Sequence[Caution],
    size: tuple[float, float],
    system: UnitSystem,
) -> float:
    """The greatest scale at which everything lies on the page; the least where none does."""
    for scale in SCALES:
        trial = Canvas(BytesIO(), pagesize=size)
        page = _page(trial, size, card, cautions, system=system, scale=scale)
        if page.y * scale >= _FOOT:
            break
    return scale


def _page(
    canvas: Canvas,
    size: tuple[float, float],
    card: Card,
    cautions: Sequence[Caution],
    *,
    system: UnitSystem,
    scale: float,
) -> _Page:
    """The page of one camera, drawn at a scale."""
    canvas.scale(scale, scale)
    page = _Page(canvas, (size[0] / scale, size[1] / scale), system, margin=_MARGIN / scale)
    page.draw(card, cautions)
    return page


def _of(card: Card) -> str:
    return f", {card.camera} camera" if card.camera else ""


class _Page:
    """A page that is filled from the top; ``y`` is where the next thing begins."""

    def __init__(
        self, canvas: Canvas, size: tuple[float, float], system: UnitSystem, *, margin: float
    ) -> None:
        self.canvas = canvas
        self.system = system
        self.left = margin
        self.width = size[0] - 2 * margin
        self.y = size[1] - margin

    def draw(self, card: Card, cautions: Sequence[Caution]) -> None:
        self.text(escape(card.title), _style(SERIF, 17, 1.15), after=1.5 * POINTS_PER_MM)
        heading = f"Set-up card{_of(card)}" + (f", set-up: {card.setup}" if card.setup else "")
        self.text(escape(heading), _style(SANS, 10), after=2 * POINTS_PER_MM)
        self.rule(1.4)
        if not card.ready:
            self.text(escape(card.missing), _style(BOLD, 11))
        self.notes(card, "fails", "Not right yet", _style(BOLD, 10))
        self.notes(card, "unknown", "Not known, so not cleared", _style(BOLD, 10))
        self.moves(card)
        columns = self.columns(len(card.sections))
        top = self.y
        lowest = top
        for section, (left, width) in zip(card.sections, columns, strict=True):
            self.y = top
            self.section(section.heading, section.rows, left, width)
            lowest = min(lowest, self.y)
        self.y = lowest - 1.5 * POINTS_PER_MM
        self.rule(0.5)
        self.marks(card)
        if card.check:
            self.text(escape(sentence_words(card.check, self.system)), _style(SANS, 9.5))
        if card.way_round:
            self.text(escape(f"{card.way_round}."), _style(SANS, 9.5), after=_GAP)
        self.notes(card, "accepted", "Known and accepted", _style(SANS, 9.5))
        self.cautions(cautions)

    def moves(self, card: Card) -> None:
        """How this set-up is made from the one before, in the order in which it is done."""
        for change in card.changes:
            self.text(escape(change.title), _style(SERIF, 11.5))
            for number, one in enumerate(change.moves, start=1):
                words = f"{number}. {sentence_words(one, self.system)}."
                self.text(escape(words), _style(SANS, 9.5), after=0.6 * POINTS_PER_MM)
            self.y -= _GAP

    def notes(self, card: Card, kind: CardNoteKind, heading: str, style: ParagraphStyle) -> None:
        """What fails, is not known or was accepted, said so that nobody hangs a camera by it unseen."""
        said = [
            sentence_words(one.title, self.system) + (f" ({one.reason})" if one.reason else "")
            for one in card.notes
            if one.kind == kind
        ]
        if said:
            self.text(f"{heading}: {escape('. '.join(said))}.", style, after=_GAP)

    def columns(self, count: int) -> list[tuple[float, float]]:
        width = (self.width - (count - 1) * 6 * POINTS_PER_MM) / max(count, 1)
        return [(self.left + i * (width + 6 * POINTS_PER_MM), width) for i in range(count)]

    def text(
        self,
        words: str,
        style: ParagraphStyle,
        *,
        left: float | None = None,
        width: float | None = None,
        after: float = 1.2 * POINTS_PER_MM,
    ) -> None:
        paragraph = Paragraph(words, style)
        _, height = paragraph.wrap(width or self.width, 1e6)
        self.y -= height
        paragraph.drawOn(self.canvas, self.left if left is None else left, self.y)
        self.y -= after

    def rule(self, weight: float) -> None:
        self.canvas.setLineWidth(weight)
        self.canvas.line(self.left, self.y, self.left + self.width, self.y)
        self.y -= 3 * POINTS_PER_MM

    def section(self, heading: str, rows: Sequence[CardRow], left: float, width: float) -> None:
        self.text(escape(heading), _style(SERIF, 11.5), left=left, width=width)
        for row in rows:
            value = row.quantity.words(self.system) if row.quantity else row.text
            mark = " (assumed)" if row.assumed else ""
            self.text(
                f"{escape(row.label)}{mark}", _style(SANS, 8.5), left=left, width=width, after=0
            )
            self.text(escape(value), _style(BOLD, 12.5), left=left, width=width, after=0)
            if row.hint:
                self.text(escape(row.hint), _style(SANS, 7.5), left=left, width=width, after=0)
            self.y -= 1.6 * POINTS_PER_MM

    def marks(self, card: Card) -> None:
        """Drawing of table, zone and frame at the left, the table of tape marks beside it."""
        top = self.y
        drawing_width = self.width * 0.46
        self.drawing(card, drawing_width)
        bottom = self.y
        self.y = top
        left = self.left + drawing_width + 6 * POINTS_PER_MM
        width = self.width - drawing_width - 6 * POINTS_PER_MM
        self.text("Tape down, from the table's edges", _style(SERIF, 11.5), left=left, width=width)
        self.mark_table("Zone", card.zone_marks, left, width)
        if card.frame_marks:
            self.mark_table("Edge of the picture", card.frame_marks, left, width)
        self.y = min(self.y, bottom) - 2 * POINTS_PER_MM

    def mark_table(self, name: str, marks: Sequence[Mark], left: float, width: float) -> None:
        rows = [[name, "from left edge", "from your edge"]]
        for mark in marks:
            off = "" if mark.on_table else " *"
            rows.append(
                [
                    mark.corner + off,
                    length_words(mark.from_left_mm, self.system),
                    length_words(mark.from_front_mm, self.system),
                ]
            )
        table = Table(rows, colWidths=[width * 0.4, width * 0.3, width * 0.3], rowHeights=11.5)
        table.setStyle(
            TableStyle(
                [
                    ("FONT", (0, 0), (-1, 0), BOLD, 8),
                    ("FONT", (0, 1), (-1, -1), SANS, 9),
                    ("LINEBELOW", (0, 0), (-1, 0), 0.5, black),
                    ("LEFTPADDING", (0, 0), (-1, -1), 0),
                    ("TOPPADDING", (0, 0), (-1, -1), 0),
                    ("BOTTOMPADDING", (0, 0), (-1, -1), 1),
                ]
            )
        )
        _, height = table.wrap(width, 1e6)
        self.y -= height
        table.drawOn(self.canvas, left, self.y)
        self.y -= 2 * POINTS_PER_MM
        if any(not mark.on_table for mark in marks):
            self.text("* off the table", _style(SANS, 7.5), left=left, width=width)

    def drawing(self, card: Card, width: float) -> None:
        """Table from above: solid what is there, dashed what is seen. The maker is below."""
        boxes = [card.table, card.zone, *([card.frame] if card.frame else [])]
        left, right = min(b.left for b in boxes), max(b.right for b in boxes)
        near, far = min(b.near for b in boxes), max(b.far for b in boxes)
        scale = min(width / (right - left), _DRAWING_HEIGHT / (far - near))
        bottom = self.y - (far - near) * scale
        canvas = self.canvas

        def rectangle(box: Box, weight: float, dash: Sequence[float], fill: bool = False) -> None:
            canvas.setLineWidth(weight)
            canvas.setDash(list(dash))
            canvas.setFillColor(white)
            canvas.rect(
                self.left + (box.left - left) * scale,
                bottom + (box.near - near) * scale,
                (box.right - box.left) * scale,
                (box.far - box.near) * scale,
                fill=int(fill),
            )

        rectangle(card.table, 1.2, (), fill=True)
        rectangle(card.zone, 0.9, ())
        if card.frame:
            rectangle(card.frame, 0.9, (4, 2.5))
        canvas.setDash([])
        canvas.setFillColor(black)
        canvas.setFont(SANS, 8)
        x = self.left + ((card.zone.left + card.zone.right) / 2 - left) * scale
        y = bottom + ((card.zone.near + card.zone.far) / 2 - near) * scale
        canvas.drawCentredString(x, y - 3, "zone")
        canvas.drawCentredString(x, bottom - 9, "you; solid: table and zone, dashed: picture")
        self.y = bottom - 14

    def cautions(self, cautions: Sequence[Caution]) -> None:
        if not cautions:
            return
        self.text("Cautions", _style(SERIF, 11.5))
        for caution in cautions:
            self.text(escape(caution.sentence), _style(SANS, 9), after=1 * POINTS_PER_MM)
