"""The cupboard and the helpers over the API."""

from __future__ import annotations

import math
from typing import Any

import pytest
from fastapi.testclient import TestClient

from steeple.core.plan.cupboard.kinds import KINDS
from tests.plans import SOUND, ZOOM, changed

OCTETS = {"content-type": "application/octet-stream"}
LENS: dict[str, Any] = ZOOM.model_dump(mode="json")
PLAN = SOUND.model_dump(mode="json")


def test_kinds_tell_their_fields(api: TestClient) -> None:
    kinds = api.get("/api/gear/kinds").json()
    assert [one["kind"] for one in kinds] == list(KINDS)
    body = {field["path"]: field for field in kinds[0]["fields"]}
    assert body["modes/*/width_px"]["kind"] == "whole"
    assert body["screen"]["choices"] == ["fixed", "tilting", "turning", "none"]
    assert body["back_mm"]["length"]
    assert not body["modes/*/sensor_width_mm"]["length"], "printed in millimetres everywhere"


def test_a_thing_lives_its_life(api: TestClient) -> None:
    added = api.post("/api/gear/things", json={"kind": "lens", "figures": LENS})
    assert added.status_code == 201
    thing = added.json()
    at = f"/api/gear/things/{thing['id']}"
    figures = {**thing["figures"], "name": "renamed"}
    edited = api.put(at, json={"base_version": 1, "figures": figures}).json()
    assert (edited["version"], edited["name"]) == (2, "renamed")
    again = api.put(at, json={"base_version": 1, "figures": figures})
    assert (again.status_code, again.json()["version"]) == (200, 2)
    other = {**figures, "name": "another name"}
    late = api.put(at, json={"base_version": 1, "figures": other})
    assert late.status_code == 409
    assert late.json()["newest_revision"] == 2
    copy = api.post(f"{at}/copy").json()
    assert copy["name"] == "renamed, copy"
    assert api.post(f"{at}/retire").json()["retired"]
    found = api.get("/api/gear/things", params={"words": "renamed"}).json()
    assert [one["id"] for one in found["things"]] == [copy["id"]]
    assert found["counts"] == {"lens": 1}
    assert not api.post(f"{at}/put-back").json()["retired"]
    assert api.get("/api/gear").json()["lenses"][-1]["gear"]["name"] == "renamed, copy"


def test_a_thing_is_considered_before_it_is_bought(api: TestClient) -> None:
    new = {"kind": "lens", "figures": LENS, "considered": True}
    thing = api.post("/api/gear/things", json=new).json()
    assert thing["considered"]
    considered = api.get("/api/gear/things", params={"state": "considered"}).json()["things"]
    assert [one["id"] for one in considered] == [thing["id"]]
    owned = {one["id"] for one in api.get("/api/gear").json()["lenses"]}
    assert thing["id"] not in owned
    assert not api.post(f"/api/gear/things/{thing['id']}/own").json()["considered"]
    assert thing["id"] in {one["id"] for one in api.get("/api/gear").json()["lenses"]}
    assert api.post("/api/gear/things/none/own").status_code == 404
    assert api.get("/api/gear/things", params={"state": "lost"}).status_code == 422


@pytest.mark.parametrize(
    ("figures", "field", "words"),
    [
        ({**LENS, "focal_min_mm": 1e9}, "/focal_min_mm", "between 1 mm and 2000 mm"),
        ({**LENS, "colour": "red"}, "/colour", "no field called"),
        ({k: v for k, v in LENS.items() if k != "name"}, "/name", "missing"),
        ({**LENS, "f_number_wide": "wide"}, "/f_number_wide", "needs a number"),
    ],
)
def test_figures_are_refused_by_field(
    api: TestClient, figures: dict[str, Any], field: str, words: str
) -> None:
    reply = api.post("/api/gear/things", json={"kind": "lens", "figures": figures})
    assert reply.status_code == 422
    (problem,) = reply.json()["problems"]
    assert problem["field"] == field
    assert words in problem["sentence"]


def test_files_go_out_and_in(api: TestClient) -> None:
    table = api.get("/api/gear/file", params={"form": "csv", "kind": "lens"})
    assert table.headers["content-type"].startswith("text/csv")
    assert 'filename="lenses.gear.csv"' in table.headers["content-disposition"]
    same = api.post("/api/gear/file", content=table.content, headers=OCTETS).json()
    assert (len(same["fresh"]), len(same["known"]), same["refused"]) == (0, 7, [])
    broken = table.content + b"lens,broken,x,,,,,,,\r\n"
    report = api.post("/api/gear/file", content=broken, headers=OCTETS).json()
    assert not report["done"]
    assert report["refused"][0]["column"] == "focal_min_mm"
    assert report["refused"][0]["line"] == 9
    whole = api.get("/api/gear/file", params={"form": "json"}).json()
    assert whole["format"] == "steeple-gear"
    assert api.get("/api/gear/file", params={"form": "xls"}).status_code == 422
    none = api.post("/api/gear/file", content=b"\x00\xff", headers=OCTETS)
    assert none.status_code == 422


def test_a_plan_takes_new_figures_only_when_told(api: TestClient) -> None:
    plan = api.get("/api/plans").json()["plans"][0]
    sheet = api.get(f"/api/plans/{plan['id']}").json()
    lens_id = sheet["plan"]["cameras"][0]["lens_id"]
    assert lens_id, "demo plans know where their gear comes from"
    thing = next(
        one
        for one in api.get("/api/gear/things", params={"kind": "lens"}).json()["things"]
        if one["id"] == lens_id
    )
    figures = {**thing["figures"], "length_mm": 71.0}
    api.put(f"/api/gear/things/{lens_id}", json={"base_version": 1, "figures": figures})
    using = api.get(f"/api/gear/things/{lens_id}/plans").json()
    mine = next(one for one in using if one["id"] == plan["id"])
    assert not mine["same"]
    renewed = api.post(
        f"/api/gear/things/{lens_id}/plans/{plan['id']}",
        json={"line": mine["line"], "base_revision": mine["revision"]},
    ).json()
    assert renewed["plan"]["cameras"][0]["lens"]["length_mm"] == 71.0


def test_helpers_find_figures_with_a_tape(api: TestClient) -> None:
    sensors = api.get("/api/by-trying/sensors").json()
    name = next(one["name"] for one in sensors if one["width_mm"] == 23.5)
    area = api.post(
        "/api/by-trying/area", json={"sensor": name, "width_px": 3840, "height_px": 2160}
    ).json()
    assert math.isclose(area["height_mm"], 23.5 * 9 / 16)
    view = api.post("/api/by-trying/field-of-view", json={"distance_mm": 500, "seen_mm": 620})
    assert math.isclose(view.json()["angle_deg"], 63.59, abs_tol=0.01)
    near = api.post(
        "/api/by-trying/nearest-focus",
        json={"rim_to_print_mm": 162, "length_mm": 70, "flange_mm": 18},
    ).json()
    assert near == {"min_focus_from_mark_mm": 250.0, "greatest_magnification": None}
    assert api.post("/api/by-trying/area", json={"sensor": "huge", "width_px": 100,
                                                 "height_px": 100}).status_code == 422  # fmt: skip


def test_pictures_maps_and_comparisons_are_made_of_any_plan(api: TestClient) -> None:
    picture = api.post("/api/picture", json={"plan": PLAN, "width_px": 128})
    assert picture.headers["content-type"] == "image/png"
    assert picture.content.startswith(b"\x89PNG")
    assert api.post("/api/picture", json={"plan": PLAN, "pose": 9}).status_code == 422
    low = changed(cameras__0__position={"z_mm": 20}).model_dump(mode="json")
    refused = api.post("/api/picture", json={"plan": low})
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["code"] == "no-picture"
    request = {"plan": PLAN, "owned_lenses": [LENS]}
    assert api.post("/api/work-out", json=request).json()["works"]
    assert len(api.post("/api/zoom-map", json=request).json()["columns"]) == 33
    assert api.post("/api/compare", json=request).json()["rows"]
    bare = {"plan": {**PLAN, "cameras": [], "mics": []}}
    assert api.post("/api/zoom-map", json=bare).json() is None
    assert api.post("/api/picture", json=bare).status_code == 422


def test_a_plan_of_the_first_version_is_worked_out_too(api: TestClient) -> None:
    old = {"format": "steeple-plan", "version": 1, "title": "old", "work": {"shape": "cloth"}}
    assert api.post("/api/evaluate", json={"plan": old}).status_code == 200
