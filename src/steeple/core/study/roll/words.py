"""How stops, deeds and limits of devices are said."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from types import MappingProxyType

from steeple.core.plan.parts.rolling.session import Deed
from steeple.core.roll.device import Why
from steeple.core.roll.store import Lapse
from steeple.core.study.base.sentence import Quantity, Sentence, say
from steeple.core.study.roll.given.devices import Gap, GivenDevice
from steeple.core.study.roll.study import Limit

WHY_WORDS: Mapping[Why, str] = MappingProxyType(
    {
        "recording limit": "its recording limit",
        "file limit": "its largest file",
        "card full": "a full card",
        "battery empty": "an empty battery",
        "heat": "heat",
        "by hand": "your hand",
        "end": "the end",
    }
)
DEED_WORDS: Mapping[Deed, str] = MappingProxyType(
    {
        "start": "Start {name}",
        "stop": "Stop {name}",
        "restart": "Stop and start {name}",
        "battery": "Change the battery of {name}",
        "card": "Change the card of {name}",
    }
)
GAP_WORDS: Mapping[Gap, str] = MappingProxyType(
    {
        "bit rate": "Its bit rate: film one minute and read the size of the file.",
        "card": "What it records on: the size is printed on the card; a phone tells its free storage.",
        "power": "What it draws: fill the battery, film until it stops, and note the time.",
        "battery": "What its battery holds: watt-hours are printed on it.",
        "heat": "Whether it stops for heat: let it run once for the whole time, under the lamps, in the "
        "warm room.",
        "file": "Whether it goes on at its largest file: film past it once and count the files.",
        "bank": "Which bank feeds it.",
    }
)


def span(seconds: float) -> Quantity:
    """How long something takes."""
    return Quantity(value=seconds, unit="span")


def moment(seconds: float) -> Quantity:
    """A moment of the session."""
    return Quantity(value=seconds, unit="moment")


def capital(text: str) -> str:
    """With a capital first letter."""
    return text[:1].upper() + text[1:]


def deed_words(does: Sequence[Deed], device: GivenDevice) -> Sentence:
    """What is to be done at a device, as an order."""
    if set(does) == {"battery", "card"}:
        return say("Change battery and card of {name}", name=device.name)
    main = next((one for one in does if one in ("battery", "card")), does[0])
    return say(DEED_WORDS[main], name=device.name)


def names_of(devices: Sequence[GivenDevice]) -> str:
    """Several devices in one breath."""
    names = [one.name for one in devices]
    return names[0] if len(names) == 1 else ", ".join(names[:-1]) + " and " + names[-1]


FOLLOWED_S, GROWS_S = 0.5, 4.0
"""Between two pictures of a time lapse: hands can be followed; the work is still seen to grow. Planning values of
our own."""


def lapse_words(lapse: Lapse | None, shown_s: float | None) -> str:
    """What is seen in a time lapse; empty where none is wanted.

    Parameters
    ----------
    lapse, shown_s
        how it is taken, None where it cannot be; how long it is to be.
    """
    if shown_s is None:
        return ""
    if lapse is None:
        return "It would be longer than the session: there is nothing to run faster."
    if lapse.interval_s <= FOLLOWED_S:
        return "Hands can be followed in it."
    if lapse.interval_s <= GROWS_S:
        return "The work grows in it; hands flicker."
    return "Only the work grows in it; hands are rarely in the picture twice."


def limit_words(limit: Limit) -> Sentence:
    """A limit with its time, and for a battery how sure that is."""
    if limit.why != "battery empty":
        return say("{why} after {after}", why=WHY_WORDS[limit.why], after=span(limit.after_s))
    return say(
        "{why} after {early} to {late}",
        why=WHY_WORDS[limit.why], early=span(limit.early_s), late=span(limit.late_s),
    )  # fmt: skip
