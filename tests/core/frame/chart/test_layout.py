"""The chart: where its marks are, and that any of its markers says where it is."""

from __future__ import annotations

import itertools

import cv2
import numpy as np
import pytest

from steeple.core.errors import InputError
from steeple.core.frame.chart.ink import sheet_areas, sheet_words
from steeple.core.frame.chart.layout import (
    DICTIONARY,
    GREYS,
    PAPERS_MM,
    SIGNATURE_FROM,
    SQUARES_MM,
    Chart,
    Paper,
    chart_for,
    first_number,
    has_lines,
    marker_bits,
    marks_of,
    sheet_of,
)


@pytest.mark.parametrize("paper", ["a4", "letter", "a3", "tiles"])
@pytest.mark.parametrize("zone", [(60, 40), (420, 300), (1250, 300), (2000, 1800)])
def test_everything_lies_on_the_paper_with_room_for_the_printer(
    paper: Paper, zone: tuple[float, float]
) -> None:
    chart = chart_for(paper=paper, zone_mm=zone, detail_mm=0.4)
    width, height = chart.sheet_mm
    for area in sheet_areas(chart, (0, 0)):
        for x, y in area.corners:
            assert abs(x) <= width / 2 - 4
            assert abs(y) <= height / 2 - 4
    assert all(label.words for label in sheet_words(chart, (0, 0), title="A plan"))


@pytest.mark.parametrize("paper", ["a4", "letter", "a3"])
def test_the_board_is_as_large_as_zone_and_paper_allow(paper: Paper) -> None:
    large = chart_for(paper=paper, zone_mm=(800, 600))
    assert large.square_mm == (30.0 if paper == "a3" else 20.0)
    small = chart_for(paper=paper, zone_mm=(100, 70))
    assert small.square_mm == 6.0
    assert chart_for(paper=paper, zone_mm=(20, 20)).square_mm == SQUARES_MM[0]


def test_every_marker_number_says_its_square_and_sheet_and_none_is_used_twice() -> None:
    seen: dict[int, object] = {}
    sheets = list(itertools.product(range(-2, 3), range(-2, 3)))
    for square in SQUARES_MM:
        for sheet in sheets if square == 20.0 else [(0, 0)]:
            first = first_number(square, sheet)
            for number in (first, first + 23):
                assert sheet_of(number) == (square, sheet)
                assert number not in seen
                assert number < SIGNATURE_FROM
                seen[number] = sheet
    assert sheet_of(SIGNATURE_FROM) is None
    assert sheet_of(-1) is None


def test_the_vision_library_prints_the_same_marker() -> None:
    dictionary = cv2.aruco.getPredefinedDictionary(DICTIONARY)
    for number in (0, 77, 512, 999):
        theirs = cv2.aruco.generateImageMarker(dictionary, number, 6)
        assert np.array_equal(marker_bits(number) * 255, theirs)


def test_marks_of_a_chart() -> None:
    chart = chart_for(paper="a4", zone_mm=(420, 300), detail_mm=0.4, plan_number=4711)
    marks = marks_of(chart)
    assert len(marks.saddles) == 64
    assert {one.reflectance for one in marks.patches} == set(GREYS)
    assert marks.tilted[0].name == "middle"
    assert marks.tilted[0].middle == (0.0, 0.0)
    # Each patch has a second one opposite the cross, so that a slope of the light falls out.
    for grey in GREYS:
        xs = [one.middle for one in marks.patches if one.reflectance == grey]
        assert np.allclose(np.sum(xs, axis=0), 0.0)
    digits = [one.number - SIGNATURE_FROM for one in marks.signature[::2]]
    assert sum(digit * 40**index for index, digit in enumerate(digits)) == 4711


def test_a_printer_that_scales_scales_all_marks_but_not_how_sheets_lie() -> None:
    plain = marks_of(Chart("tiles", 20.0, (1, 0)))
    larger = marks_of(Chart("tiles", 20.0, (1, 0), scale=1.02))
    assert larger.square_mm == pytest.approx(20.4)
    middle, scaled = plain.tilted[0].corners[0], larger.tilted[0].corners[0]
    assert scaled[0] == pytest.approx(1.02 * middle[0])
    # The middle square of the right sheet stays where the sheet lies.
    right = max(one.middle[0] for one in larger.tilted if one.name == "middle")
    assert right == pytest.approx(PAPERS_MM["tiles"][0])


def test_lines_are_printed_only_where_they_fit_a_square() -> None:
    assert has_lines(Chart("a4", 20.0, detail_mm=0.4))
    assert not has_lines(Chart("a4", 20.0, detail_mm=5.0))
    assert not has_lines(Chart("a4", 20.0))
    assert marks_of(Chart("a4", 20.0, detail_mm=5.0)).lines == ()


def test_what_is_no_paper_or_no_zone_is_said() -> None:
    with pytest.raises(InputError, match="letter"):
        chart_for(paper="a5", zone_mm=(100, 100))  # type: ignore[arg-type]
    with pytest.raises(InputError, match="no size"):
        chart_for(paper="a4", zone_mm=(0, 100))
