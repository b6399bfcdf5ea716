"""Every field of a plan, changed: it goes through a file and back, has words, and is named in what undo says."""

from __future__ import annotations

import json
from functools import cache
from typing import Any

import pytest
from jsonschema import Draft202012Validator

from steeple.core.plan.document import Plan
from steeple.core.plan.reading import plan_schema, read_plan, write_plan
from steeple.core.plan.words import field_words
from steeple.demo.angles import CLASS
from steeple.demo.plans import DULCIMER, GILDING
from steeple.services.plans import change_words
from tests.core.study.test_every_field import LEFT_OUT, OTHER, UNKNOWN, changed
from tests.fields import leaves

PLANS = {"gilding": GILDING, "dulcimer": DULCIMER, "class": CLASS}
SCHEMA = Draft202012Validator(plan_schema())
EVERY = 7
LEAVES = [
    (name, at, value, how)
    for name, plan in PLANS.items()
    for at, value in leaves(plan.model_dump(mode="json"))
    if not at.startswith(LEFT_OUT)
    for how in (OTHER, UNKNOWN)
][::EVERY]


@cache
def change_of(at: int) -> Plan | None:
    name, where, value, how = LEAVES[at]
    return changed(PLANS[name], where, value, how)


def path_of(pointer: str) -> list[str | int]:
    return [int(step) if step.isdigit() else step for step in pointer.strip("/").split("/")]


CASES = [pytest.param(at, id=f"{row[0]}{row[1]} {row[3]}") for at, row in enumerate(LEAVES)]


@pytest.mark.parametrize("at", CASES)
def test_a_field_goes_through_a_file_and_back(at: int) -> None:
    plan = change_of(at)
    if plan is None:
        return
    text = write_plan(plan)
    again = read_plan(text.encode())
    assert again == plan
    assert write_plan(again) == text
    SCHEMA.validate(json.loads(text))


@pytest.mark.parametrize("at", CASES)
def test_what_was_changed_is_said_in_words(at: int) -> None:
    name, where, *_ = LEAVES[at]
    plan = change_of(at)
    if plan is None:
        return
    said = change_words(PLANS[name].model_dump_json(), plan.model_dump_json())
    assert said
    assert "/" not in said.replace(" / ", "")
    assert "_" not in said
    assert field_words(path_of(where))


def test_enough_fields_can_be_changed() -> None:
    found: list[Any] = [one for at in range(len(LEAVES)) if (one := change_of(at)) is not None]
    assert len(found) > 0.4 * len(LEAVES)
