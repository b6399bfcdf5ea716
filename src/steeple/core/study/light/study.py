"""The light step: what the lamps of a plan give on the work, in which shadow, gloss and colour."""

from __future__ import annotations

import math
from collections.abc import Hashable, Sequence
from dataclasses import dataclass, replace
from functools import partial

import numpy as np

from steeple.core.geometry.kernels import Array
from steeple.core.light.colour import mixed_cct_k, spread_mired
from steeple.core.light.emitters import Emitter
from steeple.core.plan.document import Plan
from steeple.core.study.base.step import Context
from steeple.core.study.hold.step import HOLD
from steeple.core.study.inputs.lamp import UNKNOWN_CD, GivenLamp, given_lamps, measured_in
from steeple.core.study.inputs.lamp_wishes import WORKED_OUT
from steeple.core.study.inputs.panel import given_cards
from steeple.core.study.inputs.window import GivenWindow, given_windows
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.step import LENS
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.light.daylight import (
    LitWindows,
    lit_windows,
)
from steeple.core.study.light.dome import Beside
from steeple.core.study.light.lamps.card_study import CardStudy, card_studies
from steeple.core.study.light.lamps.lamp_light import (
    Ground,
    LampLight,
    Spread,
    ground_of,
    lamp_lights,
    tubes_of,
)
from steeple.core.study.light.lamps.lamp_study import LampStudy, lamp_study
from steeple.core.study.light.lamps.scene import LightScene, Standing
from steeple.core.study.light.lamps.shade import Shade, shade_of
from steeple.core.study.light.lamps.targets import DEEPEST_STOPS, depth_of, uneven_stops
from steeple.core.study.work.step import WORK

Source = tuple[Emitter, float, tuple[float, ...]]
"""What gives light: its area, its colour temperature, and the intensity that each card has by it."""


def areas_of(ground: Ground, sources: Sequence[Source]) -> list[tuple[Emitter, float]]:
    """Every area that shines, and its colour."""
    found = []
    for emitter, cct_k, card_cd in sources:
        found.append((emitter, cct_k))
        found += [
            (replace(card.emitter, intensity_cd=cd), cct_k)
            for card, cd in zip(ground.cards, card_cd, strict=True)
            if cd > 0
        ]
    return found


DARK_STOPS = 20.0
"""So much under what is needed stands for no light at all."""
UNKNOWN_LM = (300.0, 12_000.0)
"""Flux of the dimmest and the brightest lamp on a bench, where that of a lamp is not known."""
LIT_SHARE = 0.02
"""Of the brightest place: a place with less light than that is not reached, whatever stands there."""


@dataclass(frozen=True, slots=True, eq=False)
class LightStudy:
    """All lamps of a plan together.

    ``known`` says whether the brightness of every lit lamp is known, so that lux mean something.
    ``sources`` are what gives light at the beginning. ``alone`` holds each lamp by itself. ``shade`` is
    None where nothing is lit. ``could_be``: where the brightness of a lamp is not known and other light
    mixes with it, the same with that lamp as dim and as bright as lamps are.
    """

    work: GivenWork
    lens: LensStudy | None
    ground: Ground
    sources: tuple[Source, ...]
    alone: tuple[LampLight, ...]
    lamps: tuple[LampStudy, ...]
    known: bool
    together: Spread
    daylight: LitWindows | None
    has_windows: bool
    shade: Shade | None
    spread_mired: float
    cct_k: float | None
    cards: tuple[CardStudy, ...]
    could_be: tuple[LightStudy, ...] = ()

    @property
    def scene(self) -> LightScene:
        """What stands in the way of light, and what it falls on."""
        return self.ground.scene

    @property
    def seen_lx(self) -> Array:
        """Light on the map with everything but the maker in the way."""
        return self.together.still

    @property
    def rig_stops(self) -> float:
        """Depth of the shadow of camera and rig where it is deepest, in stops, of the light that gets
        past everything else; a place that no light reaches without them has no shadow of theirs."""
        without, within = self.together.things, self.together.still
        lit = without > LIT_SHARE * float(without.max())
        if not lit.any():
            return 0.0
        return float(depth_of(without[lit], within[lit]).max())

    @property
    def lit(self) -> tuple[LampStudy, ...]:
        """The lamps that are switched on."""
        return tuple(one for one in self.lamps if one.lamp.is_lit)

    @property
    def is_bright(self) -> bool:
        """Whether anything lights the zone."""
        return bool(self.lit) or (self.daylight is not None and self.daylight.lux > 0)

    @property
    def areas(self) -> list[tuple[Emitter, float]]:
        """Every area that shines, and its colour: what gives light, and what the cards send on of it."""
        return areas_of(self.ground, self.sources)

    def beside(self, index: int) -> Beside | None:
        """The light of everything but one lamp; None where nothing else is lit."""
        lamp, alone = self.lamps[index].lamp, self.alone[index]
        others = self.together
        if lamp.is_lit:
            others = others.plus(alone.total, -lamp.emitter.intensity_cd)
        if max((float(one.max()) for one in others.pose_things if len(one)), default=0.0) < 1e-6:
            return None
        level = lamp.level if lamp.level > 0 else 1.0
        cd = level * (UNKNOWN_CD if lamp.full_cd is None else lamp.full_cd)
        return Beside(things=others.pose_things, everything=others.pose_all, cd=cd)

    def standing(self, index: int | None = None) -> tuple[Emitter, ...]:
        """All lit lamps but one; one that is off is put aside when another shall stand there."""
        return tuple(
            one.lamp.emitter for at, one in enumerate(self.lamps) if at != index and one.lamp.is_lit
        )

    @property
    def lamps_lx(self) -> float:
        """What the lamps alone give on the zone."""
        return sum(one.zone_lx for one in self.lit)

    @property
    def mean_lx(self) -> float:
        """Light on the zone in the mean, past everything but the maker; 0 in the dark."""
        return float(self.seen_lx.mean()) if self.is_bright else 0.0

    @property
    def evenness_stops(self) -> float:
        """Greatest ÷ least on the zone, in stops."""
        if not self.is_bright or float(self.seen_lx.min()) <= 0:
            return DEEPEST_STOPS
        return min(DEEPEST_STOPS, math.log2(float(self.seen_lx.max()) / float(self.seen_lx.min())))

    @property
    def uneven_stops(self) -> float:
        """Brightest against darkest ninth of the zone, in stops."""
        return uneven_stops(self.seen_lx) if self.is_bright else DEEPEST_STOPS

    @property
    def hot_stops(self) -> float:
        """Brightest place over the middle of all, in stops."""
        middle = float(np.median(self.seen_lx)) if self.is_bright else 0.0
        return math.log2(float(self.seen_lx.max()) / middle) if middle > 0 else 0.0

    @property
    def needed_lx(self) -> float | None:
        """Light for a clean picture at the f-number and exposure time set."""
        return self.lens.sight.light_needed_lx if self.lens and self.lens.sight else None

    @property
    def stops_to_spare(self) -> float | None:
        """Light on the zone against what is needed, in stops; negative where it is too dark."""
        if not self.known or not self.is_bright or self.needed_lx is None:
            return None
        return math.log2(max(self.mean_lx / self.needed_lx, 2.0**-DARK_STOPS))

    @property
    def iso(self) -> float | None:
        """The ISO that this light needs."""
        spare = self.stops_to_spare
        if spare is None or self.lens is None or spare <= -DARK_STOPS:
            return None
        return float(self.lens.camera.clean_iso * 2.0**-spare)

    @property
    def key(self) -> LampStudy | None:
        """The lamp that models the work: of those that are meant for it the one that gives most; of all
        where none is."""
        meant = [one for one in self.lit if one.lamp.part.role in WORKED_OUT]
        return max(meant or self.lit, key=lambda one: one.zone_lx, default=None)


def standing(ctx: Context, camera: str) -> Standing:
    """A camera as it stands, with what holds it; nothing for no camera."""
    part = ctx.plan.camera(camera)
    if part is None:
        return None, None
    held = None if part.support is None else ctx.get(HOLD, part.support)
    return ctx.get(LENS, camera), None if held is None else held.of(camera)


def standing_beside(ctx: Context) -> list[Standing]:
    """The cameras beside the one asked for that see something."""
    there = ctx.plan.with_camera(ctx.of) if ctx.of else ctx.plan.cameras
    others = [standing(ctx, one.id) for one in there if one.id != ctx.of]
    return [one for one in others if one[0] is not None]


def _lit_for(plan: Plan, camera_id: str) -> Plan:
    """The plan with the lamps switched off that are not lit in the set-ups of a camera."""
    lit = plan.lit_for(camera_id)
    if lit is None:
        return plan
    lights = tuple(
        one if one.id in lit else one.model_copy(update={"lit": False}) for one in plan.lights
    )
    return plan.model_copy(update={"lights": lights})


def study_light(ctx: Context) -> LightStudy | None:
    """The lamps and windows of a plan over its work, for one of its cameras, or for none.

    Returns
    -------
    None for a plan without lamps and open windows. Each lamp is worked out by itself and remembered:
    of a plan with one lamp moved only that lamp is worked out again.
    """
    plan = ctx.plan
    if not plan.lights and not any(not one.closed for one in plan.room.windows):
        return None
    work = ctx.get(WORK, "")
    assert work is not None
    lens, hold = standing(ctx, ctx.of)
    cameras = [one.id for one in (plan.with_camera(ctx.of) if ctx.of else plan.cameras)]
    beside = standing_beside(ctx)
    assumptions = ctx.assumptions
    given = given_lamps(_lit_for(plan, ctx.of), work, assumptions)
    cards = given_cards(plan, work, given, assumptions)
    measured = measured_in(one.fixture for one in plan.lights)
    windows: tuple[GivenWindow, ...] = ()
    if plan.room.daylight is not None:
        windows = given_windows(plan, work, assumptions)
    key = (
        "ground", ctx.of, ctx.key(WORK, ""), *(ctx.key(LENS, one) for one in cameras),
        tubes_of(hold, beside), cards, measured,
    )  # fmt: skip
    aimed = work if lens is None else lens.work
    ground = ctx.remember(key, lambda: ground_of(aimed, lens, hold, cards, measured, beside))
    wanted = [replace(one.emitter, intensity_cd=1.0) for one in given]
    areas = tuple(dict.fromkeys([*wanted, *(one.emitter for one in windows)]))
    lights = _each_alone(ctx, key, ground, areas)
    daylight = lit_windows(ctx, key, windows, ground, lights)
    table = _Table(
        work=aimed,
        lens=lens,
        ground=ground,
        alone=tuple(lights[one] for one in wanted),
        daylight=daylight,
        has_windows=any(not one.closed for one in plan.room.windows),
    )
    study = _study(table, given)
    return replace(study, could_be=tuple(_study(table, one) for one in _brightnesses(study, given)))


@dataclass(frozen=True, slots=True, eq=False)
class _Table:
    """What the light of a plan is added up from, whatever its levels."""

    work: GivenWork
    lens: LensStudy | None
    ground: Ground
    alone: tuple[LampLight, ...]
    daylight: LitWindows | None
    has_windows: bool


def _brightnesses(study: LightStudy, given: tuple[GivenLamp, ...]) -> list[tuple[GivenLamp, ...]]:
    """The lamps of a plan with those of unknown brightness as dim and as bright as lamps are; none
    where all are known, or where the light is that of one lamp alone."""
    unknown = [one.index for one in given if one.is_lit and one.full_cd is None]
    others = len(study.lit) - 1 + (study.daylight is not None and study.daylight.lux > 0)
    if not unknown or not others:
        return []
    dim, bright = UNKNOWN_LM
    found = [dict.fromkeys(unknown, dim), dict.fromkeys(unknown, bright)]
    if len(unknown) > 1:
        found += [{**found[0], one: bright} for one in unknown]
    return [
        tuple(one if one.index not in lumens else one.with_flux(lumens[one.index]) for one in given)
        for lumens in found
    ]


def _study(table: _Table, given: tuple[GivenLamp, ...]) -> LightStudy:
    ground, daylight, alone = table.ground, table.daylight, table.alone
    together = _together(ground, given, alone)
    for spread, cd in daylight.spreads if daylight else ():
        together = together.plus(spread, cd)
    studies = tuple(
        lamp_study(ground, one, light, together, _lit_beside(one, given))
        for one, light in zip(given, alone, strict=True)
    )
    sources = _sources(given, alone, daylight)
    lamps_on = [one for one in studies if one.lamp.is_lit]
    light_shares = [one.zone_lx for one in lamps_on]
    ccts = [one.lamp.cct_k for one in lamps_on]
    if daylight is not None and daylight.lux > 0:
        light_shares.append(daylight.lux)
        ccts.append(daylight.study.cct_k)
    bright = sum(light_shares) > 0
    return LightStudy(
        work=table.work,
        lens=table.lens,
        ground=ground,
        sources=sources,
        alone=alone,
        lamps=studies,
        known=all(one.lamp.full_cd is not None for one in lamps_on),
        together=together,
        daylight=daylight,
        has_windows=table.has_windows,
        shade=shade_of(ground, together, areas_of(ground, sources)) if bright else None,
        spread_mired=spread_mired(ccts, light_shares) if bright else 0.0,
        cct_k=mixed_cct_k(ccts, light_shares) if bright else None,
        cards=card_studies(
            ground,
            together,
            [emitter for emitter, _, _ in sources],
            [sum(cd[at] for _, _, cd in sources) for at in range(len(ground.cards))],
            [one.emitter for one in given if one.is_lit],
        ),
    )


def _each_alone(
    ctx: Context, key: Hashable, ground: Ground, areas: tuple[Emitter, ...]
) -> dict[Emitter, LampLight]:
    """Each area by itself at one candela; those not remembered are worked out in one go."""
    found: dict[Emitter, LampLight] = {one: ctx.recall(("alone", key, one)) for one in areas}
    fresh = [one for one in areas if found[one] is None]
    for one, light in zip(fresh, lamp_lights(ground, fresh), strict=True):
        found[one] = ctx.remember(("alone", key, one), partial(_itself, light))
    return found


def _lit_beside(lamp: GivenLamp, given: Sequence[GivenLamp]) -> list[Emitter]:
    """The lit lamps beside one that is lit; none beside one that is off."""
    if not lamp.is_lit:
        return []
    return [one.emitter for one in given if one is not lamp and one.is_lit]


def _sources(
    given: Sequence[GivenLamp], alone: Sequence[LampLight], daylight: LitWindows | None
) -> tuple[Source, ...]:
    """What gives light at the beginning."""
    found: list[Source] = [
        (
            lamp.emitter,
            lamp.cct_k,
            tuple(cd * lamp.emitter.intensity_cd for cd in light.card_cd),
        )
        for lamp, light in zip(given, alone, strict=True)
        if lamp.is_lit
    ]
    if daylight is not None:
        found += daylight.sources
    return tuple(found)


def _itself(light: LampLight) -> LampLight:
    return light


def _together(ground: Ground, given: Sequence[GivenLamp], alone: Sequence[LampLight]) -> Spread:
    """The light of all lit lamps."""
    none = np.zeros(len(ground.points))
    empty = tuple(np.zeros(len(points)) for points in ground.targets.points)
    total = Spread(none, none, none, empty, empty, empty)
    for lamp, light in zip(given, alone, strict=True):
        if lamp.is_lit:
            total = total.plus(light.total, lamp.emitter.intensity_cd)
    return total
