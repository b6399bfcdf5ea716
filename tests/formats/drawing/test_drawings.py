"""Drawings, scene and figures as files, each opened by another library than the one that wrote it."""

from __future__ import annotations

import csv
import io
from typing import Any, Literal

import pytest
import svgelements
import trimesh
from pypdf import PdfReader

from steeple.core.errors import InputError
from steeple.core.study.card.drawn.above import above_view
from steeple.core.study.card.drawn.lines import LAYERS
from steeple.core.study.card.drawn.things import Bench
from steeple.core.study.plan_study import camera_studies
from steeple.core.units import UnitSystem
from steeple.demo.angles import SHELF
from steeple.formats.drawing.style import LAYER_NAMES, Paper, Scale
from steeple.services.drawings import DrawingForm, ViewName, drawing_file, figures_file, scene_file
from tests.plans import BARE, SOUND

DULCIMER, DUMPLINGS, GILDING = SHELF
TABLE = camera_studies(DULCIMER)[0].bench.table


def drawn(
    form: DrawingForm,
    *,
    view: ViewName = "above",
    paper: Paper = "a4",
    scale: Scale = "20",
    system: UnitSystem = "cm",
    camera: str | None = None,
) -> bytes:
    return drawing_file(
        DULCIMER, view=view, camera=camera, form=form, paper=paper, scale=scale, system=system
    )


def test_svg_is_to_scale_on_its_sheet() -> None:
    content = drawn("svg")
    # At 96 px an inch, as every reader takes it.
    svg = svgelements.SVG.parse(io.BytesIO(content), ppi=96)
    px_per_mm = 96 / 25.4
    sheets = ((297, 210), (420, 297))
    size = (round(svg.width / px_per_mm), round(svg.height / px_per_mm))
    assert size in sheets
    outlines = [
        one for one in svg.elements()
        if isinstance(one, svgelements.Polygon) and one.values.get("id") is None
    ]  # fmt: skip
    widths = [box[2] - box[0] for one in outlines if (box := one.bbox()) is not None]
    wanted = TABLE.width_mm / 20 * px_per_mm
    assert any(abs(width - wanted) < 0.05 * px_per_mm for width in widths)
    groups = {one.values.get("id") for one in svg.elements() if isinstance(one, svgelements.Group)}
    assert {LAYER_NAMES[layer].lower() for layer in LAYERS} <= groups


def test_svg_says_lengths_in_the_units_asked_for() -> None:
    assert b"table 170.0 cm" in drawn("svg")
    inches = drawn("svg", system="in")
    assert b"table 66 7/8 in" in inches
    assert b" cm<" not in inches


def test_words_of_lengths_up_are_turned() -> None:
    view = above_view(Bench(camera_studies(DULCIMER)[0].context))
    upright = sum(not one.across for one in view.measures)
    assert upright >= 4
    assert drawn("svg").count(b"rotate(-90)") == upright
    page = PdfReader(io.BytesIO(drawn("pdf"))).pages[0]
    turned: list[str] = []

    def visit(text: str, cm: list[float], _tm: list[float], _font: object, _size: float) -> None:
        if text.strip() and abs(cm[0]) < 1e-6:
            turned.append(text)

    page.extract_text(visitor_text=visit)
    assert len(turned) == upright


@pytest.mark.parametrize("system", ["cm", "in"])
def test_dxf_is_true_to_size_with_a_layer_a_kind(system: UnitSystem) -> None:
    loaded: Any = trimesh.load(io.StringIO(drawn("dxf", system=system).decode()), file_type="dxf")
    assert loaded.units == ("millimeters" if system == "cm" else "inches")
    ratio = 1.0 if system == "cm" else 25.4
    tables = [
        entity
        for entity, layer in zip(loaded.entities, loaded.layers, strict=True)
        if layer == "TABLE"
    ]
    (table,) = tables
    low, high = table.bounds(loaded.vertices)
    assert (high - low) * ratio == pytest.approx([TABLE.width_mm, TABLE.depth_mm], abs=0.2)
    assert low * ratio == pytest.approx([TABLE.left, TABLE.near], abs=0.2)
    assert {"TABLE", "ZONE", "SUPPORTS", "CAMERAS", "LAMPS", "PEOPLE"} <= set(loaded.layers)


def test_dxf_measures_are_dimensions_that_another_program_can_read() -> None:
    text = drawn("dxf").decode()
    assert text.count("\nDIMENSION\n") >= 6
    assert "table 170.0 cm" in text
    assert "1 to 20" in text, "a sheet to scale"


@pytest.mark.parametrize("form", ["svg", "pdf", "dxf"])
def test_the_same_drawing_gives_the_same_bytes(form: DrawingForm) -> None:
    assert drawn(form) == drawn(form)


@pytest.mark.parametrize(
    ("paper", "sheets"), [("a4", ((297, 210), (420, 297))), ("letter", ((279, 216), (432, 279)))]
)
def test_pdf_lies_on_a_sheet_and_says_its_scale(
    paper: Paper, sheets: tuple[tuple[int, int], ...]
) -> None:
    (page,) = PdfReader(io.BytesIO(drawn("pdf", paper=paper))).pages
    size = tuple(
        round(float(one) / 72 * 25.4) for one in (page.mediabox.width, page.mediabox.height)
    )
    assert size in sheets
    words = page.extract_text()
    assert "1:20 on" in words
    assert "lens 85.0 cm" in words


@pytest.mark.parametrize("view", ["side", "above", "frame", "parts"])
@pytest.mark.parametrize("form", ["svg", "pdf", "dxf"])
def test_every_view_is_there_in_every_form(view: ViewName, form: DrawingForm) -> None:
    content = drawing_file(
        DUMPLINGS, view=view, camera=None, form=form, paper="letter", scale="fit", system="in"
    )
    assert len(content) > 1_500


def test_what_cannot_be_drawn_is_said() -> None:
    with pytest.raises(InputError, match="larger than A3: it fits at 1:"):
        drawn("svg", scale="5")
    with pytest.raises(
        InputError, match="There is no camera “nobody” in the plan: there are overhead"
    ):
        drawn("pdf", camera="nobody")
    with pytest.raises(InputError, match="nothing to tape down"):
        drawn("svg", view="frame")
    with pytest.raises(InputError, match="not known how this camera is joined"):
        drawing_file(
            BARE, view="parts", camera=None, form="svg", paper="a4", scale="fit", system="cm"
        )


@pytest.mark.parametrize("plan", [*SHELF, SOUND, BARE], ids=lambda plan: plan.title[:12])
def test_the_scene_opens_in_metres_with_named_nodes(plan: Any) -> None:
    content = scene_file(plan)
    assert scene_file(plan) == content
    scene: Any = trimesh.load(io.BytesIO(content), file_type="glb")
    bench = camera_studies(plan)[0].bench
    table = scene.geometry["table"]
    size = table.bounds[1] - table.bounds[0]
    assert size == pytest.approx(
        [bench.table.width_mm / 1000, 0.025, bench.table.depth_mm / 1000], abs=1e-5
    )
    # +Y is up, the maker sits toward +Z.
    assert table.bounds[1][1] == pytest.approx(0.0, abs=1e-6)
    assert -table.bounds[1][2] == pytest.approx(bench.table.near / 1000, abs=1e-5)
    floor = scene.geometry["floor"]
    assert floor.bounds[1][1] == pytest.approx(-bench.table_height_mm / 1000, abs=1e-5)
    assert table.is_watertight
    assert table.volume > 0
    nodes = set(scene.graph.nodes_geometry)
    assert {"floor", "table", "zone", "your head and body"} <= nodes


def test_the_cameras_of_the_scene_stand_where_the_plan_says() -> None:
    scene: Any = trimesh.load(io.BytesIO(scene_file(DULCIMER)), file_type="glb")
    (lens, *_) = camera_studies(DULCIMER)
    assert lens.lens is not None
    at = lens.lens.position
    matrix, _ = scene.graph.get("camera A, what it sees")
    assert matrix[:3, 3] == pytest.approx([at.x / 1000, at.z / 1000, -at.y / 1000], abs=1e-6)
    axis = lens.lens.framing.pose.axis
    assert -matrix[:3, 2] == pytest.approx([axis.x, axis.z, -axis.y], abs=1e-6)


@pytest.mark.parametrize("system", ["cm", "in"])
def test_the_figures_are_a_table_without_formulas(system: Literal["cm", "in"]) -> None:
    text = figures_file(DUMPLINGS, system=system).decode("utf-8-sig")
    rows = list(csv.DictReader(io.StringIO(text)))
    assert {row["part"] for row in rows} == {"figure", "card", "light", "pack", "note"}
    for row in rows:
        if row["figure"]:
            float(row["figure"])
        for name in ("part", "of", "what", "in words", "note"):
            assert not row[name].startswith(("=", "+", "@", "-")), row
    rim = next(row for row in rows if "Front rim of the lens" in row["what"])
    assert rim["unit"] == "mm"
    assert rim["in words"].endswith(f" {system}")
