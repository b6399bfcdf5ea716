"""Where no setting meets everything: what gives way, by how much, and that it does help."""

from __future__ import annotations

import pytest

from steeple.core.findings.judging import judge
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.maker import Maker
from steeple.core.plan.parts.room import Room
from steeple.core.plan.parts.work import ShapeId, Table, Work, Zone
from steeple.core.solve.lens.search import best_of, best_setting, candidates
from steeple.core.solve.lens.work_out import LEAST_SHARE, work_out
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.inputs.camera import given_camera
from steeple.core.study.inputs.work import given_work
from steeple.core.study.lens.step import LENS
from steeple.core.study.plan_study import camera_studies
from steeple.demo.cupboard import BODIES, LENSES

BODY = next(one for one in BODIES if one.name.startswith("Mid-size"))
ZOOM = next(one for one in LENSES if "standard zoom" in one.name and one.fits(BODY))


def filmed(
    shape: ShapeId, width_mm: float, depth_mm: float, *, ceiling_mm: float = 2600.0,
    table: Table | None = None, maker: Maker | None = None,
) -> Plan:  # fmt: skip
    return Plan(
        title="Too large", work=Work(shape=shape, zone=Zone(width_mm=width_mm, depth_mm=depth_mm)),
        table=table or Table(), maker=maker or Maker(), room=Room(ceiling_mm=ceiling_mm),
        cameras=(Camera(id="overhead", role="overhead", body=BODY, lens=ZOOM),),
    )  # fmt: skip


DRUMS = filmed("percussion", 2000.0, 1800.0, ceiling_mm=2700.0)
CLOTH = filmed("cloth", 1200.0, 700.0, table=Table(height_mm=720.0), ceiling_mm=2550.0)


@pytest.mark.parametrize("plan", [DRUMS, CLOTH], ids=["drums", "cloth"])
def test_less_of_the_work_can_always_give_way_and_then_it_holds(plan: Plan) -> None:
    outcome = work_out(plan)
    assert not outcome.works
    assert outcome.give_ways
    for way in outcome.give_ways:
        after = apply_changes(plan, way.changes)
        failing = {
            one.code
            for one in judge(camera_studies(after), steps=(LENS.id,))
            if one.verdict == "fails"
        }
        assert failing == set(), sentence_words(way.action, "cm")


def test_it_gives_way_by_the_least_that_helps() -> None:
    outcome = work_out(DRUMS)
    smaller = [
        {one.path: one.value for one in way.changes if one.path.startswith("/work/zone/")}
        for way in outcome.give_ways
    ]
    both = next(one for one in smaller if len(one) == 2)
    share = float(both["/work/zone/width_mm"]) / 2000.0  # type: ignore[arg-type]
    assert LEAST_SHARE < share < 1.0
    larger = {path: 1.06 * float(value) for path, value in both.items()}  # type: ignore[arg-type]
    zone = Zone(width_mm=larger["/work/zone/width_mm"], depth_mm=larger["/work/zone/depth_mm"])
    again = DRUMS.model_copy(update={"work": DRUMS.work.model_copy(update={"zone": zone})})
    best = best_setting(again, 0)
    assert best is not None
    assert not best.works, "a little more of it does not fit"


def test_a_table_that_is_too_low_may_be_raised() -> None:
    low = filmed("hot-counter", 700.0, 420.0, table=Table(height_mm=620.0))
    ways = [sentence_words(one.action, "cm") for one in work_out(low).give_ways]
    raised = [one for one in ways if one.startswith("Raise the table to")]
    works = best_setting(low, 0)
    assert works is not None
    assert works.works or raised or ways


def test_of_settings_that_all_cut_the_work_off_the_one_that_cuts_least_is_taken() -> None:
    work = given_work(DRUMS, Assumptions())
    camera = given_camera(DRUMS.cameras[0], 0, work, Assumptions())
    assert camera is not None
    found = candidates(camera, work)
    assert not any(one.works for one in found)
    best = best_of(found)
    same = [one for one in found if one.weight == best.weight]
    assert best.lost_mm == min(one.lost_mm for one in same)
    assert best.focal_mm == ZOOM.focal_min_mm, "the widest zoom loses least"


class TestWhatIsTakenAsUsual:
    def test_a_table_is_at_least_as_large_as_what_lies_on_it(self) -> None:
        table = given_work(DRUMS, Assumptions()).table
        assert table.far - table.near >= 1800.0
        assert table.right - table.left >= 2000.0

    def test_a_table_that_was_measured_stays_as_it_is(self) -> None:
        plan = filmed("page-flat", 900.0, 700.0, table=Table(width_mm=600.0, depth_mm=500.0))
        table = given_work(plan, Assumptions()).table
        assert table.right - table.left == 600.0

    @pytest.mark.parametrize(
        ("height_mm", "posture", "seated"),
        [
            (None, None, True), (740.0, None, True), (1050.0, None, False), (900.0, None, False),
            (1050.0, "seated", True), (740.0, "standing", False),
        ],
    )  # fmt: skip
    def test_one_stands_at_a_table_as_high_as_a_counter(
        self, height_mm: float | None, posture: str | None, *, seated: bool
    ) -> None:
        maker = Maker.model_validate({"posture": posture})
        plan = filmed("page-flat", 400.0, 300.0, table=Table(height_mm=height_mm), maker=maker)
        assumed = Assumptions()
        given = given_work(plan, assumed).maker
        assert (given.seat_mm is not None) == seated
        said = {one.field for one in assumed.made}
        assert ("/maker/posture" in said) == (posture is None)
