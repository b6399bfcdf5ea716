"""Plans through the API: begin, save, undo, conflict, files, card."""

from __future__ import annotations

import json
from typing import Any

import pytest
from starlette.testclient import TestClient

from steeple.core.plan.document import VERSION
from steeple.core.plan.reading import read_plan, write_plan
from tests.plans import SOUND, changed

Json = dict[str, Any]


def begin(api: TestClient, title: str = "Lettering a map") -> Json:
    reply = api.post("/api/plans", json={"title": title, "shape": "page-flat"})
    assert reply.status_code == 201
    sheet: Json = reply.json()
    return sheet


def save(api: TestClient, sheet: Json, **changes: Any) -> Any:
    plan = {**sheet["plan"], **changes}
    body = {"line": sheet["line"], "base_revision": sheet["revision"], "plan": plan}
    return api.put(f"/api/plans/{sheet['id']}", json=body)


def test_the_shelf_of_the_demo_opens_with_gilding(api: TestClient) -> None:
    shelf = api.get("/api/plans").json()
    assert [one["title"] for one in shelf["plans"]] == [
        "Gilding a book cover",
        "Folding dumplings at a hall counter",
        "Hammered dulcimer lesson",
    ]
    assert shelf["removed"] == []


def test_a_plan_is_begun_saved_undone_and_redone(api: TestClient) -> None:
    sheet = begin(api)
    assert (sheet["revision"], sheet["undo_label"]) == (1, None)
    saved = save(api, sheet, table={"width_mm": 1200}).json()
    assert (saved["revision"], saved["undo_label"]) == (2, "Table width")
    at = f"/api/plans/{sheet['id']}"
    undone = api.post(f"{at}/undo", json={"line": sheet["line"], "base_revision": 2}).json()
    assert undone["plan"] == sheet["plan"]
    assert undone["redo_label"] == "Table width"
    redone = api.post(f"{at}/redo", json={"line": sheet["line"], "base_revision": 3}).json()
    assert redone["plan"] == saved["plan"]
    assert api.get(f"{at}/head").json() == {"line": sheet["line"], "revision": 4}
    assert api.get(f"{at}/revisions/1").json()["plan"] == sheet["plan"]
    assert api.get(at).json() == redone


def test_a_save_sent_again_because_its_answer_was_lost_is_no_conflict(api: TestClient) -> None:
    sheet = begin(api)
    first = save(api, sheet, title="Mine")
    again = save(api, sheet, title="Mine")
    assert again.status_code == 200
    assert again.json() == first.json()
    assert again.json()["revision"] == 2


def test_an_outdated_save_names_the_newest_and_can_be_kept_as_a_copy(api: TestClient) -> None:
    sheet = begin(api)
    save(api, sheet, title="Theirs")
    refused = save(api, sheet, title="Mine")
    assert refused.status_code == 409
    assert refused.json()["newest_revision"] == 2
    problem = refused.json()["problems"][0]
    assert (problem["code"], problem["value"], problem["range"]) == ("outdated-revision", "1", "2")
    body = {"line": sheet["line"], "base_revision": 1, "plan": {**sheet["plan"], "title": "Mine"}}
    copy = api.post(f"/api/plans/{sheet['id']}/copy", json=body)
    assert copy.status_code == 201
    assert copy.json()["plan"]["title"] == "Mine (mine)"
    assert api.get(f"/api/plans/{sheet['id']}").json()["plan"]["title"] == "Theirs"


def test_a_removed_plan_is_put_back(api: TestClient) -> None:
    sheet = begin(api)
    at = f"/api/plans/{sheet['id']}"
    assert api.delete(at).status_code == 204
    assert api.get(at).status_code == 404
    assert [one["id"] for one in api.get("/api/plans").json()["removed"]] == [sheet["id"]]
    assert api.post(f"{at}/put-back").json()["plan"] == sheet["plan"]


def test_a_file_opens_on_another_steeple(api: TestClient) -> None:
    shelf = api.get("/api/plans").json()["plans"]
    reply = api.get(f"/api/plans/{shelf[0]['id']}/file")
    assert 'filename="gilding-a-book-cover.steeple.json"' in reply.headers["content-disposition"]
    opened = api.post("/api/plans/open", content=reply.content)
    assert opened.status_code == 201
    assert opened.json()["id"] != shelf[0]["id"]
    assert read_plan(reply.content).model_dump(mode="json") == opened.json()["plan"]


@pytest.mark.parametrize(
    ("content", "status", "code"),
    [
        (b"", 422, "not-json"),
        (b'{"format": "steeple-plan", "ver', 422, "not-json"),
        (b"[1, 2]", 422, "not-a-plan"),
        (b'{"format": "steeple-plan", "version": 99}', 422, "newer-version"),
        (b"\x00\xff" * 40, 422, "not-json"),
        (b" " * 3_000_000, 413, "too-large"),
    ],
)
def test_a_bad_file_is_refused_and_nothing_is_lost(
    api: TestClient, content: bytes, status: int, code: str
) -> None:
    before = api.get("/api/plans").json()
    reply = api.post("/api/plans/open", content=content)
    assert reply.status_code == status
    assert reply.json()["problems"][0]["code"] == code
    assert api.get("/api/plans").json() == before


def test_two_hundred_megabytes_are_refused_without_being_read(api: TestClient) -> None:
    def flood() -> Any:
        for _ in range(200):
            yield b" " * 1_000_000

    told = api.post("/api/plans/open", content=b"x", headers={"content-length": "200000000"})
    assert told.status_code == 413
    streamed = api.post("/api/plans/open", content=flood())
    assert streamed.status_code == 413
    assert streamed.json()["problems"][0]["code"] == "too-large"


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_the_card_is_a_pdf(api: TestClient, paper: str) -> None:
    plan_id = api.get("/api/plans").json()["plans"][0]["id"]
    reply = api.get(f"/api/plans/{plan_id}/card.pdf?paper={paper}&units=in")
    assert reply.headers["content-type"] == "application/pdf"
    assert reply.content.startswith(b"%PDF-")


def test_evaluation_is_stateless_and_repeatable(api: TestClient) -> None:
    body = {"plan": json.loads(write_plan(changed(cameras__0__focal_mm=45)))}
    first, second = api.post("/api/evaluate", json=body), api.post("/api/evaluate", json=body)
    assert first.content == second.content
    found = next(one for one in first.json()["findings"] if one["code"] == "lens.zone-cut-off")
    assert found["fixes"]
    quick = api.post("/api/evaluate", json={**body, "try_mends": False}).json()
    assert all(not one["fixes"] for one in quick["findings"])


def test_shapes_and_schema_and_health(api: TestClient) -> None:
    shapes = api.get("/api/shapes").json()
    assert {"small-flat", "hot-counter"} <= {one["id"] for one in shapes}
    assert api.get("/api/schema/plan").json()["properties"]["version"]["const"] == VERSION
    assert api.get("/api/health").json()["product"] == "steeple"


def test_the_plan_of_the_demo_is_sound_json(api: TestClient) -> None:
    for one in api.get("/api/plans").json()["plans"]:
        sheet = api.get(f"/api/plans/{one['id']}").json()
        assert sheet["plan"]["format"] == "steeple-plan"
    assert SOUND.title not in api.get("/api/plans").text
