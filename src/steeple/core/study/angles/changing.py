"""From one set-up to the next: which thing goes where, in which order, with the minutes and the figures.

Cameras of the first become cameras of the second so that the sum of the minutes is least (assignment by
the Hungarian method; Kuhn 1955, here SciPy's `linear_sum_assignment`). Minutes for each move are planning
values of our own.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from typing import Literal, get_args

import numpy as np
from scipy.optimize import linear_sum_assignment

from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.setup import Setup
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.plan.words import camera_names
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.base.step import Context
from steeple.core.study.hold.answer import place_words
from steeple.core.study.hold.step import HOLD
from steeple.core.study.inputs.support_forms import FORMS
from steeple.core.study.lens.step import LENS
from steeple.core.study.work.step import WORK

MoveKind = Literal["mark", "take off", "clear", "move", "put on", "set", "light"]
"""What is done, in the order in which it is done."""
MARK_MIN, OFF_MIN, ON_MIN, GLASS_MIN, SET_MIN, LAMP_MIN = 0.5, 1.0, 2.0, 2.0, 2.0, 0.5
"""Minutes to mark a place, to take a camera off, to put it on, to change its lens, to set height, aim, zoom
and focus, and to switch a lamp or turn its dimmer."""
AGAIN, AWAY = 0.6, 0.4
"""A support that stands already is moved, and put out of the way, in so much of the time that it takes to
set it up."""
SAME_PLACE_MM = 20.0
"""A support whose foot shifts by no more stays where it stands."""
FAR = 1e6


@dataclass(frozen=True, slots=True)
class Move:
    """One thing to do. ``minutes`` as a planning value."""

    kind: MoveKind
    says: Sentence
    minutes: float


@dataclass(frozen=True, slots=True)
class ChangeOver:
    """Everything between two set-ups, in the order in which it is done."""

    first: Setup
    second: Setup
    moves: tuple[Move, ...]

    @property
    def minutes(self) -> float:
        """All of it together, by one pair of hands."""
        return sum(one.minutes for one in self.moves)

    @property
    def whole_min(self) -> int:
        """All of it in whole minutes, none of them cut short."""
        return math.ceil(self.minutes - 1e-9)

    @property
    def break_min(self) -> float | None:
        """The time that there is for it; None where it is not given."""
        return self.second.break_min


def change_overs(ctx: Context) -> tuple[ChangeOver, ...]:
    """Each step from a set-up of the plan to the one after it, in their order.

    Parameters
    ----------
    ctx
        the plan as its steps study it.
    """
    setups = ctx.plan.setups
    return tuple(change_over(ctx, first, second) for first, second in itertools.pairwise(setups))


def same_thing(one: Camera, other: Camera) -> bool:
    """Whether two cameras of a plan are one and the same thing in the hand."""
    if one.body is None or other.body is None:
        return False
    if one.body_id is not None and other.body_id is not None:
        return one.body_id == other.body_id
    return one.body == other.body


def same_support(one: PlacedSupport | None, other: PlacedSupport | None) -> bool:
    """Whether two supports of a plan are one and the same thing."""
    if one is None or other is None:
        return False
    if one.id == other.id:
        return True
    if one.gear_id is not None and other.gear_id is not None:
        return one.gear_id == other.gear_id
    return one.gear == other.gear


def _minutes(plan: Plan, one: Camera, other: Camera) -> float:
    """What it takes to make a camera of one set-up that of another; `FAR` for another thing."""
    if one.id == other.id:
        return 0.0
    if not same_thing(one, other):
        return FAR
    held, next_held = plan.support_of(one), plan.support_of(other)
    total = SET_MIN
    if one.lens != other.lens:
        total += GLASS_MIN
    if held is None or next_held is None:
        return total + OFF_MIN + ON_MIN
    if held.id == next_held.id:
        return total
    if same_support(held, next_held):
        return total + MARK_MIN + AGAIN * FORMS[held.gear.form].minutes
    return total + OFF_MIN + ON_MIN


def pairs_of(
    plan: Plan, first: Sequence[Camera], second: Sequence[Camera]
) -> list[tuple[Camera | None, Camera]]:
    """For each camera of the second set-up the one of the first that becomes it, so that the minutes are
    least in all; None for one that comes out of its bag.

    Parameters
    ----------
    plan
        the plan.
    first, second
        the cameras of the two set-ups.
    """
    if not first:
        return [(None, one) for one in second]
    cost = np.array([[_minutes(plan, a, b) for a in first] for b in second])
    rows, columns = linear_sum_assignment(cost)
    found = dict(zip(rows.tolist(), columns.tolist(), strict=True))
    return [
        (first[found[at]] if at in found and cost[at, found[at]] < FAR else None, one)
        for at, one in enumerate(second)
    ]


def change_over(ctx: Context, first: Setup, second: Setup) -> ChangeOver:
    """What is done between two set-ups: marks first, loads off before their stands are moved, stands and
    their weights before a load comes on, then what is set, then the lamps."""
    plan = ctx.plan
    before = [one for one in plan.cameras if one.id in first.cameras]
    after = [one for one in plan.cameras if one.id in second.cameras]
    pairs = pairs_of(plan, before, after)
    stands = _stands(ctx, before, after, pairs)
    still = {one.now.id for one in stands if one.now is not None and one.still}
    moves: list[Move] = []
    for now, then in pairs:
        moves += _camera_moves(ctx, now, then, still)
    going = {one.id for one, _ in pairs if one is not None}
    for one in before:
        if one.id not in going:
            moves.append(_taken_off(plan, one, ", and put it aside"))
    for stand in stands:
        moves += _stand_moves(ctx, stand)
    moves += _lamp_moves(plan, first, second)
    order: tuple[MoveKind, ...] = get_args(MoveKind)
    moves.sort(key=lambda one: order.index(one.kind))
    return ChangeOver(first, second, tuple(moves))


@dataclass(frozen=True, slots=True)
class _Stand:
    """A support of the one set-up and what it is in the other; None where it is not there.

    ``still`` says that it stays where it stands; ``camera`` is one that it then carries.
    """

    now: PlacedSupport | None
    then: PlacedSupport | None
    camera: Camera | None
    still: bool


def _on(cameras: Sequence[Camera], support: str) -> list[Camera]:
    return [one for one in cameras if one.support == support]


def _stands(
    ctx: Context,
    before: Sequence[Camera],
    after: Sequence[Camera],
    pairs: Sequence[tuple[Camera | None, Camera]],
) -> list[_Stand]:
    """Every support of the two set-ups. A thing that is free goes where its
    own camera goes, and else to where the like of it is needed."""
    plan = ctx.plan
    there = [one for one in plan.supports if _on(before, one.id)]
    wanted = [one for one in plan.supports if _on(after, one.id)]
    both = {one.id for one in there} & {one.id for one in wanted}
    found = [
        _Stand(one, one, _on(after, one.id)[0], still=_stays(ctx, before, after, one.id))
        for one in there
        if one.id in both
    ]
    free = [one for one in there if one.id not in both]
    own = {then.support: now.support for now, then in pairs if now is not None}
    for one in wanted:
        if one.id in both:
            continue
        alike = [other for other in free if same_support(other, one)]
        alike.sort(key=lambda other: other.id != own.get(one.id))
        if alike:
            free.remove(alike[0])
        now = alike[0] if alike else None
        found.append(_Stand(now, one, _on(after, one.id)[0], still=False))
    return found + [_Stand(one, None, None, still=False) for one in free]


def _stays(ctx: Context, before: Sequence[Camera], after: Sequence[Camera], support: str) -> bool:
    """Whether a support of both set-ups stands in both where it stands."""
    ours, theirs = _on(before, support), _on(after, support)
    if any(one.id == other.id for one in ours for other in theirs):
        return True
    feet = [_foot(ctx, one) for one in (ours[0], theirs[0])]
    if feet[0] is None or feet[1] is None:
        return True
    return math.hypot(feet[0].x - feet[1].x, feet[0].y - feet[1].y) <= SAME_PLACE_MM


def _stand_moves(ctx: Context, stand: _Stand) -> list[Move]:
    now, then, moves = stand.now, stand.then, list[Move]()
    if stand.still:
        return moves
    if then is None or stand.camera is None:
        assert now is not None
        minutes = AWAY * FORMS[now.gear.form].minutes
        return [Move("clear", say("Put {name} out of the way", name=now.gear.name), minutes)]
    minutes = float(FORMS[then.gear.form].minutes)
    if now is not None:
        minutes *= AGAIN
        tape = say(
            "Tape down the feet of {name} and write its height on the tape", name=now.gear.name
        )
        moves.append(Move("mark", tape, MARK_MIN))
    says = say(("Set up" if now is None else "Move") + " {name}", name=then.gear.name)
    says += _foot_words(ctx, stand.camera)
    if then.sandbag_g:
        says += say(", its sandbag on first")
    return [*moves, Move("move", says, minutes)]


def _taken_off(plan: Plan, camera: Camera, then: str = "") -> Move:
    """A camera off what holds it; a boom with its counterweight is lowered before."""
    held = plan.support_of(camera)
    name = camera.body.name if camera.body else camera_names(plan.cameras)[camera.id]
    by = held.gear.name if held is not None else camera.mount or "its place"
    words = "Take {body} off {by}" + then
    if held is not None and held.gear.counterweight_g is not None:
        words = "Lower {by} until it rests; take off {body}" + then + ", then its counterweight"
    return Move("take off", say(words, by=by, body=name), OFF_MIN)


def _camera_moves(
    ctx: Context, now: Camera | None, then: Camera, still: Collection[str]
) -> list[Move]:
    plan = ctx.plan
    held = None if now is None else plan.support_of(now)
    target = plan.support_of(then)
    if held is None or target is None:
        stays_on = now is not None and held is target and now.mount == then.mount
        stays_on = stays_on and (now is then or then.mount is not None)
    else:
        stays_on = held.id == target.id and held.id in still
    if stays_on and now is then:
        return []
    name = camera_names(plan.cameras)[then.id]
    body = then.body.name if then.body else name
    moves: list[Move] = []
    if now is not None and not stays_on:
        moves.append(_taken_off(plan, now))
    if now is not None and now.lens != then.lens and then.lens is not None:
        moves.append(
            Move("put on", say("Change its lens to {lens}", lens=then.lens.name), GLASS_MIN)
        )
    if not stays_on:
        place = then.mount or (target.gear.name if target is not None else "its place")
        moves.append(Move("put on", say("Put {body} on {place}", body=body, place=place), ON_MIN))
    says = say("The {name} camera: ", name=name) + _set_words(ctx, then)
    return [*moves, Move("set", says, SET_MIN)]


def _foot(ctx: Context, camera: Camera) -> Vector | None:
    """Where what holds a camera stands; None where that is not known."""
    support = None if camera.support is None else ctx.get(HOLD, camera.support)
    hold = None if support is None else support.of(camera.id)
    return None if hold is None or hold.placement is None else hold.placement.foot


def _foot_words(ctx: Context, camera: Camera) -> Sentence:
    work, foot = ctx.get(WORK, ""), _foot(ctx, camera)
    if work is None or foot is None:
        return ()
    return say(": foot ") + place_words(work, foot.x, foot.y)


def _set_words(ctx: Context, camera: Camera) -> Sentence:
    lens = ctx.get(LENS, camera.id)
    if lens is None:
        return say("its figures are missing")
    z = lens.position.z
    found = say("lens {high} " + ("below" if z < 0 else "above") + " the table", high=mm(abs(z)))
    tilt = lens.camera.tilt_deg
    if tilt:
        found += say(", tipped {tilt}", tilt=Quantity(value=round(tilt, 1), unit="deg"))
    if lens.settings.focal_mm is not None:
        found += say(", {focal}", focal=Quantity(value=lens.settings.focal_mm, unit="mm_exact"))
    if lens.settings.f_number is not None:
        found += say(", {stop}", stop=Quantity(value=lens.settings.f_number, unit="f_number"))
    return found


def _lamp_moves(plan: Plan, first: Setup, second: Setup) -> list[Move]:
    """Lamps that are lit in the one and not in the other."""
    every = {one.id for one in plan.lights if one.lit}
    before = every if first.lights is None else every & set(first.lights)
    after = every if second.lights is None else every & set(second.lights)
    names = {one.id: one.fixture.name for one in plan.lights}
    off = [names[one.id] for one in plan.lights if one.id in before - after]
    on = [names[one.id] for one in plan.lights if one.id in after - before]
    moves = []
    if off:
        moves.append(
            Move("light", say("Switch off: {names}", names=", ".join(off)), LAMP_MIN * len(off))
        )
    if on:
        moves.append(
            Move("light", say("Switch on: {names}", names=", ".join(on)), LAMP_MIN * len(on))
        )
    return moves
