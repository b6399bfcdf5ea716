"""A thing that runs through a session: what it uses up, and what stops it.

Source: Banks, Carson, Nelson & Nicol, *Discrete-Event System Simulation*, chapters 1 and 3 (event
scheduling). Times are whole seconds from the start of the session.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

Deed = Literal["start", "stop", "restart", "battery", "card"]
"""What a hand does at a device: begin, end, end and begin anew, change the battery, change the card."""
Why = Literal[
    "recording limit", "file limit", "card full", "battery empty", "heat", "by hand", "end"
]
"""What ends a stretch in which a device runs."""
BY_ITSELF: frozenset[Why] = frozenset(
    ("recording limit", "file limit", "card full", "battery empty", "heat")
)
"""Ends that nobody's hand made."""


@dataclass(frozen=True, slots=True)
class Device:
    """One device. What is None does not stop it.

    Parameters
    ----------
    id
        its id.
    bytes_per_s
        what it writes; 0 for a lamp or a wireless microphone.
    power_w
        what it draws while it runs; 0 where it is fed for good.
    take_limit_s
        it stops after a take of this length.
    file_limit_bytes, file_goes_on
        its largest file; whether it then goes on in a new one.
    card_bytes, spare_cards
        what fits on its card, and how many empty ones like it are at hand.
    battery_j, spare_batteries
        energy of a full battery in joules, and how many full ones are at hand.
    heat_limit_s, rest_s
        it stops after running so long in all, and is cold again after so long off.
    bank
        id of the bank that feeds it first; its own battery follows.
    """

    id: str
    bytes_per_s: float = 0.0
    power_w: float = 0.0
    take_limit_s: int | None = None
    file_limit_bytes: float | None = None
    file_goes_on: bool = False
    card_bytes: float | None = None
    spare_cards: int = 0
    battery_j: float | None = None
    spare_batteries: int = 0
    heat_limit_s: int | None = None
    rest_s: int = 900
    bank: str | None = None


@dataclass(frozen=True, slots=True)
class Bank:
    """A store of energy that feeds devices, in joules that reach them."""

    id: str
    energy_j: float


@dataclass(frozen=True, slots=True)
class Action:
    """Something done at a device at a time, which takes so many seconds.

    Whatever is done, a device that runs is stopped first, and runs again afterwards, unless it is to stop;
    one that stands still runs afterwards too, so that a change of battery puts it right.
    """

    device: str
    at_s: int
    does: tuple[Deed, ...]
    takes_s: int = 0


@dataclass(frozen=True, slots=True)
class Segment:
    """A stretch in which a device runs, from a second to a second, and what ended it. ``files`` are the
    seconds at which a new file began within it; ``card`` and ``battery`` which share of a full one was left at
    its begin and at its end, 1 where nothing is used up."""

    device: str
    start_s: int
    end_s: int
    why: Why
    files: tuple[int, ...] = ()
    card: tuple[float, float] = field(default=(1.0, 1.0), compare=False)
    battery: tuple[float, float] = field(default=(1.0, 1.0), compare=False)


@dataclass(frozen=True, slots=True)
class Left:
    """What a device has left at the end: on its card and in its battery; None where nothing limits it."""

    card_bytes: float | None
    battery_j: float | None
    cards: int
    batteries: int


@dataclass(frozen=True, slots=True)
class Run:
    """A session run through: every stretch of every device in order of time, when banks went empty, and
    what each device has left."""

    segments: tuple[Segment, ...]
    banks_empty: dict[str, int]
    left: dict[str, Left]

    def of(self, device: str) -> tuple[Segment, ...]:
        """The stretches of one device."""
        return tuple(one for one in self.segments if one.device == device)
