"""The whole cupboard as spreadsheets of other places would write it, read back unchanged."""

from __future__ import annotations

import csv
import io
import re

import pytest

from steeple.core.plan.cupboard.kinds import KINDS, Gear, GearKind, kind_of
from steeple.demo.cupboard import EVERYTHING
from steeple.formats.gear_csv import read_gear_csv, write_gear_csv

PLACES: dict[str, tuple[str, str, str, str]] = {
    "comma and point": (",", ".", "utf-8-sig", "\r\n"),
    "semicolon and comma": (";", ",", "utf-8-sig", "\r\n"),
    "semicolon and comma, Western European": (";", ",", "cp1252", "\r\n"),
    "tab and comma, two bytes": ("\t", ",", "utf-16", "\r\n"),
    "tab and point": ("\t", ".", "utf-8", "\n"),
    "semicolon and point": (";", ".", "utf-8", "\n"),
    "comma and quoted decimal comma": (",", ",", "utf-8", "\n"),
}
DECIMAL = re.compile(r"-?\d+\.\d+")


def rows_of(things: list[Gear]) -> list[list[str]]:
    return list(csv.reader(io.StringIO(write_gear_csv(things).lstrip("\ufeff"))))


def as_written_in(place: str, rows: list[list[str]]) -> bytes:
    """The rows with another separator, decimal mark, encoding and line end."""
    separator, mark, encoding, end = PLACES[place]
    out = io.StringIO()
    writer = csv.writer(out, delimiter=separator, lineterminator=end)
    for row in rows:
        writer.writerow(
            [cell.replace(".", mark) if DECIMAL.fullmatch(cell) else cell for cell in row]
        )
    return out.getvalue().encode(encoding, errors="replace")


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("place", PLACES)
def test_every_kind_comes_back_from_every_place(place: str, kind: GearKind) -> None:
    things = [one for one in EVERYTHING if kind_of(one) == kind]
    table = read_gear_csv(as_written_in(place, rows_of(things)))
    assert [one.sentence for one in table.refused] == []
    assert [row.gear for row in table.taken] == things


@pytest.mark.parametrize("place", PLACES)
def test_everything_at_once_comes_back_from_every_place(place: str) -> None:
    table = read_gear_csv(as_written_in(place, rows_of(list(EVERYTHING))))
    assert table.refused == []
    assert [row.gear for row in table.taken] == list(EVERYTHING)


def test_columns_in_any_order_and_empty_rows_between_do_no_harm() -> None:
    head, *rows = rows_of(list(EVERYTHING))
    order = sorted(range(len(head)), key=lambda index: head[index][::-1])
    turned = [[row[index] for index in order] for row in (head, *rows)]
    spaced = [turned[0], *[line for row in turned[1:] for line in (row, [""] * len(head))]]
    table = read_gear_csv(as_written_in("semicolon and comma", spaced))
    assert table.refused == []
    assert [row.gear for row in table.taken] == list(EVERYTHING)


def test_lines_are_counted_as_the_spreadsheet_counts_them() -> None:
    """A row that is spoilt is named by its line, and only that one is refused."""
    rows = rows_of([one for one in EVERYTHING if kind_of(one) == "lens"])
    column = rows[0].index("focal_min_mm")
    for spoilt in range(1, len(rows)):
        changed = [list(row) for row in rows]
        changed[spoilt][column] = "wide"
        table = read_gear_csv(as_written_in("semicolon and comma", changed))
        assert [(one.line, one.column) for one in table.refused] == [(spoilt + 1, "focal_min_mm")]
        assert len(table.taken) == len(rows) - 2
