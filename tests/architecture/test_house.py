"""What the house asks of the tree: generated pages true, nothing fetched, rooms kept."""

from __future__ import annotations

import ast
import json
import re
import subprocess
from pathlib import Path

from steeple.cli.pages import generated_pages
from steeple.core.plan.changes import Change
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import read_plan

ROOT = Path(__file__).parents[2]
CORE = ROOT / "src" / "steeple" / "core"


def tracked() -> list[Path]:
    names = subprocess.run(
        ["git", "ls-files"], cwd=ROOT, capture_output=True, text=True, check=True
    ).stdout.split("\n")
    files = [ROOT / name for name in names if name and (ROOT / name).is_file()]
    assert len(files) > 100
    return files


def test_generated_pages_are_true() -> None:
    for name, wanted in generated_pages().items():
        written = (ROOT / "docs" / name).read_text(encoding="utf-8")
        assert written == wanted, f"run: steeple pages docs  ({name} is out of date)"


def test_every_figure_and_rule_has_a_test_that_names_it() -> None:
    page = (ROOT / "docs" / "physics.md").read_text(encoding="utf-8")
    assert page.count("; checked in `tests/") == page.count("; checked in ") > 100


def test_locks_are_pinned_and_name_no_address() -> None:
    for lock in (ROOT / "requirements").glob("*.lock"):
        text = lock.read_text(encoding="utf-8")
        assert "--hash=sha256:" in text
        assert "://" not in text
    packages = json.loads((ROOT / "web" / "package-lock.json").read_text(encoding="utf-8"))
    assert len(packages["packages"]) > 100
    assert not [one for one in packages["packages"].values() if "resolved" in one]
    pinned = json.loads((ROOT / "web" / "package.json").read_text(encoding="utf-8"))
    for versions in (pinned["dependencies"], pinned["devDependencies"]):
        assert all(re.fullmatch(r"[\d.]+", version) for version in versions.values())


def test_the_runtime_lock_is_part_of_the_development_lock() -> None:
    def pins(name: str) -> set[str]:
        text = (ROOT / "requirements" / name).read_text(encoding="utf-8")
        return set(re.findall(r"^([a-z0-9-]+==[^ ;\\]+)", text, re.M))

    runtime, development = pins("runtime.lock"), pins("dev.lock")
    assert len(runtime) > 15
    assert runtime <= development


def test_the_core_has_no_clock_no_files_and_no_chance() -> None:
    forbidden = {
        "time",
        "random",
        "logging",
        "os",
        "pathlib",
        "sqlite3",
        "socket",
        "io",
    }
    modules = list(CORE.rglob("*.py"))
    assert len(modules) > 40
    for path in modules:
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            names = []
            if isinstance(node, ast.Import):
                names = [alias.name for alias in node.names]
            elif isinstance(node, ast.ImportFrom):
                # Chance that begins with a seed is none: the generator alone may be had.
                seeded = node.module == "random" and [one.name for one in node.names] == ["Random"]
                names = [] if seeded else [node.module or ""]
            elif isinstance(node, ast.Call) and isinstance(node.func, ast.Name):
                names = [node.func.id] if node.func.id in ("open", "print", "input") else []
                names += (
                    ["Random without a seed"] if node.func.id == "Random" and not node.args else []
                )
                assert not names, f"{path} calls {names}"
            elif isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute):
                names = [node.func.attr] if node.func.attr in ("now", "today", "utcnow") else []
                assert not names, f"{path} calls {names}"
            assert not {name.split(".")[0] for name in names} & forbidden, path


def test_every_public_thing_of_the_core_says_what_it_is() -> None:
    silent = []
    for path in CORE.rglob("*.py"):
        tree = ast.parse(path.read_text(encoding="utf-8"))
        if not ast.get_docstring(tree):
            silent.append(str(path))
        for node in tree.body:
            public = isinstance(node, ast.FunctionDef | ast.ClassDef)
            if public and not node.name.startswith("_") and not ast.get_docstring(node):  # type: ignore[attr-defined, arg-type]
                silent.append(f"{path.name}: {node.name}")  # type: ignore[attr-defined]
    assert silent == []


def test_names_are_given_to_sentences_never_joined_into_their_templates() -> None:
    """A thing called “{up}” must not be said as a figure of its sentence."""
    joined, seen = [], 0
    for path in CORE.rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if not isinstance(node, ast.Call) or getattr(node.func, "id", "") != "say":
                continue
            seen += 1
            if node.keywords and node.args:
                parts = ast.walk(node.args[0])
                if any(isinstance(one, ast.Attribute) and one.attr == "name" for one in parts):
                    joined.append(f"{path.relative_to(CORE)}:{node.lineno}")
    assert seen > 300
    assert joined == []


NUMERIC_ROOMS = ("geometry", "optics", "body", "hold", "light", "sound", "roll", "frame", "simcam")


def test_who_takes_numbers_says_what_they_are() -> None:
    """Functions of numbers, which know no plan: every argument with its unit, shape and range. Compiled
    loops, which take vectors number by number, say theirs together."""
    silent, seen = [], 0
    modules = [path for room in NUMERIC_ROOMS for path in (CORE / room).rglob("*.py")]
    for path in (*modules, CORE / "units.py"):
        if "kernels" in str(path):
            continue
        for node in ast.parse(path.read_text(encoding="utf-8")).body:
            if not isinstance(node, ast.FunctionDef) or node.name.startswith("_"):
                continue
            words = ast.get_docstring(node) or ""
            given = [one.arg for one in (*node.args.args, *node.args.kwonlyargs)]
            seen += 1
            said = words.partition("Parameters\n---")[2]
            silent += [
                f"{path.relative_to(CORE)}: {node.name}({name})"
                for name in given
                if not re.search(rf"\b{name}\b", said)
            ]
    assert seen > 80
    assert silent == []


def test_no_file_of_code_is_long() -> None:
    long = []
    for path in tracked():
        if path.suffix in (".py", ".ts", ".tsx", ".css") and path.name != "schema.d.ts":
            lines = [line for line in path.read_text(encoding="utf-8").splitlines() if line.strip()]
            if len(lines) > 450:
                long.append(f"{path.relative_to(ROOT)}: {len(lines)}")
    assert long == []


def test_nothing_is_fetched_from_outside() -> None:
    """No address of another host in code or pages that the browser loads."""
    for path in tracked():
        if (
            path.suffix not in (".py", ".ts", ".tsx", ".css", ".html", ".sh")
            or "tests" in path.parts
        ):
            continue
        text = path.read_text(encoding="utf-8")
        for address in re.findall(r"https?://[^\s\"'`)]+", text):
            allowed = (
                "http://{HOST}",
                "http://127.0.0.1",
                "https://json-schema.org",
                "http://www.w3.org",
            )
            assert address.startswith(allowed), f"{path}: {address}"


def test_screenshots_are_linked_and_few() -> None:
    pictures = sorted((ROOT / "docs" / "screenshots").glob("*.png"))
    assert 0 < len(pictures) < 20
    readme = (ROOT / "README.md").read_text(encoding="utf-8")
    assert [one.name for one in pictures if one.name not in readme] == []


def test_the_smallest_plan_of_the_docs_is_a_plan() -> None:
    text = (ROOT / "docs" / "plan-format.md").read_text(encoding="utf-8")
    plan, changes = re.findall(r"```json\n(.*?)```", text, re.S)
    assert read_plan(plan.encode()).title == "Lettering"
    assert Change.model_validate(json.loads(changes)[0]).path == "/cameras/0/position/z_mm"


def test_every_part_of_the_plan_is_in_the_docs() -> None:
    text = (ROOT / "docs" / "plan-format.md").read_text(encoding="utf-8")
    for part in Plan.model_fields:
        assert f"`{part}" in text or f'"{part}"' in text, part
