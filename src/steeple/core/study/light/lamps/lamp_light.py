"""What each lamp gives by itself, at one candela on its axis.

Light adds up: what a plan's lamps give together follows from these by their levels. So a plan with
one lamp moved is worked out for that lamp alone, and one with a level changed for none.

References: IES, *Lighting Handbook* (bounce off matt surfaces: M = ρE, L = M ÷ π); Murdoch,
*Illuminating Engineering* (one mean bounce of a room: the integrating sphere).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import partial

import numpy as np

from steeple.core.budget import side_by_side
from steeple.core.geometry.kernels import Array
from steeple.core.light.emitters import Emitter, Lit, light_at, rows_of
from steeple.core.light.gloss import FINISHES, VISIBLE, fresnel_polarised, gloss_luminance
from steeple.core.light.ies import flux_of
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.inputs.panel import GivenCard
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.light.lamps.places import blocked, in_frame
from steeple.core.study.light.lamps.scene import (
    LightScene,
    Standing,
    lattice,
    light_scene,
    rig_capsules,
)
from steeple.core.study.light.lamps.targets import ALL_POSES, MAP, Targets, targets_of

CARD_POINTS = (12, 12)
OFF_CARD_MM = 2.0
ROOM_REFLECTANCE = 0.5
"""Mean reflectance of a room's surfaces; a planning value: light walls and ceiling, wooden floor."""
_THREADS = 2


@dataclass(frozen=True, slots=True, eq=False)
class Spread:
    """Light in lux at the points of a ground: over the map with nothing in the way, with what stands in
    the room, with everything but the maker; and in each pose the same with the maker."""

    free: Array
    things: Array
    still: Array
    pose_free: tuple[Array, ...]
    pose_things: tuple[Array, ...]
    pose_all: tuple[Array, ...]

    def plus(self, other: Spread, times: float) -> Spread:
        """The sum with a multiple of another."""
        return Spread(
            free=self.free + times * other.free,
            things=self.things + times * other.things,
            still=self.still + times * other.still,
            pose_free=_sum(self.pose_free, other.pose_free, times),
            pose_things=_sum(self.pose_things, other.pose_things, times),
            pose_all=_sum(self.pose_all, other.pose_all, times),
        )

    def lifted(self, lux: float) -> Spread:
        """The sum with the same light everywhere."""
        return Spread(
            free=self.free + lux,
            things=self.things + lux,
            still=self.still + lux,
            pose_free=tuple(one + lux for one in self.pose_free),
            pose_things=tuple(one + lux for one in self.pose_things),
            pose_all=tuple(one + lux for one in self.pose_all),
        )

    def times(self, factor: float) -> Spread:
        """A multiple of it."""
        return self.plus(self, factor - 1.0)


def _sum(ours: tuple[Array, ...], others: tuple[Array, ...], times: float) -> tuple[Array, ...]:
    return tuple(a + times * b for a, b in zip(ours, others, strict=True))


@dataclass(frozen=True, slots=True, eq=False)
class LampLight:
    """One lamp at one candela. ``direct`` comes from its area, ``total`` also by way of cards and
    room. ``card_cd`` is the intensity that each card has by its light. ``gloss`` is the luminance of its mirror image ÷ that of the work by its own light, where
    nothing stands between, for each point of the map."""

    emitter: Emitter
    direct: Spread
    total: Spread
    gloss: Array
    card_cd: tuple[float, ...]
    in_frame: bool
    blocked: str

    @property
    def mirrored(self) -> Array:
        """``gloss`` past what stands between, but for the maker."""
        return np.asarray(self.gloss * self.direct.still / np.maximum(self.direct.free, 1e-12))

    @property
    def glare_share(self) -> float:
        """Share of the zone over which its image is seen."""
        return float((self.mirrored >= VISIBLE).mean())


@dataclass(frozen=True, slots=True, eq=False)
class Ground:
    """What lamps shine on for one camera, whichever lamps there are."""

    scene: LightScene
    cards: tuple[GivenCard, ...]
    card_spreads: tuple[Spread, ...]
    tubes: tuple[tuple[float, ...], ...]
    points: Array
    targets: Targets

    @property
    def normal(self) -> Array:
        """Upright of the work, shape (3,)."""
        return np.array([*self.scene.work.plane.normal])


def tubes_of(hold: HoldStudy | None, beside: Sequence[Standing]) -> tuple[tuple[float, ...], ...]:
    """The tubes of all supports, that of the camera in hand first."""
    return tuple(
        one for each in (hold, *(held for _, held in beside)) for one in rig_capsules(each)
    )


def ground_of(
    work: GivenWork,
    lens: LensStudy | None,
    hold: HoldStudy | None,
    cards: tuple[GivenCard, ...],
    measured: tuple[str, ...] = (),
    beside: Sequence[Standing] = (),
) -> Ground:
    """Points and solids of a plan as one of its cameras has them, with its cards and the cameras
    ``beside`` that one."""
    scene = light_scene(
        work, lens, hold, tuple((card.name, card.hull) for card in cards), measured, beside
    )
    ground = Ground(
        scene=scene,
        cards=cards,
        card_spreads=(),
        tubes=tubes_of(hold, beside),
        points=lattice(work, *MAP),
        targets=targets_of(scene, ALL_POSES),
    )
    if not cards:
        return ground
    spreads = _spreads(ground, rows_of(tuple(card.emitter for card in cards)))
    return replace(ground, card_spreads=tuple(spreads))


def _spreads(ground: Ground, rows: Array) -> list[Spread]:
    """The direct light of areas, one `Spread` each."""
    scene, normal, targets = ground.scene, ground.normal, ground.targets

    def pose(place: int) -> Lit:
        return light_at(
            targets.points[place], normal, rows, scene.in_pose(place), scene.tables, how="sums"
        )

    def flat(place: int) -> Lit:
        solids = (scene.things, scene.still)[place]
        return light_at(ground.points, normal, rows, solids, scene.tables, how="map")

    together = np.vstack(targets.points)
    maps = [partial(flat, place) for place in range(2)]
    every_pose = [partial(pose, place) for place in ALL_POSES]
    beside, still, *poses = side_by_side(lambda one: one(), maps + every_pose, threads=_THREADS)
    things = light_at(together, normal, rows, scene.things, scene.tables, how="sums").seen
    cuts = np.cumsum([len(points) for points in targets.points])[:-1]
    return [
        Spread(
            free=still.free[i],
            things=beside.seen[i],
            still=still.seen[i],
            pose_free=tuple(one.free[i] for one in poses),
            pose_things=tuple(np.split(things[i], cuts)),
            pose_all=tuple(one.seen[i] for one in poses),
        )
        for i in range(len(rows))
    ]


def _on_cards(ground: Ground, rows: Array) -> Array:
    """Mean light on the receiving face of each card from each area, in lux; shape (areas, cards)."""
    found = np.zeros((len(rows), len(ground.cards)))
    across, along = CARD_POINTS
    for index, card in enumerate(ground.cards):
        row = card.emitter.row
        u, v = np.array(row[6:9]) * row[12], np.array(row[9:12]) * row[13]
        face = np.array([*card.receives])
        points = np.array(
            [
                np.array([*card.emitter.centre])
                + ((i + 0.5) * 2 / across - 1) * u
                + ((j + 0.5) * 2 / along - 1) * v
                for j in range(along)
                for i in range(across)
            ]
        )
        if card.receives.dot(card.emitter.toward) < 0:
            points = points + face * 3 * OFF_CARD_MM
        found[:, index] = light_at(
            points, face, rows, ground.scene.still, ground.scene.tables, how="sums"
        ).seen.mean(axis=1)
    return found


def flux_lm(emitter: Emitter, tables: Array) -> float:
    """All the light of a lamp of that intensity on its axis; one that is known by a file gives what its
    table among ``tables`` adds up to."""
    if emitter.table >= 0:
        return emitter.intensity_cd * flux_of(tables[emitter.table])
    if emitter.shape == "bulb":
        return 4 * math.pi * emitter.intensity_cd
    return 2 * math.pi * emitter.intensity_cd / (emitter.exponent + 1.0)


def room_lx_per_lm(work: GivenWork) -> float:
    """What each lumen adds everywhere by one mean bounce off the room: ρ ÷ (A·(1 − ρ)); nothing
    where the room's sizes are not known."""
    walls, ceiling = work.walls, work.ceiling_at(0.0, 0.0)
    if walls is None or ceiling is None:
        return 0.0
    wide, deep = (walls.right - walls.left) / 1000, (walls.far - walls.near) / 1000
    high = (ceiling + work.table_height_mm) / 1000
    if not all(math.isfinite(one) and one > 0 for one in (wide, deep, high)):
        return 0.0
    area = 2 * (wide * deep + wide * high + deep * high)
    return ROOM_REFLECTANCE / (area * (1.0 - ROOM_REFLECTANCE))


def lamp_lights(ground: Ground, emitters: Sequence[Emitter]) -> list[LampLight]:
    """Each of some lamps by itself, at one candela."""
    if not emitters:
        return []
    ones = [replace(one, intensity_cd=1.0) for one in emitters]
    rows = rows_of(tuple(ones))
    spreads = _spreads(ground, rows)
    on_cards = _on_cards(ground, rows) if ground.cards else None
    bounce = room_lx_per_lm(ground.scene.work)
    found = []
    barriers = blocked(ground.scene, ones)
    for index, (one, direct, barred) in enumerate(zip(ones, spreads, barriers, strict=True)):
        total, card_cd = direct, []
        if on_cards is not None:
            for card, spread, lux in zip(
                ground.cards, ground.card_spreads, on_cards[index], strict=True
            ):
                card_cd.append(card.sends * float(lux) * card.emitter.area_mm2 / 1e6 / math.pi)
                total = total.plus(spread, card_cd[-1])
        if bounce > 0:
            total = total.lifted(bounce * flux_lm(one, ground.scene.tables))
        found.append(
            LampLight(
                emitter=one,
                direct=direct,
                total=total,
                gloss=_gloss(ground, rows[index : index + 1], direct.free),
                card_cd=tuple(card_cd),
                in_frame=in_frame(ground.scene, one),
                blocked=barred,
            )
        )
    return found


def _gloss(ground: Ground, rows: Array, free: Array) -> Array:
    lens, work = ground.scene.lens, ground.scene.work
    if lens is None or lens.sight is None:
        return np.zeros(len(ground.points))
    image = gloss_luminance(
        ground.points,
        work.plane.normal,
        lens.position,
        rows,
        FINISHES[work.gloss],
        ground.scene.tables,
    )[0]
    diffuse = np.maximum(free * work.reflectance / math.pi, 1e-12)
    if lens.camera.polarised and FINISHES[work.gloss].metal <= 0:
        image = image * _left_by_filter(ground, lens)
    return np.asarray(image / diffuse)


def _left_by_filter(ground: Ground, lens: LensStudy) -> Array:
    """What a polarising filter before the lens, turned for the best, leaves of a mirror image at each place
    of the map; metal does not polarise. Reference: Hecht, *Optics*, Fresnel equations."""
    way = np.array([*lens.position]) - ground.points
    upright = way @ ground.normal / np.linalg.norm(way, axis=1)
    angles = np.degrees(np.arccos(np.clip(upright, 0.0, 1.0)))
    return np.array([fresnel_polarised(incidence_deg=float(one)).left_by_filter for one in angles])
