"""The whole rig: three that differ in kind, what they say, and what is said where none holds."""

from __future__ import annotations

from dataclasses import replace
from functools import cache

import pytest

from steeple.core.budget import TooLong, spending
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.maker import Maker
from steeple.core.plan.parts.work import ShapeId
from steeple.core.plan.shapes import SHAPES
from steeple.core.solve.rig.offers import RigOffer, changes_to, kinds_won
from steeple.core.solve.rig.work_out import (
    RigAsk,
    RigOutcome,
    RigProgress,
    bare_plan,
    made_of,
    way_of,
    with_media,
    work_out_rig,
)
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from tests.core.solve.rig.cases import DEMO, SMALL, empty, only


def run(
    plan: Plan, owned: Owned = DEMO, ask: RigAsk | None = None
) -> tuple[list[RigProgress], RigOutcome]:
    *steps, outcome = work_out_rig(plan, ask, owned=owned)
    assert isinstance(outcome, RigOutcome)
    return [one for one in steps if isinstance(one, RigProgress)], outcome


@cache
def of_shape(shape: ShapeId) -> tuple[Plan, RigOutcome]:
    plan = empty(shape)
    return plan, run(plan)[1]


USUAL = only(
    bodies=("Mid-size", "Phone"), lenses=("standard zoom", "wide zoom", "close-up"),
    supports=("Floor tripod", "Pole clamped", "Boom stand", "Wall-to-wall"),
    fixtures=("Soft square, 60", "Soft square, 90"),
)  # fmt: skip


@pytest.mark.parametrize("shape", list(SHAPES))
def test_every_shape_of_work_gets_a_rig_that_holds(shape: ShapeId) -> None:
    plan = empty(shape)
    outcome = run(plan, USUAL)[1]
    assert outcome.holds, [sentence_words(one.title, "cm") for one in outcome.against]
    assert 1 <= len(outcome.offers) <= 3
    assert not outcome.cut_short
    assert not outcome.nothing_owned
    for offer in outcome.offers:
        after = apply_changes(plan, offer.changes)
        assert after == offer.plan
        found = judge(camera_studies(after, DEMO))
        fails = [one.code for one in found if one.verdict == "fails"]
        assert offer.holds == (not fails)
        assert {(one.code, one.about) for one in offer.open} == {
            (one.code, one.about) for one in found if one.speaks
        }


@pytest.mark.parametrize("shape", ["page-flat", "vessel"])
def test_alternatives_differ_in_kind_and_the_best_all_round_comes_first(shape: ShapeId) -> None:
    _, outcome = of_shape(shape)
    assert len(outcome.offers) == 3
    assert len({made_of(one.plan) for one in outcome.offers}) == 3
    assert len({way_of(one.plan) for one in outcome.offers}) >= 2
    scores = [one.score for one in outcome.offers]
    assert scores == sorted(scores)
    assert "all round" in outcome.offers[0].best_for
    won = [kind for one in outcome.offers for kind in one.best_for]
    assert len(won) == len(set(won)) == 4


def test_an_offer_says_camera_height_support_lamps_and_what_the_iso_means() -> None:
    _, outcome = of_shape("page-flat")
    offer = outcome.offers[0]
    line = sentence_words(offer.line, "cm")
    assert offer.plan.cameras[0].body is not None
    assert line.startswith(offer.plan.cameras[0].body.name)
    assert "cm above the table, on " in line
    assert "lit by" in line
    assert "noise" in sentence_words(offer.gives, "cm")
    assert "min" in sentence_words(offer.costs, "cm")
    assert {one.subject for one in offer.needs} >= {"camera", "holds", "light"}
    assert all(one.owned for one in offer.needs)
    assert {one.step for one in offer.marks} >= {"work", "lens", "hold", "light"}


def test_parts_of_an_offer_can_be_taken_alone() -> None:
    plan, outcome = of_shape("page-flat")
    first, second, *_ = outcome.offers
    taken = apply_changes(plan, first.changes)
    both = apply_changes(taken, second.parts["light"])
    assert both.lights == second.plan.lights
    assert both.cameras == first.plan.cameras
    paths = {one.path for part in first.parts.values() for one in part}
    assert paths == {one.path for one in first.changes}


def test_how_far_it_is_is_told_with_the_best_so_far() -> None:
    steps, outcome = run(empty("page-flat"), SMALL)
    assert [one.done for one in steps] == sorted(one.done for one in steps)
    assert all(one.done <= one.of for one in steps)
    assert all(one.now for one in steps)
    told = [one.best for one in steps if one.best is not None]
    scores = [one.score for one in told]
    assert told
    assert scores[-1] <= scores[0] + 100
    assert outcome.offers


def test_the_same_inputs_give_the_same_answer() -> None:
    one, other = run(empty("fingertips"), SMALL)[1], run(empty("fingertips"), SMALL)[1]
    assert one == other


def test_gear_of_the_plan_is_not_looked_at_and_what_stays_is_kept() -> None:
    bare = bare_plan(GILDING)
    assert bare.cameras[0].body is None
    assert len(bare.supports) + len(bare.mics) + len(bare.banks) == 0
    assert bare.work == GILDING.work
    assert bare.room == GILDING.room
    assert all(one.stays for one in bare.lights)
    again = apply_changes(GILDING, changes_to(GILDING, bare))
    assert again == bare
    assert bare_plan(bare) == bare


@pytest.mark.parametrize("plan", [DUMPLINGS, DULCIMER], ids=lambda one: one.title)
def test_the_demo_plans_get_a_rig_that_is_no_worse_than_their_own(plan: Plan) -> None:
    _, outcome = run(plan)
    own = judge(camera_studies(plan, DEMO))
    fails = sum(one.verdict == "fails" for one in own)
    best = outcome.offers[0]
    left = sum(one.verdict == "fails" for one in best.open)
    assert left <= fails
    assert best.plan.title == plan.title


class TestWhereNothingHolds:
    """The least give-way is said; never silence, never an invented figure."""

    def test_an_empty_cupboard_gets_kinds_of_things(self) -> None:
        _, outcome = run(empty("page-flat"), NOTHING_OWNED)
        assert outcome.nothing_owned
        assert outcome.offers
        assert "usual kinds" in sentence_words(outcome.says, "cm")

    def test_one_lens_that_fits_no_camera(self) -> None:
        lens = DEMO.lenses[0].model_copy(update={"mount": "another mount"})
        body = next(one for one in DEMO.bodies if one.mount == "small mount")
        owned = replace(SMALL, bodies=(body,), lenses=(lens,))
        _, outcome = run(empty("page-flat"), owned)
        assert not outcome.holds
        assert outcome.offers == ()
        assert "no camera has a lens that fits it" in sentence_words(outcome.says, "cm")

    def test_a_room_lower_than_the_maker(self) -> None:
        plan = empty("page-flat", ceiling_mm=1500.0)
        _, outcome = run(plan, SMALL)
        assert outcome.offers
        if not outcome.holds:
            assert outcome.against
            assert outcome.give_ways or outcome.to_get or outcome.against

    def test_only_a_long_lens(self) -> None:
        owned = only(
            bodies=("Mid-size",), lenses=("long zoom",), supports=("Boom stand",),
            fixtures=("Soft square, 60",),
        )  # fmt: skip
        _, outcome = run(empty("cloth"), owned)
        assert not outcome.holds
        assert outcome.against
        assert "could give way" in sentence_words(outcome.says, "cm")
        lenses = [one for one in outcome.to_get if one.subject == "lens"]
        assert lenses, "another lens would mend it"
        words = sentence_words(lenses[0].look_for, "cm")
        assert "mm" in words
        assert lenses[0].clears >= 1

    def test_what_is_to_be_got_does_mend(self) -> None:
        owned = only(
            bodies=("Mid-size",), lenses=("standard zoom",), supports=("Tripod with horizontal",),
            fixtures=("Soft square, 60",),
        )  # fmt: skip
        _, outcome = run(empty("vessel"), owned)
        for kind in outcome.to_get:
            best: RigOffer = outcome.offers[0]
            after = apply_changes(best.plan, kind.changes)
            found = judge(camera_studies(after, owned))
            bad = sum(
                one.verdict == "fails" or one.code in ("hold.no-support", "light.no-lamp")
                for one in found
                if one.speaks and one.step not in ("sound", "roll")
            )
            assert bad == kind.leaves

    def test_a_cupboard_full_of_unknowns(self) -> None:
        """Ratings, light and bit rates that nobody knows: rigs are offered, and what is not known is said."""
        supports = tuple(
            one.model_copy(update={"gear": one.gear.model_copy(update={"rated_load_g": None})})
            for one in SMALL.supports
        )
        fixtures = tuple(
            one.model_copy(update={"gear": one.gear.model_copy(update={"flux_lm": None})})
            for one in SMALL.fixtures
        )
        _, outcome = run(empty("page-flat"), replace(SMALL, supports=supports, fixtures=fixtures))
        assert outcome.offers
        open_codes = {one.code for one in outcome.offers[0].open if one.verdict == "unknown"}
        assert open_codes

    def test_wishes_that_cannot_both_be(self) -> None:
        """Filmed close, by one who leans far in, under a low roof."""
        maker = Maker.model_validate({"lean_deg": 40, "posture": "standing"})
        plan = empty("cloth", ceiling_mm=2000.0).model_copy(update={"maker": maker})
        _, outcome = run(plan, SMALL)
        assert outcome.offers
        assert outcome.holds or outcome.against


class TestOtherViews:
    def test_a_face_is_filmed_by_another_camera(self) -> None:
        plan = empty("page-flat")
        _, outcome = run(plan, DEMO, RigAsk(views=("face",)))
        offer = outcome.offers[0]
        assert [one.role for one in offer.plan.cameras] == ["overhead", "face"]
        bodies = [one.body.name for one in offer.plan.cameras if one.body is not None]
        assert len(set(bodies)) == 2, "what one camera uses is not there for the other"
        assert outcome.missing == ()

    def test_a_view_for_which_there_is_no_camera_is_named(self) -> None:
        alone = only(
            bodies=("Phone",), supports=("Pole clamped",), fixtures=("Soft square, 60",)
        )  # fmt: skip
        _, outcome = run(empty("page-flat"), alone, RigAsk(views=("face",)))
        assert outcome.offers
        assert len(outcome.missing) == 1
        assert outcome.missing[0].startswith("the face")
        assert len(outcome.offers[0].plan.cameras) == 1


def test_a_memory_card_is_the_smallest_that_lasts() -> None:
    plan = of_shape("page-flat")[1].offers[0].plan
    bare = plan.model_copy(
        update={
            "cameras": tuple(
                one.model_copy(update={"storage": one.storage.model_copy(update={"medium": None})})
                for one in plan.cameras
            )
        }
    )
    chosen = with_media(bare, DEMO).cameras[0].storage.medium
    assert chosen is not None
    hours = bare.model_copy(
        update={"session": bare.session.model_copy(update={"lasts_min": 600.0})}
    )
    larger = with_media(hours, DEMO).cameras[0].storage.medium
    assert larger is not None
    assert (larger.capacity_bytes or 0) >= (chosen.capacity_bytes or 0)
    assert with_media(bare, NOTHING_OWNED) == bare


def test_each_kind_has_one_winner_and_ties_go_to_the_first() -> None:
    same = {"all round": 1.0, "best picture": 2.0, "fewest things": 3.0, "least room": 4.0}
    better = {**same, "least room": 1.0}
    assert kinds_won([same, better]) == [  # type: ignore[list-item]
        ("all round", "best picture", "fewest things"), ("least room",)
    ]  # fmt: skip


def test_where_the_time_is_nearly_over_the_best_so_far_is_offered() -> None:
    class Late:
        def look(self) -> None:
            pass

        def spent(self) -> float:
            return 0.95

    with spending(Late()):
        _, outcome = run(empty("page-flat"), SMALL)
    assert outcome.cut_short
    assert outcome.offers


def test_what_was_found_is_not_lost_where_the_time_ends_before_the_ways_out() -> None:
    """A budget that ends once three whole rigs have been chosen and are to be finished."""

    class Ending:
        over = False

        def look(self) -> None:
            if self.over:
                raise TooLong(10.0)

        def spent(self) -> float:
            return 0.5

    budget = Ending()
    owned = only(bodies=("Phone",), supports=("Floor tripod",), fixtures=("Soft square, 60",))
    plan = empty("percussion", ceiling_mm=2200.0)
    with spending(budget):
        for step in work_out_rig(plan, owned=owned):
            if isinstance(step, RigProgress) and step.now.startswith("the last notes"):
                budget.over = True
            last = step
    assert isinstance(last, RigOutcome)
    assert last.offers
    assert last.give_ways == ()
    assert last.to_get == ()
