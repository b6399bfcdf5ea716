"""The card sheet: drawings first, the round, lists that are ticked, files, and both prints."""

from __future__ import annotations

import re
from io import BytesIO
from pathlib import Path

import pytest
from playwright.sync_api import Download, Page, expect
from pypdf import PdfReader

from steeple.demo.angles import SHELF
from tests.plans import BARE, SOUND
from tests.ui.conftest import Opener

pytestmark = pytest.mark.ui
DULCIMER, DUMPLINGS, _ = SHELF


def saved_file(page: Page, name: str) -> tuple[str, bytes]:
    with page.expect_download() as waiting:
        page.get_by_role("link", name=name, exact=True).click()
    download: Download = waiting.value
    return download.suggested_filename, Path(download.path()).read_bytes()


def test_drawings_stand_first_and_say_their_figures(opened: Opener) -> None:
    page = opened(DULCIMER, "card")
    first = page.get_by_role("article", name="Set-up card, overhead camera")
    side = first.get_by_role("img", name="The rig seen from your seat, with its heights.")
    expect(side).to_contain_text("rim 114.1 cm")
    expect(side).to_contain_text("table 56.0 cm")
    expect(first.get_by_role("img", name=re.compile("^Table, zone and picture"))).to_be_visible()
    cameras = page.get_by_role("list", name="Cameras").locator("li")
    expect(cameras).to_have_count(3)
    expect(cameras.nth(1)).to_contain_text("2.3 cm left of the table")
    round_ = page.get_by_role("region", name="Round of the lamps")
    expect(round_).to_contain_text("Soft square, 90")
    expect(round_).to_contain_text("70 %, by its remote")
    page.get_by_text("cm", exact=True).first.click()
    expect(side).to_contain_text(re.compile(r"rim 44 \d/8 in"))


def test_ticks_stay_and_can_be_taken_off(opened: Opener) -> None:
    page = opened(DUMPLINGS, "card")
    box = page.get_by_role("checkbox", name="Tape measure")
    box.check()
    page.get_by_role("checkbox", name=re.compile("^Who says yes to filming")).check()
    expect(page.get_by_text(re.compile(r"^2 of \d+ ticked off"))).to_be_visible()
    page.reload()
    expect(page.get_by_role("checkbox", name="Tape measure")).to_be_checked()
    page.get_by_text("take all ticks off").click()
    expect(page.get_by_role("checkbox", name="Tape measure")).not_to_be_checked()
    expect(page.get_by_text(re.compile(r"^\d+ things to tick off"))).to_be_visible()


def test_one_side_leaves_the_lists_out(opened: Opener) -> None:
    page = opened(SOUND, "card")
    expect(page.get_by_role("heading", name="To pack")).to_be_visible()
    expect(page.get_by_text("Front rim of the lens above the table")).to_be_visible()
    page.get_by_text("One side", exact=True).click()
    expect(page.get_by_role("heading", name="To pack")).to_have_count(0)
    expect(page.get_by_text("Front rim of the lens above the table")).to_have_count(0)
    expect(page.get_by_role("heading", name="Cautions")).to_be_visible()


@pytest.mark.parametrize(("paper", "size"), [("A4", (595, 842)), ("Letter", (612, 792))])
def test_one_side_prints_on_one_side(opened: Opener, paper: str, size: tuple[int, int]) -> None:
    page = opened(SOUND, "card")
    page.get_by_text("One side", exact=True).click()
    page.get_by_text(paper, exact=True).click()
    expect(page.get_by_role("img").first).to_be_visible()
    document = PdfReader(BytesIO(page.pdf(prefer_css_page_size=True)))
    assert len(document.pages) == 1
    width, height = document.pages[0].mediabox.width, document.pages[0].mediabox.height
    assert (round(float(width)), round(float(height))) == pytest.approx(size, abs=2)
    words = document.pages[0].extract_text()
    assert "A sound plan" in words
    assert "Print the card" not in words
    name, content = saved_file(page, "Save as PDF")
    assert name == "a-sound-plan.pdf"
    assert len(PdfReader(BytesIO(content)).pages) == 1
    # The same figures in both.
    said = " ".join(PdfReader(BytesIO(content)).pages[0].extract_text().split())
    for figure in re.findall(r"\d+\.\d cm", words):
        assert figure in said, figure


def test_drawings_scene_and_figures_are_saved(opened: Opener) -> None:
    page = opened(DUMPLINGS, "card")
    page.get_by_text("Drawings, scene and figures as files").click()
    page.get_by_label("Drawing", exact=True).select_option(label="From above")
    page.get_by_label("Scale", exact=True).select_option(label="1:20")
    for link, suffix, begins in (
        ("PDF to scale", ".drawing.pdf", b"%PDF"),
        ("SVG", ".svg", b"<?xml"),
        ("DXF", ".dxf", b"  0\n"),
        ("The rig in space, glTF", ".glb", b"glTF"),
        ("All figures, CSV", ".figures.csv", b"\xef\xbb\xbfpart"),
    ):
        name, content = saved_file(page, link)
        assert name.startswith("folding-dumplings")
        assert name.endswith(suffix)
        assert content.startswith(begins)


def test_an_empty_plan_says_what_is_missing(opened: Opener) -> None:
    page = opened(BARE, "card")
    expect(page.get_by_text("The height is missing")).to_be_visible()
    expect(page.get_by_role("img").first).to_be_visible()
    expect(page.get_by_role("checkbox", name="Tape measure")).to_be_visible()
