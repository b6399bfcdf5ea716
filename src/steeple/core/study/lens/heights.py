"""Which heights of the lens work at a zoom setting, and what bounds them on either end.

A camera that looks level rather than down is placed by its distance from the work; all that is said
here of heights then holds for distances (see `Framing.measure`).
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from steeple.core.budget import look
from steeple.core.optics.focus import nearest_focus
from steeple.core.optics.frame import PIXELS_PER_LINE
from steeple.core.optics.sliding import FOCUSED, HAND, HEAD, OVERHEAD, SCALE, SPARE, WALL
from steeple.core.study.base.result import Result
from steeple.core.study.inputs.camera import CAMERA_HALF_MM, GivenCamera
from steeple.core.study.inputs.support import screw_limits
from steeple.core.study.lens.framing import HIGHEST_MM, Framing

_ROUNDS = 6
BoundCode = Literal[
    "zone", "focus", "hands", "stand-low", "ceiling", "wall", "detail", "head", "stand", "depth"
]  # fmt: skip
TAPE_STEP_MM = 5.0
"""Heights that Steeple chooses itself are rounded to this, which any tape shows."""
ARM_REACH_MM = 1_300.0
"""Height over the table up to which one still reaches the camera; only used to choose a height."""
HEAD_STEP_MM, HEAD_STEP_SHARE = 40.0, 0.08
"""How far apart the distances lie at which the head is looked for in the picture: all the way up to the
ceiling, or as far as a camera hangs."""
HAIR_MM = 3.0
"""A head is taken as a ball; of one that reaches no farther into a corner nothing is seen."""
TIGHT_MM = 50.0
"""Free room under the ceiling below which a camera hangs tightly."""
HEAD_ROOM_MM = 60.0
"""Free room between a head and the camera below which they meet; our own planning value."""


@dataclass(frozen=True, slots=True)
class Bound:
    """One limit of the lens height: at least (floor) or at most (cap) ``height_mm``."""

    code: BoundCode
    height_mm: float


@dataclass(frozen=True, slots=True)
class HeightRange:
    """Heights that work at one zoom setting.

    ``never`` lists demands that no height meets at this zoom. ``greatest`` is None when nothing
    bounds the height above. ``head`` is the stretch in which the maker's head is where the camera
    would be; None where the camera passes beside it.
    """

    floors: tuple[Bound, ...]
    caps: tuple[Bound, ...]
    never: tuple[BoundCode, ...]
    head: tuple[float, float] | None = None
    tight_mm: float | None = None
    """From here up the camera hangs tightly under the ceiling; None where it is not known."""

    @property
    def least(self) -> Bound:
        """The floor that binds: the highest of them."""
        return max(self.floors, key=lambda bound: bound.height_mm)

    @property
    def greatest(self) -> Bound | None:
        """The cap that binds: the lowest of them; None where nothing bounds it."""
        return min(self.caps, key=lambda bound: bound.height_mm) if self.caps else None

    @property
    def stretches(self) -> tuple[tuple[float, float], ...]:
        """The stretches of height that meet every demand; infinite where nothing bounds them."""
        if self.never:
            return ()
        low = self.least.height_mm
        high = self.greatest.height_mm if self.greatest else math.inf
        if low > high:
            return ()
        if self.head is None or self.head[1] <= low or self.head[0] >= high:
            return ((low, high),)
        parts = []
        if low < self.head[0]:
            parts.append((low, self.head[0]))
        if self.head[1] < high:
            parts.append((self.head[1], high))
        return tuple(parts)

    @property
    def works(self) -> bool:
        """Whether any height meets every demand."""
        return bool(self.stretches)

    def at(self, code: BoundCode) -> float | None:
        """The height of one bound, or None where it does not bind or is never met."""
        return next(
            (bound.height_mm for bound in self.floors + self.caps if bound.code == code), None
        )

    @property
    def suggested_mm(self) -> float:
        """The least height that works, raised to the next step of a tape where that still works;
        where none works, the least that meets the demands from below."""
        stretches = self.stretches
        low, high = stretches[0] if stretches else (self.least.height_mm, math.inf)
        raised = math.ceil(low / TAPE_STEP_MM - 1e-9) * TAPE_STEP_MM
        return raised if raised <= high else low


def nearest_focus_of(camera: GivenCamera, focal_mm: float | None) -> float | None:
    """Least pupil-to-plane distance of a camera at a zoom setting; None where not known."""
    if camera.fixed_view is not None or camera.lens is None or focal_mm is None:
        return camera.body.min_focus_mm
    return nearest_focus(
        focal_mm=camera.true_focal_mm(focal_mm),
        min_focus_from_mark_mm=camera.lens.min_focus_from_mark_mm,
        greatest_magnification=camera.lens.greatest_magnification,
    )


@dataclass(frozen=True, slots=True)
class FreeBounds:
    """The bounds of the lens height that stand whatever holds the camera: as `HeightRange` has them."""

    floors: tuple[Bound, ...]
    caps: tuple[Bound, ...]
    never: tuple[BoundCode, ...]
    head: tuple[float, float] | None
    tight_mm: float | None


def height_range(
    framing: Framing, focal_mm: float | None, *, free: FreeBounds | None = None
) -> HeightRange:
    """Every bound of the lens height at a zoom setting.

    Parameters
    ----------
    framing, focal_mm
        the camera over the work; the zoom setting, None for a fixed view.
    free
        `free_bounds` of the same two, where they are known; None works them out.
    """
    free = free_bounds(framing, focal_mm) if free is None else free
    floors, caps = list(free.floors), list(free.caps)
    part = framing.camera.part
    if framing.measure == "height":
        if part.stand_lowest_mm is not None:
            floors.append(Bound("stand-low", part.stand_lowest_mm))
        if part.stand_highest_mm is not None:
            caps.append(Bound("stand", part.stand_highest_mm))
        _stand(framing, floors, caps)
    if not floors:
        floors.append(Bound("zone", framing.value_of(framing.lowest)))
    return HeightRange(
        floors=tuple(floors),
        caps=tuple(caps),
        never=free.never,
        head=free.head,
        tight_mm=free.tight_mm,
    )


def free_bounds(framing: Framing, focal_mm: float | None) -> FreeBounds:
    """The bounds of the lens height at a zoom setting that do not hang on what holds the camera.

    Parameters
    ----------
    framing, focal_mm
        the camera over the work; the zoom setting, None for a fixed view.
    """
    work = framing.work
    floors: list[Bound] = []
    caps: list[Bound] = []
    never: list[BoundCode] = []

    def floor(code: BoundCode, d: float | None) -> None:
        if d is None:
            never.append(code)
        else:
            floors.append(Bound(code, framing.value_of(d)))

    def cap(code: BoundCode, d: float | None) -> None:
        if d is not None:
            caps.append(Bound(code, framing.value_of(d)))

    look()
    floor("zone", framing.reached(SPARE, work.margin_mm))
    nearest = nearest_focus_of(framing.camera, focal_mm)
    if nearest is not None:
        floor("focus", framing.reached(FOCUSED, nearest))
    floor("hands", framing.reached(HAND, work.hand_room_mm, floor=_life_size(framing)))
    _cap_all(framing, cap, never)
    return FreeBounds(
        floors=tuple(floors),
        caps=tuple(caps),
        never=tuple(never),
        head=_head_stretch(framing),
        tight_mm=_tight(framing),
    )


def _tight(framing: Framing) -> float | None:
    """From which height on less room is left under the ceiling than a camera wants."""
    low = _life_size(framing)
    if framing.overhead_room(low) is None:
        return None
    d = framing.reached(OVERHEAD, TIGHT_MM, falls=True, floor=low)
    return None if d is None else framing.value_of(d)


def _stand(framing: Framing, floors: list[Bound], caps: list[Bound]) -> None:
    """How low and how high the support of the plan holds it, where no figure was typed for that."""
    part, work = framing.camera.part, framing.work
    support = framing.camera.limits
    if support is None:
        return
    low, high = screw_limits(support, work, framing.base.x, framing.base.y)
    least = _life_size(framing)

    def at(screw_mm: float) -> float:
        # The mark moves far less than the lens, so that putting the lens where its screw would be
        # right converges at once: each round is off by the square of the magnification.
        d = least
        for _ in range(_ROUNDS):
            off = screw_mm - framing.screw(d).z
            before, d = d, max(least, d + off / -framing.pose.axis.z)
            if abs(d - before) < 1e-9:
                break
        return framing.value_of(d)

    lowest = None if low is None or part.stand_lowest_mm is not None else at(low)
    highest = None if high is None or part.stand_highest_mm is not None else at(high)
    if lowest is not None:
        floors.append(Bound("stand-low", lowest))
    if highest is not None:
        caps.append(Bound("stand", highest))


def _life_size(framing: Framing) -> float:
    """The distance at which the magnification is 1. Nearer than that the sensor mark rises again
    as the lens comes closer, so that what depends on it is sought from here on."""
    least = framing.view.least_distance_mm
    if not least:
        return framing.lowest
    depth = framing.nearest if framing.focus is None else framing.focus
    return max(framing.lowest, 2 * least - depth)


def _cap_all(
    framing: Framing, cap: Callable[[BoundCode, float | None], None], never: list[BoundCode]
) -> None:
    """Everything that bounds the distance from above."""
    low, life_size = framing.lowest, _life_size(framing)
    if framing.overhead_room(low) is not None:
        cap("ceiling", framing.reached(OVERHEAD, 0.0, falls=True, floor=life_size))
    if framing.wall_room(low) is not None:
        cap("wall", framing.reached(WALL, CAMERA_HALF_MM, falls=True, floor=life_size))
    if framing.detail_px(low) < PIXELS_PER_LINE:
        never.append("detail")
    else:
        px_per_share = framing.work.delivery_px.width * framing.work.detail_mm
        cap("detail", framing.reached(SCALE, PIXELS_PER_LINE / px_per_share, falls=True))
    clear, head = _head(framing)
    if not clear:
        never.append("head")
    else:
        cap("head", head)


def _head(framing: Framing) -> tuple[bool, float | None]:
    """Whether any distance keeps the head out of the picture, and the greatest that does."""
    if not framing.camera.keeps_head_out:
        return True, None
    d, highest = max(framing.lowest, 30.0), HIGHEST_MM
    room = framing.overhead_room(d)
    if room is not None:
        highest = min(highest, d + max(0.0, room) + HEAD_STEP_MM)
    before, seen_then = framing.last_without_head(
        within_mm=HAIR_MM, highest_mm=highest, step_mm=HEAD_STEP_MM, share=HEAD_STEP_SHARE
    )
    if not seen_then:
        return before is not None, None
    return True, framing.reached(HEAD, -HAIR_MM, falls=True, floor=before)


def _head_stretch(framing: Framing) -> tuple[float, float] | None:
    """Between which heights the camera would be where a head is."""
    axis, camera = framing.pose.axis, framing.camera
    if not camera.sees_maker:
        return None
    stretches = []
    for x, y, z, radius in framing.work.maker.heads.tolist():
        off = (x - framing.base.x, y - framing.base.y, z - framing.base.z)
        along = off[0] * axis.x + off[1] * axis.y + off[2] * axis.z
        aside = math.sqrt(max(0.0, off[0] ** 2 + off[1] ** 2 + off[2] ** 2 - along * along))
        reach = radius + CAMERA_HALF_MM + HEAD_ROOM_MM
        if aside >= reach:
            continue
        half = math.sqrt(reach * reach - aside * aside)
        v = framing.mark_behind(max(framing.lowest, -along))
        ahead = camera.rim_from_mark_mm - v
        stretches.append((-along - v - camera.back_mm - half, -along + ahead + half))
    if not stretches:
        return None
    low, high = min(one[0] for one in stretches), max(one[1] for one in stretches)
    low = max(low, framing.lowest)
    if high <= low:
        return None
    return framing.value_of(low), framing.value_of(high)


BAND_WORDS: dict[BoundCode, str] = {
    "zone": "zone cut off",
    "focus": "no focus",
    "hands": "no hand room",
    "stand-low": "stand ends",
    "ceiling": "ceiling",
    "wall": "wall",
    "detail": "detail lost",
    "head": "head in frame",
    "stand": "stand ends",
    "depth": "not sharp throughout",
}


def bands_of(heights: HeightRange) -> tuple[Band, ...]:
    """The range drawn as bands for the plumb: what is wrong where, and where all is well."""
    bands = [
        Band(code=b.code, words=BAND_WORDS[b.code], good=False, from_mm=0.0, to_mm=b.height_mm)
        for b in heights.floors
    ]
    bands += [
        Band(code=b.code, words=BAND_WORDS[b.code], good=False, from_mm=b.height_mm, to_mm=None)
        for b in heights.caps
    ]
    if heights.head is not None:
        low, high = heights.head
        bands.append(Band(code="head-room", words="your head", good=False, from_mm=low, to_mm=high))
    for low, high in heights.stretches:
        well = high if heights.tight_mm is None else min(high, max(low, heights.tight_mm))
        if well > low:
            to = None if math.isinf(well) else well
            bands.append(Band(code="works", words="all fits", good=True, from_mm=low, to_mm=to))
    if heights.tight_mm is not None:
        words = "tight under the ceiling"
        bands.append(
            Band(code="tight", words=words, good=False, from_mm=heights.tight_mm, to_mm=None)
        )
    return tuple(bands)


class Band(Result):
    """A stretch of heights of the lens, with what it means there. ``to_mm`` None = upwards."""

    code: str
    words: str
    good: bool
    from_mm: float
    to_mm: float | None
