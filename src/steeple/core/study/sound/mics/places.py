"""Where a microphone could be: the nearest place to what it hears that is in nobody's way.

Every direction and distance worth a thought is tried: first in the rough, all at once, against pictures,
people, walls, ceiling and the height of the stand; then the nearest ones exactly, with boom, column and shadow.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from steeple.core.budget import look
from steeple.core.geometry.apart import points_apart
from steeple.core.geometry.kernels import Array, Flags
from steeple.core.geometry.pose import Pyramid
from steeple.core.geometry.room import Block
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.parts.sounding.microphone import MicPlace, PlacedMic
from steeple.core.plan.parts.support import Foot
from steeple.core.study.angles.things import TABLE_MM
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.sound.given.mics import (
    BOOM_MM,
    LENGTH_MM,
    GivenMic,
    given_mic,
)
from steeple.core.study.sound.given.sources import GivenSource
from steeple.core.study.sound.given.stands import StandUse, feet_round, stand_of
from steeple.core.study.sound.mics.clear import (
    HANDS_MM,
    HEAD_MM,
    VIEW_DEG,
    Lighting,
    View,
    frames_met,
    nearness,
    off_view_deg,
    shadow_stops,
    stand_short_mm,
)

DISTANCES_MM = (300, 350, 400, 450, 500, 600, 700, 800, 950, 1100, 1300, 1500, 1800)
AROUND, UP_DEG = 32, (-30, -15, 0, 10, 20, 30, 40, 50, 60, 70, 80)
COMFORT_MM = 170.0
"""So far from heads and bodies a microphone is put where there is a choice; a planning value of our own."""
OFF_TABLE_MM, OFF_WALL_MM, OFF_CEILING_MM = 60.0, 100.0, 60.0
LOOKED_AT = 24
"""So many places that do in the rough are looked at exactly before a kind is given up."""
SHADOW_STOPS = 0.4
"""A shadow up to this is not seen; as for camera and rig."""
SAMPLES = 16
"""Boom and column are looked at in the rough at so many places of each."""
GRID_MM = 10.0
ROOM_MM = 25.0
"""Places that are found keep so far out of pictures: nobody places a microphone to the millimetre."""


@dataclass(frozen=True, slots=True)
class Surroundings:
    """What a place is judged against."""

    work: GivenWork
    views: tuple[View, ...]
    lighting: Lighting
    sources: tuple[GivenSource, ...]
    cameras: dict[str, Vector]


def outside(pyramid: Pyramid, points: Array) -> Array:
    """How far points are from a picture, in millimetres, by the sides of its pyramid: never more than they are;
    negative inside. Shape (n,).

    Parameters
    ----------
    pyramid, points
        the camera; shape (n, 3).
    """
    way = points - np.array([*pyramid.pose.position])
    walls = np.array([[*wall.unit] for wall in (pyramid.pose.axis, *pyramid.walls)])
    return np.asarray(-(walls @ way.T).min(axis=0))


def _round(source: Vector) -> Array:
    """Places round a source, shape (n, 3), on whole centimetres."""
    found = []
    for distance in DISTANCES_MM:
        for up in UP_DEG:
            level = distance * math.cos(math.radians(up))
            for turn in range(AROUND):
                angle = 2 * math.pi * turn / AROUND
                found.append(
                    (
                        source.x + level * math.sin(angle),
                        source.y + level * math.cos(angle),
                        source.z + distance * math.sin(math.radians(up)),
                    )
                )
    return np.unique(np.round(np.array(found) / GRID_MM) * GRID_MM, axis=0)


def _over_instrument(source: GivenSource, work: GivenWork) -> Array:
    """Places over an instrument and beyond it, never over who plays it, shape (n, 3)."""
    middle = source.middle
    found = [
        (middle.x + x, middle.y + y, middle.z + z)
        for x in (0.0, -100.0, 100.0, -200.0, 200.0)
        for y in range(math.ceil(_near_edge(source, work) / 100) * 100, 1001, 100)
        for z in (*range(200, 701, 50), *range(800, 1601, 100))
    ]
    return np.round(np.array(found) / GRID_MM) * GRID_MM


def _near_edge(source: GivenSource, work: GivenWork) -> float:
    """The edge of an instrument at the player's side, from its middle."""
    return work.footprint.near - source.middle.y


def _on_table(work: GivenWork, height_mm: float) -> Array:
    table, zone = work.table, work.footprint
    found = [
        (x, y, height_mm)
        for x in np.arange(table.left + 60.0, table.right - 59.0, 50.0)
        for y in np.arange(table.near + 60.0, table.far - 59.0, 50.0)
        if not (zone.left - 60 < x < zone.right + 60 and zone.near - 60 < y < zone.far + 60)
    ]
    return np.array(found, dtype=np.float64).reshape(-1, 3)


def _roughly(points: Array, part: PlacedMic, round_: Surroundings, use: StandUse | None) -> Flags:
    """Which places are worth a look: out of every picture, off people, within the room."""
    work = round_.work
    radius = ROOM_MM + 30.0
    good = np.ones(len(points), dtype=bool)
    apart = (part.pair.apart_mm or 0.0) / 2 if part.pair else 0.0
    for view in round_.views:
        for shift in {-apart, 0.0, apart}:
            good &= outside(view.pyramid, points + np.array([shift, 0.0, 0.0])) > radius
    at = np.flatnonzero(good)
    if len(at) and not work.maker.away:
        good[at] &= off_view_deg(work, points[at]) > 2.0 * VIEW_DEG
    table = work.table
    over = (points[:, 0] > table.left) & (points[:, 0] < table.right)
    over &= (points[:, 1] > table.near) & (points[:, 1] < table.far)
    lowest = np.where(over, OFF_TABLE_MM, 100.0 - work.table_height_mm)
    good &= points[:, 2] > lowest
    zone = work.footprint
    above_work = (points[:, 0] > zone.left) & (points[:, 0] < zone.right)
    above_work &= (points[:, 1] > zone.near) & (points[:, 1] < zone.far)
    good &= ~above_work | (points[:, 2] > work.top_mm + 150.0)
    if use is not None:
        ground = -work.table_height_mm if use.on == "floor" else 0.0
        good &= (points[:, 2] - ground >= use.lowest_mm) & (points[:, 2] - ground <= use.highest_mm)
    if work.walls is not None:
        walls = work.walls
        good &= (points[:, 0] > walls.left + OFF_WALL_MM) & (
            points[:, 0] < walls.right - OFF_WALL_MM
        )
        good &= (points[:, 1] > walls.near + OFF_WALL_MM) & (points[:, 1] < walls.far - OFF_WALL_MM)
    if work.ceiling is not None:
        at = np.flatnonzero(good)
        room = np.array(
            [(work.ceiling_at(x, y) or math.inf) - z for x, y, z in points[at].tolist()]
        )
        good[at] &= room > OFF_CEILING_MM + LENGTH_MM
    for block in work.blocks:
        low = np.array([block.left, block.near, block.low]) - OFF_TABLE_MM
        high = np.array([block.right, block.far, block.high]) + OFF_TABLE_MM
        good &= ~((points > low) & (points < high)).all(axis=1)
    poses = work.maker.poses
    arms = [] if work.maker.away else list(poses.arms)
    upper = [] if work.maker.away else list(poses.upper)
    for capsules, needs in (
        (arms, HANDS_MM),
        ([*upper, work.maker.company_rows], max(HEAD_MM, COMFORT_MM)),
    ):
        every = np.vstack([np.zeros((0, 7)), *capsules])
        at = np.flatnonzero(good)
        if len(at) and len(every):
            good[at] &= points_apart(points[at], every) > needs + 20.0
    return good


def is_clear(mic: GivenMic, round_: Surroundings) -> bool:
    """Whether a microphone is in nobody's way and held up: out of pictures and light, clear of people.

    Parameters
    ----------
    mic, round_
        the microphone at its place; what it is judged against.
    """
    work = round_.work
    near = nearness(work, mic.rows)
    if stand_short_mm(mic) > 0.5 or near.short_mm > 0.0 or near.in_view:
        return False
    if any(block_met(mic, work)) or frames_met(round_.views, mic):
        return False
    return shadow_stops(round_.lighting, mic.rows) <= SHADOW_STOPS


def block_met(mic: GivenMic, work: GivenWork) -> Iterator[str]:
    """What of the room it passes through, by name: things that stand or hang there, things in the zone, the table,
    the floor, the walls.

    Parameters
    ----------
    mic, work
        the microphone; what stands and hangs in the room.
    """
    rows = mic.rows.tolist()
    for block in (*work.blocks, *_solid(work)):
        for row in rows:
            if block.meets(Vector(*row[:3]), Vector(*row[3:6])):
                yield block.name
                break
    ends = [end for row in rows for end in (row[:3], row[3:6])]
    if any(z < -work.table_height_mm - 1.0 for _, _, z in ends):
        yield "the floor"
    walls = work.walls
    if walls is not None and any(
        not (walls.left <= x <= walls.right and walls.near <= y <= walls.far) for x, y, _ in ends
    ):
        yield "a wall"


def _solid(work: GivenWork) -> list[Block]:
    """Table top and things in the zone as boxes."""
    table = work.table
    found = [Block("the table", table.left, table.right, table.near, table.far, -TABLE_MM, -1.0)]
    if work.is_flat:
        for one in work.items:
            half, deep = one.width_mm / 2, (one.depth_mm or one.width_mm) / 2
            found.append(
                Block(
                    f"the {one.name}", one.x_mm - half, one.x_mm + half, one.y_mm - deep,
                    one.y_mm + deep, 0.0, one.top_mm,
                )
            )  # fmt: skip
    return found


def placed(part: PlacedMic, place: Vector, foot: tuple[float, float] | None) -> PlacedMic:
    """A microphone put to a place.

    Parameters
    ----------
    part, place, foot
        as the plan has it; where; where its column stands, None where it has none.
    """
    position = MicPlace(x_mm=round(place.x), y_mm=round(place.y), z_mm=round(place.z))
    at = Foot() if foot is None else Foot(x_mm=round(foot[0]), y_mm=round(foot[1]))
    return part.model_copy(update={"position": position, "foot": at, "toward_deg": None})


def best_place(
    part: PlacedMic, index: int, source: GivenSource, round_: Surroundings
) -> GivenMic | None:
    """The best place of a microphone for what holds it: the nearest to what it hears that is in nobody's way;
    of a pair over an instrument the nearest from which the whole of it lands between left and right. None where
    there is none.

    Parameters
    ----------
    part, index, source, round_
        the microphone; where it is among those of the plan; what it hears; what it is judged against.
    """
    use = stand_of(part)
    if use is None:
        found = given_mic(part, index, round_.work, [source], round_.cameras, Assumptions())
        return found if is_clear(found, round_) else None
    for tried, (place, foot) in enumerate(_places(part, source, round_, use)):
        look()
        if tried >= LOOKED_AT:
            return None
        there = placed(part, place, foot)
        given = given_mic(there, index, round_.work, [source], round_.cameras, Assumptions())
        if is_clear(given, round_):
            return given
    return None


def _places(
    part: PlacedMic, source: GivenSource, round_: Surroundings, use: StandUse
) -> Iterator[tuple[Vector, tuple[float, float]]]:
    """Places that may do with feet for each, the best first."""
    work = round_.work
    if part.held == "table":
        height = min(max(use.lowest_mm, 150.0), use.highest_mm)
        points = _on_table(work, height)
    elif source.kind == "voice" or part.pair is None:
        points = _round(source.middle)
    else:
        points = _over_instrument(source, work)
    if not len(points):
        return
    points = points[_roughly(points, part, round_, use)]
    away = np.linalg.norm(points - np.array([*source.middle]), axis=1)
    if part.pair is not None:
        # A pair as far away as half the instrument is wide hears all of it alike.
        wide = source.ends[1].minus(source.ends[0]).length
        away = np.abs(away - 0.6 * max(wide, 500.0)) + 2.0 * np.abs(points[:, 0] - source.middle.x)
    elif source.kind == "voice":
        # Before the mouth rather than beside or behind it.
        ahead = (points - np.array([*source.middle])) @ np.array([*source.looks])
        away = away + 0.8 * np.maximum(0.0, -ahead)
    for at in np.argsort(away, kind="stable").tolist():
        place = Vector(*points[at].tolist())
        feet = feet_round(place, work, use)
        if feet:
            look()
            held = _out_of_pictures(place, feet, round_, use)
            yield from ((place, foot) for foot, out in zip(feet, held, strict=True) if out)


def _out_of_pictures(
    place: Vector, feet: list[tuple[float, float]], round_: Surroundings, use: StandUse
) -> Flags:
    """For which feet boom and column keep out of every picture and off people, in the rough."""
    ground = -round_.work.table_height_mm if use.on == "floor" else 0.0
    tops = np.array([(x, y, place.z) for x, y in feet])
    shares = np.linspace(0.0, 1.0, SAMPLES)[None, :, None]
    start = np.array([*place])
    booms = start + shares * (tops - start)[:, None, :]
    bottoms = tops * np.array([1.0, 1.0, 0.0]) + np.array([0.0, 0.0, ground])
    columns = tops[:, None, :] + shares * (bottoms - tops)[:, None, :]
    points = np.concatenate([booms, columns], axis=1)
    flat = points.reshape(-1, 3)
    good = np.ones(len(flat), dtype=bool)
    for view in round_.views:
        good &= outside(view.pyramid, flat) > BOOM_MM + 5.0
    if not round_.work.maker.away:
        good &= off_view_deg(round_.work, flat) > VIEW_DEG
    return np.asarray(good.reshape(len(feet), -1).all(axis=1))


def without_place(part: PlacedMic) -> PlacedMic:
    """The same left to the search: no place, no foot.

    Parameters
    ----------
    part
        as the plan has it.
    """
    return part.model_copy(update={"position": MicPlace(), "foot": Foot(), "toward_deg": None})
