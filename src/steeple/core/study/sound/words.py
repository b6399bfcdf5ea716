"""How microphones, their holders, noises and what takes up echo are said."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from steeple.core.plan.gear.sound.absorber import AbsorberKind
from steeple.core.plan.parts.sounding.microphone import Held
from steeple.core.plan.parts.sounding.sound import Heard
from steeple.core.sound.pair import PairForm
from steeple.core.study.base.sentence import Quantity

HELD_WORDS: Mapping[Held, str] = MappingProxyType(
    {
        "boom": "on a boom over the picture",
        "stand": "on a stand above the instrument",
        "table": "on the table",
        "clip-on": "clipped to your clothes",
        "camera": "on the camera",
    }
)
PAIR_WORDS: Mapping[PairForm, str] = MappingProxyType(
    {
        "spaced": "spaced, side by side",
        "close": "close over the strings",
        "near-coincident": "a hand apart, opened outward",
        "coincident": "one on the other, opened outward",
    }
)
HEARD_WORDS: Mapping[Heard, str] = MappingProxyType(
    {
        "voice": "your voice",
        "work": "the hands at work",
        "instrument": "the instrument",
        "voice and instrument": "voice and instrument",
    }
)
SOFT_WORDS: Mapping[AbsorberKind, tuple[str, str, str]] = MappingProxyType(
    {
        "duvet": ("duvet", "Hang up", "behind you and at the sides"),
        "blanket": ("blanket", "Hang up", "with folds, behind you and at the sides"),
        "curtain": ("curtain", "Draw", "with folds, before bare walls"),
        "rug": ("rug", "Lay", "on the bare floor round the table"),
        "foam": ("foam tile", "Put", "5 cm thick, on the walls beside you"),
    }
)
"""What each is called, what one does with it, and where."""


def db(value: float) -> Quantity:
    """A difference of levels."""
    return Quantity(value=value, unit="db")


def echo_s(value: float) -> Quantity:
    """A reverberation time."""
    return Quantity(value=value, unit="rt60_s")


def capital(text: str) -> str:
    """With a capital first letter."""
    return text[:1].upper() + text[1:]


def plural(count: int, one: str) -> str:
    """So many of something."""
    return f"one {one}" if count == 1 else f"{count} {one}s"


def landing_words(side: float) -> str:
    """Where a sound lands: in the middle, so far left or right."""
    share = round(100 * min(abs(side), 1.0))
    if share < 5:
        return "the middle"
    where = "left" if side < 0 else "right"
    return f"the very {where}" if share >= 100 else f"{share} % {where}"
