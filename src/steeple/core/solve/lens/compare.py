"""The lenses and cameras one owns, side by side for the same zone; and whether another kind does better.

Also the two schools of the overhead camera (above the head, or between face and hands), and the
three ways to show a part of the work larger (zoom, crop, one more camera).
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from steeple.core.findings.judging import judge
from steeple.core.optics.frame import PIXELS_PER_LINE
from steeple.core.plan.changes import Change
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.parts.camera import Camera
from steeple.core.solve.lens.search import (
    Candidate,
    Stretch,
    best_of,
    candidates,
    check_camera,
    freed,
)
from steeple.core.solve.lens.work_out import DEMANDS
from steeple.core.solve.weighing import worse_words, worsened
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence, say
from steeple.core.study.inputs.camera import given_camera, given_camera_of
from steeple.core.study.inputs.support import limits_of
from steeple.core.study.inputs.work import GivenWork, given_work
from steeple.core.study.lens.body_sight import BodySight, body_sight
from steeple.core.study.lens.framing import HIGHEST_MM
from steeple.core.study.lens.heights import ARM_REACH_MM
from steeple.core.study.plan_study import camera_studies

FULL_WIDTH_MM = 36.0
SHOWN_OWNED = 9
WEIGHED = 4
"""So many of what is owned, the best first, are judged in every step before they are offered."""
CLOSER = 2.0
HEAD_LOW_MM, HEAD_HIGH_MM = 20.0, 60.0


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
    worse: Sentence = ()
    """What it makes worse than it is in the plan, in any step; of those that one would take first."""


Ranked = tuple[Row, int]
"""A row with what stands against it, by weight."""


class School(Result):
    """One of the two places of an overhead camera, with what it costs."""

    name: str
    works: bool
    unmet: tuple[str, ...]
    focal_mm: float | None
    value_mm: float
    px_per_mm: float
    hand_room_mm: float
    head_in_frame: float
    zone_hidden: float
    own_view_hidden: float
    changes: tuple[Change, ...]


class Closer(Result):
    """One way to show a part of the zone larger: ``detail_px`` across the finest line then."""

    way: str
    possible: bool
    detail_px: float
    says: Sentence


class Comparison(Result):
    """Everything side by side. ``measure`` says whether values are heights or distances."""

    measure: str
    rows: tuple[Row, ...]
    schools: tuple[School, ...]
    closer_times: float
    closer: tuple[Closer, ...]


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


def _pairs(plan: Plan, index: int, owned: Owned) -> Iterator[tuple[str, bool, Camera]]:
    """Every camera that could be in the place of the plan's: name, owned, and the camera."""
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


def _set_changes(plan: Plan, index: int, camera: Camera, best: Candidate) -> tuple[Change, ...]:
    at, place = f"/cameras/{index}", best.framing.position(best.d_mm)
    level = best.framing.measure == "distance"
    return (
        *_gear_changes(plan, index, camera),
        Change(path=f"{at}/focal_mm", value=best.focal_mm),
        Change(path=f"{at}/f_number", value=best.f_number),
        Change(path=f"{at}/focus_height_mm", value=None),
        Change(path=f"{at}/position/x_mm", value=round(place.x, 1) if level else None),
        Change(path=f"{at}/position/y_mm", value=round(place.y, 1) if level else None),
        Change(path=f"{at}/position/z_mm", value=round(place.z, 1)),
    )


def _row(plan: Plan, index: int, work: GivenWork, named: tuple[str, bool, Camera]) -> Ranked | None:
    name, owned, part = named
    base = freed(plan, index).cameras[index]
    part = part.model_copy(
        update={"focal_mm": None, "focus_height_mm": None, "position": base.position}
    )
    camera = given_camera(part, index, work, Assumptions(), limits=limits_of(plan, part))
    if camera is None:
        return None
    best = best_of(candidates(camera, work, zooms=12))
    d = best.d_mm
    now = plan.cameras[index]
    scale = best.framing.px_per_mm(d, best.framing.surface)
    row = Row(
        name=name,
        owned=owned,
        present=part.body == now.body and part.lens == now.lens,
        works=best.works,
        unmet=tuple(DEMANDS[code] for code in best.unmet),
        focal_mm=best.focal_mm,
        value_mm=best.value_mm,
        f_number=best.f_number,
        px_per_mm=scale,
        detail_px=scale * work.detail_mm,
        hand_room_mm=best.framing.hand_room(d),
        spare_mm=best.framing.least_spare(d),
        head_clearance_mm=best.framing.head_clearance(d) if camera.sees_maker else None,
        changes=_set_changes(plan, index, part, best),
    )
    return row, best.weight


def _order(ranked: Ranked) -> tuple[int, bool, float]:
    """What works before what does not, what one reaches before what hangs too high, then detail."""
    row, weight = ranked
    return (weight, row.value_mm > ARM_REACH_MM, -row.px_per_mm)


def compare(plan: Plan, *, index: int = 0, owned: Owned = NOTHING_OWNED) -> Comparison:
    """Everything owned side by side, the kinds one could get, the schools, and the ways closer."""
    check_camera(plan, index)
    if not plan.cameras:
        return Comparison(measure="height", rows=(), schools=(), closer_times=CLOSER, closer=())
    work = given_work(plan, Assumptions())
    rows = [
        row
        for named in _pairs(plan, index, owned)
        if (row := _row(plan, index, work, named)) is not None
    ]
    mine = [row for row, _ in sorted((one for one in rows if one[0].owned), key=_order)]
    present = [row for row in mine[SHOWN_OWNED:] if row.present]
    kinds = [row for row, _ in sorted((one for one in rows if not one[0].owned), key=_order)]
    camera = given_camera_of(plan, index, work)
    level = camera is not None and camera.tilt_deg > 60
    scenes = camera_studies(plan, owned)
    before = judge(scenes)
    weighed = [
        row
        if row.present or at >= WEIGHED or not row.works
        else row.model_copy(update={"worse": worse_words(worsened(scenes, before, row.changes))})
        for at, row in enumerate(mine[:SHOWN_OWNED])
    ]
    return Comparison(
        measure="distance" if level else "height",
        rows=(*weighed, *present, *kinds),
        schools=_schools(plan, index, work),
        closer_times=max(CLOSER, work.crop_wanted),
        closer=_closer(plan, index, owned),
    )


def _schools(plan: Plan, index: int, work: GivenWork) -> tuple[School, ...]:
    """Above the head, and between face and hands, with the present gear."""
    part = freed(plan, index).cameras[index]
    camera = given_camera(part, index, work, Assumptions(), limits=limits_of(plan, part))
    if camera is None or camera.tilt_deg > 60 or not camera.sees_maker:
        return ()
    heads = work.maker.poses.heads
    low = float((heads[:, 2] - heads[:, 3]).min())
    high = float((heads[:, 2] + heads[:, 3]).max())
    stretches: tuple[tuple[str, Stretch], ...] = (
        ("between face and hands", (0.0, low - HEAD_LOW_MM)),
        ("above the head", (high + HEAD_HIGH_MM, HIGHEST_MM)),
    )
    schools = []
    for name, within in stretches:
        if within[1] <= within[0]:
            continue
        found = [
            one for one in candidates(camera, work, within=within) if one.d_mm > one.framing.lowest
        ]
        if not found:
            continue
        best = best_of(found)
        body: BodySight = body_sight(best.framing, best.d_mm)
        schools.append(
            School(
                name=name,
                works=best.works,
                unmet=tuple(DEMANDS[code] for code in best.unmet),
                focal_mm=best.focal_mm,
                value_mm=best.value_mm,
                px_per_mm=best.framing.px_per_mm(best.d_mm, best.framing.surface),
                hand_room_mm=best.framing.hand_room(best.d_mm),
                head_in_frame=body.worst_head_in_frame,
                zone_hidden=body.worst_zone_hidden,
                own_view_hidden=body.own_view_hidden,
                changes=_set_changes(plan, index, part, best),
            )
        )
    return tuple(schools)


def _closer(plan: Plan, index: int, owned: Owned) -> tuple[Closer, ...]:
    """Zoom, crop, or one more camera, to show a part of the zone ``CLOSER`` times as large."""
    work = given_work(plan, Assumptions())
    times = max(CLOSER, work.crop_wanted)
    part = plan.cameras[index]
    camera = given_camera(part, index, work, Assumptions(), limits=limits_of(plan, part))
    if camera is None:
        return ()
    base = best_of(candidates(camera, work, zooms=12))
    now = base.framing.detail_px(base.d_mm)
    limit = camera.crop_limit
    soft = times > limit
    ways = [
        Closer(
            way="crop in the edit",
            possible=not soft,
            detail_px=now * min(times, limit),
            says=say(
                f"The recording bears {limit:.2g}×; beyond that it is soft. Nothing else changes."
                if soft
                else "The recording bears it; the whole zone stays recorded."
            ),
        )
    ]
    lens = camera.lens
    if lens is not None and base.focal_mm is not None:
        wanted = base.focal_mm * times
        there = lens.focal_max_mm >= wanted
        reached = min(wanted, lens.focal_max_mm)
        ways.append(
            Closer(
                way="zoom in the lens",
                possible=there,
                detail_px=now * reached / base.focal_mm,
                says=say(
                    f"To {reached:.0f} mm from the same height; only that part is recorded, and its "
                    "depth is shallower."
                    if there
                    else f"The lens ends at {lens.focal_max_mm:g} mm; {wanted:.0f} mm are needed."
                ),
            )
        )
    ways.append(_one_more(plan, index, owned, times, now))
    return tuple(ways)


def _one_more(plan: Plan, index: int, owned: Owned, times: float, now: float) -> Closer:
    """The best camera owned, apart from the present body, on a part of the zone."""
    zone = plan.work.zone
    work = given_work(plan, Assumptions())
    small = plan.model_copy(
        update={
            "work": plan.work.model_copy(
                update={
                    "zone": zone.model_copy(
                        update={
                            "width_mm": max(5.0, work.zone.width_mm / times),
                            "depth_mm": max(5.0, work.zone.depth_mm / times),
                        }
                    )
                }
            )
        }
    )
    spare = Owned(
        lenses=owned.lenses,
        bodies=tuple(body for body in owned.bodies if body != plan.cameras[index].body),
    )
    part = given_work(small, Assumptions())
    others: Sequence[Row] = [
        row[0]
        for named in _pairs(small, index, spare)
        if named[1]
        and named[2].body != plan.cameras[index].body
        and (row := _row(small, index, part, named)) is not None
        and row[0].works
    ]
    if not others:
        return Closer(
            way="one more camera",
            possible=False,
            detail_px=now,
            says=say("None of your other cameras frames that part from straight above."),
        )
    best = max(others, key=lambda row: row.px_per_mm)
    return Closer(
        way="one more camera",
        possible=best.detail_px >= PIXELS_PER_LINE,
        detail_px=best.detail_px,
        says=say("Your {named} frames that part; both pictures are recorded.", named=best.name),
    )
