"""What may mend the light: another direction, a level, another colour, a lamp switched off."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from steeple.core.findings.light.colour_fixes import colour_moves
from steeple.core.findings.rule import Proposal
from steeple.core.plan.changes import Change
from steeple.core.plan.document import LAMP_LIMIT, Plan
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.parts.lamp import LampPlace, Light
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.inputs.lamp import (
    STAND_ENDS,
    TOO_LOW,
    Reach,
    direction_of,
    full_intensity,
    lamp_size,
    reach_of,
    spot_at,
)
from steeple.core.study.inputs.lamp_wishes import is_wished
from steeple.core.study.light.dome import Direction, apart_deg, dome, merit
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import CameraStudy

COARSE = tuple((azimuth, up) for up in (20.0, 35.0, 50.0, 65.0) for azimuth in range(0, 360, 30))
"""Directions looked at for a mend; the dome looks at all of them."""
TRIED, APART_DEG = 5, 25.0
ADDED = 2
"""Lamps of the cupboard that are tried as one more."""
LEAST_WIDTH_MM = 250.0
STAND_LEAST_MM, STAND_MOST_MM = 400.0, 2200.0
"""How near and how far a lamp is moved to come within its stand."""
CIRCUIT_SHARE = 0.8
"""Of what a circuit may carry, for lamps that burn for hours."""


COLOUR = ("light.mixed-colour", "light.poor-colour", "light.flicker")
"""What a lamp that is moved or dimmed, or another beside it, makes less of and does not mend."""


def light_moves(scene: CameraStudy) -> Iterator[Proposal]:
    """Every move that may mend something of the light, least disturbing first."""
    study = scene.light
    if study is None:
        return
    yield from colour_moves(scene, study)
    yield from _but_for_colour(_levels(study))
    yield from _switch(scene, study)
    yield from _but_for_colour(_places(study))
    yield from _but_for_colour(_one_more(scene, study))


def _but_for_colour(proposals: Iterable[Proposal]) -> Iterator[Proposal]:
    return (replace(one, no_mend_for=COLOUR) for one in proposals)


def placed_at(
    lamp: LampStudy, study: LightStudy, where: tuple[float, float], distance_mm: float
) -> tuple[Change, ...]:
    """The changes that put a lamp in a direction, turned to the middle of the zone."""
    place = spot_at(study.work.plane.middle, where[0], where[1], distance_mm)
    at = f"/{lamp.lamp.at}"
    return (
        Change(path=f"{at}/position/x_mm", value=round(place.x, 1)),
        Change(path=f"{at}/position/y_mm", value=round(place.y, 1)),
        Change(path=f"{at}/position/z_mm", value=round(place.z, 1)),
        Change(path=f"{at}/aim/x_mm", value=None),
        Change(path=f"{at}/aim/y_mm", value=None),
        Change(path=f"{at}/aim/z_mm", value=None),
    )


def _troubled(study: LightStudy) -> list[LampStudy]:
    """Lamps with something against them, the one that gives most first."""
    movable = [one for one in study.lit if not one.lamp.part.stays]
    found = [
        one
        for one in movable
        if one.worst < 0.9 or one.glare > 0 or one.in_frame or one.blocked or one.reaching < 0.8
    ]
    return sorted(found or movable, key=lambda one: -one.zone_lx)[:1]


def _best_ways(
    study: LightStudy,
    fixture: Fixture,
    distance_mm: float,
    away_from: Sequence[LampStudy] = (),
    reach: Reach = (None, None),
    index: int | None = None,
) -> list[Direction]:
    """The best directions for a lamp, well apart from each other and from lamps that stand; ``index``
    where it is one of the plan."""
    found = dome(
        study.scene,
        fixture,
        distance_mm=distance_mm,
        where=COARSE,
        draft=True,
        reach=reach,
        standing=study.standing(index),
    )
    chosen: list[Direction] = []
    for one in sorted((way for way in found if way.free), key=merit, reverse=True):
        taken = [(lamp.azimuth_deg, lamp.elevation_deg) for lamp in away_from]
        if any(apart_deg(one.way, other) < 2 * APART_DEG for other in taken):
            continue
        if all(apart_deg(one.way, other.way) >= APART_DEG for other in chosen):
            chosen.append(one)
        if len(chosen) == TRIED:
            break
    return chosen


def _to_stand_end(study: LightStudy, lamp: LampStudy) -> Iterator[Proposal]:
    """A lamp that hangs beyond its stand: straight to the end of it, or along its beam to there."""
    if lamp.blocked not in STAND_ENDS:
        return
    low, high = reach_of(lamp.lamp.part, study.work)
    end = (low if lamp.blocked == TOO_LOW else high) or 0.0
    middle, at = study.work.plane.middle, f"/{lamp.lamp.at}"
    word = "Raise " if lamp.blocked == TOO_LOW else "Lower "
    yield Proposal(
        action=say(word + "{named} to {end} above the table", named=lamp.lamp.name, end=mm(end)),
        changes=(Change(path=f"{at}/position/z_mm", value=round(end, 1)),),
    )
    rise = math.sin(math.radians(lamp.elevation_deg))
    distance = (end - middle.z) / rise if rise > 0.05 else 0.0
    if STAND_LEAST_MM <= distance <= STAND_MOST_MM:
        yield Proposal(
            action=say("Move {named} along its beam to {away} from the work", named=lamp.lamp.name, away=mm(distance)),
            changes=placed_at(lamp, study, (lamp.azimuth_deg, lamp.elevation_deg), distance),
        )  # fmt: skip


def _places(study: LightStudy) -> Iterator[Proposal]:
    for lamp in study.lit:
        if not lamp.lamp.part.stays:
            yield from _to_stand_end(study, lamp)
    for lamp in _troubled(study):
        distance = min(max(lamp.distance_mm, 700.0), 1600.0)
        for way in _best_ways(
            study,
            lamp.lamp.part.fixture,
            distance,
            reach=reach_of(lamp.lamp.part, study.work),
            index=study.lamps.index(lamp),
        ):
            where = way.way
            if apart_deg(where, (lamp.azimuth_deg, lamp.elevation_deg)) < 8.0:
                continue
            action = say(
                "Put {named} at {clock}, {up} up, {away} away", named=lamp.lamp.name, clock=clock_words(where[0]),
                up=Quantity(value=where[1], unit="deg"), away=mm(distance),
            )  # fmt: skip
            changes = placed_at(lamp, study, where, distance)
            level = as_bright(lamp, where[1], distance)
            if level is not None:
                action += say(", at {level}", level=Quantity(value=level, unit="percent"))
                changes += (Change(path=f"/{lamp.lamp.at}/level_percent", value=level),)
            yield Proposal(action=action, changes=changes)
        farther = 1.4 * lamp.distance_mm
        if farther <= 2200.0:
            where = (lamp.azimuth_deg, lamp.elevation_deg)
            yield Proposal(
                action=say(
                    "Draw {named} back to {away} from the work",
                    named=lamp.lamp.name,
                    away=mm(farther),
                ),
                changes=placed_at(lamp, study, where, farther),
            )


def as_bright(lamp: LampStudy, up_deg: float, distance_mm: float) -> float | None:
    """The dimmer setting at which a lamp gives as much elsewhere as it does here, by its distance and its
    slant; None where it cannot be dimmed, or would not be set otherwise."""
    least = lamp.lamp.part.fixture.least_level_percent or 0.0
    if least >= 100.0 or not lamp.lamp.is_lit:
        return None
    now = 100.0 * lamp.lamp.level
    slant = math.sin(math.radians(max(up_deg, 10.0)))
    was = math.sin(math.radians(max(lamp.elevation_deg, 10.0)))
    wanted = now * was / slant * (distance_mm / lamp.distance_mm) ** 2
    level = min(100.0, max(least, 5.0 * round(wanted / 5.0)))
    return level if abs(level - now) > 0.1 * now else None


def _one_more(scene: CameraStudy, study: LightStudy) -> Iterator[Proposal]:
    """A lamp from the cupboard beside those that are lit, dimmed to give as much as they do."""
    plan = scene.plan
    full = len(plan.lights) >= LAMP_LIMIT or len(study.lit) > 1 + ADDED
    if full or plan.wishes.only_these_lamps:
        return
    used = {one.fixture.name for one in plan.lights}
    spare = [
        one
        for one in scene.owned.fixtures
        if one.gear.name not in used
        and max(lamp_size(one.gear)) >= LEAST_WIDTH_MM
        and (one.gear.colour_rendering or 90.0) >= 90.0
        and is_wished(plan, one.gear)
    ]
    spare.sort(key=lambda one: -max(lamp_size(one.gear)))
    for owned in spare[:ADDED]:
        distance = 1500.0 if study.work.plane.width_mm > 600.0 else 1100.0
        for way in _best_ways(study, owned.gear, distance, study.lit)[:2]:
            where = way.way
            place = spot_at(study.work.plane.middle, *where, distance)
            level = _level_for(owned.gear, study.mean_lx, where[1], distance)
            light = Light(
                id=_fresh_id(plan),
                role="fill",
                fixture=owned.gear,
                fixture_id=owned.id,
                position=LampPlace(
                    x_mm=round(place.x, 1), y_mm=round(place.y, 1), z_mm=round(place.z, 1)
                ),
                level_percent=level,
                cct_k=_colour_for(owned.gear, study),
            )
            lights = [one.model_dump(mode="json") for one in (*plan.lights, light)]
            yield Proposal(
                action=say(
                    "Add {named} at {clock}, {up} up, {away} away", named=owned.gear.name, clock=clock_words(where[0]),
                    up=Quantity(value=where[1], unit="deg"), away=mm(distance),
                ),
                changes=(Change(path="/lights", value=lights),),
                family=f"add {owned.gear.name}",
            )  # fmt: skip


def _fresh_id(plan: Plan) -> str:
    used = {one.id for one in plan.lights}
    return next(name for number in range(1, 100) if (name := f"lamp-{number}") not in used)


def _colour_for(fixture: Fixture, study: LightStudy) -> float | None:
    """The colour of the lamp that gives most, where it can be set."""
    low, high = fixture.cct_k, fixture.cct_warmest_to_k
    if low is None or high is None or study.key is None:
        return None
    return min(max(study.key.lamp.cct_k, low), high)


def _level_for(
    fixture: Fixture, wanted_lx: float, elevation_deg: float, distance_mm: float
) -> float | None:
    """The dimmer setting for a light on the zone, by its middle."""
    full = full_intensity(fixture)
    least = fixture.least_level_percent or 0.0
    if full is None or wanted_lx <= 0 or least >= 100.0:
        return None
    at_full = full * math.sin(math.radians(elevation_deg)) / (distance_mm / 1000.0) ** 2
    return float(min(100.0, max(least, math.ceil(20.0 * wanted_lx / at_full) * 5.0)))


def _levels(study: LightStudy) -> Iterator[Proposal]:
    spare = study.stops_to_spare
    if spare is None or abs(spare) < 0.1:
        return
    for lamp in sorted(study.lit, key=lambda one: -one.zone_lx):
        rest = study.mean_lx - lamp.zone_lx
        wanted = (study.needed_lx or 0.0) - rest
        if lamp.zone_lx <= 0 or wanted <= 0:
            continue
        level = lamp.lamp.level * wanted / lamp.zone_lx * 100.0
        least = lamp.lamp.part.fixture.least_level_percent or 0.0
        tidy = math.ceil(level / 5.0) * 5.0
        now = lamp.lamp.level * 100.0
        if least <= tidy <= 100.0 and abs(tidy - now) > 1.0 and tidy > now:
            yield Proposal(
                action=say(
                    "Set {named} to {level}",
                    named=lamp.lamp.name,
                    level=Quantity(value=tidy, unit="percent"),
                ),
                changes=(Change(path=f"/{lamp.lamp.at}/level_percent", value=tidy),),
            )
        if spare < 0:
            _, _, distance = direction_of(study.work.plane.middle, lamp.lamp.centre)
            nearer = max(500.0, distance * 2 ** (spare / 2) * 0.97)
            if nearer < distance - 30 and not lamp.lamp.part.stays:
                where = (lamp.azimuth_deg, lamp.elevation_deg)
                yield Proposal(
                    action=say(
                        "Bring {named} to {away} from the work",
                        named=lamp.lamp.name,
                        away=mm(nearer),
                    ),
                    changes=placed_at(lamp, study, where, nearer),
                )


def _switch(scene: CameraStudy, study: LightStudy) -> Iterator[Proposal]:
    if len(study.lit) < 2:
        return
    drawn = sum(one.lamp.part.fixture.power_w or 0.0 for one in study.lit)
    over = drawn > CIRCUIT_SHARE * (scene.plan.room.circuit_w or math.inf)
    for lamp in sorted(study.lit, key=lambda one: one.zone_lx):
        poor = (lamp.lamp.part.fixture.colour_rendering or 100.0) < 90.0
        flickers = lamp.lamp.part.fixture.flicker == "mains"
        if lamp.lamp.part.role == "practical" or poor or flickers or over or lamp.glare > 0:
            yield Proposal(
                action=say("Switch off: {named}", named=lamp.lamp.name),
                changes=(Change(path=f"/{lamp.lamp.at}/lit", value=False),),
            )
