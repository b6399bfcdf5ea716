"""Stand-ins for what one holds in the hand at a bench: meters of light and sound, an inclinometer, a tape, remote
lamps. They read off the bench as it was set up, each with an error of its own, drawn from a seed."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

import numpy as np

from steeple.core.errors import InputError
from steeple.core.study.check.planned import Planned, chart_axes, lamp_fields, window_fields
from steeple.devices.protocols import Place
from steeple.devices.workbench import Workbench

LUX_SHARE, TAPE_MM, INCLINE_DEG, SOUND_DB = 0.02, 1.5, 0.15, 0.5
"""Standard errors of a hand-held meter, a tape, a phone and a sound meter; planning values."""
SKY_STOPS, CLEAN_PANES = 0.25, 0.9
"""How far the sky of a day strays from that of the books, and what the dust on a pane leaves; planning values."""


def _random(seed: int, what: str) -> np.random.Generator:
    return np.random.default_rng([seed, *what.encode()])


@dataclass
class StandInLamp:
    """A lamp that gives ``times`` what its figures say, in proportion to its dimmer."""

    id: str
    name: str
    planned_percent: float
    times: float = 1.0
    set_percent: float | None = None

    @property
    def level_percent(self) -> float:
        """What it is set to: as planned until it is changed."""
        return self.planned_percent if self.set_percent is None else self.set_percent

    def set_level(self, percent: float) -> None:
        """Set it.

        Raises
        ------
        InputError
            Beyond 0 to 100.
        """
        if not 0.0 <= percent <= 100.0:
            raise InputError(
                "out-of-range", f"{self.name} is set to 0 to 100 %, not to {percent:g} %.",
                field="level_percent", value=percent, allowed="0 to 100",
            )  # fmt: skip
        self.set_percent = percent


def lamps_of(planned: Planned, times: tuple[float, ...] = ()) -> tuple[StandInLamp, ...]:
    """The lit lamps of a plan as they stand on the bench.

    Parameters
    ----------
    planned, times
        the plan with its light; what each lit lamp gives by its figures, in their order; none = 1.
    """
    light = planned.light
    if light is None:
        return ()
    lit = [one.lamp for one in light.lamps if one.lamp.is_lit]
    more = (*times, *(1.0 for _ in lit))
    return tuple(
        StandInLamp(one.part.id, one.name, 100.0 * one.level, factor)
        for one, factor in zip(lit, more, strict=False)
    )


@dataclass
class StandInLuxMeter:
    """A light meter on the zone; its own scale is off by one share, and every reading by a little."""

    planned: Planned
    lamps: tuple[StandInLamp, ...]
    seed: int = 0
    on: set[str] = field(default_factory=set)
    """Ids of the lamps that are switched on; none: all."""

    def read_lx(self, place: Place) -> float:
        """What it reads at a place on the zone."""
        origin, right, slope, _ = chart_axes(self.planned.work)
        way = np.array(place) - np.array([*origin])
        at = np.array([[way @ np.array([*right]), way @ np.array([*slope])]])
        fields = lamp_fields(self.planned, at)
        if fields is None:
            return 0.0
        total = 0.0
        for row, lamp in zip(fields[0], self.lamps, strict=True):
            if self.on and lamp.id not in self.on:
                continue
            total += float(row[0]) * lamp.times * lamp.level_percent / lamp.planned_percent
        noise = _random(self.seed, "lux" + "".join(sorted(self.on))).standard_normal(2)
        read = total * (1 + LUX_SHARE * float(noise[0])) * (1 + 0.3 * LUX_SHARE * float(noise[1]))
        return max(0.0, float(f"{read:.3g}"))


@dataclass(frozen=True)
class StandInSky:
    """The sky over a bench: by its seed it is a little other than the books say, and the panes are not clean."""

    planned: Planned
    seed: int = 0

    def read_lx(self) -> float | None:
        """What a light meter on the middle of the zone reads with all lamps off, as the session begins; None where the
        plan has no daylight."""
        light = self.planned.light
        fields = window_fields(self.planned, np.zeros((1, 2)))
        if light is None or light.daylight is None or fields is None:
            return None
        there = float(fields[:, 0] @ np.array(light.daylight.study.cd))
        off = SKY_STOPS * float(_random(self.seed, "sky").standard_normal())
        return float(f"{there * CLEAN_PANES * 2.0**off:.3g}")


@dataclass(frozen=True)
class StandInInclinometer:
    """A phone on the back of the camera."""

    bench: Workbench
    seed: int = 0

    def read_deg(self) -> float:
        """To a tenth of a degree."""
        tilt = math.degrees(math.acos(max(-1.0, min(1.0, -self.bench.camera.pose.axis.z))))
        off = INCLINE_DEG * float(_random(self.seed, "incline").standard_normal())
        return round(abs(tilt + off), 1)


@dataclass(frozen=True)
class StandInTape:
    """A tape from the table to the middle of the lens."""

    bench: Workbench
    seed: int = 0

    def read_mm(self) -> float:
        """To a millimetre."""
        off = TAPE_MM * float(_random(self.seed, "tape").standard_normal())
        return round(self.bench.camera.lens_mm[2] + off)


@dataclass(frozen=True)
class StandInSoundMeter:
    """A sound meter in the room as it is."""

    true_db: float
    seed: int = 0

    def read_db(self) -> float:
        """To half a decibel."""
        off = SOUND_DB * float(_random(self.seed, "sound").standard_normal())
        return round(2 * (self.true_db + off)) / 2
