"""Limits of cameras that nobody knew of until they came: a camera that stopped by itself, or for heat."""

from __future__ import annotations

import math
from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.rolling.session import Deed
from steeple.core.plan.values import Part, Slug
from steeple.core.record.event import StopWhy
from steeple.core.record.running import ran_s
from steeple.core.record.told import SessionRecord

LimitField = Literal["recording_limit_s", "heat_limit_s"]
LIMIT_FIELDS: Mapping[StopWhy, LimitField] = MappingProxyType(
    {"recording limit": "recording_limit_s", "heat": "heat_limit_s"}
)
FROM_START: frozenset[Deed] = frozenset({"start", "stop", "restart", "battery", "card"})
"""The deeds after which a recording counts from its begin."""
SOONEST_S, LATEST_S = 60, 43_200
"""What lies outside was told wrongly, or is no limit."""


class LimitSeen(Part):
    """A camera of a plan that stopped after so many seconds, by a limit that its figures do not have."""

    camera: Slug
    field: LimitField
    seconds: int


def limits_seen(record: SessionRecord, plan: Plan) -> tuple[LimitSeen, ...]:
    """What stops of a session tell of limits that a plan does not know.

    Parameters
    ----------
    record, plan
        a session; its plan as it is now.

    Returns
    -------
    The soonest of each limit of each camera.
    """
    soonest: dict[tuple[str, LimitField], int] = {}
    for stop in record.stops:
        field = LIMIT_FIELDS.get(stop.why)
        camera = next((one for one in plan.cameras if f"camera-{one.id}"[:40] == stop.device), None)
        if field is None or camera is None or camera.body is None:
            continue
        if getattr(camera.body, field) is not None:
            continue
        seconds = math.floor(ran_s(record, stop, FROM_START))
        if SOONEST_S <= seconds <= LATEST_S:
            key = (camera.id, field)
            soonest[key] = min(seconds, soonest.get(key, seconds))
    return tuple(
        LimitSeen(camera=camera, field=field, seconds=seconds)
        for (camera, field), seconds in soonest.items()
    )
