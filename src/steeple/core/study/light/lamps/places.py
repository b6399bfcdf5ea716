"""Where a lamp cannot stand, and whether a camera has it in its frame."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter
from steeple.core.study.light.lamps.scene import LightScene

HEAD_CLEAR_MM, WALL_CLEAR_MM, LAMP_CLEAR_MM = 120.0, 40.0, 30.0

ANOTHER_LAMP = "another lamp"

LAMP_ROOM = 0.8
"""Of a lamp's mean side, the ball that it is taken as where another comes near: flat lamps can stand a
little before and behind each other."""


def corners(emitter: Emitter) -> list[Vector]:
    """Middle and four corners of a lamp."""
    row = emitter.row
    u, v = Vector(*row[6:9]).times(row[12]), Vector(*row[9:12]).times(row[13])
    c = emitter.centre
    return [c, c.plus(u).plus(v), c.plus(u).minus(v), c.minus(u).plus(v), c.minus(u).minus(v)]


def outline(emitter: Emitter) -> list[Vector]:
    """Its edge as a polygon: a rectangle by its corners, what is round by twelve places."""
    row = emitter.row
    u, v = Vector(*row[6:9]).times(row[12]), Vector(*row[9:12]).times(row[13])
    c = emitter.centre
    if emitter.shape == "rectangle":
        return [c.plus(u).plus(v), c.minus(u).plus(v), c.minus(u).minus(v), c.plus(u).minus(v)]
    turns = [math.radians(30.0 * step) for step in range(12)]
    return [c.plus(u.times(math.cos(t))).plus(v.times(math.sin(t))) for t in turns]


def in_frame(scene: LightScene, emitter: Emitter) -> bool:
    """Whether a part of a lamp is in the picture."""
    lens = scene.lens
    if lens is None or lens.sight is None:
        return False
    return lens.sight.pyramid.sees_part_of(outline(emitter))


def blocked_by(scene: LightScene, emitter: Emitter) -> str:
    """What stands where a lamp would; empty where nothing does."""
    work = scene.work
    half = emitter.row[19] * 0.5
    for corner in corners(emitter):
        if (
            corner.z < 0
            and work.table.left < corner.x < work.table.right
            and work.table.near < corner.y < work.table.far
        ):
            return "table"
        ceiling = work.ceiling_at(corner.x, corner.y)
        if ceiling is not None and corner.z > ceiling - WALL_CLEAR_MM:
            return "ceiling"
        walls = work.walls
        if walls is not None and not (
            walls.left < corner.x < walls.right and walls.near < corner.y < walls.far
        ):
            return "wall"
        for block in work.blocks:
            if block.distance(corner) <= 0:
                return block.name
    heads = work.maker.heads
    gap = np.sqrt(((heads[:, :3] - np.array([*emitter.centre])) ** 2).sum(axis=1)) - heads[:, 3]
    if float(gap.min()) < HEAD_CLEAR_MM + half:
        return "your head"
    return ""


def _mean_side(emitter: Emitter) -> float:
    return (emitter.width_mm + emitter.height_mm) / 2


def in_another(emitter: Emitter, standing: Sequence[Emitter]) -> str:
    """Said where a lamp would stand in one that stands already; empty where there is room."""
    side = _mean_side(emitter)
    for other in standing:
        apart = emitter.centre.minus(other.centre).length
        if apart < (side + _mean_side(other)) * LAMP_ROOM / 2 + LAMP_CLEAR_MM:
            return ANOTHER_LAMP
    return ""
