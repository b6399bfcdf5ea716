"""The rooms: the same step has the same files in every layer, and nothing is off the map."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

from steeple.core.findings.registry import STEP_RULES
from steeple.core.plan.words import ROLE_WORDS
from steeple.core.study.base.step import STEP_IDS, Step
from steeple.core.study.registry import STEPS

ROOT = Path(__file__).parents[2]
SRC = ROOT / "src" / "steeple"
WEB = ROOT / "web" / "src"
STUDY_FILES = ("study", "figures", "answer", "drawing", "card", "step")
FINDINGS_FILES = ("rules", "cautions")
LONG = 400
REASONS = {
    "src/steeple/core/light/kernels/exact.py": "one compiled loop with the pieces it inlines",
}
"""Files that may be longer than `LONG` lines, and why."""
DOZEN = 12


def code_files() -> list[Path]:
    found = [*SRC.rglob("*.py"), *WEB.rglob("*.ts"), *WEB.rglob("*.tsx")]
    return [
        one
        for one in found
        if "web_dist" not in one.parts and one.name not in ("schema.d.ts", "__init__.py")
    ]


@pytest.mark.parametrize("step", STEP_IDS)
def test_every_step_has_its_rooms(step: str) -> None:
    missing = [
        path
        for path in (
            *(SRC / "core" / "study" / step / f"{name}.py" for name in STUDY_FILES),
            *(SRC / "core" / "findings" / step / f"{name}.py" for name in FINDINGS_FILES),
            SRC / "api" / "routes" / f"{step}.py",
            WEB / "steps" / step / "index.ts",
            WEB / "steps" / step / "Sheet.tsx",
            ROOT / "tests" / "core" / "study" / step,
            ROOT / "tests" / "core" / "findings" / step,
        )
        if not path.exists()
    ]
    assert missing == []


def test_no_room_is_there_for_a_step_that_is_not() -> None:
    known = {*STEP_IDS, "base", "inputs", "picture", "card", "check", "log", "rig"}
    for layer in ("study", "findings", "solve"):
        rooms = {one.name for one in (SRC / "core" / layer).iterdir() if one.is_dir()}
        assert rooms - {"__pycache__"} <= known, layer
    sheets = {one.name for one in (WEB / "steps").iterdir() if one.is_dir()}
    assert sheets == {*STEP_IDS, "card", "check", "log", "rig"}


def test_the_registries_have_the_same_steps_in_the_same_order() -> None:
    assert tuple(step.id for step in STEPS) == STEP_IDS
    assert tuple(step.step for step in STEP_RULES) == STEP_IDS
    listed = re.search(r"STEPS[^=]*= \[([^\]]*)\]", (WEB / "steps" / "registry.ts").read_text())
    assert listed is not None
    shown = [name.strip() for name in listed[1].split(",")]
    assert [name for name in shown if name in STEP_IDS] == list(STEP_IDS)


def test_every_rule_and_caution_belongs_to_its_step() -> None:
    for each in STEP_RULES:
        assert each.rules
        assert all(rule.code.startswith(f"{each.step}.") for rule in each.rules)
        assert all(caution.step == each.step for caution in each.cautions)
    codes = [rule.code for each in STEP_RULES for rule in each.rules]
    assert len(codes) == len(set(codes))


def test_no_step_needs_itself_or_a_later_one() -> None:
    def needs(step: Step[object]) -> None:
        for need in step.needs:
            assert STEP_IDS.index(need.step.id) < STEP_IDS.index(step.id)
            needs(need.step)

    for step in STEPS:
        needs(step)
        assert step.figures or step.numbers is None
        assert all(spec.key.startswith(f"{step.id}.") for spec in step.figures)


def test_no_file_is_long_without_a_reason() -> None:
    long = {
        str(path.relative_to(ROOT))
        for path in code_files()
        if len(path.read_text(encoding="utf-8").splitlines()) > LONG
    }
    assert long == set(REASONS)


def test_no_folder_has_more_than_a_dozen_files() -> None:
    full: dict[Path, int] = {}
    for path in code_files():
        if ".test." not in path.name:
            full[path.parent] = full.get(path.parent, 0) + 1
    assert {str(one.relative_to(ROOT)): count for one, count in full.items() if count > DOZEN} == {}


def test_evaluation_and_its_neighbours_name_no_step() -> None:
    """A new step is new files and a line in each registry: what walks them knows none by name."""
    for name in ("evaluation.py", "solve/mends.py", "findings/judging.py"):
        text = (SRC / "core" / name).read_text(encoding="utf-8")
        for step in STEP_IDS:
            assert f'"{step}"' not in text, f"{name} names the step {step}"


def test_both_sides_call_the_roles_of_cameras_alike() -> None:
    text = (WEB / "sheet" / "cameras.ts").read_text(encoding="utf-8")
    block = re.search(r"ROLE_WORDS: Record<Role, string> = \{(.*?)\};", text, re.S)
    assert block is not None
    pairs = re.findall(r"'?([\w-]+)'?: '([^']+)'", block[1])
    assert dict(pairs) == dict(ROLE_WORDS)
