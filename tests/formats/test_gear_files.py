"""The cupboard as a file: spreadsheets of several locales, refusals row by row, round trips."""

from __future__ import annotations

import csv
import io
import time
from contextlib import suppress

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.errors import DocumentError
from steeple.core.plan.cupboard.field_words import GEAR_WORDS, KIND_TITLES
from steeple.core.plan.cupboard.kinds import KINDS, MODELS, Gear, gear_fields, kind_of
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.demo.cupboard import EVERYTHING
from steeple.formats.gear_csv import read_gear_csv, read_number, write_gear_csv
from steeple.formats.gear_json import read_gear_json, write_gear_json

HEADER = "thing;name;focal_min_mm;focal_max_mm;f_number_wide;f_number_long;length_mm"
GERMAN = f"{HEADER}\r\nlens;Größe zwei;16,5;50;3,5;5,6;66,25\r\n"


def only(content: bytes) -> Lens:
    table = read_gear_csv(content)
    assert table.refused == []
    (row,) = table.taken
    assert isinstance(row.gear, Lens)
    return row.gear


def test_everything_goes_out_and_comes_back_unchanged() -> None:
    for kind in (None, *KINDS):
        things = [one for one in EVERYTHING if kind is None or kind_of(one) == kind]
        table = read_gear_csv(write_gear_csv(things).encode())
        assert table.refused == []
        assert [row.gear for row in table.taken] == things
        again = read_gear_json(write_gear_json(things).encode())
        assert [row.gear for row in again.taken] == things


def test_every_kind_has_words_for_every_field() -> None:
    assert set(MODELS) == set(KINDS) == set(GEAR_WORDS) == set(KIND_TITLES)
    for kind in KINDS:
        for field in gear_fields(kind):
            assert field.path in GEAR_WORDS[kind], (kind, field.path)
            if field.kind in ("number", "whole"):
                assert field.least is not None, field.path
                assert field.most is not None, field.path


@pytest.mark.parametrize(
    ("content", "encoding"),
    [
        (GERMAN.encode("utf-8"), "utf-8"),
        (GERMAN.encode("utf-8-sig"), "utf-8-sig"),
        (GERMAN.encode("utf-16"), "utf-16"),
        (GERMAN.encode("cp1252"), "Western European (cp1252)"),
        (GERMAN.replace(";", "\t").encode("utf-16"), "utf-16"),
        (("sep=;\r\n" + GERMAN).encode("utf-8"), "utf-8"),
        (GERMAN.replace("\r\n", "\n").encode(), "utf-8"),
        (GERMAN.replace("\r\n", "\r").encode(), "utf-8"),
    ],
)
def test_spreadsheets_of_another_locale_are_read(content: bytes, encoding: str) -> None:
    lens = only(content)
    assert lens.name == "Größe zwei"
    assert (lens.focal_min_mm, lens.f_number_wide, lens.length_mm) == (16.5, 3.5, 66.25)
    assert read_gear_csv(content).encoding == encoding


def test_quoted_line_breaks_commas_and_quotes_stay() -> None:
    text = (
        "thing,name,focal_min_mm,focal_max_mm,f_number_wide,f_number_long\n"
        'lens,"two lines,\nand a ""quote""",35,35,1.8,1.8\n'
        "lens,after it,50,50,2,2\n"
    )
    table = read_gear_csv(text.encode())
    assert [row.gear.name for row in table.taken] == ['two lines,\nand a "quote"', "after it"]
    assert table.taken[1].line == 4, "lines are those of the file"


@pytest.mark.parametrize(
    ("cell", "mark", "value"),
    [
        ("1.5", ".", 1.5), ("1,5", ",", 1.5), ("1,920", ".", 1920), ("1.920", ",", 1920),
        ("1.234,5", ",", 1234.5), ("1,234.5", ".", 1234.5), ("1 234,5", ",", 1234.5),
        ("1,234,567", ".", 1234567), ("12", "", 12), ("1.5", "", 1.5), ("1,200", "", None),
        ("1.5", ",", None), ("abc", ".", None), ("1.2.3", ".", None), ("", ".", None),
        ("4e9", ".", 4e9), ("4,00E+09", ",", 4e9), ("3.2E+03", ",", 3200), (".5", ".", 0.5),
    ],
)  # fmt: skip
def test_numbers_are_read_as_the_file_writes_them(
    cell: str, mark: str, value: float | None
) -> None:
    assert read_number(cell, mark) == value  # type: ignore[arg-type]


def test_the_file_itself_shows_its_decimal_mark() -> None:
    rows = "lens;a;16,5;50;4;4;1.100\r\nlens;b;35;35;2;2;1,100\r\n"
    table = read_gear_csv(f"{HEADER}\r\n{rows}".encode())
    assert table.decimal_mark == "comma"
    lengths = [row.gear.length_mm for row in table.taken if isinstance(row.gear, Lens)]
    assert lengths == [1100.0, 1.1]


def test_a_file_that_shows_both_marks_is_not_guessed_at() -> None:
    rows = "lens;a;16,5;50;4;4;1,100\r\nlens;b;35.5;36;2;2;60\r\n"
    table = read_gear_csv(f"{HEADER}\r\n{rows}".encode())
    (refused,) = table.refused
    assert (refused.line, refused.column) == (2, "length_mm")
    assert "two ways" in refused.sentence
    assert [row.gear.name for row in table.taken] == ["b"]


REFUSED = [
    ("boat;x;1;1;1;1;1", "thing", "no kind of gear"),
    ("lens;x;abc;50;4;4;60", "focal_min_mm", "is no number"),
    ("lens;x;5000;6000;4;4;60", "focal_min_mm", "between 1 mm and 2000 mm"),
    ("lens;;16;50;4;4;60", "name", "is missing"),
    ("lens;x;50;16;4;4;60", "", "shorter than"),
    ("lens;x;16;50;4;4;60;more", "", "more cells"),
]


@pytest.mark.parametrize(("row", "column", "words"), REFUSED)
def test_a_row_that_is_none_is_refused_with_line_and_reason(
    row: str, column: str, words: str
) -> None:
    table = read_gear_csv(f"{HEADER}\r\n{row}\r\nlens;sound;16;50;4;4;60\r\n".encode())
    assert next(one.line for one in table.refused) == 2
    assert table.refused[0].column == column
    assert any(words in one.sentence for one in table.refused), table.refused
    assert [one.gear.name for one in table.taken] == ["sound"]


def test_unknown_columns_and_places_are_refused_where_they_are_used() -> None:
    text = f"{HEADER};colour\nlens;a;16;50;4;4;60;red\nlens;b;16;50;4;4;60;\n"
    table = read_gear_csv(text.encode())
    assert [one.sentence for one in table.refused] == ["A lens has no “colour”."]
    assert [one.gear.name for one in table.taken] == ["b"]
    deep = "thing;kind;name;modes.99999999.name\nbody;camera;x;far\n"
    assert read_gear_csv(deep.encode()).refused
    zero = "thing;kind;name;modes.0.name\nbody;camera;x;far\n"
    assert read_gear_csv(zero.encode()).refused


def test_unknown_is_a_value_and_units_may_stand_in_the_cell() -> None:
    row = "lens;x;16 mm;50 mm;f/4;f/4;?"
    lens = only(f"{HEADER}\n{row}\n".encode())
    assert (lens.focal_min_mm, lens.f_number_wide, lens.length_mm) == (16, 4, None)


@pytest.mark.parametrize("word", ["yes", "TRUE", "wahr", "Ja", "vrai", "sí", "1", "x"])
def test_yes_in_several_tongues(word: str) -> None:
    text = f"thing;name;form;remote;emitter\nfixture;x;;{word};disc\n".replace(";form", "", 1)
    text = f"thing;name;remote;emitter\nfixture;x;{word};disc\n"
    (row,) = read_gear_csv(text.encode()).taken
    assert getattr(row.gear, "remote") is True  # noqa: B009


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"", "no row"),
        (b"thing;name\n", "no row"),
        (b"name;focal_min_mm\nx;3\n", "no column"),
        (b'thing,name\nlens,"open\n', "quotation mark"),
        (b"\x00\x01\x02\x03\xff", "no text"),
        (b"\xff\xfea", "begins as"),
    ],
)
def test_what_is_no_table_is_refused_as_a_whole(content: bytes, words: str) -> None:
    with pytest.raises(DocumentError, match=words):
        read_gear_csv(content)


def test_rows_of_a_kind_chosen_need_no_column_for_it() -> None:
    text = "name;focal_min_mm;focal_max_mm;f_number_wide;f_number_long\nx;35;35;2;2\n"
    table = read_gear_csv(text.encode(), kind="lens")
    assert [row.kind for row in table.taken] == ["lens"]


def test_no_cell_is_taken_for_a_formula() -> None:
    for name in ("=1+1", "+a", "-a", "@a", "'=1"):
        lens = Lens(name=name, focal_min_mm=35, focal_max_mm=35, f_number_wide=2, f_number_long=2)
        text = write_gear_csv([lens])
        cells = [cell for row in csv.reader(io.StringIO(text)) for cell in row]
        assert not any(cell.startswith(("=", "+", "-", "@")) for cell in cells)
        assert [row.gear for row in read_gear_csv(text.encode()).taken] == [lens]


def test_too_many_rows_are_refused_at_once() -> None:
    text = HEADER + "\n" + "lens;x;35;35;2;2;60\n" * 5001
    with pytest.raises(DocumentError, match="at most 5000"):
        read_gear_csv(text.encode())


names = st.text(st.characters(blacklist_categories=["Cs", "Cc"]), min_size=1, max_size=60).filter(
    lambda text: text.strip()
)


@settings(max_examples=60, deadline=None)
@given(
    names,
    st.floats(1, 900),
    st.one_of(st.none(), st.floats(0, 2000)),
    st.floats(0.7, 100),
)
def test_any_lens_survives_a_table(
    name: str, focal: float, length: float | None, stop: float
) -> None:
    lens = Lens(
        name=name,
        focal_min_mm=focal,
        focal_max_mm=focal,
        f_number_wide=stop,
        f_number_long=stop,
        length_mm=length,
    )
    table = read_gear_csv(write_gear_csv([lens]).encode())
    assert table.refused == []
    assert [row.gear for row in table.taken] == [lens]


@pytest.mark.parametrize(
    "name", ["?", "n/a", "N/A", "unknown", "-", "'?", "''", "=1+1", "'unknown", "a'"]
)
def test_a_name_that_looks_like_something_else_survives_a_table(name: str) -> None:
    lens = Lens(name=name, focal_min_mm=50, focal_max_mm=50, f_number_wide=2, f_number_long=2)
    content = write_gear_csv([lens])
    assert [row.gear for row in read_gear_csv(content.encode()).taken] == [lens]
    cells = [cell for row in csv.reader(io.StringIO(content[1:])) for cell in row]
    assert not any(cell.startswith(("=", "+", "-", "@")) for cell in cells)


@pytest.mark.parametrize(
    "content",
    [
        "thing,name,length_mm\n" + "lens,a," + " " * 100_000 + "x\n",
        "thing,name,length_mm\n" + "lens,a," + "1" * 100_000 + "\n",
        "thing,name,length_mm\n" + "lens,a,1" + "e" * 100_000 + "\n",
        "thing,name,length_mm\n" + "lens,a," + "1," * 50_000 + "\n",
        "thing,name,modes." + "9" * 5_000 + "\nlens,a,1\n",
        "thing,name,modes" + ".1" * 40_000 + "\nlens,a,1\n",
        " " * 500_000 + "thing,name\nlens,a\n",
    ],
    ids=["blanks", "digits", "powers", "marks", "place", "places", "before"],
)
def test_no_text_of_a_table_takes_long(content: str) -> None:
    start = time.thread_time()
    with suppress(DocumentError):
        read_gear_csv(content.encode(), kind="lens")
    assert time.thread_time() - start < 2.0


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"{", "not whole JSON"),
        (b"{}", "no cupboard"),
        (b'{"format": "steeple-gear", "version": 9}', "version 9"),
        (b'{"format": "steeple-gear", "version": 1, "things": 3}', "a list"),
    ],
)
def test_json_that_is_no_cupboard_is_refused(content: bytes, words: str) -> None:
    with pytest.raises(DocumentError, match=words):
        read_gear_json(content)


def test_json_things_are_refused_one_by_one() -> None:
    content = (
        b'{"format": "steeple-gear", "version": 1, "things": [{"thing": "boat"}, 3,'
        b'{"thing": "medium", "figures": {"name": "x", "capacity_bytes": 3}},'
        b'{"thing": "medium", "figures": {"name": "sound"}}]}'
    )
    table = read_gear_json(content)
    assert [one.line for one in table.refused] == [1, 2, 3]
    assert [row.gear.name for row in table.taken] == ["sound"]
    things: list[Gear] = [row.gear for row in table.taken]
    assert kind_of(things[0]) == "medium"
