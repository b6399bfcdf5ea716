"""A small thing lifted off the background: how deep a shadow stays, how far aside, how soft.

The thing is a ball over the middle of the zone, on something too thin to count. Every lamp, window and
card that is lit shines on it; the shadow is looked for on the work round it, as far as the camera sees
past the thing itself. Reference: IES, *Lighting Handbook* (shadow, penumbra); plane geometry.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.kernels import Array, Flags, hidden_points
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import light_at, rows_of
from steeple.core.study.light.dome import soft_mm
from steeple.core.study.light.lamps.lamp_light import flux_lm, room_lx_per_lm
from steeple.core.study.light.lamps.scene import OFF_WORK_MM, lifted
from steeple.core.study.light.lamps.targets import depth_of
from steeple.core.study.light.study import LightStudy

HEIGHTS_MM = (0.0, 5.0, 10.0, 20.0, 40.0, 80.0, 160.0)
PLACES = 41
FARTHEST_MM = 400.0
CORE = 0.8
"""The heart of a shadow is where it is at least so deep, as a share of its deepest."""
SIZE_MM = (2.0, 200.0)


@dataclass(frozen=True, slots=True)
class Lift:
    """The shadow of a thing so far above the background: depth in stops at its deepest; where its
    heart lies from under the thing, and toward which azimuth; width of its soft edge by the lamp that
    gives most, None where windows alone light it."""

    height_mm: float
    stops: float
    aside_mm: float
    toward_deg: float
    soft_mm: float | None


def lifts(study: LightStudy, *, size_mm: float) -> tuple[Lift, ...]:
    """The shadow of a thing at each of `HEIGHTS_MM`; none where nothing is lit.

    Parameters
    ----------
    study
        the lamps as the camera has them.
    size_mm
        its diameter, within `SIZE_MM`.
    """
    rows, around_lx = _areas(study)
    if not study.is_bright:
        return ()
    return tuple(_lift(study, rows, around_lx, size_mm, height) for height in HEIGHTS_MM)


def _areas(study: LightStudy) -> tuple[Array, float]:
    """Everything that shines on the zone, cards included, and what comes from all round by the room."""
    emitters, around_lx = study.areas, 0.0
    per_lm = room_lx_per_lm(study.work)
    for emitter, _, _ in study.sources:
        around_lx += per_lm * flux_lm(emitter, study.scene.tables)
    return rows_of(tuple(one for one, _ in emitters)), around_lx


def _round(study: LightStudy, foot: Vector, reach_mm: float) -> Array:
    """Places on the work round a foot, within the zone: shape (n, 3)."""
    plane = study.work.plane
    steps = np.linspace(-reach_mm, reach_mm, PLACES)
    across, along, _ = plane.place(foot)
    points = np.array(
        [
            [*plane.point(across + x, along + s, OFF_WORK_MM)]
            for s in steps
            if abs(along + s) <= plane.depth_mm / 2
            for x in steps
            if abs(across + x) <= plane.width_mm / 2
        ]
    ).reshape(-1, 3)
    return lifted(study.work, points)


def _seen(study: LightStudy, points: Array, ball: Array) -> Flags:
    """Which places the camera sees past the thing; all of them where there is no camera."""
    lens = study.lens
    if lens is None or lens.sight is None:
        return np.ones(len(points), dtype=np.bool_)
    hidden = hidden_points(np.array([*lens.position]), points, ball)
    return np.asarray(~hidden & lens.sight.pyramid.within(points))


def _lift(
    study: LightStudy, rows: Array, around_lx: float, size_mm: float, height_mm: float
) -> Lift:
    plane, key = study.work.plane, study.key
    foot = Vector(*lifted(study.work, np.array([[*plane.point(0.0, 0.0, OFF_WORK_MM)]]))[0])
    radius = size_mm / 2
    middle = foot.plus(plane.normal.times(height_mm + radius))
    ball = np.array([[*middle, *middle, radius]])
    slant = 1.0
    if key is not None:
        slant = math.tan(math.radians(min(75.0, key.incidence_deg)))
    soft = None
    if key is not None:
        soft = soft_mm(plane, key.shines, height_mm + radius)
    reach = min(FARTHEST_MM, (height_mm + size_mm) * slant + 2.5 * size_mm + (soft or 0.0) / 2)
    points = _round(study, foot, reach)
    points = points[_seen(study, points, ball)]
    if not len(points):
        return Lift(height_mm, 0.0, 0.0, 0.0, soft)
    scene = study.scene
    before, after = (
        light_at(points, study.ground.normal, rows, solids, scene.tables, how="map").seen.sum(
            axis=0
        )
        + around_lx
        for solids in (scene.still, scene.still.with_capsules(ball))
    )
    depth = depth_of(before, after)
    deepest = float(depth.max())
    heart = points[depth >= CORE * deepest] if deepest > 0 else points[:0]
    if not len(heart):
        return Lift(height_mm, deepest, 0.0, 0.0, soft)
    under = plane.place(foot)
    heart_at = plane.place(Vector(*heart.mean(axis=0)))
    x, s = heart_at[0] - under[0], heart_at[1] - under[1]
    return Lift(
        height_mm=height_mm,
        stops=deepest,
        aside_mm=math.hypot(x, s),
        toward_deg=math.degrees(math.atan2(x, s)) % 360.0,
        soft_mm=soft,
    )
