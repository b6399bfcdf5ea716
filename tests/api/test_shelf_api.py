"""The shelf over the API: plans at a glance, and one that begins with another."""

from __future__ import annotations

from typing import Any

import pytest
from starlette.testclient import TestClient


def ids(api: TestClient) -> dict[str, str]:
    return {one["title"]: one["id"] for one in api.get("/api/plans").json()["plans"]}


def test_a_plan_at_a_glance(api: TestClient) -> None:
    for plan in ids(api).values():
        found = api.get(f"/api/plans/{plan}/glimpse").json()
        assert {one["step"] for one in found["marks"]} >= {"work", "lens", "hold"}
        assert found["next_step"]
        assert found["drawn"]["drawings"]["work"] is not None
    assert api.get("/api/plans/no-such/glimpse").status_code == 404


@pytest.mark.parametrize("keeps", ["all", "rig"])
def test_another_begins_with_it(api: TestClient, keeps: str) -> None:
    plan = ids(api)["Gilding a book cover"]
    before = api.get(f"/api/plans/{plan}").json()
    made = api.post(
        f"/api/plans/{plan}/start-another", json={"title": "Gilding a spine", "keeps": keeps}
    )
    assert made.status_code == 201
    assert made.json()["id"] != plan
    assert made.json()["plan"]["title"] == "Gilding a spine"
    assert made.json()["plan"]["work"] == before["plan"]["work"]
    assert api.get(f"/api/plans/{plan}").json() == before, "the first is as it was"
    assert next(iter(ids(api))) == "Gilding a spine"


@pytest.mark.parametrize("body", [{}, {"title": ""}, {"title": "A", "keeps": "half"}, {"x": 1}])
def test_another_wants_a_title(api: TestClient, body: dict[str, Any]) -> None:
    plan = ids(api)["Gilding a book cover"]
    assert api.post(f"/api/plans/{plan}/start-another", json=body).status_code == 422
    nobody = api.post("/api/plans/no-such/start-another", json={"title": "A"})
    assert nobody.status_code == 404


def test_a_worked_example_is_a_plan_as_any_other(api: TestClient) -> None:
    made = api.post("/api/plans/example")
    assert made.status_code == 201
    plan = made.json()["id"]
    judged = api.post("/api/evaluate", json={"plan": made.json()["plan"]}).json()
    assert not [one["code"] for one in judged["findings"] if one["verdict"] in ("fails", "watch")]
    assert "Worked example: a dulcimer lesson" in ids(api)
    assert api.delete(f"/api/plans/{plan}").status_code == 204
    assert "Worked example: a dulcimer lesson" not in ids(api)
