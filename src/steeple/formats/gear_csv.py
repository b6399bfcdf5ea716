"""The cupboard as a table: CSV as spreadsheets of any locale write it, and read.

One row a thing. The column ``thing`` says its kind; every other column is a path of its figures
with dots, such as ``view.angle_deg`` or ``modes.2.width_px`` (places in lists count from 1). An
empty cell, ``?`` or ``unknown`` is a figure that is not known. Several choices in one cell stand
apart by ``|``.

Read: comma, semicolon or tab (also told by a first line ``sep=;``); UTF-8 with or without mark,
UTF-16, or Western European; decimal point or comma, thousands marks where the file itself shows
which is which; line breaks within quotes. Written: UTF-8 with mark, comma, decimal point, and no
cell that a spreadsheet would take for a formula.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any, Literal

from steeple.core.errors import DocumentError
from steeple.core.plan.cupboard.kinds import (
    KINDS,
    Gear,
    GearField,
    GearKind,
    gear_fields,
    kind_of,
    validate_gear,
)
from steeple.core.plan.reading import PlanRefused

ROW_LIMIT = 5_000
PLACE_LIMIT = 64
THING = "thing"
LIST_MARK = "|"
UNKNOWN = ("", "?", "unknown", "n/a", "-")
NUMBER_CHARACTERS, COLUMN_CHARACTERS = 60, 120
"""More than so many are no number, and no name of a column."""
_YES = {"yes", "true", "1", "x", "y", "ja", "wahr", "oui", "vrai", "sí", "si", "verdadero", "vero"}
_NO = {"no", "false", "0", "n", "nein", "falsch", "non", "faux", "falso"}
_FORMULA = ("=", "+", "-", "@", "\t", "\r", "'")
Mark = Literal[".", ",", ""]
MARK_BY_DELIMITER: dict[str, Mark] = {",": ".", ";": ",", "\t": ""}


@dataclass(frozen=True, slots=True)
class RowRefused:
    """A row that is not taken. ``line`` counts from 1 in the file."""

    line: int
    column: str
    value: str
    sentence: str


@dataclass(frozen=True, slots=True)
class RowTaken:
    """A row that is a thing."""

    line: int
    kind: GearKind
    gear: Gear


@dataclass(slots=True)
class Table:
    """What a file holds, and how it was read."""

    encoding: str = ""
    delimiter: str = ""
    decimal_mark: str = ""
    taken: list[RowTaken] = field(default_factory=list)
    refused: list[RowRefused] = field(default_factory=list)


def _decoded(content: bytes) -> tuple[str, str]:
    """Text and the name of its encoding."""
    for mark, name in (
        (b"\xff\xfe", "utf-16"),
        (b"\xfe\xff", "utf-16"),
        (b"\xef\xbb\xbf", "utf-8-sig"),
    ):
        if content.startswith(mark):
            try:
                return content.decode(name), name
            except UnicodeDecodeError as error:
                raise DocumentError(
                    "not-a-table",
                    f"The file begins as {name}, but is none: {error.reason}.",
                    field="file",
                ) from error
    try:
        return content.decode("utf-8"), "utf-8"
    except UnicodeDecodeError:
        pass
    if b"\x00" in content:
        raise DocumentError(
            "not-a-table",
            "The file is no text. Save it in the spreadsheet as CSV, then choose it again.",
            field="file",
        )
    return content.decode("cp1252", errors="replace"), "Western European (cp1252)"


def _delimiter(text: str) -> tuple[str, str]:
    """The delimiter, and the text without a line that only names it."""
    told = re.match(r"\s*\"?sep=(.)\"?\s*\r?\n", text)
    if told:
        return told[1], text[told.end() :]
    line = text.lstrip().splitlines()[0] if text.strip() else ""
    return max((";", "\t", ","), key=line.count), text


_DECIMAL = {
    ".": re.compile(r"^-?\d+\.(?:\d{1,2}|\d{4,})$"),
    ",": re.compile(r"^-?\d+,(?:\d{1,2}|\d{4,})$"),
}
_GROUPED = {
    ".": re.compile(r"^-?\d{1,3}(?:,\d{3})+(?:\.\d+)?$"),
    ",": re.compile(r"^-?\d{1,3}(?:[.   ]\d{3})+(?:,\d+)?$"),
}


def _decimal_mark(cells: Sequence[str], delimiter: str) -> Mark:
    """The decimal mark that a file shows: by its own plain cases, else usual for its delimiter;
    empty where it shows both."""
    shown = {mark for mark, form in _DECIMAL.items() for cell in cells if form.match(cell.strip())}
    if len(shown) == 1:
        return "." if "." in shown else ","
    return MARK_BY_DELIMITER.get(delimiter, ".") if not shown else ""


def read_number(cell: str, mark: Mark) -> float | None:
    """The number in a cell; None where it is none, or could be two."""
    text = cell.strip()
    if len(text) > NUMBER_CHARACTERS:
        return None
    if re.fullmatch(r"-?\d+", text):
        return float(text)
    if re.fullmatch(r"-?\d*[.,]?\d+[eE][+-]?\d{1,3}", text):
        return float(text.replace(",", "."))
    marks: Sequence[Mark] = (mark,) if mark else (".", ",")
    found: set[float] = set()
    for one in marks:
        other = "," if one == "." else "."
        if re.fullmatch(rf"-?\d*{re.escape(one)}\d+", text) and other not in text:
            found.add(float(text.replace(one, ".")))
        elif _GROUPED[one].match(text):
            plain = re.sub(r"[\s   ]", "", text).replace(other, "")
            found.add(float(plain.replace(one, ".")))
    return found.pop() if len(found) == 1 else None


def _field_of(kind: GearKind, column: str) -> GearField | None:
    if len(column) > COLUMN_CHARACTERS:
        return None
    if any(not 1 <= int(place) <= PLACE_LIMIT for place in re.findall(r"\.(\d+)(?=\.|$)", column)):
        return None
    path = re.sub(r"/\d+(?=/|$)", "/*", column.replace(".", "/"))
    return next((one for one in gear_fields(kind) if one.path == path), None)


def _value(cell: str, about: GearField, mark: Mark) -> tuple[Any, str]:
    """A cell as the value of a field, or why it is none."""
    text = cell.strip()
    if about.kind in ("number", "whole"):
        bare = text.removesuffix(about.unit or "").rstrip().removeprefix("f/")
        number = read_number(bare, mark)
        if number is None:
            other = read_number(bare, "")
            said = (
                "can be read in two ways; write it without a thousands mark"
                if re.fullmatch(r"[\d.,\s]+", bare) and other is None and re.search(r"\d", bare)
                else "is no number"
            )
            return None, f"{about.label}: “{text[:40]}” {said}."
        return (int(number) if about.kind == "whole" and number.is_integer() else number), ""
    if about.kind == "flag":
        if text.lower() in _YES:
            return True, ""
        if text.lower() in _NO:
            return False, ""
        return None, f"{about.label}: “{text[:40]}” is neither yes nor no."
    if about.kind == "choices":
        return [one.strip() for one in text.split(LIST_MARK) if one.strip()], ""
    if about.kind == "choice":
        match = next((one for one in about.choices if one.lower() == text.lower()), text)
        return match, ""
    return _unguarded(text), ""


def _put(data: dict[str, Any], path: str, value: Any) -> None:
    """Put a value at a path of names and places; lists grow as needed."""
    steps = path.split(".")
    node: Any = data
    for step, following in zip(steps, [*steps[1:], ""], strict=True):
        if isinstance(node, list):
            place = int(step) - 1
            while len(node) <= place:
                node.append({})
            if not following:
                node[place] = value
            node = node[place]
        elif following:
            node = node.setdefault(step, [] if following.isdigit() else {})
        else:
            node[step] = value


def _needs_guard(text: str) -> bool:
    """Whether a spreadsheet would take words for a formula, or `read_gear_csv` for a figure unknown."""
    return text.startswith(_FORMULA) or text.strip().lower() in UNKNOWN


def _unguarded(text: str) -> str:
    return text[1:] if text[:1] == "'" and text[1:] and _needs_guard(text[1:]) else text


def guarded(text: str) -> str:
    """Words as a cell that no spreadsheet takes for a formula."""
    return "'" + text if text and _needs_guard(text) else text


def _header(names: Sequence[str]) -> list[str]:
    return [re.sub(r"[\s-]+", "_", name.strip().lower()) for name in names]


def read_gear_csv(content: bytes, *, kind: GearKind | None = None) -> Table:
    """The things of a table, and every row that is none with the reason.

    Parameters
    ----------
    content
        the file.
    kind
        what the rows are where the table has no column ``thing``.

    Raises
    ------
    DocumentError
        ``not-a-table`` where the file as a whole cannot be read.
    """
    text, encoding = _decoded(content)
    delimiter, text = _delimiter(text)
    try:
        reader = csv.reader(io.StringIO(text, newline=""), delimiter=delimiter, strict=True)
        rows = [(reader.line_num, row) for row in reader if any(cell.strip() for cell in row)]
    except csv.Error as error:
        raise DocumentError(
            "not-a-table",
            f"The table cannot be read ({error}). A quotation mark may be left open.",
            field="file",
        ) from error
    if len(rows) < 2:
        raise DocumentError(
            "not-a-table", "The table has no row under its header; nothing was taken.", field="file"
        )
    if len(rows) > ROW_LIMIT:
        raise DocumentError(
            "too-large",
            f"The table has {len(rows) - 1} rows; at most {ROW_LIMIT} are taken at once.",
            field="file",
            allowed=f"at most {ROW_LIMIT} rows",
        )
    header = _header(rows[0][1])
    if THING not in header and kind is None:
        raise DocumentError(
            "not-a-table",
            "The table does not say what its rows are: it has no column “thing” with "
            f"{', '.join(KINDS)}.",
            field="file",
            allowed=", ".join(KINDS),
        )
    mark = _decimal_mark([cell for _, row in rows[1:] for cell in row], delimiter)
    table = Table(
        encoding=encoding,
        delimiter={";": "semicolon", ",": "comma", "\t": "tab"}.get(delimiter, delimiter),
        decimal_mark={".": "point", ",": "comma", "": "not told"}[mark],
    )
    for line, row in rows[1:]:
        _read_row(table, header, line, row, kind, mark)
    return table


def _read_row(
    table: Table,
    header: Sequence[str],
    line: int,
    row: Sequence[str],
    kind: GearKind | None,
    mark: Mark,
) -> None:
    cells = dict(zip(header, row, strict=False))
    extra = [cell for cell in row[len(header) :] if cell.strip()]
    said = cells.pop(THING, "").strip().lower() or (kind or "")
    own = next((one for one in KINDS if one == said), None)
    refused: list[RowRefused] = []
    if extra:
        sentence = f"The row has more cells than the header; “{extra[0][:40]}” stands in none."
        refused.append(RowRefused(line, "", extra[0][:40], sentence))
    if own is None:
        sentence = f"“{said[:40]}” is no kind of gear; it must be one of {', '.join(KINDS)}."
        table.refused.append(RowRefused(line, THING, said[:40], sentence))
        return
    data: dict[str, Any] = {}
    for column, cell in cells.items():
        if cell.strip().lower() in UNKNOWN:
            continue
        about = _field_of(own, column)
        if about is None:
            sentence = f"A {own} has no “{column}”."
            refused.append(RowRefused(line, column, cell[:40], sentence))
            continue
        value, problem = _value(cell, about, mark)
        if problem:
            refused.append(RowRefused(line, column, cell[:40], problem))
        else:
            _put(data, column, value)
    if not refused:
        try:
            table.taken.append(RowTaken(line, own, validate_gear(own, data)))
        except PlanRefused as error:
            refused = [
                RowRefused(line, one.field.strip("/").replace("/", "."), one.value, one.sentence)
                for one in error.problems
            ]
    table.refused += refused


def _flat(value: Any, prefix: str, into: dict[str, str]) -> None:
    if isinstance(value, dict):
        for name, part in value.items():
            _flat(part, f"{prefix}.{name}" if prefix else name, into)
    elif isinstance(value, list) and value and isinstance(value[0], dict):
        for place, part in enumerate(value, 1):
            _flat(part, f"{prefix}.{place}", into)
    elif isinstance(value, list):
        into[prefix] = f" {LIST_MARK} ".join(value)
    elif isinstance(value, bool):
        into[prefix] = "yes" if value else "no"
    elif value is None:
        into[prefix] = ""
    elif isinstance(value, float):
        into[prefix] = repr(int(value)) if value.is_integer() and abs(value) < 1e15 else repr(value)
    else:
        into[prefix] = guarded(str(value)) if isinstance(value, str) else str(value)


def write_gear_csv(things: Sequence[Gear]) -> str:
    """Things as a table; columns in the order in which they are first met."""
    rows = []
    columns = [THING]
    for gear in things:
        flat: dict[str, str] = {THING: kind_of(gear)}
        _flat(gear.model_dump(mode="json"), "", flat)
        kind = kind_of(gear)
        flat = {name: cell for name, cell in flat.items() if name == THING or _field_of(kind, name)}
        rows.append(flat)
        columns += [name for name in flat if name not in columns]
    out = io.StringIO(newline="")
    writer = csv.DictWriter(out, columns, restval="", lineterminator="\r\n")
    writer.writeheader()
    writer.writerows(rows)
    return "﻿" + out.getvalue()
