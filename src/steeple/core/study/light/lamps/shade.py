"""How deep shadows are on what the camera sees, and who throws them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.kernels import Array
from steeple.core.light.emitters import Emitter, light_at, rows_of
from steeple.core.study.light.lamps.lamp_light import (
    Ground,
    Spread,
)
from steeple.core.study.light.lamps.targets import darkest_twentieth, depth_of

SHADE_STOPS = 0.5
"""From here on it is worth saying who throws the shadow."""


@dataclass(frozen=True, slots=True)
class Shade:
    """Depth of shadows in stops over what the camera sees, over all poses: mean, 95th percentile,
    worst; the pose of the worst mean, and who throws it there."""

    mean: float
    p95: float
    worst: float
    pose: int
    by: str


def shade_of(ground: Ground, together: Spread, areas: Sequence[tuple[Emitter, float]]) -> Shade:
    """Shadows of maker, camera and rig, of all light together, on what the camera sees; ``areas`` are
    what shines, as `areas_of` has it."""
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
    lit = tuple(one for one, _ in areas)
    return Shade(
        mean=float((deep * weights).sum() / weights.sum()),
        p95=p95,
        worst=float(deep.max()),
        pose=pose,
        by=_caster(ground, rows_of(lit), pose) if p95 > SHADE_STOPS else "",
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
