"""The Light sheet of a plan with two cameras: each is looked at by itself."""

from __future__ import annotations

import json
import re

import pytest
from playwright.sync_api import Request, expect

from tests.light_cases import two_cameras
from tests.plans import SOUND
from tests.ui.conftest import Opener, answer, saved

pytestmark = pytest.mark.ui


def test_dome_maps_and_picture_are_those_of_the_camera_chosen(opened: Opener) -> None:
    page = opened(two_cameras(), "light")
    chosen = page.get_by_role("radiogroup", name="Camera in hand")
    expect(chosen.get_by_role("radio", name="overhead")).to_be_checked()
    first = answer(page)
    asked: set[tuple[str, int]] = set()

    def note(request: Request) -> None:
        if request.method == "POST" and request.post_data:
            body = json.loads(request.post_data)
            if "camera" in body:
                asked.add((request.url.rsplit("/", 1)[1], body["camera"]))

    page.on("request", note)
    with (
        page.expect_response("**/api/dome"),
        page.expect_response("**/api/light-map"),
        page.expect_response("**/api/picture"),
    ):
        chosen.get_by_text("high three-quarter").click()
    expect(page.get_by_role("heading", level=1)).not_to_have_text(first)
    assert {("dome", 1), ("light-map", 1), ("picture", 1)} <= asked
    assert all(camera == 1 for _, camera in asked)


def test_notes_are_those_of_the_camera_in_hand_and_lead_to_the_other(opened: Opener) -> None:
    page = opened(two_cameras(), "light")
    glare = page.locator("[data-note='light.glare']")
    expect(glare).to_have_count(1)
    expect(page.locator("[data-note='light.mixed-colour']")).to_have_count(1)
    first = glare.inner_text()
    page.get_by_role("button", name=re.compile("high three-quarter camera: ")).click()
    expect(page).to_have_url(re.compile(r"\?camera=beside$"))
    expect(glare).to_have_count(1)
    expect(glare).not_to_have_text(first)
    expect(page.locator("[data-note='light.mixed-colour']")).to_have_count(1)


def test_every_sheet_follows_the_camera_in_hand(opened: Opener) -> None:
    page = opened(two_cameras(), "lens")
    overhead = answer(page)
    page.get_by_role("radiogroup", name="Camera in hand").get_by_text("high three-quarter").click()
    expect(page.get_by_role("heading", level=1)).not_to_have_text(overhead)
    tipped = answer(page)
    assert "tipped" in tipped
    page.keyboard.press("3")
    expect(page).to_have_url(re.compile(r"/hold\?camera=beside$"))
    expect(page.get_by_role("heading", level=1)).to_contain_text("No support")
    page.keyboard.press("2")
    expect(page.get_by_role("heading", level=1)).to_have_text(tipped, use_inner_text=True)
    height = page.get_by_role("textbox", name="Lens height")
    height.fill("50")
    height.press("Enter")
    expect(page.get_by_role("heading", level=1)).to_contain_text("50.0 cm")
    page.get_by_role("radiogroup", name="Camera in hand").get_by_text("overhead").click()
    expect(page.get_by_role("heading", level=1)).to_have_text(overhead, use_inner_text=True)
    page.reload()
    expect(page.get_by_role("heading", level=1)).to_have_text(overhead, use_inner_text=True)


def test_figures_open_to_the_working_of_the_camera_in_hand(opened: Opener) -> None:
    page = opened(two_cameras(), "lens")
    overhead = answer(page)
    page.get_by_role("radiogroup", name="Camera in hand").get_by_text("high three-quarter").click()
    expect(page.get_by_role("heading", level=1)).not_to_have_text(overhead)
    door = page.locator("h1 [data-door]").first
    words = door.inner_text()
    door.click()
    expect(page.locator(".mantine-Popover-dropdown:visible")).to_contain_text(words)


def test_a_camera_is_put_in_and_taken_out(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    expect(page.get_by_role("radiogroup", name="Camera in hand")).to_have_count(0)
    page.get_by_role("button", name="one more camera").click()
    form = page.get_by_role("group", name="One more camera")
    form.get_by_label("It films").select_option("face")
    form.get_by_label("With").select_option(label="Mid-size camera")
    form.get_by_label("And the lens").select_option(label="normal 35")
    form.get_by_role("button", name="Put it in").click()
    expect(page).to_have_url(re.compile(r"\?camera=face$"))
    expect(page.get_by_role("heading", level=1)).to_contain_text("a fixed 35 mm")
    saved(page)
    page.get_by_role("button", name="take this one out").click()
    expect(page.get_by_role("radiogroup", name="Camera in hand")).to_have_count(0)
    page.keyboard.press("Control+z")
    expect(page.get_by_role("radiogroup", name="Camera in hand")).to_be_visible()


def test_with_one_camera_there_is_nothing_to_choose(opened: Opener) -> None:
    page = opened(SOUND, "light")
    expect(page.locator("[data-handle=lamp-0]")).to_be_visible()
    expect(page.get_by_text("Camera in hand")).to_have_count(0)
