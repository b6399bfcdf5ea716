"""How sharp a picture is where the chart has a tilted edge: the slanted-edge reading.

Reference: ISO 12233:2017, annex D (edge spread, line spread, spatial frequency response); Burns 2000, *Slanted-edge
MTF for digital camera and scanner analysis*, for the correction of the differences.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from steeple.core.frame.chart.layout import CLEAR_SHARE, Chart, Tilted, marks_of
from steeple.core.frame.light.tones import Picture, luminance
from steeple.core.frame.pose.lens_model import Floats, PixelCamera

OVERSAMPLED = 4
LEAST_EDGE_PX = 16.0
LEAST_STEP = 0.06
"""Linear light between the dark square and the paper."""
SEEN_AT = 0.15
"""Lines that keep so much of their contrast are told apart."""
BURNT, BURNT_SHARE = 253, 0.04
_END = 0.14
"""Share of an edge at each end that its corners spoil."""


@dataclass(frozen=True, slots=True)
class SharpPlace:
    """How sharp it is at one place of the chart.

    ``mtf50_cy_px`` is the frequency in cycles a pixel at which contrast has fallen to a half, the mean of both ways;
    ``error`` two standard errors of it; ``across`` and ``along`` the readings of edges that run away from the maker
    and to the side; ``px_per_mm`` pixels there; ``detail_contrast`` what is left of the contrast of the finest
    lines, None where none are asked for.
    """

    name: str
    x_mm: float
    y_mm: float
    mtf50_cy_px: float
    error: float
    across: float | None
    along: float | None
    px_per_mm: float
    detail_contrast: float | None


def read_sharpness(
    picture: Picture, camera: PixelCamera, chart: Chart, *,
    detail_mm: float | None, raised_mm: float = 0.0,
) -> tuple[SharpPlace, ...]:  # fmt: skip
    """What is read at each tilted square that lies in the picture.

    Parameters
    ----------
    picture
        upright, shape (rows, columns, 3).
    camera, chart, raised_mm
        as fitted; which chart it shows and how high it lies.
    detail_mm
        the finest line that is to be told.
    """
    found = []
    for square in _five(marks_of(chart).tilted):
        place = _read_square(picture, camera, chart, square, detail_mm, raised_mm)
        if place is not None:
            found.append(place)
    return tuple(found)


def _five(squares: tuple[Tilted, ...]) -> list[Tilted]:
    """The middle and the outermost of each corner, of one sheet or of all that lie edge to edge."""
    found = []
    for name, x, y in (
        ("middle", 0, 0), ("far left", -1, 1), ("far right", 1, 1), ("near left", -1, -1), ("near right", 1, -1),
    ):  # fmt: skip
        mine = [one for one in squares if one.name == name]
        if name == "middle":
            found.append(min(mine, key=lambda one: math.hypot(*one.middle)))
        else:
            found.append(max(mine, key=lambda one, x=x, y=y: x * one.middle[0] + y * one.middle[1]))  # type: ignore[misc]
    return found


def _read_square(
    picture: Picture,
    camera: PixelCamera,
    chart: Chart,
    square: Tilted,
    detail_mm: float | None,
    raised_mm: float,
) -> SharpPlace | None:
    corners = np.array([[*one, raised_mm] for one in square.corners])
    middle = np.array([[*square.middle, raised_mm]])
    px = camera.project(corners)
    centre = camera.project(middle)[0]
    if not np.isfinite(px).all():
        return None
    clear = CLEAR_SHARE * chart.square_mm * chart.scale * float(camera.px_per_mm(middle)[0])
    window = _window(picture, px, clear)
    if window is None:
        return None
    light, corner = window
    px, centre = px - corner, centre - corner
    readings: dict[bool, list[tuple[float, Floats]]] = {True: [], False: []}
    for index in range(4):
        read = edge_response(light, px[index], px[(index + 1) % 4], inside=centre, clear=clear)
        if read is not None:
            # The first and third edge run to the side, the others away from the maker.
            readings[index % 2 == 1].append(read)
    every = [value for side in readings.values() for value, _ in side]
    if not every:
        return None
    across, along = (
        float(np.mean([value for value, _ in readings[side]])) if readings[side] else None
        for side in (True, False)
    )
    both = [one for one in (across, along) if one is not None]
    per_mm = float(camera.px_per_mm(middle)[0])
    contrast = None
    if detail_mm is not None:
        frequency = 1.0 / (2.0 * detail_mm * per_mm)
        curves = [curve for side in readings.values() for _, curve in side]
        contrast = (
            float(np.mean([_at(curve, frequency) for curve in curves])) if frequency < 0.5 else 0.0
        )
    spread = float(np.std(every)) if len(every) > 1 else 0.08 * float(np.mean(every))
    return SharpPlace(
        name=square.name,
        x_mm=square.middle[0],
        y_mm=square.middle[1],
        mtf50_cy_px=float(np.mean(both)),
        error=max(0.03 * float(np.mean(both)), 2 * spread / math.sqrt(len(every))),
        across=across,
        along=along,
        px_per_mm=per_mm,
        detail_contrast=contrast,
    )


def _at(curve: Floats, frequency: float) -> float:
    return float(np.interp(frequency, curve[:, 0], curve[:, 1]))


def _window(
    picture: Picture, px: Floats, clear: float
) -> tuple[NDArray[np.float32], Floats] | None:
    """The light about a square, and where its first pixel lies; None where the square leaves the picture, or its paper
    is burnt out: an edge that ends in white looks sharper than it is."""
    rows, columns = picture.shape[:2]
    left, top = (int(one) for one in np.floor(px.min(axis=0) - clear - 4))
    right, bottom = (int(one) for one in np.ceil(px.max(axis=0) + clear + 4))
    left, top, right, bottom = max(0, left), max(0, top), min(columns, right), min(rows, bottom)
    if right - left < LEAST_EDGE_PX or bottom - top < LEAST_EDGE_PX:
        return None
    part = picture[top:bottom, left:right]
    if float((part >= BURNT).any(axis=2).mean()) > BURNT_SHARE:
        return None
    return luminance(part), np.array([left, top], dtype=float)


def edge_response(
    light: NDArray[np.float32], start: Floats, end: Floats, *, inside: Floats, clear: float
) -> tuple[float, Floats] | None:
    """Frequency of half contrast, and the whole curve, at one edge.

    Parameters
    ----------
    light
        linear light, shape (rows, columns).
    start, end
        the edge by where its ends are thought to lie, pixels; it may be off by a pixel or two.
    inside, clear
        a pixel on its dark side; how far from the edge nothing else lies.

    Returns
    -------
    Cycles a pixel, and rows of frequency and contrast, shape (n, 2); None where the edge is too short, too near to
    the border of the picture, or shows too little contrast.
    """
    way = end - start
    length = float(np.linalg.norm(way))
    if length < LEAST_EDGE_PX:
        return None
    along = way / length
    normal = np.array([-along[1], along[0]])
    if (inside - start) @ normal > 0:
        normal = -normal
    reach = min(0.36 * length, clear, 40.0)
    low, high = _END * length, (1 - _END) * length
    a = np.arange(low, high, 0.5)
    b = np.arange(-reach, reach + 1e-9, 0.25)
    grid = start + a[:, None, None] * along + b[None, :, None] * normal
    rows, columns = light.shape
    x, y = grid[..., 0], grid[..., 1]
    if x.min() < 2 or y.min() < 2 or x.max() > columns - 3 or y.max() > rows - 3:
        return None
    left, top = int(x.min()) - 2, int(y.min()) - 2
    window = light[top : int(y.max()) + 4, left : int(x.max()) + 4]
    line = _where(window, (x - left).astype(np.float32), (y - top).astype(np.float32), a, b)
    if line is None:
        return None
    shift, turn = line
    # Every pixel whose middle lies near the edge, by how far it is from it.
    py, px = np.mgrid[0 : window.shape[0], 0 : window.shape[1]]
    rel = np.stack([px + left - start[0], py + top - start[1]], axis=-1)
    down = rel @ along
    off = rel @ normal - (shift + turn * (down - length / 2))
    off = off / math.sqrt(1 + turn * turn)
    keep = (down > low) & (down < high) & (np.abs(off) < reach - 1)
    if keep.sum() < 60:
        return None
    return _response(off[keep].astype(float), window[keep].astype(float), reach - 1)


def _where(
    window: NDArray[np.float32],
    x: NDArray[np.float32],
    y: NDArray[np.float32],
    a: Floats,
    b: Floats,
) -> tuple[float, float] | None:
    """How far the true edge lies from the line thought of, at its middle, and how much it is turned."""
    profile = cv2.remap(window, x, y, cv2.INTER_LINEAR)
    smooth = cv2.GaussianBlur(profile, (1, 9), 0)
    rise = np.diff(smooth, axis=1)
    middle = (b[1:] + b[:-1]) / 2
    dark, bright = float(np.median(profile[:, :8])), float(np.median(profile[:, -8:]))
    if bright - dark < LEAST_STEP:
        return None
    shift, turn = 0.0, 0.0
    at = a - (a[0] + a[-1]) / 2
    half = min(8.0, 0.6 * float(b[-1]))
    for _ in range(3):
        near = np.abs(middle[None, :] - (shift + turn * at)[:, None])
        weight = np.maximum(rise, 0) * np.where(
            near < half, np.cos(near / half * math.pi / 2) ** 2, 0
        )
        total = weight.sum(axis=1)
        good = total > 0.2 * (bright - dark)
        if good.sum() < 10:
            return None
        place = (weight * middle).sum(axis=1)[good] / total[good]
        turn, shift = np.polyfit(at[good], place, 1)
        left = place - (shift + turn * at[good])
        sure = np.abs(left) < 3 * max(0.05, 1.4826 * float(np.median(np.abs(left))))
        if sure.sum() >= 10:
            turn, shift = np.polyfit(at[good][sure], place[sure], 1)
    return float(shift), float(turn)


def _response(off: Floats, value: Floats, reach: float) -> tuple[float, Floats] | None:
    """Contrast by frequency from the light at distances from an edge."""
    # As far as the edge spreads, and as much again: what lies farther off is only noise.
    dark, bright = (
        float(np.median(value[off < -0.6 * reach])),
        float(np.median(value[off > 0.6 * reach])),
    )
    step = bright - dark
    if not step > LEAST_STEP:
        return None
    share = (value - dark) / step
    inner = (share > 0.1) & (share < 0.9)
    width = 1.0 if not inner.any() else float(np.percentile(np.abs(off[inner]), 95))
    reach = min(reach, max(5.0, 5.0 * width))
    bins = 2 * int(reach * OVERSAMPLED) + 1
    index = np.rint(off * OVERSAMPLED).astype(int) + bins // 2
    good = (index >= 0) & (index < bins)
    count = np.bincount(index[good], minlength=bins)
    total = np.bincount(index[good], weights=share[good], minlength=bins)
    if (count == 0).mean() > 0.2:
        return None
    there = count > 0
    places = np.arange(bins)
    spread = np.interp(places, places[there], total[there] / count[there])
    line = np.gradient(spread)
    peak = float((line * places).sum() / max(1e-9, line.sum()))
    # Flat over the middle: a window that leans on the line itself would make it narrower.
    ends = np.clip((np.abs(places - peak) / (bins / 2) - 0.6) / 0.4, 0, 1)
    window = np.cos(np.pi / 2 * ends) ** 2
    padded = np.zeros(1024)
    padded[:bins] = line * window
    response = np.abs(np.fft.rfft(padded))
    if response[0] <= 0:
        return None
    response = response / response[0]
    frequency = np.fft.rfftfreq(1024, 1 / OVERSAMPLED)
    # What differences over two bins, and means over the width of a bin, take away.
    smear = np.sinc(2 * frequency / OVERSAMPLED) * np.sinc(frequency / OVERSAMPLED)
    response = response / np.maximum(smear, 0.2)
    kept = frequency <= 1.0
    curve = np.column_stack([frequency[kept], response[kept]])
    below = np.flatnonzero(response[kept] < 0.5)
    if not len(below) or below[0] == 0:
        return None
    at = below[0]
    x0, x1, y0, y1 = frequency[at - 1], frequency[at], response[at - 1], response[at]
    return float(x0 + (0.5 - y0) * (x1 - x0) / (y1 - y0)), curve
