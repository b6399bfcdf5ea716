"""The words of every kind of gear, and what the kinds are called."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from steeple.core.plan.gear.cameras.body import BODY_WORDS
from steeple.core.plan.gear.cameras.filter import FILTER_WORDS
from steeple.core.plan.gear.cameras.lens import LENS_WORDS
from steeple.core.plan.gear.holding.adapter import ADAPTER_WORDS
from steeple.core.plan.gear.holding.support import SUPPORT_WORDS
from steeple.core.plan.gear.holding.weight import WEIGHT_WORDS
from steeple.core.plan.gear.lights.fixture import FIXTURE_WORDS
from steeple.core.plan.gear.lights.gel import GEL_WORDS
from steeple.core.plan.gear.lights.lamp_stand import LAMP_STAND_WORDS
from steeple.core.plan.gear.lights.light_card import CARD_WORDS
from steeple.core.plan.gear.recording.lead import LEAD_WORDS
from steeple.core.plan.gear.recording.medium import MEDIUM_WORDS
from steeple.core.plan.gear.recording.power import POWER_WORDS
from steeple.core.plan.gear.recording.recorder import RECORDER_WORDS
from steeple.core.plan.gear.sound.absorber import ABSORBER_WORDS
from steeple.core.plan.gear.sound.mic_stand import MIC_STAND_WORDS
from steeple.core.plan.gear.sound.microphone import MICROPHONE_WORDS
from steeple.core.plan.gear.words import FieldWords

KIND_TITLES: Mapping[str, tuple[str, str]] = MappingProxyType(
    {
        "body": ("Camera", "Cameras, phones, webcams"),
        "lens": ("Lens", "Lenses"),
        "filter": ("Filter", "Filters"),
        "fixture": ("Lamp", "Lamps"),
        "stand": ("Lamp stand", "Lamp stands, arms, clamps"),
        "gel": ("Gel", "Gels"),
        "card": ("Card", "Cards, flags, diffusers"),
        "support": ("Support", "Supports"),
        "weight": ("Weight", "Sandbags and weights"),
        "microphone": ("Microphone", "Microphones"),
        "mic-stand": ("Microphone stand", "Microphone stands"),
        "absorber": ("Absorber", "Duvets, curtains, rugs, foam"),
        "recorder": ("Recorder", "Recorders"),
        "medium": ("Memory", "Memory cards and disks"),
        "power": ("Power", "Batteries and power"),
        "lead": ("Lead", "Leads"),
        "adapter": ("Adapter", "Adapters"),
    }
)
GEAR_WORDS: Mapping[str, Mapping[str, FieldWords]] = MappingProxyType(
    {
        "body": BODY_WORDS,
        "lens": LENS_WORDS,
        "filter": FILTER_WORDS,
        "fixture": FIXTURE_WORDS,
        "stand": LAMP_STAND_WORDS,
        "gel": GEL_WORDS,
        "card": CARD_WORDS,
        "support": SUPPORT_WORDS,
        "weight": WEIGHT_WORDS,
        "microphone": MICROPHONE_WORDS,
        "mic-stand": MIC_STAND_WORDS,
        "absorber": ABSORBER_WORDS,
        "recorder": RECORDER_WORDS,
        "medium": MEDIUM_WORDS,
        "power": POWER_WORDS,
        "lead": LEAD_WORDS,
        "adapter": ADAPTER_WORDS,
    }
)
