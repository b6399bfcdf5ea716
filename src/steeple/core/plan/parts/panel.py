"""A bounce card, flag or diffuser where it stands."""

from __future__ import annotations

from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.parts.lamp import LampAim, LampPlace
from steeple.core.plan.values import (
    Part,
    Slug,
)


class PlacedCard(Part):
    """A bounce card or flag, flat, facing a way."""

    id: Slug
    card: LightCard
    card_id: Slug | None = None
    owned: bool = True
    position: LampPlace = LampPlace()
    facing: LampAim = LampAim()
