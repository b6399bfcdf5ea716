"""How long a room echoes, by octave bands.

Sources: Sabine, *Collected Papers on Acoustics* (1922); Eyring, *Reverberation Time in Dead Rooms* (J. Acoust. Soc.
Am. 1, 1930); Kuttruff, *Room Acoustics*, ch. 5. Sound in rooms this small loses nothing worth counting to the
air. Absorption above 1 is possible for what is measured in a reverberation room (ISO 354) and is used as it is.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from steeple.core.errors import InputError

BANDS_HZ = (125, 250, 500, 1000, 2000, 4000)
"""Middles of the octave bands."""
MIDDLE = (2, 3)
"""The bands that speech is judged by: 500 Hz and 1 kHz."""
SABINE_M = 0.161
"""24·ln 10 ÷ the speed of sound, seconds a metre."""
DEAD = 0.2
"""From this mean absorption on, Eyring's form counts."""
DEADEST = 0.99
"""With things in it no room takes more than that away at each bounce: things that take up more than all of it are not
where they are said to be."""
Bands = tuple[float, float, float, float, float, float]


@dataclass(frozen=True, slots=True)
class Surface:
    """An area with its absorption in the six bands, of 0 (all comes back) to 1. Things count by what they take
    up: an area of 1 m² each, with their absorption areas."""

    area_m2: float
    absorption: Bands


@dataclass(frozen=True, slots=True)
class Echo:
    """Reverberation times in the six bands: by Sabine, by Eyring, and the one that counts."""

    sabine_s: Bands
    eyring_s: Bands
    mean_absorption: Bands
    volume_m3: float
    area_m2: float

    @property
    def rt60_s(self) -> Bands:
        """Sabine's where the mean absorption is under 0.2, else Eyring's."""
        chosen = [
            s if a < DEAD else e
            for s, e, a in zip(self.sabine_s, self.eyring_s, self.mean_absorption, strict=True)
        ]
        return _bands(chosen)

    @property
    def mid_s(self) -> float:
        """The mean of 500 Hz and 1 kHz."""
        return sum(self.rt60_s[at] for at in MIDDLE) / len(MIDDLE)

    @property
    def differ(self) -> bool:
        """Whether the two forms differ by more than a tenth in the middle bands."""
        return any(
            abs(self.sabine_s[at] - self.eyring_s[at]) > 0.1 * self.eyring_s[at] for at in MIDDLE
        )


def _bands(values: Sequence[float]) -> Bands:
    a, b, c, d, e, f = values
    return a, b, c, d, e, f


def echo_of(volume_m3: float, surfaces: Sequence[Surface], things: Sequence[Surface] = ()) -> Echo:
    """Reverberation of a room.

    Parameters
    ----------
    volume_m3
        of the room, greater than 0.
    surfaces
        all that bounds it, with areas that add up to its whole surface.
    things
        what stands in it, by the absorption that each square metre or piece adds; their areas are not part of
        the room's surface.

    Raises
    ------
    InputError
        ``room-size`` where volume or surface are not greater than 0.
    """
    area = sum(one.area_m2 for one in surfaces)
    if volume_m3 <= 0 or area <= 0:
        raise InputError(
            "room-size", "A room needs width, depth and height before its echo can be told.",
            field="room", value=volume_m3, allowed="greater than 0",
        )  # fmt: skip
    sabine, eyring, means = [], [], []
    for band in range(len(BANDS_HZ)):
        taken = sum(one.area_m2 * one.absorption[band] for one in (*surfaces, *things))
        mean = taken / area
        means.append(mean)
        bounced = min(mean, DEADEST) if things else mean
        sabine.append(SABINE_M * volume_m3 / taken if taken > 0 else math.inf)
        eyring.append(
            0.0 if bounced >= 1 else SABINE_M * volume_m3 / (-area * math.log1p(-bounced))
            if bounced > 0 else math.inf
        )  # fmt: skip
    return Echo(_bands(sabine), _bands(eyring), _bands(means), volume_m3, area)
