"""The best zoom, height, way round and aperture of a camera for the zone, or what stands against it.

Every candidate is an exact framing with all its bounds (`study.heights`); nothing is decided by a
rule of thumb. Where several work, the one is taken whose lens hangs nearest to the middle between
hands and ceiling, within reach: it keeps the most room for everything that was not measured.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from types import MappingProxyType

from steeple.core.budget import look
from steeple.core.errors import InputError
from steeple.core.optics.focus import circle_of_confusion, critical_circle, f_number_holding
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Position
from steeple.core.plan.values import FARTHEST_MM
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.cache import StudyCache
from steeple.core.study.inputs.camera import USUAL_F_NUMBER, GivenCamera, given_camera
from steeple.core.study.inputs.support import SupportLimits, limits_of
from steeple.core.study.inputs.work import GivenWork, given_work
from steeple.core.study.lens.framing import HIGHEST_MM, Framing, framing_of
from steeple.core.study.lens.heights import (
    ARM_REACH_MM,
    TAPE_STEP_MM,
    BoundCode,
    FreeBounds,
    HeightRange,
    free_bounds,
    height_range,
)
from steeple.core.study.lens.settings import MARKED_STOPS, next_stop, widest_f_number, zoom_settings
from steeple.core.study.plan_study import CameraStudy

ZOOMS = 20
Stretch = tuple[float, float]
Setting = tuple[int, float | None, float | None, float | None]
"""Roll, place x and y, and zoom setting."""


@dataclass(frozen=True, slots=True)
class Known:
    """What is known of one camera over one work: bounds whatever holds it, and framing and bounds with
    what a support allows."""

    free: dict[Setting, FreeBounds] = field(default_factory=dict)
    held: dict[tuple[Setting, SupportLimits | None], tuple[Framing, HeightRange]] = field(
        default_factory=dict
    )

    def of(
        self, camera: GivenCamera, work: GivenWork, focal_mm: float | None
    ) -> tuple[Framing, HeightRange]:
        """Framing and bounds of the camera at a zoom setting."""
        place = camera.part.position
        setting = (camera.roll_deg, place.x_mm, place.y_mm, focal_mm)
        found = self.held.get((setting, camera.limits))
        if found is None:
            framing = framing_of(camera, work, focal_mm)
            if setting not in self.free:
                self.free[setting] = free_bounds(framing, focal_mm)
            found = framing, height_range(framing, focal_mm, free=self.free[setting])
            self.held[setting, camera.limits] = found
        return found


@dataclass(frozen=True, slots=True)
class Candidate:
    """One way of setting a camera. ``unmet`` names the demands that it does not meet; with none,
    it works. ``value_mm`` is the height, or the distance of a camera that looks level."""

    camera: GivenCamera
    framing: Framing
    focal_mm: float | None
    value_mm: float
    f_number: float | None
    heights: HeightRange
    unmet: tuple[BoundCode, ...]
    strain: float

    @property
    def works(self) -> bool:
        """Whether every demand is met."""
        return not self.unmet

    @property
    def weight(self) -> int:
        """What stands against it, by `WEIGHTS`; 0 where it works."""
        return sum(WEIGHTS[code] for code in self.unmet)

    @property
    def lost_mm(self) -> float:
        """How far the zone sticks out of the picture, or the head reaches in, where that is what is not met."""
        lost = 0.0
        if "zone" in self.unmet:
            lost += max(0.0, -self.framing.least_spare(self.d_mm))
        if "head" in self.unmet:
            lost += max(0.0, -self.framing.head_clearance(self.d_mm))
        return float(round(lost))

    @property
    def d_mm(self) -> float:
        """Distance from the middle of the zone along the axis."""
        return self.framing.d_of(self.value_mm)


def _unmet(heights: HeightRange, value: float) -> tuple[BoundCode, ...]:
    codes = list(heights.never)
    codes += [bound.code for bound in heights.floors if value < bound.height_mm - 1e-6]
    codes += [bound.code for bound in heights.caps if value > bound.height_mm + 1e-6]
    return tuple(dict.fromkeys(codes))


def _tape(low: float, high: float) -> float:
    """The first mark of a tape within a stretch, or its lower end."""
    raised = math.ceil(low / TAPE_STEP_MM - 1e-9) * TAPE_STEP_MM
    return raised if raised <= high else low


def _values(heights: HeightRange, within: Stretch | None) -> Iterable[float]:
    """Heights worth judging: the lower end of each stretch that works, or the least floor."""
    low, high = within or (0.0, HIGHEST_MM)
    stretches = [
        (max(a, low), min(b, high)) for a, b in heights.stretches if max(a, low) <= min(b, high)
    ]
    for a, b in stretches:
        yield _tape(a, b)
    if not stretches:
        yield min(max(heights.suggested_mm, low), high)
        if heights.greatest is not None:
            yield min(max(math.floor(heights.greatest.height_mm), low), high)


SMALLEST_STOP = MARKED_STOPS[-1]
WEIGHTS: Mapping[BoundCode, int] = MappingProxyType(
    {"focus": 9, "ceiling": 9, "wall": 9, "stand": 9, "stand-low": 9, "hands": 8, "zone": 7,
     "head": 4, "depth": 3, "detail": 2}
)  # fmt: skip
"""How much an unmet demand weighs where not all can be met: first what cannot be built, then what
leaves the picture, then what the picture lacks."""


def aperture_needed(
    camera: GivenCamera, framing: Framing, focal_mm: float | None, d_mm: float
) -> float | None:
    """The f-number that holds the whole work sharp, in the sense of sharpness chosen for the
    camera; infinite where none does, as where the work reaches up to the pupil; None for a fixed
    view."""
    if focal_mm is None or camera.area_mm is None or camera.lens is None:
        return None
    if d_mm + framing.nearest <= 0:
        return math.inf
    area = camera.area_mm
    coc = (
        critical_circle(width_mm=area.width, delivered_px=framing.work.delivery_px.width)
        if camera.critical
        else circle_of_confusion(width_mm=area.width, height_mm=area.height)
    )
    needed = f_number_holding(
        focal_mm=camera.true_focal_mm(focal_mm),
        circle_of_confusion_mm=coc,
        near_mm=d_mm + framing.nearest,
        far_mm=d_mm + framing.farthest,
    )
    return math.inf if needed is None else needed


def marked_aperture(camera: GivenCamera, focal_mm: float, needed: float) -> float:
    """The f-number to set: as marked, at least the one needed, the widest of the lens and the
    usual one; the smallest marked where more is needed."""
    assert camera.lens is not None
    widest = widest_f_number(camera.lens, focal_mm)
    wanted = max(needed, widest - 0.05, USUAL_F_NUMBER)
    return next_stop(wanted) or SMALLEST_STOP


def candidates(
    camera: GivenCamera,
    work: GivenWork,
    *,
    within: Stretch | None = None,
    zooms: int = ZOOMS,
    known: Known | None = None,
) -> list[Candidate]:
    """Every zoom setting of a camera's lens at the heights worth judging.

    Parameters
    ----------
    camera, work
        what films, and what is filmed.
    within
        heights looked at, in millimetres; None for all.
    zooms
        how many settings of a zoom are looked at.
    known
        what is known of the bounds of this camera over this work; what is found is added.
    """
    lens = camera.lens
    known = Known() if known is None else known
    focals: Sequence[float | None] = (None,)
    if camera.fixed_view is None and lens is not None:
        focals = zoom_settings(lens, zooms)
    found = []
    for focal in focals:
        framing, heights = known.of(camera, work, focal)
        reach = min(heights.at("ceiling") or ARM_REACH_MM, ARM_REACH_MM)
        low = max(heights.at("hands") or 0.0, heights.at("focus") or 0.0)
        middle = (low + max(low, reach)) / 2
        for value in dict.fromkeys(_values(heights, within)):
            look()
            unmet = list(_unmet(heights, value))
            if heights.head is not None and heights.head[0] < value < heights.head[1]:
                unmet.append("head")
            needed = aperture_needed(camera, framing, focal, framing.d_of(value))
            if needed is not None and needed > SMALLEST_STOP:
                unmet.append("depth")
            found.append(
                Candidate(
                    camera=camera,
                    framing=framing,
                    focal_mm=focal,
                    value_mm=round(value, 1),
                    f_number=None
                    if needed is None or focal is None
                    else marked_aperture(camera, focal, needed),
                    heights=heights,
                    unmet=tuple(dict.fromkeys(unmet)),
                    strain=abs(value - middle),
                )
            )
    return found


def best_of(found: Sequence[Candidate]) -> Candidate:
    """The candidate whose unmet demands weigh least, of these the one that cuts least off the zone and that the head
    reaches least into, of these the least strained."""
    return min(found, key=lambda one: (one.weight, one.lost_mm, one.strain))


def freed(plan: Plan, index: int) -> Plan:
    """The plan with the place, zoom and focus of a camera left to Steeple."""
    at = f"/cameras/{index}"
    return apply_changes(
        plan,
        [
            Change(path=f"{at}/{field}", value=None)
            for field in (
                "focal_mm", "focus_height_mm", "position/x_mm", "position/y_mm", "position/z_mm",
            )
        ],
    )  # fmt: skip


def check_camera(plan: Plan, index: int) -> None:
    """Refuse a camera that the plan does not have; a plan without cameras is asked for its first.

    Raises
    ------
    InputError
        ``no-such-camera``, with what there is.
    """
    count = max(1, len(plan.cameras))
    if not 0 <= index < count:
        raise InputError(
            "no-such-camera",
            f"Camera {index} is not in this plan; its cameras are numbered from 0 to {count - 1}.",
            field="camera",
            value=index,
            allowed=f"between 0 and {count - 1}",
        )


def _known(base: Plan, index: int, cache: StudyCache | None) -> Known:
    """What is known of the bounds of a camera, whatever holds it."""
    if cache is None:
        return Known()
    part = base.cameras[index].model_copy(update={"support": None})
    bare = base.model_copy(
        update={
            "supports": (),
            "cameras": (*base.cameras[:index], part, *base.cameras[index + 1 :]),
        }
    )
    return cache.get(("bounds", index, bare.model_dump_json()), Known)


def best_setting(
    plan: Plan, index: int, *, within: Stretch | None = None, cache: StudyCache | None = None
) -> Candidate | None:
    """The best setting of a plan's camera, either way round; None while gear is missing.

    Where the head would be in the picture, the lens is also tried slid away from the maker, as far
    as the zone allows.

    Parameters
    ----------
    plan, index
        the camera, and its place in the plan.
    within
        heights looked at, in millimetres; None for all.
    cache
        what is remembered of other supports and stretches of height under the same camera.
    """
    base = freed(plan, index)
    known = _known(base, index, cache)
    work = given_work(base, Assumptions())
    found: list[Candidate] = []
    rolls = (0, 90) if base.cameras[index].roll_deg in (None, 0, 90) else (180, 270)
    for roll in rolls:
        part = base.cameras[index].model_copy(update={"roll_deg": roll})
        limits = limits_of(base, part)
        camera = given_camera(part, index, work, Assumptions(), limits=limits)
        if camera is None:
            return None
        turned = candidates(camera, work, within=within, known=known)
        if camera.tilt_deg == 0 and not any(one.works for one in turned):
            turned += slid_from_head(camera, index, best_of(turned), within, known=known)
        if roll == rolls[0] and any(one.works for one in turned):
            return best_of(turned)
        found += turned
    return best_of(found)


def slid_from_head(
    camera: GivenCamera,
    index: int,
    best: Candidate,
    within: Stretch | None = None,
    *,
    zooms: int = ZOOMS,
    known: Known | None = None,
) -> list[Candidate]:
    """Candidates with the lens slid away from the head by half of the room that is free on the
    maker's side of the zone at the best setting, and by all of it; none where the head is not in the way.

    Parameters
    ----------
    camera, index
        the camera, and its place in the plan.
    best
        the best of its settings above the middle of the zone.
    within
        heights looked at, in millimetres; None for all.
    zooms
        how many settings of a zoom are looked at.
    known
        as `candidates` has it.
    """
    if "head" not in best.unmet or best.d_mm < best.framing.lowest:
        return []
    work = best.framing.work
    pyramid, plane = best.framing.pyramid(best.d_mm), work.plane
    near = plane.slope.times(-1.0)
    room = min(pyramid.room(corner, near) for corner in plane.corners(work.top_mm)[:2])
    found: list[Candidate] = []
    for share in (0.5, 1.0):
        step = float(int(share * (room - work.margin_mm)))
        if not 5 <= step <= FARTHEST_MM:
            continue
        moved = camera.part.model_copy(update={"position": Position(x_mm=None, y_mm=step)})
        slid = given_camera(moved, index, work, Assumptions(), limits=camera.limits)
        if slid is not None:
            found += candidates(slid, work, within=within, zooms=zooms, known=known)
    return found


def changes_for(scene: CameraStudy, best: Candidate) -> tuple[Change, ...]:
    """The changes that set a scene's camera as a candidate has it."""
    at = scene.at
    place = best.framing.position(best.d_mm)
    changes = [
        Change(path=f"{at}/roll_deg", value=best.camera.roll_deg),
        Change(path=f"{at}/focus_height_mm", value=None),
        Change(path=f"{at}/position/x_mm", value=None),
        Change(path=f"{at}/position/y_mm", value=None),
        Change(path=f"{at}/position/z_mm", value=round(place.z, 1)),
    ]
    slid = best.framing.base.minus(best.framing.work.plane.middle).length > 0.5
    if best.framing.measure == "distance" or slid:
        changes[2] = Change(path=f"{at}/position/x_mm", value=round(place.x, 1))
        changes[3] = Change(path=f"{at}/position/y_mm", value=round(place.y, 1))
    if best.focal_mm is not None:
        changes.append(Change(path=f"{at}/focal_mm", value=best.focal_mm))
    if best.f_number is not None:
        changes.append(Change(path=f"{at}/f_number", value=best.f_number))
    return tuple(changes)
