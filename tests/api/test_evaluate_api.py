"""The evaluation over the wire: figures at once, mends for all or for some, those of the step on screen first."""

from __future__ import annotations

from typing import Any

import pytest
from starlette.testclient import TestClient

from steeple.core.evaluation import evaluate
from steeple.core.plan.reading import PlanRefused, read_plan, write_plan
from steeple.demo.plans import GILDING
from tests.plans import BARE, SOUND

PLAN = GILDING.model_dump(mode="json")


def evaluated(api: TestClient, **asked: Any) -> Any:
    reply = api.post("/api/evaluate", json={"plan": PLAN, **asked})
    assert reply.status_code == 200, reply.text
    return reply.json()


def fixes(found: Any) -> dict[tuple[str, str], int]:
    """How many mends each finding has, where it has any."""
    return {
        (one["code"], one["about"]): len(one["fixes"]) for one in found["findings"] if one["fixes"]
    }


def test_figures_alone_have_no_mends_and_leave_none(api: TestClient) -> None:
    found = evaluated(api, try_mends=False)
    assert (found["mends_tried"], found["mends_left"], fixes(found)) == (False, [], {})


def test_all_mends_are_those_of_the_core(api: TestClient) -> None:
    found = evaluated(api)
    core = evaluate(GILDING)
    assert found["mends_tried"]
    assert fixes(found) == {
        (one.code, one.about): len(one.fixes) for one in core.findings if one.fixes
    }


def test_mends_for_some_are_for_those_alone_and_the_figures_are_the_same(api: TestClient) -> None:
    whole = evaluated(api)
    code, about = next(key for key in fixes(whole) if key[0].startswith("light."))
    some = evaluated(api, mends_for=[{"finding": code, "about": about}])
    assert fixes(some) == {(code, about): fixes(whole)[code, about]}
    assert some["figures"] == whole["figures"]
    assert [one["verdict"] for one in some["findings"]] == [
        one["verdict"] for one in whole["findings"]
    ]


@pytest.mark.parametrize("step", ["work", "lens", "hold", "light", "angles", "sound", "roll"])
def test_which_step_is_looked_at_changes_the_order_of_work_alone(
    api: TestClient, step: str
) -> None:
    assert fixes(evaluated(api, looked_at=step)) == fixes(evaluated(api))


def test_mends_for_what_is_not_found_are_none(api: TestClient) -> None:
    found = evaluated(api, mends_for=[{"finding": "light.glare", "about": "elsewhere"}])
    assert fixes(found) == {}
    assert fixes(evaluated(api, mends_for=[])) == {}


@pytest.mark.parametrize(
    "asked",
    [
        {"looked_at": "kitchen"},
        {"mends_for": [{"finding": "no code"}]},
        {"mends_for": [{"about": "overhead"}]},
        {"mends_for": [{"finding": "light.glare"}] * 201},
        {"mends_for": "light.glare"},
    ],
)
def test_what_cannot_be_asked_is_refused_in_a_sentence(
    api: TestClient, asked: dict[str, Any]
) -> None:
    reply = api.post("/api/evaluate", json={"plan": PLAN, **asked})
    assert reply.status_code == 422
    assert all(one["sentence"].endswith(".") for one in reply.json()["problems"])


@pytest.mark.parametrize("plan", [GILDING, SOUND, BARE], ids=["gilding", "sound", "bare"])
def test_a_plan_that_went_through_a_file_is_evaluated_alike(plan: Any) -> None:
    again = read_plan(write_plan(plan).encode())
    assert evaluate(again, try_mends=False) == evaluate(plan, try_mends=False)


@pytest.mark.parametrize("version", range(1, 11))
def test_what_an_older_version_could_not_say_is_left_open(version: int) -> None:
    """The sound plan with its learned figures taken out, under each version before: read, and worked out."""
    data = {"format": "steeple-plan", "version": version, "title": "old", "work": {"shape": "page-flat"}}  # fmt: skip
    try:
        plan = read_plan(str(data).replace("'", '"').encode())
    except PlanRefused as error:  # the first versions had other names for what is needed
        raise AssertionError(str(error)) from error
    assert plan.version == 11
    assert plan.room.learned_daylight_share is None
    assert plan.maker.learned_set_up_share is None
