"""The Work sheet in full: the maker, things, slope, obstacles; and a walk with the keyboard alone."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.work import Work
from tests.plans import SOUND, changed
from tests.ui.conftest import Opener, Watch, fits_across, saved
from tests.ui.test_looks import violations

pytestmark = pytest.mark.ui


def unfold(page: Page, title: str) -> None:
    page.locator("summary", has_text=title).first.click()


def test_the_maker_is_described_and_drawn(opened: Opener) -> None:
    page = opened(SOUND, "work")
    expect(page.locator("[data-shape=body]")).to_have_count(2)
    unfold(page, "You")
    page.get_by_label("Posture").select_option("standing")
    expect(page.locator("[data-note='work.table-height']")).to_contain_text("too low")
    page.get_by_label("Working hand").select_option("left")
    page.get_by_role("button", name="Somebody else is at the table").click()
    expect(page.locator("[data-shape=body]")).to_have_count(3)
    saved(page)
    expect(page.locator("summary", has_text="standing, left-handed")).to_be_visible()


def test_the_table_height_is_advice_with_a_mend(opened: Opener) -> None:
    page = opened(changed(table__height_mm=900), "work")
    note = page.locator("[data-note='work.table-height']")
    expect(note).to_contain_text("too high")
    note.get_by_role("button").first.click()
    expect(note).to_have_count(0)


def test_things_are_put_in_moved_and_taken_away(opened: Opener) -> None:
    page = opened(changed(work__items=[]), "work")
    unfold(page, "Things in the zone")
    page.get_by_role("button", name="Put something in").click()
    entry = page.get_by_role("group", name="thing 1")
    name = entry.get_by_label("Name")
    name.fill("ink stone")
    name.press("Enter")
    entry = page.get_by_role("group", name="ink stone")
    height = entry.get_by_label("Height")
    height.fill("8")
    height.press("Enter")
    expect(page.locator("[data-note='work.item-above-top']")).to_contain_text("5.0 cm above")
    handle = page.locator("[data-handle=item-0]")
    handle.focus()
    page.keyboard.press("ArrowRight")
    expect(handle).to_have_attribute("aria-valuetext", "1.0 cm right, 0.0 cm away")
    entry.get_by_label("Form").select_option("sphere")
    expect(entry.get_by_label("Height")).to_have_count(0)
    entry.get_by_role("button", name="Take ink stone away").click()
    expect(entry).to_have_count(0)


def test_slope_and_obstacles_bound_the_lens(opened: Opener, watch: Watch) -> None:
    watch.expected.append("422")
    page = opened(changed(room__obstacles=[]), "work")
    unfold(page, "Room")
    page.get_by_label("Sloping ceiling").select_option("near-far")
    for label, height in (("Above your edge", "200"), ("Above the far edge", "100")):
        field = page.get_by_label(label)
        field.fill(height)
        field.press("Enter")
        saved(page)
    page.get_by_role("button", name="Add a cupboard, beam or lamp").click()
    entry = page.get_by_role("group", name="wall cupboard")
    bottom = entry.get_by_label("Its bottom")
    bottom.fill("210")
    bottom.press("Enter")
    expect(page.get_by_text("must be above its bottom")).to_be_visible()
    bottom.press("Escape")
    page.get_by_role("link", name="Lens").click()
    expect(page.locator("[data-note='lens.ceiling-in-the-way']")).to_contain_text(
        "into the ceiling"
    )


@pytest.mark.parametrize("shape", ["easel", "small-upright", "percussion", "keyboard"])
def test_every_kind_of_work_is_drawn(opened: Opener, shape: str) -> None:
    page = opened(Plan(title=shape, work=Work(shape=shape)), "work")
    expect(page.get_by_label("Shape of work")).to_have_value(shape)
    expect(page.get_by_text("Usual angles for this work")).to_be_visible()
    expect(page.locator("[data-handle=zone-top]")).to_be_visible()


def test_unfolded_groups_are_clean_for_everyone(opened: Opener) -> None:
    page = opened(SOUND, "work")
    for title in ("You", "Things in the zone", "A hollow to see into", "What can hurt", "Room"):
        unfold(page, title)
    assert violations(page) == []
    page.set_viewport_size({"width": 390, "height": 844})
    fits_across(page)


def test_a_whole_walk_with_the_keyboard_alone(opened: Opener) -> None:
    """From the shape of work to a set rig and its card, without touching the pointer."""
    page = opened(changed(cameras__0__focal_mm=50, cameras__0__position={"z_mm": 500}), "work")
    page.locator("body").press("2")
    expect(page.get_by_role("button", name="Work it out")).to_be_visible()
    expect(page.locator("[data-note]").first).to_be_visible()
    for _ in range(60):
        page.keyboard.press("Tab")
        if page.evaluate("document.activeElement?.textContent") == "Work it out":
            break
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Set it so")).to_be_visible()
    page.keyboard.press("Tab")
    expect(page.get_by_role("button", name="Set it so")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.locator("[data-note]")).to_have_count(0)
    page.locator("body").press("w")
    expect(page.locator("[data-door]").first).to_be_focused()
    page.keyboard.press("w")
    expect(page.locator(".mantine-Popover-dropdown:visible")).to_have_count(1)
    expect(page.locator(".mantine-Popover-dropdown :focus")).to_have_count(1)
    page.keyboard.press("Escape")
    expect(page.locator(".mantine-Popover-dropdown:visible")).to_have_count(0)
    page.locator("body").press("p")
    expect(page.get_by_text("Front rim of the lens above the table")).to_be_visible()


def test_a_thing_taken_away_right_after_a_move_stays_away(opened: Opener) -> None:
    """The move is settled by leaving the handle; neither edit brings back what the other took."""
    page = opened(SOUND, "work")
    unfold(page, "Things in the zone")
    handle = page.locator("[data-handle=item-0]")
    handle.focus()
    page.keyboard.press("ArrowRight")
    page.get_by_role("button", name="Take block away").click()
    expect(page.get_by_role("group", name="block")).to_have_count(0)
    expect(handle).to_have_count(0)
    page.wait_for_timeout(900)
    expect(handle).to_have_count(0)
    page.reload()
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    expect(handle).to_have_count(0)
