"""The thin lens at close range: image distance, magnification, coverage, distances.

All distances are in millimetres, measured along the axis. ``pupil_to_focus_mm`` (u) runs from the
entrance pupil to the focused plane. No far-subject shortcut is used anywhere.

Reference: Hecht, *Optics*, ch. 5 (thin lenses, conjugate points); Ray, *Applied Photographic
Optics*, chapters on image formation and on close-range photography.
"""

from __future__ import annotations

from steeple.core.errors import InputError
from steeple.core.units import positive


def image_distance(*, focal_mm: float, pupil_to_focus_mm: float) -> float:
    """Image distance v = f·u/(u − f).

    Parameters
    ----------
    focal_mm
        focal length f, > 0.
    pupil_to_focus_mm
        distance u, > f.

    Returns
    -------
    v in millimetres, > f.

    Raises
    ------
    InputError
        ``out-of-range`` for a length that is not positive, ``no-real-image`` where u ≤ f.

    Notes
    -----
    Grows without bound as u approaches f from above.
    """
    positive(focal_mm, "focal_mm")
    positive(pupil_to_focus_mm, "pupil_to_focus_mm")
    if pupil_to_focus_mm <= focal_mm:
        raise InputError(
            "no-real-image",
            f"A lens of {focal_mm:g} mm forms no picture of a plane {pupil_to_focus_mm:g} mm away; "
            f"the distance must be greater than {focal_mm:g} mm.",
            field="pupil_to_focus_mm",
            value=pupil_to_focus_mm,
            allowed=f"greater than {focal_mm:g}",
        )
    return focal_mm * pupil_to_focus_mm / (pupil_to_focus_mm - focal_mm)


def magnification(*, focal_mm: float, pupil_to_focus_mm: float) -> float:
    """Magnification m = f/(u − f) = v/u, without unit. Range and errors as `image_distance`.

    Parameters
    ----------
    focal_mm
        focal length, > 0.
    pupil_to_focus_mm
        entrance pupil to the plane of focus, greater than the focal length.
    """
    v = image_distance(focal_mm=focal_mm, pupil_to_focus_mm=pupil_to_focus_mm)
    return v / pupil_to_focus_mm


def coverage(*, extent_mm: float, image_distance_mm: float, plane_distance_mm: float) -> float:
    """Length covered on a plane square to the axis: extent · u′ / v.

    Parameters
    ----------
    extent_mm
        width or height of the active sensor area, > 0.
    image_distance_mm
        v as focused, > 0.
    plane_distance_mm
        entrance pupil to the plane u′, > 0; need not be the focused plane.

    Returns
    -------
    Covered length in millimetres. On the focused plane this equals extent / magnification.
    """
    positive(extent_mm, "extent_mm")
    positive(image_distance_mm, "image_distance_mm")
    return extent_mm * positive(plane_distance_mm, "plane_distance_mm") / image_distance_mm


def sensor_mark_to_subject(*, focal_mm: float, pupil_to_focus_mm: float) -> float:
    """Distance D = u + v from the sensor mark to the focused plane, in millimetres.

    Parameters
    ----------
    focal_mm
        focal length, > 0.
    pupil_to_focus_mm
        entrance pupil to the plane of focus, greater than the focal length.

    Notes
    -----
    A thin lens has its principal planes in one place; a thick lens adds their separation, which
    makers of lenses do not print. Errors as `image_distance`.
    """
    return pupil_to_focus_mm + image_distance(
        focal_mm=focal_mm, pupil_to_focus_mm=pupil_to_focus_mm
    )


def effective_f_number(*, f_number: float, magnification_ratio: float) -> float:
    """Effective f-number N·(1 + m): what the exposure and the blur at close range go by.

    Reference: Jacobson, *The Manual of Photography*, chapter on close-up exposure.

    Parameters
    ----------
    f_number
        as set, > 0.
    magnification_ratio
        image ÷ object, ≥ 0.
    """
    positive(f_number, "f_number")
    return f_number * (1 + positive(magnification_ratio, "magnification_ratio"))
