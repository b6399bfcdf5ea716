"""The whole rig as solids with names: what a program for scenes in space takes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.kernels import Array
from steeple.core.geometry.solids import Hull, box_hull
from steeple.core.geometry.vectors import Vector
from steeple.core.study.base.step import Context
from steeple.core.study.card.drawn.lines import Layer
from steeple.core.study.card.drawn.side import TABLE_MM
from steeple.core.study.card.drawn.things import Standing, letter_of, standing_things, work_of
from steeple.core.study.light.study import standing

FLOOR_BEYOND_MM, FLOOR_THICK_MM, ZONE_THICK_MM = 1_500.0, 10.0, 1.0


@dataclass(frozen=True, slots=True, eq=False)
class SceneSolid:
    """A named thing of capsules, shape (n, 7), and convex hulls; millimetres in the axes of the plan."""

    layer: Layer
    name: str
    capsules: Array
    hulls: tuple[Hull, ...]


@dataclass(frozen=True, slots=True)
class SceneCamera:
    """A camera by its entrance pupil and the three unit vectors of its picture; angles in degrees."""

    name: str
    place: Vector
    right: Vector
    up: Vector
    axis: Vector
    across_deg: float
    aspect: float


@dataclass(frozen=True, slots=True, eq=False)
class Scene:
    """A rig in space."""

    title: str
    solids: tuple[SceneSolid, ...]
    cameras: tuple[SceneCamera, ...]


def scene_of(cameras: Sequence[Context]) -> Scene:
    """Everything that stands, for all cameras of a plan, each thing once, with names that differ.

    Parameters
    ----------
    cameras
        the plan as each of its cameras has it; one without a camera where it has none.
    """
    found: dict[tuple[str, str, str], Standing] = {}
    for ctx in cameras:
        for one in standing_things(ctx):
            found.setdefault((one.layer, one.name, one.of), one)
    solids = _bench(cameras[0])
    names = {one.name for one in solids}
    for one in found.values():
        name, number = _called(one), 2
        while name in names:
            name, number = f"{_called(one)} {number}", number + 1
        names.add(name)
        solids.append(SceneSolid(one.layer, name, one.capsules, one.hulls))
    return Scene(
        title=cameras[0].plan.title,
        solids=tuple(solids),
        cameras=tuple(view for ctx in cameras if (view := _view(ctx)) is not None),
    )


def _called(one: Standing) -> str:
    return f"{one.tag} {one.name}".strip()


def _slab(
    name: str,
    layer: Layer,
    left: float,
    right: float,
    near: float,
    far: float,
    low: float,
    high: float,
) -> SceneSolid:
    centre = Vector((left + right) / 2, (near + far) / 2, (low + high) / 2)
    hull = box_hull(centre, Vector(right - left, far - near, high - low))
    return SceneSolid(layer, name, np.zeros((0, 7)), (hull,))


def _bench(ctx: Context) -> list[SceneSolid]:
    """Floor, table, zone and what is in the room."""
    work = work_of(ctx)
    table, zone, floor = work.table, work.footprint, -work.table_height_mm
    beyond = FLOOR_BEYOND_MM
    solids = [
        _slab(
            "floor", "room", table.left - beyond, table.right + beyond, table.near - beyond,
            table.far + beyond, floor - FLOOR_THICK_MM, floor,
        ),
        _slab("table", "table", table.left, table.right, table.near, table.far, -TABLE_MM, 0.0),
    ]  # fmt: skip
    if work.is_flat:
        solids.append(
            _slab("zone", "zone", zone.left, zone.right, zone.near, zone.far, 0.0, ZONE_THICK_MM)
        )
    else:
        middle = work.plane.middle
        axes = (Vector(1.0, 0.0, 0.0), work.plane.slope, work.plane.normal)
        sizes = Vector(work.plane.width_mm, work.plane.depth_mm, ZONE_THICK_MM)
        solids.append(
            SceneSolid("zone", "zone", np.zeros((0, 7)), (box_hull(middle, sizes, axes),))
        )
    solids += [
        _slab(one.name, "room", one.left, one.right, one.near, one.far, one.low, one.high)
        for one in work.blocks
    ]
    return solids


def _view(ctx: Context) -> SceneCamera | None:
    lens, _ = standing(ctx, ctx.of) if ctx.of else (None, None)
    if lens is None or lens.sight is None:
        return None
    pyramid = lens.sight.pyramid
    pose = pyramid.pose
    return SceneCamera(
        name=f"camera {letter_of(ctx, ctx.of)}, what it sees",
        place=lens.position,
        right=pose.right,
        up=pose.up,
        axis=pose.axis,
        across_deg=2 * float(np.degrees(np.arctan(pyramid.half_width))),
        aspect=pyramid.half_width / pyramid.half_height,
    )
