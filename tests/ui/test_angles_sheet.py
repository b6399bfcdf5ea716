"""The angles sheet: the strip with its stitches, the ring as a control, gear in a picture and its mend."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.angles_cases import beside, seen_from, stand_at
from tests.plans import BARE, SOUND
from tests.ui.conftest import Opener, answer, saved

pytestmark = pytest.mark.ui
TWO = beside(seen_from(150, 25))


def in_hand(page: Page, name: str) -> None:
    page.get_by_role("radiogroup", name="Camera in hand").get_by_text(name, exact=True).click()


def test_every_camera_is_seen_side_by_side_and_chosen_by_its_picture(opened: Opener) -> None:
    page = opened(TWO, "angles")
    strip = page.get_by_role("region", name="What every camera sees")
    pictures = strip.get_by_role("img", name=re.compile("What the .* camera sees"))
    expect(pictures).to_have_count(2)
    expect(strip.get_by_role("img", name=re.compile("they cut"))).to_be_visible()
    expect(page.get_by_role("heading", level=1)).to_contain_text("high three-quarter camera")
    strip.get_by_role("button", name="Take the high three-quarter camera in hand").click()
    expect(page).to_have_url(re.compile("camera=side"))
    expect(page.get_by_role("heading", level=1)).to_contain_text("overhead camera")


def test_the_camera_is_moved_on_the_ring_by_keyboard_and_undone(opened: Opener) -> None:
    page = opened(TWO, "angles")
    in_hand(page, "high three-quarter")
    view = page.locator("[data-handle=view]")
    expect(view).to_have_attribute("aria-valuetext", re.compile("5 o’clock, 25° up"))
    before = answer(page)
    view.focus()
    for _ in range(6):
        view.press("Shift+ArrowRight")
    expect(view).to_have_attribute("aria-valuetext", re.compile("8 o’clock, 25° up"))
    expect(page.get_by_role("heading", level=1)).not_to_have_text(before)
    saved(page)
    page.get_by_role("button", name="undo").click()
    expect(page.get_by_role("heading", level=1)).to_have_text(before)


def test_the_camera_is_put_where_the_ring_shows_most(opened: Opener) -> None:
    page = opened(TWO, "angles")
    in_hand(page, "high three-quarter")
    put = page.get_by_role("button", name="Put it there")
    put.click()
    expect(page.get_by_text("as well as from anywhere at this slant")).to_be_visible()
    expect(put).to_have_count(0)


def test_a_stand_in_a_picture_is_outlined_and_moved_out_of_it(opened: Opener) -> None:
    plan = beside(
        seen_from(200, 35, 1100),
        plan=SOUND.model_copy(update={"lights": (stand_at(150, 900),)}),
    )
    page = opened(plan, "angles")
    in_hand(page, "high three-quarter")
    notes = page.get_by_role("region", name="Margin notes")
    expect(notes).to_contain_text("stands in the picture")
    strip = page.get_by_role("region", name="What every camera sees")
    expect(strip).to_contain_text("stand of a soft lamp")
    notes.get_by_role("button", name=re.compile("^Move a soft lamp")).first.click()
    expect(strip).not_to_contain_text("stand of a soft lamp")


def test_a_plan_without_cameras_offers_one(opened: Opener) -> None:
    page = opened(BARE, "angles")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Give the camera its body")
    page.get_by_role("button", name="put in a camera").click()
    expect(page.get_by_role("group", name="One more camera")).to_be_visible()


def test_the_key_opens_it(opened: Opener) -> None:
    page = opened(TWO, "lens")
    page.keyboard.press("5")
    expect(page).to_have_url(re.compile("/angles"))
