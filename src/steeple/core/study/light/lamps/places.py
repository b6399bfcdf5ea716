"""Where a lamp cannot stand, and whether a camera has it in its frame."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from steeple.core.geometry.kernels import Array, Flags
from steeple.core.geometry.meeting import Boxes, axes_gap, capsule_gaps, joined
from steeple.core.geometry.solids import Hull, box_hull
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter
from steeple.core.light.softness import outline
from steeple.core.study.inputs.lamp import Reach
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.light.lamps.scene import BODY_CLEAR_MM, LightScene

WALL_CLEAR_MM, LAMP_CLEAR_MM = 40.0, 10.0

ANOTHER_LAMP = "another lamp"

DEEP, LEAST_DEEP_MM, MOST_DEEP_MM = 0.1, 30.0, 120.0
"""How far a lamp goes back behind what glows, as a share of its shorter side, and its bounds; planning
values of our own."""
AS_SQUARE = math.sqrt(math.pi) / 2
"""Side of the square that covers as much as a disc, ÷ its diameter."""
RING_PARTS = 12
STAND_TUBE_MM, STAND_FEET_MM = 15.0, 350.0
"""Radius of the column of a lamp stand, and of the circle on which its feet stand; planning values."""


def boxes_of(emitter: Emitter) -> Boxes:
    """The body of a lamp as boxes: what glows, and what is behind it; a ring in parts round its hole."""
    row = emitter.row
    middle = np.array(row[0:3])
    out, u, v = (np.array(row[at : at + 3]) for at in (3, 6, 9))
    short = min(emitter.width_mm, emitter.height_mm)
    deep = min(MOST_DEEP_MM, max(LEAST_DEEP_MM, DEEP * short)) / 2
    if emitter.shape == "bulb":
        half = AS_SQUARE * emitter.width_mm / 2
        return Boxes(middle[None], np.array([[u, v, out]]), np.full((1, 3), half))
    back = middle - deep * out
    if emitter.hole_mm <= 0:
        round_it = 1.0 if emitter.shape == "rectangle" else AS_SQUARE
        halves = [round_it * emitter.width_mm / 2, round_it * emitter.height_mm / 2, deep]
        return Boxes(back[None], np.array([[u, v, out]]), np.array([halves]))
    thick = (emitter.width_mm - emitter.hole_mm) / 4
    across = emitter.hole_mm / 2 + thick
    along = across * math.tan(math.pi / RING_PARTS)
    turns = 2 * math.pi * np.arange(RING_PARTS) / RING_PARTS
    outward = np.cos(turns)[:, None] * u + np.sin(turns)[:, None] * v
    sideways = np.cross(out, outward)
    axes = np.stack([outward, sideways, np.broadcast_to(out, outward.shape)], axis=1)
    sizes = np.tile([thick, along, LEAST_DEEP_MM / 2], (RING_PARTS, 1))
    return Boxes(middle - LEAST_DEEP_MM / 2 * out + across * outward, axes, sizes)


def _glowing(emitter: Emitter) -> list[list[Vector]]:
    """What glows, as flat convex parts."""
    edge = outline(emitter)
    if emitter.hole_mm <= 0:
        return [edge]
    share = emitter.hole_mm / emitter.width_mm
    inner = [emitter.centre.plus(one.minus(emitter.centre).times(share)) for one in edge]
    pairs = list(zip(edge, inner, strict=True))
    return [[a, c, d, b] for (a, b), (c, d) in zip(pairs, (*pairs[1:], pairs[0]), strict=True)]


def in_frame(scene: LightScene, emitter: Emitter) -> bool:
    """Whether a part of a lamp is in the picture; one may look through the hole of a ring."""
    lens = scene.lens
    if lens is None or lens.sight is None:
        return False
    pyramid = lens.sight.pyramid
    return any(pyramid.sees_part_of(part) for part in _glowing(emitter))


def blocked_by(scene: LightScene, emitter: Emitter) -> str:
    """What stands where a lamp would; empty where nothing does."""
    return blocked(scene, (emitter,))[0]


def blocked(scene: LightScene, emitters: Sequence[Emitter]) -> list[str]:
    """For each of some lamps what stands where it would: table, ceiling, wall, a thing of the room or
    on the table, a card, a camera, what holds it, or the maker in any pose; empty where nothing does."""
    return boxes_blocked(scene, [boxes_of(one) for one in emitters])


def boxes_blocked(scene: LightScene, parts: Sequence[Boxes]) -> list[str]:
    """The same for bodies of any kind, each of one box or more."""
    if not parts:
        return []
    boxes = joined(list(parts))
    of = np.repeat(np.arange(len(parts)), [len(one) for one in parts])
    said = [_bounds(scene.work, boxes.corners[of == index]) for index in range(len(parts))]
    for name, solids, clear_mm in scene.obstacles:
        if isinstance(solids, Hull):
            meets = _meets_hull(boxes, solids, clear_mm)
        else:
            meets = np.asarray(
                (capsule_gaps(boxes, solids, enough_mm=clear_mm) < clear_mm).any(axis=1)
            )
        for index in np.unique(of[meets]):
            said[index] = said[index] or name
    return said


def _bounds(work: GivenWork, corners: Array) -> str:
    table = work.table
    for x, y, z in corners.reshape(-1, 3).tolist():
        if z < 0 and table.left < x < table.right and table.near < y < table.far:
            return "table"
        if z < -work.table_height_mm:
            return "floor"
        ceiling = work.ceiling_at(x, y)
        if ceiling is not None and z > ceiling - WALL_CLEAR_MM:
            return "ceiling"
        walls = work.walls
        if walls is not None:
            past = {
                "the left wall": walls.left - x,
                "the right wall": x - walls.right,
                "the wall behind you": walls.near - y,
                "the far wall": y - walls.far,
            }
            name = max(past, key=lambda one: past[one])
            if past[name] >= 0:
                return name
    return ""


def _meets_hull(boxes: Boxes, hull: Hull, clear_mm: float) -> Flags:
    """Which boxes come nearer to a convex solid."""
    ball = np.array(hull.ball)
    away = np.sqrt(((boxes.middles - ball[:3]) ** 2).sum(axis=1))
    near: Flags = np.asarray(away <= boxes.radii + ball[3] + clear_mm)
    if not near.any():
        return near
    a, b = hull.corners[hull.edges[:, 0]], hull.corners[hull.edges[:, 1]]
    edges = b - a
    edges = edges / np.sqrt((edges**2).sum(axis=1))[:, None].clip(1e-12)
    corners = boxes.corners
    for index in np.flatnonzero(near):
        normals = np.vstack([boxes.axes[index], hull.planes[:, :3]])
        gap = axes_gap(corners[index], hull.corners, normals, boxes.axes[index], edges)
        near[index] = gap < clear_mm
    return near


def hulls_of(emitter: Emitter) -> list[Hull]:
    """The body of a lamp as convex solids."""
    boxes = boxes_of(emitter)
    found = []
    for middle, axes, halves in zip(boxes.middles, boxes.axes, boxes.halves, strict=True):
        x, y, z = (Vector(*axis.tolist()) for axis in axes)
        sizes = Vector(*(2 * halves).tolist())
        found.append(box_hull(Vector(*middle.tolist()), sizes, (x, y, z)))
    return found


def in_another(
    emitter: Emitter, standing: Sequence[Emitter], *, clear_mm: float = LAMP_CLEAR_MM
) -> str:
    """Said where a lamp would stand in one that stands already; empty where there is room.

    Parameters
    ----------
    emitter, standing
        the lamp, and those that stand.
    clear_mm
        room to leave between; negative = they may touch, and be so deep in each other.
    """
    ours = boxes_of(emitter)
    for other in standing:
        theirs = boxes_of(other)
        for i, ball in enumerate(ours.radii):
            for j, also in enumerate(theirs.radii):
                away = float(np.linalg.norm(ours.middles[i] - theirs.middles[j]))
                if away > ball + also + clear_mm:
                    continue
                normals = np.vstack([ours.axes[i], theirs.axes[j]])
                gap = axes_gap(
                    ours.corners[i], theirs.corners[j], normals, ours.axes[i], theirs.axes[j]
                )
                if gap < clear_mm:
                    return ANOTHER_LAMP
    return ""


def stand_in_the_way(scene: LightScene, emitter: Emitter, reach: Reach) -> str:
    """What is in the way of the stand of a lamp: floor to keep clear, a wall, a thing, the maker; empty
    where nothing is, where it stands on the table, or where it is not known to stand."""
    work, place = scene.work, emitter.centre
    table = work.table
    over_table = table.left < place.x < table.right and table.near < place.y < table.far
    if reach == (None, None) or over_table:
        return ""
    for kept, area in work.clear:
        dx = max(area.left - place.x, 0.0, place.x - area.right)
        dy = max(area.near - place.y, 0.0, place.y - area.far)
        if math.hypot(dx, dy) < STAND_FEET_MM:
            return kept.name
    floor = -work.table_height_mm
    half = max(1.0, place.z - emitter.height_mm / 2 - floor) / 2
    upright = Boxes(
        np.array([[place.x, place.y, floor + half]]),
        np.eye(3)[None],
        np.array([[STAND_TUBE_MM, STAND_TUBE_MM, half]]),
    )
    for name, solids, _ in scene.obstacles:
        if isinstance(solids, Hull):
            meets = bool(_meets_hull(upright, solids, 0.0)[0])
        else:
            meets = bool(
                (capsule_gaps(upright, solids, enough_mm=BODY_CLEAR_MM) < BODY_CLEAR_MM).any()
            )
        if meets:
            return name
    return ""
