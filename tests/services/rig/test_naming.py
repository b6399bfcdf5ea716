"""Which thing of the cupboard each thing of a plan is."""

from __future__ import annotations

from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.demo.plans import GILDING
from steeple.services.gear import Cupboard
from steeple.services.rig.naming import changes_with_ids, ids_by_figures, with_ids


def nameless(plan: Plan) -> Plan:
    bare = tuple(one.model_copy(update={"body_id": None, "lens_id": None}) for one in plan.cameras)
    return plan.model_copy(update={"cameras": bare})


def cupboard(**things: list[tuple[str, object]]) -> Cupboard:
    empty: dict[str, list[tuple[str, object]]] = {
        name: [] for name in Cupboard.__dataclass_fields__
    }
    return Cupboard(**{**empty, **things})  # type: ignore[arg-type]


def test_a_camera_and_its_lens_are_known_by_all_of_their_figures() -> None:
    camera = GILDING.cameras[0]
    assert camera.body is not None
    assert camera.lens is not None
    ids = ids_by_figures(cupboard(bodies=[("b", camera.body)], lenses=[("l", camera.lens)]))
    named = with_ids(nameless(GILDING), ids).cameras[0]
    assert (named.body_id, named.lens_id) == ("b", "l")


def test_what_differs_in_one_figure_is_another_thing() -> None:
    camera = GILDING.cameras[0]
    assert camera.body is not None
    other = camera.body.model_copy(update={"mass_g": (camera.body.mass_g or 0) + 1})
    ids = ids_by_figures(cupboard(bodies=[("b", other)]))
    assert with_ids(nameless(GILDING), ids).cameras[0].body_id is None


def test_an_id_that_is_there_stays_and_of_twins_the_first_counts() -> None:
    camera = GILDING.cameras[0]
    assert camera.body is not None
    ids = ids_by_figures(cupboard(bodies=[("first", camera.body), ("second", camera.body)]))
    kept = camera.model_copy(update={"body_id": "kept"})
    plan = GILDING.model_copy(update={"cameras": (kept, *GILDING.cameras[1:])})
    assert with_ids(plan, ids).cameras[0].body_id == "kept"
    assert with_ids(nameless(GILDING), ids).cameras[0].body_id == "first"


def test_a_plan_without_cameras_is_as_it_was() -> None:
    plan = GILDING.model_copy(update={"cameras": ()})
    assert with_ids(plan, {}) == plan


def test_what_a_comparison_puts_into_a_plan_is_known_there() -> None:
    camera = GILDING.cameras[0]
    assert camera.body is not None
    assert camera.lens is not None
    ids = ids_by_figures(cupboard(bodies=[("b", camera.body)], lenses=[("l", camera.lens)]))
    other = camera.lens.model_copy(update={"name": "Another"})
    changes = [
        Change(path="/cameras/0/body", value=camera.body.model_dump(mode="json")),
        Change(path="/cameras/0/lens", value=camera.lens.model_dump(mode="json")),
        Change(path="/cameras/0/body_id", value=None),
        Change(path="/cameras/0/lens_id", value=None),
    ]
    after = apply_changes(nameless(GILDING), changes_with_ids(changes, ids))
    assert (after.cameras[0].body_id, after.cameras[0].lens_id) == ("b", "l")
    swapped = [
        changes[0],
        changes[1].model_copy(update={"value": other.model_dump(mode="json")}),
        *changes[2:],
    ]
    after = apply_changes(nameless(GILDING), changes_with_ids(swapped, ids))
    assert (after.cameras[0].body_id, after.cameras[0].lens_id) == ("b", None)
    alone = (Change(path="/cameras/0/body_id", value=None), Change(path="/title", value="A"))
    assert changes_with_ids(alone, ids) == alone
