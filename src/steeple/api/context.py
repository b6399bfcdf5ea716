"""What routes work with; put together in `steeple.main`."""

from __future__ import annotations

from dataclasses import dataclass

from fastapi import Request

from steeple.services.gear import GearService
from steeple.services.plans import PlanService


@dataclass(frozen=True, slots=True)
class Context:
    """The services behind the routes."""

    plans: PlanService
    gear: GearService


async def context_of(request: Request) -> Context:
    """The context of the application that got the request; async, as it needs no thread."""
    context: Context = request.app.state.context
    return context
