"""What may stand before a camera, by what it belongs to: things, room, people, and all other gear."""

from __future__ import annotations

import itertools
from dataclasses import dataclass, field
from typing import Literal, get_args

import numpy as np

from steeple.core.angles.sight import Things
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.solids import Hull, box_hull
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.plan.words import camera_names
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.step import Context
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.inputs.lamp import GivenLamp, given_lamps, reach_of
from steeple.core.study.inputs.panel import given_cards
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.light.lamps.places import STAND_TUBE_MM, hulls_of
from steeple.core.study.light.lamps.scene import COLUMN_MM, camera_solids, item_hulls
from steeple.core.study.light.study import standing

ThingKind = Literal[
    "item", "room", "card", "camera", "support", "lamp", "lamp stand", "head", "hands", "person"
]
ALL_KINDS: tuple[ThingKind, ...] = get_args(ThingKind)
GEAR: tuple[ThingKind, ...] = ("card", "camera", "support", "lamp", "lamp stand")
"""What is brought for the filming: nobody wants to see it."""
LEG_MM = 12.0
"""Radius of a leg; a planning value."""
NO_CAPSULES = np.zeros((0, 7))


@dataclass(frozen=True, slots=True, eq=False)
class Thing:
    """One thing with its solids.

    ``of`` is what moves it: the id of a camera or support, or the pointer of a lamp, card or item; empty for
    what the plan does not move.
    """

    kind: ThingKind
    name: str
    of: str
    capsules: Array = field(default_factory=lambda: NO_CAPSULES)
    hulls: tuple[Hull, ...] = ()


def _rows(capsules: list[tuple[float, ...]]) -> Array:
    return np.array(capsules, dtype=np.float64).reshape(-1, 7)


TABLE_MM = 25.0
"""How thick a table top is; a planning value."""
PIECE_MM = 60.0


def past_table(eye: Vector, capsules: Array, table: Rectangle) -> Array:
    """What of some tubes the table does not hide from an eye: those that reach below its top in pieces,
    without the pieces behind it. Shape (n, 7)."""
    kept = []
    for row in capsules:
        a, b = row[:3], row[3:6]
        if (min(a[2], b[2]) < 0.0) == (eye.z < 0.0) and max(a[2], b[2]) * eye.z > 0.0:
            kept.append(row)
            continue
        count = max(1, int(np.ceil(np.linalg.norm(b - a) / PIECE_MM)))
        ends = a + (b - a) * np.linspace(0.0, 1.0, count + 1)[:, None]
        for start, end in itertools.pairwise(ends):
            if not _behind_table(eye, (start + end) / 2, table):
                kept.append(np.array([*start, *end, row[6]]))
    return np.array(kept, dtype=np.float64).reshape(-1, 7)


def _behind_table(eye: Vector, point: Array, table: Rectangle) -> bool:
    if (point[2] < 0.0) == (eye.z < 0.0):
        return False
    share = eye.z / (eye.z - point[2])
    x, y = eye.x + share * (point[0] - eye.x), eye.y + share * (point[1] - eye.y)
    return bool(table.left < x < table.right and table.near < y < table.far)


def _of_work(work: GivenWork) -> list[Thing]:
    """The table top, what stands in the zone, and what hangs or stands in the room."""
    table = work.table
    top = box_hull(
        Vector((table.left + table.right) / 2, (table.near + table.far) / 2, -TABLE_MM / 2),
        Vector(table.right - table.left, table.far - table.near, TABLE_MM),
    )
    hulls, balls = item_hulls(work)
    at = {id(one): f"/work/items/{index}" for index, one in enumerate(work.items)}
    solid = [one for one in work.items if one.kind != "sphere"]
    round_ones = [one for one in work.items if one.kind == "sphere"]
    found = [Thing("room", "the table", "", hulls=(top,))]
    found += [
        Thing("item", one.name, at[id(one)], hulls=(hull,))
        for one, hull in zip(solid, hulls, strict=True)
    ]
    found += [
        Thing("item", one.name, at[id(one)], capsules=_rows([ball]))
        for one, ball in zip(round_ones, balls, strict=True)
    ]
    for block in work.blocks:
        centre = Vector(
            (block.left + block.right) / 2,
            (block.near + block.far) / 2,
            (block.low + block.high) / 2,
        )
        sizes = Vector(block.right - block.left, block.far - block.near, block.high - block.low)
        found.append(Thing("room", block.name, "", hulls=(box_hull(centre, sizes),)))
    return found


def rig_rows(hold: HoldStudy) -> Array:
    """The tubes of a support, with its legs."""
    if hold.placement is None:
        return NO_CAPSULES
    tube = (hold.support.gear.tube_mm or hold.support.usual_tube[0]) / 2
    radius = {"leg": LEG_MM, "column": COLUMN_MM, "drop": COLUMN_MM}
    return _rows([(*one.a, *one.b, radius.get(one.part, tube)) for one in hold.placement.members])


def lamp_stand_rows(lamp: GivenLamp, work: GivenWork) -> Array:
    """The column of the floor stand under a lamp; none where it stands on the table or is not known to
    stand."""
    stand, place = lamp.part.stand, lamp.centre
    table = work.table
    over_table = table.left < place.x < table.right and table.near < place.y < table.far
    on_floor = (
        stand.form == "floor stand"
        if stand is not None
        else reach_of(lamp.part, work) != (None, None)
    )
    if over_table or not on_floor:
        return NO_CAPSULES
    return _rows([(*place, place.x, place.y, -work.table_height_mm, STAND_TUBE_MM)])


def _of_lights(plan: Plan, work: GivenWork, eye: Vector) -> list[Thing]:
    """Lamps with their stands, and cards."""
    unasked = Assumptions()
    lamps = given_lamps(plan, work, unasked)
    found = []
    for one in lamps:
        if one.part.role == "practical":
            continue
        at = f"/{one.at}"
        found.append(Thing("lamp", one.name, at, hulls=tuple(hulls_of(one.emitter))))
        column = past_table(eye, lamp_stand_rows(one, work), work.table)
        if len(column):
            found.append(Thing("lamp stand", f"stand of {one.name}", at, capsules=column))
    found += [
        Thing("card", one.name, f"/{one.at}", hulls=(one.hull,))
        for one in given_cards(plan, work, lamps, unasked)
    ]
    return found


def things_before(ctx: Context, work: GivenWork, eye: Vector) -> tuple[Thing, ...]:
    """Everything that stands still and may be before the camera asked for, which sees it from ``eye``; not
    the camera itself."""
    plan = ctx.plan
    names = camera_names(plan.cameras)
    found = _of_work(work)
    seen_supports: set[str] = set()
    for camera in plan.with_camera(ctx.of):
        lens, hold = standing(ctx, camera.id)
        if lens is not None and camera.id != ctx.of:
            bodies, barrels = camera_solids(lens)
            name = f"{names[camera.id]} camera"
            found.append(Thing("camera", name, camera.id, _rows(barrels), tuple(bodies)))
        if hold is not None and camera.support is not None and camera.support not in seen_supports:
            rows = past_table(eye, rig_rows(hold), work.table)
            if len(rows):
                seen_supports.add(camera.support)
                found.append(Thing("support", hold.support.gear.name, camera.support, rows))
    return tuple(found + _of_lights(plan, work, eye))


def own_things(ctx: Context) -> tuple[Thing, ...]:
    """The camera asked for, and what holds it, as others see them."""
    lens, hold = standing(ctx, ctx.of)
    found = []
    if lens is not None:
        bodies, barrels = camera_solids(lens)
        found.append(Thing("camera", "the camera", ctx.of, _rows(barrels), tuple(bodies)))
    if hold is not None:
        found.append(
            Thing("support", hold.support.gear.name, hold.support.placed.id, rig_rows(hold))
        )
    return tuple(found)


def people_before(work: GivenWork, pose: int, *, maker: bool) -> tuple[Thing, ...]:
    """The maker in one pose, and anybody else."""
    found = []
    if maker:
        poses = work.maker.poses
        found = [
            Thing("head", "your head and body", "", capsules=poses.upper[pose]),
            Thing("hands", "your hands and arms", "", capsules=poses.arms[pose]),
        ]
    if len(work.maker.company_rows):
        found.append(Thing("person", "another person", "", capsules=work.maker.company_rows))
    return tuple(found)


def solids_in(things: tuple[Thing, ...]) -> Things:
    """Things as the figures take them."""
    return Things(tuple(one.capsules for one in things), tuple(one.hulls for one in things))
