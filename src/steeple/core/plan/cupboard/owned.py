"""What a maker owns, as far as mends and comparisons may take it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TypeVar

from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.holding.support import Support
from steeple.core.plan.gear.holding.weight import Ballast
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.gear.lights.gel import Gel
from steeple.core.plan.gear.lights.lamp_stand import LampStand
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.gear.sound.absorber import Absorber
from steeple.core.plan.gear.sound.mic_stand import MicStand
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.values import Part, Slug

T = TypeVar("T")


class OwnedSupport(Part):
    """A support that is owned, with its id in the cupboard."""

    id: Slug | None = None
    gear: Support


class OwnedFixture(Part):
    """A lamp that is owned, with its id in the cupboard."""

    id: Slug | None = None
    gear: Fixture


class OwnedCard(Part):
    """A card, flag or diffuser that is owned, with its id in the cupboard."""

    id: Slug | None = None
    gear: LightCard


@dataclass(frozen=True, slots=True)
class Owned:
    """What the maker owns and a mend may take."""

    lenses: tuple[Lens, ...] = ()
    bodies: tuple[Body, ...] = ()
    fixtures: tuple[OwnedFixture, ...] = ()
    supports: tuple[OwnedSupport, ...] = ()
    adapters: tuple[Adapter, ...] = ()
    cards: tuple[OwnedCard, ...] = ()
    weights: tuple[Ballast, ...] = ()
    gels: tuple[Gel, ...] = ()
    stands: tuple[LampStand, ...] = ()
    media: tuple[Medium, ...] = ()
    power: tuple[PowerSource, ...] = ()
    microphones: tuple[Microphone, ...] = ()
    mic_stands: tuple[MicStand, ...] = ()
    absorbers: tuple[Absorber, ...] = ()
    leads: tuple[Lead, ...] = ()


NOTHING_OWNED = Owned()


def owned_of(things: Sequence[object]) -> Owned:
    """A cupboard in parts, as mends and searches take it; what they cannot take is left out.

    Parameters
    ----------
    things
        gear of any kind, in the order of the cupboard.
    """

    def each(kind: type[T]) -> tuple[T, ...]:
        return tuple(one for one in things if isinstance(one, kind))

    return Owned(
        lenses=each(Lens),
        bodies=each(Body),
        fixtures=tuple(OwnedFixture(gear=one) for one in each(Fixture)),
        supports=tuple(OwnedSupport(gear=one) for one in each(Support)),
        adapters=each(Adapter),
        cards=tuple(OwnedCard(gear=one) for one in each(LightCard)),
        weights=each(Ballast),
        gels=each(Gel),
        stands=each(LampStand),
        media=each(Medium),
        power=each(PowerSource),
        microphones=each(Microphone),
        mic_stands=each(MicStand),
        absorbers=each(Absorber),
        leads=each(Lead),
    )
