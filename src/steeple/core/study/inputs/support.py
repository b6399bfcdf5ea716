"""A support of the plan ready for the statics, with every gap filled and noted."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

from steeple.core.plan.document import Plan
from steeple.core.plan.gear.holding.support import Anchor, Support
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import mm
from steeple.core.study.inputs.support_forms import FORMS, Traits
from steeple.core.study.inputs.work import GivenWork

HEAD_G = 300.0
BEHIND_MM = 500.0
ADAPTER_G = 60.0


@dataclass(frozen=True, slots=True)
class SupportLimits:
    """What bounds the height at which a support holds a camera, wherever its foot stands. ``lowest_mm``
    and ``highest_mm`` as in `Support`."""

    model: str
    anchor: Anchor
    lowest_mm: float | None
    highest_mm: float | None
    drop_mm: float


USUAL_TUBES: Mapping[str, tuple[float, float, str]] = MappingProxyType(
    {"floor": (35.0, 1.5, "steel"), "table": (20.0, 1.2, "aluminium")}
)
"""Booms and bars as they are built, by what they stand on: outer width, wall, material. Planning values."""


@dataclass(frozen=True, slots=True)
class GivenSupport:
    """A support with its gaps filled as far as its figures allow; what cannot be assumed is None.

    Lengths in millimetres, masses in grams. ``model`` is its mechanical model: a hand-built frame
    without a span is taken as a column.
    """

    at: str
    placed: PlacedSupport
    gear: Support
    traits: Traits
    model: str
    anchor: Anchor
    drop_mm: float
    head_g: float
    legs: int | None
    behind_mm: float

    @property
    def limits(self) -> SupportLimits:
        """What bounds the height of its camera screw."""
        gear = self.gear
        return SupportLimits(self.model, self.anchor, gear.lowest_mm, gear.highest_mm, self.drop_mm)

    @property
    def usual_tube(self) -> tuple[float, float, str]:
        """Width and wall in millimetres and material of a boom or bar that was not measured: as such
        supports are built."""
        return USUAL_TUBES["floor" if self.anchor == "floor" else "table"]

    @property
    def has_boom(self) -> bool:
        """Whether it holds the camera aside of its column."""
        return self.model in ("column", "hung") and bool(self.gear.reach_mm)

    @property
    def is_clamped_down(self) -> bool:
        """Whether the foot of a small stand is clamped to the table that it stands on."""
        return self.placed.clamped_down and self.anchor == "table"

    @property
    def most_reach_mm(self) -> float:
        """How far aside of its column it can hold a camera."""
        return max(self.gear.reach_mm or 0.0, self.traits.out_mm)

    @property
    def shares_table(self) -> bool:
        """Whether it stands on the table that is being worked on."""
        return self.anchor == "table"


def given_support(placed: PlacedSupport, at: str, assumptions: Assumptions) -> GivenSupport:
    """A placed support in figures.

    Parameters
    ----------
    placed
        the support as the plan has it.
    at
        path of the support in the plan, such as ``supports/0``.
    assumptions
        where it is noted what was assumed.
    """
    gear = placed.gear
    sag = None if gear.learned_sag_mm is None else mm(gear.learned_sag_mm)
    assumptions.note_learned(f"{at}/gear/learned_sag_mm", sag, "set it so much higher than planned")
    traits = FORMS[gear.form]
    model: str = traits.model
    if gear.form == "hand-built" and gear.span_most_mm is None and not gear.sections:
        model = "column"
    anchor = gear.anchor
    if anchor is None:
        anchor = traits.anchor
        assumptions.note(f"{at}/gear/anchor", "usual for this kind of support", text=anchor)
    if model == "column" and anchor == "ceiling":
        model = "hung"
    hangs = model != "column" or bool(gear.reach_mm)
    drop = traits.drop_mm
    if hangs:
        drop = assumptions.fill(
            gear.drop_mm,
            at=f"{at}/gear/drop_mm",
            usual=traits.drop_mm,
            unit="mm",
            why="usual for this kind; measure yours",
        )
    head = gear.head_mass_g or 0.0
    if hangs and gear.head_mass_g is None:
        head = assumptions.fill(
            None,
            at=f"{at}/gear/head_mass_g",
            usual=HEAD_G,
            unit="g",
            why="a usual ball joint with its plate; weigh yours",
        )
    behind = gear.behind_mm or 0.0
    if gear.behind_mm is None and (gear.counterweight_g or placed.counterweight_g):
        behind = assumptions.fill(
            None,
            at=f"{at}/gear/behind_mm",
            usual=BEHIND_MM,
            unit="mm",
            why="a usual boom; measure what stands out behind its clamp",
        )
    legs = gear.legs
    if legs is None and gear.footprint_mm is not None and anchor in ("floor", "table"):
        legs = 3 if anchor == "floor" or gear.form == "floor tripod" else 4
        assumptions.note(f"{at}/gear/legs", "usual for this kind of support", text=str(legs))
    return GivenSupport(
        at=at,
        placed=placed,
        gear=gear,
        traits=traits,
        model=model,
        anchor=anchor,
        drop_mm=drop,
        head_g=head,
        legs=legs,
        behind_mm=behind,
    )


def screw_limits(
    support: SupportLimits, work: GivenWork, x_mm: float, y_mm: float
) -> tuple[float | None, float | None]:
    """Between which heights above the table a support can hold a camera screw at a place.

    Returns
    -------
    Lowest and highest; None where it is not bounded or not known.
    """
    low, high = support.lowest_mm, support.highest_mm
    if support.model == "pole":
        ceiling = work.ceiling_at(x_mm, y_mm)
        return None, None if ceiling is None else ceiling - support.drop_mm - 40.0
    if support.model == "hung":
        over = overhead_at(work, x_mm, y_mm)
        if over is None:
            return None, None
        return (None if high is None else over - high), (None if low is None else over - low)
    if support.anchor in ("wall", "shelf"):
        return None, None
    foot = 0.0 if support.anchor == "table" else -work.table_height_mm
    return (None if low is None else foot + low), (None if high is None else foot + high)


def overhead_at(work: GivenWork, x_mm: float, y_mm: float) -> float | None:
    """The lowest thing overhead that one could fix to at a place: a beam, a shelf, the ceiling."""
    heights = [
        block.low
        for block in work.blocks
        if block.low > 0 and block.left <= x_mm <= block.right and block.near <= y_mm <= block.far
    ]
    ceiling = work.ceiling_at(x_mm, y_mm)
    if ceiling is not None:
        heights.append(ceiling)
    return min(heights) if heights else None


def limits_of(plan: Plan, camera: Camera) -> SupportLimits | None:
    """What the support chosen for a camera allows; None where none is chosen."""
    placed = plan.support_of(camera)
    return None if placed is None else given_support(placed, "supports/0", Assumptions()).limits
