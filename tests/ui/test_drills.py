"""Drills in a browser: guessed by pointer, by keys and by thumb; the next made ahead; from a note, and into a plan."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import BrowserContext, Locator, Page, expect

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.work import Work
from steeple.demo.plans import GILDING
from tests.ui.conftest import Opener, Server, ServerHere, Watch, fits_across
from tests.ui.test_looks import violations

pytestmark = pytest.mark.ui
LONG_MS = 60_000
Practise = Callable[[str], Page]


@pytest.fixture
def practise(own_server: ServerHere, context: BrowserContext, watch: Watch) -> Practise:
    def go(kind: str) -> Page:
        page = context.new_page()
        page.goto(f"{own_server.base}/drills?kind={kind}&go=1")
        expect(guess_button(page)).to_be_visible(timeout=LONG_MS)
        return page

    return go


def guess_button(page: Page) -> Locator:
    return page.get_by_role("button", name="That is my guess")


def told(page: Page) -> None:
    page.get_by_role("button", name="That is my guess").click()
    expect(page.get_by_role("button", name="Next")).to_be_visible(timeout=LONG_MS)


def test_the_overview_says_how_each_drill_stands(
    own_server: ServerHere, context: BrowserContext, watch: Watch
) -> None:
    page = context.new_page()
    page.goto(own_server.base)
    page.get_by_role("link", name="drills").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("then the ink appears")
    expect(page.get_by_text("never tried", exact=True)).to_have_count(14)
    assert violations(page) == []
    page.get_by_role("button", name="Practise for five minutes").click()
    expect(guess_button(page)).to_be_visible(timeout=LONG_MS)
    told(page)
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_text("never tried", exact=True)).to_have_count(13)


def test_a_height_is_guessed_by_keys_and_by_pointer(practise: Practise) -> None:
    page = practise("lens-height")
    bob = page.get_by_role("slider", name="Your guess, above the table")
    before = bob.get_attribute("aria-valuenow")
    bob.press("Shift+ArrowDown")
    bob.press("ArrowDown")
    after = bob.get_attribute("aria-valuenow")
    assert int(before or 0) - int(after or 0) in range(105, 116)
    box = bob.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y + 40, steps=4)
    page.mouse.up()
    assert int(bob.get_attribute("aria-valuenow") or 0) < int(after or 0)
    page.keyboard.press("Enter")
    expect(
        page.get_by_text(re.compile("^It is .* cm; the guess was .* (above|below) it"))
    ).to_be_visible(timeout=LONG_MS)
    expect(bob).to_have_attribute("aria-disabled", "true")
    page.get_by_text("Show the working").click()
    expect(page.get_by_text("Source:")).to_be_visible()
    assert violations(page) == []


@pytest.mark.parametrize(
    ("kind", "slider", "says"),
    [
        ("zoom", "Zoom setting", "It is .* mm; the guess was"),
        ("edge-at-top", "Where the picture ends", "It is .* cm; the guess was .* (more|less)"),
        ("counterweight", "How heavy", "It is .*g; the guess was"),
        ("shadow", "The place you mean", "from the nearest right place|Right there"),
        ("lamp-place", "Where the lamp stands", "from the nearest right place|Right there"),
        ("microphone", "How far away", "It is .* cm; the guess was"),
        ("level", "Turned back by", "It is .*°; the guess was .* off"),
    ],
)
def test_a_guess_is_made_by_keys_on_every_drawing(
    practise: Practise, kind: str, slider: str, says: str
) -> None:
    page = practise(kind)
    handle = page.get_by_role("slider", name=slider)
    before = handle.get_attribute("aria-valuetext")
    handle.press("ArrowRight")
    handle.press("ArrowRight")
    expect(handle).not_to_have_attribute("aria-valuetext", before or "")
    told(page)
    expect(page.get_by_text(re.compile(says))).to_be_visible()


def test_pictures_are_pointed_at(practise: Practise) -> None:
    page = practise("jump")
    expect(page.get_by_role("button", name="That is my guess")).to_be_disabled()
    expect(page.get_by_role("button", name="Picture 1")).to_be_disabled()
    page.get_by_role("button", name="Picture 3").click()
    told(page)
    expect(page.get_by_text(re.compile(r"^It is number \d"))).to_be_visible()
    page = practise("fingers")
    page.get_by_role("button", name="Camera 2").press("Enter")
    told(page)
    expect(page.get_by_text(re.compile(r"^It is number \d"))).to_be_visible()


def test_two_schools_ask_for_a_choice_and_call_nothing_wrong(practise: Practise) -> None:
    page = practise("soft-or-bare")
    expect(page.get_by_text("nothing is right or wrong here")).to_be_visible()
    page.get_by_role("button", name="a bare bulb").click()
    told(page)
    expect(page.get_by_text("This is what each gains")).to_be_visible()
    expect(page.get_by_text("Through a wide cloth", exact=True)).to_be_visible()


def test_scenes_are_as_hard_as_one_wants(practise: Practise) -> None:
    page = practise("edge-at-top")
    for words, difficulty in (("hard", 5), ("easy", 1)):
        with page.expect_request(
            lambda one, hard=difficulty: (  # type: ignore[misc]
                one.url.endswith("/api/drills/scene") and one.post_data_json["difficulty"] == hard
            )
        ):
            page.get_by_text(words, exact=True).click()
        expect(page.get_by_role("button", name="That is my guess")).to_be_visible(timeout=LONG_MS)
        told(page)
    page.get_by_text("as it comes", exact=True).click()
    expect(page.get_by_role("button", name="That is my guess")).to_be_visible(timeout=LONG_MS)


def test_the_next_scene_is_there_at_once(practise: Practise) -> None:
    page = practise("stops")
    told(page)
    page.wait_for_timeout(3000)
    page.evaluate("performance.mark('asked')")
    page.get_by_role("button", name="Next").click()
    expect(page.get_by_role("button", name="That is my guess")).to_be_visible()
    took = page.evaluate("performance.now() - performance.getEntriesByName('asked')[0].startTime")
    assert took < 2500, "made ahead: it waits for nothing"


def test_a_scene_is_tried_in_a_plan(practise: Practise) -> None:
    page = practise("sharp")
    told(page)
    page.get_by_role("button", name="Try it in a plan").click()
    expect(page).to_have_url(re.compile(r"/plan/[0-9a-f]+/lens$"))
    expect(page.get_by_role("heading", level=1)).to_be_visible()


def test_a_note_leads_to_its_drill_on_the_same_plan(opened: Opener) -> None:
    page = opened(GILDING, "hold")
    note = page.locator("[data-note]").filter(has=page.get_by_role("link", name="Practise this"))
    note.first.get_by_role("link", name="Practise this").click()
    expect(page).to_have_url(re.compile(r"/drills\?kind=[a-z-]+&plan=[0-9a-f]+"))
    expect(page.get_by_role("button", name="That is my guess")).to_be_visible(timeout=LONG_MS)


def test_a_plan_too_empty_to_drill_offers_another_scene(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    watch.expected.append("422")
    plan = server.put_on_shelf(Plan(title="Nothing yet", work=Work(shape="page-flat")))
    page = context.new_page()
    page.goto(f"{server.base}/drills?kind=lens-height&plan={plan}&go=1")
    expect(page.get_by_text("has not yet what")).to_be_visible(timeout=LONG_MS)
    expect(page.get_by_role("button", name="A scene of chance")).to_be_visible()
    page.get_by_role("button", name="A scene of chance").click()
    expect(page.get_by_role("button", name="That is my guess")).to_be_visible(timeout=LONG_MS)


@pytest.mark.parametrize("kind", ["lens-height", "lamp-place", "jump"])
def test_by_thumb_on_a_phone(practise: Practise, kind: str) -> None:
    page = practise(kind)
    page.set_viewport_size({"width": 390, "height": 844})
    fits_across(page)
    stop = page.get_by_role("button", name="Stop").bounding_box()
    assert stop is not None
    assert stop["x"] + stop["width"] <= 390
    assert violations(page) == []
