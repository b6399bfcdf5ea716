"""The fonts that ship with Steeple, for pages and pictures made without a browser."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

_FONTS = Path(__file__).parent / "fonts"
SERIF, SANS, BOLD = (
    "Bitter-Bold",
    "AtkinsonHyperlegibleNext-Regular",
    "AtkinsonHyperlegibleNext-Bold",
)
FONT_FILE = _FONTS / f"{SANS}.ttf"


@cache
def load_fonts() -> None:
    """Make them known to the library that writes PDF; once."""
    for name in (SERIF, SANS, BOLD):
        pdfmetrics.registerFont(TTFont(name, str(_FONTS / f"{name}.ttf")))
