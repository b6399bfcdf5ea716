"""The light of the lamps of a plan as the simulated camera takes it: shadows, gloss, colour, noise."""

from __future__ import annotations

import math

import numpy as np

from steeple.core.budget import side_by_side
from steeple.core.geometry.kernels import Array, Flags, Whole
from steeple.core.geometry.vectors import Vector
from steeple.core.light.colour import tint
from steeple.core.light.emitters import light_at, rows_of
from steeple.core.light.gloss import FINISHES, gloss_luminance
from steeple.core.simcam.camera import Lighting
from steeple.core.study.light.lamps.lamp_light import flux_lm, room_lx_per_lm
from steeple.core.study.light.lamps.scene import lifted
from steeple.core.study.light.study import LightStudy

CELL_PX = {"draft": 7.6, "fine": 8.0}
CELLS = {"draft": (28, 42), "fine": (96, 160)}
"""How many pixels lie between places at which shadows are worked out, and the fewest and most of
them across the picture."""
BANDS = 2
NOISE_AT_CLEAN = 0.012
"""Noise at middle grey at the highest clean ISO, as a share of it; a planning value of our own."""
LEAST_AROUND = 0.01
"""Light that comes from all round where the room is not known: next to nothing."""


def _lattice(quality: str, width_px: int) -> tuple[int, int]:
    fewest, most = CELLS[quality]
    across = min(most, max(fewest, round(width_px / CELL_PX[quality])))
    return across, math.ceil(across * 2 / 3)


def lighting_of(
    study: LightStudy, *, pose: int, quality: str = "draft", width_px: int = 320
) -> Lighting | None:
    """The light of all lit lamps in one pose, exposed for the mean of the zone and balanced for
    their mixed white; None where nothing is lit.

    Parameters
    ----------
    study
        the lamps as the camera has them.
    pose
        0 … 8.
    quality
        how close the places are at which shadows are worked out, with the width.
    width_px
        width of the picture.
    """
    mean = study.mean_lx
    if not study.is_bright or mean <= 0 or study.cct_k is None:
        return None
    work, scene = study.work.bench, study.scene
    white_k = study.cct_k
    sources = [(one, tint(cct_k=cct_k, white_k=white_k)) for one, cct_k in study.areas]
    around_lx = np.zeros(3)
    per_lm = room_lx_per_lm(work)
    for emitter, cct_k, _ in study.sources:
        around_lx += (
            np.array(tint(cct_k=cct_k, white_k=white_k)) * per_lm * flux_lm(emitter, scene.tables)
        )
    rows = rows_of(tuple(one for one, _ in sources))
    colours = np.array([colour for _, colour in sources])
    frame = _frame(study)
    across, along = _lattice(quality, width_px)
    xs, ys = np.linspace(frame[0], frame[1], across), np.linspace(frame[2], frame[3], along)
    flat = np.array([[x, y, 1.0] for y in ys for x in xs])
    on_work = _on_work(study, flat)
    cell_mm = max(xs[1] - xs[0], ys[1] - ys[0])
    glossy = _on_work(study, flat, beyond_mm=cell_mm)
    points, normals = _surface(study, flat, on_work)
    solids = scene.in_pose(pose)
    eye = study.lens.position if study.lens is not None and study.lens.sight is not None else None

    def band(part: Whole) -> tuple[Array, Array]:
        lit = light_at(points[part], normals[part], rows, solids, scene.tables, how="sums")
        diffuse = np.einsum("lp,lc->pc", lit.seen, colours) + around_lx
        if eye is None:
            return diffuse, np.zeros_like(diffuse)
        gloss, mirrors = np.zeros(lit.seen.shape), glossy[part]
        gloss[:, mirrors] = gloss_luminance(
            points[part][mirrors], work.plane.normal, eye, rows, FINISHES[work.gloss], scene.tables
        )
        open_share = lit.seen / np.maximum(lit.free, 1e-12)
        return diffuse, np.einsum("lp,lc->pc", gloss * open_share, colours) * math.pi

    bands = np.array_split(np.arange(len(points)), BANDS)
    found = side_by_side(band, bands, threads=len(bands))
    diffuse, shine = (np.vstack(each) for each in zip(*found, strict=True))
    shape = (along, across, 3)
    below = work.mat_reflectance * np.ones(3)
    above = np.maximum(around_lx / mean, LEAST_AROUND)
    lamps = [
        [*emitter.centre, *(np.array(colour) * emitter.intensity_cd * 1e6 / mean)]
        for emitter, colour in sources
    ]
    return Lighting(
        lit=np.ascontiguousarray((diffuse / mean).reshape(shape)),
        shine=np.ascontiguousarray((shine / mean).reshape(shape)),
        frame=frame,
        lamps=np.array(lamps).reshape(-1, 6),
        around=np.array([above, below]),
        noise=_noise(study),
    )


def _noise(study: LightStudy) -> float:
    """Noise of the ISO that the light needs: it grows with the root of the ISO."""
    if study.iso is None or study.lens is None:
        return NOISE_AT_CLEAN
    return NOISE_AT_CLEAN * math.sqrt(study.iso / study.lens.camera.clean_iso)


def _frame(study: LightStudy) -> Array:
    """Left, right, near and far of what is seen of the table, and a little more."""
    table, plane = study.work.table, study.work.bench.plane
    sides = [table.left, table.right, table.near, table.far]
    if study.lens is None or study.lens.sight is None:
        return np.array(sides, dtype=np.float64)
    reach = 1.2 * max(plane.width_mm, plane.depth_mm)
    return np.array(
        [max(sides[0], -reach), min(sides[1], reach), max(sides[2], -reach), min(sides[3], reach)]
    )


def _on_work(study: LightStudy, flat: Array, beyond_mm: float = 0.0) -> Flags:
    """Which places of the table lie under the work's plane, or at most so far beside it."""
    plane = study.work.bench.plane
    slope = plane.slope
    s = (flat[:, 1] - plane.middle.y) / max(slope.y, 1e-6)
    beyond_slope_mm = beyond_mm / max(slope.y, 1e-6)
    inside: Flags = (np.abs(flat[:, 0] - plane.middle.x) <= plane.width_mm / 2 + beyond_mm) & (
        np.abs(s) <= plane.depth_mm / 2 + beyond_slope_mm
    )
    return inside


def _surface(study: LightStudy, flat: Array, on_work: Flags) -> tuple[Array, Array]:
    """Places on table, work and things, with what they face."""
    work = study.work.bench
    plane = work.plane
    points = flat.copy()
    up = Vector(0.0, 0.0, 1.0)
    normals = np.tile(np.array([*up]), (len(flat), 1))
    along = (flat[:, 1] - plane.middle.y) / max(plane.slope.y, 1e-6)
    points[:, 2] = np.where(on_work, plane.middle.z + along * plane.slope.z + 1.0, points[:, 2])
    normals[on_work] = np.array([*plane.normal])
    return lifted(work, points), normals
