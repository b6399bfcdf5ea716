"""Things that are thought of and not owned stand beside the maker's own in every comparison."""

from __future__ import annotations

from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned, owned_of
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.solve.hold.supports import KINDS as SUPPORTS
from steeple.core.solve.hold.supports import compare_supports
from steeple.core.solve.lens.compare import compare
from steeple.core.solve.light.compare_lamps import KINDS as LAMPS
from steeple.core.solve.light.compare_lamps import compare_lamps
from steeple.demo.plans import DULCIMER
from tests.core.solve.rig.cases import SMALL

WIDE = Lens(
    name="Dear wide", focal_min_mm=12, focal_max_mm=12, f_number_wide=2.8, f_number_long=2.8,
    min_focus_from_mark_mm=200, length_mm=80, mount=SMALL.lenses[0].mount,
)  # fmt: skip
STAND = SUPPORTS[1].model_copy(update={"name": "Dear stand", "reach_mm": 2000.0})
LAMP = LAMPS[4].model_copy(update={"name": "Dear lamp", "flux_lm": 9000.0})
THOUGHT_OF = owned_of([WIDE, STAND, LAMP])


def lens_names(owned: Owned, considered: Owned) -> list[str]:
    rows = compare(DULCIMER, owned=owned, considered=considered).rows
    return [one.name for one in rows if one.considered]


def test_a_lens_that_is_considered_is_set_with_every_camera_that_it_fits() -> None:
    rows = compare(DULCIMER, owned=SMALL, considered=THOUGHT_OF).rows
    found = [one for one in rows if one.considered]
    fitting = {
        one.name for one in (*SMALL.bodies, DULCIMER.cameras[0].body) if one and WIDE.fits(one)
    }
    assert {one.name.split(",")[0] for one in found} == fitting
    assert all("Dear wide" in one.name and not one.owned and not one.present for one in found)
    owned = [at for at, one in enumerate(rows) if one.owned]
    kinds = [at for at, one in enumerate(rows) if not one.owned and not one.considered]
    assert max(owned) < rows.index(found[0]) <= rows.index(found[-1]) < min(kinds)


def test_nothing_is_shown_twice_where_it_is_owned_or_in_the_plan_already() -> None:
    assert lens_names(SMALL, NOTHING_OWNED) == []
    assert lens_names(SMALL, Owned(lenses=SMALL.lenses)) == []
    camera = DULCIMER.cameras[0]
    assert camera.body is not None
    assert camera.lens is not None
    assert lens_names(NOTHING_OWNED, owned_of([camera.body, camera.lens])) == []


def test_a_support_that_is_considered_stands_in_the_comparison_once() -> None:
    rows = compare_supports(DULCIMER, owned=SMALL, considered=THOUGHT_OF).rows
    (found,) = [one for one in rows if one.name == "Dear stand"]
    assert found.considered
    assert not found.owned
    assert found.changes
    placed = PlacedSupport(id="thought-of", gear=STAND, owned=False)
    with_it = DULCIMER.model_copy(update={"supports": (*DULCIMER.supports, placed)})
    again = compare_supports(with_it, owned=SMALL, considered=THOUGHT_OF).rows
    assert sum(one.name == "Dear stand" for one in again) == 1


def test_a_lamp_that_is_considered_is_put_where_it_is_best_and_not_taken() -> None:
    rows = compare_lamps(DULCIMER, owned=SMALL, considered=THOUGHT_OF).rows
    (found,) = [one for one in rows if one.considered]
    assert found.name == "Dear lamp"
    assert found.changes == ()
    assert found.decides
    kinds = [one for one in rows if not one.owned and not one.considered]
    assert {one.name for one in kinds} <= {one.name for one in LAMPS}
