"""The fonts that ship with Steeple, for pages and pictures made without a browser."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

POINTS_PER_MM = 72.0 / 25.4
"""A point is 1/72 inch."""
_FONTS = Path(__file__).parent / "fonts"
SERIF, SANS, BOLD = (
    "Bitter-Bold",
    "AtkinsonHyperlegibleNext-Regular",
    "AtkinsonHyperlegibleNext-Bold",
)
FONT_FILE = _FONTS / f"{SANS}.ttf"


_NOT_IN_FONTS = str.maketrans(
    {"⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8", "→": "to", "≤": "at most ", "≥": "at least "}
)


def printable(words: str) -> str:
    """Words as the fonts can print them: eighths of an inch as figures with a stroke."""
    return words.translate(_NOT_IN_FONTS)


@cache
def load_fonts() -> None:
    """Make them known to the library that writes PDF; once."""
    for name in (SERIF, SANS, BOLD):
        pdfmetrics.registerFont(TTFont(name, str(_FONTS / f"{name}.ttf")))
