"""The angles sheet: the strip with its stitches, the ring as a control, gear in a picture and its mend."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.angles_cases import beside, seen_from, stand_at
from tests.plans import BARE, PHONE, SOUND, STAND
from tests.ui.conftest import Opener, Server, Watch, answer, saved

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
    # A slow machine may have settled between two presses, and undoes one after the other.
    undo = page.get_by_role("button", name="undo")
    for _ in range(12):
        if answer(page) == before:
            break
        if undo.is_enabled():
            undo.dispatch_event("click")
        page.wait_for_timeout(500)
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


def opened_section(page: Page, name: str) -> Locator:
    """A section of the sheet behind its heading, opened."""
    section = page.locator("details", has=page.get_by_role("heading", name=name))
    if section.get_attribute("open") is None:
        section.locator("summary").click()
    return section


def test_a_wish_is_answered_with_a_place_and_taken(server: Server, opened: Opener) -> None:
    server.put_into_cupboard("body", PHONE.model_dump(mode="json"))
    server.put_into_cupboard("support", STAND.model_dump(mode="json"))
    page = opened(SOUND, "angles")
    wishes = opened_section(page, "What else shall be seen?")
    wishes.get_by_role("button", name="the face", exact=True).click()
    places = page.get_by_role("region", name="Places for it")
    first = places.get_by_role("article").first
    expect(first).to_contain_text("seen", timeout=20_000)
    expect(first.get_by_role("img", name="What it would see from there")).to_be_visible(
        timeout=20_000
    )
    first.get_by_role("button", name="Put it there").click()
    expect(page).to_have_url(re.compile("camera=camera-1"))
    expect(page.get_by_role("heading", level=1)).to_contain_text("of the face is seen")
    saved(page)
    page.get_by_role("button", name="undo").click()
    expect(page.get_by_role("radiogroup", name="Camera in hand")).to_have_count(0)


def test_the_camera_is_moved_in_the_plan_of_the_room_by_keyboard(opened: Opener) -> None:
    page = opened(TWO, "angles")
    in_hand(page, "high three-quarter")
    before = answer(page)
    sign = page.locator("[data-handle=camera-place]")
    sign.focus()
    for _ in range(6):
        sign.press("Shift+ArrowLeft")
    expect(page.get_by_role("heading", level=1)).not_to_have_text(before)
    saved(page)


def test_set_ups_in_turn_tell_what_is_moved_and_print_on_the_card(
    opened: Opener, watch: Watch
) -> None:
    watch.expected.append("422")
    page = opened(TWO, "angles")
    section = opened_section(page, "Set-ups and stages")
    section.get_by_role("button", name="Begin with a set-up of what stands now").click()
    section.get_by_label("high three-quarter camera in set-up 1").click()
    expect(section.get_by_label("high three-quarter camera in set-up 1")).not_to_be_checked()
    section.get_by_role("button", name="One more set-up").click()
    change = page.get_by_role("region", name="From set-up 1 to set-up 2")
    expect(change).to_contain_text("take off a camera")
    expect(change).to_contain_text("The high three-quarter camera: lens")
    # The last camera of a set-up is not taken out without a word.
    section.get_by_label("overhead camera in set-up 1").click()
    expect(page.get_by_role("alert").first).to_contain_text("has no camera")
    saved(page)
    page.get_by_role("link", name="Card").click()
    moves = page.get_by_role("region", name=re.compile(r"^From set-up 1 to set-up 2, \d+ minutes$"))
    expect(moves).to_contain_text("take off a camera")


def test_how_takes_fit_together_is_said(opened: Opener) -> None:
    page = opened(TWO, "angles")
    expect(opened_section(page, "So that the takes fit together")).to_contain_text("Clap once")


def test_a_target_of_its_own_is_chosen_on_the_lens_sheet(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    page.locator("details", has_text="Aimed at").locator("summary").click()
    page.get_by_label("Aimed at").select_option(label="both hands")
    expect(page.get_by_role("heading", level=1)).to_contain_text("both hands")
    page.get_by_label("Aimed at").select_option(label="a box of its own")
    page.get_by_label("Width of the target").fill("60")
    page.get_by_label("Width of the target").press("Enter")
    expect(page.get_by_role("heading", level=1)).to_contain_text("cut off")
    page.get_by_label("Aimed at").select_option(label="the whole zone")
    expect(page.get_by_role("heading", level=1)).to_contain_text("the zone fits")


def test_a_mount_point_holds_the_camera(opened: Opener) -> None:
    page = opened(SOUND, "hold")
    group = page.locator("details", has_text="Mount points in the room")
    group.locator("summary").click()
    group.get_by_role("button", name="One more mount point").click()
    group.get_by_label("It bears").fill("3 kg")
    group.get_by_label("It bears").press("Enter")
    group.get_by_label("This camera is on").select_option("mount 1")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Screw it to mount 1")
    notes = page.get_by_role("region", name="Margin notes")
    expect(notes).to_contain_text("off mount 1")
    notes.get_by_role("button", name=re.compile("Put it where the mount point is")).click()
    expect(notes).not_to_contain_text("off mount 1")


def test_a_beauty_shot_has_its_reveal_and_a_crop_stands_beside_the_closer_picture(
    opened: Opener,
) -> None:
    closer = seen_from(60, 30, 700, role="beauty", focal_mm=50.0)
    page = opened(beside(closer), "angles")
    in_hand(page, "beauty")
    reveal = opened_section(page, "The reveal")
    expect(reveal).to_contain_text("aside in 4 s")
    expect(reveal.get_by_role("listitem")).to_have_count(9)
    crop = opened_section(page, "Cut closer in the edit instead")
    expect(crop).to_contain_text("the wider picture keeps")
    expect(crop.get_by_role("img")).to_have_count(2)
    large = page.get_by_role("button", name="show the beauty picture large")
    large.click()
    expect(page.get_by_role("img", name="What the beauty camera sees, large")).to_be_visible()
