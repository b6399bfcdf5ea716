"""A figure at work as solids: head, neck, trunk, arms, hands and tool, for one pose.

The trunk leans about the hips; the head bends on, to look at the work; each arm is two bones from
shoulder to wrist with the elbow outward and down, as habit has it. A target that the arm does not
reach at the lean given is reached by leaning further, up to `FURTHEST_LEAN_DEG`.

Reference: proportions as in `proportions`; two-bone chain by the cosine rule (any text on plane
trigonometry). The habits (bend of the head, way of the elbow) are planning values of our own.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from steeple.core.body.proportions import Proportions
from steeple.core.geometry.vectors import ORIGIN, Vector, sine_cosine

PartName = Literal["head", "neck", "trunk", "upper-arm", "forearm", "hand", "tool"]
LOOKING_DOWN_DEG = 20.0
"""How far the head bends on beyond the trunk."""
FURTHEST_LEAN_DEG = 60.0
_ELBOW_WAY = Vector(0.7, -0.35, -0.6)
_TOOL_WAY = Vector(0.40, -0.55, 0.73).unit
_HAND_WAY = Vector(0.35, -0.80, 0.48).unit
_REACH = 0.985
"""An arm is not stretched quite straight at work."""
_TOOL_RADIUS_MM = 6.0
HANDS_APART_MM = 130.0


@dataclass(frozen=True, slots=True)
class Solid:
    """A capsule from ``a`` to ``b``; a sphere where they are the same. Millimetres."""

    part: PartName
    a: Vector
    b: Vector
    radius_mm: float

    @property
    def row(self) -> tuple[float, ...]:
        """The columns of a kernel's capsule."""
        return (*self.a, *self.b, self.radius_mm)

    def turned(self, degrees: float, about: Vector) -> Solid:
        """Turned about a vertical line, clockwise from above."""
        return Solid(
            part=self.part,
            a=self.a.minus(about).turned(degrees).plus(about),
            b=self.b.minus(about).turned(degrees).plus(about),
            radius_mm=self.radius_mm,
        )


@dataclass(frozen=True, slots=True)
class Stance:
    """Where a figure sits or stands, in axes in which it faces +y.

    ``hip`` is the middle between the hip joints; ``sway`` the share of a sideways reach by which
    the trunk follows; ``right_handed`` and ``tool_mm`` (beyond the fingers) say what works.
    """

    proportions: Proportions
    hip: Vector
    lean_deg: float
    sway: float
    right_handed: bool
    tool_mm: float


@dataclass(frozen=True, slots=True)
class Figure:
    """A figure in one pose. ``short_mm`` is what the working arm lacks at the furthest lean."""

    solids: tuple[Solid, ...]
    action: Vector
    hip: Vector
    lean_deg: float
    short_mm: float

    @property
    def head(self) -> Solid:
        """The head: the first of the solids."""
        return self.solids[0]

    @property
    def eyes(self) -> Vector:
        """Between the eyes: the front of the head, half its radius up from the middle line."""
        return self.head.a.plus(Vector(0.0, 0.6 * self.head.radius_mm, 0.0))

    def turned(self, degrees: float, about: Vector = ORIGIN) -> Figure:
        """The whole figure turned about a vertical line."""
        return Figure(
            solids=tuple(solid.turned(degrees, about) for solid in self.solids),
            action=self.action.minus(about).turned(degrees).plus(about),
            hip=self.hip.minus(about).turned(degrees).plus(about),
            lean_deg=self.lean_deg,
            short_mm=self.short_mm,
        )


def _trunk_top(stance: Stance, hip: Vector, lean_deg: float) -> Vector:
    s, c = sine_cosine(lean_deg)
    return hip.plus(Vector(0.0, s, c).times(stance.proportions.trunk_mm))


def _wrist(target: Vector, side: float, hand_mm: float, tool_mm: float) -> tuple[Vector, Vector]:
    """Fingertips and wrist of a hand whose tool tip is at ``target``."""
    mirror = Vector(side, 1.0, 1.0)
    tool = Vector(_TOOL_WAY.x * mirror.x, _TOOL_WAY.y, _TOOL_WAY.z)
    hand = Vector(_HAND_WAY.x * mirror.x, _HAND_WAY.y, _HAND_WAY.z)
    grip = target.plus(tool.times(tool_mm))
    return grip, grip.plus(hand.times(hand_mm))


def _elbow(shoulder: Vector, wrist: Vector, upper: float, fore: float, side: float) -> Vector:
    """The elbow of a two-bone arm; on the straight line where the arm is stretched."""
    way = wrist.minus(shoulder)
    gap = way.length
    along = way.unit
    share = (upper * upper - fore * fore + gap * gap) / (2 * gap) if gap > 1e-6 else 0.0
    share = min(max(share, -upper), upper)
    height = math.sqrt(max(0.0, upper * upper - share * share))
    wanted = Vector(_ELBOW_WAY.x * side, _ELBOW_WAY.y, _ELBOW_WAY.z)
    across = wanted.minus(along.times(wanted.dot(along))).unit
    return shoulder.plus(along.times(share)).plus(across.times(height))


def _lean_reaching(stance: Stance, hip: Vector, wrist: Vector, side: float) -> tuple[float, float]:
    """The least lean from the one set at which the working wrist is reached, and what is lacking
    at the furthest."""
    arm = (stance.proportions.upper_arm_mm + stance.proportions.forearm_mm) * _REACH
    aside = Vector(side * 0.11 * stance.proportions.height_mm, 0.0, 0.0)

    def lack(lean: float) -> float:
        return wrist.minus(_trunk_top(stance, hip, lean).plus(aside)).length - arm

    low = stance.lean_deg
    if lack(low) <= 0 or low >= FURTHEST_LEAN_DEG:
        return low, max(0.0, lack(low))
    steps = [low + (FURTHEST_LEAN_DEG - low) * step / 24 for step in range(25)]
    reached = next((step for step in range(1, 25) if lack(steps[step]) <= 0), None)
    if reached is None:
        best = min(steps, key=lack)
        return best, max(0.0, lack(best))
    low, high = steps[reached - 1], steps[reached]
    for _ in range(20):
        middle = (low + high) / 2
        low, high = (low, middle) if lack(middle) <= 0 else (middle, high)
    return high, 0.0


def _hand(wrist: Vector, tip: Vector, side: float, unit: float) -> list[Solid]:
    """A hand that holds something: palm, three stretches of fingers, and the thumb."""
    along = tip.minus(wrist)
    level = Vector(side * along.y, -side * along.x, 0.0).unit
    knuckles = wrist.plus(along.times(0.50))
    palm = 0.017 * unit
    wide = level.times(0.016 * unit)
    solids = [
        Solid("hand", wrist, knuckles.plus(wide), palm),
        Solid("hand", wrist, knuckles.minus(wide), palm),
    ]
    finger = 0.0065 * unit
    near_tip = tip.minus(along.unit.times(finger))
    for aside in (-1.5, 0.0, 1.5):
        start = knuckles.plus(wide.times(aside)).plus(along.times(0.08))
        end = near_tip.plus(wide.times(aside * 0.35)).minus(along.times(0.06 * abs(aside)))
        solids.append(Solid("hand", start, end, finger))
    thumb = wrist.plus(along.times(0.30)).minus(level.times(0.020 * unit))
    solids.append(Solid("hand", thumb, near_tip.minus(along.times(0.18)), 0.0075 * unit))
    return solids


def figure_at(stance: Stance, *, action: Vector, other_hand: Vector | None = None) -> Figure:
    """The figure with its tool tip at ``action``.

    Parameters
    ----------
    stance
        where and how it sits or stands.
    action
        the tip of the tool, or of the fingers where there is none.
    other_hand
        fingertips of the other hand; None lays it beside the working one.
    """
    body = stance.proportions
    side = 1.0 if stance.right_handed else -1.0
    hip = stance.hip.plus(Vector(stance.sway * (action.x - stance.hip.x), 0.0, 0.0))
    hand = body.hand_mm * 0.85
    grip, wrist = _wrist(action, side, hand, stance.tool_mm)
    lean, short = _lean_reaching(stance, hip, wrist, side)
    if other_hand is None:
        other_hand = action.plus(Vector(-side * HANDS_APART_MM, -10.0, 0.0))
    other_grip, other_wrist = _wrist(other_hand, -side, hand, 0.0)
    top = _trunk_top(stance, hip, lean)
    s, c = sine_cosine(min(lean + LOOKING_DOWN_DEG, 100.0))
    head = top.plus(Vector(0.0, s, c).times(body.neck_mm))
    unit = body.height_mm
    solids = [
        Solid("head", head, head, body.head_radius_mm),
        Solid("neck", top, head, 0.032 * unit),
    ]
    shoulder_half, hip_half = 0.11 * unit, 0.07 * unit
    for way in (-1.0, 0.0, 1.0):
        low = hip.plus(Vector(way * hip_half * 0.8, 0.0, 0.0))
        high = top.plus(Vector(way * shoulder_half * 0.62, 0.0, 0.0))
        axis = low.minus(high).unit
        solids.append(Solid("trunk", low, high.plus(axis.times(0.05 * unit)), 0.062 * unit))
    hip_side = Vector(0.8 * hip_half, 0.0, 0.0)
    bar = Vector(0.62 * shoulder_half, 0.0, 0.0)
    yoke = top.plus(hip.minus(top).unit.times(0.05 * unit))
    solids += [
        Solid("trunk", hip.minus(hip_side), hip.plus(hip_side), 0.062 * unit),
        Solid("trunk", yoke.minus(bar), yoke.plus(bar), 0.062 * unit),
    ]
    for way, joint, tip in ((side, wrist, grip), (-side, other_wrist, other_grip)):
        shoulder = top.plus(Vector(way * shoulder_half, 0.0, 0.0))
        elbow = _elbow(shoulder, joint, body.upper_arm_mm, body.forearm_mm, way)
        reached = elbow.plus(joint.minus(elbow).unit.times(body.forearm_mm))
        solids += [
            Solid("upper-arm", shoulder, elbow, 0.027 * unit),
            Solid("forearm", elbow, reached, 0.021 * unit),
            *_hand(joint, tip, way, unit),
        ]
    if stance.tool_mm > 0:
        solids.append(Solid("tool", grip, action, _TOOL_RADIUS_MM))
    return Figure(solids=tuple(solids), action=action, hip=hip, lean_deg=lean, short_mm=short)
