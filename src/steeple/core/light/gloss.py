"""Gloss: which surfaces mirror a lamp how sharply, and how much of that a polariser takes away.

References: Walter et al. 2007 (microfacets); Burley, *Physically Based Shading at Disney* (2012),
for the widths of everyday surfaces; Hecht, *Optics*, Fresnel equations.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

import numpy as np
from numpy.typing import NDArray

from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import NO_TABLES, Emitter, rows_of
from steeple.core.light.kernels.gloss import gloss_on

Array = NDArray[np.float64]
VISIBLE, BURNT = 0.3, 4.0
"""Specular ÷ diffuse luminance from which a reflection is seen, and from which nothing else is."""


@dataclass(frozen=True, slots=True)
class Finish:
    """How a surface mirrors: width of its lobe, and reflectance at normal incidence of a metal."""

    alpha: float
    ior: float = 1.5
    metal: float = 0.0


FINISHES: Mapping[str, Finish] = MappingProxyType(
    {
        "matt": Finish(0.6),
        "satin": Finish(0.3),
        "varnish": Finish(0.1),
        "polished": Finish(0.04),
        "metal": Finish(0.15, metal=0.7),
    }
)
"""Gloss classes as surfaces; planning values of our own within the ranges of the literature."""


def gloss_luminance(
    points: Array,
    normal: Vector,
    eye: Vector,
    emitters: tuple[Emitter, ...] | Array,
    finish: Finish,
    tables: Array = NO_TABLES,
) -> Array:
    """Luminance in cd/m² of each lamp in the gloss at each point, shape (lamps, points).

    Parameters
    ----------
    points
        shape (n, 3), millimetres.
    normal
        of the surface, unit.
    eye
        entrance pupil of the camera.
    emitters
        lamps, or their rows.
    finish
        roughness and refractive index of the surface.
    tables
        measured distributions that rows of ``emitters`` point into.

    Notes
    -----
    The lamp is taken as wholly visible; where a solid hides a part of it, the caller takes that
    share off. Right to 5 % or 1 cd/m².
    """
    rows = np.ascontiguousarray(emitters if isinstance(emitters, np.ndarray) else rows_of(emitters))
    points = np.ascontiguousarray(points, dtype=np.float64)
    out = np.zeros((len(rows), len(points)))
    # Of one kind always, as in `light_at`.
    normals = np.array(np.broadcast_to([*normal], points.shape), dtype=np.float64, order="C")
    at = np.array([*eye], dtype=np.float64)
    gloss_on(points, normals, at, rows, tables, finish.alpha, finish.ior, finish.metal, out)
    return out


@dataclass(frozen=True, slots=True)
class Polarised:
    """Reflectance of a smooth surface for light across (s) and along (p) the plane of incidence."""

    s: float
    p: float

    @property
    def mean(self) -> float:
        """For unpolarised light: the mean of both directions."""
        return (self.s + self.p) / 2

    @property
    def left_by_filter(self) -> float:
        """Share of the reflection that stays with a polariser turned to its best, against the
        diffuse light, of which it takes a half as well."""
        return min(self.s, self.p) / self.mean if self.mean > 0 else 1.0


def fresnel_polarised(*, incidence_deg: float, ior: float = 1.5) -> Polarised:
    """R_s and R_p of a surface that is no metal.

    Parameters
    ----------
    incidence_deg
        angle from the normal, 0 … 90.
    ior
        refractive index, > 1.
    """
    i = math.radians(min(max(incidence_deg, 0.0), 90.0))
    c = math.cos(i)
    t = math.sqrt(1.0 - (math.sin(i) / ior) ** 2)
    s = ((c - ior * t) / (c + ior * t)) ** 2
    p = ((ior * c - t) / (ior * c + t)) ** 2
    return Polarised(s=s, p=p)
