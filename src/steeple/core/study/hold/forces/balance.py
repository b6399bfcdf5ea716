"""Whether a support stands: its weights and where they are, counterweight, sandbags, tipping."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

from steeple.core.geometry.vectors import Vector
from steeple.core.hold.tipping import KNOCK_N, Edge, Weight, edges_of, mass_needed, worst
from steeple.core.plan.parts.room import Knock
from steeple.core.study.hold.clashes import Placement
from steeple.core.study.hold.forces.load import Held
from steeple.core.study.hold.forces.statics import (
    BOOM_SHARE,
    Loads,
    beam_of,
    load_place,
    weighed_beam,
)
from steeple.core.study.inputs.support import GivenSupport

BASE_SHARE = 0.25
"""Height of the middle of mass of a stand without its boom, as a share of its column; a planning
value: legs and foot weigh more than the tube."""

COUNTERWEIGHT_STEP_G = 100.0

SANDBAG_STEP_G = 500.0
MOST_BAG_G = {"floor": 15_000.0, "table": 2_000.0}
"""The heaviest bag that one carries and hangs on a stand, and that one lays on a small foot on a table: what
needs more is held otherwise. Planning values."""


KNOCKS: Mapping[Knock, tuple[float, str]] = MappingProxyType(
    {
        "unlikely": (5.0, "a sleeve or a lead that catches"),
        "possible": (KNOCK_N, "a shoulder in passing"),
        "likely": (30.0, "somebody who runs into it"),
    }
)
"""How hard what stands in a room is knocked at its top, level, in newtons, by how likely the maker says a knock
is there; planning values."""


@dataclass(frozen=True, slots=True)
class Tipping:
    """Moments about the edges of the footprint; ``still`` and ``knocked`` are the worst of each.

    ``counterweight_g`` is what hangs on the boom; ``sandbags`` the least mass that keeps every edge
    when knocked, by place: infinite where none does that one would carry there.
    """

    edges: tuple[Edge, ...]
    still: Edge
    knocked: Edge
    sandbags: tuple[tuple[str, float], ...]
    knock: Knock = "possible"

    @property
    def knock_words(self) -> str:
        """How hard the knock is, and what it stands for."""
        newtons, what = KNOCKS[self.knock]
        return f"{newtons:g} N, level, at its highest point: {what}"

    @property
    def ratio(self) -> float:
        """Holding against overturning moment, left alone."""
        return self.still.ratio()

    @property
    def knocked_ratio(self) -> float:
        """The same while it is knocked at the top."""
        return self.knocked.ratio(knocked=True)


def boom_mass_g(support: GivenSupport, placement: Placement) -> float:
    """Mass of the boom or bar by its tube, a usual one where that is not known; 0 where there is none."""
    beam = weighed_beam(support, placement)
    if beam is None:
        return 0.0
    if beam_of(support, placement) is None and support.gear.mass_g is not None:
        return min(beam.mass_g, BOOM_SHARE * support.gear.mass_g)
    return beam.mass_g


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
    total = sum(one.mass_g * one.at.minus(root).dot(along) for one in held.all_weights)
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
    weights += held.all_weights
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
    support: GivenSupport,
    held: Held,
    placement: Placement,
    loads: Loads,
    *,
    knock: Knock = "possible",
) -> Tipping | None:
    """Moments about every edge; None for what does not stand, or was not weighed or measured.

    Parameters
    ----------
    support, held, placement, loads
        the support as it stands, and all that it carries.
    knock
        how likely it is that it is knocked where it stands.
    """
    weights = weights_of(support, held, placement, loads)
    if placement.polygon is None or weights is None:
        return None
    top = max(placement.root.z, max(one.at.z for one in weights))
    edges = edges_of(
        placement.polygon,
        weights,
        floor_z_mm=placement.foot.z,
        top_z_mm=top,
        knock_n=KNOCKS[knock][0],
    )
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
        heaviest = MOST_BAG_G["table" if support.anchor == "table" else "floor"]
        bags.append((name, stepped if stepped <= min(most, heaviest) else math.inf))
    return Tipping(
        edges=edges,
        still=worst(edges, knocked=False),
        knocked=worst(edges, knocked=True),
        sandbags=tuple(bags),
        knock=knock,
    )
