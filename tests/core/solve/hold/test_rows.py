"""Each support of the comparison, taken into the plan, is what its row said: figures, verdict and what decides."""

from __future__ import annotations

import math

import pytest

from steeple.core.findings.finding import GRAVITY, Finding
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import owned_of
from steeple.core.plan.document import Plan
from steeple.core.solve.hold.supports import (
    EASED,
    KINDS,
    SupportComparison,
    SupportRow,
    compare_supports,
)
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.hold.step import HOLD
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.plan_study import camera_studies
from steeple.demo.cupboard import EVERYTHING
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from tests.plans import SOUND

OWNED = owned_of(EVERYTHING)
PLANS = {"gilding": GILDING, "dumplings": DUMPLINGS, "dulcimer": DULCIMER, "sound": SOUND}
COMPARED: dict[str, SupportComparison] = {
    name: compare_supports(plan, owned=OWNED) for name, plan in PLANS.items()
}
ROWS = [
    pytest.param(name, row, id=f"{name} {row.name}")
    for name, compared in COMPARED.items()
    for row in compared.rows
    if not row.present
]


def taken(plan: Plan, row: SupportRow) -> tuple[Plan, HoldStudy]:
    """The plan with the support of a row, and how that holds the camera."""
    held = apply_changes(plan, row.changes)
    scene = camera_studies(held)[0]
    studied = scene.of(HOLD)
    assert studied is not None
    study = studied.of(scene.about)
    assert study is not None
    return held, study


@pytest.mark.parametrize(("name", "row"), ROWS)
def test_the_figures_of_a_row_are_those_of_the_plan_with_it(name: str, row: SupportRow) -> None:
    _, study = taken(PLANS[name], row)
    assert study.support.gear.name == row.name
    if row.load_g is not None:
        assert study.loads is not None
        assert study.loads.total_g == pytest.approx(row.load_g)
    if row.frequency_hz is not None:
        assert study.shake is not None
        assert study.shake.frequency_hz == pytest.approx(row.frequency_hz)
    if row.sag_mm is not None:
        assert study.bending is not None
        assert study.bending.sag_mm == pytest.approx(row.sag_mm)
    if row.spare_g is not None:
        assert row.load_g is not None
        assert row.allowed_g is not None
        assert row.spare_g == pytest.approx(max(0.0, row.allowed_g - row.load_g))
    if row.tipping is not None and row.sandbag_g is None:
        assert study.tipping is not None
        assert min(study.tipping.ratio, 99.0) == pytest.approx(row.tipping)


def eased(one: Finding, row: SupportRow) -> bool:
    """Whether something is no reason against a support: a tether mends it, or a bag or a clamp does."""
    knocked = one.code == "hold.tips-when-knocked"
    return one.code in EASED and not (knocked and one.verdict == "fails" and row.table_mm2 is None)


@pytest.mark.parametrize(("name", "row"), ROWS)
def test_the_verdict_of_a_row_is_that_of_the_hold_sheet_with_it(name: str, row: SupportRow) -> None:
    """Beside what a tether or a bag mends, which the row says in figures; a knock that no bag keeps counts."""
    held, _ = taken(PLANS[name], row)
    about = held.cameras[0].id
    said = [
        one
        for one in judge(camera_studies(held), steps=(HOLD.id,))
        if one.about in ("", about) and one.speaks and not eased(one, row)
    ]
    worst = max((GRAVITY[one.verdict] for one in said), default=0)
    assert worst == GRAVITY[row.verdict], [sentence_words(one.title, "cm") for one in said]


@pytest.mark.parametrize("name", PLANS)
def test_what_is_owned_comes_first_and_what_works_before_what_does_not(name: str) -> None:
    rows = COMPARED[name].rows
    owned = [one.owned for one in rows]
    assert owned == sorted(owned, reverse=True)
    for mine in (True, False):
        grave = [GRAVITY[one.verdict] for one in rows if one.owned is mine]
        assert grave == sorted(grave)


@pytest.mark.parametrize("name", PLANS)
def test_every_kind_that_one_could_get_is_there(name: str) -> None:
    """But for one that cannot stand there at all: a shelf arm where there is no shelf."""
    named = {one.name for one in COMPARED[name].rows}
    lacking = [one for one in KINDS if one.name not in named]
    assert all(one.anchor in ("shelf", "wall", "ceiling") for one in lacking)
    assert len(lacking) <= 3


@pytest.mark.parametrize("name", PLANS)
def test_a_row_says_one_thing_that_decides_and_takes_no_more_than_its_place(name: str) -> None:
    for row in COMPARED[name].rows:
        assert sentence_words(row.decides, "cm")
        assert row.says
        assert row.floor_mm2 is None or row.floor_mm2 >= 0
        assert (row.floor_mm2 is None) or (row.table_mm2 is None)
        assert row.set_up_min > 0
        assert row.counterweight_g >= 0
        assert row.wobble_low_px is None or row.wobble_low_px <= (row.wobble_high_px or math.inf)


def test_a_maker_who_takes_longer_is_told_their_own_minutes() -> None:
    slow = apply_changes(GILDING, (Change(path="/maker/learned_set_up_share", value=1.5),))
    usual = {one.name: one.set_up_min for one in COMPARED["gilding"].rows}
    own = {one.name: one.set_up_min for one in compare_supports(slow, owned=OWNED).rows}
    assert own.keys() == usual.keys()
    for name, minutes in own.items():
        assert minutes == pytest.approx(1.5 * usual[name])


def test_without_a_place_of_the_lens_there_is_nothing_to_compare() -> None:
    nowhere = GILDING.cameras[0].model_copy(update={"lens": None})
    plan = GILDING.model_copy(update={"cameras": (nowhere, *GILDING.cameras[1:])})
    assert compare_supports(plan, owned=OWNED).rows == ()
