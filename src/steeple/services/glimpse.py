"""Use case: a plan at a glance, as the shelf shows it; and a plan as the starting point of another."""

from __future__ import annotations

from datetime import date
from typing import Literal

from steeple.core.evaluation import Glance, glance
from steeple.core.findings.finding import Finding
from steeple.core.findings.judging import StepVerdict, judge, step_verdicts
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.room import Room
from steeple.core.plan.parts.work import Table
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence, say
from steeple.core.study.base.step import STEP_IDS
from steeple.core.study.cache import StudyCache
from steeple.core.study.plan_study import camera_studies

Keeps = Literal["all", "rig"]


class Glimpse(Result):
    """A plan on the shelf: the marks of its steps, the next thing to do and on which sheet, when it is filmed next, and
    what is drawn of it. ``next_on`` is empty where no day that is still to come is given."""

    marks: tuple[StepVerdict, ...]
    next_step: str
    next_says: Sentence
    next_on: str
    drawn: Glance
    has_camera: bool


def glimpse_of(plan: Plan, today: date, cache: StudyCache | None = None) -> Glimpse:
    """A plan at a glance.

    Parameters
    ----------
    plan, today, cache
        any plan; the day; where studies are remembered.
    """
    cameras = camera_studies(plan, cache=cache)
    findings = judge(cameras)
    step, says = _next(plan, findings)
    return Glimpse(
        marks=step_verdicts(findings),
        next_step=step,
        next_says=says,
        next_on=_next_on(plan, today),
        drawn=glance(plan, step="light", cache=cache),
        has_camera=any(one.body is not None for one in plan.cameras),
    )


def _next(plan: Plan, findings: tuple[Finding, ...]) -> tuple[str, Sentence]:
    """What is to be done next: choose gear where there is none, then what fails, what is not known, what is to be
    watched, each in the order of the steps; else the card."""
    if not any(one.body is not None for one in plan.cameras):
        return "rig", say("Work the whole rig out.")
    for verdict in ("fails", "unknown", "watch"):
        for step in STEP_IDS:
            for one in findings:
                if one.step == step and one.verdict == verdict and one.speaks:
                    return step, one.title
    return "card", say("Everything holds: print the card.")


def _next_on(plan: Plan, today: date) -> str:
    daylight = plan.room.daylight
    day = plan.session.date or (None if daylight is None else daylight.date)
    return day if day is not None and day >= today.isoformat() else ""


def starting_point(plan: Plan, title: str, keeps: Keeps) -> Plan:
    """A plan as the beginning of another: all of it, or its rig for another table.

    Parameters
    ----------
    plan, title, keeps
        any plan; what the new one is called; ``rig`` keeps work and gear, and lets table and room be measured anew.

    Returns
    -------
    Without what was measured of the old one: test frames, and what was accepted there.
    """
    cameras: tuple[Camera, ...] = tuple(
        one.model_copy(update={"as_built": None}) for one in plan.cameras
    )
    session = plan.session.model_copy(update={"date": None})
    changed: dict[str, object] = {
        "title": title, "cameras": cameras, "session": session, "accepted": (),
    }  # fmt: skip
    if keeps == "rig":
        room = Room(mains_hz=plan.room.mains_hz)
        sound = plan.sound.model_copy(update={"rt60_s": None, "noises": (), "soft": ()})
        changed |= {"table": Table(), "room": room, "sound": sound, "mounts": ()}
        changed["cameras"] = tuple(one.model_copy(update={"mount": None}) for one in cameras)
    return plan.model_copy(update=changed)
