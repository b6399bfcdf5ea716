"""Figures of a camera as a maker would measure them, with the error of each."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np
from scipy.spatial.transform import Rotation

from steeple.core.frame.pose.fitting import UNLIKE, Fitted
from steeple.core.frame.pose.lens_model import PixelCamera

_STEPS = np.array([*[1e-5] * 3, *[1e-3] * 3, 1e-6, 1e-5, 1e-5])


@dataclass(frozen=True, slots=True)
class Measure:
    """A figure and two standard errors of it."""

    value: float
    error: float


def figures_of(camera: PixelCamera, level_mm: float = 0.0) -> dict[str, float]:
    """Figures of a camera.

    Parameters
    ----------
    camera, level_mm
        any; the level over the table at which the middle of its picture is told.

    Returns
    -------
    ``x_mm``, ``y_mm``, ``height_mm`` of the pupil; ``centre_x_mm`` and ``centre_y_mm`` of what the middle of the
    picture shows (NaN where it shows no table); ``tilt_deg`` out of straight down; ``lean_x_deg`` and
    ``lean_y_deg`` of the axis toward the maker's right and away; ``turn_deg`` of the top of the picture, clockwise
    from straight away seen from above; ``constant_px``, ``k1``.
    """
    pose = camera.pose
    down = -pose.axis.z
    centre = camera.on_level(camera.middle_px[None, :], level_mm)[0]
    # Where the top of the picture points: by its right for a camera that looks down, whatever its tilt.
    turn = math.degrees(math.atan2(-pose.right.y, pose.right.x))
    return {
        "x_mm": pose.position.x,
        "y_mm": pose.position.y,
        "height_mm": pose.position.z,
        "centre_x_mm": float(centre[0]),
        "centre_y_mm": float(centre[1]),
        "tilt_deg": math.degrees(math.acos(max(-1.0, min(1.0, down)))),
        "lean_x_deg": math.degrees(math.atan2(pose.axis.x, down)),
        "lean_y_deg": math.degrees(math.atan2(pose.axis.y, down)),
        "turn_deg": turn,
        "constant_px": camera.constant_px,
        "k1": camera.k1,
    }


def measures_of(fitted: Fitted, level_mm: float = 0.0) -> dict[str, Measure]:
    """The same of a camera that was found, each with its error.

    Parameters
    ----------
    fitted, level_mm
        as found; the level at which the middle of the picture is told.

    Notes
    -----
    Errors hold for the zoom that was trusted, where the picture does not tell it by itself.
    """
    base = figures_of(fitted.camera, level_mm)
    columns = []
    for index, step in enumerate(_STEPS):
        moved = figures_of(_nudged(fitted.camera, index, float(step)), level_mm)
        columns.append([_wrapped(key, moved[key] - base[key]) / step for key in base])
    jacobian = np.array(columns).T
    variances = np.einsum("ij,jk,ik->i", jacobian, fitted.spread, jacobian)
    return {
        key: Measure(value, 2 * UNLIKE * math.sqrt(max(0.0, float(variance))))
        for (key, value), variance in zip(base.items(), variances, strict=True)
    }


def _wrapped(key: str, change: float) -> float:
    return (change + 180.0) % 360.0 - 180.0 if key == "turn_deg" else change


def _nudged(camera: PixelCamera, index: int, step: float) -> PixelCamera:
    if index < 3:
        off = np.zeros(3)
        off[index] = step
        turn = (Rotation.from_matrix(camera.rotation) * Rotation.from_rotvec(off)).as_rotvec()
        return replace(camera, turn=(float(turn[0]), float(turn[1]), float(turn[2])))
    if index < 6:
        x, y, z = (
            value + (step if index - 3 == axis else 0.0)
            for axis, value in enumerate(camera.lens_mm)
        )
        return replace(camera, lens_mm=(x, y, z))
    if index == 6:
        return replace(camera, constant_px=camera.constant_px * (1 + step))
    if index == 7:
        return replace(camera, k1=camera.k1 + step)
    return replace(camera, k2=camera.k2 + step)
