"""The words of every kind of gear, and what the kinds are called."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from steeple.core.plan.gear.adapter import ADAPTER_WORDS
from steeple.core.plan.gear.body import BODY_WORDS
from steeple.core.plan.gear.fixture import FIXTURE_WORDS
from steeple.core.plan.gear.lead import LEAD_WORDS
from steeple.core.plan.gear.lens import LENS_WORDS
from steeple.core.plan.gear.light_card import CARD_WORDS
from steeple.core.plan.gear.medium import MEDIUM_WORDS
from steeple.core.plan.gear.microphone import MICROPHONE_WORDS
from steeple.core.plan.gear.power import POWER_WORDS
from steeple.core.plan.gear.recorder import RECORDER_WORDS
from steeple.core.plan.gear.support import SUPPORT_WORDS
from steeple.core.plan.gear.words import FieldWords

KIND_TITLES: Mapping[str, tuple[str, str]] = MappingProxyType(
    {
        "body": ("Camera", "Cameras, phones, webcams"),
        "lens": ("Lens", "Lenses"),
        "fixture": ("Lamp", "Lamps"),
        "card": ("Card", "Cards, flags, diffusers"),
        "support": ("Support", "Supports"),
        "microphone": ("Microphone", "Microphones"),
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
        "fixture": FIXTURE_WORDS,
        "card": CARD_WORDS,
        "support": SUPPORT_WORDS,
        "microphone": MICROPHONE_WORDS,
        "recorder": RECORDER_WORDS,
        "medium": MEDIUM_WORDS,
        "power": POWER_WORDS,
        "lead": LEAD_WORDS,
        "adapter": ADAPTER_WORDS,
    }
)
