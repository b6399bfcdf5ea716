"""Microphones of a whole rig: all that is to be heard gets one, as far as the cupboard has them."""

from __future__ import annotations

from dataclasses import replace

import pytest

from steeple.core.findings.judging import judge
from steeple.core.findings.sound.fixes import sound_of
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.work import ShapeId
from steeple.core.solve.rig.sounded import with_microphones
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import DULCIMER
from tests.core.solve.rig.cases import DEMO, empty

SILENT = replace(DEMO, microphones=())


def unmiked(plan: Plan) -> Plan:
    return plan.model_copy(update={"mics": (), "recorders": (), "leads": ()})


def unheard(plan: Plan) -> list[str]:
    study = sound_of(camera_studies(plan)[0])
    assert study is not None
    return [one.called for one in study.needed if study.best_for(one) is None]


def test_voice_and_instrument_each_get_their_own() -> None:
    bare = unmiked(DULCIMER)
    assert len(unheard(bare)) >= 1
    after = with_microphones(bare, DEMO)
    assert after.mics
    assert len(unheard(after)) < len(unheard(bare)) or not unheard(after)
    assert {one.gear.name for one in after.mics} <= {one.name for one in DEMO.microphones}


def test_without_microphones_nothing_is_made_up() -> None:
    bare = unmiked(DULCIMER)
    assert with_microphones(bare, SILENT) == bare


@pytest.mark.parametrize("shape", ["page-flat", "keyboard"])
def test_a_plan_without_a_camera_is_as_it_was(shape: ShapeId) -> None:
    plan = empty(shape)
    after = with_microphones(plan, SILENT)
    assert after == plan


def test_nothing_fails_that_did_not_before() -> None:
    bare = unmiked(DULCIMER)

    def failing(plan: Plan) -> set[tuple[str, str]]:
        found = judge(camera_studies(plan))
        return {(one.code, one.about) for one in found if one.verdict == "fails"}

    assert failing(with_microphones(bare, DEMO)) <= failing(bare)
