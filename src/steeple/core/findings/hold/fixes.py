"""What may mend a rig: legs, weights, another foot, another support, a part from the cupboard.

Each gives a proposal in plain words with its changes; none is a promise before it was tried.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence

from pydantic import JsonValue

from steeple.core.findings.rule import Proposal
from steeple.core.plan.changes import Change
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.holding.support import Support
from steeple.core.plan.gear.holding.weight import Ballast
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

_FEET_TRIED = 4
_LEG_STEP_DEG = 30
_AT_THE_LEGS = (
    "wall",
    "door",
    "drawer",
    "walkway",
    "stool",
    "audience",
    "seat",
    "person",
    "zone",
    "edge",
)
"""What the legs of a stand may meet."""


def hold_moves(scene: CameraStudy) -> Iterator[Proposal]:
    """Every move that may mend something of a rig, least disturbing first."""
    hold = scene.hold
    if hold is not None:
        yield from _tether(hold)
        yield from _parts_from_cupboard(scene, hold)
        yield from _lighten(hold)
        yield from _legs(hold)
        yield from _balance(hold)
        yield from _clamp_down(hold)
        yield from _sandbag(hold, scene.owned.weights)
        yield from _other_foot(scene, hold)
    yield from _other_support(scene)
    if hold is not None:
        yield from _to_get(hold)


def foot_moves(scene: CameraStudy) -> Iterator[Proposal]:
    """The same support with its legs turned, or on another foot."""
    if scene.hold is not None:
        yield from _legs(scene.hold)
        yield from _other_foot(scene, scene.hold)


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
    if hold.placement is None or not hold.placement.feet:
        return
    met = {one.kind for one in hold.placement.clashes}
    if not met & set(_AT_THE_LEGS):
        return
    now = hold.support.placed.legs_toward_deg
    for turn in range(0, 360, _LEG_STEP_DEG):
        if now is None or abs((turn - now + 180.0) % 360.0 - 180.0) > 1.0:
            yield Proposal(
                action=say(
                    "Turn its legs until one points to {clock}", clock=clock_words(float(turn))
                ),
                changes=(Change(path=_at(hold, "legs_toward_deg"), value=float(turn)),),
                family="legs",
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


def _clamp_down(hold: HoldStudy) -> Iterator[Proposal]:
    """A small stand is held to its table by a clamp."""
    support = hold.support
    small = support.anchor == "table" and support.gear.form == "table-top stand"
    if small and not support.is_clamped_down:
        yield Proposal(
            action=say("Clamp its foot to the table"),
            changes=(Change(path=_at(hold, "clamped_down"), value=True),),
        )


def _sandbag(hold: HoldStudy, owned: Sequence[Ballast]) -> Iterator[Proposal]:
    """The lightest bag that keeps it, where it lies lightest first; of the maker's own where one is
    heavy enough."""
    tipping = hold.tipping
    if tipping is None or hold.support.is_clamped_down:
        return
    now = hold.support.placed.sandbag_g or 0.0
    for name, more in sorted(tipping.sandbags, key=lambda one: one[1]):
        if not 0 < more < math.inf:
            continue
        # What lies there already lies where it lies: moved, it must do alone.
        mass = math.ceil((now + more) / SANDBAG_STEP_G) * SANDBAG_STEP_G
        own = own_bag(owned, mass)
        taken = mass if own is None else own.mass_g
        bag = Quantity(value=taken, unit="g")
        yield Proposal(
            action=say("Lay {mass} of sandbag on the {named}", mass=bag, named=name)
            if own is None
            else say("Lay your {own}, {mass}, on the {named}", own=own.name, mass=bag, named=name),
            changes=(
                Change(path=_at(hold, "sandbag_g"), value=taken),
                Change(path=_at(hold, "sandbag_on"), value=name),
            ),
            family="sandbag",
        )


def own_bag(owned: Sequence[Ballast], mass_g: float) -> Ballast | None:
    """The lightest weight that one owns and that is heavy enough, and no more than that asks for twice.

    Parameters
    ----------
    owned
        the sandbags and weights of the cupboard.
    mass_g
        what is needed, in grams.
    """
    enough = [one for one in owned if mass_g <= one.mass_g <= max(2.0 * mass_g, mass_g + 5_000.0)]
    return min(enough, key=lambda one: one.mass_g, default=None)


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
    if camera.mount is not None:
        changes.insert(0, Change(path=f"{scene.at}/mount", value=None))
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
    own = own_bag(scene.owned.weights, best[1])
    mass = best[1] if own is None else own.mass_g
    return placed.model_copy(update={"sandbag_g": mass, "sandbag_on": best[0]})


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
        yield Proposal(
            action=action, changes=take_support(scene, placed), family="support", swaps=True
        )


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
            swaps=True,
        )


def _up(value: float) -> float:
    return math.ceil(value / 10.0) * 10.0
