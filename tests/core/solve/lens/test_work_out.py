"""Working out, comparing, and the map of zoom against height: what is offered does hold."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.solve.lens.compare import compare
from steeple.core.solve.lens.rows import KINDS, kind_lens
from steeple.core.solve.lens.search import best_setting
from steeple.core.solve.lens.work_out import work_out
from steeple.core.solve.lens.zoom_map import zoom_map
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from steeple.demo.cupboard import BODIES, CLOSE_UP, LENSES, WIDE_ZOOM
from steeple.demo.plans import GILDING, PLANS
from tests.plans import BARE, PHONE, SOUND, WIDE, changed, scene

OWNED = Owned(lenses=LENSES, bodies=BODIES)


def failing(plan: Plan) -> set[str]:
    findings = evaluate(plan, try_mends=False).findings
    return {
        one.code
        for one in findings
        if one.verdict == "fails" and one.step not in ("hold", "light", "roll")
    }


def words(sentence: Any) -> str:
    return sentence_words(sentence, "cm")


def test_a_rig_left_open_is_set_whole() -> None:
    plan = changed(
        cameras__0__focal_mm=None, cameras__0__f_number=None, cameras__0__position={},
        cameras__0__roll_deg=None,
    )  # fmt: skip
    outcome = work_out(plan)
    assert outcome.works
    assert outcome.give_ways == ()
    said = words(outcome.line)
    for part in ("Hang the lens at ", "zoom to ", "f/5.6", "focus ", "bottom edge toward you"):
        assert part in said
    after = apply_changes(plan, outcome.changes)
    assert failing(after) == set()
    camera = after.cameras[0]
    assert camera.position.z_mm is not None
    assert camera.focal_mm is not None


SUBJECTS: dict[str, tuple[dict[str, Any], Any]] = {
    "a nail": (
        {"work__zone__width_mm": 24, "work__zone__depth_mm": 14, "work__zone_top_mm": 3,
         "work__finest_detail_mm": 0.05, "work__zone__margin_mm": 2,
         "maker__hand_room_mm": 80, "work__items": []},
        CLOSE_UP,
    ),
    "two metres of drums": (
        {"work__zone__width_mm": 2000, "work__zone__depth_mm": 900, "work__zone_top_mm": 150,
         "work__finest_detail_mm": 3.0, "table__width_mm": 2200, "table__depth_mm": 1000,
         "room__ceiling_mm": 3600, "maker__posture": "standing", "maker__lean_deg": 5,
         "table__height_mm": 840, "work__items": [], "room__obstacles": [],
         "cameras__0__stand_highest_mm": None, "maker__tool_mm": 350},
        WIDE_ZOOM,
    ),
}  # fmt: skip


@pytest.mark.parametrize("name", SUBJECTS)
@pytest.mark.parametrize("hand", ["left", "right"])
def test_the_very_small_and_the_very_large_are_set_for_either_hand(name: str, hand: str) -> None:
    values, lens = SUBJECTS[name]
    plan = changed(
        **values,
        work__zone__from_left_edge_mm=None,
        work__zone__from_front_edge_mm=None,
        maker__handedness=hand,
        cameras__0__lens=lens.model_dump(mode="json"),
        cameras__0__focal_mm=None,
        cameras__0__position={},
        delivery__width_px=3840,
        delivery__height_px=2160,
    )
    outcome = work_out(plan)
    assert outcome.works, words(outcome.line)
    sight = scene(apply_changes(plan, outcome.changes)).sight
    assert sight is not None
    assert sight.margin_mm >= plan.work.zone.margin_mm - 0.1  # type: ignore[operator]
    assert sight.detail_px >= 2


def test_both_hands_get_the_same_height() -> None:
    heights = set()
    for hand in ("left", "right"):
        best = best_setting(changed(maker__handedness=hand), 0)
        assert best is not None
        heights.add((best.focal_mm, best.value_mm))
    assert len(heights) == 1


def test_what_cannot_be_met_is_named_with_the_least_that_must_give_way() -> None:
    plan = changed(work__finest_detail_mm=0.4)
    outcome = work_out(plan, owned=OWNED)
    assert not outcome.works
    assert "the finest detail" in words(outcome.line)
    assert outcome.give_ways
    for fix in outcome.give_ways:
        assert "detail" not in " ".join(failing(apply_changes(plan, fix.changes)))
        assert failing(apply_changes(plan, fix.changes)) == set()
    (coarser,) = [
        fix for fix in outcome.give_ways if words(fix.action).startswith("Be content with lines")
    ]
    kept = float(words(coarser.action).split()[-2])
    assert 0.4 < kept < 0.8, "no more is given away than needed"
    finer = changed(work__finest_detail_mm=kept * 0.93)
    assert not work_out(finer).works


def test_two_demands_give_way_together_where_one_is_not_enough() -> None:
    plan = changed(maker__lean_deg=45, work__finest_detail_mm=0.4, work__zone__depth_mm=300)
    outcome = work_out(plan)
    assert not outcome.works
    assert outcome.give_ways
    for fix in outcome.give_ways:
        assert " and lean in no further than " in words(fix.action)
        assert failing(apply_changes(plan, fix.changes)) == set()


def test_the_gilding_bench_is_told_what_must_give_way() -> None:
    outcome = work_out(GILDING, owned=OWNED)
    assert "the finest detail" in words(outcome.line)
    for fix in outcome.give_ways:
        assert failing(apply_changes(GILDING, fix.changes)) == set()


def test_a_head_over_a_wide_zone_is_passed_by_sliding_the_lens_away() -> None:
    plan = changed(
        work__zone__width_mm=1100, work__zone__depth_mm=200, work__zone_top_mm=40,
        work__zone__from_left_edge_mm=150, work__zone__from_front_edge_mm=60,
        work__finest_detail_mm=2.0, work__items=[], maker__lean_deg=10,
        cameras__0__focal_mm=None, cameras__0__position={}, room__obstacles=[],
    )  # fmt: skip
    outcome = work_out(plan)
    assert outcome.works, words(outcome.line)
    assert "away from you" in words(outcome.line)


def test_nothing_is_set_without_gear() -> None:
    outcome = work_out(BARE)
    assert not outcome.works
    assert outcome.changes == ()
    assert "Choose a camera" in words(outcome.line)
    assert compare(BARE).rows == ()
    assert zoom_map(BARE) is None


def test_a_comparison_sets_every_pair_for_the_same_zone() -> None:
    compared = compare(SOUND, owned=OWNED)
    owned = [row for row in compared.rows if row.owned]
    kinds = [row for row in compared.rows if not row.owned]
    assert len(kinds) == len(KINDS)
    assert sum(row.present for row in owned) == 1
    order = [row.works for row in owned if not row.present]
    assert order == sorted(order, reverse=True), "what works comes first"
    for row in owned[:4]:
        if not row.works:
            continue
        after = apply_changes(SOUND, row.changes)
        sight = camera_studies(after)[0].sight
        assert sight is not None
        assert abs(sight.delivered_px_per_mm - row.px_per_mm) < 1e-6
        assert abs(sight.margin_mm - row.spare_mm) < 1e-6
        assert sight.margin_mm >= 20 - 0.05


def test_lenses_that_do_not_fit_the_mount_are_left_out() -> None:
    other = WIDE.model_copy(update={"mount": "another mount"})
    mounted = changed(cameras__0__body__mount="one mount")
    names = [row.name for row in compare(mounted, owned=Owned(lenses=(other,))).rows if row.owned]
    assert not any("a wide" in name for name in names)


def test_both_schools_stand_side_by_side_with_what_they_cost() -> None:
    plan = changed(maker__lean_deg=25, work__zone__width_mm=150, work__zone__depth_mm=90)
    between, above = compare(plan).schools
    assert between.name == "between face and hands"
    assert between.value_mm < above.value_mm
    assert between.own_view_hidden >= above.own_view_hidden
    for school in (between, above):
        assert apply_changes(plan, school.changes).cameras[0].position.z_mm is not None


def test_three_ways_to_come_closer() -> None:
    closer = {way.way: way for way in compare(SOUND, owned=OWNED).closer}
    assert set(closer) == {"crop in the edit", "zoom in the lens", "one more camera"}
    assert closer["crop in the edit"].possible, "a 4K recording bears twice"
    hd = changed(cameras__0__mode="small")
    assert not {way.way: way for way in compare(hd, owned=OWNED).closer}[
        "crop in the edit"
    ].possible


def test_the_map_bounds_heights_as_the_plumb_does() -> None:
    found = zoom_map(SOUND)
    assert found is not None
    assert (found.lens_from_mm, found.lens_to_mm) == (16, 50)
    column = min(found.columns, key=lambda one: abs(one.focal_mm - 30))
    at = changed(cameras__0__focal_mm=column.focal_mm)
    study = scene(at).lens
    assert study is not None
    heights = study.settings.heights
    assert {b.code: b.height_mm for b in column.floors} == {
        b.code: b.height_mm for b in heights.floors
    }
    assert [(s.from_mm, s.to_mm) for s in column.works] == list(heights.stretches)
    assert found.best is not None
    assert found.best_works
    there = changed(
        cameras__0__focal_mm=found.best.focal_mm,
        cameras__0__position={"z_mm": found.best.value_mm},
    )
    assert failing(there) == set()


def test_a_fixed_lens_is_shown_with_what_lies_around_it_and_a_phone_has_no_map() -> None:
    fixed = changed(cameras__0__lens=WIDE.model_dump(mode="json"), cameras__0__focal_mm=14)
    found = zoom_map(fixed)
    assert found is not None
    assert found.columns[0].focal_mm < 14 < found.columns[-1].focal_mm
    phone = changed(
        cameras__0__mode=None, cameras__0__lens=None, cameras__0__focal_mm=None,
        cameras__0__body=PHONE.model_dump(mode="json"),
    )  # fmt: skip
    assert zoom_map(phone) is None
    assert work_out(phone).works


def test_kinds_scale_with_the_sensor() -> None:
    for kind in KINDS:
        full, half = kind_lens(kind, 36.0), kind_lens(kind, 18.0)
        assert abs(full.focal_min_mm / 2 - half.focal_min_mm) <= 0.5


@pytest.mark.parametrize("plan", PLANS, ids=[plan.title for plan in PLANS])
def test_working_out_is_the_same_every_time(plan: Plan) -> None:
    first, second = work_out(plan, owned=OWNED), work_out(plan, owned=OWNED)
    assert first.model_dump_json() == second.model_dump_json()
