"""The edges of the server: headers, hosts, origins, half-sent requests, text that is none."""

from __future__ import annotations

import http.client
import json
import socket
import time
from collections.abc import Iterator
from typing import Any

import pytest
from fastapi.testclient import TestClient

from steeple.api import limits
from steeple.api.limits import HEADERS
from steeple.core.plan.reading import write_plan
from steeple.demo.plans import PLANS
from steeple.main import DATABASE_NAME, build
from steeple.store.database import Database
from tests.cli.test_serving import serving
from tests.plans import SOUND

PLAN = json.loads(write_plan(SOUND))


@pytest.fixture(scope="module")
def api(tmp_path_factory: pytest.TempPathFactory) -> Iterator[TestClient]:
    database = Database(tmp_path_factory.mktemp("edges") / DATABASE_NAME)
    app = build(database)

    @app.get("/api/broken")
    def broken() -> None:
        raise RuntimeError("a mistake of ours")

    # Before the pages, which answer every address that is none of the API's.
    app.router.routes.insert(0, app.router.routes.pop())
    with TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        yield client
    database.close()


def has_headers(reply: Any) -> bool:
    return all(reply.headers.get(name) == value for name, value in HEADERS.items())


@pytest.mark.parametrize(
    ("path", "headers", "status"),
    [
        ("/api/health", {}, 200),
        ("/api/none", {}, 404),
        ("/api/health", {"host": "elsewhere.example"}, 400),
        ("/api/health", {"host": "testserver"}, 400),
        ("/api/health", {"origin": "http://elsewhere.example"}, 403),
        ("/api/broken", {}, 500),
    ],
)
def test_every_reply_carries_the_headers(
    api: TestClient, path: str, headers: dict[str, str], status: int
) -> None:
    reply = api.get(path, headers=headers)
    assert reply.status_code == status
    assert has_headers(reply)


@pytest.mark.parametrize(
    ("origin", "status"),
    [
        ("http://127.0.0.1", 200),
        ("https://127.0.0.1", 403),
        ("ftp://127.0.0.1", 403),
        ("127.0.0.1", 403),
        ("null", 403),
        ("http://127.0.0.1:81", 403),
        ("http://127.0.0.1.elsewhere.example", 403),
    ],
)
def test_the_scheme_of_an_origin_counts(api: TestClient, origin: str, status: int) -> None:
    assert api.get("/api/health", headers={"origin": origin}).status_code == status


@pytest.mark.parametrize("path", ["/api/health", "/api/plans", "/api/none", "/"])
def test_head_answers_as_get_without_its_body(api: TestClient, path: str) -> None:
    got, head = api.get(path), api.head(path)
    assert head.status_code == got.status_code
    assert head.content == b""
    assert head.headers["content-type"] == got.headers["content-type"]
    assert has_headers(head)


def places_of_text(node: Any, at: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    if isinstance(node, dict):
        for key, value in node.items():
            yield from places_of_text(value, (*at, key))
    elif isinstance(node, list):
        for place, value in enumerate(node):
            yield from places_of_text(value, (*at, place))
    elif isinstance(node, str):
        yield at


def test_half_a_character_is_refused_wherever_it_stands(api: TestClient) -> None:
    """Every text of a whole plan, one after the other."""
    whole = json.loads(write_plan(PLANS[-1]))
    places = list(places_of_text(whole))
    assert len(places) > 40
    for place in places:
        plan = json.loads(json.dumps(whole))
        node = plan
        for step in place[:-1]:
            node = node[step]
        node[place[-1]] = "a\ud800b"
        body = json.dumps({"plan": plan, "try_mends": False})
        reply = api.post(
            "/api/evaluate", content=body, headers={"content-type": "application/json"}
        )
        assert (reply.status_code, reply.json()["problems"][0]["code"]) == (422, "not-json"), place


@pytest.mark.parametrize(
    "body",
    [
        '{"title": "\\ud800", "shape": "cloth"}',
        '{"\\udfff": 1}',
        '{"title": "x", "shape": "cloth"',
        "[" * 100_000,
        '{"a":' * 100_000,
        '"' + "\\ud83d" * 1000,
        '{"title": "x", "shape": 1e999999}',
        "1" * 5_000,
        "nul",
        "\x00",
    ],
    ids=lambda body: body[:20],
)
def test_text_that_is_no_request_is_refused_with_a_sentence(api: TestClient, body: str) -> None:
    for path in ("/api/plans", "/api/evaluate", "/api/gear/things"):
        reply = api.post(path, content=body, headers={"content-type": "application/json"})
        assert reply.status_code == 422, (path, reply.text)
        assert reply.json()["problems"][0]["sentence"]


def test_a_pair_of_halves_is_a_character(api: TestClient) -> None:
    body = '{"title": "gilded \\ud83d\\udd6e", "shape": "cloth"}'
    reply = api.post("/api/plans", content=body, headers={"content-type": "application/json"})
    assert reply.status_code == 201
    assert reply.json()["plan"]["title"] == "gilded \U0001f56e"


def test_a_body_that_stops_in_the_middle_ends(
    api: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(limits, "BODY_SECONDS", 0.2)

    def halting() -> Iterator[bytes]:
        yield b'{"title": "x", '
        time.sleep(0.6)
        yield b'"shape": "cloth"}'

    reply = api.post("/api/plans", content=halting())
    # The test client sends a body as a whole; what counts is that nothing is half carried out.
    assert reply.status_code in (201, 408, 422)


def test_half_open_requests_end_and_hold_nobody_up(tmp_path: Any) -> None:
    with serving("serve", tmp_path, STEEPLE_BODY_SECONDS="1") as address:
        port = int(address.rsplit(":", 1)[1])
        half = []
        for start in (
            b"",
            b"POST /api/plans HTTP/1.1\r\nhost: 127.0.0.1\r\n",
            b"POST /api/plans HTTP/1.1\r\nhost: 127.0.0.1\r\ncontent-type: application/json\r\n"
            b'content-length: 40\r\n\r\n{"title": ',
        ):
            connection = socket.create_connection(("127.0.0.1", port), timeout=15)
            connection.sendall(start)
            half.append(connection)
        client = http.client.HTTPConnection("127.0.0.1", port, timeout=10)
        client.request("GET", "/api/health")
        assert client.getresponse().status == 200
        client.close()
        for connection in half:
            said = b""
            while part := connection.recv(4096):
                said += part
            assert said == b"" or b" 408 " in said.split(b"\r\n")[0]
            connection.close()
