"""What the plan says of a camera, as a test frame would show it.

The chart lies on the work: its axes are those of the work's plane, flat on the table or sloping toward the maker.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from steeple.core.errors import InputError
from steeple.core.frame.chart.layout import PLAN_NUMBERS, Chart, Paper, chart_for
from steeple.core.frame.light.paper import Zone
from steeple.core.frame.pose.lens_model import Floats, PixelCamera, pixel_camera
from steeple.core.frame.reading import ConstantAt
from steeple.core.geometry.pose import Pose
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.study.hold.step import HOLD
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.step import LENS
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.light.step import LIGHT
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import PlanStudy
from steeple.core.study.work.step import WORK


@dataclass(frozen=True, slots=True, eq=False)
class Planned:
    """One camera of a plan, ready to be compared with a frame of it.

    Attributes
    ----------
    work
        the bench as it lies, whatever the camera films.
    """

    plan: Plan
    lens: LensStudy
    hold: HoldStudy | None
    light: LightStudy | None
    work: GivenWork

    @property
    def zone(self) -> Zone:
        """What is to be seen and lit."""
        return Zone(self.work.plane.width_mm, self.work.plane.depth_mm)

    @property
    def distance_mm(self) -> float:
        """From the pupil to the middle of the work along the axis."""
        sight = self.lens.sight
        return self.lens.position.z if sight is None else sight.middle_mm

    def constant_at(self, size_px: tuple[int, int], focal_mm: float | None = None) -> ConstantAt:
        """The camera constant of a picture, by how far the work lies off: a lens is focused on it anew.

        Parameters
        ----------
        size_px
            of the picture; its long side shows what the long side of the planned frame shows.
        focal_mm
            the zoom that is trusted; None = as planned.
        """
        camera, sight = self.lens.camera, self.lens.sight
        view = camera.view(focal_mm or self.lens.settings.focal_mm)
        off = 0.0 if sight is None else sight.focus_distance_mm - sight.middle_mm
        long_px = max(size_px)

        def constant(distance_mm: float) -> float:
            tangents = view.tangents_at(
                pupil_to_focus_mm=max(distance_mm + off, view.least_distance_mm * 1.02 + 1.0)
            )
            return long_px / (2 * max(tangents.width, tangents.height))

        return constant

    def camera(self, size_px: tuple[int, int]) -> PixelCamera:
        """The camera as planned, in the axes of the chart, for a picture of such a size."""
        pose = in_chart_axes(self.lens.framing.pose.at(self.lens.position), self.work)
        return pixel_camera(
            pose, constant_px=self.constant_at(size_px)(self.distance_mm), size_px=size_px
        )

    def chart(self, paper: Paper) -> Chart:
        """The chart of this plan on a paper."""
        return chart_of(self.plan, self.work, paper)


def plan_number(plan: Plan) -> int:
    """Whose chart it is: a number by the title of the plan, the same for as long as it is called so."""
    number = 7
    for letter in plan.title.strip().casefold():
        number = (number * 131 + ord(letter)) % PLAN_NUMBERS
    return number


def chart_of(plan: Plan, work: GivenWork, paper: Paper) -> Chart:
    """The chart of a plan.

    Parameters
    ----------
    plan, work, paper
        its title and its finest line; the zone; what it is printed on.
    """
    return chart_for(
        paper=paper,
        zone_mm=(work.plane.width_mm, work.plane.depth_mm),
        detail_mm=work.detail_mm,
        plan_number=plan_number(plan),
    )


def chart_axes(work: GivenWork) -> tuple[Vector, Vector, Vector, Vector]:
    """Origin, right, away and up of the chart in the axes of the plan."""
    plane = work.plane
    return plane.middle, plane.right, plane.slope, plane.normal


def in_chart_axes(pose: Pose, work: GivenWork) -> Pose:
    """A pose of the plan as seen from the chart."""
    origin, right, slope, normal = chart_axes(work)

    def turned(way: Vector) -> Vector:
        return Vector(way.dot(right), way.dot(slope), way.dot(normal))

    return Pose(
        position=turned(pose.position.minus(origin)),
        axis=turned(pose.axis),
        right=turned(pose.right),
        up=turned(pose.up),
    )


def lamp_fields(planned: Planned, lattice: Floats) -> tuple[Floats, tuple[int, ...]] | None:
    """Light of each lit lamp at a lattice over the zone, as planned, with the work cleared away for the chart.

    Parameters
    ----------
    planned, lattice
        with its light; places in the axes of the chart, shape (n, 2).

    Returns
    -------
    Shape (lamps, n) in lux, and the index of each lamp in the plan; None where nothing is lit.
    """
    light = planned.light
    if light is None or not light.lit:
        return None
    at = _in_chart(planned, light)
    rows, which = [], []
    for index, (lamp, alone) in enumerate(zip(light.lamps, light.alone, strict=True)):
        if not lamp.lamp.is_lit:
            continue
        rows.append(_at(at, alone.total.free * lamp.lamp.emitter.intensity_cd, lattice))
        which.append(index)
    return np.array(rows), tuple(which)


def window_fields(planned: Planned, lattice: Floats) -> Floats | None:
    """Light of each open window at a lattice over the zone, for one candela along its axis, the work cleared away.

    Parameters
    ----------
    planned, lattice
        as `lamp_fields`.

    Returns
    -------
    Shape (windows, n), lux for a candela; None where there is no daylight.
    """
    light = planned.light
    if light is None or light.daylight is None:
        return None
    at = _in_chart(planned, light)
    return np.array([_at(at, one.total.free, lattice) for one in light.daylight.alone])


def _in_chart(planned: Planned, light: LightStudy) -> Floats:
    """The places that the light was worked out for, in the axes of the chart, shape (n, 2)."""
    origin, right, slope, _ = chart_axes(planned.work)
    points = light.ground.points - np.array([*origin])
    return np.column_stack([points @ np.array([*right]), points @ np.array([*slope])])


def _at(points: Floats, values: Floats, lattice: Floats) -> Floats:
    """Values at a lattice, by a smooth surface through their logarithms."""
    half = np.abs(points).max(axis=0)

    def terms(at: Floats) -> Floats:
        a, b = at[:, 0] / half[0], at[:, 1] / half[1]
        return np.column_stack([a**i * b**j for i in range(4) for j in range(4 - i)])

    floor = max(1e-9, 1e-3 * float(values.max()))
    found, *_ = np.linalg.lstsq(terms(points), np.log(np.maximum(values, floor)), rcond=None)
    return np.asarray(np.exp(terms(lattice) @ found))


def planned_camera(plan: Plan, camera_id: str | None, studies: PlanStudy | None = None) -> Planned:
    """A camera of a plan.

    Parameters
    ----------
    plan, camera_id
        any; None = the first camera.
    studies
        where studies of the plan are remembered.

    Raises
    ------
    InputError
        ``unknown-camera``; ``camera-incomplete`` where body, lens or place do not say what it sees.
    """
    named = camera_id or (plan.cameras[0].id if plan.cameras else None)
    camera = None if named is None else plan.camera(named)
    if camera is None or named is None:
        every = ", ".join(one.id for one in plan.cameras) or "none"
        raise InputError(
            "unknown-camera", f"The plan has no camera “{named or ''}”; it has: {every}.",
            field="camera", value=named or "", allowed=every,
        )  # fmt: skip
    known = studies or PlanStudy(plan)
    lens, work = known.get(LENS, named).value, known.get(WORK, "").value
    if lens is None or lens.sight is None or work is None:
        raise InputError(
            "camera-incomplete",
            f"The {named} camera has no picture yet: give it body, lens and height on the Lens sheet first.",
            field="camera", value=named, allowed="a camera that is planned",
        )  # fmt: skip
    support = None if camera.support is None else known.get(HOLD, camera.support).value
    return Planned(
        plan=plan,
        lens=lens,
        hold=None if support is None else support.of(named),
        light=known.get(LIGHT, named).value,
        work=work.bench,
    )
