"""Alarms: when one rings, at which device, what is to be done, and how long it may wait."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.study.base.sentence import Sentence
from steeple.core.study.roll.study import Planned, RollStudy
from steeple.core.study.roll.words import deed_words


@dataclass(frozen=True, slots=True)
class Alarm:
    """One alarm. ``rings_s`` is when it rings, never before the start; ``till_s`` the last second at which
    what it asks for can be done, None where nothing presses."""

    planned: Planned
    rings_s: int
    at_s: int
    till_s: int | None
    says: Sentence


def alarms_of(study: RollStudy) -> tuple[Alarm, ...]:
    """An alarm for everything that is done by hand, in order; what is done at the very start has none."""
    return tuple(
        Alarm(
            planned=one,
            rings_s=max(0, one.at_s - study.session.alarm_s),
            at_s=one.at_s,
            till_s=one.waits_till_s,
            says=deed_words(one.handling.does, one.device),
        )
        for one in study.planned
        if one.at_s > 0
    )
