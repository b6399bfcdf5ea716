"""What a session is told as: takes, marks, stops, deeds, losses, alarms."""

from __future__ import annotations

from pydantic import AwareDatetime, Field

from steeple.core.plan.parts.rolling.session import Deed
from steeple.core.plan.values import Part
from steeple.core.record.event import AlarmCame, MarkKind, StopWhy


class MarkMade(Part):
    """A mark, at a second of its take (None outside takes) and at a time."""

    id: str
    mark: MarkKind
    says: str
    at: AwareDatetime
    take_s: float | None


class StopMade(Part):
    """A device that stopped by itself: from when, until it ran again; ``lost_s`` of that within takes."""

    id: str
    device: str
    name: str
    why: StopWhy
    silent: bool
    at: AwareDatetime
    seen_at: AwareDatetime
    again_at: AwareDatetime | None
    lost_s: float


class Took(Part):
    """A take. ``seconds`` is None while it runs; ``revision`` that of the plan it was filmed by."""

    number: int
    id: str
    start: AwareDatetime
    end: AwareDatetime | None
    seconds: float | None
    revision: int
    stages: tuple[str, ...] = ()
    marks: tuple[MarkMade, ...] = ()
    stopped: tuple[str, ...] = ()


class DeedMade(Part):
    """Something done or set at a device; ``does`` is empty where it was only set otherwise."""

    id: str
    at: AwareDatetime
    device: str
    name: str
    says: str
    does: tuple[Deed, ...] = ()
    percent: float | None = None


class LossMade(Part):
    """Minutes lost, and why: a stop (``stop: card full``) or something forgotten (``forgot: focus``)."""

    why: str
    minutes: float
    says: str
    device: str = ""


class AlarmMade(Part):
    """What became of an alarm."""

    id: str
    at: AwareDatetime
    alarm_s: int
    came: AlarmCame
    late_s: float
    says: str


class Ticked(Part):
    """An item of the roll call as it was left."""

    item: str
    says: str
    done: bool
    at: AwareDatetime


class NoteMade(Part):
    """A few words at a time."""

    id: str
    at: AwareDatetime
    says: str


class SessionRecord(Part):
    """A session as it went. ``troubles`` are sentences on what does not fit together; nothing is left out."""

    began: AwareDatetime
    ended: AwareDatetime | None
    revision: int
    takes: tuple[Took, ...] = ()
    stops: tuple[StopMade, ...] = ()
    adjusted: tuple[DeedMade, ...] = ()
    did: tuple[DeedMade, ...] = ()
    marks_between: tuple[MarkMade, ...] = Field(default=(), description="Marks outside takes.")
    losses: tuple[LossMade, ...] = ()
    alarms: tuple[AlarmMade, ...] = ()
    ticks: tuple[Ticked, ...] = ()
    notes: tuple[NoteMade, ...] = ()
    devices: tuple[str, ...] = ()
    stage: str = ""
    set_up_min: float | None = Field(
        default=None, description="How long setting up took, as it was told last; None = not told."
    )
    troubles: tuple[str, ...] = ()

    @property
    def running(self) -> Took | None:
        """The take that runs."""
        return self.takes[-1] if self.takes and self.takes[-1].end is None else None
