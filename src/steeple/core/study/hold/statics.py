"""The forces in a support that holds a camera in its place: loads, tipping, torque, sag, shake."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from steeple.core.geometry.vectors import Vector
from steeple.core.hold.beams import Beam, PointLoad, Stretch, tube
from steeple.core.hold.joints import allowed_load_g, torque_n_m
from steeple.core.hold.shake import (
    ESTIMATE_BAND,
    FLOOR_SHARE,
    JOLT_MM_S,
    SEEN_BAND,
    STILL,
    TESTED_BAND,
    Wobble,
    in_a_row_hz,
    swing_mm,
)
from steeple.core.hold.tipping import Edge, Weight, edges_of, mass_needed, worst
from steeple.core.plan.parts.support import OtherLoad
from steeple.core.study.hold.clashes import Placement
from steeple.core.study.hold.load import Held
from steeple.core.study.inputs.support import ADAPTER_G, GivenSupport

BASE_SHARE = 0.25
"""Height of the middle of mass of a stand without its boom, as a share of its column; a planning
value: legs and foot weigh more than the tube."""
COUNTERWEIGHT_STEP_G = 100.0
SANDBAG_STEP_G = 500.0
STIFF_HZ = 999.0
"""What swings faster than this does not swing at all."""
STROKE_S = 0.5
"""Time between two strokes of lively work; our own planning value."""


@dataclass(frozen=True, slots=True)
class Loads:
    """What hangs at the head, in grams, and what it may be there.

    ``others`` share the camera's arm; ``elsewhere`` hangs on arms of its own and counts for tipping
    only. ``allowed_g`` is None where the rating is not known; ``rating_reach_known`` is False for
    an arm whose plate does not say at which reach its figure holds.
    """

    camera_g: float
    head_g: float
    joining_g: float
    others_g: float
    elsewhere_g: float
    unweighed: tuple[str, ...]
    allowed_g: float | None
    rating_reach_known: bool

    @property
    def total_g(self) -> float:
        return self.camera_g + self.head_g + self.joining_g + self.others_g


@dataclass(frozen=True, slots=True)
class Torque:
    """A joint: the torque that turns it and what it holds (None = not known)."""

    name: str
    torque_n_m: float
    holds_n_m: float | None


@dataclass(frozen=True, slots=True)
class Tipping:
    """Moments about the edges of the footprint; ``still`` and ``knocked`` are the worst of each.

    ``counterweight_g`` is what hangs on the boom; ``sandbags`` the least mass that keeps every edge
    when knocked, by place: infinite where none does.
    """

    edges: tuple[Edge, ...]
    still: Edge
    knocked: Edge
    sandbags: tuple[tuple[str, float], ...]

    @property
    def ratio(self) -> float:
        return self.still.ratio()

    @property
    def knocked_ratio(self) -> float:
        return self.knocked.ratio(knocked=True)


@dataclass(frozen=True, slots=True)
class Bending:
    """Sag of boom, bar or pole at the camera, and what it does to the picture on the work."""

    sag_mm: float
    slope_rad: float
    shift_mm: float
    frequency_hz: float


@dataclass(frozen=True, slots=True)
class Shake:
    """First frequency and wobble on the work; ``by`` says what they rest on."""

    frequency_hz: float
    wobble: Wobble
    jolt_mm_s: float
    shared_table: bool
    by: str


def loads_of(support: GivenSupport, held: Held, placement: Placement, links: int) -> Loads:
    """What hangs at the head against what may hang there."""
    placed, gear = support.placed, support.gear
    shared = [one for one in placed.loads if one.arm == "shared"]
    own = [one for one in placed.loads if one.arm == "own"]
    arm = support.has_boom
    allowed = None
    if gear.rated_load_g is not None:
        allowed = allowed_load_g(
            rated_g=gear.rated_load_g,
            rated_reach_mm=gear.rated_reach_mm if arm else None,
            reach_mm=placement.reach_mm,
        )
    return Loads(
        camera_g=held.mass_g,
        head_g=support.head_g,
        joining_g=links * ADAPTER_G,
        others_g=sum(one.mass_g or 0.0 for one in shared),
        elsewhere_g=sum(one.mass_g or 0.0 for one in own),
        unweighed=tuple(one.name for one in placed.loads if one.mass_g is None),
        allowed_g=allowed,
        rating_reach_known=not arm or gear.rated_reach_mm is not None,
    )


def load_place(placement: Placement, load: OtherLoad) -> Vector:
    """Where another thing on a support hangs."""
    return placement.root.plus(placement.toward.times(load.along_mm))


def tube_of(support: GivenSupport, length_mm: float) -> tuple[Stretch, ...] | None:
    """The boom, bar or pole as stretches of beam; None where tube, wall or material are not known.

    A bar of sections is as long as its span: what its ends draw out by counts to its last section.
    """
    gear = support.gear
    if gear.material is None or length_mm <= 1.0:
        return None
    sections = list(gear.sections)
    if support.model not in ("bar", "pole") or not sections:
        if gear.tube_mm is None or gear.wall_mm is None:
            return None
        return (
            tube(
                length_mm=length_mm,
                outer_mm=gear.tube_mm,
                wall_mm=gear.wall_mm,
                material=gear.material,
            ),
        )
    return None


def section_stretches(
    support: GivenSupport, chosen: Sequence[int], span_mm: float
) -> tuple[Stretch, ...] | None:
    """The chosen sections of a bar or pole, in the order of the list."""
    gear = support.gear
    if gear.material is None:
        return None
    stretches = []
    rest = span_mm
    for place, index in enumerate(chosen):
        section = gear.sections[index]
        outer, wall = section.tube_mm or gear.tube_mm, section.wall_mm or gear.wall_mm
        if outer is None or wall is None:
            return None
        length = rest if place == len(chosen) - 1 else min(section.length_mm, rest)
        if length <= 0:
            break
        stretches.append(
            tube(length_mm=length, outer_mm=outer, wall_mm=wall, material=gear.material)
        )
        rest -= length
    return tuple(stretches) or None


def beam_of(support: GivenSupport, placement: Placement) -> Beam | None:
    """Boom, bar or pole as a beam; None where there is none or its tube is not known."""
    if support.model in ("bar", "pole"):
        span = placement.span_mm or 0.0
        stretches = (
            section_stretches(support, placement.span.sections, span)
            if placement.span is not None and placement.span.sections
            else tube_of(support, span)
        )
        return None if stretches is None else Beam("simple", stretches)
    if not support.has_boom:
        return None
    stretches = tube_of(support, placement.reach_mm)
    return None if stretches is None else Beam("cantilever", stretches)


def beam_loads(support: GivenSupport, placement: Placement, loads: Loads) -> tuple[PointLoad, ...]:
    """Weights on the boom, bar or pole; the camera with its head first."""
    own = loads.camera_g + loads.head_g + loads.joining_g
    at = placement.reach_mm
    found = [PointLoad(at_mm=at, mass_g=own)]
    middle = (placement.span_mm or 0.0) / 2 if support.model in ("bar", "pole") else 0.0
    most = placement.span_mm if support.model in ("bar", "pole") else placement.reach_mm
    for one in support.placed.loads:
        along = middle + one.along_mm
        if one.arm == "shared" and one.mass_g and 0.0 <= along <= (most or 0.0):
            found.append(PointLoad(at_mm=along, mass_g=one.mass_g))
    return tuple(found)


def bending_of(
    support: GivenSupport, placement: Placement, loads: Loads, *, middle_mm: float, half_mm: float
) -> Bending | None:
    """Sag and slope at the camera; None where the tube is not known or there is no boom.

    Parameters
    ----------
    middle_mm: lens to the middle of the work; ``half_mm`` half the longer side of the zone.
    """
    beam = beam_of(support, placement)
    if beam is None:
        return None
    weights = beam_loads(support, placement, loads)
    at = weights[0].at_mm
    sag, slope = beam.sag_mm(at, weights), beam.slope_rad(at, weights)
    return Bending(
        sag_mm=sag,
        slope_rad=slope,
        shift_mm=abs(math.tan(slope)) * middle_mm + half_mm * sag / middle_mm,
        frequency_hz=min(STIFF_HZ, beam.frequency_hz(at, weights[0].mass_g, weights[1:])),
    )


def boom_mass_g(support: GivenSupport, placement: Placement) -> float:
    """Mass of the boom or bar by its tube; 0 where that is not known."""
    beam = beam_of(support, placement)
    return 0.0 if beam is None else beam.mass_g


def balancing_g(support: GivenSupport, held: Held, placement: Placement, loads: Loads) -> float:
    """The mass behind the column that balances what is before it, as far as there is one."""
    most = support.gear.counterweight_g or 0.0
    at = counterweight_at(support)
    if not most or not at:
        return 0.0
    before = arm_moments(support, held, placement, loads)
    return min(most, round(before / at / COUNTERWEIGHT_STEP_G) * COUNTERWEIGHT_STEP_G)


def arm_moments(support: GivenSupport, held: Held, placement: Placement, loads: Loads) -> float:
    """Mass times reach of all that is before the column, less what is behind, in g·mm; without the
    counterweight."""
    along = placement.toward
    root = placement.root
    total = sum(one.mass_g * one.at.minus(root).dot(along) for one in held.weights)
    total += (loads.head_g + loads.joining_g) * placement.reach_mm
    boom = boom_mass_g(support, placement)
    total += boom * placement.reach_mm / 2
    if placement.reach_mm > 1.0:
        total -= boom / placement.reach_mm * support.behind_mm**2 / 2
    total += sum(
        one.along_mm * (one.mass_g or 0.0) for one in support.placed.loads if one.arm == "shared"
    )
    return total


def counterweight_at(support: GivenSupport) -> float:
    """How far behind the column the counterweight hangs."""
    at = support.placed.counterweight_at_mm
    return support.behind_mm if at is None else min(at, support.behind_mm or at)


def counterweight_g(support: GivenSupport, held: Held, placement: Placement, loads: Loads) -> float:
    """The counterweight as chosen, or the one that balances the boom."""
    given = support.placed.counterweight_g
    if given is not None:
        return given
    return balancing_g(support, held, placement, loads) if support.model == "column" else 0.0


def weights_of(
    support: GivenSupport, held: Held, placement: Placement, loads: Loads
) -> tuple[Weight, ...] | None:
    """Every part of a rig that stands, with its centre of mass; None where the support was not
    weighed."""
    gear = support.gear
    if gear.mass_g is None:
        return None
    boom = boom_mass_g(support, placement)
    rest = max(0.0, gear.mass_g - boom)
    foot, root, along = placement.foot, placement.root, placement.toward
    weights: list[Weight] = []
    if support.model == "bar" and placement.second is not None:
        for name, at in (("first stand", foot), ("second stand", placement.second)):
            z = at.z + BASE_SHARE * (root.z - at.z)
            weights.append(Weight(name, rest / 2, Vector(at.x, at.y, z)))
        weights.append(Weight("bar", boom, root))
    else:
        z = foot.z + BASE_SHARE * (root.z - foot.z)
        weights.append(Weight("stand", rest, Vector(foot.x, foot.y, z)))
        if boom:
            length = placement.reach_mm + support.behind_mm
            middle = (placement.reach_mm - support.behind_mm) / 2
            grown = boom * length / placement.reach_mm if placement.reach_mm > 1.0 else boom
            grown = min(grown, gear.mass_g)
            weights[0] = Weight("stand", max(0.0, gear.mass_g - grown), weights[0].at)
            weights.append(Weight("boom", grown, root.plus(along.times(middle))))
    weights.append(Weight("head and plate", loads.head_g + loads.joining_g, placement.tip))
    weights += held.weights
    weights += [
        Weight(one.name, one.mass_g, load_place(placement, one))
        for one in support.placed.loads
        if one.mass_g
    ]
    counter = counterweight_g(support, held, placement, loads)
    if counter:
        at_mm = counterweight_at(support)
        weights.append(Weight("counterweight", counter, root.minus(along.times(at_mm))))
    bag = support.placed.sandbag_g
    if bag:
        places = sandbag_places(placement)
        name = support.placed.sandbag_on or "column"
        spots = places.get(name, places["column"])
        weights += [
            Weight("sandbag", bag / len(spots), Vector(x, y, foot.z + 100.0)) for x, y in spots
        ]
    return tuple(weights)


def sandbag_places(placement: Placement) -> dict[str, tuple[tuple[float, float], ...]]:
    """Where a sandbag can lie: at the column, on the leg under the boom, on the legs behind."""
    foot, along, feet = placement.foot, placement.toward, placement.feet
    places: dict[str, tuple[tuple[float, float], ...]] = {"column": ((foot.x, foot.y),)}
    if placement.second is not None:
        places["column"] = ((foot.x, foot.y), (placement.second.x, placement.second.y))
        return places
    if len(feet) < 3:
        return places

    def ahead(point: tuple[float, float]) -> float:
        return (point[0] - foot.x) * along.x + (point[1] - foot.y) * along.y

    ordered = sorted(feet, key=ahead)
    places["leg under the boom"] = (ordered[-1],)
    behind = tuple(point for point in ordered if ahead(point) < -1.0)
    if behind:
        places["legs behind"] = behind
    return places


def tipping_of(
    support: GivenSupport, held: Held, placement: Placement, loads: Loads
) -> Tipping | None:
    """Moments about every edge; None for what does not stand, or was not weighed or measured."""
    weights = weights_of(support, held, placement, loads)
    if placement.polygon is None or weights is None:
        return None
    top = max(placement.root.z, max(one.at.z for one in weights))
    edges = edges_of(placement.polygon, weights, floor_z_mm=placement.foot.z, top_z_mm=top)
    bags = []
    for name, spots in sandbag_places(placement).items():
        # The bag is shared evenly, so its moments are those of its middle where it lies inside.
        middle = (sum(x for x, _ in spots) / len(spots), sum(y for _, y in spots) / len(spots))
        least, most = mass_needed(edges, middle)
        stepped = (
            math.ceil(least / SANDBAG_STEP_G - 1e-9) * SANDBAG_STEP_G
            if math.isfinite(least)
            else math.inf
        )
        bags.append((name, stepped if stepped <= most else math.inf))
    return Tipping(
        edges=edges,
        still=worst(edges, knocked=False),
        knocked=worst(edges, knocked=True),
        sandbags=tuple(bags),
    )


BALL_WORDS = ("ball", "head", "tilt", "joint")


def torques_of(
    support: GivenSupport, held: Held, placement: Placement, loads: Loads
) -> tuple[Torque, ...]:
    """The torque at every joint of the support that turns under load.

    A ball joint or head bears the camera alone, about its middle; every other joint bears the boom.
    """
    root = arm_moments(support, held, placement, loads)
    root -= counterweight_g(support, held, placement, loads) * counterweight_at(support)
    aside_x = sum(one.mass_g * (one.at.x - held.ball.x) for one in held.weights)
    aside_y = sum(one.mass_g * (one.at.y - held.ball.y) for one in held.weights)
    camera = torque_n_m([(1.0, math.hypot(aside_x, aside_y))])
    found = []
    for joint in support.gear.joints:
        of_head = any(word in joint.name.lower() for word in BALL_WORDS) or not support.has_boom
        torque = camera if of_head else abs(torque_n_m([(1.0, root)]))
        found.append(Torque(name=joint.name, torque_n_m=torque, holds_n_m=joint.holds_n_m))
    return tuple(found)


def _tested_hz(support: GivenSupport, tapped_hz: float, now: tuple[float, float]) -> float:
    """The frequency of a tap test at the reach and load at hand, by the ratio that the beam has
    between both; as it was where the test does not say, or the tube is not known."""
    tap = support.gear.tap
    if tap is None or not tap.reach_mm or not tap.load_g or not now[0]:
        return tapped_hz
    then, present = (
        None if stretches is None else Beam("cantilever", stretches).frequency_hz(reach, load)
        for reach, load in ((tap.reach_mm, tap.load_g), now)
        for stretches in (tube_of(support, reach),)
    )
    if then is None or present is None or not support.has_boom:
        return tapped_hz
    return tapped_hz * present / then


def shake_of(
    support: GivenSupport,
    bending: Bending | None,
    *,
    liveliness: str,
    reach_mm: float,
    load_g: float,
) -> Shake:
    """First frequency and wobble, from a tap test where there was one."""
    jolt = JOLT_MM_S[liveliness] * (1.0 if support.shares_table else FLOOR_SHARE)
    base = support.traits.base_hz
    estimated = base if bending is None else in_a_row_hz(base, bending.frequency_hz)
    tap = support.gear.tap
    frequency, band, by = estimated, ESTIMATE_BAND, "estimate"
    if tap is not None and tap.frequency_hz is not None:
        frequency = _tested_hz(support, tap.frequency_hz, (reach_mm, load_g))
        band, by = TESTED_BAND, "tap test"
    mid = swing_mm(jolt_mm_s=jolt, frequency_hz=frequency)
    if tap is not None and tap.rings_s is not None:
        left = STILL ** (STROKE_S / tap.rings_s)
        mid /= 1.0 - left
        by = "tap test"
    if tap is not None and tap.seen_mm is not None:
        mid, band, by = tap.seen_mm, SEEN_BAND, "what was seen in a clip"
    return Shake(
        frequency_hz=frequency,
        wobble=Wobble.about(mid, band),
        jolt_mm_s=jolt,
        shared_table=support.shares_table,
        by=by,
    )
