"""The angles step over HTTP: the ring of views."""

from __future__ import annotations

from starlette.testclient import TestClient

from tests.angles_cases import beside, seen_from
from tests.api.test_light_api import body
from tests.plans import BARE, changed

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
