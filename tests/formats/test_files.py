"""The card as PDF, and names of files."""

from __future__ import annotations

from io import BytesIO
from typing import Any

import pytest
from pypdf import PdfReader

from steeple.core.plan.document import Plan
from steeple.core.units import UnitSystem
from steeple.demo.plans import DUMPLINGS, GILDING, PLANS
from steeple.formats.card.pdf import CardForm
from steeple.formats.drawing.style import Paper
from steeple.formats.registry import FORMATS, PLAN_JSON, file_name
from steeple.services.card import card_file
from tests.plans import BARE, SOUND, changed

SIZES: dict[Paper, tuple[float, float]] = {"a4": (595.3, 841.9), "letter": (612, 792)}
LONGEST = changed(
    title="Žluťoučký kůň & <b>bold</b> " + "w" * 90,
    room__ceiling_mm=1500,
    delivery__crop_wanted=9,
    work__hazards=[
        "heat",
        "steam",
        "flame",
        "turning",
        "curing-lamp",
        "water-near-mains",
        "audience",
    ],
    cameras__0__lens__length_mm=None,
    cameras__0__position__y_mm=200,
)


def text_of(content: bytes) -> str:
    return PdfReader(BytesIO(content)).pages[0].extract_text()


@pytest.mark.parametrize("plan", [*PLANS, SOUND, BARE, LONGEST], ids=lambda plan: plan.title[:20])
@pytest.mark.parametrize(
    ("paper", "system", "form"),
    [
        ("a4", "cm", "short"),
        ("letter", "in", "short"),
        ("a4", "in", "long"),
        ("letter", "cm", "long"),
    ],
)
def test_the_card_lies_on_its_pages(
    plan: Plan, paper: Paper, system: UnitSystem, form: CardForm
) -> None:
    content = card_file(plan, paper=paper, system=system, form=form)
    pages = PdfReader(BytesIO(content)).pages
    cameras = max(1, len(plan.cameras))
    assert len(pages) == (1 if form == "short" else 2 * cameras + 1)
    width, height = SIZES[paper]
    for page in pages:
        assert float(page.mediabox.width) == pytest.approx(width, abs=0.5)
        assert float(page.mediabox.height) == pytest.approx(height, abs=0.5)
        places: list[tuple[float, float]] = []

        def visit(
            text: str, cm: list[float], tm: list[float], _font: object, _size: float,
            into: list[tuple[float, float]] = places,
        ) -> None:  # fmt: skip
            if text.strip():
                into.append(
                    (
                        tm[4] * cm[0] + tm[5] * cm[2] + cm[4],
                        tm[4] * cm[1] + tm[5] * cm[3] + cm[5],
                    )
                )

        page.extract_text(visitor_text=visit)
        assert min(y for _, y in places) > 20, "something runs off the foot of the page"
        assert min(x for x, _ in places) > 20
        assert max(x for x, _ in places) < width - 20


def test_the_card_says_heights_settings_marks_and_cautions() -> None:
    words = text_of(card_file(SOUND, paper="a4", system="cm"))
    for said in (
        "A sound plan",
        "30 mm",
        "f/5.6",
        "near left",
        "49.0 cm",
        "23.0 cm",
        "safety tether",
    ):
        assert said in words, said
    inches = text_of(card_file(SOUND, paper="letter", system="in"))
    assert "19 1/4 in" in inches
    assert " cm" not in inches


def test_a_plan_that_fails_says_so_on_its_card() -> None:
    words = " ".join(text_of(card_file(DUMPLINGS, paper="a4", system="cm")).split())
    assert "Not right yet: The camera stands in the tie beam" in words
    assert "Not right yet" not in text_of(card_file(SOUND, paper="a4", system="cm"))


def test_the_same_card_gives_the_same_bytes_and_its_own_fonts() -> None:
    content = card_file(SOUND, paper="a4", system="cm")
    assert card_file(SOUND, paper="a4", system="cm") == content
    resources: Any = PdfReader(BytesIO(content)).pages[0]["/Resources"]
    fonts = resources["/Font"]
    embedded = [
        font.get_object()["/FontDescriptor"].get_object().get("/FontFile2")
        for font in fonts.values()
        if "/FontDescriptor" in font.get_object()
    ]
    assert len(embedded) >= 3
    assert all(embedded)


def test_the_short_card_carries_what_is_needed_to_set_up() -> None:
    words = " ".join(text_of(card_file(SOUND, paper="a4", system="cm", form="short")).split())
    for said in (
        "one side",
        "rim above the table",
        "30 mm",
        "f/5.6",
        "walking round once",
        "Cautions",
    ):
        assert said in words, said


def test_eighths_of_an_inch_are_printed_though_the_fonts_have_none() -> None:
    whole = "".join(
        page.extract_text()
        for page in PdfReader(BytesIO(card_file(GILDING, paper="a4", system="cm"))).pages
    )
    assert "5/8-27" in whole
    assert "⅝" not in whole


def test_the_long_card_ends_with_its_lists() -> None:
    last = (
        PdfReader(BytesIO(card_file(DUMPLINGS, paper="a4", system="cm"))).pages[-1].extract_text()
    )
    for said in (
        "Packing list",
        "Counterweight",
        "If the room is not your own: ask",
        "Before you leave",
    ):
        assert said in last, said


@pytest.mark.parametrize(
    ("title", "name"),
    [
        ("Gilding a book cover", "gilding-a-book-cover.steeple.json"),
        ("../../etc/passwd", "etc-passwd.steeple.json"),
        ("料理", "plan.steeple.json"),
        ('a"b\r\nc', "a-b-c.steeple.json"),
    ],
)
def test_file_names_are_plain(title: str, name: str) -> None:
    assert file_name(title, PLAN_JSON) == name


def test_formats_are_named_once_and_open() -> None:
    assert len({form.id for form in FORMATS}) == len(FORMATS)
    assert all(form.reads or form.writes for form in FORMATS)
