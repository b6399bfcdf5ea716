"""A database in a fresh folder, and the services over it."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest

from steeple.main import DATABASE_NAME, make_context
from steeple.services.plans import PlanService
from steeple.store.database import Database


@pytest.fixture
def database(tmp_path: Path) -> Iterator[Database]:
    database = Database(tmp_path / DATABASE_NAME)
    yield database
    database.close()


@pytest.fixture
def plans(database: Database) -> PlanService:
    return make_context(database).plans
