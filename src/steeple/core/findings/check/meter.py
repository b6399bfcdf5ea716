"""What a light meter on the middle of the zone tells of each lamp: its level, and the light that it is rated for.

The dimmer is taken to give light in proportion to its figure, as the plan takes it; a lamp is read with the others
switched off.
"""

from __future__ import annotations

import math
from typing import Annotated, Any

import numpy as np
from pydantic import Field

from steeple.core.errors import InputError
from steeple.core.findings.finding import Verdict
from steeple.core.light.emitters import axis_intensity, exponent_of
from steeple.core.plan.values import Part, Percent, Slug
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, percent, say
from steeple.core.study.check.planned import Planned, lamp_fields
from steeple.core.study.inputs.lamp import GivenLamp, beam_of

SAME_STOPS, FAR_STOPS = 0.15, 1.0
"""A lamp within so much of its plan is as planned; beyond the other its figures are wrong, or it is another lamp."""
ReadLx = Annotated[float, Field(ge=0, le=200_000)]


class MeterReading(Part):
    """What a meter laid flat on the middle of the zone reads of one lamp, the others off. ``level_percent`` is what
    the dimmer was set to; None = as planned."""

    lamp: Slug
    read_lx: ReadLx
    level_percent: Percent | None = None


class Set(Result):
    """A change of the plan: where, and to what."""

    path: str
    value: float


class MeterRow(Result):
    """One lamp against its reading. ``level`` is the setting that gives what was planned, ``rated`` what makes the
    figures of the lamp right; None where there is no such."""

    lamp: str
    name: str
    verdict: Verdict
    planned_lx: float | None
    read_lx: float
    off_stops: float | None
    says: Sentence
    level: Set | None = None
    rated: tuple[Set, ...] = ()


def metered(planned: Planned, readings: tuple[MeterReading, ...]) -> tuple[MeterRow, ...]:
    """Lamps of a plan against readings.

    Parameters
    ----------
    planned, readings
        a camera of the plan with its light; readings of its lamps.

    Raises
    ------
    InputError
        Where a lamp is not in the plan or not lit in it.
    """
    light = planned.light
    fields = lamp_fields(planned, np.zeros((1, 2)))
    by_id: dict[str, tuple[GivenLamp, float]] = {}
    if light is not None and fields is not None:
        for row, index in zip(fields[0], fields[1], strict=True):
            lamp = light.lamps[index].lamp
            by_id[lamp.part.id] = (lamp, float(row[0]))
    rows = []
    for one in readings:
        if one.lamp not in by_id:
            there = ", ".join(by_id) or "none"
            raise InputError(
                "unknown-lamp",
                f"There is no lit lamp “{one.lamp}” in the plan: there are {there}.",
                field="lamp",
                value=one.lamp,
                allowed=there,
            )
        rows.append(_row(*by_id[one.lamp], one))
    return tuple(rows)


def _row(lamp: GivenLamp, planned_lx: float, reading: MeterReading) -> MeterRow:
    set_to = lamp.level if reading.level_percent is None else reading.level_percent / 100.0
    known = lamp.full_cd is not None
    common: dict[str, Any] = {
        "lamp": lamp.part.id,
        "name": lamp.name,
        "planned_lx": planned_lx if known else None,
        "read_lx": reading.read_lx,
    }
    if reading.read_lx <= 0 or set_to <= 0:
        return MeterRow(
            **common, verdict="fails", off_stops=None,
            says=say("{name} gives nothing there: is it switched on, and is the meter in its light?", name=lamp.name),
        )  # fmt: skip
    ratio = reading.read_lx * lamp.level / (planned_lx * set_to)
    rated = _rated(lamp, ratio)
    if not known:
        return MeterRow(
            **common, verdict="watch", off_stops=None, rated=rated,
            says=say(
                "How bright {name} is was not known. By this reading it is: {light}.", name=lamp.name,
                light=Quantity(value=float(f"{reading.read_lx / set_to:.3g}"), unit="lx"),
            ) + (say(" That is at full, on the zone.")),
        )  # fmt: skip
    stops = math.log2(ratio)
    gives = percent(abs(ratio - 1))
    more = "more" if ratio > 1 else "less"
    if abs(stops) <= SAME_STOPS:
        said = say(
            "{name} gives what was planned, {light} there.",
            name=lamp.name,
            light=_lx(reading.read_lx),
        )
        return MeterRow(**common, verdict="holds", off_stops=stops, says=said)
    said = say(
        "{name} gives {share} " + more + " than planned: {read} instead of {planned}.",
        name=lamp.name, share=gives, read=_lx(reading.read_lx), planned=_lx(planned_lx * set_to / lamp.level),
    )  # fmt: skip
    level, words = _level(lamp, ratio)
    return MeterRow(
        **common,
        verdict="fails" if abs(stops) > FAR_STOPS else "watch",
        off_stops=stops,
        says=said + words,
        level=level,
        rated=rated,
    )


def _lx(value: float) -> Quantity:
    return Quantity(value=float(f"{value:.3g}"), unit="lx")


def _level(lamp: GivenLamp, ratio: float) -> tuple[Set | None, Sentence]:
    """The setting of the dimmer that gives what was planned, where there is one, and else what to do."""
    wanted = 100.0 * lamp.level / ratio
    least = lamp.part.fixture.least_level_percent or 0.0
    if least >= 100.0:
        nearer = math.sqrt(ratio)
        way = "farther off" if ratio > 1 else "nearer"
        return None, say(
            " It cannot be dimmed: put it {times} as far away, that is " + way + ".",
            times=Quantity(value=round(nearer, 2), unit="times"),
        )
    if wanted > 100.0:
        return None, say(
            " Even at full it gives {share} of what was planned: bring it nearer, or take longer or more sensitive.",
            share=percent(100.0 / wanted),
        )
    if wanted < least:
        return None, say(
            " Its dimmer goes down to {least} only: put it farther off.", least=percent(least / 100)
        )
    return (
        Set(path=f"/{lamp.at}/level_percent", value=round(wanted)),
        say(" Set to {level} it gives what was planned.", level=percent(wanted / 100)),
    )


def _rated(lamp: GivenLamp, ratio: float) -> tuple[Set, ...]:
    """The figures of the lamp by which the reading is as computed; none where a file of measurements rules."""
    fixture, at = lamp.part.fixture, f"/{lamp.at}/fixture"
    if fixture.ies is not None:
        return ()
    found = []
    if fixture.flux_lm is not None:
        found.append(Set(path=f"{at}/flux_lm", value=_three(fixture.flux_lm * ratio)))
    if fixture.illuminance_at_1_m_lx is not None:
        found.append(
            Set(
                path=f"{at}/illuminance_at_1_m_lx",
                value=_three(fixture.illuminance_at_1_m_lx * ratio),
            )
        )
    if not found and lamp.full_cd is None:
        full = lamp.emitter.intensity_cd / lamp.level * ratio
        each = (
            1 / (4 * math.pi)
            if fixture.emitter == "bulb"
            else axis_intensity(flux_lm=1.0, exponent=exponent_of(beam_of(fixture)))
        )
        found.append(Set(path=f"{at}/flux_lm", value=_three(full / each)))
    return tuple(found)


def _three(value: float) -> float:
    return float(f"{value:.3g}")
