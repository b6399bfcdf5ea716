"""The sound sheet: the answer, the reach as a control, ways to hear it, the room, and recordings of a clap."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from steeple.demo.angles import CLASS, LESSON
from steeple.devices.clapper import Clapped, StandInRecorder
from tests.plans import BARE, CLIP, SOUND, changed
from tests.sound_cases import BARE_ROOM, sound
from tests.ui.conftest import Opener, Server, Watch, saved

pytestmark = pytest.mark.ui


def group(page: Page, title: str) -> None:
    """Opens a group of inputs."""
    page.locator("summary", has_text=title).first.click()


def test_who_hears_it_is_said_with_figures_that_open(opened: Opener) -> None:
    page = opened(LESSON, "sound")
    heading = page.get_by_role("heading", level=1)
    expect(heading).to_contain_text("The wireless clip-on hears your voice from")
    expect(heading).to_contain_text("It lands from")
    page.get_by_role("button", name=re.compile("^Over the echo, microphone 2")).first.click()
    expect(page.get_by_text("Kuttruff, Room Acoustics, ch. 5").first).to_be_visible()
    expect(page.get_by_label("Where the instrument lands")).to_be_visible()
    expect(page.get_by_label("How the echo dies away")).to_contain_text("wanted")


def test_a_microphone_is_moved_by_keyboard_and_pointer_and_undone(opened: Opener) -> None:
    page = opened(SOUND, "sound")
    handle = page.locator("[data-handle=microphone]")
    before = handle.get_attribute("aria-valuetext")
    box = handle.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 40, y - 30, steps=4)
    page.mouse.up()
    expect(handle).not_to_have_attribute("aria-valuetext", before or "")
    saved(page)
    page.get_by_text("undo", exact=True).click()
    expect(handle).to_have_attribute("aria-valuetext", before or "")
    handle.focus()
    handle.press("Shift+ArrowRight")
    expect(handle).to_have_attribute("aria-valuetext", "360 mm right, 60 mm away")
    saved(page)


def test_from_no_microphone_to_one_that_hears_by_a_way_that_is_offered(
    opened: Opener, server: Server
) -> None:
    server.put_into_cupboard("microphone", CLIP.gear.model_dump(mode="json", exclude_none=True))
    page = opened(changed(mics=[]), "sound")
    expect(page.get_by_role("heading", level=1)).to_contain_text(
        "Only the overhead camera hears your voice"
    )
    page.get_by_role("button", name=re.compile("Put it there: Your clip-on")).click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("The clip-on hears your voice")
    saved(page)


def test_a_margin_note_brings_the_microphone_near(opened: Opener) -> None:
    page = opened(CLASS, "sound")
    notes = page.get_by_role("region", name="Margin notes")
    notes.get_by_role(
        "button", name=re.compile("^The directional microphone on a boom")
    ).first.click()
    expect(page.get_by_role("heading", level=1)).to_contain_text(
        re.compile(r"1[0-9] dB over its echo")
    )


def test_the_room_is_told_and_something_soft_brought_in(opened: Opener) -> None:
    page = opened(changed(room__surfaces=BARE_ROOM | {"furnished": "some"}), "sound")
    group(page, "The room")
    page.get_by_label("Floor", exact=True).select_option("parquet")
    saved(page)
    echo = page.get_by_role("button", name=re.compile("^Echo of the room")).first
    before = echo.inner_text()
    group(page, "Against the echo")
    page.get_by_role("button", name="Bring it in: Duvet").click()
    saved(page)
    expect(echo).not_to_have_text(before)


def test_a_noise_is_added_moved_and_switched_off(opened: Opener) -> None:
    page = opened(SOUND, "sound")
    group(page, "Noises")
    page.get_by_role("button", name="Something sounds here").click()
    noise = page.locator("[data-handle=noise]")
    expect(noise).to_have_attribute("aria-valuetext", "2000 mm right, 0 mm away")
    noise.focus()
    noise.press("Shift+ArrowLeft")
    expect(noise).to_have_attribute("aria-valuetext", "1900 mm right, 0 mm away")
    saved(page)
    page.get_by_label("fan is switched off meanwhile").click()
    expect(noise).to_have_count(0)


def test_recordings_of_a_clap_are_read_and_taken_into_the_plan(
    opened: Opener, watch: Watch, tmp_path: Path
) -> None:
    watch.expected.append("422")
    page = opened(SOUND, "sound")
    recorder = StandInRecorder()
    room = Clapped(0.6, over_noise_db=55, again_s=20.0)
    paths = [tmp_path / "camera.wav", tmp_path / "recorder.wav"]
    paths[0].write_bytes(recorder.record(Clapped(0.6)))
    paths[1].write_bytes(b"no sound at all")
    group(page, "A clap tells the room")
    page.set_input_files("input[type=file]", [paths[1]])
    expect(page.get_by_role("alert")).to_contain_text("No sound could be read")
    page.set_input_files("input[type=file]", [paths[0]])
    expect(page.get_by_text(re.compile(r"Echo 0\.(5[7-9]|6[0-3]) s"))).to_be_visible()
    page.get_by_role("button", name="This is how the room echoes").click()
    saved(page)
    expect(page.get_by_role("textbox", name="Echo as measured")).to_have_value(
        re.compile(r"^0\.(5[7-9]|6[0-3])?")
    )
    paths[0].write_bytes(recorder.record(room))
    paths[1].write_bytes(recorder.record(room, behind_s=0.02, drift_ppm=100.0))
    page.set_input_files("input[type=file]", paths)
    expect(page.get_by_text(re.compile(r"behind the first; its clock is"))).to_be_visible()
    page.get_by_role("button", name="So far the clocks run apart").click()
    saved(page)


def test_a_made_up_clap_can_be_tried(opened: Opener) -> None:
    page = opened(SOUND, "sound")
    group(page, "A clap tells the room")
    page.get_by_role("button", name="Try it with a made-up clap in this room").click()
    expect(page.get_by_text(re.compile(r"Echo 0\.4\d s"))).to_be_visible()


def test_the_two_schools_stand_side_by_side(opened: Opener) -> None:
    page = opened(changed(sound=sound()), "sound")
    group(page, "At work or afterwards")
    expect(page.get_by_text(re.compile(r"where you film: \d+ dB over the echo"))).to_be_visible()
    page.get_by_role("button", name="Another room to speak in").click()
    expect(page.get_by_text(re.compile(r"in the bedroom: \d+ dB over the echo"))).to_be_visible()
    page.get_by_role("button", name="Speak afterwards").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("spoken afterwards")
    saved(page)


def test_an_empty_plan_says_what_is_lacking(opened: Opener) -> None:
    page = opened(BARE, "sound")
    expect(page.get_by_role("heading", level=1)).to_contain_text("put up a microphone")
    expect(
        page.get_by_text(re.compile("How much the room echoes is not known")).first
    ).to_be_visible()
