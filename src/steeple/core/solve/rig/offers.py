"""Rigs as they are offered: what each gives, needs and costs, in words and figures, and how it is taken."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

from steeple.core.findings.finding import GRAVITY, Finding, Verdict
from steeple.core.findings.judging import StepVerdict, step_verdicts
from steeple.core.plan.changes import Change
from steeple.core.plan.document import Plan
from steeple.core.plan.words import camera_names
from steeple.core.solve.rig.score import (
    RIG_WEIGHTS,
    RigKind,
    floor_m2_of,
    score_of,
    things_of,
)
from steeple.core.study.base.phrases import noise_words
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.base.step import StepId
from steeple.core.study.card.lists.setting_up import own_min
from steeple.core.study.plan_study import CameraStudy

RigPart = Literal["camera", "light", "sound", "session"]
PARTS: dict[RigPart, tuple[str, ...]] = {
    "camera": ("cameras", "supports", "adapters", "mounts"),
    "light": ("lights", "cards", "room"),
    "sound": ("mics", "sound"),
    "session": ("session", "recorders", "banks", "leads"),
}
"""The fields of a plan that go together where a part of a rig is taken. What else a mend has changed (delivery,
maker, work) goes with the camera."""
WITH_CAMERA = ("delivery", "maker", "work", "table", "wishes", "accepted")


class RigNeed(Result):
    """Something that a rig is made of."""

    subject: Literal["camera", "holds", "light", "sound", "rest"]
    name: str
    owned: bool


class OpenNote(Result):
    """A note that stays open in a rig."""

    code: str
    about: str
    step: StepId
    verdict: Verdict
    title: Sentence


class RigOffer(Result):
    """A whole rig. ``best_for`` is what it is the best for; ``gives`` and ``costs`` in words; ``score`` its penalty, all
    round (less is better). ``changes`` take all of it, ``parts`` a part; ``plan`` is the plan with it."""

    best_for: tuple[RigKind, ...]
    line: Sentence
    gives: Sentence
    costs: Sentence
    needs: tuple[RigNeed, ...]
    things: int
    set_up_min: float
    floor_m2: float
    iso: float | None
    detail_px: float | None
    score: float
    holds: bool
    marks: tuple[StepVerdict, ...]
    open: tuple[OpenNote, ...]
    changes: tuple[Change, ...]
    parts: dict[str, tuple[Change, ...]]
    plan: Plan


def changes_to(
    before: Plan, after: Plan, fields: Sequence[str] | None = None
) -> tuple[Change, ...]:
    """The changes that make one plan of another, field by field, in an order in which each step is a whole plan.

    Parameters
    ----------
    before, after
        any two plans.
    fields
        which; None = all that differ.
    """
    was, now = before.model_dump(mode="json"), after.model_dump(mode="json")
    names = [one for one in now if was[one] != now[one] and (fields is None or one in fields)]
    # Cameras name their support, leads and handling name devices: what is named must be there.
    return tuple(Change(path=f"/{name}", value=now[name]) for name in names)


def offer_of(
    before: Plan, cameras: tuple[CameraStudy, ...], findings: Sequence[Finding], best_for: Sequence[RigKind],
) -> RigOffer:  # fmt: skip
    """A rig as it is offered.

    Parameters
    ----------
    before
        the plan as the maker has it.
    cameras, findings
        the plan with the rig, as studied and judged.
    best_for
        what it is the best for.
    """
    plan = cameras[0].plan
    first = cameras[0]
    spoken = sorted(
        (one for one in findings if one.speaks), key=lambda one: -GRAVITY[one.verdict]
    )  # fmt: skip
    light = first.light if plan.lights or plan.room.windows else None
    minutes, floor = own_min(plan), floor_m2_of(cameras)
    parts = {
        name: changes_to(before, plan, (*fields, *(WITH_CAMERA if name == "camera" else ())))
        for name, fields in PARTS.items()
    }
    return RigOffer(
        best_for=tuple(best_for),
        line=_line(first),
        gives=_gives(first),
        costs=_costs(plan, minutes, floor),
        needs=_needs(plan),
        things=things_of(plan),
        set_up_min=minutes,
        floor_m2=round(floor, 2),
        iso=None if light is None else light.iso,
        detail_px=None if first.sight is None else first.sight.detail_px,
        score=round(score_of(cameras, findings).total(), 3),
        holds=not any(one.verdict == "fails" for one in spoken),
        marks=step_verdicts(findings),
        open=tuple(
            OpenNote(
                code=one.code, about=one.about, step=one.step, verdict=one.verdict, title=one.title
            )
            for one in spoken
        ),
        changes=changes_to(before, plan),
        parts={name: changes for name, changes in parts.items() if changes},
        plan=plan,
    )


def _line(camera: CameraStudy) -> Sentence:
    """Which camera, where, on what, under which light."""
    part, lens = camera.camera, camera.lens
    if part is None or part.body is None or lens is None:
        return say("No camera of the cupboard can film this.")
    line = say(part.body.name)
    if part.lens is not None:
        line += say(" with {lens}", lens=part.lens.name)
    if (
        part.focal_mm is not None
        and part.lens is not None
        and part.lens.focal_min_mm < part.lens.focal_max_mm
    ):
        line += say(" at {focal}", focal=Quantity(value=part.focal_mm, unit="mm_exact"))
    if lens.by_height or lens.sight is None:
        line += say(", {height} above the table", height=mm(lens.height_mm))
    else:
        line += say(", {away} from the work", away=mm(lens.sight.middle_mm))
    support = camera.plan.support_of(part)
    line += (
        say(", on {support}", support=support.gear.name)
        if support
        else say(", held by nothing yet")
    )
    lamps = [one.fixture.name for one in camera.plan.lights if one.lit]
    if lamps:
        line += say(", lit by {lamps}", lamps=" and ".join(dict.fromkeys(lamps)))
    return line + say(".")


def _gives(camera: CameraStudy) -> Sentence:
    sight, light = camera.sight, camera.light
    if sight is None:
        return ()
    said = say(
        "The finest line is {px} wide", px=Quantity(value=round(sight.detail_px, 1), unit="px")
    )
    if light is None or not light.is_bright:
        return said + say("; no lamp yet.")
    iso = light.iso
    if iso is None or camera.lens is None:
        said += say("; how bright it is, is not known")
    else:
        words = noise_words(iso, camera.lens.camera.clean_iso)
        said += say("; {iso}, " + words, iso=Quantity(value=iso, unit="iso"))
    stops = Quantity(value=round(light.uneven_stops, 1), unit="stops")
    return said + say("; even to {stops}.", stops=stops)


def _costs(plan: Plan, minutes: float, floor_m2: float) -> Sentence:
    said = say(
        "{things} to put up in about {minutes}",
        things=say_things(things_of(plan)), minutes=Quantity(value=5 * math.ceil(minutes / 5) * 60, unit="span"),
    )  # fmt: skip
    if floor_m2 >= 0.05:
        said += say(", on {floor} of floor", floor=f"{floor_m2:.1f} m²")
    cameras = len(plan.cameras)
    if cameras > 1:
        names = ", ".join(camera_names(plan.cameras))
        said += say(
            "; {count} cameras: {names}", count=Quantity(value=cameras, unit="count"), names=names
        )
    return said + say(".")


def say_things(count: int) -> str:
    """How many things, in words.

    Parameters
    ----------
    count
        >= 0.
    """
    return "One thing" if count == 1 else f"{count} things"


def _needs(plan: Plan) -> tuple[RigNeed, ...]:
    def need(
        subject: Literal["camera", "holds", "light", "sound", "rest"], name: str, owned: bool = True
    ) -> RigNeed:
        return RigNeed(subject=subject, name=name, owned=owned)

    found: list[RigNeed] = []
    for camera in plan.cameras:
        found += [need("camera", one.name) for one in (camera.body, camera.lens) if one is not None]
    for support in plan.supports:
        found.append(need("holds", support.gear.name, support.owned))
        if support.sandbag_g:
            found.append(need("holds", f"{support.sandbag_g / 1000:g} kg of sandbag"))
    found += [need("holds", one.name) for one in plan.adapters]
    found += [need("light", one.fixture.name, one.owned) for one in plan.lights if one.lit]
    found += [need("light", one.card.name) for one in plan.cards]
    found += [need("sound", one.gear.name) for one in plan.mics]
    found += [need("rest", one.gear.name) for one in plan.banks]
    return tuple(found)


def kinds_won(totals: Sequence[dict[RigKind, float]]) -> list[tuple[RigKind, ...]]:
    """What each of some rigs is the best for; a tie goes to the first.

    Parameters
    ----------
    totals
        of each rig its score by kind.
    """
    won: list[list[RigKind]] = [[] for _ in totals]
    for kind in RIG_WEIGHTS:
        best = min(range(len(totals)), key=lambda at: (round(totals[at][kind], 6), at))
        won[best].append(kind)
    return [tuple(one) for one in won]
