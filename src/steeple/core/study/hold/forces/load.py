"""A camera as a load: where its screw is, what it weighs, and where that acts."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.geometry.vectors import Vector
from steeple.core.hold.tipping import Weight
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.lens.study import LensStudy

BALL_MM = 60.0
"""From the camera screw to the middle of a ball joint; our own planning value."""
CAMERA_G = {"camera": 700.0, "fixed-lens camera": 160.0, "phone": 200.0, "webcam": 150.0}
LENS_G = 450.0


@dataclass(frozen=True, slots=True)
class Companion:
    """Another camera on the same support: how far along the arm, and what it weighs with its head."""

    name: str
    along_mm: float
    weights: tuple[Weight, ...]

    @property
    def mass_g(self) -> float:
        """All of it."""
        return sum(one.mass_g for one in self.weights)


@dataclass(frozen=True, slots=True)
class Held:
    """The camera as a support has it: where its screw is, what it weighs, and where that acts.

    ``ball`` is the middle of the joint under the screw. ``beside`` are the other cameras on the support.
    """

    screw: Vector
    ball: Vector
    weights: tuple[Weight, ...]
    beside: tuple[Companion, ...] = ()

    @property
    def mass_g(self) -> float:
        """The camera alone."""
        return sum(one.mass_g for one in self.weights)

    @property
    def all_weights(self) -> tuple[Weight, ...]:
        """All cameras on the support."""
        return self.weights + tuple(one for each in self.beside for one in each.weights)


def held_camera(lens: LensStudy, assumptions: Assumptions) -> Held | None:
    """The camera of a lens study as a load; None while it hangs in the work."""
    sight, camera = lens.sight, lens.camera
    if sight is None:
        return None
    pose, framing = sight.pyramid.pose, lens.framing
    mark = framing.mark(sight.middle_mm)
    screw = framing.screw(sight.middle_mm)
    body = assumptions.fill(
        camera.body.mass_g,
        at=f"{camera.at}/body/mass_g",
        usual=CAMERA_G[camera.body.kind],
        unit="g",
        why="a usual one; put yours on a kitchen scale",
    )
    weights = [Weight("camera", body, mark)]
    if camera.lens is not None and camera.body.kind == "camera":
        mass = assumptions.fill(
            camera.lens.mass_g,
            at=f"{camera.at}/lens/mass_g",
            usual=LENS_G,
            unit="g",
            why="a usual one; put yours on a kitchen scale",
        )
        length = camera.lens.length_mm or camera.rim_from_mark_mm / 2
        ahead = camera.rim_from_mark_mm - length / 2
        weights.append(Weight("lens", mass, mark.plus(pose.axis.times(ahead))))
    return Held(
        screw=screw, ball=screw.plus(camera.underside.times(BALL_MM)), weights=tuple(weights)
    )
