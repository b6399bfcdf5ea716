"""Begin and the whole rig in a browser: three questions, one answer; taken, undone, in parts; mends for all."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import BrowserContext, Page, expect

from steeple.demo.plans import GILDING
from tests.core.solve.rig.cases import empty
from tests.ui.conftest import Opener, Server, ServerHere, Watch, answer, fits_across, saved
from tests.ui.test_looks import violations

pytestmark = pytest.mark.ui
LONG_MS = 120_000


class Clicks:
    """Clicks and typed figures, counted."""

    def __init__(self, page: Page) -> None:
        self.page, self.clicks, self.typed = page, 0, 0

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name).first.click()
        self.clicks += 1

    def choose(self, words: str) -> None:
        self.page.get_by_text(words, exact=True).first.click()
        self.clicks += 1

    def fill(self, label: str, value: str) -> None:
        field = self.page.get_by_label(label, exact=True)
        field.fill(value)
        field.press("Enter")
        self.typed += 1


@pytest.fixture
def begun(own_server: ServerHere, context: BrowserContext, watch: Watch) -> Page:
    page = context.new_page()
    page.goto(own_server.base)
    page.get_by_role("link", name="Begin", exact=True).click()
    expect(page.get_by_role("heading", level=1)).to_have_text("Begin")
    return page


def offers(page: Page) -> None:
    expect(page.get_by_role("button", name="Take this rig").first).to_be_visible(timeout=LONG_MS)


@pytest.mark.parametrize(
    ("shape", "figures"),
    [
        ("Page or canvas lying flat", {"Wide": "50", "Deep": "35", "Floor to ceiling": "250"}),
        ("Fingertips at close range", {"Floor to ceiling": "240"}),
        ("Cloth on a large table", {"Wide": "120", "Deep": "70", "Table, from the floor": "92"}),
    ],
)
def test_from_three_questions_to_a_whole_rig_in_few_clicks(
    begun: Page, shape: str, figures: dict[str, str]
) -> None:
    hand = Clicks(begun)
    hand.clicks += 1
    hand.choose(shape)
    for label, value in figures.items():
        hand.fill(label, value)
    hand.press("Work it all out")
    offers(begun)
    assert re.search("rigs? from your cupboard", answer(begun))
    hand.press("Take this rig")
    saved(begun)
    assert hand.clicks <= 12
    assert hand.typed <= 4
    for step in ("Lens", "Hold", "Light"):
        begun.get_by_role("link", name=re.compile(f"{step}$")).click()
        expect(begun.get_by_role("heading", level=1)).not_to_contain_text("Choose")
    begun.get_by_text("undo", exact=True).click()
    begun.get_by_role("link", name=re.compile("Rig$")).click()
    # What was worked out for the same plan is still known.
    expect(begun.get_by_role("heading", level=1)).to_contain_text("from your cupboard work")


def test_the_size_is_drawn_by_hand_and_by_keys(begun: Page) -> None:
    begun.get_by_text("Page or canvas lying flat").click()
    corner = begun.get_by_role("slider", name="Corner of what is filmed")
    expect(corner).to_have_attribute("aria-valuetext", "42.0 cm wide, 30.0 cm deep")
    corner.press("ArrowRight")
    corner.press("Shift+ArrowUp")
    expect(corner).to_have_attribute("aria-valuetext", "43.0 cm wide, 40.0 cm deep")
    corner.evaluate("one => one.scrollIntoView({ block: 'center' })")
    box = corner.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    begun.mouse.move(x, y)
    begun.mouse.down()
    begun.mouse.move(x - 40, y + 30, steps=6)
    begun.mouse.up()
    expect(corner).not_to_have_attribute("aria-valuetext", "43.0 cm wide, 40.0 cm deep")
    begun.get_by_role("button", name="a hand").click()
    expect(corner).to_have_attribute("aria-valuetext", "20.0 cm wide, 14.0 cm deep")
    expect(begun.get_by_label("Wide", exact=True)).to_have_value("20.0")


def test_nothing_can_be_worked_out_before_it_is_said_what_is_made(begun: Page) -> None:
    button = begun.get_by_role("button", name="Work it all out")
    expect(button).to_be_disabled()
    begun.get_by_text("Vessel that grows tall").click()
    expect(button).to_be_enabled()


def test_things_are_ticked_on_the_board_and_lenses_go_with_their_camera(
    begun: Page, own_server: ServerHere
) -> None:
    begun.get_by_text("Page or canvas lying flat").click()
    begun.get_by_role("button", name="Tick more").click()
    expect(begun.get_by_text("the zoom that comes with it")).to_have_count(0)
    begun.get_by_text("a camera with lenses to change, as most are").click()
    begun.get_by_text("the zoom that comes with it").click()
    begun.get_by_text("a pole clamped to the table").click()
    begun.get_by_role("button", name="Work it all out").click()
    offers(begun)
    things = own_server.ask("GET", "/api/gear/things")["things"]
    names = {one["name"] for one in things}
    assert {"Zoom 16–50, usual figures", "Pole clamped to the table, usual figures"} <= names


def test_other_views_are_wanted_and_the_work_is_stopped(opened: Opener) -> None:
    page = opened(GILDING, "rig")
    page.get_by_text("both hands, close").click()
    page.get_by_role("button", name="Work it all out").click()
    expect(page.get_by_role("progressbar")).to_be_visible()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_role("button", name="Work it all out")).to_be_visible()
    expect(page.get_by_role("alert")).to_have_count(0)


def test_a_part_of_a_rig_is_taken(opened: Opener) -> None:
    page = opened(GILDING, "rig")
    page.get_by_role("button", name="Work it all out").click()
    offers(page)
    expect(page.get_by_alt_text("What its lens sees").first).to_be_visible(timeout=LONG_MS)
    page.get_by_role("button", name="Take a part").first.click()
    page.get_by_role("menuitem", name="the lamps").click()
    saved(page)
    expect(page.get_by_role("button", name="Take this rig").first).to_be_visible()


def test_mends_for_all_are_made_as_one(opened: Opener) -> None:
    page = opened(GILDING, "rig")
    mends = page.get_by_role("region", name="Mends for all of it")
    expect(mends).to_contain_text("notes are open over all steps")
    mends.get_by_role("button", name="Find the fewest moves").click()
    make = mends.get_by_role("button", name="Make these moves")
    expect(make).to_be_visible(timeout=LONG_MS)
    expect(mends.get_by_text(re.compile(r"moves clear \d+ notes"))).to_be_visible()
    make.click()
    saved(page)
    expect(mends.get_by_text(re.compile("notes? (is|are) open|No note is open"))).to_be_visible()
    page.get_by_text("undo", exact=True).click()
    expect(mends.get_by_text(re.compile(r"1\d notes are open"))).to_be_visible()


def test_one_more_thing_is_considered_and_put_into_the_plan(opened: Opener) -> None:
    page = opened(GILDING, "rig")
    more = page.get_by_role("region", name="If you had one more thing")
    more.get_by_label("Which thing").select_option("boom")
    more.get_by_role("button", name="What would change?").click()
    expect(more.get_by_text("Boom stand with counterweight would clear")).to_be_visible(
        timeout=LONG_MS
    )
    expect(more.get_by_role("row", name=re.compile("^hold"))).to_be_visible()
    more.get_by_role("button", name="Put it into the plan").click()
    saved(page)
    expect(more.get_by_role("button", name="Put it into the plan")).to_have_count(0)
    page.get_by_role("link", name=re.compile("Hold$")).click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("boom stand with counterweight")


def test_a_thing_that_is_considered_is_tried_and_bought(
    own_server: ServerHere, context: BrowserContext, watch: Watch
) -> None:
    page = context.new_page()
    page.goto(f"{own_server.base}/cupboard")
    page.get_by_text("considered", exact=True).click()
    page.get_by_role("button", name=re.compile("^Lens")).first.click()
    page.get_by_role("button", name="Consider a lens").click()
    form = page.get_by_role("form", name="A lens to think about")
    form.get_by_label("What you call it").fill("dear wide 12")
    form.get_by_label("Shortest focal length").fill("12")
    form.get_by_label("Widest f-number, short end").fill("2.8")
    form.get_by_role("button", name="Keep it in mind").click()
    expect(page.get_by_text("dear wide 12")).to_be_visible()
    plan = own_server.put_on_shelf(GILDING)
    page.goto(f"{own_server.base}/plan/{plan}/rig")
    more = page.get_by_role("region", name="If you had one more thing")
    more.get_by_label("Which thing").select_option(label="dear wide 12")
    expect(more.get_by_text("by the figures that you typed in")).to_be_visible()
    more.get_by_role("button", name="What would change?").click()
    expect(more.get_by_text("dear wide 12 would")).to_be_visible(timeout=LONG_MS)
    page.goto(f"{own_server.base}/cupboard")
    page.get_by_text("considered", exact=True).click()
    page.get_by_role("button", name=re.compile("^Lens")).first.click()
    page.get_by_role("button", name="I have dear wide 12 now").click()
    expect(page.get_by_text("Nothing of this kind is considered.")).to_be_visible()
    page.get_by_text("yours", exact=True).click()
    expect(page.get_by_text("dear wide 12")).to_be_visible()


@pytest.mark.parametrize("step", ["lens", "hold", "roll"])
def test_a_sheet_with_nothing_on_it_shows_the_way_to_the_whole_rig(
    opened: Opener, step: str
) -> None:
    page = opened(empty("page-flat"), step)
    page.get_by_role("link", name="whole rig").click()
    expect(page).to_have_url(re.compile("/rig$"))
    expect(page.get_by_role("button", name="Work it all out")).to_be_enabled()


def test_the_rig_is_opened_by_its_key(opened: Opener) -> None:
    page = opened(GILDING, "work")
    page.keyboard.press("r")
    expect(page).to_have_url(re.compile("/rig$"))


@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_axe_finds_nothing_and_nothing_runs_off_the_side(begun: Page, scheme: str) -> None:
    begun.emulate_media(color_scheme=scheme)  # type: ignore[arg-type]
    begun.get_by_text("Page or canvas lying flat").click()
    begun.get_by_role("button", name="Tick more").click()
    assert violations(begun) == []
    for width in (1280, 820, 390):
        begun.set_viewport_size({"width": width, "height": 800})
        fits_across(begun)


def test_the_guide_stands_in_the_application_with_its_pictures(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    page = context.new_page()
    page.goto(server.base)
    page.get_by_role("link", name="guide").click()
    expect(page.get_by_role("heading", level=1)).to_have_text("From nothing to the first take")
    pictures = page.get_by_role("img")
    expect(pictures).to_have_count(4)
    for index in range(4):
        pictures.nth(index).scroll_into_view_if_needed()
        expect(pictures.nth(index)).to_have_js_property("complete", True)
        assert pictures.nth(index).evaluate("one => one.naturalWidth") > 300
    assert violations(page) == []


def test_a_plan_begins_another_from_the_shelf_and_shows_how_it_stands(
    own_server: ServerHere, context: BrowserContext, watch: Watch
) -> None:
    page = context.new_page()
    page.goto(own_server.base)
    expect(page.get_by_text("Everything holds: print the card.")).to_be_visible()
    expect(page.get_by_alt_text("What its lens sees")).to_have_count(3)
    page.get_by_role("button", name="Begin another with Hammered dulcimer lesson").click()
    page.get_by_role("menuitem", name="the same rig at another table").click()
    expect(page).to_have_url(re.compile("/work$"))
    expect(page.get_by_label("Title of the plan")).to_have_value(
        "Hammered dulcimer lesson, at another table"
    )
    page.goto(own_server.base)
    page.get_by_role("link", name="Your head reaches").click()
    expect(page).to_have_url(re.compile("/lens$"))


def test_plans_are_sought_by_words(
    own_server: ServerHere, context: BrowserContext, watch: Watch
) -> None:
    for number in range(5):
        own_server.put_on_shelf(GILDING.model_copy(update={"title": f"Map number {number}"}))
    page = context.new_page()
    page.goto(own_server.base)
    search = page.get_by_label("Find a plan")
    search.fill("map 3")
    expect(page.get_by_role("link", name=re.compile("^Map number"))).to_have_count(1)
    search.fill("map pot")
    expect(page.get_by_text("No plan has all of these words.")).to_be_visible()
    search.fill("")
    expect(page.get_by_role("link", name=re.compile("^Map number"))).to_have_count(5)
