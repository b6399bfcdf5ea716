"""The database file: put away while it is served, under any name, restored and killed in the middle."""

from __future__ import annotations

import os
import shutil
import signal
import sqlite3
import subprocess
import sys
import time
from collections.abc import Callable
from contextlib import closing
from pathlib import Path

import pytest

from steeple.cli.command import main
from steeple.core.errors import DocumentError
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.demo.plans import PLANS
from steeple.demo.world import fill
from steeple.main import DATABASE_NAME, make_context
from steeple.store.copies import backup_to, restore_from
from steeple.store.database import Database, half_restored
from steeple.store.errors import OtherLine, RevisionConflict, StoreError
from steeple.store.locks import alone, served, used
from tests.plans import SOUND, changed

ODD = [
    "a?b",
    "a#b",
    "a%b",
    "a%20b",
    "with blanks",
    "a&b=c",
    "ä – ö",
    "a'b\"c",
    "file:x",
    "?mode=memory",
]


def titles(path: Path) -> list[str]:
    database = Database(path, new=False)
    try:
        return sorted(one.title for one in make_context(database).plans.shelf())
    finally:
        database.close()


def filled(path: Path, *names: str) -> None:
    database = Database(path)
    for name in names:
        make_context(database).plans.add(changed(title=name), label="New")
    database.close()


@pytest.mark.parametrize("name", ODD)
def test_any_name_of_a_folder_is_that_folder(tmp_path: Path, name: str) -> None:
    """Opened, backed up and restored there, and nothing is made beside it."""
    folder = tmp_path / name
    filled(folder / DATABASE_NAME, "Mine")
    copy = tmp_path / f"{name}.copy"
    backup_to(folder / DATABASE_NAME, copy)
    other = tmp_path / "other" / f"{name}.db"
    assert restore_from(copy, other) is None
    assert titles(other) == ["Mine"]
    assert titles(folder / DATABASE_NAME) == ["Mine"]
    assert {one.name for one in tmp_path.iterdir()} == {name, copy.name, "other"}
    assert main(["export", "--data", str(folder)]) == 0


@pytest.mark.parametrize("words", ["backup {}/x.db", "export"])
def test_a_folder_without_a_database_is_said(
    tmp_path: Path, words: str, capsys: pytest.CaptureFixture[str]
) -> None:
    folder = tmp_path / "mistyped"
    assert main([*words.format(tmp_path).split(), "--data", str(folder)]) == 1
    assert "no database of Steeple's" in capsys.readouterr().err
    assert list(tmp_path.iterdir()) == []


Harm = Callable[[Path], object]
HARM: dict[str, Harm] = {
    "removed": lambda path: path.unlink(),
    "cut short": lambda path: path.write_bytes(b""),
    "cut in half": lambda path: os.truncate(path, path.stat().st_size // 2),
    "replaced": lambda path: Path(shutil.copy(path, f"{path}.new")).replace(path),
    "log removed": lambda path: Path(f"{path}-wal").unlink(),
    "folder moved": lambda path: path.parent.rename(path.parent.with_name("moved")),
}


@pytest.mark.parametrize("harm", HARM)
def test_a_database_that_goes_away_takes_no_more_changes(tmp_path: Path, harm: str) -> None:
    path = tmp_path / "plans" / DATABASE_NAME
    database = Database(path)
    plans = make_context(database).plans
    stored = plans.add(SOUND, label="New")
    plans.save(stored.id, changed(title="two"), base=1)
    HARM[harm](path)
    for _ in range(2):
        with pytest.raises(StoreError, match="was not saved") as caught:
            plans.save(stored.id, changed(title="three"), base=2)
        assert caught.value.code == "gone"
    database.close()


def test_a_plan_that_could_not_be_read_again_is_not_stored(tmp_path: Path) -> None:
    database = Database(tmp_path / DATABASE_NAME)
    plans = make_context(database).plans
    stored = plans.add(SOUND, label="New")
    gilding = next(plan for plan in PLANS if plan.lights)
    light = gilding.lights[0]
    table = "\n".join(["IESNA:LM-63-2002", "[TEST] " + "\x01" * 40_000, "TILT=NONE",
        "1 -1 1 2 1 1 2 0 0 0", "1 1 10", "0 90", "0", "100 50"])  # fmt: skip
    heavy = light.fixture.model_copy(update={"ies": table})
    lights = tuple(
        light.model_copy(update={"id": f"l{number}", "fixture": heavy}) for number in range(10)
    )
    large = SOUND.model_copy(update={"lights": lights})
    with pytest.raises(DocumentError, match="as a file") as caught:
        plans.save(stored.id, large, base=1)
    assert caught.value.code == "too-large"
    with pytest.raises(DocumentError, match="as a file"):
        plans.add(large, label="New")
    assert plans.get(stored.id).plan == SOUND
    assert len(plans.shelf()) == 1
    fits = SOUND.model_copy(update={"lights": lights[:5]})
    saved = plans.save(stored.id, fits, base=1)
    assert plans.get(stored.id).plan == fits
    _, text = plans.file(saved.id)
    assert plans.open_file(text.encode()).plan == fits
    database.close()


def test_a_restore_begins_a_line_that_old_windows_cannot_go_on(tmp_path: Path) -> None:
    path, copy = tmp_path / DATABASE_NAME, tmp_path / "copy.db"
    database = Database(path)
    context = make_context(database)
    stored = context.plans.add(SOUND, label="New")
    thing = context.gear.add(
        Lens(name="One", focal_min_mm=50, focal_max_mm=50, f_number_wide=2, f_number_long=2)
    )
    backup_to(path, copy)
    window = context.plans.save(stored.id, changed(title="two"), base=1)
    database.close()
    restore_from(copy, path)
    database = Database(path)
    context = make_context(database)
    again = context.plans.save(stored.id, changed(title="another two"), base=1)
    assert again.revision == window.revision
    with pytest.raises(OtherLine):
        context.plans.save(stored.id, SOUND, base=2, line=window.line)
    for move in (context.plans.undo, context.plans.redo):
        with pytest.raises(OtherLine):
            move(stored.id, base=2, line=window.line)
    assert context.plans.get(stored.id).plan.title == "another two"
    with pytest.raises(RevisionConflict):
        context.gear.edit(thing.id, thing.gear.model_copy(update={"name": "Two"}), base=1)
    database.close()


def test_what_a_restore_puts_aside_keeps_what_stood_in_its_log(tmp_path: Path) -> None:
    path, copy = tmp_path / DATABASE_NAME, tmp_path / "copy.db"
    filled(path, "old")
    backup_to(path, copy)
    writer = (
        "import os, sys; from pathlib import Path; from steeple.main import make_context; "
        "from steeple.store.database import Database; from tests.plans import changed; "
        "plans = make_context(Database(Path(sys.argv[1]))).plans; "
        "[plans.add(changed(title=f'new {n}'), label='New') for n in range(20)]; os._exit(9)"
    )
    subprocess.run([sys.executable, "-c", writer, str(path)], check=False)
    assert Path(f"{path}-wal").stat().st_size > 0
    kept = restore_from(copy, path)
    assert kept is not None
    assert titles(path) == ["old"]
    assert len(titles(kept)) == 21


def test_a_damaged_database_is_put_aside_with_its_log(tmp_path: Path) -> None:
    path, copy = tmp_path / DATABASE_NAME, tmp_path / "copy.db"
    filled(path, "old")
    backup_to(path, copy)
    path.write_bytes(b"damaged" * 1000)
    Path(f"{path}-wal").write_bytes(b"a log that must not be taken for the new one's")
    kept = restore_from(copy, path)
    assert kept is not None
    assert kept.read_bytes() == b"damaged" * 1000
    assert Path(f"{kept}-wal").exists()
    assert titles(path) == ["old"]


def test_a_half_made_restore_is_never_an_empty_shelf(tmp_path: Path) -> None:
    path = tmp_path / DATABASE_NAME
    filled(path, "old")
    with closing(sqlite3.connect(path)) as raw:
        raw.execute("PRAGMA journal_mode=DELETE")
    kept = path.with_name("steeple.before-restore-1.db")
    path.rename(kept)
    half_restored(path).write_bytes(b"half")
    with pytest.raises(StoreError, match="broken off") as caught:
        Database(path)
    assert caught.value.code == "half-restored"
    assert str(kept) in caught.value.sentence
    assert not path.exists()
    # What it says to do does it.
    assert restore_from(kept, path) is None
    assert titles(path) == ["old"]


RESTORER = """
import os, sys
from pathlib import Path
from steeple.store import copies
step, count = int(sys.argv[3]), 0
def dies(name):
    real = getattr(os, name)
    def instead(*words, **more):
        global count
        count += 1
        if count == step:
            os.kill(os.getpid(), 9)
        return real(*words, **more)
    setattr(os, name, instead)
for name in ("link", "replace", "fsync", "unlink"):
    dies(name)
copies.restore_from(Path(sys.argv[1]), Path(sys.argv[2]))
"""


@pytest.mark.parametrize("step", range(1, 12))
def test_a_restore_killed_at_any_step_leaves_the_old_or_the_new(tmp_path: Path, step: int) -> None:
    path, copy = tmp_path / DATABASE_NAME, tmp_path / "copy.db"
    filled(path, "from the backup")
    backup_to(path, copy)
    filled(path, "since")
    done = subprocess.run(
        [sys.executable, "-c", RESTORER, str(copy), str(path), str(step)], check=False
    )
    assert done.returncode in (0, -signal.SIGKILL)
    found = titles(path)
    old, new = ["from the backup", "since"], ["from the backup"]
    assert found in (old, new)
    if found == new:
        aside = sorted(tmp_path.glob("*.before-restore-*.db"))
        assert old in [titles(one) for one in aside]
    restore_from(copy, path)
    assert titles(path) == new


FILLER = """
import sys
from pathlib import Path
from steeple.demo.world import fill
from steeple.store.database import Database
print("ready", flush=True)
fill(Database(Path(sys.argv[1])))
print("filled", flush=True)
"""


@pytest.mark.parametrize("delay_s", [0.0, 0.02, 0.05, 0.1])
def test_a_demo_that_was_interrupted_is_filled_at_the_next_start(
    tmp_path: Path, delay_s: float
) -> None:
    path = tmp_path / DATABASE_NAME
    process = subprocess.Popen(
        [sys.executable, "-c", FILLER, str(path)], stdout=subprocess.PIPE, text=True
    )
    assert process.stdout is not None
    process.stdout.readline()
    time.sleep(delay_s)
    process.kill()
    process.communicate()
    database = Database(path)
    fill(database)
    assert len(make_context(database).plans.shelf()) == len(PLANS)
    assert not fill(database)
    database.close()


def test_who_uses_the_database_keeps_a_restore_away_and_the_other_way_round(tmp_path: Path) -> None:
    path, copy = tmp_path / DATABASE_NAME, tmp_path / "copy.db"
    filled(path, "old")
    backup_to(path, copy)
    with used(path), used(path), pytest.raises(StoreError, match="Another Steeple"):
        restore_from(copy, path)
    with served(path), used(path), pytest.raises(StoreError, match="Another Steeple"), served(path):
        pass
    file = tmp_path / "plan.json"
    file.write_text(SOUND.model_dump_json(), encoding="utf-8")
    with alone(path):
        assert main(["import", "--data", str(tmp_path), str(file)]) == 1
        assert main(["export", "--data", str(tmp_path)]) == 1
    assert titles(path) == ["old"]


def test_a_database_held_by_another_is_waited_for_a_bounded_time(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Several at once wait no longer than one."""
    import threading

    from steeple.store import database as module

    monkeypatch.setattr(module, "BUSY_SECONDS", 0.5)
    path = tmp_path / DATABASE_NAME
    database = Database(path)
    plans = make_context(database).plans
    other = sqlite3.connect(path, isolation_level=None)
    other.execute("BEGIN IMMEDIATE")
    codes: list[str] = []

    def add() -> None:
        try:
            plans.add(SOUND, label="New")
        except StoreError as error:
            codes.append(error.code)

    threads = [threading.Thread(target=add) for _ in range(4)]
    start = time.perf_counter()
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert time.perf_counter() - start < 3.0
    assert codes == ["busy"] * 4
    other.execute("ROLLBACK")
    other.close()
    plans.add(SOUND, label="New")
    database.close()


@pytest.mark.parametrize(
    ("words", "says"),
    [
        ("backup {here}/none/x.db --data {data}", "there is no folder"),
        ("backup /proc/x.db --data {data}", "cannot be written"),
        ("restore {here}/none.db --data {data}", "There is no file"),
        ("restore {here}/words.db --data {data}", "no backup of Steeple's"),
        ("restore {data} --data {data}", "There is no file"),
        ("import /dev/zero --data {data}", "it is no file"),
        ("import {here} --data {data}", "it is no file"),
        ("import {here}/none.json --data {data}", "No such file"),
        ("import {here}/words.db --data {data}", "not whole JSON"),
    ],
)
def test_a_command_that_cannot_says_why_and_leaves_nothing_behind(
    tmp_path: Path, words: str, says: str, capsys: pytest.CaptureFixture[str]
) -> None:
    data = tmp_path / "data"
    filled(data / DATABASE_NAME, "old")
    (tmp_path / "words.db").write_text("only words")
    before = {
        path for path in tmp_path.rglob("*") if not path.name.endswith((".lock", "-shm", "-wal"))
    }
    assert main(words.format(here=tmp_path, data=data).split()) == 1
    said = capsys.readouterr().err
    assert says in said
    assert "Traceback" not in said
    after = {
        path for path in tmp_path.rglob("*") if not path.name.endswith((".lock", "-shm", "-wal"))
    }
    assert after == before
    assert titles(data / DATABASE_NAME) == ["old"]
