"""The cupboard: add, change, copy, retire, search, take in a table of another locale, offer to plans."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import BrowserContext, Page, expect

from steeple.demo.cupboard import STANDARD_ZOOM
from tests.formats.test_ies import ies
from tests.ui.conftest import Server, Watch
from tests.ui.test_looks import violations

pytestmark = pytest.mark.ui
TABLE = (
    "thing;name;focal_min_mm;focal_max_mm;f_number_wide;f_number_long;min_focus_from_mark_mm\r\n"
    'lens;"Größe ""zwei""";16,5;50;3,5;5,6;250\r\n'
    "lens;kaputt;viel;50;3,5;5,6;250\r\n"
    "lens;normal;35;35;1,8;1,8;\r\n"
)


@pytest.fixture
def cupboard(own_server: Server, context: BrowserContext, watch: Watch) -> Page:
    page = context.new_page()
    page.goto(f"{own_server.base}/cupboard")
    expect(page.get_by_text("Mid-size camera")).to_be_visible()
    return page


def names(page: Page) -> list[str]:
    return page.locator("li b").all_inner_texts()


def kind(page: Page, plural: str) -> None:
    page.get_by_role("button", name=re.compile(f"^{plural}")).click()


def test_a_lens_is_put_in_changed_copied_and_retired(cupboard: Page, watch: Watch) -> None:
    watch.expected.append("422")
    kind(cupboard, "Lenses")
    expect(cupboard.get_by_text("close-up 60")).to_be_visible()
    cupboard.get_by_role("button", name="Add a lens").click()
    form = cupboard.get_by_role("form", name="A lens of yours")
    form.get_by_role("button", name="Put it in the cupboard").click()
    expect(form.get_by_text("Shortest focal length is needed.")).to_be_visible()
    form.get_by_label("What you call it").fill("old fixed 28")
    form.get_by_label("Shortest focal length").fill("28")
    form.get_by_label("Longest focal length").fill("20")
    form.get_by_label("Widest f-number, short end").fill("2,8")
    form.get_by_label("Widest f-number, long end").fill("2,8")
    form.get_by_role("button", name="Put it in the cupboard").click()
    expect(form.get_by_role("alert")).to_contain_text("shorter than")
    form.get_by_label("Longest focal length").fill("28")
    form.get_by_role("button", name="Put it in the cupboard").click()
    expect(form).to_have_count(0)
    assert "old fixed 28" in names(cupboard)

    cupboard.get_by_role("button", name="Change old fixed 28").click()
    form = cupboard.get_by_role("form", name="old fixed 28")
    expect(form.get_by_label("Widest f-number, short end")).to_have_value("2.8")
    form.get_by_label("Minimum focus distance").fill("30")
    form.get_by_role("button", name="Keep these figures").click()
    expect(cupboard.get_by_text("minimum focus distance 30.0 cm")).to_have_count(0)
    cupboard.get_by_role("button", name="Copy old fixed 28").click()
    expect(cupboard.get_by_text("old fixed 28, copy")).to_be_visible()
    cupboard.get_by_role("button", name="Retire old fixed 28, copy").click()
    expect(cupboard.get_by_text("old fixed 28, copy")).to_have_count(0)
    cupboard.get_by_text("retired", exact=True).click()
    cupboard.get_by_role("button", name="Use old fixed 28, copy again").click()
    cupboard.get_by_text("yours", exact=True).click()
    expect(cupboard.get_by_text("old fixed 28, copy")).to_be_visible()


def test_everything_is_searched_at_once(cupboard: Page) -> None:
    cupboard.get_by_label("Search the cupboard").fill("boom counterweight")
    expect(cupboard.get_by_text("Found among the others: 1 support")).to_be_visible()
    kind(cupboard, "Supports")
    expect(cupboard.get_by_text("Boom stand with counterweight")).to_be_visible()
    assert len(names(cupboard)) == 1


def test_a_table_of_another_locale_is_looked_at_before_it_is_taken(
    cupboard: Page, tmp_path: Path
) -> None:
    file = tmp_path / "linsen.csv"
    file.write_bytes(TABLE.encode("cp1252"))
    kind(cupboard, "Lenses")
    cupboard.get_by_label("Table of gear").set_input_files(file)
    dialog = cupboard.get_by_role("dialog")
    expect(dialog).to_contain_text("2 new things, 0 things that you have already, 1 row refused")
    expect(dialog).to_contain_text("Western European (cp1252), semicolon between cells")
    expect(dialog).to_contain_text("“viel” is no number")
    assert 'Größe "zwei"' not in names(cupboard), "nothing is taken yet"
    dialog.get_by_role("button", name="Take only the 2 sound rows").click()
    expect(dialog).to_contain_text("2 things put into the cupboard")
    dialog.get_by_role("button", name="Good").click()
    expect(cupboard.get_by_text('Größe "zwei"')).to_be_visible()
    with cupboard.expect_download() as waiting:
        cupboard.get_by_role("link", name="lenses", exact=True).click()
    text = waiting.value.path().read_text(encoding="utf-8-sig")
    assert '"Größe ""zwei""",16.5,50,3.5,5.6,250' in text


def test_a_file_that_is_no_table_says_so(cupboard: Page, watch: Watch, tmp_path: Path) -> None:
    watch.expected.append("422")
    file = tmp_path / "picture.csv"
    file.write_bytes(b"\x89PNG\x00\x00\xff")
    cupboard.get_by_label("Table of gear").set_input_files(file)
    expect(cupboard.get_by_role("dialog")).to_contain_text("no text")


def test_a_phone_is_measured_with_a_tape_and_a_sensor_goes_by_its_name(cupboard: Page) -> None:
    cupboard.get_by_role("button", name="Add a camera").click()
    form = cupboard.get_by_role("form")
    form.get_by_label("Kind of camera").select_option("phone")
    form.get_by_text("No data sheet?").click()
    form.get_by_label("Lens to the tape").fill("50")
    form.get_by_label("Tape seen across").fill("62")
    form.get_by_role("button", name="Find the field of view").click()
    expect(form.get_by_label("Field of view")).to_have_value("63.6")
    form.get_by_label("Kind of camera").select_option("camera")
    form.get_by_label("Recorded width").fill("3840")
    form.get_by_label("Recorded height").fill("2160")
    form.get_by_label("Sensor format").select_option("four thirds, 17.3 × 13 mm")
    form.get_by_role("button", name="Fill in the sensor size").click()
    expect(form.get_by_label("Sensor width used")).to_have_value("17.3")
    expect(form.get_by_label("Sensor height used")).to_have_value("9.73")


def test_changed_figures_are_offered_to_plans_and_never_forced(
    cupboard: Page, own_server: Server
) -> None:
    kind(cupboard, "Lenses")
    cupboard.get_by_role("button", name=f"Change {STANDARD_ZOOM.name}").click()
    form = cupboard.get_by_role("form", name=STANDARD_ZOOM.name)
    expect(form.get_by_text("Gilding a book cover")).to_be_visible()
    form.get_by_label("Mount to front rim").fill("7.1")
    form.get_by_role("button", name="Keep these figures").click()
    expect(form).to_have_count(0)
    plans = own_server.ask("GET", "/api/plans")["plans"]
    gilding = next(one["id"] for one in plans if one["title"].startswith("Gilding"))
    cupboard.goto(f"{own_server.base}/plan/{gilding}/lens")
    offer = cupboard.get_by_text("Your cupboard has other figures of")
    expect(offer).to_be_visible()
    before = own_server.ask("GET", f"/api/plans/{gilding}")["plan"]["cameras"][0]["lens"]
    assert before["length_mm"] == 66, "the plan keeps its copy"
    cupboard.get_by_role("button", name="Take the cupboard’s figures").click()
    expect(offer).to_have_count(0)
    after = own_server.ask("GET", f"/api/plans/{gilding}")["plan"]["cameras"][0]["lens"]
    assert after["length_mm"] == 71


@pytest.mark.parametrize("scheme", ["light", "dark"])
@pytest.mark.parametrize("width", [1280, 390])
def test_the_cupboard_is_clean_for_everyone(cupboard: Page, scheme: str, width: int) -> None:
    cupboard.emulate_media(color_scheme=scheme)  # type: ignore[arg-type]
    cupboard.set_viewport_size({"width": width, "height": 844})
    assert violations(cupboard) == []
    cupboard.get_by_role("button", name="Change Mid-size camera").click()
    expect(cupboard.get_by_role("form")).to_be_visible()
    cupboard.get_by_text("No data sheet?").click()
    assert violations(cupboard) == []
    assert cupboard.evaluate("document.documentElement.scrollWidth - innerWidth") <= 0


def test_a_lamp_takes_its_figures_from_an_ies_file(
    cupboard: Page, watch: Watch, tmp_path: Path
) -> None:
    watch.expected.append("422")
    kind(cupboard, "Lamps")
    cupboard.get_by_role("button", name="Add a lamp").click()
    form = cupboard.get_by_role("form", name="A lamp of yours")
    form.get_by_label("What you call it").fill("measured panel")
    broken, sound = tmp_path / "broken.ies", tmp_path / "sound.ies"
    broken.write_text(ies().replace("36", "watts"))
    sound.write_text(ies())
    chooser = form.locator("input[type=file]")
    chooser.set_input_files(broken)
    expect(form.get_by_role("alert")).to_contain_text("Line 6")
    chooser.set_input_files(sound)
    expect(form.get_by_text("light goes where the file says")).to_be_visible()
    expect(form.get_by_label("Beam angle")).to_have_value("120")
    form.get_by_role("button", name="Put it in the cupboard").click()
    expect(form).to_have_count(0)
    assert "measured panel" in names(cupboard)
