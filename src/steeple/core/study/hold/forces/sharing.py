"""Several cameras on one support: it stands in one place, and bears them all.

It is put where the first of them needs it; each other is held on the same arm or bar, as far along it
as its place asks for, and is out of reach where that is off the arm.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from steeple.core.geometry.vectors import Vector
from steeple.core.hold.tipping import Weight
from steeple.core.study.hold.clashes import Placement
from steeple.core.study.hold.forces.load import Companion, Held
from steeple.core.study.inputs.support import GivenSupport

SIDE_PLATE_MM = 120.0
"""How far off arm or bar a second camera is still held by a side plate; a planning value of our own."""


@dataclass(frozen=True, slots=True)
class Shared:
    """The support as it stands for the first of its cameras, and who else is on it.

    ``first`` is the id of the camera that it stands for, ``screw`` where that one is held.
    """

    placement: Placement
    first: str
    screw: Vector
    companions: tuple[Companion, ...]


def companion(held: Held, support: GivenSupport, placement: Placement, name: str) -> Companion:
    """A camera as the others on its support have it: how far along the arm, and its weights with a head
    of its own."""
    along, _ = on_arm(placement, held.screw)
    head = Weight("head and plate", support.head_g, held.screw)
    return Companion(name=name, along_mm=along, weights=(*held.weights, head))


def on_arm(placement: Placement, screw: Vector) -> tuple[float, float]:
    """Where a screw lies by the arm of a support that stands: along it from the column (or from the
    first end of a bar), and aside of it. Millimetres."""
    way = Vector(screw.x - placement.foot.x, screw.y - placement.foot.y, 0.0)
    along = way.dot(placement.toward)
    level = placement.toward.times(along)
    aside = math.hypot(way.x - level.x, way.y - level.y)
    return along, aside


def held_beside(shared: Shared, support: GivenSupport, held: Held) -> tuple[Placement, float]:
    """The placement as another camera on the arm has it, and how far that camera is off the arm, in
    millimetres."""
    placement = shared.placement
    along, aside = on_arm(placement, held.screw)
    most = placement.span_mm or (support.most_reach_mm if support.has_boom else placement.reach_mm)
    beyond = max(0.0, -along, along - most)
    up = held.screw.z - shared.screw.z
    off = math.sqrt(aside**2 + beyond**2 + up**2)
    kept = min(max(along, 0.0), most)
    tip = Vector(
        placement.foot.x + placement.toward.x * kept,
        placement.foot.y + placement.toward.y * kept,
        placement.tip.z,
    )
    return replace(placement, tip=tip, reach_mm=kept), off
