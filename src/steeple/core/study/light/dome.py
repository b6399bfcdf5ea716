"""The dome: every direction a lamp could come from, judged for shadow, glare, frame and room.

For each direction the lamp is put there and lit alone, and in every pose it is asked how much of the
light that it sends to the action reaches what the camera sees of it. That share, the glare into the
camera, and whether a lamp can stand there at all make the dome.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from steeple.core.budget import side_by_side
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.workplane import WorkPlane
from steeple.core.light.emitters import Emitter, Lit, light_at, rows_of
from steeple.core.light.gloss import FINISHES, VISIBLE, gloss_luminance
from steeple.core.light.softness import soft_edges_mm
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.study.base.sentence import Sentence, mm, say
from steeple.core.study.inputs.lamp import (
    UNKNOWN_CD,
    Reach,
    beyond_stand,
    emitter_of,
    spot_at,
)
from steeple.core.study.light.lamps.places import blocked, in_another, in_frame, stand_in_the_way
from steeple.core.study.light.lamps.scene import LightScene, lattice
from steeple.core.study.light.lamps.targets import (
    ALL_POSES,
    DRAFT_POSES,
    Targets,
    darkest_twentieth,
    depth_of,
    targets_of,
)

AZIMUTHS, ELEVATIONS = 24, (15.0, 25.0, 35.0, 45.0, 55.0, 65.0, 75.0, 85.0)
GLARE_POINTS = (9, 6)
DEPTH_COST = 0.35
"""What a stop of shadow costs where other lamps stand."""
SOFTEST_MM = 300.0
LOW_DEG, LOW_COST = 40.0, 0.006
"""What a low lamp costs a degree: it lights the near side of the zone far more than the far one."""
_THREADS = 2


@dataclass(frozen=True, slots=True)
class Direction:
    """One direction of the dome.

    ``share`` of the light that reaches what is seen of action and zone: mean over the poses;
    ``worst`` in the worst of them. ``glare``: share of the zone over which the lamp is seen in the
    gloss. ``blocked`` says why no lamp can stand there; empty where one can. ``depth_stops``: with
    the other lamps lit, depth of the shadows that are left in the darkest twentieth of what is seen;
    None where the lamp is looked at alone.
    """

    azimuth_deg: float
    elevation_deg: float
    share: float
    worst: float
    glare: float
    in_frame: bool
    blocked: str
    depth_stops: float | None = None

    @property
    def free(self) -> bool:
        """Whether a lamp may stand there: nothing in the way, and not in the picture."""
        return not self.blocked and not self.in_frame

    @property
    def way(self) -> tuple[float, float]:
        """Azimuth and elevation."""
        return self.azimuth_deg, self.elevation_deg


def apart_deg(a: tuple[float, float], b: tuple[float, float]) -> float:
    """Angle between two directions, each by azimuth and elevation."""
    up_a, up_b, turn = math.radians(a[1]), math.radians(b[1]), math.radians(a[0] - b[0])
    cosine = math.sin(up_a) * math.sin(up_b) + math.cos(up_a) * math.cos(up_b) * math.cos(turn)
    return math.degrees(math.acos(min(1.0, max(-1.0, cosine))))


def directions(
    azimuths: int = AZIMUTHS, elevations: Sequence[float] = ELEVATIONS
) -> list[tuple[float, float]]:
    """Every direction looked at: azimuth and elevation."""
    return [
        (360.0 / azimuths * step, elevation) for elevation in elevations for step in range(azimuths)
    ]


def lamp_in(
    scene: LightScene, fixture: Fixture, where: tuple[float, float], distance_mm: float
) -> Emitter:
    """The lamp in a direction, turned to the middle of the zone."""
    middle = scene.work.plane.middle
    place = spot_at(middle, where[0], where[1], distance_mm)
    return emitter_of(fixture, place, middle.minus(place), UNKNOWN_CD, scene.measured)


def _share(lit: Lit, weights: Array) -> Array:
    """Of each lamp: light that arrives ÷ light that it sends, over weighted points."""
    free = lit.free @ weights
    return np.where(free > 0, (lit.seen @ weights) / np.maximum(free, 1e-12), 0.0)


def lit_in_poses(
    scene: LightScene, emitters: Array, targets: Targets, poses: Sequence[int]
) -> list[Lit]:
    """Each lamp on what is seen in each pose, with everything in the way; two poses at a time."""
    normal = np.array([*scene.work.plane.normal])

    def one(place: int) -> Lit:
        return light_at(
            targets.points[place],
            normal,
            emitters,
            scene.in_pose(poses[place]),
            scene.tables,
            how="sums",
        )

    return side_by_side(one, range(len(poses)), threads=_THREADS)


def shares(lit: Sequence[Lit], targets: Targets) -> tuple[Array, Array]:
    """Mean and least share of each lamp over the poses; shapes (lamps,)."""
    found = np.array(
        [
            _share(one, weights) if len(weights) else np.ones(len(one.free))
            for one, weights in zip(lit, targets.weights, strict=True)
        ]
    )
    return found.mean(axis=0), found.min(axis=0)


def glare_shares(scene: LightScene, emitters: Array) -> Array:
    """Share of the zone over which each lamp is seen in the gloss of the work, in the picture."""
    lens = scene.lens
    if lens is None or lens.sight is None or not len(emitters):
        return np.zeros(len(emitters))
    points = lattice(scene.work, *GLARE_POINTS)
    plane, finish = scene.work.plane, FINISHES[scene.work.gloss]
    # By turns, as lamps that are low or high take longer.
    halves = [emitters[first::_THREADS] for first in range(_THREADS)]

    def one(rows: Array) -> Array:
        if not len(rows):
            return np.zeros(0)
        gloss = gloss_luminance(points, plane.normal, lens.position, rows, finish, scene.tables)
        lit = light_at(
            points, np.array([*plane.normal]), rows, scene.things, scene.tables, how="sums"
        )
        diffuse = np.maximum(lit.free * scene.work.reflectance / math.pi, 1e-9)
        open_share = lit.seen / np.maximum(lit.free, 1e-12)
        return np.asarray((gloss * open_share / diffuse >= VISIBLE).mean(axis=1))

    found = np.zeros(len(emitters))
    for first, part in enumerate(side_by_side(one, halves, threads=_THREADS)):
        found[first::_THREADS] = part
    return found


@dataclass(frozen=True, slots=True, eq=False)
class Beside:
    """The light of everything else, in lux at the targets of all poses: past the things alone, and
    past everything; ``cd`` is what the lamp in hand has on its axis."""

    things: tuple[Array, ...]
    everything: tuple[Array, ...]
    cd: float


def _depths(
    scene: LightScene, rows: Array, targets: Targets, poses: Sequence[int], lit: Sequence[Lit],
    beside: Beside,
) -> Array:  # fmt: skip
    """Shadows that each lamp leaves with all others lit, shape (lamps,)."""
    together = np.vstack(targets.points)
    normal = np.array([*scene.work.plane.normal])

    def past_things(some: Array) -> Array:
        return light_at(together, normal, some, scene.things, scene.tables, how="sums").seen

    parts = np.array_split(rows, _THREADS)
    things = np.vstack(side_by_side(past_things, parts, threads=_THREADS))
    scale = beside.cd / UNKNOWN_CD
    without = scale * things + np.concatenate([beside.things[pose] for pose in poses])
    within = scale * np.hstack([one.seen for one in lit])
    within = within + np.concatenate([beside.everything[pose] for pose in poses])
    weights = np.concatenate(targets.weights)
    return np.array([darkest_twentieth(one, weights) for one in depth_of(without, within)])


def dome(
    scene: LightScene,
    fixture: Fixture,
    *,
    distance_mm: float,
    where: Sequence[tuple[float, float]] | None = None,
    draft: bool = False,
    beside: Beside | None = None,
    reach: Reach = (None, None),
    standing: Sequence[Emitter] = (),
) -> tuple[Direction, ...]:
    """Every direction of the dome for a lamp at a distance.

    Parameters
    ----------
    scene
        camera, work, people and things.
    fixture
        the lamp.
    distance_mm
        from the middle of the zone.
    where
        directions to look at; None = all of them.
    draft
        three poses instead of nine, for an answer while something is moved.
    beside
        the light of other lamps; None = the lamp alone.
    reach
        how low and how high its stand holds it.
    standing
        the lamps that stand already.
    """
    looked = list(where) if where is not None else directions()
    emitters = [lamp_in(scene, fixture, one, distance_mm) for one in looked]
    rows = rows_of(tuple(emitters))
    poses = DRAFT_POSES if draft else ALL_POSES
    targets = targets_of(scene, poses)
    lit = lit_in_poses(scene, rows, targets, poses)
    mean, least = shares(lit, targets)
    glare, barriers = glare_shares(scene, rows), blocked(scene, emitters)
    depths = None if beside is None else _depths(scene, rows, targets, poses, lit, beside)
    return tuple(
        Direction(
            azimuth_deg=one[0],
            elevation_deg=one[1],
            share=float(mean[index]),
            worst=float(least[index]),
            glare=float(glare[index]),
            in_frame=in_frame(scene, emitters[index]),
            blocked=barriers[index]
            or beyond_stand(emitters[index].centre.z, reach)
            or stand_in_the_way(scene, emitters[index], reach)
            or in_another(emitters[index], standing),
            depth_stops=None if depths is None else float(depths[index]),
        )
        for index, one in enumerate(looked)
    )


def seen_by_too(
    found: Sequence[Direction],
    scenes: Sequence[LightScene],
    fixture: Fixture,
    distance_mm: float,
) -> tuple[Direction, ...]:
    """The directions with what other cameras have against them: a lamp in their picture, its mirror
    image in theirs."""
    for scene in scenes:
        emitters = [lamp_in(scene, fixture, one.way, distance_mm) for one in found]
        glare = glare_shares(scene, rows_of(tuple(emitters)))
        found = [
            replace(
                one,
                glare=max(one.glare, float(share)),
                in_frame=one.in_frame or in_frame(scene, emitter),
            )
            for one, emitter, share in zip(found, emitters, glare, strict=True)
        ]
    return tuple(found)


def merit(direction: Direction) -> float:
    """How good a direction is: what stays lit, less what glares; nothing where none can stand."""
    if not direction.free:
        return -1.0
    low = LOW_COST * max(0.0, LOW_DEG - direction.elevation_deg)
    if direction.depth_stops is not None:
        return 1.0 - DEPTH_COST * direction.depth_stops - 1.5 * min(direction.glare, 0.5) - low
    return 0.6 * direction.share + 0.4 * direction.worst - 1.5 * min(direction.glare, 0.5) - low


def best_of(found: Sequence[Direction]) -> Direction | None:
    """The best direction; of equals the one nearest to 45° up, then the first."""
    able = [one for one in found if one.free]
    if not able:
        return None
    return max(able, key=lambda one: (round(merit(one), 2), -abs(one.elevation_deg - 50.0)))


def soft_mm(plane: WorkPlane, emitter: Emitter, caster_mm: float) -> float:
    """Width of the soft edge of a shadow in the middle of the work, where it is hardest; 30 cm stand for
    more.

    Parameters
    ----------
    plane
        the work.
    emitter
        the lamp in its place.
    caster_mm
        what throws the shadow, above the work.
    """
    edges = soft_edges_mm(emitter, foot=plane.middle, normal=plane.normal, caster_mm=caster_mm)
    return min(SOFTEST_MM, *edges)


def soft_words(soft: float) -> Sentence:
    """How wide a soft edge is, as `soft_mm` has it."""
    return say("{soft} or more" if soft >= SOFTEST_MM else "{soft}", soft=mm(soft))


def best_directions(scene: LightScene, fixture: Fixture, distance_mm: float) -> Iterator[Direction]:
    """The best directions, best first."""
    found = dome(scene, fixture, distance_mm=distance_mm)
    yield from sorted((one for one in found if one.free), key=merit, reverse=True)
