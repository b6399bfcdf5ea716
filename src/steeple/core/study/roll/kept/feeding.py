"""What the mains and the banks have to give."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.parts.rolling.supply import PlacedBank
from steeple.core.study.roll.given.devices import GivenDevice
from steeple.core.study.roll.study import RollStudy

CIRCUIT_SHARE = 0.8
"""Of what a circuit may carry, for what draws for hours; local codes rule."""


@dataclass(frozen=True, slots=True)
class Plate:
    """One thing on the mains, with the watts of its plate; None where they are not known."""

    name: str
    power_w: float | None


def rated_w(bank: PowerSource) -> float | None:
    """What a bank gives at once: its watts, or volts times amperes; None where neither is known."""
    if bank.power_w is not None or bank.voltage_v is None or bank.current_a is None:
        return bank.power_w
    return bank.voltage_v * bank.current_a


@dataclass(frozen=True, slots=True)
class BankLoad:
    """A bank with what it feeds. ``empty_s`` is when it is empty at the earliest, None where it lasts."""

    bank: PlacedBank
    index: int
    feeds: tuple[GivenDevice, ...]
    drawn_w: float
    empty_s: int | None

    @property
    def too_weak(self) -> bool:
        """Whether it cannot give what is drawn from it at once."""
        rated = rated_w(self.bank.gear)
        return rated is not None and self.drawn_w > rated


def plates_of(study: RollStudy) -> tuple[Plate, ...]:
    """Everything on the mains: lamps that are lit, cameras and recorders; chargers of banks left out.

    Parameters
    ----------
    study
        the session run through.
    """
    found = [
        Plate(one.fixture.name, one.fixture.power_w)
        for one in study.plan.lights
        if one.lit and one.supply.by in (None, "mains") and one.fixture.battery_wh is None
    ]
    found += [
        Plate(one.gear, one.power_w)
        for one in study.devices
        if one.feeds_on == "mains" and one.kind != "lamp"
    ]
    return tuple(found)


def bank_loads(study: RollStudy) -> tuple[BankLoad, ...]:
    """Every bank of the plan with what it feeds."""
    found = []
    for index, one in enumerate(study.plan.banks):
        feeds = tuple(each for each in study.devices if each.device.bank == one.id)
        drawn = sum(each.power_w or 0.0 for each in feeds)
        found.append(BankLoad(one, index, feeds, drawn, study.early.banks_empty.get(one.id)))
    return tuple(found)
