"""What routes work with; put together in `steeple.main`."""

from __future__ import annotations

from dataclasses import dataclass, field

from fastapi import Request

from steeple.api.bench.door import BenchDoor
from steeple.core.plan.document import Plan
from steeple.core.study.cache import StudyCache
from steeple.services.bench.pairing import PairingService
from steeple.services.drills.practice import DrillService
from steeple.services.gear import GearService
from steeple.services.log.exchange import ExchangeService
from steeple.services.log.learning import LearningService
from steeple.services.log.recording import LogService
from steeple.services.plans import PlanService


@dataclass(frozen=True, slots=True)
class Context:
    """The services behind the routes, the plans worked out last, and a worked example to look at."""

    plans: PlanService
    gear: GearService
    log: LogService
    learning: LearningService
    exchange: ExchangeService
    drills: DrillService
    pairing: PairingService
    door: BenchDoor
    example: Plan
    cache: StudyCache = field(default_factory=StudyCache)


async def context_of(request: Request) -> Context:
    """The context of the application that got the request; async, as it needs no thread."""
    context: Context = request.app.state.context
    return context
