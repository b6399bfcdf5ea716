"""Every refusal has one shape, a status from one table, and no request gives a 500."""

from __future__ import annotations

import sqlite3
from typing import Any

import pytest
import schemathesis
from fastapi import FastAPI
from hypothesis import HealthCheck, given, settings
from sqlalchemy import event
from starlette.testclient import TestClient

from steeple.api.errors import STATUS_BY_KIND, status_of
from steeple.api.limits import HEADERS
from steeple.core.errors import DocumentError, InputError, SteepleError
from steeple.core.plan.document import VERSION
from steeple.store.database import Database
from steeple.store.errors import NotFound, RevisionConflict, StoreError
from tests.plans import SOUND

PLAN = SOUND.model_dump(mode="json")


def assert_one_shape(reply: Any) -> None:
    body = reply.json()
    assert set(body) == {"problems", "newest_revision"}
    assert body["problems"]
    for problem in body["problems"]:
        assert set(problem) == {"code", "sentence", "field", "value", "range"}
        assert problem["sentence"].endswith(".")
        assert problem["code"]


REQUESTS: list[tuple[str, str, Any, int, str]] = [
    ("POST", "/api/plans", {"title": "", "shape": "cloth"}, 422, "out-of-range"),
    ("POST", "/api/plans", {"title": "x", "shape": "boat"}, 422, "not-a-choice"),
    ("POST", "/api/plans", {"shape": "cloth"}, 422, "missing"),
    ("POST", "/api/plans", {"title": "x", "shape": "cloth", "y": 1}, 422, "unknown-field"),
    ("GET", "/api/plans/none", None, 404, "no-such-plan"),
    ("GET", "/api/plans/BAD..ID", None, 422, "wrong-kind"),
    (
        "PUT",
        "/api/plans/none",
        {"line": "a", "base_revision": 1, "plan": PLAN},
        404,
        "no-such-plan",
    ),
    (
        "PUT",
        "/api/plans/none",
        {"line": "a", "base_revision": 0, "plan": PLAN},
        422,
        "out-of-range",
    ),
    (
        "PUT",
        "/api/plans/none",
        {"line": "a", "base_revision": "1", "plan": PLAN},
        422,
        "not-a-number",
    ),
    ("POST", "/api/plans/none/undo", {"line": "a", "base_revision": 1}, 404, "no-such-plan"),
    ("GET", "/api/nothing", None, 404, "no-such-address"),
    ("PATCH", "/api/plans", None, 405, "wrong-method"),
    ("GET", "/api/plans/none/card.pdf?paper=a3", None, 422, "not-a-choice"),
    ("POST", "/api/evaluate", {"plan": {**PLAN, "version": VERSION + 1}}, 422, "not-a-choice"),
    ("POST", "/api/evaluate", {"plan": {**PLAN, "table": {"width_mm": 1e9}}}, 422, "out-of-range"),
    ("POST", "/api/gear/things", {"kind": "boat", "figures": {}}, 422, "not-a-choice"),
]


@pytest.mark.parametrize(("method", "path", "body", "status", "code"), REQUESTS)
def test_refusals(
    api: TestClient, method: str, path: str, body: Any, status: int, code: str
) -> None:
    reply = api.request(method, path, json=body) if body is not None else api.request(method, path)
    assert reply.status_code == status
    assert_one_shape(reply)
    assert reply.json()["problems"][0]["code"] == code


@pytest.mark.parametrize(
    ("part", "field", "allowed"),
    [
        ({"table": {"width_mm": 0}}, "/table/width_mm", "between 5 mm and 10000 mm"),
        ({"table": {"width_mm": "12"}}, "/table/width_mm", "between 5 mm and 10000 mm"),
        ({"delivery": {"crop_wanted": 0.5}}, "/delivery/crop_wanted", "between 1 and 20"),
    ],
)
def test_a_bad_figure_comes_back_with_field_and_range(
    api: TestClient, part: dict[str, Any], field: str, allowed: str
) -> None:
    problem = api.post("/api/evaluate", json={"plan": {**PLAN, **part}}).json()["problems"][0]
    assert (problem["field"], problem["range"]) == (field, allowed)


@pytest.mark.parametrize("text", ["{", "NaN", '{"plan": NaN}', '"' + "x" * 100])
def test_broken_json_is_refused(api: TestClient, text: str) -> None:
    reply = api.post("/api/evaluate", content=text, headers={"content-type": "application/json"})
    assert reply.status_code == 422
    assert_one_shape(reply)


def test_nan_in_a_plan_is_refused_by_field(api: TestClient) -> None:
    text = '{"plan": {"title": "x", "work": {"shape": "cloth"}, "table": {"width_mm": NaN}}}'
    reply = api.post("/api/evaluate", content=text, headers={"content-type": "application/json"})
    assert reply.status_code == 422
    assert reply.json()["problems"][0]["field"] == "/table/width_mm"


def test_a_read_only_database_gives_a_sentence_not_a_500(
    api: TestClient, database: Database
) -> None:
    @event.listens_for(database.engine, "checkout")
    def lock(raw: sqlite3.Connection, *_: object) -> None:
        raw.execute("PRAGMA query_only=ON")

    reply = api.post("/api/plans", json={"title": "x", "shape": "cloth"})
    assert reply.status_code == 503
    assert_one_shape(reply)
    assert "read-only" in reply.json()["problems"][0]["sentence"]
    assert api.get("/api/plans").status_code == 200


def test_another_sites_page_cannot_change_anything(api: TestClient) -> None:
    body = {"title": "x", "shape": "cloth"}
    for origin in ("http://elsewhere.invalid", "null"):
        reply = api.post("/api/plans", json=body, headers={"origin": origin})
        assert reply.status_code == 403
        assert_one_shape(reply)
    assert (
        api.post("/api/plans", json=body, headers={"origin": "http://127.0.0.1"}).status_code == 201
    )
    stranger = api.get("/api/plans", headers={"host": "elsewhere.invalid"})
    assert stranger.status_code == 400


def test_every_reply_carries_the_policy(api: TestClient) -> None:
    for path in ("/api/health", "/api/nothing", "/"):
        reply = api.get(path)
        for name, value in HEADERS.items():
            assert reply.headers[name] == value
    assert "script-src" not in HEADERS["content-security-policy"]
    assert "default-src 'self'" in HEADERS["content-security-policy"]


def test_pages_answer_for_every_address_of_the_interface(api: TestClient) -> None:
    page = api.get("/plan/abc/lens")
    assert page.status_code == 200
    assert '<div id="root">' in page.text
    assert api.get("/assets/none.js").status_code == 404


@pytest.mark.parametrize(
    ("error", "status"),
    [
        (InputError("x", "X."), 422),
        (DocumentError("x", "X."), 422),
        (DocumentError("too-large", "X."), 413),
        (StoreError("x", "X."), 503),
        (NotFound("x", "X."), 404),
        (RevisionConflict(base=1, newest=2), 409),
        (SteepleError("x", "X."), 400),
    ],
)
def test_the_table_of_errors(error: SteepleError, status: int) -> None:
    assert status_of(error) == status
    assert len({kind for kind, _ in STATUS_BY_KIND}) == len(STATUS_BY_KIND)


few = settings(
    max_examples=12,
    deadline=None,
    suppress_health_check=list(HealthCheck),
    database=None,
    derandomize=True,
)


def test_no_request_made_from_the_description_gives_a_500(app: FastAPI) -> None:
    """Requests invented from the OpenAPI document: never a 500, always a described shape."""
    schema: Any = schemathesis.openapi.from_asgi(
        "/api/openapi.json", app, headers={"host": "127.0.0.1"}
    )
    operations = [result.ok() for result in schema.get_all_operations()]
    assert len(operations) >= 18
    for operation in operations:

        def run(case: Any) -> None:
            # What is invented may be as much work as one asks for: how long it takes is not tried here.
            reply = case.call(headers={"host": "127.0.0.1"}, timeout=120)
            said = reply.content.decode(errors="replace")  # of a drawing or a picture: anything
            assert reply.status_code < 500, (case.method, case.path, said)
            assert "too-extreme" not in said, (case.method, case.path, said)
            if reply.status_code >= 400 and reply.status_code != 403:
                assert "problems" in reply.json(), said

        invented = given(case=operation.as_strategy())(run)
        few(invented)()
