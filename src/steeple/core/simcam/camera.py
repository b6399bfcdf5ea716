"""A picture of a scene of simple solids, as a thin lens would make it."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from steeple.core.budget import look, side_by_side
from steeple.core.errors import InputError
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.spread import sunflower
from steeple.core.simcam.kernels import GROUND_SHARE, sky_map
from steeple.core.simcam.picture_kernels import render_rows, rough_pixels

Picture = NDArray[np.uint8]
SKY_COLUMNS, SKY_ROWS, SKY_DIRECTIONS = 28, 20, 96
EXPOSURE = 1.2
THREADS, SEED = 2, 20
"""Threads for a picture; every pixel is worked out for itself, so that it is the same."""
ROWS_AT_ONCE = 64
TESTS_AT_ONCE = 2_000_000
"""So many rays by solids are gone through between two looks at the budget."""
LARGEST_PX, PIXEL_LIMIT = 4_096, 4_200_000


@dataclass(frozen=True, slots=True, eq=False)
class Stage:
    """What stands before the camera; arrays as in `simcam.picture_kernels.render_rows`. Millimetres."""

    capsules: Array
    capsule_colours: Array
    boxes: Array
    box_colours: Array
    cylinders: Array
    cylinder_colours: Array
    table: Array
    floor_z: float
    surfaces: Array
    plane: Array
    marks: Array
    line_mm: float


@dataclass(frozen=True, slots=True, eq=False)
class Shot:
    """How the camera takes it: pose (12 numbers), tangents of the half angles, distance of the
    focused plane and radius of the entrance pupil in millimetres (0 = all sharp)."""

    camera: Array
    half_width: float
    half_height: float
    focus_mm: float
    pupil_radius_mm: float


@dataclass(frozen=True, slots=True, eq=False)
class Lighting:
    """Light of lamps on a stage, 1 = what a white sheet needs; see `simcam.picture_kernels.render_rows`.

    ``noise`` is the deviation at middle grey of a grainy picture, 0 … 1.
    """

    lit: Array
    shine: Array
    frame: Array
    lamps: Array
    around: Array
    noise: float = 0.0


SKY_AROUND = np.array([[1.0, 1.0, 1.0], [GROUND_SHARE, GROUND_SHARE, GROUND_SHARE]])
NO_SHINE = np.full((2, 2, 3), -1.0)
GREY = 0.18


def sky_lighting(stage: Stage) -> Lighting:
    """An even sky over a stage.

    Parameters
    ----------
    stage
        what is filmed.
    """
    left, right, near, far = stage.table.tolist()
    sky = sky_map(
        np.linspace(left, right, SKY_COLUMNS),
        np.linspace(near, far, SKY_ROWS),
        sky_directions(),
        stage.capsules,
        stage.boxes,
        stage.cylinders,
    )
    return Lighting(
        lit=np.ascontiguousarray(np.repeat(sky[:, :, None], 3, axis=2)),
        shine=NO_SHINE,
        frame=stage.table,
        lamps=np.zeros((0, 6)),
        around=SKY_AROUND,
    )


def sky_directions(count: int = SKY_DIRECTIONS) -> Array:
    """Unit directions spread by the cosine law about the vertical: shape (count, 3).

    Parameters
    ----------
    count
        how many, ≥ 1.
    """
    places = sunflower(count)
    return np.column_stack((places, np.sqrt(np.maximum(0, 1 - (places**2).sum(axis=1)))))


def render(
    stage: Stage,
    shot: Shot,
    *,
    size_px: tuple[int, int],
    samples: int,
    lighting: Lighting | None = None,
) -> Picture:
    """The picture, lit by lamps or an even sky, exposed so that middle grey stays middle grey.

    Parameters
    ----------
    stage, shot
        what is before the camera, and how it is taken.
    size_px
        width and height, 16 … `LARGEST_PX` each.
    samples
        rays a pixel where neighbours differ, ≥ 1; two fifths of them elsewhere.
    lighting
        light of lamps; None = an even sky.

    Returns
    -------
    Shape (height, width, 3), sRGB. The same arguments give the same bytes.

    Raises
    ------
    InputError
        ``out-of-range`` for a size or number of samples outside the range.
    """
    width, height = size_px
    if not (16 <= width <= LARGEST_PX and 16 <= height <= LARGEST_PX):
        raise InputError(
            "out-of-range",
            f"A picture of {width} × {height} pixels cannot be made; 16 to {LARGEST_PX} each way.",
            field="size_px",
            value=f"{width} × {height}",
            allowed=f"16 to {LARGEST_PX}",
        )
    if width * height > PIXEL_LIMIT:
        most = int(math.sqrt(PIXEL_LIMIT * width / height))
        raise InputError(
            "out-of-range",
            f"A picture of {width} × {height} has {width * height / 1e6:.1f} million pixels; at most "
            f"{PIXEL_LIMIT / 1e6:.1f} million are made at once. Ask for at most {most} across.",
            field="width_px",
            value=width,
            allowed=f"up to {most}",
        )
    if samples < 1:
        raise InputError(
            "out-of-range",
            f"{samples} rays a pixel make no picture; at least 1 is needed.",
            field="samples",
            value=samples,
            allowed="at least 1",
        )
    light = lighting or sky_lighting(stage)
    linear = np.zeros((height, width, 3))
    half = np.array([shot.half_width, shot.half_height])

    ids = np.zeros((height, width), dtype=np.int32)
    wanted = np.ones((height, width), dtype=np.bool_)

    def band(rows: tuple[int, int], rays: tuple[int, int]) -> None:
        render_rows(
            *rows, rays, linear, ids, wanted, shot.camera, half, shot.focus_mm, shot.pupil_radius_mm,
            stage.capsules, stage.capsule_colours, stage.boxes, stage.box_colours,
            stage.cylinders, stage.cylinder_colours, stage.table, stage.floor_z, stage.surfaces,
            stage.plane, stage.marks, stage.line_mm, light.lit, light.shine, light.frame,
            light.lamps, light.around,
        )  # fmt: skip

    # Bands so narrow that the budget is looked at often, however much stands before the camera.
    solids = 8 + len(stage.capsules) + len(stage.boxes) + len(stage.cylinders)
    parts = max(THREADS, width * height * samples * solids // TESTS_AT_ONCE)
    cuts = [height * step // min(parts, height) for step in range(min(parts, height) + 1)]
    bands = list(itertools.pairwise(cuts))
    few = max(1, 2 * samples // 5)
    side_by_side(lambda rows: band(rows, (0, few)), bands, threads=THREADS)
    if samples > few:
        rough_pixels(linear, ids, wanted)
        side_by_side(lambda rows: band(rows, (few, samples)), bands, threads=THREADS)
    return _developed(linear, light.noise)


def _developed(linear: Array, noise: float) -> Picture:
    """Grain and bytes of a picture, a few rows at a time: the rows in between are held once only."""
    picture = np.empty(linear.shape, dtype=np.uint8)
    chance = np.random.default_rng(SEED)
    for start in range(0, len(linear), ROWS_AT_ONCE):
        look()
        rows = linear[start : start + ROWS_AT_ONCE]
        picture[start : start + ROWS_AT_ONCE] = encode(
            grainy(rows, noise, chance) if noise > 0 else rows
        )
    return picture


def grainy(linear: Array, noise: float, chance: np.random.Generator) -> Array:
    """Noise as photons make it: its deviation follows the root of the light. The same every time, as
    ``chance`` begins with the same seed.

    Parameters
    ----------
    linear
        light of a picture, shape (rows, columns, 3), ≥ 0; 1 is white.
    noise
        deviation at white, ≥ 0.
    chance
        where the noise comes from.
    """
    grain = chance.standard_normal(linear.shape, dtype=np.float32)
    return np.asarray(linear + noise * np.sqrt(np.maximum(linear, 0.01) * GREY) * grain)


LIGHT_STEPS = 1 << 16


def _curve() -> Picture:
    """The bytes of light from 0 to 1 in `LIGHT_STEPS` steps. Reference: IEC 61966-2-1."""
    light = np.arange(LIGHT_STEPS) / (LIGHT_STEPS - 1)
    curve = np.where(light <= 0.0031308, 12.92 * light, 1.055 * light ** (1 / 2.4) - 0.055)
    return (curve * 255 + 0.5).astype(np.uint8)


CURVE = _curve()


def encode(linear: Array) -> Picture:
    """Linear light (1 = a white sheet under the open sky) as sRGB bytes, by a table in steps finer
    than a byte. Reference: IEC 61966-2-1.

    Parameters
    ----------
    linear
        shape (rows, columns, 3), ≥ 0; more than 1 is white.
    """
    light = np.clip(EXPOSURE * linear, 0.0, 1.0)
    return np.asarray(CURVE[(light * (LIGHT_STEPS - 1) + 0.5).astype(np.uint16)])
