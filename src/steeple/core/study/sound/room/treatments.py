"""What would take up the echo: each kind by itself, the least of it that does, and what the cupboard holds."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from steeple.core.plan.gear.sound.absorber import Absorber, AbsorberKind
from steeple.core.plan.parts.sounding.sound import Heard
from steeple.core.sound.absorption import LIES_ON
from steeple.core.sound.room import BANDS_HZ, Bands, Echo
from steeple.core.study.sound.given.room import GivenRoom

WANTED_S: dict[Heard, tuple[float, float]] = {
    "voice": (0.3, 0.5),
    "work": (0.3, 0.6),
    "instrument": (0.5, 1.0),
    "voice and instrument": (0.4, 0.8),
}
"""Reverberation time in the middle bands from … to, by what is to be heard. Speech: Kuttruff and ISO 3382 annexes
on small rooms; instruments: planning values of our own, between speech and a small hall."""
KINDS: tuple[AbsorberKind, ...] = ("duvet", "blanket", "curtain", "rug", "foam")
PIECE_M2: dict[AbsorberKind, float] = {
    "duvet": 2.7,
    "blanket": 3.0,
    "curtain": 3.5,
    "rug": 3.4,
    "foam": 0.25,
}
"""One duvet, blanket, curtain, rug or tile of foam as they are sold; planning values."""
MOST_PIECES: dict[AbsorberKind, int] = {
    "duvet": 6,
    "blanket": 8,
    "curtain": 6,
    "rug": 4,
    "foam": 40,
}
"""More of them nobody puts up for an afternoon; planning values."""
MOST_OF = {"floor": 0.6, "walls": 0.4}
"""More than that of a floor or of the walls nobody covers: there are doors, windows, shelves, the table."""
STEP_M2 = 0.5


@dataclass(frozen=True, slots=True)
class Treatment:
    """So much of a kind in the room. ``area_m2`` is the least that does it, and ``does`` says so; where no amount
    that fits does it, as much as fits. ``pieces`` how many of it as they are sold. ``rt60_s`` by bands and ``mid_s``
    after it; ``gain_db`` how much quieter the echo is. ``names`` and ``owned_m2``: what of the kind is in the
    cupboard."""

    kind: AbsorberKind
    area_m2: float
    pieces: int
    does: bool
    rt60_s: Bands
    mid_s: float
    gain_db: float
    owned_m2: float
    names: tuple[str, ...]


def treated(room: GivenRoom, kind: AbsorberKind, area_m2: float) -> Echo | None:
    """The echo of a room with so much of a kind in it.

    Parameters
    ----------
    room, kind, area_m2
        as it is; what is hung up or laid down; how much of it.
    """
    return room.with_things([room.brought_in(kind, area_m2)])


def treatments_of(
    room: GivenRoom, wanted_s: float, owned: Sequence[Absorber]
) -> tuple[Treatment, ...]:
    """Every kind with the least of it that brings the echo down to what is wanted; the fewest pieces
    first; what does not do by how far it comes.

    Parameters
    ----------
    room, wanted_s, owned
        as it is; reverberation time in the middle bands; what the cupboard holds.
    """
    found = []
    for kind in KINDS:
        one = _least(room, kind, wanted_s, [each for each in owned if each.form == kind])
        if one is not None:
            found.append(one)
    return tuple(
        sorted(found, key=lambda one: (not one.does, one.pieces if one.does else 0, one.mid_s))
    )


def _least(
    room: GivenRoom, kind: AbsorberKind, wanted_s: float, owned: Sequence[Absorber]
) -> Treatment | None:
    now = room.echo
    taken = room.absorption_m2
    if now is None or taken is None:
        return None
    lies = LIES_ON[kind]
    most = MOST_OF[lies] * (room.floor_m2 if lies == "floor" else room.walls_m2)
    most = min(most, MOST_PIECES[kind] * PIECE_M2[kind])
    most = math.floor(most / STEP_M2) * STEP_M2
    if most < STEP_M2:
        return None
    area = STEP_M2
    echo = treated(room, kind, area)
    while echo is not None and echo.mid_s > wanted_s and area + STEP_M2 <= most:
        area += STEP_M2
        echo = treated(room, kind, area)
    if echo is None:
        return None
    after = sum(echo.mean_absorption[band] for band in (2, 3)) / 2 * echo.area_m2
    return Treatment(
        kind=kind,
        area_m2=area,
        pieces=math.ceil(area / PIECE_M2[kind] - 1e-9),
        does=echo.mid_s <= wanted_s,
        rt60_s=echo.rt60_s,
        mid_s=echo.mid_s,
        gain_db=10.0 * math.log10(after / taken),
        owned_m2=sum(one.area_m2 * one.owned for one in owned),
        names=tuple(one.name for one in owned),
    )


def boomy_hz(rt60_s: Bands, mid_s: float) -> int | None:
    """The lowest band that rings much longer than the middle ones; None where none does.

    Parameters
    ----------
    rt60_s, mid_s
        by bands; in the middle ones.
    """
    for band, seconds in zip(BANDS_HZ[:2], rt60_s[:2], strict=True):
        if seconds > 1.7 * mid_s:
            return band
    return None
