"""Six past sessions of the demo workshop: a lens that is shorter than its ring says, an arm that gives way, a battery
that ages, panes that let in less than the sky of the books, and a camera that stopped without a sound."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta, timezone
from typing import Any

import numpy as np

from steeple.core.findings.check.daylight import DaylightReading, metered_daylight
from steeple.core.findings.check.meter import MeterReading
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.as_built import AsBuilt
from steeple.core.study.card.lists.setting_up import planned_min
from steeple.core.study.check.planned import lamp_fields, planned_camera
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.step import ROLL
from steeple.services.log.learning import LearningService
from steeple.services.log.recording import LogService
from steeple.services.plans import Clock, PlanService
from steeple.store.database import Database

PHONE = "phone-one"
ZONE = timezone(timedelta(hours=1))
GILDING, DUMPLINGS = "Gilding a book cover", "Folding dumplings at a hall counter"
FOCAL_SHARES = (0.973, 0.969, 0.975, 0.971, 0.968)
SAGS_MM = (6.8, 8.4, 7.5, 9.1, 8.0)
BATTERY_SHARES = (0.99, 0.95, 0.90, 0.84, 0.79)
DAYS_AGO = (96, 75, 54, 33, 12)
SET_UP_SHARES = (1.52, 1.44, 1.38, 1.47, 1.41)
DAY_SHARES = (0.62, 0.71, 0.58, 0.66, 0.64)
PANEL, METERED, PANEL_SHARES = "panel", (0, 2, 4), (0.80, 0.83, 0.81)


@dataclass
class _Telling:
    """A session being told, minute by minute."""

    log: LogService
    plan_id: str
    session_id: str
    begins: datetime

    def __post_init__(self) -> None:
        self.count = 0
        self.events: list[dict[str, Any]] = []

    def at(self, minute: float, kind: str, /, **more: Any) -> None:
        """Something told so many minutes after the begin."""
        self.count += 1
        at = self.begins + timedelta(minutes=minute)
        self.events.append(
            {
                "id": f"{self.session_id}-{self.count:03d}",
                "at": at.isoformat(timespec="milliseconds"),
                "n": self.count,
                "kind": kind,
                **more,
            }
        )

    def end(self, minutes: float) -> None:
        """The end, and everything is sent."""
        self.at(minutes, "end")
        self.log.hear(
            self.session_id, plan_id=self.plan_id, device=PHONE, sent_at=self.log.clock(),
            events=self.events,
        )  # fmt: skip


def fill_log(database: Database, clock: Clock) -> bool:
    """Tell six sessions of the demo's plans, where the log is empty and the plans are there; says whether it did.

    Parameters
    ----------
    database, clock
        with the demo's plans; the time, aware: the sessions lie in the three months before.
    """
    log, plans = LogService(database, clock), PlanService(database, clock)
    by_title = {one.title: one.id for one in plans.shelf()}
    if log.lines() or not {GILDING, DUMPLINGS} <= by_title.keys():
        return False
    lasts_min = _battery_min(plans.at(by_title[GILDING], 1))
    for index, days in enumerate(DAYS_AGO):
        begins = _begin(clock(), days, hour=9)
        plan = plans.at(by_title[GILDING], 1)
        took_min = planned_min(plan) * SET_UP_SHARES[index]
        _gilding(log, by_title[GILDING], index, begins, (lasts_min, round(took_min)))
        _readings(database, by_title[GILDING], index, begins)
    _dumplings(log, by_title[DUMPLINGS], _begin(clock(), 40, hour=18))
    return True


def _begin(now: datetime, days: int, *, hour: int) -> datetime:
    day = (now - timedelta(days=days)).astimezone(ZONE)
    return day.replace(hour=hour, minute=5, second=0, microsecond=0)


def _battery_min(plan: Plan) -> float:
    """How long the battery of the first camera lasts by the plan, minutes."""
    study = camera_studies(plan)[0].of(ROLL)
    assert study is not None
    limits = study.limits(study.cameras[0])
    return next(one.after_s for one in limits if one.why == "battery empty") / 60


def _gilding(
    log: LogService, plan_id: str, index: int, begins: datetime, minutes: tuple[float, float]
) -> None:
    """A morning at the book cover: the battery goes empty in the second take, each time a little sooner. ``minutes`` are
    how long it lasts by the plan, and how long setting up took."""
    lasts_min, took_min = minutes
    told = _Telling(log, plan_id, f"gilding-{index + 1}", begins)
    told.at(0, "begin", revision=1)
    told.at(
        1, "tick", item="camera-overhead-focus", says="The focus is locked, on manual.", done=True
    )
    told.at(1.4, "tick", item="camera-overhead-lens", says="The lens is clean.", done=index != 2)
    told.at(2, "set-up", minutes=took_min)
    told.at(3, "stage", name="laying the leaf")
    told.at(3, "take")
    told.at(14, "mark", mark="good", says="leaf lies flat")
    told.at(22, "mark", mark="again", says="breath on the leaf")
    if index == 1:
        told.at(
            24,
            "adjust",
            device="lamp-soft",
            name="Soft square, 60",
            says="down to 25 %",
            percent=25,
        )
    told.at(37, "cut")
    told.at(41, "stage", name="tooling the line")
    told.at(41, "take")
    told.at(55, "mark", mark="good", says="the long line")
    told.at(70, "mark", mark="cut here")
    # It ran 34 minutes in the first take.
    empty = 41 + BATTERY_SHARES[index] * lasts_min - 34
    noticed = empty + (4.0, 2.5, 6.0, 3.0, 7.0)[index]
    told.at(
        noticed, "stopped", device="camera-overhead", name="the overhead camera", why="battery empty",
        ago_s=round((noticed - empty) * 60), silent=True,
    )  # fmt: skip
    told.at(
        noticed + 2,
        "did",
        device="camera-overhead",
        name="the overhead camera",
        does=["battery", "start"],
    )
    told.at(max(noticed + 8, 108), "cut")
    if index == 2:
        told.at(114, "lost", why="lens", minutes=9, says="a thumb print over the fold")
    if index == 4:
        told.at(115, "note", says="bring the second battery, charged")
    told.end(max(noticed + 14, 118))


def _readings(database: Database, plan_id: str, index: int, begins: datetime) -> None:
    """A test frame before the session, and now and then a light meter."""
    at = begins - timedelta(minutes=10)
    learning = LearningService(database, lambda: at)
    plan = PlanService(database, lambda: at).at(plan_id, 1)
    planned = planned_camera(plan, "overhead")
    place, ring = planned.lens.position, planned.lens.settings.focal_mm
    assert ring is not None
    learning.tell_frame(
        plan_id,
        revision=1,
        camera="overhead",
        built=AsBuilt(
            on=f"{begins:%Y-%m-%d}",
            x_mm=round(place.x + 2.0 * (index - 2), 1),
            y_mm=round(place.y - 1.5 * (index - 2), 1),
            z_mm=round(place.z - SAGS_MM[index], 1),
            height_error_mm=1.1,
            tilt_deg=round(planned.lens.camera.tilt_deg + (0.4, 0.7, 0.3, 0.6, 0.5)[index], 2),
            toward_deg=40.0,
            focal_mm=round(ring * FOCAL_SHARES[index], 2),
        ),
    )
    by_day = metered_daylight(planned, DaylightReading(read_lx=100.0)).planned_lx
    daylight = DaylightReading(read_lx=round(by_day * DAY_SHARES[index]))
    if index not in METERED:
        learning.tell_meter(plan_id, revision=1, camera="overhead", readings=(), daylight=daylight)
    else:
        fields = lamp_fields(planned, np.zeros((1, 2)))
        assert fields is not None
        assert planned.light is not None
        row = next(
            at
            for at, lamp in enumerate(fields[1])
            if planned.light.lamps[lamp].lamp.part.id == PANEL
        )
        read = float(fields[0][row][0]) * PANEL_SHARES[METERED.index(index)]
        learning.tell_meter(
            plan_id, revision=1, camera="overhead",
            readings=(MeterReading(lamp=PANEL, read_lx=round(read, 1)),), daylight=daylight,
        )  # fmt: skip


def _dumplings(log: LogService, plan_id: str, begins: datetime) -> None:
    """An evening in the hall: the overhead camera ended its take by itself, and nobody saw it for a while."""
    told = _Telling(log, plan_id, "dumplings-1", begins)
    told.at(0, "begin", revision=1)
    told.at(4, "take")
    told.at(16, "mark", mark="good", says="first fold, slowly")
    told.at(
        46, "stopped", device="camera-overhead", name="the overhead camera", why="recording limit",
        ago_s=720, silent=True,
    )  # fmt: skip
    told.at(46.5, "did", device="camera-overhead", name="the overhead camera", does=["restart"])
    told.at(
        47, "alarm", alarm_s=1680, came="missed", says="restart the overhead camera", late_s=1080
    )
    told.at(63, "mark", mark="word", says="ask about the steam")
    told.at(88, "cut")
    told.end(92)
