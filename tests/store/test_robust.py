"""Killed in the middle, read-only, damaged, newer, backed up, restored."""

from __future__ import annotations

import os
import signal
import sqlite3
import subprocess
import sys
import time
from pathlib import Path

import pytest
from sqlalchemy import event, inspect, text

from steeple.core.plan.reading import read_plan
from steeple.main import DATABASE_NAME, make_context
from steeple.services.plans import PlanService
from steeple.store.copies import backup_to, restore_from
from steeple.store.database import Database
from steeple.store.errors import StoreError
from steeple.store.locks import served
from steeple.store.tables import Base
from tests.plans import SOUND, changed

WRITER = """
import sys
from pathlib import Path
from steeple.main import make_context
from steeple.store.database import Database
from steeple.core.plan.reading import read_plan
plans = make_context(Database(Path(sys.argv[1]))).plans
stored = plans.get(sys.argv[2])
number = stored.revision
while True:
    plan = stored.plan.model_copy(update={"title": f"title {number + 1}"})
    stored = plans.save(sys.argv[2], plan, base=number)
    number = stored.revision
    print(number, flush=True)
"""


def test_kill_in_the_middle_of_writes_loses_at_most_the_change_in_flight(
    plans: PlanService, database: Database
) -> None:
    plan_id = plans.add(SOUND, label="New").id
    for delay in (0.3, 0.55, 0.8):
        writer = subprocess.Popen(
            [sys.executable, "-c", WRITER, str(database.path), plan_id],
            stdout=subprocess.PIPE,
            text=True,
        )
        assert writer.stdout is not None
        told = int(writer.stdout.readline())
        time.sleep(delay)
        os.kill(writer.pid, signal.SIGKILL)
        told = max([told, *(int(line) for line in writer.stdout.read().split())])
        writer.wait()
        writer.stdout.close()
        stored = plans.get(plan_id)
        assert stored.revision in (told, told + 1)
        assert stored.plan.title == f"title {stored.revision}"
        for number in range(2, stored.revision + 1):
            assert plans.at(plan_id, number).title == f"title {number}"
    with sqlite3.connect(database.path) as raw:
        assert raw.execute("PRAGMA integrity_check").fetchone() == ("ok",)
        assert raw.execute("PRAGMA journal_mode").fetchone() == ("wal",)
    raw.close()


def test_foreign_keys_are_on_for_every_connection(database: Database) -> None:
    for _ in range(3):
        with database.engine.connect() as connection:
            assert connection.execute(text("PRAGMA foreign_keys")).scalar() == 1


def test_the_migrated_tables_are_those_of_the_models(database: Database) -> None:
    found = inspect(database.engine)
    for name, table in Base.metadata.tables.items():
        assert {column["name"] for column in found.get_columns(name)} == set(table.columns.keys())
        assert {index["name"] for index in found.get_indexes(name)} == {
            index.name for index in table.indexes
        }


def test_opening_again_changes_nothing(plans: PlanService, database: Database) -> None:
    plan_id = plans.add(SOUND, label="New").id
    again = Database(database.path)
    assert make_context(again).plans.get(plan_id).plan == SOUND
    again.close()


def test_a_newer_database_is_left_alone(database: Database) -> None:
    with sqlite3.connect(database.path) as raw:
        raw.execute("UPDATE alembic_version SET version_num='9999'")
    raw.close()
    with pytest.raises(StoreError, match="newer Steeple") as caught:
        Database(database.path)
    assert caught.value.code == "newer-database"


def test_a_file_that_is_no_database_is_named(tmp_path: Path) -> None:
    path = tmp_path / "x.db"
    path.write_bytes(b"not a database at all, only text " * 100)
    with pytest.raises(StoreError) as caught:
        Database(path)
    assert caught.value.code == "not-a-database"
    assert "steeple restore" in caught.value.sentence


def test_a_folder_that_cannot_be_made_is_named(tmp_path: Path) -> None:
    (tmp_path / "file").write_text("in the way")
    with pytest.raises(StoreError, match="cannot be made"):
        Database(tmp_path / "file" / "deeper" / "x.db")
    with pytest.raises(StoreError, match="cannot be opened"):
        Database(tmp_path)
    with (
        pytest.raises(StoreError, match="cannot be written to"),
        served(tmp_path / "file" / "x"),
    ):
        pass


def test_a_read_only_database_still_reads_and_says_why_it_does_not_save(
    plans: PlanService, database: Database
) -> None:
    plan_id = plans.add(SOUND, label="New").id

    @event.listens_for(database.engine, "checkout")
    def lock(raw: sqlite3.Connection, *_: object) -> None:
        raw.execute("PRAGMA query_only=ON")

    assert plans.get(plan_id).plan == SOUND
    with pytest.raises(StoreError, match="was not saved") as caught:
        plans.save(plan_id, changed(title="new"), base=1)
    assert caught.value.code == "read-only"
    assert plans.get(plan_id).revision == 1


def test_a_database_held_by_another_says_so(
    plans: PlanService, database: Database, monkeypatch: pytest.MonkeyPatch
) -> None:
    other = sqlite3.connect(database.path, isolation_level=None)
    other.execute("BEGIN IMMEDIATE")

    @event.listens_for(database.engine, "checkout")
    def hurry(raw: sqlite3.Connection, *_: object) -> None:
        raw.execute("PRAGMA busy_timeout=50")

    with pytest.raises(StoreError) as caught:
        plans.add(SOUND, label="New")
    assert caught.value.code == "busy"
    other.rollback()
    other.close()
    assert plans.add(SOUND, label="New").revision == 1


def test_backup_and_restore_bring_everything_back(
    plans: PlanService, database: Database, tmp_path: Path
) -> None:
    plan_id = plans.add(SOUND, label="New").id
    target = tmp_path / "backup.db"
    backup_to(database.path, target)
    with pytest.raises(StoreError, match="exists already"):
        backup_to(database.path, target)
    plans.save(plan_id, changed(title="after the backup"), base=1)
    database.close()
    kept = restore_from(target, database.path)
    restored = Database(database.path)
    assert make_context(restored).plans.get(plan_id).plan == SOUND
    restored.close()
    assert kept is not None
    before = Database(kept)
    assert make_context(before).plans.get(plan_id).plan.title == "after the backup"
    before.close()


def test_restore_onto_a_fresh_machine(
    plans: PlanService, database: Database, tmp_path: Path
) -> None:
    plan_id = plans.add(SOUND, label="New").id
    backup_to(database.path, tmp_path / "backup.db")
    target = tmp_path / "elsewhere" / DATABASE_NAME
    assert restore_from(tmp_path / "backup.db", target) is None
    elsewhere = Database(target)
    assert make_context(elsewhere).plans.get(plan_id).plan == SOUND
    elsewhere.close()


def test_a_damaged_database_is_restored_over_and_kept(
    plans: PlanService, database: Database, tmp_path: Path
) -> None:
    plan_id = plans.add(SOUND, label="New").id
    backup_to(database.path, tmp_path / "backup.db")
    database.close()
    database.path.write_bytes(b"damaged beyond opening " * 400)
    with pytest.raises(StoreError, match="damaged"):
        Database(database.path)
    kept = restore_from(tmp_path / "backup.db", database.path)
    restored = Database(database.path)
    assert make_context(restored).plans.get(plan_id).plan == SOUND
    restored.close()
    assert kept is not None
    assert kept.read_bytes().startswith(b"damaged")


def test_restore_refuses_what_is_no_backup(database: Database, tmp_path: Path) -> None:
    wrong = tmp_path / "wrong.db"
    with pytest.raises(StoreError, match="no file"):
        restore_from(wrong, database.path)
    wrong.write_bytes(b"text " * 500)
    with pytest.raises(StoreError, match="Nothing was changed"):
        restore_from(wrong, database.path)
    empty = tmp_path / "empty.db"
    sqlite3.connect(empty).close()
    with pytest.raises(StoreError, match="Nothing was changed"):
        restore_from(empty, database.path)


def test_restore_waits_for_no_running_server(database: Database, tmp_path: Path) -> None:
    backup_to(database.path, tmp_path / "backup.db")
    with served(database.path), pytest.raises(StoreError, match="Another Steeple") as caught:
        restore_from(tmp_path / "backup.db", database.path)
    assert caught.value.code == "in-use"


def test_what_is_stored_is_a_plan_file(plans: PlanService, database: Database) -> None:
    plans.add(SOUND, label="New")
    with database.engine.connect() as connection:
        document = connection.execute(text("SELECT document FROM revisions")).scalar()
    assert read_plan(str(document).encode()) == SOUND
