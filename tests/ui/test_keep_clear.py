"""Floor that must stay free is given on the Work sheet and judged on the Hold sheet."""

from __future__ import annotations

import pytest
from playwright.sync_api import expect

from tests.plans import SOUND, changed
from tests.ui.conftest import Opener, saved

pytestmark = pytest.mark.ui


def test_a_door_is_given_and_the_stand_is_told(opened: Opener) -> None:
    page = opened(changed(room__keep_clear=[]), "work")
    page.get_by_text("Room", exact=True).click()
    page.get_by_role("button", name="Keep floor clear for a door or walkway").click()
    area = page.get_by_role("group", name="Floor for door")
    area.get_by_label("From your edge").fill("0")
    area.get_by_label("From your edge").press("Enter")
    area.get_by_label("From the left").fill("-60")
    area.get_by_label("From the left").press("Enter")
    saved(page)
    page.keyboard.press("Escape")
    page.locator("h1").click()
    page.keyboard.press("3")
    expect(page.locator("[data-note='hold.blocks-way']")).to_contain_text("blocks the door")
    page.keyboard.press("1")
    page.get_by_text("Room", exact=True).click()
    page.get_by_role("button", name="Take the floor for door away").click()
    page.locator("h1").click()
    page.keyboard.press("3")
    expect(page.locator("[data-note='hold.blocks-way']")).to_have_count(0)
    assert SOUND.room.keep_clear
