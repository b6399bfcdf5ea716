"""What one camera films: its own box or a person's part, as a work of its own for every figure."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from types import MappingProxyType

import numpy as np

from steeple.core.body.figure import Figure, Solid
from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.vectors import Vector
from steeple.core.geometry.workplane import WorkPlane
from steeple.core.plan.parts.target import Target, TargetKind
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.camera import GivenCamera
from steeple.core.study.inputs.maker import GivenMaker
from steeple.core.study.inputs.target import Bounds, GivenTarget
from steeple.core.study.inputs.work import GivenWork

LEAST_SIDE_MM = 5.0
PART_MARGIN_MM: Mapping[TargetKind, float] = MappingProxyType(
    {"hands": 30.0, "left-hand": 30.0, "right-hand": 30.0, "face": 60.0,
     "head-and-shoulders": 60.0, "maker": 80.0, "feet": 40.0}
)  # fmt: skip
PART_DETAIL_MM: Mapping[TargetKind, float] = MappingProxyType(
    {"hands": 2.0, "left-hand": 2.0, "right-hand": 2.0, "face": 2.0,
     "head-and-shoulders": 3.0, "maker": 5.0, "feet": 4.0}
)  # fmt: skip
"""Free room round a part, and the finest that is to be made out on it; planning values of our own."""
FACING: tuple[TargetKind, ...] = ("face", "head-and-shoulders")
"""Parts that have a front: from behind they are not seen."""
PART_WORDS: Mapping[TargetKind, str] = MappingProxyType(
    {"box": "the target", "hands": "both hands", "left-hand": "the left hand",
     "right-hand": "the right hand", "face": "the face", "head-and-shoulders": "head and shoulders",
     "maker": "maker and work", "feet": "the feet"}
)  # fmt: skip
SKIN_REFLECTANCE = 0.35
"""Of skin and light cloth; a planning value."""
SHOULDER_DOWN, FOOT_LONG, FOOT_HIGH, FEET_HALF, SHIN_AHEAD = 0.11, 0.16, 0.06, 0.11, 0.23
"""Of the body's height: how far under the shoulders a bust ends; a shoe; half of both feet; how far
before the hip a seated maker's feet begin. Planning values."""


def _bounds(solids: Sequence[Solid]) -> Bounds:
    ends = np.array([[*one.a] for one in solids] + [[*one.b] for one in solids])
    radii = np.array([[one.radius_mm] for one in solids] * 2)
    low, high = (ends - radii).min(axis=0).tolist(), (ends + radii).max(axis=0).tolist()
    return Vector(*low), Vector(*high)


def part_of(figure: Figure, kind: TargetKind, maker: GivenMaker, floor_z: float) -> list[Solid]:
    """The solids of a person's part in one pose; the feet as what a seated or standing figure has."""
    solids = figure.solids
    height = maker.proportions.height_mm
    head = figure.head
    hands = [one for one in solids if one.part == "hand"]
    if kind in ("hands", "left-hand", "right-hand"):
        first = hands[: len(hands) // 2]
        working, other = first, hands[len(hands) // 2 :]
        if kind == "hands":
            return hands
        return working if (kind == "right-hand") is maker.right_handed else other
    if kind == "face":
        return [head]
    shoulders = [one for one in solids if one.part == "upper-arm"]
    if kind == "head-and-shoulders":
        bust = [
            Solid(
                "trunk", one.a, one.a.minus(Vector(0.0, 0.0, SHOULDER_DOWN * height)), one.radius_mm
            )
            for one in shoulders
        ]
        return [head, *bust]
    if kind == "feet":
        ahead = 0.0 if maker.seat_mm is None else SHIN_AHEAD * height
        facing = head.a.minus(figure.hip)
        way = 1.0 if facing.y >= 0 else -1.0
        near = figure.hip.y + way * ahead
        low = floor_z + FOOT_HIGH * height / 2
        return [
            Solid("trunk", Vector(figure.hip.x + side, near, low),
                  Vector(figure.hip.x + side, near + way * FOOT_LONG * height, low),
                  FOOT_HIGH * height / 2)
            for side in (-FEET_HALF * height, FEET_HALF * height)
        ]  # fmt: skip
    return list(solids)


def _figures(work: GivenWork, target: Target) -> tuple[Figure, ...]:
    maker = work.maker
    if target.whose == "second" and maker.company:
        return maker.company[:1]
    return maker.poses.figures


def _looks(figure: Figure) -> Vector:
    """Where a figure looks, along the nearest of the two axes of the table: toward its hands."""
    way = figure.action.minus(figure.hip)
    if abs(way.x) > abs(way.y):
        return Vector(1.0 if way.x > 0 else -1.0, 0.0, 0.0)
    return Vector(0.0, 1.0 if way.y >= 0 else -1.0, 0.0)


def given_target(work: GivenWork, target: Target) -> GivenTarget:
    """A target in figures; a person's part is boxed over all poses.

    Parameters
    ----------
    work
        as it lies on the table.
    target
        as the plan has it.
    """
    if target.kind == "box":
        width, depth = target.width_mm or LEAST_SIDE_MM, target.depth_mm or LEAST_SIDE_MM
        half = Vector(width / 2, depth / 2, 0.0)
        base = Vector(target.x_mm, target.y_mm, target.z_mm)
        low = base.minus(half)
        high = base.plus(half).plus(Vector(0.0, 0.0, target.height_mm or 0.0))
        return GivenTarget("box", target.name or PART_WORDS["box"], low, high, ((low, high),))
    floor = -work.table_height_mm
    figures = _figures(work, target)
    boxes = [_bounds(part_of(figure, target.kind, work.maker, floor)) for figure in figures]
    corners = [corner for box in boxes for corner in box]
    if target.kind == "maker":
        corners += [one for h in (0.0, work.top_mm) for one in work.plane.corners(h)]
    rows = np.array([[*one] for one in corners])
    return GivenTarget(
        kind=target.kind,
        called=target.name or PART_WORDS[target.kind],
        low=Vector(*rows.min(axis=0).tolist()),
        high=Vector(*rows.max(axis=0).tolist()),
        poses=tuple(boxes),
        faces=_looks(figures[0]) if target.kind in FACING else None,
    )


def face_of(target: GivenTarget, axis: Vector) -> tuple[WorkPlane, float]:
    """The plane on which a box is judged, and how deep the box is before it.

    It lies on the far side of the box, parallel to that face of it which the camera sees largest: its
    top, or one of its four sides; so the fewest pixels on a millimetre are told.

    Parameters
    ----------
    target
        the box.
    axis
        unit vector, the way that the camera looks.
    """
    if target.faces is not None:
        axis = target.faces.times(-1.0)
    wide, deep, tall = (max(one, 0.0) for one in target.sizes)
    base = Vector(target.middle.x, target.middle.y, target.low.z)
    top = wide * deep * max(0.0, -axis.z)
    front, side = wide * tall * abs(axis.y), deep * tall * abs(axis.x)
    if tall < LEAST_SIDE_MM or top >= max(front, side):
        return WorkPlane(wide, deep, 0.0, foot=base), tall
    if front >= side:
        away = 0.0 if axis.y >= 0 else 180.0
        back = base.plus(Vector(0.0, deep / 2 if axis.y >= 0 else -deep / 2, 0.0))
        return WorkPlane(wide, tall, 90.0, foot=back, away_deg=away), deep
    away = 90.0 if axis.x >= 0 else 270.0
    back = base.plus(Vector(wide / 2 if axis.x >= 0 else -wide / 2, 0.0, 0.0))
    return WorkPlane(deep, tall, 90.0, foot=back, away_deg=away), wide


def aimed_work(
    work: GivenWork, target: Target | None, axis: Vector, at: str, assumptions: Assumptions
) -> GivenWork:
    """The work as one camera has it: its own target in the place of the zone.

    Parameters
    ----------
    work
        as it lies on the table.
    target
        what the camera films; None = the whole zone.
    axis
        unit vector, the way that the camera looks.
    at
        path of the camera in the plan.
    assumptions
        where what is assumed is noted.
    """
    if target is None:
        return work
    given = given_target(work, target)
    plane, deep = face_of(given, axis)
    person = given.is_person
    margin, detail = work.margin_mm, work.detail_mm
    if person:
        margin, detail = PART_MARGIN_MM[given.kind], PART_DETAIL_MM[given.kind]
    why = f"usual for: {given.called}" if person else "as for the zone"
    return replace(
        work,
        zone=Rectangle.centred(
            x_mm=0, y_mm=0, width_mm=plane.width_mm, depth_mm=plane.depth_mm
        ),
        plane=plane,
        top_mm=deep,
        margin_mm=assumptions.fill(
            target.margin_mm, at=f"{at}/target/margin_mm", usual=margin, unit="mm", why=why
        ),
        detail_mm=assumptions.fill(
            target.finest_detail_mm, at=f"{at}/target/finest_detail_mm", usual=detail,
            unit="mm_exact", why=why,
        ),
        reflectance=SKIN_REFLECTANCE if person else work.reflectance,
        gloss="matt" if person else work.gloss,
        target=given,
        lies=work,
    )  # fmt: skip


def aimed_for(work: GivenWork, camera: GivenCamera) -> GivenWork:
    """The work as a camera has it, where nobody asks what was assumed; as it is where it is already."""
    target = camera.part.target
    if target is None:
        return work.bench
    return aimed_work(work.bench, target, camera.pose.axis, camera.at, Assumptions())
