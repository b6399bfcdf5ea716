"""Lamps as areas: rectangles, discs, rings, bulbs, spots, and measured intensities.

A lamp's area is taken as even. In each direction it gives I(θ) = I₀·cosᵏθ, where k follows from its
beam angle; a plain matt area is k = 1.

References: IES, *Lighting Handbook* (luminous intensity distributions); CIE S 017 (terms).
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from steeple.core.budget import look
from steeple.core.errors import InputError
from steeple.core.geometry.solids import NO_SOLIDS, Solids
from steeple.core.geometry.vectors import UP, Vector
from steeple.core.light.kernels.exact import (
    BEND,
    BULB,
    DISC,
    EMITTER_COLUMNS,
    RECTANGLE,
    light_on,
)
from steeple.core.light.kernels.quick import CLOSE_ROWS, ROWS, light_quickly
from steeple.core.light.kernels.rows import TABLE_H, TABLE_V
from steeple.core.units import positive

Array = NDArray[np.float64]
Shape = Literal["rectangle", "disc", "ring", "bulb"]
How = Literal["fine", "map", "sums"]
TESTS_AT_ONCE: Mapping[How, int] = {"fine": 10_000, "map": 20_000, "sums": 20_000}
"""So many pairs of lamp and point by solids are gone through between two looks at the budget."""
_ALONG = 0.999


def exponent_of(beam_deg: float) -> float:
    """k of cosᵏθ from the full angle at which half the intensity is left: ln 0.5 ÷ ln cos(β/2).

    Parameters
    ----------
    beam_deg
        1 … 179; wider beams count as even in all directions (k = 0).
    """
    positive(beam_deg, "beam_deg")
    if beam_deg >= 179.0:
        return 0.0
    return math.log(0.5) / math.log(math.cos(math.radians(beam_deg / 2)))


def axis_intensity(*, flux_lm: float, exponent: float) -> float:
    """I₀ in cd of a lamp that gives a flux into the half space before it: Φ·(k + 1) ÷ 2π.

    Parameters
    ----------
    flux_lm
        all light of the lamp, > 0.
    exponent
        of its cosine lobe, ≥ 0.
    """
    return positive(flux_lm, "flux_lm") * (exponent + 1.0) / (2 * math.pi)


@dataclass(frozen=True)
class Emitter:
    """An area that gives light. Lengths in millimetres.

    ``width_mm`` is the diameter of disc, ring and bulb; ``hole_mm`` the inner diameter of a ring.
    ``intensity_cd`` is that on the axis (in every direction for a bulb). ``table`` is the place of
    its intensities among those measured, −1 for cosᵏθ.
    """

    shape: Shape
    centre: Vector
    toward: Vector
    width_mm: float
    height_mm: float
    intensity_cd: float
    exponent: float = 1.0
    hole_mm: float = 0.0
    table: int = -1

    @cached_property
    def row(self) -> tuple[float, ...]:
        """The lamp as the kernels take it; its width lies level."""
        normal = self.toward.unit
        if normal.length == 0:
            normal = Vector(0.0, 0.0, -1.0)
        u = Vector(1.0, 0.0, 0.0) if abs(normal.z) > _ALONG else UP.cross(normal).unit
        v = normal.cross(u)
        half_u, half_v = self.width_mm / 2, self.height_mm / 2
        shape = {"rectangle": RECTANGLE, "disc": DISC, "ring": DISC, "bulb": BULB}[self.shape]
        radius = math.hypot(half_u, half_v) if shape == RECTANGLE else half_u
        exponent = 0.0 if self.shape == "bulb" else self.exponent
        return (
            *self.centre, *normal, *u, *v, half_u, half_v, self.hole_mm / 2, float(shape),
            self.intensity_cd, exponent, float(self.table), radius,
        )  # fmt: skip

    @property
    def area_mm2(self) -> float:
        """Its glowing area; that of its outline for a bulb."""
        if self.shape == "rectangle":
            return self.width_mm * self.height_mm
        return math.pi / 4 * (self.width_mm**2 - self.hole_mm**2)

    @property
    def luminance_cd_m2(self) -> float:
        """Its luminance as seen along its axis."""
        return self.intensity_cd / (self.area_mm2 / 1e6)


NO_TABLES = np.zeros((1, TABLE_H, TABLE_V))


@dataclass(frozen=True, slots=True, eq=False)
class Lit:
    """Illuminance of each lamp at each point in lux, shape (lamps, points): as if nothing stood in
    the way, and as it is. ``traced`` pairs had a solid near the line between them."""

    free: Array
    seen: Array
    traced: int


def rows_of(emitters: tuple[Emitter, ...]) -> Array:
    """Lamps as rows for the kernels, shape (l, `EMITTER_COLUMNS`).

    Parameters
    ----------
    emitters
        lamps.
    """
    return np.array([one.row for one in emitters], dtype=np.float64).reshape(-1, EMITTER_COLUMNS)


def light_at(
    points: Array,
    normals: Array,
    emitters: tuple[Emitter, ...] | Array,
    solids: Solids = NO_SOLIDS,
    tables: Array = NO_TABLES,
    *,
    how: How = "fine",
) -> Lit:
    """What each lamp gives at each point.

    Parameters
    ----------
    points
        shape (n, 3), millimetres.
    normals
        shape (n, 3) or (3,), unit.
    emitters
        lamps, or their rows.
    solids
        what stands in the way.
    tables
        measured distributions that rows of ``emitters`` point into.
    how
        "fine", to 0.5 % of the free value at every point; "map", by silhouettes, to 1 %; "sums",
        with fewer rows, for sums over many points and poses.

    Raises
    ------
    InputError
        ``wrong-shape`` for arrays that are no points.

    Notes
    -----
    Right to 1 % of the free value at every point, for lamps farther away than a fifth of their
    size. Nothing random is in it: the same lamps in any order give the same.
    """
    points = np.ascontiguousarray(points, dtype=np.float64)
    if points.ndim != 2 or points.shape[1] != 3:
        raise InputError(
            "wrong-shape", "Points must have shape (n, 3).", field="points", value=points.shape
        )
    # Of one kind always, one may write to them: a compiled loop is compiled anew for every other kind.
    spread = np.array(np.broadcast_to(normals, points.shape), dtype=np.float64, order="C")
    rows = np.ascontiguousarray(emitters if isinstance(emitters, np.ndarray) else rows_of(emitters))
    free, seen = np.zeros((len(rows), len(points))), np.zeros((len(rows), len(points)))
    given = (tables, solids.capsules, solids.planes, solids.hull_starts, solids.hull_balls)
    solid = 8 + len(solids.capsules) + len(solids.planes)
    most = TESTS_AT_ONCE[how]
    traced = 0
    for lamps in _parts(len(rows), solid, most):
        for part in _parts(len(points), len(rows[lamps]) * solid, most):
            look()
            at = (points[part], spread[part], rows[lamps], *given)
            of = (len(at[2]), len(at[0]))
            into = (free, seen) if of == free.shape else (np.zeros(of), np.zeros(of))
            if how == "fine":
                traced += light_on(*at, *into, BEND)
            else:
                traced += light_quickly(
                    *at,
                    solids.corners,
                    solids.corner_starts,
                    solids.edges,
                    solids.edge_starts,
                    *into,
                    ROWS if how == "sums" else CLOSE_ROWS,
                )
            free[lamps, part], seen[lamps, part] = into
    return Lit(free=free, seen=seen, traced=traced)


def _parts(count: int, each: int, most: int) -> list[slice]:
    """Lamps or points in parts that take so long at most that the budget is looked at often."""
    size = max(1, most // max(1, each))
    return [slice(start, start + size) for start in range(0, count, size)]
