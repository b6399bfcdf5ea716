"""Heavy work apart: a queue with an end, budgets that say what is too much, and figures that lead too far."""

from __future__ import annotations

import json
import threading
import time
from collections.abc import Awaitable, Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import anyio
import pytest
from fastapi.testclient import TestClient

from steeple.api import apart
from steeple.api.apart import AT_ONCE, WAITING, Allowance, Busy, TooExtreme, slowness, too_long
from steeple.api.replies import CameraRequest
from steeple.core.budget import Stopped, TooLong, look, spending
from steeple.core.plan.reading import write_plan
from steeple.demo.cupboard import LENSES
from steeple.demo.plans import PLANS
from tests.plans import SOUND

BODY = {"plan": json.loads(write_plan(SOUND))}


def in_a_loop(go: Callable[[], Awaitable[Any]]) -> Any:
    """What a coroutine gives in a loop of its own, in a thread of its own: a browser test that ran before
    in this process leaves its loop in the main one."""
    with ThreadPoolExecutor(1) as pool:
        return pool.submit(anyio.run, go).result()


def ended(work: Callable[[], Any], **more: Any) -> Any:
    async def go() -> Any:
        return await apart.run(work, **more)

    return in_a_loop(go)


@pytest.fixture(autouse=True)
def fresh_queue() -> None:
    """Each test runs a loop of its own, which a queue belongs to."""
    apart._queue.cache_clear()


def _out_of_memory() -> None:
    """An error without a word of its own."""
    raise MemoryError


def test_an_allowance_ends_by_the_clock_and_knows_its_longest_stretch() -> None:
    allowance = Allowance(5.0, began=100.0, looked=100.0)
    with pytest.MonkeyPatch.context() as patch:
        for clock in (100.0, 103.0):
            patch.setattr(time, "monotonic", lambda clock=clock: clock)
            allowance.look()
        assert allowance.spent() == pytest.approx(0.6)
        patch.setattr(time, "monotonic", lambda: 107.0)
        with pytest.raises(TooLong, match="more than 5 s"):
            allowance.look()
    assert allowance.longest_s == 4.0
    stopped = Allowance(10.0)
    stopped.stop.set()
    with pytest.raises(Stopped), spending(stopped):
        look()


def test_work_that_takes_too_long_ends() -> None:
    looks = 0

    def work() -> None:
        nonlocal looks
        for _ in range(1000):
            time.sleep(0.01)
            looks += 1
            look()

    with pytest.raises(TooLong):
        ended(work, seconds=0.1)
    assert 1 <= looks <= 10 * slowness() + 1


@pytest.mark.parametrize(
    "work",
    [
        lambda: 1 / 0,
        lambda: int(float("nan")),
        lambda: SOUND.model_validate({"title": 5}),
        lambda: [][:: int("0")],
        _out_of_memory,
    ],
)
def test_figures_that_lead_too_far_are_a_sentence(work: Callable[[], Any]) -> None:
    with pytest.raises(TooExtreme) as caught:
        ended(work)
    assert caught.value.code == "too-extreme"
    assert "too extreme together" in caught.value.sentence
    assert "\n" not in caught.value.sentence


def test_past_a_queue_with_an_end_it_is_said_that_steeple_is_busy() -> None:
    go_on = threading.Event()

    async def crowd() -> list[str]:
        said: list[str] = []

        async def one() -> None:
            try:
                said.append(await apart.run(lambda: "done" if go_on.wait(20) else "late"))
            except Busy as error:
                said.append(error.code)

        async with anyio.create_task_group() as group:
            for _ in range(AT_ONCE + WAITING + 5):
                group.start_soon(one)
            with anyio.move_on_after(20):
                while len(said) < 5:
                    await anyio.sleep(0.01)
            await anyio.sleep(0.1)
            assert said == ["busy-working"] * 5
            assert not apart.is_idle()
            go_on.set()
        return said

    said = in_a_loop(crowd)
    assert said.count("done") == AT_ONCE + WAITING


def test_a_full_queue_refuses_before_a_body_is_read(
    api: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    apart._queue.cache_clear()
    monkeypatch.setattr(apart._queue(), "asked", AT_ONCE + WAITING)
    for path in ("evaluate", "glance", "compare", "dome", "picture", "compare-supports"):
        reply = api.post(f"/api/{path}", content=b"not even JSON")
        assert reply.status_code == 503, path
        assert reply.json()["problems"][0]["code"] == "busy-working"
    # Saves and reads go on.
    assert api.get("/api/plans").status_code == 200
    assert api.post("/api/plans", json={"title": "x", "shape": "cloth"}).status_code == 201


def test_what_there_is_too_much_of_is_named_with_its_figure() -> None:
    request = CameraRequest(plan=PLANS[-1], owned_lenses=LENSES * 20)
    error = too_long(TooLong(10.0), [request])
    assert (error.field, error.value) == ("owned_lenses", str(20 * len(LENSES)))
    assert f"{20 * len(LENSES)} owned lenses" in error.sentence
    assert "lights" in error.sentence
    plain = too_long(TooLong(10.0), ["no request"])
    assert plain.sentence == TooLong(10.0).sentence


@pytest.mark.parametrize(
    "path",
    ["evaluate", "compare", "dome", "light-map", "picture", "zoom-map", "work-out", "lifting"],
)
def test_every_heavy_route_has_a_budget(
    api: TestClient, monkeypatch: pytest.MonkeyPatch, path: str
) -> None:
    apart._queue.cache_clear()
    plan = json.loads(write_plan(PLANS[-1]))
    assert api.post(f"/api/{path}", json={"plan": plan}).status_code == 200
    monkeypatch.setattr(apart, "SECONDS", 1e-6)
    reply = api.post(f"/api/{path}", json={"plan": {**plan, "title": "another"}})
    assert reply.status_code == 422
    assert reply.json()["problems"][0]["code"] == "too-long"


def test_lamps_that_take_too_long_to_place_end_with_a_line_that_says_so(
    api: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    apart._queue.cache_clear()
    plan = json.loads(write_plan(PLANS[-1]))
    monkeypatch.setattr(apart, "SECONDS", 0.02)
    reply = api.post("/api/place-lamps", json={"plan": plan})
    lines = [json.loads(line) for line in reply.text.splitlines()]
    last = lines[-1]["problem"] if reply.status_code == 200 else reply.json()["problems"][0]
    assert last["code"] == "too-long"


def test_a_save_is_acknowledged_though_its_figures_take_long(
    api: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    from steeple.api.routes.shelf import plans

    apart._queue.cache_clear()
    sheet = api.post("/api/plans/open", content=json.dumps(BODY["plan"])).json()
    monkeypatch.setattr(plans, "FIGURES_S", 1e-6)
    body = {"line": sheet["line"], "base_revision": 1, "plan": {**BODY["plan"], "title": "New"}}
    saved = api.put(f"/api/plans/{sheet['id']}?figures=true", json=body)
    assert saved.status_code == 200
    assert saved.json()["evaluation"] is None
    assert saved.json()["revision"] == 2
