"""Which heights of the lens work at a zoom setting, and what bounds them on either end."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from steeple.core.optics.focus import nearest_focus
from steeple.core.optics.frame import PIXELS_PER_LINE, Extent
from steeple.core.optics.overhead import Overhead
from steeple.core.study.given import GivenCamera, GivenWork
from steeple.core.study.result import Band

BoundCode = Literal["zone", "focus", "hands", "ceiling", "detail"]
TAPE_STEP_MM = 5.0
"""Heights that Steeple chooses itself are rounded to this, which any tape shows."""
ARM_REACH_MM = 1_300.0
"""Height over the table up to which one still reaches the camera; only used to choose a height."""


@dataclass(frozen=True, slots=True)
class Bound:
    """One limit of the lens height: at least (floor) or at most (cap) ``height_mm``."""

    code: BoundCode
    height_mm: float


@dataclass(frozen=True, slots=True)
class HeightRange:
    """Heights that work at one zoom setting.

    ``never`` lists demands that no height meets at this zoom. ``greatest`` is None when nothing
    bounds the height above.
    """

    floors: tuple[Bound, ...]
    caps: tuple[Bound, ...]
    never: tuple[BoundCode, ...]

    @property
    def least(self) -> Bound:
        return max(self.floors, key=lambda bound: bound.height_mm)

    @property
    def greatest(self) -> Bound | None:
        return min(self.caps, key=lambda bound: bound.height_mm) if self.caps else None

    @property
    def works(self) -> bool:
        """Whether any height meets every demand."""
        greatest = self.greatest
        return not self.never and (greatest is None or self.least.height_mm <= greatest.height_mm)

    def at(self, code: BoundCode) -> float | None:
        """The height of one bound, or None where it does not bind or is never met."""
        return next(
            (bound.height_mm for bound in self.floors + self.caps if bound.code == code), None
        )

    @property
    def suggested_mm(self) -> float:
        """The least height that works, raised to the next step of a tape where that still works."""
        raised = math.ceil(self.least.height_mm / TAPE_STEP_MM - 1e-9) * TAPE_STEP_MM
        greatest = self.greatest
        if greatest is not None and raised > greatest.height_mm >= self.least.height_mm:
            return self.least.height_mm
        return raised


def nearest_focus_of(camera: GivenCamera, focal_mm: float | None) -> float | None:
    """Least pupil-to-plane distance of a camera at a zoom setting; None where not known."""
    if camera.fixed_view is not None or camera.lens is None or focal_mm is None:
        return camera.body.min_focus_mm
    return nearest_focus(
        focal_mm=focal_mm,
        min_focus_from_mark_mm=camera.lens.min_focus_from_mark_mm,
        greatest_magnification=camera.lens.greatest_magnification,
    )


def overhead_of(camera: GivenCamera, work: GivenWork, focal_mm: float | None) -> Overhead:
    """The straight-down view of a camera over the work at a zoom setting."""
    return Overhead(
        view=camera.view(focal_mm),
        top_mm=work.top_mm,
        focus_height_mm=camera.part.focus_height_mm,
    )


def wanted_extent(camera: GivenCamera, work: GivenWork) -> Extent:
    """What the picture must show at the top of the work, in the picture's own width and height.

    The zone with its margin on every side, and as much again as the lens stands off its centre.
    """
    x = camera.part.position.x_mm or 0.0
    y = camera.part.position.y_mm or 0.0
    return camera.on_table(
        Extent(
            width=work.zone.width_mm + 2 * (work.margin_mm + abs(x)),
            height=work.zone.depth_mm + 2 * (work.margin_mm + abs(y)),
        )
    )


def height_range(camera: GivenCamera, work: GivenWork, focal_mm: float | None) -> HeightRange:
    """Every bound of the lens height at a zoom setting."""
    overhead = overhead_of(camera, work, focal_mm)
    floors: list[Bound] = []
    caps: list[Bound] = []
    never: list[BoundCode] = []

    def floor(code: BoundCode, height: float | None) -> None:
        if height is None:
            never.append(code)
        else:
            floors.append(Bound(code, height))

    floor(
        "zone",
        overhead.least_height_covering(plane_mm=work.top_mm, wanted_mm=wanted_extent(camera, work)),
    )
    nearest = nearest_focus_of(camera, focal_mm)
    if nearest is not None:
        floor("focus", overhead.least_height_focusing(nearest))
    floor(
        "hands",
        overhead.height_with_mark_at(work.top_mm + work.hand_room_mm + camera.rim_from_mark_mm),
    )
    if work.ceiling_mm is not None:
        highest = overhead.height_with_mark_at(work.ceiling_mm - camera.back_mm)
        if highest is not None:
            caps.append(Bound("ceiling", highest))
    widest = work.delivery_px.width * work.detail_mm / PIXELS_PER_LINE
    detail = overhead.greatest_height_with_width(plane_mm=0.0, width_mm=widest)
    if detail is None:
        never.append("detail")
    else:
        caps.append(Bound("detail", detail))
    if not floors:
        floors.append(Bound("zone", overhead.lowest_mm))
    return HeightRange(floors=tuple(floors), caps=tuple(caps), never=tuple(never))


def bands_of(heights: HeightRange) -> tuple[Band, ...]:
    """The range drawn as bands for the plumb: what is wrong where, and where all is well."""
    words: dict[BoundCode, str] = {
        "zone": "zone cut off",
        "focus": "no focus",
        "hands": "no hand room",
        "ceiling": "ceiling",
        "detail": "detail lost",
    }
    bands = [
        Band(code=b.code, words=words[b.code], good=False, from_mm=0.0, to_mm=b.height_mm)
        for b in heights.floors
    ]
    bands += [
        Band(code=b.code, words=words[b.code], good=False, from_mm=b.height_mm, to_mm=None)
        for b in heights.caps
    ]
    if heights.works:
        greatest = heights.greatest
        bands.append(
            Band(
                code="works",
                words="all fits",
                good=True,
                from_mm=heights.least.height_mm,
                to_mm=None if greatest is None else greatest.height_mm,
            )
        )
    return tuple(bands)
