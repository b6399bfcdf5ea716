"""Kinds of things to get, and what stands in for a cupboard that has nothing of a subject."""

from __future__ import annotations

from dataclasses import replace

import pytest

from steeple.core.plan.cupboard.owned import NOTHING_OWNED
from steeple.core.solve.rig.nodes import Rig, framed, held, lit, pairs_in_order
from steeple.core.solve.rig.to_get import board_as_owned, kinds_to_get
from steeple.core.study.base.sentence import sentence_words
from tests.core.solve.rig.cases import DEMO, SMALL, empty, only, with_camera


def best(owned: object, shape: str = "page-flat") -> Rig:
    plan = with_camera(empty(shape))  # type: ignore[arg-type]
    cameras = [
        one
        for named in pairs_in_order(plan, owned)  # type: ignore[arg-type]
        for one in framed(plan, named, owned)  # type: ignore[arg-type]
    ]
    camera = min(cameras, key=lambda one: one.score.total())
    under = min(held(camera, owned), key=lambda one: one.score.total())  # type: ignore[arg-type]
    rigs = [one for one in lit(under, owned) if isinstance(one, Rig)]  # type: ignore[arg-type]
    return min(rigs, key=lambda one: one.score.total())


def test_a_full_cupboard_is_taken_as_it_is() -> None:
    assert board_as_owned(DEMO) is DEMO
    assert board_as_owned(SMALL) is SMALL


@pytest.mark.parametrize("subject", ["bodies", "supports", "fixtures"])
def test_what_is_missing_is_filled_up_and_nothing_else(subject: str) -> None:
    poor = replace(DEMO, **{subject: ()})
    filled = board_as_owned(poor)
    assert filled is not poor
    assert getattr(filled, subject)
    for other in {"bodies", "supports", "fixtures"} - {subject}:
        assert getattr(filled, other) == getattr(DEMO, other)


def test_who_owns_nothing_gets_the_board() -> None:
    filled = board_as_owned(NOTHING_OWNED)
    assert filled.bodies
    assert filled.lenses
    assert filled.supports
    assert filled.fixtures
    assert filled.media
    assert any(lens.fits(body) for lens in filled.lenses for body in filled.bodies)


def test_cameras_without_a_lens_get_kinds_for_their_sensor() -> None:
    poor = replace(only(bodies=("Mid-size",), supports=("Boom",), fixtures=("60",)), lenses=())
    filled = board_as_owned(poor)
    assert filled.bodies == poor.bodies
    assert len(filled.lenses) >= 4
    shortest = min(one.focal_min_mm for one in filled.lenses)
    assert 8 <= shortest <= 14, "16 mm for a large sensor is about 10 for this one"


def test_without_a_support_supports_are_named_with_reach_and_load() -> None:
    owned = only(bodies=("Mid-size",), lenses=("standard zoom",), fixtures=("Soft square, 60",))
    rig = best(owned)
    kinds = kinds_to_get(rig, owned)
    holding = [one for one in kinds if one.subject == "hold"]
    assert holding
    words = sentence_words(holding[0].look_for, "cm")
    assert "it carries" in words
    assert " kg or more" in words or " g or more" in words
    assert holding[0].changes
    assert [one.leaves for one in kinds] == sorted(one.leaves for one in kinds)


def test_without_a_lamp_lamps_are_named_with_their_light() -> None:
    owned = only(bodies=("Mid-size",), lenses=("standard zoom",), supports=("Pole clamped",))
    kinds = kinds_to_get(best(owned), owned)
    lamps = [one for one in kinds if one.subject == "light"]
    assert lamps
    assert any("lm or more" in sentence_words(one.look_for, "cm") for one in lamps)


def test_a_rig_that_holds_needs_nothing_of_a_step_that_holds() -> None:
    rig = best(SMALL)
    fails = {one.step for one in rig.findings if one.verdict == "fails"}
    subjects = {one.subject for one in kinds_to_get(rig, SMALL)}
    if not fails:
        assert subjects == set()
