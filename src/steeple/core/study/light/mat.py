"""What the mat or table mirrors beside the work, where its gloss is another than that of the work."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.kernels import Array
from steeple.core.light.emitters import light_at, rows_of
from steeple.core.light.gloss import FINISHES, VISIBLE, gloss_luminance
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.lamps.scene import OFF_WORK_MM
from steeple.core.study.light.study import LightStudy

POINTS = (24, 16)


@dataclass(frozen=True, slots=True)
class MatGlare:
    """The lamp that is mirrored over most of the mat in the picture, over which share of it, and how much
    brighter than the mat its image is where that is brightest."""

    lamp: LampStudy
    share: float
    ratio: float


def mat_points(study: LightStudy) -> Array:
    """Places of the table in the picture that are not the work: shape (n, 3); of a zone with things in it,
    also what lies between them.

    Parameters
    ----------
    study
        the light of a camera.
    """
    lens, work = study.lens, study.work.bench
    frame = None if lens is None or lens.sight is None else lens.sight.seen_surface
    if frame is None or not work.is_flat:
        return np.zeros((0, 3))
    across, along = POINTS
    x = frame.left + (np.arange(across) + 0.5) / across * frame.width_mm
    y = frame.near + (np.arange(along) + 0.5) / along * frame.depth_mm
    xs, ys = (one.ravel() for one in np.meshgrid(x, y))
    table, zone = work.table, work.footprint
    on_table = (xs > table.left) & (xs < table.right) & (ys > table.near) & (ys < table.far)
    if work.items:
        work_there = np.zeros(len(xs), dtype=bool)
        for one in work.items:
            half = one.width_mm / 2
            deep = half if one.depth_mm is None else one.depth_mm / 2
            work_there |= (np.abs(xs - one.x_mm) <= half) & (np.abs(ys - one.y_mm) <= deep)
    else:
        work_there = (xs >= zone.left) & (xs <= zone.right) & (ys >= zone.near) & (ys <= zone.far)
    kept = on_table & ~work_there
    return np.column_stack([xs[kept], ys[kept], np.full(int(kept.sum()), OFF_WORK_MM)])


def mat_glare(study: LightStudy) -> MatGlare | None:
    """The worst mirror image of a lit lamp in the mat; None where the gloss of the mat is not given, or none of
    it is in the picture.

    Parameters
    ----------
    study
        the light of a camera.
    """
    work, lens = study.work.bench, study.lens
    if work.mat_gloss is None or lens is None or not study.lit:
        return None
    points = mat_points(study)
    if not len(points):
        return None
    up = np.array([0.0, 0.0, 1.0])
    rows = rows_of(tuple(one.lamp.emitter for one in study.lit))
    lit = light_at(points, up, rows, study.scene.still, study.scene.tables)
    total = np.maximum(lit.seen.sum(axis=0), 1e-12) * work.mat_reflectance / math.pi
    worst: MatGlare | None = None
    for index, lamp in enumerate(study.lit):
        image = gloss_luminance(
            points,
            work.plane.normal,
            lens.position,
            rows[index : index + 1],
            FINISHES[work.mat_gloss],
            study.scene.tables,
        )[0]
        ratio = image * lit.seen[index] / np.maximum(lit.free[index], 1e-12) / total
        share = float((ratio >= VISIBLE).mean())
        if worst is None or share > worst.share:
            worst = MatGlare(lamp=lamp, share=share, ratio=float(ratio.max()))
    return worst
