"""How near a lens focuses, and how deep it is sharp.

Reference: ISO 517 (apertures and related markings); Ray, *Applied Photographic Optics*, chapter on
depth of field; Jacobson, *The Manual of Photography*.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from steeple.core.errors import InputError
from steeple.core.optics.thin_lens import image_distance
from steeple.core.units import positive

COC_PER_DIAGONAL = 1500.0
"""Default circle of confusion: active diagonal ÷ 1500 (Ray, *Applied Photographic Optics*)."""


def nearest_from_sensor_mark(*, focal_mm: float, min_focus_from_mark_mm: float) -> float:
    """Least pupil-to-plane distance from a minimum focus distance printed for the sensor mark.

    u₀ = (D₀ + √(D₀² − 4·f·D₀))/2, the larger root of u + f·u/(u − f) = D₀.

    Parameters
    ----------
    focal_mm
        focal length, > 0.
    min_focus_from_mark_mm
        least distance from the sensor mark, > 0.

    Raises
    ------
    InputError
        ``not-a-thin-lens`` where D₀ < 4·f: no thin lens reaches that; the greatest magnification
        must be used instead.
    """
    f = positive(focal_mm, "focal_mm")
    d = positive(min_focus_from_mark_mm, "min_focus_from_mark_mm")
    if d < 4 * f:
        raise InputError(
            "not-a-thin-lens",
            f"A minimum focus distance of {d:g} mm is less than four focal lengths ({4 * f:g} mm); "
            "give the greatest magnification of the lens instead.",
            field="min_focus_from_mark_mm",
            value=d,
            allowed=f"at least {4 * f:g}",
        )
    return (d + math.sqrt(d * d - 4 * f * d)) / 2


def nearest_from_magnification(*, focal_mm: float, greatest_magnification: float) -> float:
    """Least pupil-to-plane distance u₀ = f·(1 + 1/m₀) from the greatest magnification m₀ > 0.

    Parameters
    ----------
    focal_mm
        focal length, > 0.
    greatest_magnification
        image ÷ object at the nearest focus, > 0.
    """
    positive(focal_mm, "focal_mm")
    return focal_mm * (1 + 1 / positive(greatest_magnification, "greatest_magnification"))


def nearest_focus(
    *,
    focal_mm: float,
    min_focus_from_mark_mm: float | None,
    greatest_magnification: float | None,
) -> float | None:
    """Least pupil-to-plane distance from whichever figure is known and usable.

    The printed distance is taken where D₀ ≥ 4·f, else the greatest magnification.

    Parameters
    ----------
    focal_mm
        focal length, > 0.
    min_focus_from_mark_mm
        least distance from the sensor mark, > 0; None where it is not printed.
    greatest_magnification
        image ÷ object at the nearest focus, > 0; None where it is not printed.

    Returns
    -------
    Distance in millimetres, or None where neither figure settles it.
    """
    if min_focus_from_mark_mm is not None and min_focus_from_mark_mm >= 4 * focal_mm:
        return nearest_from_sensor_mark(
            focal_mm=focal_mm, min_focus_from_mark_mm=min_focus_from_mark_mm
        )
    if greatest_magnification is not None:
        return nearest_from_magnification(
            focal_mm=focal_mm, greatest_magnification=greatest_magnification
        )
    return None


def circle_of_confusion(*, width_mm: float, height_mm: float) -> float:
    """Default circle of confusion c = √(w² + h²)/1500 for an active area, in millimetres.

    Parameters
    ----------
    width_mm
        of the active area, > 0.
    height_mm
        of the active area, > 0.
    """
    positive(width_mm, "width_mm")
    return math.hypot(width_mm, positive(height_mm, "height_mm")) / COC_PER_DIAGONAL


def critical_circle(*, width_mm: float, delivered_px: float) -> float:
    """Circle of confusion of two delivered pixels: 2·w/P, in millimetres on the sensor.

    Parameters
    ----------
    width_mm
        active width behind the delivered picture, > 0.
    delivered_px
        pixels across the delivered picture, > 0.
    """
    return 2 * positive(width_mm, "width_mm") / positive(delivered_px, "delivered_px")


WAVELENGTH_MM = 0.55e-3
"""Green light, to which the eye is most sensitive."""


def airy_disc(*, effective_f_number: float) -> float:
    """Diameter of the Airy disc in the picture: 2.44·λ·N(1 + m), in millimetres.

    Reference: Hecht, *Optics*, ch. 10 (Fraunhofer diffraction, circular aperture).

    Parameters
    ----------
    effective_f_number
        f-number with the lengthening at close range, > 0.
    """
    return 2.44 * WAVELENGTH_MM * positive(effective_f_number, "effective_f_number")


def background_blur(
    *, focal_mm: float, f_number: float, pupil_to_focus_mm: float, distance_mm: float
) -> float:
    """Diameter on the sensor of the blur of a point at another distance, in millimetres.

    (f²/N)·|d − u|/(d·(u − f)).

    Reference: Ray, *Applied Photographic Optics*, chapter on depth of field.

    Parameters
    ----------
    focal_mm
        focal length, > 0.
    f_number
        as set, > 0.
    pupil_to_focus_mm
        entrance pupil to the plane of focus, greater than the focal length.
    distance_mm
        entrance pupil to the point, > 0.
    """
    image_distance(focal_mm=focal_mm, pupil_to_focus_mm=pupil_to_focus_mm)
    d = positive(distance_mm, "distance_mm")
    aperture = focal_mm * focal_mm / positive(f_number, "f_number")
    return aperture * abs(d - pupil_to_focus_mm) / (d * (pupil_to_focus_mm - focal_mm))


@dataclass(frozen=True, slots=True)
class SharpRange:
    """Distances from the entrance pupil between which the picture is sharp; far None = infinite."""

    near_mm: float
    far_mm: float | None


def sharp_range(
    *, focal_mm: float, f_number: float, circle_of_confusion_mm: float, pupil_to_focus_mm: float
) -> SharpRange:
    """Near and far limit: u·f²/(f² ± N·c·(u − f)).

    Parameters
    ----------
    focal_mm
        focal length, > 0.
    f_number
        as set, > 0.
    circle_of_confusion_mm
        blur taken as sharp, > 0.
    pupil_to_focus_mm
        entrance pupil to the plane of focus, greater than the focal length.

    Returns
    -------
    Limits in millimetres from the entrance pupil; the far one None where f² ≤ N·c·(u − f).

    Raises
    ------
    InputError
        As `image_distance`, and ``out-of-range`` for N or c not positive.
    """
    image_distance(focal_mm=focal_mm, pupil_to_focus_mm=pupil_to_focus_mm)
    spread = (
        positive(f_number, "f_number")
        * positive(circle_of_confusion_mm, "circle_of_confusion_mm")
        * (pupil_to_focus_mm - focal_mm)
    )
    square = focal_mm * focal_mm
    near = pupil_to_focus_mm * square / (square + spread)
    far = pupil_to_focus_mm * square / (square - spread) if square > spread else None
    return SharpRange(near_mm=near, far_mm=far)


def shared_focus_distance(*, near_mm: float, far_mm: float) -> float:
    """Distance to focus at so that two planes are equally sharp: u = 2ab/(a + b).

    Parameters
    ----------
    near_mm, far_mm
        the two distances from the entrance pupil, > 0, in either order.
    """
    a = positive(near_mm, "near_mm")
    b = positive(far_mm, "far_mm")
    return 2 * a * b / (a + b)


def f_number_holding(
    *, focal_mm: float, circle_of_confusion_mm: float, near_mm: float, far_mm: float
) -> float | None:
    """Least f-number that keeps two distances sharp at once, focused at `shared_focus_distance`.

    N = f²·(b − a)/(c·(2ab − f·(a + b))) for a < b.

    Parameters
    ----------
    focal_mm
        focal length, > 0.
    circle_of_confusion_mm
        blur taken as sharp, > 0.
    near_mm
        entrance pupil to the nearest place, > 0.
    far_mm
        entrance pupil to the farthest, at least ``near_mm``.

    Returns
    -------
    The f-number, 0 where both distances are the same; None where a plane lies within the focal
    length, so that no f-number holds both.

    Reference: Ray, *Applied Photographic Optics*, chapter on depth of field; from the near and far
    limits with u = 2ab/(a + b).
    """
    f = positive(focal_mm, "focal_mm")
    c = positive(circle_of_confusion_mm, "circle_of_confusion_mm")
    a, b = sorted((positive(near_mm, "near_mm"), positive(far_mm, "far_mm")))
    room = 2 * a * b - f * (a + b)
    return f * f * (b - a) / (c * room) if room > 0 else None
