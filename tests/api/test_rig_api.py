"""The whole rig over the API: begun, worked out line by line, mended."""

from __future__ import annotations

import json
from typing import Any

import pytest
from starlette.testclient import TestClient

from steeple.core.plan.cupboard.usual import USUAL
from tests.core.solve.rig.cases import SMALL, empty

Json = dict[str, Any]


def owned_body() -> Json:
    dump = {
        "owned_bodies": SMALL.bodies, "owned_lenses": SMALL.lenses,
        "owned_supports": SMALL.supports, "owned_fixtures": SMALL.fixtures,
        "owned_adapters": SMALL.adapters, "owned_media": SMALL.media,
    }  # fmt: skip
    return {key: [one.model_dump(mode="json") for one in many] for key, many in dump.items()}


def lines_of(api: TestClient, body: Json) -> list[Json]:
    reply = api.post("/api/rig/work-out", json=body)
    assert reply.status_code == 200, reply.text
    assert reply.headers["content-type"].startswith("application/x-ndjson")
    return [json.loads(one) for one in reply.text.splitlines()]


def test_a_rig_comes_line_by_line_and_its_outcome_last(api: TestClient) -> None:
    plan = empty("page-flat").model_dump(mode="json")
    *steps, last = lines_of(api, {"plan": plan, **owned_body()})
    assert all(one["progress"] is not None for one in steps)
    assert any(one["progress"]["best"] is not None for one in steps)
    outcome = last["outcome"]
    assert outcome["holds"]
    assert 1 <= len(outcome["offers"]) <= 3
    taken = outcome["offers"][0]
    assert {one["path"] for one in taken["changes"]} >= {"/cameras", "/supports", "/lights"}
    evaluated = api.post("/api/evaluate", json={"plan": taken["plan"]}).json()
    fails = [one["code"] for one in evaluated["findings"] if one["verdict"] == "fails"]
    assert fails == []


def test_things_of_a_rig_know_what_they_are_in_the_cupboard(api: TestClient) -> None:
    cupboard = api.get("/api/gear").json()
    body = {
        "plan": empty("page-flat").model_dump(mode="json"),
        "owned_bodies": [one["gear"] for one in cupboard["bodies"]],
        "owned_lenses": [one["gear"] for one in cupboard["lenses"]],
        "owned_supports": cupboard["supports"],
    }
    camera = lines_of(api, body)[-1]["outcome"]["offers"][0]["plan"]["cameras"][0]
    ids = {one["id"] for one in cupboard["bodies"]}
    assert camera["body_id"] in ids
    if camera["lens"] is not None:
        assert camera["lens_id"] in {one["id"] for one in cupboard["lenses"]}


def test_an_empty_cupboard_is_no_error(api: TestClient) -> None:
    plan = empty("small-upright").model_dump(mode="json")
    outcome = lines_of(api, {"plan": plan})[-1]["outcome"]
    assert outcome["nothing_owned"]
    assert outcome["offers"]


@pytest.mark.parametrize(
    "ask", [{"views": ["the moon"]}, {"views": ["face"] * 4}, {"wishes": []}, "face"]
)  # fmt: skip
def test_a_view_that_nobody_knows_is_refused(api: TestClient, ask: Any) -> None:
    body = {"plan": empty("page-flat").model_dump(mode="json"), "ask": ask}
    reply = api.post("/api/rig/work-out", json=body)
    assert reply.status_code == 422
    assert reply.json()["problems"][0]["sentence"].endswith(".")


def test_mends_for_all_of_a_plan(api: TestClient) -> None:
    plans = api.get("/api/plans").json()["plans"]
    gilding = next(one["id"] for one in plans if "Gilding" in one["title"])
    plan = api.get(f"/api/plans/{gilding}").json()["plan"]
    found = api.post("/api/rig/mends", json={"plan": plan, **owned_body()}).json()
    assert found["moves"]
    cleared = {one["code"] for one in found["clears"]}
    assert {one["code"] for move in found["moves"] for one in move["clears"]} >= cleared


def test_the_board_lists_kinds_by_subject(api: TestClient) -> None:
    board = api.get("/api/rig/board").json()
    assert [one["id"] for one in board] == [one.id for one in USUAL]
    assert {one["kind"] for one in board} >= {"body", "lens", "support", "fixture"}


BEGUN: Json = {
    "title": "Lettering", "shape": "page-flat", "zone_width_mm": 500, "zone_depth_mm": 350,
    "top_mm": 12, "table_height_mm": 760, "ceiling_mm": 2450, "window": "left",
    "left_handed": True, "ticked": ["phone", "clamped-pole", "phone-grip", "panel", "panel"],
}  # fmt: skip


def test_three_questions_make_a_plan_and_fill_the_cupboard(api: TestClient) -> None:
    before = api.get("/api/gear/things").json()["counts"]
    reply = api.post("/api/rig/begin", json=BEGUN)
    assert reply.status_code == 201
    plan = reply.json()["plan"]
    assert plan["work"]["zone"]["width_mm"] == 500
    assert plan["work"]["zone_top_mm"] == 12
    assert plan["table"]["height_mm"] == 760
    assert plan["room"]["ceiling_mm"] == 2450
    assert plan["room"]["windows"][0]["wall"] == "left"
    assert plan["maker"]["handedness"] == "left"
    assert [one["role"] for one in plan["cameras"]] == ["overhead"]
    after = api.get("/api/gear/things").json()["counts"]
    assert after["body"] == before["body"] + 1
    assert after["fixture"] == before["fixture"] + 2
    names = [one["name"] for one in api.get("/api/gear/things").json()["things"]]
    assert "Phone, usual figures" in names, "marked as assumed"


def test_all_but_the_shape_may_be_left_out(api: TestClient) -> None:
    reply = api.post("/api/rig/begin", json={"title": "Knots", "shape": "fingertips"})
    plan = reply.json()["plan"]
    assert plan["work"]["zone"] == {
        "width_mm": None, "depth_mm": None, "margin_mm": None, "from_left_edge_mm": None,
        "from_front_edge_mm": None,
    }  # fmt: skip
    assert plan["room"]["windows"] == []


@pytest.mark.parametrize(
    ("more", "field"),
    [
        ({"ticked": ["a-moon"]}, "ticked"),
        ({"zone_width_mm": -3}, "zone_width_mm"),
        ({"ceiling_mm": 1e9}, "ceiling_mm"),
        ({"shape": "cloud"}, "shape"),
        ({"title": ""}, "title"),
        ({"window": "up"}, "window"),
        ({"top_mm": "tall"}, "top_mm"),
    ],
)
def test_a_wrong_answer_is_refused_with_its_field_and_nothing_is_kept(
    api: TestClient, more: Json, field: str
) -> None:
    plans = len(api.get("/api/plans").json()["plans"])
    counts = api.get("/api/gear/things").json()["counts"]
    reply = api.post("/api/rig/begin", json={**BEGUN, **more})
    assert reply.status_code == 422
    problem = reply.json()["problems"][0]
    assert field in problem["field"]
    assert problem["sentence"].endswith(".")
    assert len(api.get("/api/plans").json()["plans"]) == plans
    assert api.get("/api/gear/things").json()["counts"] == counts


def test_one_more_thing_over_all_steps(api: TestClient) -> None:
    plans = api.get("/api/plans").json()["plans"]
    gilding = next(one["id"] for one in plans if "Gilding" in one["title"])
    plan = api.get(f"/api/plans/{gilding}").json()["plan"]
    boom = next(one for one in api.get("/api/rig/board").json() if one["id"] == "boom")
    body = {"plan": plan, "kind": boom["kind"], "figures": boom["figures"], **owned_body()}
    found = api.post("/api/rig/what-if", json=body).json()
    assert found["uses"]
    assert found["better"]
    wrong = {**body, "figures": {**boom["figures"], "rated_load_g": -5}}
    reply = api.post("/api/rig/what-if", json=wrong)
    assert reply.status_code == 422
    assert "rated_load_g" in reply.json()["problems"][0]["field"]
