"""Gear as it stands in a picture: other cameras, stands, lamps and cards as simple solids."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from steeple.core.geometry.kernels import Array
from steeple.core.geometry.solids import Hull
from steeple.core.simcam.camera import Stage
from steeple.core.study.angles.things import Thing, ThingKind

COLOURS: dict[ThingKind, tuple[float, float, float]] = {
    "camera": (0.03, 0.03, 0.032), "support": (0.06, 0.06, 0.06), "lamp stand": (0.05, 0.05, 0.05),
    "lamp": (0.85, 0.83, 0.78), "card": (0.8, 0.8, 0.78),
}  # fmt: skip
"""Linear colours of gear; what a lamp shines on is worked out by itself."""
LEAST_MM = 4.0
"""Radius of the rods that a flat thing is laid out of, at least."""
MOST_RODS = 40


def rods_of(hull: Hull) -> Array:
    """A box as rods side by side, shape (n, 7): along its longest edge, as thick as it is thin.

    Parameters
    ----------
    hull
        a box by its eight corners; of any other solid its bounding rods along the first edges.
    """
    corners = hull.corners
    edges = sorted(
        (corners[at] - corners[0] for at in (1, 3, len(corners) // 2)),
        key=lambda edge: float(np.linalg.norm(edge)),
    )
    thin, wide, long = edges
    radius = max(LEAST_MM, float(np.linalg.norm(thin)) / 2)
    breadth, length = float(np.linalg.norm(wide)), float(np.linalg.norm(long))
    count = int(min(MOST_RODS, max(1, np.ceil(breadth / (1.6 * radius)))))
    radius = max(radius, breadth / (1.8 * count)) if breadth > 2 * radius else radius
    shares = (np.arange(count) + 0.5) / count
    inset = min(0.5, radius / length) if length > 0 else 0.5
    starts = corners[0] + thin / 2 + shares[:, None] * wide + inset * long
    ends = starts + (1 - 2 * inset) * long
    return np.column_stack([starts, ends, np.full(count, radius)])


def with_gear(stage: Stage, gear: Sequence[Thing]) -> Stage:
    """A stage with the gear that stands in the picture.

    Parameters
    ----------
    stage
        work, room and people.
    gear
        what else stands before the camera.
    """
    rows, colours = [stage.capsules], [stage.capsule_colours]
    for thing in gear:
        solids = np.vstack([thing.capsules, *(rods_of(hull) for hull in thing.hulls)])
        rows.append(solids)
        colours.append(np.tile(COLOURS.get(thing.kind, COLOURS["support"]), (len(solids), 1)))
    return replace(
        stage,
        capsules=np.ascontiguousarray(np.vstack(rows)),
        capsule_colours=np.ascontiguousarray(np.vstack(colours)),
    )
