"""The hold step: whether a support can put the lens where the plan wants it, and what happens then."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from steeple.core.plan.document import Plan
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.holding.support import Joint
from steeple.core.plan.parts.support import Foot, OtherLoad, PlacedSupport
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.base.step import Context, carried
from steeple.core.study.hold.clashes import Placement, Spot
from steeple.core.study.hold.forces.balance import Tipping, counterweight_g, tipping_of
from steeple.core.study.hold.forces.load import Held, held_camera
from steeple.core.study.hold.forces.sharing import Shared, companion, held_beside
from steeple.core.study.hold.forces.statics import (
    Bending,
    Loads,
    beam_of,
    bending_of,
    loads_of,
    weighed_beam,
)
from steeple.core.study.hold.forces.swing import Shake, shake_of
from steeple.core.study.hold.forces.turning import Torque, torques_of
from steeple.core.study.hold.joining import Joined, joined
from steeple.core.study.hold.placing import place, with_clashes
from steeple.core.study.inputs.support import GivenSupport, given_support
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.step import LENS
from steeple.core.study.lens.study import LensStudy


@dataclass(frozen=True, slots=True, eq=False)
class HoldStudy:
    """One camera on one support.

    ``placement`` and all that follows from it are None where the room does not say enough.
    """

    support: GivenSupport
    lens: LensStudy
    held: Held
    spot: Spot
    placement: Placement | None
    joined: Joined
    loads: Loads | None
    tipping: Tipping | None
    torques: tuple[Torque, ...]
    bending: Bending | None
    shake: Shake | None
    counterweight_g: float
    shared: Shared | None = None
    off_arm_mm: float = 0.0
    """How far its place is off the arm of a support that stands for another camera."""

    @property
    def bends_above_mm(self) -> float:
        """What bends to the middle of the work, along the axis of the lens; 0 where it has no place."""
        return 0.0 if self.placement is None else _bends_above(self.lens, self.spot, self.placement)

    @property
    def work(self) -> GivenWork:
        """The figures of work, table, room and maker."""
        return self.lens.work

    @property
    def wobble_px(self) -> tuple[float, float, float] | None:
        """Least, likely and greatest wobble in delivered pixels."""
        sight = self.lens.sight
        if self.shake is None or sight is None:
            return None
        wobble, scale = self.shake.wobble, sight.delivered_px_per_mm
        return wobble.low_mm * scale, wobble.mid_mm * scale, wobble.high_mm * scale

    @property
    def over_people_or_food(self) -> bool:
        """Whether what it holds hangs over hands: every support does that holds it over the table."""
        table, screw = self.work.table, self.held.screw
        return table.left < screw.x < table.right and table.near - 400 < screw.y < table.far


def study_support(
    placed: PlacedSupport,
    lens: LensStudy,
    *,
    at: str,
    plan: Plan,
    adapters: Sequence[Adapter],
    assumptions: Assumptions,
    shared: Shared | None = None,
) -> HoldStudy | None:
    """A support under the camera of a lens study.

    Parameters
    ----------
    placed
        the support as the plan has it.
    lens
        the camera that it carries.
    at
        path of the support in the plan, such as ``supports/0``.
    plan
        the plan, for the liveliness of the work.
    adapters
        what there is to join it with.
    assumptions
        where it is noted what was assumed.
    shared
        where it stands for another camera, and the cameras beside this one, where there are any.

    Returns
    -------
    None while the camera hangs in the work, where nothing can hold it.
    """
    held = held_camera(lens, assumptions)
    sight = lens.sight
    if held is None or sight is None:
        return None
    support = given_support(placed, at, assumptions)
    spot = Spot(
        support=support,
        work=lens.work,
        screw=held.screw,
        pyramid=sight.pyramid,
    )
    placement, off = place(spot), 0.0
    if shared is not None and placement is not None:
        held = replace(held, beside=shared.companions)
        if shared.screw != held.screw:
            placement, off = held_beside(shared, support, held)
            placement = with_clashes(spot, placement)
    join = joined(placed.gear, lens.camera.body, adapters)
    if placement is None:
        return HoldStudy(
            support=support, lens=lens, held=held, spot=spot, placement=None, joined=join,
            loads=None, tipping=None, torques=(), bending=None, shake=None, counterweight_g=0.0,
        )  # fmt: skip
    _note_place(support, placement, assumptions)
    links = len(join.chain.links) if join.chain else 0
    loads = loads_of(support, held, placement, links)
    half = max(lens.work.zone.width_mm, lens.work.zone.depth_mm) / 2
    bending = bending_of(
        support,
        placement,
        loads,
        middle_mm=sight.middle_mm,
        below_mm=_bends_above(lens, spot, placement),
        half_mm=half,
        beside=held.beside,
    )
    knock = plan.room.knock or "possible"
    tipping = tipping_of(support, held, placement, loads, knock=knock)
    if tipping is not None and plan.room.knock is None:
        assumptions.note("room/knock", "say how likely it is where you film", text=knock)
    liveliness = plan.work.liveliness or lens.work.shape.liveliness
    counter = counterweight_g(support, held, placement, loads)
    if placed.counterweight_g is None and counter:
        assumptions.note(
            f"{at}/counterweight_g",
            "balances the boom, as far as there is weight",
            quantity=Quantity(value=counter, unit="g"),
        )
    if beam_of(support, placement) is None and weighed_beam(support, placement) is not None:
        _note_tube(support, at, assumptions)
    return HoldStudy(
        support=support,
        lens=lens,
        held=held,
        spot=spot,
        placement=placement,
        joined=join,
        loads=loads,
        tipping=tipping,
        torques=torques_of(support, held, placement, loads),
        bending=bending,
        shake=shake_of(
            support,
            bending,
            liveliness=liveliness,
            reach_mm=placement.reach_mm,
            load_g=loads.total_g,
        ),
        counterweight_g=counter,
        shared=shared,
        off_arm_mm=off,
    )


def _note_tube(support: GivenSupport, at: str, assumptions: Assumptions) -> None:
    """What is taken for all of a boom's tube that is not known."""
    gear = support.gear
    outer, wall, material = support.usual_tube
    why = "for the weight of its boom, as such booms are; its sag takes the true one"
    for name, given, usual in (("tube_mm", gear.tube_mm, outer), ("wall_mm", gear.wall_mm, wall)):
        if given is None:
            assumptions.note(
                f"{at}/gear/{name}", why, quantity=Quantity(value=usual, unit="mm_exact")
            )
    if gear.material is None:
        assumptions.note(f"{at}/gear/material", why, text=material)


def _bends_above(lens: LensStudy, spot: Spot, placement: Placement) -> float:
    """What bends to the middle of the work, along the axis of the lens."""
    return abs(lens.work.plane.middle.minus(placement.tip).dot(spot.pyramid.pose.axis))


def _note_place(support: GivenSupport, placement: Placement, assumptions: Assumptions) -> None:
    """What Steeple chose itself about the place of a support."""
    placed = support.placed
    if support.model in ("column", "hung"):
        for name, given, value in (
            ("x_mm", placed.foot.x_mm, placement.foot.x),
            ("y_mm", placed.foot.y_mm, placement.foot.y),
        ):
            if given is None:
                why = "where it meets least and reaches least far"
                assumptions.note(f"{support.at}/foot/{name}", why, quantity=mm(value))
    if placed.counterweight_at_mm is None and support.behind_mm and support.gear.counterweight_g:
        assumptions.note(
            f"{support.at}/counterweight_at_mm",
            "as far out as the boom goes",
            quantity=mm(support.behind_mm),
        )


@dataclass(frozen=True, slots=True, eq=False)
class SupportStudy:
    """A support with all the cameras that it carries."""

    cameras: tuple[HoldStudy, ...]

    def of(self, camera: str) -> HoldStudy | None:
        """The support as it holds one of its cameras."""
        return next((one for one in self.cameras if one.lens.camera.id == camera), None)


def study_hold(ctx: Context) -> SupportStudy | None:
    """A support of the plan with the cameras that it carries; None where it carries none that is
    known. Of those that stand on it at once, it stands where the first needs it; those of other set-ups
    are not there."""
    plan = ctx.plan
    lenses = [ctx.get(LENS, camera) for camera in carried(plan, ctx.of)]
    known = [one for one in lenses if one is not None and one.sight is not None]
    together = dict(standing_together(plan, ctx.of))
    at_once: dict[tuple[str, ...], SupportStudy | None] = {}
    found = []
    for lens in known:
        beside = together[lens.camera.id]
        if beside not in at_once:
            at_once[beside] = _study_at_once(ctx, [one for one in known if one.camera.id in beside])
        study = at_once[beside]
        found.append(None if study is None else study.of(lens.camera.id))
    cameras = tuple(one for one in found if one is not None)
    return SupportStudy(cameras) if cameras else None


def standing_together(plan: Plan, support: str) -> list[tuple[str, tuple[str, ...]]]:
    """Each camera of a support with those that stand on it while it films, itself among them."""
    ids = carried(plan, support)
    return [
        (one, tuple(each.id for each in plan.with_camera(one) if each.id in ids)) for one in ids
    ]


def _study_at_once(ctx: Context, known: Sequence[LensStudy]) -> SupportStudy | None:
    """A support with the cameras that stand on it at once."""
    plan = ctx.plan
    index = next(index for index, one in enumerate(plan.supports) if one.id == ctx.of)

    def study(lens: LensStudy, shared: Shared | None, assumptions: Assumptions) -> HoldStudy | None:
        return study_support(
            plan.supports[index],
            lens,
            at=f"supports/{index}",
            plan=plan,
            adapters=plan.adapters,
            assumptions=assumptions,
            shared=shared,
        )

    if len(known) > 1 and plan.supports[index].arms:
        return _with_arms(ctx, index, known)
    if len(known) < 2:
        found = [study(lens, None, ctx.assumptions) for lens in known]
    else:
        alone = [study(lens, None, Assumptions()) for lens in known]
        found = [study(lens, shared_by(alone, lens), ctx.assumptions) for lens in known]
    cameras = tuple(one for one in found if one is not None)
    return SupportStudy(cameras) if cameras else None


def _with_arms(ctx: Context, index: int, lenses: Sequence[LensStudy]) -> SupportStudy | None:
    """A column with several arms: the cameras without an arm of their own share the first; it stands where the
    first of them needs it, and each arm bears its camera, column and foot all of them."""
    plan = ctx.plan
    placed = plan.supports[index]
    arms = {one.camera: one for one in placed.arms}
    on_first = [one for one in lenses if one.camera.id not in arms] or list(lenses[:1])
    of_their_own = [one for one in lenses if one not in on_first]

    def study(
        part: PlacedSupport, lens: LensStudy, shared: Shared | None, assumptions: Assumptions
    ) -> HoldStudy | None:
        return study_support(
            part, lens, at=f"supports/{index}", plan=plan, adapters=plan.adapters,
            assumptions=assumptions, shared=shared,
        )  # fmt: skip

    first = study(placed, on_first[0], None, Assumptions())
    if first is None or first.placement is None:
        return None
    foot = first.placement.foot

    def load(lens: LensStudy) -> OtherLoad:
        """A camera as the others have it: on an arm of its own, so far out and that way."""
        held = held_camera(lens, Assumptions())
        assert held is not None
        x, y = held.screw.x - foot.x, held.screw.y - foot.y
        arm = arms.get(lens.camera.id)
        mass = held.mass_g + first.support.head_g + ((arm.mass_g or 0.0) / 2 if arm else 0.0)
        return OtherLoad(
            name=f"{lens.camera.body.name} ({lens.camera.id})", mass_g=min(mass, 50_000.0), arm="own",
            along_mm=min(math.hypot(x, y), 5_000.0),
            toward_deg=math.degrees(math.atan2(x, y)) % 360.0,
            joint_holds_n_m=arm.joint_holds_n_m if arm else None,
        )  # fmt: skip

    found: list[HoldStudy | None] = []
    main = placed.model_copy(
        update={"loads": (*placed.loads, *(load(one) for one in of_their_own))}
    )
    alone = [study(main, lens, None, Assumptions()) for lens in on_first]
    for lens in on_first:
        shared = shared_by(alone, lens) if len(on_first) > 1 else None
        found.append(study(main, lens, shared, ctx.assumptions))
    for lens in of_their_own:
        arm = arms[lens.camera.id]
        others = [one for one in lenses if one is not lens]
        joints = () if arm.joint_holds_n_m is None else (
            Joint(name="arm of its own", holds_n_m=arm.joint_holds_n_m),
        )  # fmt: skip
        own = placed.model_copy(
            update={
                "gear": placed.gear.model_copy(
                    update={
                        "reach_mm": arm.reach_mm, "rated_reach_mm": arm.reach_mm, "tube_mm": None,
                        "joints": joints, "behind_mm": None, "counterweight_g": None,
                    }
                ),
                "foot": Foot(x_mm=foot.x, y_mm=foot.y),
                "counterweight_g": None,
                "loads": (
                    *(one for one in placed.loads if one.arm == "own"),
                    *(load(one) for one in others),
                ),
            }
        )  # fmt: skip
        found.append(study(own, lens, None, ctx.assumptions))
    cameras = tuple(one for one in found if one is not None)
    return SupportStudy(cameras) if cameras else None


def shared_by(alone: Sequence[HoldStudy | None], lens: LensStudy) -> Shared | None:
    """How a camera shares its support with others.

    Parameters
    ----------
    alone
        each camera as if the support carried it alone, the one that it stands for first.
    lens
        the camera asked about.
    """
    first = alone[0]
    if first is None or first.placement is None:
        return None
    placement = first.placement
    return Shared(
        placement=placement,
        first=first.lens.camera.id,
        screw=first.held.screw,
        companions=tuple(
            companion(one.held, one.support, placement, one.lens.camera.id)
            for one in alone
            if one is not None and one.lens is not lens
        ),
    )
