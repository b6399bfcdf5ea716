"""Limits that came and that nobody knew of."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.plan.document import Plan
from steeple.core.record.limits import limits_came, unknown_to
from steeple.core.record.session import session_of
from steeple.core.record.told import SessionRecord
from tests.plans import SOUND, changed
from tests.roll_cases import STOPS, body
from tests.told import said, told

CAMERA = SOUND.cameras[0].id
WHO = {"device": f"camera-{CAMERA}", "name": "it", "silent": True}
UNKNOWN = changed(SOUND, cameras__0__body=body(recording_limit_s=None, heat_limit_s=None))


def record(*events: dict[str, Any]) -> SessionRecord:
    found = session_of(told(said(0, "begin", 1, revision=1), *events))
    assert found is not None
    return found


def ran(minutes: float, why: str = "recording limit", **who: Any) -> SessionRecord:
    return record(
        said(2, "take", 2), said(2 + minutes, "stopped", 3, **{**WHO, **who}, why=why)
    )  # fmt: skip


def seen(plan: Plan, told_of: SessionRecord) -> list[tuple[str, str, int]]:
    return [(one.camera, one.field, one.seconds) for one in unknown_to(limits_came(told_of), plan)]


@pytest.mark.parametrize(
    ("why", "field"), [("recording limit", "recording_limit_s"), ("heat", "heat_limit_s")]
)
def test_a_limit_that_came_is_seen_with_its_time(why: str, field: str) -> None:
    assert seen(UNKNOWN, ran(29.5, why)) == [(CAMERA, field, 1770)]


def test_a_limit_that_is_known_is_not_news() -> None:
    known = changed(SOUND, cameras__0__body=STOPS)
    assert seen(known, ran(28)) == []


def test_what_a_card_or_a_battery_ends_is_no_limit_of_the_camera() -> None:
    assert seen(UNKNOWN, ran(28, "card full")) == []
    assert seen(UNKNOWN, ran(28, "battery empty")) == []
    assert seen(UNKNOWN, ran(28, "unknown")) == []


def test_the_soonest_of_several_counts() -> None:
    twice = record(
        said(0, "take", 2), said(31, "stopped", 3, **WHO, why="recording limit"),
        said(35, "did", 4, device=WHO["device"], name="it", does=["start"]),
        said(64.5, "stopped", 5, **WHO, why="recording limit"),
    )  # fmt: skip
    assert seen(UNKNOWN, twice) == [(CAMERA, "recording_limit_s", 1770)]


def test_a_stop_at_once_or_of_something_else_tells_nothing() -> None:
    assert seen(UNKNOWN, ran(0.2)) == []
    assert seen(UNKNOWN, ran(29, device="camera-other")) == []
    assert seen(UNKNOWN, ran(29, device="lamp-key")) == []
    assert seen(SOUND.model_copy(update={"cameras": ()}), ran(29)) == []
