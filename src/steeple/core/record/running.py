"""How long a device had run when it stopped by itself."""

from __future__ import annotations

from collections.abc import Collection
from datetime import datetime

from steeple.core.plan.parts.rolling.session import Deed
from steeple.core.record.told import SessionRecord, StopMade


def ran_s(record: SessionRecord, stop: StopMade, since: Collection[Deed]) -> float:
    """How long a device had recorded when it stopped, since something was last done at it.

    Parameters
    ----------
    record, stop
        a session, and one of its stops.
    since
        the deeds from which it counts anew: a changed battery, say. Where it counts from each start of recording
        (``"start"`` is among them), so does every new take and every time that it ran again after a stop.

    Returns
    -------
    Seconds within takes, without the time in which the device stood still by itself.
    """
    own = [one for one in record.stops if one.device == stop.device and one.at < stop.at]
    begins = [record.began]
    begins += [
        one.at
        for one in record.did
        if one.device == stop.device and one.at < stop.at and set(one.does) & set(since)
    ]
    if "start" in since:
        begins += [one.again_at for one in own if one.again_at is not None]
        begins += [one.start for one in record.takes if one.start <= stop.at]
    begin = max(one for one in begins if one <= stop.at)
    total = 0.0
    for take in record.takes:
        at, end = max(take.start, begin), min(take.end or stop.at, stop.at)
        # Stops may overlap where one was told twice: what lies before each is run once.
        for one in sorted(own, key=lambda each: each.at):
            total += _seconds(at, min(end, one.at))
            at = max(at, one.again_at or end)
        total += _seconds(at, end)
    return total


def _seconds(start: datetime, end: datetime) -> float:
    return max(0.0, (end - start).total_seconds())
