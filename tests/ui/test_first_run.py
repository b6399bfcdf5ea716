"""An empty Steeple: from opening it to a whole rig for each of fourteen ways of working, in few clicks and figures."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import BrowserContext, Page, expect

from steeple.core.plan.shapes import SHAPES
from tests.begun import BEGUN, typed
from tests.ui.conftest import ServerHere, Watch, answer, saved
from tests.ui.test_looks import violations
from tests.ui.test_rig_sheet import LONG_MS, Clicks

pytestmark = pytest.mark.ui
OWNED = (
    "a camera with lenses to change, as most are", "the zoom that comes with it",
    "a stand with a boom and a weight", "a tripod with a ball joint", "a soft box, as wide as a stool",
    "a memory card of 128 GB",
)  # fmt: skip
WALLS = {"left": "left of you", "right": "right", "far": "before you", "near": "behind"}
MOST_CLICKS, MOST_TYPED = 12, 4
GIVES_WAY = {"cutting cloth", "drum kit"}
"""Where six things do not do it: two metres of drums under a usual zoom, and a head that bends over 70 cm of cloth."""


@pytest.fixture
def nothing_yet(tmp_path: Path) -> Iterator[ServerHere]:
    """A Steeple without plans and without a cupboard."""
    here = ServerHere(tmp_path, filled=False)
    here.start()
    yield here
    here.stop()


@pytest.fixture
def opening(nothing_yet: ServerHere, context: BrowserContext, watch: Watch) -> Page:
    page = context.new_page()
    page.goto(nothing_yet.base)
    expect(page.get_by_text("Nothing here yet")).to_be_visible()
    return page


@pytest.mark.parametrize("practice", list(BEGUN))
def test_from_opening_to_a_whole_rig(opening: Page, practice: str) -> None:
    begun = BEGUN[practice]
    hand = Clicks(opening)
    opening.get_by_role("link", name="Begin", exact=True).click()
    hand.clicks += 1
    hand.choose(SHAPES[begun.shape].title)
    for label, value in typed(begun):
        hand.fill(label, value)
    if begun.window is not None:
        hand.choose(WALLS[begun.window])
    if begun.away:
        opening.get_by_role("switch", name="Nobody is there while it is filmed").press("Space")
        hand.clicks += 1
    for words in OWNED:
        hand.choose(words)
    hand.press("Work it all out")
    expect(opening.get_by_role("button", name="Take this rig").first).to_be_visible(timeout=LONG_MS)
    said = answer(opening)
    if practice in GIVES_WAY:
        assert "could give way" in said
        expect(opening.get_by_text(re.compile("^Film .* of the work")).first).to_be_visible()
    else:
        assert re.search(
            "rigs? from your cupboard works?(: nothing fails|, and everything holds)", said
        ), said
    hand.press("Take this rig")
    saved(opening)
    assert hand.clicks <= MOST_CLICKS
    assert hand.typed <= MOST_TYPED
    for step in ("Lens", "Hold", "Light"):
        opening.get_by_role("link", name=re.compile(f"{step}$")).click()
        expect(opening.get_by_role("heading", level=1)).not_to_contain_text("Choose")


def test_a_worked_example_is_looked_at_and_removed(opening: Page) -> None:
    assert violations(opening) == []
    opening.get_by_role("button", name="Look at a worked example").click()
    expect(opening).to_have_url(re.compile(r"/plan/[0-9a-f]+/lens$"))
    expect(opening.get_by_role("heading", level=1)).to_contain_text("cm")
    opening.get_by_label("Steeple, to the shelf").click()
    opening.get_by_label("Take Worked example: a dulcimer lesson off the shelf").click()
    expect(opening.get_by_role("button", name="Look at a worked example")).to_be_visible()
    expect(opening.get_by_text("1 taken off the shelf")).to_be_visible()


def test_an_empty_cupboard_reads_what_to_get(opening: Page) -> None:
    opening.get_by_role("link", name="Begin", exact=True).click()
    opening.get_by_text("Fingertips at close range").click()
    opening.get_by_role("button", name="Work it all out").click()
    expect(opening.get_by_role("heading", level=1)).to_contain_text(
        "of usual kinds", timeout=LONG_MS
    )
    opening.get_by_role("link", name=re.compile("Hold$")).click()
    expect(opening.get_by_text("Your cupboard has no camera yet")).to_be_visible()
