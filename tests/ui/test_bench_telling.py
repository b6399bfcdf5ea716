"""What is told at the bench beside takes, and what devices tell of themselves."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import expect

from steeple.demo.plans import DULCIMER, GILDING
from tests.ui.at_bench import AtBench, all_in_the_log, begin, record_of
from tests.ui.conftest import Server

pytestmark = pytest.mark.ui


def test_a_microphone_that_is_off_and_a_lamp_that_is_off_are_said(at_bench: AtBench) -> None:
    page = at_bench(DULCIMER, "call")
    page.get_by_role("button", name="Ask the cameras").click()
    told = page.get_by_role("region", name="What the cameras tell")
    expect(
        told.get_by_text(re.compile(r"hears .* at [0-9.]+ dB, planned [0-9.]+ dB")).first
    ).to_be_visible()
    for mic in DULCIMER.mics:
        page.get_by_label("Forgotten").select_option(f"mic-{mic.id}")
        page.get_by_role("button", name="Ask the cameras again").click()
        expect(told.get_by_text(f"{mic.gear.name} hears nothing: is it on?")).to_be_visible()


def test_everything_beside_a_take_is_told_with_what_it_needs(
    server: Server, at_bench: AtBench
) -> None:
    page = at_bench(GILDING)
    begin(page)
    tell = page.get_by_role("region", name="What else happened")
    for words, button in (
        ("set otherwise", "Note it"),
        ("minutes lost", "Note it"),
        ("a note", "Note it"),
    ):
        tell.get_by_role("button", name=words).click()
        expect(tell.get_by_role("button", name=button)).to_be_disabled()
        tell.get_by_role("button", name=words).click()
        expect(tell.get_by_role("button", name=button)).to_have_count(0)
    tell.get_by_role("button", name="set otherwise").click()
    tell.get_by_label("What is set otherwise?").select_option(label="the overhead camera")
    expect(tell.get_by_label("To what level, percent?")).to_have_count(0)
    tell.get_by_label("How?").fill("ISO 800")
    tell.get_by_role("button", name="Note it").click()
    tell.get_by_role("button", name="restarted, changed").click()
    tell.get_by_label("What did you do?").select_option("card start")
    tell.get_by_role("button", name="Done").click()
    tell.get_by_role("button", name="minutes lost").click()
    tell.get_by_label("Why can it not be used?").select_option("phone")
    tell.get_by_label("How many minutes?").fill("3")
    tell.get_by_label("In words").fill("the neighbour")
    tell.get_by_role("button", name="Note it").click()
    tell.get_by_role("button", name="setting up took").click()
    expect(tell.get_by_text(re.compile(r"^planned: about \d+; the log learns"))).to_be_visible()
    tell.get_by_label("How many minutes, from the first stand").fill("48")
    tell.get_by_role("button", name="Note it").click()
    tell.get_by_role("button", name="a note").click()
    tell.get_by_label("What is to be remembered?").fill("new leaf next time")
    tell.get_by_role("button", name="Note it").click()
    tell.get_by_role("button", name="end the session").click()
    expect(tell.get_by_text("The take that runs ends with it.")).to_be_visible()
    tell.get_by_role("button", name="It is over").click()
    all_in_the_log(page)
    record = record_of(server, page)
    assert [(one["name"], one["says"]) for one in record["adjusted"]] == [
        ("the overhead camera", "ISO 800")
    ]
    assert [one["does"] for one in record["did"]] == [["card", "start"]]
    assert record["set_up_min"] == 48
    assert [(one["why"], one["minutes"], one["says"]) for one in record["losses"]] == [
        ("forgot: phone", 3.0, "the neighbour")
    ]
    assert [one["says"] for one in record["notes"]] == ["new leaf next time"]
    assert record["ended"] is not None
    assert record["takes"][0]["end"] is not None
