"""A camera as a test frame found it, in the axes of the plan: what is kept as built."""

from __future__ import annotations

import math

import numpy as np

from steeple.core.frame.pose.measures import figures_of
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.parts.cameras.as_built import AsBuilt
from steeple.core.study.check.compared import Compared
from steeple.core.study.check.planned import chart_axes
from steeple.core.study.inputs.work import GivenWork

MIDDLE = "middle"


def out_of_chart(way: Vector, work: GivenWork) -> Vector:
    """A direction in the axes of the chart, in those of the plan."""
    _, right, slope, normal = chart_axes(work)
    return right.times(way.x).plus(slope.times(way.y)).plus(normal.times(way.z))


def as_built_of(compared: Compared, on: str) -> AsBuilt:
    """What is kept of a test frame.

    Parameters
    ----------
    compared, on
        the camera as it stands and as planned; the day of the frame, ``2026-11-28``.
    """
    work, pose = compared.planned.work, compared.camera.pose
    place = chart_axes(work)[0].plus(out_of_chart(pose.position, work))
    axis = out_of_chart(pose.axis, work)
    tilt = math.degrees(math.acos(max(-1.0, min(1.0, -axis.z))))
    measures, reading = compared.measures, compared.reading
    turned = measures["turn_deg"].value - _wanted_turn(compared)
    height = measures["height_mm"]
    lit = None if reading is None else reading.lighting
    middle = [] if reading is None else [one for one in reading.sharpness if one.name == MIDDLE]
    return AsBuilt(
        on=on,
        x_mm=round(place.x, 1),
        y_mm=round(place.y, 1),
        z_mm=round(place.z, 1),
        height_error_mm=round(min(10_000.0, max(0.0, height.error)), 2),
        tilt_deg=round(min(150.0, tilt), 2),
        toward_deg=round(math.degrees(math.atan2(axis.x, axis.y)) % 360.0, 1)
        if tilt > 0.1
        else 0.0,
        turn_deg=round((turned + 180.0) % 360.0 - 180.0, 2),
        focal_mm=None if compared.focal_mm is None else round(compared.focal_mm.value, 2),
        evenness_stops=None
        if lit is None or not np.isfinite(lit.evenness_stops)
        else round(min(20.0, float(lit.evenness_stops)), 3),
        mtf50_cy_px=round(min(2.0, middle[0].mtf50_cy_px), 4) if middle else None,
    )


def _wanted_turn(compared: Compared) -> float:
    return float(figures_of(compared.wanted)["turn_deg"])
