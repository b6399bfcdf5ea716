"""Whatever a person types as a name: kept as typed, said as typed, in every route and every format."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

import pytest
from hypothesis import HealthCheck, example, given, settings
from hypothesis import strategies as st

from steeple.core.evaluation import evaluate
from steeple.core.plan.cupboard.kinds import Gear
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import read_plan, write_plan
from steeple.core.study.base.sentence import sentence_words
from steeple.demo.cupboard import EVERYTHING
from steeple.demo.plans import PLANS
from steeple.formats.gear_csv import read_gear_csv, write_gear_csv
from steeple.formats.gear_json import read_gear_json, write_gear_json
from steeple.services.card import card_file
from tests.core.solve.test_mends import OWNED

TYPED = st.text(
    st.characters(exclude_categories=["Cs", "Cc", "Zl", "Zp"]), min_size=1, max_size=12
).filter(lambda text: text.strip() == text)
NAMES = ("name", "title", "note", "mode")


def renamed(node: Any, to: str) -> Any:
    """The same with what a person typed added to every name."""
    if isinstance(node, dict):
        return {
            key: f"{value}{to}"[:60]
            if key in NAMES and isinstance(value, str)
            else renamed(value, to)
            for key, value in node.items()
        }
    return [renamed(one, to) for one in node] if isinstance(node, list) else node


def names_in(node: Any) -> Iterator[str]:
    if isinstance(node, dict):
        for key, value in node.items():
            if key in NAMES and isinstance(value, str):
                yield value
            yield from names_in(value)
    elif isinstance(node, list):
        for one in node:
            yield from names_in(one)


@settings(max_examples=12, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(TYPED, st.sampled_from(PLANS))
@example("{up}{x", PLANS[-1])
@example("{", PLANS[0])
@example("}", PLANS[1])
@example("%s%(a)s\\", PLANS[-1])
@example("</script><b>", PLANS[-1])
@example("\u202eabc\u200b", PLANS[-1])
@example("=1+1", PLANS[-1])
def test_names_of_everything_may_be_any_text(typed: str, plan: Plan) -> None:
    odd = Plan.model_validate(renamed(json.loads(write_plan(plan)), typed))
    assert read_plan(write_plan(odd).encode()) == odd
    found = evaluate(odd, owned=OWNED)
    assert json.loads(found.model_dump_json())["title"] == odd.title
    for answer in found.answers:
        sentence_words(answer.line, "cm")
    for finding in found.findings:
        sentence_words(finding.title, "in")
        sentence_words(finding.reason, "cm")
        for fix in finding.fixes:
            sentence_words(fix.action, "cm")
    assert card_file(odd, paper="a4", system="cm").startswith(b"%PDF")


@settings(max_examples=40, deadline=None)
@given(TYPED, st.sampled_from(EVERYTHING))
def test_names_of_gear_survive_every_file(typed: str, thing: Gear) -> None:
    named = thing.model_copy(update={"name": typed})
    for table in (
        read_gear_csv(write_gear_csv([named]).encode()),
        read_gear_json(write_gear_json([named]).encode()),
    ):
        assert table.refused == []
        assert [row.gear for row in table.taken] == [named]


@pytest.mark.parametrize("plan", PLANS, ids=lambda plan: plan.title)
def test_the_plans_tried_have_names_everywhere(plan: Plan) -> None:
    assert len(list(names_in(json.loads(write_plan(plan))))) > 8


PLACES = [
    "{gap}",
    "{up}",
    "{away}",
    "{named}",
    "{share}",
    "{most}",
    "{over}",
    "{step}",
    "{mass}",
    "{k}",
]


def said(plan: Plan) -> list[str]:
    """Every sentence about a plan."""
    found = evaluate(plan, owned=OWNED)
    lines = [answer.line for answer in found.answers]
    for finding in found.findings:
        lines += [finding.title, finding.reason, *(fix.action for fix in finding.fixes)]
    return [sentence_words(line, "cm") for line in lines]


@pytest.mark.parametrize("place", PLACES)
def test_a_name_that_looks_like_a_place_of_a_sentence_is_said_as_typed(place: str) -> None:
    """A thing called “{gap}” is not called by the gap that is measured to it."""
    plain = "Q" * len(place)
    for plan in PLANS:
        usual, odd = (
            said(Plan.model_validate(renamed(json.loads(write_plan(plan)), typed)))
            for typed in (plain, place)
        )
        assert [line.replace(plain, place) for line in usual] == odd
