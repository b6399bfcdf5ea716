"""The whole rig and mends for all at the command line."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from steeple.cli.command import main
from steeple.core.plan.cupboard.kinds import Gear
from steeple.core.plan.reading import write_plan
from steeple.core.solve.rig.work_out import RigOutcome
from steeple.demo.plans import GILDING
from steeple.formats.gear_json import write_gear_json
from tests.core.solve.rig.cases import SMALL, empty


@pytest.fixture
def gear(tmp_path: Path) -> str:
    things: list[Gear] = [
        *SMALL.bodies, *SMALL.lenses, *(one.gear for one in SMALL.supports),
        *(one.gear for one in SMALL.fixtures), *SMALL.adapters,
    ]  # fmt: skip
    path = tmp_path / "cupboard.json"
    path.write_text(write_gear_json(things))
    return str(path)


@pytest.fixture
def plan(tmp_path: Path) -> str:
    path = tmp_path / "plan.json"
    path.write_text(write_plan(empty("page-flat")))
    return str(path)


def test_rigs_are_printed_the_best_first(
    plan: str, gear: str, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main(["rig", plan, "--gear", gear]) == 0
    printed = capsys.readouterr().out.splitlines()
    assert "from your cupboard" in printed[0]
    assert printed[2].startswith("1. (all round")


def test_the_whole_answer_is_json(plan: str, gear: str, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["rig", plan, "--gear", gear, "--json"]) == 0
    outcome = RigOutcome.model_validate(json.loads(capsys.readouterr().out))
    assert outcome.holds
    assert outcome.offers[0].plan.cameras[0].body is not None


def test_without_a_cupboard_kinds_are_offered(
    plan: str, capsys: pytest.CaptureFixture[str]
) -> None:
    main(["rig", plan, "--units", "in"])
    printed = capsys.readouterr().out
    assert "usual kinds" in printed
    assert " in above the table" in printed


def test_moves_for_all_of_a_plan(
    gear: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = tmp_path / "gilding.json"
    path.write_text(write_plan(GILDING))
    assert main(["rig", str(path), "--gear", gear, "--mends"]) == 0
    printed = capsys.readouterr().out
    assert "moves clear" in printed
    assert "   clears: " in printed


def test_a_view_that_nobody_knows_is_refused(plan: str) -> None:
    with pytest.raises(SystemExit):
        main(["rig", plan, "--show", "moon"])
