"""The routes of every step, and those of shelf and cupboard."""

from __future__ import annotations

from steeple.api.routes import (
    angles,
    card,
    evaluation,
    hold,
    lens,
    light,
    picture,
    roll,
    sound,
    work,
)
from steeple.api.routes.bench import call, door
from steeple.api.routes.check import frames, stand_in
from steeple.api.routes.drills import practice
from steeple.api.routes.log import exchange, learning, sessions
from steeple.api.routes.rig import begin, working
from steeple.api.routes.shelf import gear, glimpses, health, plans

ROUTERS = (
    plans.router,
    glimpses.router,
    health.router,
    evaluation.router,
    picture.router,
    work.router,
    lens.router,
    hold.router,
    light.router,
    angles.router,
    sound.router,
    roll.router,
    card.router,
    frames.router,
    stand_in.router,
    gear.router,
    working.router,
    begin.router,
    sessions.router,
    learning.router,
    exchange.router,
    practice.router,
    door.router,
    call.router,
)
