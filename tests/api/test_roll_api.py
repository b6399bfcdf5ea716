"""Routes of the roll step."""

from __future__ import annotations

import pytest
from fastapi.testclient import TestClient
from icalendar import Calendar

from tests.plans import BARE, SOUND, changed
from tests.roll_cases import RESTART, STOPS, session

STOPPING = changed(cameras__0__body=STOPS)
ALARMED = changed(
    STOPPING, session=session(lasts_min=50, handling=RESTART, date="2026-03-14", begins="18:30")
)


def body(plan: object) -> dict[str, object]:
    return {"plan": plan.model_dump(mode="json")}  # type: ignore[attr-defined]


def test_a_session_is_told_in_rows(api: TestClient) -> None:
    found = api.post("/api/roll", json=body(STOPPING)).json()
    assert found["segments"] == [
        {"device": "camera/overhead", "start_s": 0, "end_s": 1740, "why": "recording limit"}
    ]
    assert found["bare"] == [{"start_s": 1740, "end_s": 3600, "by_hand": False}]
    assert api.post("/api/roll", json=body(BARE)).json()["segments"] == []


def test_getting_up_is_worked_out_and_mends_it(api: TestClient) -> None:
    handling = api.post("/api/stagger", json=body(STOPPING)).json()["handling"]
    assert handling
    plan = STOPPING.model_dump(mode="json")
    plan["session"]["handling"] = handling
    assert all(one["by_hand"] for one in api.post("/api/roll", json={"plan": plan}).json()["bare"])


def test_alarms_come_as_a_calendar_file(api: TestClient) -> None:
    reply = api.post("/api/alarms", json=body(ALARMED))
    assert reply.headers["content-type"].startswith("text/calendar")
    assert ".ics" in reply.headers["content-disposition"]
    assert len(list(Calendar.from_ical(reply.content).walk("VEVENT"))) == 1


def test_without_day_and_hour_there_is_no_calendar_and_it_says_so(api: TestClient) -> None:
    refused = api.post("/api/alarms", json=body(SOUND))
    assert refused.status_code == 422
    assert "on which day and at what hour" in refused.json()["problems"][0]["sentence"]


@pytest.mark.parametrize("minutes", [0, 6000, -5])
def test_a_session_of_no_time_or_of_days_is_refused(api: TestClient, minutes: int) -> None:
    plan = SOUND.model_dump(mode="json")
    plan["session"]["lasts_min"] = minutes
    refused = api.post("/api/roll", json={"plan": plan})
    assert refused.status_code == 422
    sentence = refused.json()["problems"][0]["sentence"]
    assert "Length of the session" in sentence
    assert "1440" in sentence
