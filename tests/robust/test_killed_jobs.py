"""Everything that takes more than a moment, killed at any of its moments: done, or as if it had never begun."""

from __future__ import annotations

import os
import random
import shutil
import signal
import sqlite3
import subprocess
import sys
import time
from collections.abc import Callable
from contextlib import closing, suppress
from dataclasses import dataclass
from pathlib import Path

import pytest
from alembic import command
from alembic.config import Config
from sqlalchemy import create_engine

from steeple.cli.command import main
from steeple.demo.cupboard import LENSES
from steeple.demo.plans import PLANS
from steeple.demo.world import fill
from steeple.formats.gear_json import write_gear_json
from steeple.main import DATABASE_NAME, make_context
from steeple.store import database as database_module
from steeple.store.copies import backup_to, restore_from
from steeple.store.database import Database
from tests.plans import changed
from tests.robust.test_database import filled, titles

OLD, NEW = ["bread", "clay", "lute"], ["bread"]
TAKEN_IN = 40


def path_in(folder: Path) -> Path:
    return folder / DATABASE_NAME


def sound(path: Path) -> None:
    """The file is whole, and every plan on its shelf can be read."""
    with closing(sqlite3.connect(path)) as raw:
        assert raw.execute("PRAGMA integrity_check").fetchone() == ("ok",)
        assert raw.execute("PRAGMA foreign_key_check").fetchall() == []
    database = Database(path, new=False)
    plans = make_context(database).plans
    for one in plans.shelf():
        assert plans.get(one.id).plan.title == one.title
    database.close()


@dataclass(frozen=True)
class Job:
    """What is done, what it starts from, and what must hold however early it is killed."""

    before: Callable[[Path], None]
    work: Callable[[Path], object]
    after: Callable[[Path], None]


def two_shelves(folder: Path) -> None:
    filled(path_in(folder), *NEW)
    backup_to(path_in(folder), folder / "copy.db")
    filled(path_in(folder), *OLD[1:])


def old_or_new(folder: Path) -> None:
    path = path_in(folder)
    found = titles(path)
    assert found in (OLD, NEW)
    aside = [titles(one) for one in folder.glob("*.before-restore-*.db")]
    assert found == OLD or OLD in aside
    sound(path)
    restore_from(folder / "copy.db", path)
    assert titles(path) == NEW
    assert not list(folder.glob("*.restoring*"))


def whole_or_none(folder: Path) -> None:
    copy = folder / "second.db"
    if copy.exists():
        assert titles(copy) == OLD
        sound(copy)
    else:
        backup_to(path_in(folder), copy)
        assert titles(copy) == OLD
    assert not list(folder.glob("*.partly*"))
    assert titles(path_in(folder)) == OLD


def take_in(folder: Path) -> None:
    lenses = [LENSES[0].model_copy(update={"name": f"lens {n}"}) for n in range(TAKEN_IN)]
    database = Database(path_in(folder))
    make_context(database).gear.take_in(write_gear_json(lenses).encode())


def all_lenses_or_none(folder: Path) -> None:
    sound(path_in(folder))
    database = Database(path_in(folder))
    gear = make_context(database).gear
    assert len(gear.find()) in (0, TAKEN_IN)
    database.close()
    take_in(folder)
    database = Database(path_in(folder))
    assert len(make_context(database).gear.find()) == TAKEN_IN
    database.close()


def plan_files(folder: Path) -> None:
    filled(path_in(folder), "bread")
    for number in range(8):
        text = changed(title=f"file {number}").model_dump_json()
        (folder / f"{number}.json").write_text(text, encoding="utf-8")


def import_files(folder: Path) -> None:
    files = [str(folder / f"{number}.json") for number in range(8)]
    main(["import", "--data", str(folder), *files])


def first_files_are_there(folder: Path) -> None:
    sound(path_in(folder))
    found = titles(path_in(folder))
    assert found == ["bread", *(f"file {number}" for number in range(len(found) - 1))]


def at_an_old_state(folder: Path) -> None:
    """A database as the first Steeple left it, with three plans."""
    config = Config()
    scripts = str(Path(database_module.__file__).parent / "migrations").replace("%", "%%")
    config.set_main_option("script_location", scripts)
    engine = create_engine(f"sqlite:///{path_in(folder)}")
    with engine.connect() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "0001")
        connection.commit()
        for number, title in enumerate(OLD):
            document = changed(title=title).model_dump_json()
            connection.exec_driver_sql(
                "INSERT INTO plans (id, title, shape, head, node, created_at, changed_at) "
                "VALUES (?, ?, 'sheet', 1, 1, 'then', 'then')",
                (f"plan{number}", title),
            )
            connection.exec_driver_sql(
                "INSERT INTO revisions (plan_id, number, node, label, document, created_at) "
                "VALUES (?, 1, 1, 'New', ?, 'then')",
                (f"plan{number}", document),
            )
        connection.commit()
    engine.dispose()


def all_plans_still_there(folder: Path) -> None:
    assert titles(path_in(folder)) == OLD
    sound(path_in(folder))


def demo_is_whole(folder: Path) -> None:
    database = Database(path_in(folder))
    fill(database)
    plans = make_context(database).plans
    assert len(plans.shelf()) == len(PLANS)
    database.close()
    sound(path_in(folder))


def nothing(_folder: Path) -> None:
    """Nothing is there before."""


JOBS = {
    "restore": Job(
        two_shelves, lambda here: restore_from(here / "copy.db", path_in(here)), old_or_new
    ),
    "backup": Job(
        lambda here: filled(path_in(here), *OLD),
        lambda here: backup_to(path_in(here), here / "second.db"),
        whole_or_none,
    ),
    "cupboard": Job(lambda here: filled(path_in(here), *OLD), take_in, all_lenses_or_none),
    "import": Job(plan_files, import_files, first_files_are_there),
    "migration": Job(at_an_old_state, lambda here: Database(path_in(here)), all_plans_still_there),
    "demo": Job(nothing, lambda here: fill(Database(path_in(here))), demo_is_whole),
}


def killed(work: Callable[[], object], after_s: float | None) -> float:
    """Work in a process of its own, killed after a time (None = never); how long it ran."""
    start = time.perf_counter()
    child = os.fork()
    if child == 0:
        code = 1
        try:
            work()
            code = 0
        finally:
            os._exit(code)
    if after_s is not None:
        time.sleep(after_s)
        with suppress(ProcessLookupError):
            os.kill(child, signal.SIGKILL)
    _, status = os.waitpid(child, 0)
    if after_s is None:
        assert os.waitstatus_to_exitcode(status) == 0
    return time.perf_counter() - start


def kills(job: Job, folder: Path, count: int, seed: int) -> None:
    """A job killed so many times, each time on a folder of its own, at moments all over it."""
    chance = random.Random(seed)
    whole = folder / "whole"
    whole.mkdir()
    job.before(whole)
    takes_s = killed(lambda: job.work(whole), None)
    job.after(whole)
    for turn in range(count):
        here = folder / str(turn)
        here.mkdir()
        job.before(here)
        killed(lambda here=here: job.work(here), chance.uniform(0.0, 1.1) * takes_s)  # type: ignore[misc]
        job.after(here)


@pytest.mark.parametrize("name", JOBS)
def test_a_job_killed_at_any_moment_is_done_or_was_never_begun(tmp_path: Path, name: str) -> None:
    kills(JOBS[name], tmp_path, 4, seed=len(name))


@pytest.mark.exhaustive
@pytest.mark.parametrize("seed", range(5))
@pytest.mark.parametrize("name", JOBS)
def test_jobs_killed_dozens_of_times(tmp_path: Path, name: str, seed: int) -> None:
    kills(JOBS[name], tmp_path, 25, seed=seed)


def test_a_database_on_a_disk_nobody_can_write_to_is_backed_up_with_its_log(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "disk" / DATABASE_NAME
    filled(path, *OLD)
    raw = sqlite3.connect(path)
    raw.execute("PRAGMA wal_autocheckpoint=0")
    raw.execute("UPDATE plans SET title='in the log' WHERE title='lute'")
    raw.commit()
    # As it lies on a disk that was taken out while it was open.
    card = tmp_path / "card"
    card.mkdir()
    for part in (path, Path(f"{path}-wal")):
        shutil.copy(part, card)
    raw.close()
    may = os.access
    monkeypatch.setattr(os, "access", lambda of, mode: mode != os.W_OK and may(of, mode))
    backup_to(card / DATABASE_NAME, tmp_path / "copy.db")
    with closing(sqlite3.connect(tmp_path / "copy.db")) as copy:
        found = copy.execute("SELECT title FROM plans ORDER BY title").fetchall()
    assert [title for (title,) in found] == ["bread", "clay", "in the log"]
    assert {one.name for one in card.iterdir()} == {DATABASE_NAME, f"{DATABASE_NAME}-wal"}
    restore_from(card / DATABASE_NAME, tmp_path / "new" / DATABASE_NAME)
    assert len(titles(tmp_path / "new" / DATABASE_NAME)) == 3


FULL = """
import resource, sys
from steeple.cli.command import main
resource.setrlimit(resource.RLIMIT_FSIZE, (100_000, 100_000))
sys.exit(main(sys.argv[1:]))
"""


@pytest.mark.parametrize(
    "words", ["restore {copy} --data {data}", "backup {here}/b.db --data {data}"]
)
def test_what_does_not_fit_on_the_disk_is_said_and_leaves_everything(
    tmp_path: Path, words: str
) -> None:
    """A limit on the size of a file stands for a full disk."""
    data, copy = tmp_path / "data", tmp_path / "copy.db"
    filled(path_in(data), *[f"plan {number}" for number in range(60)])
    backup_to(path_in(data), copy)
    filled(path_in(data), "since")
    assert copy.stat().st_size > 150_000
    before = titles(path_in(data))
    given = words.format(here=tmp_path, data=data, copy=copy).split()
    done = subprocess.run(
        [sys.executable, "-c", FULL, *given], capture_output=True, text=True, check=False
    )
    assert done.returncode == 1
    assert "Traceback" not in done.stderr
    assert ".db" in done.stderr
    assert titles(path_in(data)) == before
    assert {one.name for one in tmp_path.iterdir()} == {"data", "copy.db"}
    assert not list(data.glob("*restor*"))
