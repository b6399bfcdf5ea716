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
"""In how many pieces each way the area of a lamp is cut."""
PIECES = 6.0
"""In how many pieces what the lobe is wide is cut."""
_CELLS = 64


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


@quick_loop
def _sent(
    x: float,
    y: float,
    z: float,
    ox: float,
    oy: float,
    oz: float,
    nx: float,
    ny: float,
    nz: float,
    cos_o: float,
    e: Array,
    tables: Array,
    alpha2: float,
    ior: float,
    metal: float,
) -> float:
    """What a surface sends to the eye of the light of one place of a lamp.

    Parameters
    ----------
    x, y, z, ox, oy, oz, nx, ny, nz
        way to the place; unit way to the eye; normal.
    cos_o
        cosine of the way to the eye.
    e, tables, alpha2, ior, metal
        as in `gloss_on`; the square of its alpha.

    Returns
    -------
    cd/mm² for the whole lamp's intensity.
    """
    r2 = x * x + y * y + z * z
    r1 = math.sqrt(r2)
    x, y, z = x / r1, y / r1, z / r1
    cos_i = x * nx + y * ny + z * nz
    if cos_i <= 1e-6:
        return 0.0
    cos_l = -(x * e[3] + y * e[4] + z * e[5])
    light = intensity(
        tables, int(e[18]), e[17], e[16], cos_l,
        -(x * e[6] + y * e[7] + z * e[8]), -(x * e[9] + y * e[10] + z * e[11]),
    )  # fmt: skip
    if light <= 0.0:
        return 0.0
    hx, hy, hz = x + ox, y + oy, z + oz
    h = math.sqrt(hx * hx + hy * hy + hz * hz)
    hx, hy, hz = hx / h, hy / h, hz / h
    cos_h = hx * nx + hy * ny + hz * nz
    d = cos_h * cos_h * (alpha2 - 1.0) + 1.0
    spread = alpha2 / (math.pi * d * d)
    cos_d = x * hx + y * hy + z * hz
    share = metal + (1.0 - metal) * (1.0 - cos_d) ** 5 if metal > 0.0 else fresnel(cos_d, ior)
    mask = _masking(cos_i, alpha2) * _masking(cos_o, alpha2)
    return spread * share * mask * light / (4.0 * cos_o * r2)


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

    Notes
    -----
    The lobe is as wide as alpha at its peak; off it, it changes on the scale of how far off. A rectangle is cut where
    the lobe asks for it, a disc evenly as finely as it is asked anywhere.
    """
    frame, cells = np.zeros(6), np.zeros((_CELLS, 5))
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
            mx, my, mz = 2.0 * cos_o * nx - ox, 2.0 * cos_o * ny - oy, 2.0 * cos_o * nz - oz
            total = 0.0
            if rectangle:
                cells[0, 0], cells[0, 1], cells[0, 2], cells[0, 3], cells[0, 4] = (
                    0.0, 0.0, e[12], e[13], 1.0,
                )  # fmt: skip
                height = 1
                while height > 0:
                    height -= 1
                    u, v, wide, tall, part = (
                        cells[height, 0], cells[height, 1], cells[height, 2], cells[height, 3], cells[height, 4],
                    )  # fmt: skip
                    x = cx + u * frame[0] + v * frame[3]
                    y = cy + u * frame[1] + v * frame[4]
                    z = cz + u * frame[2] + v * frame[5]
                    away = math.sqrt(x * x + y * y + z * z)
                    cos_m = (x * mx + y * my + z * mz) / away
                    gap = math.acos(min(1.0, max(-1.0, cos_m)))
                    gap -= math.sqrt(wide * wide + tall * tall) / away
                    fine = 2.0 * away * max(alpha, 0.5 * gap) / PIECES
                    cut_u = wide * LEAST_CUTS > e[12] * 1.001 or wide > max(fine, e[12] / MOST_CUTS)
                    cut_v = tall * LEAST_CUTS > e[13] * 1.001 or tall > max(fine, e[13] / MOST_CUTS)
                    if (cut_u or cut_v) and height + 4 <= _CELLS:
                        across, along = 2 if cut_u else 1, 2 if cut_v else 1
                        wide, tall, part = wide / across, tall / along, part / (across * along)
                        for a in range(across):
                            for b in range(along):
                                cells[height, 0] = u + (2 * a + 1 - across) * wide
                                cells[height, 1] = v + (2 * b + 1 - along) * tall
                                cells[height, 2], cells[height, 3], cells[height, 4] = (
                                    wide,
                                    tall,
                                    part,
                                )
                                height += 1
                        continue
                    total += part * _sent(
                        x, y, z, ox, oy, oz, nx, ny, nz, cos_o, e, tables, alpha2, ior, metal
                    )
            else:
                away = math.sqrt(cx * cx + cy * cy + cz * cz)
                cos_m = (cx * mx + cy * my + cz * mz) / away
                gap = math.acos(min(1.0, max(-1.0, cos_m))) - math.asin(min(1.0, e[19] / away))
                fine = 2.0 * away * max(alpha, 0.5 * gap) / PIECES
                across = int(min(MOST_CUTS, max(LEAST_CUTS, math.ceil(e[12] / fine))))
                along = int(min(MOST_CUTS, max(LEAST_CUTS, math.ceil(e[13] / fine))))
                low = e[14] * e[14]
                for a in range(across):
                    r = math.sqrt(low + (e[12] * e[12] - low) * (a + 0.5) / across)
                    for b in range(along):
                        angle = 2.0 * math.pi * (b + 0.5 * (a % 2)) / along
                        u, v = r * math.cos(angle), r * math.sin(angle)
                        x = cx + u * frame[0] + v * frame[3]
                        y = cy + u * frame[1] + v * frame[4]
                        z = cz + u * frame[2] + v * frame[5]
                        total += _sent(
                            x, y, z, ox, oy, oz, nx, ny, nz, cos_o, e, tables, alpha2, ior, metal
                        )
                total /= across * along
            out[lamp, i] = total * 1e6
