"""The composition root: settings in, running application out."""

from __future__ import annotations

import os
from datetime import UTC, datetime
from pathlib import Path

from fastapi import FastAPI
from platformdirs import user_data_path

from steeple.api.app import make_app
from steeple.api.bench.door import BENCH_PORT, BenchDoor
from steeple.api.context import Context
from steeple.demo.plans import EXAMPLE
from steeple.services.bench.pairing import PairingService
from steeple.services.drills.practice import DrillService
from steeple.services.gear import GearService
from steeple.services.log.exchange import ExchangeService
from steeple.services.log.learning import LearningService
from steeple.services.log.recording import LogService
from steeple.services.plans import Clock, PlanService
from steeple.store.database import Database

DATABASE_NAME = "steeple.db"
PAGES = Path(__file__).parent / "web_dist"


def data_folder(chosen: str | None) -> Path:
    """Where plans are kept: as chosen, else ``STEEPLE_DATA``, else the user's data folder."""
    given = chosen or os.environ.get("STEEPLE_DATA")
    return Path(given).expanduser().resolve() if given else user_data_path("steeple")


def of_this_machine() -> datetime:
    """The time by the clock of this machine."""
    return datetime.now(UTC)


def make_context(
    database: Database,
    *,
    bench: bool = False,
    bench_port: int = BENCH_PORT,
    clock: Clock = of_this_machine,
) -> Context:
    """The services over a database; ``bench`` opens the door to the local network as soon as the application runs,
    ``clock`` gives aware times."""
    pairing = PairingService(database, clock)
    return Context(
        pairing=pairing,
        example=EXAMPLE,
        door=BenchDoor(pairing, port=bench_port, wanted=bench),
        plans=PlanService(database, clock),
        gear=GearService(database, clock),
        log=LogService(database, clock),
        learning=LearningService(database, clock),
        exchange=ExchangeService(database, clock),
        drills=DrillService(database, clock),
    )


def build(
    database: Database,
    *,
    bench: bool = False,
    bench_port: int = BENCH_PORT,
    clock: Clock = of_this_machine,
) -> FastAPI:
    """The whole application over a database; ``bench``, ``bench_port`` and ``clock`` as `make_context`."""
    context = make_context(database, bench=bench, bench_port=bench_port, clock=clock)
    return make_app(context, PAGES if PAGES.is_dir() else None)
