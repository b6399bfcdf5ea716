"""The application over a fresh database, without a network."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest
from fastapi import FastAPI
from starlette.testclient import TestClient

from steeple.demo.world import fill
from steeple.main import DATABASE_NAME, build
from steeple.store.database import Database


@pytest.fixture
def database(tmp_path: Path) -> Iterator[Database]:
    database = Database(tmp_path / DATABASE_NAME)
    yield database
    database.close()


@pytest.fixture
def app(database: Database) -> FastAPI:
    fill(database)
    return build(database)


@pytest.fixture
def api(app: FastAPI) -> Iterator[TestClient]:
    with TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        yield client
