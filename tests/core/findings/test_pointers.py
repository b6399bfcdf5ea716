"""Wherever a finding or an answer points at a field of the plan, the plan has such a field."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

import pytest

from steeple.core.errors import SteepleError
from steeple.core.evaluation import evaluate
from steeple.core.findings.finding import Finding
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.plan.words import field_words
from steeple.core.study.base.sentence import Sentence
from steeple.core.study.plan_study import camera_studies
from steeple.demo.angles import CLASS
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from tests.core.findings.test_registry import FIRING
from tests.plans import BARE, SOUND_IN_FULL, changed

PLANS = {"gilding": GILDING, "dumplings": DUMPLINGS, "dulcimer": DULCIMER, "class": CLASS}


def leads_somewhere(plan: Plan, pointer: str) -> bool:
    """Whether a pointer leads to a field of the plan, empty or not."""
    node: Any = plan.model_dump(mode="json")
    for step in pointer.removeprefix("/").split("/"):
        if isinstance(node, list) and step.isdigit() and int(step) < len(node):
            node = node[int(step)]
        elif isinstance(node, dict) and step in node:
            node = node[step]
        else:
            return False
    return True


def told(sentences: Sequence[Sentence]) -> Iterator[str]:
    for sentence in sentences:
        for piece in sentence:
            if piece.field:
                yield piece.field


def pointed_at(findings: Sequence[Finding]) -> set[str]:
    """Every field that some findings point at: asked for, told of, or changed by a mend."""
    found: set[str] = set()
    for one in findings:
        found.update(one.fields)
        found.update(told((one.title, one.reason)))
        for fix in one.fixes:
            found.update(change.path for change in fix.changes)
            found.update(told((fix.action, fix.outcome, fix.cost)))
    return found


def astray(plan: Plan, pointers: set[str]) -> list[str]:
    return sorted(one for one in pointers if not leads_somewhere(plan, one))


@pytest.mark.parametrize("row", FIRING, ids=[f"{row[0]} {row[3]}" for row in FIRING])
def test_where_a_rule_speaks_its_fields_are_there(
    row: tuple[str, str, dict[str, Any], str],
) -> None:
    plan = changed(**row[2])
    assert astray(plan, pointed_at(judge(camera_studies(plan)))) == []


@pytest.mark.parametrize("name", PLANS)
def test_what_mends_change_is_there(name: str) -> None:
    plan = PLANS[name]
    findings = evaluate(plan).findings
    pointers = pointed_at(findings)
    assert bool(pointers) == any(one.speaks for one in findings)
    assert astray(plan, pointers) == []


@pytest.mark.parametrize("name", [*PLANS, "bare", "sound"])
def test_answers_and_assumptions_name_fields_that_are_there(name: str) -> None:
    plan = {**PLANS, "bare": BARE, "sound": SOUND_IN_FULL}[name]
    found = evaluate(plan, try_mends=False)
    pointers = set(told([line for one in found.answers for line in (one.line, one.under)]))
    pointers |= {one.field for one in found.assumed}
    assert astray(plan, pointers) == []
    for pointer in pointers:
        path = [int(step) if step.isdigit() else step for step in pointer.strip("/").split("/")]
        assert field_words(path)


def _gear(plan: Plan) -> list[str]:
    """The figures of gear in a plan that may be unknown: one that knows them not is a plan, too."""
    found: list[str] = []
    for many in ("cameras", "supports", "lights", "mics", "recorders"):
        for index, one in enumerate(plan.model_dump(mode="json")[many]):
            for part in ("body", "lens", "gear", "fixture"):
                for name, value in (one.get(part) or {}).items():
                    if value is not None and not isinstance(value, dict | list):
                        found.append(f"/{many}/{index}/{part}/{name}")
    return found


UNKNOWN = [(name, at) for name, plan in PLANS.items() for at in _gear(plan)]


@pytest.mark.parametrize(("name", "at"), UNKNOWN[::5])
def test_a_figure_that_nobody_knows_is_asked_for_where_it_is(name: str, at: str) -> None:
    """Take a figure of the gear away: nothing breaks, and what is asked for is there to be filled in."""
    plan = PLANS[name]
    try:
        unknown = apply_changes(plan, (Change(path=at, value=None),))
    except SteepleError:
        return  # a figure that gear cannot do without
    found = judge(camera_studies(unknown))
    assert astray(unknown, pointed_at(found)) == []
    for one in found:
        if one.verdict == "unknown":
            assert one.fields or one.reason, one.code
