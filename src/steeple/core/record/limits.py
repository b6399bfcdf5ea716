"""Limits of cameras that nobody knew of until they came: a camera that stopped by itself, or for heat."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
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


@dataclass(frozen=True, slots=True)
class LimitCame:
    """A device that stopped by a limit of its own, after so many seconds; ``device`` by its id in events."""

    device: str
    field: LimitField
    seconds: int


def limits_came(record: SessionRecord) -> tuple[LimitCame, ...]:
    """The limits that came in a session, whatever its plan knows.

    Parameters
    ----------
    record
        a session.

    Returns
    -------
    The soonest of each limit of each device.
    """
    soonest: dict[tuple[str, LimitField], int] = {}
    for stop in record.stops:
        field = LIMIT_FIELDS.get(stop.why)
        if field is None:
            continue
        seconds = math.floor(ran_s(record, stop, FROM_START))
        if SOONEST_S <= seconds <= LATEST_S:
            key = (stop.device, field)
            soonest[key] = min(seconds, soonest.get(key, seconds))
    return tuple(LimitCame(*key, seconds) for key, seconds in soonest.items())


def unknown_to(came: Iterable[LimitCame], plan: Plan) -> tuple[LimitSeen, ...]:
    """Those of some limits that the cameras of a plan do not have in their figures.

    Parameters
    ----------
    came, plan
        limits that came; the plan as it is now.
    """
    cameras = {f"camera-{one.id}"[:40]: one for one in plan.cameras if one.body is not None}
    return tuple(
        LimitSeen(camera=camera.id, field=one.field, seconds=one.seconds)
        for one in came
        if (camera := cameras.get(one.device)) is not None
        and getattr(camera.body, one.field) is None
    )
