"""When somebody gets up: restarts and changes so that something always runs, in breaks where there are any.

Source: Dijkstra, *A Note on Two Problems in Connexion with Graphs* (1959): the least count of things done
outside a break, then the least count in all, over the moments worth a thought: the first and the last of each
break that comes before a stop, and the last whole minute before it. Devices are taken one after the other, the main camera
first, and nobody is at two devices at once.
"""

from __future__ import annotations

import heapq
import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from steeple.core.budget import look
from steeple.core.plan.parts.rolling.session import HANDLING_LIMIT, Deed, Handling
from steeple.core.roll.coverage import Stretch, common, length
from steeple.core.roll.device import BY_ITSELF, Action, Device, Run, Why
from steeple.core.roll.simulate import simulate
from steeple.core.study.inputs.session import GivenSession
from steeple.core.study.roll.given.devices import GivenDevice
from steeple.core.study.roll.study import RollStudy

WALK_S = 60
"""From one device to the next, and the least time between an action and the stop that it forestalls."""
MINUTE = 60
STATES = 4_000
DEED_FOR: dict[Why, Deed] = {
    "recording limit": "restart",
    "file limit": "restart",
    "battery empty": "battery",
    "card full": "card",
}


@dataclass(frozen=True, slots=True)
class _Done:
    """One thing done at a device; a rest is a stop and a start."""

    at_s: int
    does: tuple[Deed, ...]
    takes_s: int


_Tried = tuple[tuple[int, int, int], int, tuple[_Done, ...], int]
"""What it costs, a number that settles ties, what is done, and when the last of it is."""


def staggered(study: RollStudy) -> tuple[Handling, ...]:
    """What is to be done by hand so that everything runs as long as it is to.

    Parameters
    ----------
    study
        a session; what it plans to do by hand is not looked at.

    Returns
    -------
    In order of time. What nothing at hand can prevent is left: an empty battery without a spare one.
    """
    main = study.main
    order = sorted(
        study.devices, key=lambda one: (one is not main, one.kind != "camera", _first(study, one))
    )
    busy: list[Stretch] = []
    found: list[Handling] = []
    for one in order:
        for done in _for_one(study, one, busy):
            busy.append((done.at_s - WALK_S, done.at_s + done.takes_s + WALK_S))
            found.append(
                Handling(kind=one.kind, device=one.id, at_min=done.at_s / MINUTE, does=done.does)
            )
    return tuple(sorted(found, key=lambda one: one.at_min)[:HANDLING_LIMIT])


def _first(study: RollStudy, one: GivenDevice) -> float:
    limits = study.limits(one)
    return limits[0].early_s if limits else math.inf


def _alone(study: RollStudy, one: GivenDevice) -> Device:
    """A device by itself, with the least that its battery holds and its share of its bank."""
    device = one.device
    if device.battery_j is None or not device.power_w:
        return replace(device, bank=None, battery_j=None)
    lasts = [each.early_s for each in study.limits(one) if each.why == "battery empty"]
    energy = lasts[0] * device.power_w if lasts else None
    return replace(device, bank=None, battery_j=energy)


def _runs(session: GivenSession, one: GivenDevice, device: Device, done: Sequence[_Done]) -> Run:
    actions = [Action(one.key, start, ("start",)) for start, _ in one.windows]
    actions += [Action(one.key, end, ("stop",)) for _, end in one.windows if end < session.length_s]
    actions += [Action(one.key, each.at_s, each.does, each.takes_s) for each in done]
    return simulate(session.length_s, [device], actions)


def _next_stop(
    session: GivenSession, one: GivenDevice, run: Run, after_s: int
) -> tuple[int, int, Why] | None:
    """The first stop by itself after a moment that leaves something out: when that stretch began, when it
    ends, and why."""
    for segment in run.segments:
        if segment.why in BY_ITSELF and segment.end_s > after_s:
            wanted = common([(segment.end_s, session.length_s)], one.windows)
            if length(common(wanted, session.filmed)):
                return segment.start_s, segment.end_s, segment.why
    return None


def _for_one(study: RollStudy, one: GivenDevice, busy: Sequence[Stretch]) -> list[_Done]:
    """The best that can be done at one device."""
    session, device = study.session, _alone(study, one)
    tie = itertools.count()
    start: tuple[_Done, ...] = ()
    heap: list[_Tried] = [((0, 0, 0), next(tie), start, 0)]
    seen: set[tuple[object, ...]] = set()
    best: tuple[int, tuple[_Done, ...]] | None = None
    while heap and len(seen) < STATES:
        look()
        cost, _, done, at = heapq.heappop(heap)
        run = _runs(session, one, device, done)
        stop = _next_stop(session, one, run, at)
        if stop is None:
            return list(done)
        if best is None or stop[1] > best[0]:
            best = stop[1], done
        left = run.left[one.key]
        key = (at, stop, left.cards, left.batteries)
        if key in seen:
            continue
        seen.add(key)
        for more in _ways(session, one, device, run, stop, at, busy):
            outside = sum(
                not session.in_break(each.at_s, each.at_s + each.takes_s) for each in more
            )
            after = max(each.at_s for each in more)
            heapq.heappush(
                heap,
                ((cost[0] + outside, cost[1] + 1, -after), next(tie), (*done, *more), after),
            )
    return [] if best is None else list(best[1])


def _ways(
    session: GivenSession, one: GivenDevice, device: Device, run: Run, stop: tuple[int, int, Why],
    at: int, busy: Sequence[Stretch],
) -> list[tuple[_Done, ...]]:  # fmt: skip
    """The moments worth a thought at which a stop can be forestalled."""
    begun, ends, why = stop
    left = run.left[one.key]
    if (why == "battery empty" and not left.batteries) or (why == "card full" and not left.cards):
        return []
    if why == "heat":
        return _rests(session, device, begun, ends, at)
    does: tuple[Deed, ...] = (DEED_FOR[why],)
    takes = session.restart_s if does == ("restart",) else session.change_s
    earliest = max(begun, at) + WALK_S
    latest = ends - WALK_S
    moments = []
    for each in session.breaks:
        first = _slot_in(each.stretch, takes, busy)
        until = min(each.end_s - takes, ends - 1)
        then = _latest(each.start_s, until // MINUTE * MINUTE, takes, busy)
        moments += [at for at in (first, then) if at is not None and earliest <= at <= until]
    last = _latest(earliest, latest // MINUTE * MINUTE, takes, busy)
    if last is not None:
        moments.append(last)
    return [
        (_with_more(session, device, run, one, _Done(moment, does, takes), ends - begun),)
        for moment in dict.fromkeys(moments)
    ]


def _with_more(
    session: GivenSession, device: Device, run: Run, one: GivenDevice, done: _Done, interval: int
) -> _Done:
    """The same with a battery or a card changed too, where it would not last until the next time."""
    if done.does != ("restart",):
        return done
    segment = next(each for each in run.of(one.key) if each.start_s <= done.at_s < each.end_s)
    spent = done.at_s - segment.start_s
    extra: list[Deed] = []
    left = run.left[one.key]
    if left.batteries and device.battery_j and device.power_w:
        rest = segment.battery[0] * device.battery_j / device.power_w - spent
        if rest < interval:
            extra.append("battery")
    if left.cards and device.card_bytes and device.bytes_per_s:
        rest = segment.card[0] * device.card_bytes / device.bytes_per_s - spent
        if rest < interval:
            extra.append("card")
    if not extra:
        return done
    return _Done(done.at_s, tuple(extra), session.change_s * len(extra))


def _rests(
    session: GivenSession, device: Device, begun: int, ends: int, at: int
) -> list[tuple[_Done, ...]]:
    """A camera that grows hot is switched off until it is cold again, in a break where one is long enough."""
    moments = [
        each.start_s
        for each in session.breaks
        if max(begun, at) < each.start_s <= ends and each.end_s - each.start_s >= device.rest_s
    ]
    last = (ends - WALK_S) // MINUTE * MINUTE
    if last > max(begun, at):
        moments.append(last)
    return [
        (
            _Done(moment, ("stop",), 0),
            _Done(moment + device.rest_s, ("start",), 0),
        )
        for moment in dict.fromkeys(moments)
    ]


def _slot_in(stretch: Stretch, takes: int, busy: Sequence[Stretch]) -> int | None:
    """The first moment of a break at which nobody is needed elsewhere, if there is one."""
    at = stretch[0]
    while at + takes <= stretch[1]:
        hit = next((one for one in busy if one[0] < at + takes and at < one[1]), None)
        if hit is None:
            return at
        at = hit[1]
    return None


def _latest(earliest: int, latest: int, takes: int, busy: Sequence[Stretch]) -> int | None:
    """The last whole minute at which nobody is needed elsewhere."""
    at = latest
    while at >= earliest:
        hit = next((one for one in busy if one[0] < at + takes and at < one[1]), None)
        if hit is None:
            return at
        at = (hit[0] - takes) // MINUTE * MINUTE
    return None
