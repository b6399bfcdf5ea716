"""Which lamp is not as planned, by how the light lies over the zone, and what to turn.

Light adds up: the field that was read is a sum of the planned field of each lamp times a factor. The factors are
found by least squares in stops, held to 1 where the picture does not tell them apart.
"""

from __future__ import annotations

import numpy as np
from scipy.optimize import least_squares

from steeple.core.findings.check.note import Move
from steeple.core.findings.check.picture import EVEN_STOPS, MORE_UNEVEN_STOPS
from steeple.core.frame.light.lighting import Lighting
from steeple.core.frame.pose.lens_model import Floats
from steeple.core.study.base.sentence import Quantity, Sentence, mm, percent, say
from steeple.core.study.check.planned import Planned, lamp_fields
from steeple.core.study.light.lamps.lamp_study import LampStudy

HELD_STOPS = 2.0
"""How far a lamp may well be from its plan: what holds a factor where the picture tells little of it."""
SEEN_STOPS = 0.05
"""How well the light at one place of the lattice is read."""
OFF_STOPS = 0.15
"""A lamp nearer to its plan than this is left alone."""
BETTER_STOPS = 0.1
FULL_PERCENT = 100.0


def lamp_factors(fields: Floats, stops: Floats) -> Floats:
    """What each lamp gives by what was planned, up to one factor for all.

    Parameters
    ----------
    fields, stops
        light of each lamp as planned, shape (lamps, n); the light that was read, in stops, shape (n,).

    Returns
    -------
    Shape (lamps,), their geometric mean 1.
    """
    count = len(fields)
    weight = 1.0 / (SEEN_STOPS * np.sqrt(max(1.0, len(stops) / 40.0)))

    def off(p: Floats) -> Floats:
        light = np.log2((2.0 ** p[:count, None] * fields).sum(axis=0))
        seen = light - light.mean() - (stops - stops.mean())
        return np.concatenate([weight * seen, p[:count] / HELD_STOPS])

    found = least_squares(off, np.zeros(count), bounds=(-6.0, 6.0))
    return np.asarray(2.0 ** (found.x - found.x.mean()))


def lamp_moves(planned: Planned, lighting: Lighting) -> tuple[Move, ...]:
    """What to turn so that the zone is lit as evenly as planned.

    Parameters
    ----------
    planned, lighting
        the plan with its lamps; the light as it was read.

    Returns
    -------
    Moves in the order in which they are made, each with the evenness after it and all before; none where no lamp of
    the plan explains what was read.
    """
    given = lamp_fields(planned, lighting.lattice)
    light = planned.light
    if given is None or light is None:
        return ()
    told = np.isfinite(lighting.field)
    fields, which = given
    fields, stops = fields[:, told], lighting.field[told]
    factors = lamp_factors(fields, stops)
    now = (factors[:, None] * fields).sum(axis=0)
    wanted = fields.sum(axis=0)
    planned_stops = _spread(np.log2(wanted))
    enough = max(EVEN_STOPS, planned_stops + MORE_UNEVEN_STOPS)
    # All lamps together may be dimmer or brighter: the greater number are taken to be as planned; of two, the
    # one whose change brings the picture nearer to its exposure.
    against = float(np.median(np.log2(factors)))
    if len(factors) == 2:
        against = float(np.log2(factors.max() if lighting.exposure_stops <= 0 else factors.min()))
    moves: list[Move] = []
    left = stops.copy()
    for index in np.argsort(-np.abs(np.log2(factors) - against)):
        lack = against - float(np.log2(factors[index]))
        if abs(lack) < OFF_STOPS or _spread(left) <= enough:
            continue
        told_move = _words(light.lamps[which[index]], lack)
        if told_move is None:
            continue
        words, made = told_move
        after = now + (2.0**made - 1.0) * factors[index] * fields[index]
        changed = left + np.log2(after) - np.log2(now)
        if _spread(changed) > _spread(left) - BETTER_STOPS:
            continue
        left, now = changed, after
        moves.append(
            Move(
                words=words,
                outcome=say(
                    "The zone is even to {stops}", stops=Quantity(value=_spread(left), unit="stops")
                ),
                knob="lamp",
            )
        )
    return tuple(moves)


def exposure_move(stops: float) -> Move:
    """What brings the paper to where it should be.

    Parameters
    ----------
    stops
        how much brighter it is than it should be; negative is darker.
    """
    times = Quantity(value=round(2.0 ** abs(stops), 1), unit="times")
    off = Quantity(value=round(abs(stops), 1), unit="stops")
    if stops < 0:
        words = say(
            "Give {off} more light on all lamps alike; or {times} the ISO, if they give no more",
            off=off,
            times=times,
        )
    else:
        words = say(
            "Lower the ISO by {off}; at its base, close the aperture or dim all lamps alike",
            off=off,
        )
    return Move(words=words, outcome=say("The paper is as bright as it should be"), knob="exposure")


def _spread(stops: Floats) -> float:
    return float(stops.max() - stops.min())


def _words(lamp: LampStudy, lack: float) -> tuple[Sentence, float] | None:
    """What to do to a lamp that gives so many stops too little, and how many stops that makes; None where nothing
    can be done to it.

    What its dimmer says is no promise: the next frame tells.
    """
    given = lamp.lamp
    least = given.part.fixture.least_level_percent
    as_if = given.level * 2.0**-lack
    if least is not None and least < FULL_PERCENT and 0.01 <= as_if <= 1.0:
        # Most likely its dimmer does not stand where it was planned.
        words = say(
            "Turn {lamp} " + ("up" if lack > 0 else "down") + " to {then}: it gives as much as at {as_if}. If it stands "
            "there already, change it by {stops}",
            lamp=given.name, then=percent(given.level), as_if=percent(as_if),
            stops=Quantity(value=round(lack, 1), unit="stops"),
        )  # fmt: skip
        return words, lack
    if given.part.stays:
        return None
    distance = lamp.distance_mm * 2.0 ** (-lack / 2)
    rounded = round(distance / 10.0) * 10.0
    way = "nearer" if lack > 0 else "farther away"
    words = say("Move {lamp} " + way + ", from {now} to {then} from the middle of the zone",
                lamp=given.name, now=mm(lamp.distance_mm), then=mm(rounded))  # fmt: skip
    return words, 2 * float(np.log2(lamp.distance_mm / rounded))
