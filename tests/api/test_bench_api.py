"""The gate of the bench: nothing without the code, little with it, and no guessing."""

from __future__ import annotations

import re
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from fastapi import FastAPI
from fastapi.routing import APIRoute
from starlette.testclient import TestClient

from steeple.api.bench.gate import AT_THE_BENCH, Gate
from steeple.api.routes.registry import ROUTERS
from steeple.main import PAGES
from steeple.services.bench.pairing import TRIES_ALL, PairingService

HERE = "192.168.7.20"


class Clock:
    def __init__(self) -> None:
        self.now = datetime(2026, 11, 28, 9, 0, tzinfo=UTC)

    def __call__(self) -> datetime:
        return self.now

    def pass_by(self, **spans: float) -> None:
        self.now += timedelta(**spans)


@pytest.fixture
def clock() -> Clock:
    return Clock()


@pytest.fixture
def pairing(app: FastAPI, clock: Clock) -> PairingService:
    return PairingService(app.state.context.plans.database, clock)


@pytest.fixture
def phones(app: FastAPI, pairing: PairingService) -> Iterator[list[TestClient]]:
    """Three devices on the local network, none of them paired."""
    gate = Gate(app, pairing, lambda: (HERE, "fd00::2"))
    made = [
        TestClient(
            gate, base_url=f"http://{HERE}:8732", client=(f"192.168.7.{at}", 5000),
            follow_redirects=False,
        )
        for at in (31, 32, 33)
    ]  # fmt: skip
    with TestClient(app, base_url="http://127.0.0.1"):  # the lifespan of the application
        yield made


def paired(phone: TestClient, pairing: PairingService) -> TestClient:
    code = pairing.new_code().code
    reply = phone.post("/pair", data={"code": code.lower(), "name": "my  phone"})
    assert reply.status_code == 303
    return phone


def every_address() -> list[tuple[str, str]]:
    routes = [one for router in ROUTERS for one in router.routes if isinstance(one, APIRoute)]
    found = [
        (method, re.sub(r"\{[a-z_]+\}", "aaaaaaaa", one.path))
        for one in routes
        for method in (*(one.methods or ()), "HEAD", "OPTIONS")
    ]
    files = [f"/{one.relative_to(PAGES)}" for one in PAGES.rglob("*") if one.is_file()]
    return [
        *found, *(("GET", one) for one in files), ("GET", "/"), ("GET", "/bench"),
        ("GET", "/api/openapi.json"), ("GET", "/plan/x/lens"), ("GET", "/nothing"),
        ("GET", "//etc/passwd"), ("GET", "/assets/../index.html"), ("TRACE", "/"),
    ]  # fmt: skip


def test_an_outsider_gets_nothing_from_any_route_or_file(phones: list[TestClient]) -> None:
    addresses = every_address()
    assert len(addresses) > 150
    for method, path in addresses:
        reply = phones[0].request(method, path, headers={"cookie": "steeple_bench=guessed"})
        assert reply.status_code == 401, (method, path, reply.status_code)
        assert "not-paired" in reply.text or method == "HEAD"
        assert reply.headers["cache-control"] == "no-store"
    page = phones[0].get("/bench", headers={"accept": "text/html"})
    assert (page.status_code, page.headers["location"]) == (303, "/pair?code=")


def test_a_code_pairs_one_device_once(phones: list[TestClient], pairing: PairingService) -> None:
    phone, other, _ = phones
    code = pairing.new_code().code
    asked = phone.get("/pair", params={"code": code})
    assert f'value="{code}"' in asked.text
    assert phone.post("/pair", data={"code": code, "name": "<b>one</b>"}).status_code == 303
    assert phone.get("/api/bench/me").json() == {"at_the_bench": True, "name": "<b>one</b>"}
    again = other.post("/pair", data={"code": code})
    assert again.status_code == 403
    assert "used already, by another device" in again.text
    assert other.get("/api/plans").status_code == 401
    assert phone.get("/pair").headers["location"] == "/bench"


def test_a_paired_device_does_its_work_and_nothing_else(
    phones: list[TestClient], pairing: PairingService
) -> None:
    phone = paired(phones[0], pairing)
    plan = phone.get("/api/plans").json()["plans"][0]["id"]
    assert phone.get(f"/api/plans/{plan}").status_code == 200
    document = phone.get(f"/api/plans/{plan}").json()["plan"]
    assert phone.post("/api/roll-call", json={"plan": document}).status_code == 200
    assert phone.get("/").status_code == 200
    allowed = {(method, re.sub(r"\{[a-z_]+\}", "aaaaaaaa", path)) for method, path in AT_THE_BENCH}
    for method, path in every_address():
        if not path.startswith("/api") or method == "HEAD" or (method, path) in allowed:
            continue
        reply = phone.request(method, path)
        assert reply.status_code == 403, (method, path)
        assert "not-at-the-bench" in reply.text
    assert phone.delete(f"/api/plans/{plan}").status_code == 403
    assert phone.post("/api/bench/door", json={"open": False}).status_code == 403


def test_nothing_at_the_bench_changes_plans_or_the_cupboard_or_removes() -> None:
    routes = {
        (method, one.path)
        for router in ROUTERS
        for one in router.routes
        if isinstance(one, APIRoute)
        for method in one.methods or ()
    }
    assert set(AT_THE_BENCH) <= routes, "every address that is let through is there"
    assert not {method for method, _ in AT_THE_BENCH} - {"GET", "POST"}
    writing = [path for method, path in AT_THE_BENCH if method == "POST"]
    assert not [one for one in writing if one.startswith(("/api/plans", "/api/gear"))]


def test_host_origin_and_network_are_looked_at(
    phones: list[TestClient], pairing: PairingService, app: FastAPI
) -> None:
    phone = paired(phones[0], pairing)
    elsewhere = phone.get("/api/plans", headers={"host": "evil.example"})
    assert elsewhere.status_code == 421
    assert phone.get("/api/plans", headers={"host": "[fd00::2]:8732"}).status_code == 200
    assert phone.get("/api/plans", headers={"host": "[::1"}).status_code == 421
    other_page = phone.post("/api/log/readings/meter", headers={"origin": "http://evil.example"})
    assert other_page.status_code == 403
    assert "another-origin" in other_page.text
    far = TestClient(
        Gate(app, pairing, lambda: (HERE,)), base_url=f"http://{HERE}", client=("8.8.4.4", 1)
    )
    assert far.get("/pair").status_code == 403
    assert "another-network" in far.get("/pair").text


def test_a_code_guessed_a_thousand_times_is_withdrawn_and_the_guesser_waits(
    phones: list[TestClient], pairing: PairingService, clock: Clock
) -> None:
    code = pairing.new_code().code
    statuses = []
    for at in range(1000):
        statuses.append(phones[at % 3].post("/pair", data={"code": f"WRONG{at:03d}"}).status_code)
        clock.pass_by(seconds=0.5)
    assert set(statuses) == {403, 429}
    assert statuses.count(429) > 900, "most are not even looked at"
    assert pairing.code() is None
    assert pairing.was_guessed_at
    clock.pass_by(hours=1)
    late = phones[0].post("/pair", data={"code": code})
    assert late.status_code == 403
    fresh = pairing.new_code().code
    assert phones[1].post("/pair", data={"code": fresh}).status_code == 303


def test_one_who_mistypes_waits_and_the_right_code_still_counts(
    phones: list[TestClient], pairing: PairingService, clock: Clock
) -> None:
    code = pairing.new_code().code
    for _ in range(5):
        assert "not the code" in phones[0].post("/pair", data={"code": "ABCD EFGH"}).text
    waits = phones[0].post("/pair", data={"code": code})
    assert waits.status_code == 429
    assert re.search(r"Wait \d+ s", waits.text)
    assert TRIES_ALL > 5
    clock.pass_by(seconds=31)
    assert phones[0].post("/pair", data={"code": code}).status_code == 303


def test_codes_and_pairings_run_out_and_are_withdrawn(
    phones: list[TestClient], pairing: PairingService, clock: Clock, app: FastAPI
) -> None:
    code = pairing.new_code().code
    clock.pass_by(minutes=11)
    assert "has run out" in phones[1].post("/pair", data={"code": code}).text
    phone = paired(phones[0], pairing)
    again = PairingService(app.state.context.plans.database, clock)
    token = phone.cookies["steeple_bench"]
    assert again.who(token) is not None, "it stays paired when Steeple is started anew"
    (device,) = pairing.devices()
    assert (device.name, device.seen_from) == ("my phone", "192.168.7.31")
    pairing.withdraw(device.id)
    assert phone.get("/api/plans").status_code == 401
    assert pairing.devices() == []
    second = paired(phones[1], pairing)
    clock.pass_by(days=31)
    assert second.get("/api/plans").status_code == 401


def test_a_token_is_never_kept(pairing: PairingService, app: FastAPI) -> None:
    token, _ = pairing.pair(pairing.new_code().code, name="x", where="192.168.7.31")
    path: Path = app.state.context.plans.database.path
    kept = path.read_bytes() + Path(f"{path}-wal").read_bytes()
    assert token.encode() not in kept


def test_a_form_that_is_none_is_refused(phones: list[TestClient]) -> None:
    assert phones[0].post("/pair", content=b"x" * 5000).status_code == 413
    assert phones[0].post("/pair", content=b"\xff\xfe").status_code == 403
    assert phones[0].put("/pair").status_code == 405


def test_the_door_opens_on_purpose_and_closes(api: TestClient) -> None:
    door = api.get("/api/bench/door").json()
    assert (door["open"], door["addresses"], door["code"]) == (False, [], "")
    api.app.state.context.door.port = 0  # type: ignore[attr-defined]
    opened = api.post("/api/bench/door", json={"open": True}).json()
    assert opened["open"]
    assert len(opened["code"]) == 8
    for one in opened["addresses"]:
        assert one["square"].startswith("data:image/svg+xml")
    other = api.post("/api/bench/codes").json()
    assert other["code"] != opened["code"]
    assert api.delete("/api/bench/codes").json()["code"] == ""
    closed = api.post("/api/bench/door", json={"open": False}).json()
    assert (closed["open"], closed["addresses"]) == (False, [])
    assert api.delete("/api/bench/devices/aaaaaaaa").status_code == 404
    assert api.get("/api/bench/me").json() == {"at_the_bench": False, "name": ""}
