"""``steeple roll``: what it prints and how it ends."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from steeple.cli.command import main
from steeple.core.plan.document import Plan
from tests.plans import SOUND, changed
from tests.roll_cases import STOPS


@pytest.fixture
def file(tmp_path: Path) -> Path:
    return tmp_path / "plan.json"


def put(file: Path, plan: Plan) -> str:
    file.write_text(plan.model_dump_json())
    return str(file)


def test_a_session_that_runs_through_ends_with_nought(
    file: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main(["roll", put(file, SOUND)]) == 0
    said = capsys.readouterr().out
    assert "Nobody has to get up" in said
    assert "camera/overhead  begins" in said


def test_a_stop_ends_with_one_and_getting_up_mends_it(
    file: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    plan = put(file, changed(cameras__0__body=STOPS))
    assert main(["roll", plan]) == 1
    assert "stops (recording limit)" in capsys.readouterr().out
    assert main(["roll", plan, "--stagger"]) == 0
    assert "alarm 0:2" in capsys.readouterr().out


def test_the_rows_are_json(file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    main(["roll", put(file, changed(cameras__0__body=STOPS)), "--stagger", "--json"])
    found = json.loads(capsys.readouterr().out)
    assert {"events", "segments", "alarms"} <= set(found)
    assert found["alarms"][0]["does"] == ["restart"]
