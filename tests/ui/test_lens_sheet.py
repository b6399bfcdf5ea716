"""The Lens sheet: the plumb, mends, undo, working, units, refusals."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.plans import SOUND, changed
from tests.ui.conftest import Opener, answer, saved

pytestmark = pytest.mark.ui
HEIGHT = "[data-handle=lens-height]"
MENDABLE = changed(cameras__0__focal_mm=40)


def height_of(page: Page) -> int:
    return int(page.locator(HEIGHT).get_attribute("aria-valuenow") or 0)


UNDER_POINTER = """(handle, [x, y]) => {
    const whole = handle.closest('[data-handle]') ?? handle;
    return whole.contains(document.elementFromPoint(x, y));
}"""


def standing(page: Page, selector: str) -> tuple[float, float]:
    """The middle of a handle on the page, once it stands still and nothing lies over it."""
    handle = page.locator(selector)
    last = None
    for _ in range(100):
        box = handle.bounding_box()
        if box is not None:
            at = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
            if at == last and handle.evaluate(UNDER_POINTER, list(at)):
                return at
            last = at
        page.wait_for_timeout(60)
    raise AssertionError(f"{selector} does not stand still, or something lies over it")


IN_HAND = "handle => (handle.closest('[data-handle]') ?? handle).matches(':active')"


def drag(page: Page, selector: str, dx: float, dy: float, steps: int = 8) -> None:
    page.wait_for_load_state("networkidle")  # what still comes may move the handle
    for _ in range(5):
        page.locator(selector).scroll_into_view_if_needed()  # and waits until it stands still
        x, y = standing(page, selector)
        page.mouse.move(x, y)
        page.mouse.down()
        if page.locator(selector).evaluate(IN_HAND):
            break
        page.mouse.up()  # the drawing moved between the look and the grip
    page.mouse.move(x + dx, y + dy, steps=steps)
    page.wait_for_timeout(250)


def test_the_lens_slides_on_the_plumb_and_the_figures_follow(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    expect(page.get_by_role("heading", level=1)).to_contain_text(
        "Hang the lens 72.0 cm above the table, zoom to 30 mm"
    )
    before = answer(page)
    drag(page, HEIGHT, 0, 60)
    during = answer(page)
    assert during != before, "the answer follows while the lens is dragged"
    lowered = height_of(page)
    assert 300 < lowered < 700
    expect(page.get_by_text("undo", exact=True)).to_be_disabled()
    page.mouse.up()
    expect(page.locator("[data-note='lens.zone-cut-off']")).to_be_visible()
    saved(page)
    page.get_by_text("undo", exact=True).click()
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuenow", "720")
    page.get_by_text("redo", exact=True).click()
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuenow", str(lowered))
    page.reload()
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuenow", str(lowered))
    page.keyboard.press("Control+z")
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuenow", "720")


def test_the_lens_moves_by_keyboard(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    page.locator(HEIGHT).focus()
    page.keyboard.press("ArrowUp")
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "73.0 cm")
    page.keyboard.press("Shift+ArrowDown")
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "63.0 cm")
    expect(page.get_by_text("undo", exact=True)).to_be_enabled()
    page.reload()
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "63.0 cm")


def test_the_lens_is_placed_in_the_view_from_above(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    page.locator("[data-handle=lens-place]").focus()
    page.keyboard.press("ArrowRight")
    expect(page.locator("[data-handle=lens-place]")).to_have_attribute(
        "aria-valuetext", "1.0 cm right, 0.0 cm away"
    )
    drag(page, "[data-handle=lens-place]", 30, 0)
    page.mouse.up()
    expect(page.locator("[data-note='lens.zone-cut-off']")).to_be_visible()


def test_a_mend_mends(opened: Opener) -> None:
    page = opened(MENDABLE, "lens")
    note = page.locator("[data-note='lens.zone-cut-off']")
    expect(note).to_contain_text("sticks out")
    mend = note.get_by_role("button").first
    expect(mend).to_contain_text("The zone fits")
    promised = re.search(r"fits with ([\d.]+) cm", mend.inner_text())
    assert promised
    mend.click()
    expect(note).to_have_count(0)
    expect(page.get_by_text("Everything", exact=False)).to_have_count(0)
    expect(page.get_by_text(f"The zone fits with {promised[1]} cm to spare")).to_be_visible()
    page.get_by_text("undo", exact=True).click()
    expect(note).to_be_visible()


def test_notes_and_mends_by_keyboard(opened: Opener) -> None:
    page = opened(MENDABLE, "lens")
    note = page.locator("[data-note='lens.zone-cut-off']")
    expect(note.get_by_role("button").first).to_be_visible()
    page.keyboard.press("m")
    expect(note).to_be_focused()
    page.keyboard.press("Enter")
    expect(note).to_have_count(0)


def test_every_figure_of_the_answer_opens(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    page.locator("summary", has_text="Every figure").click()
    doors = page.locator("[data-door]")
    count = doors.count()
    assert count >= 40
    for index in range(count):
        doors.nth(index).click()
        panel = page.locator(".mantine-Popover-dropdown:visible")
        expect(panel).to_have_count(1)
        assert panel.get_by_role("textbox").count() or "Source:" in panel.inner_text()
        page.keyboard.press("Escape")
        expect(panel).to_have_count(0)


def test_the_working_shows_formula_numbers_and_source(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    page.get_by_role("button", name=re.compile("^Covered width at the table")).click()
    panel = page.locator(".mantine-Popover-dropdown:visible")
    for said in ("w·H ÷ v", "23.5 mm", "72.0 cm", "30 mm", "Source: Ray"):
        expect(panel).to_contain_text(said)


def test_a_figure_is_changed_where_it_is_read(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    page.get_by_role("button", name=re.compile("^Lens height: 72.0 cm")).click()
    field = page.locator(".mantine-Popover-dropdown:visible").get_by_role("textbox")
    field.fill("80,5")
    field.press("Enter")
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "80.5 cm")


def test_inches_everywhere_and_back(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    page.keyboard.press("u")
    expect(page.get_by_role("heading", level=1)).to_contain_text("28 3/8 in")
    body = page.locator("main").inner_text()
    assert not re.search(r"\d cm\b", body), "centimetres are left over"
    field = page.get_by_label("Lens height", exact=True).and_(page.get_by_role("textbox"))
    expect(field).to_have_value("28 3/8")
    field.fill("30 1/2")
    field.press("Enter")
    expect(page.get_by_role("heading", level=1)).to_contain_text("in")
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuenow", "775")
    page.reload()
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "30 1/2 in")
    page.locator("body").press("u")
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "77.5 cm")


@pytest.mark.parametrize(
    ("typed", "said"),
    [
        ("-301", "it must be between -300.0 cm and 1000.0 cm"),
        ("1001", "it must be between -300.0 cm and 1000.0 cm"),
        ("100000000", "it must be between -300.0 cm and 1000.0 cm"),
        ("high", "“high” is no length"),
        ("NaN", "“NaN” is no length"),
    ],
)
def test_a_bad_height_is_refused_and_what_was_typed_stays(
    opened: Opener, watch: object, typed: str, said: str
) -> None:
    watch.expected.append("422")  # type: ignore[attr-defined]
    page = opened(SOUND, "lens")
    before = answer(page)
    field = page.get_by_label("Lens height", exact=True).and_(page.get_by_role("textbox"))
    field.fill(typed)
    field.press("Enter")
    expect(page.get_by_text(said)).to_be_visible()
    expect(field).to_have_value(typed)
    assert answer(page) == before
    field.press("Escape")
    expect(field).to_have_value("72.0")


def test_a_figure_left_empty_is_assumed_and_can_be_confirmed(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    field = page.get_by_label("Zoom", exact=True)
    field.fill("")
    field.press("Enter")
    expect(page.get_by_role("button", name=re.compile("^Confirm Zoom"))).to_be_visible()
    expect(field).to_have_value("")
    page.get_by_role("button", name=re.compile("^Confirm Zoom")).click()
    expect(field).not_to_have_value("")


def test_choices_change_the_plan(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    for group in ("Place, tilt, focus, stand", "Publishing and exposure"):
        page.get_by_text(group).click()
    page.get_by_label("Way round").select_option("180")
    expect(page.get_by_text("upside down")).to_be_visible()
    page.get_by_label("Published picture").select_option("1080x1920")
    expect(page.get_by_label("Published picture")).to_have_value("1080x1920")
    page.get_by_label("Recording mode").select_option("small")
    expect(page.locator("[data-note='lens.crop-beyond-recording']")).to_be_visible()


def test_the_answer_keeps_up_with_a_long_drag(opened: Opener) -> None:
    """Every pause of the pointer ends in the answer for that height; how fast is in the bench."""
    page = opened(SOUND, "lens")
    box = page.locator(HEIGHT).bounding_box()
    assert box is not None
    x, y = box["x"] + 40, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for step in (10, 25, -15, 40, 5):
        page.mouse.move(x, y + step, steps=6)
        words = page.locator(HEIGHT).get_attribute("aria-valuetext")
        expect(page.get_by_role("heading", level=1)).to_contain_text(f"Hang the lens {words}")
    page.mouse.up()
    saved(page)


def test_an_undo_right_after_a_move_takes_that_move_back(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    page.locator(HEIGHT).focus()
    page.keyboard.press("ArrowUp")
    saved(page)
    expect(page.get_by_text("undo", exact=True)).to_be_enabled()
    page.locator(HEIGHT).focus()
    page.keyboard.press("Shift+ArrowUp")
    page.get_by_text("undo", exact=True).click()
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "73.0 cm")
    page.get_by_text("undo", exact=True).click()
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "72.0 cm")
