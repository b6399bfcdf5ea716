"""A stand-in for a whole bench: camera, lamps and chart as somebody set them up by a plan, with the errors they made.

It is asked for a frame as a real camera would be; what is done to it is what is done at a bench: something is moved
by so much. Nothing that reads its frames knows that it is not real.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace

import numpy as np

from steeple.core.frame.pose.lens_model import Floats, PixelCamera, pixel_camera
from steeple.core.geometry.pose import Pose
from steeple.core.geometry.vectors import Vector
from steeple.core.study.check.planned import Planned, lamp_fields
from steeple.devices.frame_camera import Faults, FrameCamera, PrintedChart, TableLight

_LATTICE = 13


@dataclass(frozen=True, slots=True)
class Errors:
    """What went wrong when the bench was set up: the lens too far right, away and up (millimetres); looking too far
    to the right and away, and turned about its axis clockwise from above (degrees); the zoom off (share); how the
    chart was laid (millimetres, degrees); lamps that give more or less (times, in the order of the plan)."""

    right_mm: float = 0.0
    away_mm: float = 0.0
    up_mm: float = 0.0
    lean_right_deg: float = 0.0
    lean_away_deg: float = 0.0
    turned_deg: float = 0.0
    zoom_share: float = 0.0
    k1: float = 0.0
    chart_mm: tuple[float, float] = (0.0, 0.0)
    chart_deg: float = 0.0
    lamps: tuple[float, ...] = ()


@dataclass(frozen=True, slots=True)
class _LampLight:
    """Light of lamps on the table: the exponential of a smooth surface over the zone, levelled off beyond it."""

    terms: Floats
    half_mm: tuple[float, float]
    red: float = 1.0
    blue: float = 1.0

    def at(self, x: Floats, y: Floats) -> Floats:
        """Light at places by that at the middle of the zone."""
        a, b = np.clip(x / self.half_mm[0], -1.15, 1.15), np.clip(y / self.half_mm[1], -1.15, 1.15)
        total = np.zeros_like(a)
        for value, (i, j) in zip(self.terms, _POWERS, strict=True):
            total = total + value * a**i * b**j
        return np.asarray(np.exp(total - self.terms[0]))


_POWERS = tuple((i, j) for i in range(4) for j in range(4 - i))


def lamp_light(planned: Planned, factors: tuple[float, ...]) -> _LampLight | TableLight:
    """Light of the lamps of a plan over its zone, each times a factor; even where no lamp is lit.

    Parameters
    ----------
    planned, factors
        the plan with its light; by lamp, in the order of those that are lit; none = 1.
    """
    zone = planned.zone
    x = np.linspace(-zone.width_mm / 2, zone.width_mm / 2, _LATTICE)
    y = np.linspace(-zone.depth_mm / 2, zone.depth_mm / 2, _LATTICE)
    lattice = np.column_stack([one.ravel() for one in np.meshgrid(x, y)])
    given = lamp_fields(planned, lattice)
    if given is None:
        return TableLight()
    times = np.ones(len(given[0]))
    times[: len(factors)] = factors[: len(times)]
    light = (times[:, None] * given[0]).sum(axis=0)
    half = (zone.width_mm / 2, zone.depth_mm / 2)
    a, b = lattice[:, 0] / half[0], lattice[:, 1] / half[1]
    matrix = np.column_stack([a**i * b**j for i, j in _POWERS])
    terms, *_ = np.linalg.lstsq(matrix, np.log(np.maximum(light, 1e-6)), rcond=None)
    return _LampLight(np.asarray(terms), half)


@dataclass(frozen=True, slots=True)
class Workbench:
    """One camera of a plan as it was set up, with a printed chart on its table."""

    planned: Planned
    chart: PrintedChart
    errors: Errors
    faults: Faults = field(default_factory=lambda: Faults(exposure_stops=-0.6))
    size_px: tuple[int, int] = (1920, 1080)

    @property
    def camera(self) -> PixelCamera:
        """Where the camera truly is, and how it looks."""
        errors, wanted = self.errors, self.planned.camera(self.size_px)
        pose = wanted.pose
        position = Vector(
            pose.position.x + errors.right_mm,
            pose.position.y + errors.away_mm,
            pose.position.z + errors.up_mm,
        )
        turned = _tipped(pose, errors.lean_right_deg, errors.lean_away_deg, errors.turned_deg)
        # It is focused on the work anew, from where it is.
        distance = position.z / max(0.05, -turned.axis.z)
        focal = self.planned.lens.settings.focal_mm
        at = self.planned.constant_at(
            self.size_px, None if focal is None else focal * (1 + errors.zoom_share)
        )
        constant = at(distance)
        if focal is None:
            constant *= 1 + errors.zoom_share
        return pixel_camera(
            turned.at(position), constant_px=constant, size_px=self.size_px, k1=errors.k1
        )

    def frame(self, seed: int = 0, *, raised_mm: float = 0.0) -> bytes:
        """A test frame as a file.

        Parameters
        ----------
        seed, raised_mm
            what noise is drawn from; how high the chart lies on its block.
        """
        page = replace(
            self.chart,
            shifted_mm=self.errors.chart_mm,
            turned_deg=self.errors.chart_deg,
            raised_mm=raised_mm,
        )
        light = lamp_light(self.planned, self.errors.lamps)
        mat = self.planned.plan.table.mat_reflectance
        camera = FrameCamera(
            self.camera, page, light, self.faults, mat=0.35 if mat is None else max(0.03, mat)
        )
        return camera.bytes_of(seed)

    def moved(self, **more: float) -> Workbench:
        """The bench after something was moved by so much: names are those of `Errors`."""
        errors = self.errors
        changed = {name: getattr(errors, name) + value for name, value in more.items()}
        return replace(self, errors=replace(errors, **changed))


def _tipped(pose: Pose, right_deg: float, away_deg: float, turned_deg: float) -> Pose:
    """A pose that looks farther to the right and away, and is turned clockwise as seen from above."""

    def about(way: Vector, line: Vector, degrees: float) -> Vector:
        """Turned about a line by the right hand (Rodrigues)."""
        c, s = math.cos(math.radians(degrees)), math.sin(math.radians(degrees))
        return way.times(c).plus(line.cross(way).times(s)).plus(line.times(line.dot(way) * (1 - c)))

    def all_of(given: Pose, line: Vector, degrees: float) -> Pose:
        return Pose(
            position=given.position,
            axis=about(given.axis, line, degrees),
            right=about(given.right, line, degrees),
            up=about(given.up, line, degrees),
        )

    # Looking down, a turn about the line away from the maker moves the view sideways.
    pose = all_of(pose, Vector(0.0, 1.0, 0.0), -right_deg)
    pose = all_of(pose, Vector(1.0, 0.0, 0.0), away_deg)
    return all_of(pose, pose.axis, turned_deg)
