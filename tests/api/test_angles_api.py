"""The angles step over HTTP: the ring of views, wishes for cameras, change-overs."""

from __future__ import annotations

from starlette.testclient import TestClient

from tests.angles_cases import beside, seen_from
from tests.api.test_light_api import body
from tests.plans import BARE, PHONE, SOUND, SOUND_IN_FULL, STAND, changed

TWO = beside(seen_from(150, 25))


def test_the_ring_has_every_direction_and_a_draft_is_marked(api: TestClient) -> None:
    whole = api.post("/api/ring", json=body(TWO, camera=1)).json()
    draft = api.post("/api/ring", json=body(TWO, camera=1, draft=True)).json()
    assert len(whole["views"]) == len(draft["views"]) == 24 * 8 + 1
    assert draft["draft"] and not whole["draft"]  # noqa: PT018
    assert whole["camera_id"] == "side"
    assert whole["changes"]


def test_what_has_no_ring_is_refused_with_a_sentence(api: TestClient) -> None:
    for plan, camera in ((BARE, 0), (TWO, 5), (changed(cameras__0__body=None), 0)):
        reply = api.post("/api/ring", json=body(plan, camera=camera))
        assert reply.status_code == 422
        assert reply.json()["problems"][0]["sentence"].endswith(".")


def test_a_wish_is_answered_with_places_that_can_be_taken(api: TestClient) -> None:
    asks = api.get("/api/asks").json()
    assert {one["ask"] for one in asks} >= {"face", "pedals", "left-hand"}
    owned = {"owned_bodies": [PHONE.model_dump(mode="json")], "owned_supports": [
        {"id": "one", "gear": STAND.model_dump(mode="json")}]}  # fmt: skip
    reply = api.post(
        "/api/place-camera", json={**body(SOUND), "camera": None, "ask": "face", **owned}
    )
    assert reply.status_code == 200
    found = reply.json()
    assert found["offers"]
    paths = [one["path"] for one in found["offers"][0]["changes"]]
    assert paths[-1] == "/cameras"
    refused = api.post("/api/place-camera", json={**body(SOUND), "camera": 4, "ask": "face"})
    assert refused.status_code == 422
    assert "not in this plan" in refused.json()["problems"][0]["sentence"]


def test_the_change_from_one_set_up_to_the_next_is_told(api: TestClient) -> None:
    plan = SOUND_IN_FULL.model_dump(mode="json")
    plan["setups"][1]["cameras"] = ["side"]
    plan["setups"][0]["cameras"] = ["overhead"]
    found = api.post("/api/change-overs", json={"plan": plan}).json()
    assert [(one["first"], one["second"]) for one in found] == [("cutting", "talking")]
    assert found[0]["break_min"] == 10
    assert found[0]["takes_min"] == sum(one["takes_min"] for one in found[0]["moves"])


def test_a_reveal_is_told_second_by_second(api: TestClient) -> None:
    found = api.post("/api/reveal", json={**body(SOUND), "duration_s": 6.0}).json()
    assert found["lamp"] == "a soft lamp"
    assert found["steps"][-1]["time_s"] == 6
    assert found["steps"][0]["darker_stops"] > found["steps"][-1]["darker_stops"]
    refused = api.post("/api/reveal", json={**body(SOUND), "duration_s": 900.0})
    assert refused.status_code == 422
    assert "1 to 30 s" in refused.json()["problems"][0]["sentence"]


def test_how_takes_fit_together_is_told(api: TestClient) -> None:
    said = api.post("/api/sync", json=body(TWO, camera=1)).json()["says"]
    assert said[0][0]["text"].startswith("Clap once")
    assert api.post("/api/sync", json=body(SOUND)).json()["says"] == []
