"""The log sheet: what was lost, predicted against measured, what was learned and its switch, takes, files."""

from __future__ import annotations

import re
from datetime import UTC, datetime, timedelta
from io import BytesIO
from pathlib import Path
from typing import Any

import pytest
from PIL import Image
from playwright.sync_api import BrowserContext, Page, expect

from steeple.demo.log import fill_log
from steeple.demo.plans import GILDING
from steeple.services.log.recording import LogService
from steeple.store.pictures import PictureRepository
from tests.ui.conftest import ServerHere, Watch, answer, fits_across, saved
from tests.ui.test_looks import violations

pytestmark = pytest.mark.ui


@pytest.fixture
def logged(own_server: ServerHere) -> ServerHere:
    """A Steeple with the demo's six past sessions."""
    fill_log(own_server.database, lambda: datetime.now(UTC))
    return own_server


def gilding(server: ServerHere) -> str:
    plans = server.ask("GET", "/api/plans")["plans"]
    return next(str(one["id"]) for one in plans if "Gilding" in one["title"])


@pytest.fixture
def page(logged: ServerHere, context: BrowserContext, watch: Watch) -> Page:
    page = context.new_page()
    page.goto(f"{logged.base}/plan/{gilding(logged)}/log")
    expect(page.get_by_role("heading", level=1)).to_contain_text("of work lost in 6 sessions")
    return page


def test_the_answer_says_what_was_lost_and_learned(page: Page) -> None:
    assert "Learned:" in answer(page)
    expect(page.locator("[data-code='log.same-loss']")).to_contain_text("5 times")
    lost = page.get_by_role("region", name="What was lost, and why")
    expect(lost).to_contain_text("the battery was empty, 5 times")
    expect(lost).to_contain_text("Would have saved most")
    learned = page.get_by_role("region", name="Predicted against measured")
    expect(learned.get_by_text("2.9 % shorter than its ring says")).to_be_visible()
    expect(learned.get_by_text("each month")).to_be_visible()
    expect(learned.get_by_text("With it:")).to_have_count(5)
    page.get_by_label("Laid out by").select_option("lens")
    expect(learned.get_by_role("heading", level=3).first).to_contain_text("standard zoom")


def test_what_was_learned_is_taken_into_the_plan_undone_and_switched_off(page: Page) -> None:
    learned = page.get_by_role("region", name="Predicted against measured")
    use = learned.get_by_role("button", name="Use it in this plan")
    expect(use).to_have_count(6)
    use.first.click()
    expect(use).to_have_count(5)
    saved(page)
    page.get_by_role("link", name="Lens").click()
    changed = answer(page)
    page.get_by_text("undo", exact=True).click()
    expect(page.get_by_role("heading", level=1)).not_to_have_text(changed)
    page.get_by_role("link", name="Log").click()
    expect(use).to_have_count(6)
    learned.get_by_role("button", name="Switch it off").first.click()
    expect(learned.get_by_text("you switched it off")).to_be_visible()
    expect(use).to_have_count(5)
    learned.get_by_role("button", name="Switch it on again").click()
    expect(use).to_have_count(6)


def test_the_daylight_that_was_measured_goes_into_the_plan_of_its_room(page: Page) -> None:
    learned = page.get_by_role("region", name="Predicted against measured")
    told = learned.get_by_text("35 % less daylight than its sky and panes say")
    row = told.locator("xpath=ancestor::div[.//button][1]")
    expect(row).to_contain_text(re.compile(r"With it: Light on the zone \d+ lx in place of \d+ lx"))
    row.get_by_role("button", name="Use it in this plan").click()
    saved(page)
    expect(row.get_by_role("button", name="Use it in this plan")).to_have_count(0)
    page.get_by_role("link", name="Light").click()
    margin = page.get_by_role("region", name="Margin notes").locator("..")
    expect(margin).to_contain_text("daylight by what sky and pane say")
    margin.get_by_role("button", name="Do without").click()
    expect(margin).not_to_contain_text("daylight by what sky and pane say")
    saved(page)


def test_a_figure_that_strayed_is_practised_on_the_plan_of_its_session(page: Page) -> None:
    learned = page.get_by_role("region", name="Predicted against measured")
    practise = learned.get_by_role("link", name="Practise this")
    expect(practise.first).to_have_attribute(
        "href", re.compile(r"^/drills\?kind=[a-z-]+&plan=[0-9a-f]+&revision=\d+&go=1$")
    )
    practise.first.click()
    expect(page.get_by_role("button", name="That is my guess")).to_be_visible(timeout=60_000)


def test_takes_are_found_and_a_session_opened(page: Page) -> None:
    page.get_by_label("Words").fill("steam")
    expect(page.get_by_text("1 take", exact=True)).to_be_visible()
    page.get_by_label("Words").fill("nothing like it")
    expect(page.get_by_text("0 takes")).to_be_visible()
    page.get_by_label("Words").fill("")
    page.get_by_label("Something stopped").select_option("yes")
    expect(page.get_by_text("6 takes")).to_be_visible()
    page.get_by_text("This plan", exact=True).click()
    expect(page.get_by_text("5 takes")).to_be_visible()
    page.get_by_role("region", name="Sessions").get_by_role("link").first.click()
    expect(page.get_by_role("heading", level=1)).to_have_text("Gilding a book cover")
    expect(page.get_by_text("battery empty").first).to_be_visible()


def test_files_are_saved_and_a_log_is_put_to_this_one(page: Page, tmp_path: Path) -> None:
    page.wait_for_load_state("networkidle")  # what still comes may move it
    page.get_by_text("The log in files").click()
    with page.expect_download() as saving:
        page.get_by_role("link", name="Save the log").click()
    path = tmp_path / "log.json"
    saving.value.save_as(path)
    with page.expect_file_chooser() as choosing:
        page.get_by_role("button", name="Put a log to this one").click()
    choosing.value.set_files(path)
    expect(page.get_by_text("0 new sessions, 0 new measurements")).to_be_visible()
    with page.expect_download() as markers:
        page.get_by_role("link", name=re.compile("^Markers of")).first.click()
    assert markers.value.suggested_filename.endswith(".otio")


def test_a_file_that_is_no_log_is_refused(page: Page, watch: Watch, tmp_path: Path) -> None:
    watch.expected.append("422")
    path = tmp_path / "plan.json"
    path.write_text('{"format": "steeple-plan"}')
    page.wait_for_load_state("networkidle")  # what still comes may move it
    page.get_by_text("The log in files").click()
    with page.expect_file_chooser() as choosing:
        page.get_by_role("button", name="Put a log to this one").click()
    choosing.value.set_files(path)
    expect(page.get_by_role("alert")).to_contain_text("is no log of Steeple")


def test_a_check_is_kept_in_the_log_with_a_picture(page: Page, logged: ServerHere) -> None:
    page.get_by_role("link", name="Check").click()
    page.get_by_text("Try it without a camera").click()
    page.get_by_role("button", name="Take its test frame").click()
    keep = page.get_by_role("button", name="Keep it in the log")
    expect(keep).to_be_visible(timeout=90_000)
    keep.click()
    expect(page.get_by_role("button", name="Kept in the log")).to_be_visible()
    page.get_by_role("link", name="Log").click()
    page.get_by_text("Pictures of checks").click()
    expect(page.get_by_alt_text("Test frame, overhead")).to_be_visible()
    page.get_by_role("button", name="Remove the picture").click()
    expect(page.get_by_text("None kept of this plan")).to_be_visible()
    rows = logged.ask("GET", "/api/log/compared")["rows"]
    lens = next(one for one in rows if one["figure"] == "lens.focal")
    assert len(lens["pairs"]) in (5, 6), "the zoom may have been trusted"
    sag = next(one for one in rows if one["figure"] == "support.sag")
    assert len(sag["pairs"]) == 6


def test_an_empty_log_says_how_to_begin(
    own_server: ServerHere, context: BrowserContext, watch: Watch
) -> None:
    page = context.new_page()
    page.goto(f"{own_server.base}/plan/{gilding(own_server)}/log")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Nothing is in the log yet")
    expect(page.get_by_text("Open the bench")).to_be_visible()


@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_axe_finds_nothing_in_the_log_and_nothing_runs_off_the_side(
    page: Page, scheme: str
) -> None:
    page.emulate_media(color_scheme=scheme)  # type: ignore[arg-type]
    page.wait_for_load_state("networkidle")
    assert violations(page) == []
    for width in (390, 820, 1280):
        page.set_viewport_size({"width": width, "height": 844})
        fits_across(page)


def test_a_limit_that_came_is_put_on_the_camera(
    own_server: ServerHere, context: BrowserContext, watch: Watch
) -> None:
    cameras = [
        one.model_copy(
            update={"body": one.body and one.body.model_copy(update={"recording_limit_s": None})}
        )
        for one in GILDING.cameras
    ]
    plan = own_server.put_on_shelf(GILDING.model_copy(update={"cameras": tuple(cameras)}))
    log = LogService(own_server.database, lambda: datetime.now(UTC))
    began = datetime.now(UTC) - timedelta(hours=2)
    events: list[dict[str, Any]] = [
        {"kind": "begin", "revision": 1}, {"kind": "take"},
        {"kind": "stopped", "device": "camera-overhead", "name": "it", "why": "recording limit", "silent": True},
        {"kind": "end"},
    ]  # fmt: skip
    log.hear(
        "session-limit", plan_id=plan, device="phone", sent_at=datetime.now(UTC),
        events=[
            {"id": f"limit-{number:04d}", "n": number, "at": (began + timedelta(minutes=at)).isoformat(), **one}
            for number, (at, one) in enumerate(zip((0, 0, 29.5, 40), events, strict=True))
        ],
    )  # fmt: skip
    page = context.new_page()
    page.goto(f"{own_server.base}/plan/{plan}/log")
    note = page.locator("[data-code='log.limit-not-known']")
    expect(note).to_contain_text("stopped by itself after 0:29:30")
    note.get_by_role("button", name="Put it on the camera").click()
    expect(note).to_have_count(0)
    page.get_by_role("link", name="Roll").click()
    expect(page.get_by_text(re.compile("recording limit")).first).to_be_visible()
    page.get_by_text("undo", exact=True).click()
    page.get_by_role("link", name="Log").click()
    expect(note).to_be_visible()


def test_pictures_of_checks_are_removed_by_age_and_one_by_one(
    page: Page, logged: ServerHere
) -> None:
    made = BytesIO()
    Image.new("RGB", (320, 180), "teal").save(made, "JPEG")
    now = datetime.now(UTC)
    with logged.database.writing() as connection:
        for days in (0, 40, 400):
            PictureRepository(connection).put_picture(
                f"{days:032x}", plan_id=gilding(logged), session_id=None, says=f"{days} days",
                taken_at=(now - timedelta(days=days)).isoformat(), content=made.getvalue(),
            )  # fmt: skip
    page.get_by_text("Pictures of checks").click()
    expect(page.get_by_role("img", name="days")).to_have_count(3)
    page.get_by_label("Remove pictures older than, days").fill("100")
    page.get_by_role("button", name="Remove them").click()
    expect(page.get_by_text("1 removed")).to_be_visible()
    expect(page.get_by_role("img", name="days")).to_have_count(2)
    page.get_by_role("button", name="Remove the picture").last.click()
    expect(page.get_by_role("img", name="days")).to_have_count(1)
    expect(page.get_by_role("img", name="0 days", exact=True)).to_be_visible()


def test_rooms_are_told_apart(page: Page) -> None:
    learned = page.get_by_role("region", name="Predicted against measured")
    page.get_by_label("Laid out by").select_option("room")
    expect(learned.get_by_role("heading", level=3).first).to_contain_text("The workroom")
