"""The figures of a plan as a table: what is set, what was worked out, and what is packed, a row each.

Written: UTF-8 with mark, comma, decimal point, and no cell that a spreadsheet would take for a formula.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator, Sequence

from steeple.core.evaluation import Evaluation
from steeple.core.study.base.card import CardRow
from steeple.core.study.base.sentence import Quantity, sentence_words
from steeple.core.study.card.full import FullCard
from steeple.core.units import UnitSystem
from steeple.formats.gear_csv import guarded

COLUMNS = ("part", "of", "what", "figure", "unit", "in words", "note")
Row = Sequence[str]


def write_plan_csv(evaluation: Evaluation, full: FullCard, system: UnitSystem) -> str:
    """A plan as a table.

    Parameters
    ----------
    evaluation, full
        the plan worked out, and its card in full.
    system
        for the column in words; ``figure`` is in the unit of its own column always.
    """
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for row in (
        *_figures(evaluation, system),
        *_card(evaluation, system),
        *_round(full, system),
        *_packing(full, system),
        *_findings(evaluation, system),
    ):
        part, of, what, figure, *rest = row
        words = [guarded(cell) for cell in (part, of, what, *rest)]
        writer.writerow([*words[:3], figure, *words[3:]])
    return "\ufeff" + out.getvalue()


def _quantity(quantity: Quantity, system: UnitSystem) -> tuple[str, str, str]:
    unit = "mm" if quantity.unit == "mm_exact" else quantity.unit
    return f"{quantity.value:.6g}", unit, quantity.words(system)


def _figures(evaluation: Evaluation, system: UnitSystem) -> Iterator[Row]:
    for of, figures in (
        ("", evaluation.figures),
        *((one.name, one.figures) for one in evaluation.cameras),
    ):
        for one in figures:
            yield "figure", of, one.title, *_quantity(one.quantity, system), one.holds_for


def _card(evaluation: Evaluation, system: UnitSystem) -> Iterator[Row]:
    for card in evaluation.cards:
        for section in card.sections:
            label = ""
            for row in section.rows:
                label = row.label or label
                yield "card", card.camera, f"{section.heading}: {label}", *_row(row, system)


def _row(row: CardRow, system: UnitSystem) -> tuple[str, str, str, str]:
    hint = row.hint + (" (assumed)" if row.assumed else "")
    if row.quantity is None:
        return "", "", row.text, hint
    return *_quantity(row.quantity, system), hint


def _round(full: FullCard, system: UnitSystem) -> Iterator[Row]:
    for one in full.rounds:
        for stop in one.stops:
            of = f"{stop.number} {stop.name}"
            for edge in (stop.across, stop.away):
                yield "light", of, "place", *_quantity(edge.length, system), edge.where
            yield "light", of, "height", *_quantity(stop.above_table, system), "above the table"
            if stop.level is not None:
                yield "light", of, "level", *_quantity(stop.level, system), stop.level_by
            if stop.colour is not None:
                yield "light", of, "colour", *_quantity(stop.colour, system), ""
            if stop.reading is not None:
                yield "light", of, "reading", *_quantity(stop.reading, system), "on the zone"


def _packing(full: FullCard, system: UnitSystem) -> Iterator[Row]:
    for group in full.packing:
        for item in group.items:
            note = ", ".join(one for one in (item.hint, "to get" if item.to_get else "") if one)
            name = sentence_words(item.name, system)
            yield "pack", group.heading, name, str(item.count), "count", "", note


def _findings(evaluation: Evaluation, system: UnitSystem) -> Iterator[Row]:
    for one in evaluation.findings:
        yield "note", one.about, one.code, "", "", sentence_words(one.title, system), one.verdict
