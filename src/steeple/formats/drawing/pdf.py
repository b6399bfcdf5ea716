"""A drawing as PDF on one sheet, true to scale."""

from __future__ import annotations

from collections.abc import Callable
from io import BytesIO

from reportlab.pdfgen.canvas import Canvas

from steeple.core.study.card.drawn.lines import DrawnView, Letters
from steeple.core.units import UnitSystem
from steeple.formats.drawing.on_canvas import OnCanvas
from steeple.formats.drawing.style import RIM_MM, Paper, Scale, lay
from steeple.formats.fonts_of import POINTS_PER_MM, SANS, load_fonts


def drawing_pdf(
    drawn: Callable[[Letters], DrawnView],
    *,
    paper: Paper,
    scale: Scale,
    system: UnitSystem,
    title: str,
) -> bytes:
    """A drawing on a sheet, true to scale where it is printed at 100 %.

    Parameters
    ----------
    drawn, title
        what is drawn, with letters of a height; the title of its plan, which stands at the foot.
    paper, scale, system
        as `drawing_svg`.

    Raises
    ------
    InputError
        Code ``out-of-range``, as `lay`.
    """
    load_fonts()
    laid, view = lay(drawn, paper, scale)
    out = BytesIO()
    size = (laid.width_mm * POINTS_PER_MM, laid.height_mm * POINTS_PER_MM)
    canvas = Canvas(out, pagesize=size, invariant=1)
    canvas.setTitle(f"{title}: {view.title}")
    canvas.setAuthor("Steeple")
    OnCanvas(
        canvas,
        view,
        left=laid.left_mm * POINTS_PER_MM,
        bottom=laid.bottom_mm * POINTS_PER_MM,
        scale=POINTS_PER_MM / laid.scale,
        system=system,
    ).draw()
    canvas.setFont(SANS, 8.5)
    foot = f"{title} · {view.title} · 1:{laid.scale:g} on {laid.sheet}, printed at 100 % · lengths in {system}"
    canvas.drawString(RIM_MM * POINTS_PER_MM, RIM_MM * POINTS_PER_MM, foot)
    canvas.showPage()
    canvas.save()
    return out.getvalue()
