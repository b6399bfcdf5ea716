"""Figures of gear found with a tape, for people without a data sheet.

Reference: thin-lens forms as in `thin_lens`; plane trigonometry. Common names of sensor sizes stand
for the sizes that most bodies of that name have; a data sheet goes before them.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

from steeple.core.errors import InputError
from steeple.core.optics.frame import Extent
from steeple.core.units import positive

SENSOR_SIZES: Mapping[str, Extent] = MappingProxyType(
    {
        "medium format, 44 × 33 mm": Extent(43.8, 32.9),
        "full frame, 36 × 24 mm": Extent(36.0, 24.0),
        "APS-C, 23.5 × 15.6 mm": Extent(23.5, 15.6),
        "APS-C, 22.3 × 14.9 mm": Extent(22.3, 14.9),
        "four thirds, 17.3 × 13 mm": Extent(17.3, 13.0),
        "one inch, 13.2 × 8.8 mm": Extent(13.2, 8.8),
        "1/1.3 inch, 9.8 × 7.3 mm": Extent(9.8, 7.3),
        "1/1.7 inch, 7.6 × 5.7 mm": Extent(7.6, 5.7),
        "1/2.3 inch, 6.2 × 4.6 mm": Extent(6.17, 4.55),
        "1/2.8 inch, 5.1 × 2.9 mm": Extent(5.12, 2.88),
        "1/4 inch, 3.6 × 2.7 mm": Extent(3.6, 2.7),
    }
)
"""Active sizes of whole sensors by common name, in millimetres; nominal values."""


def active_area(*, sensor_mm: Extent, recording_px: Extent, mode_crop: float = 1.0) -> Extent:
    """The part of a sensor that a recording mode uses: of its shape, as large as fits, then cropped.

    Parameters
    ----------
    sensor_mm
        whole sensor.
    recording_px
        recorded frame.
    mode_crop
        how many times the mode narrows the picture, ≥ 1.

    Raises
    ------
    InputError
        ``out-of-range``.
    """
    if mode_crop < 1:
        raise InputError(
            "out-of-range",
            f"A crop of {mode_crop:g} is no crop; it must be at least 1.",
            field="mode_crop",
            value=mode_crop,
            allowed="at least 1",
        )
    aspect = positive(recording_px.width, "width_px") / positive(recording_px.height, "height_px")
    width = min(sensor_mm.width, sensor_mm.height * aspect)
    return Extent(width=width / mode_crop, height=width / aspect / mode_crop)


@dataclass(frozen=True, slots=True)
class TapeReading:
    """A tape photographed square to the axis: how far off, and how much of it is seen across."""

    distance_mm: float
    seen_mm: float


@dataclass(frozen=True, slots=True)
class FieldFound:
    """A horizontal field of view; ``pupil_behind_mm`` is how far the entrance pupil lies behind
    the place from which the distances were measured (0 where only one reading was made)."""

    angle_deg: float
    pupil_behind_mm: float


def field_of_view_from_tape(first: TapeReading, second: TapeReading | None = None) -> FieldFound:
    """The horizontal field of view from a tape seen across the picture.

    One reading takes the distance as measured from the entrance pupil: angle = 2·atan(s/2d). Two
    readings at different distances find the pupil as well: tan(angle/2) = (s₂ − s₁)/(2·(d₂ − d₁)).

    Parameters
    ----------
    first, second
        two readings of one tape from places on one axis; the second gives the place of the entrance pupil.

    Raises
    ------
    InputError
        ``out-of-range``; ``contradiction`` where the farther reading does not show more.
    """
    d, s = positive(first.distance_mm, "distance_mm"), positive(first.seen_mm, "seen_mm")
    if second is None:
        return FieldFound(angle_deg=math.degrees(2 * math.atan(s / (2 * d))), pupil_behind_mm=0.0)
    d2 = positive(second.distance_mm, "second_distance_mm")
    s2 = positive(second.seen_mm, "second_seen_mm")
    if (d2 - d) * (s2 - s) <= 0:
        raise InputError(
            "contradiction",
            "From farther away more of the tape must be seen. Measure both again.",
            field="second_seen_mm",
            value=s2,
            allowed=f"more than {s:g} from farther away",
        )
    tangent = (s2 - s) / (2 * (d2 - d))
    return FieldFound(
        angle_deg=math.degrees(2 * math.atan(tangent)), pupil_behind_mm=s / (2 * tangent) - d
    )


def min_focus_from_rim(*, rim_to_print_mm: float, length_mm: float, flange_mm: float) -> float:
    """Minimum focus distance from the sensor mark, from the distance between front rim and print.

    Parameters
    ----------
    rim_to_print_mm
        nearest distance at which print is sharp, from the front rim, ≥ 0.
    length_mm
        mount to front rim.
    flange_mm
        sensor mark to mount.
    """
    if not rim_to_print_mm >= 0:
        positive(rim_to_print_mm, "rim_to_print_mm")
    return rim_to_print_mm + positive(length_mm, "length_mm") + positive(flange_mm, "flange_mm")


def magnification_from_tape(*, active_width_mm: float, seen_mm: float) -> float:
    """Greatest magnification from the length of tape seen across at the nearest focus: w/s.

    Parameters
    ----------
    active_width_mm
        of the active area, > 0.
    seen_mm
        length of tape seen across the picture, > 0.
    """
    return positive(active_width_mm, "active_width_mm") / positive(seen_mm, "seen_mm")
