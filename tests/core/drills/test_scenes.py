"""Scenes: the same again by the same seed, harder by a smaller margin, of the maker's own plans and gear, and none where
a plan is too empty."""

from __future__ import annotations

from random import Random

import pytest

from steeple.core.drills.kind import FORM_SIZES, DrillKind, far_end, margin_of
from steeple.core.drills.making import BODIES, bared, looks_down, made_plan, pairs_owned, usual
from steeple.core.drills.registry import DRILLS, drill, practice_for
from steeple.core.drills.scene import EASIEST, HARDEST, scene_of
from steeple.core.errors import InputError
from steeple.core.findings.registry import RULES
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, owned_of
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.work import Work
from steeple.core.plan.reading import read_plan, write_plan
from steeple.core.plan.shapes import SHAPES
from steeple.core.record.pair import KINDS
from steeple.core.study.base.sentence import sentence_words
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from tests.plans import BARE

KIND_IDS = [one.id for one in DRILLS]
EMPTY = Plan(title="Nothing yet", work=Work(shape="page-flat"))


@pytest.mark.parametrize("kind", DRILLS, ids=KIND_IDS)
def test_the_same_seed_gives_the_same_scene_and_another_one_another(kind: DrillKind) -> None:
    one, again, other = (scene_of(kind, seed, 3) for seed in (7, 7, 8))
    assert one is not None
    assert again is not None
    assert other is not None
    assert one.plan == again.plan
    assert one.found.truth == again.found.truth
    assert one.plan != other.plan


@pytest.mark.parametrize("kind", DRILLS, ids=KIND_IDS)
def test_the_harder_a_scene_is_the_less_clearly_its_answer_stands_out(kind: DrillKind) -> None:
    margins = []
    for difficulty in range(EASIEST, HARDEST + 1):
        found = scene_of(kind, 11, difficulty)
        assert found is not None
        margins.append(found.found.margin)
        assert 0.0 <= found.found.margin <= 1.0
    assert margins == sorted(margins, reverse=True)
    assert kind.form == "choice" or margins[0] > margins[-1]


@pytest.mark.parametrize("kind", DRILLS, ids=KIND_IDS)
def test_a_scene_is_a_whole_plan_with_a_question_and_a_reason(kind: DrillKind) -> None:
    found = scene_of(kind, 3, 2)
    assert found is not None
    assert read_plan(write_plan(found.plan).encode()) == found.plan
    for system in ("cm", "in"):
        for said in (found.found.asks, found.found.reason):
            words = sentence_words(said, system)
            assert words.endswith((".", "?"))
            assert "{" not in words
    assert len(found.found.truth) in (0, FORM_SIZES[kind.form])
    if kind.form in ("height", "edge", "rule", "turn"):
        assert found.found.low <= found.found.truth[0] <= found.found.high
    if kind.form == "picture":
        assert 0 <= found.found.truth[0] < len(found.plan.cameras)
        assert found.found.pictures == tuple(range(len(found.plan.cameras)))


@pytest.mark.parametrize("difficulty", [0, 6, -1])
def test_no_scene_is_harder_than_the_hardest(difficulty: int) -> None:
    with pytest.raises(InputError, match="from 1 to 5"):
        scene_of(DRILLS[0], 1, difficulty)


@pytest.mark.parametrize("kind", DRILLS, ids=KIND_IDS)
def test_a_plan_that_is_too_empty_gives_no_scene(kind: DrillKind) -> None:
    if kind.id in ("jump", "fingers"):
        return  # The cameras are of chance there: any work will do.
    assert scene_of(kind, 1, 3, EMPTY) is None


@pytest.mark.parametrize("kind", DRILLS, ids=KIND_IDS)
def test_scenes_come_of_the_plans_of_the_demo_too(kind: DrillKind) -> None:
    found = [scene_of(kind, 5, 3, plan) for plan in (DULCIMER, DUMPLINGS, GILDING)]
    there = [one for one in found if one is not None]
    assert there, "at least one of the three has what it takes"
    assert all(one.own for one in there)
    titles = {DULCIMER.title, DUMPLINGS.title, GILDING.title}
    assert {one.plan.title for one in there} <= titles


def test_own_gear_is_what_is_practised_with() -> None:
    camera = GILDING.cameras[0]
    assert camera.body is not None
    assert camera.lens is not None
    owned = owned_of([camera.body, camera.lens])
    assert pairs_owned(owned, zoom=False) == [(camera.body, camera.lens)]
    plan = made_plan(Random(1), owned, ("page-flat",))
    assert plan.cameras[0].body == camera.body
    board = pairs_owned(NOTHING_OWNED, zoom=False)
    assert len(board) == sum(len(lenses) for _, lenses in BODIES)
    zooms = pairs_owned(NOTHING_OWNED, zoom=True)
    assert all(lens.focal_max_mm > lens.focal_min_mm for _, lens in zooms)
    alone = owned_of([usual("camera-middle"), usual("normal-middle")])
    assert pairs_owned(alone, zoom=True) == zooms, "where no zoom is owned, one of the board"


def test_what_names_a_camera_that_is_gone_goes_with_it() -> None:
    for plan in (DULCIMER, DUMPLINGS, GILDING):
        still = looks_down(plan)
        if still is None:
            continue
        assert len(still.cameras) == 1
        assert Plan.model_validate_json(still.model_dump_json()) == still
        assert bared(still).supports == ()
    assert looks_down(EMPTY) is None
    assert looks_down(BARE) is None or BARE.cameras[0].body is not None


def test_every_finding_and_figure_that_is_practised_is_known() -> None:
    codes = {one.code for one in RULES}
    for kind in DRILLS:
        assert set(kind.teaches) <= codes, kind.id
        assert set(kind.figures) <= set(KINDS), kind.id
        assert kind.teaches
    assert practice_for("lens.zone-cut-off") is DRILLS[0]
    assert practice_for("no.such") is None
    with pytest.raises(InputError, match="no drill"):
        drill("juggling")


def test_every_step_has_its_drill_and_every_id_is_of_its_own() -> None:
    assert {one.step for one in DRILLS} == {"lens", "hold", "light", "angles", "sound", "roll"}
    assert len({one.id for one in DRILLS}) == len(DRILLS)
    assert len({one.title for one in DRILLS}) == len(DRILLS)


@pytest.mark.parametrize("truth", [120.0, 777.0, 2400.0])
def test_neither_the_end_nor_the_middle_of_what_can_be_guessed_tells_the_answer(
    truth: float,
) -> None:
    ends = [far_end(truth, 100.0 + salt, 50.0) for salt in range(40)]
    assert all(1.5 * truth <= one <= 2.7 * truth + 50.0 for one in ends)
    assert min(ends) / 2 < truth < max(ends) / 2 + 1.0
    assert len(set(ends)) >= min(5, truth / 50)


def test_a_margin_falls_as_the_first_belief_is_farther_off() -> None:
    assert margin_of(0.0, 20.0) == 1.0
    assert margin_of(20.0, 20.0) == margin_of(-20.0, 20.0) == 0.5
    assert margin_of(400.0, 20.0) < 0.1


def test_shapes_of_chance_are_shapes_that_there_are() -> None:
    for seed in range(30):
        plan = made_plan(Random(seed), NOTHING_OWNED, tuple(SHAPES))
        assert plan.work.shape in SHAPES
        assert plan.title.startswith("Practice: ")
