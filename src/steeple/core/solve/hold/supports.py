"""Everything that could hold the camera of a plan, side by side for the same frame.

Every support owned, the one in the plan, and every kind one could get stand in the same place under
the same camera, by the same mechanics, and each says what speaks against it.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence

from steeple.core.findings.finding import GRAVITY, Finding, Verdict
from steeple.core.findings.hold.fixes import take_support
from steeple.core.findings.judging import judge, judge_camera
from steeple.core.hold.tipping import LEAST_RATIO
from steeple.core.plan.changes import Change
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.holding.support import Joint, Section, Support
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.solve.lens.search import check_camera
from steeple.core.solve.weighing import worse_words, worsened
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, percent, say
from steeple.core.study.base.shapes import Point, point
from steeple.core.study.card.lists.setting_up import own_min
from steeple.core.study.hold.drawing import RigMember
from steeple.core.study.hold.step import HOLD
from steeple.core.study.hold.study import HoldStudy, SupportStudy, study_support
from steeple.core.study.inputs.support_forms import FORMS
from steeple.core.study.plan_study import CameraStudy, camera_studies

# fmt: off
KINDS: tuple[Support, ...] = (
    Support(name="a stand beside, with a horizontal arm", form="tripod with horizontal arm",
            anchor="floor", rated_load_g=3000, rated_reach_mm=300, lowest_mm=350, highest_mm=1700,
            reach_mm=600, behind_mm=200, drop_mm=40, footprint_mm=900, legs=3, tube_mm=28,
            wall_mm=1.5, material="aluminium", mass_g=2500, head_mass_g=300,
            threads=("3/8-16 stud", "1/4-20 stud"), joints=(Joint(name="arm clamp", holds_n_m=15), Joint(name="ball joint", holds_n_m=8))),
    Support(name="a boom stand with counterweight", form="boom stand", anchor="floor",
            rated_load_g=6000, rated_reach_mm=1500, lowest_mm=1000, highest_mm=2600, reach_mm=1800,
            behind_mm=700, drop_mm=80, footprint_mm=1000, legs=3, tube_mm=35, wall_mm=2,
            material="steel", mass_g=9500, head_mass_g=300, counterweight_g=6000,
            threads=("5/8 spigot", "3/8-16 stud"), joints=(Joint(name="boom clamp", holds_n_m=40), Joint(name="ball joint", holds_n_m=8))),
    Support(name="a small stand on the table", form="table-top stand", anchor="table",
            rated_load_g=1500, rated_reach_mm=250, lowest_mm=200, highest_mm=650, reach_mm=350,
            drop_mm=20, footprint_mm=260, legs=4, tube_mm=22, wall_mm=2, material="steel",
            mass_g=3500, head_mass_g=150, threads=("1/4-20 stud",), joints=(Joint(name="cross clamp", holds_n_m=8),)),
    Support(name="a pole clamped to the table", form="table clamp pole", anchor="table",
            rated_load_g=3000, rated_reach_mm=500, lowest_mm=150, highest_mm=1100, reach_mm=600,
            drop_mm=40, tube_mm=28, wall_mm=2, material="aluminium", mass_g=1900, head_mass_g=250,
            threads=("1/4-20 stud", "3/8-16 stud"), joints=(Joint(name="cross clamp", holds_n_m=15), Joint(name="ball joint", holds_n_m=8))),
    Support(name="an arm with springs, clamped to the table", form="desk arm", anchor="table",
            rated_load_g=2000, rated_reach_mm=800, lowest_mm=150, highest_mm=900, reach_mm=800,
            drop_mm=40, mass_g=2500, head_mass_g=100, threads=("3/8-16 stud", "5/8-27 stud"), joints=(Joint(name="elbow", holds_n_m=16),)),
    Support(name="a bending neck clamped to the table", form="gooseneck", anchor="table",
            rated_load_g=500, rated_reach_mm=400, lowest_mm=100, highest_mm=550, reach_mm=450,
            drop_mm=10, mass_g=600, head_mass_g=80, threads=("1/4-20 stud",)),
    Support(name="a pole jammed between the walls", form="wall-to-wall pole", anchor="wall",
            rated_load_g=6000, span_least_mm=1500, span_most_mm=3600, drop_mm=150, tube_mm=45,
            wall_mm=2, material="aluminium", mass_g=4200, threads=("tube",)),
    Support(name="a crossbar on two stands", form="crossbar on two stands", anchor="floor",
            rated_load_g=8000, sections=(Section(length_mm=900),) * 4, adjust_mm=300, lowest_mm=900, highest_mm=2600,
            drop_mm=150, footprint_mm=900, legs=3, tube_mm=38, wall_mm=2, material="aluminium",
            mass_g=9500, threads=("tube",)),
    Support(name="an arm fixed to a shelf", form="desk arm", anchor="shelf", rated_load_g=2000,
            rated_reach_mm=800, lowest_mm=50, highest_mm=800, reach_mm=800, drop_mm=40, mass_g=2500,
            head_mass_g=100, threads=("3/8-16 stud", "5/8-27 stud"), joints=(Joint(name="elbow", holds_n_m=16),)),
    Support(name="an arm fixed to ceiling or beam", form="ceiling arm", anchor="ceiling",
            rated_load_g=5000, rated_reach_mm=400, lowest_mm=80, highest_mm=1800, reach_mm=400, drop_mm=40,
            tube_mm=28, wall_mm=2, material="aluminium", mass_g=2600, head_mass_g=300,
            threads=("5/8 spigot", "3/8-16 stud"), joints=(Joint(name="arm clamp", holds_n_m=20),)),
    Support(name="a clamp on a pipe overhead", form="pipe clamp", anchor="ceiling", rated_load_g=4000,
            rated_reach_mm=100, lowest_mm=60, highest_mm=1200, reach_mm=100, drop_mm=40, tube_mm=28,
            wall_mm=2, material="aluminium", mass_g=900, head_mass_g=300, threads=("5/8 spigot", "3/8-16 stud")),
    Support(name="a frame of pipe, built by hand", form="hand-built", anchor="floor",
            sections=(Section(length_mm=1000), Section(length_mm=1000), Section(length_mm=500), Section(length_mm=500)), adjust_mm=300,
            lowest_mm=1000, highest_mm=2200, drop_mm=120, footprint_mm=600, legs=4, tube_mm=27,
            wall_mm=2.6, material="steel", mass_g=14000, threads=("tube",)),
)
# fmt: on
"""Kinds of support that are common everywhere; planning values of our own. The frame of pipe has no
plate, and so no rating."""


class SupportRow(Result):
    """One support under the camera of the plan. Lengths in millimetres; None = not known.

    ``verdict`` is the heaviest of its findings, and ``against`` their titles, heaviest first.
    ``short_mm`` lacks in reach, ``height_short_mm`` in height. ``wobble_low_px`` and
    ``wobble_high_px`` bound the wobble. ``missing`` are parts that would have to be got to join it. ``spare_g`` is what it may
    carry besides, a lamp or a microphone.
    """

    name: str
    form: str
    says: str
    owned: bool
    present: bool
    considered: bool
    gear_id: str | None
    verdict: Verdict
    against: tuple[Sentence, ...]
    reaches: bool | None
    short_mm: float | None
    height_short_mm: float | None
    load_g: float | None
    allowed_g: float | None
    spare_g: float | None
    tipping: float | None
    tipping_knocked: float | None
    counterweight_g: float
    sandbag_g: float | None
    torque_share: float | None
    sag_mm: float | None
    frequency_hz: float | None
    wobble_low_px: float | None
    wobble_high_px: float | None
    floor_mm2: float | None
    table_mm2: float | None
    in_makers_way: bool
    missing: tuple[str, ...]
    set_up_min: float
    decides: Sentence
    """The one figure that decides for or against it."""
    members: tuple[RigMember, ...]
    screw: Point
    """How it holds the camera, to be drawn."""
    worse: Sentence
    """What it makes worse than it is in the plan, in any step but this."""
    changes: tuple[Change, ...]


class SupportComparison(Result):
    """Every support side by side, what works first; empty while the lens has no place."""

    rows: tuple[SupportRow, ...]


def _entries(
    plan: Plan, index: int, owned: Owned, considered: Owned
) -> Iterator[tuple[PlacedSupport, bool, bool]]:
    """Each support as it would be placed: owned or not, and whether it is the one in the plan."""
    now = plan.support_of(plan.cameras[index])
    loads = () if now is None else now.loads
    if now is not None:
        yield now, now.owned, True

    def other(gear: Support, *, mine: bool, gear_id: str | None = None) -> PlacedSupport:
        return PlacedSupport(id="compared", gear=gear, gear_id=gear_id, owned=mine, loads=loads)

    mine = [one.gear for one in owned.supports]
    for stored in owned.supports:
        if now is None or stored.gear != now.gear:
            yield other(stored.gear, mine=True, gear_id=stored.id), True, False
    for one in plan.supports:
        if one is not now and one.gear not in mine:
            yield other(one.gear, mine=one.owned), one.owned, False
    placed = [one.gear for one in plan.supports]
    for thought_of in considered.supports:
        if thought_of.gear not in mine and thought_of.gear not in placed:
            yield other(thought_of.gear, mine=False), False, False
    for kind in KINDS:
        yield other(kind, mine=False), False, False


def compare_supports(
    plan: Plan, *, index: int = 0, owned: Owned = NOTHING_OWNED, considered: Owned = NOTHING_OWNED
) -> SupportComparison:
    """Everything that could hold a camera of a plan, side by side for the same frame.

    Parameters
    ----------
    plan, index
        any plan, and which of its cameras.
    owned, considered
        what the maker has, and what they think of.

    Raises
    ------
    InputError
        ``no-such-camera``.
    """
    check_camera(plan, index)
    if not plan.cameras:
        return SupportComparison(rows=())
    scenes = camera_studies(plan, owned)
    scene = scenes[index]
    if scene.lens is None or scene.sight is None:
        return SupportComparison(rows=())
    before = judge(scenes)
    adapters = (*plan.adapters, *(one for one in owned.adapters if one not in plan.adapters))
    ranked = []
    for order, (placed, mine, present) in enumerate(_entries(plan, index, owned, considered)):
        study = study_support(
            placed,
            scene.lens,
            at="supports/0",
            plan=plan,
            adapters=adapters,
            assumptions=Assumptions(),
        )
        if study is None:
            continue
        row = _row(scene, study, mine=mine, present=present)
        if mine and not present and GRAVITY[row.verdict] <= GRAVITY["watch"]:
            found = worsened(scenes, before, row.changes)
            others = [one for one in found if one.step != HOLD.id]
            row = row.model_copy(update={"worse": worse_words(others)})
        ranked.append((_rank(row), order, row))
    ranked.sort(key=lambda one: (one[0], one[1]))
    return SupportComparison(rows=tuple(row for _, _, row in ranked))


EASED = ("hold.no-second-fixing", "hold.tips-when-knocked")
"""What a tether or a sandbag mends is no reason against a support, and is said in figures."""


def _rank(row: SupportRow) -> tuple[int, int, float]:
    """What one owns first; among it what works, then what takes the least time."""
    return (0 if row.owned else 1, GRAVITY[row.verdict], row.set_up_min)


def _row(scene: CameraStudy, study: HoldStudy, *, mine: bool, present: bool) -> SupportRow:
    gear, loads, placement = study.support.gear, study.loads, study.placement
    on_table = study.support.anchor == "table"
    bags = [] if study.tipping is None else [mass for _, mass in study.tipping.sandbags]
    bag = min(bags, default=None)
    # Where no bag keeps it, a knock is a reason against it; on a table a clamp or tape does.
    eased = EASED if bag is None or math.isfinite(bag) or on_table else EASED[:1]
    found = [
        one
        for one in judge_camera(scene.with_study(HOLD, SupportStudy((study,))), steps=(HOLD.id,))
        if one.speaks and one.code not in eased
    ]
    found.sort(key=lambda one: -GRAVITY[one.verdict])
    verdict: Verdict = found[0].verdict if found else "holds"
    shares = [one.torque_n_m / one.holds_n_m for one in study.torques if one.holds_n_m]
    area = None if placement is None else sum(float(one.area) for one in placement.stands)
    chain = study.joined.chain
    allowed = None if loads is None else loads.allowed_g
    return SupportRow(
        name=gear.name,
        form=gear.form,
        says=FORMS[gear.form].says,
        owned=mine,
        present=present,
        considered=not mine and gear not in KINDS,
        gear_id=study.support.placed.gear_id,
        verdict=verdict,
        against=tuple(one.title for one in found),
        reaches=_reaches(found),
        short_mm=None if placement is None else placement.short_mm,
        height_short_mm=None if placement is None else placement.height_short_mm,
        load_g=None if loads is None else loads.total_g,
        allowed_g=allowed,
        spare_g=None if loads is None or allowed is None else max(0.0, allowed - loads.total_g),
        tipping=None if study.tipping is None else min(study.tipping.ratio, 99.0),
        tipping_knocked=None if study.tipping is None else min(study.tipping.knocked_ratio, 99.0),
        counterweight_g=study.counterweight_g,
        sandbag_g=None if bag is None or bag == float("inf") else bag,
        torque_share=max(shares, default=None),
        sag_mm=None if study.bending is None else study.bending.sag_mm,
        frequency_hz=None if study.shake is None else study.shake.frequency_hz,
        wobble_low_px=study.wobble_px[0] if study.wobble_px else None,
        wobble_high_px=study.wobble_px[2] if study.wobble_px else None,
        floor_mm2=None if on_table else area,
        table_mm2=area if on_table else None,
        in_makers_way=any(one.code == "hold.in-makers-place" for one in found),
        missing=() if chain is None else tuple(link.piece.name for link in chain.missing),
        set_up_min=own_min(scene.plan, FORMS[gear.form].minutes),
        decides=_decides(study, found, max(shares, default=None)),
        members=()
        if placement is None
        else tuple(
            RigMember(part=one.part, a=point(one.a), b=point(one.b)) for one in placement.members
        ),
        screw=point(study.held.screw),
        worse=(),
        changes=() if present else take_support(scene, study.support.placed),
    )


def _decides(study: HoldStudy, found: Sequence[Finding], joint_share: float | None) -> Sentence:
    """The figure that is nearest to its limit, or the title of what fails."""
    if found and (found[0].verdict == "fails" or study.placement is None):
        return found[0].title
    loads, tipping = study.loads, study.tipping
    near: list[tuple[float, Sentence]] = []
    if loads is not None and loads.allowed_g:
        near.append(
            (
                loads.total_g / loads.allowed_g,
                say(
                    "carries {load} of {allowed}",
                    load=Quantity(value=loads.total_g, unit="g"),
                    allowed=Quantity(value=loads.allowed_g, unit="g"),
                ),
            )
        )
    if tipping is not None and not study.support.is_clamped_down:
        ratio = min(tipping.knocked_ratio, 99.0)
        bags = [mass for _, mass in tipping.sandbags]
        bag = min(bags, default=math.inf)
        words = say(
            "stands a knock: {ratio} of {least}", ratio=_ratio(ratio), least=_ratio(LEAST_RATIO)
        )
        if ratio < LEAST_RATIO and math.isfinite(bag) and bag > 0:
            words = say("stands a knock with {bag} of sandbag", bag=Quantity(value=bag, unit="g"))
        elif ratio < LEAST_RATIO and study.support.anchor == "table":
            words = say("stands a knock once its foot is clamped down")
        near.append((LEAST_RATIO / max(ratio, 0.1), words))
    if joint_share is not None:
        share = percent(joint_share)
        near.append((joint_share, say("its joint bears {share} of what it holds", share=share)))
    if study.wobble_px:
        most = Quantity(value=round(study.wobble_px[2], 1), unit="px")
        near.append((study.wobble_px[2], say("wobbles by up to {most}", most=most)))
    if not near:
        return say("what it bears is not known")
    return max(near, key=lambda one: one[0])[1]


def _ratio(value: float) -> Quantity:
    return Quantity(value=round(value, 1), unit="ratio")


def _reaches(found: Sequence[Finding]) -> bool | None:
    reach = next((one for one in found if one.code == "hold.out-of-reach"), None)
    if reach is None:
        return True
    return None if reach.verdict == "unknown" else False
