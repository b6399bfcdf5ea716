"""Routes of the card: in full, as files, drawings to scale, the scene and the figures."""

from __future__ import annotations

from io import BytesIO

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from steeple.core.plan.reading import write_plan
from steeple.demo.angles import SHELF
from tests.plans import BARE


@pytest.fixture
def plan_id(api: TestClient) -> str:
    reply = api.post("/api/plans/open", content=write_plan(SHELF[1]))
    found: str = reply.json()["id"]
    return found


def test_the_card_in_full(api: TestClient) -> None:
    body = {"plan": SHELF[1].model_dump(mode="json"), "letters": "large"}
    found = api.post("/api/card", json=body).json()
    assert [one["camera"] for one in found["views"]] == ["overhead", "side", "phone"]
    plain = api.post("/api/card", json={**body, "letters": "plain"}).json()
    large, small = (one["views"][0]["side"]["letters_mm"] for one in (found, plain))
    assert large > small
    assert api.post("/api/card", json={**body, "letters": "huge"}).status_code == 422


def test_an_empty_plan_has_a_card_all_the_same(api: TestClient) -> None:
    found = api.post("/api/card", json={"plan": BARE.model_dump(mode="json")}).json()
    assert found["lines"] == []
    assert found["views"][0]["frame"] is None
    assert found["packing"]


def test_files_of_the_card(api: TestClient, plan_id: str) -> None:
    for form, pages in (("short", 1), ("long", 7)):
        reply = api.get(f"/api/plans/{plan_id}/card.pdf", params={"form": form, "paper": "letter"})
        assert reply.headers["content-type"] == "application/pdf"
        assert len(PdfReader(BytesIO(reply.content)).pages) == pages
    for path, kind, begins in (
        ("drawing?form=svg&view=above", "image/svg+xml", b"<?xml"),
        ("drawing?form=pdf&view=frame&camera=phone&scale=20", "application/pdf", b"%PDF"),
        ("drawing?form=dxf&view=side&units=in", "image/vnd.dxf", b"  0\n"),
        ("scene.glb", "model/gltf-binary", b"glTF"),
        ("figures.csv", "text/csv; charset=utf-8", b"\xef\xbb\xbfpart"),
    ):
        reply = api.get(f"/api/plans/{plan_id}/{path}")
        assert reply.status_code == 200, reply.text
        assert reply.headers["content-type"] == kind
        assert reply.content.startswith(begins)
        assert "folding-dumplings" in reply.headers["content-disposition"]


def test_what_is_not_there_is_said(api: TestClient, plan_id: str) -> None:
    for asked, words in (
        ("camera=nobody", "There is no camera “nobody”"),
        ("scale=5", "it fits at 1:"),
        ("view=frame&camera=side", "nothing to tape down"),
    ):
        reply = api.get(f"/api/plans/{plan_id}/drawing?{asked}")
        assert reply.status_code in (400, 422), asked
        assert words in reply.json()["problems"][0]["sentence"]
    assert api.get("/api/plans/none/scene.glb").status_code in (404, 422)
