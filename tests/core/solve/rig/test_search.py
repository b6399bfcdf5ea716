"""The search over rigs, against all of them on small cupboards."""

from __future__ import annotations

from functools import cache

import pytest

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.work import ShapeId
from steeple.core.solve.rig.nodes import Rig, framed, held, lit, pairs_in_order
from steeple.core.solve.rig.score import RIG_WEIGHTS
from steeple.core.solve.rig.search import Search
from tests.core.solve.rig.cases import SMALL, empty, only, with_camera

SHAPES: tuple[ShapeId, ...] = ("page-flat", "cards-between-two")


@cache
def every(shape: ShapeId) -> tuple[list[Rig], list[Rig], list[Rig]]:
    """Every rig of the small cupboard: framed, held, lit."""
    plan = with_camera(empty(shape))
    cameras = [one for named in pairs_in_order(plan, SMALL) for one in framed(plan, named, SMALL)]
    under = [one for rig in cameras for one in held(rig, SMALL)]
    whole = [one for rig in under for one in lit(rig, SMALL) if isinstance(one, Rig)]
    return cameras, under, whole


@cache
def searched(shape: ShapeId) -> Search:
    search = Search(with_camera(empty(shape)), SMALL)
    for _ in search.run():
        pass
    return search


@pytest.mark.parametrize("shape", SHAPES)
def test_the_best_of_each_kind_is_that_of_an_exhaustive_search(shape: ShapeId) -> None:
    whole = every(shape)[2]
    search = searched(shape)
    for kind in RIG_WEIGHTS:
        truth = min(one.score.total(kind) for one in whole)
        found = min(one.score.total(kind) for one in search.whole)
        assert found <= 1.02 * truth, kind


@pytest.mark.parametrize("shape", SHAPES)
def test_no_rig_that_holds_is_missed(shape: ShapeId) -> None:
    """And where none holds, none fails in less."""
    fewest = min(one.score.fails for one in every(shape)[2])
    assert min(one.score.fails for one in searched(shape).whole) == fewest


@pytest.mark.parametrize("shape", SHAPES)
def test_what_is_still_to_come_only_raises_a_score(shape: ShapeId) -> None:
    cameras, under, whole = every(shape)
    for kind in RIG_WEIGHTS:
        for rigs, before in ((under, cameras), (whole, under)):
            for rig in rigs:
                parts = [
                    one
                    for one in before
                    if one.plan.cameras[0].body == rig.plan.cameras[0].body
                    and one.plan.cameras[0].lens == rig.plan.cameras[0].lens
                    and (one.stage == "framed" or one.plan.supports == rig.plan.supports)
                    and one.plan.cameras[0].position == rig.plan.cameras[0].position
                ]
                bounds = [one.score.total(kind) for one in parts]
                assert not bounds or rig.score.total(kind) >= min(bounds) - 1e-9


def test_the_same_cupboard_gives_the_same_rigs() -> None:
    again = Search(with_camera(empty("page-flat")), SMALL)
    for _ in again.run():
        pass
    before = searched("page-flat")
    assert [one.plan for one in again.whole] == [one.plan for one in before.whole]
    assert [one.score for one in again.whole] == [one.score for one in before.whole]


def test_pairs_that_are_nearest_to_the_zone_come_first_and_twins_once() -> None:
    plan: Plan = with_camera(empty("page-flat"))
    twins = only(bodies=("Mid-size",), lenses=("standard zoom", "long zoom"))
    doubled = type(twins)(bodies=twins.bodies * 2, lenses=twins.lenses * 2)
    names = [one[0] for one in pairs_in_order(plan, doubled)]
    assert len(names) == 2
    assert "standard zoom" in names[0]


def test_an_empty_cupboard_frames_nothing() -> None:
    search = Search(with_camera(empty("page-flat")), only())
    steps = list(search.run())
    assert search.best is None
    assert search.whole == []
    assert all(one.best is None for one in steps)


def test_a_camera_without_a_support_hangs_in_the_air_and_it_is_said() -> None:
    alone = only(bodies=("Phone",), fixtures=("Soft square, 60",))
    search = Search(with_camera(empty("page-flat")), alone)
    for _ in search.run():
        pass
    assert search.whole
    codes = {one.code for one in search.whole[0].findings if one.speaks}
    assert "hold.no-support" in codes


def test_a_support_that_does_not_reach_so_high_gets_the_camera_lower() -> None:
    """The desk arm is too low for the best height of the lens: the camera is set anew within its reach."""
    owned = only(bodies=("Mid-size",), lenses=("wide zoom",), supports=("Desk arm",))
    plan = with_camera(empty("page-flat"))
    (rig,) = framed(plan, pairs_in_order(plan, owned)[0], owned)
    heights = {one.plan.cameras[0].position.z_mm for one in held(rig, owned)}
    best = min(held(rig, owned), key=lambda one: one.score.total())
    assert heights
    assert best.score.total() <= min(one.score.total() for one in held(rig, owned))
