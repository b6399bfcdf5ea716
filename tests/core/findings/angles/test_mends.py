"""Mends of the angles: each really mends, and the least move really is the least."""

from __future__ import annotations

import math

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.findings.angles.frame import _slid
from steeple.core.findings.finding import Finding, Fix
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from tests.angles_cases import beside, seen_from, stand_at
from tests.plans import SOUND, changed


def said(plan: Plan, code: str, about: str = "side") -> Finding:
    found = evaluate(plan).findings
    return next(one for one in found if (one.code, one.about) == (code, about))


def verdict_after(plan: Plan, fix: Fix, code: str) -> str:
    return said(apply_changes(plan, fix.changes), code).verdict


def words(fix: Fix) -> str:
    return sentence_words(fix.action, "cm")


def test_a_jump_is_mended_by_a_turn_a_tilt_or_the_zoom() -> None:
    coarse = changed(work__finest_detail_mm=2.0)
    plan = beside(seen_from(0, 70, 760, f_number=16.0), plan=coarse)
    found = said(plan, "angles.jump")
    assert found.verdict != "holds"
    assert found.fixes
    for fix in found.fixes:
        assert verdict_after(plan, fix, "angles.jump") in ("holds", "watch"), words(fix)
    assert all("instead" not in words(fix) for fix in found.fixes)


def test_a_lamp_stand_is_moved_by_the_least_that_clears_the_picture() -> None:
    plan = beside(
        seen_from(200, 35, 1100),
        plan=SOUND.model_copy(update={"lights": (stand_at(150, 900),)}),
    )
    found = said(plan, "angles.gear-in-frame")
    assert found.verdict == "fails"
    moves = [fix for fix in found.fixes if words(fix).startswith("Move ")]
    assert moves
    was = plan.lights[0].position
    for fix in moves:
        after = apply_changes(plan, fix.changes)
        assert verdict_after(plan, fix, "angles.gear-in-frame") == "holds"
        # A little less far would leave it in the picture.
        now = after.lights[0].position
        dx, dy = (now.x_mm or 0) - (was.x_mm or 0), (now.y_mm or 0) - (was.y_mm or 0)
        short = 1 - 45 / math.hypot(dx, dy)
        almost = plan.model_copy(
            update={
                "lights": (
                    plan.lights[0].model_copy(
                        update={
                            "position": was.model_copy(
                                update={
                                    "x_mm": (was.x_mm or 0) + short * dx,
                                    "y_mm": (was.y_mm or 0) + short * dy,
                                }
                            )
                        }
                    ),
                )
            }
        )
        study = camera_studies(almost)[1].angles
        assert study is not None
        assert any(one.thing.of == "/lights/0" for one in study.intrusions)


def test_two_that_are_swapped_are_mended_by_turning_one_by_180_degrees() -> None:
    plan = beside(seen_from(0, 50, 900))
    found = said(plan, "angles.swapped")
    assert found.verdict == "watch"
    assert "180°" in words(found.fixes[0])
    assert verdict_after(plan, found.fixes[0], "angles.swapped") == "holds"


def test_a_line_is_crossed_back_by_filming_from_the_other_side() -> None:
    plan = beside(seen_from(290, 30), seen_from(60, 30, 1300, camera_id="other"))
    found = said(plan, "angles.line-crossed", "other")
    assert found.verdict == "watch"
    assert "two sides" in sentence_words(found.title, "cm") or "left of it" in sentence_words(
        found.title, "cm"
    )


@pytest.mark.parametrize("azimuth", [20.0, 160.0, 250.0])
def test_every_mend_of_the_angles_keeps_its_promise(azimuth: float) -> None:
    plan = beside(seen_from(azimuth, 14, 1200, role="low-side"))
    for one in evaluate(plan).findings:
        if one.step != "angles":
            continue
        for fix in one.fixes:
            after = apply_changes(plan, fix.changes)
            now = next(
                each
                for each in evaluate(after, try_mends=False).findings
                if (each.code, each.about) == (one.code, one.about)
            )
            assert now.verdict in ("holds", "watch"), words(fix)


def test_a_camera_in_the_table_top_is_told_and_one_below_it_is_not() -> None:
    def told(z_mm: float) -> list[str]:
        low = seen_from(90, 5, 450, role="low-side")
        there = low.model_copy(update={"position": low.position.model_copy(update={"z_mm": z_mm})})
        return [
            sentence_words(one.title, "cm")
            for one in judge(camera_studies(beside(there)))
            if one.code == "lens.obstacle-in-the-way" and one.about == "side"
        ]

    assert told(-15.0) == ["The camera stands in the table top"]
    assert told(60.0) != ["The camera stands in the table top"]
    assert told(-200.0) != ["The camera stands in the table top"]


def test_a_camera_is_slid_by_the_least_that_clears_its_picture() -> None:
    """Found by root finding on the thing moved the other way; by brute force no less does it."""
    plan = beside(
        seen_from(200, 35, 1100),
        plan=SOUND.model_copy(update={"lights": (stand_at(150, 900),)}),
    )
    scene = camera_studies(plan)[1]
    study = scene.angles
    assert study is not None
    one = next(each for each in study.intrusions if each.thing.kind == "lamp stand")
    proposals = list(_slid(scene, study, one))
    assert proposals
    first = proposals[0]
    there = apply_changes(plan, first.changes)
    seen = camera_studies(there)[1].angles
    assert seen is not None
    assert one.thing.name not in [each.thing.name for each in seen.intrusions]
    now = study.lens.position
    by = [
        float(str(change.value)) - getattr(now, axis)
        for axis, change in zip("xyz", first.changes, strict=True)
    ]
    least = math.dist(by, (0, 0, 0))
    for share in (0.5, 0.8):
        nearer = [
            change.model_copy(update={"value": round(getattr(now, axis) + share * way, 1)})
            for axis, change, way in zip("xyz", first.changes, by, strict=True)
        ]
        still = camera_studies(apply_changes(plan, nearer))[1].angles
        assert still is not None
        if least * (1 - share) > 40:
            assert one.thing.name in [each.thing.name for each in still.intrusions]
