"""From the pointer to the changed answer, in the real interface: taken in headless Chromium."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from bench.timing import Timing, line, percentile

CHROMIUM = Path("/usr/bin/chromium")
MOVES = 80
PAUSE_MS = 120
PX = 4
"""From one place of the pointer to the next: far enough that the answer changes."""
WATCH = """() => {
  window.answers = [];
  window.pictures = [];
  let answer = 0, picture = 0;
  addEventListener('pointermove', () => {
    answer ||= performance.now();
    picture ||= performance.now();
  }, true);
  new MutationObserver(() => requestAnimationFrame(() => {
    if (answer) { window.answers.push(performance.now() - answer); answer = 0; }
  })).observe(document.querySelector('h1'), { subtree: true, characterData: true, childList: true });
  document.querySelector('figure img')?.addEventListener('load', () => requestAnimationFrame(() => {
    if (picture) { window.pictures.push(performance.now() - picture); picture = 0; }
  }));
}"""


def _drag(page: Page, handle: str) -> tuple[list[float], list[float]]:
    """Milliseconds from the pointer to each changed answer, and to each picture."""
    found = page.locator(handle)
    found.wait_for()
    if page.locator("figure").count():
        page.locator("figure img").wait_for()
    page.wait_for_load_state("networkidle")
    found.scroll_into_view_if_needed()
    box = found.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate(WATCH)
    for step in range(MOVES):
        page.mouse.move(x + step % 3, y + PX * (step % 12) + 1)
        page.wait_for_timeout(PAUSE_MS)
    page.mouse.up()
    return sorted(page.evaluate("window.answers")), sorted(page.evaluate("window.pictures"))


HANDLES = (
    ("lens", "lens", "[data-handle=lens-height]"),
    ("lamp", "light", "[data-handle=lamp-0]"),
    ("foot of the support", "hold", "[data-handle=foot]"),
    ("edge of the zone", "work", "[data-handle=zone-right]"),
)
"""What is dragged, on which sheet, and by which handle."""


def dragging(base: str, plan_id: str) -> Iterator[Timing]:
    """Drags lens, lamp, support and zone in the page; times each answer and each picture."""
    if not CHROMIUM.exists():
        return
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        for name, step, handle in HANDLES:
            page.goto(f"{base}/plan/{plan_id}/{step}")
            answers, pictures = _drag(page, handle)
            yield line(
                f"pointer to answer, {name} dragged, p95", percentile(answers, 0.95), "ms", 60
            )
            if pictures:
                middle = percentile(pictures, 0.95)
                yield line(f"pointer to picture, {name} dragged, p95", middle, "ms", 100)
        browser.close()
