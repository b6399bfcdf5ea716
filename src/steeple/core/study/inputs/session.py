"""The session by the clock: its length, its stages and breaks, and when each camera is to film."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.setup import Setup, Stage
from steeple.core.roll.coverage import Stretch, without
from steeple.core.study.base.assumptions import Assumptions

USUAL_MIN, CHANGE_OVER_MIN = 60.0, 10.0
RESTART_MIN, CHANGE_MIN, ALARM_MIN = 0.1, 1.0, 2.0
"""A restart takes six seconds of two presses; a battery or a card a minute; an alarm two minutes ahead leaves
time to put a tool down. Planning values of our own."""
HOLDING = "planning value"


@dataclass(frozen=True, slots=True)
class GivenStretch:
    """A break or a piece of a stage, in seconds from the start. ``setup`` is the id of the one that films it,
    empty where all stands at once."""

    name: str
    start_s: int
    end_s: int
    setup: str = ""

    @property
    def stretch(self) -> Stretch:
        """From a second to a second."""
        return self.start_s, self.end_s


@dataclass(frozen=True, slots=True)
class GivenSession:
    """The session with every gap filled. Times in whole seconds from its start.

    ``filmed`` is the session without its breaks. ``begins`` is None where neither day nor hour is given.
    """

    length_s: int
    begins: datetime | None
    breaks: tuple[GivenStretch, ...]
    stages: tuple[GivenStretch, ...]
    filmed: tuple[Stretch, ...]
    restart_s: int
    change_s: int
    alarm_s: int

    def stage_at(self, at_s: float) -> str:
        """The name of the stage at a moment; empty where there is none."""
        return next((one.name for one in self.stages if one.start_s <= at_s < one.end_s), "")

    def in_break(self, start_s: float, end_s: float) -> bool:
        """Whether a stretch lies within one break."""
        return any(one.start_s <= start_s and end_s <= one.end_s for one in self.breaks)

    def of_setups(self, setups: Sequence[Setup]) -> tuple[Stretch, ...]:
        """When some set-ups film: from the first to the last second of each run of their stages. The whole
        session where their stages are not told."""
        ids = {one.id for one in setups}
        if not ids or not any(one.setup in ids for one in self.stages):
            return ((0, self.length_s),)
        found: list[Stretch] = []
        last = ""
        for one in self.stages:
            if one.setup in ids:
                if last == one.setup and found:
                    found[-1] = found[-1][0], one.end_s
                else:
                    found.append(one.stretch)
            last = one.setup
        return tuple(found)


def _whole(minutes: float) -> int:
    return math.floor(minutes * 60 + 0.5)


def given_session(plan: Plan, assumptions: Assumptions) -> GivenSession:
    """The session of a plan.

    Parameters
    ----------
    plan
        any plan.
    assumptions
        where it is noted what was taken in place of what is not given.
    """
    part, daylight = plan.session, plan.room.daylight
    breaks, stages, ends = _walked(plan, assumptions)
    usual = USUAL_MIN
    why = "an hour, until you say"
    if ends:
        usual, why = ends / 60, "as long as its stages and breaks take"
    elif daylight is not None:
        usual, why = daylight.lasts_min, "as the daylight is asked for"
    lasts = assumptions.fill(
        part.lasts_min, at="session/lasts_min", usual=usual, unit="minutes", why=why
    )
    length = max(1, _whole(lasts))
    breaks = [one for one in breaks if one.start_s < length]
    day = part.date or (daylight.date if daylight is not None else None)
    hour = part.begins or (daylight.begins if daylight is not None else None)
    return GivenSession(
        length_s=length,
        begins=None if day is None or hour is None else datetime.fromisoformat(f"{day}T{hour}"),
        breaks=tuple(breaks),
        stages=tuple(one for one in stages if one.start_s < length),
        filmed=tuple(without([(0, length)], [one.stretch for one in breaks])),
        restart_s=_whole(
            assumptions.fill(part.restart_min, at="session/restart_min", usual=RESTART_MIN,
                             unit="minutes", why=HOLDING)
        ),
        change_s=_whole(
            assumptions.fill(part.change_min, at="session/change_min", usual=CHANGE_MIN,
                             unit="minutes", why=HOLDING)
        ),
        alarm_s=_whole(
            assumptions.fill(part.alarm_before_min, at="session/alarm_before_min", usual=ALARM_MIN,
                             unit="minutes", why=HOLDING)
        ),
    )  # fmt: skip


def _filming(plan: Plan, stage: Stage) -> Setup | None:
    return next((one for one in plan.setups if stage.name in one.stages), None)


def _walked(
    plan: Plan, assumptions: Assumptions
) -> tuple[list[GivenStretch], list[GivenStretch], int]:
    """Breaks and pieces of the stages, one after the other, and the second at which all is done. A stage that
    a break falls into goes on after it; between two set-ups there is the time to change over."""
    given = [
        GivenStretch(one.name or "break", _whole(one.at_min), _whole(one.at_min + one.takes_min))
        for one in sorted(plan.session.breaks, key=lambda one: one.at_min)
    ]
    stages: list[GivenStretch] = []
    changing: list[GivenStretch] = []
    at, last = 0, None
    for stage in plan.stages:
        setup = _filming(plan, stage)
        if setup is not None and last is not None and setup.id != last.id:
            index = plan.setups.index(setup)
            minutes = assumptions.fill(
                setup.break_min, at=f"setups/{index}/break_min", usual=CHANGE_OVER_MIN,
                unit="minutes", why=HOLDING,
            )  # fmt: skip
            changing.append(GivenStretch(f"to {setup.name}", at, at + _whole(minutes)))
            at = changing[-1].end_s
        last = setup or last
        rest = _whole(stage.takes_min)
        while rest > 0:
            pause = next((one for one in given if one.start_s <= at < one.end_s), None)
            if pause is not None:
                at = pause.end_s
                continue
            ahead = next((one for one in given if one.start_s > at), None)
            till = at + rest if ahead is None else min(at + rest, ahead.start_s)
            stages.append(GivenStretch(stage.name, at, till, "" if setup is None else setup.id))
            rest -= till - at
            at = till
    breaks = sorted([*given, *changing], key=lambda one: one.start_s)
    return breaks, stages, at if plan.stages else 0
