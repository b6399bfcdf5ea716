"""Places of the chart and about it that tell of the light, and the light there."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from steeple.core.frame.chart.layout import COLUMNS, ROWS, Chart, Marks
from steeple.core.frame.light.tones import Picture, luminance
from steeple.core.frame.pose.lens_model import Floats, PixelCamera

FULL, EMPTY = 252, 2
"""Codes at which a colour is taken as clipped or crushed."""
LATTICE = (36, 27)
_RING = 0.425


@dataclass(frozen=True, slots=True)
class Zone:
    """The zone on the table: width and depth about its middle."""

    width_mm: float
    depth_mm: float


def paper_places(chart: Chart, marks: Marks) -> tuple[Floats, Floats]:
    """Bare paper that blur does not reach, and narrow strips of it round markers; shapes (n, 2).

    Parameters
    ----------
    chart, marks
        which chart lies there, and its marks; millimetres from its cross.
    """
    s, k = chart.square_mm, chart.scale
    wide: list[tuple[float, float]] = []
    for sheet in chart.sheets:
        ox, oy = sheet[0] * chart.sheet_mm[0], sheet[1] * chart.sheet_mm[1]
        half_w, half_h = COLUMNS * s * k / 2, ROWS * s * k / 2
        side = min(chart.sheet_mm[0] / 2 - half_w, s) / 2
        wide += [
            (ox + sign * (half_w + side), oy + t * half_h)
            for sign in (-1, 1)
            for t in np.linspace(-0.9, 0.9, 7)
            if side > 3.0
        ]
        for a in (-1, 1):
            for b in (-1, 1):
                wide.append((ox + a * 1.33 * s * k, oy + b * 1.33 * s * k))
                for c, r in ((0.92, 0.05), (0.05, 0.92)):
                    wide.append((ox + a * (half_w - c * s * k), oy + b * (half_h - r * s * k)))
        for t in (-1, 1):
            wide += [(ox + t * 1.33 * s * k, oy), (ox, oy + t * 1.33 * s * k)]
    narrow = [
        (middle[0] + _RING * s * k * i, middle[1] + _RING * s * k * j)
        for middle in (
            *(one.middle for one in marks.markers),
            *(one.middle for one in marks.patches),
        )
        for i, j in ((1, 0), (-1, 0), (0, 1), (0, -1))
    ]
    return np.array(wide), np.array(narrow)


class Sampler:
    """Mean light at places of the table, from the picture."""

    def __init__(self, picture: Picture, camera: PixelCamera, raised_mm: float) -> None:
        self.picture, self.camera, self.raised_mm = picture, camera, raised_mm

    def at(self, places: Floats, half_mm: float) -> tuple[Floats, Floats, Floats]:
        """Light (NaN outside the picture or where clipped), pixels, and whether clipped."""
        flat = np.column_stack([places, np.full(len(places), self.raised_mm)])
        px = self.camera.project(flat)
        scale = self.camera.px_per_mm(flat)
        rows, columns = self.picture.shape[:2]
        light, full = np.full(len(places), np.nan), np.zeros(len(places))
        for index, (place, per_mm) in enumerate(zip(px, scale, strict=True)):
            half = max(0, math.floor(half_mm * per_mm - 0.5)) if np.isfinite(per_mm) else -1
            if half < 0 or not np.isfinite(place).all():
                continue
            x, y = round(place[0]), round(place[1])
            half = min(half, 12)
            if not (half <= x < columns - half and half <= y < rows - half):
                continue
            window = self.picture[y - half : y + half + 1, x - half : x + half + 1]
            full[index] = float((window >= FULL).any(axis=2).mean())
            if full[index] < 0.02:
                light[index] = float(luminance(window).mean())
        return light, px, full


def lattice_of(zone: Zone) -> Floats:
    """Places over the zone, row by row from the near left, shape (n, 2).

    Parameters
    ----------
    zone
        width and depth in millimetres, > 0.
    """
    x = np.linspace(-zone.width_mm / 2, zone.width_mm / 2, LATTICE[0])
    y = np.linspace(-zone.depth_mm / 2, zone.depth_mm / 2, LATTICE[1])
    a, b = np.meshgrid(x, y)
    return np.column_stack([a.ravel(), b.ravel()])


def mat_places(chart: Chart, zone: Zone) -> Floats:
    """Places about the chart, in the zone and a little beyond, where the mat may be seen.

    Parameters
    ----------
    chart, zone
        what lies on the mat; what is to be lit.
    """
    width, depth = zone.width_mm * 1.02, zone.depth_mm * 1.02
    x = np.linspace(-width / 2, width / 2, 33)
    y = np.linspace(-depth / 2, depth / 2, 25)
    a, b = (one.ravel() for one in np.meshgrid(x, y))
    off = 6.0
    beyond = (np.abs(a) > chart.whole_mm[0] / 2 + off) | (np.abs(b) > chart.whole_mm[1] / 2 + off)
    return np.column_stack([a[beyond], b[beyond]])


def ends_of(picture: Picture, px: Floats) -> tuple[float, float]:
    """Share of a lattice in the picture that is clipped and crushed.

    Parameters
    ----------
    picture, px
        codes, shape (rows, columns, 3); places in pixels, shape (n, 2).
    """
    rows, columns = picture.shape[:2]
    inside = np.isfinite(px).all(axis=1)
    at = np.rint(px[inside]).astype(int)
    within = (at[:, 0] >= 0) & (at[:, 0] < columns) & (at[:, 1] >= 0) & (at[:, 1] < rows)
    codes = picture[at[within, 1], at[within, 0]]
    if not len(codes):
        return 0.0, 0.0
    return float((codes >= FULL).any(axis=1).mean()), float((codes <= EMPTY).all(axis=1).mean())


def signal_of(sampler: Sampler, marks: Marks, s: float) -> float | None:
    """Middle grey over the noise in it, in stops; None where no patch of it is large enough to tell.

    Parameters
    ----------
    sampler, marks, s
        the picture; the marks of its chart; side of its squares in millimetres.
    """
    found = []
    for one in marks.patches:
        if one.reflectance != 0.18:
            continue
        place = np.array([[*one.middle, sampler.raised_mm]])
        x, y = sampler.camera.project(place)[0]
        half = int(0.22 * s * float(sampler.camera.px_per_mm(place)[0]))
        rows, columns = sampler.picture.shape[:2]
        if half < 3 or not (half < x < columns - half - 1 and half < y < rows - half - 1):
            continue
        window = luminance(
            sampler.picture[
                round(y) - half : round(y) + half + 1, round(x) - half : round(x) + half + 1
            ]
        )
        a, b = np.meshgrid(np.arange(window.shape[1]), np.arange(window.shape[0]))
        plane = np.column_stack([np.ones(window.size), a.ravel(), b.ravel()])
        flat = window.ravel().astype(float)
        left = flat - plane @ np.linalg.lstsq(plane, flat, rcond=None)[0]
        found.append(float(flat.mean()) / max(1e-5, float(left.std())))
    return math.log2(float(np.mean(found))) if found else None
