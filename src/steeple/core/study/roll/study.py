"""The session run through: what stops when and why, when nothing is recorded, and what is done by hand."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.rolling.session import Handling
from steeple.core.roll.coverage import Stretch, common, joined, length, without
from steeple.core.roll.device import BY_ITSELF, Action, Bank, Run, Why
from steeple.core.roll.power import SPREAD
from steeple.core.roll.simulate import simulate
from steeple.core.study.base.step import Context
from steeple.core.study.inputs.session import GivenSession, given_session
from steeple.core.study.roll.given.devices import GivenDevice, given_banks, given_devices, scaled

SHORT_S = 120
"""A gap by hand that is no longer than this is a cut; a longer one is missing film. A planning value."""


@dataclass(frozen=True, slots=True)
class Stop:
    """A device that stops by itself before it is to end. ``early_s`` and ``late_s`` are when it would with
    batteries that hold less or more; ``gap_s`` how long it then stands still of the time it is to run."""

    device: GivenDevice
    at_s: int
    early_s: int
    late_s: int | None
    why: Why
    gap_s: int

    @property
    def sure(self) -> bool:
        """Whether it is known to stop: what happens at the largest file may never have been tried."""
        return self.why != "file limit" or "file" not in self.device.gaps

    @property
    def silent(self) -> bool:
        """Whether nothing tells that it has stopped."""
        return self.device.tells_stop is not True


@dataclass(frozen=True, slots=True)
class Limit:
    """What would stop a device that nobody touches, and after how long: likely, at the earliest, and at the
    latest. ``early_s`` differs from ``after_s`` for batteries alone."""

    why: Why
    after_s: float
    early_s: float
    late_s: float


@dataclass(frozen=True, slots=True)
class Planned:
    """Something done by hand, with the second it is done, what it takes, and until when it could wait at the
    most. ``in_break`` where nothing is missed by it."""

    handling: Handling
    device: GivenDevice
    at_s: int
    takes_s: int
    waits_till_s: int | None
    in_break: bool
    stage: str


@dataclass(frozen=True)
class RollStudy:
    """A session run through.

    ``run`` with what batteries likely hold, ``early`` with the least, ``late`` with the most. ``required`` is
    when something must be recorded; ``bare`` are the stretches of that in which nothing is (or the main
    camera is not, where one is chosen), ``missed`` those of them that no hand made on purpose. ``plan`` is
    looked at for what the step reads of it alone.
    """

    plan: Plan
    session: GivenSession
    devices: tuple[GivenDevice, ...]
    banks: tuple[Bank, ...]
    unknown_banks: tuple[str, ...]
    actions: tuple[Action, ...]
    run: Run
    early: Run
    late: Run
    required: tuple[Stretch, ...]
    handling: tuple[Handling, ...]

    @cached_property
    def cameras(self) -> tuple[GivenDevice, ...]:
        """The cameras among the devices."""
        return tuple(one for one in self.devices if one.kind == "camera")

    @property
    def main(self) -> GivenDevice | None:
        """The camera that must always run, where one is chosen."""
        wanted = self.plan.session.main
        return next((one for one in self.cameras if wanted in one.films), None)

    def stretches(self, run: Run, device: GivenDevice) -> list[Stretch]:
        """When a device runs."""
        return joined((one.start_s, one.end_s) for one in run.of(device.key))

    def _covering(self, at: Stretch) -> list[GivenDevice]:
        """The cameras that must cover a stretch: the main one where it is to film then, else any."""
        main = self.main
        if main is not None and common([at], main.windows):
            return [main]
        return list(self.cameras)

    @cached_property
    def bare(self) -> list[Stretch]:
        """What must be recorded and likely is not."""
        found: list[Stretch] = []
        for piece in self.required:
            covered: list[Stretch] = []
            for one in self._covering(piece):
                covered += self.stretches(self.run, one)
            found += without([piece], covered)
        return joined(found)

    @cached_property
    def missed(self) -> list[Stretch]:
        """Of that, what no hand made on purpose: more than a restart or a change takes."""
        return [one for one in self.bare if one[1] - one[0] > SHORT_S or not self._by_hand(one)]

    def _by_hand(self, at: Stretch) -> bool:
        return any(
            one.at_s <= at[0] and at[1] <= one.at_s + one.takes_s + 1
            for one in self.actions
            if "stop" not in one.does and one.takes_s
        )

    @cached_property
    def stops(self) -> tuple[Stop, ...]:
        """Every stop that no hand made, of what then still had to run; the first first."""
        found = []
        for one in self.devices:
            early = [seg.end_s for seg in self.early.of(one.key) if seg.why == "battery empty"]
            late = [seg.end_s for seg in self.late.of(one.key) if seg.why == "battery empty"]
            count = 0
            segments = self.run.of(one.key)
            for at, seg in enumerate(segments):
                if seg.why not in BY_ITSELF:
                    continue
                first, last = seg.end_s, seg.end_s if seg.why != "battery empty" else None
                if seg.why == "battery empty":
                    first = early[count] if count < len(early) else seg.end_s
                    last = late[count] if count < len(late) else None
                    count += 1
                again = (
                    segments[at + 1].start_s if at + 1 < len(segments) else self.session.length_s
                )
                wanted = common([(seg.end_s, again)], self._runs_for(one))
                if length(wanted):
                    found.append(
                        Stop(one, seg.end_s, min(first, seg.end_s), last, seg.why, length(wanted))
                    )
        return tuple(sorted(found, key=lambda one: (one.at_s, one.device.key)))

    @cached_property
    def risks(self) -> tuple[Stop, ...]:
        """Batteries that likely last, and do not where they hold less than their figures say."""
        likely = {one.device.key for one in self.stops}
        found = []
        for one in self.devices:
            if one.key in likely:
                continue
            for seg in self.early.of(one.key):
                if seg.why == "battery empty":
                    wanted = common([(seg.end_s, self.session.length_s)], self._runs_for(one))
                    if length(wanted):
                        found.append(Stop(one, seg.end_s, seg.end_s, None, seg.why, length(wanted)))
                    break
        return tuple(found)

    def _runs_for(self, one: GivenDevice) -> list[Stretch]:
        """When a device is to run: in its windows, without the breaks."""
        return common(one.windows, self.session.filmed)

    def limits(self, one: GivenDevice) -> tuple[Limit, ...]:
        """What would stop a device that begins with all full and runs untouched, the soonest first."""
        found: list[Limit] = []
        device = one.device
        if device.take_limit_s is not None:
            found.append(_sure("recording limit", device.take_limit_s))
        if device.file_limit_bytes is not None and not device.file_goes_on and device.bytes_per_s:
            found.append(_sure("file limit", device.file_limit_bytes / device.bytes_per_s))
        if device.card_bytes is not None and device.bytes_per_s:
            found.append(_sure("card full", device.card_bytes / device.bytes_per_s))
        if device.heat_limit_s is not None:
            found.append(_sure("heat", device.heat_limit_s))
        if device.battery_j is not None and device.power_w:
            energy = device.battery_j
            bank = next((each for each in self.banks if each.id == device.bank), None)
            if bank is not None:
                drawn = sum(
                    each.device.power_w for each in self.devices if each.device.bank == bank.id
                )
                energy += bank.energy_j * device.power_w / drawn
            lasts = energy / device.power_w
            if not math.isinf(lasts):
                found.append(
                    Limit("battery empty", lasts, lasts * (1 - SPREAD), lasts * (1 + SPREAD))
                )
        return tuple(sorted(found, key=lambda each: each.early_s))

    def runs_short(self, why: Why) -> tuple[GivenDevice, ...]:
        """The devices that run out of something before they have run as long as they are to, whatever else
        stops them before."""
        return tuple(
            one
            for one in self.devices
            if any(
                each.why == why and each.early_s < sum(end - start for start, end in one.windows)
                for each in self.limits(one)
            )
        )

    def empties_s(self, one: GivenDevice) -> int:
        """When the battery of a device that runs untouched from its first start is empty at the earliest; the
        end of the session where it lasts."""
        early = [each.early_s for each in self.limits(one) if each.why == "battery empty"]
        return math.floor(one.windows[0][0] + early[0]) if early else self.session.length_s

    @cached_property
    def planned(self) -> tuple[Planned, ...]:
        """What is done by hand, in order."""
        found = []
        for part in sorted(self.handling, key=lambda one: one.at_min):
            device = next(
                (
                    one for one in self.devices
                    if one.kind == part.kind and part.device in (one.id, *one.films)
                ),
                None,
            )  # fmt: skip
            if device is None:
                continue
            action = _action(part, device, self.session)
            found.append(
                Planned(
                    handling=part,
                    device=device,
                    at_s=action.at_s,
                    takes_s=action.takes_s,
                    waits_till_s=self._waits(device, action),
                    in_break=self.session.in_break(action.at_s, action.at_s + action.takes_s),
                    stage=self.session.stage_at(action.at_s),
                )
            )
        return tuple(found)

    def _waits(self, device: GivenDevice, action: Action) -> int | None:
        """The second at which the device stops by itself at the earliest where this is not done."""
        if "start" in action.does or "stop" in action.does:
            return None
        others = [
            one
            for one in self.actions
            if one.device == device.key and (one.at_s, one.does) < (action.at_s, action.does)
        ]
        alone = scaled([device], 1 - SPREAD)
        banks = [
            replace(one, energy_j=one.energy_j * (1 - SPREAD))
            for one in self.banks
            if one.id == device.device.bank
        ]
        run = simulate(self.session.length_s, alone, others, banks)
        return next(
            (one.end_s for one in run.segments if one.why in BY_ITSELF and one.end_s > action.at_s),
            None,
        )

    @property
    def untouched_s(self) -> int:
        """How long everything that records runs from the start without a hand, at the earliest: to the first
        stop of any, or the end of the session."""
        ends = [self.session.length_s]
        for one in self.devices:
            limits = self.limits(one)
            need = sum(end - start for start, end in one.windows[:1])
            if limits and limits[0].early_s < need:
                ends.append(math.floor(one.windows[0][0] + limits[0].early_s))
        return min(ends)


def _sure(why: Why, after_s: float) -> Limit:
    return Limit(why, after_s, after_s, after_s)


def _action(part: Handling, device: GivenDevice, session: GivenSession) -> Action:
    takes = session.restart_s if part.does == ("restart",) else 0
    takes += session.change_s * sum(deed in ("battery", "card") for deed in part.does)
    return Action(
        device=device.key,
        at_s=math.floor(part.at_min * 60 + 0.5),
        does=part.does,
        takes_s=takes,
    )


def actions_of(
    devices: Sequence[GivenDevice], session: GivenSession, handling: Sequence[Handling]
) -> tuple[Action, ...]:
    """Everything that is done: what the plan says, and a start and an end at each time a device is to run
    that nobody has to be told of.

    Parameters
    ----------
    devices, session
        what runs, and when.
    handling
        what the plan says is done by hand. A device that has a start of its own within a window, before
        anything else is done there, is begun then.
    """
    found: list[Action] = []
    for one in devices:
        mine = sorted(
            (
                _action(part, one, session)
                for part in handling
                if part.kind == one.kind and part.device in (one.id, *one.films)
            ),
            key=lambda each: each.at_s,
        )
        for start, end in one.windows:
            within = [each for each in mine if start <= each.at_s < end]
            if not (within and within[0].does == ("start",)):
                found.append(Action(one.key, start, ("start",)))
            if end < session.length_s:
                found.append(Action(one.key, end, ("stop",)))
        found += mine
    return tuple(found)


def study_roll(ctx: Context) -> RollStudy:
    """The session of a plan run through."""
    plan = ctx.plan
    session = given_session(plan, ctx.assumptions)
    devices = given_devices(plan, session, ctx.assumptions)
    return rolled(plan, session, devices, plan.session.handling)


def rolled(
    plan: Plan,
    session: GivenSession,
    devices: tuple[GivenDevice, ...],
    handling: tuple[Handling, ...],
) -> RollStudy:
    """A session run through with some handling: likely, and with batteries that hold less and more."""
    banks, unknown = given_banks(plan)
    actions = actions_of(devices, session, handling)

    def run(times: float) -> Run:
        fed = [replace(one, energy_j=one.energy_j * times) for one in banks]
        return simulate(session.length_s, scaled(devices, times), actions, fed)

    sure = all(one.device.battery_j is None for one in devices)
    likely = run(1.0)
    windows = joined(window for one in devices if one.kind == "camera" for window in one.windows)
    return RollStudy(
        plan=plan,
        session=session,
        devices=devices,
        banks=banks,
        unknown_banks=unknown,
        actions=actions,
        run=likely,
        early=likely if sure else run(1 - SPREAD),
        late=likely if sure else run(1 + SPREAD),
        required=tuple(common(windows, session.filmed)),
        handling=handling,
    )
