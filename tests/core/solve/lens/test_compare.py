"""What is compared is what one gets: rows, schools and ways closer, made and measured again."""

from __future__ import annotations

import pytest

from steeple.core.errors import InputError
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.work import ShapeId
from steeple.core.plan.shapes import SHAPES
from steeple.core.solve.lens.compare import Comparison, compare
from steeple.core.solve.lens.rows import Row
from steeple.core.solve.lens.work_out import work_out
from steeple.core.solve.lens.zoom_map import zoom_map
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.plan_study import camera_studies
from steeple.demo.cupboard import BODIES, LENSES
from steeple.demo.plans import PLANS
from tests.plans import SOUND, changed

OWNED = Owned(lenses=LENSES, bodies=BODIES)


@pytest.fixture(scope="module")
def compared() -> dict[str, Comparison]:
    return {plan.title: compare(plan, owned=OWNED) for plan in PLANS}


def study(plan: Plan) -> LensStudy:
    found = camera_studies(plan)[0].lens
    assert found is not None
    return found


def taken(plan: Plan, row: Row) -> LensStudy:
    return study(apply_changes(plan, row.changes))


@pytest.mark.parametrize("plan", PLANS, ids=lambda plan: plan.title)
def test_a_row_that_is_taken_gives_the_figures_it_shows(
    plan: Plan, compared: dict[str, Comparison]
) -> None:
    rows = [row for row in compared[plan.title].rows if row.owned]
    assert rows
    for row in rows:
        found = taken(plan, row)
        assert found.settings.focal_mm == row.focal_mm or row.focal_mm is None
        assert found.settings.value_mm == pytest.approx(row.value_mm, abs=0.06)
        assert found.settings.f_number == row.f_number
        sight = found.sight
        assert sight is not None
        assert sight.delivered_px_per_mm == pytest.approx(row.px_per_mm, rel=1e-3)
        assert sight.hand_room_mm == pytest.approx(row.hand_room_mm, abs=0.2)
        if row.works:
            assert row.unmet == ()
            assert sight.margin_mm >= -0.05
        else:
            assert row.unmet


@pytest.mark.parametrize("plan", PLANS, ids=lambda plan: plan.title)
def test_names_tell_every_pair_apart_and_one_is_in_the_plan(
    plan: Plan, compared: dict[str, Comparison]
) -> None:
    found = compared[plan.title]
    names = [row.name for row in found.rows]
    assert len(set(names)) == len(names)
    assert [row.present for row in found.rows].count(True) == 1
    assert found.measure == "height"


@pytest.mark.parametrize("plan", PLANS, ids=lambda plan: plan.title)
def test_a_part_shown_larger_has_that_many_more_pixels(
    plan: Plan, compared: dict[str, Comparison]
) -> None:
    found = compared[plan.title]
    ways = {way.way: way for way in found.closer}
    crop = ways["crop in the edit"]
    recorded = study(plan).camera.crop_limit
    assert crop.possible == (recorded >= found.closer_times)
    zoom = ways.get("zoom in the lens")
    if zoom is not None and zoom.possible and crop.possible:
        assert zoom.detail_px == pytest.approx(crop.detail_px, rel=0.03), "the same part as large"


def test_gear_of_ones_own_is_never_left_out_of_sight() -> None:
    """The pair in the plan is shown even where nine others do better."""
    worst = changed(cameras__0__lens=LENSES[-1].model_dump(mode="json"), cameras__0__focal_mm=200)
    rows = compare(worst, owned=OWNED).rows
    assert sum(row.present for row in rows) == 1


@pytest.mark.parametrize("index", [-1, 1, 99])
def test_a_camera_that_is_not_there_is_refused_in_a_sentence(index: int) -> None:
    for ask in (
        lambda: work_out(SOUND, index=index),
        lambda: zoom_map(SOUND, index=index),
        lambda: compare(SOUND, index=index),
    ):
        with pytest.raises(InputError, match="is not in this plan") as caught:
            ask()
        assert caught.value.code == "no-such-camera"
        assert caught.value.field == "camera"


@pytest.mark.parametrize("shape", list(SHAPES))
def test_every_shape_of_work_has_figures_that_go_together(shape: ShapeId) -> None:
    found = SHAPES[shape]
    width, depth, height = found.table_mm
    assert 0 < found.zone_mm[0] <= width
    assert found.zone_mm[1] <= depth or found.tilt_deg > 45
    assert 400 <= height <= 1_200
    assert 0 < found.finest_detail_mm < min(found.zone_mm) / 20
    assert 0 <= found.margin_mm <= min(found.zone_mm) / 2
    assert 0 < found.reflectance <= 1
    assert 0 < found.mat_reflectance <= 1
    assert len(set(found.angles)) == len(found.angles) >= 1
    assert found.title
    assert found.says
