"""What was lost and why, over all sessions, and which mend would have saved most."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType

from steeple.core.plan.values import Part
from steeple.core.record.told import LossMade

THREE_TIMES = 3
"""A loss that came so often is told of: it will come again."""


@dataclass(frozen=True, slots=True)
class Cause:
    """A cause in words, and what keeps it away."""

    says: str
    mend: str


ALARM = "let an alarm ring before it stops, and restart it in a break"
CAUSES: Mapping[str, Cause] = MappingProxyType(
    {
        "stop: recording limit": Cause("the camera ended its take by itself", ALARM),
        "stop: file limit": Cause("the camera stopped at its largest file", ALARM),
        "stop: card full": Cause("the card was full", "begin with a larger card, or change it in a break"),
        "stop: battery empty": Cause("the battery was empty", "feed it from the mains or a bank, or change the battery in a break"),
        "stop: heat": Cause("the camera got too hot", "film in shorter takes, and shade the camera"),
        "stop: by hand": Cause("somebody stopped it", "tape over the button, or say who may touch it"),
        "stop: end": Cause("it was stopped too early", "end the take at the phone before the devices"),
        "stop: unknown": Cause("a device stopped, nobody knows why", "let it run at home until it stops, and read why"),
        "forgot: focus": Cause("the focus was not locked", "lock the focus at the roll call, with the lens on manual"),
        "forgot: framing": Cause("the frame had moved", "tape the tripod’s feet and the frame’s corners, and look before each take"),
        "forgot: lens": Cause("the lens was not clean", "wipe it at the roll call"),
        "forgot: level": Cause("the camera was not level", "lay the phone on its back at the roll call"),
        "forgot: card": Cause("the card had no room", "format the cards while packing"),
        "forgot: battery": Cause("the battery was not full", "charge the evening before, and take a spare one"),
        "forgot: not recording": Cause("it was not recording", "look for the red light of every device before the first word"),
        "forgot: sound": Cause("there was no sound, or too much", "look at the meters while you say the first sentence"),
        "forgot: lamps": Cause("a lamp was off or set otherwise", "walk the round of the lamps with the card"),
        "forgot: window": Cause("daylight changed the picture", "close the blind, or film at the hours of the plan"),
        "forgot: phone": Cause("a phone rang", "put every phone on silent at the roll call"),
        "forgot: alarm": Cause("the alarm was not heard", "keep the phone of the session loud and in sight"),
        "forgot: other": Cause("for another reason", "write down what would have caught it"),
    }
)  # fmt: skip


class LossSum(Part):
    """All losses of one cause. ``minutes`` over all, ``sessions`` in how many."""

    why: str
    says: str
    mend: str
    minutes: float
    times: int
    sessions: int


def losses_over(sessions: Sequence[Sequence[LossMade]]) -> tuple[LossSum, ...]:
    """Losses summed up by cause, the one that cost most first.

    Parameters
    ----------
    sessions
        the losses of each session.
    """
    minutes: dict[str, float] = {}
    times: dict[str, int] = {}
    within: dict[str, set[int]] = {}
    for index, losses in enumerate(sessions):
        for one in losses:
            minutes[one.why] = minutes.get(one.why, 0.0) + one.minutes
            times[one.why] = times.get(one.why, 0) + 1
            within.setdefault(one.why, set()).add(index)
    rows = [
        LossSum(
            why=why,
            says=cause_of(why).says,
            mend=cause_of(why).mend,
            minutes=round(total, 1),
            times=times[why],
            sessions=len(within[why]),
        )
        for why, total in minutes.items()
    ]
    return tuple(sorted(rows, key=lambda one: (-one.minutes, one.why)))


def cause_of(why: str) -> Cause:
    """A cause in words; one that is not known is told as it is."""
    return CAUSES.get(why, CAUSES["forgot: other"])
