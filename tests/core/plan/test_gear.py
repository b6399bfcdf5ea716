"""Every figure of every kind of gear is bounded, may be unknown where it may, and says so in words."""

from __future__ import annotations

import copy
from typing import Any

import pytest

from steeple.core.errors import InputError
from steeple.core.plan.cupboard.kinds import (
    KINDS,
    Gear,
    GearField,
    GearKind,
    gear_fields,
    gear_path_words,
    kind_of,
    validate_gear,
)
from steeple.core.plan.reading import PlanRefused
from steeple.demo.cupboard import EVERYTHING

Case = tuple[GearKind, Gear, GearField]


def fields_in_use() -> list[Case]:
    """Each field of each kind, with the first demo thing that has a value there."""
    cases = []
    for kind in KINDS:
        things = [one for one in EVERYTHING if kind_of(one) == kind]
        for about in gear_fields(kind):
            path = about.path.replace("/*", "/0")
            having = [one for one in things if value_at(dump(one), path) is not None]
            if having:
                cases.append((kind, having[0], about))
    return cases


def dump(thing: Gear) -> dict[str, Any]:
    return thing.model_dump(mode="json")


def value_at(data: Any, path: str) -> Any:
    for step in path.split("/"):
        if isinstance(data, list):
            data = data[int(step)] if int(step) < len(data) else None
        elif isinstance(data, dict):
            data = data.get(step)
        else:
            return None
    return data


def with_value(thing: Gear, path: str, value: Any) -> dict[str, Any]:
    data = copy.deepcopy(dump(thing))
    *parents, last = path.split("/")
    node: Any = data
    for step in parents:
        node = node[int(step)] if isinstance(node, list) else node[step]
    if isinstance(node, list):
        node[int(last)] = value
    else:
        node[last] = value
    return data


def refused(kind: GearKind, data: dict[str, Any], path: str) -> str:
    """The sentence with which a value is refused, at its own field."""
    with pytest.raises(PlanRefused) as caught:
        validate_gear(kind, data)
    at = [one for one in caught.value.problems if one.field.strip("/") == path]
    assert at, [one.field for one in caught.value.problems]
    return at[0].sentence


CASES = fields_in_use()
NUMBERS = [case for case in CASES if case[2].kind in ("number", "whole")]
CHOICES = [case for case in CASES if case[2].kind == "choice"]


def named(case: Case) -> str:
    return f"{case[0]}-{case[2].path}"


def test_the_demo_cupboard_has_every_kind() -> None:
    assert {kind for kind, _, _ in CASES} == set(KINDS)
    assert len(NUMBERS) > 60


@pytest.mark.parametrize("case", NUMBERS, ids=named)
def test_a_figure_out_of_its_range_is_refused_at_its_field(case: Case) -> None:
    kind, thing, about = case
    path = about.path.replace("/*", "/0")
    assert about.least is not None
    assert about.most is not None
    assert about.least < about.most
    for value in (about.most * 2 + 1, about.least - 1):
        whole = int(value) if about.kind == "whole" else value
        sentence = refused(kind, with_value(thing, path, whole), path)
        assert sentence.endswith(".")
        assert about.label.lower() in sentence.lower()
        assert any(mark in sentence for mark in ("must be", "between", "at least", "at most"))


@pytest.mark.parametrize("case", NUMBERS, ids=named)
def test_a_figure_that_is_no_number_is_refused(case: Case) -> None:
    kind, thing, about = case
    path = about.path.replace("/*", "/0")
    for value in ("12", True, [3], {"mm": 3}):
        assert refused(kind, with_value(thing, path, value), path).endswith(".")


@pytest.mark.parametrize("case", CHOICES, ids=named)
def test_a_choice_that_is_none_is_refused_with_what_there_is(case: Case) -> None:
    kind, thing, about = case
    path = about.path.replace("/*", "/0")
    sentence = refused(kind, with_value(thing, path, "of another world"), path)
    assert about.choices[0] in sentence


@pytest.mark.parametrize("case", NUMBERS, ids=named)
def test_what_may_be_unknown_may_be_and_what_is_needed_may_not(case: Case) -> None:
    kind, thing, about = case
    path = about.path.replace("/*", "/0")
    data = with_value(thing, path, None)
    if about.needed:
        assert refused(kind, data, path)
        return
    try:
        read = validate_gear(kind, data)
    except PlanRefused as error:
        pairs = [one.sentence for one in error.problems]
        assert all("needs" in one or "both" in one or "together" in one for one in pairs), pairs
    else:
        assert value_at(dump(read), path) is None


@pytest.mark.parametrize("kind", KINDS)
def test_unknown_fields_and_empty_things_are_refused(kind: GearKind) -> None:
    thing = next(one for one in EVERYTHING if kind_of(one) == kind)
    assert refused(kind, {**dump(thing), "colour": "red"}, "colour")
    with pytest.raises(PlanRefused):
        validate_gear(kind, {})
    with pytest.raises(PlanRefused):
        validate_gear(kind, ["a list"])
    assert validate_gear(kind, dump(thing)) == thing


def test_a_kind_that_is_none_names_those_there_are() -> None:
    with pytest.raises(InputError, match="is no kind of gear") as caught:
        validate_gear("boat", {})
    assert "adapter" in caught.value.sentence


def test_paths_have_words_at_any_place_of_a_list() -> None:
    assert gear_path_words("body", ("modes", 7, "width_px")) == "Recorded width"
    assert gear_path_words("body", ("modes", 0, "no_such")) == "no_such"
