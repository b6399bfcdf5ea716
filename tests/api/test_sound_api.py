"""Routes of the sound step."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from steeple.core.plan.document import Plan
from steeple.core.plan.reading import validate_plan
from steeple.devices.clapper import Clapped, StandInRecorder, heard, sound_file
from tests.plans import BARE, CLIP, SOUND, changed

ROOM = Clapped(0.5)


def body(plan: Plan, **more: Any) -> dict[str, Any]:
    return {"plan": plan.model_dump(mode="json"), **more}


def sent(*contents: bytes, name: str = "clap.wav") -> list[tuple[str, tuple[str, bytes, str]]]:
    return [
        ("files", (f"{at} {name}", content, "audio/wav")) for at, content in enumerate(contents)
    ]


def test_ways_to_hear_it_can_be_put_into_the_plan(api: TestClient) -> None:
    bare = changed(mics=[])
    asked = body(bare, kind="voice", owned_microphones=[CLIP.gear.model_dump(mode="json")])
    found = api.post("/api/microphones", json=asked).json()
    assert found["called"] == "your voice"
    clip = next(one for one in found["rows"] if one["held"] == "clip-on")
    assert clip["owned"]
    plan = bare.model_dump(mode="json")
    plan["mics"] = [clip["mic"]]
    assert validate_plan(plan).mics[0].gear == CLIP.gear


def test_a_plan_without_an_instrument_has_no_way_to_hear_one(api: TestClient) -> None:
    found = api.post("/api/microphones", json=body(SOUND, kind="instrument")).json()
    assert found["rows"] == []
    assert api.post("/api/microphones", json=body(SOUND, kind="drum")).status_code == 422


def test_a_clap_is_read_and_a_second_is_set_to_it(api: TestClient) -> None:
    recorder = StandInRecorder()
    reply = api.post(
        "/api/clap",
        files=sent(recorder.record(ROOM), recorder.record(ROOM, behind_s=0.02)),
        data={"frame_rate_hz": "50"},
    )
    found = reply.json()
    assert found["files"][0]["rt60_s"] == pytest.approx(0.5, rel=0.05)
    assert found["files"][0]["curve"][0][1] == pytest.approx(0, abs=0.5)
    (against,) = found["against_first"]
    assert against["behind_s"] == pytest.approx(0.02, abs=0.001)
    assert against["behind_frames"] == pytest.approx(1.0, abs=0.05)


REFUSED = [
    (b"this is no sound", 422, "No sound could be read"),
    (b"", 422, "No sound could be read"),
    (StandInRecorder().record(ROOM)[:2000], 200, "half a second"),
    (sound_file(0 * heard(ROOM, 1), "wav"), 200, "silent"),
    (sound_file(40 * heard(ROOM, 1), "wav"), 200, "clipped"),
    (StandInRecorder().record(Clapped(0.3, again_s=1.5)), 200, "2 claps"),
    (sound_file(heard(ROOM, 1)[::8], "wav", rate_hz=6000), 422, "6000 samples a second"),
]


@pytest.mark.parametrize(("content", "status", "words"), REFUSED)
def test_what_cannot_be_read_says_why(
    api: TestClient, content: bytes, status: int, words: str
) -> None:
    reply = api.post("/api/clap", files=sent(content))
    assert reply.status_code == status
    said = reply.json()
    row = said["problems"][0]["sentence"] if status == 422 else said["files"][0]["problem"]
    assert words in row


def test_more_than_sixty_four_megabytes_are_refused_before_they_are_held(api: TestClient) -> None:
    reply = api.post("/api/clap", files=sent(b"0" * 65_000_000))
    assert reply.status_code == 413
    assert "64 MB together" in reply.json()["problems"][0]["sentence"]
    many = api.post("/api/clap", files=sent(*[b"x"] * 9))
    assert "1 to 8 are read" in many.json()["problems"][0]["sentence"]


@pytest.mark.parametrize("form", ["wav", "flac", "mp4", "mov"])
def test_the_stand_in_claps_in_the_room_of_the_plan(api: TestClient, form: str) -> None:
    reply = api.post("/api/clap/stand-in", json=body(SOUND, form=form))
    assert reply.headers["content-disposition"].endswith(f'.{form}"')
    read = api.post("/api/clap", files=sent(reply.content, name=f"clap.{form}")).json()
    assert read["files"][0]["rt60_s"] == pytest.approx(0.433, rel=0.06)


def test_a_room_of_no_size_cannot_be_clapped_in(api: TestClient) -> None:
    refused = api.post("/api/clap/stand-in", json=body(BARE))
    assert refused.status_code == 422
    assert "width, depth and height" in refused.json()["problems"][0]["sentence"]


BAD = [
    ({"sound__rt60_s": 0.0}, "Echo as measured"),
    ({"mics__0__position__z_mm": 99_999.0}, "Microphone above the table"),
    ({"mics__0__into": {"kind": "camera", "id": "none"}}, "is not in the plan"),
    ({"mics__0__pair": {"form": "spaced"}, "mics__0__held": "camera"}, "a pair is held"),
    ({"room__surfaces": {"floor": "lava"}}, "Floor of the room"),
    ({"sound__noises": [{"name": "x", "kind": "fan", "level_db": 900}]}, "How loud it is"),
]


@pytest.mark.parametrize(("values", "words"), BAD)
def test_figures_that_cannot_be_are_refused_by_name(
    api: TestClient, values: dict[str, Any], words: str
) -> None:
    plan = SOUND.model_dump(mode="json")
    for path, value in values.items():
        node: Any = plan
        *parents, last = path.split("__")
        for step in parents:
            node = node[int(step) if step.isdigit() else step]
        node[last] = value
    refused = api.post("/api/evaluate", json={"plan": plan})
    assert refused.status_code == 422
    assert words in refused.json()["problems"][0]["sentence"]
