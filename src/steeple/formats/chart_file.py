"""The chart as PDF, a sheet a page and true to size, and as PNG, all sheets as they lie on the table."""

from __future__ import annotations

from io import BytesIO

import cv2
import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw, ImageFont
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from steeple.core.errors import InputError
from steeple.core.frame.chart.ink import sheet_areas, sheet_words
from steeple.core.frame.chart.layout import Chart
from steeple.formats.fonts_of import FONT_FILE, SANS, load_fonts

Grey = NDArray[np.uint8]
FINER = 4
"""Cells across and along in which the ink of a pixel is counted."""
LEAST_DPI, MOST_DPI = 50.0, 1200.0
PIXEL_LIMIT = 140_000_000
_STRIP_PX = 128


def code_of(tone: float) -> int:
    """The grey of a picture, 0 to 255, of a reflectance by that of the paper, by the curve of sRGB."""
    encoded = 12.92 * tone if tone <= 0.0031308 else 1.055 * tone ** (1 / 2.4) - 0.055
    return round(255 * encoded)


def chart_pdf(chart: Chart, *, title: str) -> bytes:
    """A page for each sheet, lying across.

    Parameters
    ----------
    chart, title
        what is printed; the title of the plan.

    Returns
    -------
    The bytes of the PDF. The same chart gives the same bytes.
    """
    load_fonts()
    width, height = chart.sheet_mm
    point = float(mm)
    out = BytesIO()
    canvas = Canvas(out, pagesize=(width * point, height * point), invariant=1)
    canvas.setTitle(f"Chart: {title}")
    canvas.setAuthor("Steeple")
    for sheet in chart.sheets:
        canvas.saveState()
        canvas.translate(width * point / 2, height * point / 2)
        canvas.scale(point, point)
        for area in sheet_areas(chart, sheet):
            path = canvas.beginPath()
            path.moveTo(*area.corners[0])
            for corner in area.corners[1:]:
                path.lineTo(*corner)
            path.close()
            canvas.setFillGray(code_of(area.tone) / 255)
            canvas.drawPath(path, stroke=0, fill=1)
        canvas.setFillGray(0.0)
        for label in sheet_words(chart, sheet, title=title):
            canvas.setFont(SANS, label.size_mm)
            draw = canvas.drawCentredString if label.centred else canvas.drawString
            draw(*label.at, label.words)
        canvas.restoreState()
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _sheet_picture(chart: Chart, sheet: tuple[int, int], dpi: float, title: str) -> Grey:
    """One sheet, shape (rows, columns)."""
    width, height = chart.sheet_mm
    per_mm = dpi / 25.4
    columns, rows = round(width * per_mm), round(height * per_mm)
    fine = per_mm * FINER
    areas = []
    for area in sheet_areas(chart, sheet):
        corners = np.array(area.corners)
        # The vision library fills the pixels whose middles it meets: half a fine pixel is taken off.
        fine_at = np.column_stack(
            [
                corners[:, 0] * fine + columns * FINER / 2 - 0.5,
                rows * FINER / 2 - corners[:, 1] * fine - 0.5,
            ]
        )
        areas.append((np.round(fine_at * 16).astype(np.int32), code_of(area.tone)))
    picture = np.empty((rows, columns), dtype=np.uint8)
    for top in range(0, rows, _STRIP_PX):
        count = min(_STRIP_PX, rows - top)
        strip = np.full((count * FINER, columns * FINER), 255, dtype=np.uint8)
        for at, code in areas:
            moved = (at - np.array([0, top * FINER * 16])).astype(np.int32)
            if moved[:, 1].max() >= 0 and moved[:, 1].min() <= count * FINER * 16:
                cv2.fillConvexPoly(strip, moved, code, shift=4)
        light = _LINEAR[strip].reshape(count, FINER, columns, FINER).mean(axis=(1, 3))
        picture[top : top + count] = _encoded(light)
    image = Image.fromarray(picture)
    pen = ImageDraw.Draw(image)
    for label in sheet_words(chart, sheet, title=title):
        font = ImageFont.truetype(str(FONT_FILE), max(4, round(label.size_mm * per_mm)))
        place = ((label.at[0] + width / 2) * per_mm, (height / 2 - label.at[1]) * per_mm)
        # What cannot be printed has no letter: the layout of letters gives up on it.
        words = "".join(one if one.isprintable() else " " for one in label.words)
        pen.text(place, words, fill=0, font=font, anchor="ms" if label.centred else "ls")
    return np.asarray(image)


_LINEAR = np.array(
    [c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in np.arange(256) / 255],
    dtype=np.float32,
)


def _encoded(light: NDArray[np.float32]) -> Grey:
    curved = np.where(
        light <= 0.0031308, 12.92 * light, 1.055 * np.maximum(light, 1e-9) ** (1 / 2.4) - 0.055
    )
    return np.round(255 * curved).astype(np.uint8)


def chart_picture(chart: Chart, *, title: str, dpi: float = 300.0) -> Grey:
    """All sheets as they lie on the table, shape (rows, columns); the far edge is on top.

    Parameters
    ----------
    chart, title
        what is printed; the title of the plan.
    dpi
        pixels an inch, 50 to 1200.

    Raises
    ------
    InputError
        Where the resolution is out of range, or the picture would have more than 140 million pixels.
    """
    if not LEAST_DPI <= dpi <= MOST_DPI:
        raise InputError(
            "dpi", f"{dpi:g} pixels an inch are out of range; {LEAST_DPI:g} to {MOST_DPI:g} are drawn.",
            field="dpi", value=dpi, allowed=f"{LEAST_DPI:g} to {MOST_DPI:g}",
        )  # fmt: skip
    width, height = chart.whole_mm
    if width * height * (dpi / 25.4) ** 2 > PIXEL_LIMIT:
        raise InputError(
            "dpi",
            f"At {dpi:g} pixels an inch a picture of all sheets has more than 140 million pixels. Take fewer, or "
            "the PDF, which is sharp at any size.",
            field="dpi", value=dpi, allowed="140 million pixels at most",
        )  # fmt: skip
    across, along = chart.tiles
    rows = [
        np.hstack([
            _sheet_picture(chart, (i, j), dpi, title) for i in range(-across, across + 1)
        ])
        for j in range(along, -along - 1, -1)
    ]  # fmt: skip
    return np.vstack(rows)


def chart_png(chart: Chart, *, title: str, dpi: float = 300.0) -> bytes:
    """The picture as PNG, with its resolution. Parameters and errors as `chart_picture`."""
    out = BytesIO()
    Image.fromarray(chart_picture(chart, title=title, dpi=dpi)).save(
        out, "PNG", dpi=(dpi, dpi), optimize=False
    )
    return out.getvalue()
