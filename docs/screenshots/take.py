"""Takes the pictures of the README from a fresh demo: ``.venv/bin/python docs/screenshots/take.py``."""

from __future__ import annotations

import re
import subprocess
import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

HERE = Path(__file__).parent
QUIET_HOSTS = "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost"


def page_of(
    browser: Browser, *, phone: bool = False, evening: bool = False, inches: bool = False
) -> Page:
    """A page as a maker would have it."""
    context = browser.new_context(
        viewport={"width": 390, "height": 844} if phone else {"width": 1280, "height": 800},
        color_scheme="dark" if evening else "light",
        reduced_motion="reduce",
        locale="en-GB",
        timezone_id="Europe/Berlin",
    )
    page = context.new_page()
    if inches:
        page.add_init_script("localStorage.setItem('steeple.units', JSON.stringify('in'))")
    return page


def take(browser: Browser, base: str) -> None:
    """Every picture."""
    page = page_of(browser)
    page.goto(base)
    page.get_by_text("Hammered dulcimer lesson").wait_for()
    page.get_by_alt_text("What its lens sees").nth(2).wait_for(timeout=30_000)
    shot(page, "shelf")
    page.goto(f"{base}/begin")
    page.get_by_text("Page or canvas lying flat").click()
    page.get_by_label("Floor to ceiling", exact=True).fill("260")
    page.get_by_label("Floor to ceiling", exact=True).press("Enter")
    page.evaluate("scrollTo(0, 0)")
    shot(page, "begin")
    page.get_by_role("button", name="Work it all out").click()
    page.get_by_role("button", name="Take this rig").first.wait_for(timeout=90_000)
    page.get_by_alt_text("What its lens sees").last.wait_for(timeout=30_000)
    page.wait_for_timeout(2500)
    shot(page, "rig")
    plans = page.request.get(f"{base}/api/plans").json()["plans"]
    ids = {plan["title"].split()[0]: plan["id"] for plan in plans}
    gilding, dumplings, dulcimer = (ids[name] for name in ("Gilding", "Folding", "Hammered"))

    def sheet(page: Page, plan: str, step: str) -> None:
        page.goto(f"{base}/plan/{plan}/{step}")
        page.locator("h1").first.wait_for()
        page.wait_for_load_state("networkidle")

    sheet(page, gilding, "work")
    shot(page, "work")
    sheet(page, gilding, "lens")
    shot(page, "lens")
    sheet(page, dulcimer, "hold")
    shot(page, "hold")
    sheet(page, gilding, "light")
    page.get_by_text("stops against it").wait_for()
    page.wait_for_timeout(2500)
    shot(page, "light")
    page.goto(f"{base}/cupboard")
    page.get_by_role("button", name="Change Mid-size camera").click()
    page.get_by_role("form").wait_for()
    shot(page, "cupboard")
    sheet(page, dulcimer, "card")
    page.get_by_role("img", name="The rig seen").first.wait_for()
    shot(page, "card")
    sheet(page, gilding, "check")
    page.get_by_text("Try it without a camera").click()
    page.get_by_role("button", name="Take its test frame").click()
    page.get_by_text("At the bench, in this order").wait_for(timeout=90_000)
    page.evaluate("scrollTo(0, 0)")
    shot(page, "check")
    sheet(page, dumplings, "angles")
    page.get_by_role("radiogroup", name="Camera in hand").get_by_text(
        "low side", exact=True
    ).click()
    page.get_by_text("From where it stands").wait_for()
    page.get_by_text("Trying what would mend it").first.wait_for(state="detached", timeout=60_000)
    page.get_by_alt_text("What the low side camera sees").wait_for()
    page.wait_for_timeout(2500)
    shot(page, "angles")
    sheet(page, gilding, "angles")
    page.get_by_role("button", name="the left hand, close").click()
    page.get_by_role("region", name="Places for it").wait_for(timeout=30_000)
    page.get_by_alt_text("What it would see from there").last.wait_for(timeout=30_000)
    page.wait_for_timeout(3000)
    top_at(page, "What else shall be seen?")
    shot(page, "angles-wishes")
    sheet(page, dulcimer, "sound")
    page.get_by_text("you listen").wait_for()
    page.wait_for_timeout(1500)
    shot(page, "sound")
    sheet(page, dumplings, "roll")
    page.get_by_text("Trying what would mend it").first.wait_for(state="detached", timeout=60_000)
    page.get_by_role("button", name=re.compile("^Get up")).first.click()
    page.get_by_text("times in 2 h, the first").first.wait_for()
    page.wait_for_timeout(1500)
    shot(page, "roll")
    page.get_by_role("button", name="undo").click()
    page.wait_for_timeout(1000)
    evening = page_of(browser, evening=True, inches=True)
    sheet(evening, dumplings, "lens")
    shot(evening, "lens-evening-inches")
    phone = page_of(browser, phone=True)
    page.goto(f"{base}/drills?kind=lamp-place&plan={dulcimer}&go=1")
    page.get_by_role("button", name="That is my guess").click()
    page.get_by_role("button", name="Next").wait_for()
    page.wait_for_timeout(2500)
    shot(page, "drills")
    sheet(page, gilding, "log")
    page.get_by_text("Would have saved most").wait_for()
    shot(page, "log")
    phone.goto(f"{base}/bench/{gilding}/session")
    phone.get_by_role("button", name="Begin take 1").click()
    phone.get_by_role("button", name="good", exact=True).click()
    phone.get_by_text("all in the log").wait_for()
    phone.wait_for_timeout(2500)
    shot(phone, "session-phone")
    dark = page_of(browser, phone=True, evening=True)
    dark.goto(f"{base}/bench/{dumplings}/call")
    for index in (0, 1, 2):
        dark.get_by_role("checkbox").nth(index).click()
    dark.get_by_role("button", name="Ask the cameras").click()
    dark.get_by_text("Not rolling").wait_for()
    dark.get_by_text("all in the log").wait_for()
    shot(dark, "call-phone")


def top_at(page: Page, words: str) -> None:
    """Scroll so that these words are at the top."""
    page.get_by_text(words, exact=True).first.evaluate("each => each.scrollIntoView()")


def shot(page: Page, name: str) -> None:
    page.wait_for_timeout(300)
    page.screenshot(path=HERE / f"{name}.png")


def main() -> None:
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        server = subprocess.Popen(
            [sys.executable, "-m", "steeple.cli.command", "demo", "--data", folder, "--port", "0"],
            stdout=subprocess.PIPE,
            text=True,
        )
        try:
            assert server.stdout is not None
            found = re.search(r"at (\S+)/$", server.stdout.readline().strip())
            assert found
            browser = playwright.chromium.launch(
                executable_path="/usr/bin/chromium", args=["--no-sandbox", QUIET_HOSTS]
            )
            take(browser, found[1])
            browser.close()
        finally:
            server.terminate()
            server.wait()


if __name__ == "__main__":
    main()
