"""The Light sheet: the dome as a control, the maps, the lit picture, lamps placed and mended."""

from __future__ import annotations

import re
from contextlib import suppress
from typing import Any

import pytest
from playwright.sync_api import BrowserContext, Error, Page, Route, expect

from steeple.demo.plans import GILDING
from tests.light_cases import PANEL, lamp, with_lamps
from tests.plans import SOUND, changed
from tests.ui.conftest import Opener, Server, Watch, answer, saved
from tests.ui.test_lens_sheet import drag

pytestmark = pytest.mark.ui
LAMP = "[data-handle=lamp-0]"


def test_the_answer_says_where_the_lamp_stands_and_opens_its_working(opened: Opener) -> None:
    page = opened(SOUND, "light")
    said = answer(page)
    assert "A soft lamp at 11 o’clock, 65° up" in said
    assert "stays lit" in said
    page.get_by_role("button", name=re.compile("^Evenness")).click()
    expect(page.get_by_text("log₂(E⁺ ÷ E⁻)")).to_be_visible()
    expect(page.get_by_text("Source: IES")).to_be_visible()


def test_a_lamp_is_moved_on_the_dome_by_pointer_and_by_keyboard(opened: Opener) -> None:
    page = opened(SOUND, "light")
    expect(page.locator(LAMP)).to_have_attribute("aria-valuetext", "11 o’clock, 65° up")
    page.locator(LAMP).focus()
    page.keyboard.press("ArrowDown")
    expect(page.locator(LAMP)).not_to_have_attribute("aria-valuetext", "11 o’clock, 65° up")
    saved(page)
    expect(page.get_by_role("button", name=re.compile("^Undo: "))).to_be_enabled()
    before = page.get_by_role("textbox", name="Lamp to the right").input_value()
    drag(page, LAMP, 60, 20)
    page.mouse.up()
    saved(page)
    expect(page.get_by_role("textbox", name="Lamp to the right")).not_to_have_value(before)
    expect(page.get_by_role("heading", level=1)).not_to_contain_text("11 o’clock")


def test_the_dome_names_the_best_and_puts_the_lamp_there(opened: Opener) -> None:
    page = opened(GILDING, "light")
    note = page.locator("[data-note='light.glare']")
    expect(note).to_contain_text("mirrors Flat panel")
    page.get_by_role("button", name="Put it there").click()
    expect(note).to_have_count(0)
    page.get_by_text("undo", exact=True).click()
    expect(note).to_be_visible()


def test_a_mend_of_glare_takes_it_away(opened: Opener) -> None:
    page = opened(GILDING, "light")
    note = page.locator("[data-note='light.glare']")
    note.get_by_role("button").first.click()
    expect(note).to_have_count(0)


def test_lamps_are_placed_with_progress_and_taken(opened: Opener) -> None:
    page = opened(changed(lights=[]), "light")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Take a lamp")
    page.get_by_role("button", name="Place the lamps").click()
    best = page.get_by_role("button", name="Set it so: Best in all")
    expect(best).to_be_visible(timeout=60_000)
    best.click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("stays lit")
    expect(page.locator(LAMP)).to_be_visible()


def test_placing_can_be_stopped(opened: Opener) -> None:
    page = opened(SOUND, "light")
    page.get_by_role("button", name="Place the lamps").click()
    page.get_by_role("button", name="Stop", exact=True).click()
    expect(page.get_by_role("button", name="Place the lamps")).to_be_visible()
    expect(page.get_by_role("button", name="Set it so: Best in all")).to_have_count(0)


def test_maps_are_chosen_and_told_in_words(opened: Opener) -> None:
    page = opened(GILDING, "light")
    expect(page.get_by_text(re.compile("lx in the middle; stops against it"))).to_be_visible()
    page.get_by_text("deepest shadow", exact=True).click()
    expect(page.get_by_text(re.compile("in any of nine poses"))).to_be_visible()
    page.get_by_text("shadow, this pose", exact=True).click()
    expect(page.get_by_text(re.compile("in this pose, of what"))).to_be_visible()
    page.get_by_text("gloss", exact=True).click()
    expect(page.get_by_text(re.compile("lamps mirrored over"))).to_be_visible()
    expect(page.get_by_alt_text(re.compile("by the lamps of the plan"))).to_be_visible()


def test_a_lamp_is_taken_from_the_cupboard_dimmed_and_put_away(
    opened: Opener, watch: Watch
) -> None:
    watch.expected.append("422")
    page = opened(changed(lights=[]), "light")
    page.get_by_role("button", name="Soft square, 60", exact=True).click()
    group = page.get_by_role("group", name="Soft square, 60")
    expect(group).to_be_visible()
    field = group.get_by_role("textbox", name="Dimmer")
    field.fill("250")
    field.press("Enter")
    expect(page.get_by_text(re.compile("between 0 and 100")).first).to_be_visible()
    field.fill("40")
    field.press("Enter")
    saved(page)
    group.get_by_role("checkbox").click()
    expect(page.locator("[data-note='light.no-lamp']")).to_contain_text("switched off")
    group.get_by_role("button", name="Take Soft square, 60 away").click()
    expect(group).to_have_count(0)


def test_a_second_lamp_is_chosen_by_tapping_it(opened: Opener) -> None:
    two = with_lamps(lamp(PANEL, -600, 300, 700), lamp(PANEL, 600, 300, 700, "two"))
    page = opened(changed(**two), "light")
    page.locator("[data-handle=lamp-1]").focus()
    page.keyboard.press("ArrowRight")
    saved(page)
    expect(page.locator("[data-handle=lamp-1]")).to_be_focused()


def test_the_sheet_works_on_a_tablet(opened: Opener) -> None:
    page = opened(SOUND, "light")
    page.set_viewport_size({"width": 820, "height": 1180})
    expect(page.locator(LAMP)).to_be_visible()
    wide: int = page.evaluate("document.documentElement.scrollWidth")
    assert wide <= 820


def test_the_step_opens_with_its_key(server: Server, page: Page) -> None:
    page.goto(f"{server.base}/plan/{server.put_on_shelf(SOUND)}/work")
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page.keyboard.press("4")
    expect(page).to_have_url(re.compile("/light$"))


def test_a_card_is_added_and_fills(opened: Opener) -> None:
    page = opened(SOUND, "light")
    page.get_by_role("button", name="White foam card").click()
    group = page.get_by_role("group", name="White foam card")
    expect(group).to_contain_text("bounce card")
    before = group.get_by_role("textbox", name="Card above the table").input_value()
    group.get_by_role("textbox", name="Card above the table").fill("40")
    group.get_by_role("textbox", name="Card above the table").press("Enter")
    saved(page)
    assert before != "40.0"
    group.get_by_role("button", name="Take White foam card away").click()
    expect(group).to_have_count(0)


def test_a_window_drifts_and_its_blind_ends_it(opened: Opener) -> None:
    page = opened(SOUND, "light")
    page.get_by_text("Windows and daylight").click()
    page.get_by_role("button", name="There is a window").click()
    note = page.locator("[data-note='light.drift']")
    expect(note).to_contain_text("not known")
    page.get_by_role("button", name="Say where and when").click()
    page.get_by_label("It begins").fill("15:00")
    page.get_by_label("Day", exact=True).fill("2026-10-14")
    lasts = page.get_by_role("textbox", name="Length of the session")
    lasts.fill("240")
    lasts.press("Enter")
    saved(page)
    expect(page.get_by_label("Daylight over the session")).to_be_visible()
    chart = page.get_by_role("group", name="Daylight over the session", exact=False)
    expect(chart.get_by_text("overcast", exact=True)).to_be_visible()
    page.get_by_role("checkbox", name="blind closed").click()
    expect(note).to_have_count(0)


def test_ways_against_glare_are_compared_and_done(opened: Opener) -> None:
    page = opened(GILDING, "light")
    page.get_by_text("What takes the mirror image away?").click()
    table = page.get_by_role("table")
    expect(table).to_contain_text("A polarising filter on the lens")
    expect(table).to_contain_text("Filters on lamp and lens, crossed")
    table.get_by_role("row").filter(has_text="Move it to").get_by_role("button").click()
    expect(page.locator("[data-note='light.glare']")).to_have_count(0)


def test_a_school_is_begun_with(opened: Opener) -> None:
    page = opened(SOUND, "light")
    page.get_by_text("How others light such work").click()
    pair = page.get_by_role("region", name="Two even lamps")
    expect(pair).to_be_visible(timeout=60_000)
    pair.get_by_role("button", name="Begin with it").click()
    saved(page)
    expect(page.locator("[data-handle=lamp-1]")).to_be_visible()


def test_the_picture_before_a_change_is_kept_to_compare(opened: Opener) -> None:
    page = opened(SOUND, "light")
    picture = page.get_by_alt_text(re.compile("by the lamps of the plan"))
    expect(picture).to_be_visible()
    expect(page.get_by_role("button", name="before the change")).to_have_count(0)
    page.wait_for_load_state("networkidle")
    field = page.get_by_role("textbox", name="Lamp to the right")
    field.fill("60")
    field.press("Enter")
    saved(page)
    page.get_by_role("button", name="before the change").click()
    now = page.get_by_role("button", name="as it is now")
    expect(now).to_have_attribute("aria-pressed", "true")
    was = picture.get_attribute("src")
    now.click()
    expect(picture).not_to_have_attribute("src", was or "")


def field(page: Page, name: str) -> float:
    return float(page.get_by_role("textbox", name=name, exact=True).first.input_value())


def test_a_lamp_is_moved_from_above_by_keyboard_and_keeps_its_height(opened: Opener) -> None:
    page = opened(SOUND, "light")
    above = page.locator("[data-handle=place-above-0]")
    expect(above).to_have_attribute(
        "aria-valuetext", re.compile("left, .* away, .* over the table")
    )
    right, away, up = (
        field(page, name)
        for name in ("Lamp to the right", "Lamp away from you", "Lamp above the table")
    )
    above.focus()
    page.keyboard.press("Shift+ArrowLeft")
    page.keyboard.press("ArrowUp")
    saved(page)
    expect(page.get_by_role("textbox", name="Lamp to the right")).not_to_have_value(str(right))
    assert field(page, "Lamp to the right") == pytest.approx(right - 10, abs=0.5)
    assert field(page, "Lamp away from you") == pytest.approx(away + 1, abs=0.5)
    assert field(page, "Lamp above the table") == up
    page.get_by_text("undo", exact=True).click()
    expect(page.get_by_role("textbox", name="Lamp to the right")).to_have_value(str(right))


def test_a_lamp_is_moved_from_the_seat_and_from_the_side_by_pointer(opened: Opener) -> None:
    page = opened(SOUND, "light")
    away, up = field(page, "Lamp away from you"), field(page, "Lamp above the table")
    page.locator("[data-handle=place-seat-0]").scroll_into_view_if_needed()
    drag(page, "[data-handle=place-seat-0] circle >> nth=0", 0, 25)
    page.mouse.up()
    saved(page)
    expect(page.get_by_role("textbox", name="Lamp above the table")).not_to_have_value(str(up))
    assert field(page, "Lamp above the table") < up
    assert field(page, "Lamp away from you") == away
    page.get_by_text("from the side", exact=True).click()
    right, lower = field(page, "Lamp to the right"), field(page, "Lamp above the table")
    drag(page, "[data-handle=place-side-0] circle >> nth=0", 20, 0)
    page.mouse.up()
    saved(page)
    expect(page.get_by_role("textbox", name="Lamp away from you")).not_to_have_value(str(away))
    assert field(page, "Lamp to the right") == right
    assert field(page, "Lamp above the table") == pytest.approx(lower, abs=0.6)


def test_a_stand_that_is_too_short_is_said_and_mended(opened: Opener) -> None:
    page = opened(SOUND, "light")
    page.get_by_text("stand, gel, what it is turned to").click()
    most = page.get_by_role("textbox", name="Highest its stand holds it")
    most.fill("62")
    most.press("Enter")
    note = page.locator("[data-note='light.unplaceable']")
    expect(note).to_contain_text("too high for its stand")
    mend = note.get_by_role("button").first
    expect(mend).to_be_visible()
    mend.click()
    expect(note).to_have_count(0)
    assert field(page, "Lamp above the table") <= 62


def test_the_figures_come_before_the_mends(opened: Opener) -> None:
    """While the mends of a change are tried the new figures are there, and the note says so."""
    page = opened(GILDING, "light")
    note = page.locator("[data-note='light.glare']")
    expect(note.get_by_role("button").first).to_be_visible()
    held: list[Route] = []
    holding = [True]

    def hold_mends(route: Route) -> None:
        if holding and (route.request.post_data_json or {}).get("try_mends"):
            held.append(route)
        else:
            route.continue_()

    page.route("**/api/evaluate", hold_mends)
    dimmer = page.get_by_role("textbox", name="Dimmer").first
    dimmer.fill("25")
    dimmer.press("Enter")
    expect(note).to_contain_text("Trying what would mend it")
    expect(note.get_by_role("button")).to_have_count(0)
    holding.clear()
    for route in held:
        route.continue_()
    expect(note.get_by_role("button").first).to_be_visible()
    expect(note).not_to_contain_text("Trying what would mend it")


def test_mends_that_there_was_no_time_for_come_after(
    opened: Opener, context: BrowserContext
) -> None:
    """On a slow machine an answer comes with some mends; the page goes on with the rest by itself."""
    asked: list[dict[str, Any]] = []
    waiting: list[Route] = []

    def short_of_time(route: Route) -> None:
        body = route.request.post_data_json or {}
        if not body.get("try_mends"):
            route.continue_()
            return
        asked.append(body)
        if body.get("mends_for"):
            waiting.append(route)
            return
        with suppress(Error):  # given up where the cupboard comes meanwhile
            reply = route.fetch()
            found = reply.json()
            for one in found["findings"]:
                if one["code"] == "light.glare":
                    one["fixes"] = []
                    found["mends_left"].append({"finding": one["code"], "about": one["about"]})
            found["mends_tried"] = False
            route.fulfill(response=reply, json=found)

    context.route("**/api/evaluate", short_of_time)
    page = opened(GILDING, "light")
    glare = page.locator("[data-note='light.glare']")
    expect(page.locator("[data-note='light.uneven']").get_by_role("button").first).to_be_visible()
    expect(glare).to_contain_text("Trying what would mend it")
    assert {one["looked_at"] for one in asked} == {"light"}
    assert [one["finding"] for one in asked[-1]["mends_for"]] == ["light.glare"]
    waiting[0].continue_()
    expect(glare.get_by_role("button").first).to_be_visible()
    expect(page.locator("[data-note='light.uneven']").get_by_role("button").first).to_be_visible()


def test_a_thing_is_lifted_off_the_background(opened: Opener) -> None:
    page = opened(SOUND, "light")
    page.get_by_role("heading", name="How high off the background?").click()
    row = page.get_by_role("row", name=re.compile("^4.0 cm"))
    expect(row).to_contain_text("stops")
    expect(page.get_by_text(re.compile("^Lying on the work it has a shadow of"))).to_be_visible()
    small = row.inner_text()
    page.get_by_label("Thing across").select_option("10.0 cm")
    expect(row).not_to_have_text(small)
    page.keyboard.press("Escape")
    page.get_by_role("button", name=re.compile("change to inches")).click()
    expect(page.get_by_label("Thing across").locator("option:checked")).to_have_text("3 7/8 in")
