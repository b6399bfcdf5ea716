"""The lists of the card, the cameras on their lines, and the scene."""

from __future__ import annotations

import pytest

from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.card.full import FullCard, full_card
from steeple.core.study.card.lists.away import floor_needed
from steeple.core.study.card.scene import scene_of
from steeple.core.study.plan_study import camera_studies
from steeple.demo.angles import SHELF
from tests.core.study.hold.test_sharing import shared
from tests.plans import BARE, SOUND, changed

DULCIMER, DUMPLINGS, GILDING = SHELF


def full(plan: Plan) -> FullCard:
    return full_card([one.context for one in camera_studies(plan)])


def packed(plan: Plan) -> dict[str, int]:
    return {
        sentence_words(item.name, "cm"): item.count
        for group in full(plan).packing
        for item in group.items
    }


def listed(items: object) -> str:
    return " / ".join(sentence_words(one.says, "cm") for one in items)  # type: ignore[attr-defined]


@pytest.mark.parametrize("plan", SHELF, ids=lambda plan: plan.title)
def test_everything_of_the_plan_is_packed(plan: Plan) -> None:
    found = packed(plan)
    for camera in plan.cameras:
        assert camera.body is not None
        assert found[camera.body.name] >= 1
    for part in ("supports", "mics", "recorders", "banks"):
        for one in getattr(plan, part):
            assert one.gear.name in found
    for lamp in plan.lights:
        if lamp.role != "practical":
            assert lamp.fixture.name in found
    assert "Tape measure" in found


def test_keys_of_the_lists_differ_so_that_a_tick_is_of_one_thing() -> None:
    for plan in (*SHELF, SOUND, BARE):
        card = full(plan)
        keys = [item.key for group in card.packing for item in group.items]
        keys += [item.key for item in (*card.location, *card.leaving)]
        assert len(keys) == len(set(keys))


def test_what_is_not_owned_is_still_to_get() -> None:
    items = [item for group in full(GILDING).packing for item in group.items]
    missing = [sentence_words(item.name, "cm") for item in items if item.to_get]
    assert missing == ["adapter ⅝-27 hole to ¼ stud"]


def test_things_alike_are_counted_together() -> None:
    found = packed(DULCIMER)
    wires = sum(1 for one in DULCIMER.supports if one.tether)
    assert wires > 1
    assert found["Safety wire or strap"] == wires


def test_things_of_different_weight_are_not_one_thing_twice() -> None:
    weights = sorted(one.sandbag_g for one in DULCIMER.supports if one.sandbag_g)
    assert len(set(weights)) == 3
    found = packed(DULCIMER)
    bags = {name: count for name, count in found.items() if name.startswith("Sandbag")}
    assert bags == {f"Sandbag of {weight / 1000:g} kg": 1 for weight in weights}


def test_one_counterweight_is_packed_for_two_cameras_on_one_arm() -> None:
    plan = shared(x_mm=60.0)
    assert len(plan.cameras) == 2
    weights = {name: count for name, count in packed(plan).items() if "Counterweight" in name}
    assert list(weights.values()) == [1]


def test_the_venue_is_asked_for_what_the_plan_needs() -> None:
    asked = listed(full(DUMPLINGS).location)
    assert "Sockets for 4 plugs" in asked
    assert "80 cm" in asked or "cm" in asked
    assert "Which ways must stay free" in asked
    quiet = changed(lights=[], cameras=[])
    assert "Sockets" not in listed(full(quiet).location)


def test_the_floor_asked_for_holds_everything() -> None:
    (first, *_) = camera_studies(DUMPLINGS)
    width, depth = floor_needed(first.context)
    table = first.bench.table
    assert width > table.width_mm + 1_000
    assert depth > table.depth_mm + 1_000


def test_before_leaving_what_was_off_is_on_again() -> None:
    noises = [{"name": "the fridge", "kind": "fridge", "off": True}]
    assert "On again: the fridge" in listed(full(changed(sound__noises=noises)).leaving)
    assert "On again" not in listed(full(SOUND).leaving)


def test_a_camera_stands_on_one_line() -> None:
    (line,) = full(SOUND).lines
    assert (line.letter, line.camera) == ("A", "overhead")
    assert line.zoom is not None
    assert line.zoom.value == 30
    assert line.across is not None
    assert line.across.where == "from the left table edge"
    assert line.tilt is None
    assert full(BARE).lines == ()


def test_the_scene_has_everything_once_under_names_that_differ() -> None:
    for plan in SHELF:
        scene = scene_of([one.context for one in camera_studies(plan)])
        names = [one.name for one in scene.solids]
        assert len(names) == len(set(names))
        assert {"floor", "table", "zone"} <= set(names)
        for support in plan.supports:
            assert any(support.gear.name in name for name in names)
        assert len(scene.cameras) == len(plan.cameras)


def test_the_cameras_of_the_scene_look_at_their_work() -> None:
    scene = scene_of([one.context for one in camera_studies(SOUND)])
    (camera,) = scene.cameras
    assert camera.axis.z == pytest.approx(-1.0)
    assert camera.right.dot(camera.up) == pytest.approx(0.0, abs=1e-9)
    assert 20 < camera.across_deg < 90
    assert camera.aspect == pytest.approx(16 / 9, rel=0.01)
