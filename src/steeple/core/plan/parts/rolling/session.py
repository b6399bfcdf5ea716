"""The session: when it begins, how long it lasts, where it pauses, and what is done by hand."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal, Self

from pydantic import Field, StringConstraints, model_validator

from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.values import Minutes, Name, Part, SizeBytes, Slug

HANDLING_LIMIT, BREAK_LIMIT = 200, 24
DeviceKind = Literal["camera", "recorder", "lamp", "microphone"]
Deed = Literal["start", "stop", "restart", "battery", "card"]
SessionMin = Annotated[float, Field(strict=True, ge=0, le=1_440)]
ChangeMin = Annotated[float, Field(strict=True, ge=0, le=60)]
ShownS = Annotated[float, Field(strict=True, ge=1, le=86_400)]


class Break(Part):
    """A stretch of the session in which nothing need be recorded: glue dries, people stretch."""

    name: Name | None = None
    at_min: SessionMin = Field(description="From the start of the session.")
    takes_min: Minutes


class Handling(Part):
    """Something done at a device during the session: it is begun, ended, begun anew, or its battery or
    card is changed."""

    kind: DeviceKind
    device: Slug = Field(description="Id of the camera, recorder or lamp.")
    at_min: SessionMin = Field(description="From the start of the session.")
    does: tuple[Deed, ...] = Field(min_length=1, max_length=3)


class Session(Part):
    """The session as it is meant to go."""

    date: (
        Annotated[str, StringConstraints(pattern=r"^20\d\d-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$")]
        | None
    ) = Field(default=None, description="None = the day of the daylight, where that is given.")
    begins: Annotated[str, StringConstraints(pattern=r"^([01]\d|2[0-3]):[0-5]\d$")] | None = Field(
        default=None, description="By the clock; None = as for the daylight."
    )
    lasts_min: Minutes | None = Field(
        default=None,
        description="None = as long as the stages take, or as the daylight is asked for.",
    )
    breaks: tuple[Break, ...] = Field(default=(), max_length=BREAK_LIMIT)
    handling: tuple[Handling, ...] = Field(default=(), max_length=HANDLING_LIMIT)
    main: Slug | None = Field(
        default=None, description="The camera that must always run; None = any one of them."
    )
    alarm_before_min: ChangeMin | None = Field(
        default=None, description="How long before something is to be done an alarm rings."
    )
    restart_min: ChangeMin | None = Field(
        default=None, description="What it takes to end a take and begin the next."
    )
    change_min: ChangeMin | None = Field(
        default=None, description="What it takes to change a battery or a card."
    )
    clip_cap_bytes: SizeBytes | None = Field(
        default=None, description="No clip that is published may be larger."
    )
    clip_s: ShownS | None = Field(default=None, description="Length of a clip that is published.")
    lapse_s: ShownS | None = Field(
        default=None, description="The whole session shown in so long, as a time lapse."
    )
    disk: Medium | None = Field(default=None, description="Where the recordings are kept.")
    sessions: Annotated[int, Field(strict=True, ge=1, le=1_000)] | None = Field(
        default=None, description="How many sessions like this the disk shall hold."
    )

    @model_validator(mode="after")
    def _a_day_that_is(self) -> Self:
        if self.date is not None:
            try:
                date.fromisoformat(self.date)
            except ValueError as error:
                raise ValueError(f"there is no {self.date} in the calendar") from error
        ends = 0.0
        for one in sorted(self.breaks, key=lambda one: one.at_min):
            if one.at_min < ends:
                raise ValueError(
                    f"the break at {one.at_min:g} min begins before the one before it ends"
                )
            ends = one.at_min + one.takes_min
        return self
