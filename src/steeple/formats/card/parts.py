"""What stands on both cards: what is not right, cameras on lines, the round of the lamps, tape marks, cautions."""

from __future__ import annotations

from collections.abc import Sequence

from steeple.core.findings.caution import Caution
from steeple.core.study.base.card import CardRow, CardSection
from steeple.core.study.base.sentence import Quantity, sentence_words
from steeple.core.study.card.card import Card, CardNoteKind, Mark
from steeple.core.study.card.full import CameraLine, Round
from steeple.core.study.card.lists.round import EdgeLength
from steeple.core.units import UnitSystem, length_words
from steeple.formats.card.page import HEADING, PLAIN, SMALL, STRONG, Page

NOTE_HEADINGS: dict[CardNoteKind, str] = {
    "fails": "Not right yet",
    "unknown": "Not known, so not cleared",
    "accepted": "Known and accepted",
}


def notes(page: Page, cards: Sequence[Card], kind: CardNoteKind) -> None:
    """What fails, is not known or was accepted, said so that nobody hangs a camera by it unseen."""
    said = [
        (f"{card.camera}: " if card.camera and len(cards) > 1 else "")
        + sentence_words(one.title, page.system)
        + (f" ({one.reason})" if one.reason else "")
        for card in cards
        for one in card.notes
        if one.kind == kind
    ]
    if said:
        font = PLAIN if kind == "accepted" else STRONG
        page.text(f"{NOTE_HEADINGS[kind]}: {'. '.join(said)}.", font, after=2)


def value_words(row: CardRow, system: UnitSystem) -> str:
    """What a row of the card says, with its unit."""
    return row.quantity.words(system) if row.quantity else row.text


def in_a_line(section: CardSection, system: UnitSystem) -> str:
    """A section as one paragraph: what and how much, with dots between."""
    said = []
    for row in section.rows:
        value = value_words(row, system)
        if row.label == section.heading:
            said.append(value)
        elif row.label:
            said.append(f"{row.label}: {value}")
        else:
            said[-1] += f", {value} {row.hint}"
    return " · ".join(said)


def edge_words(length: EdgeLength | None, system: UnitSystem) -> str:
    """How far from which edge of the table."""
    return "" if length is None else f"{length.length.words(system)} {length.where}"


def camera_table(page: Page, lines: Sequence[CameraLine]) -> None:
    """What is set on each camera, and where it hangs."""
    if not lines:
        return

    def said(quantity: Quantity | None) -> str:
        return "" if quantity is None else quantity.words(page.system)

    tilted = any(one.tilt is not None for one in lines)
    rows = [
        [
            "", "camera and lens", "rim above the table", "lens across", "lens away",
            *(["tilt"] if tilted else []), "zoom", "aperture", "time", "ISO", "white",
        ]
    ]  # fmt: skip
    for one in lines:
        rows.append(
            [
                one.letter, ", ".join(each for each in (one.name, one.body, one.lens) if each),
                said(one.rim), edge_words(one.across, page.system), edge_words(one.away, page.system),
                *([said(one.tilt) or "0°"] if tilted else []),
                said(one.zoom), said(one.aperture), said(one.time),
                said(one.iso).removeprefix("ISO "), said(one.white),
            ]
        )  # fmt: skip
    shares = [0.35, 2.2, 1.0, 1.4, 1.4, *([0.6] if tilted else []), 0.8, 0.9, 0.85, 0.75, 0.85]
    page.table(rows, shares)


def round_table(page: Page, rounds: Sequence[Round]) -> None:
    """The lamps in the order of one walk round the table."""
    for one in rounds:
        if not one.stops:
            continue
        heading = "Light, walking round once from your seat by the left"
        page.text(heading + (f": {one.setup}" if one.setup else ""), HEADING)
        rows = [["", "", "across", "away", "middle above the table", "set to", "reads"]]
        for stop in one.stops:
            settings = [
                "" if stop.level is None else stop.level.words(page.system),
                stop.level_by,
                "" if stop.colour is None else stop.colour.words(page.system),
                stop.gel,
            ]
            up = stop.up.words(page.system)
            turned = f"at {stop.clock}, {up} up, turned to {stop.turned_to}"
            turned += " (place assumed)" if stop.assumed else ""
            rows.append(
                [
                    str(stop.number),
                    f"{stop.name}; {turned}" + (f"; {stop.stands_on}" if stop.stands_on else ""),
                    edge_words(stop.across, page.system),
                    edge_words(stop.away, page.system),
                    stop.above_table.words(page.system),
                    ", ".join(each for each in settings if each),
                    "" if stop.reading is None else stop.reading.words(page.system),
                ]
            )
        page.table(rows, [0.3, 2.6, 1.5, 1.5, 1.1, 1.4, 0.8])


def mark_tables(page: Page, card: Card) -> None:
    """Corners to tape down, by the edges of the table."""
    for name, marks in (("Zone", card.zone_marks), ("Edge of the picture", card.frame_marks)):
        if marks:
            _mark_table(page, name, marks)


def _mark_table(page: Page, name: str, marks: Sequence[Mark]) -> None:
    rows = [[name, "from the left edge", "from your edge"]]
    rows += [
        [
            mark.corner + ("" if mark.on_table else " *"),
            length_words(mark.from_left_mm, page.system),
            length_words(mark.from_front_mm, page.system),
        ]
        for mark in marks
    ]
    page.table(rows, [1.2, 1, 1])
    if any(not mark.on_table for mark in marks):
        page.text("* off the table", SMALL)


def cautions(page: Page, said: Sequence[Caution]) -> None:
    """What can hurt someone."""
    if said:
        page.text("Cautions", HEADING)
    for caution in said:
        page.text(caution.sentence, SMALL, after=0.6)
