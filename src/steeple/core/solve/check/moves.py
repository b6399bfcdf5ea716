"""Moves at the bench: the knobs of the support at hand, in the order in which they do not undo each other.

First the head is turned, then what that shifts is taken back with column, boom or stand; the zoom comes first of
all where it is off. Every move is made on the camera as it was found, and the frame judged again, before it is said.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from steeple.core.findings.check.camera import (
    TILT_DEG,
    TURN_DEG,
    centre_tolerance,
    height_tolerance,
    lean_words,
    tilt_off,
)
from steeple.core.findings.check.note import CheckCode, Move
from steeple.core.frame.pose.lens_model import Floats, PixelCamera, pixel_camera
from steeple.core.frame.pose.measures import figures_of
from steeple.core.geometry.pose import Pose
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.gear.holding.support import Form
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.check.compared import Compared, covered_mm, turned_deg
from steeple.core.study.check.planned import in_chart_axes

STEP_MM, STEP_DEG = 1.0, 0.1
"""What is said is rounded to this; so is what is tried."""
LEAST_MM = 2.0
UP: dict[Form, tuple[str, str, str]] = {
    "floor tripod": ("Raise the column", "Lower the column", "column"),
    "tripod with horizontal arm": ("Raise the column", "Lower the column", "column"),
    "boom stand": ("Raise the column", "Lower the column", "column"),
    "desk arm": ("Raise the arm", "Lower the arm", "arm"),
    "table clamp pole": ("Slide the arm up the pole", "Slide the arm down the pole", "pole"),
    "table-top stand": ("Raise the column", "Lower the column", "column"),
    "crossbar on two stands": ("Raise both stands", "Lower both stands", "stands"),
    "wall-to-wall pole": ("Set the pole higher", "Set the pole lower", "pole"),
    "ceiling arm": ("Draw the arm up", "Let the arm down", "arm"),
    "gooseneck": ("Bend the neck up", "Bend the neck down", "neck"),
    "hanging tube": ("Draw the tube up", "Let the tube down", "tube"),
    "pipe clamp": ("Raise the camera on its clamp", "Lower the camera on its clamp", "clamp"),
    "hand-built": ("Raise the camera", "Lower the camera", "camera"),
}


@dataclass(frozen=True, slots=True)
class Tried:
    """A move, what it is for, and the camera after it and all before it."""

    code: CheckCode
    move: Move
    camera: PixelCamera


def _mm(value: float) -> float:
    return round(value / STEP_MM) * STEP_MM


def _deg(value: float) -> float:
    return round(value / STEP_DEG) * STEP_DEG


def camera_moves(compared: Compared) -> list[Tried]:
    """Moves that bring a camera from where it is to where the plan has it, in their order.

    Parameters
    ----------
    compared
        the camera as it stands and as planned.
    """
    camera, wanted = compared.camera, compared.wanted
    done: list[Tried] = []
    for make in (_zoom, _head, _about, _height, _level):
        for tried in make(compared, camera, wanted):
            camera = tried.camera
            done.append(tried)
    return done


def _zoom(compared: Compared, camera: PixelCamera, _wanted: PixelCamera) -> Iterator[Tried]:
    focal, planned = compared.focal_mm, compared.planned.lens.settings.focal_mm
    lens = compared.planned.lens.camera.lens
    if focal is None or planned is None or compared.trusted == "zoom":
        return
    if lens is None or lens.focal_min_mm == lens.focal_max_mm:
        return
    if abs(focal.value / planned - 1) <= max(0.015, focal.error / planned):
        return
    after = replace(camera, constant_px=camera.constant_px * planned / focal.value)
    yield Tried(
        "check.zoom-off",
        Move(
            words=say("Turn the zoom ring from {now} to {then}", now=Quantity(value=focal.value, unit="mm_exact"),
                      then=Quantity(value=planned, unit="mm_exact")),
            outcome=say("The picture is as wide as planned once the height is"),
            knob="zoom",
        ),
        after,
    )  # fmt: skip


def _joint(compared: Compared) -> Floats:
    """From the pupil to the joint about which the head turns, in the axes of the planned camera."""
    planned = compared.planned
    framing = planned.lens.framing
    distance = planned.distance_mm
    joint = framing.screw(distance) if planned.hold is None else planned.hold.held.ball
    pose = planned.lens.framing.pose
    way = joint.minus(planned.lens.position)
    return np.array([way.dot(pose.right), -way.dot(pose.up), way.dot(pose.axis)])


def _turned_about_joint(camera: PixelCamera, pose: Pose, joint: Floats) -> PixelCamera:
    """The camera looking as ``pose`` does, its joint where it was."""
    at = np.array(camera.lens_mm) + camera.rotation.T @ joint
    after = pixel_camera(
        pose, constant_px=camera.constant_px, size_px=camera.size_px, k1=camera.k1, k2=camera.k2
    )
    lens = at - after.rotation.T @ joint
    return replace(after, lens_mm=(float(lens[0]), float(lens[1]), float(lens[2])))


def _rounded_pose(camera: PixelCamera, wanted: PixelCamera, axis_share: float) -> Pose:
    """The wanted way to look, missed by what rounding to a tenth of a degree misses."""
    ours, theirs = camera.pose.axis, wanted.pose.axis
    left = ours.times(1 - axis_share).plus(theirs.times(axis_share))
    axis = left.times(1 / left.length)
    right = camera.pose.right.minus(axis.times(camera.pose.right.dot(axis)))
    right = right.times(1 / right.length)
    return Pose(position=camera.pose.position, axis=axis, right=right, up=right.cross(axis))


def _head_name(compared: Compared) -> str:
    """What the camera is turned by: a joint of the support, or its head."""
    if compared.planned.hold is not None:
        for joint in compared.planned.hold.support.gear.joints:
            if any(word in joint.name.lower() for word in ("ball", "head", "tilt")):
                return f"the {joint.name.lower()}"
    return "the head"


def _head(compared: Compared, camera: PixelCamera, wanted: PixelCamera) -> Iterator[Tried]:
    off = tilt_off(replace(compared, fitted=replace(compared.fitted, camera=camera)))
    if off <= TILT_DEG:
        return
    away, right, _ = turned_deg(camera, wanted)
    amount = _deg(off)
    pose = _rounded_pose(camera, wanted, min(1.0, amount / off))
    after = _turned_about_joint(camera, pose, _joint(compared))
    left = tilt_off(replace(compared, fitted=replace(compared.fitted, camera=after)))
    yield Tried(
        "check.tilted",
        Move(
            words=say("Turn {head} by {off}, so that it looks farther " + lean_words(away, right),
                head=_head_name(compared),
                      off=Quantity(value=amount, unit="deg")),
            outcome=say("It looks as planned, to {left}", left=Quantity(value=max(left, 0.05), unit="deg")),
            knob="head",
        ),
        after,
    )  # fmt: skip


def _about(compared: Compared, camera: PixelCamera, wanted: PixelCamera) -> Iterator[Tried]:
    about = turned_deg(camera, wanted)[2]
    if abs(about) <= TURN_DEG:
        return
    amount = _deg(abs(about))
    if abs(about) > 70:
        amount = 90.0 * round(abs(about) / 90.0)
    way = "clockwise" if about > 0 else "against the clock"
    pose = _about_axis(camera.pose, about)
    after = _turned_about_joint(camera, pose, _joint(compared))
    seen = "seen from above" if -camera.pose.axis.z > 0.5 else "seen from behind it"
    yield Tried(
        "check.turned",
        Move(
            words=say(
                "Turn the camera {off} " + way + ", " + seen, off=Quantity(value=amount, unit="deg")
            ),
            outcome=say("The top of the picture points as planned"),
            knob="head",
        ),
        after,
    )


def _about_axis(pose: Pose, about_deg: float) -> Pose:
    """A pose turned about its own axis, clockwise as seen from behind the camera; a camera that looks down is seen
    from above then."""
    c, s = math.cos(math.radians(about_deg)), math.sin(math.radians(about_deg))
    right = pose.right.times(c).plus(pose.up.times(-s))
    up = pose.right.times(s).plus(pose.up.times(c))
    return Pose(position=pose.position, axis=pose.axis, right=right, up=up)


def _shifted(camera: PixelCamera, way: Vector) -> PixelCamera:
    x, y, z = camera.lens_mm
    return replace(camera, lens_mm=(x + way.x, y + way.y, z + way.z))


def _rise(compared: Compared) -> Vector:
    """Straight up, in the axes of the chart."""
    up = Pose(Vector(0, 0, 0), Vector(0, 0, 1), Vector(1, 0, 0), Vector(0, 1, 0))
    return in_chart_axes(up, compared.planned.work).axis


def _in_chart(compared: Compared, way: Vector) -> Vector:
    pose = Pose(Vector(0, 0, 0), way, Vector(1, 0, 0), Vector(0, 1, 0))
    return in_chart_axes(pose, compared.planned.work).axis


def _height(compared: Compared, camera: PixelCamera, wanted: PixelCamera) -> Iterator[Tried]:
    up = _rise(compared)
    lack = wanted.pose.position.minus(camera.pose.position).dot(up)
    amount = _mm(lack)
    enough = min(LEAST_MM, 0.5 * height_tolerance(figures_of(wanted)["height_mm"]))
    if abs(amount) < enough:
        return
    form: Form = (
        "hand-built" if compared.planned.hold is None else compared.planned.hold.support.gear.form
    )
    rise, fall, knob = UP[form]
    after = _shifted(camera, up.times(amount))
    height = figures_of(after)["height_mm"]
    yield Tried(
        "check.too-low" if amount > 0 else "check.too-high",
        Move(
            words=say((rise if amount > 0 else fall) + " by {far}", far=mm(abs(amount))),
            outcome=say("The lens hangs at {height}", height=mm(height)),
            knob=knob,
        ),
        after,
    )


def _level(compared: Compared, camera: PixelCamera, wanted: PixelCamera) -> Iterator[Tried]:
    """Along boom or bar, then across it; or the stand where it has neither."""
    up = _rise(compared)
    lack = wanted.pose.position.minus(camera.pose.position)
    flat = lack.minus(up.times(lack.dot(up)))
    cover = covered_mm(wanted, compared.planned, 0.0)
    enough = 0.4 * centre_tolerance(compared.planned.zone.width_mm if cover is None else cover[0])
    if flat.length <= enough:
        return
    for way, positive, negative, knob in _knobs(compared):
        amount = _mm(flat.dot(way))
        if abs(amount) < LEAST_MM:
            continue
        camera = _shifted(camera, way.times(amount))
        flat = flat.minus(way.times(amount))
        yield Tried(
            "check.off-centre",
            Move(
                words=say(
                    (positive if amount > 0 else negative).replace("…", "{far}"),
                    far=mm(abs(amount)),
                ),
                outcome=_off_words(camera, wanted),
                knob=knob,
            ),
            camera,
        )


def _off_words(camera: PixelCamera, wanted: PixelCamera) -> Sentence:
    one, other = figures_of(camera), figures_of(wanted)
    off = math.hypot(
        one["centre_x_mm"] - other["centre_x_mm"], one["centre_y_mm"] - other["centre_y_mm"]
    )
    if not math.isfinite(off):
        return say("The lens is where it was planned")
    return say(
        "The middle of the picture lies {off} from where it was planned", off=mm(max(off, 1.0))
    )


def _knobs(compared: Compared) -> Iterator[tuple[Vector, str, str, str]]:
    """Level ways to move the camera: the way in the axes of the chart, words for it and against it, the knob."""
    hold = compared.planned.hold
    right, away = (_in_chart(compared, Vector(*one)) for one in ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0)))
    if hold is not None and hold.placement is not None:
        form, toward = hold.support.gear.form, hold.placement.toward
        flat = Vector(toward.x, toward.y, 0.0)
        if hold.support.model in ("bar", "pole"):
            name = "bar" if hold.support.model == "bar" else "pole"
            both = "both stands" if hold.support.model == "bar" else "the pole"
            across = hold.support.placed.runs != "away"
            along, over = (right, away) if across else (away, right)
            words = (" to your right", " to your left"), (" away from you", " toward you")
            mine, others = (words[0], words[1]) if across else (words[1], words[0])
            yield (
                along,
                f"Slide the camera … along the {name}{mine[0]}",
                f"Slide the camera … along the {name}{mine[1]}",
                "clamp",
            )
            yield over, f"Move {both} …{others[0]}", f"Move {both} …{others[1]}", "stands"
            return
        if hold.support.has_boom and flat.length > 0.1:
            ahead = flat.times(1 / flat.length)
            side = Vector(ahead.y, -ahead.x, 0.0)
            yield (
                _in_chart(compared, ahead),
                "Lengthen the boom by …",
                "Shorten the boom by …",
                "boom",
            )
            to_right, to_left = _side_words(side)
            yield (
                _in_chart(compared, side),
                f"Swing the boom …{to_right}",
                f"Swing the boom …{to_left}",
                "boom",
            )
            return
        what = "foot of the stand" if form in ("floor tripod", "table-top stand") else "support"
        yield right, f"Move the {what} … to your right", f"Move the {what} … to your left", "stand"
        yield away, f"Move the {what} … away from you", f"Move the {what} … toward you", "stand"
        return
    yield right, "Move the camera … to your right", "Move the camera … to your left", "camera"
    yield away, "Move the camera … away from you", "Move the camera … toward you", "camera"


def _side_words(side: Vector) -> tuple[str, str]:
    """A level way and its opposite as a maker says it."""
    if abs(side.x) >= abs(side.y):
        return (
            (" to your right", " to your left")
            if side.x > 0
            else (" to your left", " to your right")
        )
    return (" away from you", " toward you") if side.y > 0 else (" toward you", " away from you")
