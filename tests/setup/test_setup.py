"""The set-up scripts: what is missing is said in a sentence with what to install."""

from __future__ import annotations

import os
import shutil
import subprocess
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
NEEDED = (
    "bash",
    "dirname",
    "cat",
    "sha256sum",
    "cut",
    "mkdir",
    "find",
    "sort",
    "xargs",
    "id",
    "env",
    "printf",
)


def sourced(commands: str, path: Path) -> subprocess.CompletedProcess[str]:
    """Run commands after sourcing bin/setup.sh, with only what lies in ``path`` to be found."""
    return subprocess.run(
        [shutil.which("bash") or "bash", "-c", f"source {ROOT}/bin/setup.sh; {commands}"],
        env={"PATH": str(path), "HOME": os.environ.get("HOME", "/")},
        capture_output=True,
        text=True,
        timeout=60,
        check=False,
    )


@pytest.fixture
def bare(tmp_path: Path) -> Path:
    """A folder with the plain tools of a system and nothing else."""
    for name in NEEDED:
        found = shutil.which(name)
        if found:
            (tmp_path / name).symlink_to(found)
    return tmp_path


def tool(folder: Path, name: str, script: str) -> None:
    path = folder / name
    path.write_text(f"#!{shutil.which('bash')}\n{script}\n")
    path.chmod(0o755)


def test_a_missing_python_is_named(bare: Path) -> None:
    done = sourced("find_python", bare)
    assert done.returncode == 1
    assert "Python 3.11 or newer is missing. On Debian: apt-get install python3" in done.stderr


def test_an_old_python_is_not_taken(bare: Path) -> None:
    tool(bare, "python3", "exit 1")
    assert "Python 3.11 or newer is missing" in sourced("find_python", bare).stderr
    tool(bare, "python3.12", "exit 0")
    assert sourced("find_python", bare).stdout == "python3.12"


def test_a_missing_or_old_node_is_named(bare: Path) -> None:
    done = sourced("need_node", bare)
    assert done.returncode == 1
    assert (
        "Node 20.19 or newer with npm is missing. On Debian: apt-get install nodejs npm"
        in done.stderr
    )
    tool(bare, "npm", "exit 0")
    tool(bare, "node", 'if [ "$1" = --version ]; then echo v18.1.0; else exit 1; fi')
    done = sourced("need_node", bare)
    assert done.returncode == 1
    assert "Node v18.1.0 is too old; 20.19 or newer is needed." in done.stderr


def test_a_missing_browser_is_named_where_it_cannot_be_installed(bare: Path) -> None:
    done = sourced("need_chromium", bare)
    assert done.returncode == 1
    assert "On Debian: apt-get install chromium" in done.stderr
    tool(bare, "chromium", "exit 0")
    assert sourced("need_chromium", bare).returncode == 0


@pytest.mark.skipif("STEEPLE_SET_UP" not in os.environ, reason="set by bin/test after its set-up")
def test_set_up_again_does_nothing() -> None:
    """In a checkout that is set up, nothing is installed or built, and nothing is said."""
    stub = "npm() { say CALLED; return 1; }; find_python() { say CALLED; exit 1; }"
    steps = "set_up_python dev; set_up_python runtime; set_up_node; build_pages"
    done = subprocess.run(
        ["bash", "-c", f"source {ROOT}/bin/setup.sh; {stub}; {steps}"],
        capture_output=True,
        text=True,
        timeout=120,
        check=False,
    )
    assert (done.returncode, done.stdout, done.stderr) == (0, "", "")


@pytest.mark.parametrize("script", ["bin/demo", "bin/test", ".ci/run"])
def test_the_scripts_are_whole_and_may_be_run(script: str) -> None:
    path = ROOT / script
    assert os.access(path, os.X_OK)
    assert path.read_text().startswith("#!/usr/bin/env bash\n")
    assert subprocess.run(["bash", "-n", path], check=False).returncode == 0
