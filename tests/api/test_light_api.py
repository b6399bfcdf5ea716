"""The light step over HTTP: dome, maps, lamps placed line by line, schools, glare, IES files."""

from __future__ import annotations

import json
from typing import Any

import pytest
from starlette.testclient import TestClient

from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.room import Room
from steeple.demo.plans import GILDING
from tests.formats.test_ies import ies
from tests.light_cases import OWNED_LAMPS
from tests.plans import BARE, SOUND, changed


def body(plan: Plan, **more: Any) -> dict[str, Any]:
    return {"plan": plan.model_dump(mode="json"), **more}


def test_the_dome_has_every_direction_and_a_draft_is_marked(api: TestClient) -> None:
    whole = api.post("/api/dome", json=body(SOUND)).json()
    draft = api.post("/api/dome", json=body(SOUND, draft=True)).json()
    assert len(whole["directions"]) == len(draft["directions"]) == 24 * 8
    assert draft["draft"] and not whole["draft"]  # noqa: PT018
    assert whole["best"]["blocked"] == ""
    refused = api.post("/api/dome", json=body(SOUND, lamp=3))
    assert refused.status_code == 422
    assert "there is no lamp 3" in refused.json()["problems"][0]["sentence"]


@pytest.mark.parametrize("of", ["light", "shadow", "gloss"])
def test_maps_of_the_zone(api: TestClient, of: str) -> None:
    found = api.post("/api/light-map", json=body(GILDING, of=of)).json()
    assert len(found["values"]) == found["across"] * found["along"]
    assert found["says"]
    assert api.post("/api/light-map", json=body(BARE, of=of)).status_code == 422
    assert api.post("/api/light-map", json=body(SOUND, of=of, pose=9)).status_code == 422


def test_lamps_are_placed_line_by_line(api: TestClient) -> None:
    owned = [one.model_dump(mode="json") for one in OWNED_LAMPS]
    reply = api.post("/api/place-lamps", json=body(changed(lights=[]), owned_fixtures=owned))
    assert reply.headers["content-type"] == "application/x-ndjson"
    lines = [json.loads(line) for line in reply.text.splitlines()]
    assert [bool(one["progress"]) for one in lines] == [True] * (len(lines) - 1) + [False]
    option = lines[-1]["outcome"]["options"][0]
    changes = [Change.model_validate(one) for one in option["changes"]]
    assert apply_changes(changed(lights=[]), changes).lights
    refused = api.post("/api/place-lamps", json=body(BARE, camera=4))
    assert refused.status_code == 422


def test_schools_and_ways_against_glare(api: TestClient) -> None:
    schools = api.post("/api/light-layouts", json=body(SOUND)).json()
    assert [one["id"] for one in schools][:2] == ["even-pair", "key-and-card"]
    found = api.post("/api/compare-glare", json=body(GILDING)).json()
    assert found["rows"][0]["share"] > 0
    assert api.post("/api/compare-glare", json=body(SOUND)).json() is None


def test_an_ies_file_is_read_and_a_broken_one_refused(api: TestClient) -> None:
    headers = {"content-type": "application/octet-stream"}
    found = api.post("/api/gear/ies", content=ies().encode(), headers=headers).json()
    assert found["beam_deg"] == pytest.approx(120, abs=0.2)
    assert found["axis_cd"] == pytest.approx(1000)
    figures = {"name": "measured", "emitter": "rectangle", "ies": found["ies"]}
    made = api.post("/api/gear/things", json={"kind": "fixture", "figures": figures})
    assert made.status_code == 201
    broken = api.post("/api/gear/ies", content=b"no lamp", headers=headers)
    assert broken.status_code == 422
    assert broken.json()["problems"][0]["sentence"].startswith("Line 1: ")
    as_table = api.get("/api/gear/file").text
    assert "TILT=NONE" in as_table
    again = api.post(
        "/api/gear/file?look_only=true", content=as_table.encode(), headers=headers
    ).json()
    assert not again["refused"]


def test_the_cupboard_offers_lamps_and_cards(api: TestClient) -> None:
    found = api.get("/api/gear").json()
    assert {one["gear"]["name"] for one in found["fixtures"]} >= {"Soft square, 60"}
    assert found["cards"]


def test_a_thing_is_lifted_off_the_background(api: TestClient) -> None:
    asked = body(GILDING, size_mm=12.0)
    found = api.post("/api/lifting", json=asked).json()
    heights = [row["height_mm"] for row in found["rows"]]
    assert heights == sorted(heights)
    assert found["rows"][0]["depth_stops"] > found["rows"][-1]["depth_stops"]
    assert found["says"]
    dark = GILDING.model_copy(update={"lights": (), "cards": (), "room": Room()})
    assert api.post("/api/lifting", json=body(dark)).json() is None
    refused = api.post("/api/lifting", json=asked | {"size_mm": 0.5})
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["field"] == "/size_mm"
    assert api.post("/api/lifting", json=asked | {"camera": 7}).status_code == 422
