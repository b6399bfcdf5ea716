"""Shadows and evenness of the light on the zone."""

from __future__ import annotations

import math

from steeple.core.findings.finding import Said, measured
from steeple.core.findings.light.said import Judge, level_of, stops_of
from steeple.core.study.dome import penumbra_mm
from steeple.core.study.light import LightStudy
from steeple.core.study.light_answer import HAND_MM
from steeple.core.study.result import mm, say

SHADE_WATCH, SHADE_FAILS = 0.7, 1.3


EVEN_WATCH, EVEN_FAILS = 1.0, 2.0


HOT_WATCH, HOT_FAILS = 0.8, 1.5


HARD_MM = 15.0


RIG_STOPS = 0.4


def judge_shade_of(by: tuple[str, ...], holds: str, title: str, reason: str) -> Judge:
    """A judge of the shadow that one part of the maker throws: verdict by its depth in the darkest twentieth."""

    def judge(study: LightStudy) -> Said | None:
        shade = study.shade
        if shade is None:
            return None
        verdict = level_of(shade.p95, SHADE_WATCH, SHADE_FAILS) if shade.by in by else "holds"
        against = measured(shade.p95 if shade.by in by else 0.0, unit="stops", most=SHADE_WATCH)
        if verdict == "holds":
            return Said(verdict=verdict, title=say(holds), measured=against)
        return Said(
            verdict=verdict,
            title=say(title + ": {deep} in the darkest twentieth", deep=stops_of(shade.p95)),
            reason=say(reason),
            measured=against,
            place="dome",
        )

    return judge


def judge_rig_shade(study: LightStudy) -> Said | None:
    """Shadow of camera and rig on the zone."""
    ratio = float((study.open_lx / study.free_lx.clip(1e-9)).min())
    deep = -math.log2(max(ratio, 1 / 64))
    against = measured(deep, unit="stops", most=RIG_STOPS)
    if deep <= RIG_STOPS:
        return Said(
            verdict="holds",
            title=say("Camera and rig throw no shadow on the zone"),
            measured=against,
        )
    return Said(
        verdict="watch" if deep < 1.0 else "fails",
        title=say(
            "Camera or rig throws a shadow on the zone: {deep} at its darkest", deep=stops_of(deep)
        ),
        reason=say("Lower the lamp out from above the camera, or take a larger one."),
        measured=against,
        place="dome",
    )


def judge_double(study: LightStudy) -> Said | None:
    """Two lamps that throw hard shadows from different sides."""
    total = sum(one.zone_lx for one in study.lit)
    hard = [
        one
        for one in study.lit
        if one.zone_lx > 0.25 * total
        and penumbra_mm(one.lamp.part.fixture, distance_mm=one.distance_mm, caster_mm=HAND_MM)
        < 2 * HARD_MM
    ]
    pairs = [
        (a, b)
        for i, a in enumerate(hard)
        for b in hard[i + 1 :]
        if abs((a.azimuth_deg - b.azimuth_deg + 180) % 360 - 180) > 60
    ]
    if not pairs:
        return Said(verdict="holds", title=say("No hand throws two hard shadows"))
    a, b = pairs[0]
    return Said(
        verdict="watch",
        title=say("Every hand throws two hard shadows: " + a.lamp.name + " and " + b.lamp.name),
        reason=say("Set one of them well below the other, or make both softer."),
        place="dome",
    )


def judge_hard(study: LightStudy) -> Said | None:
    """How soft the edge of a hand’s shadow is."""
    key, shade = study.key, study.shade
    if key is None or shade is None:
        return None
    soft = penumbra_mm(key.lamp.part.fixture, distance_mm=key.distance_mm, caster_mm=HAND_MM)
    against = measured(soft, unit="mm", least=HARD_MM)
    if soft >= HARD_MM or shade.worst < 1.0:
        return Said(
            verdict="holds",
            title=say("Edges of shadows are soft over {soft}", soft=mm(soft)),
            measured=against if soft >= HARD_MM else None,
        )
    return Said(
        verdict="watch",
        title=say("Shadows have hard edges: soft over {soft} alone", soft=mm(soft)),
        reason=say("A larger lamp, a diffuser before it, or the lamp nearer makes them softer."),
        measured=against,
        place="dome",
    )


def judge_uneven(study: LightStudy) -> Said | None:
    """Brightest against darkest place of the zone."""
    value = study.evenness_stops
    against = measured(value, unit="stops", most=EVEN_WATCH)
    verdict = level_of(value, EVEN_WATCH, EVEN_FAILS)
    if verdict == "holds":
        return Said(
            verdict=verdict,
            title=say("The zone is even to {stops}", stops=stops_of(value)),
            measured=against,
        )
    return Said(
        verdict=verdict,
        title=say(
            "The zone is uneven: {stops} from its brightest to its darkest place",
            stops=stops_of(value),
        ),
        reason=say("A lamp farther away, or one more from the other side, evens it out."),
        measured=against,
        place="map",
    )


def judge_hot(study: LightStudy) -> Said | None:
    """Brightest place against the middle of all."""
    value = study.hot_stops
    against = measured(value, unit="stops", most=HOT_WATCH)
    verdict = level_of(value, HOT_WATCH, HOT_FAILS)
    if verdict == "holds":
        return Said(verdict=verdict, title=say("No place burns out"), measured=against)
    return Said(
        verdict=verdict,
        title=say("A patch is {stops} brighter than the rest", stops=stops_of(value)),
        reason=say(
            "A spot burns out a patch of the picture: widen its beam, or put it farther away."
        ),
        measured=against,
        place="map",
    )
