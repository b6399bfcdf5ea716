"""Routes of the check: the chart, a frame read against a plan, and the stand-in that takes frames."""

from __future__ import annotations

import json
from io import BytesIO
from typing import Any

import pytest
from fastapi.testclient import TestClient
from PIL import Image
from pypdf import PdfReader

from steeple.core.plan.document import Plan
from steeple.demo.plans import DUMPLINGS, GILDING
from tests.checks import BOOK, Bench, lit_from_both_sides


def dumped(plan: Plan) -> dict[str, Any]:
    found: dict[str, Any] = plan.model_dump(mode="json")
    return found


def read(api: TestClient, content: bytes, plan: Plan = BOOK, **said: Any) -> Any:
    return api.post(
        "/api/check",
        files=[("files", ("frame.jpg", content, "image/jpeg"))],
        data={"plan": json.dumps(dumped(plan)), **said},
    )


def test_a_chart_in_both_forms(api: TestClient) -> None:
    pdf = api.post("/api/chart", json={"plan": dumped(DUMPLINGS), "paper": "tiles"})
    assert pdf.headers["content-type"] == "application/pdf"
    assert len(PdfReader(BytesIO(pdf.content)).pages) > 1
    png = api.post("/api/chart", json={"plan": dumped(BOOK), "form": "png", "dpi": 72})
    with Image.open(BytesIO(png.content)) as image:
        assert image.format == "PNG"
    assert api.post("/api/chart", json={"plan": dumped(BOOK), "dpi": 9}).status_code == 422


def test_a_frame_of_the_stand_in_is_read(api: TestClient) -> None:
    plan = lit_from_both_sides()
    taken = api.post(
        "/api/check/stand-in", json={"plan": dumped(plan), "camera": "overhead", "up_mm": -50.0}
    )
    assert taken.headers["content-type"] == "image/jpeg"
    found = read(api, taken.content, plan, camera="overhead").json()
    assert "check.too-low" in {one["code"] for one in found["notes"]}
    assert found["moves"]
    assert found["measured"]["height_mm"]["value"] == pytest.approx(690, abs=3)


def test_what_the_maker_says_is_taken(api: TestClient) -> None:
    frame = Bench().frame()
    found = read(api, frame, tape_mm="745", bar_mm="150").json()
    assert found["trusted"] == "tape"
    assert found["measured"]["height_mm"]["value"] == pytest.approx(745, abs=1)


def test_bad_input_is_said_in_a_sentence(api: TestClient) -> None:
    for reply, words in (
        (read(api, b"only words"), "No picture could be read"),
        (read(api, Bench().frame(), bar_mm="20"), "The bar of the chart is 20 mm"),
        (read(api, Bench().frame(), camera="nobody"), "nobody"),
    ):
        assert reply.status_code in (400, 413, 422)
        assert words in reply.json()["problems"][0]["sentence"]
    no_plan = api.post(
        "/api/check",
        files=[("files", ("frame.jpg", b"x", "image/jpeg"))],
        data={"plan": "{}"},
    )
    assert no_plan.status_code in (400, 422)
    assert no_plan.json()["problems"]


def test_the_stand_in_refuses_what_no_bench_does(api: TestClient) -> None:
    for wrong in ({"up_mm": 5_000}, {"zoom_percent": 90}, {"camera": "nobody"}, {"lamps": [0.0]}):
        reply = api.post("/api/check/stand-in", json={"plan": dumped(BOOK), **wrong})
        assert reply.status_code in (400, 404, 422), wrong
        assert reply.json()["problems"]


def test_the_same_step_by_step(api: TestClient) -> None:
    reply = api.post(
        "/api/check/steps",
        files=[("files", ("frame.jpg", Bench().frame(), "image/jpeg"))],
        data={"plan": json.dumps(dumped(BOOK))},
    )
    lines = [json.loads(line) for line in reply.text.splitlines()]
    assert lines[0]["progress"]["says"] == "The chart is looked for"
    assert lines[-1]["report"]["measured"]["height_mm"]["value"] == pytest.approx(740, abs=2)
    assert lines[-1]["report"]["as_built"]["on"].startswith("20")
    bad = api.post(
        "/api/check/steps",
        files=[("files", ("frame.jpg", b"only words", "image/jpeg"))],
        data={"plan": json.dumps(dumped(BOOK))},
    )
    assert "No picture could be read" in bad.text


def test_a_clip_of_the_stand_in_tells_how_far_it_is(api: TestClient) -> None:
    taken = api.post("/api/check/stand-in", json={"plan": dumped(BOOK), "kind": "clip"})
    assert taken.headers["content-type"] == "video/mp4"
    reply = api.post(
        "/api/check/steps",
        files=[("files", ("tap.mp4", taken.content, "video/mp4"))],
        data={"plan": json.dumps(dumped(BOOK))},
    )
    lines = [json.loads(line) for line in reply.text.splitlines()]
    done = [one["progress"]["done_s"] for one in lines if one["progress"]]
    assert len(done) > 4
    assert done == sorted(done)
    assert lines[-1]["report"]["tap"]["frequency_hz"] == pytest.approx(5.5, abs=0.4)


def test_the_daylight_of_the_stand_in_is_set_against_the_sky_of_the_plan(api: TestClient) -> None:
    plan = dumped(GILDING)
    found = api.post("/api/check/stand-in/readings", json={"plan": plan, "seed": 4}).json()
    reading = {"read_lx": found["daylight_lx"], "at": GILDING.room.daylight.begins}  # type: ignore[union-attr]
    told = api.post("/api/check/meter", json={"plan": plan, "daylight": reading}).json()
    assert told["rows"] == []
    assert told["daylight"]["clock"] == reading["at"]
    assert told["daylight"]["read_lx"] == reading["read_lx"]
    assert abs(told["daylight"]["off_stops"]) < 1.2
    dark = dumped(lit_from_both_sides())
    dark["room"]["windows"] = []
    assert (
        api.post("/api/check/stand-in/readings", json={"plan": dark}).json()["daylight_lx"] is None
    )
    refused = api.post("/api/check/meter", json={"plan": dark, "daylight": {"read_lx": 100}})
    assert refused.json()["problems"][0]["code"] == "no-daylight"


@pytest.mark.parametrize(
    "reading",
    [{"read_lx": -1}, {"read_lx": 1e6}, {"at": "9:00"}, {"read_lx": 5, "at": "25:00"}, {}],
)
def test_a_daylight_that_cannot_be_read_is_refused(
    api: TestClient, reading: dict[str, Any]
) -> None:
    asked = {"plan": dumped(GILDING), "daylight": reading}
    reply = api.post("/api/check/meter", json=asked)
    assert reply.status_code == 422
    assert all(one["sentence"] for one in reply.json()["problems"])


def test_meters_of_the_stand_in_set_levels(api: TestClient) -> None:
    plan = dumped(lit_from_both_sides())
    asked = {"plan": plan, "lamps": [1.5, 1.0], "up_mm": -20.0}
    found = api.post("/api/check/stand-in/readings", json=asked).json()
    assert found["tape_mm"] == pytest.approx(720, abs=6)
    assert found["incline_deg"] < 0.6
    assert found["sound_db"] > 25
    told = api.post("/api/check/meter", json={"plan": plan, "readings": found["meter"]}).json()
    left, right = told["rows"]
    assert (left["lamp"], left["verdict"], right["verdict"]) == ("left", "watch", "holds")
    assert left["level"]["value"] == pytest.approx(33, abs=3)
    wrong = {"plan": plan, "readings": [{"lamp": "none", "read_lx": 5}]}
    assert (
        "no lit lamp" in api.post("/api/check/meter", json=wrong).json()["problems"][0]["sentence"]
    )
    assert (
        api.post(
            "/api/check/meter", json={"plan": plan, "readings": [{"lamp": "left", "read_lx": -5}]}
        ).status_code
        == 422
    )
