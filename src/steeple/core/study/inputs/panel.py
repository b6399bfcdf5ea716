"""Cards of the plan: where bounce cards, flags and diffusers stand and what they send on."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field

from steeple.core.geometry.solids import Hull, box_hull
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.lamp import LampAim, LampPlace
from steeple.core.plan.parts.panel import PlacedCard
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.inputs.lamp import GivenLamp, direction_before, spot_before
from steeple.core.study.inputs.work import GivenWork

USUAL_SENDS = {"bounce": 0.85, "flag": 0.04, "diffuser": 0.5}
"""Share of the light that a card sends on; planning values: white card, black cloth, thin silk."""
USUAL_CARD_UP_DEG, CARD_CLEAR_MM = 25.0, 320.0
BETWEEN = 0.35
"""How far from the lamp a diffuser or flag begins, as a share of the way to the work."""
CARDS_APART_DEG, CARDS_APART = 70.0, 0.12
"""How far beside another a bounce card begins, and how much nearer to the work another flag or diffuser."""
THICK_MM = 2.0


@dataclass(frozen=True, slots=True)
class GivenCard:
    """A card ready for the physics. ``emitter`` is its sending face at 1 cd on its axis;
    ``receives`` points into the half space from which it takes its light; ``sends`` is the share
    that it sends on."""

    index: int
    at: str
    part: PlacedCard
    emitter: Emitter
    receives: Vector
    hull: Hull = field(compare=False)
    sends: float

    @property
    def name(self) -> str:
        """What it is called."""
        return self.part.card.name


def given_cards(
    plan: Plan, work: GivenWork, lamps: Sequence[GivenLamp], assumptions: Assumptions
) -> tuple[GivenCard, ...]:
    """The cards of a plan. A place left out is, for a bounce card, opposite the first lit lamp beside
    the zone; for a flag or diffuser before that lamp. It faces the middle of the zone, unless it is
    said to face elsewhere."""
    key = next((one for one in lamps if one.is_lit), None)
    found: list[GivenCard] = []
    for index, card in enumerate(plan.cards):
        before = [one for one in plan.cards[:index] if _begins_like(one, card)]
        found.append(_given_card(card, index, work, key, len(before), assumptions))
    return tuple(found)


def _begins_like(one: PlacedCard, other: PlacedCard) -> bool:
    """Whether two cards whose places are left open would begin at the same one."""
    bounce = [each.card.use == "bounce" for each in (one, other)]
    free = [None in (each.position.x_mm, each.position.y_mm) for each in (one, other)]
    return bounce[0] == bounce[1] and all(free)


def _usual(card: PlacedCard, work: GivenWork, key: GivenLamp | None, earlier: int) -> Vector:
    """Where a card begins; ``earlier`` cards have begun there before it, and it stands beside them."""
    middle = work.plane.middle
    aside = CARDS_APART_DEG * ((earlier + 1) // 2) * (-1 if earlier % 2 else 1)
    if key is None:
        azimuth = 90.0
    else:
        azimuth, _, _ = direction_before(work.plane, key.centre)
        if card.card.use != "bounce":
            return key.centre.plus(middle.minus(key.centre).times(BETWEEN + CARDS_APART * earlier))
    half = math.hypot(work.plane.width_mm, work.plane.depth_mm) / 2
    return spot_before(work.plane, azimuth + 180.0 + aside, USUAL_CARD_UP_DEG, half + CARD_CLEAR_MM)


def card_alone(part: PlacedCard, work: GivenWork) -> GivenCard:
    """A card that is not in the plan, in the place that it names.

    Parameters
    ----------
    part
        the card with its place.
    work
        what it is turned to.
    """
    return _given_card(part, 0, work, None, 0, Assumptions())


def card_at(card: GivenCard, place: Vector, work: GivenWork, assumptions: Assumptions) -> GivenCard:
    """The same card elsewhere, turned to the middle of the zone.

    Parameters
    ----------
    card
        as the plan has it.
    place
        of its middle.
    work
        what it is turned to.
    assumptions
        where it is noted what was assumed.
    """
    spot = LampPlace(x_mm=place.x, y_mm=place.y, z_mm=place.z)
    part = card.part.model_copy(update={"position": spot, "facing": LampAim()})
    return _given_card(part, card.index, work, None, 0, assumptions)


def _given_card(
    part: PlacedCard,
    index: int,
    work: GivenWork,
    key: GivenLamp | None,
    earlier: int,
    assumptions: Assumptions,
) -> GivenCard:
    at, card = f"cards/{index}", part.card
    usual, given = _usual(part, work, key, earlier), part.position
    values = []
    for name, value, begins in (
        ("x_mm", given.x_mm, usual.x),
        ("y_mm", given.y_mm, usual.y),
        ("z_mm", given.z_mm, usual.z),
    ):
        if value is None:
            assumptions.note(
                f"{at}/position/{name}", "where such a card begins", quantity=mm(begins)
            )
        values.append(begins if value is None else value)
    place = Vector(*values)
    middle, aim = work.plane.middle, part.facing
    faced = Vector(
        middle.x if aim.x_mm is None else aim.x_mm,
        middle.y if aim.y_mm is None else aim.y_mm,
        middle.z if aim.z_mm is None else aim.z_mm,
    )
    toward = faced.minus(place).unit
    if toward.length == 0:
        toward = Vector(0.0, 0.0, -1.0)
    share = card.transmittance if card.use == "diffuser" else card.reflectance
    if share is None:
        name = "transmittance" if card.use == "diffuser" else "reflectance"
        share = USUAL_SENDS[card.use]
        assumptions.note(
            f"{at}/card/{name}", "usual for such a card",
            quantity=Quantity(value=100 * share, unit="percent"),
        )  # fmt: skip
    emitter = Emitter(
        shape="rectangle",
        centre=place.plus(toward.times(THICK_MM)),
        toward=toward,
        width_mm=card.width_mm,
        height_mm=card.height_mm,
        intensity_cd=1.0,
    )
    row = emitter.row
    axes = (Vector(*row[6:9]), Vector(*row[9:12]), toward)
    return GivenCard(
        index=index,
        at=at,
        part=part,
        emitter=emitter,
        receives=toward.times(-1.0) if card.use == "diffuser" else toward,
        hull=box_hull(place, Vector(card.width_mm, card.height_mm, THICK_MM), axes),
        sends=share,
    )
