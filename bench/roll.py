"""Timings of the roll step: a long session with many devices, and when to get up in it."""

from __future__ import annotations

from collections.abc import Iterator

from bench.timing import Timing, line, milliseconds, percentile
from steeple.core.plan.document import CAMERA_LIMIT, Plan
from steeple.core.plan.parts.rolling.session import Break, Session
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.session import given_session
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.getting_up.staggering import staggered
from steeple.core.study.roll.given.devices import given_devices
from steeple.core.study.roll.step import ROLL
from steeple.core.study.roll.study import RollStudy, rolled
from steeple.demo.angles import CLASS
from steeple.demo.cupboard import OLDER

HOURS = 8


def long_day() -> Plan:
    """Eight cameras of 29 minutes over eight hours with a break in each."""
    first = CLASS.cameras[0]
    cameras = tuple(
        first.model_copy(
            update={
                "id": f"c{number}",
                "support": None,
                "lens": None,
                "mode": None,
                "body": OLDER.model_copy(
                    update={"name": f"camera {number}", "fed_while_recording": True}
                ),
            }
        )
        for number in range(CAMERA_LIMIT)
    )
    breaks = tuple(Break(at_min=60.0 * hour + 45, takes_min=15) for hour in range(HOURS - 1))
    session = Session(lasts_min=60.0 * HOURS, breaks=breaks)
    return CLASS.model_copy(update={"cameras": cameras, "session": session})


def _run(plan: Plan) -> RollStudy:
    session = given_session(plan, Assumptions())
    devices = given_devices(plan, session, Assumptions())
    study = rolled(plan, session, devices, plan.session.handling)
    assert study.stops
    return study


def roll_step() -> Iterator[Timing]:
    """The rows of the roll step."""
    plan = long_day()
    study = camera_studies(plan)[0].of(ROLL)
    assert study is not None
    rows = (
        ("a session of 8 devices over 8 hours", lambda: _run(plan), 50),
        ("when to get up in it", lambda: staggered(study), 2000),
    )
    for name, work, goal in rows:
        middle = percentile(milliseconds(work, times=5, warm_up=1), 0.5)
        yield line(f"{name}, median", middle, "ms", goal)
