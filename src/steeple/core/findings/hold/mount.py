"""A camera on a mount point of the room, in the place of a support."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.hold.fixes import take_support
from steeple.core.findings.rule import Proposal, rule
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.changes import Change
from steeple.core.plan.parts.setup import MountPoint
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.hold.forces.load import held_camera
from steeple.core.study.plan_study import CameraStudy

NEAR_MM = 15.0
"""A plate is slid and a joint turned by so much; a camera farther off is not at its mount point."""


def mount_of(scene: CameraStudy) -> MountPoint | None:
    """The mount point that a camera is screwed to; None where it is not."""
    camera = scene.camera
    if camera is None or camera.mount is None:
        return None
    return next(one for one in scene.plan.mounts if one.name == camera.mount)


def _off(scene: CameraStudy, mount: MountPoint) -> Vector | None:
    """The way from the camera's screw to its mount point."""
    held = None if scene.lens is None else held_camera(scene.lens, Assumptions())
    if held is None:
        return None
    return Vector(mount.x_mm, mount.y_mm, mount.z_mm).minus(held.screw)


def to_the_mount(scene: CameraStudy) -> Iterator[Proposal]:
    """The camera moved until its screw is at its mount point."""
    mount = mount_of(scene)
    off = None if mount is None else _off(scene, mount)
    if mount is None or off is None or scene.lens is None:
        return
    place = scene.lens.position.plus(off)
    yield Proposal(
        action=say("Put it where the mount point is"),
        changes=tuple(
            Change(path=f"{scene.at}/position/{name}_mm", value=round(value, 1))
            for name, value in zip("xyz", place, strict=True)
        ),
    )


def _elsewhere(scene: CameraStudy) -> Iterator[Proposal]:
    """The camera where the mount point is; on another that bears it; or on a support of the cupboard."""
    yield from to_the_mount(scene)
    now = mount_of(scene)
    used = {one.mount for one in scene.plan.cameras}
    for one in scene.plan.mounts:
        if one.name not in used and one != now:
            yield Proposal(
                action=say("Screw it to {mount}", mount=one.name),
                changes=(Change(path=f"{scene.at}/mount", value=one.name),),
            )
    for support in scene.owned.supports:
        placed = PlacedSupport(
            id="mend", gear=support.gear, gear_id=support.id, owned=True, tether=True
        )
        yield Proposal(
            action=say("Put it on {name}", name=support.gear.name),
            changes=take_support(scene, placed),
            swaps=True,
        )


def _mounted(scene: CameraStudy) -> CameraStudy | None:
    there = scene.plan.mounts and scene.sight is not None
    return scene if there else None


@rule(
    "hold.mount",
    name="Mount point",
    trigger="a camera on a mount point weighs more than that bears, or is not where it is; unknown while "
    "it is not said what it bears",
    harm="What was not made for it comes down, or the picture is another than planned.",
    source="Rating plates; statics",
    when=_mounted,
    fixes=_elsewhere,
)
def mount(scene: CameraStudy) -> Judgement | None:
    """Whether a mount point bears its camera, and whether the camera is there."""
    at = mount_of(scene)
    lens = scene.lens
    if at is None:
        return Judgement(verdict="holds", title=say("It needs no mount point"))
    held = None if lens is None else held_camera(lens, Assumptions())
    if held is None:
        return None
    off = _off(scene, at)
    away = 0.0 if off is None else off.length
    mass = Quantity(value=round(held.mass_g), unit="g")
    if away > NEAR_MM:
        return Judgement(
            verdict="fails",
            title=say("It hangs {away} off {mount}", away=mm(away), mount=at.name),
            reason=say("Its screw is where the mount point is not."),
            measured=measured(away, unit="mm", most=NEAR_MM),
            place="screw",
        )
    if at.bears_g is None:
        return Judgement(
            verdict="unknown",
            title=say("What {mount} bears is not known", mount=at.name),
            reason=say(
                "The camera with its lens weighs {mass}. Its plate or its maker says.", mass=mass
            ),
            place="screw",
        )
    fails = held.mass_g > at.bears_g
    bears = Quantity(value=at.bears_g, unit="g")
    return Judgement(
        verdict="fails" if fails else "holds",
        title=say("{mount} bears {bears}, the camera weighs {mass}", mount=at.name, bears=bears, mass=mass),
        reason=say("Put a lighter camera there, or another mount point.") if fails else (),
        measured=measured(held.mass_g, unit="g", most=at.bears_g),
        place="screw",
    )  # fmt: skip
