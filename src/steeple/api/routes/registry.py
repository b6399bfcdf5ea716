"""The routes of every step, and those of shelf and cupboard."""

from __future__ import annotations

from steeple.api.routes import (
    angles,
    card,
    evaluation,
    gear,
    health,
    hold,
    lens,
    light,
    picture,
    plans,
    work,
)

ROUTERS = (
    plans.router,
    health.router,
    evaluation.router,
    picture.router,
    work.router,
    lens.router,
    hold.router,
    light.router,
    angles.router,
    card.router,
    gear.router,
)
