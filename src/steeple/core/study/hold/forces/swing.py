"""How a support swings while the work goes on under it."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.hold.beams import Beam
from steeple.core.hold.shake import (
    ESTIMATE_BAND,
    FLOOR_SHARE,
    JOLT_MM_S,
    SEEN_BAND,
    STILL,
    TESTED_BAND,
    Wobble,
    in_a_row_hz,
    swing_mm,
)
from steeple.core.study.hold.forces.statics import Bending, tube_of
from steeple.core.study.inputs.support import GivenSupport

STROKE_S = 0.5
"""Time between two strokes of lively work; our own planning value."""


@dataclass(frozen=True, slots=True)
class Shake:
    """First frequency and wobble on the work; ``by`` says what they rest on."""

    frequency_hz: float
    wobble: Wobble
    jolt_mm_s: float
    shared_table: bool
    by: str


def _tested_hz(support: GivenSupport, tapped_hz: float, now: tuple[float, float]) -> float:
    """The frequency of a tap test at the reach and load at hand, by the ratio that the beam has
    between both; as it was where the test does not say, or the tube is not known."""
    tap = support.gear.tap
    if tap is None or not tap.reach_mm or not tap.load_g or not now[0]:
        return tapped_hz
    then, present = (
        None if stretches is None else Beam("cantilever", stretches).frequency_hz(reach, load)
        for reach, load in ((tap.reach_mm, tap.load_g), now)
        for stretches in (tube_of(support, reach),)
    )
    if then is None or present is None or not support.has_boom:
        return tapped_hz
    return tapped_hz * present / then


def shake_of(
    support: GivenSupport,
    bending: Bending | None,
    *,
    liveliness: str,
    reach_mm: float,
    load_g: float,
) -> Shake:
    """First frequency and wobble, from a tap test where there was one."""
    jolt = JOLT_MM_S[liveliness] * (1.0 if support.shares_table else FLOOR_SHARE)
    base = support.traits.base_hz
    estimated = base if bending is None else in_a_row_hz(base, bending.frequency_hz)
    tap = support.gear.tap
    frequency, band, by = estimated, ESTIMATE_BAND, "estimate"
    if tap is not None and tap.frequency_hz is not None:
        frequency = _tested_hz(support, tap.frequency_hz, (reach_mm, load_g))
        band, by = TESTED_BAND, "tap test"
    mid = swing_mm(jolt_mm_s=jolt, frequency_hz=frequency)
    if tap is not None and tap.rings_s is not None:
        left = STILL ** (STROKE_S / tap.rings_s)
        mid /= 1.0 - left
        by = "tap test"
    if tap is not None and tap.seen_mm is not None:
        mid, band, by = tap.seen_mm, SEEN_BAND, "what was seen in a clip"
    return Shake(
        frequency_hz=frequency,
        wobble=Wobble.about(mid, band),
        jolt_mm_s=jolt,
        shared_table=support.shares_table,
        by=by,
    )
