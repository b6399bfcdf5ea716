"""One lamp of the light step as it is in the plan."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.vectors import Vector
from steeple.core.geometry.workplane import WorkPlane
from steeple.core.light.emitters import Emitter
from steeple.core.light.gloss import VISIBLE
from steeple.core.study.inputs.lamp import (
    GivenLamp,
    beyond_stand,
    direction_of,
    reach_of,
)
from steeple.core.study.inputs.panel import GivenCard
from steeple.core.study.light.lamps.lamp_light import (
    Ground,
    LampLight,
    Spread,
)
from steeple.core.study.light.lamps.places import in_another, stand_in_the_way
from steeple.core.study.light.lamps.targets import Targets


@dataclass(frozen=True, slots=True)
class LampStudy:
    """One lamp alone. ``incidence_deg`` is its angle off the normal of the work. ``share`` and ``worst`` of its light reach what is seen of the action, mean and
    in the worst pose; ``glare`` is the share of the zone in which it is seen in the gloss;
    ``zone_lx`` what it gives on the zone (a share of `UNKNOWN_CD` where its brightness is not known);
    ``reaching`` is the share of it that things in the room and on the table let through;
    ``shines`` is what throws its shadows: itself, or the card ``through`` which most of its light comes;
    ``eye_deg`` its angle from where the maker looks, ``luminance_cd_m2`` how bright it is there."""

    lamp: GivenLamp
    azimuth_deg: float
    elevation_deg: float
    distance_mm: float
    incidence_deg: float
    share: float
    worst: float
    glare: float
    glare_at: Vector | None
    glare_ratio: float
    zone_lx: float
    reaching: float
    shines: Emitter
    through: GivenCard | None
    in_frame: bool
    blocked: str
    eye_deg: float
    luminance_cd_m2: float


def lamp_study(
    ground: Ground,
    lamp: GivenLamp,
    light: LampLight,
    together: Spread,
    others: Sequence[Emitter] = (),
) -> LampStudy:
    """A lamp of the plan as it shines on a ground, with the light of all, beside ``others`` that stand
    there."""
    work, reach = ground.scene.work, reach_of(lamp.part, ground.scene.work)
    azimuth, elevation, distance = direction_of(work.plane.middle, lamp.centre)
    figure = work.maker.poses.middle
    gaze = figure.action.minus(figure.eyes).unit
    way = lamp.centre.minus(figure.eyes)
    angle = math.degrees(math.acos(min(1.0, max(-1.0, gaze.dot(way.unit)))))
    facing = -way.unit.dot(lamp.emitter.toward.unit)
    seen = facing > 0 or lamp.emitter.shape == "bulb"
    shines, by = _shines(ground, lamp, light)
    # What a card takes and sends on is not lost: then all of its light counts, past the things.
    share, worst = _reaching(light.direct if by is None else light.total, ground.targets, by)
    gloss = light.mirrored
    if lamp.is_lit:
        own = light.direct.free * lamp.emitter.intensity_cd
        gloss = gloss * own / np.maximum(together.still, 1e-12)
    at = int(gloss.argmax())
    return LampStudy(
        lamp=lamp,
        azimuth_deg=azimuth,
        elevation_deg=elevation,
        distance_mm=distance,
        incidence_deg=_off_normal(work.plane, lamp.centre),
        share=share,
        worst=worst,
        glare=float((gloss >= VISIBLE).mean()),
        glare_at=Vector(*ground.points[at].tolist()) if gloss[at] >= VISIBLE else None,
        glare_ratio=float(gloss[at]),
        zone_lx=float(light.total.still.mean()) * lamp.emitter.intensity_cd,
        reaching=_let_through(light, by),
        shines=shines,
        through=by,
        in_frame=light.in_frame,
        blocked=light.blocked
        or beyond_stand(lamp.centre.z, reach)
        or stand_in_the_way(ground.scene, lamp.emitter, reach)
        or in_another(lamp.emitter, others),
        eye_deg=angle,
        luminance_cd_m2=lamp.emitter.luminance_cd_m2 if seen else 0.0,
    )


def _off_normal(plane: WorkPlane, place: Vector) -> float:
    """Angle between the way to a place and the normal of the work, in degrees."""
    way = place.minus(plane.middle)
    upright = way.unit.dot(plane.normal)
    return math.degrees(math.acos(min(1.0, max(-1.0, upright))))


def _let_through(light: LampLight, by: GivenCard | None) -> float:
    """The share of a lamp's light that things let through; all of it where a card sends it on."""
    free = float(light.direct.free.mean())
    if by is not None:
        return 1.0
    return float(light.direct.still.mean()) / free if free > 0 else 0.0


def _shines(ground: Ground, lamp: GivenLamp, light: LampLight) -> tuple[Emitter, GivenCard | None]:
    """The area from which most of a lamp's light comes: its own, or that of a card."""
    most, area, by = float(light.direct.still.mean()), lamp.emitter, None
    for card, spread, cd in zip(ground.cards, ground.card_spreads, light.card_cd, strict=True):
        gives = float(spread.still.mean()) * cd
        if gives > most:
            most, area, by = gives, card.emitter, card
    return area, by


def _reaching(spread: Spread, targets: Targets, by: GivenCard | None = None) -> tuple[float, float]:
    """Of a lamp's light on what the camera sees: what arrives, mean over the poses and in the worst; of
    light that comes by a card, what arrives of that which things let through."""
    shares = []
    sent_out = spread.pose_free if by is None else spread.pose_things
    for free, seen, weights in zip(sent_out, spread.pose_all, targets.weights, strict=True):
        sent = float(free @ weights) if len(weights) else 0.0
        shares.append(float(seen @ weights) / sent if sent > 0 else 1.0 - float(len(weights) > 0))
    return sum(shares) / len(shares), min(shares)
