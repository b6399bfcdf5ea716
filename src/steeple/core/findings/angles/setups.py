"""Set-ups: whether each camera and stage has its place, a thing is used once, and the change-over fits."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import TypeVar

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.rule import Proposal, rule
from steeple.core.plan.changes import Change
from steeple.core.plan.document import SETUP_LIMIT
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.setup import Setup
from steeple.core.plan.words import ROLE_WORDS, camera_names
from steeple.core.study.angles.changing import ChangeOver, change_overs, same_support, same_thing
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.plan_study import CameraStudy

T = TypeVar("T")
NEARLY = 0.8
"""A change-over that takes more than this of its break leaves nothing for what goes wrong; a planning
value."""


def _earlier(scene: CameraStudy) -> tuple[Camera, ...]:
    """The cameras before this one in the plan that stand while it films."""
    if scene.index is None:
        return ()
    before = {one.id for one in scene.plan.cameras[: scene.index]}
    return tuple(one for one in scene.plan.with_camera(scene.about) if one.id in before)


def _lacks(owned: Sequence[T], used: Sequence[T], one: T) -> bool:
    """Whether more of a thing is used at once than there is of it; not told of what is not owned."""
    there = sum(each == one for each in owned)
    return 0 < there < sum(each == one for each in used)


def _twice(scene: CameraStudy) -> tuple[Camera, str] | None:
    """A camera that stands at the same time with the same thing, and what that is."""
    camera = scene.camera
    if camera is None or camera.body is None:
        return None
    earlier = _earlier(scene)
    bodies = [one.body for one in (*earlier, camera) if one.body is not None]
    for one in earlier:
        same_id = one.body_id is not None and one.body_id == camera.body_id
        few = one.body == camera.body and _lacks(scene.owned.bodies, bodies, camera.body)
        if same_thing(one, camera) and (same_id or few):
            return one, camera.body.name
        glass = [each.lens for each in (*earlier, camera) if each.lens is not None]
        lens = camera.lens
        same_glass = one.lens_id is not None and one.lens_id == camera.lens_id
        scarce = lens is not None and one.lens == lens and _lacks(scene.owned.lenses, glass, lens)
        if lens is not None and (same_glass or scarce):
            return one, lens.name
        held, own = scene.plan.support_of(one), scene.plan.support_of(camera)
        if held is not None and own is not None and held.id != own.id:
            gears = [each.gear for each in scene.owned.supports]
            known = held.gear_id is not None and held.gear_id == own.gear_id
            if same_support(held, own) and (known or gears.count(own.gear) == 1):
                return one, own.gear.name
    return None


def _another(scene: CameraStudy) -> Iterator[Proposal]:
    """Another camera of the cupboard that no camera beside it uses."""
    camera = scene.camera
    if camera is None:
        return
    used = [one.body for one in scene.plan.with_camera(scene.about)]
    for body in dict.fromkeys(scene.owned.bodies):
        fits = body.takes_no_lens or (camera.lens is not None and camera.lens.fits(body))
        if body in used or not fits:
            continue
        changes = [
            Change(path=f"{scene.at}/mode", value=None),
            Change(path=f"{scene.at}/body_id", value=None),
        ]
        if body.takes_no_lens:
            changes += [
                Change(path=f"{scene.at}/lens", value=None),
                Change(path=f"{scene.at}/lens_id", value=None),
            ]
        changes.append(Change(path=f"{scene.at}/body", value=body.model_dump(mode="json")))
        yield Proposal(action=say("Take {name} for it", name=body.name), changes=tuple(changes))


def _in_turn(scene: CameraStudy) -> Iterator[Proposal]:
    """The camera in a set-up of its own, after the one in which it stands now."""
    plan, me = scene.plan, scene.about
    ids = {one.id for one in plan.setups}
    names = {one.name for one in plan.setups}
    fresh = [n for n in range(1, 99) if f"set-up-{n}" not in ids and f"set-up {n}" not in names]
    if len(plan.setups) > SETUP_LIMIT - 2:
        return
    before: list[Setup] = []
    mine = [one for one in plan.setups if me in one.cameras]
    for one in plan.setups:
        left = tuple(camera for camera in one.cameras if camera != me)
        before.append(one.model_copy(update={"cameras": left}) if left else one)
    if not mine:
        others = tuple(one.id for one in plan.with_camera(me) if one.id != me)
        number = fresh.pop(0)
        before.append(Setup(id=f"set-up-{number}", name=f"set-up {number}", cameras=others))
    number = fresh.pop(0)
    before.append(Setup(id=f"set-up-{number}", name=f"set-up {number}", cameras=(me,)))
    yield Proposal(
        action=say("Film it in turn: a set-up of its own after the other"),
        changes=(Change(path="/setups", value=[one.model_dump(mode="json") for one in before]),),
    )


def _apart(scene: CameraStudy) -> Iterator[Proposal]:
    yield from _in_turn(scene)
    yield from _another(scene)


def _beside(scene: CameraStudy) -> CameraStudy | None:
    return scene if scene.index else None


@rule(
    "angles.used-twice",
    name="One thing used twice",
    trigger="two cameras that stand at the same time are one thing of the cupboard, or stand on one",
    harm="At the bench one of them is missing.",
    source="Counting of things and places",
    when=_beside,
    fixes=_apart,
)
def used_twice(scene: CameraStudy) -> Judgement:
    """Whether every camera has a body and a support of its own."""
    found = _twice(scene)
    if found is None:
        return Judgement(verdict="holds", title=say("No thing is used twice at once"))
    other, name = found
    return Judgement(
        verdict="fails",
        title=say("{name} is used twice at once", name=name),
        reason=say(
            "The {other} camera has it too, and both stand at the same time. Give one of them another, "
            "or put them into set-ups that follow each other.",
            other=camera_names(scene.plan.cameras)[other.id],
        ),
        place="angles",
    )


def _has_setups(scene: CameraStudy) -> CameraStudy | None:
    return scene if scene.plan.setups and scene.camera is not None else None


def _into_setups(scene: CameraStudy) -> Iterator[Proposal]:
    for index, setup in enumerate(scene.plan.setups):
        yield Proposal(
            action=say("Put it into the set-up {name}", name=setup.name),
            changes=(Change(path=f"/setups/{index}/cameras", value=[*setup.cameras, scene.about]),),
        )


@rule(
    "angles.idle",
    name="Camera in no set-up",
    trigger="the plan has set-ups and the camera stands in none of them",
    harm="It is carried along and never films.",
    source="Counting of things and places",
    when=_has_setups,
    fixes=_into_setups,
)
def idle(scene: CameraStudy) -> Judgement:
    """Whether a camera stands in a set-up."""
    mine = [one.name for one in scene.plan.setups if scene.about in one.cameras]
    if mine:
        return Judgement(verdict="holds", title=say("It stands in {names}", names=", ".join(mine)))
    return Judgement(
        verdict="watch",
        title=say("It stands in no set-up"),
        reason=say("Put it into one of them, or take it out of the plan."),
        place="angles",
    )


def _roles_wished(scene: CameraStudy) -> CameraStudy | None:
    return scene if scene.plan.wishes.roles else None


@rule(
    "angles.role-uncovered",
    name="Angle without a camera",
    trigger="the plan says that the film is to have an angle, and no camera of it shows that",
    harm="It is missed in the edit, when it can no longer be filmed.",
    source="Counting of things and places",
    when=_roles_wished,
    once=True,
)
def role_uncovered(scene: CameraStudy) -> Judgement:
    """Whether every angle that the film is to have has a camera."""
    there = {one.role for one in scene.plan.cameras if one.body is not None}
    missing = [ROLE_WORDS[one] for one in scene.plan.wishes.roles if one not in there]
    if not missing:
        return Judgement(verdict="holds", title=say("Each angle that you want has its camera"))
    return Judgement(
        verdict="watch",
        title=say("No camera shows: {names}", names=", ".join(missing)),
        reason=say("Ask for it below: Steeple looks where one could stand."),
        place="angles",
    )


def _stages_said(scene: CameraStudy) -> CameraStudy | None:
    return scene if scene.plan.setups and scene.plan.stages else None


def _unfilmed(scene: CameraStudy) -> list[str]:
    filmed = {stage for one in scene.plan.setups for stage in one.stages}
    return [one.name for one in scene.plan.stages if one.name not in filmed]


def _film_them(scene: CameraStudy) -> Iterator[Proposal]:
    missing = _unfilmed(scene)
    for index, setup in enumerate(scene.plan.setups):
        yield Proposal(
            action=say("Film it in the set-up {name}", name=setup.name)
            if len(missing) == 1
            else say("Film them in the set-up {name}", name=setup.name),
            changes=(Change(path=f"/setups/{index}/stages", value=[*setup.stages, *missing]),),
        )


@rule(
    "angles.stage-unfilmed",
    name="Stage without a camera",
    trigger="a stage of the work is filmed in no set-up",
    harm="The film lacks a step that cannot be done again.",
    source="Counting of things and places",
    when=_stages_said,
    fixes=_film_them,
    once=True,
)
def stage_unfilmed(scene: CameraStudy) -> Judgement:
    """Whether each stage of the work has a set-up that films it."""
    missing = _unfilmed(scene)
    if not missing:
        return Judgement(verdict="holds", title=say("Each stage is filmed in a set-up"))
    return Judgement(
        verdict="fails",
        title=say("No set-up films {names}", names=", ".join(missing)),
        reason=say("Say in which set-up it is filmed, or leave the stage out."),
        place="angles",
    )


def _tightest(scene: CameraStudy) -> ChangeOver | None:
    """The change-over that lacks most time; None where no break is given."""
    if len(scene.plan.setups) < 2:
        return None
    timed = [one for one in change_overs(scene.context) if one.break_min is not None]
    return max(timed, key=lambda one: one.minutes - (one.break_min or 0.0), default=None)


def _longer_break(scene: CameraStudy) -> Iterator[Proposal]:
    worst = _tightest(scene)
    if worst is None:
        return
    wanted = float(math.ceil(worst.minutes / NEARLY))
    index = scene.plan.setups.index(worst.second)
    yield Proposal(
        action=say("Take {wanted} for it", wanted=Quantity(value=wanted, unit="minutes")),
        changes=(Change(path=f"/setups/{index}/break_min", value=wanted),),
    )


@rule(
    "angles.change-over",
    name="Change-over too long",
    trigger="making the next set-up takes longer than the break before it; more than 80 % of it is to be "
    "watched",
    harm="People wait, and what is set in a hurry is set wrong.",
    source="Kuhn, The Hungarian method; minutes as planning values",
    when=_tightest,
    fixes=_longer_break,
    once=True,
)
def change_over_long(worst: ChangeOver) -> Judgement:
    """Whether the change from one set-up to the next fits into its break."""
    given = worst.break_min or 0.0
    minutes = Quantity(value=worst.whole_min, unit="minutes")
    against = measured(worst.minutes, unit="minutes", most=given)
    if worst.minutes <= NEARLY * given:
        return Judgement(
            verdict="holds",
            title=say("Changing over takes {minutes} at most of its break", minutes=minutes),
            measured=against,
        )
    return Judgement(
        verdict="fails" if worst.minutes > given else "watch",
        title=say(
            "To {name} takes {minutes}, in a break of {given}",
            name=worst.second.name,
            minutes=minutes,
            given=Quantity(value=given, unit="minutes"),
        ),
        reason=say("Leave more standing in between, or begin earlier."),
        measured=against,
        place="angles",
    )
