"""Maps of the zone: light, depth of shadows for one pose or the worst over all, and gloss."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

import numpy as np

from steeple.core.budget import side_by_side
from steeple.core.geometry.kernels import Array
from steeple.core.light.emitters import light_at, rows_of
from steeple.core.light.gloss import BURNT, FINISHES, VISIBLE, gloss_luminance
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, percent, say
from steeple.core.study.light.lamps.scene import lattice
from steeple.core.study.light.lamps.targets import ALL_POSES, depth_of
from steeple.core.study.light.study import LightStudy

MapOf = Literal["light", "shadow", "gloss"]
FINE = (42, 28)
UNSEEN = -9.0
"""Stands where the camera does not see the place past the maker in any pose looked at."""
_THREADS = 2


class LightMap(Result):
    """A figure over the zone, row by row from near left: stops against the middle for the light,
    stops of depth for shadows, stops above what is just seen for gloss. ``levels`` are those at
    which lines are drawn; `UNSEEN` where the camera does not see the place."""

    of: MapOf
    across: int
    along: int
    values: tuple[float, ...]
    levels: tuple[float, ...]
    says: Sentence


def light_map(study: LightStudy, *, of: MapOf, pose: int | None = None) -> LightMap:
    """A map of the zone for the camera of a study.

    Parameters
    ----------
    study
        the lamps as the camera has them.
    of
        light, shadow or glare.
    pose
        0 … 8 for shadows of one pose; None = the deepest over all.
    """
    points = lattice(study.work, *FINE)
    rows = rows_of(tuple(emitter for emitter, _ in study.areas))
    if of == "light":
        return _light(study, points, rows)
    if of == "gloss":
        return _gloss(study, points, rows)
    return _shadow(study, points, rows, ALL_POSES if pose is None else (pose,))


def _map(of: MapOf, values: Array, levels: Sequence[float], says: Sentence) -> LightMap:
    return LightMap(
        of=of, across=FINE[0], along=FINE[1],
        values=tuple(round(float(one), 2) for one in values), levels=tuple(levels), says=says,
    )  # fmt: skip


def _light(study: LightStudy, points: Array, rows: Array) -> LightMap:
    scene = study.scene
    lit = light_at(points, study.ground.normal, rows, scene.still, scene.tables, how="map")
    lux = lit.seen.sum(axis=0)
    # What comes by way of the room is even enough to be read off the coarser map.
    extra = max(0.0, study.mean_lx - _direct_mean(study))
    lux = lux + extra
    middle = float(np.median(lux))
    if middle <= 0:
        return _map("light", np.zeros(len(points)), (), say("No lamp is lit."))
    values = np.log2(np.maximum(lux, middle / 64.0) / middle)
    says = say("stops against the middle of the zone")
    if study.known:
        says = say("{lux} in the middle; stops against it", lux=Quantity(value=middle, unit="lx"))
    return _map("light", values, np.arange(-4.0, 4.01, 0.5).tolist(), says)


def _direct_mean(study: LightStudy) -> float:
    """What comes straight from lamps, windows and cards, in the mean of the zone."""
    rows = rows_of(tuple(emitter for emitter, _ in study.areas))
    lit = light_at(
        study.ground.points,
        study.ground.normal,
        rows,
        study.scene.still,
        study.scene.tables,
        how="map",
    )
    return float(lit.seen.sum(axis=0).mean())


def _shadow(study: LightStudy, points: Array, rows: Array, poses: Sequence[int]) -> LightMap:
    scene, normal = study.scene, study.ground.normal
    extra = max(0.0, study.mean_lx - _direct_mean(study))
    without = (
        light_at(points, normal, rows, scene.things, scene.tables, how="sums").seen.sum(axis=0)
        + extra
    )

    def one(pose: int) -> Array:
        within = light_at(
            points, normal, rows, scene.in_pose(pose), scene.tables, how="sums"
        ).seen.sum(axis=0)
        return np.where(scene.seen(points, pose), depth_of(without, within + extra), UNSEEN)

    depth = np.max(np.array(side_by_side(one, poses, threads=_THREADS)), axis=0)
    seen = depth > UNSEEN
    deepest = float(depth[seen].max()) if seen.any() else 0.0
    words = "in this pose" if len(poses) == 1 else "in any of nine poses"
    return _map(
        "shadow", depth, (0.25, 0.5, 1.0, 1.5, 2.0, 3.0, 4.0),
        say("deepest shadow {deep}, " + words + ", of what the camera sees",
            deep=Quantity(value=round(deepest, 1), unit="stops")),
    )  # fmt: skip


def _gloss(study: LightStudy, points: Array, rows: Array) -> LightMap:
    lens, work = study.lens, study.work
    if lens is None or lens.sight is None or not len(rows):
        return _map("gloss", np.full(len(points), -6.0), (0.0,), say("No camera looks at it yet."))
    lit = light_at(
        points, study.ground.normal, rows, study.scene.still, study.scene.tables, how="sums"
    )
    image = gloss_luminance(
        points, work.plane.normal, lens.position, rows, FINISHES[work.gloss], study.scene.tables
    ) * (lit.seen / np.maximum(lit.free, 1e-12))
    own = np.maximum(lit.seen.sum(axis=0) * work.reflectance / math.pi, 1e-9)
    ratio = image.sum(axis=0) / own
    values = np.log2(np.maximum(ratio / VISIBLE, 1.0 / 64.0))
    share = percent(float((ratio >= VISIBLE).mean()))
    burnt = percent(float((ratio >= BURNT).mean()))
    return _map(
        "gloss", values, (0.0, math.log2(BURNT / VISIBLE)),
        say("lamps mirrored over {share} of the zone, burnt out over {burnt}", share=share, burnt=burnt),
    )  # fmt: skip
