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
from steeple.core.plan.parts.cameras.target import Target, TargetKind
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.camera import GivenCamera
from steeple.core.study.inputs.maker import Person
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


def part_of(figure: Figure, kind: TargetKind, person: Person, floor_z: float) -> list[Solid]:
    """The solids of a person's part in one pose; the feet as what a seated or standing figure has.

    Parameters
    ----------
    figure
        the pose.
    kind
        the part.
    person
        whose it is.
    floor_z
        the floor, mm above the table top.
    """
    solids, height, head = figure.solids, person.height_mm, figure.head
    if kind in ("hands", "left-hand", "right-hand"):
        hands = [one for one in solids if one.part == "hand"]
        if kind == "hands":
            return hands
        working, other = hands[: len(hands) // 2], hands[len(hands) // 2 :]
        return working if (kind == "right-hand") is person.right_handed else other
    if kind == "face":
        return [head]
    if kind == "head-and-shoulders":
        down = Vector(0.0, 0.0, SHOULDER_DOWN * height)
        shoulders = [one for one in solids if one.part == "upper-arm"]
        return [
            head,
            *(Solid("trunk", one.a, one.a.minus(down), one.radius_mm) for one in shoulders),
        ]
    if kind == "feet":
        ahead = 0.0 if person.seat_mm is None else SHIN_AHEAD * height
        forward = person.looks
        right = Vector(forward.y, -forward.x, 0.0)
        thick = FOOT_HIGH * height / 2
        hip = Vector(figure.hip.x, figure.hip.y, floor_z + thick)
        heels = [hip.plus(forward.times(ahead)).plus(right.times(side * FEET_HALF * height))
                 for side in (-1.0, 1.0)]  # fmt: skip
        return [
            Solid("trunk", heel, heel.plus(forward.times(FOOT_LONG * height)), thick)
            for heel in heels
        ]
    return list(solids)


def _called(work: GivenWork, target: Target) -> str:
    """What a person's part is called, and whose it is where it is not the maker's."""
    words = PART_WORDS[target.kind]
    if target.whose != "second" or not work.maker.others:
        return words
    return (
        "the second person and the work"
        if target.kind == "maker"
        else f"{words} of the second person"
    )


def _whose(work: GivenWork, target: Target, at: str, assumptions: Assumptions) -> Person:
    """The person whose part is filmed; the maker where nobody else is at the table."""
    others = work.maker.others
    if target.whose == "second" and not others:
        assumptions.note(f"{at}/target/whose", "nobody else is at the table", text="maker")
    return others[0] if target.whose == "second" and others else work.maker.person


def given_target(
    work: GivenWork, target: Target, at: str = "", assumptions: Assumptions | None = None
) -> GivenTarget:
    """A target in figures; a person's part is boxed over all poses.

    Parameters
    ----------
    work
        as it lies on the table.
    target
        as the plan has it.
    at, assumptions
        path of the camera in the plan, and where what is assumed is noted.
    """
    if target.kind == "box":
        width, depth = target.width_mm or LEAST_SIDE_MM, target.depth_mm or LEAST_SIDE_MM
        half = Vector(width / 2, depth / 2, 0.0)
        base = Vector(target.x_mm, target.y_mm, target.z_mm)
        low = base.minus(half)
        high = base.plus(half).plus(Vector(0.0, 0.0, target.height_mm or 0.0))
        return GivenTarget("box", target.name or PART_WORDS["box"], low, high, ((low, high),))
    floor = -work.table_height_mm
    person = _whose(work, target, at, assumptions or Assumptions())
    boxes = [_bounds(part_of(one, target.kind, person, floor)) for one in person.figures]
    corners = [corner for box in boxes for corner in box]
    if target.kind == "maker":
        corners += [one for h in (0.0, work.top_mm) for one in work.plane.corners(h)]
    rows = np.array([[*one] for one in corners])
    return GivenTarget(
        kind=target.kind,
        called=target.name or _called(work, target),
        low=Vector(*rows.min(axis=0).tolist()),
        high=Vector(*rows.max(axis=0).tolist()),
        poses=tuple(boxes),
        faces=person.looks if target.kind in FACING else None,
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
    given = given_target(work, target, at, assumptions)
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
