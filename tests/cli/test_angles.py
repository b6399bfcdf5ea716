"""``steeple angles``: a plan file, a cupboard file, places that a tape reaches."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from steeple.core.plan.reading import write_plan
from steeple.demo.cupboard import EVERYTHING
from steeple.demo.plans import GILDING
from steeple.formats.gear_csv import write_gear_csv
from steeple.formats.gear_json import write_gear_json
from tests.cli.test_command import run


@pytest.fixture
def plan(tmp_path: Path) -> Path:
    path = tmp_path / "plan.json"
    path.write_text(write_plan(GILDING), encoding="utf-8")
    return path


@pytest.mark.parametrize("write", [write_gear_json, write_gear_csv])
def test_a_cupboard_of_either_form_gives_the_same_places(
    plan: Path, tmp_path: Path, write: object, capsys: pytest.CaptureFixture[str]
) -> None:
    gear = tmp_path / "gear"
    assert callable(write)
    gear.write_text(write(EVERYTHING), encoding="utf-8")
    status, out, _ = run(f"angles {plan} --role face --gear {gear} --json", capsys)
    assert status == 0
    found = json.loads(out)
    assert found["ask"] == "face"
    assert found["offers"][0]["works"] is True
    assert {"tilt_deg", "toward_deg", "focal_mm", "px_per_mm"} <= set(found["offers"][0])


def test_in_words_it_reads_like_the_sheet(plan: Path, capsys: pytest.CaptureFixture[str]) -> None:
    status, out, _ = run(f"angles {plan} --role three-quarter --units in", capsys)
    assert status == 1
    assert "against it" in out or "Nothing that is free" in out
    assert " in " in out
    assert "cm" not in out


def test_a_camera_that_is_not_there_is_named(
    plan: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    status, _, err = run(f"angles {plan} --role face --camera gone", capsys)
    assert status == 2
    assert "“gone”" in err
    assert "overhead" in err
