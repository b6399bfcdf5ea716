"""The bench with a thumb: roll call, takes, marks, alarms, lost connections, two phones, and the door."""

from __future__ import annotations

import json
import random
import re
import socket
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from threading import Thread
from typing import Any

import pytest
import uvicorn
from playwright.sync_api import Browser, BrowserContext, Page, Route, expect

from steeple.api.bench.gate import Gate
from steeple.core.plan.reading import write_plan
from steeple.demo.plans import GILDING
from steeple.services.bench.pairing import PairingService
from tests.plans import BARE, SOUND, changed
from tests.roll_cases import RESTART, STOPS, session
from tests.ui.at_bench import PHONE, AtBench, all_in_the_log, begin, plan_of, record_of
from tests.ui.conftest import Server, ServerHere, Watch, fits_across
from tests.ui.test_looks import violations

pytestmark = pytest.mark.ui
TWICE = [{**RESTART[0], "at_min": minute} for minute in (15, 28)]
ALARMED = changed(SOUND, cameras__0__body=STOPS, session=session(lasts_min=50, handling=TWICE))


def test_the_roll_is_called_with_a_thumb_and_stays_ticked(
    server: Server, at_bench: AtBench
) -> None:
    page = at_bench(GILDING, "call")
    heading = page.get_by_role("heading", level=1)
    expect(heading).to_contain_text("still to look at")
    first = page.get_by_role("checkbox").first
    box = first.bounding_box()
    assert box is not None
    assert box["height"] >= 48
    boxes = page.get_by_role("checkbox")
    for index in range(boxes.count()):
        boxes.nth(index).click()
    expect(heading).to_have_text("All looked at: begin the take")
    all_in_the_log(page)
    page.reload()
    expect(heading).to_have_text("All looked at: begin the take")
    first.click()
    expect(heading).to_contain_text("1 of ")
    all_in_the_log(page)
    ticks = record_of(server, page)["ticks"]
    assert [one["done"] for one in ticks] == [False, *[True] * (len(ticks) - 1)]


def test_the_cameras_are_asked_and_who_stands_still_is_said(at_bench: AtBench) -> None:
    page = at_bench(GILDING, "call")
    page.get_by_role("button", name="Ask the cameras").click()
    expect(page.get_by_text("Not rolling: the overhead camera")).to_be_visible()
    page.get_by_role("link", name="session").click()
    begin(page)
    page.get_by_role("link", name="roll call").click()
    page.get_by_role("button", name="Ask the cameras").click()
    expect(page.get_by_text("Every camera rolls")).to_be_visible()
    expect(page.get_by_text(re.compile("card 100 % free"))).to_be_visible()
    page.get_by_label("Forgotten").select_option("camera-overhead")
    page.get_by_role("button", name="Ask the cameras again").click()
    expect(page.get_by_text("Not rolling: the overhead camera")).to_be_visible()


def test_a_take_is_begun_marked_and_ended_by_one_thumb(server: Server, at_bench: AtBench) -> None:
    page = at_bench(GILDING)
    expect(page.get_by_role("button", name="good")).to_have_count(0)
    begin(page)
    expect(page.get_by_role("heading", level=1)).to_contain_text("take 1")
    page.get_by_role("button", name="good", exact=True).click()
    page.get_by_role("button", name="cut here").click()
    page.get_by_role("button", name="again", exact=True).click()
    page.get_by_role("button", name="take it back").click()
    page.get_by_role("button", name="a word").click()
    page.get_by_role("textbox", name="A word on this place").fill("leaf torn")
    page.get_by_role("button", name="Mark it").click()
    expect(page.get_by_text("marked “leaf torn”")).to_be_visible()
    page.get_by_role("button", name="next stage").click()
    page.get_by_role("button", name="tooling the line").click()
    page.get_by_role("button", name="set otherwise").click()
    page.get_by_label("To what level, percent?").fill("25")
    page.get_by_role("button", name="Note it").click()
    page.get_by_role("button", name="End take 1").click()
    page.get_by_role("button", name="minutes lost").click()
    page.get_by_label("How many minutes?").fill("4")
    page.get_by_role("button", name="Note it").click()
    page.get_by_role("button", name="end the session").click()
    page.get_by_role("button", name="It is over").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("1 take")
    all_in_the_log(page)
    record = record_of(server, page)
    (take,) = record["takes"]
    assert [one["mark"] for one in take["marks"]] == ["good", "cut here", "word"]
    assert take["stages"] == ["tooling the line"]
    assert record["adjusted"][0]["percent"] == 25
    assert record["losses"][0]["minutes"] == 4
    page.get_by_role("link", name="The session on one page").click()
    expect(page.get_by_text("leaf torn")).to_be_visible()
    expect(page.get_by_role("heading", level=1)).to_have_text("Gilding a book cover")


def test_what_stopped_is_told_with_what_the_plan_expects(server: Server, at_bench: AtBench) -> None:
    page = at_bench(GILDING)
    begin(page)
    page.get_by_role("button", name="something stopped").click()
    expect(page.get_by_label("Why?")).to_have_value("card full")
    page.get_by_label("Why?").select_option("battery empty")
    page.get_by_role("button", name="It stopped").click()
    page.get_by_role("button", name="restarted, changed").click()
    page.get_by_label("What did you do?").select_option("battery start")
    page.get_by_role("button", name="Done", exact=True).click()
    all_in_the_log(page)
    record = record_of(server, page)
    assert record["stops"][0]["why"] == "battery empty"
    assert record["stops"][0]["again_at"] is not None
    assert record["did"][0]["says"] == "battery changed, started"
    assert record["did"][0]["does"] == ["battery", "start"]


@pytest.mark.parametrize(
    "what", ["something stopped", "restarted, changed", "set otherwise", "next stage", "a note"]
)
def test_what_is_opened_beside_a_take_lies_above_the_thumbs_bar(
    at_bench: AtBench, what: str
) -> None:
    page = at_bench(GILDING)
    begin(page)
    page.get_by_role("button", name=what, exact=True).click()
    bar = page.get_by_role("navigation", name="At the bench").locator("..").bounding_box()
    last = page.get_by_label("What else happened").get_by_role("button").last
    page.wait_for_timeout(100)
    told = last.bounding_box()
    assert bar is not None
    assert told is not None
    assert told["y"] + told["height"] <= bar["y"]


def test_taps_without_a_connection_are_kept_and_sent_later(
    server: Server, at_bench: AtBench, context: BrowserContext
) -> None:
    page = at_bench(GILDING)
    begin(page)
    all_in_the_log(page)
    context.set_offline(True)
    for _ in range(5):
        page.get_by_role("button", name="good", exact=True).click()
    page.get_by_role("button", name="End take 1").click()
    expect(page.get_by_text("6 taps kept here")).to_be_visible()
    expect(page.get_by_text("every tap is kept on this device")).to_be_visible()
    expect(page.get_by_role("button", name="Begin take 2")).to_be_visible()
    context.set_offline(False)
    all_in_the_log(page)
    (take,) = record_of(server, page)["takes"]
    assert len(take["marks"]) == 5
    assert take["end"] is not None


def test_replies_lost_at_random_lose_and_double_nothing(server: Server, at_bench: AtBench) -> None:
    page = at_bench(GILDING)
    chance = random.Random(4)
    lost = 0

    def drop(route: Route) -> None:
        nonlocal lost
        fate = chance.random()
        if fate < 0.3:
            lost += 1
            route.abort()
        elif fate < 0.6:
            lost += 1
            route.fetch()  # it arrives, and its answer does not
            route.abort()
        else:
            route.continue_()

    page.route("**/events", drop)
    begin(page)
    for _ in range(12):
        page.get_by_role("button", name="good", exact=True).click()
        page.wait_for_timeout(60)
    all_in_the_log(page)
    page.unroute("**/events")
    assert lost > 3
    (take,) = record_of(server, page)["takes"]
    assert len(take["marks"]) == 12


def test_a_page_closed_with_taps_on_it_sends_them_when_it_is_opened_again(
    server: Server, at_bench: AtBench
) -> None:
    page = at_bench(GILDING)
    begin(page)
    all_in_the_log(page)
    plan = plan_of(page)
    page.route("**/events", lambda route: route.abort())
    page.get_by_role("button", name="good", exact=True).click()
    expect(page.get_by_text("1 tap kept here")).to_be_visible()
    page.close()
    again = at_bench(plan)
    all_in_the_log(again)
    expect(again.get_by_role("button", name="End take 1")).to_be_visible()
    assert len(record_of(server, again)["takes"][0]["marks"]) == 1


def test_a_second_phone_joins_the_session_and_both_mark(server: Server, at_bench: AtBench) -> None:
    page = at_bench(GILDING)
    begin(page)
    all_in_the_log(page)
    other = at_bench(plan_of(page))
    expect(other.get_by_role("button", name="End take 1")).to_be_visible()
    other.get_by_role("button", name="again", exact=True).click()
    page.get_by_role("button", name="good", exact=True).click()
    all_in_the_log(other)
    all_in_the_log(page)
    (take,) = record_of(server, page)["takes"]
    assert sorted(one["mark"] for one in take["marks"]) == ["again", "good"]
    other.get_by_role("button", name="End take 1").click()
    expect(page.get_by_role("button", name="Begin take 2")).to_be_visible()


def test_an_alarm_rings_large_and_is_right_after_the_phone_slept(
    server: Server, browser: Browser, browser_context_args: dict[str, Any]
) -> None:
    plan = server.put_on_shelf(ALARMED)
    told = {"plan": json.loads(write_plan(ALARMED)), "step": "roll", "camera": 0}
    first, second = server.ask("POST", "/api/glance", told)["drawings"]["roll"]["alarms"]
    # A clock is that of a whole context: one of its own.
    context = browser.new_context(**{**browser_context_args, "viewport": PHONE})
    page = context.new_page()
    passed_s, held = 0, False

    def with_time_gone_by(route: Route) -> None:
        """The clock of the log goes on with that of the phone; nothing is answered between the two."""
        if held:
            route.abort()
            return
        reply = route.fetch()
        body = reply.json()
        if "now" in body:
            now = datetime.fromisoformat(body["now"]) + timedelta(seconds=passed_s)
            body["now"] = now.isoformat()
        route.fulfill(response=reply, json=body)

    def sleep(seconds: int) -> None:
        nonlocal passed_s, held
        held = True
        page.wait_for_timeout(400)  # what was asked before is answered
        page.clock.fast_forward(seconds * 1000)
        passed_s += seconds
        held = False

    page.route("**/api/log/sessions**", with_time_gone_by)
    page.clock.install()
    page.goto(f"{server.base}/bench/{plan}/session")
    begin(page)
    expect(page.get_by_text(re.compile(r"^In \d+ min"))).to_be_visible()
    sleep(first["rings_s"] + 2)
    sign = page.get_by_role("alertdialog")
    expect(sign).to_be_visible()
    box = sign.bounding_box()
    assert box is not None
    assert (box["width"], box["height"]) == (390, 844)
    sign.get_by_role("button", name="Done").click()
    expect(sign).to_have_count(0)
    sleep(second["rings_s"] - first["rings_s"] + 600)
    expect(page.get_by_role("alertdialog")).to_contain_text("The phone slept")
    page.get_by_role("button", name=re.compile("Done|I have seen it")).click()
    all_in_the_log(page)
    came = [one["came"] for one in record_of(server, page)["alarms"]]
    assert came[0] == "done"
    assert came[1] in ("late", "missed")
    context.close()


def test_a_plan_changed_while_the_session_runs_is_said_and_taken_between_takes(
    server: Server, at_bench: AtBench
) -> None:
    page = at_bench(GILDING)
    begin(page)
    all_in_the_log(page)
    plan = plan_of(page)
    sheet = server.ask("GET", f"/api/plans/{plan}")
    server.ask(
        "PUT", f"/api/plans/{plan}",
        {
            "line": sheet["line"], "base_revision": 1,
            "plan": {**sheet["plan"], "title": "Gilding, changed"},
        },
    )  # fmt: skip
    page.reload()
    expect(page.get_by_text("It goes on by what it was")).to_be_visible()
    expect(page.get_by_role("button", name="The new one from the next take")).to_be_disabled()
    page.get_by_role("button", name="End take 1").click()
    page.get_by_role("button", name="Use the new one").click()
    page.get_by_role("button", name="Begin take 2").click()
    all_in_the_log(page)
    assert [one["revision"] for one in record_of(server, page)["takes"]] == [1, 2]


def test_a_session_that_nobody_ended_is_not_gone_on_with_unasked(
    server: Server, at_bench: AtBench
) -> None:
    plan = server.put_on_shelf(GILDING)
    began = datetime.now(UTC) - timedelta(hours=30)
    told = [
        {"id": f"{plan}-0001", "at": began.isoformat(), "kind": "begin", "revision": 1},
        {"id": f"{plan}-0002", "at": (began + timedelta(minutes=5)).isoformat(), "kind": "take"},
    ]
    sent = {
        "plan_id": plan, "device": "old-phone", "sent_at": datetime.now(UTC).isoformat(),
        "events": told,
    }  # fmt: skip
    server.ask("POST", f"/api/log/sessions/old-{plan}/events", sent)
    page = at_bench(plan)
    expect(page.get_by_text("was never ended")).to_be_visible()
    expect(page.get_by_role("button", name="Begin take 1")).to_be_visible()
    page.get_by_role("button", name="End it where it was last heard").click()
    expect(page.get_by_text("was never ended")).to_have_count(0)
    record = server.ask("GET", f"/api/log/sessions/old-{plan}")["record"]
    off = datetime.fromisoformat(record["ended"]) - began - timedelta(minutes=5)
    assert abs(off.total_seconds()) < 2, "set right by the clocks, to what a message takes"


def test_a_plan_without_a_camera_can_be_run_too(at_bench: AtBench) -> None:
    page = at_bench(BARE, "call")
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page = at_bench(BARE)
    begin(page)
    all_in_the_log(page)


def test_a_session_of_no_plan_says_so(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    watch.expected.append("404")
    page = context.new_page()
    page.goto(f"{server.base}/bench/nothing/session")
    expect(page.get_by_role("alert")).to_contain_text("no such plan")
    page.goto(f"{server.base}/session/nothing-there")
    expect(page.get_by_role("alert")).to_contain_text("no such session")


def test_the_door_is_opened_on_purpose_and_closed(
    server: Server, context: BrowserContext, watch: Watch
) -> None:
    page = context.new_page()
    page.goto(f"{server.base}/bench")
    door = page.get_by_role("region", name="The door to the local network")
    expect(door).to_contain_text("serves this machine alone")
    expect(door).to_contain_text("not encrypted")
    door.get_by_role("button", name="Open it to the local network").click()
    expect(door.get_by_role("heading", level=2)).to_have_text("Open to your network")
    found = server.ask("GET", "/api/bench/door")
    if found["addresses"]:
        expect(door.get_by_text(found["addresses"][0]["url"])).to_be_visible()
        expect(door.get_by_alt_text("Square code of the address")).to_be_visible()
        door.get_by_role("button", name="Withdraw the code").click()
        expect(door.get_by_role("button", name="A code for one more device")).to_be_visible()
    door.get_by_role("button", name="Close it").click()
    expect(door).to_contain_text("serves this machine alone")


@pytest.fixture
def over_the_network(own_server: ServerHere) -> Iterator[tuple[str, PairingService]]:
    """The gate as a phone meets it, on an address of its own; and who pairs devices there."""
    app = own_server.server.config.app
    pairing: PairingService = app.state.context.pairing  # type: ignore[union-attr]
    gate = Gate(app, pairing, lambda: ("127.0.0.1",))  # type: ignore[arg-type]
    with socket.socket() as listener:
        listener.bind(("127.0.0.1", 0))
        listener.listen(64)
        config = uvicorn.Config(gate, log_level="warning", lifespan="off")
        server = uvicorn.Server(config)
        thread = Thread(target=server.run, kwargs={"sockets": [listener]}, daemon=True)
        thread.start()
        yield f"http://127.0.0.1:{listener.getsockname()[1]}", pairing
        server.should_exit = True
        server.force_exit = True
        thread.join(timeout=10)


def test_a_phone_is_paired_in_a_browser_films_and_is_sent_away(
    over_the_network: tuple[str, PairingService], context: BrowserContext, watch: Watch
) -> None:
    address, pairing = over_the_network
    watch.expected += ["401", "403"]
    page = context.new_page()
    page.set_viewport_size(PHONE)
    page.goto(f"{address}/bench")
    expect(page.get_by_text("Type the code that Steeple shows at the desk.")).to_be_visible()
    page.get_by_label("Code").fill("ABCD EFGH")
    page.get_by_role("button", name="Pair this device").click()
    expect(page.get_by_role("alert")).to_contain_text("This is not the code")
    assert violations_of_plain(page) == []
    page.goto(f"{address}/pair?code={pairing.new_code().code}")
    page.get_by_label("What you call this device").fill("my phone")
    page.get_by_role("button", name="Pair this device").click()
    expect(page.get_by_role("heading", level=1)).to_have_text("What do you film now?")
    page.get_by_role("link", name="Gilding a book cover").click()
    begin(page)
    all_in_the_log(page)
    page.get_by_role("link", name="card").click()
    expect(page.get_by_role("img", name="The rig seen").first).to_be_visible()
    page.go_back()
    (device,) = pairing.devices()
    pairing.withdraw(device.id)
    page.get_by_role("button", name="good", exact=True).click()
    expect(page.get_by_text("its pairing was withdrawn")).to_be_visible()
    expect(page.get_by_text("1 tap kept here")).to_be_visible()


def violations_of_plain(page: Page) -> list[str]:
    """What stands out of the page that asks for the code: it takes no scripts of ours, so it is looked at by eye."""
    small = page.evaluate(
        "[...document.querySelectorAll('input, button')].filter(one => one.offsetHeight < 44).length"
    )
    return [] if small == 0 else [f"{small} fields are lower than a thumb"]


@pytest.mark.parametrize("scheme", ["light", "dark"])
@pytest.mark.parametrize("where", ["call", "session"])
def test_axe_finds_nothing_at_the_bench_and_nothing_runs_off_the_side(
    at_bench: AtBench, scheme: str, where: str
) -> None:
    page = at_bench(GILDING, where)
    page.emulate_media(color_scheme=scheme)  # type: ignore[arg-type]
    if where == "session":
        begin(page)
        page.get_by_role("button", name="something stopped").click()
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page.wait_for_load_state("networkidle")
    fits_across(page)
    assert violations(page) == []
    page.set_viewport_size({"width": 820, "height": 1180})
    fits_across(page)
