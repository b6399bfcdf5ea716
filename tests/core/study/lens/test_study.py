"""From a plan to figures: gaps filled and noted, zoom and height chosen, frames turned."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.optics.frame import Extent
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.work import ShapeId
from steeple.core.plan.shapes import SHAPES
from steeple.core.solve.lens.search import best_setting
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.work import given_work
from steeple.core.study.lens.heights import bands_of
from steeple.core.study.lens.settings import next_stop, widest_f_number, zoom_settings
from steeple.core.study.lens.study import LensStudy
from tests.plans import BARE, PHONE, SOUND, WIDE, ZOOM, assumed_in, changed, scene, seen


def study(plan: Plan) -> LensStudy:
    found = scene(plan).lens
    assert found is not None
    return found


def free(**values: Any) -> Plan:
    """The sound plan with height and zoom left to Steeple."""
    return changed(cameras__0__position__z_mm=None, cameras__0__focal_mm=None, **values)


def test_a_bare_plan_is_filled_from_its_shape_and_says_so() -> None:
    assumptions = Assumptions()
    work = given_work(BARE, assumptions)
    shape = SHAPES["page-flat"]
    assert (work.zone.width_mm, work.top_mm) == (shape.zone_mm[0], shape.zone_top_mm)
    assumed = {one.field for one in assumptions.made}
    assert {"/work/zone/width_mm", "/table/height_mm", "/delivery/width_px"} <= assumed
    assert all(one.why and one.words for one in assumptions.made)
    assert work.ceiling is None, "a ceiling is measured, never assumed"


def test_what_is_given_is_never_assumed() -> None:
    assert {one.field for one in assumed_in(scene(SOUND))} == {"/cameras/0/focus_height_mm"}
    chosen = scene(changed(cameras__0__focus_height_mm=10))
    assert assumed_in(chosen) == ()


def test_a_missing_side_of_the_published_frame_keeps_its_shape() -> None:
    sides: list[tuple[dict[str, Any], Extent]] = [
        ({"delivery__width_px": 2560, "delivery__height_px": None}, Extent(2560, 1440)),
        ({"delivery__width_px": None, "delivery__height_px": 720}, Extent(1280, 720)),
    ]
    for given_side, wanted in sides:
        assert scene(changed(**given_side)).work.delivery_px == wanted


def test_the_zone_lies_where_it_was_measured() -> None:
    work = scene(changed(work__zone__from_left_edge_mm=100, work__zone__from_front_edge_mm=50)).work
    assert work.zone.left - work.table.left == 100
    assert work.zone.near - work.table.near == 50
    assert work.zone.left == -210
    assert work.table.right - work.table.left == 1400


@settings(max_examples=30, deadline=None)
@given(
    st.floats(min_value=60, max_value=1500),
    st.floats(min_value=40, max_value=900),
    st.floats(min_value=0, max_value=200),
)
def test_the_height_chosen_covers_the_zone_with_its_margin(w: float, d: float, top: float) -> None:
    plan = free(
        work__zone__width_mm=w,
        work__zone__depth_mm=d,
        work__zone__from_left_edge_mm=None,
        work__zone__from_front_edge_mm=None,
        work__zone_top_mm=top,
        room__ceiling_mm=None,
    )
    found = study(plan)
    assert found.sight is not None
    assert found.sight.spare.least >= 20 - 0.01
    if found.settings.heights.works:
        greatest = found.settings.heights.greatest
        assert greatest is None or found.settings.value_mm <= greatest.height_mm + 1e-6


def test_zoom_follows_a_chosen_height() -> None:
    plan = changed(cameras__0__focal_mm=None)
    found = study(plan)
    assert found.settings.focal_mm is not None
    longer = study(changed(cameras__0__focal_mm=found.settings.focal_mm + 1.0))
    assert found.sight is not None
    assert longer.sight is not None
    assert found.sight.spare.least >= 20
    assert longer.sight.spare.least < 20


def test_a_height_from_which_nothing_fits_takes_the_shortest_zoom() -> None:
    found = study(changed(cameras__0__focal_mm=None, cameras__0__position__z_mm=200))
    assert found.settings.focal_mm == 16


def test_a_fixed_lens_has_its_one_focal_length() -> None:
    found = study(free(cameras__0__lens=WIDE.model_dump(mode="json")))
    assert found.settings.focal_mm == 14
    assert zoom_settings(WIDE) == (14,)
    assert widest_f_number(WIDE, 14) == 2.8


def test_stops_are_those_marked_on_lenses() -> None:
    assert next_stop(5.6) == 5.6
    assert next_stop(5.61) == 6.3
    assert next_stop(0) == 1.0
    assert next_stop(33) is None


def test_zoom_settings_hold_both_ends() -> None:
    for most in (3, 10, 200):
        settings_tried = zoom_settings(ZOOM, most)
        assert settings_tried[0] == 16
        assert settings_tried[-1] == 50
        assert len(settings_tried) <= most + 2
    assert widest_f_number(ZOOM, 33) == pytest.approx(4.55)


def test_turning_the_camera_swaps_what_is_covered() -> None:
    level, turned = study(SOUND).sight, study(changed(cameras__0__roll_deg=90)).sight
    assert level is not None
    assert turned is not None
    assert math.isclose(seen(level).width_mm, seen(turned).depth_mm)
    assert math.isclose(seen(level).depth_mm, seen(turned).width_mm)
    assert level.delivered_px_per_mm == turned.delivered_px_per_mm
    half_turn = study(changed(cameras__0__roll_deg=180)).sight
    assert half_turn is not None
    assert half_turn.seen_surface is not None
    assert math.isclose(seen(half_turn).left, seen(level).left)


def test_an_upright_picture_stands_away_from_the_maker() -> None:
    plan = changed(delivery__width_px=1080, delivery__height_px=1920)
    sight = study(plan).sight
    assert sight is not None
    assert seen(sight).depth_mm > seen(sight).width_mm
    assert math.isclose(sight.delivered_px_per_mm, 1080 / seen(sight).width_mm)
    assert math.isclose(sight.recorded_px_per_mm, 2160 / seen(sight).width_mm)


def test_a_square_picture_keeps_the_recorded_pixels_of_its_part() -> None:
    plan = changed(delivery__width_px=1080, delivery__height_px=1080)
    sight = study(plan).sight
    assert sight is not None
    assert math.isclose(seen(sight).width_mm, seen(sight).depth_mm, rel_tol=1e-3)
    assert math.isclose(sight.recorded_px_per_mm, 2160 / seen(sight).width_mm)


def test_stabilisation_narrows_a_phone() -> None:
    def width(crop: float | None) -> float:
        view = PHONE.view
        assert view is not None
        body = PHONE.model_copy(
            update={"view": view.model_copy(update={"stabilisation_crop": crop})}
        )
        plan = changed(
            cameras__0__mode=None,
            cameras__0__lens=None,
            cameras__0__focal_mm=None,
            cameras__0__body=body.model_dump(mode="json"),
        )
        sight = study(plan).sight
        assert sight is not None
        return seen(sight).width_mm

    assert math.isclose(width(1.0) / width(1.25), 1.25)
    assert width(None) == width(1.0)


def test_bounds_are_where_things_change() -> None:
    """Just above each floor the demand is met; just below it is not."""
    heights = study(SOUND).settings.heights
    assert {bound.code for bound in heights.floors} == {"zone", "focus", "hands", "stand-low"}
    assert {bound.code for bound in heights.caps} == {"ceiling", "detail", "head", "stand"}
    zone, hands, ceiling = heights.at("zone"), heights.at("hands"), heights.at("ceiling")
    assert zone is not None
    assert hands is not None
    assert ceiling is not None
    for height, meets in ((zone + 0.1, True), (zone - 0.1, False)):
        sight = study(changed(cameras__0__position__z_mm=height)).sight
        assert sight is not None
        assert (sight.spare.least >= 20) is meets
    for height, meets in ((hands + 0.1, True), (hands - 0.1, False)):
        room = study(changed(cameras__0__position__z_mm=height)).hand_room_mm
        assert room is not None
        assert (room >= 300) is meets
    for height, meets in ((ceiling - 0.1, True), (ceiling + 0.1, False)):
        sight = study(changed(cameras__0__position__z_mm=height)).sight
        assert sight is not None
        left = sight.ceiling_clearance_mm
        assert left is not None
        assert (left >= 0) is meets


def test_bands_show_the_stretch_that_works_and_none_where_nothing_does() -> None:
    bands = {band.code: band for band in bands_of(study(SOUND).settings.heights)}
    assert bands["works"].good
    assert bands["works"].from_mm == bands["zone"].to_mm
    assert bands["ceiling"].to_mm is None
    none = bands_of(study(changed(room__ceiling_mm=1100)).settings.heights)
    assert "works" not in {band.code for band in none}


@pytest.mark.parametrize("shape", list(SHAPES))
def test_every_shape_of_work_plans_with_the_cupboard(shape: ShapeId) -> None:
    """The starting figures of each shape hold together: the zone fits on its table, and some lens
    of the demo cupboard frames it under a usual ceiling."""
    from steeple.demo.cupboard import LENSES, MIDSIZE

    plan = Plan.model_validate(
        {
            "title": shape,
            "work": {"shape": shape},
            "room": {"ceiling_mm": 3400},
            "cameras": [{"id": "main", "role": SHAPES[shape].angles[0], "body": MIDSIZE}],
            "delivery": {"width_px": 3840, "height_px": 2160},
        }
    )
    works = []
    for lens in LENSES:
        with_lens = changed(plan, cameras__0__lens=lens.model_dump(mode="json"))
        best = best_setting(with_lens, 0)
        assert best is not None
        works.append(best.works)
    assert any(works)
    assert scene(plan).work.footprint.left >= scene(plan).work.table.left


def test_all_fits_ends_where_the_camera_hangs_tightly() -> None:
    """Five centimetres are wanted under the ceiling, as the rule of the ceiling has it."""
    heights = study(changed(room__ceiling_mm=740 + 860, maker__lean_deg=0)).settings.heights
    ceiling = heights.at("ceiling")
    assert ceiling is not None
    assert heights.tight_mm == pytest.approx(ceiling - 50, abs=0.5)
    bands = {one.code: one for one in bands_of(heights)}
    assert bands["tight"].from_mm == heights.tight_mm
    assert bands["tight"].to_mm is None
    good = [one for one in bands_of(heights) if one.good]
    assert all(one.to_mm is not None and one.to_mm <= heights.tight_mm for one in good)
