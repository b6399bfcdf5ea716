"""The log over the API: events taken once, sessions, takes, losses, what is learned, files in and out."""

from __future__ import annotations

import csv
import io
import json
import re
from datetime import UTC, datetime, timedelta
from io import BytesIO
from pathlib import Path
from typing import Any

import opentimelineio as otio
import pytest
from fastapi import FastAPI
from jsonschema import Draft202012Validator
from PIL import Image
from starlette.testclient import TestClient

from steeple.demo.log import fill_log
from steeple.demo.world import fill
from steeple.formats.log.log_json import log_schema
from steeple.main import build
from steeple.store.copies import backup_to
from steeple.store.database import Database
from steeple.store.log import LogRepository
from steeple.store.pictures import PictureRepository

NOW = datetime(2026, 11, 29, 18, 20, 30, tzinfo=UTC)
BEGAN = NOW - timedelta(hours=5)


class StandingClock:
    """A clock that goes on only when it is set."""

    def __init__(self) -> None:
        self.at = NOW

    def __call__(self) -> datetime:
        return self.at


@pytest.fixture
def now() -> StandingClock:
    return StandingClock()


@pytest.fixture
def app(database: Database, now: StandingClock) -> FastAPI:
    fill(database)
    return build(database, clock=now)


def event(minute: float, kind: str, number: int, /, **more: Any) -> dict[str, Any]:
    at = BEGAN + timedelta(minutes=minute)
    return {"id": f"tap-{number:06d}", "at": at.isoformat(), "n": number, "kind": kind, **more}


def a_plan(api: TestClient, words: str = "Gilding") -> str:
    plans = api.get("/api/plans").json()["plans"]
    return str(next(one["id"] for one in plans if words in one["title"]))


def tell(
    api: TestClient, plan: str, *events: dict[str, Any], session: str = "session-1",
    device: str = "phone", sent_at: datetime | None = None,
) -> Any:  # fmt: skip
    return api.post(
        f"/api/log/sessions/{session}/events",
        json={
            "plan_id": plan,
            "device": device,
            "sent_at": (sent_at or NOW).isoformat(),
            "events": list(events),
        },
    )


WHOLE = (
    event(0, "begin", 1, revision=1),
    event(1, "take", 2),
    event(3, "mark", 3, mark="good", says="=1+1"),
    event(9, "cut", 4),
    event(10, "end", 5),
)


def test_taps_are_kept_once_however_often_they_are_sent(api: TestClient) -> None:
    plan = a_plan(api)
    first = tell(api, plan, *WHOLE[:3]).json()
    again = tell(api, plan, *WHOLE).json()
    third = tell(api, plan, *WHOLE).json()
    assert first["kept"] == ["tap-000001", "tap-000002", "tap-000003"]
    assert len(again["kept"]) == 5
    assert third["session"] == again["session"]
    (take,) = third["session"]["record"]["takes"]
    assert take["seconds"] == 480.0
    assert api.get("/api/log/sessions/session-1").json()["record"]["ended"] is not None


def test_one_event_that_says_nothing_does_not_stop_the_others(api: TestClient) -> None:
    plan = a_plan(api)
    reply = tell(
        api, plan, WHOLE[0], {**WHOLE[1], "at": "yesterday"}, {"kind": "?"}, WHOLE[2]
    ).json()
    assert reply["kept"] == ["tap-000001", "tap-000003"]
    assert [one["id"] for one in reply["refused"]] == ["tap-000002", ""]
    assert all(one["sentence"].endswith(".") for one in reply["refused"])


def test_events_of_another_plan_or_of_none_are_refused(api: TestClient) -> None:
    plan = a_plan(api)
    tell(api, plan, *WHOLE)
    other = tell(api, a_plan(api, "dulcimer"), WHOLE[1])
    assert other.status_code == 422
    assert other.json()["problems"][0]["code"] == "another-plan"
    nothing = tell(api, "no-such-plan", WHOLE[0], session="session-2")
    assert nothing.status_code == 404
    too_many = tell(api, plan, *[event(1, "take", 100 + at) for at in range(201)])
    assert too_many.status_code == 422


def test_a_phone_three_hours_off_is_set_right(api: TestClient) -> None:
    off = timedelta(hours=3)
    moved = [{**one, "at": (datetime.fromisoformat(one["at"]) + off).isoformat()} for one in WHOLE]
    reply = tell(api, a_plan(api), *moved, sent_at=NOW + off).json()
    began = datetime.fromisoformat(reply["session"]["record"]["takes"][0]["start"])
    assert began == BEGAN + timedelta(minutes=1)
    assert "3 h 0 min fast" in reply["session"]["record"]["troubles"][0]


def measured(api: TestClient, figure: str) -> Any:
    """The row of a figure in what was predicted and measured; None where nothing tells of it."""
    rows = api.get("/api/log/compared").json()["rows"]
    return next((one for one in rows if one["figure"] == figure), None)


def test_how_long_setting_up_took_is_set_against_the_plan_at_once(api: TestClient) -> None:
    plan = a_plan(api)
    tell(api, plan, WHOLE[0], event(0.5, "set-up", 20, minutes=41))
    row = measured(api, "maker.set-up")
    (pair,) = row["pairs"]
    call = api.post(
        "/api/roll-call", json={"plan": api.get(f"/api/plans/{plan}").json()["plan"]}
    ).json()
    assert pair["measured"] == 41 * 60
    assert pair["plain"] == pytest.approx(60 * call["set_up_min"])
    assert (row["of_words"], row["corrects"], row["learned"]["status"]) == ("You", True, "few")


def test_minutes_told_anew_take_the_place_of_those_before_and_withdrawn_they_are_gone(
    api: TestClient,
) -> None:
    plan = a_plan(api)
    tell(api, plan, WHOLE[0], event(0.5, "set-up", 20, minutes=41))
    tell(api, plan, event(1, "set-up", 21, minutes=52))
    (pair,) = measured(api, "maker.set-up")["pairs"]
    assert pair["measured"] == 52 * 60
    tell(
        api, plan, event(2, "withdrawn", 22, of="tap-000020"),
        event(2, "withdrawn", 23, of="tap-000021"),
    )  # fmt: skip
    assert measured(api, "maker.set-up") is None


def test_five_sessions_teach_how_long_their_maker_takes(api: TestClient) -> None:
    plan = a_plan(api)
    usual = 0.0
    for number in range(5):
        told = event(0.5, "set-up", 100 + number, minutes=60 + number)
        begin = event(0, "begin", 200 + number, revision=1)
        tell(api, plan, begin, told, session=f"session-{number + 1}")
        usual = measured(api, "maker.set-up")["pairs"][0]["plain"] / 60
    row = measured(api, "maker.set-up")
    assert row["learned"]["status"] == "sure"
    assert row["learned"]["value"] == pytest.approx(62 / usual, rel=0.12)
    assert "longer to set up" in "".join(one["text"] for one in row["says"])


def test_takes_are_found_by_words_marks_days_and_stops(
    api: TestClient, database: Database, now: StandingClock
) -> None:
    fill_log(database, now)

    def found(**query: str) -> int:
        return int(api.get("/api/log/takes", params=query).json()["count"])

    assert found() == 11
    assert found(words="tooling line") == 5
    assert found(words="100%_") == 0, "signs of the search language are words"
    assert found(mark="again") == 5
    assert found(stopped="yes") == 6
    assert found(plan=a_plan(api, "dumplings")) == 1
    assert found(since="2099-01-01") == 0
    assert found(words="dumplings", mark="word") == 1
    assert api.get("/api/log/takes", params={"since": "soon"}).status_code == 422
    page = api.get("/api/log/takes", params={"start": 10, "most": 5}).json()
    assert (len(page["takes"]), page["count"]) == (1, 11)


def test_the_demo_log_teaches_a_lens_an_arm_a_lamp_and_a_battery(
    api: TestClient, database: Database, now: StandingClock
) -> None:
    assert fill_log(database, now)
    assert not fill_log(database, now), "once"
    compared = api.get("/api/log/compared").json()
    by_figure = {one["figure"]: one for one in compared["rows"]}
    lens = by_figure["lens.focal"]["learned"]
    assert lens["status"] == "sure"
    assert lens["low"] < 0.9712 < lens["high"]
    assert by_figure["support.sag"]["learned"]["value"] == pytest.approx(7.9, abs=0.3)
    assert by_figure["lamp.light"]["learned"]["value"] == pytest.approx(0.81, abs=0.03)
    battery = by_figure["body.battery"]["learned"]
    assert battery["per_30_days"] < -0.05
    assert battery["low"] < 0.79 < battery["high"]
    losses = api.get("/api/log/losses").json()
    assert losses["sessions"] == 6
    assert losses["rows"][0]["why"] == "stop: battery empty"
    assert any(one["why"] == "stop: recording limit" for one in losses["rows"])
    assert losses["says"].startswith("Feed it from the mains")
    codes = [one["code"] for one in compared["notes"]]
    assert "log.same-loss" in codes
    assert "log.alarm-missed" in codes


def test_what_is_learned_stands_in_the_cupboard_until_it_is_switched_off(
    api: TestClient, database: Database, now: StandingClock
) -> None:
    def share() -> float | None:
        things = api.get("/api/gear/things", params={"kind": "lens", "words": "16–50"}).json()
        value: float | None = things["things"][0]["figures"]["learned_focal_share"]
        return value

    assert share() is None
    fill_log(database, now)
    assert share() == pytest.approx(0.971, abs=0.003)
    row = next(
        one for one in api.get("/api/log/compared").json()["rows"] if one["figure"] == "lens.focal"
    )
    switch = {"figure": "lens.focal", "of": row["learned"]["of"], "on": False}
    off = api.post("/api/log/learned/switch", json=switch).json()
    assert share() is None
    status = {one["figure"]: one["learned"]["status"] for one in off["rows"]}
    assert status["lens.focal"] == "off"
    api.post("/api/log/learned/switch", json={**switch, "on": True})
    assert share() == pytest.approx(0.971, abs=0.003)
    nothing = api.post("/api/log/learned/switch", json={**switch, "of": "elsewhere"})
    assert nothing.json()["problems"][0]["code"] == "nothing-learned"


def test_a_frame_and_a_meter_are_kept_beside_the_plan(api: TestClient) -> None:
    plan = a_plan(api)
    built = {
        "on": "2026-11-28", "x_mm": 0.0, "y_mm": 0.0, "z_mm": 730.0, "tilt_deg": 0.4,
        "focal_mm": 27.3,
    }  # fmt: skip
    told = {"plan_id": plan, "revision": 1, "camera": "overhead", "built": built}
    pairs = api.post("/api/log/readings/frame", json=told).json()["pairs"]
    by_figure = {one["figure"]: one for one in pairs}
    assert by_figure["lens.focal"]["plain"] == 28.0
    assert by_figure["lens.focal"]["measured"] == 27.3
    assert by_figure["support.sag"]["measured"] == pytest.approx(10.0, abs=0.6)
    assert by_figure["camera.tilt"]["measured"] == 0.4
    meter = {
        "plan_id": plan, "revision": 1, "camera": "overhead",
        "readings": [{"lamp": "panel", "read_lx": 150.0}],
    }  # fmt: skip
    (light,) = api.post("/api/log/readings/meter", json=meter).json()["pairs"]
    assert light["measured"] == pytest.approx(150.0, rel=0.01)
    assert api.post("/api/log/readings/frame", json={**told, "revision": 99}).status_code == 404
    assert api.post("/api/log/readings/frame", json={**told, "camera": "no"}).status_code == 422
    wrong = {**meter, "readings": [{"lamp": "no", "read_lx": 1}]}
    assert api.post("/api/log/readings/meter", json=wrong).status_code == 422


def test_the_daylight_is_kept_by_the_room_that_it_falls_into(api: TestClient) -> None:
    plan = a_plan(api)
    told = {
        "plan_id": plan, "revision": 1, "camera": "overhead",
        "daylight": {"read_lx": 200.0, "at": "15:00"},
    }  # fmt: skip
    (pair,) = api.post("/api/log/readings/meter", json=told).json()["pairs"]
    assert (pair["figure"], pair["measured"]) == ("room.daylight", 200.0)
    assert pair["of"] == re.sub("[^a-z]+", "-", pair["room"].lower())
    (row,) = api.get("/api/log/compared").json()["rows"]
    assert (row["corrects"], row["unit"]) == (True, "lx")
    assert row["learned"]["status"] == "few"
    sun = {**told, "daylight": {"read_lx": 90_000.0}}
    assert api.post("/api/log/readings/meter", json=sun).json()["pairs"] == []
    assert api.post("/api/log/readings/meter", json={**told, "daylight": None}).json() == {
        "pairs": []
    }


def test_a_log_of_before_is_still_read(api: TestClient) -> None:
    """Version 1 knew nothing of how long setting up took; all else is as it was."""
    content = api.get("/api/log/log.json").json()
    assert content["version"] == 2
    reply = api.post("/api/log/open", content=json.dumps({**content, "version": 1}))
    assert reply.status_code == 200


def test_the_log_goes_out_and_in_again_whole(
    api: TestClient, database: Database, now: StandingClock
) -> None:
    fill_log(database, now)
    content = api.get("/api/log/log.json").content
    Draft202012Validator(log_schema()).validate(json.loads(content))
    again = api.post("/api/log/open", content=content).json()
    assert again == {"sessions": 0, "events": 0, "pairs": 0}, "what is there counts once"


def test_a_log_from_elsewhere_is_put_to_this_one(
    api: TestClient, database: Database, now: StandingClock
) -> None:
    fill_log(database, now)
    content = json.loads(api.get("/api/log/log.json").content)
    for one in content["sessions"]:
        one["id"] = f"other-{one['id']}"
    content["pairs"] = []
    taken = api.post("/api/log/open", content=json.dumps(content)).json()
    assert taken["sessions"] == 6
    assert api.get("/api/log/takes").json()["count"] == 22


@pytest.mark.parametrize(
    ("content", "code"),
    [
        (b"", "not-json"),
        (b"{", "not-json"),
        (b"[]", "not-a-log"),
        (b'{"format": "steeple-plan"}', "not-a-log"),
        (b'{"format": "steeple-log", "version": 7}', "newer-log"),
        (b'{"format": "steeple-log", "version": 1, "sessions": [{}]}', "missing"),
        (b'{"format": "steeple-log", "version": 1, "more": 1}', "unknown-field"),
    ],
)
def test_what_is_no_log_is_refused_in_a_sentence(
    api: TestClient, content: bytes, code: str
) -> None:
    reply = api.post("/api/log/open", content=content)
    assert reply.status_code == 422
    assert reply.json()["problems"][0]["code"] == code
    assert api.get("/api/log/sessions").json()["sessions"] == []


def test_markers_open_in_the_library_of_their_format(api: TestClient) -> None:
    tell(api, a_plan(api), *WHOLE)
    reply = api.get("/api/log/sessions/session-1/markers.otio")
    timeline = otio.adapters.read_from_string(reply.text, "otio_json")
    (track,) = timeline.tracks
    (clip,) = track
    assert clip.duration().to_seconds() == 480.0
    (marker,) = clip.markers
    assert marker.marked_range.start_time.to_seconds() == 120.0
    assert marker.name == "good: =1+1"


def test_tables_carry_no_formula(api: TestClient) -> None:
    tell(api, a_plan(api), *WHOLE)
    marks = list(csv.reader(io.StringIO(api.get("/api/log/sessions/session-1/marks.csv").text[1:])))
    assert marks[2][1:4] == ["good", "'=1+1", "00:02:00:00"]
    takes = list(csv.DictReader(io.StringIO(api.get("/api/log/takes.csv").text[1:])))
    assert takes[0]["seconds"] == "480.0"
    assert takes[0]["marks"].startswith("good")


def picture() -> bytes:
    made = Image.new("RGB", (1600, 900), "grey")
    exif = made.getexif()
    exif[0x010E] = "a description"
    out = BytesIO()
    made.save(out, "JPEG", exif=exif)
    return out.getvalue()


def test_pictures_are_kept_small_without_what_the_camera_wrote_and_removed(api: TestClient) -> None:
    plan = a_plan(api)
    kept = api.post("/api/log/pictures", params={"plan": plan, "says": "before"}, content=picture())
    picture_id = kept.json()["id"]
    shown = api.get(f"/api/log/pictures/{picture_id}")
    small = Image.open(BytesIO(shown.content))
    assert max(small.size) == 640
    assert not small.getexif()
    (line,) = api.get("/api/log/pictures", params={"plan": plan}).json()["pictures"]
    assert line["says"] == "before"
    assert api.post("/api/log/pictures/older", params={"days": 1}).json()["count"] == 0
    assert api.post("/api/log/pictures/older", params={"days": 0}).status_code == 422
    api.delete(f"/api/log/pictures/{picture_id}")
    assert api.get(f"/api/log/pictures/{picture_id}").status_code == 404
    bad = api.post("/api/log/pictures", params={"plan": plan}, content=b"no picture")
    assert bad.status_code == 422


def test_the_battery_that_went_empty_is_set_against_the_plan(api: TestClient) -> None:
    plan = a_plan(api)
    tell(
        api, plan, event(0, "begin", 1, revision=1), event(0, "take", 2),
        event(80, "stopped", 3, device="camera-overhead", name="it", why="battery empty", ago_s=300),
        event(90, "end", 4),
    )  # fmt: skip
    rows = api.get("/api/log/compared").json()["rows"]
    (pair,) = rows[0]["pairs"]
    assert pair["figure"] == "body.battery"
    assert pair["measured"] == 75 * 60
    assert pair["predicted"] == pair["plain"] > 0


def test_a_backup_has_the_log_with_its_pictures(
    api: TestClient, database: Database, tmp_path: Path
) -> None:
    plan = a_plan(api)
    tell(api, plan, *WHOLE)
    api.post("/api/log/pictures", params={"plan": plan}, content=picture())
    backup_to(database.path, tmp_path / "copy.db")
    copy = Database(tmp_path / "copy.db")
    with copy.reading() as connection:
        assert LogRepository(connection).session("session-1").record.takes[0].seconds == 480.0
        assert len(PictureRepository(connection).pictures(plan)) == 1
    copy.close()


def test_a_battery_that_was_changed_counts_from_then(api: TestClient) -> None:
    stopped = {"device": "camera-overhead", "name": "it", "why": "battery empty", "ago_s": 0}
    changed = {"device": "camera-overhead", "name": "it", "does": ["battery", "start"]}
    tell(
        api, a_plan(api), event(0, "begin", 1, revision=1), event(0, "take", 2),
        event(30, "did", 3, **changed), event(110, "stopped", 4, **stopped), event(120, "end", 5),
    )  # fmt: skip
    (pair,) = api.get("/api/log/compared").json()["rows"][0]["pairs"]
    assert pair["measured"] == 80 * 60


BUILT = {
    "on": "2026-11-28", "x_mm": 0.0, "y_mm": 0.0, "z_mm": 730.0, "tilt_deg": 0.4, "focal_mm": 27.3,
}  # fmt: skip


def frame(api: TestClient, plan: str, **more: Any) -> list[dict[str, Any]]:
    told = {"plan_id": plan, "revision": 1, "camera": "overhead", "built": BUILT, **more}
    found: list[dict[str, Any]] = api.post("/api/log/readings/frame", json=told).json()["pairs"]
    return found


def test_a_frame_belongs_to_the_session_that_runs(api: TestClient, now: StandingClock) -> None:
    plan = a_plan(api)
    assert {one["session_id"] for one in frame(api, plan)} == {None}
    tell(api, plan, *WHOLE[:2])
    now.at += timedelta(minutes=1)
    pairs = frame(api, plan)
    assert {one["session_id"] for one in pairs} == {"session-1"}
    assert {one["room"] for one in pairs} == {"The workroom"}
    tell(api, plan, *WHOLE)
    now.at += timedelta(minutes=1)
    assert {one["session_id"] for one in frame(api, plan)} == {None}, "it has ended"
    kept = [one for row in api.get("/api/log/compared").json()["rows"] for one in row["pairs"]]
    mine = [one for one in kept if one["session_id"] == "session-1"]
    assert len(mine) == len(pairs), "what it told anew took nothing away"


def test_a_session_left_open_for_days_is_not_the_one_that_runs(api: TestClient) -> None:
    plan = a_plan(api)
    long_ago = (NOW - timedelta(days=3)).isoformat()
    tell(api, plan, {**WHOLE[0], "at": long_ago})
    assert {one["session_id"] for one in frame(api, plan)} == {None}


def test_a_limit_nobody_knew_of_is_said_until_the_plan_knows_it(api: TestClient) -> None:
    stored = api.get(f"/api/plans/{a_plan(api)}").json()
    plan, document = stored["id"], stored["plan"]
    camera = next(one for one in document["cameras"] if one["id"] == "overhead")
    camera["body"] = {**camera["body"], "recording_limit_s": None}

    def save(base: int) -> int:
        told = {"line": stored["line"], "base_revision": base, "plan": document}
        return int(api.put(f"/api/plans/{plan}", json=told).json()["revision"])

    revision = save(stored["revision"])
    who = {"device": "camera-overhead", "name": "it", "silent": True}
    tell(
        api, plan, event(0, "begin", 1, revision=1), event(0, "take", 2),
        event(29.5, "stopped", 3, why="recording limit", **who), event(40, "end", 4),
    )  # fmt: skip

    def said() -> list[Any]:
        notes = api.get("/api/log/compared").json()["notes"]
        return [one["put"] for one in notes if one["code"] == "log.limit-not-known"]

    assert said() == [{"camera": "overhead", "field": "recording_limit_s", "seconds": 1770}]
    camera["body"]["recording_limit_s"] = 1770
    save(revision)
    assert said() == []


def test_a_card_that_filled_sooner_teaches_what_is_written(api: TestClient) -> None:
    plan = a_plan(api)
    who = {"device": "camera-overhead", "name": "it", "silent": True}
    for number in range(3):
        tell(
            api, plan, event(0, "begin", 1, revision=1), event(0, "take", 2),
            event(100 + number, "stopped", 3, why="card full", **who), event(130, "end", 4),
            session=f"session-{number}",
        )  # fmt: skip
    rows = api.get("/api/log/compared").json()["rows"]
    (row,) = [one for one in rows if one["figure"] == "body.bitrate"]
    assert len(row["pairs"]) == 3
    assert row["learned"]["by"] == "share"
    ratio = row["pairs"][0]["measured"] / row["pairs"][0]["plain"]
    assert row["learned"]["value"] == pytest.approx(ratio, rel=0.2)
