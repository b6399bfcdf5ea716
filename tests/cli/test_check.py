"""``steeple chart`` and ``steeple check``: what they write and print, and how they end."""

from __future__ import annotations

import json
from io import BytesIO
from pathlib import Path

import pytest
from PIL import Image
from pypdf import PdfReader

from steeple.cli.command import main
from steeple.core.plan.reading import write_plan
from steeple.devices.workbench import Errors
from tests.checks import BOOK, Bench, lit_from_both_sides

Out = pytest.CaptureFixture[str]


@pytest.fixture
def plan(tmp_path: Path) -> str:
    path = tmp_path / "plan.json"
    path.write_text(write_plan(BOOK), encoding="utf-8")
    return str(path)


def frame(folder: Path, bench: Bench, name: str = "frame.jpg") -> str:
    path = folder / name
    path.write_bytes(bench.frame())
    return str(path)


def test_a_chart_is_written_true_to_size(plan: str, tmp_path: Path, capsys: Out) -> None:
    pdf, png = tmp_path / "c.pdf", tmp_path / "c.png"
    assert main(["chart", "--plan", plan, "--out", str(pdf)]) == 0
    assert "Print at 100 %" in capsys.readouterr().out
    (page,) = PdfReader(BytesIO(pdf.read_bytes())).pages
    assert {round(float(one)) for one in (page.mediabox.width, page.mediabox.height)} == {595, 842}
    assert main(["chart", "--plan", plan, "--out", str(png), "--dpi", "100"]) == 0
    with Image.open(png) as image:
        assert max(image.size) == pytest.approx(297 / 25.4 * 100, abs=2)


def test_every_mark_is_printed_in_millimetres(plan: str, capsys: Out) -> None:
    assert main(["chart", "--plan", plan, "--json"]) == 0
    found = json.loads(capsys.readouterr().out)
    assert found["cross_mm"] == [0, 0]
    assert len(found["markers"]) > 20
    (left, right) = found["bar_ends_mm"]
    assert abs(right[0] - left[0]) == pytest.approx(150)


def test_a_frame_as_planned_and_one_that_is_not(plan: str, tmp_path: Path, capsys: Out) -> None:
    even = tmp_path / "even.json"
    even.write_text(write_plan(lit_from_both_sides()), encoding="utf-8")
    good = frame(tmp_path, Bench(lit_from_both_sides()))
    assert main(["check", good, "--plan", str(even)]) == 0
    assert capsys.readouterr().out.startswith("As planned. The lens hangs 74.0 cm")
    low = frame(tmp_path, Bench(errors=Errors(up_mm=-150.0)), "low.jpg")
    assert main(["check", low, "--plan", plan, "--camera", "overhead"]) == 1
    said = capsys.readouterr().out
    assert "\n1. " in said
    assert "→" in said
    assert main(["check", low, "--plan", plan, "--units", "in"]) == 1
    assert " cm" not in capsys.readouterr().out


def test_everything_as_json_with_a_chart_file(plan: str, tmp_path: Path, capsys: Out) -> None:
    assert main(["chart", "--plan", plan, "--json"]) == 0
    chart = tmp_path / "chart.json"
    chart.write_text(capsys.readouterr().out, encoding="utf-8")
    path = frame(tmp_path, Bench())
    main(["check", path, "--plan", plan, "--chart", str(chart), "--height", "740", "--json"])
    found = json.loads(capsys.readouterr().out)
    assert found["trusted"] == "tape"
    assert found["measured"]["height_mm"]["value"] == pytest.approx(740, abs=1)


@pytest.mark.parametrize(
    ("more", "words"),
    [
        (["--corners", "1,2", "3;4"], "is no place in a picture"),
        (["--rectangle", "big"], "is no size"),
        (["--bar", "20"], "The bar of the chart is 20 mm"),
        (["--camera", "nobody"], "nobody"),
    ],
)
def test_bad_words_get_a_sentence(
    plan: str, tmp_path: Path, capsys: Out, more: list[str], words: str
) -> None:
    assert main(["check", frame(tmp_path, Bench()), "--plan", plan, *more]) == 2
    assert words in capsys.readouterr().err


def test_a_file_that_is_not_there_or_of_no_kind(plan: str, tmp_path: Path, capsys: Out) -> None:
    assert main(["check", str(tmp_path / "none.jpg"), "--plan", plan]) != 0
    assert "none.jpg" in capsys.readouterr().err
    assert main(["chart", "--plan", plan, "--out", str(tmp_path / "c.docx")]) == 2
    assert "ends in .pdf or .png" in capsys.readouterr().err
