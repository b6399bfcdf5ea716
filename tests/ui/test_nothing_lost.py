"""Two windows, a killed server, a plan that is gone: nothing is lost, and it is said."""

from __future__ import annotations

import re
import time

import pytest
from playwright.sync_api import BrowserContext, Locator, Page, Route, expect

from steeple.core.plan.reading import read_plan
from tests.plans import SOUND, changed
from tests.ui.conftest import Opener, Server, ServerHere, ServerProcess, Watch, saved

pytestmark = pytest.mark.ui
GONE = (
    "ERR_CONNECTION_REFUSED",
    "ERR_CONNECTION_RESET",
    "ERR_EMPTY_RESPONSE",
    "ERR_SOCKET_NOT_CONNECTED",
)
"""What a browser says of a server that was killed."""
HEIGHT = "[data-handle=lens-height]"


def test_a_second_window_is_told_and_brought_up_to_date(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    plan_id = server.put_on_shelf(SOUND)
    one, other = context.new_page(), context.new_page()
    for page in (one, other):
        page.goto(f"{server.base}/plan/{plan_id}/lens")
        expect(page.locator(HEIGHT)).to_be_visible()
    one.bring_to_front()
    one.locator(HEIGHT).focus()
    one.keyboard.press("ArrowUp")
    saved(one)
    other.bring_to_front()
    expect(other.get_by_text("changed in another window; here is its newest")).to_be_visible()
    expect(other.locator(HEIGHT)).to_have_attribute("aria-valuetext", "73.0 cm")


def on_the_lens_sheet(server: Server, context: BrowserContext) -> tuple[str, Page, Locator]:
    """A sound plan on the shelf, its lens sheet, and the handle of the lens on it."""
    plan_id = server.put_on_shelf(SOUND)
    page = context.new_page()
    page.goto(f"{server.base}/plan/{plan_id}/lens")
    height = page.locator(HEIGHT)
    expect(height).to_be_visible()
    return plan_id, page, height


def conflicting(server: Server, context: BrowserContext, plan_id: str):  # type: ignore[no-untyped-def]
    """A page whose edit meets a newer revision that it has not seen."""
    page = context.new_page()
    page.goto(f"{server.base}/plan/{plan_id}/lens")
    expect(page.locator(HEIGHT)).to_be_visible()
    page.route("**/head", lambda route: route.abort())
    theirs = changed(title="Theirs").model_dump(mode="json")
    theirs = changed(title="Theirs").model_dump(mode="json")
    line = server.ask("GET", f"/api/plans/{plan_id}/head")["line"]
    server.ask("PUT", f"/api/plans/{plan_id}", {"line": line, "base_revision": 1, "plan": theirs})
    page.locator(HEIGHT).focus()
    page.keyboard.press("ArrowUp")
    expect(page.get_by_role("alert")).to_contain_text("changed elsewhere: revision 2 is the newest")
    # One's own change stays on the sheet.
    expect(page.get_by_role("heading", level=1)).to_contain_text("73.0 cm")
    page.keyboard.press("Control+z")
    expect(page.get_by_text("Choose first which version to go on with.")).to_be_visible()
    expect(page.get_by_role("heading", level=1)).to_contain_text("73.0 cm")
    return page


def test_a_conflict_can_be_kept_as_a_copy(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    watch.expected += ["409", "ERR_FAILED"]
    plan_id = server.put_on_shelf(SOUND)
    page = conflicting(server, context, plan_id)
    page.get_by_role("button", name="Keep mine as a copy").click()
    expect(page.get_by_label("Title of the plan")).to_have_value("A sound plan (mine)")
    expect(page.get_by_role("heading", level=1)).to_contain_text("73.0 cm")
    stored = server.ask("GET", f"/api/plans/{plan_id}")
    assert (stored["revision"], stored["plan"]["title"]) == (2, "Theirs")


def test_a_conflict_can_be_looked_at(server: Server, context: BrowserContext, watch: Watch) -> None:
    watch.expected += ["409", "ERR_FAILED"]
    plan_id = server.put_on_shelf(SOUND)
    page = conflicting(server, context, plan_id)
    page.get_by_role("button", name="Look at the other version").click()
    expect(page.get_by_label("Title of the plan")).to_have_value("Theirs")
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "72.0 cm")
    page.get_by_role("button", name="Let mine go").click()
    expect(page.get_by_role("alert")).to_have_count(0)
    page.locator(HEIGHT).focus()
    page.keyboard.press("ArrowDown")
    saved(page)
    expect(page.get_by_text("undo", exact=True)).to_be_enabled()
    assert server.ask("GET", f"/api/plans/{plan_id}")["plan"]["title"] == "Theirs"


def offline_edit(server: Server, context: BrowserContext, plan_id: str) -> Page:
    """A page with an edit whose saving never arrived."""
    page = context.new_page()
    page.goto(f"{server.base}/plan/{plan_id}/lens")
    expect(page.locator(HEIGHT)).to_be_visible()
    page.route("**/head", lambda route: route.abort())
    page.route(
        f"**/api/plans/{plan_id}?*",
        lambda route: route.abort() if route.request.method == "PUT" else route.continue_(),
    )
    page.locator(HEIGHT).focus()
    page.keyboard.press("ArrowUp")
    expect(page.get_by_text("Not saved yet")).to_be_visible()
    return page


def kept_as_a_copy(page: Page) -> None:
    page.get_by_role("button", name="Keep mine as a copy").click()
    expect(page.get_by_label("Title of the plan")).to_have_value("A sound plan (mine)")
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "73.0 cm")


def test_an_edit_of_a_plan_removed_meanwhile_stays_and_becomes_a_copy(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    watch.expected += ["404", "ERR_FAILED"]
    plan_id = server.put_on_shelf(SOUND)
    page = offline_edit(server, context, plan_id)
    server.ask("DELETE", f"/api/plans/{plan_id}")
    page.unroute_all()
    expect(page.get_by_role("alert")).to_contain_text("no such plan on the shelf")
    expect(page.get_by_role("alert")).to_contain_text("kept in this browser")
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "73.0 cm")
    with page.expect_download() as given:
        page.get_by_role("button", name="Save mine as a file").click()
    content = given.value.path().read_bytes()
    assert read_plan(content).cameras[0].position.z_mm == 730
    # Nor does it go when the page is opened anew, where the plan cannot be shown any more.
    page.reload()
    expect(page.get_by_role("alert")).to_contain_text("change of yours")
    kept_as_a_copy(page)
    saved(page)
    page.goto(f"{server.base}/plan/{plan_id}/lens")
    expect(page.get_by_role("alert")).to_be_visible()
    expect(page.get_by_text("change of yours")).to_have_count(0)


def test_an_edit_from_before_a_restore_overwrites_nothing(
    own_server: ServerHere, context: BrowserContext, watch: Watch
) -> None:
    watch.expected += ["409", "ERR_FAILED"]
    plan_id = own_server.put_on_shelf(SOUND)
    page = offline_edit(own_server, context, plan_id)
    own_server.database.begin_line()
    page.unroute_all()
    expect(page.get_by_role("alert")).to_contain_text("restored from a backup")
    assert own_server.ask("GET", f"/api/plans/{plan_id}/head")["revision"] == 1
    page.get_by_role("button", name="Look at the other version").click()
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "72.0 cm")
    kept_as_a_copy(page)


def test_an_edit_that_waited_and_is_refused_stays(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    watch.expected += ["413", "ERR_FAILED"]
    plan_id = server.put_on_shelf(SOUND)
    page = offline_edit(server, context, plan_id)
    page.unroute_all()
    no = {"problems": [{"code": "too-large", "sentence": "That is too much."}]}
    page.route(
        f"**/api/plans/{plan_id}?*",
        lambda route: (
            route.fulfill(status=413, json=no)
            if route.request.method == "PUT"
            else route.continue_()
        ),
    )
    expect(page.get_by_role("alert")).to_contain_text("That is too much.")
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "73.0 cm")
    page.reload()
    expect(page.get_by_role("alert")).to_contain_text("That is too much.")
    expect(page.locator(HEIGHT)).to_have_attribute("aria-valuetext", "73.0 cm")
    page.unroute_all()
    # The next change goes with it, and what is taken needs keeping no longer.
    page.locator(HEIGHT).focus()
    page.keyboard.press("ArrowUp")
    saved(page)
    expect(page.get_by_role("alert")).to_have_count(0)
    stored = server.ask("GET", f"/api/plans/{plan_id}")
    assert stored["plan"]["cameras"][0]["position"]["z_mm"] == 740


def test_a_killed_server_loses_nothing(
    mortal_server: ServerProcess, context: BrowserContext, watch: Watch
) -> None:
    watch.expected += [*GONE]
    plan_id = mortal_server.put_on_shelf(SOUND)
    page = context.new_page()
    page.goto(f"{mortal_server.base}/plan/{plan_id}/lens")
    expect(page.locator(HEIGHT)).to_be_visible()
    page.locator(HEIGHT).focus()
    page.keyboard.press("ArrowUp")
    expect(page.get_by_text("undo", exact=True)).to_be_enabled()
    mortal_server.kill()
    page.locator(HEIGHT).focus()
    page.keyboard.press("Shift+ArrowUp")
    expect(page.get_by_text("Not saved yet")).to_be_visible()
    expect(page.get_by_role("alert")).to_contain_text("kept in this browser")
    mortal_server.start()
    saved(page)
    stored = mortal_server.ask("GET", f"/api/plans/{plan_id}")
    assert stored["plan"]["cameras"][0]["position"]["z_mm"] == 830
    assert stored["revision"] == 3


def test_what_was_not_saved_is_saved_after_a_reload(
    own_server: Server, context: BrowserContext, watch: Watch
) -> None:
    watch.expected += ["503", "ERR_FAILED"]
    plan_id = own_server.put_on_shelf(SOUND)
    page = offline_edit(own_server, context, plan_id)
    page.unroute_all()
    page.close()
    again = context.new_page()
    again.goto(f"{own_server.base}/plan/{plan_id}/lens")
    expect(again.locator(HEIGHT)).to_have_attribute("aria-valuetext", "73.0 cm")
    saved(again)
    expect(again.get_by_text("undo", exact=True)).to_be_enabled()


def test_a_reload_in_the_middle_of_saving_loses_nothing(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    """The save arrives, its answer does not; two more edits are waiting, one not yet begun."""
    plan_id = server.put_on_shelf(SOUND)
    page = context.new_page()
    page.goto(f"{server.base}/plan/{plan_id}/lens")
    height, place = page.locator(HEIGHT), page.locator("[data-handle=lens-place]")
    expect(height).to_be_visible()
    arrived: list[int] = []

    def keep_the_answer(route: Route) -> None:
        if route.request.method == "PUT" and not arrived:
            arrived.append(route.fetch().status)
        else:
            route.continue_()

    page.route(f"**/api/plans/{plan_id}?*", keep_the_answer)
    with page.expect_request(lambda sent: sent.method == "PUT"):
        height.focus()
        page.keyboard.press("ArrowUp")
    place.focus()
    page.keyboard.press("ArrowRight")
    place.blur()
    height.focus()
    page.keyboard.press("ArrowUp")
    page.reload()
    expect(height).to_have_attribute("aria-valuetext", "74.0 cm")
    expect(place).to_have_attribute("aria-valuetext", "1.0 cm right, 0.0 cm away")
    saved(page)
    expect(page.get_by_role("alert")).to_have_count(0)
    stored = server.ask("GET", f"/api/plans/{plan_id}")
    assert arrived == [200]
    assert stored["plan"]["cameras"][0]["position"] == {"x_mm": 10, "y_mm": 0, "z_mm": 740}
    assert stored["revision"] == 3


def test_slow_saves_hold_nobody_up_and_lose_nothing(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    plan_id, page, height = on_the_lens_sheet(server, context)
    sent: list[str] = []

    def slowly(route: Route) -> None:
        if route.request.method == "PUT":
            sent.append(route.request.post_data or "")
            # The page goes on meanwhile: the wait is on the line, not in the browser.
            time.sleep(0.4)
        route.continue_()

    page.route(f"**/api/plans/{plan_id}?*", slowly)
    height.focus()
    for presses in range(1, 7):
        page.keyboard.press("ArrowUp")
        expect(height).to_have_attribute("aria-valuetext", f"{72 + presses}.0 cm")
    expect(page.get_by_text("Saving")).to_be_visible()
    page.get_by_label("Title of the plan").fill("Typed on a slow line")
    page.get_by_label("Title of the plan").blur()
    saved(page)
    expect(page.get_by_role("alert")).to_have_count(0)
    stored = server.ask("GET", f"/api/plans/{plan_id}")
    assert stored["plan"]["cameras"][0]["position"]["z_mm"] == 780
    assert stored["plan"]["title"] == "Typed on a slow line"
    assert stored["revision"] == len(sent) + 1
    page.unroute_all()
    page.get_by_text("undo", exact=True).click()
    expect(page.get_by_label("Title of the plan")).to_have_value("A sound plan")
    expect(height).to_have_attribute("aria-valuetext", "78.0 cm")


@pytest.mark.parametrize("arrives", [True, False])
def test_a_save_that_hangs_is_sent_again_and_counts_once(
    server: Server, context: BrowserContext, watch: Watch, arrives: bool
) -> None:
    """A line that swallows an answer, or the request: what was saved is not saved twice, nor anything lost."""
    plan_id = server.put_on_shelf(SOUND)
    page = context.new_page()
    page.clock.install()
    page.goto(f"{server.base}/plan/{plan_id}/lens")
    height = page.locator(HEIGHT)
    expect(height).to_be_visible()
    hung: list[str] = []

    def swallow(route: Route) -> None:
        if route.request.method == "PUT" and not hung:
            if arrives:
                route.fetch()
            hung.append("swallowed")
        else:
            route.continue_()

    page.route(f"**/api/plans/{plan_id}?*", swallow)
    with page.expect_request(lambda request: request.method == "PUT"):
        height.focus()
        page.keyboard.press("ArrowUp")
    page.keyboard.press("ArrowUp")
    expect(height).to_have_attribute("aria-valuetext", "74.0 cm")
    page.clock.fast_forward(16_000)
    expect(page.get_by_text("Not saved yet")).to_be_visible()
    page.clock.fast_forward(2_000)
    saved(page)
    expect(page.get_by_role("alert")).to_have_count(0)
    stored = server.ask("GET", f"/api/plans/{plan_id}")
    assert stored["plan"]["cameras"][0]["position"]["z_mm"] == 740
    assert stored["revision"] == 3


@pytest.mark.parametrize("status", [500, 502, 503, 429])
def test_a_save_refused_for_a_moment_is_tried_again(
    server: Server, context: BrowserContext, watch: Watch, status: int
) -> None:
    watch.expected += [str(status)]
    plan_id, page, height = on_the_lens_sheet(server, context)
    refused: list[int] = []

    def not_now(route: Route) -> None:
        if route.request.method == "PUT" and len(refused) < 2:
            refused.append(status)
            route.fulfill(status=status, body="<html>not now</html>", content_type="text/html")
        else:
            route.continue_()

    page.route(f"**/api/plans/{plan_id}?*", not_now)
    height.focus()
    page.keyboard.press("ArrowUp")
    expect(page.get_by_text("Not saved yet")).to_be_visible()
    expect(height).to_have_attribute("aria-valuetext", "73.0 cm")
    saved(page)
    assert len(refused) == 2
    stored = server.ask("GET", f"/api/plans/{plan_id}")
    assert stored["plan"]["cameras"][0]["position"]["z_mm"] == 730


def test_every_change_made_without_a_server_is_there_after_it_returns(
    mortal_server: ServerProcess, context: BrowserContext, watch: Watch
) -> None:
    watch.expected += [*GONE]
    plan_id = mortal_server.put_on_shelf(SOUND)
    page = context.new_page()
    page.goto(f"{mortal_server.base}/plan/{plan_id}/lens")
    expect(page.locator(HEIGHT)).to_be_visible()
    mortal_server.kill()
    page.locator(HEIGHT).focus()
    page.keyboard.press("ArrowUp")
    expect(page.get_by_text("Not saved yet")).to_be_visible()
    page.locator("[data-handle=lens-place]").focus()
    page.keyboard.press("Shift+ArrowRight")
    page.wait_for_timeout(900)
    page.close()
    mortal_server.start()
    again = context.new_page()
    again.goto(f"{mortal_server.base}/plan/{plan_id}/lens")
    expect(again.locator(HEIGHT)).to_have_attribute("aria-valuetext", "73.0 cm")
    expect(again.get_by_text("undo", exact=True)).to_be_enabled()
    place = mortal_server.ask("GET", f"/api/plans/{plan_id}")["plan"]["cameras"][0]["position"]
    assert (place["z_mm"], place["x_mm"]) == (730, 100)


def test_a_plan_that_is_not_there_says_so(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    watch.expected.append("404")
    page = context.new_page()
    page.goto(f"{server.base}/plan/nothing/lens")
    expect(page.get_by_role("alert")).to_contain_text("no such plan on the shelf")
    page.get_by_role("link", name="To the shelf", exact=True).click()
    expect(page.get_by_role("heading", name="Your plans")).to_be_visible()


def test_keys_work_and_none_is_taken_while_typing(opened: Opener) -> None:
    page = opened(SOUND, "work")
    for key, path in (
        ("2", "lens"),
        ("8", "card"),
        ("b", "roll"),
        ("n", "card"),
        ("1", "work"),
        ("p", "card"),
    ):
        page.keyboard.press(key)
        expect(page).to_have_url(re.compile(f"/{path}$"))
    page.keyboard.press("1")
    title = page.get_by_label("Title of the plan")
    title.fill("")
    title.press_sequentially("n2 bmup?")
    expect(page).to_have_url(re.compile("/work$"))
    title.press("Enter")
    expect(title).to_have_value("n2 bmup?")
    page.locator("body").click(position={"x": 5, "y": 700})
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Keys")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog", name="Keys")).to_have_count(0)
    page.keyboard.press("w")
    expect(page.locator("[data-door]").first).to_be_focused()
    page.keyboard.press("w")
    expect(page.locator(".mantine-Popover-dropdown:visible")).to_have_count(1)


def test_a_title_too_long_is_refused_and_stays(opened: Opener, watch: Watch) -> None:
    watch.expected.append("422")
    page = opened(SOUND, "work")
    title = page.get_by_label("Title of the plan")
    title.fill("x" * 150)
    title.press("Enter")
    expect(page.get_by_text("Title must have 1 to 120 characters.")).to_be_visible()
    expect(title).to_have_value("x" * 150)
