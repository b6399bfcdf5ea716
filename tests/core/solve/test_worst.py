"""Where a figure went as far the wrong way as may be, what is offered betters it, and what is not mended says so."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.findings.finding import GRAVITY, Finding
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from tests.core.findings.test_one_way import WAYS
from tests.plans import changed


def worst(findings: Sequence[Finding], code: str) -> Finding:
    return max((one for one in findings if one.code == code), key=lambda one: GRAVITY[one.verdict])


def failing(plan: Plan) -> set[tuple[str, str]]:
    return {(one.code, one.about) for one in judge(camera_studies(plan)) if one.verdict == "fails"}


@pytest.mark.parametrize(
    ("code", "with_", "values"), WAYS, ids=[f"{row[0]} {row[2][-1]:g}" for row in WAYS]
)
def test_each_mend_of_the_worst_mends_and_breaks_nothing(
    code: str, with_: Callable[[float], dict[str, Any]], values: Sequence[float]
) -> None:
    plan = changed(**with_(values[-1]))
    found = worst(evaluate(plan).findings, code)
    before = failing(plan)
    assert GRAVITY[found.verdict] > 0
    for fix in found.fixes:
        mended = apply_changes(plan, fix.changes)
        now = worst(judge(camera_studies(mended)), code)
        assert GRAVITY[now.verdict] < GRAVITY[found.verdict], sentence_words(fix.action, "cm")
        assert now.title == fix.outcome
        assert failing(mended) <= before, sentence_words(fix.action, "cm")


def test_most_of_the_worst_has_a_mend() -> None:
    mended = [
        bool(worst(evaluate(changed(**with_(values[-1]))).findings, code).fixes)
        for code, with_, values in WAYS[::3]
    ]
    assert sum(mended) / len(mended) >= 0.6
