"""Two schools: the voice live at work, or spoken afterwards. What each gives and costs here."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from steeple.core.plan.document import Plan
from steeple.core.sound.levels import QUIET_DB, VOICE_DB, reception
from steeple.core.sound.reach import Heard
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.sound.given.room import GivenRoom, spare_room

CLOSE_MM = 150.0
"""From mouth to microphone when one sits and speaks."""
TAKES_TIMES = 2.0
"""Speaking a minute afterwards takes two: listened to, spoken, spoken again. A planning value."""


@dataclass(frozen=True, slots=True)
class Speaking:
    """One way to the voice: where, with its echo and levels there; None where the room is not known. ``more_s``
    is the time it costs besides the work."""

    way: Literal["live", "voice-over"]
    where: str
    mid_s: float | None
    over_echo_db: float | None
    over_noise_db: float | None
    more_s: float
    room: int | None = None
    """The how many of the plan's other rooms; None = where it is filmed."""


def voice_over(
    plan: Plan, room: GivenRoom, shown_s: float, assumptions: Assumptions
) -> tuple[Speaking, ...]:
    """Speaking afterwards: here with all that can be switched off silent, and in every other room of the plan;
    the best first.

    Parameters
    ----------
    plan, room
        the plan; the room in which it is filmed.
    shown_s
        how long the film is.
    assumptions
        where it is noted what was taken.
    """
    street = [one.level_db for one in plan.sound.noises if one.kind == "street" and not one.off]
    around = max([QUIET_DB, *(one for one in street if one is not None)])
    more = shown_s * TAKES_TIMES
    found = [_there("where you film", room, around, more, None)]
    for index, one in enumerate(plan.sound.rooms):
        at = f"sound/rooms/{index}"
        quiet = assumptions.fill(
            one.noise_db, at=f"{at}/noise_db", usual=QUIET_DB, unit="db", why="a quiet room"
        )
        found.append(
            _there(f"in the {one.name}", spare_room(one, at, assumptions), quiet, more, index)
        )
    known = [one for one in found if one.over_echo_db is not None]
    rest = [one for one in found if one.over_echo_db is None]
    return (*sorted(known, key=lambda one: -_worth(one)), *rest)


def _worth(one: Speaking) -> float:
    """Of echo and noise the one that is heard first."""
    return min(one.over_echo_db or 0.0, one.over_noise_db or 0.0)


def _there(
    where: str, room: GivenRoom, quiet_db: float, more_s: float, index: int | None
) -> Speaking:
    got = reception(
        Heard(VOICE_DB, CLOSE_MM, 0.0), "cardioid", (), absorption_m2=room.absorption_m2,
        everywhere_db=[quiet_db], self_noise_db=None,
    )  # fmt: skip
    return Speaking(
        "voice-over", where, room.mid_s, got.over_echo_db, got.over_noise_db, more_s, index
    )
