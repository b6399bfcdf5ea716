"""What a light meter on the middle of the zone tells of the daylight, all lamps off: how much of it there is by the
clock, under which sky that would be usual.

One reading is one sky. It changes nothing in the plan; kept in the log, several of them tell what panes, trees and
houses leave of the light that the sky of the books would give.
"""

from __future__ import annotations

import math
from datetime import datetime, timedelta, timezone
from typing import Annotated

import numpy as np
from pydantic import Field, StringConstraints

from steeple.core.errors import InputError
from steeple.core.findings.check.meter import ReadLx
from steeple.core.findings.finding import Verdict
from steeple.core.light.daylight import Sky, sun_at, window_cd_m2
from steeple.core.plan.values import Part
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, percent, say
from steeple.core.study.check.planned import Planned, window_fields
from steeple.core.study.light.daylight import DaylightStudy

SAME_STOPS = 0.5
"""Clouds change the sky so much within minutes: nearer than that it is as planned."""
SUN_TIMES = 8.0
"""So many times what the sky gives is the sun itself on the meter."""
SKIES: tuple[Sky, ...] = ("overcast", "hazy", "clear")
Clock = Annotated[str, StringConstraints(pattern=r"^([01]\d|2[0-3]):[0-5]\d$")]


class DaylightReading(Part):
    """What a meter laid flat on the middle of the zone reads with all lamps off, and at which time of the plan's day;
    None = as the session begins."""

    read_lx: ReadLx
    at: Clock | None = None


class DaylightRow(Result):
    """The daylight against its reading, at a time of the session's day."""

    verdict: Verdict
    clock: str
    planned_lx: float
    read_lx: float
    off_stops: float | None = Field(description="None where the sun or nothing was read.")
    says: Sentence


def metered_daylight(planned: Planned, reading: DaylightReading) -> DaylightRow:
    """The daylight of a plan against a reading.

    Parameters
    ----------
    planned, reading
        a camera of the plan with its light; what the meter read, all lamps off.

    Raises
    ------
    InputError
        ``no-daylight`` where no window is open, or the plan does not say where and when; ``no-sky`` by night.
    """
    light = planned.light
    lit = None if light is None else light.daylight
    per_cd = window_fields(planned, np.zeros((1, 2)))
    if lit is None or per_cd is None:
        raise InputError(
            "no-daylight",
            "The plan has no daylight to set a reading against: it needs an open window, and where on earth and when "
            "the session is.",
            field="daylight", allowed="a plan with daylight",
        )  # fmt: skip
    study, clock = lit.study, reading.at or lit.study.given.begins
    by_sky = {sky: _planned_lx(study, per_cd[:, 0], clock, sky) for sky in SKIES}
    expected = by_sky[study.sky]
    if expected < 1.0:
        raise InputError(
            "no-sky",
            f"At {clock} of that day the sky gives no light to speak of: there is nothing to set a reading against.",
            field="at", value=clock, allowed="a time by day",
        )  # fmt: skip
    ratio = reading.read_lx / expected
    if ratio <= 0 or ratio > SUN_TIMES * max(by_sky.values()) / expected:
        says = (
            say("Nothing was read: is the meter uncovered, and the window open?")
            if ratio <= 0
            else say(
                "{read} is more than any sky gives there: the sun is on the meter, or a lamp is on.",
                read=_lx(reading.read_lx),
            )
        )
        return DaylightRow(
            verdict="fails", clock=clock, planned_lx=expected, read_lx=reading.read_lx,
            off_stops=None, says=says,
        )  # fmt: skip
    stops = math.log2(ratio)
    return DaylightRow(
        verdict="holds" if abs(stops) <= SAME_STOPS else "watch",
        clock=clock,
        planned_lx=expected,
        read_lx=reading.read_lx,
        off_stops=stops,
        says=_says(ratio, expected, clock, study.sky, by_sky),
    )


def _says(
    ratio: float, expected: float, clock: str, sky: Sky, by_sky: dict[Sky, float]
) -> Sentence:
    read = ratio * expected
    told = say(
        "The daylight gives {read} at {clock}; {planned} is planned, under {sky} sky",
        read=_lx(read), clock=clock, planned=_lx(expected), sky=_a(sky),
    )  # fmt: skip
    if abs(math.log2(ratio)) <= SAME_STOPS:
        return told + say(": within what clouds do.")
    more = "more" if ratio > 1 else "less"
    told += say(": {share} " + more + ".", share=percent(abs(ratio - 1)))
    nearest = min(by_sky, key=lambda one: abs(math.log(max(by_sky[one], 1e-6) / read)))
    if nearest != sky:
        told += say(
            " That is nearer to {sky} sky, {light}.", sky=_a(nearest), light=_lx(by_sky[nearest])
        )
    return told


def _a(sky: Sky) -> str:
    return {"overcast": "an overcast", "hazy": "a hazy", "clear": "a clear"}[sky]


def _lx(value: float) -> Quantity:
    return Quantity(value=float(f"{value:.3g}"), unit="lx")


def _planned_lx(
    study: DaylightStudy, per_cd: np.ndarray[tuple[int], np.dtype[np.float64]], clock: str, sky: Sky
) -> float:
    given = study.given
    zone = timezone(timedelta(hours=given.utc_offset_h))
    when = datetime.fromisoformat(f"{given.date}T{clock}").replace(tzinfo=zone)
    up, _ = sun_at(latitude_deg=given.latitude_deg, longitude_deg=given.longitude_deg, when=when)
    return float(
        sum(
            each * window.luminance_to_cd(window_cd_m2(up, sky, transmittance=window.pane))
            for each, window in zip(per_cd.tolist(), study.windows, strict=True)
        )
    )
