"""Light inside a vessel or an instrument, and how much of its floor the lens sees.

The hollow is an upright cylinder. A place on its floor is lit by what it sees of each area of light
through the mouth; what walls send back is left out, so a light vessel is a little brighter than said.

Reference: Murdoch, *Illuminating Engineering* (light of an area by summing its parts).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.kernels import Array
from steeple.core.geometry.solids import NO_SOLIDS
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter, light_at, rows_of
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.light.study import LightStudy

FLOOR_SHARE = 0.7
"""The part of the floor that counts, as a share of its radius: its rim lies in the corner."""
_RINGS = ((0.0, 1), (0.5, 6), (0.9, 10))
PARTS = 12
"""An area of light is cut into so many rows and columns."""
MOST_STOPS = 20.0
"""The difference that is told where one of the two gets no light at all."""


@dataclass(frozen=True, slots=True)
class HollowStudy:
    """Light on the floor of the hollow and on the work round it, in lux (or in shares where brightness
    is not known), how far the floor is under the work in stops, at most `MOST_STOPS` either way, and the
    share of the floor that the lens sees, None without a camera."""

    floor_lx: float
    round_lx: float
    stops: float
    seen: float | None


def floor_points(work: GivenWork) -> tuple[Array, Vector, float]:
    """Places on the floor of the hollow, the middle of its mouth, and the radius of that.

    Returns
    -------
    Points of shape (n, 3) in millimetres.

    Raises
    ------
    ValueError
        For a work without a hollow.
    """
    if work.hollow is None:
        raise ValueError("the work has no hollow")
    one = work.hollow
    mouth = Vector(one.x_mm, one.y_mm, work.top_mm if one.mouth_mm is None else one.mouth_mm)
    radius, floor = one.width_mm / 2, mouth.z - one.depth_mm
    points = [
        [
            mouth.x + share * FLOOR_SHARE * radius * math.cos(2 * math.pi * turn / count),
            mouth.y + share * FLOOR_SHARE * radius * math.sin(2 * math.pi * turn / count),
            floor + 1.0,
        ]
        for share, count in _RINGS
        for turn in range(count)
    ]
    return np.array(points), mouth, radius


def through_mouth(points: Array, mouth: Vector, radius_mm: float, targets: Array) -> Array:
    """Which straight ways from places below to places above a mouth pass through it.

    Parameters
    ----------
    points
        below the mouth, shape (n, 3).
    mouth
        its middle.
    radius_mm
        of the mouth.
    targets
        shape (m, 3); one that is no higher than the mouth is never reached.

    Returns
    -------
    1 or 0, shape (n, m).
    """
    way = targets[None, :, :] - points[:, None, :]
    up = np.maximum(way[..., 2], 1e-9)
    share = (mouth.z - points[:, None, 2]) / up
    x = points[:, None, 0] + share * way[..., 0] - mouth.x
    y = points[:, None, 1] + share * way[..., 1] - mouth.y
    passes = (np.hypot(x, y) <= radius_mm) & (way[..., 2] > 0) & (share <= 1.0)
    return np.asarray(passes.astype(float))


def _parts(emitter: Emitter) -> Array:
    """Middles of the parts of an area of light, shape (n, 3)."""
    row = np.array(emitter.row)
    steps = (np.arange(PARTS) + 0.5) * 2 / PARTS - 1
    a, b = (one.ravel() for one in np.meshgrid(steps, steps))
    if emitter.shape != "rectangle":
        hole = emitter.hole_mm / emitter.width_mm
        inside = (np.hypot(a, b) <= 1.0) & (np.hypot(a, b) >= hole)
        a, b = a[inside], b[inside]
    u, v = row[6:9] * emitter.width_mm / 2, row[9:12] * emitter.height_mm / 2
    return np.asarray(row[0:3] + a[:, None] * u + b[:, None] * v)


def _share_seen(points: Array, mouth: Vector, radius: float, emitter: Emitter) -> Array:
    """The share of the light of an area that comes through the mouth to each place, by its parts, each
    by its distance and slant."""
    parts = _parts(emitter)
    way = parts[None, :, :] - points[:, None, :]
    away = np.linalg.norm(way, axis=2)
    weights = np.maximum(way[..., 2], 0.0) / away**3
    passes = through_mouth(points, mouth, radius, parts)
    total = weights.sum(axis=1)
    return np.asarray((weights * passes).sum(axis=1) / np.maximum(total, 1e-30))


def hollow_study(study: LightStudy) -> HollowStudy | None:
    """The light in the hollow of the work; None where it has none, or nothing is lit.

    Parameters
    ----------
    study
        the light of a camera.
    """
    work = study.work
    if work.hollow is None or not study.is_bright:
        return None
    points, mouth, radius = floor_points(work)
    areas = [one for one, _ in study.areas]
    # The mouth is what is in the way; all else is left out below it, and counts above.
    rows = rows_of(tuple(areas))
    at_mouth = np.array([[mouth.x, mouth.y, mouth.z + 1.0]])
    above = light_at(
        at_mouth, np.array([0.0, 0.0, 1.0]), rows, study.scene.still, study.scene.tables
    )
    open_share = above.seen[:, 0] / np.maximum(above.free[:, 0], 1e-12)
    lit = np.zeros(len(points))
    floor = light_at(points, np.array([0.0, 0.0, 1.0]), rows, NO_SOLIDS, study.scene.tables).free
    for index, area in enumerate(areas):
        lit += floor[index] * open_share[index] * _share_seen(points, mouth, radius, area)
    floor_lx, round_lx = float(lit.mean()), study.mean_lx
    seen = None
    if study.lens is not None and study.lens.sight is not None:
        eye = np.array([[*study.lens.position]])
        seen = float(through_mouth(points, mouth, radius, eye).mean())
    return HollowStudy(
        floor_lx=floor_lx, round_lx=round_lx, stops=_under(floor_lx, round_lx), seen=seen
    )


def _under(floor_lx: float, round_lx: float) -> float:
    """How far the floor is under the work round it, in stops, at most `MOST_STOPS` either way: the work
    can lie in the dark behind a lamp that shines into the hollow."""
    if floor_lx <= 0:
        return MOST_STOPS
    if round_lx <= floor_lx * 2.0**-MOST_STOPS:
        return -MOST_STOPS
    return min(MOST_STOPS, math.log2(round_lx / floor_lx))
