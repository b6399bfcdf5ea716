"""Tipping of what stands: moments about every edge of the footprint.

Reference: Meriam & Kraige, *Engineering Mechanics: Statics*, equilibrium in three dimensions. A rig
tips about an edge of its footprint when the moments that turn it outward exceed those that hold it.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

from shapely.geometry import MultiPoint, Polygon

from steeple.core.errors import InputError
from steeple.core.geometry.vectors import Vector
from steeple.core.hold.beams import GRAVITY

LEAST_RATIO = 1.5
"""Restoring ÷ overturning moment that a rig must have about every edge."""
KNOCK_N = 20.0
"""A knock at the highest point, level: a shoulder in passing. A planning value."""
Point = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Weight:
    """A part of a rig: its mass in grams and where its centre of mass is, in millimetres."""

    name: str
    mass_g: float
    at: Vector

    @property
    def force_n(self) -> float:
        """Its weight, in newtons."""
        return self.mass_g / 1000.0 * GRAVITY


@dataclass(frozen=True, slots=True)
class Edge:
    """Moments about one edge of the footprint, in newton metres.

    ``restoring`` and ``overturning`` are those of the weights inside and outside the edge;
    ``knock`` that of the knock, away over the edge.
    """

    start: Point
    end: Point
    restoring_n_m: float
    overturning_n_m: float
    knock_n_m: float

    @property
    def outward(self) -> Point:
        """Unit vector away from the footprint, square to the edge."""
        dx, dy = self.end[0] - self.start[0], self.end[1] - self.start[1]
        length = math.hypot(dx, dy)
        return dy / length, -dx / length

    def ratio(self, *, knocked: bool = False) -> float:
        """Restoring ÷ overturning; infinite where nothing overturns."""
        turning = self.overturning_n_m + (self.knock_n_m if knocked else 0.0)
        return math.inf if turning <= 0 else self.restoring_n_m / turning


@lru_cache(maxsize=512)
def footprint(points: tuple[Point, ...]) -> Polygon:
    """The polygon that a rig stands on: the hull of its feet, counterclockwise.

    Parameters
    ----------
    points
        feet, (x, y) in millimetres.

    Raises
    ------
    InputError
        ``no-footprint`` for feet that span no area.
    """
    hull = MultiPoint(list(points)).convex_hull
    if not isinstance(hull, Polygon):
        raise InputError(
            "no-footprint", "The feet must span an area: at least three, not in one line.",
            field="feet", allowed="three feet or more",
        )  # fmt: skip
    ring = list(hull.exterior.coords)
    return hull if hull.exterior.is_ccw else Polygon(ring[::-1])


def feet_of(*, at: Point, spacing_mm: float, legs: int, toward_deg: float) -> tuple[Point, ...]:
    """Feet on a circle about a column, one of them at an azimuth.

    Parameters
    ----------
    at
        foot of the column, (x, y) in millimetres.
    spacing_mm
        from foot to the foot next to it.
    legs
        at least 3.
    toward_deg
        clockwise from straight away from the maker.
    """
    radius = spacing_mm / (2 * math.sin(math.pi / legs))
    feet = []
    for leg in range(legs):
        angle = math.radians(toward_deg + leg * 360.0 / legs)
        feet.append((at[0] + radius * math.sin(angle), at[1] + radius * math.cos(angle)))
    return tuple(feet)


def edges_of(
    polygon: Polygon,
    weights: Sequence[Weight],
    *,
    floor_z_mm: float,
    top_z_mm: float,
    knock_n: float = KNOCK_N,
) -> tuple[Edge, ...]:
    """The moments about every edge of a footprint.

    Parameters
    ----------
    polygon
        counterclockwise, in millimetres.
    weights
        everything that the rig bears, itself included.
    floor_z_mm
        height of the footprint.
    top_z_mm
        height of the place where a knock would act.
    knock_n
        how hard it is, level, in newtons.
    """
    ring = list(polygon.exterior.coords)
    knock = knock_n * max(0.0, top_z_mm - floor_z_mm) / 1000.0
    edges = []
    for start, end in pairwise(ring):
        dx, dy = end[0] - start[0], end[1] - start[1]
        length = math.hypot(dx, dy)
        restoring = overturning = 0.0
        for weight in weights:
            inside = (dx * (weight.at.y - start[1]) - dy * (weight.at.x - start[0])) / length
            moment = weight.force_n * inside / 1000.0
            restoring, overturning = (
                (restoring + moment, overturning)
                if moment > 0
                else (restoring, overturning - moment)
            )
        edges.append(
            Edge(
                start=(start[0], start[1]),
                end=(end[0], end[1]),
                restoring_n_m=restoring,
                overturning_n_m=overturning,
                knock_n_m=knock,
            )
        )
    return tuple(edges)


def worst(edges: Sequence[Edge], *, knocked: bool) -> Edge:
    """The edge with the least ratio.

    Parameters
    ----------
    edges
        of the footprint.
    knocked
        whether something knocks it at the top.
    """
    return min(edges, key=lambda edge: (edge.ratio(knocked=knocked), -edge.overturning_n_m))


def mass_needed(
    edges: Sequence[Edge], at: Point, *, knocked: bool = True, least: float = LEAST_RATIO
) -> tuple[float, float]:
    """The least and the greatest mass, put at a place, with which every edge keeps its ratio.

    Parameters
    ----------
    edges
        of the footprint.
    at
        place of the mass, (x, y) in millimetres.
    knocked
        whether something knocks it at the top.
    least
        ratio that every edge keeps.

    Returns
    -------
    Least and greatest in grams; (0, infinity) where nothing is needed and nothing tips back;
    least above greatest, or infinite, where no mass there does it.

    Notes
    -----
    About an edge with moments R and O, a mass m at the distance d inside needs
    ``R + m·g·d ≥ q·O``; outside it adds to O and must stay below ``(R ÷ q − O) ÷ (g·d)``.
    """
    low, high = 0.0, math.inf
    for edge in edges:
        dx, dy = edge.end[0] - edge.start[0], edge.end[1] - edge.start[1]
        inside = (dx * (at[1] - edge.start[1]) - dy * (at[0] - edge.start[0])) / math.hypot(dx, dy)
        turning = edge.overturning_n_m + (edge.knock_n_m if knocked else 0.0)
        lacking = least * turning - edge.restoring_n_m
        if inside > 1e-9:
            low = max(low, lacking / (GRAVITY * inside / 1e6))
        elif lacking > 0:
            return math.inf, 0.0
        elif inside < -1e-9:
            high = min(high, -lacking / least / (GRAVITY * -inside / 1e6))
    return low, high


def standing_area_mm2(polygon: Polygon) -> float:
    """The area that a rig stands on.

    Parameters
    ----------
    polygon
        what it stands on, in millimetres.
    """
    return float(polygon.area)
