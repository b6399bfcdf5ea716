"""One lamp of the light step as it is in the plan."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.vectors import Vector
from steeple.core.light.gloss import VISIBLE
from steeple.core.study.inputs.lamp import (
    GivenLamp,
    beyond_stand,
    direction_of,
    reach_of,
)
from steeple.core.study.light.lamps.lamp_light import (
    Ground,
    LampLight,
    Spread,
)
from steeple.core.study.light.lamps.targets import Targets


@dataclass(frozen=True, slots=True)
class LampStudy:
    """One lamp alone. ``share`` and ``worst`` of its light reach what is seen of the action, mean and
    in the worst pose; ``glare`` is the share of the zone in which it is seen in the gloss;
    ``zone_lx`` what it gives on the zone (a share of `UNKNOWN_CD` where its brightness is not known);
    ``reaching`` is the share of it that things in the room and on the table let through;
    ``eye_deg`` its angle from where the maker looks, ``luminance_cd_m2`` how bright it is there."""

    lamp: GivenLamp
    azimuth_deg: float
    elevation_deg: float
    distance_mm: float
    share: float
    worst: float
    glare: float
    glare_at: Vector | None
    glare_ratio: float
    zone_lx: float
    reaching: float
    in_frame: bool
    blocked: str
    eye_deg: float
    luminance_cd_m2: float


def lamp_study(ground: Ground, lamp: GivenLamp, light: LampLight, together: Spread) -> LampStudy:
    """A lamp of the plan as it shines on a ground, with the light of all."""
    work = ground.scene.work
    azimuth, elevation, distance = direction_of(work.plane.middle, lamp.centre)
    figure = work.maker.poses.middle
    gaze = figure.action.minus(figure.eyes).unit
    way = lamp.centre.minus(figure.eyes)
    angle = math.degrees(math.acos(min(1.0, max(-1.0, gaze.dot(way.unit)))))
    facing = -way.unit.dot(lamp.emitter.toward.unit)
    seen = facing > 0 or lamp.emitter.shape == "bulb"
    share, worst = _reaching(light.direct, ground.targets)
    gloss = light.mirrored
    if lamp.is_lit:
        own = light.direct.free * lamp.emitter.intensity_cd
        gloss = gloss * own / np.maximum(together.still, 1e-12)
    at = int(gloss.argmax())
    free = float(light.direct.free.mean())
    return LampStudy(
        lamp=lamp,
        azimuth_deg=azimuth,
        elevation_deg=elevation,
        distance_mm=distance,
        share=share,
        worst=worst,
        glare=float((gloss >= VISIBLE).mean()),
        glare_at=Vector(*ground.points[at].tolist()) if gloss[at] >= VISIBLE else None,
        glare_ratio=float(gloss[at]),
        zone_lx=float(light.total.still.mean()) * lamp.emitter.intensity_cd,
        reaching=float(light.direct.still.mean()) / free if free > 0 else 0.0,
        in_frame=light.in_frame,
        blocked=light.blocked or beyond_stand(lamp.centre.z, reach_of(lamp.part)),
        eye_deg=angle,
        luminance_cd_m2=lamp.emitter.luminance_cd_m2 if seen else 0.0,
    )


def _reaching(direct: Spread, targets: Targets) -> tuple[float, float]:
    """Of a lamp's light on what the camera sees: what arrives, mean over the poses and in the worst."""
    shares = []
    for free, seen, weights in zip(direct.pose_free, direct.pose_all, targets.weights, strict=True):
        sent = float(free @ weights) if len(weights) else 0.0
        shares.append(float(seen @ weights) / sent if sent > 0 else 1.0 - float(len(weights) > 0))
    return sum(shares) / len(shares), min(shares)
