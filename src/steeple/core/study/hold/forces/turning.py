"""The torque at each joint of a support against what it holds."""

from __future__ import annotations

import math
from dataclasses import dataclass

from steeple.core.hold.joints import torque_n_m
from steeple.core.study.hold.clashes import Placement
from steeple.core.study.hold.forces.balance import arm_moments, counterweight_at, counterweight_g
from steeple.core.study.hold.forces.load import Held
from steeple.core.study.hold.forces.statics import Loads, arm_way
from steeple.core.study.inputs.support import GivenSupport


@dataclass(frozen=True, slots=True)
class Torque:
    """A joint: the torque that turns it and what it holds (None = not known)."""

    name: str
    torque_n_m: float
    holds_n_m: float | None
    of_head: bool = False
    """Whether it bears the camera alone."""


BALL_WORDS = ("ball", "head", "tilt", "joint")

COLUMN_WORDS = ("clamp", "column", "pole", "base", "foot")
"""Joints below the arms: they bear what hangs on arms of its own too."""


def torques_of(
    support: GivenSupport, held: Held, placement: Placement, loads: Loads
) -> tuple[Torque, ...]:
    """The torque at every joint of the support that turns under load.

    A ball joint or head bears the camera alone, about its middle; every other joint bears the boom, and
    one at clamp or column also what hangs on arms of its own.
    """
    root = arm_moments(support, held, placement, loads)
    root -= counterweight_g(support, held, placement, loads) * counterweight_at(support)
    arms = [one for one in support.placed.loads if one.arm == "own"]
    together = placement.toward.times(root)
    for one in arms:
        together = together.plus(arm_way(placement, one).times(one.along_mm * (one.mass_g or 0.0)))
    aside_x = sum(one.mass_g * (one.at.x - held.ball.x) for one in held.weights)
    aside_y = sum(one.mass_g * (one.at.y - held.ball.y) for one in held.weights)
    camera = torque_n_m([(1.0, math.hypot(aside_x, aside_y))])
    found = []
    for joint in support.gear.joints:
        of_head = any(word in joint.name.lower() for word in BALL_WORDS) or not support.has_boom
        below = any(word in joint.name.lower() for word in COLUMN_WORDS)
        torque = camera if of_head else torque_n_m([(1.0, together.length if below else abs(root))])
        found.append(
            Torque(name=joint.name, torque_n_m=torque, holds_n_m=joint.holds_n_m, of_head=of_head)
        )
    found += [
        Torque(
            name=f"joint of {one.name}",
            torque_n_m=torque_n_m([(one.mass_g or 0.0, abs(one.along_mm))]),
            holds_n_m=one.joint_holds_n_m,
        )
        for one in arms
        if one.joint_holds_n_m is not None
    ]
    return tuple(found)
