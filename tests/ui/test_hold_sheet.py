"""The Hold sheet: choosing, placing by hand and keyboard, joining, comparing, considering, tapping."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from steeple.demo.plans import GILDING
from tests.hold_cases import held
from tests.plans import CLAMP, SOUND, STAND, changed
from tests.ui.conftest import Opener, Server, answer, saved
from tests.ui.test_lens_sheet import drag

pytestmark = pytest.mark.ui
FOOT = "[data-handle=foot]"
LEGS = "[data-handle=legs]"
WEIGHT = "[data-handle=counterweight]"
COMPARE = "What else could hold it there?"


def test_the_answer_says_where_it_stands_and_opens_its_working(opened: Opener) -> None:
    page = opened(SOUND, "hold")
    said = answer(page)
    assert "Stand the boom stand at 9 o’clock of the camera" in said
    assert "80.0 cm out" in said
    assert "it gets there" in said
    page.get_by_role("button", name=re.compile("^Load at the head")).click()
    expect(page.get_by_text("m + k + j + c + o")).to_be_visible()
    expect(page.get_by_text("Source: Meriam")).to_be_visible()


def test_the_foot_is_moved_by_pointer_and_by_keyboard(opened: Opener) -> None:
    page = opened(SOUND, "hold")
    drag(page, FOOT, -20, 0)
    expect(page.get_by_role("heading", level=1)).not_to_contain_text("80.0 cm out")
    page.mouse.up()
    saved(page)
    moved = float(page.get_by_role("textbox", name="Foot to the right").input_value())
    assert moved < -80
    page.locator(FOOT).focus()
    page.keyboard.press("Shift+ArrowRight")
    expect(page.get_by_role("textbox", name="Foot to the right")).to_have_value(f"{moved + 10:.1f}")
    page.locator(FOOT).focus()
    for _ in range(4):
        page.keyboard.press("Shift+ArrowRight")
    expect(page.locator("[data-note='hold.does-not-fit']")).to_contain_text("through the table")
    page.locator("[data-note='hold.does-not-fit']").get_by_role("button").first.click()
    expect(page.locator("[data-note='hold.does-not-fit']")).to_have_count(0)


def test_legs_turn_and_the_counterweight_slides(opened: Opener) -> None:
    page = opened(SOUND, "hold")
    expect(page.locator(LEGS)).to_have_attribute("aria-valuetext", "3 o’clock")
    page.locator(LEGS).focus()
    page.keyboard.press("Shift+ArrowUp")
    expect(page.locator(LEGS)).not_to_have_attribute("aria-valuetext", "3 o’clock")
    expect(page.get_by_role("button", name=re.compile("^Undo: "))).to_be_enabled()
    page.get_by_role("combobox", name="One leg toward").select_option("")
    expect(page.locator(LEGS)).to_have_attribute("aria-valuetext", "3 o’clock")
    expect(page.locator(WEIGHT)).to_have_attribute("aria-valuenow", "600")
    page.locator(WEIGHT).focus()
    page.keyboard.press("Shift+ArrowRight")
    expect(page.locator(WEIGHT)).to_have_attribute("aria-valuenow", "500")
    expect(page.get_by_role("textbox", name="Counterweight behind the column")).to_have_value(
        "50.0"
    )


def test_a_mend_lays_the_sandbag_that_it_says(opened: Opener) -> None:
    page = opened(changed(**held(sandbag_g=None)), "hold")
    note = page.locator("[data-note='hold.tips-when-knocked']")
    expect(note).to_contain_text("A knock turns it over")
    note.get_by_role("button").first.click()
    expect(note).to_have_count(0)
    assert float(page.get_by_label("Sandbag", exact=True).input_value()) > 1000
    page.get_by_text("undo", exact=True).click()
    expect(note).to_be_visible()


def test_masses_are_typed_in_grams_or_kilograms_and_refused_in_words(opened: Opener) -> None:
    page = opened(SOUND, "hold")
    field = page.get_by_label("Sandbag", exact=True)
    field.fill("7,5 kg")
    field.press("Enter")
    expect(field).to_have_value("7500")
    field.fill("heavy")
    field.press("Enter")
    expect(page.get_by_text("“heavy” is no mass")).to_be_visible()
    expect(field).to_have_value("heavy")


def test_the_parts_are_shown_in_order_with_what_screws_into_what(
    opened: Opener, server: Server
) -> None:
    page = opened(changed(**held(CLAMP, foot={})), "hold")
    chain = page.get_by_label("Parts in order").get_by_role("listitem")
    expect(chain).to_have_count(3)
    expect(chain.nth(0)).to_contain_text("a pole on the table")
    expect(chain.nth(1)).to_contain_text("takes the ⅜-16 screw of: a pole on the table")
    expect(chain.nth(1)).to_contain_text("still to get")
    expect(chain.nth(2)).to_contain_text("a camera")
    # Whether the cupboard has the part depends on what other tests have put there.
    expect(page.locator("[data-note='hold.cannot-be-joined']")).to_contain_text(
        re.compile("missing is|lies in your cupboard")
    )


def rows(page: Page) -> list[str]:
    return page.locator("section h4").all_inner_texts()


def test_everything_is_compared_and_one_is_taken(opened: Opener, server: Server) -> None:
    server.put_into_cupboard("support", CLAMP.model_dump(mode="json"))
    page = opened(SOUND, "hold")
    page.get_by_text(COMPARE).click()
    expect(page.get_by_text("Kinds one could get")).to_be_visible()
    names = rows(page)
    assert any("holds it in this plan" in one for one in names)
    assert any("a crossbar on two stands" in one for one in names)
    page.get_by_role("button", name="Take a pole on the table").first.click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Put the pole on the table")
    page.get_by_text("undo", exact=True).click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("the boom stand")


def test_without_a_support_the_comparison_is_open_and_answers(opened: Opener) -> None:
    page = opened(changed(cameras__0__support=None, supports=[]), "hold")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Choose what holds the camera")
    expect(page.get_by_text("Kinds one could get")).to_be_visible()
    expect(page.locator("[data-note='hold.no-support']")).to_contain_text("Nothing is chosen")


def test_a_support_is_let_go_and_the_camera_keeps_its_place(opened: Opener) -> None:
    page = opened(SOUND, "hold")
    page.get_by_role("button", name="choose another").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Choose what holds the camera")
    page.keyboard.press("2")
    expect(page.get_by_role("heading", level=1)).to_contain_text("72.0 cm above the table")


def test_one_that_is_only_considered_stands_beside_the_others(opened: Opener) -> None:
    page = opened(SOUND, "hold")
    page.get_by_text(COMPARE).click()
    page.get_by_role("button", name="Type in one that you consider").click()
    form = page.get_by_role("form", name="A support that you consider")
    form.get_by_label("What you call it").fill("long boom from a leaflet")
    form.get_by_label("Kind of support").select_option("boom stand")
    form.get_by_label("Rated load").first.fill("4000")
    form.get_by_role("button", name="Compare it here").click()
    expect(form).to_have_count(0)
    expect(page.get_by_text("considered, not owned")).to_be_visible()
    page.get_by_role("button", name="Stop considering long boom from a leaflet").click()
    expect(page.get_by_text("considered, not owned")).to_have_count(0)


def test_other_things_hang_on_it_and_weigh(opened: Opener) -> None:
    page = opened(SOUND, "hold")
    expect(page.get_by_role("button", name="Load at the head: 1.43 kg")).to_be_visible()
    page.get_by_text("Everything that hangs on it").click()
    page.get_by_role("button", name="Hang something else on it").click()
    expect(page.locator("[data-note='hold.rating-unknown']")).to_contain_text(
        "Not weighed yet: lamp"
    )
    lamp = page.get_by_role("group", name="lamp")
    lamp.get_by_label("Mass").fill("1.2 kg")
    lamp.get_by_label("Mass").press("Enter")
    expect(page.get_by_role("button", name="Load at the head: 2.63 kg")).to_be_visible()
    expect(page.get_by_text("turning this arm also moves: lamp")).to_be_visible()
    page.get_by_role("button", name="Take lamp off").click()
    expect(page.get_by_role("button", name="Load at the head: 1.43 kg")).to_be_visible()


def test_a_tap_test_replaces_the_estimate_and_is_kept(opened: Opener, server: Server) -> None:
    gear_id = server.put_into_cupboard("support", CLAMP.model_dump(mode="json"))
    page = opened(
        changed(**held(CLAMP, foot={}, gear_id=gear_id), work__liveliness="hammering"), "hold"
    )
    expect(page.locator("[data-note='hold.shakes']")).to_contain_text("An estimate")
    page.get_by_text("Tap test").first.click()
    field = page.get_by_label("Picture moved, mm")
    field.fill("0.05")
    field.press("Enter")
    expect(page.locator("[data-note='hold.shakes']")).to_have_count(0)
    page.get_by_role("button", name="Keep it for this support").click()
    expect(page.get_by_text("Kept in the cupboard")).to_be_visible()


def test_the_card_says_how_it_is_set_up(opened: Opener) -> None:
    page = opened(SOUND, "card")
    for words in (
        "Arm out, along its tube",
        "Counterweight behind the column",
        "Put together in this order",
        "After an hour",
        "One leg toward",
    ):
        expect(page.get_by_text(words).first).to_be_visible()


def test_the_demo_s_overloaded_arm_is_mended(opened: Opener) -> None:
    page = opened(GILDING, "hold")
    note = page.locator("[data-note='hold.over-rating']")
    expect(note).to_contain_text("Overloaded: 1.9 kg hang on it, 1.5 kg are allowed")
    note.get_by_role("button", name=re.compile("Put on a stand of its own")).click()
    expect(note).to_have_count(0)
    assert STAND.name
