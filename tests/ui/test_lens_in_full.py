"""The Lens sheet in full: picture, head, tilt, zoom against height, working out, comparison."""

from __future__ import annotations

import itertools
import re

import pytest
from playwright.sync_api import Page, expect

from tests.plans import SOUND, changed
from tests.ui.conftest import Opener, fits_across, saved
from tests.ui.test_lens_sheet import drag

pytestmark = pytest.mark.ui
PICTURE = "img[alt^='What the lens sees']"
HEAD = "[data-handle=head]"
MAP = "[data-handle=zoom-height]"


def light_of(page: Page) -> list[int]:
    """The picture as a few numbers: brightness on a coarse lattice."""
    numbers: list[int] = page.locator(PICTURE).evaluate(
        """async image => {
          await image.decode();
          const canvas = document.createElement('canvas');
          canvas.width = 16; canvas.height = 9;
          const context = canvas.getContext('2d');
          context.drawImage(image, 0, 0, 16, 9);
          const { data } = context.getImageData(0, 0, 16, 9);
          return [...Array(144).keys()].map(n => data[4 * n]);
        }"""
    )
    return numbers


def test_what_the_lens_sees_follows_and_can_be_kept(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    expect(page.locator(PICTURE)).to_be_visible()
    before = light_of(page)
    assert max(before) - min(before) > 40, "a picture, not a plain field"
    first = page.locator(PICTURE).get_attribute("src")
    page.get_by_label("Pose in the picture").select_option("0")
    expect(page.locator(PICTURE)).not_to_have_attribute("src", first or "")
    assert light_of(page) != before
    with page.expect_download() as waiting:
        page.get_by_role("button", name="save large").click()
    content = waiting.value.path().read_bytes()
    assert content.startswith(b"\x89PNG")
    assert int.from_bytes(content[16:20]) == 1280


def test_the_picture_follows_while_the_lens_is_dragged(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    expect(page.locator(PICTURE)).to_be_visible()
    first = page.locator(PICTURE).get_attribute("src")
    drag(page, "[data-handle=lens-height]", 0, 60)
    expect(page.locator(PICTURE)).not_to_have_attribute("src", first or "")
    page.mouse.up()


def test_the_head_leans_by_keyboard_and_by_pointer(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    expect(page.locator(HEAD)).to_have_attribute("aria-valuenow", "10")
    page.locator(HEAD).focus()
    page.keyboard.press("Shift+ArrowRight")
    page.keyboard.press("Shift+ArrowRight")
    expect(page.locator(HEAD)).not_to_have_attribute("aria-valuenow", "10")
    expect(page.locator("[data-note='lens.head-in-frame']")).to_be_visible()
    undo = page.get_by_role("button", name=re.compile("^Undo: "))
    expect(undo).to_be_enabled()
    undo.click()
    expect(page.locator(HEAD)).not_to_have_attribute("aria-valuenow", "25")
    if page.locator(HEAD).get_attribute("aria-valuenow") != "10":
        undo.click()  # on a slow machine the two steps are two changes
    expect(page.locator(HEAD)).to_have_attribute("aria-valuenow", "10")
    drag(page, f"{HEAD} circle", 90, 30)
    page.mouse.up()
    expect(page.locator("[data-note='lens.head-in-frame']")).to_be_visible()
    expect(page.get_by_role("textbox", name="How far you lean in")).not_to_have_value("10")


def test_a_tipped_camera_says_its_tilt_and_its_card_the_inclinometer(opened: Opener) -> None:
    page = opened(changed(cameras__0__position={}), "lens")
    page.get_by_text("Place, tilt, focus, stand").click()
    field = page.get_by_label("Tilt", exact=True)
    field.fill("20")
    field.press("Enter")
    expect(page.get_by_role("heading", level=1)).to_contain_text("tipped 20° toward 12 o’clock")
    page.get_by_label("Tipped toward").select_option("90")
    expect(page.get_by_role("heading", level=1)).to_contain_text("toward 3 o’clock")
    expect(page.locator("[data-note='lens.keystone']")).to_contain_text("run together")
    page.locator("[data-note='lens.keystone']").get_by_role("button").first.click()
    expect(page.locator("[data-note='lens.keystone']")).to_have_count(0)
    page.get_by_text("undo", exact=True).click()
    page.keyboard.press("p")
    expect(page.get_by_text("Tilt of the camera")).to_be_visible()


def test_zoom_and_height_are_one_point_that_is_moved(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    handle = page.locator(MAP)
    expect(handle).to_have_attribute("aria-valuetext", "30 mm, 72.0 cm")
    handle.focus()
    page.keyboard.press("ArrowUp")
    expect(handle).to_have_attribute("aria-valuetext", "30 mm, 73.0 cm")
    page.keyboard.press("Shift+ArrowLeft")
    expect(page.get_by_label("Zoom", exact=True)).not_to_have_value("30")
    saved(page)
    page.get_by_role("button", name="Go there").click()
    expect(page.locator("[data-note='lens.zone-cut-off']")).to_have_count(0)
    expect(page.get_by_text("all fits from")).to_be_visible()


def test_a_rig_is_worked_out_and_set(opened: Opener) -> None:
    plan = changed(cameras__0__focal_mm=50, cameras__0__position={"z_mm": 400})
    page = opened(plan, "lens")
    expect(page.locator("[data-note='lens.zone-cut-off']")).to_be_visible()
    page.get_by_role("button", name="Work it out").click()
    expect(page.get_by_label("Work it out").get_by_text("zoom to")).to_be_visible()
    page.get_by_role("button", name="Set it so").click()
    expect(page.locator("[data-note]")).to_have_count(0)
    expect(page.get_by_role("heading", level=1)).to_contain_text("the zone fits")
    page.get_by_text("undo", exact=True).click()
    expect(page.locator("[data-note='lens.zone-cut-off']")).to_be_visible()


def test_what_must_give_way_is_offered(opened: Opener) -> None:
    page = opened(changed(work__finest_detail_mm=0.4), "lens")
    page.get_by_role("button", name="Work it out").click()
    expect(page.get_by_text("The least that would have to give way")).to_be_visible()
    page.get_by_role("button", name="Publish in 3840 × 2160 pixels").first.click()
    expect(page.locator("[data-note='lens.detail-lost']")).to_have_count(0)


def test_gear_is_compared_and_taken(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    page.get_by_text("Which of mine, and would another kind do better?").click()
    rows = page.get_by_role("row").filter(has=page.get_by_text("take it"))
    expect(rows.first).to_be_visible()
    expect(page.get_by_text("a kind to get").first).to_be_visible()
    expect(page.get_by_text("Above your head, or between face and hands?")).to_be_visible()
    expect(page.get_by_role("listitem").filter(has_text="crop in the edit:")).to_be_visible()
    rows.get_by_role("button", name="Take Small-sensor camera, 4 GB files, normal 35").click()
    expect(page.get_by_label("Camera", exact=True)).to_contain_text("Small-sensor camera")
    expect(page.get_by_role("heading", level=1)).to_contain_text("(a fixed 35 mm)")


def test_a_lens_of_ones_own_goes_into_plan_and_cupboard(opened: Opener) -> None:
    page = opened(SOUND, "lens")
    page.get_by_label("Lens", exact=True).select_option("own")
    form = page.get_by_role("form", name="A lens of your own")
    form.get_by_label("What you call it").fill("a find from a drawer")
    for label, value in (
        ("Shortest focal length", "24"),
        ("Longest focal length", "24"),
        ("Widest f-number, short end", "2.8"),
        ("Widest f-number, long end", "2.8"),
    ):
        form.get_by_label(label).fill(value)
    form.get_by_role("button", name="Use it in this plan").click()
    expect(form).to_have_count(0)
    expect(page.get_by_label("Lens", exact=True)).to_contain_text("a find from a drawer")
    expect(page.get_by_role("heading", level=1)).to_contain_text("(a fixed 24 mm)")


def test_sharp_to_the_pixel_asks_for_more(opened: Opener) -> None:
    page = opened(
        changed(delivery__width_px=3840, delivery__height_px=2160, work__zone_top_mm=70), "lens"
    )
    page.get_by_text("Place, tilt, focus, stand").click()
    page.get_by_label("Sharp means").select_option("critical")
    expect(page.locator("[data-note='lens.not-sharp-throughout']")).to_contain_text("is soft")


@pytest.mark.parametrize(("width", "height"), [(820, 1180), (390, 844), (1280, 800)])
def test_nothing_lies_over_anything_at_any_width(opened: Opener, width: int, height: int) -> None:
    page = opened(SOUND, "lens")
    page.set_viewport_size({"width": width, "height": height})
    expect(page.locator(PICTURE)).to_be_visible()
    fits_across(page)
    boxes = [
        page.get_by_role("heading", level=1),
        page.get_by_role("group", name="The rig from the side, with the plumb"),
        page.locator(PICTURE),
        page.get_by_role("button", name="Work it out"),
    ]
    areas = [box.bounding_box() for box in boxes]
    table = page.get_by_role("group", name="The table from above").bounding_box()
    last = areas[-1]
    assert table is not None
    assert last is not None
    assert table["height"] >= 120
    assert table["y"] + table["height"] <= last["y"]
    for first, second in itertools.combinations([*areas, table], 2):
        assert first is not None
        assert second is not None
        apart = (
            first["x"] + first["width"] <= second["x"] + 1
            or second["x"] + second["width"] <= first["x"] + 1
            or first["y"] + first["height"] <= second["y"] + 1
            or second["y"] + second["height"] <= first["y"] + 1
        )
        assert apart
