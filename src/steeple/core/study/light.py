"""The light step: what the lamps of a plan give on the work, in which shadow, gloss and colour."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from steeple.core.geometry.kernels import Array
from steeple.core.geometry.vectors import Vector
from steeple.core.light.colour import mixed_cct_k, spread_mired
from steeple.core.light.daylight import Sky, window_cd_m2
from steeple.core.light.emitters import Emitter, light_at, rows_of
from steeple.core.light.gloss import VISIBLE
from steeple.core.plan.document import Plan
from steeple.core.study.assumptions import Assumptions
from steeple.core.study.daylight import (
    SUN_POINTS,
    DaylightStudy,
    GivenWindow,
    given_windows,
    moments_of,
)
from steeple.core.study.dome import DEEPEST_STOPS, Beside, Targets, darkest_twentieth, depth_of
from steeple.core.study.given import GivenWork
from steeple.core.study.given_card import GivenCard, given_cards
from steeple.core.study.given_light import (
    UNKNOWN_CD,
    GivenLamp,
    beyond_stand,
    direction_of,
    given_lamps,
    measured_in,
    reach_of,
)
from steeple.core.study.hold import HoldStudy
from steeple.core.study.lamp_light import (
    Ground,
    LampLight,
    Spread,
    ground_of,
    lamp_lights,
    tubes_of,
)
from steeple.core.study.lens import LensStudy
from steeple.core.study.light_scene import LightScene, Standing, lattice

SHADE_STOPS = 0.5
"""From here on it is worth saying who throws the shadow."""


@dataclass(frozen=True, slots=True)
class LampStudy:
    """One lamp alone. ``share`` and ``worst`` of its light reach what is seen of the action, mean and
    in the worst pose; ``glare`` is the share of the zone in which it is seen in the gloss;
    ``zone_lx`` what it gives on the zone (a share of `UNKNOWN_CD` where its brightness is not known);
    ``reaching`` is the share of it that things in the room and on the table let through;
    ``eye_deg`` its angle from where the maker looks, ``luminance_cd_m2`` how bright it is there."""

    lamp: GivenLamp
    azimuth_deg: float
    elevation_deg: float
    distance_mm: float
    share: float
    worst: float
    glare: float
    glare_at: Vector | None
    glare_ratio: float
    zone_lx: float
    reaching: float
    in_frame: bool
    blocked: str
    eye_deg: float
    luminance_cd_m2: float


@dataclass(frozen=True, slots=True)
class Shade:
    """Depth of shadows in stops over what the camera sees, over all poses: mean, 95th percentile,
    worst; the pose of the worst mean, and who throws it there."""

    mean: float
    p95: float
    worst: float
    pose: int
    by: str


@dataclass(frozen=True, slots=True, eq=False)
class LitWindows:
    """The windows over the session, with their light at its beginning."""

    study: DaylightStudy
    alone: tuple[LampLight, ...]
    spreads: tuple[tuple[Spread, float], ...]
    lux: float

    @property
    def emitters(self) -> list[Emitter]:
        return [
            replace(one.emitter, intensity_cd=cd)
            for one, cd in zip(self.study.windows, self.study.cd, strict=True)
        ]


@dataclass(frozen=True, slots=True, eq=False)
class LightStudy:
    """All lamps of a plan together.

    ``known`` says whether the brightness of every lit lamp is known, so that lux mean something.
    ``alone`` holds each lamp by itself. ``shade`` is None where nothing is lit.
    """

    work: GivenWork
    lens: LensStudy | None
    ground: Ground
    alone: tuple[LampLight, ...]
    lamps: tuple[LampStudy, ...]
    known: bool
    together: Spread
    daylight: LitWindows | None
    has_windows: bool
    shade: Shade | None
    spread_mired: float
    cct_k: float | None

    @property
    def scene(self) -> LightScene:
        return self.ground.scene

    @property
    def free_lx(self) -> Array:
        """Light on the map with nothing in the way."""
        return self.together.free

    @property
    def open_lx(self) -> Array:
        """Light on the map with camera and rig in the way."""
        return self.together.rig

    @property
    def seen_lx(self) -> Array:
        """Light on the map with everything but the maker in the way."""
        return self.together.still

    @property
    def lit(self) -> tuple[LampStudy, ...]:
        return tuple(one for one in self.lamps if one.lamp.is_lit)

    @property
    def is_bright(self) -> bool:
        """Whether anything lights the zone."""
        return bool(self.lit) or (self.daylight is not None and self.daylight.lux > 0)

    @property
    def sources(self) -> list[tuple[Emitter, float, tuple[float, ...]]]:
        """Everything that gives light at the beginning: area, colour, and what each card has by it."""
        found = [
            (
                one.lamp.emitter,
                one.lamp.cct_k,
                tuple(cd * one.lamp.emitter.intensity_cd for cd in alone.card_cd),
            )
            for one, alone in zip(self.lamps, self.alone, strict=True)
            if one.lamp.is_lit
        ]
        none = (0.0,) * len(self.ground.cards)
        if self.daylight is not None:
            found += [(one, self.daylight.study.cct_k, none) for one in self.daylight.emitters]
        return found

    @property
    def areas(self) -> list[tuple[Emitter, float]]:
        """The same with what the cards send on: every area that shines, and its colour."""
        found = []
        for emitter, cct_k, card_cd in self.sources:
            found.append((emitter, cct_k))
            found += [
                (replace(card.emitter, intensity_cd=cd), cct_k)
                for card, cd in zip(self.ground.cards, card_cd, strict=True)
                if cd > 0
            ]
        return found

    def beside(self, index: int) -> Beside | None:
        """The light of everything but one lamp; None where nothing else is lit."""
        lamp, alone = self.lamps[index].lamp, self.alone[index]
        others = self.together
        if lamp.is_lit:
            others = others.plus(alone.total, -lamp.emitter.intensity_cd)
        if max((float(one.max()) for one in others.pose_things if len(one)), default=0.0) < 1e-6:
            return None
        level = lamp.level if lamp.level > 0 else 1.0
        cd = level * (UNKNOWN_CD if lamp.full_cd is None else lamp.full_cd)
        return Beside(things=others.pose_things, everything=others.pose_all, cd=cd)

    def standing(self, index: int | None = None) -> tuple[Emitter, ...]:
        """All lamps but one, lit or not."""
        return tuple(one.lamp.emitter for at, one in enumerate(self.lamps) if at != index)

    @property
    def lamps_lx(self) -> float:
        """What the lamps alone give on the zone."""
        return sum(one.zone_lx for one in self.lit)

    @property
    def mean_lx(self) -> float:
        return float(self.open_lx.mean()) if self.is_bright else 0.0

    @property
    def evenness_stops(self) -> float:
        """Greatest ÷ least on the zone, in stops."""
        if not self.is_bright or float(self.open_lx.min()) <= 0:
            return DEEPEST_STOPS
        return math.log2(float(self.open_lx.max()) / float(self.open_lx.min()))

    @property
    def hot_stops(self) -> float:
        """Brightest place over the middle of all, in stops."""
        middle = float(np.median(self.open_lx)) if self.is_bright else 0.0
        return math.log2(float(self.open_lx.max()) / middle) if middle > 0 else 0.0

    @property
    def needed_lx(self) -> float | None:
        """Light for a clean picture at the f-number and exposure time set."""
        return self.lens.sight.light_needed_lx if self.lens and self.lens.sight else None

    @property
    def stops_to_spare(self) -> float | None:
        """Light on the zone against what is needed, in stops; negative where it is too dark."""
        if not self.known or not self.is_bright or self.needed_lx is None or self.mean_lx <= 0:
            return None
        return math.log2(self.mean_lx / self.needed_lx)

    @property
    def iso(self) -> float | None:
        """The ISO that this light needs."""
        spare = self.stops_to_spare
        if spare is None or self.lens is None:
            return None
        return float(self.lens.camera.clean_iso * 2.0**-spare)

    @property
    def key(self) -> LampStudy | None:
        """The lamp that gives most."""
        return max(self.lit, key=lambda one: one.zone_lx, default=None)


def study_light(
    plan: Plan,
    work: GivenWork,
    lens: LensStudy | None,
    hold: HoldStudy | None,
    assumptions: Assumptions,
    *,
    beside: Sequence[Standing] = (),
    before: LightStudy | None = None,
) -> LightStudy | None:
    """The lamps of a plan over its work, for one of its cameras; None for a plan without lamps.

    The cameras ``beside`` it and what holds them throw shadows too.
    ``before`` is a study of the same work and camera with other lamps or supports: what it knows of
    a lamp that has not moved is taken over, where cards and tubes stand as they did. That changes
    nothing but the time it takes.
    """
    if not plan.lights and not any(not one.closed for one in plan.room.windows):
        return None
    given = given_lamps(plan, work, assumptions)
    cards = given_cards(plan, work, given, assumptions)
    kept: dict[Emitter, LampLight] = {}
    tubes = tubes_of(hold, beside)
    measured = measured_in(one.fixture for one in plan.lights)
    if before is not None and _stands_so(before, cards, tubes, measured):
        ground, kept = before.ground, {one.emitter: one for one in before.alone}
        kept |= {one.emitter: one for one in before.daylight.alone} if before.daylight else {}
    else:
        ground = ground_of(work, lens, hold, cards, measured, beside)
    windows: tuple[GivenWindow, ...] = ()
    if plan.room.daylight is not None:
        windows = given_windows(plan, work, assumptions)
    wanted = [replace(one.emitter, intensity_cd=1.0) for one in given]
    areas = dict.fromkeys([*wanted, *(one.emitter for one in windows)])
    fresh = [one for one in areas if one not in kept]
    kept |= {one.emitter: one for one in lamp_lights(ground, fresh)}
    alone = tuple(kept[one] for one in wanted)
    daylight = _daylight(plan, windows, ground, kept, assumptions, before)
    together = _together(ground, given, alone)
    for spread, cd in daylight.spreads if daylight else ():
        together = together.plus(spread, cd)
    studies = tuple(
        _lamp(ground, one, light, together) for one, light in zip(given, alone, strict=True)
    )
    lamps_on = [one for one in studies if one.lamp.is_lit]
    light_shares = [one.zone_lx for one in lamps_on]
    ccts = [one.lamp.cct_k for one in lamps_on]
    if daylight is not None and daylight.lux > 0:
        light_shares.append(daylight.lux)
        ccts.append(daylight.study.cct_k)
    bright = sum(light_shares) > 0
    return LightStudy(
        work=work,
        lens=lens,
        ground=ground,
        alone=alone,
        lamps=studies,
        known=all(one.lamp.full_cd is not None for one in lamps_on),
        together=together,
        daylight=daylight,
        has_windows=any(not one.closed for one in plan.room.windows),
        shade=_shade(ground, together, given, daylight) if bright else None,
        spread_mired=spread_mired(ccts, light_shares) if bright else 0.0,
        cct_k=mixed_cct_k(ccts, light_shares) if bright else None,
    )


def _daylight(
    plan: Plan,
    windows: tuple[GivenWindow, ...],
    ground: Ground,
    kept: dict[Emitter, LampLight],
    assumptions: Assumptions,
    before: LightStudy | None,
) -> LitWindows | None:
    """The open windows, where place and time are known; as before where they are as they were."""
    given = plan.room.daylight
    if given is None or not windows:
        return None
    lights = tuple(kept[one.emitter] for one in windows)
    per_cd = [float(one.total.still.mean()) for one in lights]
    usual: Sky = "overcast"
    sky = assumptions.choose(
        given.sky, at="room/daylight/sky", usual=usual, why="the darker and steadier day"
    )
    was = before.daylight if before is not None and before.ground is ground else None
    if was is not None and (was.study.given, was.study.windows) == (given, windows):
        return was
    moments = moments_of(given, windows, per_cd, lattice(ground.scene.work, *SUN_POINTS))
    up = moments[0].sun_deg
    cds = tuple(
        one.luminance_to_cd(window_cd_m2(up, sky, transmittance=one.pane)) for one in windows
    )
    return LitWindows(
        study=DaylightStudy(given=given, windows=windows, sky=sky, cd=cds, moments=moments),
        alone=lights,
        spreads=tuple((one.total, cd) for one, cd in zip(lights, cds, strict=True)),
        lux=sum(each * cd for each, cd in zip(per_cd, cds, strict=True)),
    )


def _stands_so(
    before: LightStudy,
    cards: tuple[GivenCard, ...],
    tubes: tuple[tuple[float, ...], ...],
    measured: tuple[str, ...],
) -> bool:
    """Whether cards, tubes and files are as in an earlier study."""
    ground = before.ground
    return (ground.cards, ground.tubes, ground.scene.measured) == (cards, tubes, measured)


def _together(ground: Ground, given: Sequence[GivenLamp], alone: Sequence[LampLight]) -> Spread:
    """The light of all lit lamps."""
    none = np.zeros(len(ground.points))
    empty = tuple(np.zeros(len(points)) for points in ground.targets.points)
    total = Spread(none, none, none, empty, empty, empty)
    for lamp, light in zip(given, alone, strict=True):
        if lamp.is_lit:
            total = total.plus(light.total, lamp.emitter.intensity_cd)
    return total


def _lamp(ground: Ground, lamp: GivenLamp, light: LampLight, together: Spread) -> LampStudy:
    work = ground.scene.work
    azimuth, elevation, distance = direction_of(work.plane.middle, lamp.centre)
    figure = work.maker.poses.middle
    gaze = figure.action.minus(figure.eyes).unit
    way = lamp.centre.minus(figure.eyes)
    angle = math.degrees(math.acos(min(1.0, max(-1.0, gaze.dot(way.unit)))))
    facing = -way.unit.dot(lamp.emitter.toward.unit)
    seen = facing > 0 or lamp.emitter.shape == "bulb"
    share, worst = _reaching(light.direct, ground.targets)
    gloss = light.mirrored
    if lamp.is_lit:
        own = light.direct.free * lamp.emitter.intensity_cd
        gloss = gloss * own / np.maximum(together.still, 1e-12)
    at = int(gloss.argmax())
    free = float(light.direct.free.mean())
    return LampStudy(
        lamp=lamp,
        azimuth_deg=azimuth,
        elevation_deg=elevation,
        distance_mm=distance,
        share=share,
        worst=worst,
        glare=float((gloss >= VISIBLE).mean()),
        glare_at=Vector(*ground.points[at].tolist()) if gloss[at] >= VISIBLE else None,
        glare_ratio=float(gloss[at]),
        zone_lx=float(light.total.still.mean()) * lamp.emitter.intensity_cd,
        reaching=float(light.direct.still.mean()) / free if free > 0 else 0.0,
        in_frame=light.in_frame,
        blocked=light.blocked or beyond_stand(lamp.centre.z, reach_of(lamp.part)),
        eye_deg=angle,
        luminance_cd_m2=lamp.emitter.luminance_cd_m2 if seen else 0.0,
    )


def _reaching(direct: Spread, targets: Targets) -> tuple[float, float]:
    """Of a lamp's light on what the camera sees: what arrives, mean over the poses and in the worst."""
    shares = []
    for free, seen, weights in zip(direct.pose_free, direct.pose_all, targets.weights, strict=True):
        sent = float(free @ weights) if len(weights) else 0.0
        shares.append(float(seen @ weights) / sent if sent > 0 else 1.0 - float(len(weights) > 0))
    return sum(shares) / len(shares), min(shares)


def _shade(
    ground: Ground, together: Spread, given: Sequence[GivenLamp], daylight: LitWindows | None
) -> Shade:
    """Shadows of maker, camera and rig, of all lit lamps together, on what the camera sees."""
    depths, means, all_weights = [], [], []
    for without, within, weights in zip(
        together.pose_things, together.pose_all, ground.targets.weights, strict=True
    ):
        if not len(weights):
            means.append(0.0)
            continue
        depth = depth_of(without, within)
        depths.append(depth)
        all_weights.append(weights)
        means.append(float((depth * weights).sum() / weights.sum()))
    if not depths:
        return Shade(mean=0.0, p95=0.0, worst=0.0, pose=4, by="")
    deep, weights = np.concatenate(depths), np.concatenate(all_weights)
    p95 = darkest_twentieth(deep, weights)
    pose = int(np.argmax(means))
    lit = [one.emitter for one in given if one.is_lit]
    lit += daylight.emitters if daylight else ()
    return Shade(
        mean=float((deep * weights).sum() / weights.sum()),
        p95=p95,
        worst=float(deep.max()),
        pose=pose,
        by=_caster(ground, rows_of(tuple(lit)), pose) if p95 > SHADE_STOPS else "",
    )


def _caster(ground: Ground, rows: Array, pose: int) -> str:
    """Who throws the most of the shadow in a pose: hand and arm, head and trunk, or the rig."""
    scene, points, weights = ground.scene, ground.targets.points[pose], ground.targets.weights[pose]
    if not len(points):
        return ""
    without = light_at(
        points, ground.normal, rows, scene.things, scene.tables, how="sums"
    ).seen.sum(axis=0)
    found = {}
    for name, solids in (
        ("hand", scene.things.with_capsules(scene.arms[pose])),
        ("head", scene.things.with_capsules(scene.upper[pose])),
        ("rig", scene.still),
    ):
        within = light_at(points, ground.normal, rows, solids, scene.tables, how="sums").seen.sum(
            axis=0
        )
        found[name] = float((depth_of(without, within) * weights).sum())
    return max(found, key=lambda name: found[name])
