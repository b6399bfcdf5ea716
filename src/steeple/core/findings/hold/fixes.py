"""What may mend a rig: legs, weights, another foot, another support, a part from the cupboard.

Each gives a proposal in plain words with its changes; none is a promise before it was tried.
"""

from __future__ import annotations

import math
from collections.abc import Iterator

from pydantic import JsonValue

from steeple.core.findings.rule import Proposal
from steeple.core.plan.changes import Change
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.adapter import Adapter
from steeple.core.plan.gear.support import Support
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.hold.answer import azimuth_of, place_words
from steeple.core.study.hold.figures import sandbag_best
from steeple.core.study.hold.forces.balance import SANDBAG_STEP_G, balancing_g
from steeple.core.study.hold.joining import joined
from steeple.core.study.hold.placing import feet_to_try
from steeple.core.study.hold.study import HoldStudy, study_support
from steeple.core.study.plan_study import CameraStudy

BAGS_G = (5_000.0, 10_000.0, 15_000.0, 20_000.0, 30_000.0)
_FEET_TRIED = 4


def hold_moves(scene: CameraStudy) -> Iterator[Proposal]:
    """Every move that may mend something of a rig, least disturbing first."""
    hold = scene.hold
    if hold is not None:
        yield from _tether(hold)
        yield from _parts_from_cupboard(scene, hold)
        yield from _lighten(hold)
        yield from _legs(hold)
        yield from _balance(hold)
        yield from _sandbag(hold)
        yield from _other_foot(scene, hold)
    yield from _other_support(scene)
    if hold is not None:
        yield from _to_get(hold)


def _at(hold: HoldStudy, field: str) -> str:
    return f"/{hold.support.at}/{field}"


def _tether(hold: HoldStudy) -> Iterator[Proposal]:
    if not hold.support.placed.tether:
        yield Proposal(
            action=say("Tie camera and clamp to a second fixing that bears them"),
            changes=(Change(path=_at(hold, "tether"), value=True),),
        )


def with_adapters(plan: Plan, more: tuple[Adapter, ...]) -> list[JsonValue]:
    """The adapters of a plan with others put to them, each once."""
    every = list(plan.adapters) + [one for one in more if one not in plan.adapters]
    return [one.model_dump(mode="json") for one in every]


def parts_needed(
    support: Support, scene: CameraStudy, adapters: tuple[Adapter, ...]
) -> tuple[Adapter, ...]:
    """The adapters from a store that join a support to the scene's camera; none where they do not."""
    lens = scene.lens
    if lens is None:
        return ()
    chain = joined(support, lens.camera.body, (*scene.plan.adapters, *adapters)).chain
    if chain is None:
        return ()
    names = {link.piece.name for link in chain.links if link.owned}
    return tuple(one for one in adapters if one.name in names and one not in scene.plan.adapters)


def _parts_from_cupboard(scene: CameraStudy, hold: HoldStudy) -> Iterator[Proposal]:
    parts = parts_needed(hold.support.gear, scene, scene.owned.adapters)
    if parts:
        names = " and ".join(one.name for one in parts)
        yield Proposal(
            action=say("Take from the cupboard: " + names),
            changes=(Change(path="/adapters", value=with_adapters(scene.plan, parts)),),
        )


def _lighten(hold: HoldStudy) -> Iterator[Proposal]:
    loads = hold.support.placed.loads
    for load in loads:
        if load.arm == "shared":
            rest: list[JsonValue] = [
                one.model_dump(mode="json") for one in loads if one is not load
            ]
            yield Proposal(
                action=say("Put on a stand of its own: {named}", named=load.name),
                changes=(Change(path=_at(hold, "loads"), value=rest),),
            )


def _legs(hold: HoldStudy) -> Iterator[Proposal]:
    if hold.support.placed.legs_toward_deg is not None:
        yield Proposal(
            action=say("Turn the stand until one leg points under the boom"),
            changes=(Change(path=_at(hold, "legs_toward_deg"), value=None),),
        )


def _balance(hold: HoldStudy) -> Iterator[Proposal]:
    if hold.placement is None or hold.loads is None:
        return
    best = balancing_g(hold.support, hold.held, hold.placement, hold.loads)
    if best and abs(best - hold.counterweight_g) > 1.0:
        yield Proposal(
            action=say(
                "Hang {mass} of counterweight behind the column",
                mass=Quantity(value=best, unit="g"),
            ),
            changes=(Change(path=_at(hold, "counterweight_g"), value=best),),
        )


def _sandbag(hold: HoldStudy) -> Iterator[Proposal]:
    tipping = hold.tipping
    if tipping is None:
        return
    now = hold.support.placed.sandbag_g or 0.0
    best = sandbag_best(tipping)
    wanted = []
    if best is not None and best[1] > 0:
        wanted.append((best[0], math.ceil((now + best[1]) / SANDBAG_STEP_G) * SANDBAG_STEP_G))
    else:
        wanted += [
            ("column", now + bag)
            for bag in BAGS_G
            if not math.isfinite(best[1] if best else math.inf)
        ]
    for name, mass in wanted:
        yield Proposal(
            action=say(
                "Lay {mass} of sandbag at the {named}",
                named=name,
                mass=Quantity(value=mass, unit="g"),
            ),
            changes=(
                Change(path=_at(hold, "sandbag_g"), value=mass),
                Change(path=_at(hold, "sandbag_on"), value=name),
            ),
            family="sandbag",
        )


def _other_foot(scene: CameraStudy, hold: HoldStudy) -> Iterator[Proposal]:
    """Elsewhere round the table, or where Steeple would put it."""
    placed = hold.support.placed
    if placed.foot.x_mm is not None or placed.foot.y_mm is not None:
        yield Proposal(
            action=say("Put its foot where it reaches least far"),
            changes=(
                Change(path=_at(hold, "foot/x_mm"), value=None),
                Change(path=_at(hold, "foot/y_mm"), value=None),
            ),
        )
    if hold.placement is None or hold.support.model not in ("column", "hung"):
        return
    for x, y, _z in feet_to_try(hold.spot)[:_FEET_TRIED]:
        here = math.hypot(x - hold.placement.foot.x, y - hold.placement.foot.y)
        if here < 30.0:
            continue
        where = clock_words(azimuth_of(x - hold.held.screw.x, y - hold.held.screw.y))
        yield Proposal(
            action=say("Put its foot at " + where + " of the camera, ")
            + place_words(scene.work, x, y),
            changes=(
                Change(path=_at(hold, "foot/x_mm"), value=round(x, 1)),
                Change(path=_at(hold, "foot/y_mm"), value=round(y, 1)),
            ),
            family="foot",
        )


def take_support(scene: CameraStudy, placed: PlacedSupport) -> tuple[Change, ...]:
    """The changes that put a support under the scene's camera, with the parts that join it and the
    sandbag that keeps it when it is knocked.

    The support that carries the camera now makes room, unless it carries another one too.
    """
    plan, camera = scene.plan, scene.camera
    assert camera is not None
    kept = [one for one in plan.supports if one.id != camera.support or _carries_more(plan, one.id)]
    used = {one.id for one in kept}
    fresh = next(name for number in range(1, 99) if (name := f"support-{number}") not in used)
    now = scene.hold.support.placed if scene.hold else None
    loads = placed.loads if now is None else now.loads
    placed = with_sandbag(scene, placed.model_copy(update={"id": fresh, "loads": loads}))
    if now is not None:
        placed = placed.model_copy(update={"tether": now.tether})
    parts = parts_needed(placed.gear, scene, scene.owned.adapters)
    changes = [
        Change(path=f"{scene.at}/support", value=None),
        Change(path="/supports", value=[one.model_dump(mode="json") for one in (*kept, placed)]),
        Change(path=f"{scene.at}/support", value=fresh),
    ]
    if parts:
        changes.append(Change(path="/adapters", value=with_adapters(plan, parts)))
    return tuple(changes)


def with_sandbag(scene: CameraStudy, placed: PlacedSupport) -> PlacedSupport:
    """A support with the lightest sandbag that keeps it when knocked, where one does."""
    if scene.lens is None or placed.sandbag_g is not None:
        return placed
    study = study_support(
        placed,
        scene.lens,
        at="supports/0",
        plan=scene.plan,
        adapters=(*scene.plan.adapters, *scene.owned.adapters),
        assumptions=Assumptions(),
    )
    best = sandbag_best(study.tipping) if study and study.tipping else None
    if best is None or best[1] <= 0:
        return placed
    return placed.model_copy(update={"sandbag_g": best[1], "sandbag_on": best[0]})


def _carries_more(plan: Plan, support_id: str) -> bool:
    return sum(camera.support == support_id for camera in plan.cameras) > 1


def _other_support(scene: CameraStudy) -> Iterator[Proposal]:
    if scene.lens is None or scene.camera is None:
        return
    now = scene.hold.support.gear if scene.hold else None
    for support in scene.owned.supports:
        if support.gear == now:
            continue
        loads = scene.hold.support.placed.loads if scene.hold else ()
        placed = with_sandbag(
            scene,
            PlacedSupport(id="taken", gear=support.gear, gear_id=support.id, loads=loads),
        )
        action = say("Take instead: " if now else "Take: ") + say(support.gear.name)
        if placed.sandbag_g:
            bag = Quantity(value=placed.sandbag_g, unit="g")
            action += say(", with {bag} of sandbag", bag=bag)
        yield Proposal(action=action, changes=take_support(scene, placed), family="support")


def _to_get(hold: HoldStudy) -> Iterator[Proposal]:
    """The least change of the support itself that would do it: something one would have to get."""
    placement, gear = hold.placement, hold.support.gear
    if placement is None:
        return
    height = placement.height_short_mm or 0.0
    changes: list[tuple[str, str, float]] = []
    if height > 0 and gear.highest_mm is not None:
        changes.append(("a column {more} longer", "highest_mm", _up(gear.highest_mm + height)))
    if placement.short_mm and placement.span_mm is None and gear.reach_mm is not None:
        changes.append(
            ("an arm {more} longer", "reach_mm", _up(gear.reach_mm + placement.short_mm))
        )
    for words, field, value in changes:
        was = getattr(gear, field)
        yield Proposal(
            action=say("You would have to get " + words, more=mm(value - was)),
            changes=(
                Change(path=_at(hold, f"gear/{field}"), value=value),
                Change(path=_at(hold, "owned"), value=False),
            ),
        )


def _up(value: float) -> float:
    return math.ceil(value / 10.0) * 10.0
