"""What a rig is worth: what is found against it, how good its picture is, and what it asks of the maker.

Every part is a penalty of zero or more, so that what is not placed yet can only add to a score: a rig half made is
never better than it will be (an admissible bound, as best-first search needs it).

References: Hart, Nilsson & Raphael, A formal basis for the heuristic determination of minimum cost paths (1968).
Weights are planning values of our own; `RIG_WEIGHTS` says what each trades.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from steeple.core.findings.finding import Finding
from steeple.core.optics.frame import PIXELS_PER_LINE
from steeple.core.plan.document import Plan
from steeple.core.study.card.lists.setting_up import planned_min
from steeple.core.study.light.step import LIGHT
from steeple.core.study.plan_study import CameraStudy

RigKind = Literal["all round", "best picture", "fewest things", "least room"]
FAIL, NOT_KNOWN, WATCH = 100.0, 10.0, 3.0
"""A finding that fails outweighs everything that is only more or less good."""
LOST = 90.0
"""Of two pictures that both lack something, the one that lacks half of the work is far from the other."""
RICH_STOPS = 1.0
"""Twice the detail that is needed is as much as shows; more is worth nothing."""
CLEAN_STOPS = 5.0
"""So many stops under the highest ISO whose noise is accepted none is seen."""
UNKNOWN_STOPS = 4.0
"""A lamp of which nobody knows how much it gives may leave a picture so far from clean."""
EVEN_STOPS = 0.3
"""Light that differs by less over the zone is even to the eye."""
"""To put up a lamp with its stand, a microphone with its lead, and to frame a camera: planning values."""
LAMP_STAND_M2 = 0.5
"""Floor that the stand of a lamp takes beside a table, and the way round it."""


@dataclass(frozen=True, slots=True)
class Weights:
    """What a stop of picture, a thing, a minute of setting up and a square metre of floor count."""

    picture: float
    thing: float
    minute: float
    floor_m2: float


RIG_WEIGHTS: Mapping[RigKind, Weights] = MappingProxyType(
    {
        "all round": Weights(picture=1.0, thing=0.25, minute=0.03, floor_m2=0.3),
        "best picture": Weights(picture=3.0, thing=0.05, minute=0.005, floor_m2=0.05),
        "fewest things": Weights(picture=0.3, thing=2.0, minute=0.02, floor_m2=0.1),
        "least room": Weights(picture=0.3, thing=0.2, minute=0.15, floor_m2=3.0),
    }
)
"""One stop of picture is worth four things, half an hour of setting up, or three square metres, all round."""


@dataclass(frozen=True, slots=True)
class RigScore:
    """What stands against a rig, part by part; all of it zero or more.

    ``picture_stops`` is what its picture lacks: detail up to twice what is needed, light for a picture without noise,
    light that is uneven; ``lost`` is the share of the work that is cut off or behind a head; ``minutes`` take to set it up, ``floor_m2`` it stands on.
    """

    fails: int
    not_known: int
    watch: int
    lost: float
    picture_stops: float
    things: int
    minutes: float
    floor_m2: float

    def total(self, kind: RigKind = "all round") -> float:
        """All of it as one figure, by what is wanted most; less is better.

        Parameters
        ----------
        kind
            which of `RIG_WEIGHTS`.
        """
        weights = RIG_WEIGHTS[kind]
        return (
            FAIL * self.fails
            + NOT_KNOWN * self.not_known
            + WATCH * self.watch
            + LOST * self.lost
            + weights.picture * self.picture_stops
            + weights.thing * self.things
            + weights.minute * self.minutes
            + weights.floor_m2 * self.floor_m2
        )


def score_of(cameras: Sequence[CameraStudy], findings: Sequence[Finding]) -> RigScore:
    """The score of a rig.

    Parameters
    ----------
    cameras, findings
        its plan as studied; what was found of the steps that are placed, and of no other.
    """
    spoken = [one for one in findings if one.speaks]
    plan = cameras[0].plan
    return RigScore(
        fails=sum(one.verdict == "fails" for one in spoken),
        not_known=sum(one.verdict == "unknown" for one in spoken),
        watch=sum(one.verdict == "watch" for one in spoken),
        lost=min(1.0, sum(_lost(one) for one in cameras if one.index is not None)),
        picture_stops=sum(_picture_stops(one) for one in cameras if one.index is not None),
        things=things_of(plan),
        minutes=planned_min(plan),
        floor_m2=floor_m2_of(cameras),
    )


def _lost(camera: CameraStudy) -> float:
    """The share of the work that a picture cuts off, by its worst side, or that a head hides in the worst pose."""
    sight = camera.sight
    if sight is None:
        return 0.0
    cut = max(0.0, -sight.spare.least) / max(camera.work.plane.width_mm, 1.0)
    hidden = 0.0 if sight.body is None else sight.body.worst_zone_hidden
    return min(cut, 1.0) + hidden


def _picture_stops(camera: CameraStudy) -> float:
    """What the picture of a camera lacks, in stops."""
    sight = camera.sight
    if sight is None:
        return 0.0
    rich = math.log2(max(sight.detail_px, 1e-3) / PIXELS_PER_LINE)
    lacks = max(0.0, RICH_STOPS - rich)
    light = camera.of(LIGHT) if camera.plan.lights or camera.plan.room.windows else None
    if light is None or not light.is_bright:
        return lacks
    return lacks + _noise_stops(camera, light.iso) + max(0.0, light.uneven_stops - EVEN_STOPS)


def _noise_stops(camera: CameraStudy, iso: float | None) -> float:
    """How many stops of light would still bring the noise down so far that none is seen.

    Counted from the highest ISO whose noise is accepted, not from the base of a camera: so a small sensor at its base
    and a large one above it are compared by what is seen.
    """
    lens = camera.lens
    if lens is None:
        return 0.0
    if iso is None:
        return UNKNOWN_STOPS
    return max(0.0, math.log2(iso / lens.camera.clean_iso) + CLEAN_STOPS)


def things_of(plan: Plan) -> int:
    """How many things a rig is made of.

    Parameters
    ----------
    plan
        any.
    """
    cameras = sum(1 + (one.lens is not None) for one in plan.cameras if one.body is not None)
    held = sum(1 + (one.sandbag_g is not None) for one in plan.supports)
    lamps = sum(1 for one in plan.lights if one.lit)
    return cameras + held + lamps + len(plan.cards) + len(plan.mics) + len(plan.adapters)


def floor_m2_of(cameras: Sequence[CameraStudy]) -> float:
    """The floor that supports and the stands of lamps take, square metres.

    Parameters
    ----------
    cameras
        the plan as studied.
    """
    plan = cameras[0].plan
    seen: set[str] = set()
    total = 0.0
    for camera in cameras:
        hold = camera.hold
        if hold is None or hold.placement is None or hold.support.placed.id in seen:
            continue
        seen.add(hold.support.placed.id)
        if hold.support.anchor == "floor":
            total += sum(float(one.area) for one in hold.placement.stands) / 1e6
    lamps = sum(one.lit and not one.stays for one in plan.lights)
    return total + LAMP_STAND_M2 * lamps
