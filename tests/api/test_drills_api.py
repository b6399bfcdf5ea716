"""Drills over the API: kinds, scenes, guesses, a scene as a plan, and bad input."""

from __future__ import annotations

from typing import Any

import pytest
from starlette.testclient import TestClient

from steeple.core.drills.kind import FORM_SIZES
from steeple.core.drills.registry import DRILLS

KIND_IDS = [one.id for one in DRILLS]


def scene_of(api: TestClient, **wanted: Any) -> Any:
    reply = api.post("/api/drills/scene", json={"seed": 5, **wanted})
    assert reply.status_code == 200, reply.text
    return reply.json()


def told(api: TestClient, scene: Any, guess: list[float]) -> Any:
    body = {
        "kind": scene["kind"], "difficulty": scene["difficulty"], "plan": scene["plan"],
        "guess": guess, "plan_id": scene["plan_id"],
    }  # fmt: skip
    reply = api.post("/api/drills/guess", json=body)
    assert reply.status_code == 200, reply.text
    return reply.json()


@pytest.mark.parametrize("kind", KIND_IDS)
def test_a_scene_is_shown_guessed_and_answered(api: TestClient, kind: str) -> None:
    scene = scene_of(api, kind=kind)
    (info,) = [one for one in api.get("/api/drills").json() if one["id"] == kind]
    assert info["state"]["due_at"] is None
    assert scene["evaluation"]["drawings"]["work"] is not None
    found = told(api, scene, [1.0] * FORM_SIZES[info["form"]])
    assert found["reason"]
    assert found["state"]["due_at"] is not None
    assert found["told"]["error"] >= 0
    if found["figure"]:
        all_of_it = [found["evaluation"], *found["evaluation"]["cameras"]]
        keys = {one["key"] for part in all_of_it for one in part["figures"]}
        assert found["figure"] in keys, "the working of the answer can be opened"
    (after,) = [one for one in api.get("/api/drills").json() if one["id"] == kind]
    assert len(after["state"]["course"]) == 1


def test_the_next_is_made_ahead_of_another_kind(api: TestClient) -> None:
    first = scene_of(api)
    second = scene_of(api, besides=[first["kind"]])
    assert first["kind"] != second["kind"]


def test_a_scene_of_a_plan_is_of_that_plan(api: TestClient) -> None:
    plan = api.get("/api/plans").json()["plans"][0]
    scene = scene_of(api, kind="lens-height", plan_id=plan["id"])
    assert scene["plan_id"] == plan["id"]
    assert scene["plan"]["title"] == plan["title"]


def test_a_scene_is_tried_as_a_plan(api: TestClient) -> None:
    answer = told(api, scene_of(api, kind="zoom"), [20.0])
    made = api.post("/api/drills/plan", json={"plan": answer["solved"]})
    assert made.status_code == 201
    assert made.json()["plan"]["cameras"] == answer["solved"]["cameras"]


def test_a_plan_too_empty_to_drill_says_so(api: TestClient) -> None:
    new = api.post("/api/plans", json={"title": "Bare", "shape": "page-flat"}).json()
    reply = api.post("/api/drills/scene", json={"kind": "zoom", "plan_id": new["id"]})
    assert reply.status_code == 422
    (problem,) = reply.json()["problems"]
    assert problem["code"] == "too-empty-to-drill"
    assert "Choose the zoom" in problem["sentence"]


@pytest.mark.parametrize(
    "wanted",
    [
        {"kind": "juggling"},
        {"difficulty": 9},
        {"seed": -1},
        {"plan_id": "no-such"},
        {"kind": 3},
        {"kind": "zoom", "plan_id": "no-such", "revision": 1},
        {"revision": 0},
        {"revision": "first"},
        {"x": 1},
    ],
)
def test_a_scene_that_cannot_be_had_is_refused_in_a_sentence(
    api: TestClient, wanted: dict[str, Any]
) -> None:
    reply = api.post("/api/drills/scene", json=wanted)
    assert reply.status_code in (404, 422)
    assert all(one["sentence"] for one in reply.json()["problems"])


@pytest.mark.parametrize("guess", [[], [1.0, 2.0], [1.0, 2.0, 3.0], ["far"], [1e12]])
def test_a_guess_outside_the_drawing_or_of_another_form_is_refused(
    api: TestClient, guess: list[Any]
) -> None:
    scene = scene_of(api, kind="lens-height")
    body = {"kind": "lens-height", "difficulty": 2, "plan": scene["plan"], "guess": guess}
    assert api.post("/api/drills/guess", json=body).status_code == 422
    states = {one["id"]: one["state"] for one in api.get("/api/drills").json()}
    assert states["lens-height"]["course"] == []
