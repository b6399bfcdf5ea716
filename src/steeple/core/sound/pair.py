"""A pair of microphones over an instrument: where its ends land, what is left in the middle, and in mono.

Sources: Williams, *The Stereophonic Zoom*; Eargle, *The Microphone Book*, ch. on stereo.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from steeple.core.geometry.vectors import Vector
from steeple.core.sound.delay import SPEED_MM_PER_S
from steeple.core.sound.reach import Pattern, sensitivity
from steeple.core.sound.stereo import Landed, Mic, angle_off_deg, landed

PairForm = Literal["spaced", "close", "near-coincident", "coincident"]


@dataclass(frozen=True, slots=True)
class Usual:
    """What a form of pair usually is: how far apart, and how far opened."""

    apart_mm: float
    opened_deg: float


USUAL: Mapping[PairForm, Usual] = MappingProxyType(
    {
        "spaced": Usual(600.0, 0.0),
        "close": Usual(300.0, 0.0),
        "near-coincident": Usual(200.0, 100.0),
        "coincident": Usual(0.0, 90.0),
    }
)
TOUCHING_MM = 50.0
"""Two capsules that close stand as if in one place."""
ALIKE_DB = 6.0
"""Two ways of one sound that differ by more than this leave no deep dip in mono."""
AUDIBLE_HZ = (150.0, 4000.0)
"""Dips between these are heard in strings and voices; a planning value."""
HOLLOW_DB = 10.0
"""A dip from so deep on is heard as hollow; a planning value."""
PLACES = 41


def pair_of(
    middle: Vector, toward: Vector, right: Vector, pattern: Pattern, *, apart_mm: float,
    opened_deg: float,
) -> tuple[Mic, Mic]:  # fmt: skip
    """The left and the right microphone of a pair.

    Parameters
    ----------
    middle, toward, right
        between the two; the way that the pair faces and the way to its right, both of length one and square
        to each other.
    pattern
        of both.
    apart_mm, opened_deg
        from one capsule to the other, ≥ 0; the angle between their axes.
    """
    half = math.radians(opened_deg / 2)
    mics = []
    for side in (-1.0, 1.0):
        faces = toward.times(math.cos(half)).plus(right.times(side * math.sin(half)))
        mics.append(Mic(middle.plus(right.times(side * apart_mm / 2)), faces, pattern))
    return mics[0], mics[1]


@dataclass(frozen=True, slots=True)
class Picture:
    """Where an instrument lands between left (−1) and right (1).

    ``at`` are shares of its width, −1 … 1, with where each lands. ``ends`` are those of its two ends, what lands
    past a side counts as there. ``hole`` is the share of its width that lands between a half left and a half
    right: half of it where all is spread evenly. ``recording_deg`` is the angle in which sounds land between
    the two sides, None where nothing lands at the very side.
    """

    at: tuple[tuple[float, float], ...]
    ends: tuple[float, float]
    middle_share: float
    recording_deg: float | None

    @property
    def width(self) -> float:
        """From one end to the other, of 2 at the most."""
        return self.ends[1] - self.ends[0]


def held(side: float) -> float:
    """A place between left and right: what is past a side stays there.

    Parameters
    ----------
    side
        −1 the left, 1 the right, and beyond.
    """
    return max(-1.0, min(1.0, side))


def picture_of(left: Mic, right: Mic, ends: tuple[Vector, Vector]) -> Picture:
    """Where an instrument lands.

    Parameters
    ----------
    left, right
        the pair.
    ends
        the left and the right end of the instrument.
    """
    first, last = ends
    places = []
    for step in range(PLACES):
        share = 2.0 * step / (PLACES - 1) - 1.0
        source = first.plus(last.minus(first).times((share + 1.0) / 2.0))
        places.append((share, landed(left, right, source).side))
    inner = sum(abs(side) <= 0.5 for _, side in places) / len(places)
    middle = left.place.plus(right.place).times(0.5)
    centre = first.plus(last).times(0.5)
    return Picture(
        at=tuple((share, held(side)) for share, side in places),
        ends=(held(places[0][1]), held(places[-1][1])),
        middle_share=inner,
        recording_deg=recording_deg(left, right, centre.minus(middle).length or 1.0),
    )


def recording_deg(left: Mic, right: Mic, distance_mm: float) -> float | None:
    """The angle in which sounds land between the two sides, seen from the middle of the pair.

    Parameters
    ----------
    left, right, distance_mm
        the pair; how far away the sounds are, greater than 0.

    Returns
    -------
    Degrees, up to 180; None where even from the side nothing lands at the very side.
    """
    middle = left.place.plus(right.place).times(0.5)
    across = right.place.minus(left.place)
    opened = right.faces.minus(left.faces)
    to_right = across.unit if across.length > 1e-6 else opened.unit
    if to_right.length < 0.5:
        return None
    ahead = left.faces.plus(right.faces)
    ahead = ahead.minus(to_right.times(ahead.dot(to_right))).unit
    low = 0.0
    for half_deg in range(1, 91):
        turn = math.radians(half_deg)
        way = ahead.times(math.cos(turn)).plus(to_right.times(math.sin(turn)))
        if landed(left, right, middle.plus(way.times(distance_mm))).side >= 1.0:
            low = half_deg
            break
    return None if low == 0.0 else 2.0 * low


@dataclass(frozen=True, slots=True)
class Comb:
    """The first dip that a place of the instrument has in mono: its pitch, and how deep it is."""

    share: float
    first_hz: float
    depth_db: float


def combs(left: Mic, right: Mic, ends: tuple[Vector, Vector]) -> tuple[Comb, ...]:
    """What is lost in mono, at places along the instrument where the two hear it alike.

    Parameters
    ----------
    left, right, ends
        the pair; the ends of the instrument.
    """
    first, last = ends
    found = []
    for step in range(PLACES):
        share = 2.0 * step / (PLACES - 1) - 1.0
        source = first.plus(last.minus(first).times((share + 1.0) / 2.0))
        way = landed(left, right, source)
        apart = abs(way.later_s) * SPEED_MM_PER_S
        if apart < 1.0 or abs(way.louder_db) > ALIKE_DB:
            continue
        found.append(Comb(share, SPEED_MM_PER_S / (2.0 * apart), _depth(way)))
    return tuple(found)


def _depth(way: Landed) -> float:
    """How deep a dip is where one way is weaker than the other by so much."""
    weaker = 10.0 ** (-abs(way.louder_db) / 20.0)
    return 20.0 * math.log10((1.0 + weaker) / max(1e-3, 1.0 - weaker))


def worst_comb(found: Sequence[Comb]) -> Comb | None:
    """The dip that is heard most: of those that are heard as hollow the lowest, which lies among the notes
    themselves; else the deepest.

    Parameters
    ----------
    found
        as `combs` gives them.
    """
    low, high = AUDIBLE_HZ
    heard = [one for one in found if low <= one.first_hz <= high]
    hollow = [one for one in heard if one.depth_db >= HOLLOW_DB]
    if hollow:
        return min(hollow, key=lambda one: one.first_hz)
    return max(heard, key=lambda one: one.depth_db, default=None)


def spill_db(own: Mic, other: Mic, source: Vector) -> float:
    """How much weaker a second microphone hears the source of the first.

    Parameters
    ----------
    own, other, source
        the microphone for it; the other one; where the sound comes from.
    """
    levels = [
        20.0
        * math.log10(
            max(1e-3, sensitivity(one.pattern, angle_off_deg(one, source)))
            / max(10.0, source.minus(one.place).length)
        )
        for one in (own, other)
    ]
    return levels[0] - levels[1]
