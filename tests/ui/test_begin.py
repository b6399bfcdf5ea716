"""From an empty page to a height on a card, as a new user walks it."""

from __future__ import annotations

import re
from pathlib import Path
from secrets import token_hex

import pytest
from playwright.sync_api import BrowserContext, Page, expect

from steeple.core.plan.reading import read_plan
from tests.plans import SOUND, changed
from tests.ui.conftest import Opener, Server, Watch, answer, saved

pytestmark = pytest.mark.ui


def begin(page: Page, server: Server, title: str, shape: str) -> None:
    page.goto(server.base)
    page.get_by_label("What do you call it?").fill(title)
    page.get_by_label("What shape is the work?").select_option(label=shape)
    page.get_by_role("button", name="Open it empty").click()
    expect(page).to_have_url(re.compile(r"/plan/[0-9a-f]+/work$"))
    expect(page.get_by_role("heading", level=1)).to_contain_text("Keep")


def fill(page: Page, label: str, value: str) -> None:
    field = page.get_by_label(label, exact=True).first  # a note may ask for the same figure
    field.fill(value)
    field.press("Enter")
    expect(field).to_have_value(value if "." in value else f"{value}.0")


def test_from_a_tape_measure_to_a_lens_height_on_a_card(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    page = context.new_page()
    begin(page, server, "Lettering a map", "Page or canvas lying flat")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Keep 42.0 × 30.0 cm in frame")
    assert page.get_by_text("assumed", exact=True).count() >= 6
    for label, value in (
        ("Zone width", "50"),
        ("Zone depth", "26"),
        ("Tallest thing", "2"),
        ("Table width", "160"),
        ("Table depth", "80"),
        ("Table height", "75"),
    ):
        fill(page, label, value)
    expect(page.get_by_role("heading", level=1)).to_contain_text("Keep 50.0 × 26.0 cm")
    page.get_by_role("link", name="Lens").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Choose a camera")
    page.get_by_label("Camera", exact=True).select_option(label="Mid-size camera")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Choose a lens")
    page.get_by_label("Lens", exact=True).select_option(label="standard zoom 16–50")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Hang the lens")
    fill(page, "Floor to ceiling", "240")
    expect(page.get_by_role("heading", level=1)).to_contain_text("the zone fits")
    saved(page)
    page.get_by_role("link", name="Card").click()
    card = page.get_by_role("article", name="Set-up card")
    for said in ("Lettering a map", "Sensor mark above the table", "near left", "safety tether"):
        expect(card).to_contain_text(said)
    expect(card).not_to_contain_text("Not right yet")


def test_figures_of_ones_own_gear(server: Server, context: BrowserContext, watch: Watch) -> None:
    watch.expected.append("422")
    page = context.new_page()
    begin(page, server, "With my own gear", "Fingertips at close range")
    page.keyboard.press("2")
    page.get_by_label("Camera", exact=True).select_option(label="type in my own")
    form = page.get_by_role("form", name="A camera of your own")
    form.get_by_label("What you call it").fill("Old reliable")
    form.get_by_role("button", name="Use it").click()
    expect(form.get_by_text("Recorded width is needed.")).to_be_visible()
    for label, value in (
        ("Recorded width", "3840"),
        ("Recorded height", "2160"),
        ("Sensor width used", "999"),
        ("Sensor height used", "20,25"),
    ):
        form.get_by_label(label).fill(value)
    form.get_by_role("button", name="Use it").click()
    expect(form.get_by_text("it must be between 1 mm and 120 mm")).to_be_visible()
    form.get_by_label("Sensor width used").fill("36")
    form.get_by_role("button", name="Use it").click()
    expect(form).to_have_count(0)
    page.get_by_label("Lens", exact=True).select_option(label="type in my own")
    form = page.get_by_role("form", name="A lens of your own")
    form.get_by_label("What you call it").fill("Close-up 90")
    form.get_by_label("Shortest focal length").fill("90")
    form.get_by_label("Widest f-number, short end").fill("2.8")
    form.get_by_label("Greatest magnification").fill("0.5")
    form.get_by_role("button", name="Use it").click()
    expect(form).to_have_count(0)
    expect(page.get_by_role("heading", level=1)).to_contain_text("(a fixed 90 mm)")
    owned = server.ask("GET", "/api/gear")
    assert owned["bodies"][-1]["gear"]["name"] == "Old reliable"
    assert owned["lenses"][-1]["gear"]["greatest_magnification"] == 0.5


def test_a_phone_by_its_field_of_view(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    page = context.new_page()
    begin(page, server, "With a phone", "Page or canvas lying flat")
    page.get_by_role("link", name="Lens").click()
    page.get_by_label("Camera", exact=True).select_option(label="type in my own")
    form = page.get_by_role("form", name="A camera of your own")
    form.get_by_label("Kind of camera").select_option("phone")
    form.get_by_label("Angle runs").select_option("diagonal")
    form.get_by_label("Field of view", exact=True).fill("77")
    form.get_by_label("Recorded width").fill("3840")
    form.get_by_label("Recorded height").fill("2160")
    form.get_by_label("Put it in the cupboard too").uncheck()
    form.get_by_role("button", name="Use it").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Hang the lens")
    assert "zoom" not in answer(page)
    expect(page.locator("[data-note='lens.too-close-to-focus']")).to_contain_text("not known")


def test_a_plan_goes_out_as_a_file_and_comes_back(opened: Opener, tmp_path: Path) -> None:
    page = opened(changed(title="Out and back"), "lens")
    with page.expect_download() as waiting:
        page.get_by_text("save a file").click()
    path = tmp_path / waiting.value.suggested_filename
    waiting.value.save_as(path)
    assert path.name == "out-and-back.steeple.json"
    assert read_plan(path.read_bytes()).title == "Out and back"
    page.get_by_label("Steeple, to the shelf").click()
    page.get_by_label("Plan file").set_input_files(path)
    expect(page).to_have_url(re.compile(r"/work$"))
    expect(page.get_by_label("Title of the plan")).to_have_value("Out and back")


@pytest.mark.parametrize(
    ("content", "said"),
    [
        (b'{"format": "steeple-plan", "ver', "not whole JSON"),
        (b'{"format": "steeple-plan", "version": 99}', "newer Steeple"),
        (b"hello", "not whole JSON"),
        (b" " * 9_000_000, "has 9 MB; a plan file has at most 2 MB"),
    ],
)
def test_a_bad_file_says_why(
    server: Server, context: BrowserContext, watch: Watch, tmp_path: Path, content: bytes, said: str
) -> None:
    watch.expected += ["422", "413"]
    path = tmp_path / "bad.json"
    path.write_bytes(content)
    page = context.new_page()
    page.goto(server.base)
    page.get_by_label("Plan file").set_input_files(path)
    expect(page.get_by_role("alert")).to_contain_text(said)


def test_plans_leave_the_shelf_and_return(opened: Opener, server: Server) -> None:
    title = f"To be removed {token_hex(3)}"
    page = opened(changed(title=title), "work")
    page.goto(server.base)
    page.get_by_label(f"Take {title} off the shelf").click()
    expect(page.get_by_label(f"Take {title} off the shelf")).to_have_count(0)
    page.get_by_text("taken off the shelf").click()
    page.get_by_label(f"Put {title} back on the shelf").click()
    expect(page.get_by_label(f"Take {title} off the shelf")).to_be_visible()


def test_the_zone_and_its_top_are_drawn(opened: Opener) -> None:
    page = opened(SOUND, "work")
    right = page.locator("[data-handle=zone-right]")
    right.focus()
    page.keyboard.press("Shift+ArrowRight")
    expect(right).to_have_attribute("aria-valuetext", "52.0 cm")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Keep 52.0 × 24.0 cm")
    move = page.locator("[data-handle=zone-move]")
    box = move.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2 - 40, box["y"] + box["height"] / 2, steps=5)
    page.mouse.up()
    left = page.get_by_role("textbox", name="Left table edge to zone")
    expect(left).not_to_have_value("49.0")
    top = page.locator("[data-handle=zone-top]")
    top.focus()
    page.keyboard.press("ArrowUp")
    expect(page.get_by_label("Tallest thing", exact=True)).to_have_value("4.0")
