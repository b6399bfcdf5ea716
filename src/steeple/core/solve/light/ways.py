"""Lamps in places worth a look, and what they give together: sums, levels, and what stands against it.

Light adds up, so each lamp is worked out once in each place; every two places are then a matter of
sums. Levels follow by bounded least squares (Lawson & Hanson, *Solving Least Squares Problems*; scipy's
``lsq_linear``).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from scipy.optimize import lsq_linear

from steeple.core.geometry.kernels import Array
from steeple.core.light.emitters import Emitter
from steeple.core.plan.cupboard.owned import OwnedFixture
from steeple.core.plan.document import LAMP_LIMIT, Plan
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.parts.lamp import Light
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.lamp import full_intensity, given_lamps, measured_in, reach_of
from steeple.core.study.inputs.lamp_wishes import can_be_placed, is_wished
from steeple.core.study.inputs.panel import given_cards
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.light.dome import Direction, dome, lamp_in, soft_mm
from steeple.core.study.light.figures import HAND_MM
from steeple.core.study.light.lamps.lamp_light import Ground, Spread, ground_of, lamp_lights
from steeple.core.study.light.lamps.places import LAMP_CLEAR_MM, hulls_of
from steeple.core.study.light.lamps.scene import Obstacle
from steeple.core.study.light.lamps.targets import darkest_twentieth, depth_of, uneven_stops
from steeple.core.study.light.study import LightStudy, standing_beside
from steeple.core.study.plan_study import CameraStudy

NEAR_MM, USUAL_MM, FAR_MM = 800.0, 1100.0, 1500.0
SMALL_ZONE_MM = 700.0
"""Work of a longer diagonal wants its lamps farther away rather than nearer."""
PLACES, PLACES_APART_DEG = 6, 24.0
"""Places looked at closely for a lamp at a distance, and how far they lie apart."""
APART_DEG = 50.0
"""Two lamps stand at least this far apart, seen from the work."""
MOST_LOOKED = 3
"""Lamps of the cupboard that are looked at, the best keys first."""
LEAST_WORTH = 0.0
"""A lamp smaller than a hand, that flickers or tints, is not taken from the cupboard for this."""
FILL_SHARE = 0.5
"""Light of the second lamp against the first that the levels aim at: one stop less."""
WANTED = 1.15
"""Light aimed at, against what the clean ISO needs."""
UNDER_BASE = 0.8
"""Of the light that the base ISO bears: what lamps are set to, so that a step of a dimmer is not too much."""
COMFORT_LX = 2000.0
"""As bright as one likes to work under for hours; a planning value of our own."""
SOFT_MM = 15.0
LEAST_REST_LX = 0.1


@dataclass(frozen=True, slots=True, eq=False)
class Stand:
    """A lamp in one place, with its light at full level (or at 1 cd where that is not known) as each
    camera has it, the one in hand first; ``glare`` is that of the camera that mirrors it most,
    ``soft_mm`` the width of the soft edge of the shadow of a hand."""

    lamp: int
    light: Light
    emitter: Emitter
    direction: Direction
    distance_mm: float
    fulls: tuple[Spread, ...]
    glare: float
    soft_mm: float
    flux_known: bool

    @property
    def full(self) -> Spread:
        """What it gives the first camera at full level."""
        return self.fulls[0]


@dataclass(frozen=True, slots=True, eq=False)
class Way:
    """Lamps in places with their levels, judged."""

    stands: tuple[Stand, ...]
    levels: tuple[float | None, ...]
    shade: float
    even: float
    glare: float
    short_stops: float

    @property
    def cost(self) -> float:
        """What stands against it; the findings' own limits weigh most."""
        hard = sum(max(0.0, 1.0 - one.soft_mm / SOFT_MM) for one in self.stands)
        return (
            _over(self.shade, 0.3, 0.7)
            + _over(self.even, 0.6, 1.0)
            + _over(self.glare, 0.0, 0.02, steep=20.0)
            + 2.0 * max(0.0, self.short_stops)
            + 0.5 * hard
            + 0.1 * len(self.stands)
            + 0.002 * sum(max(0.0, 35.0 - one.direction.elevation_deg) for one in self.stands)
        )

    @property
    def soft_mm(self) -> float:
        """The hardest edge among its lamps."""
        return min(one.soft_mm for one in self.stands)


def _over(value: float, wanted: float, limit: float, steep: float = 1.0) -> float:
    """Nothing up to what is wanted, little up to the limit, much beyond it."""
    return steep * (max(0.0, value - wanted) + 2.0 * max(0.0, value - limit))


def worth(fixture: Fixture) -> float:
    """How good a key a lamp makes: large, of good colour, that does not flicker."""
    width = max(fixture.width_mm or 100.0, fixture.height_mm or 0.0)
    score = math.log2(width / 100.0)
    if (fixture.colour_rendering or 90.0) < 90.0:
        score -= 3.0
    if fixture.flicker == "mains":
        score -= 2.0
    if full_intensity(fixture) is None:
        score -= 1.0
    return score


def distances_mm(work: GivenWork) -> tuple[float, float]:
    """Distances at which lamps are looked at."""
    diagonal = math.hypot(work.plane.width_mm, work.plane.depth_mm)
    return (USUAL_MM, NEAR_MM if diagonal < SMALL_ZONE_MM else FAR_MM)


def candidates(
    plan: Plan, fixtures: Sequence[OwnedFixture], most: int = MOST_LOOKED
) -> list[Light]:
    """The lamps of the plan, then the best of those owned that it has not, as they would stand in
    it: so many as are looked at."""
    lights = sorted(
        (one for one in plan.lights if can_be_placed(one) and is_wished(plan, one.fixture)),
        key=lambda one: -worth(one.fixture),
    )[:most]
    used = {one.id for one in plan.lights}
    names = {one.fixture.name for one in plan.lights}
    room = LAMP_LIMIT - len(plan.lights)
    if plan.wishes.only_these_lamps:
        room = 0
    for one in sorted(fixtures, key=lambda owned: -worth(owned.gear)):
        if len(lights) >= most or room <= 0:
            break
        if one.gear.name in names or worth(one.gear) < LEAST_WORTH or not is_wished(plan, one.gear):
            continue
        name = next(f"lamp-{n}" for n in range(1, 99) if f"lamp-{n}" not in used)
        used.add(name)
        room -= 1
        lights.append(Light(id=name, fixture=one.gear, fixture_id=one.id))
    return lights


def grounds_of(
    plan: Plan, scenes: Sequence[CameraStudy], index: int, lights: Sequence[Light]
) -> tuple[Ground, ...]:
    """What lamps shine on for every camera that sees, the one in hand first; for a plan without one,
    the work alone."""
    hand = scenes[min(index, len(scenes) - 1)]
    others = [one for one in scenes if one is not hand and one.sight is not None]
    given = given_lamps(plan, hand.work, Assumptions())
    cards = given_cards(plan, hand.work, given, Assumptions())
    measured = measured_in(one.fixture for one in lights)
    grounds = [
        ground_of(one.work, one.lens, one.hold, cards, measured, standing_beside(one.context))
        for one in (hand, *others)
    ]
    stays: list[Obstacle] = [
        (one.name, hull, LAMP_CLEAR_MM)
        for one in given
        if one.is_lit and not can_be_placed(one.part)
        for hull in hulls_of(one.emitter)
    ]
    return tuple(replace(one, scene=one.scene.beside_also(stays)) for one in grounds)


def rests_of(scenes: Sequence[CameraStudy], index: int) -> tuple[Spread | None, ...]:
    """The light that stays whatever lamps are placed, as each of the cameras of `grounds_of` has it:
    windows, and lamps that are on and stay what they are; None where there is none."""
    hand = scenes[min(index, len(scenes) - 1)]
    others = [one for one in scenes if one is not hand and one.sight is not None]
    return tuple(_rest(one.light) for one in (hand, *others))


def _rest(study: LightStudy | None) -> Spread | None:
    if study is None or not study.known:
        return None
    rest = study.together
    for one, alone in zip(study.lamps, study.alone, strict=True):
        if one.lamp.is_lit and can_be_placed(one.lamp.part):
            rest = rest.plus(alone.total, -one.lamp.emitter.intensity_cd)
    return rest if float(rest.still.max()) > LEAST_REST_LX else None


def needed_lx(scenes: Sequence[CameraStudy]) -> float | None:
    """The light that the camera which needs most of it needs; None where none is known."""
    needs = [
        one.sight.light_needed_lx
        for one in scenes
        if one.sight is not None and one.sight.light_needed_lx is not None
    ]
    return max(needs, default=None)


def dome_for_all(
    grounds: Sequence[Ground],
    light: Light,
    *,
    distance_mm: float,
    where: Sequence[tuple[float, float]] | None = None,
) -> list[Direction]:
    """A quick dome for every camera at once: each direction as the camera has it that likes it
    least."""
    domes = [
        dome(
            one.scene,
            light.fixture,
            distance_mm=distance_mm,
            where=where,
            draft=True,
            reach=reach_of(light, one.scene.work),
        )
        for one in grounds
    ]
    return [
        replace(
            same[0],
            share=min(one.share for one in same),
            worst=min(one.worst for one in same),
            glare=max(one.glare for one in same),
            in_frame=any(one.in_frame for one in same),
            blocked=next((one.blocked for one in same if one.blocked), ""),
        )
        for same in zip(*domes, strict=True)
    ]


def stands_at(
    grounds: Sequence[Ground],
    number: int,
    light: Light,
    ways: Sequence[Direction],
    distance_mm: float,
) -> list[Stand]:
    """A lamp in some directions at a distance, with its light for every camera."""
    full = full_intensity(light.fixture)
    emitters = [lamp_in(grounds[0].scene, light.fixture, one.way, distance_mm) for one in ways]
    alone = [lamp_lights(ground, emitters) for ground in grounds]
    return [
        Stand(
            lamp=number, light=light, emitter=emitter, direction=one, distance_mm=distance_mm,
            fulls=tuple(lit.total.times(full or 1000.0) for lit in by_camera),
            glare=max(lit.glare_share for lit in by_camera),
            soft_mm=soft_mm(grounds[0].scene.work.plane, emitter, HAND_MM),
            flux_known=full is not None,
        )
        for one, emitter, by_camera in zip(ways, emitters, zip(*alone, strict=True), strict=True)
    ]  # fmt: skip


def judged(
    stands: tuple[Stand, ...],
    grounds: Sequence[Ground],
    needed: float | None,
    *,
    even: bool = False,
    rests: Sequence[Spread | None] = (),
    aim: float | None = None,
) -> Way:
    """Lamps in places with their levels: the first a stop over the others, or all alike. Shadows are
    those of the camera that sees most of them, with the light of ``rests`` that stays beside; the
    levels are those at which the lamps do without it."""
    wanted = None if needed is None else max(aim or 0.0, WANTED * needed)
    levels = solve_levels(stands, wanted, fill_share=1.0 if even else FILL_SHARE)
    totals: list[Spread] = []
    for number in range(len(grounds)):
        parts = [
            one.fulls[number].times(1.0 if level is None else level / 100.0)
            for one, level in zip(stands, levels, strict=True)
        ]
        total = parts[0]
        for part in parts[1:]:
            total = total.plus(part, 1.0)
        totals.append(total)
    mean = float(totals[0].still.mean())
    known = all(one.flux_known for one in stands)
    if known:
        for number, rest in enumerate(rests):
            if rest is not None:
                totals[number] = totals[number].plus(rest, 1.0)
    total = totals[0]
    return Way(
        stands=stands,
        levels=levels,
        shade=max(_p95(one, ground) for one, ground in zip(totals, grounds, strict=True)),
        even=uneven_stops(total.still),
        glare=max(one.glare for one in stands),
        short_stops=math.log2(needed / mean) if needed and known and mean > 0 else 0.0,
    )


def _p95(total: Spread, ground: Ground) -> float:
    depth = depth_of(np.concatenate(total.pose_things), np.concatenate(total.pose_all))
    return darkest_twentieth(depth, np.concatenate(ground.targets.weights))


def solve_levels(
    stands: Sequence[Stand], wanted: float | None, fill_share: float = FILL_SHARE
) -> tuple[float | None, ...]:
    """Dimmer settings in percent for the light that is wanted, the first lamp a stop over each further
    one; None for a lamp that cannot be dimmed, or where brightness or need are not known."""
    if wanted is None or not all(one.flux_known for one in stands):
        return (None,) * len(stands)
    full = np.array([float(one.full.still.mean()) for one in stands])
    least = [(one.light.fixture.least_level_percent or 0.0) / 100.0 for one in stands]
    solved = bounded_levels(full / wanted, np.array(least), fill_share)
    levels: list[float | None] = []
    for one, low, level in zip(stands, least, solved, strict=True):
        if (one.light.fixture.least_level_percent or 0.0) >= 100.0:
            levels.append(None)
        else:
            levels.append(max(100.0 * low, tidy_percent(100.0 * float(level))))
    return tuple(levels)


def tidy_percent(level: float) -> float:
    """A level as a dimmer shows it: whole percents to 20, then steps of five; never less."""
    step = 1.0 if level <= 20.0 else 5.0
    return min(100.0, math.ceil(level / step - 1e-6) * step)


def bounded_levels(full: Array, least: Array, fill_share: float = FILL_SHARE) -> Array:
    """Levels 0 … 1 for lamps that at full give ``full`` times the light that is wanted."""
    rows, wanted = [full], [1.0]
    for i in range(1, len(full)):
        row = np.zeros(len(full))
        row[i], row[0] = full[i], -fill_share * full[0]
        rows.append(0.5 * row)
        wanted.append(0.0)
    low = np.minimum(least, 0.999)
    bounds = (low, np.ones(len(full)))
    solved = lsq_linear(np.array(rows), np.array(wanted), bounds, method="bvls", max_iter=100)
    return np.asarray(solved.x)


def aim_lx(scenes: Sequence[CameraStudy], rest: Spread | None) -> float | None:
    """The light that lamps are set to: as much as brings the camera that bears least of it down to its
    base ISO, but no more than is comfortable to work in, beside the light of ``rest``; None where a need
    is not known."""
    bears = []
    for one in scenes:
        if one.sight is None or one.lens is None or one.sight.light_needed_lx is None:
            continue
        camera = one.lens.camera
        stops = camera.clean_iso / (camera.body.base_iso or camera.clean_iso)
        bears.append(one.sight.light_needed_lx * stops)
    if not bears:
        return None
    beside = 0.0 if rest is None else float(rest.still.mean())
    return float(max(0.0, min(UNDER_BASE * min(bears), COMFORT_LX) - beside))


def of_one_colour(lights: list[Light]) -> list[Light]:
    """Lamps whose colour can be set are set to that of the first that cannot, else to the first."""
    fixed = [
        one.fixture.cct_k
        for one in lights
        if one.fixture.cct_k and not one.fixture.cct_warmest_to_k
    ]
    settable = (one.fixture.cct_warmest_to_k for one in lights if one.fixture.cct_warmest_to_k)
    target = fixed[0] if fixed else next(settable, None)
    if target is None:
        return lights
    out = []
    for one in lights:
        low, high = one.fixture.cct_k, one.fixture.cct_warmest_to_k
        if low is None or high is None:
            out.append(one)
        else:
            out.append(one.model_copy(update={"cct_k": min(max(target, low), high)}))
    return out
