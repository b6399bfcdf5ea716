"""Events of a session for tests: told minute by minute."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any

from steeple.core.record.event import Heard, heard, read_event

BEGAN = datetime(2026, 11, 28, 9, 0, tzinfo=UTC)
NOW = datetime(2026, 11, 28, 20, 0, tzinfo=UTC)


def said(minute: float, kind: str, number: int, /, **more: Any) -> dict[str, Any]:
    """An event as a device sends it."""
    at = BEGAN + timedelta(minutes=minute)
    return {"id": f"event-{number:04d}", "at": at.isoformat(), "n": number, "kind": kind, **more}


def told(*events: dict[str, Any], device: str = "phone", ahead_s: float = 0.0) -> list[Heard]:
    """Events as they were heard of a device whose clock is so far ahead."""
    return [
        heard(read_event(one), device, sent_at=NOW + timedelta(seconds=ahead_s), now=NOW)
        for one in events
    ]
