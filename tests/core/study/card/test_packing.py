"""The packing list: everything of a plan, once, by bags."""

from __future__ import annotations

from collections import Counter

import pytest

from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.card.lists.packing import PackGroup, packing_list
from steeple.core.study.plan_study import camera_studies
from steeple.demo.angles import SHELF
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from tests.core.solve.rig.cases import empty

HEADINGS = (
    "Cameras", "What holds them", "Light", "Sound", "Power and cards", "For the bench",
)  # fmt: skip


def packed(plan: Plan) -> tuple[PackGroup, ...]:
    return packing_list(camera_studies(plan)[0].context)


def counts(plan: Plan) -> Counter[str]:
    found: Counter[str] = Counter()
    for group in packed(plan):
        for one in group.items:
            found[sentence_words(one.name, "cm")] += one.count
    return found


@pytest.mark.parametrize("plan", SHELF, ids=lambda one: one.title)
def test_everything_that_is_carried_is_on_it(plan: Plan) -> None:
    there = counts(plan)
    for camera in plan.cameras:
        for thing in (camera.body, camera.lens, camera.filter):
            assert thing is None or there[thing.name] >= 1
    for support in plan.supports:
        assert there[support.gear.name] >= 1
    for lamp in plan.lights:
        if lamp.role != "practical" and not lamp.stays:
            assert there[lamp.fixture.name] >= 1
    for mic in plan.mics:
        assert there[mic.gear.name] >= 1
    for bank in plan.banks:
        assert there[bank.gear.name] >= 1


@pytest.mark.parametrize("plan", SHELF, ids=lambda one: one.title)
def test_bags_come_in_their_order_with_no_key_twice(plan: Plan) -> None:
    groups = packed(plan)
    order = [HEADINGS.index(one.heading) for one in groups]
    assert order == sorted(order)
    assert all(one.items for one in groups)
    keys = [item.key for one in groups for item in one.items]
    assert len(set(keys)) == len(keys)
    assert packed(plan) == groups, "the same plan keeps its ticks"


def test_an_empty_plan_packs_what_a_bench_always_wants() -> None:
    (group,) = packed(empty("page-flat").model_copy(update={"cameras": ()}))
    assert group.heading == "For the bench"
    names = [sentence_words(one.name, "cm") for one in group.items]
    assert "Tape measure" in names
    assert not any("Level" in one for one in names), "there is no camera to level"


def test_two_alike_are_one_line_with_a_count() -> None:
    first = GILDING.lights[0]
    twin = first.model_copy(update={"id": "twin"})
    before, after = (
        counts(GILDING),
        counts(GILDING.model_copy(update={"lights": (*GILDING.lights, twin)})),
    )
    assert after[first.fixture.name] == before[first.fixture.name] + 1


def test_what_is_not_owned_is_to_be_got() -> None:
    support = GILDING.supports[0].model_copy(update={"owned": False})
    plan = GILDING.model_copy(update={"supports": (support, *GILDING.supports[1:])})
    items = [item for group in packed(plan) for item in group.items]
    told = next(one for one in items if sentence_words(one.name, "cm") == support.gear.name)
    assert told.to_get
    assert not any(
        one.to_get
        for group in packed(DULCIMER)
        for one in group.items
        if group.heading == "Cameras"
    )


@pytest.mark.parametrize(
    ("by", "battery", "socket"),
    [("battery", True, False), ("mains", False, True), (None, True, False)],
)
def test_power_goes_by_what_feeds_it(by: str | None, battery: bool, socket: bool) -> None:
    camera = DUMPLINGS.cameras[0]
    supply = camera.supply.model_copy(update={"by": by, "bank": None})
    plan = DUMPLINGS.model_copy(
        update={
            "cameras": (camera.model_copy(update={"supply": supply}),), "lights": (), "leads": (),
            "recorders": (), "mics": (), "setups": (), "banks": (),
        }
    )  # fmt: skip
    names = counts(plan)
    assert (names["Battery"] > 0) is battery
    assert (names["Multiple socket with a lead"] > 0) is socket


def test_spare_cards_and_batteries_are_counted() -> None:
    camera = DUMPLINGS.cameras[0]
    supply = camera.supply.model_copy(update={"by": "battery", "spare_batteries": 2, "bank": None})
    storage = camera.storage.model_copy(update={"spare_media": 3})
    plan = DUMPLINGS.model_copy(
        update={
            "cameras": (camera.model_copy(update={"supply": supply, "storage": storage}),),
            "recorders": (), "mics": (), "setups": (), "banks": (), "lights": (),
        }
    )  # fmt: skip
    names = counts(plan)
    assert names["Battery"] == 3
    if storage.medium is not None:
        assert names[storage.medium.name] == 4
