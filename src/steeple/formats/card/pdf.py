"""The set-up card as PDF: short, on one side for the wall, or long, with all that is set, packed and asked."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from io import BytesIO
from typing import Literal

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.pdfgen.canvas import Canvas

from steeple.core.findings.caution import Caution
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.card.card import Card
from steeple.core.study.card.full import CameraDrawn, FullCard
from steeple.core.units import UnitSystem
from steeple.formats.card.page import GAP, HEADING, PLAIN, SMALL, STRONG, TITLE, Page
from steeple.formats.card.parts import (
    camera_table,
    cautions,
    in_a_line,
    mark_tables,
    notes,
    round_table,
    value_words,
)
from steeple.formats.drawing.style import Paper
from steeple.formats.fonts_of import POINTS_PER_MM, SERIF, load_fonts

CardForm = Literal["short", "long"]
SCALES = (1.1, 1.0, 0.92, 0.85, 0.78, 0.72, 0.66, 0.6, 0.55, 0.5)
"""Tried in turn until the short card lies on its one side: as large as it can be read from a stool."""
Draw = Callable[[Page], None]


def card_pdf(
    cards: Sequence[Card],
    full: FullCard,
    drawn: Sequence[CameraDrawn],
    said: Sequence[Caution],
    *,
    form: CardForm,
    paper: Paper,
    system: UnitSystem,
) -> bytes:
    """The card of a plan. The same plan gives the same bytes.

    Parameters
    ----------
    cards, full, drawn, said
        as evaluated: one card for each camera, its lines and lists, the drawings of each camera, the cautions.
    form
        ``short``: one side; ``long``: a page for each camera, then the lists.
    paper
        ``a4`` (210 × 297 mm) or ``letter`` (8.5 × 11 in).
    system
        lengths in centimetres or in inches with fractions.
    """
    load_fonts()
    size = A4 if paper == "a4" else LETTER
    out = BytesIO()
    canvas = Canvas(out, pagesize=size, invariant=1)
    canvas.setTitle(f"Set-up card: {cards[0].title}")
    canvas.setAuthor("Steeple")
    if form == "short":
        sides: list[Draw] = [lambda page: _short(page, cards, full, drawn, said)]
    else:
        sides = []
        for card, views in zip(cards, drawn, strict=True):
            first = card is cards[0]
            sides.append(_drawn_side(card, views, full if first else None, said if first else ()))
            sides.append(_rows_side(card, views))
        sides.append(lambda page: _lists(page, cards[0], full))
    for draw in sides:
        _side(canvas, size, system, draw)
    canvas.save()
    return out.getvalue()


def _side(canvas: Canvas, size: tuple[float, float], system: UnitSystem, draw: Draw) -> None:
    """One side, at the greatest scale at which all of it lies there."""
    scale = SCALES[-1]
    for tried in SCALES:
        page = Page(Canvas(BytesIO(), pagesize=size), size, system, scale=tried)
        draw(page)
        if page.fits:
            scale = tried
            break
    draw(Page(canvas, size, system, scale=scale))
    canvas.showPage()


def _head(page: Page, card: Card, words: str) -> None:
    page.text(card.title, TITLE, after=0.6)
    page.text(words, PLAIN, after=1.4)
    page.rule(1.4)


def _short(
    page: Page,
    cards: Sequence[Card],
    full: FullCard,
    drawn: Sequence[CameraDrawn],
    said: Sequence[Caution],
) -> None:
    first, main = cards[0], drawn[0]
    _head(page, first, "Set-up card, one side; lengths by the tape, numbers as in the drawings")
    for card in cards:
        if not card.ready:
            page.text(f"{card.camera}: {card.missing}".removeprefix(": "), STRONG)
    notes(page, cards, "fails")
    notes(page, cards, "unknown")
    page.drawings([main.side, main.above], most_mm=84)
    others = [one.side for one in drawn[1:]]
    for start in range(0, len(others), 3):
        page.drawings(others[start : start + 3], most_mm=56)
    camera_table(page, full.lines)
    round_table(page, full.rounds)
    for wanted in ("Support", "Sound", "Session"):
        for card in cards:
            for section in card.sections:
                if section.heading == wanted:
                    of = f", {card.camera}" if wanted == "Support" and len(cards) > 1 else ""
                    words = _safe(in_a_line(section, page.system))
                    page.text(
                        f'<font name="{SERIF}">{wanted}{_safe(of)}:</font> {words}', PLAIN, raw=True
                    )
    _tape(page, first, main)
    notes(page, cards, "accepted")
    cautions(page, said)


def _safe(words: str) -> str:
    return words.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")


def _tape(page: Page, card: Card, views: CameraDrawn) -> None:
    """The picture on the table with its tape marks: drawn at the left, in figures at the right."""
    if not card.frame_marks and views.frame is None:
        return
    page.text("Tape down, from the table’s edges", HEADING)
    top, whole = page.y, (page.left, page.width)
    (left, width), (right, rest) = page.columns([1.1, 1])
    lowest = top
    if views.frame is not None:
        page.left, page.width = left, width
        page.drawing(views.frame, most_mm=56)
        lowest = page.y
    page.y, page.left, page.width = top, right, rest
    mark_tables(page, card)
    page.y = min(lowest, page.y)
    page.left, page.width = whole
    if card.check:
        page.text(sentence_words(card.check, page.system), PLAIN)


def _named(card: Card) -> str:
    of = f", {card.camera} camera" if card.camera else ""
    return f"Set-up card{of}" + (f", set-up: {card.setup}" if card.setup else "")


def _drawn_side(
    card: Card, views: CameraDrawn, full: FullCard | None, said: Sequence[Caution]
) -> Draw:
    """The side of a camera with its drawings; with the cameras and the round of the lamps on the first."""

    def draw(page: Page) -> None:
        _head(page, card, _named(card))
        if not card.ready:
            page.text(card.missing, STRONG)
        notes(page, [card], "fails")
        notes(page, [card], "unknown")
        for change in card.changes:
            page.text(change.title, HEADING)
            for number, one in enumerate(change.moves, start=1):
                page.text(f"{number}. {sentence_words(one, page.system)}.", PLAIN, after=0.6)
        page.drawings([views.side, views.above], most_mm=105)
        if full is not None:
            camera_table(page, full.lines)
            round_table(page, full.rounds)
        _tape(page, card, views)
        if card.way_round:
            page.text(f"{card.way_round}.", PLAIN)
        notes(page, [card], "accepted")
        cautions(page, said)

    return draw


def _rows_side(card: Card, views: CameraDrawn) -> Draw:
    """The side of a camera with all its rows in three columns, the picture of its parts above their order."""

    def draw(page: Page) -> None:
        _head(page, card, f"{_named(card)}: everything that is set")
        top, whole = page.y, (page.left, page.width)
        columns = page.columns([1, 1, 1])
        heights = [top] * len(columns)
        for section in card.sections:
            index = heights.index(max(heights))
            page.left, page.width = columns[index]
            page.y = heights[index]
            page.text(section.heading, HEADING)
            if section.heading.startswith("Put together") and views.parts is not None:
                page.drawing(views.parts, most_mm=60)
            for row in section.rows:
                mark = " (assumed)" if row.assumed else ""
                page.text(f"{row.label}{mark}", SMALL, after=0)
                page.text(value_words(row, page.system), STRONG, after=0.2 if row.hint else 1)
                if row.hint:
                    page.text(row.hint, SMALL, after=1)
            heights[index] = page.y - GAP
        page.y = min(heights)
        page.left, page.width = whole

    return draw


def _lists(page: Page, card: Card, full: FullCard) -> None:
    """Packing, the room that is not one's own, and leaving."""
    _head(page, card, "To pack, to ask, and before you leave")
    top, whole = page.y, (page.left, page.width)
    columns = page.columns([1, 1])
    page.left, page.width = columns[0]
    page.text("Packing list", HEADING, after=2)
    for group in full.packing:
        page.text(group.heading, STRONG, after=0.8)
        for item in group.items:
            hint = ", ".join(
                each for each in (item.hint, "still to get" if item.to_get else "") if each
            )
            page.tick(sentence_words(item.name, page.system), count=item.count, hint=hint)
        page.y -= 1.5 * POINTS_PER_MM
    lowest = page.y
    page.y, page.left, page.width = top, *columns[1]
    for heading, items in (
        ("If the room is not your own: ask", full.location),
        ("Before you leave", full.leaving),
    ):
        page.text(heading, HEADING, after=2)
        for one in items:
            page.tick(sentence_words(one.says, page.system))
        page.y -= 2.5 * POINTS_PER_MM
    page.y = min(lowest, page.y)
    page.left, page.width = whole
