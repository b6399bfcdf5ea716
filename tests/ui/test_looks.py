"""Accessibility with axe on every view in both themes; small screens; long titles."""

from __future__ import annotations

from typing import Any

import pytest
from playwright.sync_api import BrowserContext, Error, Page, expect

from steeple.core.plan.document import Plan
from steeple.demo.angles import CLASS
from steeple.demo.plans import GILDING
from tests.plans import BARE, SOUND, SOUND_IN_FULL, changed
from tests.ui.conftest import AXE, Server, Watch

pytestmark = pytest.mark.ui
SOON_MS, LATE_MS = 5_000, 60_000
TROUBLED = changed(
    title="A plan with a title that is as long as titles may be, to see whether anything breaks "
    * 1,
    cameras__0__focal_mm=44,
    room__ceiling_mm=None,
    work__zone_top_mm=None,
)
VIEWS: list[tuple[Plan | None, str]] = [
    (None, ""),
    (SOUND, "work"),
    (BARE, "work"),
    (SOUND, "lens"),
    (TROUBLED, "lens"),
    (BARE, "lens"),
    (SOUND, "hold"),
    (TROUBLED, "hold"),
    (BARE, "hold"),
    (SOUND, "light"),
    (SOUND_IN_FULL, "sound"),
    (BARE, "sound"),
    (SOUND, "roll"),
    (CLASS, "roll"),
    (BARE, "roll"),
    (GILDING, "light"),
    (BARE, "light"),
    (SOUND, "card"),
    (TROUBLED, "card"),
    (SOUND, "check"),
]


def show(page: Page, server: Server, plan: Plan | None, step: str) -> None:
    path = "/" if plan is None else f"/plan/{server.put_on_shelf(plan)}/{step}"
    page.goto(server.base + path)
    expect(page.get_by_role("heading", level=1).first).to_be_visible()
    settled(page)


def settled(page: Page) -> None:
    """Wait until nothing more comes; a rig that is being worked out, which may take long, is stopped."""
    try:
        page.wait_for_load_state("networkidle", timeout=SOON_MS)
    except Error:
        stop = page.get_by_role("button", name="Stop", exact=True)
        if stop.count():
            stop.first.click()
        page.wait_for_load_state("networkidle", timeout=LATE_MS)


def violations(page: Page) -> list[str]:
    page.evaluate(AXE.read_text(encoding="utf-8"))
    found: list[dict[str, Any]] = page.evaluate(
        "async () => (await axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa'] })).violations"
    )
    return [
        f"{one['id']}: {node['html'][:160]} {node['failureSummary'][:200]}"
        for one in found
        for node in one["nodes"]
    ]


@pytest.mark.parametrize("scheme", ["light", "dark"])
@pytest.mark.parametrize(("plan", "step"), VIEWS)
def test_axe_finds_nothing(
    server: Server, context: BrowserContext, watch: Watch, plan: Plan | None, step: str, scheme: str
) -> None:
    page = context.new_page()
    page.emulate_media(color_scheme=scheme)  # type: ignore[arg-type]
    show(page, server, plan, step)
    assert violations(page) == []


def test_axe_finds_nothing_in_an_open_working(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    page = context.new_page()
    show(page, server, SOUND, "lens")
    page.locator("[data-door]").first.click()
    expect(page.locator(".mantine-Popover-dropdown:visible")).to_have_count(1)
    assert violations(page) == []


@pytest.mark.parametrize("size", [(390, 844), (820, 1180), (1280, 800)])
@pytest.mark.parametrize(
    ("plan", "step"), [(TROUBLED, "card"), (TROUBLED, "lens"), (TROUBLED, "hold"), (None, "")]
)
def test_nothing_runs_off_the_side(
    server: Server,
    context: BrowserContext,
    watch: Watch,
    plan: Plan | None,
    step: str,
    size: tuple[int, int],
) -> None:
    page = context.new_page()
    page.set_viewport_size({"width": size[0], "height": size[1]})
    show(page, server, plan, step)
    wide = page.evaluate("document.documentElement.scrollWidth - innerWidth")
    assert wide <= 0


def test_the_card_is_read_and_touched_with_a_thumb(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    page = context.new_page()
    page.set_viewport_size({"width": 390, "height": 844})
    show(page, server, SOUND, "card")
    for name in ("Print the card", "Save as PDF"):
        box = (
            page.get_by_text(name, exact=True)
            .locator("xpath=ancestor-or-self::*[self::button or self::a]")
            .bounding_box()
        )
        assert box is not None
        assert box["height"] >= 34
    size = page.locator("article dl dd").first.evaluate(
        "element => parseFloat(getComputedStyle(element).fontSize)"
    )
    assert size >= 19
    # The letters of the drawings are read without opening them.
    letters = page.locator("figure text").first.evaluate(
        "element => element.getBoundingClientRect().height"
    )
    assert letters >= 9


def test_an_empty_shelf_says_how_to_begin(
    own_server: Server, context: BrowserContext, watch: Watch
) -> None:
    for one in own_server.ask("GET", "/api/plans")["plans"]:
        own_server.ask("DELETE", f"/api/plans/{one['id']}")
    page = context.new_page()
    page.goto(own_server.base)
    expect(page.get_by_text("Nothing here yet. Begin a plan")).to_be_visible()
