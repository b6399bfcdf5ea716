"""Units: what is stored (millimetres) and how a figure is said (centimetres, or inches to 1/8).

Conversions are exact by definition: 1 in = 25.4 mm (international yard and pound agreement, 1959).
"""

from __future__ import annotations

import math
from typing import Literal

from steeple.core.errors import InputError

MM_PER_CM = 10.0
MM_PER_INCH = 25.4
INCH_FRACTION = 8
"""Lengths in inches are said to the nearest eighth, the finest mark that a tape shows clearly."""

UnitSystem = Literal["cm", "in"]
Unit = Literal[
    "mm",
    "mm_exact",
    "px",
    "px_per_mm",
    "f_number",
    "times",
    "ratio",
    "deg",
    "percent",
    "stops",
    "lx",
    "lm",
    "hz",
    "iso",
    "seconds",
    "g",
    "n_m",
    "minutes",
    "dm2",
    "k",
    "w",
    "mired",
    "cd_m2",
    "moment",
    "span",
    "bytes",
    "mbit_s",
    "wh",
    "count",
    "db",
    "frames",
    "ppm",
    "rt60_s",
    "m2",
]
"""Unit of a figure. ``mm`` is a length at the bench and is said in centimetres or inches;
``mm_exact`` is a figure printed on gear or a fine detail and is always said in millimetres.
``moment`` and ``span`` are seconds: since the start of a session, and how long something takes.
``rt60_s`` are seconds of echo, said in decimals."""

_SUFFIX: dict[str, str] = {
    "mm_exact": " mm",
    "px": " px",
    "px_per_mm": " px/mm",
    "times": "×",
    "deg": "°",
    "percent": " %",
    "stops": " stops",
    "lx": " lx",
    "lm": " lm",
    "hz": " Hz",
    "seconds": " s",
    "n_m": " Nm",
    "minutes": " min",
    "dm2": " dm²",
    "k": " K",
    "w": " W",
    "mired": " mired",
    "cd_m2": " cd/m²",
    "mbit_s": " Mbit/s",
    "wh": " Wh",
    "db": " dB",
    "frames": " frames",
    "ppm": " ppm",
    "rt60_s": " s",
}


def finite(value: float, field: str) -> float:
    """Return ``value`` unless it is NaN or infinite.

    Parameters
    ----------
    value, field
        a number, and the name of the field it was given for.

    Raises
    ------
    InputError
        Code ``not-a-number``.
    """
    if not math.isfinite(value):
        raise InputError(
            "not-a-number", f"{field} must be a finite number.", field=field, value=value
        )
    return value


def positive(value: float, field: str) -> float:
    """Return ``value`` unless it is NaN, infinite, zero or negative.

    Parameters
    ----------
    value, field
        a number, and the name of the field it was given for.

    Raises
    ------
    InputError
        Code ``not-a-number`` or ``out-of-range``.
    """
    if 0 < value < math.inf:
        return value
    finite(value, field)
    raise InputError(
        "out-of-range",
        f"{field} is {value:g}; it must be greater than 0.",
        field=field,
        value=value,
        allowed="greater than 0",
    )


def length_words(length_mm: float, system: UnitSystem) -> str:
    """Say a bench length: ``74.0 cm``, or ``29 1/8 in``.

    Parameters
    ----------
    length_mm
        length in millimetres, any finite value.
    system
        ``cm`` (one decimal) or ``in`` (nearest eighth, reduced).

    Notes
    -----
    Rounds half away from zero, so that a length and its negative read alike.
    """
    finite(length_mm, "length_mm")
    sign = "-" if length_mm < 0 else ""
    if system == "cm":
        tenths = math.floor(abs(length_mm) + 0.5)
        return f"{sign if tenths else ''}{tenths // 10}.{tenths % 10} cm"
    eighths = math.floor(abs(length_mm) / MM_PER_INCH * INCH_FRACTION + 0.5)
    whole, part = divmod(eighths, INCH_FRACTION)
    sign = sign if eighths else ""
    if part == 0:
        return f"{sign}{whole} in"
    common = math.gcd(part, INCH_FRACTION)
    fraction = f"{part // common}/{INCH_FRACTION // common}"
    return f"{sign}{whole} {fraction} in" if whole else f"{sign}{fraction} in"


def exact_words(value: float, places: int) -> str:
    """Say a plain number with at most ``places`` decimals and no trailing zeros.

    Parameters
    ----------
    value, places
        any finite number; decimals, ≥ 0.
    """
    text = (
        f"{finite(value, 'value'):.{places}f}".rstrip("0").rstrip(".") if places else f"{value:.0f}"
    )
    return "0" if text == "-0" else text


G_PER_OUNCE, OUNCES_PER_POUND = 28.349523125, 16
"""The avoirdupois ounce, by definition of the pound of 453.59237 g."""


def mass_words(mass_g: float, system: UnitSystem = "cm") -> str:
    """Say a mass: ``850 g``, from a kilogram on ``1.35 kg``; with inches ``9.5 oz``, from a pound on
    ``3.1 lb``.

    Parameters
    ----------
    mass_g
        in grams, ≥ 0.
    system
        the unit system that lengths are said in.
    """
    if system == "in":
        ounces = mass_g / G_PER_OUNCE
        if abs(ounces) < OUNCES_PER_POUND - 0.05:
            return f"{exact_words(ounces, 1)} oz"
        return f"{exact_words(ounces / OUNCES_PER_POUND, 2)} lb"
    if abs(mass_g) < 999.5:
        return f"{exact_words(mass_g, 0)} g"
    return f"{exact_words(mass_g / 1000.0, 2)} kg"


def moment_words(seconds: float) -> str:
    """Say a moment of a session by hours and minutes since its start: ``1:12``; with seconds where they
    are not nought: ``0:29:59``.

    Parameters
    ----------
    seconds
        since the start, ≥ 0; rounded down to a whole one.
    """
    whole = math.floor(finite(seconds, "seconds") + 1e-9)
    text = f"{whole // 3600}:{whole // 60 % 60:02d}"
    return text + (f":{whole % 60:02d}" if whole % 60 else "")


def span_words(seconds: float) -> str:
    """Say how long something takes: ``45 s``, ``29 min``, ``1 h 12 min``; under ten minutes with seconds.

    Parameters
    ----------
    seconds
        ≥ 0; rounded to what is said.
    """
    whole = math.floor(finite(seconds, "seconds") + 0.5)
    if whole < 60:
        return f"{whole} s"
    if whole < 600 and whole % 60:
        return f"{whole // 60} min {whole % 60} s"
    minutes = math.floor(seconds / 60 + 0.5)
    if minutes < 60:
        return f"{minutes} min"
    hours, rest = divmod(minutes, 60)
    return f"{hours} h {rest} min" if rest else f"{hours} h"


def bytes_words(size: float) -> str:
    """Say a size as cards and disks are sold, in thousands: ``640 MB``, ``45.0 GB``, ``1.2 TB``.

    Parameters
    ----------
    size
        in bytes, ≥ 0.
    """
    finite(size, "size")
    if size < 999.5e6:
        return f"{exact_words(size / 1e6, 0 if size >= 1e7 else 1)} MB"
    if size < 999.95e9:
        return f"{exact_words(size / 1e9, 1)} GB"
    return f"{exact_words(size / 1e12, 2)} TB"


M2_PER_SQUARE_FOOT = 0.09290304


def area_words(area_m2: float, system: UnitSystem) -> str:
    """Say an area of wall or floor: ``4.5 m²``, with inches ``48 sq ft``.

    Parameters
    ----------
    area_m2, system
        in square metres, ≥ 0; the unit system that lengths are said in.
    """
    if system == "in":
        return f"{exact_words(area_m2 / M2_PER_SQUARE_FOOT, 0)} sq ft"
    return f"{exact_words(area_m2, 1)} m²"


_PLACES: dict[str, int] = {
    "mm_exact": 3,
    "px": 1,
    "px_per_mm": 2,
    "times": 2,
    "ratio": 4,
    "deg": 1,
    "percent": 1,
    "stops": 1,
    "lx": 0,
    "lm": 0,
    "hz": 2,
    "seconds": 2,
    "n_m": 2,
    "minutes": 0,
    "dm2": 0,
    "k": 0,
    "w": 0,
    "mired": 0,
    "cd_m2": 0,
    "mbit_s": 1,
    "wh": 1,
    "count": 0,
    "db": 0,
    "frames": 1,
    "ppm": 0,
    "rt60_s": 2,
}
_SAID = {"moment": moment_words, "span": span_words, "bytes": bytes_words}


def quantity_words(value: float, unit: Unit, system: UnitSystem) -> str:
    """Say any figure with its unit, in the unit system that the maker reads.

    Parameters
    ----------
    value, unit, system
        the figure in its unit; the unit system that lengths are said in.
    """
    if unit == "mm":
        return length_words(value, system)
    if unit == "f_number":
        return f"f/{exact_words(value, 1)}"
    if unit == "iso":
        return f"ISO {exact_words(value, 0)}"
    if unit == "g":
        return mass_words(value, system)
    if unit == "m2":
        return area_words(value, system)
    if unit in _SAID:
        return _SAID[unit](value)
    if unit == "seconds" and 0 < value < 1:
        return f"1/{exact_words(1 / value, 0)} s"
    return exact_words(value, _PLACES[unit]) + _SUFFIX.get(unit, "")
