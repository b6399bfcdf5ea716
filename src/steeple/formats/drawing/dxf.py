"""A drawing as DXF: true size in model space, a layer a kind, and a sheet with a view to scale.

Version R2010 of the format is written, which every reader knows.
"""

from __future__ import annotations

from collections.abc import Callable
from io import StringIO

import ezdxf
from ezdxf import units
from ezdxf.document import Drawing
from ezdxf.enums import TextEntityAlignment
from ezdxf.layouts.layout import Modelspace, Paperspace

from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.card.drawn.lines import LAYERS, DrawnMeasure, DrawnView, Letters, Place
from steeple.core.units import MM_PER_INCH, UnitSystem
from steeple.formats.drawing.style import (
    LAYER_NAMES,
    TICK,
    Laid,
    Paper,
    Scale,
    lay,
    measure_words,
    width_of,
)

ezdxf.options.write_fixed_meta_data_for_testing = True
"""The same drawing gives the same bytes: no hour and no number of chance in the file."""
LINE_TYPES = {"solid": "CONTINUOUS", "dashed": "DASHED", "dotted": "DOT"}
_ALIGN = {
    "start": TextEntityAlignment.MIDDLE_LEFT,
    "middle": TextEntityAlignment.MIDDLE_CENTER,
    "end": TextEntityAlignment.MIDDLE_RIGHT,
}


def drawing_dxf(
    drawn: Callable[[Letters], DrawnView],
    *,
    paper: Paper,
    scale: Scale,
    system: UnitSystem,
    title: str,
) -> bytes:
    """A drawing for a drawing program: true size in millimetres or inches, and a sheet to scale.

    Parameters
    ----------
    drawn, title
        what is drawn, with letters of a height; the title of its plan.
    paper, scale
        the sheet of its layout, as `lay`.
    system
        ``cm``: millimetres; ``in``: inches. Said in the header of the file.

    Raises
    ------
    InputError
        Code ``out-of-range``, as `lay`.
    """
    laid, view = lay(drawn, paper, scale)
    document = ezdxf.new("R2010", setup=True)
    metric = system == "cm"
    document.units = units.MM if metric else units.IN
    document.header["$MEASUREMENT"] = 1 if metric else 0
    document.header["$LUNITS"] = 2
    for layer in LAYERS:
        document.layers.add(LAYER_NAMES[layer])
    ratio = 1.0 if metric else 1.0 / MM_PER_INCH
    writer = _Writer(document, view, ratio, system)
    writer.draw(document.modelspace())
    _sheet(
        document, view, laid, ratio, f"{title} · {view.title} · 1:{laid.scale:g} on {laid.sheet}"
    )
    out = StringIO()
    document.write(out)
    return out.getvalue().encode("utf-8")


class _Writer:
    """Puts a drawing into a space, in the units of the file."""

    def __init__(
        self, document: Drawing, view: DrawnView, ratio: float, system: UnitSystem
    ) -> None:
        self.document, self.view, self.ratio, self.system = document, view, ratio, system
        style = document.dimstyles.duplicate_entry("EZDXF", "BENCH")
        height = view.letters_mm * ratio
        style.dxf.dimtxt, style.dxf.dimtsz = height, TICK * height
        style.dxf.dimexo, style.dxf.dimexe = 0.3 * height, 0.5 * height
        style.dxf.dimgap, style.dxf.dimscale = 0.3 * height, 1.0

    def at(self, place: Place) -> Place:
        """A place in the units of the file."""
        return place[0] * self.ratio, place[1] * self.ratio

    def draw(self, space: Modelspace) -> None:
        """Lines, words and measures, each on its layer."""
        for line in self.view.lines:
            space.add_lwpolyline(
                [self.at(one) for one in line.points],
                close=line.closed,
                dxfattribs={
                    "layer": LAYER_NAMES[line.layer],
                    "linetype": LINE_TYPES[line.stroke],
                    "lineweight": round(100 * width_of(line)),
                    "ltscale": self.view.letters_mm * self.ratio * 2.0,
                },
            )
        for words in self.view.words:
            layer = {"layer": LAYER_NAMES[words.layer]}
            if words.ringed:
                radius = 0.95 * self.view.letters_mm * self.ratio
                space.add_circle(self.at(words.at), radius, dxfattribs=layer)
            self._text(
                space, sentence_words(words.words, self.system), words.at, words.anchor,
                LAYER_NAMES[words.layer],
            )  # fmt: skip
        for measure in self.view.measures:
            self._measure(space, measure)

    def _text(self, space: Modelspace, words: str, at: Place, anchor: str, layer: str) -> None:
        text = space.add_text(
            words, height=self.view.letters_mm * self.ratio, dxfattribs={"layer": layer}
        )
        text.set_placement(self.at(at), align=_ALIGN[anchor])

    def _measure(self, space: Modelspace, measure: DrawnMeasure) -> None:
        """A true dimension of the file, so that another program can measure and change it."""
        base = (
            (measure.a[0], measure.line_at_mm)
            if measure.across
            else (measure.line_at_mm, measure.a[1])
        )
        space.add_linear_dim(
            base=self.at(base),
            p1=self.at(measure.a),
            p2=self.at(measure.b),
            angle=0.0 if measure.across else 90.0,
            text=measure_words(measure, self.system),
            dimstyle="BENCH",
            location=self.at(measure.words_at) if measure.across else None,
            dxfattribs={"layer": LAYER_NAMES["measure"]},
            override={"dimtad": 0, "dimtix": 1},
        ).render()


def _sheet(document: Drawing, view: DrawnView, laid: Laid, ratio: float, words: str) -> None:
    """A layout of the size of the sheet, with a window on the drawing at its scale."""
    sheet = document.layout("Layout1")
    assert isinstance(sheet, Paperspace)
    name = f"1 to {laid.scale:g}"
    document.layouts.rename("Layout1", name)
    wide, high = laid.width_mm * ratio, laid.height_mm * ratio
    sheet.page_setup(
        size=(laid.width_mm, laid.height_mm) if ratio == 1.0 else (wide, high),
        margins=(0, 0, 0, 0),
        units="mm" if ratio == 1.0 else "inch",
    )
    across, up = view.width * ratio / laid.scale, view.height * ratio / laid.scale
    middle = ((view.left + view.right) / 2 * ratio, (view.bottom + view.top) / 2 * ratio)
    sheet.add_viewport(
        center=(laid.left_mm * ratio + across / 2, laid.bottom_mm * ratio + up / 2),
        size=(across, up),
        view_center_point=middle,
        view_height=view.height * ratio,
    )
    foot = sheet.add_text(words, height=3.0 * ratio, dxfattribs={"layer": LAYER_NAMES["words"]})
    foot.set_placement((10.0 * ratio, 10.0 * ratio))
