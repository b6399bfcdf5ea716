"""From one set-up to the next: which thing goes where, in which order, with the minutes and the figures.

Cameras of the first become cameras of the second so that the sum of the minutes is least (assignment by
the Hungarian method; Kuhn 1955, here SciPy's `linear_sum_assignment`). Minutes for each move are planning
values of our own.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from scipy.optimize import linear_sum_assignment

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.camera import Camera
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

MoveKind = Literal["mark", "take off", "move", "put on", "set", "light"]
MARK_MIN, OFF_MIN, ON_MIN, GLASS_MIN, SET_MIN, LAMP_MIN = 0.5, 1.0, 2.0, 2.0, 2.0, 0.5
"""Minutes to mark a place, to take a camera off, to put it on, to change its lens, to set height, aim, zoom
and focus, and to switch a lamp or turn its dimmer."""
AGAIN = 0.6
"""A support that stands already is moved in so much of the time that it takes to set it up."""
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
    moves: list[Move] = []
    moved: set[str] = set()
    pairs = pairs_of(plan, before, after)
    for now, then in pairs:
        if now is None or now.id != then.id:
            moves += _camera_moves(ctx, now, then, moved)
    going = {one.id for one, _ in pairs if one is not None}
    names = camera_names(plan.cameras)
    moves += [
        Move("take off", say("Put the {name} camera aside", name=names[one.id]), OFF_MIN)
        for one in before
        if one.id not in going
    ]
    moves += _lamp_moves(plan, first, second)
    order: tuple[MoveKind, ...] = ("mark", "take off", "move", "put on", "set", "light")
    moves.sort(key=lambda one: order.index(one.kind))
    return ChangeOver(first, second, tuple(moves))


def _camera_moves(ctx: Context, now: Camera | None, then: Camera, moved: set[str]) -> list[Move]:
    plan = ctx.plan
    name = camera_names(plan.cameras)[then.id]
    body = then.body.name if then.body else name
    held = None if now is None else plan.support_of(now)
    target = plan.support_of(then)
    moves: list[Move] = []
    stays_on = held is not None and target is not None and held.id == target.id
    carried = same_support(held, target) and not stays_on
    if now is not None and not stays_on:
        by = held.gear.name if held is not None else now.mount or "its place"
        weighed = held is not None and held.gear.counterweight_g is not None
        moves.append(
            Move(
                "take off",
                say(
                    "Lower {by} until it rests; take off {body}, then its counterweight",
                    by=by,
                    body=body,
                )
                if weighed
                else say("Take {body} off {by}", by=by, body=body),
                OFF_MIN,
            )
        )
    if target is not None and not stays_on and target.id not in moved:
        moved.add(target.id)
        if carried and held is not None:
            moves.append(
                Move(
                    "mark",
                    say("Tape down the feet of {name} and write its height on the tape", name=held.gear.name),
                    MARK_MIN,
                )
            )  # fmt: skip
        minutes = float(FORMS[target.gear.form].minutes)
        moves.append(
            Move(
                "move",
                say(("Move" if carried else "Set up") + " {name}", name=target.gear.name)
                + _foot_words(ctx, then)
                + (say(", its sandbag on first") if target.sandbag_g else ()),
                AGAIN * minutes if carried else minutes,
            )
        )
    if now is not None and now.lens != then.lens and then.lens is not None:
        moves.append(
            Move("put on", say("Change its lens to {lens}", lens=then.lens.name), GLASS_MIN)
        )
    if not stays_on:
        place = then.mount or (target.gear.name if target is not None else "its place")
        moves.append(Move("put on", say("Put {body} on {place}", body=body, place=place), ON_MIN))
    moves.append(
        Move("set", say("The {name} camera: ", name=name) + _set_words(ctx, then), SET_MIN)
    )
    return moves


def _foot_words(ctx: Context, camera: Camera) -> Sentence:
    work = ctx.get(WORK, "")
    support = None if camera.support is None else ctx.get(HOLD, camera.support)
    hold = None if support is None else support.of(camera.id)
    if work is None or hold is None or hold.placement is None:
        return ()
    foot = hold.placement.foot
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
