"""Use case: readings of a light meter set against a plan."""

from __future__ import annotations

from steeple.core.findings.check.daylight import (
    DaylightReading,
    DaylightRow,
    metered_daylight,
)
from steeple.core.findings.check.meter import MeterReading, MeterRow, metered
from steeple.core.plan.document import Plan
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence, say
from steeple.core.study.check.planned import planned_camera
from steeple.core.study.plan_study import PlanStudy


class MeterReport(Result):
    """Readings against the plan, a row a lamp, and one of the daylight where it was read."""

    says: Sentence
    rows: tuple[MeterRow, ...]
    daylight: DaylightRow | None = None


def read_meter(
    plan: Plan,
    camera: str | None,
    readings: tuple[MeterReading, ...],
    studies: PlanStudy | None = None,
    daylight: DaylightReading | None = None,
) -> MeterReport:
    """What readings tell.

    Parameters
    ----------
    plan, camera
        any; the id of the camera for whose set-up the lamps are lit, None = the first.
    readings
        of single lamps, by the meter on the middle of the zone.
    studies
        where studies of the plan are remembered.
    daylight
        a reading with all lamps off.

    Raises
    ------
    InputError
        As `metered`, `metered_daylight` and `planned_camera`.
    """
    planned = planned_camera(plan, camera, studies)
    rows = metered(planned, readings)
    day = None if daylight is None else metered_daylight(planned, daylight)
    off = [one for one in rows if one.verdict != "holds"]
    if day is not None and not rows:
        says = say("The daylight was read, and no lamp yet.")
    elif not rows:
        says = say(
            "Lay the meter flat on the middle of the zone, one lamp on at a time, and type what it reads."
        )
    elif not off:
        says = say("Every lamp that was read gives what was planned.")
    else:
        count = f"{len(off)} of {len(rows)} lamps"
        says = say(f"{count} {'gives' if len(off) == 1 else 'give'} other light than planned.")
    return MeterReport(says=says, rows=rows, daylight=day)
