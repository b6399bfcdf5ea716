"""The forces in a support that holds a camera in its place: loads, tipping, torque, sag, shake."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from steeple.core.geometry.vectors import Vector, heading
from steeple.core.hold.beams import Beam, PointLoad, Stretch, tube
from steeple.core.hold.joints import allowed_load_g
from steeple.core.plan.parts.support import OtherLoad
from steeple.core.study.hold.clashes import Placement
from steeple.core.study.hold.forces.load import Companion, Held
from steeple.core.study.inputs.support import ADAPTER_G, GivenSupport

BOOM_SHARE = 0.5
"""A boom whose tube is not known is never more than that of the mass of its support."""
STIFF_HZ = 999.0
"""What swings faster than this does not swing at all."""


@dataclass(frozen=True, slots=True)
class Loads:
    """What hangs at the head, in grams, and what it may be there.

    ``beside`` are other cameras on the support, with their heads; ``others`` share the camera's arm;
    ``elsewhere`` hangs on arms of its own: the arm does not bear it, column and clamp do. ``allowed_g`` is None where the rating is not known; ``rating_reach_known`` is False for
    an arm whose plate does not say at which reach its figure holds.
    """

    camera_g: float
    head_g: float
    joining_g: float
    beside_g: float
    others_g: float
    elsewhere_g: float
    unweighed: tuple[str, ...]
    allowed_g: float | None
    rating_reach_known: bool

    @property
    def total_g(self) -> float:
        """What the arm bears."""
        return self.camera_g + self.head_g + self.joining_g + self.beside_g + self.others_g

    @property
    def column_g(self) -> float:
        """What column and clamp bear: everything that hangs on the support."""
        return self.total_g + self.elsewhere_g


@dataclass(frozen=True, slots=True)
class Bending:
    """Sag of boom, bar or pole at the camera, and what it does to the picture on the work."""

    sag_mm: float
    slope_rad: float
    shift_mm: float
    frequency_hz: float


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
            reach_mm=max(placement.reach_mm, *(one.along_mm for one in held.beside), 0.0),
        )
    return Loads(
        camera_g=held.mass_g,
        head_g=support.head_g,
        joining_g=links * ADAPTER_G,
        beside_g=sum(one.mass_g for one in held.beside),
        others_g=sum(one.mass_g or 0.0 for one in shared),
        elsewhere_g=sum(one.mass_g or 0.0 for one in own),
        unweighed=tuple(one.name for one in placed.loads if one.mass_g is None),
        allowed_g=allowed,
        rating_reach_known=not arm or gear.rated_reach_mm is not None,
    )


def load_place(placement: Placement, load: OtherLoad) -> Vector:
    """Where another thing on a support hangs."""
    return placement.root.plus(arm_way(placement, load).times(load.along_mm))


def arm_way(placement: Placement, load: OtherLoad) -> Vector:
    """The way in which the arm of another thing points, level; that of the camera's arm where it has none of
    its own, or none was said."""
    if load.arm == "shared" or load.toward_deg is None:
        return placement.toward
    return heading(load.toward_deg)


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


def weighed_beam(support: GivenSupport, placement: Placement) -> Beam | None:
    """Boom or bar as `beam_of`, with what is usual for all of its tube that is not known: for its weight, not
    for its sag."""
    beam = beam_of(support, placement)
    is_bar = support.model in ("bar", "pole")
    length = (placement.span_mm or 0.0) if is_bar else placement.reach_mm
    if beam is not None or length <= 1.0 or not (is_bar or support.has_boom):
        return beam
    outer, wall, material = support.usual_tube
    gear = support.gear
    outer = gear.tube_mm or outer
    stretch = tube(
        length_mm=length,
        outer_mm=outer,
        wall_mm=min(gear.wall_mm or wall, outer / 2),
        material=gear.material or material,
    )
    return Beam("simple" if is_bar else "cantilever", (stretch,))


def beam_loads(
    support: GivenSupport, placement: Placement, loads: Loads, beside: Sequence[Companion] = ()
) -> tuple[PointLoad, ...]:
    """Weights on the boom, bar or pole; the camera with its head first."""
    own = loads.camera_g + loads.head_g + loads.joining_g
    at = placement.reach_mm
    found = [PointLoad(at_mm=at, mass_g=own)]
    found += [PointLoad(at_mm=one.along_mm, mass_g=one.mass_g) for one in beside]
    middle = (placement.span_mm or 0.0) / 2 if support.model in ("bar", "pole") else 0.0
    most = placement.span_mm if support.model in ("bar", "pole") else placement.reach_mm
    for one in support.placed.loads:
        along = middle + one.along_mm
        if one.arm == "shared" and one.mass_g and 0.0 <= along <= (most or 0.0):
            found.append(PointLoad(at_mm=along, mass_g=one.mass_g))
    return tuple(found)


def bending_of(
    support: GivenSupport,
    placement: Placement,
    loads: Loads,
    *,
    middle_mm: float,
    below_mm: float,
    half_mm: float,
    beside: Sequence[Companion] = (),
) -> Bending | None:
    """Sag and slope at the camera; None where the tube is not known or there is no boom.

    Parameters
    ----------
    support
        in figures.
    placement
        where it stands.
    loads
        what it carries.
    middle_mm
        lens to the middle of the work.
    below_mm
        what bends to the middle of the work, along the axis of the lens: it turns there, and the camera
        that hangs under it swings along.
    half_mm
        half the longer side of the zone.
    beside
        other cameras on the boom.
    """
    beam = beam_of(support, placement)
    if beam is None:
        return None
    weights = beam_loads(support, placement, loads, beside)
    at = weights[0].at_mm
    sag, slope = beam.sag_mm(at, weights), beam.slope_rad(at, weights)
    return Bending(
        sag_mm=sag,
        slope_rad=slope,
        shift_mm=abs(math.tan(slope)) * below_mm + half_mm * sag / middle_mm,
        frequency_hz=min(STIFF_HZ, beam.frequency_hz(at, weights[0].mass_g, weights[1:])),
    )
