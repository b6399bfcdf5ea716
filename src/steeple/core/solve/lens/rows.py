"""Cameras and lenses side by side: each body with each lens, set as well as it can be for the zone."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from steeple.core.plan.changes import Change
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.solve.lens.search import (
    Candidate,
    best_of,
    candidates,
    freed,
    slid_from_head,
)
from steeple.core.solve.lens.work_out import DEMANDS
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence
from steeple.core.study.inputs.camera import given_camera
from steeple.core.study.inputs.support import limits_of
from steeple.core.study.inputs.work import GivenWork

FULL_WIDTH_MM = 36.0
ROW_ZOOMS = 12


@dataclass(frozen=True, slots=True)
class Kind:
    """A kind of lens one could get, by its figures for a 36 mm wide sensor."""

    name: str
    focal_mm: tuple[float, float]
    f_number: float
    magnification: float
    length_mm: float


KINDS = (
    Kind("wide zoom", (16, 35), 4.0, 0.2, 80),
    Kind("standard zoom", (24, 70), 4.0, 0.25, 95),
    Kind("fixed normal lens", (50, 50), 1.8, 0.15, 55),
    Kind("short portrait lens", (85, 85), 1.8, 0.13, 75),
    Kind("close-up lens", (90, 90), 2.8, 1.0, 110),
    Kind("long zoom", (85, 300), 5.6, 0.2, 160),
)
"""Kinds of lens that are common everywhere; planning values of our own."""


class Row(Result):
    """One body with one lens, set as well as it can be for the zone. Lengths in millimetres."""

    name: str
    owned: bool
    present: bool
    works: bool
    turned: bool
    """Whether the camera is turned by 90° from how it is in the plan."""
    unmet: tuple[str, ...]
    focal_mm: float | None
    value_mm: float
    f_number: float | None
    px_per_mm: float
    detail_px: float
    hand_room_mm: float
    spare_mm: float
    head_clearance_mm: float | None
    """None for a camera that films without the maker."""
    changes: tuple[Change, ...]
    considered: bool = False
    """Whether it is thought of, and not owned."""
    worse: Sentence = ()
    """What it makes worse than it is in the plan, in any step; of those that one would take first."""


Ranked = tuple[Row, int]
"""A row with what stands against it, by weight."""


def kind_lens(kind: Kind, width_mm: float) -> Lens:
    """A lens of a kind for a sensor of a width."""
    scale = width_mm / FULL_WIDTH_MM
    low, high = (round(focal * scale) for focal in kind.focal_mm)
    return Lens(
        name=kind.name,
        focal_min_mm=float(max(low, 2)),
        focal_max_mm=float(max(high, 2)),
        f_number_wide=kind.f_number,
        f_number_long=kind.f_number,
        greatest_magnification=kind.magnification,
        length_mm=float(kind.length_mm),
    )


def pairs_of(plan: Plan, index: int, owned: Owned) -> Iterator[tuple[str, bool, Camera]]:
    """Every camera that could be in the place of the plan's: name, owned, and the camera.

    Parameters
    ----------
    plan, index
        the plan, and which of its cameras.
    owned
        what else the maker has.
    """
    now = plan.cameras[index]
    bodies = list(owned.bodies)
    if now.body is not None and now.body not in bodies:
        bodies.insert(0, now.body)
    lenses = list(owned.lenses)
    if now.lens is not None and now.lens not in lenses:
        lenses.insert(0, now.lens)
    for body in bodies:
        if body.kind != "camera":
            yield body.name, True, _with(now, body, None)
            continue
        for lens in lenses:
            if lens.fits(body):
                yield f"{body.name}, {lens.name}", True, _with(now, body, lens)
    if now.body is not None and now.body.kind == "camera":
        width = now.body.mode(now.mode).sensor_width_mm
        for kind in KINDS if width else ():
            lens = kind_lens(kind, width or FULL_WIDTH_MM)
            yield f"{now.body.name}, a {kind.name}", False, _with(now, now.body, lens)


def considered_pairs(
    plan: Plan, index: int, owned: Owned, considered: Owned
) -> Iterator[tuple[str, bool, Camera]]:
    """The same with a body or a lens that is thought of and not owned.

    Parameters
    ----------
    plan, index
        the plan, and which of its cameras.
    owned, considered
        what the maker has, and what they think of.
    """
    now = plan.cameras[index]
    bodies = [one for one in considered.bodies if one not in (now.body, *owned.bodies)]
    lenses = [one for one in considered.lenses if one not in (now.lens, *owned.lenses)]
    both = replace(owned, bodies=(*owned.bodies, *bodies), lenses=(*owned.lenses, *lenses))
    for name, mine, camera in pairs_of(plan, index, both):
        if mine and (camera.body in bodies or camera.lens in lenses):
            yield name, False, camera


def _with(now: Camera, body: Body, lens: Lens | None) -> Camera:
    mode = now.mode if body == now.body else None
    return now.model_copy(
        update={"body": body, "lens": lens, "mode": mode, "body_id": None, "lens_id": None}
    )


def _gear_changes(plan: Plan, index: int, camera: Camera) -> list[Change]:
    at, now = f"/cameras/{index}", plan.cameras[index]
    if camera.body == now.body and camera.lens == now.lens:
        return []
    return [
        Change(path=f"{at}/body", value=None if camera.body is None else camera.body.model_dump(mode="json")),
        Change(path=f"{at}/mode", value=camera.mode),
        Change(path=f"{at}/lens", value=None if camera.lens is None else camera.lens.model_dump(mode="json")),
        Change(path=f"{at}/body_id", value=None),
        Change(path=f"{at}/lens_id", value=None),
    ]  # fmt: skip


def set_changes(plan: Plan, index: int, camera: Camera, best: Candidate) -> tuple[Change, ...]:
    """The changes that put a camera in the place of the plan's, set as well as it can be.

    Parameters
    ----------
    plan, index
        the plan, and which of its cameras.
    camera
        with its body and lens.
    best
        its setting.
    """
    at, place = f"/cameras/{index}", best.framing.position(best.d_mm)
    level = best.framing.measure == "distance"
    slid = best.framing.base.minus(best.framing.work.plane.middle).length > 0.5
    turned: tuple[Change, ...] = ()
    if best.camera.roll_deg != (plan.cameras[index].roll_deg or 0):
        turned = (Change(path=f"{at}/roll_deg", value=best.camera.roll_deg),)
    return (
        *turned,
        *_gear_changes(plan, index, camera),
        Change(path=f"{at}/focal_mm", value=best.focal_mm),
        Change(path=f"{at}/f_number", value=best.f_number),
        Change(path=f"{at}/focus_height_mm", value=None),
        Change(path=f"{at}/position/x_mm", value=round(place.x, 1) if level or slid else None),
        Change(path=f"{at}/position/y_mm", value=round(place.y, 1) if level or slid else None),
        Change(path=f"{at}/position/z_mm", value=round(place.z, 1)),
    )


def row_of(
    plan: Plan, index: int, work: GivenWork, named: tuple[str, bool, Camera]
) -> Ranked | None:
    """A body with a lens as it can be set best for the zone; None for what is no whole camera.

    Parameters
    ----------
    plan, index
        the plan, and which of its cameras it would be.
    work
        the figures of the work.
    named
        its name, whether it is owned, and the camera.
    """
    name, owned, part = named
    base = freed(plan, index).cameras[index]
    part = part.model_copy(
        update={"focal_mm": None, "focus_height_mm": None, "position": base.position}
    )
    camera = given_camera(part, index, work, Assumptions(), limits=limits_of(plan, part))
    if camera is None:
        return None
    found = candidates(camera, work, zooms=ROW_ZOOMS)
    if camera.tilt_deg == 0 and not any(one.works for one in found):
        found += slid_from_head(camera, index, best_of(found), zooms=ROW_ZOOMS)
    if not any(one.works for one in found) and part.roll_deg is None:
        turned = part.model_copy(update={"roll_deg": 90})
        other = given_camera(turned, index, work, Assumptions(), limits=limits_of(plan, part))
        if other is not None:
            found += candidates(other, work, zooms=ROW_ZOOMS)
    best = best_of(found)
    d = best.d_mm
    now = plan.cameras[index]
    scale = best.framing.px_per_mm(d, best.framing.surface)
    row = Row(
        name=name,
        owned=owned,
        present=part.body == now.body and part.lens == now.lens,
        works=best.works,
        turned=best.camera.roll_deg != (now.roll_deg or 0),
        unmet=tuple(DEMANDS[code] for code in best.unmet),
        focal_mm=best.focal_mm,
        value_mm=best.value_mm,
        f_number=best.f_number,
        px_per_mm=scale,
        detail_px=scale * best.framing.work.detail_mm,
        hand_room_mm=best.framing.hand_room(d),
        spare_mm=best.framing.least_spare(d),
        head_clearance_mm=best.framing.head_clearance(d) if camera.sees_maker else None,
        changes=set_changes(plan, index, part, best),
    )
    return row, best.weight
