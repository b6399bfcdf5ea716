"""Compiled loops of gloss: the luminance of a lamp mirrored in a slightly rough surface.

Reference: Walter, Marschner, Li & Torrance, *Microfacet Models for Refraction through Rough
Surfaces* (2007): GGX distribution (eq. 33), Smith masking (eq. 34), Fresnel (eq. 22).
"""

from __future__ import annotations

import math

import numpy as np

from steeple.core.geometry.kernels import Array, quick_loop, quick_loop_with_arrays
from steeple.core.light.kernels.exact import RECTANGLE, _frame
from steeple.core.light.kernels.rows import intensity

LEAST_CUTS, MOST_CUTS = 4, 72


@quick_loop
def fresnel(cos: float, ior: float) -> float:
    """Share of unpolarised light that a smooth surface sends back, by the cosine of incidence.

    Parameters
    ----------
    cos, ior
        cosine of incidence, 0 to 1; index of refraction, > 1.

    Reference: Hecht, Optics, section 4.6.2 (Fresnel equations).
    """
    c = min(1.0, abs(cos))
    g2 = ior * ior - 1.0 + c * c
    if g2 <= 0.0:
        return 1.0
    g = math.sqrt(g2)
    a = (g - c) / (g + c)
    b = (c * (g + c) - 1.0) / (c * (g - c) + 1.0)
    return 0.5 * a * a * (1.0 + b * b)


@quick_loop
def _masking(cos: float, alpha2: float) -> float:
    tan2 = (1.0 - cos * cos) / (cos * cos)
    return 2.0 / (1.0 + math.sqrt(1.0 + alpha2 * tan2))


@quick_loop_with_arrays
def gloss_on(
    points: Array,
    normals: Array,
    eye: Array,
    emitters: Array,
    tables: Array,
    alpha: float,
    ior: float,
    metal: float,
    out: Array,
) -> None:
    """Luminance of each lamp in the gloss of a surface at each point, towards an eye.

    Parameters
    ----------
    points, normals
        shapes (n, 3); millimetres and unit vectors.
    eye
        shape (3,).
    emitters, tables
        as in `light.kernels.light_on`.
    alpha
        width of the GGX distribution, above 0.
    ior
        refractive index of what is not metal.
    metal
        reflectance of a metal at normal incidence; 0 for what is none.
    out
        shape (l, n), written: cd/m².
    """  # fmt: skip
    frame = np.zeros(6)
    alpha2 = alpha * alpha
    for lamp in range(len(emitters)):
        e = emitters[lamp]
        rectangle = int(e[15]) == RECTANGLE
        for i in range(len(points)):
            px, py, pz = points[i, 0], points[i, 1], points[i, 2]
            nx, ny, nz = normals[i, 0], normals[i, 1], normals[i, 2]
            ox, oy, oz = eye[0] - px, eye[1] - py, eye[2] - pz
            length = math.sqrt(ox * ox + oy * oy + oz * oz)
            ox, oy, oz = ox / length, oy / length, oz / length
            cos_o = ox * nx + oy * ny + oz * nz
            out[lamp, i] = 0.0
            if cos_o <= 1e-6:
                continue
            _frame(e, px, py, pz, frame)
            cx, cy, cz = e[0] - px, e[1] - py, e[2] - pz
            away = math.sqrt(cx * cx + cy * cy + cz * cz)
            mirrored = (
                2.0 * cos_o * (cx * nx + cy * ny + cz * nz) - cx * ox - cy * oy - cz * oz
            ) / away
            gap = math.acos(min(1.0, max(-1.0, mirrored))) - math.asin(min(1.0, e[19] / away))
            # The lobe is as wide as alpha at its peak; off it, it changes on the scale of how far off.
            lobe = 2.0 * away * max(alpha, 0.5 * gap)
            across = min(MOST_CUTS, max(LEAST_CUTS, math.ceil(6.0 * e[12] / lobe)))
            along = min(MOST_CUTS, max(LEAST_CUTS, math.ceil(6.0 * e[13] / lobe)))
            total, area = 0.0, 0.0
            for a in range(across):
                for b in range(along):
                    if rectangle:
                        u = e[12] * (2.0 * (a + 0.5) / across - 1.0)
                        v = e[13] * (2.0 * (b + 0.5) / along - 1.0)
                        weight = 1.0
                    else:
                        low = e[14] * e[14]
                        r = math.sqrt(low + (e[12] * e[12] - low) * (a + 0.5) / across)
                        angle = 2.0 * math.pi * (b + 0.5 * (a % 2)) / along
                        u, v = r * math.cos(angle), r * math.sin(angle)
                        weight = 1.0
                    area += weight
                    x = e[0] + u * frame[0] + v * frame[3] - px
                    y = e[1] + u * frame[1] + v * frame[4] - py
                    z = e[2] + u * frame[2] + v * frame[5] - pz
                    r2 = x * x + y * y + z * z
                    r1 = math.sqrt(r2)
                    x, y, z = x / r1, y / r1, z / r1
                    cos_i = x * nx + y * ny + z * nz
                    if cos_i <= 1e-6:
                        continue
                    cos_l = -(x * e[3] + y * e[4] + z * e[5])
                    light = intensity(
                        tables, int(e[18]), e[17], e[16], cos_l,
                        -(x * e[6] + y * e[7] + z * e[8]), -(x * e[9] + y * e[10] + z * e[11]),
                    )  # fmt: skip
                    if light <= 0.0:
                        continue
                    hx, hy, hz = x + ox, y + oy, z + oz
                    h = math.sqrt(hx * hx + hy * hy + hz * hz)
                    hx, hy, hz = hx / h, hy / h, hz / h
                    cos_h = hx * nx + hy * ny + hz * nz
                    d = cos_h * cos_h * (alpha2 - 1.0) + 1.0
                    spread = alpha2 / (math.pi * d * d)
                    cos_d = x * hx + y * hy + z * hz
                    if metal > 0.0:
                        share = metal + (1.0 - metal) * (1.0 - cos_d) ** 5
                    else:
                        share = fresnel(cos_d, ior)
                    mask = _masking(cos_i, alpha2) * _masking(cos_o, alpha2)
                    total += weight * spread * share * mask * light / (4.0 * cos_o * r2)
            out[lamp, i] = total / area * 1e6
