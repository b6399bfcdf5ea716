"""The roll sheet: the answer, the hanging hours as a control, getting up in time, the timer with its alarms."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from steeple.core.plan.gear.recording.medium import Medium
from steeple.demo.angles import CLASS
from tests.plans import BANK, BARE, CARD, RECORDER, SOUND, changed
from tests.roll_cases import RESTART, STOPS, session
from tests.ui.conftest import Opener, Server, Watch, answer, saved

pytestmark = pytest.mark.ui
STOPPING = changed(cameras__0__body=STOPS)
ALARMED = changed(
    STOPPING, session=session(lasts_min=50, handling=RESTART, date="2026-03-14", begins="18:30")
)


def folded(page: Page, title: str) -> None:
    page.locator("details", has_text=title).first.locator("summary").first.click()


def test_a_stop_is_said_shown_and_mended_by_getting_up(opened: Opener) -> None:
    page = opened(STOPPING, "roll")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Nothing is filmed from 0:29")
    drawing = page.get_by_label("The session: time hangs down, a string for each device")
    expect(drawing).to_contain_text("0:29")
    expect(drawing).to_contain_text("its recording limit")
    page.get_by_role("button", name="Work out when to get up").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Get up twice in 1 h")
    expect(page.locator("[data-handle=knot]")).to_have_count(2)
    saved(page)


def test_a_margin_note_gets_up_too(opened: Opener) -> None:
    page = opened(CLASS, "roll")
    notes = page.get_by_role("region", name="Margin notes")
    notes.get_by_role("button", name=re.compile("^Get up")).first.click()
    expect(page.get_by_role("heading", level=1)).to_contain_text(
        re.compile("Get up . times in 2 h")
    )


def test_the_bob_asks_about_a_moment_by_keyboard(opened: Opener) -> None:
    page = opened(STOPPING, "roll")
    bob = page.locator("[data-handle=moment]")
    bob.focus()
    for _ in range(4):
        bob.press("Shift+ArrowDown")
    expect(bob).to_have_attribute(
        "aria-valuetext", re.compile("^0:40: 0 of 1 running · not overhead")
    )
    expect(page.get_by_text("0:40: 0 of 1 running · not overhead")).to_be_visible()


def test_a_knot_is_moved_along_its_string_and_undone(opened: Opener) -> None:
    page = opened(ALARMED, "roll")
    knot = page.locator("[data-handle=knot]")
    expect(knot).to_have_attribute("aria-valuetext", "0:28")
    before = answer(page)
    knot.focus()
    for _ in range(3):
        knot.press("ArrowUp")
    expect(page.get_by_role("heading", level=1)).to_contain_text("the first time at 0:25")
    saved(page)
    page.get_by_role("button", name="undo").click()
    expect(page.get_by_role("heading", level=1)).to_have_text(before)


def test_breaks_are_put_in_and_refused_with_a_sentence(opened: Opener, watch: Watch) -> None:
    watch.expected.append("422")
    page = opened(STOPPING, "roll")
    folded(page, "Breaks")
    page.get_by_role("button", name="There is a break").click()
    page.get_by_role("button", name="One more break").click()
    second = page.get_by_role("group", name="Break 2").get_by_label("After")
    second.fill("26")
    second.press("Enter")
    expect(page.get_by_text("begins before the one before it ends").first).to_be_visible()
    second.fill("52")
    second.press("Enter")
    expect(page.get_by_role("heading", level=1)).to_contain_text("from 0:30 to 0:52")
    page.get_by_role("button", name="Work out when to get up").click()
    expect(page.get_by_role("region", name="Margin notes")).not_to_contain_text("in the middle of")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Get up")


def test_cards_batteries_and_a_bank_are_chosen(opened: Opener, server: Server) -> None:
    for kind, thing in (("medium", CARD), ("power", BANK), ("recorder", RECORDER)):
        server.put_into_cupboard(kind, thing.model_dump(mode="json"))
    page = opened(
        changed(cameras__0__storage__medium=Medium(name="tiny", capacity_bytes=4e9).model_dump(mode="json")),
        "roll",
    )  # fmt: skip
    expect(page.get_by_role("heading", level=1)).to_contain_text("a full card")
    folded(page, "Cards and batteries")
    page.get_by_label("Records on, overhead").select_option(label=CARD.name)
    expect(page.get_by_role("heading", level=1)).to_contain_text("Nobody has to get up")
    folded(page, "Recorders and power banks")
    page.get_by_role("button", name=BANK.name, exact=True).click()
    page.get_by_label("Runs on, overhead").select_option(label=BANK.name)
    page.get_by_role("button", name=RECORDER.name).click()
    expect(page.get_by_role("heading", level=1)).to_contain_text(RECORDER.name)
    saved(page)


def test_the_timer_sinks_and_rings(opened: Opener) -> None:
    page = opened(ALARMED, "roll")
    page.clock.install()
    page.reload()
    page.get_by_role("button", name="Begin the session now").click()
    timer = page.get_by_role("timer")
    expect(timer).to_contain_text("In 28 min: Stop and start the overhead camera")
    page.clock.fast_forward("26:30")
    expect(timer).to_contain_text("Now: Stop and start the overhead camera, by 0:29 at the latest")
    page.clock.fast_forward("10:00")
    expect(timer).to_contain_text("Nothing more is to be done by hand")
    page.clock.fast_forward("20:00")
    expect(timer).to_contain_text("The time is over")
    timer.get_by_role("button", name="It has ended").click()
    expect(page.get_by_role("button", name="Begin the session now")).to_be_visible()


def test_alarms_are_kept_as_a_calendar(opened: Opener) -> None:
    page = opened(ALARMED, "roll")
    with page.expect_download() as waiting:
        page.get_by_role("button", name="Alarms for a calendar").click()
    assert waiting.value.suggested_filename.endswith(".ics")
    text = waiting.value.path().read_text(encoding="utf-8")
    assert "BEGIN:VALARM" in text


def test_without_an_hour_the_calendar_says_what_it_lacks(opened: Opener, watch: Watch) -> None:
    watch.expected.append("422")
    page = opened(changed(ALARMED, session__date=None, session__begins=None), "roll")
    page.get_by_role("button", name="Alarms for a calendar").click()
    expect(page.get_by_role("alert").first).to_contain_text("on which day and at what hour")


def test_an_empty_plan_says_what_to_do(opened: Opener) -> None:
    page = opened(BARE, "roll")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Choose a camera")
    expect(page.get_by_text("It hangs here then as a string")).to_be_visible()


def test_a_length_of_nought_is_refused_and_nothing_is_lost(opened: Opener, watch: Watch) -> None:
    watch.expected.append("422")
    page = opened(SOUND, "roll")
    field = page.get_by_role("textbox", name="Length of the session")
    field.fill("0")
    field.press("Enter")
    expect(
        page.get_by_text(re.compile("Length of the session.*between 0.1 and 1440")).first
    ).to_be_visible()
    expect(page.get_by_role("heading", level=1)).to_contain_text("1 h")


def test_what_hangs_on_a_mains_lead_is_ticked_and_judged(opened: Opener, server: Server) -> None:
    server.put_into_cupboard(
        "lead", {"name": "thin lead", "form": "mains", "length_mm": 3000.0, "rated_w": 20.0}
    )
    page = opened(SOUND, "roll")
    folded(page, "Mains leads")
    page.get_by_role("button", name="thin lead").click()
    page.get_by_label("a soft lamp hangs on thin lead").click()
    expect(page.get_by_text("Too much on thin lead").first).to_be_visible()
    saved(page)
