"""The real interface in headless Chromium, against a running Steeple with the demo's plans."""

from __future__ import annotations

import json
import re
import socket
import subprocess
import sys
import urllib.request
from collections.abc import Callable, Iterator
from contextlib import suppress
from dataclasses import dataclass, field
from pathlib import Path
from threading import Thread
from typing import Any

import pytest
import uvicorn
from playwright.sync_api import Browser, BrowserContext, Error, Page, expect

from steeple.core.plan.document import Plan
from steeple.core.plan.reading import write_plan
from steeple.demo.world import fill
from steeple.main import DATABASE_NAME, build
from steeple.store.database import Database

ROOT = Path(__file__).parents[2]
AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"
QUIET_HOSTS = "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost"

WAIT_MS = 60_000
"""A machine that does much else beside may take long to answer."""
expect.set_options(timeout=45_000)


@dataclass
class Server:
    """A running Steeple, as far as tests ask past the interface."""

    folder: Path
    port: int = 0

    @property
    def base(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def ask(self, method: str, path: str, body: object = None) -> Any:
        """One request past the interface."""
        request = urllib.request.Request(
            self.base + path,
            method=method,
            data=None if body is None else json.dumps(body).encode(),
            headers={"content-type": "application/json"},
        )
        with urllib.request.urlopen(request, timeout=10) as reply:
            return json.loads(reply.read() or b"null")

    def put_on_shelf(self, plan: Plan) -> str:
        """The id of a new plan, past the interface."""
        request = urllib.request.Request(
            self.base + "/api/plans/open", method="POST", data=write_plan(plan).encode()
        )
        with urllib.request.urlopen(request, timeout=10) as reply:
            return str(json.loads(reply.read())["id"])

    def put_into_cupboard(self, kind: str, figures: dict[str, Any]) -> str:
        """The id of a new thing, past the interface."""
        return str(self.ask("POST", "/api/gear/things", {"kind": kind, "figures": figures})["id"])


@dataclass
class ServerHere(Server):
    """A Steeple within this process, with the demo's plans where it is ``filled``: there in a moment, and gone."""

    filled: bool = True

    def start(self) -> None:
        """Serve a database of its own in a thread."""
        self.database = Database(self.folder / DATABASE_NAME)
        if self.filled:
            fill(self.database)
        listener = socket.socket()
        listener.bind(("127.0.0.1", 0))
        listener.listen(128)
        self.port = listener.getsockname()[1]
        config = uvicorn.Config(build(self.database), log_level="warning", lifespan="on")
        self.server = uvicorn.Server(config)
        self.thread = Thread(target=self.server.run, kwargs={"sockets": [listener]}, daemon=True)
        self.thread.start()

    def stop(self) -> None:
        """Stop serving."""
        self.server.should_exit = True
        self.server.force_exit = True
        self.thread.join(timeout=10)
        self.database.close()


@dataclass
class ServerProcess(Server):
    """A Steeple process that can be killed and started again on the same port and data."""

    process: subprocess.Popen[str] | None = None

    def start(self) -> None:
        self.process = subprocess.Popen(
            [
                sys.executable, "-m", "steeple.cli.command", "demo",
                "--data", str(self.folder), "--port", str(self.port),
            ],
            stdout=subprocess.PIPE,
            text=True,
        )  # fmt: skip
        assert self.process.stdout is not None
        line = self.process.stdout.readline()
        found = re.search(r":(\d+)/", line)
        assert found, f"Steeple did not start: {line}"
        self.port = int(found[1])

    def kill(self) -> None:
        if self.process is not None:
            self.process.kill()
            self.process.wait()
            assert self.process.stdout is not None
            self.process.stdout.close()


@pytest.fixture(scope="session")
def server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    """One for all tests of a worker that do not mind what others put on the shelf."""
    here = ServerHere(tmp_path_factory.mktemp("steeple"))
    here.start()
    yield here
    here.stop()


@pytest.fixture
def own_server(tmp_path: Path) -> Iterator[ServerHere]:
    """A server of this test alone, with the demo's plans and cupboard as they come."""
    here = ServerHere(tmp_path)
    here.start()
    yield here
    here.stop()


@pytest.fixture
def mortal_server(tmp_path: Path) -> Iterator[ServerProcess]:
    """A server of this test alone, to be killed."""
    process = ServerProcess(tmp_path)
    process.start()
    yield process
    process.kill()


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    return {"executable_path": "/usr/bin/chromium", "args": ["--no-sandbox", QUIET_HOSTS]}


@pytest.fixture(scope="session")
def browser_context_args() -> dict[str, Any]:
    return {
        "viewport": {"width": 1280, "height": 800},
        "locale": "en-GB",
        "timezone_id": "Europe/Berlin",
        "reduced_motion": "reduce",
        "color_scheme": "light",
    }


@dataclass
class Watch:
    """What a page complained of, and whom it asked."""

    complaints: list[str] = field(default_factory=list)
    hosts: set[str] = field(default_factory=set)
    expected: list[str] = field(default_factory=list)

    def on(self, page: Page) -> None:
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        page.on(
            "console",
            lambda message: (
                self.complaints.append(message.text)
                if message.type in ("error", "warning")
                else None
            ),
        )
        page.on("request", lambda request: self.hosts.add(request.url.split("/")[2]))

    def unexpected(self) -> list[str]:
        return [one for one in self.complaints if not any(word in one for word in self.expected)]


@pytest.fixture(scope="session")
def shared_context(
    browser: Browser, browser_context_args: dict[str, Any]
) -> Iterator[BrowserContext]:
    """One context a worker: what it fetched and compiled once stays."""
    shared = browser.new_context(**browser_context_args)
    yield shared
    shared.close()


@pytest.fixture
def context(shared_context: BrowserContext) -> Iterator[BrowserContext]:
    """The shared context, left without pages and without anything that a page kept."""
    yield shared_context
    shared_context.unroute_all(behavior="ignoreErrors")
    shared_context.set_offline(False)
    for page in shared_context.pages:
        if page.url.startswith("http"):
            with suppress(Error):
                page.evaluate("localStorage.clear()")
        page.close()
    shared_context.clear_cookies()


@pytest.fixture
def watch(context: BrowserContext) -> Iterator[Watch]:
    """Fails the test where a page writes an error, or asks anybody but this machine."""
    watch = Watch()
    context.set_default_timeout(WAIT_MS)
    context.on("page", watch.on)
    yield watch
    context.remove_listener("page", watch.on)
    assert watch.unexpected() == []
    assert all(host.startswith("127.0.0.1:") for host in watch.hosts), watch.hosts


Opener = Callable[[Plan, str], Page]


@pytest.fixture
def opened(server: Server, context: BrowserContext, watch: Watch) -> Opener:
    """Puts a plan on the shelf and opens one of its sheets."""

    def open_plan(plan: Plan, step: str) -> Page:
        page = context.new_page()
        page.goto(f"{server.base}/plan/{server.put_on_shelf(plan)}/{step}")
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        return page

    return open_plan


@pytest.fixture
def at_bench(server: Server, context: BrowserContext, watch: Watch) -> Callable[..., Page]:
    """Opens a page of the bench on a phone."""
    watch.expected += ["ERR_", "404"]

    def open_page(plan: Plan | str, where: str = "session") -> Page:
        plan_id = plan if isinstance(plan, str) else server.put_on_shelf(plan)
        page = context.new_page()
        page.set_viewport_size({"width": 390, "height": 844})
        page.goto(f"{server.base}/bench/{plan_id}/{where}")
        expect(page.get_by_role("navigation", name="At the bench")).to_be_visible()
        return page

    return open_page


def saved(page: Page) -> None:
    """Wait until everything is saved."""
    expect(page.get_by_text(re.compile(r"^Saved \d\d:\d\d"))).to_be_visible()


def fits_across(page: Page) -> None:
    """Wait until nothing of the page lies beyond its right edge. The page forbids text to be run as
    code, so it is asked again from here."""
    for _ in range(100):
        if page.evaluate("document.documentElement.scrollWidth <= innerWidth"):
            return
        page.wait_for_timeout(50)
    raise AssertionError("the page is wider than its window")


def answer(page: Page) -> str:
    """The answer line as text."""
    return " ".join(page.get_by_role("heading", level=1).inner_text().split())


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """A pointer in a browser can miss on a busy machine: once more, and a failure that comes again counts."""
    here = Path(__file__).parent
    for item in items:
        if here in item.path.parents:
            item.add_marker(pytest.mark.flaky(reruns=1))
