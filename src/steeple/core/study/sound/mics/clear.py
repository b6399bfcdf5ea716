"""What a microphone is in the way of: pictures, light on the zone, hands and heads; and what holds it up."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from steeple.core.angles.sight import Edge, Things, in_picture
from steeple.core.geometry.apart import capsules_apart
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.pose import Pyramid
from steeple.core.geometry.solids import NO_SOLIDS
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter, light_at
from steeple.core.study.inputs.lamp import GivenLamp, measured_in, tables_of
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.light.lamps.scene import lattice
from steeple.core.study.light.lamps.targets import depth_of
from steeple.core.study.light.study import LIT_SHARE
from steeple.core.study.sound.given.mics import GivenMic
from steeple.core.study.sound.given.stands import NO_STAND, StandUse

POINTS = (16, 12)
LEAST_SHARE = 2e-4
"""Less of a picture than that is not seen."""
VIEW_DEG = 6.0
"""What is nearer than that to a line of sight is in the maker's view."""
HANDS_MM, HEAD_MM = 100.0, 60.0
"""A microphone so near is knocked by hands, or by a head that leans in; planning values of our own."""


@dataclass(frozen=True, slots=True)
class View:
    """A camera as a microphone must keep out of its picture."""

    id: str
    name: str
    pyramid: Pyramid


@dataclass(frozen=True, slots=True)
class InFrame:
    """A microphone, its boom or its stand in a picture: which camera, what of it, over which edge, and how far
    in from that, as a share of the picture."""

    camera: View
    part: str
    edge: Edge
    depth: float
    share: float


@dataclass(frozen=True, slots=True, eq=False)
class Lighting:
    """The lit lamps over the zone: points of it with their normal, and what shines."""

    points: Array
    normal: Array
    emitters: tuple[Emitter, ...]
    tables: Array


def lighting_of(work: GivenWork, lamps: Sequence[GivenLamp]) -> Lighting:
    """The lit lamps over the zone.

    Parameters
    ----------
    work, lamps
        the zone; every lamp of the plan.
    """
    lit = [one for one in lamps if one.is_lit and one.part.role != "practical"]
    return Lighting(
        points=lattice(work, *POINTS),
        normal=np.array([*work.plane.normal]),
        emitters=tuple(one.emitter for one in lit),
        tables=tables_of(measured_in(one.part.fixture for one in lamps)),
    )


def shadow_stops(lighting: Lighting, rows: Array) -> float:
    """How deep the shadow of some capsules on the zone is where it is deepest, in stops; lamps are areas.

    Parameters
    ----------
    lighting, rows
        the lit lamps; the capsules, shape (n, 7).
    """
    if not lighting.emitters or not len(rows):
        return 0.0
    lit = light_at(
        lighting.points, lighting.normal, lighting.emitters, NO_SOLIDS.with_capsules(rows),
        lighting.tables, how="sums",
    )  # fmt: skip
    free, seen = lit.free.sum(axis=0), lit.seen.sum(axis=0)
    reached = free > LIT_SHARE * float(free.max())
    if not reached.any():
        return 0.0
    return float(depth_of(free[reached], seen[reached]).max())


def frames_met(views: Sequence[View], mic: GivenMic) -> tuple[InFrame, ...]:
    """In which pictures it is, the most of it first; nothing of what is held by a camera in its own.

    Parameters
    ----------
    views, mic
        every camera that forms a picture; the microphone.
    """
    if not len(mic.rows):
        return ()
    parts = [("the microphone", mic.rows[: mic.bodies])]
    if len(mic.rows) > mic.bodies:
        parts.append(("its boom or stand", mic.rows[mic.bodies :]))
    things = Things(tuple(rows for _, rows in parts), tuple(() for _ in parts))
    found = []
    for view in views:
        if mic.part.held == "camera" and view.id == (mic.part.camera or views[0].id):
            continue
        places, _ = in_picture(view.pyramid, things)
        for (name, _), place in zip(parts, places, strict=True):
            if place.share > LEAST_SHARE:
                edge = place.edge
                found.append(InFrame(view, name, edge, place.depth(edge), place.share))
    return tuple(sorted(found, key=lambda one: -one.share))


@dataclass(frozen=True, slots=True)
class Nearness:
    """How near a microphone, its boom or its stand come to hands and to heads in any pose, in millimetres; and
    whether it hides the work from the maker's own eyes."""

    hands_mm: float
    head_mm: float
    in_view: bool = False

    @property
    def short_mm(self) -> float:
        """What is lacking of the room that both need; negative where there is enough."""
        return max(HANDS_MM - self.hands_mm, HEAD_MM - self.head_mm)


def nearness(work: GivenWork, rows: Array) -> Nearness:
    """How near some capsules come to the people at the table, in all poses.

    Parameters
    ----------
    work, rows
        the maker and everybody else; the capsules, shape (n, 7).
    """
    if not len(rows):
        return Nearness(math.inf, math.inf)
    poses = work.maker.poses
    arms = [] if work.maker.away else list(poses.arms)
    upper = [] if work.maker.away else list(poses.upper)
    upper.append(work.maker.company_rows)
    found = []
    for capsules in (arms, upper):
        every = np.vstack([np.zeros((0, 7)), *capsules])
        found.append(float(capsules_apart(rows, every).min()) if len(every) else math.inf)
    return Nearness(found[0], found[1], hides_work(work, rows))


def eye_lines(work: GivenWork) -> tuple[Array, Array]:
    """Where the maker's eyes are in the middle pose, and the ways from there to the zone, of length one.

    Parameters
    ----------
    work
        maker and zone.

    Returns
    -------
    Shapes (3,) and (n, 3).
    """
    eyes = np.array([*work.maker.poses.middle.eyes])
    ways = work.plane.lattice(7, 5, min(work.top_mm, 100.0)) - eyes
    return eyes, ways


def off_view_deg(work: GivenWork, points: Array) -> Array:
    """How far points are off all lines from the maker's eyes to the zone, in degrees; 180 for what lies behind
    the zone. Shape (n,).

    Parameters
    ----------
    work, points
        maker and zone; shape (n, 3).
    """
    eyes, ways = eye_lines(work)
    far = np.linalg.norm(ways, axis=1)
    there = points - eyes
    away = np.maximum(np.linalg.norm(there, axis=1), 1e-6)
    cosines = (there / away[:, None]) @ (ways / far[:, None]).T
    angles = np.degrees(np.arccos(np.clip(cosines, -1.0, 1.0)))
    return np.asarray(np.where(away[:, None] < far[None, :], angles, 180.0).min(axis=1))


def hides_work(work: GivenWork, rows: Array) -> bool:
    """Whether something stands between the maker's eyes and the zone.

    Parameters
    ----------
    work, rows
        maker and zone; capsules, shape (n, 7).
    """
    if work.maker.away or not len(rows):
        return False
    shares = np.linspace(0.0, 1.0, 12)[:, None]
    points = np.vstack([row[:3] + shares * (row[3:6] - row[:3]) for row in rows])
    return bool((off_view_deg(work, points) < VIEW_DEG).any())


def stand_short_mm(mic: GivenMic) -> float:
    """By how much its stand does not reach it: sideways, up or down; 0 where it does, or has none.

    Parameters
    ----------
    mic
        at its place.
    """
    if mic.use is None or mic.foot is None:
        return 0.0
    return max(reach_short_mm(mic.place, mic.foot, mic.ground_mm, mic.use), 0.0)


def reach_short_mm(
    place: Vector, foot: tuple[float, float], ground_mm: float, use: StandUse
) -> float:
    """By how much a stand does not reach a place; negative where there is reach to spare.

    Parameters
    ----------
    place, foot, ground_mm, use
        of the microphone; of its column; what that stands on; what the stand can do.
    """
    above = place.z - ground_mm
    sideways = math.dist((place.x, place.y), foot) - max(use.reach_mm, NO_STAND)
    return max(sideways, above - use.highest_mm, use.lowest_mm - above)
