"""Shutter, aperture and ISO against the light that falls on the work.

Reference: ISO 2720 (exposure meters: N²/t = E·S/C with C = 250 for a flat receptor); ISO 2721.
"""

from __future__ import annotations

import math

from steeple.core.errors import InputError
from steeple.core.units import positive

FLAT_RECEPTOR_C = 250.0
"""lx·s·ISO; the constant of an incident meter with a flat receptor."""
GREY = 0.18
"""Reflectance on which an automatic exposure settles."""


def film_shutter(frame_rate_hz: float) -> float:
    """The exposure time of half a frame, 1/(2·frame rate), in seconds.

    Parameters
    ----------
    frame_rate_hz
        frames a second, > 0.
    """
    return 1 / (2 * positive(frame_rate_hz, "frame_rate_hz"))


def steady_shutter(
    *,
    frame_rate_hz: float,
    mains_hz: float,
    shortest_s: float | None = None,
    longest_s: float | None = None,
) -> float:
    """The exposure time nearest to half a frame at which lamps on the mains do not flicker.

    Lamps pulse twice a period, so that a whole number of pulses, k/(2·mains), is always even.

    Parameters
    ----------
    frame_rate_hz
        frames a second, > 0.
    mains_hz
        50 or 60.
    shortest_s, longest_s
        what the camera can do, in seconds, > 0; None = not known to bound it.

    Returns
    -------
    Seconds, at most one frame long where a pulse fits into one and into what the camera can do; else the
    half frame, or what the camera can do nearest to it.
    """
    least, most = shortest_s or 0.0, longest_s or math.inf
    half = film_shutter(frame_rate_hz)
    pulse = 1 / (2 * positive(mains_hz, "mains_hz"))
    whole = math.floor(1 / frame_rate_hz / pulse + 1e-9)
    able = [k * pulse for k in range(1, whole + 1) if least - 1e-9 <= k * pulse <= most + 1e-9]
    return min(able, key=lambda t: (abs(t - half), t), default=min(max(half, least), most))


def illuminance_needed(*, effective_f_number: float, shutter_s: float, iso: float) -> float:
    """Illuminance for a right exposure: E = C·N²/(t·S), in lux, with the effective f-number.

    Parameters
    ----------
    effective_f_number
        f-number with the lengthening at close range, > 0.
    shutter_s
        exposure time in seconds, > 0.
    iso
        sensitivity, > 0.
    """
    n = positive(effective_f_number, "effective_f_number")
    return FLAT_RECEPTOR_C * n * n / (positive(shutter_s, "shutter_s") * positive(iso, "iso"))


def iso_needed(*, effective_f_number: float, shutter_s: float, illuminance_lx: float) -> float:
    """ISO for a right exposure: S = C·N²/(t·E); the inverse of `illuminance_needed`.

    Parameters
    ----------
    effective_f_number
        f-number with the lengthening at close range, > 0.
    shutter_s
        exposure time in seconds, > 0.
    illuminance_lx
        light on the work, > 0.
    """
    n = positive(effective_f_number, "effective_f_number")
    return (
        FLAT_RECEPTOR_C
        * n
        * n
        / (positive(shutter_s, "shutter_s") * positive(illuminance_lx, "illuminance_lx"))
    )


def stops_between(first: float, second: float) -> float:
    """log₂ of a ratio: by how many stops the second is more than the first.

    Parameters
    ----------
    first, second
        two amounts of one kind, > 0.
    """
    return math.log2(positive(second, "second") / positive(first, "first"))


def automatic_error(reflectances: dict[float, float]) -> float:
    """By how many stops an automatic exposure goes wrong over a picture of mixed brightness.

    Parameters
    ----------
    reflectances
        share of the picture by reflectance; shares add to 1.

    Returns
    -------
    Positive: the picture is darkened, since it is brighter than middle grey on the whole.
    """
    total = sum(reflectances.values())
    if abs(total - 1) > 1e-6:
        raise InputError(
            "out-of-range",
            f"The shares of a picture add to {total:g}; they must add to 1.",
            field="reflectances",
            value=total,
            allowed="1",
        )
    mean = sum(reflectance * share for reflectance, share in reflectances.items())
    return stops_between(GREY, mean)
