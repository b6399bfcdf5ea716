"""From the pointer to the changed answer, in the real interface: taken in headless Chromium."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

from playwright.sync_api import sync_playwright

from bench.timing import Timing, line, percentile

CHROMIUM = Path("/usr/bin/chromium")
MOVES = 80
WATCH = """() => {
  window.waits = [];
  let start = 0;
  addEventListener('pointermove', () => { start ||= performance.now(); }, true);
  new MutationObserver(() => requestAnimationFrame(() => {
    if (start) { window.waits.push(performance.now() - start); start = 0; }
  })).observe(document.querySelector('h1'), { subtree: true, characterData: true, childList: true });
}"""


def dragging(base: str, plan_id: str) -> Iterator[Timing]:
    """Drags the lens up and down the plumb and times each answer, up to the next picture."""
    if not CHROMIUM.exists():
        return
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{base}/plan/{plan_id}/lens")
        handle = page.locator("[data-handle=lens-height]")
        handle.wait_for()
        page.wait_for_load_state("networkidle")
        box = handle.bounding_box()
        assert box is not None
        x, y = box["x"] + 40, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.evaluate(WATCH)
        for step in range(MOVES):
            page.mouse.move(x, y + 2 * (step % 20) + 1)
            page.wait_for_timeout(120)
        page.mouse.up()
        waits = sorted(page.evaluate("window.waits"))
        browser.close()
    yield line(
        "pointer to picture while the lens is dragged, p95", percentile(waits, 0.95), "ms", 100
    )
