"""The zoom setting, height and f-number of a camera: as chosen, or chosen here and noted as such."""

from __future__ import annotations

import math
from dataclasses import dataclass

from steeple.core.optics.focus import circle_of_confusion, critical_circle, f_number_holding
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.inputs.camera import USUAL_F_NUMBER, GivenCamera
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.framing import HIGHEST_MM, Framing, framing_of, given_distance
from steeple.core.study.lens.heights import (
    ARM_REACH_MM,
    HeightRange,
    height_range,
    nearest_focus_of,
)

MARKED_STOPS = (
    1.0, 1.1, 1.2, 1.4, 1.6, 1.8, 2.0, 2.2, 2.5, 2.8, 3.2, 3.5, 4.0, 4.5, 5.0, 5.6, 6.3, 7.1, 8.0,
    9.0, 10.0, 11.0, 13.0, 14.0, 16.0, 18.0, 20.0, 22.0, 25.0, 29.0, 32.0,
)  # fmt: skip
"""F-numbers as marked on lenses, in thirds of a stop (ISO 517)."""
SMALLEST_ASSUMED = 16.0
COMPARED = 14
"""Zoom settings that are compared when Steeple chooses zoom and height together."""


@dataclass(frozen=True, slots=True)
class Settings:
    """How a camera hangs and is set. ``focal_mm`` and ``f_number`` are None for a fixed view.

    ``value_mm`` is the height above the table, or the distance of a camera that looks level;
    ``d_mm`` the distance from the middle of the zone along the axis.
    """

    value_mm: float
    d_mm: float
    focal_mm: float | None
    f_number: float | None
    coc_mm: float | None
    usual_coc_mm: float | None
    critical_coc_mm: float | None
    heights: HeightRange


def zoom_settings(lens: Lens, most: int = 120) -> tuple[float, ...]:
    """Settings tried when Steeple chooses: both ends and whole millimetres between, in even steps
    so that there are about ``most`` of them."""
    whole = range(math.ceil(lens.focal_min_mm), math.floor(lens.focal_max_mm) + 1)
    step = max(1, math.ceil(len(whole) / most))
    return tuple(sorted({lens.focal_min_mm, lens.focal_max_mm, *map(float, whole[::step])}))


def settle(camera: GivenCamera, work: GivenWork, assumptions: Assumptions) -> Settings:
    """Zoom, height and f-number of a camera, noting what was chosen here."""
    distance = given_distance(camera, work)
    focal = _zoom(camera, work, distance, assumptions)
    framing = framing_of(camera, work, focal)
    heights = height_range(framing, focal)
    if distance is None:
        value = min(heights.suggested_mm, HIGHEST_MM)
        distance = framing.d_of(value)
        assumptions.note(
            f"{camera.at}/position/z_mm",
            "the least height that works, to the next half centimetre"
            if heights.works
            else "no height meets every demand at this zoom; this one meets those from below",
            quantity=mm(framing.position(distance).z),
        )
    f_number, usual, critical = None, None, None
    if camera.area_mm is not None and focal is not None:
        area = camera.area_mm
        usual = circle_of_confusion(width_mm=area.width, height_mm=area.height)
        critical = critical_circle(width_mm=area.width, delivered_px=work.delivery_px.width)
        needed = None
        if distance + framing.nearest > 0:
            needed = f_number_holding(
                focal_mm=camera.true_focal_mm(focal),
                circle_of_confusion_mm=critical if camera.critical else usual,
                near_mm=distance + framing.nearest,
                far_mm=distance + framing.farthest,
            )
        f_number = _f_number(camera, focal, needed, assumptions)
    return Settings(
        value_mm=framing.value_of(distance),
        d_mm=distance,
        focal_mm=focal,
        f_number=f_number,
        coc_mm=critical if camera.critical else usual,
        usual_coc_mm=usual,
        critical_coc_mm=critical,
        heights=heights,
    )


def _zoom(
    camera: GivenCamera, work: GivenWork, distance: float | None, assumptions: Assumptions
) -> float | None:
    lens = camera.lens
    if camera.fixed_view is not None or lens is None:
        return None
    if camera.part.focal_mm is not None:
        return camera.part.focal_mm
    if lens.focal_min_mm == lens.focal_max_mm:
        why, focal = "the lens has this one focal length", lens.focal_min_mm
    elif distance is not None:
        why = "the longest zoom at which the zone fits from this height, or the shortest there is"
        fitting = longest_fitting(camera, work, lens, distance)
        focal = lens.focal_min_mm if fitting is None else fitting
    else:
        why = "puts the lens nearest to the middle of the heights that work"
        focal = _comfortable(camera, work, lens)
    assumptions.note(f"{camera.at}/focal_mm", why, quantity=Quantity(value=focal, unit="mm_exact"))
    return focal


def longest_fitting(camera: GivenCamera, work: GivenWork, lens: Lens, d_mm: float) -> float | None:
    """The longest zoom setting at which the zone fits from a distance and the lens focuses there;
    None where no setting does."""
    for focal in reversed(zoom_settings(lens)):
        framing = framing_of(camera, work, focal)
        if d_mm < framing.lowest:
            continue
        nearest = nearest_focus_of(camera, focal)
        if nearest is not None and framing.focus_distance(d_mm) < nearest:
            continue
        if framing.least_spare(d_mm) >= work.margin_mm:
            return focal
    return None


def _comfortable(camera: GivenCamera, work: GivenWork, lens: Lens) -> float:
    """The setting whose suggested height lies nearest the middle between hands and ceiling.

    Settings at which no height meets every demand come last, those with the fewest unmet first.
    """
    ranges = [
        (focal, height_range(framing_of(camera, work, focal), focal))
        for focal in zoom_settings(lens, COMPARED)
    ]

    def rank(entry: tuple[float, HeightRange]) -> tuple[bool, int, float]:
        _focal, heights = entry
        low = max(heights.at("hands") or 0.0, heights.at("focus") or 0.0)
        high = max(low, min(heights.at("ceiling") or ARM_REACH_MM, ARM_REACH_MM))
        height = heights.suggested_mm
        return (not heights.works, len(heights.never), abs(height - (low + high) / 2))

    return min(ranges, key=rank)[0]


def framing_at(camera: GivenCamera, work: GivenWork, settings: Settings) -> Framing:
    """The framing of a camera as it is set."""
    return framing_of(camera, work, settings.focal_mm)


def _f_number(
    camera: GivenCamera, focal_mm: float, needed: float | None, assumptions: Assumptions
) -> float:
    """As chosen, or the usual one, closed further where the depth of the work needs it."""
    if camera.part.f_number is not None:
        return camera.part.f_number
    widest = widest_f_number(camera.lens, focal_mm) if camera.lens else USUAL_F_NUMBER
    f_number, why = max(USUAL_F_NUMBER, widest), "usual for work on a table"
    marked = None if needed is None else next_stop(needed)
    if marked is not None and f_number < marked <= SMALLEST_ASSUMED:
        f_number, why = marked, "holds the whole work sharp"
    assumptions.note(
        f"{camera.at}/f_number", why, quantity=Quantity(value=f_number, unit="f_number")
    )
    return f_number


def next_stop(f_number: float) -> float | None:
    """The f-number marked on lenses, in thirds of a stop, at or above one; None beyond the last."""
    return next((stop for stop in MARKED_STOPS if stop >= f_number - 1e-9), None)


def widest_f_number(lens: Lens, focal_mm: float) -> float:
    """Widest f-number at a zoom setting, taken as linear between the two ends (estimate)."""
    span = lens.focal_max_mm - lens.focal_min_mm
    share = (focal_mm - lens.focal_min_mm) / span if span else 0.0
    share = min(1.0, max(0.0, share))
    return lens.f_number_wide + share * (lens.f_number_long - lens.f_number_wide)
