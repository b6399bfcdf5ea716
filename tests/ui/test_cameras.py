"""The Light sheet of a plan with two cameras: each is looked at by itself."""

from __future__ import annotations

import json

import pytest
from playwright.sync_api import Request, expect

from tests.light_cases import two_cameras
from tests.plans import SOUND
from tests.ui.conftest import Opener, answer

pytestmark = pytest.mark.ui


def test_dome_maps_and_picture_are_those_of_the_camera_chosen(opened: Opener) -> None:
    page = opened(two_cameras(), "light")
    chosen = page.get_by_role("radiogroup", name="Seen by")
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


def test_notes_say_which_camera_they_are_about(opened: Opener) -> None:
    page = opened(two_cameras(), "light")
    glare = page.locator("[data-note='light.glare']")
    expect(glare).to_have_count(2)
    expect(glare.first).to_contain_text("watch · overhead camera")
    expect(glare.last).to_contain_text("high three-quarter camera")
    mixed = page.locator("[data-note='light.mixed-colour']")
    expect(mixed).to_have_count(1)
    expect(mixed).not_to_contain_text("camera")


def test_with_one_camera_there_is_nothing_to_choose(opened: Opener) -> None:
    page = opened(SOUND, "light")
    expect(page.locator("[data-handle=lamp-0]")).to_be_visible()
    expect(page.get_by_text("Seen by")).to_have_count(0)
