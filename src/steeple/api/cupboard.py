"""What plans take from the cupboard, as the routes give it out."""

from __future__ import annotations

from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.filter import LensFilter
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
from steeple.core.plan.gear.recording.recorder import Recorder
from steeple.core.plan.gear.sound.absorber import Absorber
from steeple.core.plan.gear.sound.mic_stand import MicStand
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.values import Part
from steeple.services.gear import Cupboard


class OwnedBody(Part):
    """A body in the cupboard."""

    id: str
    gear: Body


class OwnedLens(Part):
    """A lens in the cupboard."""

    id: str
    gear: Lens


class SupportInUse(Part):
    """A support in the cupboard."""

    id: str
    gear: Support


class FixtureInUse(Part):
    """A lamp in the cupboard."""

    id: str
    gear: Fixture


class CardInUse(Part):
    """A bounce card, flag or diffuser in the cupboard."""

    id: str
    gear: LightCard


class AdapterInUse(Part):
    """An adapter in the cupboard."""

    id: str
    gear: Adapter


class WeightInUse(Part):
    """A sandbag or weight in the cupboard."""

    id: str
    gear: Ballast


class GelInUse(Part):
    """A gel in the cupboard."""

    id: str
    gear: Gel


class FilterInUse(Part):
    """A filter for a lens in the cupboard."""

    id: str
    gear: LensFilter


class StandInUse(Part):
    """A lamp stand in the cupboard."""

    id: str
    gear: LampStand


class MediumInUse(Part):
    """A card or disk in the cupboard."""

    id: str
    gear: Medium


class PowerInUse(Part):
    """A battery, bank or adapter in the cupboard."""

    id: str
    gear: PowerSource


class RecorderInUse(Part):
    """A sound recorder in the cupboard."""

    id: str
    gear: Recorder


class MicrophoneInUse(Part):
    """A microphone in the cupboard."""

    id: str
    gear: Microphone


class MicStandInUse(Part):
    """A microphone stand in the cupboard."""

    id: str
    gear: MicStand


class AbsorberInUse(Part):
    """A duvet, curtain, rug or foam in the cupboard."""

    id: str
    gear: Absorber


class LeadInUse(Part):
    """A lead in the cupboard."""

    id: str
    gear: Lead


class CupboardReply(Part):
    """What plans take from the cupboard."""

    bodies: tuple[OwnedBody, ...]
    lenses: tuple[OwnedLens, ...]
    supports: tuple[SupportInUse, ...]
    adapters: tuple[AdapterInUse, ...]
    fixtures: tuple[FixtureInUse, ...]
    cards: tuple[CardInUse, ...]
    weights: tuple[WeightInUse, ...]
    gels: tuple[GelInUse, ...]
    filters: tuple[FilterInUse, ...]
    stands: tuple[StandInUse, ...]
    media: tuple[MediumInUse, ...]
    power: tuple[PowerInUse, ...]
    recorders: tuple[RecorderInUse, ...]
    microphones: tuple[MicrophoneInUse, ...]
    mic_stands: tuple[MicStandInUse, ...]
    absorbers: tuple[AbsorberInUse, ...]
    leads: tuple[LeadInUse, ...]


def cupboard_reply(owned: Cupboard) -> CupboardReply:
    """Everything in use with its ids.

    Parameters
    ----------
    owned
        what is in use.
    """
    return CupboardReply(
        bodies=tuple(OwnedBody(id=id, gear=gear) for id, gear in owned.bodies),
        lenses=tuple(OwnedLens(id=id, gear=gear) for id, gear in owned.lenses),
        supports=tuple(SupportInUse(id=id, gear=gear) for id, gear in owned.supports),
        adapters=tuple(AdapterInUse(id=id, gear=gear) for id, gear in owned.adapters),
        fixtures=tuple(FixtureInUse(id=id, gear=gear) for id, gear in owned.fixtures),
        cards=tuple(CardInUse(id=id, gear=gear) for id, gear in owned.cards),
        weights=tuple(WeightInUse(id=id, gear=gear) for id, gear in owned.weights),
        gels=tuple(GelInUse(id=id, gear=gear) for id, gear in owned.gels),
        filters=tuple(FilterInUse(id=id, gear=gear) for id, gear in owned.filters),
        stands=tuple(StandInUse(id=id, gear=gear) for id, gear in owned.stands),
        media=tuple(MediumInUse(id=id, gear=gear) for id, gear in owned.media),
        power=tuple(PowerInUse(id=id, gear=gear) for id, gear in owned.power),
        recorders=tuple(RecorderInUse(id=id, gear=gear) for id, gear in owned.recorders),
        microphones=tuple(MicrophoneInUse(id=id, gear=gear) for id, gear in owned.microphones),
        mic_stands=tuple(MicStandInUse(id=id, gear=gear) for id, gear in owned.mic_stands),
        absorbers=tuple(AbsorberInUse(id=id, gear=gear) for id, gear in owned.absorbers),
        leads=tuple(LeadInUse(id=id, gear=gear) for id, gear in owned.leads),
    )
