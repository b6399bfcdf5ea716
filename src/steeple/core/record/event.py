"""What a device at the bench tells: one event a tap, kept as it came and never changed.

An event has an id of its own, made where it was tapped: sent twice, it counts once. Its time is that of the
device, with the offset of its zone; whoever receives it sets it right by the device's own clock (`heard`).
"""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Annotated, Any, Literal

from pydantic import AwareDatetime, Field, StringConstraints, TypeAdapter

from steeple.core.plan.parts.rolling.session import Deed
from steeple.core.plan.values import Name, Part, Slug
from steeple.core.roll.device import Why

EventId = Annotated[str, StringConstraints(pattern=r"^[a-z0-9-]{8,40}$")]
Words = Annotated[str, StringConstraints(strip_whitespace=True, max_length=200)]
MarkKind = Literal["good", "again", "cut here", "word"]
StopWhy = Literal[Why, "unknown"]
Forgotten = Literal[
    "focus", "framing", "lens", "level", "card", "battery", "not recording", "sound", "lamps",
    "window", "phone", "alarm", "other",
]  # fmt: skip
"""What was forgotten or went wrong, by the item of the roll call that would have caught it."""
AlarmCame = Literal["rang", "late", "done", "missed"]
STEADY_S = 2.0
"""A clock that is off by less is taken as it is: the way of a message takes as long."""
EVENTS_AT_ONCE, EVENTS_LIMIT = 200, 5_000


class _Event(Part):
    """What every event has. ``n`` counts the events of a device; it orders those of one moment."""

    id: EventId
    at: AwareDatetime
    n: Annotated[int, Field(strict=True, ge=0, le=1_000_000)] = 0


class Begin(_Event):
    """The session begins, by a revision of its plan."""

    kind: Literal["begin"]
    revision: Annotated[int, Field(strict=True, ge=1, le=1_000_000_000)]


class NewRevision(_Event):
    """From here on it goes by another revision of its plan."""

    kind: Literal["revision"]
    revision: Annotated[int, Field(strict=True, ge=1, le=1_000_000_000)]


class Tick(_Event):
    """An item of the roll call, ticked or not any more."""

    kind: Literal["tick"]
    item: Slug
    says: Words
    done: bool


class TakeStart(_Event):
    """A take begins."""

    kind: Literal["take"]


class TakeEnd(_Event):
    """A take ends."""

    kind: Literal["cut"]


class Mark(_Event):
    """A place to be found again in the edit."""

    kind: Literal["mark"]
    mark: MarkKind
    says: Words = ""


class StageBegins(_Event):
    """The next stage of the work begins."""

    kind: Literal["stage"]
    name: Name


class Done(_Event):
    """Something done by hand at a device: restarted, a battery or card changed."""

    kind: Literal["did"]
    device: Slug
    name: Name
    does: tuple[Deed, ...] = Field(min_length=1, max_length=3)


class Adjusted(_Event):
    """Something set otherwise than planned: “lamp 2 down to 30 %”."""

    kind: Literal["adjust"]
    device: Slug
    name: Name
    says: Words
    percent: Annotated[float, Field(ge=0, le=100)] | None = None


class Stopped(_Event):
    """A device was found to have stopped, ``ago_s`` before that was seen; None = not known."""

    kind: Literal["stopped"]
    device: Slug
    name: Name
    why: StopWhy
    ago_s: Annotated[float, Field(ge=0, le=172_800)] | None = None
    silent: bool = False


class Lost(_Event):
    """Minutes of work that cannot be used, and why."""

    kind: Literal["lost"]
    why: Forgotten
    minutes: Annotated[float, Field(ge=0, le=2_880)]
    says: Words = ""


class AlarmEvent(_Event):
    """What became of an alarm of the plan, by its second in the session."""

    kind: Literal["alarm"]
    alarm_s: Annotated[int, Field(strict=True, ge=0, le=172_800)]
    came: AlarmCame
    late_s: Annotated[float, Field(ge=0, le=172_800)] = 0.0
    says: Words = ""


class SetUp(_Event):
    """How long setting up took before the first take."""

    kind: Literal["set-up"]
    minutes: Annotated[float, Field(gt=0, le=2_880)]


class Note(_Event):
    """A few words."""

    kind: Literal["note"]
    says: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=200)]


class Withdrawn(_Event):
    """An earlier event does not count any more; it stays in the record."""

    kind: Literal["withdrawn"]
    of: EventId


class End(_Event):
    """The session is over."""

    kind: Literal["end"]


Event = Annotated[
    Begin | NewRevision | Tick | TakeStart | TakeEnd | Mark | StageBegins | Done | Adjusted | Stopped
    | Lost | AlarmEvent | SetUp | Note | Withdrawn | End,
    Field(discriminator="kind"),
]  # fmt: skip
EVENT: TypeAdapter[Event] = TypeAdapter(Event)


class Heard(Part):
    """An event as it was taken down: what it says, which device told it, at what time by the clock of whoever
    keeps the record, and how far the device's own clock was ahead."""

    event: Event
    device: Slug
    at: AwareDatetime
    ahead_s: float = 0.0

    @property
    def order(self) -> tuple[datetime, str, int, str]:
        """By time; of one moment by device, and by its own count."""
        return self.at, self.device, self.event.n, self.event.id


def heard(event: Event, device: str, *, sent_at: datetime, now: datetime) -> Heard:
    """An event with its time set right by the clock of whoever receives it.

    Parameters
    ----------
    event, device
        what was tapped, and at which device.
    sent_at, now
        the moment of sending by the clock of the device, and of receiving by one's own; both aware.

    Returns
    -------
    The event at its time. The offset of the device's zone is kept. A clock that is off by less than
    `STEADY_S` is taken as it is. What would lie in the future is set to ``now``.
    """
    ahead_s = (sent_at - now).total_seconds()
    at = event.at
    if abs(ahead_s) < STEADY_S:
        ahead_s = 0.0
    at = min(at - timedelta(seconds=ahead_s), now).astimezone(event.at.tzinfo)
    return Heard(event=event, device=device, at=at, ahead_s=round(ahead_s, 1))


def read_event(data: Any) -> Event:
    """An event from parsed JSON; raises pydantic's ``ValidationError``."""
    return EVENT.validate_python(data)
