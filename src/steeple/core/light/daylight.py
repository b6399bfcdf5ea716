"""Sun and sky: where the sun stands, what the sky gives, how bright it is through a window.

References: IES, *Lighting Handbook*, and Gillette, Pierpoint & Treado, "A General Illuminance Model for
Daylight Availability" (1984): E = A + B·sinᶜh for the sky, E = 127 500 lx·exp(−c ÷ sin h) for the sun;
the sun's place from the library astral. Means over many skies: a given day may differ by a stop.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from datetime import datetime
from types import MappingProxyType
from typing import Literal

from astral import Observer
from astral.sun import azimuth, elevation

Sky = Literal["clear", "hazy", "overcast"]
OUTSIDE_LX = 127_500.0
"""Light of the sun on a plane square to it, before the air."""
_SKY: Mapping[Sky, tuple[float, float, float]] = MappingProxyType(
    {
        "clear": (800.0, 15_500.0, 0.5),
        "hazy": (300.0, 45_000.0, 1.0),
        "overcast": (300.0, 21_000.0, 1.0),
    }
)
_AIR: Mapping[Sky, float] = MappingProxyType({"clear": 0.21, "hazy": 0.80})
SKY_CCT_K: Mapping[Sky, float] = MappingProxyType(
    {"clear": 9_000.0, "hazy": 6_500.0, "overcast": 6_500.0}
)
"""Colour of the light of the sky without the sun; planning values."""
DUSK_DEG = 6.0
"""Civil twilight: the sky fades to nothing while the sun sinks so far."""


def sun_at(*, latitude_deg: float, longitude_deg: float, when: datetime) -> tuple[float, float]:
    """Elevation and compass bearing of the sun in degrees, with refraction.

    Parameters
    ----------
    latitude_deg, longitude_deg
        north and east positive.
    when
        aware.
    """
    place = Observer(latitude=latitude_deg, longitude=longitude_deg)
    return float(elevation(place, when)), float(azimuth(place, when))


def sky_lx(sun_deg: float, sky: Sky) -> float:
    """Light of the whole sky on level ground outside, without the sun.

    Parameters
    ----------
    sun_deg
        elevation of the sun; below the horizon it fades over `DUSK_DEG`.
    sky
        clear, hazy or overcast.
    """
    a, b, c = _SKY[sky]
    if sun_deg <= 0:
        return a * max(0.0, 1.0 + sun_deg / DUSK_DEG)
    return float(a + b * math.sin(math.radians(sun_deg)) ** c)


def sun_lx(sun_deg: float, sky: Sky) -> float:
    """Light of the sun on a plane square to it; none under a closed sky or below the horizon.

    Parameters
    ----------
    sun_deg
        elevation of the sun.
    sky
        clear, hazy or overcast.
    """
    air = _AIR.get(sky)
    if air is None or sun_deg <= 0.5:
        return 0.0
    return OUTSIDE_LX * math.exp(-air / math.sin(math.radians(sun_deg)))


def window_cd_m2(sun_deg: float, sky: Sky, *, transmittance: float) -> float:
    """Luminance of a window that shows the sky, taken as even: E ÷ π, less what the pane keeps.

    Parameters
    ----------
    sun_deg
        elevation of the sun.
    sky
        clear, hazy or overcast.
    transmittance
        share that the pane lets through, 0 … 1.
    """
    return sky_lx(sun_deg, sky) / math.pi * transmittance
