"""Windows over the session: the light of the sky on the zone by the clock, and direct sun."""

from __future__ import annotations

import math
from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta, timezone
from typing import Literal

import numpy as np

from steeple.core.geometry.kernels import Array, Flags
from steeple.core.geometry.solids import NO_SOLIDS, Solids
from steeple.core.geometry.vectors import Vector, heading
from steeple.core.light.daylight import SKY_CCT_K, Sky, sun_at, sun_lx, window_cd_m2
from steeple.core.light.emitters import Emitter, light_at
from steeple.core.plan.parts.window import Daylight
from steeple.core.study.base.step import Context
from steeple.core.study.inputs.window import GivenWindow
from steeple.core.study.light.lamps.lamp_light import (
    Ground,
    LampLight,
    Spread,
)
from steeple.core.study.light.lamps.scene import lattice

STEP_MIN = 15
SUN_POINTS = (9, 6)
SUN_AT_MM, SUN_WIDE = 30_000.0, 0.0093
"""Where the sun's disc is put, far past any room, and its width as a share of that: 0.53°."""


@dataclass(frozen=True, slots=True)
class Moment:
    """One time of the session. ``clear_lx`` and ``overcast_lx`` come from the sky onto the zone;
    ``sun_share`` of the zone lies in the sun on a clear day, through ``sun_by``."""

    clock: str
    sun_deg: float
    bearing_deg: float
    clear_lx: float
    overcast_lx: float
    sun_share: float
    sun_by: int | None
    sun_lx: float


def _stops(before_lx: float, after_lx: float) -> float:
    return math.log2((after_lx + 1e-6) / (before_lx + 1e-6))


@dataclass(frozen=True, slots=True, eq=False)
class DaylightStudy:
    """The windows over a session; ``sky`` is that of the plan, ``cd`` what each window has at the
    beginning under it."""

    given: Daylight
    windows: tuple[GivenWindow, ...]
    sky: Sky
    cd: tuple[float, ...]
    moments: tuple[Moment, ...]

    @property
    def cct_k(self) -> float:
        """Colour temperature of the sky of the plan."""
        return SKY_CCT_K[self.sky]

    def sky_of(self, moment: Moment) -> float:
        """Light of the sky on the zone then, under a sky half way where it is hazy."""
        if self.sky == "hazy":
            return math.sqrt(max(moment.clear_lx, 1e-9) * max(moment.overcast_lx, 1e-9))
        return moment.clear_lx if self.sky == "clear" else moment.overcast_lx

    def drifts(self, lamps_lx: float) -> tuple[tuple[float, Literal["clear", "overcast"]], ...]:
        """For each moment the change of all light on the zone against the beginning, in stops, and
        the sky under which it is the larger: a clear or an overcast day."""
        first = self.moments[0]
        found: list[tuple[float, Literal["clear", "overcast"]]] = []
        for one in self.moments:
            clear = _stops(lamps_lx + first.clear_lx, lamps_lx + one.clear_lx)
            overcast = _stops(lamps_lx + first.overcast_lx, lamps_lx + one.overcast_lx)
            more_when_clear = abs(clear) >= abs(overcast)
            found.append((clear, "clear") if more_when_clear else (overcast, "overcast"))
        return tuple(found)

    def drift_stops(self, lamps_lx: float) -> tuple[float, ...]:
        """The changes of `drifts`, without the skies."""
        return tuple(change for change, _ in self.drifts(lamps_lx))

    def look_again(self, lamps_lx: float, every_stops: float) -> tuple[str, ...]:
        """Clock times at which the light has changed by so much since it was last looked at."""
        times, last = [], 0.0
        for one, change in zip(self.moments, self.drift_stops(lamps_lx), strict=True):
            if abs(change - last) >= every_stops:
                times.append(one.clock)
                last = change
        return tuple(times)


def moments_of(
    daylight: Daylight,
    windows: Sequence[GivenWindow],
    lux_per_cd: Sequence[float],
    points: Array,
    things: Solids = NO_SOLIDS,
) -> tuple[Moment, ...]:
    """The session in steps of `STEP_MIN`, and its end.

    Parameters
    ----------
    daylight
        place, date, time and sky of the session.
    windows
        those that are open.
    lux_per_cd
        what each window gives on the zone, in the mean, at 1 cd.
    points
        places of the zone that the sun may reach, shape (n, 3).
    things
        what may stand between.
    """
    zone = timezone(timedelta(hours=daylight.utc_offset_h))
    begins = datetime.fromisoformat(f"{daylight.date}T{daylight.begins}").replace(tzinfo=zone)
    found = []
    minutes = [float(one) for one in range(0, int(daylight.lasts_min) + 1, STEP_MIN)]
    if minutes[-1] < daylight.lasts_min:
        minutes.append(daylight.lasts_min)
    for after_min in minutes:
        when = begins + timedelta(minutes=after_min)
        up, bearing = sun_at(
            latitude_deg=daylight.latitude_deg, longitude_deg=daylight.longitude_deg, when=when
        )
        clear, overcast = (
            sum(
                each * window.luminance_to_cd(window_cd_m2(up, sky, transmittance=window.pane))
                for each, window in zip(lux_per_cd, windows, strict=True)
            )
            for sky in ("clear", "overcast")
        )
        share, by = _sunlit(daylight, windows, points, things, up, bearing)
        found.append(
            Moment(
                clock=when.strftime("%H:%M"), sun_deg=up, bearing_deg=bearing, clear_lx=clear,
                overcast_lx=overcast, sun_share=share, sun_by=by,
                sun_lx=sun_lx(up, "clear") * math.sin(math.radians(max(0.0, up))),
            )
        )  # fmt: skip
    return tuple(found)


def _sunlit(
    daylight: Daylight,
    windows: Sequence[GivenWindow],
    points: Array,
    things: Solids,
    up_deg: float,
    bearing_deg: float,
) -> tuple[float, int | None]:
    """Share of places whose way to the sun goes through a window and past things, and the window of
    most of them."""
    if up_deg <= 0.5:
        return 0.0, None
    flat = heading((bearing_deg - daylight.bearing_deg) % 360.0)
    c, s = math.cos(math.radians(up_deg)), math.sin(math.radians(up_deg))
    sun = np.array([flat.x * c, flat.y * c, s])
    through = [(window.index, _through(window, points, sun)) for window in windows]
    if not any(found.any() for _, found in through):
        return 0.0, None
    open_to_sun = _past(things, points, sun)
    reached = [(index, found & open_to_sun) for index, found in through]
    by, best = max(reached, key=lambda one: int(one[1].sum()))
    share = float(np.any([found for _, found in reached], axis=0).mean())
    return share, by if best.any() else None


def _through(window: GivenWindow, points: Array, sun: Array) -> Flags:
    """Which places see the sun through a window, whatever else stands between."""
    row = window.emitter.row
    out = -np.array(row[3:6])
    toward = float(sun @ out)
    if toward <= 1e-6:
        return np.zeros(len(points), dtype=bool)
    centre = np.array(row[0:3])
    way = ((centre - points) @ out) / toward
    met = points + way[:, None] * sun - centre
    return np.asarray(
        (way > 0)
        & (np.abs(met @ np.array(row[6:9])) <= row[12])
        & (np.abs(met @ np.array(row[9:12])) <= row[13])
    )


def _past(things: Solids, points: Array, sun: Array) -> Flags:
    """Which places see the more part of the sun past things, whatever the windows."""
    disc = Emitter(
        shape="disc",
        centre=Vector(*(points.mean(axis=0) + SUN_AT_MM * sun).tolist()),
        toward=Vector(*(-sun).tolist()),
        width_mm=SUN_WIDE * SUN_AT_MM,
        height_mm=SUN_WIDE * SUN_AT_MM,
        intensity_cd=1.0,
        exponent=0.0,
    )
    lit = light_at(points, sun, (disc,), things, how="sums")
    return np.asarray(lit.seen[0] > 0.5 * lit.free[0])


@dataclass(frozen=True, slots=True, eq=False)
class LitWindows:
    """The windows over the session, with their light at its beginning."""

    study: DaylightStudy
    alone: tuple[LampLight, ...]
    spreads: tuple[tuple[Spread, float], ...]
    lux: float

    @property
    def sources(self) -> list[tuple[Emitter, float, tuple[float, ...]]]:
        """The windows as areas of light, under the sky of the plan at the beginning, with their colour
        and what each card has by them."""
        return [
            (
                replace(one.emitter, intensity_cd=cd),
                self.study.cct_k,
                tuple(card * cd for card in light.card_cd),
            )
            for one, cd, light in zip(self.study.windows, self.study.cd, self.alone, strict=True)
        ]


def lit_windows(
    ctx: Context,
    key: Hashable,
    windows: tuple[GivenWindow, ...],
    ground: Ground,
    lights: Mapping[Emitter, LampLight],
) -> LitWindows | None:
    """The open windows over the session; None where place and time are not known.

    Parameters
    ----------
    ctx
        the plan, and what is remembered.
    key
        what the ground depends on.
    windows
        those that are open.
    ground
        what stands in the way of light.
    lights
        each window at one candela.
    """
    given = ctx.plan.room.daylight
    if given is None or not windows:
        return None
    usual: Sky = "overcast"
    sky = ctx.assumptions.choose(
        given.sky, at="room/daylight/sky", usual=usual, why="the darker and steadier day"
    )
    own = tuple(lights[one.emitter] for one in windows)
    return ctx.remember(
        ("day", key, given, windows), lambda: _by_the_clock(given, sky, windows, ground, own)
    )


def _by_the_clock(
    given: Daylight,
    sky: Sky,
    windows: tuple[GivenWindow, ...],
    ground: Ground,
    lights: tuple[LampLight, ...],
) -> LitWindows:
    per_cd = [float(one.total.still.mean()) for one in lights]
    moments = moments_of(
        given, windows, per_cd, lattice(ground.scene.work, *SUN_POINTS), ground.scene.things
    )
    up = moments[0].sun_deg
    cds = tuple(
        one.luminance_to_cd(window_cd_m2(up, sky, transmittance=one.pane)) for one in windows
    )
    return LitWindows(
        study=DaylightStudy(given=given, windows=windows, sky=sky, cd=cds, moments=moments),
        alone=lights,
        spreads=tuple((one.total, cd) for one, cd in zip(lights, cds, strict=True)),
        lux=sum(each * cd for each, cd in zip(per_cd, cds, strict=True)),
    )
