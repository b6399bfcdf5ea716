"""The chart as files, opened by other libraries than those that wrote them."""

from __future__ import annotations

from io import BytesIO

import cv2
import numpy as np
import pytest
from PIL import Image
from pypdf import PdfReader

from steeple.core.errors import InputError
from steeple.core.frame.chart.layout import GREYS, Chart, marks_of
from steeple.formats.chart_file import chart_pdf, chart_picture, chart_png, code_of
from tests.frames import CHART

MM = 72 / 25.4


def test_the_pdf_is_true_to_size_and_the_same_each_time() -> None:
    content = chart_pdf(CHART, title="A plan (with brackets)")
    assert content == chart_pdf(CHART, title="A plan (with brackets)")
    page = PdfReader(BytesIO(content)).pages[0]
    assert float(page.mediabox.width) == pytest.approx(297 * MM, abs=0.01)
    assert float(page.mediabox.height) == pytest.approx(210 * MM, abs=0.01)
    words = page.extract_text()
    assert "150.0 mm" in words
    assert "toward you" in words
    assert "A plan (with brackets)" in words


def test_several_sheets_are_several_pages() -> None:
    reader = PdfReader(BytesIO(chart_pdf(Chart("tiles", 20.0, (1, 1)), title="Large")))
    assert len(reader.pages) == 9
    texts = [page.extract_text() for page in reader.pages]
    assert "in the middle" in texts[0]
    assert len({text.split("sheet")[1][:30] for text in texts}) == 9


def test_the_png_says_its_size_and_holds_every_mark_in_its_place() -> None:
    image = Image.open(BytesIO(chart_png(CHART, title="A plan", dpi=200)))
    assert image.info["dpi"][0] == pytest.approx(200, abs=0.01)
    codes = np.asarray(image)
    per_mm = 200 / 25.4

    def at(place: tuple[float, float]) -> int:
        x = codes.shape[1] / 2 + place[0] * per_mm
        y = codes.shape[0] / 2 - place[1] * per_mm
        return int(codes[int(y), int(x)])

    marks = marks_of(CHART)
    for patch in marks.patches:
        assert abs(at(patch.middle) - code_of(patch.reflectance)) <= 1
    assert all(at(place) == 0 for place in marks.dark)
    assert {one.reflectance for one in marks.patches} == set(GREYS)
    # The vision library finds every marker where the list of marks has it, to a tenth of a millimetre.
    detector = cv2.aruco.ArucoDetector(cv2.aruco.getPredefinedDictionary(cv2.aruco.DICT_4X4_1000))
    corners, numbers, _ = detector.detectMarkers(codes)
    assert numbers is not None
    middles = {
        int(number): corner.reshape(4, 2).mean(axis=0)
        for number, corner in zip(numbers.ravel(), corners, strict=True)
    }
    for marker in marks.markers:
        x, y = middles[marker.number] + 0.5
        assert (x - codes.shape[1] / 2) / per_mm == pytest.approx(marker.middle[0], abs=0.1)
        assert (codes.shape[0] / 2 - y) / per_mm == pytest.approx(marker.middle[1], abs=0.1)


def test_resolutions_out_of_range() -> None:
    for dpi in (10, 5000, float("nan")):
        with pytest.raises(InputError, match="pixels an inch"):
            chart_picture(CHART, title="A", dpi=dpi)
    with pytest.raises(InputError, match="140 million"):
        chart_picture(Chart("tiles", 20.0, (2, 2)), title="A", dpi=600)


@pytest.mark.parametrize("title", ["\x1e", "a\x00b", "\u202e", "\ud7ff", "ring ○"])
def test_a_title_of_letters_that_cannot_be_printed_is_no_reason_to_fail(title: str) -> None:
    image = Image.open(BytesIO(chart_png(CHART, title=title, dpi=72)))
    plain = Image.open(BytesIO(chart_png(CHART, title="A plan", dpi=72)))
    assert image.size == plain.size
    assert chart_pdf(CHART, title=title).startswith(b"%PDF")
