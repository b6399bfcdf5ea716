"""Working out, maps, pictures, comparison and the helpers over the wire, with bad input too."""

from __future__ import annotations

import io
import math
from typing import Any

import pytest
from PIL import Image
from starlette.testclient import TestClient

from steeple.demo.cupboard import BODIES, LENSES
from steeple.demo.plans import PLANS
from tests.api.test_errors_api import assert_one_shape
from tests.plans import SOUND, changed

PLAN = SOUND.model_dump(mode="json")
OWNED = {
    "owned_lenses": [lens.model_dump(mode="json") for lens in LENSES],
    "owned_bodies": [body.model_dump(mode="json") for body in BODIES],
}


def pixels(api: TestClient, **request: Any) -> Image.Image:
    reply = api.post("/api/picture", json={"plan": PLAN, **request})
    assert reply.status_code == 200, reply.text
    return Image.open(io.BytesIO(reply.content))


@pytest.mark.parametrize("plan", PLANS, ids=[plan.title for plan in PLANS])
def test_everything_the_lens_sheet_asks_for_is_answered(api: TestClient, plan: Any) -> None:
    body = {"plan": plan.model_dump(mode="json"), **OWNED}
    outcome = api.post("/api/work-out", json=body).json()
    assert outcome["line"]
    assert outcome["works"] or outcome["give_ways"]
    found = api.post("/api/zoom-map", json=body).json()
    assert found is None or (found["columns"] and found["reason"])
    compared = api.post("/api/compare", json=body).json()
    assert sum(row["present"] for row in compared["rows"]) == 1
    assert {row["owned"] for row in compared["rows"]} == {True, False}
    again = api.post("/api/compare", json=body).json()
    assert again == compared


def test_what_is_worked_out_can_be_sent_back_and_holds(api: TestClient) -> None:
    plan = changed(cameras__0__focal_mm=50, cameras__0__position={"z_mm": 400})
    before = plan.model_dump(mode="json")
    outcome = api.post("/api/work-out", json={"plan": before}).json()
    assert outcome["works"]
    for change in outcome["changes"]:
        *parents, last = change["path"].strip("/").split("/")
        place: Any = before
        for name in parents:
            place = place[int(name)] if isinstance(place, list) else place[name]
        place[last] = change["value"]
    judged = api.post("/api/evaluate", json={"plan": before}).json()
    assert [one["code"] for one in judged["findings"] if one["verdict"] == "fails"] == []


def test_pictures_have_the_shape_of_the_published_frame(api: TestClient) -> None:
    assert pixels(api).size == (320, 180)
    assert pixels(api, width_px=640).size == (640, 360)
    upright = changed(delivery__width_px=1080, delivery__height_px=1920).model_dump(mode="json")
    width, height = pixels(api, plan=upright, width_px=180).size
    assert height > width
    square = changed(delivery__width_px=1080, delivery__height_px=1080).model_dump(mode="json")
    width, height = pixels(api, plan=square, width_px=200).size
    assert width == height


def test_each_pose_makes_another_picture(api: TestClient) -> None:
    seen = {pixels(api, width_px=96, pose=pose).tobytes() for pose in range(9)}
    assert len(seen) == 9
    assert pixels(api, width_px=96).tobytes() == pixels(api, width_px=96, pose=4).tobytes()


def test_a_darker_mat_makes_a_darker_ground(api: TestClient) -> None:
    def ground(reflectance: float) -> float:
        plan = changed(table__mat_reflectance=reflectance, cameras__0__role="beauty",
                       work__items=[])  # fmt: skip
        image = pixels(api, plan=plan.model_dump(mode="json"), width_px=160).convert("L")
        corners = [image.getpixel(place) for place in ((4, 4), (155, 4), (4, 85), (155, 85))]
        return sum(float(each) for each in corners if isinstance(each, int | float)) / 4

    assert ground(0.04) < ground(0.2) < ground(0.6)


@pytest.mark.parametrize(
    ("path", "body", "code", "field"),
    [
        ("/api/picture", {"plan": PLAN, "width_px": 63}, "out-of-range", "/width_px"),
        ("/api/picture", {"plan": PLAN, "width_px": 1921}, "out-of-range", "/width_px"),
        ("/api/picture", {"plan": PLAN, "quality": "best"}, "not-a-choice", "/quality"),
        ("/api/picture", {"plan": PLAN, "camera": -1}, "out-of-range", "/camera"),
        ("/api/work-out", {"plan": PLAN, "camera": 99}, "out-of-range", "/camera"),
        ("/api/work-out", {"plan": PLAN, "camera": 3}, None, "camera"),
        ("/api/zoom-map", {"plan": {**PLAN, "table": 7}}, "wrong-kind", "/table"),
        ("/api/compare", {"plan": PLAN, "owned_lenses": [{}]}, "missing", "/owned_lenses/0/name"),
        (
            "/api/compare",
            {"plan": PLAN, "owned_lenses": [OWNED["owned_lenses"][0]] * 201},
            None,
            "/owned_lenses",
        ),
        (
            "/api/by-trying/field-of-view",
            {"distance_mm": 500, "seen_mm": 0},
            "out-of-range",
            "/seen_mm",
        ),
        (
            "/api/by-trying/field-of-view",
            {"distance_mm": 500, "seen_mm": 600, "second_seen_mm": 900},
            "missing",
            "second_distance_mm",
        ),
        (
            "/api/by-trying/area",
            {"sensor": "full", "width_px": 0, "height_px": 10},
            "out-of-range",
            "/width_px",
        ),
    ],
)
def test_bad_requests_name_their_field(
    api: TestClient, path: str, body: dict[str, Any], code: str | None, field: str
) -> None:
    reply = api.post(path, json=body)
    assert reply.status_code in (404, 422)
    assert_one_shape(reply)
    problem = reply.json()["problems"][0]
    assert code is None or problem["code"] == code
    assert problem["field"] == field


def test_two_looks_at_a_tape_find_where_the_pupil_is(api: TestClient) -> None:
    """Seen 620 mm at 500 mm and 1240 mm at 1030 mm: the pupil is 30 mm behind the front."""
    body = {"distance_mm": 470, "seen_mm": 620, "second_distance_mm": 970, "second_seen_mm": 1240}
    found = api.post("/api/by-trying/field-of-view", json=body).json()
    assert math.isclose(found["pupil_behind_mm"], 30, abs_tol=1e-6)
    wanted = 2 * math.degrees(math.atan(310 / 500))
    assert math.isclose(found["angle_deg"], wanted, abs_tol=1e-6)


def test_the_ratio_at_nearest_focus_is_the_sensor_by_what_it_sees(api: TestClient) -> None:
    found = api.post(
        "/api/by-trying/nearest-focus", json={"active_width_mm": 23.5, "seen_mm": 94}
    ).json()
    assert found == {"min_focus_from_mark_mm": None, "greatest_magnification": 0.25}
    nothing = api.post("/api/by-trying/nearest-focus", json={}).json()
    assert nothing == {"min_focus_from_mark_mm": None, "greatest_magnification": None}


def test_what_is_considered_stands_in_every_comparison(api: TestClient) -> None:
    lens = {**OWNED["owned_lenses"][0], "name": "Dear lens", "focal_min_mm": 11.0}
    new = {"kind": "lens", "figures": lens, "considered": True}
    assert api.post("/api/gear/things", json=new).status_code == 201
    support = next(
        one["figures"]
        for one in api.get("/api/gear/things").json()["things"]
        if one["kind"] == "support"
    )
    new = {"kind": "support", "figures": {**support, "name": "Dear stand"}, "considered": True}
    assert api.post("/api/gear/things", json=new).status_code == 201
    body = {"plan": PLAN, **OWNED}
    rows = api.post("/api/compare", json=body).json()["rows"]
    assert [one for one in rows if one["considered"] and "Dear lens" in one["name"]]
    held = api.post("/api/compare-supports", json=body).json()["rows"]
    assert [one["considered"] for one in held if one["name"] == "Dear stand"] == [True]
    lamps = api.post("/api/compare-lamps", json=body).json()["rows"]
    assert not any(one["considered"] for one in lamps)


def test_a_camera_taken_from_the_comparison_is_known_to_the_cupboard(api: TestClient) -> None:
    things = api.get("/api/gear/things").json()["things"]
    ids = {one["name"]: one["id"] for one in things}
    rows = api.post("/api/compare", json={"plan": PLAN, **OWNED}).json()["rows"]
    for row in rows:
        for one in row["changes"] if row["owned"] and not row["present"] else ():
            if one["path"].endswith("/body_id"):
                known = [ids[name] for name in ids if row["name"].startswith(name)]
                assert one["value"] == next(iter(known), None)
