"""How much of the sound that meets it different matter takes up, by octave bands.

Sources: Kuttruff, *Room Acoustics*, table of typical absorption coefficients; Vorländer, *Auralization*,
annex (tables of random-incidence absorption, by ISO 354). What those tables do not hold (a duvet hung up, a
room as it is lived in) are planning values of our own, between the nearest rows of them.
"""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from steeple.core.sound.room import Bands

SurfaceKind = Literal[
    "plaster", "masonry", "plasterboard", "concrete", "tiles", "glass", "wood panels", "floorboards",
    "parquet", "carpet", "thick carpet", "acoustic tiles",
]  # fmt: skip
"""What bounds a room."""
SoftKind = Literal[
    "duvet", "blanket", "curtain", "rug", "foam", "full bookshelf", "sofa", "bed", "soft chair", "person"
]  # fmt: skip
"""What takes up sound in a room: by its area, or by the piece."""
Furnished = Literal["bare", "some", "full"]

SURFACES: Mapping[SurfaceKind, Bands] = MappingProxyType(
    {
        "plaster": (0.013, 0.015, 0.02, 0.03, 0.04, 0.05),
        "masonry": (0.03, 0.03, 0.03, 0.04, 0.05, 0.07),
        "plasterboard": (0.29, 0.10, 0.05, 0.04, 0.07, 0.09),
        "concrete": (0.01, 0.01, 0.015, 0.02, 0.02, 0.02),
        "tiles": (0.01, 0.01, 0.01, 0.02, 0.02, 0.02),
        "glass": (0.28, 0.20, 0.11, 0.06, 0.03, 0.02),
        "wood panels": (0.28, 0.22, 0.17, 0.09, 0.10, 0.11),
        "floorboards": (0.15, 0.11, 0.10, 0.07, 0.06, 0.07),
        "parquet": (0.04, 0.04, 0.07, 0.06, 0.06, 0.07),
        "carpet": (0.02, 0.06, 0.14, 0.37, 0.60, 0.65),
        "thick carpet": (0.08, 0.24, 0.57, 0.69, 0.71, 0.73),
        "acoustic tiles": (0.45, 0.60, 0.75, 0.85, 0.85, 0.80),
    }
)
SOFT: Mapping[SoftKind, Bands] = MappingProxyType(
    {
        "duvet": (0.15, 0.35, 0.65, 0.85, 0.90, 0.90),
        "blanket": (0.05, 0.15, 0.35, 0.50, 0.60, 0.65),
        "curtain": (0.07, 0.31, 0.49, 0.75, 0.70, 0.60),
        "rug": (0.04, 0.08, 0.20, 0.40, 0.55, 0.60),
        "foam": (0.11, 0.30, 0.70, 0.95, 0.94, 0.95),
        "full bookshelf": (0.30, 0.40, 0.40, 0.30, 0.30, 0.20),
        "sofa": (0.50, 1.00, 1.50, 1.80, 1.70, 1.60),
        "bed": (1.00, 1.60, 2.20, 2.40, 2.30, 2.20),
        "soft chair": (0.20, 0.40, 0.60, 0.70, 0.70, 0.60),
        "person": (0.25, 0.35, 0.42, 0.46, 0.50, 0.50),
    }
)
"""Of each square metre, or of each piece the area that would take up as much."""
BY_PIECE: tuple[SoftKind, ...] = ("sofa", "bed", "soft chair", "person")
LIES_ON: Mapping[SoftKind, Literal["floor", "walls"]] = MappingProxyType(
    {
        "duvet": "walls", "blanket": "walls", "curtain": "walls", "foam": "walls",
        "full bookshelf": "walls", "rug": "floor",
    }
)  # fmt: skip
"""What of a room it covers."""
FURNISHED: Mapping[Furnished, Bands] = MappingProxyType(
    {
        "bare": (0.0, 0.0, 0.0, 0.0, 0.0, 0.0),
        "some": (0.12, 0.18, 0.22, 0.25, 0.25, 0.25),
        "full": (0.30, 0.45, 0.55, 0.60, 0.60, 0.60),
    }
)
"""What the things in a room take up for each square metre of its floor: nothing, a table with chairs and
shelves, a room that is lived in."""
NOT_AT_ALL: Bands = (0.0, 0.0, 0.0, 0.0, 0.0, 0.0)


def gained(kind: SoftKind, covers: Bands) -> Bands:
    """What a square metre (or a piece) adds to a room.

    Parameters
    ----------
    kind, covers
        what is brought in; what the surface under it takes up already.

    Returns
    -------
    Never less than nothing: what is worse than what it covers is not counted.
    """
    a, b, c, d, e, f = (
        max(0.0, one - under) for one, under in zip(SOFT[kind], covers, strict=True)
    )
    return a, b, c, d, e, f
