"""Test frames for tests: a chart on a table, seen by a camera that is known."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from functools import cache
from io import BytesIO

import numpy as np
from PIL import Image

from steeple.core.frame.chart.layout import Chart, chart_for
from steeple.core.frame.light.paper import Zone
from steeple.core.frame.pose.lens_model import PixelCamera, pixel_camera
from steeple.core.frame.reading import Asked
from steeple.core.geometry.pose import looking
from steeple.core.geometry.vectors import Vector, heading
from steeple.devices.frame_camera import (
    Faults,
    FrameCamera,
    LightOnTable,
    Picture,
    PrintedChart,
    TableLight,
)
from steeple.formats.chart_file import chart_picture

DPI = 300.0
SIZE = (1600, 1200)
ZONE = Zone(420.0, 300.0)
CONSTANT = 2400.0
CHART = chart_for(paper="a4", zone_mm=(420.0, 300.0), detail_mm=0.8, plan_number=1234)


@cache
def page(chart: Chart = CHART) -> Picture:
    """The chart as it is printed."""
    return chart_picture(chart, title="A test", dpi=DPI)


def camera(
    *,
    height: float = 800.0,
    tilt: float = 0.0,
    toward: float = 30.0,
    turn: float = 0.0,
    middle: tuple[float, float] = (0.0, 0.0),
    constant: float = CONSTANT,
    size: tuple[int, int] = SIZE,
    k1: float = 0.0,
) -> PixelCamera:
    """A camera whose axis meets the table at ``middle``."""
    ahead = heading(toward)
    off = height * float(np.tan(np.radians(tilt)))
    position = Vector(middle[0] - ahead.x * off, middle[1] - ahead.y * off, height)
    pose = looking(position=position, tilt_deg=tilt, toward_deg=toward, top_toward_deg=turn)
    return pixel_camera(pose, constant_px=constant, size_px=size, k1=k1)


@dataclass(frozen=True)
class Shot:
    """How a frame is taken."""

    camera: PixelCamera = field(default_factory=camera)
    chart: Chart = CHART
    light: LightOnTable = field(default_factory=TableLight)
    faults: Faults = field(default_factory=lambda: Faults(exposure_stops=-0.7))
    raised: float = 0.0
    mat: float = 0.35
    laid: tuple[float, float] = (0.0, 0.0)

    def picture(self, seed: int = 0) -> Picture:
        """The frame, shape (rows, columns, 3)."""
        printed = PrintedChart(page(self.chart), DPI / 25.4, self.laid, 0.0, self.raised)
        shown = FrameCamera(self.camera, printed, self.light, self.faults, self.mat)
        return np.asarray(Image.open(BytesIO(shown.bytes_of(seed))))


def asked(given: PixelCamera, **more: object) -> Asked:
    """What is known of a frame: its constant, and how far off it is."""
    start = Asked(lambda _distance: given.constant_px, given.lens_mm[2], ZONE, 0.8)
    return replace(start, **more)  # type: ignore[arg-type]


def jpeg(picture: Picture) -> bytes:
    """A picture as a file."""
    out = BytesIO()
    Image.fromarray(picture).save(out, "JPEG", quality=92)
    return out.getvalue()
