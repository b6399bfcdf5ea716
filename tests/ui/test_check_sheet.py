"""The check sheet: the chart saved, frames dropped, and the loop from a bench that is off to one as planned."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from PIL import Image
from playwright.sync_api import Page, expect

from steeple.demo.plans import GILDING
from steeple.devices.workbench import Errors
from tests.checks import Bench, lit_from_both_sides
from tests.plans import BARE, SOUND
from tests.ui.conftest import Opener, Server, Watch, saved

pytestmark = pytest.mark.ui
BOTH = lit_from_both_sides()
HEADING = "Lay the chart on the zone, take one test frame"


def drop(page: Page, path: Path) -> None:
    page.locator("input[type=file]").first.set_input_files(path)


def fill(page: Page, label: str, value: str) -> None:
    field = page.get_by_label(label, exact=True)
    field.fill(value)
    field.press("Enter")


def test_the_chart_is_saved_for_the_printer(opened: Opener) -> None:
    page = opened(SOUND, "check")
    expect(page.get_by_role("heading", level=1)).to_contain_text(HEADING)
    with page.expect_download() as waiting:
        page.get_by_role("button", name=re.compile("PDF")).first.click()
    assert Path(waiting.value.path()).read_bytes().startswith(b"%PDF")
    assert "chart" in waiting.value.suggested_filename


def test_a_frame_that_is_off_gets_moves_and_one_that_is_not_none(
    opened: Opener, tmp_path: Path
) -> None:
    page = opened(BOTH, "check")
    off, right = tmp_path / "off.jpg", tmp_path / "right.jpg"
    off.write_bytes(Bench(BOTH, Errors(up_mm=-50.0, lean_right_deg=2.0)).frame())
    right.write_bytes(Bench(BOTH).frame())
    drop(page, off)
    expect(page.get_by_role("heading", level=1)).not_to_contain_text(HEADING)
    expect(page.get_by_text(re.compile("^Raise")).first).to_be_visible()
    expect(page.locator("[data-code='check.tilted'], [data-note='check.tilted']")).to_have_count(1)
    drop(page, right)
    expect(page.get_by_role("heading", level=1)).to_contain_text("As planned")


def test_the_bench_that_ships_along_is_put_right(opened: Opener) -> None:
    page = opened(BOTH, "check")
    page.get_by_text("Try it without a camera").click()
    page.get_by_role("button", name="Take its test frame").click()
    expect(page.get_by_role("heading", level=1)).not_to_contain_text(HEADING)
    expect(page.get_by_role("heading", level=1)).not_to_contain_text("As planned")
    page.get_by_role("button", name="Put it right").click()
    page.get_by_role("button", name="Take its test frame").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("As planned")


def test_what_is_no_picture_is_said_and_what_was_read_stays(
    opened: Opener, watch: Watch, tmp_path: Path
) -> None:
    watch.expected.append("400")
    watch.expected.append("422")
    page = opened(BOTH, "check")
    right, text = tmp_path / "right.jpg", tmp_path / "text.jpg"
    right.write_bytes(Bench(BOTH).frame())
    text.write_bytes(b"only words")
    drop(page, right)
    expect(page.get_by_role("heading", level=1)).to_contain_text("As planned")
    drop(page, text)
    expect(page.get_by_text("No picture could be read from text.jpg")).to_be_visible()
    expect(page.get_by_role("region", name="Corners pointed at")).to_have_count(0)
    expect(page.get_by_role("heading", level=1)).to_contain_text("As planned")


def test_a_plan_without_a_camera_says_what_to_do(opened: Opener, watch: Watch) -> None:
    watch.expected.append("400")
    watch.expected.append("422")
    page = opened(BARE, "check")
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page.get_by_text("Try it without a camera").click()
    page.get_by_role("button", name="Take its test frame").click()
    expect(page.get_by_role("alert").first).to_be_visible()


def test_what_was_measured_is_taken_as_built(opened: Opener, tmp_path: Path) -> None:
    page = opened(BOTH, "check")
    off = tmp_path / "off.jpg"
    off.write_bytes(Bench(BOTH, Errors(up_mm=-50.0)).frame())
    drop(page, off)
    page.get_by_role("button", name="Take it as built").click()
    kept = page.get_by_role("region", name="What is kept")
    expect(kept).to_contain_text("lens at 69.")
    saved(page)
    page.get_by_role("link", name="Card").click()
    expect(page.get_by_text("The same as built")).to_be_visible()
    page.get_by_role("link", name="Check").click()
    kept.get_by_text("forget it").click()
    expect(kept).not_to_contain_text("As built on")


def test_the_meters_of_the_bench_set_levels(opened: Opener) -> None:
    page = opened(BOTH, "check")
    page.get_by_text("Light meter", exact=True).click()
    page.get_by_text("Try it without a camera").click()
    fill(page, "First lamp, times", "1.6")
    page.get_by_role("button", name="Read its meters").click()
    told = page.get_by_role("region", name="Lamps by the meter")
    expect(told).to_contain_text("Left panel gives")
    expect(told).to_contain_text("more than planned")
    told.get_by_role("button", name=re.compile("^Plan it at 3")).click()
    expect(told).not_to_contain_text("more than planned: 1")
    fill(page, "Right panel reads", "9000")
    expect(told.get_by_role("button", name="Put its rated light right").first).to_be_visible()


def test_the_daylight_is_read_and_kept_in_the_log(opened: Opener, server: Server) -> None:
    page = opened(GILDING, "check")
    page.get_by_text("Light meter", exact=True).click()
    fill(page, "The daylight reads", "150")
    told = page.get_by_role("region", name="Lamps by the meter")
    expect(told).to_contain_text("The daylight gives 150 lx at 14:30")
    fill(page, "Read at", "noon")
    expect(page.get_by_text("The time is typed as hours and minutes")).to_be_visible()
    fill(page, "Read at", "16:15")
    expect(told).to_contain_text("at 16:15")
    with page.expect_response("**/api/log/readings/meter"):
        told.get_by_role("button", name="Keep the readings in the log").click()
    expect(told.get_by_role("button", name="Keep the readings in the log")).to_be_disabled()
    plan = page.url.split("/plan/")[1].split("/")[0]
    rows = server.ask("GET", f"/api/log/compared?plan={plan}")["rows"]
    assert [one["figure"] for one in rows] == ["room.daylight"]


def test_corners_are_pointed_at_where_there_is_no_chart(
    opened: Opener, watch: Watch, tmp_path: Path
) -> None:
    watch.expected.append("400")
    watch.expected.append("422")
    page = opened(BOTH, "check")
    plain = tmp_path / "plain.jpg"
    Image.new("RGB", (1920, 1080), (120, 120, 120)).save(plain)
    drop(page, plain)
    expect(page.get_by_text(re.compile("^No chart is seen in plain.jpg"))).to_be_visible()
    pointing = page.get_by_role("application")
    box = pointing.bounding_box()
    assert box is not None
    for x, y in ((0.3, 0.25), (0.7, 0.25), (0.7, 0.75), (0.3, 0.75)):
        pointing.click(position={"x": x * box["width"], "y": y * box["height"]})
    expect(page.get_by_role("heading", level=1)).not_to_contain_text(HEADING)
    # The corners of one picture are not those of the next, whatever is said of it later.
    right = tmp_path / "right.jpg"
    right.write_bytes(Bench(BOTH).frame())
    drop(page, right)
    expect(page.get_by_role("heading", level=1)).to_contain_text("As planned")
    page.get_by_text("Zoom or distance").click()
    fill(page, "Lens above the table", "74")
    expect(page.get_by_text("the height is that of your tape")).to_be_visible()
    expect(page.get_by_role("heading", level=1)).to_contain_text("As planned")


def test_a_clip_is_followed_and_takes_the_place_of_the_estimate(opened: Opener) -> None:
    page = opened(BOTH, "check")
    page.get_by_text("Try it without a camera").click()
    page.get_by_role("button", name="Take its clip of a tap").click()
    kept = page.get_by_role("region", name="What is kept")
    expect(kept).to_contain_text("After the tap the picture moved", timeout=90_000)
    kept.get_by_role("button", name="Use it in place of the estimate").click()
    saved(page)
    page.get_by_role("link", name=re.compile("Hold$")).click()
    expect(page.get_by_text("what you saw replaces the estimate")).to_be_visible()
