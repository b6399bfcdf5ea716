"""Pages of the bench for tests: opened on a phone, and what the log knows of them."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

from playwright.sync_api import Page, ViewportSize, expect

from tests.ui.conftest import Server

PHONE: ViewportSize = {"width": 390, "height": 844}
LOST = "ERR_"
AtBench = Callable[..., Page]


def plan_of(page: Page) -> str:
    found = re.search(r"/bench/([^/]+)/", page.url)
    assert found
    return found[1]


def record_of(server: Server, page: Page) -> Any:
    sessions = server.ask("GET", f"/api/log/sessions?plan={plan_of(page)}")["sessions"]
    return sessions[0]["record"]


def all_in_the_log(page: Page) -> None:
    expect(page.get_by_text("all in the log")).to_be_visible()


def begin(page: Page) -> None:
    page.get_by_role("button", name="Begin take 1").click()
    expect(page.get_by_role("button", name="End take 1")).to_be_visible()
