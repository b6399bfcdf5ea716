"""From the pointer to the changed answer, in the real interface: taken in headless Chromium."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from bench.timing import Timing, line, percentile

CHROMIUM = Path("/usr/bin/chromium")
MOVES = 80
PAUSE_MS = 120
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
  document.querySelector('figure img').addEventListener('load', () => requestAnimationFrame(() => {
    if (picture) { window.pictures.push(performance.now() - picture); picture = 0; }
  }));
}"""


def _drag(page: Page, handle: str) -> tuple[list[float], list[float]]:
    """Milliseconds from the pointer to each changed answer, and to each picture."""
    found = page.locator(handle)
    found.wait_for()
    page.locator("figure img").wait_for()
    page.wait_for_load_state("networkidle")
    box = found.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate(WATCH)
    for step in range(MOVES):
        page.mouse.move(x + step % 3, y + 2 * (step % 20) + 1)
        page.wait_for_timeout(PAUSE_MS)
    page.mouse.up()
    return sorted(page.evaluate("window.answers")), sorted(page.evaluate("window.pictures"))


def dragging(base: str, plan_id: str) -> Iterator[Timing]:
    """Drags the lens on the plumb and a lamp on the dome; times each answer and each picture."""
    if not CHROMIUM.exists():
        return
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{base}/plan/{plan_id}/lens")
        answers, pictures = _drag(page, "[data-handle=lens-height]")
        yield line("pointer to answer, lens dragged, p95", percentile(answers, 0.95), "ms", 100)
        yield line("pointer to picture, lens dragged, p95", percentile(pictures, 0.95), "ms", 100)
        page.goto(f"{base}/plan/{plan_id}/light")
        _, pictures = _drag(page, "[data-handle=lamp-0]")
        yield line("pointer to picture, lamp dragged, p95", percentile(pictures, 0.95), "ms", 100)
        browser.close()
