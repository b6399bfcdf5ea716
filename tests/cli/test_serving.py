"""Serving: the demo is filled once, an own shelf starts empty, a stop is clean."""

from __future__ import annotations

import json
import os
import re
import signal
import subprocess
import sys
import threading
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from steeple.core.plan.reading import write_plan
from tests.plans import SOUND


@contextmanager
def serving(command: str, folder: Path, **settings: str) -> Iterator[str]:
    """A running ``steeple COMMAND``; its address. Stopped as Ctrl+C does."""
    process = subprocess.Popen(
        [sys.executable, "-m", "steeple.cli.command", command, "--data", folder, "--port", "0"],
        stdout=subprocess.PIPE,
        stderr=subprocess.PIPE,
        text=True,
        env={**os.environ, **settings},
    )
    assert process.stdout is not None
    found = re.search(r"at (\S+)/$", process.stdout.readline().strip())
    assert found
    try:
        yield found[1]
    finally:
        process.send_signal(signal.SIGINT)
        _, complaints = process.communicate(timeout=15)
        assert "Traceback" not in complaints


def ask(address: str, path: str, body: Any = None, method: str = "GET") -> Any:
    data = None if body is None else json.dumps(body).encode()
    request = urllib.request.Request(
        address + path, data=data, method=method, headers={"content-type": "application/json"}
    )
    with urllib.request.urlopen(request, timeout=20) as reply:
        return json.loads(reply.read())


def test_the_demo_is_filled_once_and_keeps_what_was_changed(tmp_path: Path) -> None:
    with serving("demo", tmp_path) as address:
        first = ask(address, "/api/plans")["plans"]
        assert len(first) == 3
        assert len(ask(address, "/api/gear")["lenses"]) == 7
        ask(address, "/api/plans", {"title": "Mine", "shape": "cloth"}, "POST")
    with serving("demo", tmp_path) as address:
        titles = [one["title"] for one in ask(address, "/api/plans")["plans"]]
        assert titles[0] == "Mine"
        assert len(titles) == 4
        assert len(ask(address, "/api/gear")["lenses"]) == 7


def test_a_shelf_of_ones_own_starts_empty(tmp_path: Path) -> None:
    with serving("serve", tmp_path) as address:
        assert ask(address, "/api/plans") == {"plans": [], "removed": []}
        assert ask(address, "/api/gear") == {
            "bodies": [],
            "lenses": [],
            "supports": [],
            "adapters": [],
            "fixtures": [],
            "cards": [],
            "weights": [],
            "gels": [],
            "filters": [],
            "stands": [],
            "media": [],
            "power": [],
            "recorders": [],
            "microphones": [],
            "mic_stands": [],
            "absorbers": [],
            "leads": [],
        }
    with serving("demo", tmp_path) as address:
        assert len(ask(address, "/api/plans")["plans"]) == 3


def test_a_demo_whose_plans_were_all_removed_stays_so(tmp_path: Path) -> None:
    with serving("demo", tmp_path) as address:
        for one in ask(address, "/api/plans")["plans"]:
            request = urllib.request.Request(f"{address}/api/plans/{one['id']}", method="DELETE")
            urllib.request.urlopen(request, timeout=20).close()
    with serving("demo", tmp_path) as address:
        shelf = ask(address, "/api/plans")
        assert (len(shelf["plans"]), len(shelf["removed"])) == (0, 3)


def test_eight_clients_at_once_lose_nothing(tmp_path: Path) -> None:
    """Each changes its own plan again and again, and all change one together."""
    rounds, clients = 12, 8
    with serving("serve", tmp_path) as address:
        plan = json.loads(write_plan(SOUND))
        ids = [ask(address, "/api/plans/open", plan, "POST")["id"] for _ in range(clients + 1)]
        shared = ids.pop()
        line = ask(address, f"/api/plans/{shared}/head")["line"]

        def change_shared(body: dict[str, Any]) -> bool:
            """Try to change the shared plan from its newest revision; False on a conflict."""
            head = ask(address, f"/api/plans/{shared}/head")
            try:
                ask(
                    address,
                    f"/api/plans/{shared}",
                    {**body, "base_revision": head["revision"]},
                    "PUT",
                )
            except urllib.error.HTTPError as error:
                error.close()
                if error.code != 409:
                    raise
                return False
            return True

        def client(number: int) -> None:
            revision = 1
            for turn in range(rounds):
                body = {
                    "line": line,
                    "base_revision": revision,
                    "plan": {**plan, "title": f"{number}.{turn}"},
                }
                revision = ask(address, f"/api/plans/{ids[number]}", body, "PUT")["revision"]
                while not change_shared(body):
                    pass

        threads = [threading.Thread(target=client, args=(number,)) for number in range(clients)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        for number, plan_id in enumerate(ids):
            sheet = ask(address, f"/api/plans/{plan_id}")
            assert (sheet["revision"], sheet["plan"]["title"]) == (
                rounds + 1,
                f"{number}.{rounds - 1}",
            )
        assert ask(address, f"/api/plans/{shared}/head")["revision"] == 1 + rounds * clients
        titles = {
            ask(address, f"/api/plans/{shared}/revisions/{number}")["plan"]["title"]
            for number in range(2, 2 + rounds * clients)
        }
        assert len(titles) == rounds * clients, "every accepted change is still there"


def test_the_bench_is_opened_on_purpose_and_closed_with_the_server(tmp_path: Path) -> None:
    words = ["serve", "--data", str(tmp_path), "--port", "0", "--bench", "--bench-port", "0"]
    process = subprocess.Popen(
        [sys.executable, "-m", "steeple.cli.command", *words],
        stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True,
    )  # fmt: skip
    assert process.stdout is not None
    lines = [process.stdout.readline() for _ in range(3)]
    address = re.search(r"at (\S+)/$", lines[0].strip())
    assert address
    assert "The bench is open" in lines[2]
    assert ask(address[1], "/api/bench/door")["open"]
    process.send_signal(signal.SIGINT)
    _, complaints = process.communicate(timeout=15)
    assert "Traceback" not in complaints


def test_a_port_of_the_bench_that_is_none_is_refused(tmp_path: Path) -> None:
    words = ["serve", "--data", str(tmp_path), "--port", "0", "--bench-port", "70000"]
    done = subprocess.run(
        [sys.executable, "-m", "steeple.cli.command", *words], capture_output=True, text=True,
        check=False,
    )  # fmt: skip
    assert done.returncode == 2
    assert "Port 70000 is not a port" in done.stderr
