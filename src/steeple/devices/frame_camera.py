"""A stand-in for a camera over the table: what it would picture of the chart, with faults put in on purpose."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from io import BytesIO
from typing import Protocol

import cv2
import numpy as np
from numpy.typing import NDArray
from PIL import Image

from steeple.core.frame.pose.lens_model import Floats, PixelCamera

Picture = NDArray[np.uint8]
Light = NDArray[np.float32]
PAPER, SOLID = 0.85, 0.04
"""Reflectance of the paper and of solid ink."""
FINER = 3
"""Places across and along at which a pixel is read."""
STEP_PX = 4
"""Every so many pixels the way through the lens is worked out; between them it is straight enough."""


@dataclass(frozen=True, slots=True)
class PrintedChart:
    """A chart on the table: its picture (far edge on top, 0 to 255 by the curve of sRGB), pixels a millimetre, and
    how it was laid: shifted (millimetres), turned (degrees, against the clock), raised (millimetres)."""

    picture: Picture
    px_per_mm: float
    shifted_mm: tuple[float, float] = (0.0, 0.0)
    turned_deg: float = 0.0
    raised_mm: float = 0.0


class LightOnTable(Protocol):
    """Light on the table by that at its middle, and the tint of red and blue by green."""

    @property
    def red(self) -> float:
        """Red by green."""

    @property
    def blue(self) -> float:
        """Blue by green."""

    def at(self, x: Floats, y: Floats) -> Floats:
        """Light at places; the shape of x and y."""


@dataclass(frozen=True, slots=True)
class TableLight:
    """Light on the table: stops that it changes by over the half width and the half depth of what it is asked for,
    a warm or cool tint of red and blue by green, and a lit patch (x, y, radius in millimetres; stops)."""

    to_right_stops: float = 0.0
    to_far_stops: float = 0.0
    half_mm: tuple[float, float] = (200.0, 150.0)
    red: float = 1.0
    blue: float = 1.0
    patch: tuple[float, float, float, float] | None = None

    def at(self, x: Floats, y: Floats) -> Floats:
        """Light at places by that at the middle; the shape of x and y."""
        stops = (
            self.to_right_stops / 2 * x / self.half_mm[0]
            + self.to_far_stops / 2 * y / self.half_mm[1]
        )
        if self.patch is not None:
            px, py, radius, more = self.patch
            stops = stops + more * np.exp(-((x - px) ** 2 + (y - py) ** 2) / radius**2)
        return np.asarray(2.0**stops)


@dataclass(frozen=True, slots=True)
class Faults:
    """What the stand-in does badly: blur (standard deviation in pixels), noise at middle grey (share of it),
    exposure (stops), bands of flicker (how many over the height, their depth in stops)."""

    blur_px: float = 0.7
    noise: float = 0.01
    exposure_stops: float = 0.0
    bands: tuple[float, float] | None = None
    jpeg: int | None = 92
    portrait: bool = False


@dataclass(frozen=True, slots=True)
class FrameCamera:
    """A camera with the table before it."""

    camera: PixelCamera
    chart: PrintedChart | None
    light: LightOnTable = field(default_factory=TableLight)
    faults: Faults = field(default_factory=Faults)
    mat: float = 0.35
    table_mm: tuple[float, float, float, float] = (-2000.0, 2000.0, -2000.0, 2000.0)

    def frame(self, seed: int = 0) -> Picture:
        """A picture, shape (rows, columns, 3)."""
        width, height = self.camera.size_px
        table = self._table_under_pixels()
        x, y = table
        grey = np.full((height, width), self.mat, dtype=np.float32)
        if self.chart is not None:
            grey = self._with_chart(grey, x, y)
        light = _light(self.light.at(x.astype(float), y.astype(float)))
        level = grey * light * np.float32(2.0**self.faults.exposure_stops)
        if self.faults.bands is not None:
            count, depth = self.faults.bands
            rows = np.sin(2 * math.pi * count * np.arange(height) / height) * depth / 2
            level *= (2.0**rows)[:, None].astype(np.float32)
        if self.faults.blur_px > 0:
            level = _light(cv2.GaussianBlur(level, (0, 0), self.faults.blur_px))
        colour = _light(np.stack([level * self.light.red, level, level * self.light.blue], axis=2))
        if self.faults.noise > 0:
            random = np.random.default_rng(seed)
            shot = self.faults.noise * np.sqrt(np.maximum(colour, 0.001) * 0.18)
            colour = _light(colour + shot * random.standard_normal(colour.shape, dtype=np.float32))
        return encoded(np.clip(colour, 0, 1))

    def bytes_of(self, seed: int = 0) -> bytes:
        """The picture as a JPEG file, or as PNG where the faults say none."""
        image = Image.fromarray(self.frame(seed))
        out = BytesIO()
        if self.faults.jpeg is None:
            image.save(out, "PNG")
        else:
            image.save(out, "JPEG", quality=self.faults.jpeg)
        return out.getvalue()

    def _table_under_pixels(self) -> tuple[Light, Light]:
        width, height = self.camera.size_px
        columns = np.arange(0, width + STEP_PX, STEP_PX)
        rows = np.arange(0, height + STEP_PX, STEP_PX)
        px = np.stack(np.meshgrid(columns, rows), axis=-1).reshape(-1, 2).astype(float)
        level = 0.0 if self.chart is None else self.chart.raised_mm
        places = self.camera.on_level(px, level).reshape(len(rows), len(columns), 2)
        places = np.nan_to_num(places, nan=1e6).astype(np.float32)
        at_x = np.arange(width, dtype=np.float32)[None, :].repeat(height, 0) / STEP_PX
        at_y = np.arange(height, dtype=np.float32)[:, None].repeat(width, 1) / STEP_PX
        return (
            _light(cv2.remap(places[..., 0], at_x, at_y, cv2.INTER_LINEAR)),
            _light(cv2.remap(places[..., 1], at_x, at_y, cv2.INTER_LINEAR)),
        )

    def _with_chart(self, ground: Light, x: Light, y: Light) -> Light:
        """The chart on the ground; each pixel is the mean over its own area."""
        chart = self.chart
        assert chart is not None
        turn = math.radians(chart.turned_deg)
        c, s = np.float32(math.cos(turn)), np.float32(math.sin(turn))
        rows, columns = chart.picture.shape
        half = (columns / 2 / chart.px_per_mm, rows / 2 / chart.px_per_mm)
        dx, dy = x - np.float32(chart.shifted_mm[0]), y - np.float32(chart.shifted_mm[1])
        u, v = c * dx + s * dy, c * dy - s * dx
        on = (np.abs(u) < half[0] * 1.02) & (np.abs(v) < half[1] * 1.02)
        if not on.any():
            return ground
        down, over = np.flatnonzero(on.any(axis=1)), np.flatnonzero(on.any(axis=0))
        part = np.s_[max(0, down[0] - 2) : down[-1] + 3, max(0, over[0] - 2) : over[-1] + 3]
        u, v = u[part], v[part]
        step = float(np.median(np.abs(np.diff(u, axis=1)) + np.abs(np.diff(v, axis=1))))
        edge = np.minimum(half[0] - np.abs(u), half[1] - np.abs(v)) / np.float32(max(step, 1e-6))
        share = np.clip(edge + 0.5, 0, 1).astype(np.float32)
        k = np.float32(chart.px_per_mm)
        ink = _mean_over_pixels(
            decoded(chart.picture),
            u * k + np.float32(columns / 2 - 0.5),
            np.float32(rows / 2 - 0.5) - v * k,
        )
        covered = ground.copy()
        covered[part] = share * (SOLID + (PAPER - SOLID) * ink) + (1 - share) * ground[part]
        return covered


def _mean_over_pixels(page: Light, at_x: Light, at_y: Light) -> Light:
    """Means of a page over the area of each pixel: three times three places in it, on a page made as coarse as
    they lie apart."""
    middle = at_x.shape[0] // 2, at_x.shape[1] // 2
    step = max(
        1e-3, abs(float(at_x[middle] - at_x[middle[0], middle[1] - 1])),
        abs(float(at_y[middle] - at_y[middle[0] - 1, middle[1]])),
        abs(float(at_y[middle] - at_y[middle[0], middle[1] - 1])),
    )  # fmt: skip
    coarser = max(1, int(step / FINER))
    if coarser > 1:
        rows, columns = page.shape[0] // coarser * coarser, page.shape[1] // coarser * coarser
        page = _light(cv2.resize(
            page[:rows, :columns], (columns // coarser, rows // coarser), interpolation=cv2.INTER_AREA
        ))  # fmt: skip
        at_x, at_y = (_light((one + 0.5) / coarser - 0.5) for one in (at_x, at_y))
    x_by_x, x_by_y = np.gradient(at_x, axis=1), np.gradient(at_x, axis=0)
    y_by_x, y_by_y = np.gradient(at_y, axis=1), np.gradient(at_y, axis=0)
    total = _light(np.zeros(at_x.shape))
    for i in range(FINER):
        for j in range(FINER):
            a, b = np.float32((i + 0.5) / FINER - 0.5), np.float32((j + 0.5) / FINER - 0.5)
            total = total + _light(cv2.remap(
                page, at_x + a * x_by_x + b * x_by_y, at_y + a * y_by_x + b * y_by_y,
                cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE,
            ))  # fmt: skip
    return _light(total / np.float32(FINER * FINER))


def _light(values: object) -> Light:
    return np.asarray(values, dtype=np.float32)


def decoded(codes: Picture) -> Light:
    """Linear light, 0 to 1, of codes 0 to 255 by the curve of sRGB."""
    return _LINEAR[codes]


def encoded(light: Light) -> Picture:
    """Codes of linear light, 0 to 1."""
    curved = np.where(
        light <= 0.0031308, 12.92 * light, 1.055 * np.maximum(light, 1e-9) ** (1 / 2.4) - 0.055
    )
    return np.round(255 * curved).astype(np.uint8)


_LINEAR = np.array(
    [c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in np.arange(256) / 255],
    dtype=np.float32,
)
