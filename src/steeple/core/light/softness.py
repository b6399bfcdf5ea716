"""How soft the edge of a shadow is: the picture of a lamp through the place that throws it."""

from __future__ import annotations

import math

from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter

ROUND_PLACES = 180
"""Of a round edge: they lie within it by 0.015 % of its radius."""


def outline(emitter: Emitter, places: int = 12) -> list[Vector]:
    """The edge of a lamp as a polygon: a rectangle by its corners, what is round by some places.

    Parameters
    ----------
    emitter
        the lamp in its place, in millimetres.
    places
        of a round edge, ≥ 3.
    """
    row = emitter.row
    u, v = Vector(*row[6:9]).times(row[12]), Vector(*row[9:12]).times(row[13])
    c = emitter.centre
    if emitter.shape == "rectangle":
        return [c.plus(u).plus(v), c.minus(u).plus(v), c.minus(u).minus(v), c.plus(u).minus(v)]
    turns = [2 * math.pi * step / places for step in range(places)]
    return [c.plus(u.times(math.cos(t))).plus(v.times(math.sin(t))) for t in turns]


def soft_edges_mm(
    emitter: Emitter, *, foot: Vector, normal: Vector, caster_mm: float
) -> tuple[float, float]:
    """Widths of the soft edges of a shadow on a plane, in millimetres.

    Each place of the lamp throws the edge elsewhere: through the caster its outline is drawn upside
    down on the plane, larger the longer the slanted way from caster to plane is. How wide that drawing
    is across an edge is how soft the edge is.

    Parameters
    ----------
    emitter
        the lamp in its place.
    foot, normal
        where its middle throws the shadow, and the unit normal of the plane there.
    caster_mm
        what throws the shadow, above the plane, > 0.

    Returns
    -------
    Of edges that lie along the slant of the light, and of those that lie square to it; infinite where a
    part of the lamp is no higher above the plane than the caster.

    Reference: plane geometry; straight down on a small lamp it is b·h ÷ (d − h).
    """
    way = emitter.centre.minus(foot)
    above = way.dot(normal)
    if above <= caster_mm:
        return math.inf, math.inf
    caster = foot.plus(way.times(caster_mm / above))
    slant = way.minus(normal.times(above))
    if slant.length < 1e-6 * way.length:
        row = emitter.row
        u = Vector(*row[6:9])
        slant = u.minus(normal.times(u.dot(normal)))
    slant = slant.unit
    side = normal.cross(slant)
    across, along = [], []
    for place in outline(emitter, ROUND_PLACES):
        ray = place.minus(caster)
        height = ray.dot(normal)
        if height <= 1e-9:
            return math.inf, math.inf
        lands = ray.times(-caster_mm / height)
        across.append(lands.dot(side))
        along.append(lands.dot(slant))
    return max(across) - min(across), max(along) - min(along)
