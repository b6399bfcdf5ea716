"""Lengths are said alike everywhere, and conversions are exact."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.units import (
    MM_PER_INCH,
    finite,
    length_words,
    mass_words,
    positive,
    quantity_words,
)
from tests.reference.loader import HERE, load

ROWS = load(HERE / "length_words.json")["rows"]


@pytest.mark.parametrize("row", ROWS, ids=[str(row["mm"]) for row in ROWS])
def test_lengths_are_said_as_in_the_reference(row: dict[str, float | str]) -> None:
    assert length_words(float(row["mm"]), "cm") == row["cm"]
    assert length_words(float(row["mm"]), "in") == row["in"]


@given(st.floats(min_value=-5000, max_value=5000))
def test_what_is_said_is_within_half_a_mark(mm: float) -> None:
    cm = float(length_words(mm, "cm").removesuffix(" cm")) * 10
    assert abs(cm - mm) <= 0.5 + 1e-9
    words = length_words(mm, "in").removesuffix(" in")
    sign = -1 if words.startswith("-") else 1
    total = sum(
        float(part) if "/" not in part else int(part.split("/")[0]) / int(part.split("/")[1])
        for part in words.removeprefix("-").split()
    )
    assert abs(sign * total * MM_PER_INCH - mm) <= MM_PER_INCH / 16 + 1e-9


@given(st.floats(min_value=0, max_value=5000))
def test_a_length_and_its_negative_read_alike(mm: float) -> None:
    assert length_words(-mm, "cm").removeprefix("-") == length_words(mm, "cm")


@pytest.mark.parametrize(
    ("value", "unit", "words"),
    [
        (5.6, "f_number", "f/5.6"),
        (8.0, "f_number", "f/8"),
        (0.4, "mm_exact", "0.4 mm"),
        (3.219, "px_per_mm", "3.22 px/mm"),
        (2.0, "times", "2×"),
        (0.03742, "ratio", "0.0374"),
        (15.0, "deg", "15°"),
        (1920, "px", "1920 px"),
        (4320, "moment", "1:12"),
        (1799, "moment", "0:29:59"),
        (45, "span", "45 s"),
        (101, "span", "1 min 41 s"),
        (1740, "span", "29 min"),
        (4320, "span", "1 h 12 min"),
        (7200, "span", "2 h"),
        (3_590, "span", "1 h"),
        (2_500_000, "bytes", "2.5 MB"),
        (640e6, "bytes", "640 MB"),
        (45e9, "bytes", "45 GB"),
        (1.25e12, "bytes", "1.25 TB"),
        (12.87, "mbit_s", "12.9 Mbit/s"),
        (7.2, "wh", "7.2 Wh"),
        (3, "count", "3"),
        (5.6, "db", "6 dB"),
        (0.456, "rt60_s", "0.46 s"),
        (2.25, "frames", "2.2 frames"),
        (50, "ppm", "50 ppm"),
        (4.52, "m2", "4.5 m²"),
    ],
)
def test_other_figures_are_said_with_their_unit(value: float, unit: str, words: str) -> None:
    assert quantity_words(value, unit, "cm") == words  # type: ignore[arg-type]


@pytest.mark.parametrize("value", [math.nan, math.inf, -math.inf])
def test_what_is_no_number_is_refused(value: float) -> None:
    with pytest.raises(InputError, match="focal") as caught:
        finite(value, "focal")
    assert caught.value.code == "not-a-number"


@pytest.mark.parametrize("value", [0.0, -1.0])
def test_what_is_not_positive_is_refused(value: float) -> None:
    with pytest.raises(InputError) as caught:
        positive(value, "focal_mm")
    assert (caught.value.code, caught.value.field) == ("out-of-range", "focal_mm")
    assert caught.value.allowed == "greater than 0"


def test_masses_are_said_in_the_units_of_the_maker() -> None:
    assert mass_words(1354) == "1.35 kg"
    assert mass_words(850) == "850 g"
    assert mass_words(453.59237, "in") == "1 lb"
    assert mass_words(240, "in") == "8.5 oz"
    assert mass_words(1354, "in") == "2.99 lb"
    assert quantity_words(5000, "g", "in") == "11.02 lb"
