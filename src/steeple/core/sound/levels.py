"""How loud a voice, its echo and noises are at a microphone.

Sources: Kuttruff, *Room Acoustics*, ch. 5 (energy of the diffuse field, 4/A); Eargle, *The Microphone Book*
(a pattern hears an echo less by its directivity); ISO 9921 (a voice of normal effort: 60 dB(A) at 1 m).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from steeple.core.sound.reach import DIRECTIVITY, Heard, Pattern, level_at, summed_db

VOICE_DB = 60.0
QUIET_DB = 30.0
"""What is left in a quiet room with the windows closed; a planning value."""
RAISED_FROM_DB, RAISED_BY, RAISED_MOST_DB = 45.0, 0.5, 20.0
"""Over noise everybody speaks up: by half of what it is louder than that, up to a shout (ISO 9921, annex on the
Lombard effect)."""
FREE_DB = 11.0
"""10·log(4π): from the level at one metre to the power of a source that sounds to all sides."""


@dataclass(frozen=True, slots=True)
class Reception:
    """What a microphone gets, in dB: the direct sound, its echo, all noises, and the noises one by one.
    ``echo_db`` is None where the room is not known."""

    direct_db: float
    echo_db: float | None
    noise_db: float
    noises_db: tuple[float, ...]

    @property
    def over_echo_db(self) -> float | None:
        """How much louder than its echo the direct sound is."""
        return None if self.echo_db is None else self.direct_db - self.echo_db

    @property
    def over_noise_db(self) -> float:
        """Signal to noise: all of the voice, direct or not, counts as voice here only as far as it is direct."""
        return self.direct_db - self.noise_db


def raised_db(noise_db: float) -> float:
    """How loud one speaks at one metre where it is so loud.

    Parameters
    ----------
    noise_db
        at the ears of who speaks.
    """
    more = RAISED_BY * (noise_db - RAISED_FROM_DB)
    return VOICE_DB + min(max(0.0, more), RAISED_MOST_DB)


def diffuse_db(level_db: float, absorption_m2: float) -> float:
    """How loud the echo of a steady source is anywhere in a room.

    Parameters
    ----------
    level_db, absorption_m2
        its direct level at one metre; what the room takes up, greater than 0.
    """
    return level_db + FREE_DB + 10.0 * math.log10(4.0 / absorption_m2)


def heard_echo_db(diffuse: float, pattern: Pattern) -> float:
    """The same as a pattern hears it that hears less from all round.

    Parameters
    ----------
    diffuse, pattern
        level in the room; of the microphone.
    """
    return diffuse - 10.0 * math.log10(DIRECTIVITY[pattern])


def reception(
    source: Heard, pattern: Pattern, noises: Sequence[Heard], *, absorption_m2: float | None,
    everywhere_db: Sequence[float], self_noise_db: float | None,
) -> Reception:  # fmt: skip
    """What a microphone gets of a source among noises.

    Parameters
    ----------
    source, pattern
        what is to be heard, as it stands to the microphone; its pattern.
    noises
        what stands somewhere and is heard besides, directly and by its echo.
    absorption_m2
        what the room takes up; None = not known: echoes of noises are then left out.
    everywhere_db
        noises that come from all round, by their level in the room.
    self_noise_db
        what the microphone itself makes; None = not known, and left out.
    """
    found = []
    for one in noises:
        parts = [level_at(one, pattern)]
        if absorption_m2 is not None:
            parts.append(heard_echo_db(diffuse_db(one.level_db, absorption_m2), pattern))
        found.append(summed_db(parts))
    found += [heard_echo_db(one, pattern) for one in everywhere_db]
    own = [] if self_noise_db is None else [self_noise_db]
    echo = None
    if absorption_m2 is not None:
        echo = heard_echo_db(diffuse_db(source.level_db, absorption_m2), pattern)
    return Reception(level_at(source, pattern), echo, summed_db([*found, *own]), tuple(found))
