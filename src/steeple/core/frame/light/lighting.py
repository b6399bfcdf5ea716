"""How the table is lit, by bare paper, grey patches and a plain mat in a picture.

Light is fitted as a smooth surface in stops over the table; what the paper's narrow strips lose to blur, and what
the mat reflects, are offsets of their own. The fall of light toward the corners of the lens is in it unless a picture
of an evenly lit sheet was given.

Reference: Hubert's robust weights as in Huber, *Robust Statistics*; ISO 15739 for noise as a share of the signal.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray
from scipy.spatial import Delaunay, QhullError

from steeple.core.frame.chart.layout import GREYS, Chart, marks_of
from steeple.core.frame.light.paper import (
    Sampler,
    Zone,
    ends_of,
    lattice_of,
    mat_places,
    paper_places,
    signal_of,
)
from steeple.core.frame.light.tones import LINEAR, Picture, cast_of, luminance
from steeple.core.frame.pose.lens_model import Floats, PixelCamera

PAPER = 0.85
"""Reflectance of printing paper; a planning value."""
HOT_STOPS = 0.5
"""A place so much brighter than the light about it is a hot patch."""
PLAIN_STOPS = 0.09
"""A mat whose light scatters less about the smooth surface than this tells of the light; a patterned one does not."""
CURVE_STRAIGHT = 0.1


@dataclass(frozen=True, slots=True)
class HotPatch:
    """A place that is far brighter than the light about it: millimetres from the middle of the zone, stops."""

    x_mm: float
    y_mm: float
    stops: float


@dataclass(frozen=True, slots=True)
class Lighting:
    """What a picture tells of the light.

    ``evenness_stops`` is greatest by least over the part of the zone that is told, ``told_share`` how much of it
    that is; ``field`` the light in stops about its mean at a lattice over the zone, row by row from the near left,
    NaN where it is not told; ``brightest`` and ``darkest`` places of it in millimetres.
    """

    evenness_stops: float
    evenness_error: float
    told_share: float
    by_mat: bool
    field: Floats
    lattice: Floats
    brightest: tuple[float, float]
    darkest: tuple[float, float]
    exposure_stops: float
    """How much brighter the paper is than it should be."""
    clipped_share: float
    crushed_share: float
    cast_mired: float
    cast_green: float
    signal_stops: float | None
    """Middle grey over its noise."""
    curve: float
    """How much steeper greys are pictured than they are printed; 1 as the curve of sRGB has it."""
    hot: tuple[HotPatch, ...]
    samples: Floats
    """Shape (n, 3): row of the picture, column, stops off the smooth surface."""


FEWEST_SAMPLES = 6
MANY_SAMPLES = 250
"""From so many on, a surface of the fourth order is fitted, else of the second."""


def _surface(x: Floats, y: Floats, half: tuple[float, float], order: int) -> Floats:
    """Terms of a smooth surface, shape (n, (order + 1)(order + 2) ÷ 2)."""
    a, b = x / half[0], y / half[1]
    return np.column_stack(
        [a**i * b ** (total - i) for total in range(order + 1) for i in range(total + 1)]
    )


def _robust(matrix: Floats, wanted: Floats) -> tuple[Floats, Floats, float, Floats]:
    """Least squares with Tukey's weights: solution, what is left, its spread, and covariance."""
    weights: Floats = np.ones(len(wanted))
    found: Floats = np.zeros(matrix.shape[1])
    spread = 0.1
    for _ in range(25):
        root = np.sqrt(weights)[:, None]
        found = np.asarray(np.linalg.lstsq(matrix * root, wanted * root[:, 0], rcond=None)[0])
        left = wanted - matrix @ found
        spread = max(1.4826 * float(np.median(np.abs(left))), 0.004)
        ratio = np.clip(np.abs(left) / (4.5 * spread), 0, 1)
        weights = (1 - ratio**2) ** 2
    normal = matrix.T @ (matrix * weights[:, None])
    return found, wanted - matrix @ found, spread, np.asarray(np.linalg.pinv(normal)) * spread**2


def read_lighting(
    picture: Picture, camera: PixelCamera, chart: Chart, zone: Zone, *, raised_mm: float = 0.0
) -> Lighting | None:
    """The light on the table.

    Parameters
    ----------
    picture, camera, chart
        upright, shape (rows, columns, 3); as fitted; which chart it shows.
    zone, raised_mm
        what is to be lit evenly; how high the chart lies.

    Returns
    -------
    None where no bare paper of the chart is seen, or all of it is clipped.
    """
    marks = marks_of(chart)
    sampler = Sampler(picture, camera, raised_mm)
    s = chart.square_mm * chart.scale
    wide, narrow = paper_places(chart, marks)
    half = (
        max(zone.width_mm, chart.whole_mm[0]) / 2,
        max(zone.depth_mm, chart.whole_mm[1]) / 2,
    )
    kinds: list[tuple[Floats, float]] = [(wide, 0.07 * s), (narrow, 0.035 * s)]
    for grey in GREYS:
        kinds.append(
            (np.array([one.middle for one in marks.patches if one.reflectance == grey]), 0.25 * s)
        )
    dark = np.array(marks.dark)
    solid, _, _ = sampler.at(dark, 0.25 * s)
    floor = float(np.nanmedian(solid)) if np.isfinite(solid).any() else 0.0
    places, lights, kind_of, pixels, clipped = [], [], [], [], []
    for number, (at, size) in enumerate(kinds):
        light, px, full = sampler.at(at, size)
        good = np.isfinite(light) & (light > max(1e-4, 1.3 * floor))
        clipped.append(full)
        places.append(at[good])
        lights.append(light[good])
        pixels.append(px[good])
        kind_of.append(np.full(int(good.sum()), number))
    if sum(len(one) for one in places) < FEWEST_SAMPLES:
        return None
    curve = _curve(places, lights, kind_of, (dark, solid), half)
    lattice = lattice_of(zone)
    about = mat_places(chart, zone)
    mat_light, mat_px, _ = sampler.at(about, max(0.8, 0.004 * zone.width_mm))
    mat_good = np.isfinite(mat_light) & (mat_light > 1e-4)
    by_mat = int(mat_good.sum()) >= 30
    if by_mat:
        places.append(about[mat_good])
        lights.append(mat_light[mat_good])
        pixels.append(mat_px[mat_good])
        kind_of.append(np.full(int(mat_good.sum()), len(kinds)))
    fitted = _fit(places, lights, kind_of, half, curve, spread=by_mat)
    if by_mat:
        of_mat = fitted.left[fitted.kind == len(kinds)]
        scatter = 1.4826 * float(np.median(np.abs(of_mat)))
        plain = float(np.mean(np.abs(of_mat) < 3 * PLAIN_STOPS))
        if scatter > PLAIN_STOPS or plain < 0.6:
            by_mat = False
            places, lights = places[:-1], lights[:-1]
            pixels, kind_of = pixels[:-1], kind_of[:-1]
            fitted = _fit(places, lights, kind_of, half, curve)
    every = np.concatenate(places)
    inside = _within(every, lattice)
    surface = _surface(lattice[:, 0], lattice[:, 1], half, fitted.order)
    stops = surface @ fitted.found
    stops = np.where(inside, stops, np.nan)
    if not inside.any():
        return None
    high, low = int(np.nanargmax(stops)), int(np.nanargmin(stops))
    way = surface[high] - surface[low]
    error = 2 * math.sqrt(max(0.0, float(way @ fitted.covariance[: len(way), : len(way)] @ way)))
    rgb, white = _white(sampler, places, lights, s)
    zone_px = camera.project(np.column_stack([lattice, np.full(len(lattice), raised_mm)]))
    clipped_share, crushed_share = ends_of(picture, zone_px)
    mired, green = cast_of(rgb) if rgb is not None else (0.0, 0.0)
    return Lighting(
        evenness_stops=float(stops[high] - stops[low]),
        evenness_error=max(error, 0.02),
        told_share=float(inside.mean()),
        by_mat=by_mat,
        field=stops - float(np.nanmean(stops)),
        lattice=lattice,
        brightest=(float(lattice[high, 0]), float(lattice[high, 1])),
        darkest=(float(lattice[low, 0]), float(lattice[low, 1])),
        exposure_stops=math.log2(max(1e-4, white) / PAPER) / curve if white > 0 else _over(clipped),
        clipped_share=clipped_share,
        crushed_share=crushed_share,
        cast_mired=mired,
        cast_green=green,
        signal_stops=signal_of(sampler, marks, s),
        curve=curve,
        hot=_hot(every, fitted.left),
        samples=np.column_stack([np.concatenate(pixels)[:, ::-1], fitted.left]),
    )


@dataclass(frozen=True, slots=True)
class _Fit:
    found: Floats
    left: Floats
    kind: Floats
    covariance: Floats
    offset: dict[int, float]
    """Of each kind against the first, in stops."""
    order: int


def _fit(
    places: list[Floats],
    lights: list[Floats],
    kinds: list[Floats],
    half: tuple[float, float],
    curve: float,
    *,
    spread: bool = False,
) -> _Fit:
    at, light, kind = np.concatenate(places), np.concatenate(lights), np.concatenate(kinds)
    there = [one for one in np.unique(kind) if one != kind.min()]
    order = 4 if len(at) >= MANY_SAMPLES and spread else 2 if len(at) >= 24 else 1
    terms = (order + 1) * (order + 2) // 2
    matrix = np.column_stack(
        [_surface(at[:, 0], at[:, 1], half, order), *[(kind == one).astype(float) for one in there]]
    )
    found, left, _, covariance = _robust(matrix, np.log2(light) / curve)
    offset = {int(one): float(found[terms + index]) for index, one in enumerate(there)}
    return _Fit(found[:terms], left, kind, covariance, {int(kind.min()): 0.0, **offset}, order)


def _curve(
    places: list[Floats], lights: list[Floats], kinds: list[Floats], solid: tuple[Floats, Floats],
    half: tuple[float, float],
) -> float:  # fmt: skip
    """How steep greys are pictured against how they are printed, solid ink taken off; 1 where it is near that.

    Paper, patches and ink are compared as if they lay at one place, by what the smooth surface leaves of each.
    """
    at, light = solid
    good = np.isfinite(light) & (light > 1e-5)
    if good.sum() < 4 or not len(lights[0]):
        return 1.0
    last = 2 + len(GREYS)
    found = _fit(
        [*places, at[good]], [*lights, light[good]], [*kinds, np.full(int(good.sum()), last)], half, 1.0
    )  # fmt: skip
    ink = 2.0 ** found.offset.get(last, -20.0)
    logs = [
        (math.log(grey), math.log((2.0**off - ink) / (1.0 - ink)))
        for number, grey in enumerate(GREYS)
        if (off := found.offset.get(2 + number)) is not None and 2.0**off > 1.2 * ink
    ]
    if len(logs) < 3:
        return 1.0
    x, y = np.array(logs).T
    slope = float((x * y).sum() / (x * x).sum())
    return 1.0 if abs(slope - 1) < CURVE_STRAIGHT else float(np.clip(slope, 0.5, 2.0))


def _within(places: Floats, lattice: Floats) -> NDArray[np.bool_]:
    """Which of a lattice lie within what the places span."""
    try:
        # A little wider: samples lie within the edge of what they tell of.
        middle = places.mean(axis=0)
        return np.asarray(Delaunay(middle + (places - middle) * 1.05).find_simplex(lattice) >= 0)
    except QhullError:
        return np.zeros(len(lattice), dtype=bool)


def _white(
    sampler: Sampler, places: list[Floats], lights: list[Floats], s: float
) -> tuple[Floats | None, float]:
    """Mean linear colour of bare paper, or of a grey patch where the paper is clipped; light of the paper, 0 where
    only clipped paper is seen."""
    white = float(np.median(lights[0])) if len(lights[0]) else 0.0
    if white == 0.0 and len(lights) > 2:
        # Clipped paper: by the lightest patch that is not.
        for grey, one in zip(GREYS, lights[2:], strict=False):
            if len(one):
                white = float(np.mean(one)) / grey
                break
    source = places[0] if len(places[0]) else next((one for one in places[2:6] if len(one)), None)
    if source is None or not len(source):
        return None, white
    flat = np.column_stack([source, np.full(len(source), sampler.raised_mm)])
    px = np.rint(sampler.camera.project(flat)).astype(int)
    half = 2 if s * float(np.nanmedian(sampler.camera.px_per_mm(flat))) > 30 else 1
    means = []
    for x, y in px:
        window = sampler.picture[max(0, y - half) : y + half + 1, max(0, x - half) : x + half + 1]
        if window.size:
            means.append(LINEAR[window].reshape(-1, 3).mean(axis=0))
    if not means:
        return None, white
    rgb = np.median(np.array(means), axis=0)
    return (rgb if (rgb > 1e-4).all() else None), white


def _over(clipped: list[Floats]) -> float:
    """Half a stop where most of the paper is clipped: at least that."""
    return 0.5 if len(clipped[0]) and float(np.mean(clipped[0])) > 0.5 else 0.0


def _hot(places: Floats, left: Floats) -> tuple[HotPatch, ...]:
    """Places far brighter than the smooth surface, each once."""
    hot: list[HotPatch] = []
    for index in np.argsort(-left):
        if left[index] < HOT_STOPS or len(hot) == 3:
            break
        x, y = places[index]
        if all(math.hypot(x - one.x_mm, y - one.y_mm) > 60.0 for one in hot):
            hot.append(HotPatch(float(x), float(y), float(left[index])))
    return tuple(hot)


def shading_corrected(picture: Picture, flat: Picture) -> Picture:
    """A picture with the fall of light of its lens taken off, by a picture of an evenly lit sheet.

    Parameters
    ----------
    picture, flat
        of one size, shape (rows, columns, 3); the second of a sheet that fills the picture, evenly lit.
    """
    light = cv2.GaussianBlur(luminance(flat), (0, 0), max(flat.shape) / 40)
    gain = float(light.max()) / np.maximum(light, 1e-3)
    codes = LINEAR[picture] * gain[..., None]
    curved = np.where(
        codes <= 0.0031308, 12.92 * codes, 1.055 * np.maximum(codes, 1e-9) ** (1 / 2.4) - 0.055
    )
    return np.asarray(np.clip(np.round(255 * curved), 0, 255).astype(np.uint8))
