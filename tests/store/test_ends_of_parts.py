"""A cupboard from before studs and sockets were told apart is read on."""

from __future__ import annotations

import importlib
import json
import sqlite3
from pathlib import Path

from steeple.core.plan.cupboard.kinds import validate_gear
from steeple.store.database import Database
from steeple.store.gear import GearRepository
from tests.store.test_cupboard import LATER_TABLES

RENAMED = importlib.import_module("steeple.store.migrations.versions.0003_ends_of_parts").renamed


def test_bare_threads_become_studs() -> None:
    support = RENAMED(
        "support",
        {"name": "old", "form": "boom stand", "threads": ["1/4-20", "quick-release", "clamp"]},
    )
    assert support["threads"] == ["1/4-20 stud", "quick-release clamp", "tube"]
    validate_gear("support", support)
    adapter = RENAMED("adapter", {"name": "old", "one_end": "clamp", "other_end": "5/8 spigot"})
    assert (adapter["one_end"], adapter["other_end"]) == ("tube clamp", "5/8 spigot")
    validate_gear("adapter", adapter)
    assert RENAMED("lens", {"name": "x"}) == {"name": "x"}
    again = RENAMED("support", support)
    assert again == support, "what is told apart already stays"


def test_a_stored_cupboard_is_brought_up_to_date(tmp_path: Path) -> None:
    path = tmp_path / "steeple.sqlite3"
    Database(path).close()
    with sqlite3.connect(path) as connection:
        figures = json.dumps({"name": "old", "form": "boom stand", "threads": ["3/8-16"]})
        connection.execute(
            "INSERT INTO gear (id, kind, name, figures, created_at, changed_at, version, search)"
            " VALUES ('one', 'support', 'old', ?, '', '', 1, 'old')",
            (figures,),
        )
        connection.execute("ALTER TABLE gear DROP COLUMN considered_at")
        for name in ("line", *LATER_TABLES):
            connection.execute(f"DROP TABLE {name}")
        connection.execute("UPDATE alembic_version SET version_num = '0002'")
    connection.close()
    database = Database(path)
    with database.reading() as reading:
        gear = GearRepository(reading).get("one").gear
    database.close()
    assert gear.threads == ("3/8-16 stud",)  # type: ignore[union-attr]
