"""A drawing as SVG, to scale: a group a layer, widths and letters in millimetres of paper."""

from __future__ import annotations

from collections.abc import Callable
from xml.etree import ElementTree as Xml

from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.card.drawn.lines import LAYERS, DrawnView, Letters, Place
from steeple.core.units import UnitSystem
from steeple.formats.drawing.style import (
    DASHES_MM,
    LAYER_NAMES,
    THIN_MM,
    Laid,
    Paper,
    Scale,
    arms_of,
    lay,
    measure_words,
    width_of,
)

SPACE = "http://www.w3.org/2000/svg"
_ANCHORS = {"start": "start", "middle": "middle", "end": "end"}


def drawing_svg(
    drawn: Callable[[Letters], DrawnView],
    *,
    paper: Paper,
    scale: Scale,
    system: UnitSystem,
    title: str,
) -> bytes:
    """A drawing on a sheet, true to scale where it is printed at its size.

    Parameters
    ----------
    drawn, title
        what is drawn, with letters of a height; the title of its plan, which stands at the foot.
    paper, scale
        the family of sheets; ``fit`` or the denominator of a scale.
    system
        lengths in centimetres or in inches.

    Raises
    ------
    InputError
        Code ``out-of-range``, as `lay`.
    """
    laid, view = lay(drawn, paper, scale)
    Xml.register_namespace("", SPACE)
    root = Xml.Element(
        f"{{{SPACE}}}svg",
        width=f"{laid.width_mm:g}mm",
        height=f"{laid.height_mm:g}mm",
        viewBox=f"0 0 {laid.width_mm:g} {laid.height_mm:g}",
    )
    Xml.SubElement(root, f"{{{SPACE}}}title").text = f"{title}: {view.title}"
    Xml.SubElement(root, f"{{{SPACE}}}desc").text = view.says
    groups = {
        layer: Xml.SubElement(
            root,
            f"{{{SPACE}}}g",
            {"id": LAYER_NAMES[layer].lower(), "fill": "none", "stroke": "#000",
             "stroke-linejoin": "round"},
        )
        for layer in LAYERS
    }  # fmt: skip
    for line in view.lines:
        shown = " ".join("{:.2f},{:.2f}".format(*_at(laid, view, one)) for one in line.points)
        kind = "polygon" if line.closed else "polyline"
        shape = {"points": shown, "stroke-width": f"{width_of(line):g}"}
        if DASHES_MM[line.stroke]:
            shape["stroke-dasharray"] = " ".join(f"{one:g}" for one in DASHES_MM[line.stroke])
        Xml.SubElement(groups[line.layer], f"{{{SPACE}}}{kind}", shape)
    letters = view.letters_mm / laid.scale
    for measure in view.measures:
        group = groups["measure"]
        for a, b in arms_of(measure, view.letters_mm):
            (x1, y1), (x2, y2) = _at(laid, view, a), _at(laid, view, b)
            Xml.SubElement(
                group, f"{{{SPACE}}}line",
                {"x1": f"{x1:.2f}", "y1": f"{y1:.2f}", "x2": f"{x2:.2f}", "y2": f"{y2:.2f}",
                 "stroke-width": f"{THIN_MM:g}"},
            )  # fmt: skip
        said = measure_words(measure, system)
        _words(
            group, _at(laid, view, measure.words_at), said, measure.anchor, letters, measure.says,
            turned=not measure.across,
        )  # fmt: skip
    for words in view.words:
        group, at = groups[words.layer], _at(laid, view, words.at)
        if words.ringed:
            Xml.SubElement(
                group, f"{{{SPACE}}}circle",
                {"cx": f"{at[0]:.2f}", "cy": f"{at[1]:.2f}", "r": f"{letters * 0.95:.2f}",
                 "fill": "#fff", "stroke-width": f"{THIN_MM:g}"},
            )  # fmt: skip
        _words(group, at, sentence_words(words.words, system), words.anchor, letters)
    foot = f"{title} · {view.title} · 1:{laid.scale:g} on {laid.sheet} · lengths in {system}"
    _words(groups["words"], (10.0, laid.height_mm - 11.0), foot, "start", 3.0)
    Xml.indent(root)
    return bytes(Xml.tostring(root, encoding="utf-8", xml_declaration=True))


def _at(laid: Laid, view: DrawnView, place: Place) -> Place:
    """A place of the drawing on the sheet, from its top left."""
    x = laid.left_mm + (place[0] - view.left) / laid.scale
    y = laid.height_mm - laid.bottom_mm - (place[1] - view.bottom) / laid.scale
    return x, y


def _words(
    group: Xml.Element, at: Place, words: str, anchor: str, letters: float, title: str = "",
    *, turned: bool = False,
) -> None:  # fmt: skip
    turn = " rotate(-90)" if turned else ""
    text = Xml.SubElement(
        group,
        f"{{{SPACE}}}text",
        {
            "transform": f"translate({at[0]:.2f} {at[1]:.2f}){turn}",
            "y": f"{0.35 * letters:.2f}", "fill": "#000", "stroke": "#fff",
            "stroke-width": f"{0.3 * letters:.2f}", "paint-order": "stroke",
            "font-family": "sans-serif", "font-size": f"{letters:.2f}",
            "text-anchor": _ANCHORS[anchor],
        },
    )  # fmt: skip
    text.text = words
    if title:
        Xml.SubElement(text, f"{{{SPACE}}}title").text = title
