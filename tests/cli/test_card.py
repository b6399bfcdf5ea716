"""``steeple card`` and ``steeple draw``."""

from __future__ import annotations

import json
from io import BytesIO
from pathlib import Path

import pytest
from pypdf import PdfReader

from steeple.cli.command import main
from steeple.core.plan.reading import write_plan
from steeple.demo.angles import SHELF

Out = pytest.CaptureFixture[str]


@pytest.fixture
def plan(tmp_path: Path) -> str:
    path = tmp_path / "plan.json"
    path.write_text(write_plan(SHELF[0]), encoding="utf-8")
    return str(path)


def test_the_card_is_written_short_and_long(plan: str, tmp_path: Path, capsys: Out) -> None:
    out = tmp_path / "card.pdf"
    for form, pages in (("short", 1), ("long", 7)):
        assert main(["card", plan, "--out", str(out), "--form", form, "--paper", "letter"]) == 0
        assert form in capsys.readouterr().out
        assert len(PdfReader(BytesIO(out.read_bytes())).pages) == pages


def test_without_a_file_what_is_on_the_card_is_printed(plan: str, capsys: Out) -> None:
    assert main(["card", plan]) == 0
    found = json.loads(capsys.readouterr().out)
    assert [one["letter"] for one in found["lines"]] == ["A", "B", "C"]
    assert found["packing"][0]["heading"] == "Cameras"


@pytest.mark.parametrize(
    ("name", "begins"),
    [("a.svg", b"<?xml"), ("a.pdf", b"%PDF"), ("a.dxf", b"  0\n"), ("a.glb", b"glTF"), ("a.csv", b"\xef\xbb\xbfpart")],
)  # fmt: skip
def test_a_file_is_of_the_kind_that_its_name_says(
    plan: str, tmp_path: Path, capsys: Out, name: str, begins: bytes
) -> None:
    out = tmp_path / name
    assert main(["draw", plan, "--out", str(out), "--view", "above", "--camera", "overhead"]) == 0
    assert out.read_bytes().startswith(begins)
    assert "bytes" in capsys.readouterr().out


def test_what_cannot_be_drawn_ends_in_a_sentence(plan: str, tmp_path: Path, capsys: Out) -> None:
    assert main(["draw", plan, "--out", str(tmp_path / "a.docx")]) == 2
    assert "says no kind of file" in capsys.readouterr().err
    assert main(["draw", plan, "--out", str(tmp_path / "a.svg"), "--scale", "5"]) == 2
    assert "it fits at 1:" in capsys.readouterr().err
    assert not (tmp_path / "a.svg").exists()
