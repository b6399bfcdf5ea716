"""The composition root: settings in, running application out."""

from __future__ import annotations

import os
from datetime import UTC, datetime
from pathlib import Path

from fastapi import FastAPI
from platformdirs import user_data_path

from steeple.api.app import make_app
from steeple.api.context import Context
from steeple.services.gear import GearService
from steeple.services.plans import PlanService
from steeple.store.database import Database

DATABASE_NAME = "steeple.db"
PAGES = Path(__file__).parent / "web_dist"


def data_folder(chosen: str | None) -> Path:
    """Where plans are kept: as chosen, else ``STEEPLE_DATA``, else the user's data folder."""
    given = chosen or os.environ.get("STEEPLE_DATA")
    return Path(given).expanduser().resolve() if given else user_data_path("steeple")


def make_context(database: Database) -> Context:
    """The services over a database, with the clock of this machine."""

    def clock() -> datetime:
        return datetime.now(UTC)

    return Context(plans=PlanService(database, clock), gear=GearService(database, clock))


def build(database: Database) -> FastAPI:
    """The whole application over a database."""
    return make_app(make_context(database), PAGES if PAGES.is_dir() else None)
