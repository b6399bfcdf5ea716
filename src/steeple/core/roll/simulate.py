"""A session run through from event to event: no steps of time, every stop at its second.

Everything is spent at a steady rate between two events, so the next event is the earliest of: the next
thing that a hand does, a limit of a device that runs, a bank that is empty, the end. A device runs for
whole seconds: it stops at the last second for which what it has is enough.
"""

from __future__ import annotations

import math
from collections.abc import Container, Sequence
from dataclasses import dataclass, field

from steeple.core.errors import InputError
from steeple.core.roll.device import Action, Bank, Device, Left, Run, Segment, Why

LONGEST_S = 48 * 3600
_HAIR = 1e-9
"""Of a second; so near to a whole one, it is one."""


@dataclass(slots=True)
class _State:
    """A device as it stands at the moment."""

    device: Device
    queue: list[Action]
    card: float
    battery: float
    cards: int
    batteries: int
    running: bool = False
    since: int = 0
    file_bytes: float = 0.0
    files: list[int] = field(default_factory=list)
    heat_s: int = 0
    stopped_at: int = 0
    busy_until: int | None = None
    begins: bool = False
    shares: tuple[float, float] = (1.0, 1.0)

    def left(self) -> tuple[float, float]:
        """Share of a full card and of a full battery that is left."""
        card, battery = self.device.card_bytes, self.device.battery_j
        return (
            1.0 if not card else max(0.0, self.card / card),
            1.0 if not battery else max(0.0, self.battery / battery),
        )

    def fed(self, empty: Container[str]) -> bool:
        """Whether a bank that is not empty feeds it."""
        return self.device.bank is not None and self.device.bank not in empty


def simulate(
    session_s: int,
    devices: Sequence[Device],
    actions: Sequence[Action] = (),
    banks: Sequence[Bank] = (),
) -> Run:
    """Run a session through.

    Parameters
    ----------
    session_s
        its length in seconds, 1 to 48 hours.
    devices
        everything that runs; nothing runs before its first ``start``.
    actions
        what is done, in any order. One that comes while another is in hand at the same device waits for it.
    banks
        what feeds some of them.

    Returns
    -------
    Every stretch. A device that is on a bank spends it first, shared with what else is on it; when it cannot
    give all of them one more second it is empty for good, and batteries of their own follow.

    Raises
    ------
    InputError
        ``session-length``; ``no-such-device`` for an action or a bank that is not there.
    """
    if not 1 <= session_s <= LONGEST_S:
        raise InputError(
            "session-length",
            f"A session takes 1 second to 48 hours, not {session_s} s.",
            field="session_s",
            value=session_s,
            allowed=f"1 to {LONGEST_S}",
        )
    left = {one.id: one.energy_j for one in banks}
    states = {one.id: _state(one, actions) for one in devices}
    for name in [one.device for one in actions if one.device not in states] + [
        one.bank for one in devices if one.bank is not None and one.bank not in left
    ]:
        raise InputError(
            "no-such-device", f"“{name}” is not among what runs.", field="device", value=name,
            allowed=", ".join([*states, *left]),
        )  # fmt: skip
    segments: list[Segment] = []
    empty: dict[str, int] = {}
    now = 0
    while True:
        _do_what_is_due(states, now, segments)
        _stop_what_must(states, now, empty, segments)
        for bank, rest in left.items():
            drawn = _drawn(states, bank)
            if bank not in empty and drawn and _seconds(rest, drawn) < 1:
                empty[bank] = now
                _stop_what_must(states, now, empty, segments)
        if now >= session_s:
            break
        ahead = min(_next(states, now, left, empty), session_s)
        _spend(states, ahead - now, left, empty)
        now = ahead
    for one in states.values():
        if one.running:
            _end(one, now, "end", segments)
    segments.sort(key=lambda one: (one.start_s, one.device))
    return Run(
        segments=tuple(segments),
        banks_empty=empty,
        left={
            key: Left(
                None if one.device.card_bytes is None else one.card,
                None if one.device.battery_j is None else one.battery,
                one.cards,
                one.batteries,
            )
            for key, one in states.items()
        },
    )


def _full(limit: float | None) -> float:
    return math.inf if limit is None else limit


def _state(device: Device, actions: Sequence[Action]) -> _State:
    mine = sorted((one for one in actions if one.device == device.id), key=lambda one: one.at_s)
    return _State(
        device=device,
        queue=mine,
        card=_full(device.card_bytes),
        battery=_full(device.battery_j),
        cards=device.spare_cards,
        batteries=device.spare_batteries,
    )


def _end(one: _State, now: int, why: Why, segments: list[Segment]) -> None:
    if now > one.since:
        card, battery = one.left()
        segments.append(
            Segment(
                one.device.id, one.since, now, why, tuple(one.files),
                card=(one.shares[0], card), battery=(one.shares[1], battery),
            )
        )  # fmt: skip
    one.running = False
    one.stopped_at = now


def _begin(one: _State, now: int) -> None:
    if now - one.stopped_at >= one.device.rest_s:
        one.heat_s = 0
    one.running = True
    one.since = now
    one.file_bytes = 0.0
    one.files = []
    one.shares = one.left()


def _do_what_is_due(states: dict[str, _State], now: int, segments: list[Segment]) -> None:
    """Everything that a hand begins or ends at this second."""
    for one in states.values():
        while True:
            if one.busy_until is not None:
                if one.busy_until > now:
                    break
                one.busy_until = None
                if one.begins:
                    _begin(one, now)
            if not one.queue or one.queue[0].at_s > now:
                break
            action = one.queue.pop(0)
            if action.does == ("start",) and one.running:
                continue
            if one.running:
                _end(one, now, "by hand", segments)
            if "battery" in action.does and one.batteries > 0:
                one.batteries -= 1
                one.battery = _full(one.device.battery_j)
            if "card" in action.does and one.cards > 0:
                one.cards -= 1
                one.card = _full(one.device.card_bytes)
            one.begins = "stop" not in action.does
            one.busy_until = now + action.takes_s


def _seconds(rest: float, rate: float) -> float:
    """How many whole seconds something lasts."""
    if rate <= 0 or math.isinf(rest):
        return math.inf
    return math.floor(rest / rate + _HAIR)


def _limits(one: _State, now: int, empty: Container[str]) -> list[tuple[float, Why]]:
    """How many seconds each limit still leaves a device that runs, the gravest first among equals."""
    device, taken = one.device, now - one.since
    found: list[tuple[float, Why]] = []
    if not one.fed(empty):
        found.append((_seconds(one.battery, device.power_w), "battery empty"))
    found.append((_seconds(one.card, device.bytes_per_s), "card full"))
    if device.take_limit_s is not None:
        found.append((device.take_limit_s - taken, "recording limit"))
    if device.file_limit_bytes is not None and not device.file_goes_on:
        rest = device.file_limit_bytes - one.file_bytes
        found.append((_seconds(rest, device.bytes_per_s), "file limit"))
    if device.heat_limit_s is not None:
        found.append((device.heat_limit_s - one.heat_s, "heat"))
    return found


def _stop_what_must(
    states: dict[str, _State], now: int, empty: Container[str], segments: list[Segment]
) -> None:
    """End everything that cannot run one more second, and begin the new files."""
    for one in states.values():
        if not one.running:
            continue
        spent = [why for rest, why in _limits(one, now, empty) if rest < 1]
        if spent:
            _end(one, now, spent[0], segments)
            continue
        limit = one.device.file_limit_bytes
        if limit is not None and one.device.file_goes_on:
            rate = one.device.bytes_per_s
            if rate > 0 and _seconds(limit - one.file_bytes, rate) < 1 and one.file_bytes > 0:
                one.files.append(now)
                one.file_bytes = 0.0


def _drawn(states: dict[str, _State], bank: str) -> float:
    return sum(
        one.device.power_w for one in states.values() if one.running and one.device.bank == bank
    )


def _next(
    states: dict[str, _State], now: int, banks: dict[str, float], empty: Container[str]
) -> int:
    """The second of the next event."""
    ahead: list[float] = []
    for one in states.values():
        if one.busy_until is not None:
            ahead.append(one.busy_until)
        if one.queue:
            ahead.append(max(one.queue[0].at_s, one.busy_until or 0))
        if one.running:
            ahead += [now + rest for rest, _ in _limits(one, now, empty)]
            limit, rate = one.device.file_limit_bytes, one.device.bytes_per_s
            if limit is not None and one.device.file_goes_on and rate > 0:
                ahead.append(now + max(1.0, _seconds(limit - one.file_bytes, rate)))
    for bank, rest in banks.items():
        if bank not in empty:
            ahead.append(now + _seconds(rest, _drawn(states, bank)))
    later = [one for one in ahead if one > now]
    return int(min(later)) if later and not math.isinf(min(later)) else LONGEST_S


def _spend(
    states: dict[str, _State], seconds: int, banks: dict[str, float], empty: Container[str]
) -> None:
    """What runs uses up over some seconds."""
    for bank in banks:
        if bank not in empty:
            banks[bank] -= _drawn(states, bank) * seconds
    for one in states.values():
        if not one.running:
            continue
        written = one.device.bytes_per_s * seconds
        one.card -= written
        one.file_bytes += written
        one.heat_s += seconds
        if not one.fed(empty):
            one.battery -= one.device.power_w * seconds
