"""A session by steps of one second: slow, plain, and written apart from the one by events."""

from __future__ import annotations

from collections.abc import Sequence

from steeple.core.roll.device import Action, Bank, Device, Segment, Why

EASE = 1e-6


class _State:
    """A device as it stands at the moment."""

    def __init__(self, device: Device, actions: Sequence[Action]) -> None:
        self.on, self.begin = False, False
        self.since, self.heat, self.off, self.file = 0, 0, 0, 0.0
        self.card, self.battery = device.card_bytes, device.battery_j
        self.cards, self.batteries = device.spare_cards, device.spare_batteries
        self.busy: int | None = None
        self.files: list[int] = []
        mine = [one for one in actions if one.device == device.id]
        self.todo = sorted(mine, key=lambda one: one.at_s)


def by_seconds(
    session_s: int, devices: Sequence[Device], actions: Sequence[Action], banks: Sequence[Bank]
) -> tuple[list[Segment], dict[str, int]]:
    """Every stretch of every device, and when each bank went empty."""
    level = {one.id: one.energy_j for one in banks}
    empty: dict[str, int] = {}
    found: list[Segment] = []
    state = {one.id: _State(one, actions) for one in devices}

    def off(device: Device, now: int, why: Why) -> None:
        mine = state[device.id]
        if now > mine.since:
            found.append(Segment(device.id, mine.since, now, why, tuple(mine.files)))
        mine.on, mine.off = False, now

    def on(device: Device, now: int) -> None:
        mine = state[device.id]
        if now - mine.off >= device.rest_s:
            mine.heat = 0
        mine.on, mine.since, mine.file, mine.files = True, now, 0.0, []

    def why_not(device: Device) -> Why | None:
        """What keeps a device from running one more second."""
        mine = state[device.id]
        own = device.bank is None or device.bank in empty
        if own and mine.battery is not None and mine.battery < device.power_w - EASE:
            return "battery empty"
        if mine.card is not None and mine.card < device.bytes_per_s - EASE:
            return "card full"
        return None

    def check(device: Device, now: int) -> None:
        mine = state[device.id]
        if not mine.on:
            return
        why = why_not(device)
        if (
            why is None
            and device.take_limit_s is not None
            and now - mine.since >= device.take_limit_s
        ):
            why = "recording limit"
        limit = device.file_limit_bytes
        full = limit is not None and mine.file + device.bytes_per_s > limit + EASE
        if why is None and full and not device.file_goes_on:
            why = "file limit"
        if why is None and device.heat_limit_s is not None and mine.heat >= device.heat_limit_s:
            why = "heat"
        if why is not None:
            off(device, now, why)
        elif full and mine.file > 0:
            mine.files.append(now)
            mine.file = 0.0

    for now in range(session_s + 1):
        for device in devices:
            mine = state[device.id]
            while True:
                if mine.busy is not None:
                    if mine.busy > now:
                        break
                    mine.busy = None
                    if mine.begin:
                        on(device, now)
                if not mine.todo or mine.todo[0].at_s > now:
                    break
                action = mine.todo.pop(0)
                if action.does == ("start",) and mine.on:
                    continue
                if mine.on:
                    off(device, now, "by hand")
                if "battery" in action.does and mine.batteries:
                    mine.batteries -= 1
                    mine.battery = device.battery_j
                if "card" in action.does and mine.cards:
                    mine.cards -= 1
                    mine.card = device.card_bytes
                mine.begin = "stop" not in action.does
                mine.busy = now + action.takes_s
            check(device, now)
        for bank in banks:
            mine_on = [one for one in devices if one.bank == bank.id and state[one.id].on]
            drawn = sum(one.power_w for one in mine_on)
            if bank.id not in empty and drawn and level[bank.id] < drawn - EASE:
                empty[bank.id] = now
                for device in devices:
                    check(device, now)
        if now == session_s:
            break
        for bank in banks:
            if bank.id not in empty:
                level[bank.id] -= sum(
                    one.power_w for one in devices if one.bank == bank.id and state[one.id].on
                )
        for device in devices:
            mine = state[device.id]
            if mine.on:
                mine.file += device.bytes_per_s
                mine.heat += 1
                if mine.card is not None:
                    mine.card -= device.bytes_per_s
                if mine.battery is not None and (device.bank is None or device.bank in empty):
                    mine.battery -= device.power_w
    for device in devices:
        if state[device.id].on:
            off(device, session_s, "end")
    return sorted(found, key=lambda one: (one.start_s, one.device)), empty
